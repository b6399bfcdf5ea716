"""Sun and sky through windows: known places of the sun, closed forms, the session, its rules."""

from __future__ import annotations

import math
from datetime import UTC, datetime, timedelta, timezone
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steeple.core.evaluation import evaluate
from steeple.core.light.daylight import sky_lx, sun_at, sun_lx, window_cd_m2
from steeple.core.plan.changes import apply_changes
from steeple.core.plan.document import Plan
from steeple.core.plan.reading import PlanRefused, validate_plan
from steeple.core.solve.light.lamp_dome import map_of
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.light.study import LightStudy
from steeple.core.study.picture.picture import picture_of
from tests.light_cases import DAY as MAY
from tests.light_cases import WINDOW
from tests.plans import SOUND, assumed_in, changed, finding, scene

LEFT: dict[str, Any] = {**WINDOW, "name": "left window", "along_mm": -200}


def with_window(window: dict[str, Any] | None = None, /, **values: Any) -> Plan:
    day = values.pop("day", MAY)
    return changed(room__windows=[window or LEFT], room__daylight=day, **values)


def study(plan: Plan) -> LightStudy:
    found = scene(plan).light
    assert found is not None
    return found


def test_the_sun_at_noon_of_midsummer_and_of_the_equinox() -> None:
    """At noon it stands at 90° − latitude + declination (23.4° at midsummer)."""
    midsummer = datetime(2026, 6, 21, 11, 59, tzinfo=UTC)
    up, bearing = sun_at(latitude_deg=50.0, longitude_deg=0.0, when=midsummer)
    assert up == pytest.approx(90 - 50 + 23.44, abs=0.3)
    assert bearing == pytest.approx(180, abs=2)
    equinox = datetime(2026, 3, 20, 6, 5, tzinfo=UTC)
    up, bearing = sun_at(latitude_deg=0.0, longitude_deg=0.0, when=equinox)
    assert up == pytest.approx(0, abs=1.5)
    assert bearing == pytest.approx(90, abs=1)


def test_a_clock_ahead_of_world_time_is_taken_off() -> None:
    here = timezone(timedelta(hours=2))
    one = sun_at(latitude_deg=48, longitude_deg=11, when=datetime(2026, 5, 10, 12, tzinfo=here))
    two = sun_at(latitude_deg=48, longitude_deg=11, when=datetime(2026, 5, 10, 10, tzinfo=UTC))
    assert one == pytest.approx(two)


@given(st.floats(0.6, 89), st.floats(0.6, 89))
def test_more_sun_gives_more_light(a: float, b: float) -> None:
    low, high = min(a, b), max(a, b)
    for sky in ("clear", "hazy", "overcast"):
        assert sky_lx(low, sky) <= sky_lx(high, sky) + 1e-9
        assert sun_lx(low, sky) <= sun_lx(high, sky) + 1e-9


def test_skies_by_their_formula() -> None:
    assert sky_lx(30, "overcast") == pytest.approx(300 + 21_000 * 0.5)
    assert sky_lx(30, "clear") == pytest.approx(800 + 15_500 * math.sqrt(0.5))
    assert sun_lx(90, "clear") == pytest.approx(127_500 * math.exp(-0.21))
    assert sun_lx(40, "overcast") == 0
    assert sun_lx(-3, "clear") == 0
    assert sky_lx(-3, "clear") == pytest.approx(400)
    assert sky_lx(-7, "clear") == 0
    assert window_cd_m2(30, "overcast", transmittance=0.75) == pytest.approx(
        10_800 / math.pi * 0.75
    )


def test_the_window_gives_what_an_area_of_sky_gives() -> None:
    """E = L·A·cos·cos ÷ r² over the middle of the zone, near enough for a window farther than wide."""
    plan = with_window({**LEFT, "away_mm": 2500, "width_mm": 600, "height_mm": 600}, lights=[])
    found = study(plan)
    assert found.daylight is not None
    window = found.daylight.study.windows[0]
    cd = found.daylight.study.cd[0]
    middle = found.work.plane.middle
    way = window.emitter.centre.minus(middle)
    expected = cd * (way.z / way.length) * (-way.unit.dot(window.emitter.toward)) / way.length**2
    points = found.ground.points
    near = int((points[:, 0] ** 2 + points[:, 1] ** 2).argmin())
    lux = float(found.daylight.spreads[0][0].free[near]) * cd
    assert lux == pytest.approx(expected * 1e6, rel=0.05)
    area = 0.36
    up = found.daylight.study.moments[0].sun_deg
    assert cd == pytest.approx(window_cd_m2(up, "overcast", transmittance=0.75) * area)


def test_a_window_alone_lights_the_work_and_is_said_and_drawn() -> None:
    plan = with_window(lights=[])
    line = next(one for one in evaluate(plan).answers if one.step == "light").line
    assert "By the window alone" in sentence_words(line, "cm")
    light = study(plan)
    lens = scene(plan).lens
    assert lens is not None
    picture = picture_of(lens, width_px=160, light=light).astype(float).mean(axis=2)
    assert picture[8:30, 20:50].mean() > picture[8:30, -50:-20].mean()
    assert max(map_of(plan, of="light").values) > 0
    told = finding(plan, "light.no-lamp")
    assert told is not None
    assert told.verdict == "holds"


def test_without_place_and_time_the_drift_is_unknown() -> None:
    plan = changed(room__windows=[LEFT])
    found = finding(plan, "light.drift")
    assert found is not None
    assert found.verdict == "unknown"
    assert study(plan).daylight is None


def test_lamps_steady_the_light_and_a_blind_ends_the_drift() -> None:
    alone, lit = study(with_window(lights=[])), study(with_window())
    assert alone.daylight is not None and lit.daylight is not None  # noqa: PT018
    drift = [
        max(map(abs, one.daylight.study.drift_stops(one.lamps_lx)))
        for one in (alone, lit)
        if one.daylight is not None
    ]
    assert drift[1] < drift[0]
    found = next(one for one in evaluate(with_window()).findings if one.code == "light.drift")
    assert found.verdict == "watch"
    blind = next(fix for fix in found.fixes if "blind" in sentence_words(fix.action, "cm"))
    after = finding(apply_changes(with_window(), blind.changes), "light.drift")
    assert after is not None
    assert after.verdict == "holds"
    assert study(with_window({**LEFT, "closed": True})).daylight is None


def test_times_to_look_again_lie_a_third_of_a_stop_apart() -> None:
    found = study(with_window(lights=[], day={**MAY, "begins": "06:00", "lasts_min": 360}))
    assert found.daylight is not None
    windows = found.daylight.study
    changes = dict(zip([m.clock for m in windows.moments], windows.drift_stops(0.0), strict=True))
    last = 0.0
    times = windows.look_again(0.0, 1 / 3)
    assert times
    for clock in times:
        assert abs(changes[clock] - last) >= 1 / 3
        last = changes[clock]


def test_the_sun_comes_in_where_it_stands() -> None:
    """The far window looks east in the morning, the left one north: only one lets the sun in."""
    far = {**LEFT, "wall": "far", "along_mm": 100, "away_mm": 600}
    east = study(with_window(far, lights=[]))
    north = study(with_window(LEFT, lights=[]))
    assert east.daylight is not None and north.daylight is not None  # noqa: PT018
    assert east.daylight.study.moments[0].sun_share > 0.3
    assert east.daylight.study.moments[-1].sun_share == 0
    assert all(one.sun_share == 0 for one in north.daylight.study.moments)
    found = finding(with_window(far), "light.sun-on-work")
    assert found is not None
    assert found.verdict == "fails"
    assert "09:00" in sentence_words(found.title, "cm")


def test_the_sun_does_not_shine_through_a_screen() -> None:
    far = {**LEFT, "wall": "far", "along_mm": 100, "away_mm": 600}
    screen = {
        "name": "a screen", "from_left_edge_mm": -1500, "from_front_edge_mm": 760,
        "width_mm": 4400, "depth_mm": 20, "bottom_mm": 0,
    }  # fmt: skip
    open_to_it = study(with_window(far, lights=[]))
    shut = study(with_window(far, lights=[], room__obstacles=[screen]))
    assert open_to_it.daylight is not None
    assert shut.daylight is not None
    assert max(one.sun_share for one in open_to_it.daylight.study.moments) > 0.3
    assert max(one.sun_share for one in shut.daylight.study.moments) == 0
    assert shut.daylight.lux < 0.2 * open_to_it.daylight.lux


def test_a_session_is_looked_at_to_its_end() -> None:
    found = study(with_window(lights=[], day={**MAY, "begins": "09:00", "lasts_min": 100}))
    assert found.daylight is not None
    clocks = [one.clock for one in found.daylight.study.moments]
    assert clocks[-3:] == ["10:15", "10:30", "10:40"]


def test_a_turned_room_turns_the_sun() -> None:
    far = {**LEFT, "wall": "far", "along_mm": 100, "away_mm": 600}
    west = study(with_window(far, lights=[], day={**MAY, "bearing_deg": 270}))
    assert west.daylight is not None
    assert all(one.sun_share == 0 for one in west.daylight.study.moments)


@pytest.mark.parametrize(
    ("field", "value"),
    [
        ("date", "2026-02-30"), ("date", "tomorrow"), ("begins", "25:00"), ("latitude_deg", 80),
        ("lasts_min", 5), ("utc_offset_h", 20), ("bearing_deg", -1), ("sky", "green"),
    ],
)  # fmt: skip
def test_days_that_are_none_are_refused(field: str, value: object) -> None:
    data = with_window().model_dump(mode="json")
    data["room"]["daylight"][field] = value
    with pytest.raises(PlanRefused) as caught:
        validate_plan(data)
    assert caught.value.problems


def test_what_is_assumed_of_a_window_is_told() -> None:
    bare = {key: value for key, value in LEFT.items() if key != "away_mm"}
    fields = {one.field for one in assumed_in(scene(with_window(bare)))}
    assert {"/room/windows/0/away_mm", "/room/windows/0/transmittance"} <= fields
    walled = with_window(
        bare, room__width_mm=4000, room__depth_mm=4000, room__table_from_left_wall_mm=1000,
        room__table_from_far_wall_mm=1500,
    )  # fmt: skip
    window = study(walled).daylight
    assert window is not None
    assert window.study.windows[0].emitter.centre.x == pytest.approx(SOUND_LEFT - 1000)


SOUND_LEFT = -700.0
"""The left edge of the sound plan's table from the middle of its zone."""


def test_the_sound_plan_has_no_window() -> None:
    assert study(SOUND).daylight is None
    assert study(SOUND).work.table.left == pytest.approx(SOUND_LEFT)
