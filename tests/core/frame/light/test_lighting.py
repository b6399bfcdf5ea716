"""Light read from frames whose light is known."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from steeple.core.frame.light.bands import read_bands
from steeple.core.frame.light.lighting import Lighting, read_lighting, shading_corrected
from steeple.core.frame.light.tones import LINEAR, cast_of, luminance
from steeple.devices.frame_camera import Faults, TableLight, encoded
from tests.frames import CHART, SIZE, ZONE, Shot, camera

HALF = (ZONE.width_mm / 2, ZONE.depth_mm / 2)


def read(shot: Shot) -> Lighting:
    found = read_lighting(shot.picture(), shot.camera, shot.chart, ZONE)
    assert found is not None
    return found


@pytest.mark.parametrize(("right", "far"), [(0.0, 0.0), (1.0, 0.0), (-0.6, 0.8), (0.3, -1.2)])
def test_evenness_and_where_it_is_dark(right: float, far: float) -> None:
    found = read(Shot(light=TableLight(right, far, HALF)))
    assert found.evenness_stops == pytest.approx(abs(right) + abs(far), abs=0.06)
    assert found.told_share > 0.98
    if right > 0:
        assert found.darkest[0] < 0 < found.brightest[0]


def test_a_patterned_mat_tells_nothing_and_is_left_out() -> None:
    shot = Shot(light=TableLight(0.5, 0.0, HALF))
    picture = shot.picture().copy()
    stripes = (np.arange(SIZE[0]) // 9 % 2 * 90).astype(np.uint8)
    edge = 150
    picture[:edge] = stripes[None, :, None]
    picture[-edge:] = stripes[None, :, None]
    picture[:, :200] = stripes[None, :200, None]
    picture[:, -200:] = stripes[None, -200:, None]
    found = read_lighting(picture, shot.camera, CHART, ZONE)
    assert found is not None
    # The chart alone tells of the middle of the zone, and says so.
    assert found.told_share < 0.75 or found.by_mat
    assert found.evenness_stops < 0.7


@pytest.mark.parametrize("stops", [-1.5, -0.5, 0.0])
def test_exposure_by_the_paper(stops: float) -> None:
    found = read(Shot(faults=Faults(exposure_stops=stops)))
    assert found.exposure_stops == pytest.approx(stops, abs=0.06)


def test_over_exposed_paper_is_told_by_its_greys() -> None:
    found = read(Shot(faults=Faults(exposure_stops=0.8)))
    assert found.exposure_stops > 0.5
    assert found.clipped_share > 0.1


def test_a_patch_that_a_lamp_burns() -> None:
    found = read(
        Shot(light=TableLight(patch=(150.0, -90.0, 30.0, 1.6)), faults=Faults(exposure_stops=-2.0))
    )
    assert found.hot
    assert np.hypot(found.hot[0].x_mm - 150.0, found.hot[0].y_mm + 90.0) < 30.0


def test_a_cast() -> None:
    warm = read(Shot(light=TableLight(red=1.15, blue=0.85)))
    cool = read(Shot(light=TableLight(red=0.9, blue=1.12)))
    assert warm.cast_mired > 15.0 > -15.0 > cool.cast_mired
    assert cast_of(np.ones(3)) == pytest.approx((0.0, 0.0), abs=1e-3)
    assert cast_of(np.array([1.0, 1.15, 1.0]))[1] > 0.004
    assert cast_of(np.array([1.1, 1.0, 1.1]))[1] < -0.004


def test_noise_at_middle_grey() -> None:
    quiet, loud = (
        read(Shot(faults=Faults(noise=one, exposure_stops=-0.7, jpeg=None))) for one in (0.01, 0.08)
    )
    assert quiet.signal_stops is not None
    assert loud.signal_stops is not None
    assert quiet.signal_stops > loud.signal_stops + 2.0


def test_a_steeper_curve_of_the_camera_is_taken_off() -> None:
    shot = Shot(light=TableLight(1.0, 0.0, HALF))
    steep = encoded((LINEAR[shot.picture()] ** 1.35).astype(np.float32))
    found = read_lighting(steep, shot.camera, CHART, ZONE)
    assert found is not None
    assert found.curve == pytest.approx(1.35, abs=0.12)
    assert found.evenness_stops == pytest.approx(1.0, abs=0.15)


def test_bands_are_found_and_counted() -> None:
    for count, depth in ((4.0, 0.2), (9.0, 0.4)):
        shot = Shot(faults=Faults(exposure_stops=-0.7, bands=(count, depth)))
        bands = read_bands(read(shot).samples, SIZE)
        assert bands is not None
        assert bands.across
        assert bands.count == pytest.approx(count, abs=0.3)
        assert bands.depth_stops == pytest.approx(depth, rel=0.3)


@pytest.mark.parametrize("light", [TableLight(), TableLight(1.2, -0.7, HALF)])
def test_without_flicker_there_are_no_bands(light: TableLight) -> None:
    assert read_bands(read(Shot(light=light)).samples, SIZE) is None


def test_the_fall_of_light_of_the_lens_is_taken_off_by_an_even_sheet() -> None:
    shot = Shot()
    rows, columns = np.mgrid[0 : SIZE[1], 0 : SIZE[0]]
    away = np.hypot(rows - SIZE[1] / 2, columns - SIZE[0] / 2) / 1000.0
    fall = (1 - 0.45 * away**2)[..., None]
    picture = encoded((LINEAR[shot.picture()] * fall).astype(np.float32))
    sheet = encoded((0.6 * fall * np.ones(3)).astype(np.float32))
    fallen = read_lighting(picture, shot.camera, CHART, ZONE)
    assert fallen is not None
    assert fallen.evenness_stops > 0.3
    mended = read_lighting(shading_corrected(picture, sheet), shot.camera, CHART, ZONE)
    assert mended is not None
    assert mended.evenness_stops < 0.1


def test_nothing_but_burnt_out_paper_tells_nothing() -> None:
    shot = Shot()
    assert read_lighting(np.full((*SIZE[::-1], 3), 255, np.uint8), shot.camera, CHART, ZONE) is None
    away = replace(shot, camera=camera(middle=(5000.0, 0.0)))
    assert read_lighting(away.picture(), away.camera, CHART, ZONE) is None


def test_luminance_of_white_is_one() -> None:
    assert luminance(np.full((2, 2, 3), 255, np.uint8)) == pytest.approx(np.ones((2, 2)), abs=1e-6)
