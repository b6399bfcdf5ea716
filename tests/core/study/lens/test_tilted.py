"""Tipped cameras, sloping and upright work: the lens step against rays traced apart."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from steeple.core.plan.document import Plan
from steeple.core.study.lens.study import LensStudy
from tests.plans import SOUND, changed, finding, scene

HALF = np.array([23.5 / 2, 13.22 / 2])


def study(plan: Plan) -> LensStudy:
    found = scene(plan).lens
    assert found is not None
    return found


def tipped(**values: Any) -> Plan:
    return changed(cameras__0__position={}, **values)


def in_picture(found: LensStudy, points: np.ndarray) -> np.ndarray:
    """Whether points fall on the sensor, v behind the pupil, by rays through the pupil."""
    sight = found.sight
    assert sight is not None
    t = math.radians(found.camera.tilt_deg)
    a = math.radians(found.camera.toward_deg)
    ahead = np.array([math.sin(a), math.cos(a), 0])
    axis = ahead * math.sin(t) + np.array([0, 0, -math.cos(t)])
    top = np.array([0.0, 1.0, 0.0])
    forward = top @ ahead
    side = top - forward * ahead
    up = side + ahead * forward * math.cos(t) + np.array([0, 0, forward * math.sin(t)])
    right = np.cross(axis, up)
    f, u = found.settings.focal_mm or 0.0, sight.focus_distance_mm
    v = 1 / (1 / f - 1 / u)
    way = points - np.array(found.position)
    depth = way @ axis
    x, y = way @ right / depth * v, way @ up / depth * v
    inside = (np.abs(x) <= HALF[0] * (1 + 1e-9)) & (np.abs(y) <= HALF[1] * (1 + 1e-9))
    return np.asarray(inside & (depth > 0))


def zone_corners(found: LensStudy, grow: float) -> np.ndarray:
    """Corners of the zone grown by a margin in its own plane, at surface and top."""
    t = math.radians(found.work.plane.tilt_deg)
    w = found.work.zone.width_mm / 2 + grow
    d = found.work.zone.depth_mm
    rows = []
    for sx in (-1, 1):
        for s in (-grow, d + grow):
            for h in (0.0, found.work.top_mm):
                y = -d / 2 * math.cos(t) + s * math.cos(t) - h * math.sin(t)
                rows.append([sx * w, y, s * math.sin(t) + h * math.cos(t)])
    return np.array(rows)


@settings(max_examples=40, deadline=None)
@given(
    tilt=st.floats(0, 45),
    toward=st.sampled_from([0.0, 60.0, 90.0, 180.0, 270.0, 310.0]),
    slope=st.floats(0, 30),
    focal=st.floats(16, 50),
    top=st.floats(0, 80),
)
def test_the_zone_fits_from_just_the_height_found(
    tilt: float, toward: float, slope: float, focal: float, top: float
) -> None:
    base: dict[str, Any] = {
        "cameras__0__aim": {"tilt_deg": tilt, "toward_deg": toward},
        "work__tilt_deg": slope,
        "cameras__0__focal_mm": focal,
        "work__zone_top_mm": top,
    }
    least = study(tipped(**base)).settings.heights.at("zone")
    assert least is not None
    above = study(changed(**base, cameras__0__position={"z_mm": least + 0.5}))
    assert above.sight is not None
    assert in_picture(above, zone_corners(above, 20)).all()
    below = study(changed(**base, cameras__0__position={"z_mm": least - 0.5}))
    assume(below.sight is not None)
    assert not in_picture(below, zone_corners(below, 20)).all()


@settings(max_examples=40, deadline=None)
@given(
    tilt=st.floats(0, 50),
    toward=st.floats(0, 359),
    height=st.floats(500, 1500),
    focal=st.floats(18, 50),
)
def test_corners_of_the_coverage_project_to_the_corners_of_the_sensor(
    tilt: float, toward: float, height: float, focal: float
) -> None:
    """Camera to plane to camera, to 1e-6 of the picture."""
    found = study(
        changed(
            cameras__0__aim={"tilt_deg": tilt, "toward_deg": toward},
            cameras__0__position={"z_mm": height},
            cameras__0__focal_mm=focal,
        )
    )
    assume(found.sight is not None and found.sight.quad_surface is not None)
    assert found.sight is not None
    assert found.sight.quad_surface is not None
    quad = np.array(found.sight.quad_surface)
    assert np.allclose(quad[:, 2], 0, atol=1e-6)
    middle = quad.mean(axis=0)
    assert in_picture(found, middle + (quad - middle) * (1 - 1e-6)).all()
    assert not in_picture(found, middle + (quad - middle) * (1 + 1e-6)).any()


def test_square_to_a_slope_is_the_same_as_straight_above_the_flat() -> None:
    """Turned together, work and camera see the same: every figure of the picture agrees."""
    flat = study(changed(cameras__0__position={"z_mm": 720})).sight
    sloped = study(tipped(work__tilt_deg=25, cameras__0__aim={"tilt_deg": 25, "toward_deg": 0}))
    assert flat is not None
    d = 720.0
    z = sloped.framing.position(d).z
    same = study(
        changed(
            work__tilt_deg=25,
            cameras__0__aim={"tilt_deg": 25, "toward_deg": 0},
            cameras__0__position={"z_mm": z},
        )
    ).sight
    assert same is not None
    assert same.seen_surface is not None
    assert flat.seen_surface is not None
    assert math.isclose(same.seen_surface.width_mm, flat.seen_surface.width_mm, rel_tol=1e-9)
    assert math.isclose(same.seen_surface.depth_mm, flat.seen_surface.depth_mm, rel_tol=1e-9)
    assert math.isclose(same.delivered_px_per_mm, flat.delivered_px_per_mm, rel_tol=1e-9)
    assert math.isclose(same.hand_room_mm, flat.hand_room_mm, rel_tol=1e-9)
    assert math.isclose(same.spare.least, flat.spare.least, abs_tol=1e-6)
    assert same.keystone is not None
    assert math.isclose(same.keystone, 1, rel_tol=1e-9)
    assert math.isclose(same.out_of_square_deg, 0, abs_tol=1e-5)


def test_heights_and_distances_go_there_and_back() -> None:
    for tilt in (0, 30, 60, 75, 90):
        framing = study(tipped(cameras__0__aim={"tilt_deg": tilt, "toward_deg": 20})).framing
        assert framing.measure == ("height" if tilt <= 60 else "distance")
        for d in (300.0, 900.0, 2500.0):
            assert math.isclose(framing.d_of(framing.value_of(d)), d, rel_tol=1e-9)


def test_an_easel_is_filmed_from_a_distance() -> None:
    plan = changed(
        work__tilt_deg=75, cameras__0__role="easel", cameras__0__position={}, work__items=[]
    )
    found = study(plan)
    assert not found.by_height
    assert found.sight is not None
    assert found.sight.spare.least >= 20 - 0.01
    assert found.position.y < 0
    assert math.isclose(found.camera.tilt_deg, 75)


def test_a_level_camera_on_upright_work_stands_at_its_middle() -> None:
    plan = changed(work__tilt_deg=90, cameras__0__role="beauty", cameras__0__position={})
    found = study(plan)
    assert found.sight is not None
    assert math.isclose(found.position.z, 120, abs_tol=1e-6), "half of the zone's depth of 240"
    assert found.sight.body is None, "for a beauty shot the maker stands aside"
    assert finding(plan, "lens.head-in-frame") is None


def test_tipping_shifts_the_middle_as_the_tangent_says() -> None:
    """Five degrees out of level at 72 cm move the middle of the picture by 720·tan 5°."""
    plan = changed(cameras__0__aim={"tilt_deg": 5, "toward_deg": 90})
    sight = study(plan).sight
    assert sight is not None
    ray = sight.pyramid.ray(0.0, 0.0)
    landed = sight.pyramid.pose.position.plus(ray.times(720 / -ray.z))
    assert math.isclose(landed.x, 720 * math.tan(math.radians(5)), rel_tol=1e-9)
    assert math.isclose(landed.y, 0, abs_tol=1e-9)


def test_a_point_above_the_table_appears_outward() -> None:
    """A point at height z, r from the axis, appears outward by r·z/(H − z)."""
    sight = study(SOUND).sight
    assert sight is not None
    pupil = sight.pyramid.pose.position
    r, z, height = 150.0, 60.0, 720.0
    from steeple.core.geometry.vectors import Vector

    lifted = sight.pyramid.project(Vector(r, 0.0, z))
    outward = sight.pyramid.project(Vector(r + r * z / (height - z), 0.0, 0.0))
    assert pupil.z == height
    assert lifted is not None
    assert outward is not None
    assert math.isclose(lifted[0], outward[0], rel_tol=1e-12)


def test_the_stretch_of_the_head_is_where_head_and_camera_meet() -> None:
    plan = changed(maker__lean_deg=30, cameras__0__position={})
    stretch = study(plan).settings.heights.head
    assert stretch is not None
    low, high = stretch
    for z, meets in (((low + high) / 2, True), (high - 15, True), (high + 15, False)):
        sight = study(changed(plan, cameras__0__position={"z_mm": z})).sight
        assert sight is not None
        assert sight.body is not None
        assert (sight.body.camera_gap_mm < 60) is meets
