"""What is remembered: made once, the oldest forgotten first, trials kept apart, safe in threads."""

from __future__ import annotations

import threading
import time
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor

import pytest

from steeple.core.study.cache import StudyCache


class Maker:
    """Counts how often it was asked to make each thing."""

    def __init__(self) -> None:
        self.made: list[str] = []

    def __call__(self, name: str) -> Callable[[], str]:
        def make() -> str:
            self.made.append(name)
            return name.upper()

        return make


def test_a_thing_is_made_once_and_then_remembered() -> None:
    cache, make = StudyCache(), Maker()
    assert cache.recall("a") is None
    assert cache.get("a", make("a")) == "A"
    assert cache.get("a", make("other")) == "A"
    assert cache.recall("a") == "A"
    assert make.made == ["a"]


def test_nothing_is_remembered_of_what_could_not_be_made() -> None:
    cache, make = StudyCache(), Maker()

    def fails() -> str:
        raise ValueError("not enough is known")

    with pytest.raises(ValueError, match="not enough"):
        cache.get("a", fails)
    assert cache.recall("a") is None
    assert cache.get("a", make("a")) == "A"


def test_none_is_a_thing_like_any_other() -> None:
    cache = StudyCache()
    asked: list[int] = []

    def nothing() -> None:
        asked.append(1)

    for _ in range(3):
        assert cache.get("a", nothing) is None
    assert len(asked) == 1


def test_what_was_used_longest_ago_is_forgotten_first() -> None:
    cache, make = StudyCache(keep=2), Maker()
    cache.get("a", make("a"))
    cache.get("b", make("b"))
    cache.get("a", make("a"))
    cache.get("c", make("c"))
    assert cache.recall("b") is None
    assert (cache.recall("a"), cache.recall("c")) == ("A", "C")
    assert make.made == ["a", "b", "c"]


def test_recalling_counts_as_using() -> None:
    cache, make = StudyCache(keep=2), Maker()
    cache.get("a", make("a"))
    cache.get("b", make("b"))
    assert cache.recall("a") == "A"
    cache.get("c", make("c"))
    assert cache.recall("a") == "A"
    assert cache.recall("b") is None


def test_a_trial_reads_what_is_remembered_and_keeps_its_own_to_itself() -> None:
    cache, make = StudyCache(), Maker()
    cache.get("a", make("a"))
    trial = cache.branch()
    assert trial.get("a", make("never")) == "A"
    assert trial.get("b", make("b")) == "B"
    assert trial.recall("a") == "A"
    assert cache.recall("b") is None
    again = trial.branch()
    assert (again.recall("a"), again.recall("b")) == ("A", "B")
    assert make.made == ["a", "b"]


def test_two_who_ask_at_once_share_what_is_made() -> None:
    cache, made = StudyCache(), []

    def slow() -> int:
        made.append(1)
        time.sleep(0.05)
        return 7

    with ThreadPoolExecutor(8) as pool:
        found = list(pool.map(lambda _: cache.get("a", slow), range(16)))
    assert found == [7] * 16
    assert len(made) == 1


def test_who_makes_one_thing_does_not_hold_up_another() -> None:
    cache = StudyCache()
    order: list[str] = []
    begun, quick_made = threading.Event(), threading.Event()

    def slow() -> str:
        begun.set()
        quick_made.wait(20)
        order.append("slow")
        return "slow"

    def quick() -> str:
        order.append("quick")
        quick_made.set()
        return "quick"

    with ThreadPoolExecutor(2) as pool:
        first = pool.submit(cache.get, "a", slow)
        assert begun.wait(20)
        second = pool.submit(cache.get, "b", quick)
        assert (first.result(), second.result()) == ("slow", "quick")
    assert order == ["quick", "slow"]
