"""A camera of a plan as its test frame would show it."""

from __future__ import annotations

import numpy as np
import pytest

from steeple.core.errors import InputError
from steeple.core.frame.light.paper import lattice_of
from steeple.core.frame.pose.measures import figures_of
from steeple.core.plan.document import Plan
from steeple.core.study.check.compared import covered_mm, delivered_px, spare_of
from steeple.core.study.check.planned import lamp_fields, plan_number, planned_camera
from steeple.demo.plans import PLANS
from tests.checks import BOOK, lit_from_both_sides, planned

SLOPING = next(one for one in PLANS if one.title.startswith("Hammered"))


def test_the_pixel_camera_covers_what_the_lens_step_says() -> None:
    for plan in (BOOK, PLANS[1]):
        one = planned(plan)
        sight = one.lens.sight
        assert sight is not None
        assert sight.seen_surface is not None
        camera = one.camera((3840, 2160))
        cover = covered_mm(camera, one, 0.0)
        assert cover is not None
        seen = sight.seen_surface
        widths = sorted((seen.right - seen.left, seen.far - seen.near))
        assert sorted(cover) == pytest.approx(widths, rel=1e-3)
        assert figures_of(camera)["height_mm"] == pytest.approx(one.lens.position.z, abs=1e-6)


def test_the_spare_of_the_frame_is_that_of_the_lens_step() -> None:
    one = planned(BOOK)
    sight = one.lens.sight
    assert sight is not None
    found = spare_of(one.camera((3840, 2160)), one)
    least = min(sight.spare.on(side) for side in ("left", "right", "near", "far"))
    assert found.mm == pytest.approx(least, abs=1.0)


def test_on_sloping_work_the_chart_lies_on_the_slope() -> None:
    one = planned(SLOPING)
    assert one.work.plane.tilt_deg > 0
    figures = figures_of(one.camera((1920, 1080)))
    assert figures["height_mm"] < one.lens.position.z
    assert abs(figures["centre_x_mm"]) < 1.0


def test_a_lens_is_focused_on_the_work_where_it_hangs() -> None:
    at = planned(BOOK).constant_at((1920, 1080))
    # Nearer, the lens is farther from its sensor: the view is narrower (thin lens, exact).
    focal = planned(BOOK).lens.settings.focal_mm
    assert focal is not None
    near, far = at(500.0), at(1000.0)
    assert near > far
    off = planned(BOOK).lens.sight
    assert off is not None
    shift = off.focus_distance_mm - off.middle_mm
    expected = (1 / (1 - focal / (500.0 + shift))) / (1 / (1 - focal / (1000.0 + shift)))
    assert near / far == pytest.approx(expected, rel=1e-9)


def test_a_picture_of_another_aspect_is_cut_as_it_will_be() -> None:
    assert delivered_px(planned(BOOK), (4000, 3000)) == (4000.0, 2250.0)
    assert delivered_px(planned(BOOK), (3000, 4000)) == (2250.0, 4000.0)
    assert delivered_px(planned(BOOK), (1920, 1080)) == (1920.0, 1080.0)


def test_light_of_lamps_over_the_zone() -> None:
    one = planned(lit_from_both_sides())
    lattice = lattice_of(one.zone)
    given = lamp_fields(one, lattice)
    assert given is not None
    fields, which = given
    assert which == (0, 1)
    # Mirror images of each other.
    left, right = (field.reshape(27, 36) for field in fields)
    assert np.allclose(left, right[:, ::-1], rtol=0.06)
    assert left[:, 0].mean() > left[:, -1].mean()
    dark = BOOK.model_copy(update={"lights": ()})
    assert lamp_fields(planned_camera(dark, "overhead"), lattice) is None


def test_a_plan_has_one_number() -> None:
    assert plan_number(BOOK) == plan_number(
        BOOK.model_copy(update={"title": f" {BOOK.title.upper()} "})
    )
    assert plan_number(BOOK) != plan_number(SLOPING)


def test_a_camera_that_is_not_there_or_sees_nothing_yet() -> None:
    with pytest.raises(InputError, match="it has: overhead"):
        planned_camera(BOOK, "nobody")
    bare: Plan = BOOK.model_copy(
        update={"cameras": (BOOK.cameras[0].model_copy(update={"lens": None}),)}
    )
    with pytest.raises(InputError, match="Lens sheet"):
        planned_camera(bare, None)
    with pytest.raises(InputError, match="it has: none"):
        planned_camera(BOOK.model_copy(update={"cameras": ()}), None)
