"""Predicted against measured: pairs out of test frames and readings of a light meter."""

from __future__ import annotations

import re
from dataclasses import dataclass
from datetime import datetime
from hashlib import sha256
from typing import Any

from steeple.core.findings.check.daylight import DaylightReading, metered_daylight
from steeple.core.findings.check.meter import MeterReading, metered
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.as_built import AsBuilt
from steeple.core.record.pair import Pair, PairFigure
from steeple.core.study.check.planned import planned_camera

METER_SHARE = 0.05
"""A usual light meter reads so far off, one standard error."""


@dataclass(frozen=True, slots=True)
class Circumstances:
    """Where pairs come from: a plan at a revision, a session where there is one, and when."""

    plan_id: str
    plan_title: str
    revision: int
    at: datetime
    session_id: str | None = None
    room: str = ""

    @property
    def named(self) -> dict[str, Any]:
        """The fields of a pair that say where it comes from."""
        return {
            "plan_id": self.plan_id, "plan_title": self.plan_title, "revision": self.revision,
            "session_id": self.session_id, "at": self.at, "room": self.room,
        }  # fmt: skip


def room_ref(name: str) -> str:
    """A room's name as the id that pairs go by; empty where nothing of it can be one.

    Parameters
    ----------
    name
        as the plan has it.
    """
    return re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-")[:40]


def pair_id(*parts: object) -> str:
    """An id that the same measurement has whenever it is told again.

    Parameters
    ----------
    parts
        what makes it this measurement.
    """
    return sha256("|".join(map(str, parts)).encode()).hexdigest()[:24]


def pairs_of_frame(
    plan: Plan, camera_id: str, built: AsBuilt, of: Circumstances
) -> tuple[Pair, ...]:
    """What a test frame tells: true focal length, how far the support gave way, and the tilt.

    Parameters
    ----------
    plan, camera_id, built, of
        the plan that was set up, which of its cameras, what the frame found, and where it comes from.

    Raises
    ------
    InputError
        As `planned_camera`.
    """
    planned = planned_camera(plan, camera_id)
    index = next(at for at, one in enumerate(plan.cameras) if one.id == planned.lens.camera.id)
    camera = plan.cameras[index]
    support = plan.support_of(camera)
    lens, body = camera.lens, camera.body
    named = {
        **of.named,
        "lens": "" if lens is None else lens.name,
        "support": "" if support is None else support.gear.name,
        "camera": camera.id,
    }  # fmt: skip

    def pair(
        figure: PairFigure, thing: tuple[str | None, str], predicted: float, plain: float,
        measured: float, error: float,
    ) -> Pair:  # fmt: skip
        return Pair(
            id=pair_id(of.plan_id, camera.id, figure, of.at.isoformat()),
            figure=figure, of=thing[0] or "", of_name=thing[1], predicted=round(predicted, 4),
            plain=round(plain, 4), measured=round(measured, 4), error=round(error, 4), **named,
        )  # fmt: skip

    found = []
    ring = planned.lens.settings.focal_mm
    if lens is not None and ring is not None and built.focal_mm is not None:
        found.append(
            pair(
                "lens.focal", (camera.lens_id, lens.name), lens.true_focal_mm(ring), ring,
                built.focal_mm, 0.003 * ring,
            )
        )  # fmt: skip
    if support is not None:
        sag = support.gear.learned_sag_mm or 0.0
        lower = planned.lens.position.z + sag - built.z_mm
        found.append(
            pair(
                "support.sag", (support.gear_id, support.gear.name), sag, 0.0, lower,
                max(0.5, built.height_error_mm / 2),
            )
        )  # fmt: skip
    tilt = planned.lens.camera.tilt_deg
    thing = (camera.body_id, "" if body is None else body.name)
    found.append(pair("camera.tilt", thing, tilt, tilt, built.tilt_deg, 0.05))
    light = planned.light
    if built.evenness_stops is not None and light is not None and light.is_bright:
        even = light.evenness_stops
        together = ("", "the lamps together")
        found.append(pair("light.evenness", together, even, even, built.evenness_stops, 0.03))
    return tuple(found)


def pairs_of_daylight(
    plan: Plan, camera_id: str | None, reading: DaylightReading, of: Circumstances
) -> tuple[Pair, ...]:
    """What a light meter tells of the daylight of the room, all lamps off; nothing where it read the sun.

    Parameters
    ----------
    plan, camera_id, reading, of
        as `pairs_of_frame`; what was read.

    Raises
    ------
    InputError
        As `metered_daylight`.
    """
    row = metered_daylight(planned_camera(plan, camera_id), reading)
    if row.off_stops is None:
        return ()
    return (
        Pair(
            id=pair_id(of.plan_id, "room.daylight", of.at.isoformat()),
            figure="room.daylight",
            of=room_ref(of.room) or of.plan_id,
            of_name=of.room or "the room",
            **of.named,
            predicted=round(row.planned_lx, 3),
            plain=round(row.planned_lx / (plan.room.learned_daylight_share or 1.0), 3),
            measured=row.read_lx,
            error=round(METER_SHARE * row.read_lx, 3),
        ),
    )


def pairs_of_meter(
    plan: Plan, camera_id: str | None, readings: tuple[MeterReading, ...], of: Circumstances
) -> tuple[Pair, ...]:
    """What a light meter tells of each lamp whose figures are known.

    Parameters
    ----------
    plan, camera_id, readings, of
        as `pairs_of_frame`; readings lamp by lamp.

    Raises
    ------
    InputError
        As `metered`.
    """
    rows = metered(planned_camera(plan, camera_id), readings)
    found = []
    for row in rows:
        lamp = next(one for one in plan.lights if one.id == row.lamp)
        if row.planned_lx is None or row.off_stops is None:
            continue
        share = lamp.fixture.learned_light_share or 1.0
        found.append(
            Pair(
                id=pair_id(of.plan_id, row.lamp, "lamp.light", of.at.isoformat()),
                figure="lamp.light",
                of=lamp.fixture_id or "",
                of_name=lamp.fixture.name,
                **of.named,
                predicted=round(row.planned_lx, 3),
                plain=round(row.planned_lx / share, 3),
                measured=round(row.planned_lx * 2.0**row.off_stops, 3),
                error=round(METER_SHARE * row.planned_lx, 3),
                lamp=lamp.fixture.name,
            )
        )
    return tuple(found)
