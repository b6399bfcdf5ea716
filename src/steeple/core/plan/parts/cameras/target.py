"""What one camera films, where that is not the whole zone."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from steeple.core.plan.values import DetailMm, ExtentMm, MarginMm, Name, Part, PlaceMm, TopMm

TargetKind = Literal[
    "box", "hands", "left-hand", "right-hand", "face", "head-and-shoulders", "maker", "feet"
]
BOX_FIELDS = ("width_mm", "depth_mm")


class Target(Part):
    """A box in the axes of the plan, or a part of a person, which is where their poses take it.

    A box stands on its base: the place is the middle of that, with the sides along x and y.
    """

    kind: TargetKind = "box"
    name: Name | None = Field(default=None, description="Such as keys, pot, pedals.")
    whose: Literal["maker", "second"] = Field(
        default="maker", description="Whose part: the maker's, or that of the second person."
    )
    x_mm: PlaceMm = 0.0
    y_mm: PlaceMm = 0.0
    z_mm: PlaceMm = Field(
        default=0.0, description="The base of the box above the table top; negative = below it."
    )
    width_mm: ExtentMm | None = None
    depth_mm: ExtentMm | None = None
    height_mm: TopMm | None = Field(default=None, description="None = flat.")
    margin_mm: MarginMm | None = None
    finest_detail_mm: DetailMm | None = None

    @model_validator(mode="after")
    def _has_its_figures(self) -> Self:
        if self.kind == "box":
            missing = [field for field in BOX_FIELDS if getattr(self, field) is None]
            if missing:
                raise ValueError("a target that is a box needs its width and depth")
        elif self.width_mm is not None or self.depth_mm is not None or self.height_mm is not None:
            raise ValueError("the size of a person's part follows from the body; leave it out")
        return self
