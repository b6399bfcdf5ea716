"""Whether two cameras cut together: the angle between them, the size of the subject, the line, and
which way round it lies.

References: Katz, *Film Directing: Shot by Shot* (the 30° rule, the line of action); Hartley & Zisserman,
*Multiple View Geometry in Computer Vision*, ch. 6 (scale of a picture at a distance).
"""

from __future__ import annotations

import math
from typing import Literal

from steeple.core.geometry.pose import Pose, Pyramid
from steeple.core.geometry.vectors import UP, Vector

APART_DEG = 30.0
"""From this angle on a cut shows a new side. Reference: Katz, the 30° rule."""
NEARLY_DEG = 20.0
"""Under it a cut jumps; between the two it may pass. Our own planning value."""
OTHER_SIZE = 1.5
"""A change of the subject's size from which a cut on one axis is a new picture rather than a jump."""
NEARLY_SIZE = 1.25
ON_LINE_DEG = 10.0
"""A camera so near the line's upright plane is on neither side: it may follow and go before both."""
LIES_ACROSS = 0.3
"""Sine from which on left and right in a picture are those of the bench, or the other way round."""
Join = Literal["whole", "swaying", "torn"]
LineSide = Literal["left", "on it", "right"]


def angle_apart(one: Pose, other: Pose, subject: Vector) -> float:
    """Angle in degrees at the subject between where two cameras stand, 0 … 180.

    Parameters
    ----------
    one, other
        two cameras away from the subject.
    subject
        what both look at.
    """
    a, b = one.position.minus(subject).unit, other.position.minus(subject).unit
    # Half the chord and half the sum: as sharp for small angles as for those near 180°.
    return math.degrees(2 * math.atan2(a.minus(b).length, a.plus(b).length))


def size_in_picture(pyramid: Pyramid, subject: Vector) -> float:
    """Share of the picture's width that a millimetre takes at the subject, square to the axis.

    Parameters
    ----------
    pyramid
        the camera.
    subject
        a point before it.

    Returns
    -------
    Per millimetre; 0 where the subject lies behind the camera.
    """
    depth = pyramid.pose.depth(subject)
    return 0.0 if depth <= 0 else 1.0 / (2.0 * pyramid.half_width * depth)


def join_of(angle_deg: float, size_ratio: float) -> Join:
    """Whether a cut between two pictures of one subject passes.

    Parameters
    ----------
    angle_deg
        between the two cameras at the subject, 0 … 180.
    size_ratio
        its size in the one picture over that in the other, the larger by the smaller, ≥ 1.
    """
    if angle_deg >= APART_DEG or size_ratio >= OTHER_SIZE:
        return "whole"
    if angle_deg >= NEARLY_DEG or size_ratio >= NEARLY_SIZE:
        return "swaying"
    return "torn"


def off_line_deg(camera: Vector, start: Vector, end: Vector) -> float:
    """How far a camera stands off the line of action, as seen from the middle of it.

    Parameters
    ----------
    camera
        where it stands.
    start, end
        the line: from the maker's chest through the middle of the work, or from one person to another.

    Returns
    -------
    Degrees off the upright plane through the line, −90 … 90; positive to its right, looked at from
    ``start`` to ``end``. 0 where the line is plumb or the camera stands in ``end``.
    """
    along = Vector(end.x - start.x, end.y - start.y, 0.0)
    way = camera.minus(end)
    if along.length == 0 or way.length == 0:
        return 0.0
    right = along.unit.cross(UP)
    return math.degrees(math.asin(max(-1.0, min(1.0, way.unit.dot(right)))))


def line_side(off_deg: float) -> LineSide:
    """On which side of the line of action a camera stands.

    Parameters
    ----------
    off_deg
        as `off_line_deg` gives it.
    """
    if abs(off_deg) <= ON_LINE_DEG:
        return "on it"
    return "right" if off_deg > 0 else "left"


def lies_across(pose: Pose, right: Vector) -> float:
    """How the right hand of the bench lies in a picture: 1 at its right, −1 at its left, 0 up or down.

    Parameters
    ----------
    pose
        the camera.
    right
        unit vector to the right of whoever works there.
    """
    across, along = right.dot(pose.right), right.dot(pose.up)
    length = math.hypot(across, along)
    return 0.0 if length < 1e-9 else across / length


def are_swapped(one: Pose, other: Pose, right: Vector) -> bool:
    """Whether left and right change places from one picture to the other.

    Parameters
    ----------
    one, other
        two cameras.
    right
        unit vector to the right of whoever works there.
    """
    a, b = lies_across(one, right), lies_across(other, right)
    return min(abs(a), abs(b)) >= LIES_ACROSS and a * b < 0


def crop_noise_stops(ratio: float) -> float:
    """What a crop adds to the grain of a picture, in stops: noise grows with the crop itself.

    Parameters
    ----------
    ratio
        width of the whole picture ÷ width of the crop, ≥ 1.
    """
    return math.log2(max(1.0, ratio))
