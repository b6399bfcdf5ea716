"""The camera would stand in a cupboard, a beam or a wall."""

from __future__ import annotations

from steeple.core.findings.finding import Rule, Said, measured
from steeple.core.findings.moves import clear_away
from steeple.core.findings.scene import Scene
from steeple.core.geometry.vectors import Vector
from steeple.core.study.given_camera import CAMERA_HALF_MM
from steeple.core.study.result import mm, say

_STEPS = 8


def clearances(scene: Scene) -> list[tuple[float, str]]:
    """Free room between the camera and each thing in the room, with its name, nearest first."""
    study, sight = scene.lens, scene.sight
    if study is None or sight is None:
        return []
    rim, back = study.framing.rim(sight.middle_mm), study.framing.back(sight.middle_mm)
    way = back.minus(rim)
    places: list[Vector] = [rim.plus(way.times(step / _STEPS)) for step in range(_STEPS + 1)]
    rooms = [
        (min(block.distance(place) for place in places) - CAMERA_HALF_MM, block.name)
        for block in scene.work.blocks
    ]
    if sight.wall_clearance_mm is not None:
        rooms.append((sight.wall_clearance_mm - CAMERA_HALF_MM, "wall"))
    return sorted(rooms)


def _judge(scene: Scene) -> Said | None:
    if scene.sight is None:
        return None
    rooms = clearances(scene)
    if not rooms:
        return Said(verdict="holds", title=say("Nothing is known to be in the camera’s way"))
    gap, name = rooms[0]
    against = measured(gap, unit="mm", least=0)
    if gap >= 0:
        return Said(
            verdict="holds",
            title=say("The camera keeps {gap} from the " + name, gap=mm(gap)),
            measured=against,
        )
    return Said(
        verdict="fails",
        title=say("The camera stands in the " + name),
        reason=say(
            "A camera is taken as {wide} wide; what holds it needs room too.",
            wide=mm(2 * CAMERA_HALF_MM),
        ),
        measured=against,
        place="ceiling",
    )


RULE = Rule(
    code="lens.obstacle-in-the-way",
    step="lens",
    name="Obstacle in the way",
    trigger="camera or lens would be inside a box of the room, or past a wall",
    harm="The camera cannot hang where the plan puts it.",
    source="Plane geometry; width of a camera as a planning value of our own",
    judge=_judge,
    propose=clear_away,
    moves="before",
)
