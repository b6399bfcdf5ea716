"""The plan document, version 11.

One document holds everything about one rig. It is valid on its own, and it is what is stored for
each revision, what is saved as a file, and what an evaluation takes. Axes: origin at the centre of
the work zone on the table top, +x to the maker's right, +y away from the maker, +z up.
"""

from __future__ import annotations

from typing import Final, Literal, Self

from pydantic import Field, model_validator

from steeple.core.plan.gear.holding.adapter import Adapter
from steeple.core.plan.parts.cameras.camera import Camera
from steeple.core.plan.parts.delivery import Delivery
from steeple.core.plan.parts.lamp import Light
from steeple.core.plan.parts.maker import Maker
from steeple.core.plan.parts.panel import PlacedCard
from steeple.core.plan.parts.rolling.session import Session
from steeple.core.plan.parts.rolling.supply import PlacedBank, PlacedLead, PlacedRecorder
from steeple.core.plan.parts.room import Room
from steeple.core.plan.parts.setup import MountPoint, Setup, Stage
from steeple.core.plan.parts.sounding.microphone import PlacedMic
from steeple.core.plan.parts.sounding.sound import Sounding
from steeple.core.plan.parts.support import PlacedSupport
from steeple.core.plan.parts.wishes import Acceptance, Wishes
from steeple.core.plan.parts.work import Table, Work
from steeple.core.plan.values import (
    Name,
    Part,
)

FORMAT: Final = "steeple-plan"
VERSION: Final = 11
CAMERA_LIMIT = 8
SUPPORT_LIMIT = 8
LAMP_LIMIT = 10
CARD_LIMIT = 6
ACCEPTED_LIMIT = 64
SETUP_LIMIT, STAGE_LIMIT, MOUNT_LIMIT = 8, 24, 16
RECORDER_LIMIT, BANK_LIMIT, MIC_LIMIT, LEAD_LIMIT = 8, 8, 8, 12


class Plan(Part):
    """One rig over one work surface."""

    format: Literal["steeple-plan"] = FORMAT
    version: Literal[11] = VERSION
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
    stages: tuple[Stage, ...] = Field(
        default=(), max_length=STAGE_LIMIT, description="Stages of the work, in their order."
    )
    setups: tuple[Setup, ...] = Field(
        default=(),
        max_length=SETUP_LIMIT,
        description="Arrangements of the gear, one after the other; none: all stands at once.",
    )
    mounts: tuple[MountPoint, ...] = Field(
        default=(), max_length=MOUNT_LIMIT, description="Fixed places for cameras in the room."
    )
    recorders: tuple[PlacedRecorder, ...] = Field(default=(), max_length=RECORDER_LIMIT)
    banks: tuple[PlacedBank, ...] = Field(
        default=(), max_length=BANK_LIMIT, description="Power banks that feed devices."
    )
    mics: tuple[PlacedMic, ...] = Field(
        default=(), max_length=MIC_LIMIT, description="Microphones, each with what holds it."
    )
    leads: tuple[PlacedLead, ...] = Field(
        default=(), max_length=LEAD_LIMIT, description="Mains leads, and what hangs on each."
    )
    sound: Sounding = Sounding()
    session: Session = Session()
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
        for name, things in (
            ("lamps", self.lights),
            ("cards", self.cards),
            ("recorders", self.recorders),
            ("banks", self.banks),
            ("microphones", self.mics),
            ("leads", self.leads),
        ):
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
        self._setups_fit(ids)
        self._session_fits()
        self._sound_fits()
        mounts = [one.name for one in self.mounts]
        if len(set(mounts)) != len(mounts):
            raise ValueError("two mount points have the same name")
        for camera in self.cameras:
            if camera.mount is not None and camera.mount not in mounts:
                raise ValueError(
                    f"the mount point “{camera.mount}” of camera “{camera.id}” is not in the plan"
                )
        return self

    def _setups_fit(self, cameras: list[str]) -> None:
        stages = [one.name for one in self.stages]
        if len(set(stages)) != len(stages):
            raise ValueError("two stages have the same name")
        for field in ("id", "name"):
            used = [getattr(one, field) for one in self.setups]
            if len(set(used)) != len(used):
                raise ValueError(f"two set-ups have the same {field}")
        lamps = [one.id for one in self.lights]
        for setup in self.setups:
            if not setup.cameras:
                raise ValueError(
                    f"the set-up “{setup.name}” has no camera: give it one, or take it out"
                )
            for kind, wanted, there in (
                ("camera", setup.cameras, cameras),
                ("lamp", setup.lights or (), lamps),
                ("stage", setup.stages, stages),
            ):
                missing = [one for one in wanted if one not in there]
                if missing:
                    raise ValueError(
                        f"the {kind} “{missing[0]}” of set-up “{setup.name}” is not in the plan"
                    )
                if len(set(wanted)) != len(wanted):
                    raise ValueError(f"the set-up “{setup.name}” names one {kind} twice")

    def _session_fits(self) -> None:
        banks = [one.id for one in self.banks]
        devices = {
            "camera": {one.id: one.supply for one in self.cameras},
            "recorder": {one.id: one.supply for one in self.recorders},
            "lamp": {one.id: one.supply for one in self.lights},
            "microphone": {one.id: one.supply for one in self.mics},
        }
        for kind, each in devices.items():
            for name, supply in each.items():
                if supply.bank is not None and supply.bank not in banks:
                    raise ValueError(
                        f"the bank “{supply.bank}” of {kind} “{name}” is not in the plan"
                    )
        for one in self.session.handling:
            if one.device not in devices[one.kind]:
                raise ValueError(
                    f"the {one.kind} “{one.device}” is handled, and is not in the plan"
                )
        main = self.session.main
        if main is not None and main not in devices["camera"]:
            raise ValueError(f"the camera “{main}” must always run, and is not in the plan")

    def _sound_fits(self) -> None:
        there = {
            "camera": {one.id for one in self.cameras},
            "recorder": {one.id for one in self.recorders},
            "lamp": {one.id for one in self.lights},
            "microphone": {one.id for one in self.mics},
        }
        for mic in self.mics:
            if mic.into is not None and mic.into.id not in there[mic.into.kind]:
                raise ValueError(
                    f"the {mic.into.kind} “{mic.into.id}” that records microphone “{mic.id}” is not in "
                    "the plan"
                )
            if mic.camera is not None and mic.camera not in there["camera"]:
                raise ValueError(
                    f"the camera “{mic.camera}” that holds microphone “{mic.id}” is not in the plan"
                )
        for lead in self.leads:
            for fed in lead.feeds:
                if fed.id not in there[fed.kind]:
                    raise ValueError(
                        f"the {fed.kind} “{fed.id}” hangs on lead “{lead.id}”, and is not in the plan"
                    )
        main = self.sound.main
        if main is not None and main not in there["microphone"]:
            raise ValueError(f"the microphone “{main}” is the main one, and is not in the plan")

    def with_camera(self, camera_id: str) -> tuple[Camera, ...]:
        """The cameras that stand while one films, itself among them: those of its set-ups, or all."""
        mine = [one for one in self.setups if camera_id in one.cameras]
        if not mine:
            taken = {camera for one in self.setups for camera in one.cameras}
            return tuple(one for one in self.cameras if one.id == camera_id or one.id not in taken)
        beside = {camera for one in mine for camera in one.cameras}
        return tuple(one for one in self.cameras if one.id in beside)

    def lit_for(self, camera_id: str) -> frozenset[str] | None:
        """Ids of the lamps that may be lit while a camera films; None = all."""
        mine = [one for one in self.setups if camera_id in one.cameras]
        if not mine or any(one.lights is None for one in mine):
            return None
        return frozenset(lamp for one in mine for lamp in one.lights or ())

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
