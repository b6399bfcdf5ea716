"""Predicted against measured: pairs out of sessions, test frames and readings of a light meter."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import datetime
from hashlib import sha256

from steeple.core.findings.check.meter import MeterReading, metered
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.as_built import AsBuilt
from steeple.core.record.pair import Pair, PairFigure
from steeple.core.record.told import DeedMade, StopMade
from steeple.core.study.card.lists.roll_call import slug_of
from steeple.core.study.check.planned import planned_camera
from steeple.core.study.plan_study import camera_studies
from steeple.core.study.roll.given.devices import GivenDevice
from steeple.core.study.roll.step import ROLL
from steeple.store.log import StoredSession

METER_SHARE = 0.05
"""A usual light meter reads so far off, one standard error."""
STOP_SEEN_SHARE = 0.02
"""A stop is seen late; its time is good to so much of the whole where it was not told how late."""


@dataclass(frozen=True, slots=True)
class Circumstances:
    """Where pairs come from: a plan at a revision, a session where there is one, and when."""

    plan_id: str
    plan_title: str
    revision: int
    at: datetime
    session_id: str | None = None


def _pair_id(*parts: object) -> str:
    return sha256("|".join(map(str, parts)).encode()).hexdigest()[:24]


def pairs_of_session(stored: StoredSession, plan_at: Callable[[int], Plan]) -> tuple[Pair, ...]:
    """What the stops of a session tell: how long batteries lasted.

    Parameters
    ----------
    stored
        a session.
    plan_at
        its plan at a revision.
    """
    record = stored.record
    found = []
    for stop in record.stops:
        if stop.why != "battery empty":
            continue
        took = next((one for one in record.takes if stop.id in one.stopped), None)
        revision = took.revision if took is not None else record.revision
        plan = plan_at(revision)
        ran = _ran_s(stored, stop, record.did)
        pair = _battery(plan, stop, ran, _of(stored, revision, stop.at))
        if pair is not None:
            found.append(pair)
    return tuple(found)


def _of(stored: StoredSession, revision: int, at: datetime) -> Circumstances:
    return Circumstances(stored.plan_id, stored.plan_title, revision, at, stored.id)


def _ran_s(stored: StoredSession, stop: StopMade, did: Sequence[DeedMade]) -> float:
    """How long a device had run on the battery that went empty: within takes, since the battery was changed."""
    since = max(
        (
            one.at
            for one in did
            if one.device == stop.device and "battery" in one.does and one.at < stop.at
        ),
        default=stored.record.began,
    )
    total = 0.0
    for take in stored.record.takes:
        end = stop.at if take.end is None else min(take.end, stop.at)
        total += max(0.0, (end - max(take.start, since)).total_seconds())
    return total


def _battery(plan: Plan, stop: StopMade, ran_s: float, of: Circumstances) -> Pair | None:
    study = camera_studies(plan)[0].of(ROLL)
    device = _device(study.devices if study is not None else (), stop.device)
    if study is None or device is None or device.kind != "camera" or ran_s <= 0:
        return None
    index = next(at for at, one in enumerate(plan.cameras) if one.id == device.id)
    camera = plan.cameras[index]
    limits = [one for one in study.limits(device) if one.why == "battery empty"]
    if camera.body is None or not limits or device.feeds_on != "battery":
        return None
    share = camera.body.learned_battery_share or 1.0
    predicted = limits[0].after_s
    return Pair(
        id=_pair_id(of.session_id, stop.id, "body.battery"),
        figure="body.battery",
        of=camera.body_id or "",
        of_name=camera.body.name,
        plan_id=of.plan_id,
        plan_title=of.plan_title,
        revision=of.revision,
        session_id=of.session_id,
        at=of.at,
        predicted=round(predicted, 1),
        plain=round(predicted / share, 1),
        measured=round(ran_s, 1),
        error=round(STOP_SEEN_SHARE * ran_s, 1),
        camera=camera.id,
        room="",
    )


def _device(devices: Sequence[GivenDevice], told: str) -> GivenDevice | None:
    """A device by its id in events."""
    return next((one for one in devices if slug_of(one.key) == told), None)


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
        "plan_id": of.plan_id, "plan_title": of.plan_title, "revision": of.revision,
        "session_id": of.session_id, "at": of.at,
        "lens": "" if lens is None else lens.name,
        "support": "" if support is None else support.gear.name,
        "camera": camera.id,
    }  # fmt: skip

    def pair(
        figure: PairFigure, thing: tuple[str | None, str], predicted: float, plain: float,
        measured: float, error: float,
    ) -> Pair:  # fmt: skip
        return Pair(
            id=_pair_id(of.plan_id, camera.id, figure, of.at.isoformat()),
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
                id=_pair_id(of.plan_id, row.lamp, "lamp.light", of.at.isoformat()),
                figure="lamp.light",
                of=lamp.fixture_id or "",
                of_name=lamp.fixture.name,
                plan_id=of.plan_id,
                plan_title=of.plan_title,
                revision=of.revision,
                session_id=of.session_id,
                at=of.at,
                predicted=round(row.planned_lx, 3),
                plain=round(row.planned_lx / share, 3),
                measured=round(row.planned_lx * 2.0**row.off_stops, 3),
                error=round(METER_SHARE * row.planned_lx, 3),
                lamp=lamp.fixture.name,
            )
        )
    return tuple(found)
