"""What a device records on, and what it runs on."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from steeple.core.plan.gear.recording.lead import Lead
from steeple.core.plan.gear.recording.medium import Medium
from steeple.core.plan.gear.recording.power import PowerSource
from steeple.core.plan.gear.recording.recorder import Recorder
from steeple.core.plan.values import Part, PlaceMm, Slug, SpareCount


class Supply(Part):
    """What a device runs on."""

    by: Literal["battery", "mains", "bank"] | None = Field(
        default=None, description="None = its own battery where it has one, else the mains."
    )
    bank: Slug | None = Field(default=None, description="Id of the plan's bank that feeds it.")
    spare_batteries: SpareCount | None = Field(
        default=None, description="Full ones at hand besides the one in it; None = none."
    )


class Storage(Part):
    """What a device records on."""

    medium: Medium | None = Field(default=None, description="Card or disk; None = not known.")
    spare_media: SpareCount | None = Field(
        default=None, description="Empty ones like it at hand; None = none."
    )


class RecorderPlace(Part):
    """Where a recorder lies; None = left to Steeple."""

    on: Literal["table", "floor"] | None = None
    x_mm: PlaceMm | None = None
    y_mm: PlaceMm | None = None


class PlacedRecorder(Part):
    """A sound recorder of the plan, with the copy of its figures."""

    id: Slug
    gear: Recorder
    gear_id: Slug | None = Field(
        default=None, description="The thing in the cupboard that this is a copy of."
    )
    supply: Supply = Supply()
    storage: Storage = Storage()
    position: RecorderPlace = RecorderPlace()


class Fed(Part):
    """A device that hangs on a mains lead."""

    kind: Literal["camera", "recorder", "lamp"]
    id: Slug


class PlacedLead(Part):
    """A mains lead of the plan, with the copy of its figures, and what hangs on it."""

    id: Slug
    gear: Lead
    feeds: tuple[Fed, ...] = Field(default=(), max_length=16)


class PlacedBank(Part):
    """A power bank of the plan, with the copy of its figures."""

    id: Slug
    gear: PowerSource
    gear_id: Slug | None = Field(
        default=None, description="The thing in the cupboard that this is a copy of."
    )
