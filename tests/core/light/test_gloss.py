"""The gloss of a lamp, cut where its lobe asks for it, against an even and far finer sum written apart."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from steeple.core.geometry.kernels import Array
from steeple.core.geometry.vectors import Vector
from steeple.core.light.emitters import Emitter
from steeple.core.light.gloss import Finish, gloss_luminance

POINTS = np.array([[x, y, 0.0] for x in (-180.0, 0.0, 95.0) for y in (-120.0, 40.0)])
UP = Vector(0.0, 0.0, 1.0)
FINE = 240
IOR = 1.5


def fresnel(cosine: Array) -> Array:
    """Both polarisations by Snell's angle, averaged."""
    incidence = np.arccos(np.clip(cosine, 0.0, 1.0))
    inside = np.arcsin(np.sin(incidence) / IOR)
    small = incidence < 1e-6
    a, b = np.where(small, 1.0, incidence - inside), np.where(small, 1.0, incidence + inside)
    found = 0.5 * ((np.sin(a) / np.sin(b)) ** 2 + (np.tan(a) / np.tan(b)) ** 2)
    return np.where(small, ((IOR - 1) / (IOR + 1)) ** 2, found)


def masked(cosine: Array | float, alpha: float) -> Array:
    tangent2 = 1.0 / np.square(cosine) - 1.0
    return np.asarray(2.0 / (1.0 + np.sqrt(1.0 + alpha * alpha * tangent2)))


def finely(lamp: Emitter, point: Array, eye: Vector, alpha: float, metal: float) -> float:
    """Luminance in cd/m² by the mean over a grid of the whole area (Walter et al. 2007)."""
    row = lamp.row
    u_way, v_way = np.array(row[6:9]), np.array(row[9:12])
    at = (np.arange(FINE) + 0.5) / FINE * 2.0 - 1.0
    u, v = np.meshgrid(at * row[12], at * row[13])
    places = np.array(row[:3]) + u[..., None] * u_way + v[..., None] * v_way
    way = places - point
    far = np.linalg.norm(way, axis=-1)
    toward = way / far[..., None]
    out = np.array([*eye]) - point
    out = out / np.linalg.norm(out)
    half = toward + out
    half = half / np.linalg.norm(half, axis=-1)[..., None]
    cos_h = half[..., 2]
    spread = alpha**2 / (math.pi * (cos_h**2 * (alpha**2 - 1.0) + 1.0) ** 2)
    cos_d = (toward * half).sum(axis=-1)
    share = metal + (1.0 - metal) * (1.0 - cos_d) ** 5 if metal else fresnel(cos_d)
    cos_i = toward[..., 2]
    seen = cos_i > 1e-6
    bounded = np.where(seen, cos_i, 1.0)
    beam = np.clip(-(toward @ np.array(row[3:6])), 0.0, None) ** row[17] * row[16]
    sent = spread * share * masked(bounded, alpha) * masked(out[2], alpha) * beam
    return float(np.where(seen, sent / (4.0 * out[2] * far**2), 0.0).mean() * 1e6)


def agrees(lamp: Emitter, eye: Vector, finish: Finish) -> None:
    found = gloss_luminance(POINTS, UP, eye, (lamp,), finish)[0]
    for point, value in zip(POINTS, found, strict=True):
        truth = finely(lamp, point, eye, finish.alpha, finish.metal)
        assert value == pytest.approx(truth, rel=0.05, abs=1.0)


@settings(max_examples=40)
@given(
    azimuth=st.floats(0, 360),
    elevation=st.floats(8, 88),
    distance=st.floats(350, 1600),
    width=st.floats(30, 1200),
    height=st.floats(30, 1200),
    finish=st.sampled_from([Finish(0.6), Finish(0.3), Finish(0.1), Finish(0.04), Finish(0.15, metal=0.7)]),
    eye=st.tuples(st.floats(-150, 150), st.floats(-300, 150), st.floats(420, 1100)),
)  # fmt: skip
def test_a_lamp_anywhere_shines_as_a_far_finer_sum_has_it(
    azimuth: float, elevation: float, distance: float, width: float, height: float, finish: Finish,
    eye: tuple[float, float, float],
) -> None:  # fmt: skip
    a, e = math.radians(azimuth), math.radians(elevation)
    place = Vector(
        distance * math.cos(e) * math.sin(a), distance * math.cos(e) * math.cos(a), distance * math.sin(e)
    )  # fmt: skip
    lamp = Emitter("rectangle", place, place.times(-1.0), width, height, 1000.0)
    row = lamp.row
    # A lamp stands above the work: no part of it is cut off by the plane.
    assume(place.z - abs(row[8]) * row[12] - abs(row[11]) * row[13] > 20.0)
    agrees(lamp, Vector(*eye), finish)


@pytest.mark.parametrize("alpha", [0.04, 0.1, 0.3])
@pytest.mark.parametrize("size", [(1180.0, 22.0), (22.0, 1180.0), (600.0, 600.0), (30.0, 30.0)])
def test_a_strip_a_box_and_a_spot_in_the_mirror(size: tuple[float, float], alpha: float) -> None:
    """Right where it is mirrored, whole and at its edges."""
    for x in (-600.0, -300.0, 0.0):
        lamp = Emitter("rectangle", Vector(x, 0, 760), Vector(-x, 0, -760), *size, 1000.0)
        agrees(lamp, Vector(0, 0, 720), Finish(alpha))
