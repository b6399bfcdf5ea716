"""What several routes take and give."""

from __future__ import annotations

from typing import Annotated

from fastapi import Response
from pydantic import Field, StringConstraints

from steeple.core.plan.cupboard.owned import Owned, OwnedCard, OwnedFixture, OwnedSupport
from steeple.core.plan.document import CAMERA_LIMIT
from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.core.plan.gear.holding.adapter import Adapter
from steeple.core.plan.gear.holding.weight import Ballast
from steeple.core.plan.gear.lights.gel import Gel
from steeple.core.plan.gear.lights.lamp_stand import LampStand
from steeple.core.plan.gear.recording.lead import Lead
from steeple.core.plan.gear.recording.medium import Medium
from steeple.core.plan.gear.recording.power import PowerSource
from steeple.core.plan.gear.sound.absorber import Absorber
from steeple.core.plan.gear.sound.mic_stand import MicStand
from steeple.core.plan.gear.sound.microphone import Microphone
from steeple.core.plan.problems import Problem
from steeple.core.plan.reading import AnyPlan
from steeple.core.plan.values import Part


def as_json(text: str) -> Response:
    """A reply that was written as JSON already."""
    return Response(text, media_type="application/json")


Revision = Annotated[int, Field(strict=True, ge=1, le=1_000_000_000)]


PlanId = Annotated[str, StringConstraints(pattern=r"^[a-z0-9-]{1,40}$")]


class Problems(Part):
    """How every refusal comes back."""

    problems: tuple[Problem, ...]
    newest_revision: int | None = Field(
        default=None, description="With a 409: the revision that is the newest."
    )


class OwnedGear(Part):
    """What is owned, and a mend or a comparison may take."""

    owned_lenses: tuple[Lens, ...] = Field(default=(), max_length=200)
    owned_bodies: tuple[Body, ...] = Field(default=(), max_length=200)
    owned_supports: tuple[OwnedSupport, ...] = Field(default=(), max_length=100)
    owned_adapters: tuple[Adapter, ...] = Field(default=(), max_length=100)
    owned_fixtures: tuple[OwnedFixture, ...] = Field(default=(), max_length=100)
    owned_cards: tuple[OwnedCard, ...] = Field(default=(), max_length=100)
    owned_weights: tuple[Ballast, ...] = Field(default=(), max_length=100)
    owned_gels: tuple[Gel, ...] = Field(default=(), max_length=100)
    owned_stands: tuple[LampStand, ...] = Field(default=(), max_length=100)
    owned_media: tuple[Medium, ...] = Field(default=(), max_length=100)
    owned_power: tuple[PowerSource, ...] = Field(default=(), max_length=100)
    owned_microphones: tuple[Microphone, ...] = Field(default=(), max_length=100)
    owned_mic_stands: tuple[MicStand, ...] = Field(default=(), max_length=100)
    owned_absorbers: tuple[Absorber, ...] = Field(default=(), max_length=100)
    owned_leads: tuple[Lead, ...] = Field(default=(), max_length=100)

    @property
    def owned(self) -> Owned:
        """The same as mends and comparisons take it."""
        return Owned(
            lenses=self.owned_lenses,
            bodies=self.owned_bodies,
            supports=self.owned_supports,
            adapters=self.owned_adapters,
            fixtures=self.owned_fixtures,
            cards=self.owned_cards,
            weights=self.owned_weights,
            gels=self.owned_gels,
            stands=self.owned_stands,
            media=self.owned_media,
            power=self.owned_power,
            microphones=self.owned_microphones,
            mic_stands=self.owned_mic_stands,
            absorbers=self.owned_absorbers,
            leads=self.owned_leads,
        )


CameraIndex = Annotated[int, Field(strict=True, ge=0, lt=CAMERA_LIMIT)]


class CameraRequest(OwnedGear):
    """A plan, one of its cameras, and what is owned."""

    plan: AnyPlan
    camera: CameraIndex = 0


def download(content: bytes, media_type: str, name: str) -> Response:
    """A file to be kept."""
    return Response(
        content,
        media_type=media_type,
        headers={"content-disposition": f'attachment; filename="{name}"'},
    )
