"""A lens, zoom or fixed."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType
from typing import Self

from pydantic import Field, model_validator

from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.gear.words import MASS, NAME, FieldWords
from steeple.core.plan.values import (
    FNumber,
    FocalMm,
    FocusMm,
    LearnedFocal,
    Magnification,
    MassG,
    Name,
    Part,
    RoomMm,
)


class Lens(Part):
    """A lens, zoom or fixed."""

    name: Name
    focal_min_mm: FocalMm
    focal_max_mm: FocalMm
    f_number_wide: FNumber = Field(description="Widest f-number at the shortest focal length.")
    f_number_long: FNumber = Field(description="Widest f-number at the longest focal length.")
    min_focus_from_mark_mm: FocusMm | None = Field(
        default=None, description="Minimum focus distance, printed for the sensor mark."
    )
    greatest_magnification: Magnification | None = None
    length_mm: RoomMm | None = Field(
        default=None, description="Lens mount to the front rim, as it is used."
    )
    mass_g: MassG | None = None
    mount: Name | None = Field(
        default=None, description="Kind of lens mount; bodies and lenses of one word fit together."
    )
    learned_focal_share: LearnedFocal | None = Field(
        default=None,
        description="Learned from the log: the true focal length by that on the ring; None = as the ring says.",
    )

    @model_validator(mode="after")
    def _ordered(self) -> Self:
        if self.focal_max_mm < self.focal_min_mm:
            raise ValueError(
                f"the longest focal length ({self.focal_max_mm:g} mm) is shorter than the "
                f"shortest ({self.focal_min_mm:g} mm)"
            )
        return self

    def true_focal_mm(self, ring_mm: float) -> float:
        """The focal length at a setting of the ring, by what was learned of it.

        Parameters
        ----------
        ring_mm
            as the ring says, in millimetres.
        """
        return ring_mm * (self.learned_focal_share or 1.0)

    def fits(self, body: Body) -> bool:
        """Whether lens and body go together, as far as their mounts are known."""
        if body.kind != "camera":
            return False
        return self.mount is None or body.mount is None or self.mount == body.mount


LENS_WORDS: Mapping[str, FieldWords] = MappingProxyType(
    {
        "name": NAME,
        "focal_min_mm": FieldWords("Shortest focal length", "on the ring"),
        "focal_max_mm": FieldWords("Longest focal length", "the same for a fixed lens"),
        "f_number_wide": FieldWords("Widest f-number, short end", "such as 3.5"),
        "f_number_long": FieldWords("Widest f-number, long end", "the same if only one is printed"),
        "min_focus_from_mark_mm": FieldWords("Minimum focus distance", "from the sensor mark"),
        "greatest_magnification": FieldWords("Greatest magnification", "such as 0.25"),
        "length_mm": FieldWords("Mount to front rim", "as it is used"),
        "mass_g": MASS,
        "mount": FieldWords("Lens mount", "one word for those that fit"),
        "learned_focal_share": FieldWords(
            "Learned: true focal length", "times what the ring says; empty = as it says"
        ),
    }
)
