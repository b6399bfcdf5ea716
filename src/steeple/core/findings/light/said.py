"""What the rules of the light share."""

from __future__ import annotations

from collections.abc import Callable

from steeple.core.findings.finding import Said, Verdict
from steeple.core.study.light import LightStudy
from steeple.core.study.result import Quantity

Judge = Callable[[LightStudy], Said | None]


def level_of(value: float, watch: float, fails: float) -> Verdict:
    """Verdict of a figure that should be small."""
    return "holds" if value <= watch else "watch" if value <= fails else "fails"


def stops_of(value: float) -> Quantity:
    """A figure in stops, to a tenth."""
    return Quantity(value=round(value, 1), unit="stops")
