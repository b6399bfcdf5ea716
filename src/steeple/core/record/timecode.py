"""Time code of a take, as editing programs count it. SMPTE ST 12-1 (drop-frame counting, 6.2)."""

from __future__ import annotations

from steeple.core.errors import InputError

NTSC = (30_000 / 1001, 60_000 / 1001)
"""Rates at which frames are counted with numbers left out, so that the count keeps to the clock."""


def frame_at(seconds: float, rate_hz: float) -> int:
    """The frame that is shown at a second.

    Parameters
    ----------
    seconds, rate_hz
        >= 0, and frames a second.
    """
    return int(seconds * rate_hz + 1e-6)


def true_rate(rate_hz: float) -> float:
    """The rate that a camera means: 29.97 is 30000/1001, 23.976 is 24000/1001.

    Parameters
    ----------
    rate_hz
        as its menu says it, frames a second.
    """
    for whole in (24, 30, 48, 60, 120):
        if abs(rate_hz - whole * 1000 / 1001) < 0.006:
            return whole * 1000 / 1001
    return rate_hz


def timecode(seconds: float, rate_hz: float) -> str:
    """A moment of a take as ``HH:MM:SS:FF``; ``;`` before the frames where numbers are left out.

    Parameters
    ----------
    seconds, rate_hz
        since the take began, >= 0; frames a second, > 0.

    Raises
    ------
    InputError
        ``out-of-range`` for a rate or a time that is none.
    """
    if not (rate_hz > 0 and seconds >= 0):
        raise InputError(
            "out-of-range", "A time code needs a frame rate above 0 and a time of 0 or more.",
            field="seconds", value=seconds, allowed=">= 0",
        )  # fmt: skip
    rate = true_rate(rate_hz)
    frame, nominal = frame_at(seconds, rate), max(1, round(rate))
    drop = any(abs(rate - one) < 1e-6 for one in NTSC)
    if drop:
        # Two numbers (four at 60) are left out each minute, save each tenth.
        left_out = nominal // 15
        in_ten, in_one = nominal * 600 - 9 * left_out, nominal * 60 - left_out
        tens, rest = divmod(frame, in_ten)
        more = 0 if rest < nominal * 60 else 1 + (rest - nominal * 60) // in_one
        frame += left_out * (9 * tens + more)
    total, frames = divmod(frame, nominal)
    minutes, secs = divmod(total, 60)
    hours, minutes = divmod(minutes, 60)
    sign = ";" if drop else ":"
    return f"{hours:02d}:{minutes:02d}:{secs:02d}{sign}{frames:0{max(2, len(str(nominal - 1)))}d}"
