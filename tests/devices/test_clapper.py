"""The stand-in that claps: what is made with a known echo, offset and drift is read back."""

from __future__ import annotations

import pytest

from steeple.core.sound.decay import read_clap
from steeple.core.sound.together import offset_of
from steeple.devices.clapper import RATE_HZ, Clapped, Form, Recording, StandInRecorder, heard
from steeple.formats.sound_file import read_sound

RECORDER: Recording = StandInRecorder()


@pytest.mark.parametrize("rt60", [0.25, 0.4, 0.8, 1.2])
@pytest.mark.parametrize("over_noise", [30.0, 45.0])
def test_the_echo_is_read_back(rt60: float, over_noise: float) -> None:
    samples = heard(Clapped(rt60, over_noise_db=over_noise), seed=4)
    found = read_clap(samples, RATE_HZ)
    assert found.rt60_s == pytest.approx(rt60, rel=0.05)
    assert found.arrival_s == pytest.approx(0.5, abs=0.003)


@pytest.mark.parametrize("form", ["wav", "flac", "mp4", "mov"])
def test_files_of_every_kind(form: Form) -> None:
    content = StandInRecorder(form=form).record(Clapped(0.5))
    sound = read_sound(content, f"clap.{form}")
    assert read_clap(sound.samples, sound.rate_hz).rt60_s == pytest.approx(0.5, rel=0.05)


def test_two_recorders_with_offset_and_drift() -> None:
    room = Clapped(0.4, over_noise_db=55, again_s=60.0)
    first = read_sound(RECORDER.record(room))
    second = read_sound(RECORDER.record(room, behind_s=0.0123, drift_ppm=80.0))
    found = offset_of(first.samples, first.rate_hz, second.samples, second.rate_hz)
    assert found.behind_s == pytest.approx(0.0123, abs=0.001)
    assert found.drift_ppm == pytest.approx(80, abs=5)


def test_the_same_seed_gives_the_same_file() -> None:
    assert RECORDER.record(Clapped(0.3)) == StandInRecorder(seed=1).record(Clapped(0.3))
    assert RECORDER.record(Clapped(0.3)) != StandInRecorder(seed=2).record(Clapped(0.3))
