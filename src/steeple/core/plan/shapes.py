"""Shapes of work: starting figures for a kind of work, to be measured and corrected.

The figures are planning values of our own, chosen so that a plan answers at once; every one that
is used in place of a measured figure is listed as assumed.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType

from steeple.core.plan.parts.cameras.camera import Role
from steeple.core.plan.parts.maker import Posture
from steeple.core.plan.parts.work import Effort, Gloss, Hazard, Liveliness, ShapeId


@dataclass(frozen=True, slots=True)
class Shape:
    """One kind of work described by its shape. Lengths in millimetres, angles in degrees."""

    id: ShapeId
    title: str
    says: str
    table_mm: tuple[float, float, float]
    """Width, depth and height of the table."""
    zone_mm: tuple[float, float]
    """Width and depth of the zone."""
    zone_top_mm: float
    finest_detail_mm: float
    margin_mm: float
    hand_room_mm: float
    posture: Posture
    lean_deg: float
    tool_mm: float
    gloss: Gloss
    reflectance: float
    liveliness: Liveliness
    effort: Effort
    angles: tuple[Role, ...]
    """Where cameras usually stand; the first is the main one."""
    hazards: tuple[Hazard, ...] = ()
    tilt_deg: float = 0.0
    mat_reflectance: float = 0.2


# fmt: off
_ALL = (
    Shape("small-flat", "Small shiny thing laid flat", "a coin, a cover, a brooch on the table",
          (1200, 700, 740), (200, 140), 20, 0.4, 15, 250, "seated", 15, 120,
          "polished", 0.5, "pressing", "fine", ("overhead", "three-quarter", "hands")),
    Shape("small-upright", "Small thing upright, with a glow behind",
          "a ring, a bottle, a figure as a beauty shot",
          (1200, 700, 700), (120, 160), 40, 0.3, 15, 150, "seated", 5, 0,
          "polished", 0.5, "still", "fine", ("beauty", "three-quarter"), tilt_deg=90),
    Shape("page-flat", "Page or canvas lying flat", "drawing, lettering, painting",
          (1400, 700, 740), (420, 300), 10, 0.8, 20, 300, "seated", 20, 90,
          "matt", 0.75, "drawing", "fine", ("overhead", "three-quarter", "face")),
    Shape("easel", "Canvas upright on an easel", "painting at arm's length",
          (700, 300, 800), (600, 500), 40, 1.6, 40, 500, "standing", 0, 250,
          "satin", 0.5, "brushing", "light", ("easel", "face", "wide"), tilt_deg=75),
    Shape("fingertips", "Fingertips at close range", "knots, stitches, nails, small parts",
          (1000, 600, 740), (120, 80), 30, 0.25, 10, 200, "seated", 15, 30,
          "satin", 0.5, "drawing", "fine", ("overhead", "hands", "three-quarter")),
    Shape("cloth", "Cloth on a large table", "cutting, quilting, pattern work",
          (1800, 900, 950), (1100, 600), 20, 1.6, 40, 400, "standing", 20, 60,
          "matt", 0.5, "brushing", "light", ("overhead", "wide", "hands")),
    Shape("vessel", "Vessel that grows tall", "a pot, a basket, a tiered cake",
          (1000, 700, 450), (350, 350), 300, 1.5, 40, 250, "seated", 10, 0,
          "satin", 0.4, "kneading", "light", ("overhead", "low-side", "three-quarter")),
    Shape("turning-machine", "Machine with turning parts", "lathe, wheel, drill",
          (1200, 600, 900), (500, 300), 250, 1.2, 40, 400, "standing", 10, 150,
          "metal", 0.4, "hammering", "light", ("overhead", "low-side", "face"), ("turning",)),
    Shape("hot-counter", "Counter with pots and heat", "cooking, candying, dyeing",
          (2400, 600, 910), (800, 450), 180, 1.5, 40, 400, "standing", 10, 120,
          "metal", 0.4, "kneading", "light", ("overhead", "three-quarter", "face"),
          ("heat", "steam", "water-near-mains")),
    Shape("cards-between-two", "Cards or tokens between two people", "a mat with players opposite",
          (1200, 800, 740), (800, 500), 10, 1.5, 30, 350, "seated", 10, 0,
          "varnish", 0.6, "drawing", "fine", ("overhead", "face", "hands"), ("audience",),
          mat_reflectance=0.08),
    Shape("keyboard", "Keyboard with hands, strings and pedals", "keys under ten fingers",
          (1500, 500, 740), (1250, 250), 40, 2.0, 30, 350, "seated", 5, 0,
          "varnish", 0.6, "pressing", "fine", ("overhead", "keyboard", "pedals", "face")),
    Shape("percussion", "Percussion spread wide", "drums, bars, bells over two metres",
          (2200, 1000, 840), (2000, 900), 150, 3.0, 50, 600, "standing", 5, 350,
          "satin", 0.4, "hammering", "light", ("overhead", "wide", "face")),
    Shape("instrument-away", "Instrument away from home", "strings or keys in a borrowed room",
          (1300, 600, 540), (1050, 450), 120, 1.5, 40, 400, "seated", 5, 150,
          "varnish", 0.3, "pressing", "light", ("overhead", "face", "hands"), ("audience",),
          mat_reflectance=0.1),
)

# fmt: on
SHAPES: Mapping[ShapeId, Shape] = MappingProxyType({shape.id: shape for shape in _ALL})
"""Every shape of work, by id, in the order in which they are offered."""
