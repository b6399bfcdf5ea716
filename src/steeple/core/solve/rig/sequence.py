"""Mends for all of a plan: the fewest moves that clear most of what is open, tried together, one after the other.

Single mends are found and tried as everywhere (`solve.mends`). Here they are put in a row: each move is judged over the
whole plan as the moves before it have left it; at last every move that is not needed is left out.

References: Minoux, Accelerated greedy algorithms for maximizing submodular set functions (1978).
"""

from __future__ import annotations

import heapq
from collections.abc import Sequence
from dataclasses import dataclass

from steeple.core.budget import look, spent
from steeple.core.errors import SteepleError
from steeple.core.findings.finding import GRAVITY, Finding, Verdict
from steeple.core.findings.judging import judge
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.cupboard.owned import NOTHING_OWNED, Owned
from steeple.core.plan.document import Plan
from steeple.core.solve.mends import with_mends
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, say
from steeple.core.study.base.step import StepId
from steeple.core.study.cache import StudyCache
from steeple.core.study.plan_study import CameraStudy, camera_studies

MOST_MOVES = 6
WEIGHT: dict[Verdict, float] = {"holds": 0.0, "watch": 1.0, "unknown": 0.0, "fails": 8.0}
"""What an open note counts. What is not known is answered by the maker, not by a move."""
MOVE = 0.3
"""A move must clear more than this: two moves that clear one thing to watch are one too many."""
ENOUGH = 0.75
Key = tuple[str, str]


class Cleared(Result):
    """A note that a row of moves clears, or eases."""

    code: str
    about: str
    step: StepId
    was: Verdict
    now: Verdict
    title: Sentence


class MendMove(Result):
    """One move of the row."""

    action: Sentence
    cost: Sentence
    changes: tuple[Change, ...]
    clears: tuple[Cleared, ...]


class MendSequence(Result):
    """The row of moves, in its order; what stays open after it, and whether all that was worth a try was tried."""

    says: Sentence
    moves: tuple[MendMove, ...]
    clears: tuple[Cleared, ...]
    stays: tuple[Cleared, ...]
    adds: tuple[Cleared, ...]
    whole: bool

    @property
    def changes(self) -> tuple[Change, ...]:
        """All of it, as one edit."""
        return tuple(change for move in self.moves for change in move.changes)


@dataclass(frozen=True, slots=True, eq=False)
class _Move:
    action: Sentence
    cost: Sentence
    changes: tuple[Change, ...]


@dataclass(frozen=True, slots=True, eq=False)
class _Row:
    """Some moves, made one after the other, and what is found then."""

    moves: tuple[_Move, ...]
    cameras: tuple[CameraStudy, ...]
    findings: tuple[Finding, ...]

    @property
    def open(self) -> float:
        """What is open, by its weight, with a little for each move."""
        spoken = sum(WEIGHT[one.verdict] for one in self.findings if one.speaks)
        return spoken + MOVE * len(self.moves)


def mend_sequence(
    plan: Plan,
    *,
    owned: Owned = NOTHING_OWNED,
    steps: Sequence[StepId] | None = None,
    most: int = MOST_MOVES,
    cache: StudyCache | None = None,
) -> MendSequence:
    """The fewest moves that clear most of what is open in a plan.

    Parameters
    ----------
    plan, owned
        any plan; what the maker has.
    steps
        whose notes are to be cleared; None = all. A move never makes something fail elsewhere.
    most
        so many moves at most.
    cache
        what was worked out before.

    Returns
    -------
    An empty row where nothing is open, or no mend helps. Each move is one that the sheet would offer for its plan.
    """
    cameras = camera_studies(plan, owned, cache)
    start = _Row((), cameras, judge(cameras))
    row, whole = start, True
    while len(row.moves) < most:
        if spent() > ENOUGH:
            whole = False
            break
        found, left = with_mends(row.cameras, row.findings)
        whole = whole and not left
        further = _assembled(row, _moves_of(found, steps), most)
        if further is row:
            break
        row = further
    return _told(start, _without_idle(start, row), whole)


def _moves_of(found: Sequence[Finding], steps: Sequence[StepId] | None) -> list[_Move]:
    """Every mend of some findings, once each."""
    moves: dict[str, _Move] = {}
    for finding in found:
        if steps is None or finding.step in steps:
            for fix in finding.fixes:
                moves.setdefault(repr(fix.changes), _Move(fix.action, fix.cost, fix.changes))
    return list(moves.values())


def _assembled(row: _Row, moves: Sequence[_Move], most: int) -> _Row:
    """A row gone on with by the moves that clear most, one after the other.

    What a move clears seldom grows by others made before it: the moves stand in a queue by what each was last seen to
    leave open, and the first is judged again where the plan has changed since (lazy greedy search).
    """
    queue: list[tuple[float, int, int]] = []
    for number, move in enumerate(moves):
        look()
        tried = _made(row, move)
        if tried is not None and tried.open < row.open:
            heapq.heappush(queue, (tried.open - row.open, number, len(row.moves)))
    made: list[_Move] = []
    while queue and len(row.moves) < most:
        _, number, seen = heapq.heappop(queue)
        move = moves[number]
        if any(_overlap(move, other) for other in made):
            continue
        look()
        tried = _made(row, move)
        if tried is None or tried.open >= row.open - 1e-9:
            continue
        gain = tried.open - row.open
        if seen != len(row.moves) and queue and gain > queue[0][0]:
            heapq.heappush(queue, (gain, number, len(row.moves)))
            continue
        row = tried
        made.append(move)
    return row


def _overlap(one: _Move, other: _Move) -> bool:
    """Whether one of two moves writes over what the other writes."""
    return any(
        f"{a.path}/".startswith(f"{b.path}/") or f"{b.path}/".startswith(f"{a.path}/")
        for a in one.changes
        for b in other.changes
    )


def _made(row: _Row, move: _Move) -> _Row | None:
    first = row.cameras[0]
    try:
        plan = apply_changes(first.plan, move.changes)
    except SteepleError:
        return None
    cameras = camera_studies(plan, first.owned, first.studies.cache)
    return _Row((*row.moves, move), cameras, judge(cameras))


def _without_idle(start: _Row, best: _Row) -> _Row:
    """The row without moves that it does without: those whose notes a later move clears too."""
    kept = list(best.moves)
    for move in best.moves:
        less = [one for one in kept if one is not move]
        row: _Row | None = start
        for one in less:
            row = None if row is None else _made(row, one)
        if row is not None and row.open < best.open:
            kept, best = less, row
    return best


def _verdicts(findings: Sequence[Finding]) -> dict[Key, Finding]:
    return {(one.code, one.about): one for one in findings}


def _cleared(before: Sequence[Finding], after: Sequence[Finding]) -> tuple[Cleared, ...]:
    now = _verdicts(after)
    found = []
    for was in before:
        if not was.speaks or was.verdict == "unknown":
            continue
        then = now.get((was.code, was.about))
        verdict: Verdict = "holds" if then is None or not then.speaks else then.verdict
        if GRAVITY[verdict] < GRAVITY[was.verdict]:
            found.append(_line(was, was.verdict, verdict))
    return tuple(found)


def verdicts_between(
    before: Sequence[Finding], after: Sequence[Finding]
) -> tuple[tuple[Cleared, ...], tuple[Cleared, ...]]:
    """The notes that weigh less afterwards, and those that are new or weigh more.

    Parameters
    ----------
    before, after
        what was found of two plans.
    """
    was = _verdicts(before)
    worse = []
    for now in after:
        if not now.speaks or now.verdict == "unknown":
            continue
        earlier = was.get((now.code, now.about))
        then: Verdict = "holds" if earlier is None or not earlier.speaks else earlier.verdict
        if GRAVITY[now.verdict] > GRAVITY[then]:
            worse.append(_line(now, then, now.verdict))
    return _cleared(before, after), tuple(worse)


def _line(finding: Finding, was: Verdict, now: Verdict) -> Cleared:
    return Cleared(
        code=finding.code, about=finding.about, step=finding.step, was=was, now=now,
        title=finding.title,
    )  # fmt: skip


def _told(start: _Row, best: _Row, whole: bool) -> MendSequence:
    moves = []
    row = start
    for move in best.moves:
        after = _made(row, move)
        assert after is not None
        moves.append(
            MendMove(
                action=move.action, cost=move.cost, changes=move.changes,
                clears=_cleared(row.findings, after.findings),
            )
        )  # fmt: skip
        row = after
    clears = _cleared(start.findings, row.findings)
    before = _verdicts(start.findings)
    stays = tuple(
        _line(one, before[one.code, one.about].verdict, one.verdict)
        for one in row.findings
        if one.speaks and (one.code, one.about) in before and before[one.code, one.about].speaks
    )
    known = {(one.code, one.about) for one in stays}
    adds = tuple(
        _line(one, "holds", one.verdict)
        for one in row.findings
        if one.speaks and (one.code, one.about) not in known
    )
    return MendSequence(
        says=_says(start, moves, clears), moves=tuple(moves), clears=clears, stays=stays, adds=adds,
        whole=whole,
    )  # fmt: skip


COUNTS = ("No", "One", "Two", "Three", "Four", "Five", "Six")


def _says(start: _Row, moves: Sequence[MendMove], clears: Sequence[Cleared]) -> Sentence:
    if not any(one.speaks and one.verdict != "unknown" for one in start.findings):
        return say("Nothing is open that a move could clear.")
    if not moves:
        return say("No move clears any of it without making something else worse.")
    count = len(moves)
    return say(
        ("This one move clears " if count == 1 else f"These {COUNTS[count].lower()} moves clear ")
        + "{notes} "
        + ("note." if len(clears) == 1 else "notes."),
        notes=Quantity(value=len(clears), unit="count"),
    )
