"""What a camera sees past things, and how far things reach into its picture.

Exact projective geometry of convex solids: along a row of the picture what a solid covers is a single
stretch, found in closed form; points are tried one by one.

References: Hartley & Zisserman, *Multiple View Geometry in Computer Vision*, ch. 6; Ericson, *Real-Time
Collision Detection*, ch. 5.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import Literal

import numpy as np

from steeple.core.angles.kernels.sight import hidden_by, picture_shares
from steeple.core.geometry.kernels import Array, Flags, Whole
from steeple.core.geometry.pose import Pyramid
from steeple.core.geometry.solids import NO_SOLIDS, Hull, solids_of
from steeple.core.geometry.spread import sunflower
from steeple.core.geometry.vectors import Vector

ROWS = 240
"""Rows of a picture that are looked at, and as many columns: right to a thousandth of the picture."""
DISC_POINTS = 400
SHIFT_ROWS, SHIFT_STEPS, SHIFT_MM = 120, 24, 0.5
"""Rows of the picture, coarse steps, and how exactly a move is found that clears a picture."""
Edge = Literal["left", "right", "bottom", "top"]
EDGES: tuple[Edge, ...] = ("left", "right", "bottom", "top")


def _moved(hull: Hull, by: Array) -> Hull:
    planes = hull.planes.copy()
    planes[:, 3] += hull.planes[:, :3] @ by
    x, y, z, radius = hull.ball
    ball = (x + float(by[0]), y + float(by[1]), z + float(by[2]), radius)
    return Hull(planes, ball, hull.corners + by, hull.edges)


@dataclass(frozen=True, eq=False)
class Things:
    """Solids by what they belong to.

    Parameters
    ----------
    capsules, hulls
        for each thing its capsules, shape (m, 7), and its hulls. Millimetres.
    """

    capsules: tuple[Array, ...]
    hulls: tuple[tuple[Hull, ...], ...]

    def __len__(self) -> int:
        return len(self.capsules)

    def moved(self, way: Vector) -> Things:
        """The same elsewhere.

        Parameters
        ----------
        way
            how far, in millimetres.
        """
        by = np.array([*way])
        shift = np.array([*way, *way, 0.0])
        return Things(
            tuple(one + shift for one in self.capsules),
            tuple(tuple(_moved(hull, by) for hull in one) for one in self.hulls),
        )

    @cached_property
    def rows(self) -> tuple[Array, Whole, Array, Whole, Whole, int]:
        """The same as the kernels take them."""
        numbers = np.arange(len(self))
        hulls = tuple(hull for one in self.hulls for hull in one)
        capsules = np.vstack([np.zeros((0, 7)), *self.capsules])
        solids = solids_of(capsules, hulls) if hulls else NO_SOLIDS.with_capsules(capsules)
        return (
            solids.capsules,
            np.repeat(numbers, [len(one) for one in self.capsules]).astype(np.int64),
            solids.planes,
            solids.hull_starts,
            np.repeat(numbers, [len(one) for one in self.hulls]).astype(np.int64),
            len(self),
        )


@dataclass(frozen=True, slots=True)
class InPicture:
    """How a thing lies in a picture.

    ``share`` of the picture that it covers, 0 … 1; ``left`` to ``top`` the places it reaches within it,
    in shares of half width and half height, −1 … 1.
    """

    share: float
    left: float
    right: float
    bottom: float
    top: float

    def depth(self, edge: Edge) -> float:
        """How far it reaches in from an edge, as a share of the picture's width or height.

        Parameters
        ----------
        edge
            of the picture.
        """
        return {
            "left": (self.right + 1) / 2,
            "right": (1 - self.left) / 2,
            "bottom": (self.top + 1) / 2,
            "top": (1 - self.bottom) / 2,
        }[edge]

    @property
    def edge(self) -> Edge:
        """The edge over which it leaves the picture soonest."""
        return min(EDGES, key=self.depth)


def in_picture(
    pyramid: Pyramid, things: Things, *, rows: int = ROWS
) -> tuple[tuple[InPicture, ...], float]:
    """How much of a picture each thing covers and how far it reaches in.

    Parameters
    ----------
    pyramid
        the camera; a pinhole at its entrance pupil.
    things
        what may stand before it; the camera's own pupil lies in none of them.
    rows
        rows and columns that are looked at, ≥ 1.

    Returns
    -------
    One for each thing, as if it stood there alone; and the share that at least one of them covers.

    Notes
    -----
    Looked at by rows and by columns, the mean of both; each place that a thing reaches is exact along
    its row or column. What is smaller than 1/rows of the picture may be missed.
    """
    if len(things) == 0:
        return (), 0.0
    row = pyramid.pose.row
    # Turned by a quarter: the picture's top lies at its right, so that columns are rows.
    turned = np.concatenate([row[:6], row[9:12], row[6:9]])
    by_rows, any_rows = picture_shares(
        row, pyramid.half_width, pyramid.half_height, rows, *things.rows
    )
    by_columns, any_columns = picture_shares(
        turned, pyramid.half_height, pyramid.half_width, rows, *things.rows
    )
    found = tuple(
        InPicture((a[0] + b[0]) / 2, *_joined(a[1], a[2], b[3], b[4], a[0], b[0]),
                  *_joined(b[1], b[2], a[3], a[4], b[0], a[0]))
        for a, b in zip(by_rows.tolist(), by_columns.tolist(), strict=True)
    )  # fmt: skip
    return found, (any_rows + any_columns) / 2


def _joined(
    low: float, high: float, rough_low: float, rough_high: float, share: float, other: float
) -> tuple[float, float]:
    """The farther of two findings of the same two places, where each found anything."""
    if share == 0.0:
        return rough_low, rough_high
    if other == 0.0:
        return low, high
    return min(low, rough_low), max(high, rough_high)


def disc_points(
    centre: Vector, normal: Vector, radius_mm: float, *, count: int = DISC_POINTS
) -> Array:
    """Points spread evenly over a disc, shape (count, 3).

    Parameters
    ----------
    centre, normal
        its middle, and the way it faces.
    radius_mm
        > 0.
    count
        ≥ 2, even.
    """
    out = normal.unit
    u = Vector(1.0, 0.0, 0.0) if abs(out.z) > 0.999 else Vector(0.0, 0.0, 1.0).cross(out).unit
    v = out.cross(u)
    # Half of them and their mirror images: left and right count the same.
    half = sunflower((count + 1) // 2)
    flat = np.vstack([half, half * np.array([-1.0, 1.0])]) * radius_mm
    return np.asarray(
        np.array([*centre]) + flat[:, :1] * np.array([*u]) + flat[:, 1:] * np.array([*v])
    )


def hides(eye: Vector, points: Array, things: Things) -> Flags:
    """Which points each thing hides from an eye: shape (things, n).

    Parameters
    ----------
    eye
        the entrance pupil.
    points
        shape (n, 3).
    things
        what may stand between.
    """
    return hidden_by(np.array([*eye], dtype=np.float64), points, *things.rows)


def least_shift(pyramid: Pyramid, things: Things, way: Vector, *, most_mm: float) -> float | None:
    """How far things must move in a direction until none of them is in the picture.

    Parameters
    ----------
    pyramid
        the camera.
    things
        that move together.
    way
        unit vector.
    most_mm
        the farthest that is looked at, > 0.

    Returns
    -------
    Millimetres, right to half a millimetre; 0 where none is in the picture, None where none of the
    moves looked at clears it.
    """

    def there(step: float) -> bool:
        found, _ = in_picture(pyramid, things.moved(way.times(step)), rows=SHIFT_ROWS)
        return any(one.share > 0 for one in found)

    if not there(0.0):
        return 0.0
    steps = [most_mm * index / SHIFT_STEPS for index in range(1, SHIFT_STEPS + 1)]
    clear = next((step for step in steps if not there(step)), None)
    if clear is None:
        return None
    low, high = clear - most_mm / SHIFT_STEPS, clear
    while high - low > SHIFT_MM:
        middle = (low + high) / 2
        low, high = (middle, high) if there(middle) else (low, middle)
    return high


@dataclass(frozen=True, slots=True)
class Seen:
    """What is seen of some points, as shares of them.

    ``clear``: nothing lies between; ``seen``: clear and within the picture; ``hidden_by``: what each
    thing hides by itself of what is within the picture.
    """

    clear: float
    seen: float
    hidden_by: tuple[float, ...]


def seen_among(inside: Flags, hidden: Flags) -> Seen:
    """What is seen of some points.

    Parameters
    ----------
    inside
        which of them lie within the picture, shape (n,), n ≥ 1.
    hidden
        which of them each thing hides, shape (things, n).
    """
    clear = ~hidden.any(axis=0)
    return Seen(
        clear=float(clear.mean()),
        seen=float((clear & inside).mean()),
        hidden_by=tuple((hidden & inside).mean(axis=1).tolist()),
    )
