"""The frame would lie better turned by 90°, or the picture is upside down."""

from __future__ import annotations

from collections.abc import Iterator

from steeple.core.findings.finding import Proposal, Rule, Said, measured
from steeple.core.findings.moves import change, turn
from steeple.core.findings.scene import Scene
from steeple.core.study.answers import way_round_words
from steeple.core.study.result import Quantity, say

_WORTH_SAYING = 1.10
_SQUARE_DEG = 5.0


def _gain(scene: Scene) -> float | None:
    """How much larger the zone would be in the picture if the camera were turned by 90°."""
    study, sight = scene.lens, scene.sight
    if study is None or sight is None:
        return None
    work, seen = scene.work, sight.seen_top
    if seen is None or sight.out_of_square_deg > _SQUARE_DEG:
        return None
    off = study.framing.base.minus(work.plane.middle)
    wide = work.zone.width_mm + 2 * (work.margin_mm + abs(off.x))
    deep = work.zone.depth_mm + 2 * (work.margin_mm + abs(off.dot(work.plane.slope)))
    now = min(seen.width_mm / wide, seen.depth_mm / deep)
    other = min(seen.depth_mm / wide, seen.width_mm / deep)
    return other / now


def _judge(scene: Scene) -> Said | None:
    study, gain = scene.lens, _gain(scene)
    if study is None or gain is None:
        return None
    times = Quantity(value=gain, unit="times")
    if study.camera.roll_deg == 180:
        return Said(
            verdict="watch",
            title=say("The picture is upside down for someone who sits as you do"),
            reason=say("Its top edge points toward you. Right for a viewer across the table."),
            place="frame",
        )
    if gain > _WORTH_SAYING:
        return Said(
            verdict="watch",
            title=say("Turned by 90° the zone fills the picture {gain} as large", gain=times),
            reason=say(
                "The zone lies the other way than the frame. " + way_round_words(study) + "."
            ),
            measured=measured(gain, unit="times", most=_WORTH_SAYING),
            place="frame",
        )
    return Said(
        verdict="holds",
        title=say("The frame lies the better way round"),
        reason=say(way_round_words(study) + "."),
        measured=measured(gain, unit="times", most=_WORTH_SAYING),
    )


def _propose(scene: Scene) -> Iterator[Proposal]:
    if scene.lens is not None and scene.lens.camera.roll_deg == 180:
        yield Proposal(
            action=say("Turn the camera by 180°"), changes=(change(scene, "roll_deg", 0),)
        )
    yield from turn(scene)


RULE = Rule(
    code="lens.way-round",
    step="lens",
    name="Frame the wrong way round",
    trigger="turned by 90° the zone would be more than 1.1 times as large; or the picture is "
    "upside down as seen from the maker's seat",
    harm="Picture is wasted beside the zone, or the viewer sees the work upside down.",
    source="Plane geometry",
    judge=_judge,
    propose=_propose,
)
