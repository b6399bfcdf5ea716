"""Use case: the roll call of a plan, and what devices tell by themselves."""

from __future__ import annotations

from collections.abc import Collection

from steeple.core.plan.document import Plan
from steeple.core.study.base.result import Result
from steeple.core.study.cache import StudyCache
from steeple.core.study.card.lists.roll_call import RollCall, roll_call
from steeple.core.study.plan_study import camera_studies
from steeple.core.study.sound.step import SOUND
from steeple.devices.instruments import StandInLamp, StandInSoundMeter
from steeple.devices.protocols import RemoteLamp, SoundMeter, Teller
from steeple.devices.telling import StandInTeller


class DeviceTells(Result):
    """What a device tells of itself; None = it does not tell. Shares of one."""

    id: str
    name: str
    rolling: bool
    card_left: float | None
    battery_left: float | None
    stops_in_s: float | None


class LampTells(Result):
    """What a lamp that is set from afar tells of itself; percent of its full light."""

    id: str
    name: str
    level_percent: float
    planned_percent: float


class MicTells(Result):
    """What a meter at a microphone shows while one speaks or plays: decibels, None = it does not move.
    ``planned_db`` is what the plan says."""

    id: str
    name: str
    level_db: float | None
    planned_db: float
    hears: str


def call_of(plan: Plan, cache: StudyCache | None = None) -> RollCall:
    """The roll call of a plan.

    Parameters
    ----------
    plan, cache
        any; where studies are remembered.
    """
    return roll_call(camera_studies(plan, cache=cache)[0].context)


def ask_devices(
    plan: Plan, at_s: float, *, forgot: Collection[str] = (), cache: StudyCache | None = None
) -> tuple[DeviceTells, ...]:
    """What the cameras of the stand-in bench tell so long after they were started.

    Parameters
    ----------
    plan, at_s
        any; seconds since the start, >= 0.
    forgot
        ids of devices that nobody started.
    cache
        where studies are remembered.
    """
    found = []
    for one in call_of(plan, cache).devices:
        if one.kind != "camera":
            continue
        lasts = [one.lasts.get(why) for why in ("recording limit", "file limit", "heat")]
        teller: Teller = StandInTeller(
            started=one.id not in forgot,
            records_s=min((each for each in lasts if each is not None), default=None),
            card_s=one.lasts.get("card full"),
            battery_s=one.lasts.get("battery empty"),
        )
        state = teller.state(at_s)
        found.append(
            DeviceTells(
                id=one.id, name=one.name, rolling=state.rolling, card_left=state.card_left,
                battery_left=state.battery_left, stops_in_s=state.stops_in_s,
            )
        )  # fmt: skip
    return tuple(found)


def ask_lamps(plan: Plan, *, forgot: Collection[str] = ()) -> tuple[LampTells, ...]:
    """What the remote lamps of the stand-in bench tell.

    Parameters
    ----------
    plan, forgot
        any; ids of lamps (``lamp-key``) that nobody switched on.
    """
    found = []
    for one in plan.lights:
        if not (one.lit and one.fixture.remote):
            continue
        planned = 100.0 if one.level_percent is None else one.level_percent
        lamp: RemoteLamp = StandInLamp(one.id, one.fixture.name, planned)
        name = f"lamp-{one.id}"[:40]
        if name in forgot:
            lamp.set_level(0.0)
        found.append(
            LampTells(
                id=name, name=one.fixture.name, level_percent=lamp.level_percent,
                planned_percent=planned,
            )
        )  # fmt: skip
    return tuple(found)


def ask_mics(
    plan: Plan, *, forgot: Collection[str] = (), cache: StudyCache | None = None, seed: int = 0
) -> tuple[MicTells, ...]:
    """What the level meters of the stand-in bench show while one speaks, or plays.

    Parameters
    ----------
    plan, forgot
        any; ids of microphones (``mic-key``) that nobody switched on.
    cache, seed
        where studies are remembered; which errors the meters have.
    """
    study = camera_studies(plan, cache=cache)[0].of(SOUND)
    found = []
    for one in () if study is None else study.mics:
        name = f"mic-{one.given.part.id}"[:40]
        planned = one.hearing.got.direct_db
        meter: SoundMeter = StandInSoundMeter(planned, seed)
        found.append(
            MicTells(
                id=name, name=one.given.part.gear.name,
                level_db=None if name in forgot else meter.read_db(),
                planned_db=round(2 * planned) / 2, hears=one.given.source.called,
            )
        )  # fmt: skip
    return tuple(found)
