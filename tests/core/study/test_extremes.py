"""Every figure of a plan at the least and at the most that it may be: worked out or refused in a sentence, never broken,
and no figure that comes of it is out of all bounds."""

from __future__ import annotations

import math
from typing import Any

import pytest

from steeple.core.errors import SteepleError
from steeple.core.evaluation import Evaluation, evaluate
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.document import Plan
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.cache import StudyCache
from steeple.demo.angles import CLASS
from steeple.demo.plans import DULCIMER, GILDING
from tests.core.study.test_every_field import LEFT_OUT
from tests.fields import bounds_of_fields, leaves

EVERY = 43
"""Of all figures, so many apart are tried each time."""


BOUNDS = bounds_of_fields()


def cases(every: int) -> list[Any]:
    found = [
        pytest.param(plan, at, bound, id=f"{plan.title.split()[0]}{at} {bound:g}")
        for plan in (GILDING, DULCIMER, CLASS)
        for at, value in leaves(plan.model_dump(mode="json"))
        if not at.startswith(LEFT_OUT) and not isinstance(value, str | bool)
        for bound in sorted(BOUNDS.get(at.split("/")[-1], ()))
    ]
    return found[::every]


def said(found: Evaluation) -> str:
    """Everything that is said of a plan, in words."""
    sentences = [line for one in found.answers for line in (one.line, one.under)]
    sentences += [line for one in found.findings for line in (one.title, one.reason)]
    return "\n".join(sentence_words(one, "cm") for one in sentences)


CACHES: dict[str, StudyCache] = {}


def holds_up(plan: Plan, at: str, bound: float) -> None:
    for value in (bound, round(bound)):
        try:
            extreme = apply_changes(plan, (Change(path=at, value=value),))
        except SteepleError:
            continue  # refused with its field and range
        cache = CACHES.setdefault(plan.title, StudyCache())
        found = evaluate(extreme, try_mends=False, cache=cache)
        every = [*found.figures, *(one for each in found.cameras for one in each.figures)]
        astray = [one.key for one in every if not math.isfinite(one.quantity.value)]
        assert astray == []
        words = said(found)
        assert "nan" not in words.lower().split()
        assert "inf" not in words.lower().split()
        return


@pytest.mark.parametrize(("plan", "at", "bound"), cases(EVERY))
def test_a_figure_at_its_bound_holds_up(plan: Plan, at: str, bound: float) -> None:
    holds_up(plan, at, bound)


@pytest.mark.exhaustive
@pytest.mark.parametrize(("plan", "at", "bound"), cases(1))
def test_every_figure_at_its_bound_holds_up(plan: Plan, at: str, bound: float) -> None:
    holds_up(plan, at, bound)


@pytest.mark.parametrize(
    ("plan", "at", "bound"),
    [
        pytest.param(DULCIMER, "/maker/height_mm", 900.0, id="a child with a clip-on"),
        pytest.param(DULCIMER, "/sound/soft/0/count", 64, id="more duvets than walls"),
        pytest.param(CLASS, "/supports/0/gear/footprint_mm", 0.0, id="feet in one place"),
    ],
)
def test_what_broke_once_holds_up(plan: Plan, at: str, bound: float) -> None:
    holds_up(plan, at, bound)
