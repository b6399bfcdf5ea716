"""What is found over all sessions: a loss that came three times, an alarm that was missed, minutes in which no camera
ran, a correction that does not help, a session that nobody ended."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from pydantic import Field

from steeple.core.findings.finding import Verdict
from steeple.core.record.limits import LimitCame, LimitSeen, limits_came
from steeple.core.record.losses import THREE_TIMES, losses_over
from steeple.core.record.pair import KINDS, LearnedOf
from steeple.core.record.told import LossMade, SessionRecord, StopMade
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, say

LogCode = Literal[
    "log.same-loss", "log.alarm-missed", "log.nothing-rolling", "log.correction-doubtful",
    "log.not-ended", "log.limit-not-known",
]  # fmt: skip
LOG_CODES: Mapping[LogCode, str] = {
    "log.same-loss": "the same loss came three times or more",
    "log.alarm-missed": "an alarm of the plan was missed",
    "log.nothing-rolling": "for a while in a take no camera ran",
    "log.correction-doubtful": "what was learned does not make predictions better, and is not used",
    "log.not-ended": "a session was never ended",
    "log.limit-not-known": "a camera stopped by itself, and its figures know of no such limit",
}
LONG_OPEN_H = 36.0
ONE_CAMERA = "Change battery and card in the breaks that the Roll sheet proposes; or let a second camera, or a phone, run beside it."
MORE_CAMERAS = "Work out restarts on the Roll sheet: one camera then runs while another is changed."


class LogNote(Result):
    """One thing to know of past sessions, and what to do about it."""

    code: LogCode
    verdict: Verdict
    title: Sentence
    mend: Sentence
    plan_id: str = Field(default="", description="The plan that it is of; empty = of many.")
    put: LimitSeen | None = Field(default=None, description="What can be put on a camera of it.")


@dataclass(frozen=True, slots=True)
class PastSession:
    """What is looked at of a past session: what its plan is called and how many cameras it has, when it began and
    whether it ended, what was lost, how many alarms were missed, for how long no camera ran within takes, which
    limits of devices ``came``, and those of them that its plan does not know."""

    plan_id: str
    title: str
    cameras: int
    began: datetime
    ended: bool
    losses: tuple[LossMade, ...]
    missed: int
    bare_s: float
    came: tuple[LimitCame, ...] = ()
    limits: tuple[LimitSeen, ...] = ()


def past_session(plan_id: str, title: str, cameras: int, record: SessionRecord) -> PastSession:
    """A session as it is looked at.

    Parameters
    ----------
    plan_id, title, cameras
        of its plan; 0 cameras where the plan is not known.
    record
        the session.
    """
    return PastSession(
        plan_id=plan_id,
        title=title,
        cameras=cameras,
        began=record.began,
        ended=record.ended is not None,
        losses=record.losses,
        missed=sum(one.came == "missed" for one in record.alarms),
        bare_s=bare_s(record, cameras),
        came=limits_came(record),
    )


def log_notes(
    sessions: Sequence[PastSession], learned: Sequence[LearnedOf], now: datetime
) -> tuple[LogNote, ...]:
    """What is found over sessions, the gravest first.

    Parameters
    ----------
    sessions, learned
        any, the newest first; what the log teaches.
    now
        the time, aware: it tells which sessions were never ended.
    """
    found = [
        *_nothing_rolling(sessions),
        *_limits(sessions),
        *_same_loss(sessions),
        *_alarms(sessions),
        *_doubtful(learned),
        *_not_ended(sessions, now),
    ]
    return tuple(sorted(found, key=lambda one: one.verdict != "fails"))


def bare_s(record: SessionRecord, cameras: int) -> float:
    """How long within takes no camera ran, seconds.

    Parameters
    ----------
    record, cameras
        a session, and how many cameras its plan has; 0 = none can be told.
    """
    stops = [one for one in record.stops if one.device.startswith("camera-")]
    total = 0.0
    for take in record.takes:
        if take.end is None or cameras < 1:
            continue
        edges = sorted({take.start, take.end, *_within(stops, take.start, take.end)})
        for start, end in itertools.pairwise(edges):
            still = {
                one.device for one in stops if one.at <= start and end <= (one.again_at or take.end)
            }
            if len(still) >= cameras:
                total += (end - start).total_seconds()
    return total


def _within(stops: Sequence[StopMade], start: datetime, end: datetime) -> Iterator[datetime]:
    for one in stops:
        for at in (one.at, one.again_at):
            if at is not None and start < at < end:
                yield at


def _span(seconds: float) -> Quantity:
    return Quantity(value=round(seconds), unit="span")


def _nothing_rolling(sessions: Sequence[PastSession]) -> Iterator[LogNote]:
    bare = [one for one in sessions if one.bare_s >= 1.0]
    if not bare:
        return
    total = sum(one.bare_s for one in bare)
    yield LogNote(
        code="log.nothing-rolling",
        verdict="fails",
        title=say(
            "For {span} within takes no camera ran, in {count} " + _sessions(len(bare)) + ".",
            span=_span(total), count=_count(len(bare)),
        ),
        mend=say(ONE_CAMERA if all(one.cameras == 1 for one in bare) else MORE_CAMERAS),
    )  # fmt: skip


def _limits(sessions: Sequence[PastSession]) -> Iterator[LogNote]:
    told: set[tuple[str, str, str]] = set()
    for one in sessions:
        for limit in one.limits:
            key = (one.plan_id, limit.camera, limit.field)
            if key in told:
                continue
            told.add(key)
            why = "for heat" if limit.field == "heat_limit_s" else "by itself"
            yield LogNote(
                code="log.limit-not-known",
                verdict="fails",
                title=say(
                    "“{title}”: the {camera} camera stopped " + why + " after {span}, and the plan knows of no such limit.",
                    title=one.title, camera=limit.camera,
                    span=Quantity(value=limit.seconds, unit="moment"),
                ),
                mend=say("Put it on the camera: alarms and restarts then come before it."),
                plan_id=one.plan_id,
                put=limit,
            )  # fmt: skip


def _same_loss(sessions: Sequence[PastSession]) -> Iterator[LogNote]:
    for row in losses_over([one.losses for one in sessions]):
        if row.times >= THREE_TIMES and row.minutes > 0:
            yield LogNote(
                code="log.same-loss",
                verdict="fails",
                title=say(
                    "{times} times " + row.says + ": {span} of work lost.",
                    times=_count(row.times), span=_span(row.minutes * 60),
                ),
                mend=say(row.mend[:1].upper() + row.mend[1:] + "."),
            )  # fmt: skip


def _alarms(sessions: Sequence[PastSession]) -> Iterator[LogNote]:
    missed = sum(one.missed for one in sessions)
    if missed:
        yield LogNote(
            code="log.alarm-missed",
            verdict="watch",
            title=say(
                "{count} " + ("alarm was" if missed == 1 else "alarms were") + " missed.",
                count=_count(missed),
            ),
            mend=say(
                "Keep the phone of the session loud, in sight and awake; or put the alarms into a calendar from the "
                "Roll sheet."
            ),
        )


def _doubtful(learned: Sequence[LearnedOf]) -> Iterator[LogNote]:
    for one in learned:
        if one.status not in ("doubtful", "set aside"):
            continue
        why = (
            "made predictions worse while it was used"
            if one.status == "set aside"
            else "does not predict one case from the others"
        )
        yield LogNote(
            code="log.correction-doubtful",
            verdict="watch",
            title=say(
                "{name}: what was learned of its " + KINDS[one.figure].words + " " + why + ".",
                name=one.name,
            ),
            mend=say(
                "It is set aside. Something changed between the cases: look at their places and dates."
            ),
        )


def _not_ended(sessions: Sequence[PastSession], now: datetime) -> Iterator[LogNote]:
    left = [
        one
        for one in sessions
        if not one.ended and (now - one.began).total_seconds() > LONG_OPEN_H * 3600
    ]
    if left:
        yield LogNote(
            code="log.not-ended",
            verdict="watch",
            title=say(
                "{count} " + _sessions(len(left)) + " of “{title}” " + ("was" if len(left) == 1 else "were") + " never ended.",
                count=_count(len(left)), title=left[0].title,
            ),
            mend=say("Open it at the bench and end it: what it filmed is known then."),
        )  # fmt: skip


def _sessions(count: int) -> str:
    return "session" if count == 1 else "sessions"


def _count(value: int) -> Quantity:
    return Quantity(value=value, unit="count")
