"""Where lamps stand, and what they do to lens and eyes there."""

from __future__ import annotations

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.light.cautions import DAZZLE_CD_M2
from steeple.core.findings.light.fixes import light_moves
from steeple.core.findings.light.levels import TEXT, lit, whatever_its_brightness
from steeple.core.findings.rule import rule
from steeple.core.light.gloss import BURNT
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.inputs.lamp import STAND_ENDS, TOO_LOW, reach_of
from steeple.core.study.light.study import LightStudy
from steeple.core.study.plan_study import CameraStudy

DAZZLE_DEG = 35.0


REACHING = 0.5


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
                  share=Quantity(value=round(100 * worst.glare), unit="percent")),
        reason=where + say(
            ("It burns out there. " if burnt else "It veils what lies under it. ")
            + "Another direction, a lower lamp, or the work tipped a few degrees throws it past the lens. "
            "A polarising filter does next to nothing from straight above."
        ),
        measured=against,
        place="dome",
    )  # fmt: skip


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
    found = [one.lamp.name for one in study.lamps if one.in_frame]
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
        low, high = reach_of(one.lamp.part)
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
    worst = min(study.lit, key=lambda one: one.reaching)
    against = measured(100 * worst.reaching, unit="percent", least=100 * REACHING)
    if worst.reaching >= REACHING:
        return Judgement(
            verdict="holds", title=say("Nothing in the room stands before a lamp"), measured=against
        )
    return Judgement(
        verdict="fails",
        title=say("Only {share} of the light of {named} reaches the zone", named=worst.lamp.name,
                  share=Quantity(value=round(100 * worst.reaching), unit="percent")),
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
