"""Whose hands are filmed."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from steeple.core.plan.values import (
    BodyHeightMm,
    GapMm,
    LeanDeg,
    LearnedShare,
    Part,
    PlaceMm,
    RoomMm,
    SeatMm,
    ToolMm,
)

Posture = Literal["seated", "standing"]


PEOPLE_LIMIT = 4


class SecondPerson(Part):
    """Someone else at the table: a card player opposite, a pupil beside, a client."""

    place: Literal["opposite", "left", "right"]
    along_mm: PlaceMm | None = Field(
        default=None,
        description="Along that edge of the table from the middle of the zone: to your right, or away "
        "from you; None = at the middle.",
    )
    from_edge_mm: GapMm | None = Field(default=None, description="Table edge to their trunk.")
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
    y_mm: PlaceMm | None = Field(
        default=None,
        description="Where the maker sits or stands, away from the middle of the zone (their hips), for "
        "one who is inside the work; None = before the table, by the distance to its edge.",
    )
    away: bool = Field(
        default=False,
        description="Not at the work while it is filmed: a beauty shot, a time lapse.",
    )
    second: SecondPerson | None = None
    others: tuple[SecondPerson, ...] = Field(
        default=(), max_length=PEOPLE_LIMIT, description="More people round the table."
    )
    learned_set_up_share: LearnedShare | None = Field(
        default=None,
        description="How long setting up takes by what is planned, as sessions told; None = as planned.",
    )
    hand_room_mm: RoomMm | None = Field(
        default=None,
        description="Room that hands and tool need between the top of the work and the lens.",
    )
