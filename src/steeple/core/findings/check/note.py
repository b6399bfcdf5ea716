"""A note of the check: what was measured against what was planned, and what to do at the bench."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from steeple.core.findings.finding import Verdict
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence

CheckCode = Literal[
    "check.too-high",
    "check.too-low",
    "check.off-centre",
    "check.tilted",
    "check.turned",
    "check.zoom-off",
    "check.zone-cut-off",
    "check.uneven",
    "check.hot-patch",
    "check.cast",
    "check.exposure",
    "check.clipped",
    "check.bands",
    "check.soft",
    "check.detail-lost",
    "check.printer-scale",
    "check.other-plan",
]


class Move(Result):
    """Something to do at the bench, tried out by the core."""

    words: Sentence
    outcome: Sentence
    knob: str = Field(description="What is moved: column, boom, head, stand, zoom, lamp, …")


class CheckNote(Result):
    """One thing that is not as planned."""

    code: CheckCode
    verdict: Verdict
    title: Sentence
    reason: Sentence = ()
    moves: tuple[Move, ...] = ()


class CheckFigure(Result):
    """One figure, planned and measured."""

    key: str
    name: str
    planned: Quantity | None = None
    measured: Quantity
    error: Quantity | None = Field(default=None, description="Two standard errors.")
    tolerance: Quantity | None = Field(default=None, description="How far off it may be.")
    verdict: Verdict | None = Field(
        default=None, description="None where nothing was planned to compare it with."
    )
