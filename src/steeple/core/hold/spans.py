"""Which spans a pole or crossbar can be set to, from the sections that there are."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import combinations

SLACK_MM = 0.5


@dataclass(frozen=True, slots=True)
class SpanOption:
    """One set of sections: their places in the list, and the shortest and longest span of it."""

    sections: tuple[int, ...]
    least_mm: float
    most_mm: float

    def miss_mm(self, wanted_mm: float) -> float:
        """0 where it can be set to the span; negative by how much it is short, positive too long."""
        if wanted_mm > self.most_mm + SLACK_MM:
            return self.most_mm - wanted_mm
        if wanted_mm < self.least_mm - SLACK_MM:
            return self.least_mm - wanted_mm
        return 0.0


def span_options(
    *,
    sections_mm: Sequence[float],
    adjust_mm: float | None,
    least_mm: float | None,
    most_mm: float | None,
) -> tuple[SpanOption, ...]:
    """Every span there is, fewest sections first; of two sets of one length only the first.

    Parameters
    ----------
    sections_mm
        length of each section owned; empty for one that is drawn out between
        ``least_mm`` and ``most_mm``.
    adjust_mm
        what the ends draw out by.
    least_mm
        shortest of one that is drawn out; None where it has none.
    most_mm
        longest of it.
    """
    if not sections_mm:
        if most_mm is None:
            return ()
        return (SpanOption((), least_mm if least_mm is not None else most_mm, most_mm),)
    options: list[SpanOption] = []
    seen: set[float] = set()
    for count in range(1, len(sections_mm) + 1):
        for chosen in combinations(range(len(sections_mm)), count):
            length = round(sum(sections_mm[one] for one in chosen), 3)
            if length not in seen:
                seen.add(length)
                options.append(SpanOption(chosen, length, length + (adjust_mm or 0.0)))
    return tuple(options)


def nearest_options(
    options: Sequence[SpanOption], wanted_mm: float
) -> tuple[SpanOption | None, SpanOption | None, SpanOption | None]:
    """The set that fits with the fewest sections, and the nearest that are too short and too long.

    Parameters
    ----------
    options
        spans there are.
    wanted_mm
        span asked for.
    """
    fits = next((one for one in options if one.miss_mm(wanted_mm) == 0), None)
    short = [one for one in options if one.miss_mm(wanted_mm) < 0]
    long = [one for one in options if one.miss_mm(wanted_mm) > 0]
    return (
        fits,
        max(short, key=lambda one: one.miss_mm(wanted_mm), default=None),
        min(long, key=lambda one: one.miss_mm(wanted_mm), default=None),
    )


def least_at_or_over(
    options: Sequence[SpanOption], wanted_mm: float
) -> tuple[SpanOption, float] | None:
    """The shortest span that is at least as long as wanted, for a bar that may reach beyond.

    Parameters
    ----------
    options
        spans there are.
    wanted_mm
        span asked for.
    """
    over = [
        (one, max(one.least_mm, wanted_mm))
        for one in options
        if one.most_mm >= wanted_mm - SLACK_MM
    ]
    return min(over, key=lambda pair: (pair[1], len(pair[0].sections)), default=None)
