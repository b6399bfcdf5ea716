"""A tap followed over pictures that were moved by a known wave."""

from __future__ import annotations

import math
from collections.abc import Iterator

import cv2
import numpy as np
import pytest
from numpy.typing import NDArray

from steeple.core.errors import InputError
from steeple.core.frame.wobble import read_wobble
from tests.frames import Shot

RATE = 50.0


def clip(
    *,
    swing: float,
    hertz: float = 6.3,
    dies_s: float = 0.35,
    seconds: float = 3.2,
    noise: float = 2.0,
) -> Iterator[tuple[float, NDArray[np.uint8]]]:
    still = cv2.cvtColor(Shot().picture(), cv2.COLOR_RGB2GRAY).astype(np.float32)
    random = np.random.default_rng(1)
    for index in range(round(seconds * RATE)):
        at = index / RATE
        off = (
            0.0
            if at < 1
            else swing * math.exp(-(at - 1) / dies_s) * math.sin(2 * math.pi * hertz * (at - 1))
        )
        move = np.array([[1.0, 0.0, off], [0.0, 1.0, 0.3 * off]])
        shown = cv2.warpAffine(
            still, move, still.shape[::-1], flags=cv2.INTER_CUBIC, borderMode=cv2.BORDER_REPLICATE
        )
        yield (
            at,
            np.clip(shown + noise * random.standard_normal(shown.shape), 0, 255).astype(np.uint8),
        )


def wave(swing: float, hertz: float = 6.3, dies_s: float = 0.35) -> float:
    at = np.arange(0, 2, 1 / RATE)
    return float(
        np.abs(swing * np.exp(-at / dies_s) * np.sin(2 * np.pi * hertz * at)).max()
    ) * math.hypot(1, 0.3)


@pytest.mark.parametrize("swing", [0.8, 4.3, 25.0])
def test_how_far_how_often_and_how_long(swing: float) -> None:
    found = read_wobble(clip(swing=swing))
    assert found.peak_px == pytest.approx(wave(swing), abs=0.2)
    assert found.frequency_hz == pytest.approx(6.3, abs=0.15)
    assert found.before_px < 0.1
    still = max(0.15, 0.1 * found.peak_px)
    rings = 0.35 * math.log(swing * math.hypot(1, 0.3) / still)
    assert found.rings_s == pytest.approx(rings, abs=0.15)


def test_a_picture_that_stands_still() -> None:
    found = read_wobble(clip(swing=0.0, seconds=1.0))
    assert found.peak_px < 0.15
    assert found.frequency_hz is None
    assert found.rings_s == 0.0


def test_one_that_still_swings_when_the_clip_ends() -> None:
    assert read_wobble(clip(swing=5.0, dies_s=3.0, seconds=2.0)).rings_s is None


def test_too_short_or_nothing_to_follow() -> None:
    with pytest.raises(InputError, match="at the least"):
        read_wobble(clip(swing=0.0, seconds=0.1))
    blank = ((index / RATE, np.full((200, 300), 128, np.uint8)) for index in range(20))
    with pytest.raises(InputError, match="edges"):
        read_wobble(blank)
