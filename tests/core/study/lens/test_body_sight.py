"""What the body hides: mirrored for the other hand, less the lower the lens, and by brute force."""

from __future__ import annotations

import math

import numpy as np
import pytest

from steeple.core.geometry.vectors import Vector
from steeple.core.plan.document import Plan
from steeple.core.study.lens.body_sight import BodySight, zone_points
from steeple.core.study.lens.heights import HAIR_MM
from steeple.core.study.lens.study import LensStudy
from tests.plans import SOUND, changed, scene


def study(plan: Plan) -> LensStudy:
    found = scene(plan).lens
    assert found is not None
    return found


def body(plan: Plan) -> BodySight:
    sight = study(plan).sight
    assert sight is not None
    assert sight.body is not None
    return sight.body


@pytest.mark.parametrize("lean", [5.0, 20.0, 35.0])
def test_left_and_right_handed_makers_hide_the_same_from_above(lean: float) -> None:
    right = body(changed(maker__lean_deg=lean))
    left = body(changed(maker__lean_deg=lean, maker__handedness="left"))
    assert math.isclose(right.head_clearance_mm, left.head_clearance_mm, abs_tol=1e-6)
    assert math.isclose(right.mean_action_seen, left.mean_action_seen, abs_tol=0.02)
    assert math.isclose(right.worst_zone_hidden, left.worst_zone_hidden, abs_tol=0.02)


def test_from_aside_the_working_hand_matters() -> None:
    """A camera tipped in from the side of the working arm sees less than from the other side."""

    def seen(toward: float, hand: str) -> float:
        return body(
            changed(
                cameras__0__aim={"tilt_deg": 55, "toward_deg": toward},
                cameras__0__position={},
                maker__handedness=hand,
                maker__tool_mm=0,
            )
        ).mean_action_seen

    from_right, from_left = 270.0, 90.0
    assert seen(from_left, "right") > seen(from_right, "right")
    assert math.isclose(seen(from_left, "right"), seen(from_right, "left"), abs_tol=0.03)


def test_leaning_further_brings_the_head_into_the_picture() -> None:
    clear = [
        body(changed(maker__lean_deg=lean)).head_clearance_mm for lean in (0.0, 10.0, 20.0, 30.0)
    ]
    assert clear == sorted(clear, reverse=True)
    assert clear[0] > 0 > clear[-1]


def test_the_head_bound_is_where_the_head_comes_in() -> None:
    heights = study(changed(maker__lean_deg=15)).settings.heights
    cap = heights.at("head")
    assert cap is not None
    for z, inside in ((cap - 1, False), (cap + 1, True)):
        found = body(changed(maker__lean_deg=15, cameras__0__position__z_mm=z))
        assert (found.head_clearance_mm < -HAIR_MM) is inside


def test_hidden_shares_agree_with_brute_force() -> None:
    """Rays from the pupil to the lattice of the zone, against spheres strung along each part."""
    plan = changed(maker__lean_deg=35)
    found = study(plan)
    assert found.sight is not None
    eye = np.array(found.position)
    points = zone_points(found.work.plane)
    wanted = []
    for figure in found.work.maker.poses.figures:
        hidden = np.zeros(len(points), dtype=bool)
        for solid in figure.solids:
            if solid.part not in ("head", "neck", "trunk"):
                continue
            a, b = np.array(solid.a), np.array(solid.b)
            for t in np.linspace(0, 1, 60):
                centre = a + t * (b - a)
                way = points - eye
                length = np.linalg.norm(way, axis=1, keepdims=True)
                along = np.clip(((centre - eye) * way / length).sum(axis=1), 0, length[:, 0])
                nearest = eye + way / length * along[:, None]
                hidden |= np.linalg.norm(nearest - centre, axis=1) <= solid.radius_mm
        wanted.append(hidden.mean())
    assert max(wanted) > 0.05, "the case must hide something"
    assert found.sight.body is not None
    assert np.allclose(found.sight.body.zone_hidden_by_head, wanted, atol=0.011)


def test_someone_opposite_is_in_the_picture_too() -> None:
    alone = body(SOUND)
    both = body(
        changed(maker__second={"place": "opposite"}, table__depth_mm=420,
                work__zone__from_front_edge_mm=90)
    )  # fmt: skip
    assert both.head_clearance_mm <= alone.head_clearance_mm + 1e-6
    (second,) = study(changed(maker__second={"place": "left"})).work.maker.company
    assert second.head.a.x < -400


def test_a_camera_between_face_and_hands_hides_the_work_from_its_maker() -> None:
    low = changed(cameras__0__position={"x_mm": 0, "y_mm": -80, "z_mm": 260})
    assert body(low).own_view_hidden > body(SOUND).own_view_hidden
    assert isinstance(study(SOUND).position, Vector)
