"""Heights of a straight-down camera: what is covered at the height computed is what was asked."""

from __future__ import annotations

import math

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from steeple.core.errors import InputError
from steeple.core.optics.frame import Extent
from steeple.core.optics.overhead import Overhead
from steeple.core.optics.view import AngleView, LensView

focals = st.floats(min_value=4, max_value=200)
tops = st.floats(min_value=0, max_value=400)
wanted = st.floats(min_value=20, max_value=2000)
focus_heights = st.one_of(st.none(), st.floats(min_value=0, max_value=100))


def lens(focal: float, top: float, focus: float | None = None) -> Overhead:
    return Overhead(LensView(focal_mm=focal, area_mm=Extent(23.5, 13.22)), top, focus)


@given(focals, tops, wanted, wanted, focus_heights)
def test_the_height_computed_covers_what_was_asked_to_a_tenth_of_a_millimetre(
    focal: float, top: float, width: float, height: float, focus: float | None
) -> None:
    overhead = lens(focal, top, None if focus is None else min(focus, top))
    least = overhead.least_height_covering(plane_mm=top, wanted_mm=Extent(width, height))
    assume(least is not None)
    assert least is not None
    seen = overhead.covered(height_mm=least, plane_mm=top)
    assert seen.width >= width - 0.01
    assert seen.height >= height - 0.01
    if least > overhead.lowest_mm + 0.2:
        lower = overhead.covered(height_mm=least - 0.1, plane_mm=top)
        assert lower.width < width or lower.height < height


def test_focus_on_the_table_agrees_with_the_closed_form() -> None:
    overhead = lens(35, 0, 0)
    least = overhead.least_height_covering(plane_mm=0, wanted_mm=Extent(474.7, 1))
    assert least is not None
    assert math.isclose(least, 35 * (1 + 474.7 / 23.5), abs_tol=1e-3)


@given(focals, tops)
def test_coverage_grows_with_height(focal: float, top: float) -> None:
    overhead = lens(focal, top)
    heights = [overhead.lowest_mm * k for k in (1, 1.3, 2, 4, 8)]
    widths = [overhead.covered(height_mm=h, plane_mm=top).width for h in heights]
    assert widths == sorted(widths)


@given(focals, tops, st.floats(min_value=2.1, max_value=40))
def test_the_mark_is_put_where_it_was_asked(focal: float, top: float, times: float) -> None:
    overhead = lens(focal, top)
    mark = overhead.mark_height(overhead.lowest_mm + focal * times)
    height = overhead.height_with_mark_at(mark)
    assert height is not None
    assert math.isclose(overhead.mark_height(height), mark, abs_tol=1e-2)


@given(focals, tops, st.floats(min_value=50, max_value=1500))
def test_the_focus_distance_is_reached(focal: float, top: float, nearest: float) -> None:
    overhead = lens(focal, top)
    height = overhead.least_height_focusing(nearest)
    assert height is not None
    assert overhead.focus_distance(height) >= nearest - 1e-3


def test_an_angle_sees_by_similar_triangles() -> None:
    overhead = Overhead(AngleView(Extent(0.6, 0.3375)), 100.0)
    least = overhead.least_height_covering(plane_mm=100, wanted_mm=Extent(600, 100))
    assert least is not None
    assert math.isclose(least, 100 + 600 / 1.2, abs_tol=1e-3)


def test_the_greatest_height_for_a_width() -> None:
    overhead = lens(35, 20)
    greatest = overhead.greatest_height_with_width(plane_mm=0, width_mm=500)
    assert greatest is not None
    assert math.isclose(overhead.covered(height_mm=greatest, plane_mm=0).width, 500, abs_tol=1e-2)
    assert overhead.greatest_height_with_width(plane_mm=0, width_mm=0.001) is None


def test_what_no_height_shows_is_none() -> None:
    overhead = lens(200, 0)
    assert overhead.least_height_covering(plane_mm=0, wanted_mm=Extent(9000, 9000)) is None


def test_a_lens_in_the_work_is_refused() -> None:
    overhead = lens(35, 100)
    with pytest.raises(InputError, match="must hang above") as caught:
        overhead.covered(height_mm=90, plane_mm=0)
    assert caught.value.code == "lens-in-the-work"
