"""Readings of a light meter with all lamps off against the sky of the plan: by the clock, by the sky, by the pane."""

from __future__ import annotations

import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from steeple.core.errors import InputError
from steeple.core.findings.check.daylight import (
    SKIES,
    DaylightReading,
    DaylightRow,
    metered_daylight,
)
from steeple.core.light.daylight import sky_lx
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.document import Plan
from steeple.core.study.base.sentence import sentence_words
from steeple.services.check.meter import read_meter
from tests.checks import BOOK, planned


def with_room(**figures: object) -> Plan:
    return apply_changes(
        BOOK, tuple(Change(path=f"/room/{at}", value=value) for at, value in figures.items())
    )


def row(plan: Plan, read_lx: float, at: str | None = None) -> DaylightRow:
    return metered_daylight(planned(plan), DaylightReading(read_lx=read_lx, at=at))


def expected(plan: Plan, at: str | None = None) -> float:
    return row(plan, 100.0, at).planned_lx


def words(row: DaylightRow) -> str:
    return sentence_words(row.says, "cm")


def test_what_the_plan_says_of_the_beginning_is_what_is_expected() -> None:
    """The same light that the Light step adds to the lamps, there as a mean over the zone."""
    light = planned(BOOK).light
    assert light is not None
    assert light.daylight is not None
    found = row(BOOK, 100.0)
    assert found.clock == light.daylight.study.given.begins
    assert found.planned_lx == pytest.approx(light.daylight.lux, rel=0.15)


@pytest.mark.parametrize("share", [0.75, 1.0, 1.3])
def test_within_what_clouds_do_it_holds(share: float) -> None:
    found = row(BOOK, share * expected(BOOK))
    assert found.verdict == "holds"
    assert found.off_stops == pytest.approx(math.log2(share))
    assert "within what clouds do" in words(found)


@settings(max_examples=20, deadline=None)
@given(share=st.floats(0.05, 6.0))
def test_how_far_off_is_told_in_stops_and_in_words(share: float) -> None:
    found = row(BOOK, share * expected(BOOK))
    assert found.off_stops is not None
    assert found.off_stops == pytest.approx(math.log2(share), abs=1e-6)
    if found.verdict == "watch":
        assert (" more." in words(found)) == (share > 1)


def test_the_nearest_sky_is_named() -> None:
    """Read twice as much as the brightest sky gives, and half of the darkest: the sentence names the nearer sky."""
    plans = {
        sky: apply_changes(BOOK, (Change(path="/room/daylight/sky", value=sky),)) for sky in SKIES
    }
    light = {sky: expected(plan) for sky, plan in plans.items()}
    darkest, brightest = min(SKIES, key=light.__getitem__), max(SKIES, key=light.__getitem__)
    found = row(plans[darkest], 2 * light[brightest])
    assert found.verdict == "watch"
    assert f"nearer to a{'n' if brightest == 'overcast' else ''} {brightest} sky" in words(found)
    assert "nearer to" not in words(row(plans[darkest], light[darkest] / 2))


def test_the_light_goes_by_the_sun_of_the_hour() -> None:
    """Of one sky, two hours apart, the readings that hold stand to each other as the skies of those hours do."""
    light = planned(BOOK).light
    assert light is not None
    assert light.daylight is not None
    study = light.daylight.study
    first, last = study.moments[0], study.moments[-1]
    ratio = expected(BOOK, last.clock) / expected(BOOK, first.clock)
    assert ratio == pytest.approx(
        sky_lx(last.sun_deg, study.sky) / sky_lx(first.sun_deg, study.sky), rel=1e-6
    )


def test_what_was_learned_of_the_room_is_in_what_is_planned() -> None:
    less = with_room(learned_daylight_share=0.6)
    assert expected(less) == pytest.approx(0.6 * expected(BOOK), rel=1e-6)
    light = planned(less).light
    assert light is not None
    assert light.daylight is not None
    plain = planned(BOOK).light
    assert plain is not None
    assert plain.daylight is not None
    assert light.daylight.lux == pytest.approx(0.6 * plain.daylight.lux, rel=1e-6)


@pytest.mark.parametrize(
    ("read", "said"), [(0.0, "Nothing was read"), (60_000.0, "the sun is on the meter")]
)
def test_nothing_and_the_sun_itself_are_no_reading_of_the_sky(read: float, said: str) -> None:
    found = row(BOOK, read)
    assert (found.verdict, found.off_stops) == ("fails", None)
    assert said in words(found)


def test_by_night_there_is_nothing_to_read() -> None:
    with pytest.raises(InputError, match="At 01:30 of that day the sky gives no light"):
        row(BOOK, 10.0, "01:30")


@pytest.mark.parametrize(
    "change",
    [
        Change(path="/room/daylight", value=None),
        Change(path="/room/windows/0/closed", value=True),
    ],
)
def test_a_plan_without_daylight_says_what_it_lacks(change: Change) -> None:
    with pytest.raises(InputError, match="an open window, and where on earth and when"):
        row(apply_changes(BOOK, (change,)), 100.0)


def test_the_report_tells_of_the_daylight_beside_the_lamps() -> None:
    found = read_meter(BOOK, "overhead", (), daylight=DaylightReading(read_lx=100.0))
    assert found.daylight is not None
    assert found.rows == ()
    assert sentence_words(found.says, "cm") == "The daylight was read, and no lamp yet."


def test_every_sky_has_its_light() -> None:
    grey = [
        expected(apply_changes(BOOK, (Change(path="/room/daylight/sky", value=sky),)))
        for sky in SKIES
    ]
    assert len(set(grey)) == len(SKIES)
    assert all(one > 0 for one in grey)
