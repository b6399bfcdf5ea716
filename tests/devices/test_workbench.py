"""The stand-in bench: it does what was done to it, and nobody can tell by its frames that it is none."""

from __future__ import annotations

from dataclasses import replace
from io import BytesIO

import numpy as np
import pytest
from PIL import Image

from steeple.devices.frame_camera import Faults, TableLight
from steeple.devices.workbench import Errors, lamp_light
from tests.checks import BOOK, SIZE, Bench, lit_from_both_sides, planned


def test_without_errors_it_is_as_planned() -> None:
    bench = Bench().workbench
    wanted = planned(BOOK).camera(SIZE)
    assert bench.camera.lens_mm == pytest.approx(wanted.lens_mm, abs=1e-6)
    assert bench.camera.constant_px == pytest.approx(wanted.constant_px, rel=1e-3)


def test_the_same_seed_gives_the_same_frame() -> None:
    bench = Bench()
    assert bench.frame(3) == bench.frame(3)
    assert bench.frame(3) != bench.frame(4)


def test_what_is_moved_is_moved_by_so_much() -> None:
    before = Bench().workbench
    after = before.moved(up_mm=-50.0, right_mm=12.0).moved(up_mm=10.0)
    shift = np.array(after.camera.lens_mm) - np.array(before.camera.lens_mm)
    assert shift == pytest.approx([12.0, 0.0, -40.0], abs=1e-6)
    assert after.errors == replace(before.errors, up_mm=-40.0, right_mm=12.0)


def test_leaning_away_looks_farther_away() -> None:
    for errors, sign in ((Errors(lean_away_deg=2.0), (0, 1)), (Errors(lean_right_deg=2.0), (1, 0))):
        camera = replace(Bench().workbench, errors=errors).camera
        axis = camera.pose.axis
        wanted = np.array(sign) * np.sin(np.radians(2.0))
        assert (axis.x, axis.y) == pytest.approx(tuple(wanted), abs=1e-6)


def test_a_longer_zoom_shows_less() -> None:
    plain = Bench().workbench.camera
    longer = replace(Bench().workbench, errors=Errors(zoom_share=0.1)).camera
    assert longer.constant_px == pytest.approx(1.1 * plain.constant_px, rel=0.02)


def test_lamps_light_their_own_side() -> None:
    plan = planned(lit_from_both_sides())
    both = lamp_light(plan, (1.0, 1.0))
    left = lamp_light(plan, (1.0, 0.1))
    places = np.array([-200.0, 200.0]), np.zeros(2)
    assert not isinstance(both, TableLight)
    even, tipped = both.at(*places), left.at(*places)
    assert even[0] / even[1] == pytest.approx(1.0, abs=0.1)
    assert tipped[0] / tipped[1] > 1.3


def test_no_lamps_light_evenly() -> None:
    dark = lit_from_both_sides().model_copy(update={"lights": ()})
    assert isinstance(lamp_light(planned(dark), ()), TableLight)


def test_blur_and_noise_are_seen() -> None:
    def shown(faults: Faults) -> np.ndarray:
        picture = Image.open(BytesIO(Bench(faults=faults).frame()))
        return np.asarray(picture.convert("L"), dtype=float)

    sharp = shown(Faults(exposure_stops=-0.3, blur_px=0.5, noise=0.0))
    soft = shown(Faults(exposure_stops=-0.3, blur_px=4.0, noise=0.0))
    loud = shown(Faults(exposure_stops=-0.3, blur_px=4.0, noise=0.1))

    def rough(picture: np.ndarray) -> float:
        return float(np.abs(np.diff(picture, axis=1)).mean())

    assert rough(sharp) > 1.5 * rough(soft)
    assert rough(loud) > 1.2 * rough(soft)
