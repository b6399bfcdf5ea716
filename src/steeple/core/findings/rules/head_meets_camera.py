"""The maker's head and the camera are in each other's way."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Proposal, Rule, Said, measured
from steeple.core.findings.moves import lean_back_from_camera, tip_away
from steeple.core.findings.scene import Scene
from steeple.core.study.heights import HEAD_ROOM_MM
from steeple.core.study.result import Quantity, mm, say


def _judge(scene: Scene) -> Said | None:
    sight = scene.sight
    if sight is None or sight.body is None:
        return None
    gap = sight.body.camera_gap_mm
    against = measured(gap, unit="mm", least=HEAD_ROOM_MM)
    lean = Quantity(value=scene.work.maker.lean_deg, unit="deg")
    if gap >= HEAD_ROOM_MM:
        return Said(
            verdict="holds",
            title=say("Head and camera keep {gap} apart", gap=mm(gap)),
            measured=against,
        )
    return Said(
        verdict="fails" if gap < 0 else "watch",
        title=say("Your head strikes the camera")
        if gap < 0
        else say("Only {gap} is left between your head and the camera", gap=mm(gap)),
        reason=say(
            "You lean in {lean}; the camera hangs where your head goes. Below it you look past the "
            "camera at the work, above it the camera looks past you.",
            lean=lean,
        ),
        measured=against,
        place="head",
    )


def _propose(scene: Scene) -> Iterator[Proposal]:
    yield from lean_back_from_camera(scene)
    yield from tip_away(scene)


RULE = Rule(
    code="lens.head-meets-camera",
    step="lens",
    name="Head meets the camera",
    trigger="less than 6 cm between head and camera in one of nine poses; fails where they touch",
    harm="The camera is struck, or the maker works with a crooked neck.",
    source="Drillis & Contini, Body Segment Parameters; 6 cm as a planning value of our own",
    judge=_judge,
    propose=_propose,
    moves="before",
)
