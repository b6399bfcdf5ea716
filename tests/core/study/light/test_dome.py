"""The dome looks as a right model must, and as brute force says."""

from __future__ import annotations

import itertools
import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from steeple.core.geometry.kernels import meets_capsule
from steeple.core.geometry.solids import solids_of
from steeple.core.geometry.vectors import Vector
from steeple.core.geometry.workplane import WorkPlane
from steeple.core.light.emitters import How, light_at, rows_of
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Camera, Position
from steeple.core.plan.parts.maker import Maker
from steeple.core.plan.parts.work import Table, Work, Zone
from steeple.core.solve.light.lamp_dome import dome_of
from steeple.core.study.inputs.lamp import emitter_of
from steeple.core.study.light.dome import (
    Direction,
    apart_deg,
    best_of,
    directions,
    dome,
    lamp_in,
    merit,
    soft_mm,
)
from steeple.core.study.light.lamps.scene import LightScene, light_scene
from steeple.core.study.light.lamps.targets import targets_of
from steeple.core.study.plan_study import camera_studies
from tests.light_cases import lamp, with_lamps
from tests.plans import BODY, BULB, SOFT, ZOOM, changed


def bench(handedness: str = "right", lean: float = 15.0) -> LightScene:
    """The bench of the physics page: seated, 42 × 30 cm, overhead camera at 80 cm."""
    plan = Plan(
        title="a bench",
        table=Table(width_mm=1400, depth_mm=700, height_mm=740),
        work=Work(
            shape="page-flat",
            zone=Zone(width_mm=420, depth_mm=300, from_left_edge_mm=490, from_front_edge_mm=150),
            zone_top_mm=20,
        ),
        maker=Maker(height_mm=1720, posture="seated", lean_deg=lean).model_copy(
            update={"handedness": handedness}
        ),
        cameras=(
            Camera(id="overhead", body=BODY, mode="whole", lens=ZOOM, focal_mm=24, f_number=5.6,
                   position=Position(x_mm=0, y_mm=0, z_mm=800)),
        ),
    )  # fmt: skip
    scene = camera_studies(plan)[0]
    return light_scene(scene.work, scene.lens, None)


def shares(scene: LightScene, *ways: tuple[float, float]) -> list[Direction]:
    return list(dome(scene, SOFT, distance_mm=1100, where=ways))


def test_eleven_o_clock_is_best_and_the_makers_side_is_dark() -> None:
    scene = bench()
    eleven = shares(scene, *((330.0, up) for up in (20.0, 45.0, 65.0)))
    assert all(one.share >= 0.95 for one in eleven)
    twelve = shares(scene, (0.0, 45.0))[0]
    assert 0.93 <= twelve.share < eleven[1].share
    low, mid = shares(scene, (180.0, 20.0), (180.0, 60.0))
    assert low.share < 0.12
    assert low.share < mid.share < 0.65
    two_low, two_high = shares(scene, (60.0, 20.0), (60.0, 60.0))
    assert max(two_low.share, two_high.share) < eleven[0].share - 0.03
    best = best_of(dome(scene, SOFT, distance_mm=1100))
    assert best is not None
    assert best.azimuth_deg > 270 or best.azimuth_deg < 15


def test_straight_above_suffers_when_one_leans_in_and_eleven_o_clock_does_not() -> None:
    upright, bent = bench(lean=15.0), bench(lean=30.0)
    above, above_bent = shares(upright, (0.0, 88.0))[0], shares(bent, (0.0, 88.0))[0]
    eleven_bent = shares(bent, (330.0, 45.0))[0]
    assert above_bent.share < above.share - 0.02
    assert above_bent.worst < eleven_bent.worst
    assert eleven_bent.share > 0.93


def test_the_dome_of_a_left_handed_maker_is_its_mirror() -> None:
    right, left = bench("right"), bench("left")
    ways = [(float(a), e) for a in range(0, 360, 45) for e in (25.0, 55.0)]
    mirrored = [((360.0 - a) % 360.0, e) for a, e in ways]
    for one, two in zip(shares(right, *ways), shares(left, *mirrored), strict=True):
        assert one.share == pytest.approx(two.share, abs=0.02)
        assert one.blocked == two.blocked


@settings(max_examples=10, deadline=None)
@given(st.floats(0, 360), st.floats(12, 85), st.sampled_from([700.0, 1100.0, 1600.0]))
def test_shares_agree_with_rays_to_every_part_of_the_lamp(
    azimuth: float, up: float, distance: float
) -> None:
    """16 × 16 rays from each place, each put to every capsule of the body."""
    scene = bench()
    emitter = lamp_in(scene, SOFT, (azimuth, up), distance)
    targets = targets_of(scene, (4,))
    points, weights, body = targets.points[0], targets.weights[0], scene.people[4]
    row = emitter.row
    middle, u, v = np.array(row[0:3]), np.array(row[6:9]) * row[12], np.array(row[9:12]) * row[13]
    steps = (np.arange(16) + 0.5) / 8 - 1
    sent = arrived = 0.0
    for point, weight in zip(points.tolist(), weights.tolist(), strict=True):
        for s, t in itertools.product(steps, steps):
            end = middle + s * u + t * v
            way = end - point
            r2 = float(way @ way)
            cosine = way[2] / math.sqrt(r2)
            out = -float(way @ np.array(row[3:6])) / math.sqrt(r2)
            if cosine > 0 and out > 0:
                light = weight * out ** row[17] * cosine / r2
                sent += light
                px, py, pz = point
                qx, qy, qz = end.tolist()
                if not any(meets_capsule(px, py, pz, qx, qy, qz, one) for one in body):
                    arrived += light
    normal = np.array([0.0, 0.0, 1.0])
    ways: tuple[tuple[How, float], ...] = (("fine", 0.005), ("map", 0.008), ("sums", 0.025))
    for how, within in ways:
        lit = light_at(points, normal, (emitter,), solids_of(body), how=how)
        share = float((lit.seen[0] @ weights) / (lit.free[0] @ weights))
        assert share == pytest.approx(arrived / sent, abs=within)


def test_quick_sums_agree_with_the_fine_loop() -> None:
    scene = bench()
    ways = [(float(a), e) for a in range(0, 360, 30) for e in (15.0, 45.0, 75.0)]
    targets = targets_of(scene, (4,))
    points, weights = targets.points[0], targets.weights[0]
    normal = np.array([0.0, 0.0, 1.0])
    for fixture, distance in ((SOFT, 800.0), (SOFT, 1500.0), (BULB, 1100.0)):
        rows = rows_of(tuple(lamp_in(scene, fixture, way, distance) for way in ways))
        fine = light_at(points, normal, rows, scene.in_pose(4))
        quick = light_at(points, normal, rows, scene.in_pose(4), how="sums")
        assert quick.free == pytest.approx(fine.free, rel=0.03)
        exact = (fine.seen @ weights) / (fine.free @ weights)
        assert (quick.seen @ weights) / (quick.free @ weights) == pytest.approx(exact, abs=0.03)
        assert (quick.seen <= quick.free + 1e-9).all()


def test_a_draft_is_near_the_whole_and_both_say_where_nothing_stands() -> None:
    scene = bench()
    whole = dome(scene, SOFT, distance_mm=1100)
    draft = dome(scene, SOFT, distance_mm=1100, draft=True)
    assert len(whole) == len(draft) == len(directions())
    apart = [abs(a.share - b.share) for a, b in zip(whole, draft, strict=True)]
    assert float(np.mean(apart)) < 0.05
    assert [one.blocked for one in whole] == [one.blocked for one in draft]


def test_what_stands_in_the_way_is_named() -> None:
    scene = bench()
    (head,) = shares(scene, (180.0, 25.0))
    near = dome(scene, SOFT, distance_mm=500, where=[(180.0, 35.0)])[0]
    assert near.blocked == "your head"
    assert head.blocked == ""
    framed = dome(scene, SOFT, distance_mm=400, where=[(0.0, 88.0)])[0]
    assert framed.in_frame
    assert not framed.free
    assert merit(framed) == -1.0
    assert best_of([framed]) is None


def test_a_lamp_across_the_picture_is_in_frame_though_its_corners_are_not() -> None:
    scene = bench()
    wide = SOFT.model_copy(update={"width_mm": 900.0, "height_mm": 900.0})
    (across,) = dome(scene, wide, distance_mm=500, where=[(0.0, 90.0)])
    assert across.in_frame


def test_angles_between_directions() -> None:
    assert apart_deg((0, 0), (90, 0)) == pytest.approx(90)
    assert apart_deg((0, 90), (200, 90)) == pytest.approx(0, abs=1e-5)
    assert apart_deg((10, 40), (10, 55)) == pytest.approx(15)


def test_the_soft_edge_follows_the_rule_of_three() -> None:
    """Lamp extent × (caster to work) ÷ (lamp to caster)."""
    flat, above = WorkPlane(400.0, 300.0), Vector(0.0, 0.0, 1100.0)
    for fixture, wide in ((SOFT, 60.0), (BULB, 6.0)):
        hung = emitter_of(fixture, above, Vector(0.0, 0.0, -1.0), 1.0)
        assert soft_mm(flat, hung, 100.0) == pytest.approx(wide, rel=1e-3)


def test_moving_the_lamp_farther_changes_no_direction() -> None:
    scene = bench()
    near, far = (dome(scene, BULB, distance_mm=d, where=[(330.0, 50.0)])[0] for d in (900, 1800))
    assert near.share == pytest.approx(far.share, abs=0.05)


def test_a_stand_that_ends_bars_what_is_above_and_below_it() -> None:
    scene = bench()
    found = dome(scene, SOFT, distance_mm=1000, reach=(300.0, 700.0), draft=True)
    free = dome(scene, SOFT, distance_mm=1000, draft=True)
    middle = scene.work.plane.middle.z
    for one, without in zip(found, free, strict=True):
        height = middle + 1000 * math.sin(math.radians(one.elevation_deg))
        if without.blocked:
            assert one.blocked == without.blocked
        elif height > 700.5:
            assert one.blocked == "too high for its stand"
        elif height < 299.5:
            assert one.blocked == "too low for its stand"
        else:
            assert not one.blocked
    best = best_of(found)
    assert best is not None
    assert 15 < best.elevation_deg < 45


def test_no_place_at_all_where_the_stand_is_too_short_for_the_distance() -> None:
    assert best_of(dome(bench(), SOFT, distance_mm=1600, reach=(None, 250.0), draft=True)) is None


def test_no_lamp_goes_where_another_stands() -> None:
    """Two lamps in one place: the dome of either bars the way to the other, and nothing else more."""
    plan = changed(**with_lamps(lamp(SOFT, -600, 0, 700, "one"), lamp(BULB, 0, 500, 800, "two")))
    found = dome_of(plan, lamp=0, draft=True)
    alone = dome_of(changed(**with_lamps(lamp(SOFT, -600, 0, 700, "one"))), lamp=0, draft=True)
    barred = {
        (one.azimuth_deg, one.elevation_deg)
        for one, other in zip(found.directions, alone.directions, strict=True)
        if one.blocked and not other.blocked
    }
    assert barred
    for azimuth, elevation in barred:
        assert apart_deg((azimuth, elevation), (0.0, math.degrees(math.atan2(800, 500)))) < 25
    assert {one.blocked for one in found.directions if one.blocked} >= {"another lamp"}
    assert found.best is not None
    assert not found.best.blocked
