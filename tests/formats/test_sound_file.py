"""Sound out of files of every form that is read, and what is broken, in a sentence."""

from __future__ import annotations

import numpy as np
import pytest

from steeple.core.errors import DocumentError
from steeple.core.sound.decay import read_clap
from steeple.core.sound.together import offset_of
from steeple.devices.clapper import Form, sound_file
from steeple.formats import sound_file as module
from steeple.formats.sound_file import read_sound
from tests.claps import RATE, clap, later

CLAP = clap(0.5, snr_db=45)


@pytest.mark.parametrize("form", ["wav", "flac", "mp4", "mov"])
def test_a_clap_comes_out_of_every_form(form: Form) -> None:
    sound = read_sound(sound_file(CLAP, form))
    assert sound.rate_hz == RATE
    assert sound.lasts_s == pytest.approx(3, abs=0.05)
    assert not sound.cut
    assert read_clap(sound.samples, sound.rate_hz).rt60_s == pytest.approx(0.5, rel=0.04)


def test_a_clip_and_a_recorder_are_put_together_within_a_millisecond() -> None:
    clip = read_sound(sound_file(CLAP, "mov"))
    recorder = read_sound(sound_file(later(CLAP, 0.25), "wav"))
    found = offset_of(clip.samples, clip.rate_hz, recorder.samples, recorder.rate_hz)
    assert found.behind_s == pytest.approx(0.25, abs=0.001)


@pytest.mark.parametrize(
    "content",
    [b"", b"RIFF", b"not sound at all" * 50, bytes(5000), sound_file(CLAP, "wav")[:30],
     sound_file(CLAP, "mp4")[:400]],
    ids=["empty", "beginning", "text", "noughts", "cut wav", "cut mp4"],
)  # fmt: skip
def test_what_is_no_sound_says_so(content: bytes) -> None:
    with pytest.raises(DocumentError, match="No sound could be read from clip"):
        read_sound(content, "clip")


def test_a_file_that_breaks_off_is_read_as_far_as_it_goes() -> None:
    whole = sound_file(CLAP, "wav")
    sound = read_sound(whole[: len(whole) // 2])
    assert 1.0 < sound.lasts_s < 2.0


def test_what_is_too_large_or_too_coarse_is_refused(monkeypatch: pytest.MonkeyPatch) -> None:
    with pytest.raises(DocumentError, match="8000 at the least"):
        read_sound(sound_file(clap(0.3, rate=6000), "wav", rate_hz=6000))
    monkeypatch.setattr(module, "BYTES_LIMIT", 1000)
    with pytest.raises(DocumentError, match="are read"):
        read_sound(sound_file(CLAP, "wav"))


def test_of_a_long_recording_the_beginning_is_read() -> None:
    sound = read_sound(sound_file(CLAP, "wav"), seconds_limit=1.0)
    assert sound.cut
    assert sound.lasts_s < 1.2


def test_what_is_no_number_in_a_file_is_heard_as_nothing() -> None:
    sound = read_sound(sound_file(np.nan_to_num(CLAP), "wav"))
    assert np.isfinite(sound.samples).all()
