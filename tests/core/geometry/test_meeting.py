"""Boxes that meet capsules and one another, against many places tried one by one."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from steeple.core.geometry.meeting import Boxes, axes_gap, capsule_gaps, joined

part = st.floats(-1, 1)
way = st.tuples(part, part, part).filter(lambda one: sum(x * x for x in one) > 0.2)
place = st.tuples(*[st.floats(-300, 300)] * 3)
size = st.tuples(*[st.floats(5, 150)] * 3)


def box(middle: tuple[float, ...], toward: tuple[float, ...], halves: tuple[float, ...]) -> Boxes:
    out = np.array(toward) / np.linalg.norm(toward)
    aside = np.cross(out, [0.0, 0.0, 1.0] if abs(out[2]) < 0.9 else [1.0, 0.0, 0.0])
    aside /= np.linalg.norm(aside)
    axes = np.array([[aside, np.cross(out, aside), out]])
    return Boxes(np.array([middle], dtype=float), axes, np.array([halves], dtype=float))


def from_box(one: Boxes, points: np.ndarray) -> np.ndarray:
    """Distance of points from a box, by its nearest place."""
    turned = (points - one.middles[0]) @ one.axes[0].T
    nearest = np.clip(turned, -one.halves[0], one.halves[0])
    return np.asarray(np.linalg.norm(turned - nearest, axis=1))


@given(place, way, size, place, place, st.floats(1, 60))
def test_the_gap_to_a_capsule_is_that_of_its_nearest_place(
    middle: tuple[float, ...],
    toward: tuple[float, ...],
    halves: tuple[float, ...],
    a: tuple[float, ...],
    b: tuple[float, ...],
    radius: float,
) -> None:
    one = box(middle, toward, halves)
    shares = np.linspace(0, 1, 2001)[:, None]
    line = np.array(a) + shares * (np.array(b) - np.array(a))
    wanted = from_box(one, line).min() - radius
    found = capsule_gaps(one, np.array([[*a, *b, radius]]))[0, 0]
    assert found <= wanted + 1e-4
    assert found >= wanted - np.linalg.norm(np.array(b) - np.array(a)) / 4000 - 1e-6


@settings(max_examples=60)
@given(place, way, size, place, way, size)
def test_boxes_meet_where_they_share_a_place(
    middle: tuple[float, ...],
    toward: tuple[float, ...],
    halves: tuple[float, ...],
    other: tuple[float, ...],
    faces: tuple[float, ...],
    sizes: tuple[float, ...],
) -> None:
    one, two = box(middle, toward, halves), box(other, faces, sizes)
    gap = axes_gap(
        one.corners[0], two.corners[0], np.vstack([one.axes[0], two.axes[0]]), one.axes[0], two.axes[0]
    )  # fmt: skip
    steps = np.linspace(-1, 1, 13)
    signs = np.array(np.meshgrid(steps, steps, steps)).reshape(3, -1).T
    within = two.middles[0] + (signs * two.halves[0]) @ two.axes[0]
    apart = from_box(one, within).min()
    assume(apart > 20 or apart == 0)
    assert (gap <= 0) == (apart == 0) or 0 < apart < np.linalg.norm(two.halves[0]) / 6
    # Room along an axis is never more than there is.
    assert gap <= apart + 1e-6


def test_sets_of_boxes_keep_their_order() -> None:
    one, two = box((0, 0, 0), (0, 0, 1), (10, 20, 30)), box((100, 0, 0), (1, 0, 0), (5, 5, 5))
    both = joined([one, two])
    assert len(both) == 2
    assert both.corners[0].max(axis=0) == pytest.approx(np.abs(one.corners[0]).max(axis=0))
    ball = np.array([[50.0, 0, 0, 50.0, 0, 0, 10.0]])
    assert capsule_gaps(both, ball)[:, 0] == pytest.approx(
        [capsule_gaps(one, ball)[0, 0], capsule_gaps(two, ball)[0, 0]]
    )
    assert both.radii == pytest.approx([np.sqrt(1400), np.sqrt(75)])
