"""Shapes of work: starting figures for a kind of work, to be measured and corrected.

The figures are planning values of our own, chosen so that a plan answers at once; every one that
is used in place of a measured figure is listed as assumed.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType
from typing import Literal

from steeple.core.plan.document import Hazard, ShapeId


@dataclass(frozen=True, slots=True)
class Shape:
    """One kind of work described by its shape. Lengths in millimetres."""

    id: ShapeId
    title: str
    says: str
    table_width_mm: float
    table_depth_mm: float
    table_height_mm: float
    zone_width_mm: float
    zone_depth_mm: float
    zone_top_mm: float
    finest_detail_mm: float
    margin_mm: float
    hand_room_mm: float
    posture: Literal["seated", "standing"]
    hazards: tuple[Hazard, ...] = ()


# fmt: off
_ALL = (
    Shape("small-flat", "Small shiny thing laid flat", "a coin, a cover, a brooch on the table",
          1200, 700, 740, 200, 140, 20, 0.4, 15, 250, "seated"),
    Shape("page-flat", "Page or canvas lying flat", "drawing, lettering, painting",
          1400, 700, 740, 420, 300, 10, 0.8, 20, 300, "seated"),
    Shape("fingertips", "Fingertips at close range", "knots, stitches, nails, small parts",
          1000, 600, 740, 120, 80, 30, 0.25, 10, 200, "seated"),
    Shape("cloth", "Cloth on a large table", "cutting, quilting, pattern work",
          1800, 900, 900, 1100, 700, 20, 1.6, 40, 400, "standing"),
    Shape("vessel", "Vessel that grows tall", "a pot, a basket, a tiered cake",
          1000, 700, 740, 350, 350, 300, 1.5, 40, 250, "seated"),
    Shape("turning-machine", "Machine with turning parts", "lathe, wheel, drill",
          1200, 600, 900, 500, 300, 250, 1.2, 40, 400, "standing", ("turning",)),
    Shape("hot-counter", "Counter with pots and heat", "cooking, candying, dyeing",
          2400, 600, 910, 800, 450, 180, 1.5, 40, 400, "standing",
          ("heat", "steam", "water-near-mains")),
    Shape("cards-between-two", "Cards or tokens between two people", "a mat with players opposite",
          1200, 800, 740, 800, 600, 10, 1.5, 30, 350, "seated", ("audience",)),
    Shape("keyboard", "Keyboard with hands", "keys under ten fingers",
          1500, 500, 740, 1250, 250, 40, 2.0, 30, 350, "seated"),
    Shape("percussion", "Percussion spread wide", "drums, bars, bells over two metres",
          2200, 1000, 800, 2000, 900, 150, 3.0, 50, 600, "standing"),
    Shape("instrument-away", "Instrument away from home", "strings or keys in a borrowed room",
          1300, 600, 700, 1050, 450, 120, 1.5, 40, 400, "seated", ("audience",)),
)

# fmt: on
SHAPES: Mapping[ShapeId, Shape] = MappingProxyType({shape.id: shape for shape in _ALL})
"""Every shape of work that this version can plan, by id, in the order in which they are offered."""
