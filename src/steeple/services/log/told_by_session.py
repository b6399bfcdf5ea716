"""Predicted against measured: pairs out of a session. Its stops tell how long batteries lasted, what was written, and
when a camera stops by itself; its plan carries what was tapped and clapped before."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, replace
from datetime import datetime
from types import MappingProxyType
from typing import Literal

from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Camera
from steeple.core.plan.parts.rolling.session import Deed
from steeple.core.record.event import StopWhy
from steeple.core.record.limits import FROM_START
from steeple.core.record.pair import Pair, PairFigure
from steeple.core.record.running import ran_s
from steeple.core.record.told import StopMade
from steeple.core.study.card.lists.roll_call import slug_of
from steeple.core.study.card.lists.setting_up import own_min, planned_min
from steeple.core.study.hold.step import HOLD
from steeple.core.study.plan_study import CameraStudy, camera_studies
from steeple.core.study.roll.given.devices import GivenDevice
from steeple.core.study.roll.step import ROLL
from steeple.core.study.sound.step import SOUND
from steeple.services.log.pairs import Circumstances, pair_id, room_ref
from steeple.store.log import StoredSession

STOP_SEEN_SHARE = 0.02
"""A stop is seen late; its time is good to so much of the whole where it was not told how late."""
TAPPED_SHARE, CLAPPED_SHARE = 0.05, 0.05
"""Standard errors of swings counted in a clip and of an echo read off a clap; planning values."""
SET_UP_SHARE = 0.1
"""Minutes of setting up are told from memory."""


@dataclass(frozen=True, slots=True)
class _Told:
    """What a stop tells: of which figure, counted since which deeds; ``share`` is the field of the body that is in
    the prediction. A rate is told by the inverse of its time."""

    figure: PairFigure
    since: frozenset[Deed]
    share: Literal["learned_battery_share", "learned_bitrate_share", "learned_stop_share"]
    rate: bool = False


TOLD_BY_STOPS: Mapping[StopWhy, _Told] = MappingProxyType(
    {
        "battery empty": _Told(
            "body.battery", frozenset({"battery"}), "learned_battery_share"
        ),
        "card full": _Told(
            "body.bitrate", frozenset({"card"}), "learned_bitrate_share", rate=True
        ),
        "file limit": _Told("body.bitrate", FROM_START, "learned_bitrate_share", rate=True),
        "recording limit": _Told("body.stop", FROM_START, "learned_stop_share"),
    }
)  # fmt: skip
"""What a stop by itself tells, by why it came."""


TOLD_BY_SESSIONS = frozenset({one.figure for one in TOLD_BY_STOPS.values()} | {"maker.set-up"})
"""Figures that what was told of a session may change: a stop that is withdrawn, minutes that are told anew."""


def pairs_of_session(stored: StoredSession, plan_at: Callable[[int], Plan]) -> tuple[Pair, ...]:
    """What a session tells.

    Parameters
    ----------
    stored
        a session.
    plan_at
        its plan at a revision.
    """
    record = stored.record
    found: list[Pair] = []
    for stop in record.stops:
        told = TOLD_BY_STOPS.get(stop.why)
        if told is None:
            continue
        took = next((one for one in record.takes if stop.id in one.stopped), None)
        revision = took.revision if took is not None else record.revision
        plan = plan_at(revision)
        ran = ran_s(record, stop, told.since)
        pair = _of_stop(plan, stop, told, ran, _of(stored, plan, revision, stop.at))
        if pair is not None:
            found.append(pair)
    plan = plan_at(record.revision)
    found += _setting_up(plan, record.set_up_min, _of(stored, plan, record.revision, record.began))
    if record.ended is not None:
        found += measured_by_plan(plan, _of(stored, plan, record.revision, record.began))
    return tuple(found)


def _setting_up(plan: Plan, took_min: float | None, of: Circumstances) -> Iterator[Pair]:
    """How long setting up took against the plan that was set up, as it was when the session began."""
    usual = planned_min(plan)
    if took_min is None or usual <= 0:
        return
    yield Pair(
        id=pair_id(of.session_id, "maker.set-up"),
        figure="maker.set-up", of="maker", of_name="You", **of.named,
        predicted=round(60 * own_min(plan), 3), plain=round(60 * usual, 3),
        measured=round(60 * took_min, 3), error=round(60 * SET_UP_SHARE * took_min, 3),
    )  # fmt: skip


def _of(stored: StoredSession, plan: Plan, revision: int, at: datetime) -> Circumstances:
    return Circumstances(
        stored.plan_id, stored.plan_title, revision, at, stored.id, plan.room.name or ""
    )


def _of_stop(plan: Plan, stop: StopMade, told: _Told, ran: float, of: Circumstances) -> Pair | None:
    study = camera_studies(plan)[0].of(ROLL)
    devices = () if study is None else study.devices
    device = next((one for one in devices if slug_of(one.key) == stop.device), None)
    if study is None or device is None or device.kind != "camera" or ran <= 0:
        return None
    camera = plan.camera(device.id)
    limits = [one for one in study.limits(device) if one.why == stop.why]
    if camera is None or camera.body is None or not limits:
        return None
    if stop.why == "battery empty" and device.feeds_on != "battery":
        return None
    predicted, measured = _figures(device, told, limits[0].after_s, ran)
    share = getattr(camera.body, told.share) or 1.0
    return Pair(
        id=pair_id(of.session_id, stop.id, told.figure),
        figure=told.figure, of=camera.body_id or "", of_name=camera.body.name, **of.named,
        predicted=round(predicted, 3), plain=round(predicted / share, 3),
        measured=round(measured, 3), error=round(STOP_SEEN_SHARE * measured, 3),
        camera=camera.id, lens=_lens_of(camera),
    )  # fmt: skip


def _figures(device: GivenDevice, told: _Told, after_s: float, ran: float) -> tuple[float, float]:
    if not told.rate:
        return after_s, ran
    planned = device.mbit_s or 0.0
    return planned, planned * after_s / ran


def _lens_of(camera: Camera) -> str:
    return "" if camera.lens is None else camera.lens.name


def measured_by_plan(plan: Plan, of: Circumstances) -> Iterator[Pair]:
    """What a plan carries as measured, against what would have been worked out: how fast tapped supports swing, and
    the echo of the room as a clap told it. A measurement counts once, however many sessions carry it.

    Parameters
    ----------
    plan, of
        a plan that was filmed by, and where it comes from.
    """
    tapped = [one for one in plan.supports if one.gear.tap and one.gear.tap.frequency_hz]
    if not tapped and plan.sound.rt60_s is None:
        return
    bare = without_measured(plan)
    studies, plain = camera_studies(plan), camera_studies(bare)
    for camera, estimated in zip(studies, plain, strict=True):
        yield from _swing(camera, estimated, of)
    yield from _echo(plan, studies[0], plain[0], of)


def without_measured(plan: Plan) -> Plan:
    """A plan without what was tapped and clapped.

    Parameters
    ----------
    plan
        any.
    """
    return plan.model_copy(
        update={
            "supports": tuple(
                one.model_copy(update={"gear": one.gear.model_copy(update={"tap": None})})
                for one in plan.supports
            ),
            "sound": plan.sound.model_copy(update={"rt60_s": None}),
        }
    )


def _swing(camera: CameraStudy, estimated: CameraStudy, of: Circumstances) -> Iterator[Pair]:
    held, unheld = camera.of(HOLD), estimated.of(HOLD)
    if held is None or unheld is None:
        return
    hold, plain = held.of(camera.about), unheld.of(camera.about)
    if hold is None or plain is None or hold.shake is None or plain.shake is None:
        return
    gear = hold.support.gear
    if gear.tap is None or gear.tap.frequency_hz is None:
        return
    body = hold.lens.camera
    yield Pair(
        id=pair_id(gear.name, "support.swing", gear.tap.model_dump_json()),
        figure="support.swing", of=hold.support.placed.gear_id or "", of_name=gear.name,
        **replace(of, session_id=None).named,
        predicted=round(plain.shake.frequency_hz, 4), plain=round(plain.shake.frequency_hz, 4),
        measured=round(hold.shake.frequency_hz, 4),
        error=round(TAPPED_SHARE * hold.shake.frequency_hz, 4),
        support=gear.name, camera=body.id, lens="" if body.lens is None else body.lens.name,
    )  # fmt: skip


def _echo(
    plan: Plan, studies: CameraStudy, plain: CameraStudy, of: Circumstances
) -> Iterator[Pair]:
    sound, worked_out = studies.of(SOUND), plain.of(SOUND)
    measured = plan.sound.rt60_s
    if sound is None or worked_out is None or measured is None:
        return
    predicted = worked_out.room.mid_s
    if predicted is None:
        return
    room = plan.room.name or ""
    yield Pair(
        id=pair_id(room or of.plan_id, "room.rt60", measured, round(predicted, 2)),
        figure="room.rt60", of=room_ref(room), of_name=room or "the room",
        **replace(of, session_id=None).named,
        predicted=round(predicted, 4), plain=round(predicted, 4), measured=measured,
        error=round(CLAPPED_SHARE * measured, 4),
    )  # fmt: skip
