"""Rectangles and what one has to spare around another."""

from __future__ import annotations

from hypothesis import given
from hypothesis import strategies as st

from steeple.core.geometry.rectangle import SIDES, Rectangle, spare_around

lengths = st.floats(min_value=1, max_value=3000)
places = st.floats(min_value=-2000, max_value=2000)


@given(lengths, lengths, lengths, lengths, places, places)
def test_spare_adds_up(
    w: float, d: float, outer_w: float, outer_d: float, x: float, y: float
) -> None:
    inner = Rectangle.centred(x_mm=0, y_mm=0, width_mm=w, depth_mm=d)
    outer = Rectangle.centred(x_mm=x, y_mm=y, width_mm=outer_w, depth_mm=outer_d)
    spare = spare_around(inner, outer)
    assert abs(spare.left + spare.right - (outer_w - w)) < 1e-6
    assert abs(spare.near + spare.far - (outer_d - d)) < 1e-6
    assert spare.least == min(spare.on(side) for side in SIDES)


@given(lengths, lengths, lengths, lengths, places, places)
def test_spare_the_other_way_round_is_the_negative(
    w: float, d: float, outer_w: float, outer_d: float, x: float, y: float
) -> None:
    inner = Rectangle.centred(x_mm=0, y_mm=0, width_mm=w, depth_mm=d)
    outer = Rectangle.centred(x_mm=x, y_mm=y, width_mm=outer_w, depth_mm=outer_d)
    one, other = spare_around(inner, outer), spare_around(outer, inner)
    assert all(abs(one.on(side) + other.on(side)) < 1e-9 for side in SIDES)


def test_a_lens_moved_right_gives_to_the_right() -> None:
    zone = Rectangle.centred(x_mm=0, y_mm=0, width_mm=400, depth_mm=300)
    seen = Rectangle.centred(x_mm=50, y_mm=-20, width_mm=600, depth_mm=340)
    spare = spare_around(zone, seen)
    assert (spare.left, spare.right, spare.near, spare.far) == (50, 150, 40, 0)
    assert spare.tightest == "far"
