"""Every step, in the order in which one builds on another."""

from __future__ import annotations

from typing import Any

from steeple.core.study.angles.step import ANGLES
from steeple.core.study.base.step import Step
from steeple.core.study.hold.step import HOLD
from steeple.core.study.lens.step import LENS
from steeple.core.study.light.step import LIGHT
from steeple.core.study.roll.step import ROLL
from steeple.core.study.sound.step import SOUND
from steeple.core.study.work.step import WORK

STEPS: tuple[Step[Any], ...] = (WORK, LENS, HOLD, LIGHT, ANGLES, SOUND, ROLL)
