"""What stands before the action."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.lens.round_fixes import go_round, round_to
from steeple.core.findings.rule import Proposal, rule
from steeple.core.study.angles.study import AngleStudy
from steeple.core.study.angles.things import GEAR
from steeple.core.study.base.sentence import Quantity, say
from steeple.core.study.plan_study import CameraStudy

HIDES_WATCH, HIDES = 0.05, 0.20
"""Share of the action behind a thing, in the mean of the poses; planning values of our own."""
STANDING = (*GEAR, "item", "room")
OTHER_TILTS = (-15.0, 15.0, -30.0, 30.0)


def past_it(scene: CameraStudy) -> Iterator[Proposal]:
    """The camera on another side of the work, or looking down more or less."""
    yield from go_round(scene)
    study = scene.lens
    if study is None:
        return
    for more in OTHER_TILTS:
        tilt = study.camera.tilt_deg + more
        if 0.0 < tilt < 90.0:
            yield from round_to(scene, tilt, 0.0, "tip" if more > 0 else "rise")


@rule(
    "angles.action-behind-thing",
    name="Action behind a thing",
    trigger="a thing, a part of the room or a piece of gear hides more than 5 % of the action in the mean "
    "of the poses; more than 20 % fails",
    harm="The viewer sees the thing and not the hands.",
    source="Lines of sight; limits as planning values",
    when=lambda scene: scene.angles,
    fixes=past_it,
    moves="after",
)
def action_behind_thing(study: AngleStudy) -> Judgement:
    """What but the maker stands before the action."""
    name, share = study.hidden(STANDING)
    against = measured(100 * share, unit="percent", most=100 * HIDES_WATCH)
    if share <= HIDES_WATCH:
        return Judgement(
            verdict="holds", title=say("Nothing stands before your hands"), measured=against
        )
    return Judgement(
        verdict="fails" if share > HIDES else "watch",
        title=say(
            "{name} stands before {share} of the action",
            name=name[:1].upper() + name[1:],
            share=Quantity(value=round(100 * share), unit="percent"),
        ),
        reason=say("Move it, go round it, or look down past it."),
        measured=against,
        place="angles",
    )
