"""Where lamps stand, and what they do to lens and eyes there."""

from __future__ import annotations

import math
from collections.abc import Iterator

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.light.cautions import DAZZLE_CD_M2
from steeple.core.findings.light.fixes import light_moves
from steeple.core.findings.light.levels import TEXT, lit, whatever_its_brightness
from steeple.core.findings.rule import Proposal, rule
from steeple.core.light.gloss import BURNT
from steeple.core.plan.changes import Change
from steeple.core.study.base.sentence import Quantity, Sentence, mm, percent, say
from steeple.core.study.inputs.lamp import STAND_ENDS, TOO_LOW, reach_of
from steeple.core.study.light.mat import MatGlare, mat_glare
from steeple.core.study.light.study import LightStudy
from steeple.core.study.plan_study import CameraStudy

DAZZLE_DEG = 35.0


REACHING = 0.5
FOR_THE_WORK = ("key", "fill", "back")
"""Roles of the lamps that are to light the work."""


GLARE_SHARE = 0.02


@rule(
    "light.no-lamp",
    name="No lamp",
    trigger="no lamp is placed, or none is lit",
    harm="Whatever light there is decides the picture.",
    source="Order of work",
    fixes=light_moves,
    once=True,
)
def no_lamp(scene: CameraStudy) -> Judgement | None:
    """Whether anything lights the work."""
    if scene.sight is None:
        return None
    if scene.light is None:
        return Judgement(
            verdict="unknown",
            title=say("No lamp is placed yet"),
            reason=say("Take one from the cupboard below; the dome then says where it goes."),
        )
    if not scene.light.lit and scene.light.is_bright:
        return Judgement(verdict="holds", title=say("The window alone lights the work"))
    if not scene.light.lit:
        return Judgement(
            verdict="fails", title=say("Every lamp is switched off"), reason=say("Switch one on.")
        )
    return Judgement(verdict="holds", title=say("A lamp is lit"))


@rule(
    "light.glare",
    name="Glare into the lens",
    trigger="a lamp is mirrored towards the lens over more than 2 % of the zone, at 0.3 of the work’s own light or more",
    harm="A white line lies over the foil, and nobody sees what is under it.",
    source="Walter et al. 2007; limits as planning values",
    when=lit,
    fixes=light_moves,
)
@whatever_its_brightness("Glare")
def glare(study: LightStudy) -> Judgement | None:
    """How much of the zone mirrors a lamp into the lens."""
    worst = max(study.lit, key=lambda one: (one.glare, one.glare_ratio))
    against = measured(100 * worst.glare, unit="percent", most=100 * GLARE_SHARE)
    if worst.glare <= GLARE_SHARE:
        return Judgement(
            verdict="holds", title=say("No lamp is mirrored into the lens"), measured=against
        )
    where: Sentence = ()
    if worst.glare_at is not None:
        plane = study.work.plane
        x, s, _ = plane.place(worst.glare_at)
        where = say(
            "Brightest {x} from the left of the zone and {y} from its {side} side. ",
            x=mm(x + plane.width_mm / 2), y=mm(s + plane.depth_mm / 2),
            side="near" if study.work.is_flat else "lower",
        )  # fmt: skip
    burnt = worst.glare_ratio >= BURNT
    return Judgement(
        verdict="fails" if burnt else "watch",
        title=say("{share} of the zone mirrors {named}", named=worst.lamp.name,
                  share=percent(worst.glare)),
        reason=where + say(
            ("It burns out there. " if burnt else "It veils what lies under it. ")
            + "Another direction, a lower lamp, or the work tipped a few degrees throws it past the lens. "
            "A polarising filter does next to nothing from straight above."
        ),
        measured=against,
        place="dome",
    )  # fmt: skip


def _with_mat(scene: CameraStudy) -> tuple[LightStudy, MatGlare] | None:
    """The light of a camera, and what a mat of known gloss mirrors of it."""
    study = lit(scene)
    found = None if study is None else mat_glare(study)
    return None if study is None or found is None else (study, found)


@rule(
    "light.mat-glare",
    name="Glare in the mat",
    trigger="a mat whose gloss is given mirrors a lamp over more than 2 % of what is seen of it",
    harm="A bright patch beside the work draws the eye.",
    source="Walter et al. 2007; limits as planning values",
    when=_with_mat,
    fixes=light_moves,
)
def mat_glare_seen(found: tuple[LightStudy, MatGlare]) -> Judgement | None:
    """How much of the mat in the picture mirrors a lamp."""
    _, glare_there = found
    against = measured(100 * glare_there.share, unit="percent", most=100 * GLARE_SHARE)
    if glare_there.share <= GLARE_SHARE:
        return Judgement(verdict="holds", title=say("The mat mirrors no lamp"), measured=against)
    return Judgement(
        verdict="watch",
        title=say(
            "{share} of the mat in the picture mirrors {named}",
            share=percent(glare_there.share),
            named=glare_there.lamp.lamp.name,
        ),
        reason=say(
            "A matt cloth or sheet of paper on the table ends it; another direction moves it."
        ),
        measured=against,
        place="dome",
    )


def _other_stand(scene: CameraStudy) -> Iterator[Proposal]:
    """Another stand of the maker's own that bears the lamp."""
    if scene.light is None:
        return
    for one in scene.light.lamps:
        stand, mass = one.lamp.part.stand, one.lamp.part.fixture.mass_g
        if stand is None or mass is None or (stand.rated_load_g or math.inf) >= mass:
            continue
        for other in scene.owned.stands:
            if (other.rated_load_g or 0.0) >= mass:
                yield Proposal(
                    action=say(
                        "Put {named} on your {stand}", named=one.lamp.name, stand=other.name
                    ),
                    changes=(
                        Change(path=f"/{one.lamp.at}/stand", value=other.model_dump(mode="json")),
                    ),
                    swaps=True,
                )


@rule(
    "light.stand-overloaded",
    name="Lamp too heavy for its stand",
    trigger="a lamp weighs more than its stand is rated for; unknown where one of the two is not known",
    harm="It sinks or falls while one works under it.",
    source="Rating plates",
    when=lit,
    fixes=_other_stand,
    once=True,
)
def stand_overloaded(study: LightStudy) -> Judgement | None:
    """Lamps against the ratings of their stands."""
    held = [one.lamp for one in study.lamps if one.lamp.part.stand is not None]
    if not held:
        return None
    unknown = []
    for one in held:
        stand, mass = one.part.stand, one.part.fixture.mass_g
        assert stand is not None
        if stand.rated_load_g is None or mass is None:
            unknown.append(one.name)
            continue
        if mass > stand.rated_load_g:
            return Judgement(
                verdict="fails",
                title=say(
                    "{named} weighs {mass}; its stand is rated for {rated}",
                    named=one.name,
                    mass=Quantity(value=mass, unit="g"),
                    rated=Quantity(value=stand.rated_load_g, unit="g"),
                ),
                reason=say("Put it on another stand, or a lighter lamp on this one."),
                measured=measured(mass, unit="g", most=stand.rated_load_g),
            )
    if unknown:
        return Judgement(
            verdict="unknown",
            title=say("Whether the stand bears it is not known: {names}", names=", ".join(unknown)),
            reason=say(
                "Read the plate of the stand, and put the lamp on a scale. Until then it is not cleared."
            ),
            fields=tuple(
                pointer
                for one in held
                if one.part.stand is not None
                for pointer, value in (
                    (f"/{one.at}/stand/rated_load_g", one.part.stand.rated_load_g),
                    (f"/{one.at}/fixture/mass_g", one.part.fixture.mass_g),
                )
                if value is None
            ),
        )
    return Judgement(verdict="holds", title=say("Every stand bears its lamp"))


@rule(
    "light.lamp-in-frame",
    name="Lamp in frame",
    trigger="a part of a lamp is in the picture",
    harm="The lamp is filmed.",
    source="Plane geometry",
    when=lit,
    fixes=light_moves,
)
def lamp_in_frame(study: LightStudy) -> Judgement | None:
    """Lamps in the picture."""
    # A room lamp may be part of the picture.
    found = [
        one.lamp.name for one in study.lamps if one.in_frame and one.lamp.part.role != "practical"
    ]
    if not found:
        return Judgement(verdict="holds", title=say("No lamp is in the picture"))
    return Judgement(verdict="fails", title=say("In the picture: " + ", ".join(found)),
                reason=say("Higher, farther aside, or farther away."), place="dome")  # fmt: skip


@rule(
    "light.unplaceable",
    name="No room for the lamp",
    trigger="a lamp stands in table, wall, ceiling, a thing in the room, or a head",
    harm="It cannot be set up.",
    source="Plane geometry",
    when=lit,
    fixes=light_moves,
    once=True,
)
def unplaceable(study: LightStudy) -> Judgement | None:
    """Lamps that stand in something."""
    found = [one for one in study.lamps if one.blocked]
    if not found:
        return Judgement(verdict="holds", title=say("Every lamp has room where it stands"))
    one = found[0]
    if one.blocked in STAND_ENDS:
        low, high = reach_of(one.lamp.part, study.work)
        end = low if one.blocked == TOO_LOW else high
        return Judgement(
            verdict="fails",
            title=say(one.lamp.name + " hangs " + one.blocked),
            reason=say(
                "It is to be {height} above the table; its stand ends at {end}.",
                height=mm(one.lamp.centre.z), end=mm(end or 0.0),
            ),
            place="dome",
        )  # fmt: skip
    return Judgement(verdict="fails", title=say("No room there for " + one.lamp.name + ": it stands in " + one.blocked),
                reason=say("Nothing can stand there."), place="dome")  # fmt: skip


@rule(
    "light.lamp-hidden",
    name="Lamp hidden",
    trigger="less than half of a lamp’s light gets past the things in the room",
    harm="It heats the cupboard and lights nothing.",
    source=TEXT,
    when=lit,
    fixes=light_moves,
)
def lamp_hidden(study: LightStudy) -> Judgement | None:
    """Lamps whose light the room keeps back."""
    meant = [one for one in study.lit if one.lamp.part.role in FOR_THE_WORK]
    if not meant:
        return None
    worst = min(meant, key=lambda one: one.reaching)
    against = measured(100 * worst.reaching, unit="percent", least=100 * REACHING)
    if worst.reaching >= REACHING:
        return Judgement(
            verdict="holds", title=say("Nothing in the room stands before a lamp"), measured=against
        )
    return Judgement(
        verdict="fails",
        title=say("Only {share} of the light of {named} reaches the zone", named=worst.lamp.name,
                  share=percent(worst.reaching)),
        reason=say("Something in the room or on the table stands before it."),
        measured=against, place="dome",
    )  # fmt: skip


@rule(
    "light.dazzle",
    name="Dazzle",
    trigger="a lamp brighter than 15,000 cd/m² shines within 35° of where the maker looks",
    harm="One works half blind, and squints in the film.",
    source="Limits as planning values of our own",
    when=lit,
    fixes=light_moves,
    once=True,
)
def dazzle(study: LightStudy) -> Judgement | None:
    """Bright lamps near where the maker looks."""
    if study.work.maker.away:
        return None
    found = [
        one for one in study.lit if one.luminance_cd_m2 > DAZZLE_CD_M2 and one.eye_deg < DAZZLE_DEG
    ]
    if not found:
        return Judgement(verdict="holds", title=say("No lamp shines into your eyes as you work"))
    one = found[0]
    return Judgement(
        verdict="watch",
        title=say(
            "You are dazzled by {named}, {angle} from where you look",
            named=one.lamp.name,
            angle=Quantity(value=round(one.eye_deg), unit="deg"),
        ),
        reason=say("Higher or farther aside; a diffuser makes it milder."),
        place="dome",
    )
