"""A lamp with the copy of its figures, and how it is set up."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from steeple.core.plan.gear.lights.fixture import Fixture
from steeple.core.plan.gear.lights.gel import Gel
from steeple.core.plan.gear.lights.lamp_stand import LampStand
from steeple.core.plan.parts.rolling.supply import Supply
from steeple.core.plan.values import (
    CctK,
    HeightMm,
    Part,
    Percent,
    PlaceMm,
    Slug,
)


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
    gel: Gel | None = None
    stand: LampStand | None = None
    lit: bool = Field(default=True, description="False for one that is switched off.")
    stays: bool = Field(
        default=False, description="Fixed where it hangs: never moved by placing or by a mend."
    )
    stand_lowest_mm: HeightMm | None = Field(
        default=None, description="Least height above the table that its stand allows."
    )
    stand_highest_mm: HeightMm | None = Field(
        default=None, description="Greatest height above the table that its stand allows."
    )
    supply: Supply = Supply()
