"""How long work may go on: until a time, and while anybody waits for it.

Work looks at its budget every few milliseconds (`look`), wherever it goes round a loop over something
that a plan may hold many of; it then ends with an error of its own. Work without a budget goes on.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import contextmanager
from contextvars import ContextVar, copy_context
from typing import Protocol, TypeVar

from steeple.core.errors import SteepleError

Item = TypeVar("Item")
Found = TypeVar("Found")


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

    def each(item: Item) -> Found:
        look()
        return work(item)

    with ThreadPoolExecutor(threads) as pool:
        return [
            future.result()
            for future in [pool.submit(copy_context().run, each, item) for item in items]
        ]
