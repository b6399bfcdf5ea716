"""What stands before the action."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.angles.sight import hides
from steeple.core.findings.finding import Judgement, measured
from steeple.core.findings.lens.fixes import clear_away
from steeple.core.findings.lens.round_fixes import go_round, round_to
from steeple.core.findings.rule import Proposal, rule
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.changes import Change
from steeple.core.study.angles.study import AngleStudy, actions_in, poses_in
from steeple.core.study.angles.things import GEAR, solids_in
from steeple.core.study.base.sentence import mm, percent, say
from steeple.core.study.plan_study import CameraStudy

HIDES_WATCH, HIDES = 0.05, 0.20
"""Share of the action behind a thing, in the mean of the poses; planning values of our own."""
STANDING = (*GEAR, "item", "room")
FEW, FARTHEST_MM = 60, 600
ASIDE = (
    ("to the left", Vector(-1.0, 0.0, 0.0)),
    ("to the right", Vector(1.0, 0.0, 0.0)),
    ("away from you", Vector(0.0, 1.0, 0.0)),
    ("toward you", Vector(0.0, -1.0, 0.0)),
)
"""Level ways on the bench, in words."""
OTHER_TILTS = (-15.0, 15.0, -30.0, 30.0)


def _aside(scene: CameraStudy) -> Iterator[Proposal]:
    """The thing on the table by the least that lets the action be seen."""
    study = scene.angles
    if study is None:
        return
    name, _ = study.hidden(("item",))
    item = next((one for one in study.still if one.kind == "item" and one.name == name), None)
    if item is None:
        return
    index = int(item.of.rsplit("/", 1)[1])
    part = scene.plan.work.items[index]
    maker = study.lens.camera.sees_maker
    points = actions_in(
        study.work, poses_in(study.work, maker=maker), maker=maker, count=FEW
    ).reshape(-1, 3)
    solids, eye = solids_in((item,)), study.lens.position
    for words, way in ASIDE:
        for step in range(20, FARTHEST_MM + 1, 20):
            moved = solids.moved(way.times(step))
            if float(hides(eye, points, moved).mean()) > HIDES_WATCH / 2:
                continue
            yield Proposal(
                action=say("Move {name} {step} " + words, name=name, step=mm(step)),
                changes=(
                    Change(path=f"{item.of}/x_mm", value=part.x_mm + way.x * step),
                    Change(path=f"{item.of}/y_mm", value=part.y_mm + way.y * step),
                ),
            )
            break


def past_thing(scene: CameraStudy) -> Iterator[Proposal]:
    """The thing moved aside, or the camera past it."""
    yield from _aside(scene)
    yield from clear_away(scene)
    yield from past_it(scene)


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
    fixes=past_thing,
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
            share=percent(share),
        ),
        reason=say("Move it, go round it, or look down past it."),
        measured=against,
        place="angles",
    )
