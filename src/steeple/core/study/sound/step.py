"""The sound step as the registry has it."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from steeple.core.plan.document import Plan
from steeple.core.study.angles.step import ANGLES
from steeple.core.study.base.step import Need, Step, every_camera, every_support_in_use, once
from steeple.core.study.hold.step import HOLD
from steeple.core.study.lens.step import LENS
from steeple.core.study.sound.answer import sound_answer
from steeple.core.study.sound.card import sound_sections
from steeple.core.study.sound.drawing import SoundDrawing, sound_drawing
from steeple.core.study.sound.figures import SOUND_FIGURES, SoundNumbers
from steeple.core.study.sound.study import SoundStudy, study_sound
from steeple.core.study.work.step import WORK


def _reads(plan: Plan, of: str) -> Sequence[object]:
    """Microphones, what records them and how long, the room, and the lamps whose light they may stand in."""
    del of
    cameras = tuple((one.id, one.role, one.support) for one in plan.cameras)
    return (
        plan.mics, plan.recorders, plan.sound, plan.room, plan.lights, plan.work.shape,
        plan.maker.away, cameras, plan.session, plan.stages, plan.setups,
    )  # fmt: skip


SOUND: Final[Step[SoundStudy]] = Step(
    id="sound",
    scope="plan",
    needs=(
        Need(WORK, once), Need(LENS, every_camera), Need(HOLD, every_support_in_use),
        Need(ANGLES, every_camera),
    ),
    reads=_reads,
    study=study_sound,
    drawn=SoundDrawing,
    drawing=lambda study, _of: sound_drawing(study),
    answer=sound_answer,
    figures=SOUND_FIGURES,
    numbers=lambda study, assumptions, _of: SoundNumbers(study, assumptions),
    card=sound_sections,
)  # fmt: skip
