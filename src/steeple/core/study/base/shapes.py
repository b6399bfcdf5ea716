"""Places and rectangles as results."""

from __future__ import annotations

from steeple.core.geometry.rectangle import Rectangle
from steeple.core.geometry.vectors import Vector
from steeple.core.study.base.result import Result


class Box(Result):
    """A rectangle in a plane parallel to the table, in millimetres; near is the maker's side."""

    left: float
    right: float
    near: float
    far: float


class Point(Result):
    """A place in the axes of the plan, in millimetres."""

    x: float
    y: float
    z: float


def box(rectangle: Rectangle) -> Box:
    """A rectangle as a result."""
    return Box(left=rectangle.left, right=rectangle.right, near=rectangle.near, far=rectangle.far)


def point(vector: Vector) -> Point:
    """A place as a result."""
    return Point(x=vector.x, y=vector.y, z=vector.z)
