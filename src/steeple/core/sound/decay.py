"""How a sound dies away in a room, read from a recording of a clap.

Sources: Schroeder, *New Method of Measuring Reverberation Time* (J. Acoust. Soc. Am. 37, 1965): the decay is
the energy that is still to come. ISO 3382-2: T20 and T30 as lines through −5 to −25 and −5 to −35 dB; the
record is cut where the decay meets the noise, and what would have come after that is put back.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from steeple.core.errors import InputError
from steeple.core.sound.fitting import fitted_rt60_s

Samples = NDArray[np.floating[Any]]
"""Shape (n,), full scale 1; of a long recording in single precision."""
CLIPPED_SHARE, FULL = 2e-5, 0.999
"""A record is clipped where so large a share of it, and more than a few in a row, stand at full scale."""
CLIPPED_RUN = 3
BLOCK_S = 0.002
"""Energy is looked at in blocks of two milliseconds: finer than any ear, coarser than one reflection."""
SILENT_DB = -80.0
LEAST_ABOVE_NOISE_DB = 12.0
"""A clap that stands out less from the noise tells no decay."""
TOP_DB = -5.0
ENDS_DB = {"T20": -25.0, "T30": -35.0}
NOISE_ROOM_DB = 10.0
"""A line is not read closer to the noise than this (ISO 3382-2)."""
SECOND_CLAP_S, SECOND_CLAP_DB = 0.25, 12.0
"""Two claps are far enough apart to be told, and so alike in level."""
EDGE_S = 0.15
AGREE = 0.1
"""So near to each other T20 and the fit tell of one straight decay."""


@dataclass(frozen=True, slots=True)
class Line:
    """A straight line through a stretch of the decay. ``rt60_s`` is how long 60 dB would take along it;
    ``from_db`` and ``to_db`` are the stretch; ``off_db`` is how far the curve strays from it, root mean square."""

    rt60_s: float
    from_db: float
    to_db: float
    off_db: float


@dataclass(frozen=True, slots=True)
class Clap:
    """What one clap tells.

    ``arrival_s`` is when it arrives; ``peak_db`` how loud against full scale; ``noise_db`` what is heard before
    and after it; ``curve`` the decay as (seconds after the arrival, dB), at most 200 points. ``t20`` and ``t30``
    are None where the noise leaves no room for them; ``rt60_s`` is the better one.
    """

    arrival_s: float
    peak_db: float
    noise_db: float
    t20: Line | None
    t30: Line | None
    curve: tuple[tuple[float, float], ...]
    fitted_s: float | None = None

    @property
    def rt60_s(self) -> float | None:
        """The reverberation time: by T30 where it can be read. Where only T20 can, as fitted as long as the two
        agree: the fit uses all of a straight decay and is surer; else by T20. Without either as fitted."""
        if self.t30 is not None:
            return self.t30.rt60_s
        if self.t20 is None or (
            self.fitted_s is not None
            and abs(self.fitted_s - self.t20.rt60_s) <= AGREE * self.t20.rt60_s
        ):
            return self.fitted_s
        return self.t20.rt60_s

    @property
    def above_noise_db(self) -> float:
        """How far the clap stands out of the noise."""
        return self.peak_db - self.noise_db


def db_of(power: float) -> float:
    """A power as decibels.

    Parameters
    ----------
    power
        ≥ 0, full scale 1.

    Returns
    -------
    −200 for nothing at all.
    """
    return 10.0 * math.log10(power) if power > 1e-20 else -200.0


def check_record(samples: Samples, rate_hz: float) -> None:
    """Whether a record can be read at all.

    Parameters
    ----------
    samples
        shape (n,), full scale 1.
    rate_hz
        samples a second.

    Raises
    ------
    InputError
        ``sound-rate`` under 8 kHz; ``sound-short`` under half a second; ``sound-silent``; ``sound-clipped``.
    """
    if rate_hz < 8_000:
        raise InputError(
            "sound-rate", f"The sound has {rate_hz:g} samples a second; a clap needs 8000 at the least.",
            field="sound", value=rate_hz, allowed="8000 or more",
        )  # fmt: skip
    if samples.size < 0.5 * rate_hz:
        raise InputError(
            "sound-short",
            f"The sound lasts {samples.size / rate_hz:.2f} s; a clap with its echo needs half a second.",
            field="sound", value=samples.size / rate_hz, allowed="0.5 s or more",
        )  # fmt: skip
    peak = float(np.abs(samples).max())
    if db_of(peak**2) < SILENT_DB:
        raise InputError(
            "sound-silent", "The sound is silent: no clap is in it. Was the microphone switched on?",
            field="sound", value=peak, allowed="something to hear",
        )  # fmt: skip
    top = np.abs(samples) >= min(FULL, peak * FULL)
    runs = _longest_run(top)
    if peak >= FULL and runs >= CLIPPED_RUN and top.mean() > CLIPPED_SHARE:
        raise InputError(
            "sound-clipped",
            "The sound is clipped: the clap was louder than the recording bears. Turn the level down or clap "
            "from farther away.",
            field="sound", value=peak, allowed="below full scale",
        )  # fmt: skip


def _longest_run(marks: NDArray[np.bool_]) -> int:
    """How many marks in a row there are at the most."""
    edges = np.flatnonzero(np.diff(np.concatenate(([0], marks.astype(np.int8), [0]))))
    return int((edges[1::2] - edges[::2]).max()) if edges.size else 0


def energies(samples: Samples, rate_hz: float) -> tuple[NDArray[np.float64], float]:
    """Mean power in short blocks, and how long a block is.

    Parameters
    ----------
    samples, rate_hz
        shape (n,); samples a second.
    """
    block = max(1, round(BLOCK_S * rate_hz))
    count = samples.size // block
    blocks = samples[: count * block].reshape(count, block)
    # Summed in double precision, without a copy of the whole.
    return np.einsum("ij,ij->i", blocks, blocks, dtype=np.float64) / block, block / rate_hz


def arrivals(samples: Samples, rate_hz: float) -> tuple[float, ...]:
    """When claps arrive, in seconds: each rise out of what is heard before it that comes within
    `SECOND_CLAP_DB` of the loudest, no two closer than `SECOND_CLAP_S`.

    Parameters
    ----------
    samples, rate_hz
        shape (n,), full scale 1; samples a second.
    """
    power, step = energies(samples, rate_hz)
    loud = power.max() * 10 ** (-SECOND_CLAP_DB / 10)
    found: list[float] = []
    apart = round(SECOND_CLAP_S / step)
    last = -apart - 1
    for at in np.flatnonzero(power >= loud):
        # A clap rises at once, over a block or two; its echo falls: the block is louder than all shortly before it.
        before = power[max(0, at - apart) : at]
        if at - last <= apart or (before.size and power[at] <= 4.0 * before.max()):
            continue
        last = int(at)
        found.append(_rise(samples, rate_hz, last, step))
    return tuple(found)


def _rise(samples: Samples, rate_hz: float, block: int, step: float) -> float:
    """The moment within two blocks at which a clap first reaches a tenth of its height, in seconds."""
    size = round(step * rate_hz)
    first = max(0, (block - 1) * size)
    piece = np.abs(samples[first : (block + 3) * size])
    at = int(np.argmax(piece >= 0.1 * piece.max()))
    return (first + at) / rate_hz


def read_clap(samples: Samples, rate_hz: float, *, arrival_s: float | None = None) -> Clap:
    """What a clap tells of its room.

    Parameters
    ----------
    samples
        shape (n,), full scale 1; one clap in quiet, with a second of what follows.
    rate_hz
        samples a second, 8000 or more.
    arrival_s
        which clap, where there are several; None where there is to be one.

    Raises
    ------
    InputError
        As `check_record`; ``two-claps`` where there are several and none was chosen; ``clap-in-noise`` where it
        stands out too little.
    """
    check_record(samples, rate_hz)
    when = arrivals(samples, rate_hz)
    if arrival_s is None and len(when) > 1:
        said = ", ".join(f"{one:.2f} s" for one in when[:5])
        raise InputError(
            "two-claps", f"There are {len(when)} claps in it, at {said}. Clap once, or cut the rest away.",
            field="sound", value=len(when), allowed="one clap",
        )  # fmt: skip
    start_s = when[0] if arrival_s is None else arrival_s
    start = round(start_s * rate_hz)
    power, step = energies(samples[start:], rate_hz)
    before = samples[: max(0, start - round(0.01 * rate_hz))]
    noise = _noise(before, power, rate_hz)
    peak = float(np.abs(samples[start : start + round(EDGE_S * rate_hz)]).max())
    loudest = float(power[: round(EDGE_S / step)].max())
    if db_of(loudest) - db_of(noise) < LEAST_ABOVE_NOISE_DB:
        raise InputError(
            "clap-in-noise",
            "The clap stands out too little from the noise: clap louder or nearer, or switch off what hums.",
            field="sound", value=round(db_of(loudest) - db_of(noise), 1),
            allowed=f"{LEAST_ABOVE_NOISE_DB:g} dB or more",
        )  # fmt: skip
    decay = _decay(power, noise, step)
    above = db_of(loudest) - db_of(noise)
    t20, t30 = (_line(decay, step, name, above) for name in ("T20", "T30"))
    return Clap(
        arrival_s=start_s,
        peak_db=db_of(peak**2),
        noise_db=db_of(noise),
        t20=t20,
        t30=t30,
        curve=_thin(decay, step),
        fitted_s=fitted_rt60_s(power, noise, step) if t30 is None else None,
    )


def _noise(before: Samples, power: NDArray[np.float64], rate_hz: float) -> float:
    """Power of the noise: the louder of what is heard just before the clap and at the end of the record, so
    that the decay is never read within it."""
    found = [float(np.median(power[-max(10, power.size // 10) :]))]
    if before.size > 0.05 * rate_hz:
        quiet, _ = energies(before[-round(0.5 * rate_hz) :], rate_hz)
        found.append(float(np.median(quiet)))
    return max([*found, 1e-14])


def _decay(power: NDArray[np.float64], noise: float, step: float) -> NDArray[np.float64]:
    """The decay in dB: backward sums of what is above the noise, up to where they meet, with what would have
    come after it."""
    # Where the smoothed power first comes down to the noise.
    width = max(1, round(0.02 / step))
    smooth = np.convolve(power, np.ones(width) / width, mode="same")
    under = np.flatnonzero(smooth[width:] < 2.0 * noise)
    end = int(under[0]) + width if under.size else power.size
    end = max(end, min(power.size, 10))
    clean = np.maximum(power[:end] - noise, 0.0)
    rest = np.cumsum(clean[::-1])[::-1]
    rest = rest + _after(smooth[:end], noise, step)
    return np.asarray(10.0 * np.log10(np.maximum(rest / rest[0], 1e-20)), dtype=np.float64)


def _after(smooth: NDArray[np.float64], noise: float, step: float) -> float:
    """The energy that the decay would have had after its end, from its slope in the last 10 to 20 dB."""
    level = 10.0 * np.log10(np.maximum(smooth - noise, 1e-20))
    end = level.size
    floor = 10.0 * math.log10(noise)
    used = np.flatnonzero((level > floor + 3.0) & (level < floor + 18.0))
    used = used[used > int(level.argmax())]
    if used.size < 5:
        return 0.0
    slope, height = np.polyfit(used * step, level[used], 1)
    if slope >= -1.0:
        return 0.0
    at_end = 10.0 ** ((slope * end * step + height) / 10.0)
    return float(at_end / (-slope * math.log(10.0) / 10.0) / step)


def _line(decay: NDArray[np.float64], step: float, name: str, above_db: float) -> Line | None:
    """The line of T20 or T30, where the noise leaves room for it."""
    bottom = ENDS_DB[name]
    if -bottom + NOISE_ROOM_DB > above_db + NOISE_ROOM_DB / 2:
        return None
    used = np.flatnonzero((decay <= TOP_DB) & (decay >= bottom))
    if used.size < 3 or decay.min() > bottom + 0.5:
        return None
    times = used * step
    slope, height = np.polyfit(times, decay[used], 1)
    if slope >= 0:
        return None
    off = float(np.sqrt(np.mean((slope * times + height - decay[used]) ** 2)))
    return Line(float(-60.0 / slope), TOP_DB, bottom, off)


def _thin(decay: NDArray[np.float64], step: float) -> tuple[tuple[float, float], ...]:
    every = max(1, math.ceil(decay.size / 200))
    return tuple(
        (round(float(at * step), 4), round(float(decay[at]), 2))
        for at in range(0, decay.size, every)
        if decay[at] > -90
    )
