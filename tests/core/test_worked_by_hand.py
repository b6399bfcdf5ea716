"""Whole plans whose figures are worked out here once more, by the plain formulas."""

from __future__ import annotations

import math
from typing import Any

import pytest

from steeple.core.plan.document import Plan
from steeple.core.plan.gear.cameras.body import Body, FieldOfView, RecordingMode
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.core.study.lens.study import LensStudy, Sight
from tests.plans import BODY, SOUND, changed, finding, scene, seen

MACRO = Lens(
    name="a close-up lens",
    focal_min_mm=60,
    focal_max_mm=60,
    f_number_wide=2.8,
    f_number_long=2.8,
    greatest_magnification=1.0,
    length_mm=80,
)


def study(plan: Plan) -> LensStudy:
    found = scene(plan).lens
    assert found is not None
    return found


def sight_of(plan: Plan) -> Sight:
    found = study(plan).sight
    assert found is not None
    return found


def nail(z_mm: float = 170, **values: Any) -> Plan:
    """A fingernail, 24 by 14 mm, under a close-up lens."""
    return changed(
        work__zone={"width_mm": 24, "depth_mm": 14, "margin_mm": 1},
        work__zone_top_mm=0,
        work__items=[],
        work__finest_detail_mm=0.05,
        cameras__0__lens=MACRO.model_dump(mode="json"),
        cameras__0__focal_mm=60,
        cameras__0__f_number=8,
        cameras__0__position={"x_mm": 0, "y_mm": 0, "z_mm": z_mm},
        cameras__0__focus_height_mm=0,
        **values,
    )


@pytest.mark.parametrize("z", [130.0, 170.0, 240.0])
def test_a_nail_under_a_close_up_lens(z: float) -> None:
    """f = 60, u from the entrance pupil: m = f ÷ (u − f), v = u m, effective N = N (1 + m)."""
    found = sight_of(nail(z))
    m = 60 / (z - 60)
    assert found.magnification == pytest.approx(m, rel=1e-9)
    assert found.effective_f_number == pytest.approx(8 * (1 + m), rel=1e-9)
    assert seen(found).width_mm == pytest.approx(23.5 / m, rel=1e-9)
    assert found.airy_mm == pytest.approx(2.44 * 550e-6 * 8 * (1 + m), rel=1e-3)
    assert found.recorded_px_per_mm == pytest.approx(3840 / (23.5 / m), rel=1e-9)


@pytest.mark.parametrize("z", [150.0, 200.0])
def test_depth_so_near_is_by_similar_triangles(z: float) -> None:
    """A plane at u' blurs to b = (f ÷ N) m |u − u'| ÷ u' on the sensor; at the limit b = c."""
    found = sight_of(nail(z))
    m = 60 / (z - 60)
    assert found.sharp_near_mm is not None
    assert found.sharp_far_mm is not None
    near, far = found.sharp_near_mm, found.sharp_far_mm
    aperture = 60 / 8
    for limit in (near, far):
        blur = aperture * m * abs(z - limit) / limit
        assert blur == pytest.approx(math.hypot(23.5, 13.22) / 1500, rel=1e-6)
    assert near < z < far
    assert far - near < 3, "millimetres, no more"


def test_at_life_size_the_light_falls_to_a_quarter() -> None:
    """N (1 + m) with m = 1: two stops more light than far away, at the same marked f-number."""
    near, far = sight_of(nail(120)), sight_of(changed(cameras__0__f_number=8))
    assert near.magnification == pytest.approx(1)
    assert far.magnification is not None
    assert near.light_needed_lx is not None
    assert far.light_needed_lx is not None
    times = near.light_needed_lx / far.light_needed_lx
    assert times == pytest.approx((2 / (1 + far.magnification)) ** 2, rel=1e-6)


@pytest.mark.parametrize("crop", [1.0, 1.3, 1.6, 2.7])
def test_a_cropped_mode_sees_less_by_its_crop(crop: float) -> None:
    """Sensor ÷ crop through the same lens from the same place."""
    part = BODY.modes[0].model_copy(
        update={
            "name": "cropped",
            "sensor_width_mm": 23.5 / crop,
            "sensor_height_mm": 13.22 / crop,
        }
    )
    body = BODY.model_copy(update={"modes": (part,)})
    plan = changed(
        cameras__0__body=body.model_dump(mode="json"),
        cameras__0__mode="cropped",
        cameras__0__focus_height_mm=0,
    )
    found = sight_of(plan)
    assert seen(found).width_mm == pytest.approx(23.5 / crop * (720 - 30) / 30, rel=1e-9)
    assert found.recorded_px_per_mm == pytest.approx(3840 / seen(found).width_mm, rel=1e-9)
    cut = finding(plan, "lens.zone-cut-off")
    assert cut is not None
    assert (cut.verdict == "holds") == (seen(found).width_mm >= 420 + 2 * 20 and crop == 1.0)


@pytest.mark.parametrize(
    ("measured", "angle", "crop"),
    [("horizontal", 60.0, 1.0), ("horizontal", 73.0, 1.15), ("diagonal", 78.0, 1.0),
     ("diagonal", 84.0, 1.2)],
)  # fmt: skip
def test_a_phone_by_its_field_of_view(measured: Any, angle: float, crop: float) -> None:
    """The side measured spans 2 z tan(angle ÷ 2); stabilisation cuts it by its crop."""
    phone = Body(
        kind="phone",
        name="a phone",
        modes=(RecordingMode(name="4K", width_px=3840, height_px=2160),),
        view=FieldOfView(angle_deg=angle, measured=measured, stabilisation_crop=crop),
        clean_iso=400,
    )
    plan = changed(
        cameras__0__body=phone.model_dump(mode="json"),
        cameras__0__mode=None,
        cameras__0__lens=None,
        cameras__0__focal_mm=None,
        cameras__0__f_number=None,
        cameras__0__position={"z_mm": 800},
        work__zone={"width_mm": 200, "depth_mm": 110},
        work__zone_top_mm=0,
        work__items=[],
    )
    sides = {"horizontal": 16.0, "diagonal": math.hypot(16, 9)}
    span = 2 * 800 * math.tan(math.radians(angle) / 2) / crop
    found = sight_of(plan)
    assert seen(found).width_mm == pytest.approx(span * 16 / sides[measured], rel=1e-9)
    assert seen(found).depth_mm == pytest.approx(span * 9 / sides[measured], rel=1e-9)
    assert found.delivered_px_per_mm == pytest.approx(1920 / seen(found).width_mm, rel=1e-9)


def test_the_top_of_the_work_is_seen_smaller_by_its_distance() -> None:
    found = sight_of(SOUND)
    assert found.seen_top is not None
    ratio = found.seen_top.width_mm / seen(found).width_mm
    assert ratio == pytest.approx((720 - 30) / 720, rel=1e-9)
    assert found.spare_top.left == pytest.approx((found.seen_top.width_mm - 420) / 2, rel=1e-9)


@pytest.mark.parametrize(("rate", "mains", "shutter"), [(25, 50, 1 / 50), (50, 50, 1 / 100)])
def test_light_needed_is_what_a_meter_would_say(rate: float, mains: float, shutter: float) -> None:
    """E = C N² ÷ (t S), incident, C = 250 lx s; N taken at its effective value."""
    plan = changed(delivery__frame_rate_hz=rate, room__mains_hz=mains)
    found = sight_of(plan)
    assert found.effective_f_number is not None
    assert found.shutter_s == pytest.approx(shutter, rel=1e-9)
    wanted = 250 * found.effective_f_number**2 / (found.shutter_s * 1600)
    assert found.light_needed_lx == pytest.approx(wanted, rel=1e-6)


def test_rim_hands_and_ceiling_are_lengths_along_the_camera() -> None:
    """Mark, rim and back of a camera 72 cm above the table, straight down."""
    found = sight_of(SOUND)
    hand_room = found.rim_height_mm - 30
    assert found.hand_room_mm == pytest.approx(hand_room, abs=1e-6)
    assert found.mark_height_mm - found.rim_height_mm == pytest.approx(18 + 70, abs=1e-6)
    assert found.back_height_mm > found.mark_height_mm
    assert found.ceiling_clearance_mm == pytest.approx(2600 - 740 - found.back_height_mm, abs=1e-6)


@pytest.mark.parametrize("tilt", [10.0, 25.0, 40.0])
def test_a_tipped_camera_covers_a_trapezium(tilt: float) -> None:
    """From height h tipped by t, the ray at angle a from the axis lands at h tan(t ± a)."""
    plan = changed(
        cameras__0__aim={"tilt_deg": tilt, "toward_deg": 0},
        cameras__0__focal_mm=24,
        cameras__0__position={"x_mm": 0, "y_mm": -600 * math.tan(math.radians(tilt)), "z_mm": 600},
        cameras__0__focus_height_mm=0,
        work__zone_top_mm=0,
        work__items=[],
    )
    found = study(plan)
    sight = found.sight
    assert sight is not None
    assert sight.quad_surface is not None
    assert found.position[2] == pytest.approx(600, abs=0.5)
    v = 24 * sight.focus_distance_mm / (sight.focus_distance_mm - 24)
    up = math.atan(13.22 / 2 / v)
    t = math.radians(tilt)
    h, y = found.position[2], found.position[1]
    near, far = y + h * math.tan(t - up), y + h * math.tan(t + up)
    ys = sorted(point[1] for point in sight.quad_surface)
    assert ys[0] == pytest.approx(near, rel=1e-6, abs=1e-6)
    assert ys[-1] == pytest.approx(far, rel=1e-6, abs=1e-6)
    for y_edge, angle in ((near, t - up), (far, t + up)):
        half = 23.5 / 2 / v * h / math.cos(angle) * math.cos(up)
        xs = sorted(p[0] for p in sight.quad_surface if abs(p[1] - y_edge) < 1e-3)
        assert xs[-1] - xs[0] == pytest.approx(2 * half, rel=1e-6)
    assert sight.keystone == pytest.approx(math.cos(t - up) / math.cos(t + up), rel=1e-6)


def test_two_metres_from_a_low_ceiling_say_how_wide_a_lens_it_takes() -> None:
    """Width 2 m from 1.4 m of room above the table: f = w v-side, 23.5 × 1380 ÷ 2000 at most."""
    plan = changed(
        table={"width_mm": 2200, "depth_mm": 1100, "height_mm": 840},
        work__zone={"width_mm": 2000, "depth_mm": 900, "margin_mm": 0},
        work__zone_top_mm=0,
        work__items=[],
        room__obstacles=[],
        room__ceiling_mm=2400,
        cameras__0__focal_mm=None,
        cameras__0__position={"z_mm": 1400},
    )
    found = study(plan)
    assert found.settings.focal_mm is not None
    bound = min(23.5 * 1400 / 2000, 13.22 * 1400 / 900)
    assert found.settings.focal_mm <= bound
    cut = finding(plan, "lens.zone-cut-off")
    assert cut is not None
    assert cut.verdict != "fails" or found.settings.focal_mm == pytest.approx(16)
