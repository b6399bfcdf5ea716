"""Compiled loops over many points and solids. Compiled once and kept on disk.

Solids are capsules: all points within a radius of a line from a to b; a sphere has a = b. A line of
sight meets a capsule exactly where the distance between two stretches of line is at most the radius.

Reference: Ericson, *Real-Time Collision Detection*, sec. 5.1.9 (closest points of two segments).
"""

from __future__ import annotations

from collections.abc import Callable
from typing import TypeVar

import numpy as np
from numba import njit
from numpy.typing import NDArray

Loop = TypeVar("Loop", bound=Callable[..., object])
Array = NDArray[np.float64]
Flags = NDArray[np.bool_]
Whole = NDArray[np.int64]

CAPSULE_COLUMNS = 7
"""a (x, y, z), b (x, y, z), radius; millimetres."""


def _compiled(function: Loop, **options: object) -> Loop:
    made: Loop = njit(cache=True, nogil=True, **options)(function)  # type: ignore[call-overload]
    return made


def loop_with_arrays(function: Loop) -> Loop:
    """A compiled loop, kept on disk, that makes arrays of its own."""
    return _compiled(function, _nrt=True)


def loop(function: Loop) -> Loop:
    """A compiled loop that makes no arrays. Who holds those it is given is not counted: counting took
    more than a third of the time."""
    return _compiled(function, _nrt=False)


_QUICK = {"error_model": "numpy", "fastmath": {"contract", "nsz", "arcp"}}


def quick_loop_with_arrays(function: Loop) -> Loop:
    """As `loop_with_arrays`, where divisions by zero may give infinities and sums may be contracted."""
    return _compiled(function, _nrt=True, **_QUICK)


def quick_loop(function: Loop) -> Loop:
    """As `loop`, where divisions by zero may give infinities and sums may be contracted."""
    return _compiled(function, _nrt=False, **_QUICK)


def inlined_loop(function: Loop) -> Loop:
    """As `quick_loop`, put into the loops that call it."""
    return _compiled(function, _nrt=False, forceinline=True, **_QUICK)


@loop
def _clamped(value: float) -> float:
    return min(max(value, 0.0), 1.0)


@loop
def meets_capsule(
    px: float, py: float, pz: float, qx: float, qy: float, qz: float, capsule: Array
) -> bool:
    """Whether the stretch from p to q comes within the radius of a capsule.

    Parameters
    ----------
    px, py, pz, qx, qy, qz
        the ends of the stretch.
    capsule
        its ends and radius, shape (7,).
    """
    d1x, d1y, d1z = qx - px, qy - py, qz - pz
    d2x, d2y, d2z = capsule[3] - capsule[0], capsule[4] - capsule[1], capsule[5] - capsule[2]
    rx, ry, rz = px - capsule[0], py - capsule[1], pz - capsule[2]
    a = d1x * d1x + d1y * d1y + d1z * d1z
    e = d2x * d2x + d2y * d2y + d2z * d2z
    c = d1x * rx + d1y * ry + d1z * rz
    if a <= 1e-18:
        s = 0.0
        f = d2x * rx + d2y * ry + d2z * rz
        t = _clamped(f / e) if e > 1e-18 else 0.0
    elif e <= 1e-18:
        t = 0.0
        s = _clamped(-c / a)
    else:
        f = d2x * rx + d2y * ry + d2z * rz
        b = d1x * d2x + d1y * d2y + d1z * d2z
        denominator = a * e - b * b
        s = _clamped((b * f - c * e) / denominator) if denominator > 1e-12 * a * e else 0.0
        t = (b * s + f) / e
        if t < 0.0:
            t = 0.0
            s = _clamped(-c / a)
        elif t > 1.0:
            t = 1.0
            s = _clamped((b - c) / a)
    x = rx + d1x * s - d2x * t
    y = ry + d1y * s - d2y * t
    z = rz + d1z * s - d2z * t
    return bool(x * x + y * y + z * z <= capsule[6] * capsule[6])


@loop_with_arrays
def balls_seen(eye: Array, capsules: Array) -> Array:
    """The balls about capsules as an eye has them: most lines of sight pass them by.

    Parameters
    ----------
    eye
        shape (3,), millimetres.
    capsules
        shape (m, 7).

    Returns
    -------
    Shape (m, 4): the way to the middle, and its square less that of the radius. A unit direction u meets
    a ball only where (u·way)² is at least that.
    """
    balls = np.empty((len(capsules), 4))
    for j in range(len(capsules)):
        c = capsules[j]
        x, y, z = (
            0.5 * (c[0] + c[3]) - eye[0],
            0.5 * (c[1] + c[4]) - eye[1],
            0.5 * (c[2] + c[5]) - eye[2],
        )
        wx, wy, wz = c[3] - c[0], c[4] - c[1], c[5] - c[2]
        reach = 0.5 * np.sqrt(wx * wx + wy * wy + wz * wz) + c[6]
        balls[j, 0], balls[j, 1], balls[j, 2] = x, y, z
        balls[j, 3] = x * x + y * y + z * z - 1.000001 * reach * reach
    return balls


@loop_with_arrays
def hidden_points(eye: Array, points: Array, capsules: Array) -> Flags:
    """Which points an eye does not see past the capsules.

    Parameters
    ----------
    eye
        shape (3,), millimetres.
    points
        shape (n, 3).
    capsules
        shape (m, 7), see `CAPSULE_COLUMNS`.

    Returns
    -------
    Shape (n,), True where some capsule lies between eye and point.
    """
    hidden = np.zeros(len(points), dtype=np.bool_)
    balls = balls_seen(eye, capsules)
    for i in range(len(points)):
        x, y, z = points[i, 0], points[i, 1], points[i, 2]
        wx, wy, wz = x - eye[0], y - eye[1], z - eye[2]
        square = wx * wx + wy * wy + wz * wz
        for j in range(len(capsules)):
            along = wx * balls[j, 0] + wy * balls[j, 1] + wz * balls[j, 2]
            if balls[j, 3] * square > along * along:
                continue
            if meets_capsule(eye[0], eye[1], eye[2], x, y, z, capsules[j]):
                hidden[i] = True
                break
    return hidden


@loop
def least_room(
    camera: Array, half_width: float, half_height: float, points: Array, ways: Array
) -> float:
    """Least way that any of the points can go before it leaves a picture.

    Parameters
    ----------
    camera
        shape (12,): position, axis, right, up.
    half_width, half_height
        tangents of the half angles.
    points, ways
        shapes (n, 3): point and unit direction of each move.

    Returns
    -------
    Millimetres, negative where one is outside; minus infinity where one is behind the pupil.
    """
    least = np.inf
    for i in range(len(points)):
        wx, wy, wz = points[i, 0] - camera[0], points[i, 1] - camera[1], points[i, 2] - camera[2]
        depth = wx * camera[3] + wy * camera[4] + wz * camera[5]
        if depth <= 0.0:
            return -np.inf
        across = wx * camera[6] + wy * camera[7] + wz * camera[8]
        along = wx * camera[9] + wy * camera[10] + wz * camera[11]
        way = ways[i]
        fore = way[0] * camera[3] + way[1] * camera[4] + way[2] * camera[5]
        aside = way[0] * camera[6] + way[1] * camera[7] + way[2] * camera[8]
        up = way[0] * camera[9] + way[1] * camera[10] + way[2] * camera[11]
        for side in range(4):
            if side == 0:
                inside, approach = depth * half_width + across, -(fore * half_width + aside)
            elif side == 1:
                inside, approach = depth * half_width - across, -(fore * half_width - aside)
            elif side == 2:
                inside, approach = depth * half_height + along, -(fore * half_height + up)
            else:
                inside, approach = depth * half_height - along, -(fore * half_height - up)
            if approach > 1e-9 and inside / approach < least:
                least = inside / approach
    return least


@loop
def from_pyramid(depth: float, across: float, along: float, width: float, height: float) -> float:
    """Distance of a point from a pyramid without an end; negative inside it, by its nearest side.

    Parameters
    ----------
    depth, across, along
        the point from the tip: along the axis, and aside both ways.
    width, height
        half of each side at depth 1.
    """
    x, y = abs(across), abs(along)
    wide, tall = np.sqrt(1.0 + width * width), np.sqrt(1.0 + height * height)
    past_side, past_end = (x - depth * width) / wide, (y - depth * height) / tall
    if past_side <= 0.0 and past_end <= 0.0:
        return float(max(past_side, past_end))
    # The nearest place is on a side where the point stands square before it, else on an edge or the tip.
    if past_side > 0.0:
        foot = depth + past_side * width / wide
        if foot >= 0.0 and y <= foot * height:
            return float(past_side)
    if past_end > 0.0:
        foot = depth + past_end * height / tall
        if foot >= 0.0 and x <= foot * width:
            return float(past_end)
    edge2 = 1.0 + width * width + height * height
    t = max(0.0, (depth + x * width + y * height) / edge2)
    dx, dy, dz = x - t * width, y - t * height, depth - t
    return float(np.sqrt(dx * dx + dy * dy + dz * dz))


@loop
def least_clearance(camera: Array, half_width: float, half_height: float, spheres: Array) -> float:
    """Least distance of any sphere from what a camera sees; negative where one reaches in.

    Parameters
    ----------
    camera, half_width, half_height
        as `least_room`.
    spheres
        shape (n, 4): centre and radius; none gives infinity.
    """
    least = np.inf
    for i in range(len(spheres)):
        wx = spheres[i, 0] - camera[0]
        wy = spheres[i, 1] - camera[1]
        wz = spheres[i, 2] - camera[2]
        depth = wx * camera[3] + wy * camera[4] + wz * camera[5]
        across = wx * camera[6] + wy * camera[7] + wz * camera[8]
        along = wx * camera[9] + wy * camera[10] + wz * camera[11]
        outside = from_pyramid(depth, across, along, half_width, half_height)
        least = min(least, outside - spheres[i, 3])
    return least


@loop
def least_scale(camera: Array, points: Array, first: Array, second: Array) -> float:
    """Least magnification of a plane in a picture, over some of its points and all directions.

    Parameters
    ----------
    camera
        shape (12,): position, axis, right, up.
    points
        shape (n, 3), in front of the pupil.
    first, second
        shape (3,), two unit vectors of the plane square to each other.

    Returns
    -------
    Change of the picture's tangent for a millimetre on the plane, in the direction in which it is
    least (the smaller singular value of the projection's derivative); 0 for a point behind the
    pupil.
    """
    least = np.inf
    for i in range(len(points)):
        wx, wy, wz = points[i, 0] - camera[0], points[i, 1] - camera[1], points[i, 2] - camera[2]
        depth = wx * camera[3] + wy * camera[4] + wz * camera[5]
        if depth <= 0.0:
            return 0.0
        across = (wx * camera[6] + wy * camera[7] + wz * camera[8]) / depth
        along = (wx * camera[9] + wy * camera[10] + wz * camera[11]) / depth
        f1 = first[0] * camera[3] + first[1] * camera[4] + first[2] * camera[5]
        f2 = second[0] * camera[3] + second[1] * camera[4] + second[2] * camera[5]
        r1 = first[0] * camera[6] + first[1] * camera[7] + first[2] * camera[8]
        r2 = second[0] * camera[6] + second[1] * camera[7] + second[2] * camera[8]
        u1 = first[0] * camera[9] + first[1] * camera[10] + first[2] * camera[11]
        u2 = second[0] * camera[9] + second[1] * camera[10] + second[2] * camera[11]
        a, b = (r1 - across * f1) / depth, (r2 - across * f2) / depth
        c, d = (u1 - along * f1) / depth, (u2 - along * f2) / depth
        size = a * a + b * b + c * c + d * d
        area = a * d - b * c
        rest = np.sqrt(max(0.0, size * size - 4.0 * area * area))
        least = min(least, np.sqrt(max(0.0, (size - rest) / 2.0)))
    return least
