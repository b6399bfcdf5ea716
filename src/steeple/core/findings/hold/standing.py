"""Standing: tipping, still and knocked; sag; shake; joining up."""

from __future__ import annotations

import math

from steeple.core.findings.finding import Judgement, Verdict, measured
from steeple.core.findings.hold.fixes import hold_moves, parts_needed
from steeple.core.findings.rule import rule
from steeple.core.hold.tipping import LEAST_RATIO
from steeple.core.plan.gear.holding.adapter import Adapter
from steeple.core.study.base.sentence import Quantity, Sentence, mm, say
from steeple.core.study.hold.figures import sandbag_best
from steeple.core.study.hold.joining import joined
from steeple.core.study.hold.study import HoldStudy
from steeple.core.study.inputs.support_forms import BENT, CLAMPED
from steeple.core.study.lens.study import LensStudy
from steeple.core.study.plan_study import CameraStudy

_SHORT_MM = 50.0
WOBBLE_PX = 1.0
"""A wobble of a delivered pixel is seen; below it is not."""


def _stands(hold: HoldStudy) -> bool:
    """Whether it stands on feet, so that it could tip."""
    form = hold.support.gear.form
    clamped = hold.support.anchor == "table" and form in CLAMPED
    return (
        hold.support.anchor in ("floor", "table") and hold.support.model != "hung" and not clamped
    )


def _unknown_tipping(hold: HoldStudy) -> Judgement:
    gear = hold.support.gear
    missing = [
        words
        for words, value in (("its mass", gear.mass_g), ("from foot to foot", gear.footprint_mm))
        if not value
    ]
    return Judgement(
        verdict="unknown",
        title=say("Whether it tips is not known"),
        reason=say("Measure on it: " + ", ".join(missing or ["its feet"]) + "."),
        place="feet",
        fields=tuple(
            f"/{hold.support.at}/gear/{name}"
            for name in ("mass_g", "footprint_mm")
            if not getattr(gear, name)
        ),
    )


def _verdict(ratio: float) -> Verdict:
    return "holds" if ratio >= LEAST_RATIO else "watch" if ratio >= 1.0 else "fails"


@rule(
    "hold.tips",
    name="Tips over",
    trigger="the moment that holds it is less than 1.5 times the one that turns it over",
    harm="Stand, camera and lens fall on work or maker.",
    source="Meriam & Kraige, equilibrium; ratio of 1.5 as usual for temporary stands",
    fixes=hold_moves,
    moves="after",
)
def tips(scene: CameraStudy) -> Judgement | None:
    """Restoring against overturning moment, standing quietly."""
    hold = scene.hold
    if hold is None or hold.placement is None:
        return None
    if hold.support.is_clamped_down:
        return Judgement(verdict="holds", title=say("Its foot is clamped to the table"))
    if not _stands(hold):
        return None
    if hold.tipping is None:
        return _unknown_tipping(hold)
    ratio = hold.tipping.ratio
    verdict = _verdict(ratio)
    against = measured(min(ratio, 99.0), unit="ratio", least=LEAST_RATIO)
    if verdict == "holds":
        return Judgement(verdict=verdict, title=say("It stands by itself"), measured=against)
    words = "It tips over by itself" if verdict == "fails" else "It stands, but only just"
    return Judgement(
        verdict=verdict,
        title=say(
            words + ": {ratio} of the {least} needed",
            ratio=_short(ratio),
            least=_short(LEAST_RATIO),
        ),
        reason=say(
            "Moment that holds it ÷ moment that turns it over, about the edge of its feet that is "
            "marked. A leg under the boom, a counterweight or a sandbag helps."
        ),
        measured=against,
        place="feet",
    )


def _short(value: float) -> Quantity:
    """A ratio, with as many places as it takes to tell it from the limits."""
    limits = (1.0, LEAST_RATIO)
    for places in (2, 3, 4):
        said = round(value, places)
        if all((said < one) == (value < one) for one in limits):
            break
    return Quantity(value=said, unit="ratio")


@rule(
    "hold.tips-when-knocked",
    name="Tips when knocked",
    trigger="with a knock at the top (5, 20 or 30 N, by how likely one is there) the ratio falls below 1.5",
    harm="Somebody brushes past, and it comes down.",
    source="Meriam & Kraige, equilibrium; the knock is a planning value",
    fixes=hold_moves,
)
def tips_when_knocked(scene: CameraStudy) -> Judgement | None:
    """The same with a knock at the top."""
    hold = scene.hold
    if hold is None or hold.placement is None:
        return None
    if hold.support.is_clamped_down:
        return Judgement(verdict="holds", title=say("Clamped down, it stands a knock"))
    if hold.tipping is None or not _stands(hold):
        return None
    ratio = hold.tipping.knocked_ratio
    verdict = _verdict(ratio)
    against = measured(min(ratio, 99.0), unit="ratio", least=LEAST_RATIO)
    if verdict == "holds":
        return Judgement(
            verdict=verdict, title=say("It stands a knock at the top"), measured=against
        )
    best = sandbag_best(hold.tipping)
    reason = say("A knock is " + hold.tipping.knock_words + ".")
    reason += _what_keeps_it(hold, best)
    return Judgement(
        verdict=verdict,
        title=say(
            ("A knock turns it over" if verdict == "fails" else "A knock nearly turns it over")
            + ": {ratio} of the {least} needed",
            ratio=_short(ratio), least=_short(LEAST_RATIO),
        ),
        reason=reason, measured=against, place="feet",
    )  # fmt: skip


def _what_keeps_it(hold: HoldStudy, best: tuple[str, float] | None) -> Sentence:
    """The lightest bag and where it lies, with that at the column beside it; what else, where none does."""
    assert hold.tipping is not None
    if best is None and hold.support.anchor == "table":
        return say(" Clamp its foot to the table, or give it a wider foot.")
    if best is None:
        return say(
            " No bag that one carries would keep it: shorten the arm, turn a leg under it, or take what "
            "stands wider."
        )
    name, mass = best
    if mass <= 0:
        return ()
    said = say(
        " {bag} on the {place} would keep it", bag=Quantity(value=mass, unit="g"), place=name
    )
    at_column = dict(hold.tipping.sandbags).get("column", math.inf)
    if name != "column" and math.isfinite(at_column):
        said += say(", or {bag} at the column", bag=Quantity(value=at_column, unit="g"))
    return said + say(".")


@rule(
    "hold.sags",
    name="Sags out of frame",
    trigger="the sag of boom, bar or pole moves the picture by half of what is to spare, or more",
    harm="The frame that fitted before the camera hung on it does not fit after.",
    source="Roark, beams, with the slope at the camera",
    fixes=hold_moves,
    moves="after",
)
def sags(scene: CameraStudy) -> Judgement | None:
    """How far boom, bar or pole bends, and what that does to the picture."""
    hold, sight = scene.hold, scene.sight
    if hold is None or sight is None or hold.placement is None:
        return None
    if hold.bending is None:
        out = hold.support.has_boom and hold.placement.reach_mm > _SHORT_MM
        bends = out or hold.support.model in ("bar", "pole")
        if not bends or hold.placement.short_mm or hold.support.gear.form in BENT:
            return None
        return Judgement(
            verdict="unknown",
            title=say("Its sag is not known"),
            reason=say("Measure its tube: outer diameter, wall, material."),
            place="rig",
            fields=tuple(
                f"/{hold.support.at}/gear/{name}"
                for name in ("tube_mm", "wall_mm")
                if getattr(hold.support.gear, name) is None
            ),
        )
    bending, spare = hold.bending, max(0.0, sight.spare.least)
    sag = Quantity(value=round(bending.sag_mm, 1), unit="mm_exact")
    against = measured(bending.shift_mm, unit="mm_exact", most=spare)
    verdict: Verdict = "holds"
    if bending.shift_mm > spare:
        verdict = "fails" if sight.spare.least >= 0 else "watch"
    elif bending.shift_mm > spare / 2 and bending.shift_mm > 1.0:
        verdict = "watch"
    if verdict == "holds":
        return Judgement(
            verdict=verdict,
            title=say("It sags {sag}; the frame keeps the zone", sag=sag),
            measured=against,
        )
    return Judgement(
        verdict=verdict,
        title=say(
            "It sags {sag} under the camera and moves the picture by {shift}",
            sag=sag, shift=Quantity(value=round(bending.shift_mm, 1), unit="mm_exact"),
        ),
        reason=say(
            "{spare} are to spare at the tightest side. Frame with everything hung on, and this is "
            "taken out; what creeps later is not.",
            spare=mm(spare),
        ),
        measured=against, place="rig",
    )  # fmt: skip


@rule(
    "hold.shakes",
    name="Shakes",
    trigger="the wobble, within its band, reaches a delivered pixel",
    harm="Every stroke shakes the picture, and no edit takes that out.",
    source="Thomson, shock response; strokes and floor as planning values of our own; or a tap test",
    fixes=hold_moves,
)
def shakes(scene: CameraStudy) -> Judgement | None:
    """How far the picture moves while the work goes on."""
    hold = scene.hold
    if hold is None or hold.wobble_px is None or hold.shake is None:
        return None
    low, mid, high = hold.wobble_px
    band = {
        "mid": Quantity(value=round(mid, 2), unit="px"),
        "low": Quantity(value=round(low, 2), unit="px"),
        "high": Quantity(value=round(high, 2), unit="px"),
    }
    against = measured(mid, unit="px", most=WOBBLE_PX)
    if high <= WOBBLE_PX:
        return Judgement(
            verdict="holds", title=say("The picture keeps still while you work"), measured=against
        )
    verdict: Verdict = "fails" if low > WOBBLE_PX else "watch"
    where = "It stands on the table that you work on. " if hold.shake.shared_table else ""
    reason = say(
        where
        + (
            "By " + hold.shake.by + ". "
            if hold.shake.by != "estimate"
            else "An estimate: tap it, film it, and type in what you see; that replaces it. "
        )
    )
    return Judgement(
        verdict=verdict,
        title=say(
            ("Shakes: {mid} of wobble ({low} to {high})" if verdict == "fails"
             else "May shake: {mid} of wobble ({low} to {high})"), **band,
        ),
        reason=reason, measured=against, place="rig",
    )  # fmt: skip


def _joins(hold: HoldStudy, lens: LensStudy, adapters: tuple[Adapter, ...]) -> bool:
    """Whether nothing is missing with some adapters."""
    chain = joined(hold.support.gear, lens.camera.body, adapters).chain
    return chain is not None and not chain.missing


@rule(
    "hold.cannot-be-joined",
    name="Cannot be joined",
    trigger="no row of threads, studs, plates and clamps at hand leads from support to camera; watch: "
    "one does with parts of the cupboard that are not in the plan",
    harm="On the day a stud is missing, and nothing can be filmed.",
    source="ISO 1222, ISO 518; a shortest path through the parts there are",
    fixes=hold_moves,
)
def cannot_join(scene: CameraStudy) -> Judgement | None:
    """Whether there is a path through threads, studs and clamps."""
    hold = scene.hold
    if hold is None:
        return None
    join = hold.joined
    if not join.known:
        return Judgement(
            verdict="unknown",
            title=say("How it joins the camera is not known"),
            reason=say("Look at the end of the support: a screw, a hole, a spigot? Type it in."),
            place="screw",
        )
    if join.chain is None:
        return Judgement(
            verdict="fails",
            title=say("It cannot be joined to this camera with any small part known here"),
            reason=say("Its ends and the camera’s do not meet."),
            place="screw",
        )
    missing = join.chain.missing
    own = parts_needed(hold.support.gear, scene, scene.owned.adapters) if missing else ()
    if own and scene.lens is not None and _joins(hold, scene.lens, (*scene.plan.adapters, *own)):
        names = " and ".join(one.name for one in own)
        return Judgement(
            verdict="watch",
            title=say("It is joined with what lies in your cupboard: {names}", names=names),
            reason=say("Take it into the plan, so that it is packed."),
            place="screw",
        )
    if missing:
        names = " and ".join(one.piece.name for one in missing)
        return Judgement(
            verdict="fails",
            title=say("It cannot be joined with what is in the plan: missing is " + names),
            reason=say("The smallest thing to get, or to take from the cupboard if it is there."),
            place="screw",
        )
    parts = len(join.chain.links)
    words = (
        "Camera and support screw together as they are"
        if not parts
        else (
            "One part joins camera and support"
            if parts == 1
            else f"{parts} parts join camera and support"
        )
    )
    return Judgement(verdict="holds", title=say(words))  # fmt: skip
