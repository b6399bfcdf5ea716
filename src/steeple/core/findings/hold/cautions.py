"""What can hurt someone in the hold step."""

from __future__ import annotations

from steeple.core.findings.caution import CautionRule
from steeple.core.study.plan_study import CameraStudy


def _held(
    scene: CameraStudy, *, anchors: tuple[str, ...] = (), models: tuple[str, ...] = ()
) -> bool:
    hold = scene.hold
    return hold is not None and (hold.support.anchor in anchors or hold.support.model in models)


def _on_feet(scene: CameraStudy) -> bool:
    return _held(scene, anchors=("floor",)) and not _held(scene, models=("hung", "pole"))


CAUTIONS: tuple[CautionRule, ...] = (
    CautionRule(
        "hang-tether",
        "hold",
        "a support holds a camera over hands, food or an instrument",
        "What hangs over people, food or an instrument needs a second fixing, and stays within the "
        "plate and manual of every part that bears it. An unknown rating is no clearance.",
        lambda scene: scene.hold is not None and scene.hold.over_people_or_food,
    ),
    CautionRule(
        "stand-tips",
        "hold",
        "a support stands on feet",
        "Stands fall on people. Set weights before the load goes up, keep leads off the legs, and "
        "take loads off before the stand is moved, above all on stairs.",
        _on_feet,
    ),
    CautionRule(
        "jammed-pole",
        "hold",
        "a pole is jammed between walls",
        "A jammed pole holds by friction alone and can push light walls apart: set it against "
        "studs or masonry, never over people without a second fixing, as its manual says. Fixing "
        "into a wall is for a qualified installer, under local codes.",
        lambda scene: _held(scene, models=("pole",)),
    ),
    CautionRule(
        "fixed-overhead",
        "hold",
        "something is fixed to ceiling, beam, shelf or wall",
        "Fixing into ceiling, beam, shelf or wall is for a qualified installer, under local codes: "
        "into structure that bears it, clear of pipes and mains, with a second fixing.",
        lambda scene: (
            _held(scene, anchors=("ceiling", "wall", "shelf"), models=("hung",))
            and not _held(scene, models=("pole",))
        ),
    ),
    CautionRule(
        "hot-under-boom",
        "hold",
        "a boom reaches over heat or flame",
        "Heat rises into boom, straps and camera: nothing that softens or burns over it, and the "
        "temperature limits in their manuals rule.",
        lambda scene: (
            scene.hold is not None and any(one in scene.work.hazards for one in ("heat", "flame"))
        ),
    ),
)
