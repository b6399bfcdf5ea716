"""Whose hands are filmed."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from steeple.core.plan.values import (
    BodyHeightMm,
    GapMm,
    LeanDeg,
    Part,
    PlaceMm,
    RoomMm,
    SeatMm,
    ToolMm,
)

Posture = Literal["seated", "standing"]


class SecondPerson(Part):
    """Someone else at the table: a card player opposite, a pupil beside."""

    place: Literal["opposite", "left", "right"]
    height_mm: BodyHeightMm | None = None
    posture: Posture | None = None


class Maker(Part):
    """Whose hands are filmed."""

    height_mm: BodyHeightMm | None = None
    posture: Posture | None = None
    handedness: Literal["left", "right"] | None = None
    seat_mm: SeatMm | None = Field(default=None, description="Height of the seat, when seated.")
    lean_deg: LeanDeg | None = Field(
        default=None, description="How far the trunk leans in over the work, from upright."
    )
    x_mm: PlaceMm | None = Field(
        default=None, description="Where the maker sits, to the right of the middle of the zone."
    )
    from_edge_mm: GapMm | None = Field(
        default=None, description="Table edge to the front of the maker's trunk."
    )
    tool_mm: ToolMm | None = Field(default=None, description="Tool beyond the fingers; 0 = none.")
    second: SecondPerson | None = None
    hand_room_mm: RoomMm | None = Field(
        default=None,
        description="Room that hands and tool need between the top of the work and the lens.",
    )
