"""One camera with the copies of its gear and its settings."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.gear.cameras.filter import LensFilter
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.core.plan.parts.cameras.as_built import AsBuilt
from steeple.core.plan.parts.cameras.target import Target
from steeple.core.plan.parts.rolling.supply import Storage, Supply
from steeple.core.plan.values import (
    AzimuthDeg,
    FNumber,
    FocalMm,
    HeightMm,
    LensHeightMm,
    Name,
    Part,
    PlaceMm,
    Slug,
    TiltDeg,
    TopMm,
)

Role = Literal[
    "overhead",
    "three-quarter",
    "low-side",
    "easel",
    "hands",
    "keyboard",
    "pedals",
    "face",
    "wide",
    "beauty",
    "strings",
    "over-shoulder",
    "hob",
]


class Position(Part):
    """The place of a camera's entrance pupil; None = left to Steeple."""

    x_mm: PlaceMm | None = None
    y_mm: PlaceMm | None = None
    z_mm: LensHeightMm | None = Field(
        default=None, description="Above the table top; negative = below it."
    )


class Aim(Part):
    """Which way a camera looks; None = square to the work."""

    tilt_deg: TiltDeg | None = Field(
        default=None, description="Axis against straight down: 0 looks down, 90 looks level."
    )
    toward_deg: AzimuthDeg | None = Field(
        default=None,
        description="Where it is tipped to: clockwise from straight away from the maker.",
    )


class Camera(Part):
    """One camera with the copies of its gear and its settings."""

    id: Slug
    role: Role = "overhead"
    target: Target | None = Field(default=None, description="What it films; None = the whole zone.")
    body: Body | None = None
    body_id: Slug | None = Field(
        default=None, description="The thing in the cupboard that the body is a copy of."
    )
    lens_id: Slug | None = Field(
        default=None, description="The thing in the cupboard that the lens is a copy of."
    )
    mode: Name | None = Field(default=None, description="Recording mode; None = the first.")
    lens: Lens | None = None
    filter: LensFilter | None = None
    focal_mm: FocalMm | None = None
    f_number: FNumber | None = None
    focus_height_mm: TopMm | None = Field(
        default=None,
        description="Plane focused on, above the table; None = shared between table and top.",
    )
    position: Position = Position()
    aim: Aim = Aim()
    roll_deg: Literal[0, 90, 180, 270] | None = Field(
        default=None,
        description="Where the top edge of the picture points: for an overhead camera clockwise "
        "from straight away from the maker, seen from above; for any other clockwise from upright.",
    )
    sharpness: Literal["usual", "critical"] | None = Field(
        default=None,
        description="Circle of confusion: active diagonal by 1500, or two delivered pixels.",
    )
    stand_lowest_mm: HeightMm | None = Field(
        default=None, description="Least lens height above the table that its stand allows."
    )
    stand_highest_mm: HeightMm | None = Field(
        default=None, description="Greatest lens height above the table that its stand allows."
    )

    support: Slug | None = Field(
        default=None, description="Id of the plan's support that carries it."
    )
    mount: Name | None = Field(
        default=None,
        description="The mount point that it is screwed to, in the place of a support.",
    )
    storage: Storage = Storage()
    supply: Supply = Supply()
    as_built: AsBuilt | None = Field(
        default=None, description="As a test frame found it; what is planned stays as it is."
    )

    @model_validator(mode="after")
    def _fits_together(self) -> Self:
        if self.body is not None and self.body.takes_no_lens and self.lens is not None:
            raise ValueError("a camera with a view of its own takes no lens")
        if self.support is not None and self.mount is not None:
            raise ValueError(
                "a camera stands on a support or is screwed to a mount point, not both"
            )
        if self.body is not None and self.mode is not None:
            names = [mode.name for mode in self.body.modes]
            if self.mode not in names:
                raise ValueError(f"the recording mode must be one of: {', '.join(names)}")
        return self
