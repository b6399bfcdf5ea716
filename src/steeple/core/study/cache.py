"""What is remembered between two plans: studies, and the costly parts of them, by fingerprint."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Hashable
from threading import Lock
from typing import Any, TypeVar

from steeple.core.budget import look

Made = TypeVar("Made")
KEPT, LOOK_S = 600, 0.05
"""So many things are kept; one plan worked out whole is about 10 of them a camera and one a lamp."""


class _Entry:
    """A thing that is made when it is first asked for; who asks meanwhile waits for it."""

    __slots__ = ("_lock", "is_made", "made")

    def __init__(self) -> None:
        self._lock = Lock()
        self.is_made = False
        self.made: Any = None

    def get(self, make: Callable[[], Made]) -> Made:
        # Who waits for another's work looks now and then whether anybody still waits for it.
        while not self._lock.acquire(timeout=LOOK_S):
            look()
        try:
            if not self.is_made:
                look()
                self.made = make()
                self.is_made = True
            made: Made = self.made
            return made
        finally:
            self._lock.release()


class StudyCache:
    """Studies by the fingerprint of what they were made from, those used last.

    What the next plan has in common with an earlier one is not worked out again: a plan with a lamp
    moved keeps work, lens, hold and the other lamps. That changes nothing but the time it takes. Safe
    in threads: two who ask for the same thing at once share it.
    """

    def __init__(self, keep: int = KEPT, *, before: StudyCache | None = None) -> None:
        self._keep = keep
        self._before = before
        self._kept: OrderedDict[Hashable, _Entry] = OrderedDict()
        self._lock = Lock()

    def branch(self) -> StudyCache:
        """A cache for trials: it reads this one, and keeps what it makes to itself."""
        return StudyCache(self._keep, before=self)

    def get(self, key: Hashable, make: Callable[[], Made]) -> Made:
        """The thing of that key, made by ``make`` where it is not remembered."""
        if self._before is not None:
            entry = self._before._found(key)
            if entry is not None:
                return entry.get(make)
        with self._lock:
            entry = self._kept.setdefault(key, _Entry())
            self._kept.move_to_end(key)
            while len(self._kept) > self._keep:
                self._kept.popitem(last=False)
        return entry.get(make)

    def recall(self, key: Hashable) -> Any:
        """The thing of that key if it has been made, else None."""
        entry = self._found(key)
        return entry.made if entry is not None else None

    def _found(self, key: Hashable) -> _Entry | None:
        with self._lock:
            entry = self._kept.get(key)
            if entry is not None:
                self._kept.move_to_end(key)
        if entry is None and self._before is not None:
            return self._before._found(key)
        return entry
