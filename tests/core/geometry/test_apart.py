"""Room between capsules against points tried one by one."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from steeple.core.geometry.apart import capsules_apart, points_apart

place = st.tuples(*[st.floats(-500, 500)] * 3)
capsule = st.tuples(place, place, st.floats(0, 50)).map(lambda one: [*one[0], *one[1], one[2]])


@settings(max_examples=60, deadline=None)
@given(st.lists(capsule, min_size=1, max_size=3), st.lists(capsule, min_size=1, max_size=3))
def test_capsules_by_points_along_both(one: list[list[float]], other: list[list[float]]) -> None:
    a, b = np.array(one), np.array(other)
    found = capsules_apart(a, b)
    shares = np.linspace(0, 1, 60)[:, None]
    for i, row in enumerate(a):
        p = row[:3] + shares * (row[3:6] - row[:3])
        for j, col in enumerate(b):
            q = col[:3] + shares * (col[3:6] - col[:3])
            tried = np.linalg.norm(p[:, None] - q[None], axis=2).min() - row[6] - col[6]
            assert found[i, j] <= tried + 1e-6
            assert found[i, j] == pytest.approx(tried, abs=25)


def test_crossing_lines_and_single_points() -> None:
    across = np.array([[-100, 0, 0, 100, 0, 0, 10.0]])
    above = np.array([[0, -100, 50, 0, 100, 50, 10.0]])
    ball = np.array([[300, 0, 0, 300, 0, 0, 20.0]])
    assert capsules_apart(across, above)[0, 0] == pytest.approx(30)
    assert capsules_apart(across, ball)[0, 0] == pytest.approx(170)
    assert points_apart(np.array([[0, 0, 40.0]]), across)[0] == pytest.approx(30)
    assert np.isinf(points_apart(np.zeros((1, 3)), np.zeros((0, 7)))[0])
