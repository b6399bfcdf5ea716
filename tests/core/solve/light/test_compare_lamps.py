"""Lamps side by side: each alone where it is best, by the limits of the findings."""

from __future__ import annotations

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.cupboard.owned import Owned
from steeple.core.solve.light.compare_lamps import KINDS, LampRow, compare_lamps
from steeple.core.study.base.sentence import sentence_words
from tests.light_cases import OWNED_LAMPS
from tests.plans import BARE, SOUND, changed

OWNED = Owned(fixtures=OWNED_LAMPS)


@pytest.fixture(scope="module")
def rows() -> tuple[LampRow, ...]:
    return compare_lamps(SOUND, owned=OWNED).rows


def test_own_lamps_come_first_then_every_kind(rows: tuple[LampRow, ...]) -> None:
    mine = [row.owned for row in rows]
    assert mine == sorted(mine, reverse=True)
    assert {row.name for row in rows if not row.owned} <= {one.name for one in KINDS}
    assert [row.name for row in rows if row.present] == ["a soft lamp"]


def test_what_is_taken_gives_what_was_said(rows: tuple[LampRow, ...]) -> None:
    for row in rows:
        if not row.changes:
            assert not row.owned
            continue
        plan = apply_changes(SOUND, row.changes)
        assert [one.fixture.name for one in plan.lights if one.lit] == [row.name]
        found = {one.code: one for one in evaluate(plan, try_mends=False).findings}
        even = found["light.uneven"].quantity
        assert even is not None
        assert even.value == pytest.approx(row.even_stops, abs=0.06)
        shadow = max(
            one.quantity.value
            for code in ("light.hand-shadow", "light.head-shadow")
            if (one := found[code]).quantity is not None
        )
        assert shadow == pytest.approx(row.shade_stops, abs=0.15) or row.shade_stops < 0.55


def test_larger_is_softer(rows: tuple[LampRow, ...]) -> None:
    soft = {row.name: row.soft_mm for row in rows}
    assert soft["a bare bulb in a holder"] < soft["a flat panel, the size of a page"]
    assert soft["a flat panel, the size of a page"] < soft["a soft box, as wide as an arm is long"]


def test_each_says_what_decides(rows: tuple[LampRow, ...]) -> None:
    bulb = next(row for row in rows if row.name == "a bare bulb in a holder")
    assert bulb.verdict != "holds"
    assert sentence_words(bulb.decides, "cm")


def test_without_camera_and_cupboard_the_kinds_are_told() -> None:
    found = compare_lamps(BARE).rows
    assert found
    assert all(row.short_stops is None for row in found)


def test_an_unknown_brightness_is_not_judged_by_its_light() -> None:
    plan = changed(lights__0__fixture__flux_lm=None)
    row = next(one for one in compare_lamps(plan).rows if one.present)
    assert row.short_stops is None
