"""How a picture moves when the table is tapped: the tap test, read from a clip.

Reference: normalised correlation, then Lucas & Kanade 1981 to a part of a pixel.
"""

from __future__ import annotations

import math
from collections.abc import Generator, Iterable
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from steeple.core.budget import look, to_the_end
from steeple.core.errors import InputError
from steeple.core.frame.pose.lens_model import Floats

Grey = NDArray[np.uint8]
Light = NDArray[np.float32]
WINDOW_PX = 512
LEAST_FRAMES = 12
STILL_PX = 0.15
"""A picture that moves less than this stands still."""
STILL_SHARE = 0.1
LEAST_TEXTURE = 2.0
"""Mean grey levels by which neighbouring pixels must differ for a movement to be seen at all."""


@dataclass(frozen=True, slots=True)
class Wobble:
    """What a clip of a tap tells. Pixels are those of the clip.

    ``peak_px`` is the farthest that the picture went from where it rests, ``rings_s`` how long after that it stood
    still (None: it did not until the clip ended), ``frequency_hz`` how often it swung a second (None where it
    hardly moved), ``before_px`` how far it moved about its rest before the tap. ``track`` holds seconds and
    pixels to the right and down, shape (n, 3).
    """

    peak_px: float
    peak_at_s: float
    rings_s: float | None
    frequency_hz: float | None
    before_px: float
    frames: int
    track: Floats


def _window(first: Grey) -> tuple[int, int, int, int]:
    """Left, top, width and height of the part with most to see, of at most `WINDOW_PX` on a side."""
    rows, columns = first.shape
    width, height = min(WINDOW_PX, columns), min(WINDOW_PX, rows)
    soft = _light(cv2.GaussianBlur(_light(first), (0, 0), 1.5))
    across, along = np.abs(np.diff(soft, axis=1)), np.abs(np.diff(soft, axis=0))
    energy: Light = _light(across[:-1] + along[:, :-1])
    best, at = -1.0, (0, 0)
    for top in range(0, max(1, rows - height + 1), max(1, height // 2)):
        for left in range(0, max(1, columns - width + 1), max(1, width // 2)):
            found = float(energy[top : top + height, left : left + width].mean())
            if found > best:
                best, at = found, (left, top)
    if best < LEAST_TEXTURE / 4:
        raise InputError(
            "nothing-to-follow",
            "The clip shows nothing whose movement can be followed: lay the chart, or something with edges, in the picture.",
            field="clip", value=f"{best:.1f}", allowed="a picture with edges",
        )  # fmt: skip
    return at[0], at[1], width, height


class _Follower:
    """Where a picture has gone against the first one."""

    def __init__(self, first: Grey) -> None:
        self.box = _window(first)
        self.first = self._part(first)
        rows, columns = self.first.shape
        self.edge = max(8, min(rows, columns) // 5)
        half = _halved(self.first)
        reach = self.edge // 2
        self.sought = np.ascontiguousarray(half[reach:-reach, reach:-reach])
        down, right = (np.asarray(one) for one in np.gradient(self.first))
        self.inner = np.s_[self.edge : rows - self.edge : 2, self.edge : columns - self.edge : 2]
        self.slopes = np.column_stack([right[self.inner].ravel(), down[self.inner].ravel()]).astype(
            np.float64
        )
        self.solve = np.linalg.pinv(self.slopes)
        self.target = self.first[self.inner].ravel().astype(np.float64)

    def _part(self, frame: Grey) -> Light:
        left, top, width, height = self.box
        part = frame[top : top + height, left : left + width]
        return _light(cv2.GaussianBlur(_light(part), (0, 0), 1.5))

    def moved(self, frame: Grey) -> tuple[float, float]:
        """Pixels to the right and down."""
        part = self._part(frame)
        alike = cv2.matchTemplate(_halved(part), self.sought, cv2.TM_CCOEFF_NORMED)
        _, _, _, best = cv2.minMaxLoc(alike)
        reach = self.edge // 2
        x, y = 2.0 * (best[0] - reach), 2.0 * (best[1] - reach)
        for _ in range(6):
            back = cv2.warpAffine(
                part, np.array([[1, 0, x], [0, 1, y]], dtype=np.float64),
                (part.shape[1], part.shape[0]), flags=cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP,
                borderMode=cv2.BORDER_REPLICATE,
            )  # fmt: skip
            off = np.asarray(back, dtype=np.float64)[self.inner].ravel() - self.target
            step = self.solve @ (off - off.mean())
            if not np.isfinite(step).all() or np.abs(step).max() > 3.0:
                break
            x, y = x - float(step[0]), y - float(step[1])
            if np.abs(step).max() < 0.003:
                break
        return x, y


def _light(values: object) -> Light:
    return np.asarray(values, dtype=np.float32)


def _halved(part: Light) -> Light:
    return _light(cv2.resize(part, None, fx=0.5, fy=0.5, interpolation=cv2.INTER_AREA))


def read_wobble(frames: Iterable[tuple[float, Grey]]) -> Wobble:
    """How the picture moved over a clip: `follow_wobble` to its end.

    Parameters
    ----------
    frames
        as there.

    Raises
    ------
    InputError
        As there.
    """
    return to_the_end(follow_wobble(frames))


def follow_wobble(frames: Iterable[tuple[float, Grey]]) -> Generator[float, None, Wobble]:
    """How the picture moved over a clip; gives the seconds that are read, picture by picture.

    Parameters
    ----------
    frames
        seconds since the beginning, and grey pictures of one size, shape (rows, columns).

    Raises
    ------
    InputError
        ``clip-short`` for fewer than `LEAST_FRAMES` pictures; ``nothing-to-follow``.
    """
    follower: _Follower | None = None
    track: list[tuple[float, float, float]] = []
    for seconds, frame in frames:
        look()
        if follower is None:
            follower = _Follower(frame)
            track.append((seconds, 0.0, 0.0))
            continue
        track.append((seconds, *follower.moved(frame)))
        yield seconds
    if len(track) < LEAST_FRAMES:
        raise InputError(
            "clip-short",
            f"The clip has {len(track)} pictures; a tap needs {LEAST_FRAMES} at the least. Film for three seconds, and tap after one.",
            field="clip", value=len(track), allowed=f"at least {LEAST_FRAMES} pictures",
        )  # fmt: skip
    return _told(np.array(track))


def _told(track: Floats) -> Wobble:
    at = track[:, 0]
    # It rests where it is at the end and most of the time.
    rest = np.median(track[:, 1:], axis=0)
    off = track[:, 1:] - rest
    far = np.linalg.norm(off, axis=1)
    peak = int(np.argmax(far))
    still = max(STILL_PX, STILL_SHARE * float(far[peak]))
    # The tap began where it last stood still before the peak.
    calm = np.flatnonzero(far[: peak + 1] <= still)
    began = int(calm[-1]) if len(calm) else 0
    before = far[: max(1, began)]
    later = np.flatnonzero(far[peak:] > still)
    last = peak + int(later[-1]) if len(later) else peak
    rings = (
        None
        if last >= len(at) - 2 and far[peak] > 2 * still
        else float(at[min(last + 1, len(at) - 1)] - at[peak])
    )
    return Wobble(
        peak_px=float(far[peak]),
        peak_at_s=float(at[peak]),
        rings_s=rings if far[peak] > STILL_PX else 0.0,
        frequency_hz=_frequency(at[began:], off[began:]) if far[peak] > 2 * STILL_PX else None,
        before_px=float(np.sqrt(np.mean(before**2))),
        frames=len(at),
        track=track,
    )


def _frequency(at: Floats, off: Floats) -> float | None:
    """How often it swings a second, along the way in which it swings most; by a damped wave fitted to it."""
    if len(at) < 8:
        return None
    _, _, ways = np.linalg.svd(off - off.mean(axis=0), full_matrices=False)
    along = (off - off.mean(axis=0)) @ ways[0]
    step = float(np.median(np.diff(at)))
    if step <= 0:
        return None
    padded = np.zeros(4096)
    padded[: min(len(along), 4096)] = along[:4096]
    power = np.abs(np.fft.rfft(padded)) ** 2
    frequency = np.fft.rfftfreq(4096, step)
    lowest = 1.0 / max(step, float(at[-1] - at[0]))
    power[frequency < lowest] = 0.0
    best = int(np.argmax(power))
    if not 0 < best < len(power) - 1:
        return None
    a, b, c = (math.log(max(1e-12, float(power[best + i]))) for i in (-1, 0, 1))
    shift = 0.5 * (a - c) / (a - 2 * b + c) if a - 2 * b + c != 0 else 0.0
    return float(frequency[best] + shift * (frequency[1] - frequency[0]))
