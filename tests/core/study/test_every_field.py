"""Whatever field of a plan is changed, a plan worked out with what is remembered is as one worked out afresh.

A study that looks at a field which its step does not name as read would give an old answer here.
"""

from __future__ import annotations

from typing import Any

import pytest

from steeple.core.errors import SteepleError
from steeple.core.evaluation import evaluate
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.document import Plan
from steeple.core.study.cache import StudyCache
from steeple.demo.angles import CLASS
from steeple.demo.plans import DULCIMER, GILDING
from tests.fields import leaves, words_of_fields

LEFT_OUT = ("/format", "/version", "/title", "/cameras/0/id", "/accepted")
EVERY = 41
"""Of all fields, so many apart are tried each time."""


WORDS = words_of_fields()
UNKNOWN, OTHER = "unknown", "other"


def others(value: Any, name: str, how: str) -> tuple[Any, ...]:
    """What a field may hold instead: the first that its plan can be with is taken."""
    if how == UNKNOWN:
        return (None,)
    if isinstance(value, bool):
        return (not value,)
    if isinstance(value, str):
        return tuple(one for one in WORDS.get(name, ()) if one != value)
    if value is None:
        return (True, 0.5, 1, 40, 400, 2_000, *WORDS.get(name, ()))
    near = (value * 1.05, value + 1, value - 1, value * 0.9)
    return near if isinstance(value, float) else tuple(round(one) for one in near if one != value)


def changed(plan: Plan, at: str, value: Any, how: str) -> Plan | None:
    for other in others(value, at.split("/")[-1], how):
        try:
            found = apply_changes(plan, (Change(path=at, value=other),))
        except SteepleError:
            continue
        if found != plan:
            return found
    return None


def cases(every: int) -> list[Any]:
    found = [
        pytest.param(plan, at, value, how, id=f"{plan.title.split()[0]}{at} {how}")
        for plan in (GILDING, DULCIMER, CLASS)
        for at, value in leaves(plan.model_dump(mode="json"))
        if not at.startswith(LEFT_OUT)
        for how in (OTHER, UNKNOWN)
        if how == OTHER or value is not None
        if not isinstance(value, str) or how == UNKNOWN or WORDS.get(at.split("/")[-1])
    ]
    return found[::every]


CACHES: dict[str, StudyCache] = {}


def as_afresh(plan: Plan, at: str, value: Any, how: str = OTHER) -> None:
    other = changed(plan, at, value, how)
    if other is None:
        return
    cache = CACHES.setdefault(plan.title, StudyCache())
    evaluate(plan, try_mends=False, cache=cache)
    warm = evaluate(other, try_mends=False, cache=cache)
    assert warm == evaluate(other, try_mends=False)


@pytest.mark.parametrize(("plan", "at", "value", "how"), cases(EVERY))
def test_a_field_that_is_changed_counts(plan: Plan, at: str, value: Any, how: str) -> None:
    as_afresh(plan, at, value, how)


LEARNED = (
    "/room/learned_daylight_share", "/maker/learned_set_up_share",
    "/cameras/0/lens/learned_focal_share", "/cameras/0/body/learned_battery_share",
    "/supports/0/gear/learned_sag_mm", "/lights/0/fixture/learned_light_share",
)  # fmt: skip


@pytest.mark.parametrize("at", LEARNED)
def test_what_was_learned_counts(at: str) -> None:
    as_afresh(GILDING, at, None)


@pytest.mark.exhaustive
@pytest.mark.parametrize(("plan", "at", "value", "how"), cases(1))
def test_every_field_that_is_changed_counts(plan: Plan, at: str, value: Any, how: str) -> None:
    as_afresh(plan, at, value, how)
