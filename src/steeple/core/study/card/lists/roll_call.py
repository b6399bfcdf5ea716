"""The roll call before a take: everything that can be forgotten, in the order in which one walks past it."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Literal

from pydantic import Field

from steeple.core.plan.document import Plan
from steeple.core.plan.values import Slug
from steeple.core.study.base.result import Result
from steeple.core.study.base.sentence import Quantity, Sentence, percent, say
from steeple.core.study.base.step import Context
from steeple.core.study.card.lists.round import walk_order
from steeple.core.study.card.lists.setting_up import own_min
from steeple.core.study.light.lamps.lamp_study import LampStudy
from steeple.core.study.light.step import LIGHT
from steeple.core.study.roll.getting_up.alarms import alarms_of
from steeple.core.study.roll.given.devices import GivenDevice
from steeple.core.study.roll.step import ROLL
from steeple.core.study.roll.study import RollStudy

Catches = Literal[
    "focus", "framing", "lens", "level", "card", "battery", "not recording", "sound", "lamps",
    "window", "phone", "alarm",
]  # fmt: skip
LAST_DEVICES = 12


class CallItem(Result):
    """One thing to look at. ``id`` stays the same while the plan does; ``catches`` is what is lost where it is
    forgotten; ``device`` the camera, recorder or lamp that may tell it by itself, empty where none can."""

    id: Slug
    says: Sentence
    catches: Catches
    device: str = ""


class CallStop(Result):
    """Where one stands while looking: at a camera, at the lamps, at the window, at oneself."""

    at: str
    items: tuple[CallItem, ...]


class CalledDevice(Result):
    """A device of the roll call: by its id in events, and what it is called. ``stops_s`` is after how long it stops by
    itself at the earliest, None where it does not; ``why`` what stops it."""

    id: Slug
    kind: Literal["camera", "recorder", "microphone", "lamp"]
    name: str
    silent: bool
    stops_s: int | None = None
    why: str = ""
    lasts: dict[str, float] = Field(
        default_factory=dict, description="Seconds until each limit, by what it is."
    )


class RollCall(Result):
    """The roll call of a plan, its devices, and how long setting it up is likely to have taken, minutes."""

    stops: tuple[CallStop, ...]
    devices: tuple[CalledDevice, ...]
    set_up_min: float


def roll_call(ctx: Context) -> RollCall:
    """The roll call of a plan.

    Parameters
    ----------
    ctx
        the plan as its first camera has it; without a camera where it has none.
    """
    study = ctx.get(ROLL, "")
    devices = () if study is None else study.devices
    plan = ctx.plan
    stops = [
        CallStop(at=one.name[:1].upper() + one.name[1:], items=tuple(_camera(plan, one, study)))
        for one in devices
        if one.kind == "camera"
    ]
    stops.append(CallStop(at="The lamps", items=tuple(_lamps(ctx))))
    stops.append(CallStop(at="The room", items=tuple(_room(plan))))
    stops.append(CallStop(at="The sound", items=tuple(_sound(plan, devices))))
    stops.append(CallStop(at="You", items=tuple(_you(study))))
    return RollCall(
        set_up_min=own_min(plan),
        stops=tuple(one for one in stops if one.items),
        devices=tuple(_device(one, study) for one in devices)[:LAST_DEVICES],
    )


def slug_of(key: str) -> str:
    """The key of a device as an id of events: ``camera/main`` is ``camera-main``.

    Parameters
    ----------
    key
        as the roll step has it.
    """
    return key.replace("/", "-")[:40]


def _camera(plan: Plan, one: GivenDevice, study: RollStudy | None) -> Iterator[CallItem]:
    key = slug_of(one.key)
    camera = plan.camera(one.id)

    def item(name: str, says: Sentence, catches: Catches, device: str = "") -> CallItem:
        return CallItem(id=f"{key}-{name}"[:40], says=says, catches=catches, device=device)

    phone = camera is not None and camera.body is not None and camera.body.kind == "phone"
    yield item("frame", say("The frame is on its tape marks, and level."), "framing")
    if phone:
        yield item("focus", say("Focus and exposure are locked on its screen."), "focus")
        yield item("silent", say("It is in flight mode, so that no call ends the take."), "phone")
    else:
        yield item("focus", say("The focus is locked, on manual."), "focus")
    yield item("lens", say("The lens is clean."), "lens")
    card, battery = _room_for(one, study, "card full"), _room_for(one, study, "battery empty")
    if card is not None:
        yield item("card", say("Its card has room for {span}.", span=card), "card", key)
    elif "card" in one.gaps:
        yield item(
            "card", say("Its card has room: the plan does not know for how long."), "card", key
        )
    if one.feeds_on == "mains":
        yield item("battery", say("Its mains lead is in, and taped down."), "battery", key)
    elif battery is not None:
        yield item(
            "battery", say("Its battery is full; that is enough for {span}.", span=battery),
            "battery", key,
        )  # fmt: skip
    else:
        yield item("battery", say("Its battery is full."), "battery", key)
    yield item("red", say("It records: you have seen it say so."), "not recording", key)


def _room_for(one: GivenDevice, study: RollStudy | None, why: str) -> Quantity | None:
    limits = [] if study is None else [each for each in study.limits(one) if each.why == why]
    return None if not limits else Quantity(value=int(limits[0].early_s), unit="span")


def _lamps(ctx: Context) -> Iterator[CallItem]:
    light = ctx.get(LIGHT, ctx.of)
    for number, one in enumerate(walk_order(light), start=1):
        if not isinstance(one, LampStudy):
            yield CallItem(
                id=f"card-{number}",
                says=say(
                    "{number}: {name} stands where it was.", number=str(number), name=one.name
                ),
                catches="lamps",
            )
            continue
        part = one.lamp.part
        fixed = (part.fixture.least_level_percent or 0.0) >= 100.0
        says = (
            say("{number}: {name} is on.", number=str(number), name=one.lamp.name)
            if fixed
            else say(
                "{number}: {name} is on, at {level}.", number=str(number), name=one.lamp.name,
                level=percent(one.lamp.level),
            )
        )  # fmt: skip
        yield CallItem(
            id=f"lamp-{part.id}"[:40], says=says, catches="lamps",
            device=f"lamp-{part.id}"[:40] if part.fixture.remote else "",
        )  # fmt: skip
    for lamp in (each for each in ctx.plan.lights if not each.lit):
        yield CallItem(
            id=f"off-{lamp.id}"[:40],
            says=say("{name} is off.", name=lamp.fixture.name),
            catches="lamps",
        )


def _room(plan: Plan) -> Iterator[CallItem]:
    if plan.room.windows:
        yield CallItem(
            id="window", says=say("Blinds and curtains are as planned."), catches="window"
        )
    for index, one in enumerate(one for one in plan.sound.noises if one.off):
        yield CallItem(
            id=f"noise-{index}", says=say("{name} is off.", name=one.name), catches="sound"
        )


def _sound(plan: Plan, devices: Sequence[GivenDevice]) -> Iterator[CallItem]:
    for mic in plan.mics:
        into = None if mic.into is None else f"{mic.into.kind}/{mic.into.id}"
        where = next((one.name for one in devices if one.key == into), "")
        yield CallItem(
            id=f"mic-{mic.id}"[:40],
            says=say(
                "{name}: its meter moves while you speak, and stays below the top.",
                name=mic.gear.name,
            )
            + (say(" It goes into {where}.", where=where) if where else ()),
            catches="sound",
        )
    for one in devices:
        if one.kind == "recorder":
            key = slug_of(one.key)
            yield CallItem(
                id=f"{key}-red"[:40], says=say("{name} records.", name=one.name),
                catches="not recording", device=key,
            )  # fmt: skip
    if not plan.mics and plan.cameras:
        yield CallItem(
            id="sound", says=say("The camera hears you: its meter moves."), catches="sound"
        )


def _you(study: RollStudy | None) -> Iterator[CallItem]:
    yield CallItem(id="phones", says=say("Every phone in the room is on silent."), catches="phone")
    alarms = () if study is None else alarms_of(study)
    if alarms:
        yield CallItem(
            id="alarms",
            says=say("This phone is loud: its first alarm rings at {at}.", at=Quantity(value=alarms[0].rings_s, unit="moment")),
            catches="alarm",
        )  # fmt: skip


def _device(one: GivenDevice, study: RollStudy | None) -> CalledDevice:
    limits = () if study is None else study.limits(one)
    first = limits[0] if limits else None
    return CalledDevice(
        id=slug_of(one.key),
        kind=one.kind,
        name=one.name,
        silent=one.tells_stop is not True,
        stops_s=None if first is None else int(first.early_s),
        why="" if first is None else first.why,
        lasts={each.why: float(each.after_s) for each in limits},
    )
