"""Rectangles square to the axes, and what one has to spare around another."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Side = Literal["left", "right", "near", "far"]
SIDES: tuple[Side, ...] = ("left", "right", "near", "far")


@dataclass(frozen=True, slots=True)
class Rectangle:
    """A rectangle in a plane parallel to the table, in millimetres.

    ``left`` and ``right`` are x, ``near`` and ``far`` are y; near is the maker's side.
    """

    left: float
    right: float
    near: float
    far: float

    @classmethod
    def centred(cls, *, x_mm: float, y_mm: float, width_mm: float, depth_mm: float) -> Rectangle:
        """The rectangle of the given size about (x, y)."""
        return cls(
            left=x_mm - width_mm / 2,
            right=x_mm + width_mm / 2,
            near=y_mm - depth_mm / 2,
            far=y_mm + depth_mm / 2,
        )

    @property
    def width_mm(self) -> float:
        """Left to right."""
        return self.right - self.left

    @property
    def depth_mm(self) -> float:
        """Near to far."""
        return self.far - self.near


@dataclass(frozen=True, slots=True)
class Spare:
    """What an outer rectangle has beyond an inner one on each side; negative where it is cut."""

    left: float
    right: float
    near: float
    far: float

    def on(self, side: Side) -> float:
        """The spare on one side, in millimetres."""
        return {"left": self.left, "right": self.right, "near": self.near, "far": self.far}[side]

    @property
    def tightest(self) -> Side:
        """The side with the least to spare; the first in the order of ``SIDES`` on a tie."""
        return min(SIDES, key=self.on)

    @property
    def least(self) -> float:
        """The spare room on the tightest side; negative where it is cut."""
        return self.on(self.tightest)


def spare_around(inner: Rectangle, outer: Rectangle) -> Spare:
    """What ``outer`` has beyond ``inner`` on each side, in millimetres; negative where it is cut.

    Parameters
    ----------
    inner, outer
        rectangles of one plane.
    """
    return Spare(
        left=inner.left - outer.left,
        right=outer.right - inner.right,
        near=inner.near - outer.near,
        far=outer.far - inner.far,
    )
