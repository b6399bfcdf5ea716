"""The plan document, version 3.

One document holds everything about one rig. It is valid on its own, and it is what is stored for
each revision, what is saved as a file, and what an evaluation takes. Axes: origin at the centre of
the work zone on the table top, +x to the maker's right, +y away from the maker, +z up.
"""

from __future__ import annotations

from typing import Final, Literal, Self

from pydantic import Field, model_validator

from steeple.core.plan.daylight import Daylight, Window
from steeple.core.plan.gear import Body, Lens
from steeple.core.plan.parts import (
    AlongMm,
    AzimuthDeg,
    BodyHeightMm,
    CctK,
    CropTimes,
    DetailMm,
    ExtentMm,
    FloorMm,
    FNumber,
    FocalMm,
    FrameRateHz,
    GapMm,
    HeightMm,
    LeanDeg,
    MarginMm,
    MassG,
    Name,
    Part,
    Percent,
    Pixels,
    PlaceMm,
    PowerW,
    ReachMm,
    RoomMm,
    SeatMm,
    Share,
    Slug,
    TiltDeg,
    ToolMm,
    TopMm,
    WeightG,
    WorkTiltDeg,
)
from steeple.core.plan.rigging import Adapter, Fixture, LightCard, Support

FORMAT: Final = "steeple-plan"
VERSION: Final = 3
CAMERA_LIMIT = 8
ITEM_LIMIT = 12
OBSTACLE_LIMIT = 12
SUPPORT_LIMIT = 8
LAMP_LIMIT = 10
CARD_LIMIT = 6
LOAD_LIMIT = 6

ShapeId = Literal[
    "small-flat",
    "small-upright",
    "page-flat",
    "easel",
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
Gloss = Literal["matt", "satin", "varnish", "polished", "metal"]
Liveliness = Literal["still", "drawing", "brushing", "pressing", "kneading", "hammering"]
Effort = Literal["fine", "light", "forceful"]
Posture = Literal["seated", "standing"]
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
]
Hazard = Literal["heat", "steam", "flame", "turning", "curing-lamp", "water-near-mains", "audience"]


class Delivery(Part):
    """The picture that is published."""

    width_px: Pixels | None = None
    height_px: Pixels | None = None
    crop_wanted: CropTimes | None = Field(
        default=None, description="How far the edit shall be able to enlarge; 1 = not at all."
    )
    frame_rate_hz: FrameRateHz | None = None


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

    @model_validator(mode="after")
    def _upright(self) -> Self:
        if self.top_mm is not None and self.top_mm <= self.bottom_mm:
            raise ValueError(
                f"its top ({self.top_mm:g} mm) must be above its bottom ({self.bottom_mm:g} mm)"
            )
        return self


class KeepClear(Part):
    """A stretch of floor that must stay free: a door's swing, a drawer, a walkway, a stool.

    Measured like an obstacle: from the left edge of the table and the edge in front of the maker.
    """

    kind: Literal["door", "drawer", "walkway", "stool"]
    name: Name
    from_left_edge_mm: PlaceMm
    from_front_edge_mm: PlaceMm
    width_mm: ExtentMm
    depth_mm: ExtentMm


class Room(Part):
    """The room, as far as the rig meets it."""

    ceiling_mm: HeightMm | None = Field(
        default=None,
        description="Height of the flat ceiling above the rig, from the floor.",
    )
    slope: Slope | None = Field(default=None, description="A sloping ceiling or roof.")
    obstacles: tuple[Obstacle, ...] = Field(default=(), max_length=OBSTACLE_LIMIT)
    width_mm: ExtentMm | None = Field(default=None, description="Wall to wall, left to right.")
    depth_mm: ExtentMm | None = Field(default=None, description="Wall to wall, near to far.")
    table_from_left_wall_mm: GapMm | None = None
    table_from_far_wall_mm: GapMm | None = None
    keep_clear: tuple[KeepClear, ...] = Field(default=(), max_length=OBSTACLE_LIMIT)
    windows: tuple[Window, ...] = Field(default=(), max_length=6)
    daylight: Daylight | None = None
    mains_hz: Literal[50, 60] | None = None
    circuit_w: PowerW | None = Field(
        default=None, description="What the circuit of the sockets may carry, by its fuse."
    )


class Table(Part):
    """The work surface; its height is from the floor."""

    width_mm: ExtentMm | None = None
    depth_mm: ExtentMm | None = None
    height_mm: ExtentMm | None = None
    mat_reflectance: Share | None = Field(
        default=None, description="Share of the light that the top, or the mat on it, sends back."
    )


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


class Item(Part):
    """A thing that stands in the zone, on the table; its middle from the middle of the zone."""

    kind: Literal["box", "cylinder", "sphere"]
    name: Name
    x_mm: PlaceMm
    y_mm: PlaceMm
    width_mm: ExtentMm = Field(description="Left to right; the diameter of cylinder and sphere.")
    depth_mm: ExtentMm | None = Field(default=None, description="Near to far, of a box.")
    height_mm: ExtentMm | None = Field(default=None, description="Of a box or cylinder.")

    @model_validator(mode="after")
    def _whole(self) -> Self:
        if self.kind == "box" and self.depth_mm is None:
            raise ValueError("a box needs its depth")
        if self.kind != "sphere" and self.height_mm is None:
            raise ValueError(f"a {self.kind} needs its height")
        return self

    @property
    def top_mm(self) -> float:
        """Its highest point above the table."""
        return self.width_mm if self.kind == "sphere" else self.height_mm or 0.0


class Work(Part):
    """What is filmed."""

    shape: ShapeId
    zone: Zone = Zone()
    zone_top_mm: TopMm | None = Field(
        default=None, description="Height of the tallest thing in the zone above the work surface."
    )
    tilt_deg: WorkTiltDeg | None = Field(
        default=None,
        description="Slope of the work: 0 flat on the table, 90 upright; it turns about its near "
        "edge, which lies on the table.",
    )
    gloss: Gloss | None = None
    reflectance: Share | None = Field(
        default=None, description="Share of the light that the work sends back."
    )
    liveliness: Liveliness | None = Field(default=None, description="How hard the work shakes.")
    effort: Effort | None = Field(default=None, description="What the hands need: table height.")
    items: tuple[Item, ...] = Field(default=(), max_length=ITEM_LIMIT)
    finest_detail_mm: DetailMm | None = Field(
        default=None, description="Width of the finest line that the viewer must see."
    )
    hazards: tuple[Hazard, ...] | None = Field(
        default=None, max_length=12, description="What can hurt; None = as usual for the shape."
    )


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


class Position(Part):
    """The place of a camera's entrance pupil; None = left to Steeple."""

    x_mm: PlaceMm | None = None
    y_mm: PlaceMm | None = None
    z_mm: HeightMm | None = None


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
    body: Body | None = None
    body_id: Slug | None = Field(
        default=None, description="The thing in the cupboard that the body is a copy of."
    )
    lens_id: Slug | None = Field(
        default=None, description="The thing in the cupboard that the lens is a copy of."
    )
    mode: Name | None = Field(default=None, description="Recording mode; None = the first.")
    lens: Lens | None = None
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

    @model_validator(mode="after")
    def _fits_together(self) -> Self:
        if self.body is not None and self.body.kind != "camera" and self.lens is not None:
            raise ValueError("a phone or webcam takes no lens")
        if self.body is not None and self.mode is not None:
            names = [mode.name for mode in self.body.modes]
            if self.mode not in names:
                raise ValueError(f"the recording mode must be one of: {', '.join(names)}")
        return self


class Foot(Part):
    """Where the column of a support stands or is fixed, seen from above; None = left to Steeple."""

    x_mm: PlaceMm | None = None
    y_mm: PlaceMm | None = None


class OtherLoad(Part):
    """A lamp, microphone or anything else on a support that carries a camera."""

    name: Name
    mass_g: MassG | None = None
    arm: Literal["shared", "own"] = Field(
        default="shared",
        description="On the boom or bar that holds the camera, or on an arm of its own.",
    )
    along_mm: AlongMm = Field(
        default=0.0,
        description="From the column toward the camera; on a bar or pole from its middle to the "
        "right or away. Negative is the other way.",
    )


class PlacedSupport(Part):
    """A support with the copy of its figures, and how it is set up."""

    id: Slug
    gear: Support
    gear_id: Slug | None = Field(
        default=None, description="The thing in the cupboard that this is a copy of."
    )
    owned: bool = Field(default=True, description="False while one only considers getting it.")
    foot: Foot = Foot()
    shelf: Name | None = Field(
        default=None, description="The thing in the room that it is fixed to, for anchor shelf."
    )
    runs: Literal["across", "away"] | None = Field(
        default=None, description="Which way a bar or pole runs: left to right, or near to far."
    )
    legs_toward_deg: AzimuthDeg | None = Field(
        default=None, description="Where one of its legs points; None = under the boom."
    )
    counterweight_g: WeightG | None = Field(
        default=None, description="On the boom behind the column; None = left to Steeple."
    )
    counterweight_at_mm: ReachMm | None = Field(
        default=None, description="How far behind the column; None = as far as the boom goes."
    )
    sandbag_g: WeightG | None = Field(default=None, description="None = none.")
    sandbag_on: Literal["column", "leg under the boom", "legs behind"] | None = Field(
        default=None, description="Where it lies; None = at the column."
    )
    tether: bool | None = Field(
        default=None, description="Whether a second fixing keeps what it carries from falling."
    )
    loads: tuple[OtherLoad, ...] = Field(default=(), max_length=LOAD_LIMIT)


class LampAim(Part):
    """The place that a lamp is turned to; None = the middle of the zone."""

    x_mm: PlaceMm | None = None
    y_mm: PlaceMm | None = None
    z_mm: PlaceMm | None = None


class LampPlace(Part):
    """The middle of what glows; None = left to Steeple."""

    x_mm: PlaceMm | None = None
    y_mm: PlaceMm | None = None
    z_mm: PlaceMm | None = None


class Light(Part):
    """A lamp with the copy of its figures, and how it is set up."""

    id: Slug
    role: Literal["key", "fill", "back", "background", "practical"] = "key"
    fixture: Fixture
    fixture_id: Slug | None = Field(
        default=None, description="The thing in the cupboard that this is a copy of."
    )
    owned: bool = True
    position: LampPlace = LampPlace()
    aim: LampAim = LampAim()
    level_percent: Percent | None = Field(default=None, description="Dimmer setting; None = full.")
    cct_k: CctK | None = Field(
        default=None, description="Colour temperature set, where it can be; None = its lower end."
    )
    lit: bool = Field(default=True, description="False for one that is switched off.")
    stand_lowest_mm: HeightMm | None = Field(
        default=None, description="Least height above the table that its stand allows."
    )
    stand_highest_mm: HeightMm | None = Field(
        default=None, description="Greatest height above the table that its stand allows."
    )


class PlacedCard(Part):
    """A bounce card or flag, flat, facing a way."""

    id: Slug
    card: LightCard
    card_id: Slug | None = None
    owned: bool = True
    position: LampPlace = LampPlace()
    facing: LampAim = LampAim()


class Plan(Part):
    """One rig over one work surface."""

    format: Literal["steeple-plan"] = FORMAT
    version: Literal[3] = VERSION
    title: Name
    delivery: Delivery = Delivery()
    room: Room = Room()
    table: Table = Table()
    work: Work
    maker: Maker = Maker()
    cameras: tuple[Camera, ...] = Field(default=(), max_length=CAMERA_LIMIT)
    supports: tuple[PlacedSupport, ...] = Field(default=(), max_length=SUPPORT_LIMIT)
    lights: tuple[Light, ...] = Field(default=(), max_length=LAMP_LIMIT)
    cards: tuple[PlacedCard, ...] = Field(default=(), max_length=CARD_LIMIT)
    adapters: tuple[Adapter, ...] = Field(
        default=(), max_length=24, description="Copies of the adapters that join things up."
    )

    @model_validator(mode="after")
    def _ids_differ(self) -> Self:
        ids = [camera.id for camera in self.cameras]
        if len(set(ids)) != len(ids):
            raise ValueError("two cameras have the same id")
        for name, things in (("lamps", self.lights), ("cards", self.cards)):
            used = [one.id for one in things]
            if len(set(used)) != len(used):
                raise ValueError(f"two {name} have the same id")
        supports = [one.id for one in self.supports]
        if len(set(supports)) != len(supports):
            raise ValueError("two supports have the same id")
        for camera in self.cameras:
            if camera.support is not None and camera.support not in supports:
                raise ValueError(
                    f"the support “{camera.support}” of camera “{camera.id}” is not in the plan"
                )
        return self

    def support_of(self, camera: Camera) -> PlacedSupport | None:
        """The support that carries a camera."""
        return next((one for one in self.supports if one.id == camera.support), None)
