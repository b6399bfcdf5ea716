"""The lens step against rays traced from the sensor's corners: code that shares nothing with the core.

A rig is drawn as points: the entrance pupil at height H, a sensor of the recording mode v behind
it. A point of the scene is in the picture when the ray from it through the pupil meets the sensor
inside the delivered part. Heights are searched by stepping, not by root finding.
"""

from __future__ import annotations

import math

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from steeple.core.plan.document import Plan
from steeple.core.study.lens.study import LensStudy
from steeple.core.study.plan_study import camera_studies
from tests.plans import PHONE, changed, seen


def study(plan: Plan) -> LensStudy:
    lens = camera_studies(plan)[0].lens
    assert lens is not None
    return lens


def behind(f: float, u: float) -> float:
    """Where the thin lens makes its picture of a plane u away, from 1/u + 1/v = 1/f."""
    return 1 / (1 / f - 1 / u)


def hits_sensor(
    point: tuple[float, float, float],
    pupil: tuple[float, float, float],
    v: float,
    half: tuple[float, float],
) -> bool:
    """Whether the ray from a point through the pupil meets a level sensor v above the pupil."""
    rise = pupil[2] - point[2]
    x = (pupil[0] - point[0]) / rise * v
    y = (pupil[1] - point[1]) / rise * v
    return abs(x) <= half[0] * (1 + 1e-12) and abs(y) <= half[1] * (1 + 1e-12)


def zone_is_seen(
    *,
    height: float,
    top: float,
    zone: tuple[float, float],
    margin: float,
    at: tuple[float, float],
    focal: float,
    half: tuple[float, float],
) -> bool:
    """Whether all corners of the zone with its margin are in the picture, at table and top."""
    if height <= top + focal * 1.001:
        return False
    u = 2 / (1 / height + 1 / (height - top))
    v = behind(focal, u)
    pupil = (at[0], at[1], height)
    corners = [
        (sx * (zone[0] / 2 + margin), sy * (zone[1] / 2 + margin), z)
        for sx in (-1, 1)
        for sy in (-1, 1)
        for z in (0.0, top)
    ]
    return all(hits_sensor(corner, pupil, v, half) for corner in corners)


@settings(max_examples=40, deadline=None)
@given(
    focal=st.floats(min_value=16, max_value=50),
    width=st.floats(min_value=60, max_value=900),
    depth=st.floats(min_value=40, max_value=600),
    top=st.floats(min_value=0, max_value=200),
    margin=st.floats(min_value=0, max_value=50),
    x=st.floats(min_value=-40, max_value=40),
    y=st.floats(min_value=-40, max_value=40),
    roll=st.sampled_from([0, 90, 180, 270]),
)
def test_the_zone_fits_from_just_the_height_found(
    focal: float,
    width: float,
    depth: float,
    top: float,
    margin: float,
    x: float,
    y: float,
    roll: int,
) -> None:
    plan = changed(
        cameras__0__focal_mm=focal,
        cameras__0__roll_deg=roll,
        cameras__0__position__x_mm=x,
        cameras__0__position__y_mm=y,
        work__zone__width_mm=width,
        work__zone__depth_mm=depth,
        work__zone__margin_mm=margin,
        work__zone__from_left_edge_mm=None,
        work__zone__from_front_edge_mm=None,
        work__zone_top_mm=top,
    )
    least = study(plan).settings.heights.at("zone")
    assert least is not None
    half = (23.5 / 2, 13.22 / 2 * (16 / 9) / (3840 / 2160))
    half = half if roll in (0, 180) else (half[1], half[0])
    common = {"top": top, "zone": (width, depth), "margin": margin, "at": (x, y)}
    assert zone_is_seen(height=least + 0.1, focal=focal, half=half, **common)  # type: ignore[arg-type]
    if least > top + focal + 2:
        assert not zone_is_seen(height=least - 0.1, focal=focal, half=half, **common)  # type: ignore[arg-type]


@settings(max_examples=40, deadline=None)
@given(
    height=st.floats(min_value=250, max_value=1500),
    focal=st.floats(min_value=16, max_value=50),
    top=st.floats(min_value=0, max_value=120),
    share=st.tuples(st.floats(-1, 1), st.floats(-1, 1)),
)
def test_points_inside_the_coverage_are_seen_and_others_are_not(
    height: float, focal: float, top: float, share: tuple[float, float]
) -> None:
    plan = changed(
        cameras__0__focal_mm=focal, cameras__0__position__z_mm=height, work__zone_top_mm=top
    )
    sight = study(plan).sight
    assert sight is not None
    v = sight.mark_height_mm - height
    assert math.isclose(v, behind(focal, sight.focus_distance_mm), rel_tol=1e-9)
    half = (23.5 / 2, 13.22 / 2)
    for plane, box in ((0.0, sight.seen_surface), (top, sight.seen_top)):
        assert box is not None
        inside = (share[0] * box.width_mm / 2, share[1] * box.depth_mm / 2, plane)
        assert hits_sensor(inside, (0, 0, height), v, (half[0] * 1.001, half[1] * 1.001))
        outside = (box.right * 1.001, 0.0, plane)
        assert not hits_sensor(outside, (0, 0, height), v, half)


@settings(max_examples=40, deadline=None)
@given(
    height=st.floats(min_value=300, max_value=1500),
    focal=st.floats(min_value=16, max_value=50),
    stop=st.floats(min_value=2, max_value=16),
    top=st.floats(min_value=1, max_value=120),
)
def test_what_is_called_sharp_is_no_larger_than_the_circle_of_confusion(
    height: float, focal: float, stop: float, top: float
) -> None:
    """Blur by similar triangles behind the lens, on the sensor where it stands."""
    plan = changed(
        cameras__0__focal_mm=focal,
        cameras__0__f_number=stop,
        cameras__0__position__z_mm=height,
        work__zone_top_mm=top,
    )
    lens = study(plan)
    sight = lens.sight
    assert sight is not None
    assert sight.sharp_up_to_mm is not None
    assert lens.settings.coc_mm is not None

    def blur(z: float) -> float:
        at = behind(focal, height - z)
        on_sensor = behind(focal, sight.focus_distance_mm)
        return focal / stop * abs(at - on_sensor) / at

    assert math.isclose(blur(sight.sharp_up_to_mm), lens.settings.coc_mm, rel_tol=1e-6)
    if sight.sharp_down_to_mm is not None:
        assume(sight.sharp_down_to_mm > -1e6)
        assert math.isclose(blur(sight.sharp_down_to_mm), lens.settings.coc_mm, rel_tol=1e-5)
    assert math.isclose(blur(0.0), blur(top), rel_tol=1e-6), "the focus is shared"


@pytest.mark.parametrize(("measured", "angle"), [("horizontal", 65.0), ("diagonal", 77.0)])
def test_a_phone_sees_along_the_angle_on_its_data_sheet(measured: str, angle: float) -> None:
    body = PHONE.model_dump(mode="json")
    body["view"] = {"angle_deg": angle, "measured": measured, "stabilisation_crop": 1.0}
    plan = changed(
        cameras__0__body=body,
        cameras__0__mode=None,
        cameras__0__lens=None,
        cameras__0__focal_mm=None,
        cameras__0__position__z_mm=500,
    )
    sight = study(plan).sight
    assert sight is not None
    view = seen(sight)
    across = view.width_mm if measured == "horizontal" else math.hypot(view.width_mm, view.depth_mm)
    assert math.isclose(2 * math.degrees(math.atan(across / 2 / 500)), angle, rel_tol=1e-9)
    assert math.isclose(view.width_mm / view.depth_mm, 16 / 9, rel_tol=1e-9)


HAND_WORKED = [
    # zoom, height, focus plane, then by hand: v = f·u/(u − f), width at table = 23.5·H/v
    (35.0, 742.0, 0.0, 36.7326732673, 474.7),
    (50.0, 1050.0, 50.0, 52.6315789474, 468.825),
    (20.0, 220.0, 0.0, 22.0, 235.0),
    (16.0, 816.0, 0.0, 16.32, 1175.0),
]


@pytest.mark.parametrize(("focal", "height", "focus", "v", "width"), HAND_WORKED)
def test_cases_worked_by_hand(
    focal: float, height: float, focus: float, v: float, width: float
) -> None:
    plan = changed(
        cameras__0__focal_mm=focal,
        cameras__0__position__z_mm=height,
        cameras__0__focus_height_mm=focus,
        work__zone_top_mm=60,
    )
    sight = study(plan).sight
    assert sight is not None
    assert math.isclose(sight.mark_height_mm - height, v, rel_tol=1e-9)
    assert math.isclose(seen(sight).width_mm, width, rel_tol=1e-9)
    assert math.isclose(
        sight.seen_top.width_mm if sight.seen_top else 0.0,
        width * (height - 60) / height,
        rel_tol=1e-9,
    )
    assert math.isclose(sight.delivered_px_per_mm, 1920 / width, rel_tol=1e-9)
    assert math.isclose(sight.detail_px, 0.8 * 1920 / width, rel_tol=1e-9)
