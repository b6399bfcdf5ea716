"""The kinds of support as mechanical models: what each stands on and how it holds a camera.

The schools of holding all stand here. Times and frequencies are planning values of our own.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType
from typing import Literal

from steeple.core.plan.gear.holding.support import Anchor, Form

Model = Literal["column", "bar", "pole", "hung"]


@dataclass(frozen=True, slots=True)
class Traits:
    """One kind of support.

    ``model``: a column with or without a boom; a bar on two stands; a pole between walls; something
    that hangs. ``drop_mm`` is from the boom or bar down to the camera screw; ``out_mm`` how far
    aside of its column a form without a boom holds it. ``base_hz`` is the first frequency of all
    but the boom; ``minutes`` the time to set it up.
    """

    model: Model
    anchor: Anchor
    drop_mm: float
    out_mm: float
    base_hz: float
    minutes: float
    says: str


FORMS: Mapping[Form, Traits] = MappingProxyType(
    {
        "floor tripod": Traits("column", "floor", 0, 80, 10, 3, "a stand beside, without an arm"),
        "tripod with horizontal arm": Traits("column", "floor", 40, 80, 8, 6, "a stand beside, with an arm over the table"),
        "boom stand": Traits("column", "floor", 80, 80, 6, 10, "a stand beside, with a long boom"),
        "desk arm": Traits("column", "table", 60, 60, 4, 5, "an arm clamped to the table"),
        "table clamp pole": Traits("column", "table", 40, 60, 8, 6, "a pole clamped to the table"),
        "table-top stand": Traits("column", "table", 20, 60, 10, 2, "a small stand on the table"),
        "crossbar on two stands": Traits("bar", "floor", 150, 0, 8, 20, "a bar across the table"),
        "wall-to-wall pole": Traits("pole", "wall", 150, 0, 12, 15, "a pole jammed between walls"),
        "ceiling arm": Traits("hung", "ceiling", 60, 60, 10, 3, "fixed overhead for good"),
        "gooseneck": Traits("column", "table", 0, 60, 2.5, 2, "a bending neck, clamped to the table"),
        "hanging tube": Traits("hung", "ceiling", 60, 60, 6, 8, "a tube that hangs from a pole or beam"),
        "pipe clamp": Traits("hung", "ceiling", 40, 60, 9, 5, "a clamp on a pipe overhead"),
        "hand-built": Traits("bar", "floor", 120, 0, 6, 45, "a frame of pipe"),
    }
)  # fmt: skip
CLAMPED = ("desk arm", "table clamp pole", "gooseneck")
"""Forms that are clamped to the edge of a table and do not stand on feet there."""
BENT = ("desk arm", "gooseneck")
"""Forms of many joints or of a bending neck, whose sag no tube says."""
COLUMN_CLEAR_MM = 60.0
"""A column keeps this far from the table edge."""
ON_TABLE = ("table", "shelf")
