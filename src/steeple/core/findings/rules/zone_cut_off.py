"""The zone does not fit into the picture, at the table or at the top of the work."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Proposal, Rule, Said, measured
from steeple.core.findings.scene import Scene
from steeple.core.plan.changes import Change
from steeple.core.study.answers import SIDE_WORDS
from steeple.core.study.lens import LensStudy, Sight
from steeple.core.study.result import Sentence, mm, say

_TOLERANCE_MM = 0.05


def _why(study: LensStudy, sight: Sight) -> Sentence:
    """At which height the zone would fit, and what the height of the work takes away."""
    fits = study.settings.heights.at("zone")
    reason: Sentence = ()
    if fits is not None and fits > study.settings.value_mm:
        reason = say(
            "At this zoom the lens must hang at {fits}; it hangs at {height}."
            if study.by_height
            else "At this zoom the lens must be {fits} away; it is {height} away.",
            fits=mm(fits),
            height=mm(study.settings.value_mm),
        )
    if sight.spare.least < sight.spare_surface.least - _TOLERANCE_MM:
        reason += say(
            (" " if reason else "")
            + "The top of the work is {top} nearer to the lens, so the picture is tighter there.",
            top=mm(study.work.top_mm),
        )
    return reason


def _judge(scene: Scene) -> Said | None:
    study, sight = scene.lens, scene.sight
    if study is None or sight is None:
        return None
    least, wanted, side = sight.spare.least, scene.work.margin_mm, sight.spare.tightest
    where = SIDE_WORDS[side]
    against = measured(least, unit="mm", least=wanted)
    place = f"zone-{side}"
    if least < -_TOLERANCE_MM:
        return Said(
            verdict="fails",
            title=say("The zone sticks out {over} " + where, over=mm(-least)),
            reason=_why(study, sight),
            measured=against,
            place=place,
        )
    least = min(least, max(0.0, sight.margin_mm))
    against = measured(least, unit="mm", least=wanted)
    if least < wanted - _TOLERANCE_MM:
        return Said(
            verdict="watch",
            title=say("The zone fits, but only {least} is to spare " + where, least=mm(least)),
            reason=say("You want {wanted} on every side. ", wanted=mm(wanted)) + _why(study, sight),
            measured=against,
            place=place,
        )
    return Said(
        verdict="holds",
        title=say("The zone fits with {least} to spare", least=mm(least)),
        measured=against,
        place=place,
    )


def _propose(scene: Scene) -> Iterator[Proposal]:
    sight = scene.sight
    if sight is None:
        return
    margin = float(int(min(sight.margin_mm, scene.work.margin_mm)))
    if margin >= 0:
        yield Proposal(
            action=say("Be content with a margin of {margin}", margin=mm(margin)),
            changes=(Change(path="/work/zone/margin_mm", value=margin),),
        )


RULE = Rule(
    code="lens.zone-cut-off",
    step="lens",
    name="Zone cut off",
    trigger="the zone, at table height or at the top of the work, reaches beyond the picture; "
    "watch: less than the margin wanted is to spare",
    harm="Hands and work leave the frame where the viewer looks.",
    source="Ray, Applied Photographic Optics, close-range photography",
    judge=_judge,
    propose=_propose,
    moves="before",
)
