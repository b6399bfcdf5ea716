"""Meter readings against lamps: levels, rated light, and that either brings the plan and the bench together."""

from __future__ import annotations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from steeple.core.errors import InputError
from steeple.core.findings.check.meter import MeterReading, MeterRow, metered
from steeple.core.plan.changes import Change, apply_changes
from steeple.core.plan.document import Plan
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.check.planned import planned_camera
from steeple.services.check.meter import read_meter
from tests.checks import lit_from_both_sides, planned

BOTH = lit_from_both_sides()


def row(plan: Plan, read_lx: float, level: float | None = None, lamp: str = "left") -> MeterRow:
    (found,) = metered(
        planned(plan), (MeterReading(lamp=lamp, read_lx=read_lx, level_percent=level),)
    )
    return found


def expected(plan: Plan, lamp: str = "left") -> float:
    found = row(plan, 100.0, lamp=lamp).planned_lx
    assert found is not None
    return found


def with_fixture(**figures: object) -> Plan:
    left = BOTH.lights[0]
    fixture = left.fixture.model_copy(update=figures)
    return BOTH.model_copy(
        update={"lights": (left.model_copy(update={"fixture": fixture}), BOTH.lights[1])}
    )


def test_a_lamp_that_gives_what_was_planned_holds() -> None:
    found = row(BOTH, expected(BOTH))
    assert found.verdict == "holds"
    assert found.off_stops == pytest.approx(0.0)
    assert (found.level, found.rated) == (None, ())


@settings(max_examples=25, deadline=None)
@given(share=st.floats(0.55, 1.8), level=st.floats(30, 100))
def test_the_level_gives_what_was_planned(share: float, level: float) -> None:
    """Set to it, the same lamp reads what the plan says."""
    wanted = expected(BOTH)
    at_full = wanted / 0.5 * share
    found = row(BOTH, at_full * level / 100, level)
    if found.verdict == "holds" or found.level is None:
        assert abs(found.off_stops or 0.0) < 0.151 or wanted / at_full > 1.0
        return
    assert at_full * found.level.value / 100 == pytest.approx(wanted, rel=0.02)
    assert found.level.path == "/lights/0/level_percent"


@pytest.mark.parametrize("share", [0.4, 1.7])
def test_with_its_rated_light_put_right_the_plan_reads_as_the_meter(share: float) -> None:
    read = expected(BOTH) * share
    found = row(BOTH, read)
    assert found.rated
    changes = [Change(path=one.path, value=one.value) for one in found.rated]
    again = metered(
        planned_camera(apply_changes(BOTH, changes), "overhead"),
        (MeterReading(lamp="left", read_lx=read),),
    )
    assert again[0].verdict == "holds"
    assert again[0].planned_lx == pytest.approx(read, rel=0.02)


def test_too_little_at_full_and_too_much_at_least_say_what_to_do() -> None:
    weak = row(BOTH, expected(BOTH) * 0.3)
    assert weak.verdict == "fails"
    assert weak.level is None
    assert "Even at full" in sentence_words(weak.says, "cm")
    high = with_fixture(least_level_percent=40.0)
    strong = row(high, expected(high) * 3)
    assert strong.level is None
    assert "put it farther off" in sentence_words(strong.says, "cm")
    fixed = with_fixture(least_level_percent=100.0)
    found = row(fixed, expected(fixed) * 4)
    assert "cannot be dimmed: put it 2" in sentence_words(found.says, "cm")


def test_a_lamp_of_unknown_light_learns_it() -> None:
    unknown = with_fixture(flux_lm=None, illuminance_at_1_m_lx=None, ies=None)
    found = row(unknown, 400.0)
    assert found.planned_lx is None
    assert found.verdict == "watch"
    (rated,) = found.rated
    changed = apply_changes(unknown, [Change(path=rated.path, value=rated.value)])
    again = row(changed, 400.0)
    assert again.verdict == "holds"
    assert again.planned_lx == pytest.approx(400.0, rel=0.02)


def test_nothing_at_all_is_no_dim_lamp() -> None:
    found = row(BOTH, 0.0)
    assert found.verdict == "fails"
    assert "is it switched on" in sentence_words(found.says, "cm")
    assert found.rated == ()


def test_a_lamp_that_is_not_there_is_named() -> None:
    with pytest.raises(InputError, match="no lit lamp “middle” in the plan: there are left, right"):
        row(BOTH, 100.0, lamp="middle")
    dark = BOTH.model_copy(update={"lights": ()})
    with pytest.raises(InputError, match="there are none"):
        row(dark, 100.0)


def test_the_report_counts() -> None:
    lux = expected(BOTH)
    reads = (
        MeterReading(lamp="left", read_lx=2 * lux),
        MeterReading(lamp="right", read_lx=expected(BOTH, "right")),
    )
    assert sentence_words(read_meter(BOTH, None, reads).says, "cm").startswith("1 of 2 lamps gives")
    assert "type what it reads" in sentence_words(read_meter(BOTH, None, ()).says, "cm")
