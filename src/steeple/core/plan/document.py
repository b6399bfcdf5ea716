"""The plan document, version 1.

One document holds everything about one rig. It is valid on its own, and it is what is stored for
each revision, what is saved as a file, and what an evaluation takes. Axes: origin at the centre of
the work zone on the table top, +x to the maker's right, +y away from the maker, +z up.
"""

from __future__ import annotations

from typing import Final, Literal, Self

from pydantic import Field, model_validator

from steeple.core.plan.gear import Body, Lens
from steeple.core.plan.parts import (
    CropTimes,
    DetailMm,
    ExtentMm,
    FNumber,
    FocalMm,
    GapMm,
    HeightMm,
    MarginMm,
    Name,
    Part,
    Pixels,
    PlaceMm,
    RoomMm,
    Slug,
    TopMm,
)

FORMAT: Final = "steeple-plan"
VERSION: Final = 1
CAMERA_LIMIT = 8

ShapeId = Literal[
    "small-flat",
    "page-flat",
    "fingertips",
    "cloth",
    "vessel",
    "turning-machine",
    "hot-counter",
    "cards-between-two",
    "keyboard",
    "percussion",
    "instrument-away",
]
Hazard = Literal["heat", "steam", "flame", "turning", "curing-lamp", "water-near-mains", "audience"]


class Delivery(Part):
    """The picture that is published."""

    width_px: Pixels | None = None
    height_px: Pixels | None = None
    crop_wanted: CropTimes | None = Field(
        default=None, description="How far the edit shall be able to enlarge; 1 = not at all."
    )


class Room(Part):
    """The room, as far as the rig meets it."""

    ceiling_mm: HeightMm | None = Field(
        default=None,
        description="Lowest height of ceiling, slope or beam above the rig, from the floor.",
    )


class Table(Part):
    """The work surface; its height is from the floor."""

    width_mm: ExtentMm | None = None
    depth_mm: ExtentMm | None = None
    height_mm: ExtentMm | None = None


class Zone(Part):
    """The rectangle on the table that must stay in frame."""

    width_mm: ExtentMm | None = None
    depth_mm: ExtentMm | None = None
    margin_mm: MarginMm | None = Field(
        default=None, description="What the picture shall show beyond the zone on every side."
    )
    from_left_edge_mm: GapMm | None = Field(
        default=None, description="Left edge of the table to the zone; None = zone centred."
    )
    from_front_edge_mm: GapMm | None = Field(
        default=None, description="Maker's edge of the table to the zone; None = zone centred."
    )


class Work(Part):
    """What is filmed."""

    shape: ShapeId
    zone: Zone = Zone()
    zone_top_mm: TopMm | None = Field(
        default=None, description="Height of the tallest thing in the zone above the table."
    )
    finest_detail_mm: DetailMm | None = Field(
        default=None, description="Width of the finest line that the viewer must see."
    )
    hazards: tuple[Hazard, ...] | None = Field(
        default=None, max_length=12, description="What can hurt; None = as usual for the shape."
    )


class Maker(Part):
    """Whose hands are filmed."""

    posture: Literal["seated", "standing"] | None = None
    handedness: Literal["left", "right"] | None = None
    hand_room_mm: RoomMm | None = Field(
        default=None,
        description="Room that hands and tool need between the top of the work and the lens.",
    )


class Position(Part):
    """The place of a camera's entrance pupil; None = left to Steeple."""

    x_mm: PlaceMm | None = None
    y_mm: PlaceMm | None = None
    z_mm: HeightMm | None = None


class Camera(Part):
    """One camera that looks straight down, with the copies of its gear and its settings."""

    id: Slug
    role: Literal["overhead"] = "overhead"
    body: Body | None = None
    mode: Name | None = Field(default=None, description="Recording mode; None = the first.")
    lens: Lens | None = None
    focal_mm: FocalMm | None = None
    f_number: FNumber | None = None
    focus_height_mm: TopMm | None = Field(
        default=None,
        description="Plane focused on, above the table; None = shared between table and top.",
    )
    position: Position = Position()
    roll_deg: Literal[0, 90, 180, 270] | None = Field(
        default=None,
        description="Where the top edge of the picture points: clockwise from straight away from "
        "the maker, seen from above.",
    )

    @model_validator(mode="after")
    def _fits_together(self) -> Self:
        if self.body is not None and self.body.kind != "camera" and self.lens is not None:
            raise ValueError("a phone or webcam takes no lens")
        if self.body is not None and self.mode is not None:
            names = [mode.name for mode in self.body.modes]
            if self.mode not in names:
                raise ValueError(f"the recording mode must be one of: {', '.join(names)}")
        return self


class Plan(Part):
    """One rig over one work surface."""

    format: Literal["steeple-plan"] = FORMAT
    version: Literal[1] = VERSION
    title: Name
    delivery: Delivery = Delivery()
    room: Room = Room()
    table: Table = Table()
    work: Work
    maker: Maker = Maker()
    cameras: tuple[Camera, ...] = Field(default=(), max_length=CAMERA_LIMIT)

    @model_validator(mode="after")
    def _ids_differ(self) -> Self:
        ids = [camera.id for camera in self.cameras]
        if len(set(ids)) != len(ids):
            raise ValueError("two cameras have the same id")
        return self
