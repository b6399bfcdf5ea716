"""A small thing lifted off the background: against closed forms, and for every kind of light."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest

from steeple.core.errors import InputError
from steeple.core.light.emitters import rows_of
from steeple.core.plan.document import Plan
from steeple.core.solve.light.lifting import FAINT_STOPS, Lifting, lifting_of
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.light.lamps.scene import OFF_WORK_MM
from steeple.core.study.light.lifting import HEIGHTS_MM, Lift, lifts
from tests.light_cases import ABOVE, PANEL, SPOT, WINDOW, lamp, with_lamps
from tests.plans import BULB, SOFT, changed, scene

FLAT: dict[str, Any] = {"work__items": [], "work__zone_top_mm": 0, "cameras__0__role": "beauty"}


def rows(plan: Plan, size_mm: float = 20.0) -> dict[float, Lift]:
    found = scene(plan).light
    assert found is not None
    return {one.height_mm: one for one in lifts(found, size_mm=size_mm)}


def lifting(plan: Plan, size_mm: float = 20.0) -> Lifting:
    found = lifting_of(plan, size_mm=size_mm)
    assert found is not None
    return found


@pytest.mark.parametrize(("x", "y", "z"), [(-600, 0, 600), (500, 500, 700), (0, 800, 500)])
def test_the_shadow_of_a_bare_bulb_falls_where_plane_geometry_says(
    x: float, y: float, z: float
) -> None:
    """From the bulb through the middle of the ball to the table."""
    plan = changed(**with_lamps(lamp(BULB, x, y, z)), **FLAT)
    for height, one in rows(plan, size_mm=10.0).items():
        if not 10.0 <= height <= 80.0:
            continue
        up = height + 5.0
        share = up / (z - up)
        if abs(x) * share > 190 or abs(y) * share > 100:
            continue
        assert one.aside_mm == pytest.approx(math.hypot(x, y) * share, abs=4.0)
        away = math.degrees(math.atan2(-x, -y)) % 360
        assert abs((one.toward_deg - away + 180) % 360 - 180) < 8


def test_the_higher_the_fainter_and_the_larger_the_lamp_the_sooner() -> None:
    small = rows(changed(**with_lamps(lamp(PANEL, -400, 400, 700)), **FLAT))
    large = rows(changed(**with_lamps(lamp(SOFT, -400, 400, 700)), **FLAT))
    assert list(small) == list(HEIGHTS_MM)
    for one in (small, large):
        depths = [one[height].stops for height in HEIGHTS_MM if height >= 10]
        assert depths == sorted(depths, reverse=True)
        softs = [lift.soft_mm or 0.0 for lift in one.values()]
        assert softs == sorted(softs)
    assert large[40.0].stops < small[40.0].stops


def test_a_small_ball_hides_what_rays_to_every_part_of_the_lamp_say() -> None:
    """Forty thousand rays from each place along the shadow of a ball 16 cm up."""
    plan = changed(**with_lamps(lamp(SOFT, -900, 0, 1200)), **FLAT)
    found = scene(plan).light
    assert found is not None
    (row,) = rows_of((found.lamps[0].lamp.emitter,))
    middle, u, v = row[0:3], row[6:9] * row[12], row[9:12] * row[13]
    steps = (np.arange(200) + 0.5) / 100 - 1
    parts = middle + steps.repeat(200)[:, None] * u + np.tile(steps, 200)[:, None] * v
    facing = row[3:6]
    ball = np.array([0.0, 0.0, 160.0 + 10.0 + OFF_WORK_MM])
    deepest = 0.0
    for x in np.linspace(60, 200, 57):
        way = parts - np.array([x, 0.0, OFF_WORK_MM])
        away = np.linalg.norm(way, axis=1)
        way /= away[:, None]
        to_ball = ball - np.array([x, 0.0, OFF_WORK_MM])
        hit = to_ball @ to_ball - (way @ to_ball) ** 2 < 10.0**2
        light = np.maximum(0.0, -(way @ facing)) ** (1 + row[17]) * way[:, 2] / away**2
        deepest = max(deepest, -math.log2(1 - (light * hit).sum() / light.sum()))
    assert rows(plan)[160.0].stops == pytest.approx(deepest, abs=0.02)


def test_only_what_the_camera_sees_counts() -> None:
    """Straight under the camera a lamp beside the lens throws the shadow behind the thing."""
    beside = rows(changed(**with_lamps(lamp(SPOT, 40, 0, 900)), **FLAT))
    aslant = rows(changed(**with_lamps(lamp(SPOT, 700, 0, 700)), **FLAT))
    assert beside[5.0].stops < aslant[5.0].stops


def test_the_answer_names_the_least_height_at_which_the_shadow_is_faint() -> None:
    found = lifting(changed(**with_lamps(ABOVE), **FLAT))
    by_height = {row.height_mm: row for row in found.rows}
    assert found.least_mm is not None
    assert by_height[found.least_mm].depth_stops <= FAINT_STOPS
    for row in found.rows:
        if row.height_mm < found.least_mm:
            assert row.depth_stops > FAINT_STOPS
    said = sentence_words(found.says, "cm")
    assert f"From {found.least_mm / 10:.1f} cm up" in said
    assert by_height[found.least_mm].toward in said


def test_a_hard_lamp_is_told_so() -> None:
    found = lifting(changed(**with_lamps(lamp(BULB, -600, 400, 700)), **FLAT), size_mm=100.0)
    assert found.least_mm is None
    assert "a larger lamp" in sentence_words(found.says, "cm")


def test_a_window_alone_lights_it_too() -> None:
    plan = changed(
        lights=[],
        room__windows=[WINDOW],
        room__daylight={
            "latitude_deg": 48, "longitude_deg": 11, "bearing_deg": 90, "date": "2026-05-10",
            "begins": "09:00", "lasts_min": 60, "utc_offset_h": 2,
        },
        **FLAT,
    )  # fmt: skip
    found = lifting(plan)
    assert all(row.soft_mm is None for row in found.rows)
    assert found.rows[0].depth_stops > found.rows[-1].depth_stops


def test_nothing_lit_has_no_shadow() -> None:
    assert lifting_of(changed(lights__0__lit=False)) is None
    assert lifting_of(changed(lights=[])) is None


@pytest.mark.parametrize("size", [0.0, 1.9, 200.1, -5.0])
def test_a_size_outside_the_range_is_refused_with_it(size: float) -> None:
    with pytest.raises(InputError) as refused:
        lifting_of(changed(), size_mm=size)
    assert refused.value.field == "size_mm"
    assert "2 to 200 mm" in str(refused.value)
