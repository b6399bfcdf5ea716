"""Levels at a microphone: direct sound, echo and noise, against closed forms."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steeple.core.sound.levels import diffuse_db, heard_echo_db, raised_db, reception
from steeple.core.sound.reach import DIRECTIVITY, Heard, Pattern, critical_mm
from steeple.core.sound.room import SABINE_M

PATTERNS: tuple[Pattern, ...] = ("omni", "cardioid", "supercardioid", "figure of eight")


@given(st.sampled_from(PATTERNS), st.floats(20, 500), st.floats(0.2, 3.0), st.floats(0.2, 4.0))
def test_direct_and_echo_are_alike_at_the_critical_distance(
    pattern: Pattern, volume: float, rt60: float, times: float
) -> None:
    """Two ways to one figure: by energies, and by 0.057·√(Q·V ÷ T); 6 dB for each doubling from there."""
    away = times * critical_mm(volume, rt60, pattern)
    absorption = SABINE_M * volume / rt60
    found = reception(
        Heard(60, away, 0),
        pattern,
        (),
        absorption_m2=absorption,
        everywhere_db=(),
        self_noise_db=None,
    )
    assert found.over_echo_db is not None
    assert found.over_echo_db == pytest.approx(-20 * math.log10(times), abs=0.1)


def test_a_fan_beside_and_behind_a_cardioid() -> None:
    """50 dB at a metre, heard from 2 m: 44 dB; from behind nothing but its echo."""
    voice = Heard(60, 500, 0)
    beside = reception(
        voice,
        "omni",
        [Heard(50, 2000, 0)],
        absorption_m2=None,
        everywhere_db=(),
        self_noise_db=None,
    )
    assert beside.noise_db == pytest.approx(50 - 20 * math.log10(2), abs=0.01)
    assert beside.over_noise_db == pytest.approx(
        60 + 20 * math.log10(2) - beside.noise_db, abs=0.01
    )
    assert beside.over_echo_db is None
    behind = reception(
        voice,
        "cardioid",
        [Heard(50, 2000, 180)],
        absorption_m2=10,
        everywhere_db=(),
        self_noise_db=None,
    )
    assert behind.noise_db == pytest.approx(
        50 + 11 + 10 * math.log10(4 / 10) - 10 * math.log10(3), abs=0.01
    )


def test_noises_add_up_with_what_comes_from_all_round_and_from_the_microphone() -> None:
    found = reception(
        Heard(60, 1000, 0),
        "omni",
        (),
        absorption_m2=None,
        everywhere_db=[30, 30],
        self_noise_db=33.01,
    )
    assert found.noise_db == pytest.approx(36.02, abs=0.01)
    assert found.noises_db == (30, 30)


def test_a_room_that_takes_up_more_answers_less() -> None:
    assert diffuse_db(60, 8) == pytest.approx(diffuse_db(60, 4) - 3.01, abs=0.01)
    for pattern in PATTERNS:
        assert heard_echo_db(50, pattern) == pytest.approx(
            50 - 10 * math.log10(DIRECTIVITY[pattern])
        )


@pytest.mark.parametrize(
    ("noise", "wanted"), [(30, 60), (45, 60), (55, 65), (65, 70), (85, 80), (120, 80)]
)
def test_everybody_speaks_up_over_noise(noise: float, wanted: float) -> None:
    assert raised_db(noise) == wanted
