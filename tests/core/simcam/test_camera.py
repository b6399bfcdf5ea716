"""The simulated camera: true perspective, true blur, the same bytes every time."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest

from steeple.core.errors import InputError
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.document import Plan
from steeple.core.simcam.camera import Picture, encode, sky_directions
from steeple.core.simcam.kernels import TABLE
from steeple.core.simcam.picture_kernels import MIXED, rough_pixels
from steeple.core.study.lens.study import LensStudy
from steeple.core.study.picture import picture
from steeple.core.study.picture.picture import picture_of
from tests.plans import changed, scene


def study(plan: Plan) -> LensStudy:
    found = scene(plan).lens
    assert found is not None
    return found


def far_away(**values: Any) -> Plan:
    """Without the maker, so that nothing lies over the work."""
    return changed(
        cameras__0__role="beauty",
        work__items=[],
        table__mat_reflectance=0.05,
        work__reflectance=0.9,
        work__zone_top_mm=0,
        **values,
    )


def brightness(picture: Picture) -> np.ndarray:
    return np.asarray(picture.astype(float).mean(axis=2))


def test_the_same_picture_gives_the_same_bytes() -> None:
    found = study(changed())
    first = picture_of(found, width_px=160)
    assert first.shape == (90, 160, 3)
    assert np.array_equal(first, picture_of(found, width_px=160))
    assert not np.array_equal(first, picture_of(found, width_px=160, pose=0))


@pytest.mark.parametrize("f_number", [2.8, 11.0])
def test_few_rays_where_neighbours_agree_show_what_many_would(
    f_number: float, monkeypatch: pytest.MonkeyPatch
) -> None:
    found = study(changed(cameras__0__f_number=f_number))
    quick = picture_of(found, width_px=240, quality="fine").astype(int)
    monkeypatch.setattr(picture, "SAMPLES", {"fine": 60})
    many = picture_of(found, width_px=240, quality="fine").astype(int)
    apart = np.abs(quick - many).max(axis=2)
    assert apart.mean() < 2.5
    assert np.quantile(apart, 0.9) <= 3


def test_pixels_get_more_rays_where_things_meet_or_light_changes() -> None:
    light = np.full((4, 6, 3), 0.5)
    ids = np.full((4, 6), TABLE, dtype=np.int32)
    rough = np.zeros((4, 6), dtype=np.bool_)
    rough_pixels(light, ids, rough)
    assert not rough.any()
    ids[1, 2] = 4003
    rough_pixels(light, ids, rough)
    assert {(int(j), int(i)) for j, i in np.argwhere(rough)} == {
        (1, 2), (0, 2), (2, 2), (1, 1), (1, 3)
    }  # fmt: skip
    ids[1, 2] = TABLE
    light[3, 5] = 0.53
    rough_pixels(light, ids, rough)
    assert {(int(j), int(i)) for j, i in np.argwhere(rough)} == {(3, 5), (2, 5), (3, 4)}
    light[3, 5] = 0.505
    ids[0, 0] = MIXED
    rough_pixels(light, ids, rough)
    assert rough[0, 0]
    assert not rough[3, 5]


def test_the_finest_lines_are_never_left_to_few_rays() -> None:
    """Where lines may lie, a pixel gets all its rays, so that none is missed by chance."""
    found = study(
        far_away(
            work__finest_detail_mm=2.0, cameras__0__position={"z_mm": 500}, cameras__0__f_number=11
        )
    )
    shown = brightness(picture_of(found, width_px=640, quality="fine"))
    row = shown[shown.shape[0] // 2]
    middle = row[len(row) // 2 - 30 : len(row) // 2 + 30]
    assert middle.min() < 0.6 * middle.max()


@pytest.mark.parametrize(("tilt", "toward"), [(0.0, 0.0), (20.0, 0.0), (20.0, 90.0), (30.0, 200.0)])
def test_the_zone_lies_in_the_picture_where_projection_says(tilt: float, toward: float) -> None:
    """The middle of brightness of the white zone against its projected corners."""
    found = study(
        far_away(
            cameras__0__aim={"tilt_deg": tilt, "toward_deg": toward},
            cameras__0__position={"z_mm": 900},
            cameras__0__f_number=16,
        )
    )
    assert found.sight is not None
    picture = brightness(picture_of(found, width_px=640, quality="fine"))
    bright = picture > 140
    height, width = picture.shape
    for sx in (-0.46, 0.46):
        for sy in (-0.45, 0.45):
            for grow, wanted in ((0.97, True), (1.16, False)):
                place = found.sight.pyramid.project(Vector(sx * 420 * grow, sy * 240 * grow, 0.0))
                assert place is not None
                i = int((place[0] + 1) / 2 * width)
                j = int((1 - (place[1] + 1) / 2) * height)
                if 0 <= i < width and 0 <= j < height:
                    assert bright[j, i] == wanted, (sx, sy, grow)


def test_a_wide_aperture_blurs_what_is_not_in_focus() -> None:
    def edge_width(stop: float, focus: float) -> int:
        plan = far_away(
            cameras__0__f_number=stop,
            cameras__0__focus_height_mm=focus,
            cameras__0__focal_mm=50,
            cameras__0__position={"z_mm": 900},
        )
        row = brightness(picture_of(study(plan), width_px=1280, quality="fine"))[360]
        dark, light = row.min(), row.max()
        soft = (row > dark + 0.2 * (light - dark)) & (row < dark + 0.8 * (light - dark))
        return int(soft.sum())

    assert edge_width(2.8, 400) > 3 * max(edge_width(2.8, 0), 1)
    assert edge_width(16, 400) < edge_width(2.8, 400)


def test_a_left_handed_maker_is_the_mirror_image() -> None:
    right = brightness(picture_of(study(changed(work__items=[])), width_px=320))
    left = brightness(
        picture_of(study(changed(work__items=[], maker__handedness="left")), width_px=320)
    )
    assert np.abs(right - left[:, ::-1]).mean() < 4
    assert np.abs(right - left).mean() > 3


def test_things_stand_in_the_picture() -> None:
    empty = brightness(picture_of(study(far_away()), width_px=320))
    for kind, sizes in (
        ("box", {"depth_mm": 100, "height_mm": 60}),
        ("cylinder", {"height_mm": 60}),
        ("sphere", {}),
    ):
        item = {"kind": kind, "name": "it", "x_mm": 0, "y_mm": 0, "width_mm": 100, **sizes}
        plan = far_away()
        with_it = changed(plan, work__items=[item])
        seen = brightness(picture_of(study(with_it), width_px=320))
        assert np.abs(seen - empty)[70:110, 140:180].mean() > 5, kind


def test_what_stands_in_the_picture_keeps_sky_from_the_table() -> None:
    """A tall thing darkens the table beside it, and less so farther off."""
    tall = {"kind": "box", "name": "it", "x_mm": -120, "y_mm": 0, "width_mm": 60,
            "depth_mm": 200, "height_mm": 200}  # fmt: skip
    plan = changed(far_away(), work__items=[tall], cameras__0__position={"z_mm": 900})
    found = study(plan)
    assert found.sight is not None
    picture = brightness(picture_of(found, width_px=640, quality="fine"))

    def at(x: float) -> float:
        assert found.sight is not None
        place = found.sight.pyramid.project(Vector(x, 60.0, 0.0))
        assert place is not None
        i = int((place[0] + 1) / 2 * 640)
        j = int((1 - (place[1] + 1) / 2) * 360)
        return float(picture[j - 2 : j + 3, i - 2 : i + 3].mean())

    assert at(-70) < at(-20) < at(150)


def test_a_lens_in_the_work_makes_no_picture_and_says_so() -> None:
    low = study(changed(cameras__0__position={"z_mm": 20}))
    with pytest.raises(InputError, match="sees nothing"):
        picture_of(low, width_px=160)
    with pytest.raises(InputError, match="no pose"):
        picture_of(study(changed()), width_px=160, pose=9)
    with pytest.raises(InputError, match="cannot be made"):
        picture_of(study(changed()), width_px=8)


def test_grey_is_encoded_by_the_curve_of_the_standard() -> None:
    value = encode(np.array([[[0.18 / 1.2] * 3]]))[0, 0, 0]
    assert value == round(255 * (1.055 * 0.18 ** (1 / 2.4) - 0.055))
    assert encode(np.zeros((1, 1, 3))).max() == 0


def test_sky_directions_follow_the_cosine() -> None:
    ways = sky_directions(400)
    assert np.allclose(np.linalg.norm(ways, axis=1), 1)
    assert math.isclose(ways[:, 2].mean(), 2 / 3, abs_tol=0.01)
    assert np.abs(ways[:, :2].mean(axis=0)).max() < 0.02
