"""What can hurt someone in the lens step."""

from __future__ import annotations

from steeple.core.findings.caution import CautionRule

CAUTIONS: tuple[CautionRule, ...] = (
    CautionRule(
        "overhead-load",
        "lens",
        "a camera hangs over the work",
        "A camera over hands, food or an instrument needs a second fixing: a safety tether to "
        "something that bears it. Keep to the rating plate and the manual of what carries it; an "
        "unknown rating is no clearance.",
        lambda scene: scene.camera is not None,
    ),
)
