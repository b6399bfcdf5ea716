"""The room, as far as the rig meets it."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from steeple.core.plan.parts.sounding.sound import Surfaces
from steeple.core.plan.parts.window import Daylight, Window
from steeple.core.plan.values import (
    ExtentMm,
    FloorMm,
    HeightMm,
    LearnedShare,
    Name,
    Part,
    PlaceMm,
    PowerW,
    RoomExtentMm,
    RoomGapMm,
)

OBSTACLE_LIMIT = 12
Knock = Literal["unlikely", "possible", "likely"]


class Slope(Part):
    """A sloping ceiling: its height from the floor above two opposite edges of the table."""

    across: Literal["left-right", "near-far"]
    first_mm: HeightMm = Field(description="Above the left edge, or the edge in front of you.")
    second_mm: HeightMm = Field(description="Above the right edge, or the far edge.")


class Obstacle(Part):
    """A box that is in the room: a wall cupboard, a shelf, a beam, a lamp that hangs low.

    Measured from the left edge of the table and the edge in front of the maker to the nearest
    corner of the box, negative to the left or toward the maker; heights from the floor.
    """

    name: Name
    from_left_edge_mm: PlaceMm
    from_front_edge_mm: PlaceMm
    width_mm: ExtentMm
    depth_mm: ExtentMm
    bottom_mm: FloorMm
    top_mm: FloorMm | None = Field(default=None, description="None = up to the ceiling.")
    stays: bool = Field(
        default=False,
        description="Whether it cannot be moved: a beam, a cupboard that is screwed on.",
    )

    @model_validator(mode="after")
    def _upright(self) -> Self:
        if self.top_mm is not None and self.top_mm <= self.bottom_mm:
            raise ValueError(
                f"its top ({self.top_mm:g} mm) must be above its bottom ({self.bottom_mm:g} mm)"
            )
        return self


class KeepClear(Part):
    """A stretch of floor that must stay free: a door's swing, a drawer, a walkway, a stool, an audience.

    Measured like an obstacle: from the left edge of the table and the edge in front of the maker.
    """

    kind: Literal["door", "drawer", "walkway", "stool", "audience"]
    name: Name
    from_left_edge_mm: PlaceMm
    from_front_edge_mm: PlaceMm
    width_mm: ExtentMm
    depth_mm: ExtentMm
    eye_mm: HeightMm | None = Field(
        default=None, description="Eyes of an audience above the floor; None = as seated."
    )


class Room(Part):
    """The room, as far as the rig meets it."""

    name: Name | None = Field(
        default=None, description="What the room is called: the log tells rooms apart by it."
    )
    ceiling_mm: HeightMm | None = Field(
        default=None,
        description="Height of the flat ceiling above the rig, from the floor.",
    )
    slope: Slope | None = Field(default=None, description="A sloping ceiling or roof.")
    obstacles: tuple[Obstacle, ...] = Field(default=(), max_length=OBSTACLE_LIMIT)
    width_mm: RoomExtentMm | None = Field(default=None, description="Wall to wall, left to right.")
    depth_mm: RoomExtentMm | None = Field(default=None, description="Wall to wall, near to far.")
    table_from_left_wall_mm: RoomGapMm | None = None
    table_from_far_wall_mm: RoomGapMm | None = None
    surfaces: Surfaces = Surfaces()
    keep_clear: tuple[KeepClear, ...] = Field(default=(), max_length=OBSTACLE_LIMIT)
    knock: Knock | None = Field(
        default=None,
        description="Whether somebody brushes past or runs into what stands here.",
    )
    windows: tuple[Window, ...] = Field(default=(), max_length=6)
    daylight: Daylight | None = None
    learned_daylight_share: LearnedShare | None = Field(
        default=None,
        description="Daylight by what sky and pane say, as light meters read it here; None = as they say.",
    )
    mains_hz: Literal[50, 60] | None = None
    circuit_w: PowerW | None = Field(
        default=None, description="What the circuit of the sockets may carry, by its fuse."
    )
