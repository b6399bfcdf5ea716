"""Cautions: what can hurt someone, said in one plain sentence that defers to those who know.

A caution is never a promise of safety and never clears anything.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from steeple.core.study.base.result import Result
from steeple.core.study.base.step import StepId
from steeple.core.study.plan_study import CameraStudy


class Caution(Result):
    """One caution that applies to a plan, and the step beside which it stands."""

    code: str
    step: StepId
    sentence: str


@dataclass(frozen=True, slots=True)
class CautionRule:
    """When a caution applies, and what it says."""

    code: str
    step: StepId
    trigger: str
    sentence: str
    applies: Callable[[CameraStudy], bool]
