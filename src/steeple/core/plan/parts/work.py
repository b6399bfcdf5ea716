"""What is filmed, and the table it lies on."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from steeple.core.plan.values import (
    DetailMm,
    ExtentMm,
    GapMm,
    MarginMm,
    Name,
    Part,
    PlaceMm,
    Share,
    TopMm,
    WorkTiltDeg,
)

ITEM_LIMIT = 12
HEIGHTS_LIMIT = 3

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

Hazard = Literal["heat", "steam", "flame", "turning", "curing-lamp", "water-near-mains", "audience"]


class Table(Part):
    """The work surface; its height is from the floor."""

    width_mm: ExtentMm | None = None
    depth_mm: ExtentMm | None = None
    height_mm: ExtentMm | None = None
    mat_reflectance: Share | None = Field(
        default=None, description="Share of the light that the top, or the mat on it, sends back."
    )
    mat_gloss: Gloss | None = Field(
        default=None, description="Gloss of the top, or of the mat on it, apart from the work."
    )
    other_heights_mm: tuple[ExtentMm, ...] = Field(
        default=(),
        max_length=HEIGHTS_LIMIT,
        description="Heights at which it is also worked: a table for sitting and standing.",
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


class Hollow(Part):
    """The inside of a vessel or of an instrument that the viewer shall see into; its axis stands upright."""

    x_mm: PlaceMm = 0.0
    y_mm: PlaceMm = 0.0
    width_mm: ExtentMm = Field(description="Across its mouth.")
    depth_mm: ExtentMm = Field(description="From its mouth down to its floor.")
    mouth_mm: TopMm | None = Field(
        default=None, description="Its mouth above the table; None = at the tallest point."
    )


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
    hollow: Hollow | None = None
    items: tuple[Item, ...] = Field(default=(), max_length=ITEM_LIMIT)
    finest_detail_mm: DetailMm | None = Field(
        default=None, description="Width of the finest line that the viewer must see."
    )
    hazards: tuple[Hazard, ...] | None = Field(
        default=None, max_length=12, description="What can hurt; None = as usual for the shape."
    )
