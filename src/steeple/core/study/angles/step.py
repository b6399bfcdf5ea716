"""The angles step as the registry has it."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from steeple.core.plan.document import Plan
from steeple.core.study.angles.answer import angles_answer
from steeple.core.study.angles.card import angles_sections
from steeple.core.study.angles.drawing import AnglesDrawing, angles_drawing
from steeple.core.study.angles.figures import ANGLE_FIGURES, AngleNumbers
from steeple.core.study.angles.study import AngleStudy, study_angles
from steeple.core.study.base.step import Need, Step, every_camera, every_support_in_use, once
from steeple.core.study.hold.step import HOLD
from steeple.core.study.lens.step import LENS
from steeple.core.study.work.step import WORK


def _reads(plan: Plan, of: str) -> Sequence[object]:
    """Lamps and cards, which may be in the picture; what the cameras are called, what holds them, and in
    which set-ups they stand."""
    cameras = tuple((one.id, one.role, one.support) for one in plan.cameras)
    return of, plan.lights, plan.cards, cameras, plan.setups, plan.stages


ANGLES: Final[Step[AngleStudy]] = Step(
    id="angles",
    scope="camera",
    needs=(Need(WORK, once), Need(LENS, every_camera), Need(HOLD, every_support_in_use)),
    reads=_reads,
    study=study_angles,
    drawn=AnglesDrawing,
    drawing=lambda study, _of: angles_drawing(study),
    answer=angles_answer,
    figures=ANGLE_FIGURES,
    numbers=lambda study, assumptions, _of: AngleNumbers(study, assumptions),
    card=angles_sections,
)
