"""Work within a budget: it ends where it must, in every thread, and no order depends on chance."""

from __future__ import annotations

import threading
import time
from dataclasses import dataclass, field

import pytest

from steeple.core.budget import Stopped, TooLong, look, side_by_side, spending
from steeple.core.study.cache import StudyCache


@dataclass
class Counted:
    """A budget of so many looks."""

    looks: int
    taken: int = 0
    ended_by: type[Stopped] = Stopped
    threads: set[int] = field(default_factory=set)

    def spent(self) -> float:
        return self.taken / self.looks

    def look(self) -> None:
        self.taken += 1
        self.threads.add(threading.get_ident())
        if self.taken > self.looks:
            raise self.ended_by


def test_work_without_a_budget_goes_on() -> None:
    for _ in range(1000):
        look()


def test_work_ends_when_its_budget_is_spent_and_not_after() -> None:
    budget = Counted(3)
    done: list[int] = []

    def work() -> None:
        for number in range(10):
            look()
            done.append(number)

    with pytest.raises(Stopped), spending(budget):
        work()
    assert done == [0, 1, 2]
    look()
    assert budget.taken == 4


def test_a_budget_within_another_ends_alone() -> None:
    outer, inner = Counted(100), Counted(1)
    with spending(outer):
        with pytest.raises(Stopped), spending(inner):
            side_by_side(lambda _: None, range(2), threads=1)
        look()
    assert (outer.taken, inner.taken) == (1, 2)


@pytest.mark.parametrize("threads", [1, 2, 5])
@pytest.mark.parametrize("count", [0, 1, 2, 30])
def test_what_is_done_side_by_side_comes_in_order(threads: int, count: int) -> None:
    def slow(number: int) -> int:
        time.sleep(0.001 * (number % 3))
        return number * number

    found = side_by_side(slow, range(count), threads=threads)
    assert found == [number * number for number in range(count)]


def test_every_thread_looks_at_the_same_budget() -> None:
    budget = Counted(1000)
    with spending(budget):
        side_by_side(lambda _: time.sleep(0.01), range(12), threads=3)
    assert budget.taken == 12
    assert len(budget.threads) > 1


def test_a_spent_budget_ends_all_threads_soon() -> None:
    done: list[int] = []
    budget = Counted(5)

    def work(number: int) -> None:
        time.sleep(0.005)
        done.append(number)

    with pytest.raises(Stopped), spending(budget):
        side_by_side(work, range(1000), threads=3)
    time.sleep(0.05)
    assert len(done) <= 5


def test_what_one_thread_raises_is_raised() -> None:
    def work(number: int) -> int:
        if number == 7:
            raise ValueError("seven")
        return number

    for threads in (1, 2, 4):
        with pytest.raises(ValueError, match="seven"):
            side_by_side(work, range(20), threads=threads)


def test_work_side_by_side_may_itself_go_side_by_side() -> None:
    """More than there are threads, three deep: whoever finds no thread free does it all."""

    def sums(depth: int) -> int:
        if depth == 0:
            return 1
        return sum(side_by_side(sums, [depth - 1] * 4, threads=4))

    assert sums(4) == 4**4


def test_who_waits_for_anothers_study_may_give_up() -> None:
    cache, begun, go_on = StudyCache(), threading.Event(), threading.Event()

    def slow() -> str:
        begun.set()
        go_on.wait(10)
        return "made"

    maker = threading.Thread(target=lambda: cache.get("key", slow))
    maker.start()
    begun.wait(10)
    with pytest.raises(Stopped), spending(Counted(2)):
        cache.get("key", lambda: "another")
    go_on.set()
    maker.join()
    assert cache.get("key", lambda: "another") == "made"


def test_a_study_that_was_stopped_is_made_by_the_next_who_asks() -> None:
    cache = StudyCache()

    def stopped() -> str:
        raise Stopped

    with pytest.raises(Stopped):
        cache.get("key", stopped)
    assert cache.get("key", lambda: "made") == "made"


def test_errors_of_a_budget_say_it_in_a_sentence() -> None:
    assert "nobody waits" in Stopped().sentence
    assert "more than 10 s" in TooLong(10.0).sentence
