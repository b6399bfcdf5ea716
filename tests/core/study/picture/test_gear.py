"""Gear in a picture: it is seen where the figures say that it stands, and nothing else changes."""

from __future__ import annotations

import numpy as np
import pytest

from steeple.core.angles.sight import InPicture
from steeple.core.geometry.kernels import Array
from steeple.core.geometry.solids import box_hull
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.document import Plan
from steeple.core.study.picture.gear import rods_of
from steeple.core.study.picture.picture import picture_of
from steeple.core.study.plan_study import camera_studies
from tests.angles_cases import beside, seen_from

WIDTH = 320


def change(plan: Plan) -> tuple[Array, tuple[InPicture, ...]]:
    """How much each pixel changes by the gear, and where the gear lies by the figures."""
    scene = camera_studies(plan)[1]
    assert scene.lens is not None
    assert scene.angles is not None
    gear = scene.angles.intrusions
    without = picture_of(scene.lens, width_px=WIDTH, quality="fine").astype(int)
    within = picture_of(
        scene.lens, width_px=WIDTH, quality="fine", gear=[one.thing for one in gear]
    ).astype(int)
    return np.abs(within - without).sum(axis=2), tuple(one.place for one in gear)


def test_gear_is_drawn_where_the_figures_say_it_stands() -> None:
    changed, places = change(beside(seen_from(60, 12, 1400, role="low-side")))
    assert places
    rows, columns = np.nonzero(changed > 30)
    assert len(rows) > 20
    height = changed.shape[0]
    left = min(one.left for one in places)
    right = max(one.right for one in places)
    top = max(one.top for one in places)
    assert columns.min() >= (left + 1) / 2 * WIDTH - 4
    assert columns.max() <= (right + 1) / 2 * WIDTH + 4
    assert rows.min() >= (1 - top) / 2 * height - 4


def test_a_picture_without_gear_is_as_it_was() -> None:
    changed, places = change(beside(seen_from(315, 45)))
    assert places == ()
    assert int(changed.sum()) == 0


@pytest.mark.parametrize("sizes", [(300, 300, 30), (600, 40, 600), (90, 120, 60)])
def test_a_box_is_laid_out_of_rods_that_fill_it(sizes: tuple[float, float, float]) -> None:
    hull = box_hull(Vector(10, 20, 30), Vector(*sizes))
    rods = rods_of(hull)
    low, high = hull.corners.min(axis=0), hull.corners.max(axis=0)
    radius = rods[:, 6:]
    assert (rods[:, :3] - radius >= low - 15).all()
    assert (rods[:, 3:6] + radius <= high + 15).all()
    middle = np.array([10.0, 20.0, 30.0])
    nearest = np.abs((rods[:, :3] + rods[:, 3:6]) / 2 - middle).max(axis=1).min()
    assert nearest <= radius.max()
