"""The rows of absorption against each other, against textbook rooms, and against an image-source yardstick."""

from __future__ import annotations

import math

import pytest

from steeple.core.sound.absorption import (
    BY_PIECE,
    FURNISHED,
    LIES_ON,
    NOT_AT_ALL,
    SOFT,
    SURFACES,
    gained,
)
from steeple.core.sound.room import Surface, echo_of

TEXTBOOK = [
    # A tiled bath of 2 × 2.5 × 2.5 m: 0.161 × 12.5 ÷ (32.5 × 0.01 … 0.02); by hand.
    (12.5, [("tiles", 5.0), ("tiles", 22.5), ("tiles", 5.0)], 2, 0.161 * 12.5 / (32.5 * 0.01)),
    # A classroom of 9 × 7 × 3 m: floorboards, plaster walls, acoustic tiles above, at 1 kHz; by hand.
    (
        189.0,
        [("floorboards", 63.0), ("plaster", 96.0), ("acoustic tiles", 63.0)],
        3,
        0.161 * 189 / (222 * -math.log(1 - (63 * 0.07 + 96 * 0.03 + 63 * 0.85) / 222)),
    ),
    # A living room of 5 × 4 × 2.5 m with a thick carpet, at 500 Hz: Σ S·α = 11.4 + 1.3 m²; by hand.
    (
        50.0,
        [("thick carpet", 20.0), ("plaster", 45.0), ("plaster", 20.0)],
        2,
        0.161 * 50 / (20 * 0.57 + 65 * 0.02),
    ),
]


@pytest.mark.parametrize(("volume", "surfaces", "band", "wanted"), TEXTBOOK)
def test_rooms_worked_by_hand(
    volume: float, surfaces: list[tuple[str, float]], band: int, wanted: float
) -> None:
    found = echo_of(volume, [Surface(area, SURFACES[kind]) for kind, area in surfaces])  # type: ignore[index]
    assert found.rt60_s[band] == pytest.approx(wanted, rel=0.01)


def test_every_row_is_a_share_and_hard_things_take_up_less_than_soft_ones() -> None:
    for row in SURFACES.values():
        assert all(0 < one < 1 for one in row)
    for kind, row in SOFT.items():
        assert all(0 < one < (3 if kind in BY_PIECE else 1) for one in row)
    for hard in ("plaster", "masonry", "concrete", "tiles"):
        for kind in LIES_ON:
            assert SURFACES[hard][3] < SOFT[kind][3]
    for band in range(6):
        assert FURNISHED["bare"][band] < FURNISHED["some"][band] < FURNISHED["full"][band]


def test_only_what_is_better_than_what_it_covers_is_gained() -> None:
    assert gained("rug", SURFACES["thick carpet"]) == NOT_AT_ALL
    over = gained("duvet", SURFACES["plaster"])
    assert over[3] == pytest.approx(0.85 - 0.03)
