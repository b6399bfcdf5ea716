"""A camera that looks straight down: what it sees from each height, and which height shows what.

Heights are millimetres above the table top, of the entrance pupil unless said otherwise. Every
height asked for is found by root finding on the exact forms, to better than 0.001 mm.

Reference: thin-lens forms as in `thin_lens`; root finding by Brent's method (Brent, *Algorithms
for Minimization Without Derivatives*, ch. 4).
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from scipy.optimize import brentq

from steeple.core.errors import InputError
from steeple.core.optics.focus import shared_focus_distance
from steeple.core.optics.frame import Extent
from steeple.core.optics.view import View

HIGHEST_MM = 20_000.0
"""No rig hangs higher than this; a height that would is reported as not to be had."""
_CLEAR_MM = 0.5
_TOLERANCE_MM = 1e-4


@dataclass(frozen=True, slots=True)
class Overhead:
    """A straight-down view over work from the table (z = 0) up to ``top_mm``.

    ``focus_height_mm`` is the plane focused on; None shares the focus between table and top, so
    that both are equally sharp.
    """

    view: View
    top_mm: float
    focus_height_mm: float | None = None

    @property
    def lowest_mm(self) -> float:
        """The lowest height at which the view has a meaning: clear of the top, focus beyond f."""
        focus = self.top_mm if self.focus_height_mm is None else self.focus_height_mm
        return max(self.top_mm, focus + self.view.least_distance_mm) + _CLEAR_MM

    def require(self, height_mm: float) -> None:
        """Refuse a height at or below `lowest_mm`.

        Raises
        ------
        InputError
            ``lens-in-the-work``.
        """
        if height_mm < self.lowest_mm:
            raise InputError(
                "lens-in-the-work",
                f"At {height_mm:g} mm the lens is too low to form a picture of the work; "
                f"it must hang above {self.lowest_mm:.1f} mm.",
                field="height_mm",
                value=height_mm,
                allowed=f"at least {self.lowest_mm:.1f}",
            )

    def focus_distance(self, height_mm: float) -> float:
        """Distance from the entrance pupil to the focused plane."""
        self.require(height_mm)
        if self.focus_height_mm is None:
            return shared_focus_distance(near_mm=height_mm - self.top_mm, far_mm=height_mm)
        return height_mm - self.focus_height_mm

    def covered(self, *, height_mm: float, plane_mm: float) -> Extent:
        """Width and height of the picture on the plane ``plane_mm`` above the table."""
        return self.view.covered(
            plane_distance_mm=height_mm - plane_mm,
            pupil_to_focus_mm=self.focus_distance(height_mm),
        )

    def mark_height(self, height_mm: float) -> float:
        """Height of the sensor mark above the table."""
        return height_mm + self.view.mark_behind_pupil(
            pupil_to_focus_mm=self.focus_distance(height_mm)
        )

    def least_height_covering(self, *, plane_mm: float, wanted_mm: Extent) -> float | None:
        """Least height at which at least ``wanted_mm`` is seen on a plane; None where never.

        Coverage grows with height, so every greater height covers it too.
        """

        def slack(height: float) -> float:
            seen = self.covered(height_mm=height, plane_mm=plane_mm)
            return min(seen.width / wanted_mm.width, seen.height / wanted_mm.height) - 1

        return self._root(slack)

    def least_height_focusing(self, nearest_focus_mm: float) -> float | None:
        """Least height at which the focused plane is at least ``nearest_focus_mm`` away."""
        return self._root(lambda height: self.focus_distance(height) - nearest_focus_mm)

    def height_with_mark_at(self, mark_mm: float) -> float | None:
        """Height of the entrance pupil at which the sensor mark is ``mark_mm`` above the table.

        None where the mark cannot be so low or so high. The sensor mark rises with the lens while
        the magnification is below 1; nearer than that, the life-size height is returned.
        """
        floor = self.lowest_mm
        if self.view.least_distance_mm:
            focus = self.top_mm if self.focus_height_mm is None else self.focus_height_mm
            floor = max(floor, focus + 2 * self.view.least_distance_mm)
        return self._root(lambda height: self.mark_height(height) - mark_mm, floor=floor)

    def greatest_height_with_width(self, *, plane_mm: float, width_mm: float) -> float | None:
        """Greatest height at which no more than ``width_mm`` is seen across the picture.

        None where even the lowest height shows more.
        """

        def excess(height: float) -> float:
            return self.covered(height_mm=height, plane_mm=plane_mm).width - width_mm

        if excess(self.lowest_mm) > 0:
            return None
        return self._root(excess)

    def _root(
        self, growing: Callable[[float], float], *, floor: float | None = None
    ) -> float | None:
        """Where a function that grows with height crosses zero; the floor if already above it."""
        low = self.lowest_mm if floor is None else floor
        if growing(low) >= 0:
            return low
        if growing(HIGHEST_MM) < 0:
            return None
        return float(brentq(growing, low, HIGHEST_MM, xtol=_TOLERANCE_MM))
