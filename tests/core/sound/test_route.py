"""The way of a lead against a search over a fine grid, and what must hold of any way."""

from __future__ import annotations

import itertools
import math

import networkx as nx
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from steeple.core.geometry.rectangle import Rectangle
from steeple.core.sound.route import crosses, shortest_way, straight_way

WALL = Rectangle(left=-100, right=100, near=-1000, far=1000)


def test_straight_where_nothing_is_in_the_way() -> None:
    found = shortest_way((0, 0), (300, 400), [])
    assert found.length_mm == pytest.approx(500)
    assert found.corners == ((0, 0), (300, 400))


def test_round_the_end_of_a_wall() -> None:
    """Up to its end and down again: twice the way from a side to a corner 30 mm off it."""
    found = shortest_way((-500, 0), (500, 0), [WALL])
    by_hand = 2 * math.hypot(500 - 130, 1030) + 260
    assert found.length_mm == pytest.approx(by_hand, abs=1)
    assert found.crosses == ()


def test_across_where_there_is_no_way_round() -> None:
    room = Rectangle(left=-800, right=800, near=-900, far=900)
    found = shortest_way((-500, 0), (500, 0), [WALL], bounds=room)
    assert found.length_mm == pytest.approx(1000)
    assert found.crosses == (0,)
    assert straight_way((-500, 0), (500, 0), [WALL]).crosses == (0,)


def test_what_stands_in_it_is_crossed_and_said() -> None:
    found = shortest_way((0, 0), (500, 0), [WALL])
    assert found.crosses == (0,)
    assert found.length_mm == pytest.approx(500)


@settings(max_examples=25, deadline=None)
@given(
    st.lists(
        st.tuples(st.integers(-8, 6), st.integers(-8, 6), st.integers(1, 5), st.integers(1, 5)),
        max_size=3,
    )
)
def test_never_longer_than_over_a_grid(boxes: list[tuple[int, int, int, int]]) -> None:
    """Against Dijkstra over a grid of 10 cm in eight directions, which is never shorter than the free way."""
    rectangles = [
        Rectangle(left=100 * x, right=100 * (x + w), near=100 * y, far=100 * (y + d))
        for x, y, w, d in boxes
    ]
    start, end = (-1150.0, -1150.0), (1150.0, 1150.0)
    found = shortest_way(start, end, rectangles)
    for a, b in itertools.pairwise(found.corners):
        assert not any(crosses(a, b, one) for one in rectangles)
    places = [(x, y) for x in range(-1150, 1151, 100) for y in range(-1150, 1151, 100)]
    graph = nx.Graph()
    for x, y in places:
        for dx, dy in ((100, 0), (0, 100), (100, 100), (100, -100)):
            to = (x + dx, y + dy)
            on = abs(to[0]) <= 1150 and abs(to[1]) <= 1150
            if on and not any(crosses((x, y), to, one) for one in rectangles):
                graph.add_edge((x, y), to, weight=math.hypot(dx, dy))
    grid = nx.shortest_path_length(graph, (-1150, -1150), (1150, 1150), weight="weight")
    assert math.dist(start, end) - 1e-6 <= found.length_mm <= grid + 4 * 30 * max(1, len(boxes))
