"""Somebody who claps in a room, before a recorder: a stand-in that makes recordings of a room with a known echo.

It knows no plan and no formula of the readers: noise that dies away by 60 dB in the time it is told, in a noise
of its own; for a second recorder the same sound later, and by a clock that runs at another rate.
"""

from __future__ import annotations

from dataclasses import dataclass
from io import BytesIO
from typing import Literal, Protocol

import av
import numpy as np
from numpy.typing import NDArray

Samples = NDArray[np.float64]
RATE_HZ = 48_000
PEAK = 0.5
AT_S = 0.5
LN_60_DB = 6.907755278982137
Form = Literal["wav", "flac", "mp4", "mov"]


@dataclass(frozen=True, slots=True)
class Clapped:
    """A room as it is to be heard. ``rt60_s`` its echo; ``over_noise_db`` how far the clap's first 20 ms stand out
    of the noise; ``again_s`` a second clap so long after the first, None = one clap alone."""

    rt60_s: float
    over_noise_db: float = 45.0
    again_s: float | None = None


class Recording(Protocol):
    """A device that gives the recording of a clap."""

    def record(self, room: Clapped, *, behind_s: float = 0.0, drift_ppm: float = 0.0) -> bytes:
        """The file of a clap in a room, so much later and by a clock so much faster than another."""


@dataclass(frozen=True, slots=True)
class StandInRecorder:
    """A recorder that stands in for one: the same seed gives the same file."""

    seed: int = 1
    form: Form = "wav"

    def record(self, room: Clapped, *, behind_s: float = 0.0, drift_ppm: float = 0.0) -> bytes:
        """As `Recording.record`.

        Parameters
        ----------
        room
            as it is to be heard; its echo greater than 0.
        behind_s, drift_ppm
            how much later it hears it, and how much faster its clock runs.
        """
        return sound_file(heard(room, self.seed, behind_s, drift_ppm), self.form)


def heard(room: Clapped, seed: int, behind_s: float = 0.0, drift_ppm: float = 0.0) -> Samples:
    """The samples of a clap, full scale 1.

    Parameters
    ----------
    room, seed
        as it is to be heard; what the noise is drawn from.
    behind_s, drift_ppm
        how much later it is heard, and how much faster the clock runs.
    """
    lasts = AT_S + max(1.5, 1.8 * room.rt60_s)
    starts = [AT_S + behind_s]
    if room.again_s is not None:
        starts.append((AT_S + room.again_s) * (1.0 + drift_ppm * 1e-6) + behind_s)
        lasts += room.again_s
    count = round((lasts + abs(behind_s)) * RATE_HZ)
    sound = np.zeros(count)
    for number, start in enumerate(starts):
        sound += _burst(room.rt60_s, start, count, seed + number)
    sound *= PEAK / np.abs(sound).max()
    first = round(starts[0] * RATE_HZ)
    loud = float(np.sqrt(np.mean(sound[first : first + RATE_HZ // 50] ** 2)))
    noise = np.random.default_rng(seed + 1_000 + round(behind_s * 1e6)).standard_normal(count)
    return np.asarray(sound + noise * loud * 10 ** (-room.over_noise_db / 20))


def _burst(rt60_s: float, start_s: float, count: int, seed: int) -> Samples:
    """Noise that dies away from a moment on, placed to a part of a sample."""
    whole = int(np.floor(start_s * RATE_HZ))
    part = start_s * RATE_HZ - whole
    lasts = min(count - whole - 1, round(2.0 * rt60_s * RATE_HZ) + 256)
    t = np.arange(lasts) / RATE_HZ
    burst = np.random.default_rng(seed).standard_normal(lasts) * np.exp(-LN_60_DB * t / rt60_s)
    waves = np.fft.rfftfreq(2 * lasts)
    turned = np.fft.rfft(burst, 2 * lasts) * np.exp(-2j * np.pi * waves * part)
    sound = np.zeros(count)
    sound[whole : whole + lasts] = np.fft.irfft(turned, 2 * lasts)[:lasts]
    return sound


def sound_file(sound: Samples, form: Form, *, rate_hz: int = RATE_HZ) -> bytes:
    """The bytes of a sound file.

    Parameters
    ----------
    sound, form, rate_hz
        samples with full scale 1; the kind of file; samples a second.
    """
    codec = {"wav": "pcm_s16le", "flac": "flac", "mp4": "aac", "mov": "pcm_s16le"}[form]
    sink = BytesIO()
    with av.open(sink, mode="w", format=form) as container:
        stream = container.add_stream(codec, rate=rate_hz, layout="mono")
        assert isinstance(stream, av.AudioStream)
        whole = np.clip(sound, -1, 1)
        kind = "fltp" if codec == "aac" else "s16"
        for start in range(0, whole.size, 1024):
            piece = whole[start : start + 1024]
            data = piece.astype(np.float32) if kind == "fltp" else (piece * 32767).astype(np.int16)
            frame = av.AudioFrame.from_ndarray(data.reshape(1, -1), format=kind, layout="mono")
            frame.sample_rate = rate_hz
            frame.pts = start
            for packet in stream.encode(frame):
                container.mux(packet)
        for packet in stream.encode(None):
            container.mux(packet)
    return sink.getvalue()
