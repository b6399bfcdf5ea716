"""How long work may go on: until a time, and while anybody waits for it.

Work looks at its budget every few milliseconds (`look`), wherever it goes round a loop over something
that a plan may hold many of; it then ends with an error of its own. Work without a budget goes on.
"""

from __future__ import annotations

from collections.abc import Callable, Generator, Iterable, Iterator
from concurrent.futures import ThreadPoolExecutor, wait
from contextlib import contextmanager
from contextvars import ContextVar, copy_context
from typing import Protocol, TypeVar

from steeple.core.errors import SteepleError

HELPERS = 8
"""Threads that are kept for work side by side: to begin one takes longer than much of the work."""
Item = TypeVar("Item")
Found = TypeVar("Found")


def to_the_end(steps: Generator[object, None, Found]) -> Found:
    """What work that tells its steps comes to, where nobody asks how far it is."""
    while True:
        try:
            next(steps)
        except StopIteration as end:
            found: Found = end.value
            return found


class Stopped(SteepleError):
    """Nobody waits for the work any more."""

    def __init__(self) -> None:
        super().__init__("stopped", "This was stopped: nobody waits for it any more.")


class TooLong(SteepleError):
    """The work takes longer than its budget."""

    def __init__(self, seconds: float) -> None:
        super().__init__(
            "too-long",
            f"Working this out takes more than {seconds:.0f} s, which is the most that is given to it.",
            field="plan",
        )


class Budget(Protocol):
    """What knows whether work may go on. The core has no clock: whoever asks for work gives one."""

    def look(self) -> None:
        """Raises `Stopped` or `TooLong` where the work must end."""

    def spent(self) -> float:
        """Which share of it is spent, 0 to 1."""


_POOL = ThreadPoolExecutor(HELPERS, thread_name_prefix="beside")
_BUDGET: ContextVar[Budget | None] = ContextVar("budget", default=None)


@contextmanager
def spending(budget: Budget) -> Iterator[None]:
    """Work within a budget, in this thread and in those that `side_by_side` takes."""
    token = _BUDGET.set(budget)
    try:
        yield
    finally:
        _BUDGET.reset(token)


def look() -> None:
    """Look whether the work may go on.

    Raises
    ------
    Stopped
        Nobody waits for it any more.
    TooLong
        Its time is over.
    """
    budget = _BUDGET.get()
    if budget is not None:
        budget.look()


def spent() -> float:
    """Which share of the budget is spent: what can be left out is, before all of it is. 0 without a budget."""
    budget = _BUDGET.get()
    return 0.0 if budget is None else budget.spent()


def side_by_side(
    work: Callable[[Item], Found], items: Iterable[Item], *, threads: int
) -> list[Found]:
    """What work finds for each of some items, in their order, in several threads with one budget.

    Parameters
    ----------
    work, items
        what is done, and for what.
    threads
        how many at once, ≥ 1.
    """

    given = list(items)
    found: dict[int, Found] = {}
    coming = iter(range(len(given)))

    def go_on() -> None:
        # Each takes the next one that nobody has taken, so that none waits for the slowest.
        for place in coming:
            look()
            found[place] = work(given[place])

    others = [_POOL.submit(copy_context().run, go_on) for _ in range(min(threads, len(given)) - 1)]
    try:
        go_on()
    finally:
        # Whoever has not begun need not any more; where this failed, the others take nothing new.
        for _ in coming:
            pass
        begun = [other for other in others if not other.cancel()]
        wait(begun)
    for other in begun:
        other.result()
    return [found[place] for place in range(len(given))]
