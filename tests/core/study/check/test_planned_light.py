"""The light of lamps and windows at places of the chart is the light of the Light step there."""

from __future__ import annotations

import numpy as np
import pytest

from steeple.core.geometry.kernels import Array
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.document import Plan
from steeple.core.study.check.planned import Planned, chart_axes, lamp_fields, window_fields
from steeple.core.study.light.study import LightStudy
from tests.checks import BOOK, lit_from_both_sides, planned

BOTH = lit_from_both_sides()


def light_of(found: Planned) -> LightStudy:
    assert found.light is not None
    return found.light


def places(found: Planned) -> Array:
    """Where the Light step has worked the light out, in the axes of the chart, shape (n, 2)."""
    origin, right, slope, _ = chart_axes(found.work)
    away = light_of(found).ground.points - np.array([*origin])
    return np.column_stack([away @ np.array([*right]), away @ np.array([*slope])])


@pytest.mark.parametrize("plan", [BOOK, BOTH], ids=["book", "both sides"])
def test_lamps_at_the_places_of_the_light_step_are_as_they_are_there(plan: Plan) -> None:
    """What lies between is a smooth surface through them: at the places themselves it is off by little."""
    found = planned(plan)
    fields = lamp_fields(found, places(found))
    assert fields is not None
    light = light_of(found)
    for row, index in zip(fields[0], fields[1], strict=True):
        lamp, alone = light.lamps[index].lamp, light.alone[index]
        there = alone.total.free * lamp.emitter.intensity_cd
        assert lamp.is_lit
        off = np.abs(row - there) / there.max()
        assert float(np.median(off)) < 0.02
        assert float(off.max()) < 0.12


def test_windows_at_the_places_of_the_light_step_are_as_they_are_there() -> None:
    found = planned(BOOK)
    rows = window_fields(found, places(found))
    day = light_of(found).daylight
    assert rows is not None
    assert day is not None
    assert len(rows) == len(day.study.windows) == sum(not one.closed for one in BOOK.room.windows)
    for row, one in zip(rows, day.alone, strict=True):
        assert float(row.mean()) == pytest.approx(float(one.total.free.mean()), rel=0.02)


def test_the_nearer_half_of_the_zone_gets_more_of_a_lamp() -> None:
    """One panel at each side: the left one is the brighter at the left, and the other way round."""
    found = planned(BOTH)
    half = found.zone.width_mm / 3
    fields = lamp_fields(found, np.array([[-half, 0.0], [half, 0.0]]))
    assert fields is not None
    by_id = {
        light_of(found).lamps[index].lamp.part.id: row
        for row, index in zip(fields[0], fields[1], strict=True)
    }
    assert by_id["left"][0] > by_id["left"][1]
    assert by_id["right"][1] > by_id["right"][0]
    # The bench is the same at both sides but for what stands on it.
    assert by_id["left"][0] == pytest.approx(by_id["right"][1], rel=0.15)


def test_a_dimmer_turns_the_whole_field_down() -> None:
    level = BOTH.lights[0].level_percent
    assert level is not None
    half = apply_changes(BOTH, (Change(path="/lights/0/level_percent", value=level / 2),))
    at = np.array([[0.0, 0.0], [50.0, 30.0], [-80.0, 10.0]])
    before, after = lamp_fields(planned(BOTH), at), lamp_fields(planned(half), at)
    assert before is not None
    assert after is not None
    assert np.allclose(after[0][0], before[0][0] / 2, rtol=1e-6)
    assert np.allclose(after[0][1], before[0][1], rtol=1e-6)


def test_a_lamp_that_is_off_has_no_field() -> None:
    off = apply_changes(BOTH, (Change(path="/lights/0/lit", value=False),))
    fields = lamp_fields(planned(off), np.zeros((1, 2)))
    assert fields is not None
    assert fields[1] == (1,)


def test_where_nothing_is_lit_there_is_none() -> None:
    dark = apply_changes(
        BOTH, (*(Change(path=f"/lights/{at}/lit", value=False) for at in range(2)),)
    )
    assert lamp_fields(planned(dark), np.zeros((1, 2))) is None
    shut = apply_changes(
        BOOK,
        tuple(
            Change(path=f"/room/windows/{at}/closed", value=True)
            for at in range(len(BOOK.room.windows))
        ),
    )
    assert window_fields(planned(shut), np.zeros((1, 2))) is None
