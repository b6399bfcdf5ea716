"""IES LM-63 files: measured luminous intensities of a lamp in every direction.

Read are the layouts of 1986, 1991, 1995 and 2002, with TILT=NONE and TILT=INCLUDE, of photometric
types A, B and C, however their numbers are broken into lines. Directions become those of type C:
the angle from the lamp's axis, and the angle about it.

References: IESNA LM-63-2002, *Standard File Format for the Electronic Transfer of Photometric Data*;
IESNA LM-75-01 (goniometer types A, B, C).
"""

from __future__ import annotations

import itertools
import math
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from steeple.core.errors import DocumentError
from steeple.core.light.kernels.rows import TABLE_H, TABLE_V

Array = NDArray[np.float64]
ANGLE_LIMIT, FOOT_MM = 361, 304.8
IES_LIMIT = 200_000
"""Longest text that is read, in characters; real files have 1,000 to 60,000."""
_TYPES: dict[int, Literal["C", "B", "A"]] = {1: "C", 2: "B", 3: "A"}


@dataclass(frozen=True, slots=True, eq=False)
class Photometry:
    """What a file says. ``table`` has intensity ÷ ``axis_cd`` for each 5° about the axis (rows) and
    each 1° from it; ``axis_cd`` is the intensity along the axis, or the greatest where that is none.
    ``flux_lm`` is summed from the table. Sizes of the opening in millimetres, 0 = a point."""

    layout: str
    type: Literal["C", "B", "A"]
    axis_cd: float
    flux_lm: float
    beam_deg: float
    width_mm: float
    length_mm: float
    power_w: float
    table: Array
    remarks: tuple[str, ...]


class _Numbers:
    """The numbers of a file in their order, with the line of each."""

    def __init__(self, lines: list[str], first: int) -> None:
        self.found: list[tuple[int, str]] = []
        for number, line in enumerate(lines[first:], first + 1):
            bare = line.replace(",", " ")
            self.found += [(number, word) for word in bare.split()]
        self.at = 0
        self.last = len(lines)

    def next(self, what: str, least: float = -math.inf, most: float = math.inf) -> float:
        if self.at >= len(self.found):
            raise _broken(self.last, f"the file ends before {what}")
        line, word = self.found[self.at]
        self.at += 1
        try:
            value = float(word.replace("d", "e").replace("D", "E"))
        except ValueError:
            raise _broken(line, f"“{word[:20]}” stands where {what} should") from None
        if not math.isfinite(value) or not least <= value <= most:
            raise _broken(line, f"{what} is {word[:20]}, which cannot be")
        return value

    def many(self, count: int, what: str, least: float, most: float) -> list[float]:
        return [
            self.next(f"{what} {place} of {count}", least, most) for place in range(1, count + 1)
        ]

    @property
    def line(self) -> int:
        return self.found[min(self.at, len(self.found)) - 1][0] if self.found else self.last


def _broken(line: int, reason: str) -> DocumentError:
    return DocumentError(
        "broken-ies", f"Line {line}: {reason}. The file was not taken.", field="ies", value=line
    )


def _layout(first: str) -> str:
    bare = first.strip().upper()
    if bare.startswith("IESNA:LM-63-"):
        return bare.removeprefix("IESNA:LM-63-")[:4]
    if bare.startswith(("IESNA91", "IESNA:LM-63")):
        return "1991"
    return "1995" if bare.startswith("IESNA") else "1986"


@lru_cache(maxsize=64)
def read_ies(text: str) -> Photometry:
    """Read a file.

    Parameters
    ----------
    text
        the file as text.

    Raises
    ------
    DocumentError
        ``broken-ies`` with the line and the reason.
    """
    if len(text) > IES_LIMIT:
        raise _broken(1, f"the file has {len(text):,} characters; at most {IES_LIMIT:,} are read")
    lines = text.replace("\r\n", "\n").replace("\r", "\n").rstrip("\x1a \n\t").split("\n")
    tilt = next((n for n, one in enumerate(lines) if one.strip().upper().startswith("TILT")), None)
    if tilt is None:
        raise _broken(len(lines), "no line begins with TILT=; this is no IES LM-63 file")
    remarks: list[str] = []
    said = lines[tilt].split("=", 1)[-1].strip()
    numbers = _Numbers(lines, tilt + 1)
    if said.upper() == "INCLUDE":
        numbers.next("the way the lamp hangs", 1, 3)
        pairs = int(numbers.next("the number of tilt angles", 0, ANGLE_LIMIT))
        numbers.many(pairs, "tilt angle", -360, 360)
        factors = numbers.many(pairs, "tilt factor", 0, 100)
        if any(abs(one - 1) > 1e-6 for one in factors):
            remarks.append("It gives other light when tipped; read is what it gives as measured.")
    elif said.upper() not in ("NONE", ""):
        remarks.append("Its tilt factors stand in another file; read is what it gives as measured.")
    lamps = numbers.next("the number of lamps", 0, 1000)
    numbers.next("the flux of each lamp", -1, 1e8)
    times = numbers.next("the multiplier", 0, 1e6)
    count_v = int(numbers.next("the number of vertical angles", 1, ANGLE_LIMIT))
    count_h = int(numbers.next("the number of horizontal angles", 1, ANGLE_LIMIT))
    form = int(numbers.next("the photometric type", 1, 3))
    scale = FOOT_MM if int(numbers.next("the unit of length", 1, 2)) == 1 else 1000.0
    width = numbers.next("the width of the opening", -1e3, 1e3)
    length = numbers.next("the length of the opening", -1e3, 1e3)
    numbers.next("the height of the opening", -1e3, 1e3)
    ballast = numbers.next("the ballast factor", 0, 100)
    numbers.next("the factor kept for later", -1e6, 1e6)
    power = numbers.next("the power", 0, 1e6)
    vertical = numbers.many(count_v, "vertical angle", -180, 180)
    _rising(vertical, "vertical", numbers.line)
    horizontal = numbers.many(count_h, "horizontal angle", -180, 360)
    _rising(horizontal, "horizontal", numbers.line)
    factor = (times or 1.0) * (ballast or 1.0)
    candela = factor * np.array(
        [numbers.many(count_v, f"intensity at {at:g}°,", 0, 1e9) for at in horizontal]
    )
    if numbers.at < len(numbers.found):
        remarks.append("More numbers follow than the file announces; they were left out.")
    if float(candela.max()) <= 0:
        raise _broken(numbers.line, "every intensity is 0")
    kind = _TYPES[form]
    table = _spread(kind, np.array(vertical), np.array(horizontal), candela, numbers.line)
    if not float(table.max()) > 0.0:
        raise _broken(numbers.line, "no intensity is given between straight down and straight up")
    axis = float(table[:, 0].mean())
    if axis < 0.05 * float(table.max()):
        axis = float(table.max())
    if lamps > 1 and factor == 1.0:
        remarks.append(f"Measured with {lamps:g} lamps in it.")
    return Photometry(
        layout=_layout(lines[0]),
        type=kind,
        axis_cd=axis,
        flux_lm=flux_of(table),
        beam_deg=_beam(table),
        width_mm=abs(width) * scale,
        length_mm=abs(length) * scale,
        power_w=power,
        table=table / axis,
        remarks=tuple(remarks),
    )


def _rising(angles: list[float], name: str, line: int) -> None:
    if any(b <= a for a, b in itertools.pairwise(angles)):
        raise _broken(line, f"the {name} angles do not rise")


def _at(values: Array, vertical: Array, horizontal: Array, v: Array, h: Array) -> Array:
    """Bilinear between measured angles; nothing outside the vertical ones."""
    i = np.clip(np.searchsorted(vertical, v, side="right") - 1, 0, max(0, len(vertical) - 2))
    j = np.clip(np.searchsorted(horizontal, h, side="right") - 1, 0, max(0, len(horizontal) - 2))
    i1, j1 = np.minimum(i + 1, len(vertical) - 1), np.minimum(j + 1, len(horizontal) - 1)
    a = np.where(i1 > i, (v - vertical[i]) / np.where(i1 > i, vertical[i1] - vertical[i], 1.0), 0.0)
    b = np.where(
        j1 > j, (h - horizontal[j]) / np.where(j1 > j, horizontal[j1] - horizontal[j], 1.0), 0.0
    )
    a, b = np.clip(a, 0.0, 1.0), np.clip(b, 0.0, 1.0)
    found = (
        values[j, i] * (1 - a) * (1 - b)
        + values[j, i1] * a * (1 - b)
        + values[j1, i] * (1 - a) * b
        + values[j1, i1] * a * b
    )
    inside = (v >= vertical[0] - 1e-9) & (v <= vertical[-1] + 1e-9)
    return np.asarray(np.where(inside, found, 0.0))


def _spread(kind: str, vertical: Array, horizontal: Array, candela: Array, line: int) -> Array:
    """Intensities on the grid of the kernels: shape (`TABLE_H`, `TABLE_V`)."""
    v = np.broadcast_to(np.arange(TABLE_V, dtype=float), (TABLE_H, TABLE_V))
    h = np.broadcast_to(5.0 * np.arange(TABLE_H, dtype=float)[:, None], (TABLE_H, TABLE_V))
    if kind == "C":
        return _at(candela, vertical, horizontal, v, _folded(h, horizontal, line))
    sin = np.sin(np.radians(v))
    x, y, z = (
        sin * np.cos(np.radians(h)),
        sin * np.sin(np.radians(h)),
        np.cos(np.radians(v)),
    )
    if kind == "A":
        across = np.degrees(np.arctan2(x, z))
        up = np.degrees(np.arcsin(np.clip(y, -1, 1)))
    else:
        across = np.degrees(np.arcsin(np.clip(x, -1, 1)))
        up = np.degrees(np.arctan2(y, z))
    if horizontal[0] >= 0:
        across = np.abs(across)
    if vertical[0] >= 0:
        up = np.abs(up)
    inside = (across >= horizontal[0] - 1e-9) & (across <= horizontal[-1] + 1e-9)
    if len(horizontal) == 1:
        inside = np.ones_like(inside)
    return np.asarray(np.where(inside, _at(candela, vertical, horizontal, up, across), 0.0))


def _folded(h: Array, horizontal: Array, line: int) -> Array:
    """Angles about the axis brought into those measured, by the symmetry that the file tells."""
    first, last = float(horizontal[0]), float(horizontal[-1])
    if len(horizontal) == 1:
        return np.full_like(h, first)
    h = np.mod(h, 360.0)
    if first == 0 and last == 90:
        h = np.where(h > 180, 360 - h, h)
        return np.asarray(np.where(h > 90, 180 - h, h))
    if first == 0 and last == 180:
        return np.asarray(np.where(h > 180, 360 - h, h))
    if first == 90 and last == 270:
        h = np.where(h < 90, 180 - h, h)
        return np.asarray(np.where(h > 270, 540 - h, h))
    if first == -90 and last == 90:
        h = np.where(h > 180, h - 360, h)
        h = np.where(h > 90, 180 - h, h)
        return np.asarray(np.where(h < -90, -180 - h, h))
    if first == 0 and 270 < last <= 360:
        return h
    raise _broken(line, f"horizontal angles from {first:g}° to {last:g}° tell of no symmetry")


def flux_of(table: Array) -> float:
    """All light of a table of intensities in candela on the grid of the kernels.

    Parameters
    ----------
    table
        intensities in candela on the grid of the kernels.
    """
    v = np.radians(np.arange(TABLE_V, dtype=float))
    mean = table[:-1].mean(axis=0)
    edges = np.cos(v[:-1]) - np.cos(v[1:])
    return float(2 * math.pi * ((mean[:-1] + mean[1:]) / 2 * edges).sum())


def _beam(table: Array) -> float:
    """Full angle at which half of the intensity on the axis is left, mean about the axis."""
    mean = table[:-1].mean(axis=0)
    below = np.nonzero(mean < 0.5 * mean[0])[0]
    if not len(below) or below[0] == 0:
        return 180.0
    i = int(below[0])
    share = (mean[i - 1] - 0.5 * mean[0]) / (mean[i - 1] - mean[i])
    return float(2 * (i - 1 + share))
