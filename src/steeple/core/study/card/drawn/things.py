"""Everything that stands on the bench while a camera films, as solids with names: for drawings and for the scene."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field
from functools import cached_property

import numpy as np
from shapely import unary_union
from shapely.geometry import LineString, MultiPoint, Point
from shapely.geometry.base import BaseGeometry

from steeple.core.geometry.kernels import Array
from steeple.core.geometry.solids import Hull
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.document import Plan
from steeple.core.plan.words import camera_names
from steeple.core.study.angles.things import (
    NO_CAPSULES,
    lamp_stand_rows,
    people_before,
    rig_rows,
)
from steeple.core.study.base.step import Context
from steeple.core.study.card.drawn.lines import Layer, Place
from steeple.core.study.card.lists.round import place_of, walk_order
from steeple.core.study.hold.study import HoldStudy
from steeple.core.study.inputs.maker import MIDDLE_POSE
from steeple.core.study.inputs.work import GivenWork
from steeple.core.study.lens.study import LensStudy
from steeple.core.study.light.lamps.lamp_study import LampStudy
from steeple.core.study.light.lamps.places import hulls_of
from steeple.core.study.light.lamps.scene import camera_solids, item_hulls
from steeple.core.study.light.step import LIGHT
from steeple.core.study.light.study import standing
from steeple.core.study.sound.step import SOUND
from steeple.core.study.work.step import WORK


@dataclass(frozen=True, slots=True, eq=False)
class Standing:
    """One thing on the bench. ``of`` is the id of its camera or support; ``tag`` what it is called in a drawing,
    at the place ``tagged``; ``capsules`` have shape (n, 7): two ends and a radius, millimetres."""

    layer: Layer
    name: str
    of: str = ""
    tag: str = ""
    tagged: Vector | None = None
    capsules: Array = field(default_factory=lambda: NO_CAPSULES)
    hulls: tuple[Hull, ...] = ()


def work_of(ctx: Context) -> GivenWork:
    """The work as it lies on the table."""
    work = ctx.get(WORK, "")
    assert work is not None
    return work.bench


def letter_of(ctx: Context, camera_id: str) -> str:
    """What a camera is called in drawings: by its place in the plan, A to H."""
    ids = [one.id for one in ctx.plan.cameras]
    return "ABCDEFGH"[ids.index(camera_id)]


def standing_things(ctx: Context) -> tuple[Standing, ...]:
    """What stands while the camera asked for films: cameras, what holds them, lamps, cards, microphones, things on
    the table, and the maker."""
    work = work_of(ctx)
    return (
        *_people(work),
        *_items(work),
        *_cameras(ctx),
        *_lights(ctx, work),
        *_microphones(ctx),
    )


def _people(work: GivenWork) -> list[Standing]:
    return [
        Standing("person", one.name, capsules=one.capsules)
        for one in people_before(work, MIDDLE_POSE, maker=True)
    ]


def _items(work: GivenWork) -> list[Standing]:
    hulls, balls = item_hulls(work)
    solid = [one for one in work.items if one.kind != "sphere"]
    round_ones = [one for one in work.items if one.kind == "sphere"]
    found = [
        Standing("work", one.name, hulls=(hull,)) for one, hull in zip(solid, hulls, strict=True)
    ]
    found += [
        Standing("work", one.name, capsules=np.array([ball], dtype=np.float64))
        for one, ball in zip(round_ones, balls, strict=True)
    ]
    return found


def _cameras(ctx: Context) -> list[Standing]:
    plan = ctx.plan
    names = camera_names(plan.cameras)
    found: list[Standing] = []
    held: set[str] = set()
    for camera in plan.with_camera(ctx.of) if ctx.of else plan.cameras:
        lens, hold = standing(ctx, camera.id)
        if hold is not None and camera.support is not None and camera.support not in held:
            held.add(camera.support)
            rows = rig_rows(hold)
            if len(rows):
                found.append(
                    Standing("support", hold.support.gear.name, camera.support, capsules=rows)
                )
        if lens is None or lens.sight is None:
            continue
        bodies, barrels = camera_solids(lens)
        found.append(
            Standing(
                "camera",
                f"{names[camera.id]} camera",
                camera.id,
                letter_of(ctx, camera.id),
                Vector(*bodies[0].ball[:3]),
                np.array(barrels, dtype=np.float64).reshape(-1, 7),
                tuple(bodies),
            )
        )
    return found


def _lights(ctx: Context, work: GivenWork) -> list[Standing]:
    found = []
    for number, one in enumerate(walk_order(ctx.get(LIGHT, ctx.of)), start=1):
        if isinstance(one, LampStudy):
            hulls, name = tuple(hulls_of(one.lamp.emitter)), one.lamp.name
            stand = lamp_stand_rows(one.lamp, work)
        else:
            hulls, name, stand = (one.hull,), one.name, NO_CAPSULES
        found.append(Standing("lamp", name, tag=str(number), tagged=place_of(one), hulls=hulls))
        if len(stand):
            found.append(Standing("support", f"stand of {name}", "lamp", capsules=stand))
    return found


def _microphones(ctx: Context) -> list[Standing]:
    sound = ctx.get(SOUND, "")
    if sound is None:
        return []
    return [
        Standing(
            "microphone", one.given.name, tag=f"M{number}", tagged=one.given.place,
            capsules=one.given.rows,
        )
        for number, one in enumerate(sound.mics, start=1)
    ]  # fmt: skip


@dataclass(frozen=True, slots=True)
class Look:
    """From where a drawing is seen: which two axes of the plan it shows."""

    across: int
    up: int

    def place(self, vector: Vector) -> Place:
        """A place in the drawing."""
        whole = (vector.x, vector.y, vector.z)
        return whole[self.across], whole[self.up]

    def outline(self, thing: Standing) -> BaseGeometry:
        """The area that a thing covers, seen so."""
        parts: list[BaseGeometry] = []
        for row in thing.capsules:
            a, b = row[[self.across, self.up]], row[[3 + self.across, 3 + self.up]]
            core = Point(a) if abs(a - b).max() < 1e-6 else LineString([a, b])
            parts.append(core.buffer(float(row[6]), quad_segs=5))
        parts += [
            MultiPoint(hull.corners[:, [self.across, self.up]]).convex_hull for hull in thing.hulls
        ]
        return unary_union(parts)


@dataclass(frozen=True)
class Bench:
    """The bench while one camera films: what its drawings are made from, worked out once for all of them."""

    ctx: Context

    @property
    def plan(self) -> Plan:
        """The whole plan."""
        return self.ctx.plan

    @property
    def camera(self) -> str:
        """Id of the camera; empty for a plan without."""
        return self.ctx.of

    @property
    def letter(self) -> str:
        """What the camera is called in the title of a drawing; empty where there is only one."""
        several = self.camera and len(self.plan.cameras) > 1
        return f", camera {letter_of(self.ctx, self.camera)}" if several else ""

    @cached_property
    def work(self) -> GivenWork:
        """The work as it lies on the table."""
        return work_of(self.ctx)

    @cached_property
    def stands(self) -> tuple[LensStudy | None, HoldStudy | None]:
        """The camera as it stands, with what holds it."""
        return standing(self.ctx, self.camera) if self.camera else (None, None)

    @property
    def lens(self) -> LensStudy | None:
        """What the camera covers."""
        return self.stands[0]

    @property
    def hold(self) -> HoldStudy | None:
        """What holds it."""
        return self.stands[1]

    @cached_property
    def things(self) -> tuple[Standing, ...]:
        """Everything that stands there."""
        return standing_things(self.ctx)

    @cached_property
    def from_above(self) -> tuple[BaseGeometry, ...]:
        """The outline of each thing from above."""
        return tuple(FROM_ABOVE.outline(one) for one in self.things)

    @cached_property
    def from_the_right(self) -> tuple[BaseGeometry, ...]:
        """The outline of each thing from the right."""
        return tuple(FROM_THE_RIGHT.outline(one) for one in self.things)

    @cached_property
    def from_your_seat(self) -> tuple[BaseGeometry, ...]:
        """The outline of each thing from the seat."""
        return tuple(FROM_YOUR_SEAT.outline(one) for one in self.things)

    def seen(self, look: Look) -> Iterator[tuple[Standing, BaseGeometry]]:
        """Each thing with its outline."""
        shapes = {
            FROM_ABOVE: lambda: self.from_above,
            FROM_THE_RIGHT: lambda: self.from_the_right,
            FROM_YOUR_SEAT: lambda: self.from_your_seat,
        }[look]()
        return zip(self.things, shapes, strict=True)


FROM_ABOVE = Look(0, 1)
FROM_THE_RIGHT = Look(1, 2)
"""The maker is at the left."""
FROM_YOUR_SEAT = Look(0, 2)
