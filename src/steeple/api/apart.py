"""Heavy work apart from saves, reads and health: so many at once, so many waiting, so long each.

Saves and reads have threads of their own (`WORKERS` of the application). Whatever works a plan out has
`AT_ONCE` others, within a budget that ends when whoever asked has gone away.
"""

from __future__ import annotations

import functools
import logging
import os
import time
from collections.abc import AsyncIterator, Callable, Iterator
from contextvars import ContextVar
from dataclasses import dataclass, field
from threading import Event
from typing import ParamSpec, TypeVar

from anyio import CapacityLimiter, to_thread

from steeple.core.budget import Stopped, TooLong, look, spending
from steeple.core.errors import SteepleError
from steeple.core.plan.document import Plan
from steeple.core.plan.values import Part

AT_ONCE, WAITING = 3, 24
SECONDS = float(os.environ.get("STEEPLE_WORK_SECONDS", "10"))
"""How long one request is worked at, on a machine as fast as the reference."""
ADDITIONS, REFERENCE_S = 1_000_000, 0.065
"""Additions in a loop and how long the reference takes for them: budgets are scaled by that."""
log = logging.getLogger(__name__)
Given = ParamSpec("Given")
Found = TypeVar("Found")
HEAVY: set[Callable[..., object]] = set()
"""Routes whose work is heavy."""
LEFT: ContextVar[Event | None] = ContextVar("left", default=None)
"""Set by `Limits` for each request: whether whoever asked has gone away."""


@dataclass(slots=True)
class Allowance:
    """A budget by the clock: seconds that work may take, and an event that ends it before.

    Attributes
    ----------
    longest_s
        the longest time between two looks so far: what could not have been cut short.
    """

    seconds: float
    stop: Event = field(default_factory=Event)
    longest_s: float = 0.0
    began: float = field(default_factory=time.monotonic)
    looked: float = field(default_factory=time.monotonic)

    def look(self) -> None:
        """Raises `Stopped` or `TooLong` where the work must end."""
        now = time.monotonic()
        self.longest_s = max(self.longest_s, now - self.looked)
        self.looked = now
        if self.stop.is_set():
            raise Stopped
        if now - self.began > self.seconds:
            raise TooLong(self.seconds)

    def spent(self) -> float:
        """Which share of its seconds is over."""
        return (time.monotonic() - self.began) / self.seconds


class Busy(SteepleError):
    """More is asked for than is worked out at once, and many wait already."""

    def __init__(self) -> None:
        super().__init__(
            "busy-working",
            f"Steeple is working out {AT_ONCE} things, and {WAITING} more wait. Try again in a moment; "
            "plans are saved all the same.",
        )


class TooExtreme(SteepleError):
    """Figures that each may be, but that together lead beyond what can be reckoned with."""

    def __init__(self, error: Exception) -> None:
        super().__init__(
            "too-extreme",
            "This cannot be worked out: figures of the plan are too extreme together "
            f"({(str(error) or type(error).__name__).splitlines()[0][:80]}). The plan itself is kept as it is.",
            field="plan",
        )


@functools.cache
def slowness() -> float:
    """How many times slower than the reference this machine is, at least 1."""
    start, total = time.perf_counter(), 0
    for number in range(ADDITIONS):
        total += number
    return max(1.0, (time.perf_counter() - start) / REFERENCE_S)


class _Queue:
    """Who is worked for and who waits. Counted here, as a limiter counts only those that wait already."""

    def __init__(self) -> None:
        self.limiter = CapacityLimiter(AT_ONCE)
        self.asked = 0


@functools.cache
def _queue() -> _Queue:
    return _Queue()


def is_full() -> bool:
    """Whether so many wait that one more would be refused."""
    return _queue().asked >= AT_ONCE + WAITING


def is_idle() -> bool:
    """Whether work that is asked for now begins at once."""
    return _queue().asked < AT_ONCE


async def run(work: Callable[[], Found], *, seconds: float | None = None) -> Found:
    """Work in a thread for heavy work, within a budget.

    Raises
    ------
    Busy
        Too many wait already.
    TooLong, Stopped
        As `core.budget` has them.
    """
    queue = _queue()
    if is_full():
        raise Busy
    left = LEFT.get() or Event()

    def within() -> Found:
        with spending(Allowance((seconds or SECONDS) * slowness(), left)):
            look()
            try:
                return work()
            except (ArithmeticError, ValueError, MemoryError) as error:
                # A ValidationError is a ValueError too: a figure that follows and no plan can hold.
                log.exception("not worked out")
                raise TooExtreme(error) from error

    queue.asked += 1
    try:
        return await to_thread.run_sync(within, limiter=queue.limiter)
    finally:
        queue.asked -= 1


def apart(work: Callable[Given, Found]) -> Callable[Given, Found]:
    """A route whose work is heavy."""

    @functools.wraps(work)
    async def endpoint(*args: Given.args, **kwargs: Given.kwargs) -> Found:
        try:
            return await run(functools.partial(work, *args, **kwargs))
        except TooLong as error:
            raise too_long(error, list(kwargs.values())) from error

    HEAVY.add(endpoint)
    return endpoint  # type: ignore[return-value]


async def lines_apart(
    lines: Iterator[str], instead: Callable[[SteepleError], str]
) -> AsyncIterator[str]:
    """Lines of an answer that comes bit by bit, each worked out in a thread for heavy work; where that
    ends with an error, a last line says so."""
    try:
        while (line := await run(lambda: next(lines, None))) is not None:
            yield line
    except Stopped:
        return
    except SteepleError as error:
        yield instead(error)


def too_long(error: TooLong, given: list[object]) -> TooLong:
    """The same error with what the request holds most of."""
    counts: dict[str, int] = {}
    for one in given:
        if isinstance(one, Part):
            _count(one, counts)
    most = sorted(counts.items(), key=lambda item: -item[1])[:3]
    if most:
        words = ", ".join(f"{number} {name.replace('_', ' ')}" for name, number in most)
        error.sentence += f" The request holds {words}: try it with fewer of them."
        error.field, error.value = most[0][0], str(most[0][1])
    return error


def _count(part: Part, counts: dict[str, int]) -> None:
    for name in type(part).model_fields:
        value = getattr(part, name)
        if isinstance(value, tuple) and len(value) > 1:
            counts[name] = counts.get(name, 0) + len(value)
        if isinstance(value, Plan) or (isinstance(part, Plan) and isinstance(value, Part)):
            _count(value, counts)
