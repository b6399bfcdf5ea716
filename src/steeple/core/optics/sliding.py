"""A camera that slides along its own axis, compiled: at which distance a figure of it reaches a bound.

Distances are in millimetres from the plane square to the axis through the middle of what is filmed. The forms are
the thin lens and the focus shared between two planes, as in `thin_lens` and `focus`; compiled once more because one
search for a rig asks for them a million times.

Reference: as `thin_lens`, `focus` and `geometry.kernels`.
"""

from __future__ import annotations

from typing import Literal

import numpy as np

from steeple.core.geometry.kernels import Array, least_clearance, least_room, least_scale, loop

EYE_COLUMNS = 21
"""Place of the entrance pupil at distance 0, axis, right, up (12); depth of the nearest and of the farthest place of
what is filmed, and of the plane focused on (NaN: shared between both); focal length (0: a view by angle); half of the
sensor's width and height (by angle: the tangents); depth of the top before the lens less its rim (see `HAND`); the
back of the camera behind its sensor mark; half of the camera's width."""
NEAREST, FARTHEST, FOCUS, FOCAL, HALF_WIDTH, HALF_HEIGHT, TOP_TO_RIM, BACK, HALF_BODY = range(
    12, EYE_COLUMNS
)

Figure = Literal[0, 1, 2, 3, 4, 5, 6]
SPARE: Figure = 0
"""Least way that any of ``points`` can go along its own of ``more`` before it leaves the picture."""
FOCUSED: Figure = 1
"""Entrance pupil to the plane focused on."""
HAND: Figure = 2
"""Free way along the axis from the top of the work to the rim of the lens."""
SCALE: Figure = 3
"""Share of the picture's width that a millimetre at ``points`` takes where it takes least; ``more`` are two directions
of their plane, square to each other."""
HEAD: Figure = 4
"""Least distance of any ball of ``points`` (middle and radius) from the picture."""
OVERHEAD: Figure = 5
"""Free room over the camera under planes ``points`` (height at the origin, rise along x and y) and boxes ``more``
(left, right, near, far, low) that hang over it."""
WALL: Figure = 6
"""Free room between the camera and the nearest of the walls ``points`` (left, right, near, far)."""
_TOLERANCE_MM = 1e-7


@loop
def figure_at(
    figure: int, eye: Array, d_mm: float, row: Array, points: Array, more: Array
) -> float:
    """A figure of a camera at a distance.

    Parameters
    ----------
    figure
        which of those above.
    eye
        the camera, shape (21,), see `EYE_COLUMNS`.
    d_mm
        the distance; the plane focused on must lie beyond the focal length.
    row
        scratch, shape (12,): axis, right and up from ``eye``; its place is written.
    points, more
        shapes (n, k) and (m, l), as the figure has them.
    """
    if np.isnan(eye[FOCUS]):
        near, far = d_mm + eye[NEAREST], d_mm + eye[FARTHEST]
        focused = 2.0 * near * far / (near + far)
    else:
        focused = d_mm + eye[FOCUS]
    if figure == FOCUSED:
        return float(focused)
    f = eye[FOCAL]
    behind = f * focused / (focused - f) if f > 0.0 else 0.0
    if figure == HAND:
        return float(d_mm + eye[TOP_TO_RIM] + behind)
    width, height = eye[HALF_WIDTH], eye[HALF_HEIGHT]
    if f > 0.0:
        width, height = width / behind, height / behind
    back = d_mm if figure < OVERHEAD else d_mm + behind + eye[BACK]
    for i in range(3):
        row[i] = eye[i] - eye[3 + i] * back
    if figure == SPARE:
        return float(least_room(row, width, height, points, more))
    if figure == SCALE:
        return float(least_scale(row, points, more[0], more[1]) / (2.0 * width))
    if figure == HEAD:
        return float(least_clearance(row, width, height, points))
    x, y, z = row[0], row[1], row[2]
    room = np.inf
    if figure == WALL:
        for i in range(len(points)):
            one = points[i]
            room = min(room, x - one[0], one[1] - x, y - one[2], one[3] - y)
        return float(room)
    aside = eye[HALF_BODY] * np.sqrt(eye[3] * eye[3] + eye[4] * eye[4])
    for i in range(len(points)):
        room = min(room, points[i, 0] + points[i, 1] * x + points[i, 2] * y - z - aside)
    for i in range(len(more)):
        box = more[i]
        if max(box[0] - x, x - box[1], box[2] - y, y - box[3]) < eye[HALF_BODY]:
            room = min(room, box[4] - z)
    return float(room)


@loop
def reached(
    figure: int,
    eye: Array,
    row: Array,
    points: Array,
    more: Array,
    sign: float,
    bound: float,
    low_mm: float,
    high_mm: float,
    step_mm: float,
) -> float:
    """The least distance at which a figure that grows (or falls) with the distance reaches a bound, by halving.

    Parameters
    ----------
    figure, eye, row, points, more
        as `figure_at`.
    sign, bound
        1 for a figure that grows, -1 for one that falls; what it must reach.
    low_mm, high_mm
        where it is looked for.
    step_mm
        of a figure that may turn back, as where a camera passes under a beam: the steps in which it is followed until
        the bound is reached first. 0 for one that does not turn back.

    Returns
    -------
    Millimetres, to 1e-7; ``low_mm`` where it is reached already, NaN where it never is.
    """
    if sign * (figure_at(figure, eye, low_mm, row, points, more) - bound) >= 0.0:
        return low_mm
    a, b = low_mm, high_mm
    if step_mm > 0.0:
        b = min(low_mm + step_mm, high_mm)
        while b < high_mm and sign * (figure_at(figure, eye, b, row, points, more) - bound) < 0.0:
            a, b = b, min(b + step_mm, high_mm)
    if sign * (figure_at(figure, eye, b, row, points, more) - bound) < 0.0:
        return float(np.nan)
    while b - a > _TOLERANCE_MM:
        middle = 0.5 * (a + b)
        if sign * (figure_at(figure, eye, middle, row, points, more) - bound) >= 0.0:
            b = middle
        else:
            a = middle
    return b


@loop
def last_clear(
    eye: Array,
    row: Array,
    heads: Array,
    within: float,
    low_mm: float,
    high_mm: float,
    step: float,
    share: float,
) -> tuple[float, bool]:
    """The last distance, in steps, at which no head is in the picture before one is.

    Parameters
    ----------
    eye, row, heads
        as `figure_at` has them for `HEAD`.
    within
        how far a head may reach in unseen.
    low_mm, high_mm
        where it is looked for.
    step, share
        a step is the greater of ``step`` and this share of the distance.

    Returns
    -------
    Millimetres, NaN where a head is in the picture at all of them; whether one is in it after that.
    """
    before = np.nan
    d = low_mm
    while d <= high_mm:
        if figure_at(HEAD, eye, d, row, heads, heads) >= -within:
            before = d
        elif not np.isnan(before):
            return before, True
        d += max(step, share * d)
    return before, False
