"""How fast this machine is at the moment: a fixed piece of work, timed before everything else.

Machines of one kind differ by a factor of four from hour to hour. Goals in milliseconds are scaled by
what is found here, and both figures are printed.
"""

from __future__ import annotations

import time
from collections.abc import Iterable, Iterator
from dataclasses import dataclass

import numpy as np

from bench.timing import Timing, scaled
from steeple.core.light.kernels.exact import light_on
from steeple.core.study.plan_study import camera_studies
from steeple.demo.plans import GILDING

REFERENCE_S = 1.3
"""Twenty million additions in a Python loop on the machine that the goals are meant for."""
ADDITIONS = 20_000_000
SHORT = 4_000_000
"""So many are timed before and after each group of lines."""


@dataclass(frozen=True, slots=True)
class Machine:
    """Seconds for the additions, for a product of two matrices, and for one study of light."""

    python_s: float
    numpy_s: float
    kernel_s: float

    @property
    def slowness(self) -> float:
        """How many times slower than the reference a Python loop runs now."""
        return self.python_s / REFERENCE_S


def _additions(count: int = ADDITIONS) -> float:
    """Seconds for twenty million, timed on so many."""
    start = time.perf_counter()
    total = 0
    for number in range(count):
        total += number
    return (time.perf_counter() - start) * ADDITIONS / count


def _product() -> float:
    matrix = np.random.default_rng(1).random((700, 700))
    start = time.perf_counter()
    for _ in range(8):
        matrix @ matrix
    return time.perf_counter() - start


def _lit() -> float:
    assert light_on is not None
    assert camera_studies(GILDING)[0].light is not None
    start = time.perf_counter()
    for _ in range(5):
        assert camera_studies(GILDING)[0].light is not None
    return (time.perf_counter() - start) / 5


def machine() -> Machine:
    """Time the fixed pieces of work now."""
    return Machine(python_s=_additions(), numpy_s=_product(), kernel_s=_lit())


def by_speed(timings: Iterable[Timing]) -> Iterator[Timing]:
    """Lines with their goals scaled by how slow the machine was while they were taken: the mean of a
    short piece of work before and after."""
    before = _additions(SHORT)
    found = list(timings)
    after = _additions(SHORT)
    yield from scaled(found, (before + after) / 2 / REFERENCE_S)
