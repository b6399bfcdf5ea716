"""The lens step as the registry has it."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from steeple.core.plan.document import Plan
from steeple.core.study.base.step import Need, Step, once
from steeple.core.study.lens.answer import lens_answer
from steeple.core.study.lens.card import lens_sections
from steeple.core.study.lens.drawing import CameraDrawing, camera_drawing
from steeple.core.study.lens.figures import LENS_FIGURES
from steeple.core.study.lens.numbers import LensNumbers
from steeple.core.study.lens.study import LensStudy, study_camera
from steeple.core.study.work.step import WORK


def _reads(plan: Plan, of: str) -> Sequence[object]:
    """The camera, its place in the plan, and what bounds the height at which its support holds it."""
    index, camera = next((at, one) for at, one in enumerate(plan.cameras) if one.id == of)
    support = plan.support_of(camera)
    return index, camera, None if support is None else support.gear


LENS: Final[Step[LensStudy]] = Step(
    id="lens",
    scope="camera",
    needs=(Need(WORK, once),),
    reads=_reads,
    study=study_camera,
    drawn=CameraDrawing,
    drawing=lambda study, _of: camera_drawing(study),
    answer=lens_answer,
    figures=LENS_FIGURES,
    numbers=lambda study, assumptions, _of: LensNumbers(study, assumptions),
    card=lens_sections,
)
