"""What can hurt someone in the angles step."""

from __future__ import annotations

from steeple.core.findings.caution import CautionRule
from steeple.core.study.plan_study import CameraStudy


def _stands(scene: CameraStudy) -> int:
    """How many supports carry the cameras of the plan."""
    return len({one.support for one in scene.plan.cameras if one.support is not None})


CAUTIONS: tuple[CautionRule, ...] = (
    CautionRule(
        "stands-round-you",
        "angles",
        "cameras stand on two supports or more",
        "Every stand more is something to walk into: keep its legs and leads out of the way to the door, "
        "tape leads to the floor, weigh it down as its manual says, and show people where it stands.",
        lambda scene: _stands(scene) > 1,
    ),
)
