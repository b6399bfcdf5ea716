"""How timings are taken: after a warm-up, many times, the middle and the 95th percentile kept."""

from __future__ import annotations

import time
from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import asdict, dataclass, replace


@dataclass(frozen=True, slots=True)
class Timing:
    """One line of the table. ``ratio`` is goal ÷ value (above 1 is within the goal)."""

    name: str
    value: float
    unit: str
    goal: float | None
    ratio: float | None
    scaled_ratio: float | None = None
    """The ratio with the goal scaled by how slow the machine is at the moment."""

    def as_dict(self) -> dict[str, object]:
        return asdict(self)


def line(
    name: str, value: float, unit: str, goal: float | None, *, at_least: bool = False
) -> Timing:
    """A line of the table with its ratio; ``at_least`` where more is better."""
    ratio = None if goal is None or value == 0 else round(goal / value, 2)
    if ratio is not None and goal is not None and at_least:
        ratio = round(value / goal, 2)
    return Timing(name=name, value=round(value, 3), unit=unit, goal=goal, ratio=ratio)


def milliseconds(work: Callable[[], object], *, times: int, warm_up: int = 3) -> list[float]:
    """Duration of each of ``times`` runs, in milliseconds, sorted."""
    for _ in range(warm_up):
        work()
    taken = []
    for _ in range(times):
        start = time.perf_counter()
        work()
        taken.append((time.perf_counter() - start) * 1000)
    return sorted(taken)


def percentile(taken: Sequence[float], share: float) -> float:
    """The value below which ``share`` (0…1) of sorted values lie."""
    return taken[min(len(taken) - 1, int(share * len(taken)))]


def scaled(timings: Iterable[Timing], slowness: float) -> Iterator[Timing]:
    """The lines whose goals are times, with the ratio that they would have on the reference machine."""
    for one in timings:
        if one.unit in ("ms", "s") and one.ratio is not None:
            yield replace(one, scaled_ratio=round(one.ratio * slowness, 2))
        else:
            yield one
