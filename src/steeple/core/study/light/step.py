"""The light step as the registry has it."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from steeple.core.plan.document import Plan
from steeple.core.study.base.step import Need, Step, every_camera, every_support_in_use, once
from steeple.core.study.hold.step import HOLD
from steeple.core.study.lens.step import LENS
from steeple.core.study.light.answer import light_answer
from steeple.core.study.light.card import light_sections
from steeple.core.study.light.drawing import LightDrawing, light_drawing
from steeple.core.study.light.figures import LIGHT_FIGURES, LightNumbers
from steeple.core.study.light.study import LightStudy, study_light
from steeple.core.study.work.step import WORK


def _reads(plan: Plan, of: str) -> Sequence[object]:
    """Lamps, cards and windows; which cameras there are beside the one asked for."""
    setups = tuple((one.cameras, one.lights) for one in plan.setups)
    room = plan.room
    windows = room.windows, room.daylight, room.learned_daylight_share
    return of, plan.lights, plan.cards, windows, setups


LIGHT: Final[Step[LightStudy]] = Step(
    id="light",
    scope="camera",
    needs=(Need(WORK, once), Need(LENS, every_camera), Need(HOLD, every_support_in_use)),
    reads=_reads,
    study=study_light,
    drawn=LightDrawing,
    drawing=lambda study, _of: light_drawing(study),
    answer=light_answer,
    figures=LIGHT_FIGURES,
    numbers=lambda study, assumptions, _of: LightNumbers(study, assumptions),
    card=light_sections,
    without_camera=True,
)
