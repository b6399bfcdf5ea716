"""The plan document, version 4.

One document holds everything about one rig. It is valid on its own, and it is what is stored for
each revision, what is saved as a file, and what an evaluation takes. Axes: origin at the centre of
the work zone on the table top, +x to the maker's right, +y away from the maker, +z up.
"""

from __future__ import annotations

from typing import Final, Literal, Self

from pydantic import Field, model_validator

from steeple.core.plan.gear.holding.adapter import Adapter
from steeple.core.plan.parts.acceptance import Acceptance
from steeple.core.plan.parts.camera import Camera
from steeple.core.plan.parts.delivery import Delivery
from steeple.core.plan.parts.lamp import Light
from steeple.core.plan.parts.maker import Maker
from steeple.core.plan.parts.panel import PlacedCard
from steeple.core.plan.parts.room import Room
from steeple.core.plan.parts.support import PlacedSupport
from steeple.core.plan.parts.wishes import Wishes
from steeple.core.plan.parts.work import Table, Work
from steeple.core.plan.values import (
    Name,
    Part,
)

FORMAT: Final = "steeple-plan"
VERSION: Final = 4
CAMERA_LIMIT = 8
SUPPORT_LIMIT = 8
LAMP_LIMIT = 10
CARD_LIMIT = 6
ACCEPTED_LIMIT = 64


class Plan(Part):
    """One rig over one work surface."""

    format: Literal["steeple-plan"] = FORMAT
    version: Literal[4] = VERSION
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
    wishes: Wishes = Wishes()
    accepted: tuple[Acceptance, ...] = Field(
        default=(),
        max_length=ACCEPTED_LIMIT,
        description="What is to be watched and was accepted, with the reasons.",
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
        lived_with = [(one.finding, one.about) for one in self.accepted]
        if len(set(lived_with)) != len(lived_with):
            raise ValueError("one finding is accepted twice")
        for camera in self.cameras:
            if camera.support is not None and camera.support not in supports:
                raise ValueError(
                    f"the support “{camera.support}” of camera “{camera.id}” is not in the plan"
                )
        return self

    def camera(self, camera_id: str) -> Camera | None:
        """The camera of that id."""
        return next((one for one in self.cameras if one.id == camera_id), None)

    def reason_for(self, finding: str, about: str) -> str:
        """Why a finding is accepted where it is only to be watched; empty where it is not."""
        return next(
            (one.reason for one in self.accepted if (one.finding, one.about) == (finding, about)),
            "",
        )

    def support_of(self, camera: Camera) -> PlacedSupport | None:
        """The support that carries a camera."""
        return next((one for one in self.supports if one.id == camera.support), None)
