"""The view of one camera, from a lens and a sensor or from an angle, as one pair of operations.

Both kinds answer the same questions, so that nothing above needs to know which it is: what is
covered on a plane, and how far behind the entrance pupil the sensor mark lies.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Protocol

from steeple.core.optics.frame import Extent
from steeple.core.optics.thin_lens import coverage, image_distance
from steeple.core.units import positive


class View(Protocol):
    """What a camera sees on planes square to its axis. Distances run from the entrance pupil."""

    @property
    def least_distance_mm(self) -> float:
        """Distances at or below this have no meaning for the view (focal length, or 0)."""

    @property
    def halves(self) -> Extent:
        """Half of the area behind the lens in millimetres; by angle the tangents of the half angles."""

    def covered(self, *, plane_distance_mm: float, pupil_to_focus_mm: float) -> Extent:
        """Width and height in millimetres seen on a plane, focused at ``pupil_to_focus_mm``."""

    def tangents_at(self, *, pupil_to_focus_mm: float) -> Extent:
        """Tangents of the half angles across width and height, focused at ``pupil_to_focus_mm``."""

    def mark_behind_pupil(self, *, pupil_to_focus_mm: float) -> float:
        """Distance in millimetres from the entrance pupil back to the sensor mark."""


@dataclass(frozen=True, slots=True)
class LensView:
    """A lens of ``focal_mm`` in front of an active area of ``area_mm`` (after every crop)."""

    focal_mm: float
    area_mm: Extent

    @property
    def least_distance_mm(self) -> float:
        """See `View`; a thin lens focuses nothing nearer than its focal length."""
        return self.focal_mm

    @property
    def halves(self) -> Extent:
        """See `View`."""
        return Extent(width=self.area_mm.width / 2, height=self.area_mm.height / 2)

    def covered(self, *, plane_distance_mm: float, pupil_to_focus_mm: float) -> Extent:
        """See `View`."""
        v = image_distance(focal_mm=self.focal_mm, pupil_to_focus_mm=pupil_to_focus_mm)
        return Extent(
            width=coverage(
                extent_mm=self.area_mm.width,
                image_distance_mm=v,
                plane_distance_mm=plane_distance_mm,
            ),
            height=coverage(
                extent_mm=self.area_mm.height,
                image_distance_mm=v,
                plane_distance_mm=plane_distance_mm,
            ),
        )

    def tangents_at(self, *, pupil_to_focus_mm: float) -> Extent:
        """See `View`; by the image distance, so that focusing near narrows the view."""
        v = image_distance(focal_mm=self.focal_mm, pupil_to_focus_mm=pupil_to_focus_mm)
        return Extent(width=self.area_mm.width / (2 * v), height=self.area_mm.height / (2 * v))

    def mark_behind_pupil(self, *, pupil_to_focus_mm: float) -> float:
        """See `View`; the image distance."""
        return image_distance(focal_mm=self.focal_mm, pupil_to_focus_mm=pupil_to_focus_mm)


@dataclass(frozen=True, slots=True)
class AngleView:
    """A phone or webcam known by its field of view; ``tangents`` of the half angles delivered.

    The lens is so short that breathing and the distance to the sensor mark are left out (below
    8 mm); the field of view is taken to hold at every focus distance.
    """

    tangents: Extent

    @property
    def least_distance_mm(self) -> float:
        """See `View`; nothing bounds it."""
        return 0.0

    @property
    def halves(self) -> Extent:
        """See `View`."""
        return self.tangents

    def covered(self, *, plane_distance_mm: float, pupil_to_focus_mm: float) -> Extent:
        """See `View`."""
        positive(pupil_to_focus_mm, "pupil_to_focus_mm")
        u = positive(plane_distance_mm, "plane_distance_mm")
        return Extent(width=2 * u * self.tangents.width, height=2 * u * self.tangents.height)

    def tangents_at(self, *, pupil_to_focus_mm: float) -> Extent:
        """See `View`; the same at every focus."""
        positive(pupil_to_focus_mm, "pupil_to_focus_mm")
        return self.tangents

    def mark_behind_pupil(self, *, pupil_to_focus_mm: float) -> float:
        """See `View`; a view by angle alone has its mark at the pupil."""
        positive(pupil_to_focus_mm, "pupil_to_focus_mm")
        return 0.0
