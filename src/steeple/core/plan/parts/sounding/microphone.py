"""A microphone of the plan: what it hears, where it is, what holds it, and where its lead goes."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from steeple.core.plan.gear.recording.lead import Lead
from steeple.core.plan.gear.sound.mic_stand import MicStand
from steeple.core.plan.gear.sound.microphone import Microphone
from steeple.core.plan.parts.rolling.supply import Supply
from steeple.core.plan.parts.support import Foot
from steeple.core.plan.values import (
    AzimuthDeg,
    HeardDeg,
    LensHeightMm,
    Part,
    PlaceMm,
    Slug,
    SpacingMm,
)
from steeple.core.sound.pair import PairForm

Held = Literal["boom", "stand", "table", "clip-on", "camera"]


class MicPlace(Part):
    """Where a microphone is, of a pair the middle between the two; None = as usual for what holds it."""

    x_mm: PlaceMm | None = None
    y_mm: PlaceMm | None = None
    z_mm: LensHeightMm | None = Field(default=None, description="Above the table top.")


class MicPair(Part):
    """How the two of a pair stand to each other; None = as usual for the form."""

    form: PairForm = "spaced"
    apart_mm: SpacingMm | None = None
    opened_deg: HeardDeg | None = Field(default=None, description="Between their axes.")


class Into(Part):
    """What a microphone is recorded by."""

    kind: Literal["camera", "recorder"]
    id: Slug


class PlacedMic(Part):
    """A microphone, or a pair, with the copy of its figures."""

    id: Slug
    gear: Microphone
    gear_id: Slug | None = Field(
        default=None, description="The thing in the cupboard that this is a copy of."
    )
    owned: bool = Field(default=True, description="False while one only considers getting it.")
    held: Held = "boom"
    hears: Literal["voice", "instrument"] | None = Field(
        default=None, description="None = by what is to be heard of the work."
    )
    position: MicPlace = MicPlace()
    toward_deg: AzimuthDeg | None = Field(
        default=None, description="Where it faces, clockwise from away; None = what it hears."
    )
    pair: MicPair | None = Field(
        default=None, description="How two alike stand; None = one microphone."
    )
    stand: MicStand | None = None
    foot: Foot = Foot()
    camera: Slug | None = Field(
        default=None, description="The camera that it sits on, where it is held by one."
    )
    into: Into | None = Field(default=None, description="What records it; None = not said.")
    leads: tuple[Lead, ...] = Field(
        default=(), max_length=4, description="Leads put to its own, one after the other."
    )
    supply: Supply = Supply()

    @model_validator(mode="after")
    def _two_for_a_pair(self) -> Self:
        if self.pair is not None and self.held in ("clip-on", "camera"):
            raise ValueError("a pair is held by a stand or boom, not by clothes or a camera")
        return self
