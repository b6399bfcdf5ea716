"""Everything that runs in a session, as the simulation takes it, and what is not known of it."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from steeple.core.plan.document import Plan
from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.gear.recording.recorder import Recorder
from steeple.core.plan.parts.cameras.camera import Camera
from steeple.core.plan.parts.lamp import Light
from steeple.core.plan.parts.rolling.session import DeviceKind
from steeple.core.plan.parts.rolling.supply import PlacedRecorder, Storage, Supply
from steeple.core.plan.parts.sounding.microphone import PlacedMic
from steeple.core.plan.words import camera_names
from steeple.core.roll.coverage import Stretch
from steeple.core.roll.device import Bank, Device
from steeple.core.roll.power import bank_j, battery_j
from steeple.core.roll.store import bytes_per_s
from steeple.core.study.angles.changing import same_thing
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.sentence import times_or_none
from steeple.core.study.inputs.session import GivenSession

REST_S = 900
"""Off for a quarter of an hour, a camera is cold again; a planning value of our own."""
OWN_BATTERY = "its own battery, until you say"
Gap = Literal["bit rate", "card", "power", "battery", "heat", "file", "bank"]
"""What is not known of a device, and so cannot stop it here."""


@dataclass(frozen=True, slots=True)
class GivenDevice:
    """A device of the plan.

    ``key`` is unique among all devices, ``at`` the path of its part in the plan. ``films`` are the ids of the
    cameras of the plan that it is, in one set-up after the other. ``windows`` are when it is to run.
    ``feeds_on`` is what it runs on, ``gaps`` what is not known.
    """

    key: str
    kind: DeviceKind
    id: str
    name: str
    at: str
    gear: str
    device: Device
    windows: tuple[Stretch, ...]
    feeds_on: Literal["battery", "mains", "bank"]
    power_w: float | None
    films: tuple[str, ...] = ()
    gaps: tuple[Gap, ...] = ()
    mbit_s: float | None = None
    tells_stop: bool | None = None
    cool_s: float | None = None
    screen_sleeps: bool = False

    @property
    def records(self) -> bool:
        """Whether it keeps what it takes: a camera or a recorder."""
        return self.kind in ("camera", "recorder")


def given_devices(
    plan: Plan, session: GivenSession, assumptions: Assumptions
) -> tuple[GivenDevice, ...]:
    """Every camera, recorder, lamp on a battery and wireless microphone, in the order of the plan.

    Parameters
    ----------
    plan
        any plan; cameras without a body are left out.
    session
        when they are to run.
    assumptions
        where it is noted what was taken in place of what is not given.
    """
    names = camera_names(plan.cameras)
    found: list[GivenDevice] = []
    seen: list[Camera] = []
    for index, camera in enumerate(plan.cameras):
        if camera.body is None or any(_is_same(plan, camera, one) for one in seen):
            continue
        seen.append(camera)
        films = [camera, *(one for one in plan.cameras if _is_same(plan, one, camera))]
        made = _camera(camera, camera.body, f"cameras/{index}", names[camera.id], assumptions)
        setups = [one for one in plan.setups if any(each.id in one.cameras for each in films)]
        found.append(
            replace(
                made,
                films=tuple(one.id for one in films),
                windows=session.of_setups(setups),
            )
        )
    whole = ((0, session.length_s),)
    for index, one in enumerate(plan.recorders):
        made = _recorder(one, f"recorders/{index}", assumptions)
        found.append(replace(made, windows=whole))
    for index, mic in enumerate(plan.mics):
        if mic.gear.wireless:
            made = _microphone(mic, f"mics/{index}", assumptions)
            found.append(replace(made, windows=whole))
    for index, lamp in enumerate(plan.lights):
        if lamp.lit and (
            lamp.fixture.battery_wh is not None or lamp.supply.by in ("bank", "battery")
        ):
            setups = [one for one in plan.setups if one.lights is None or lamp.id in one.lights]
            made = _lamp(lamp, f"lights/{index}", assumptions)
            found.append(replace(made, windows=session.of_setups(setups)))
    return tuple(found)


def _is_same(plan: Plan, one: Camera, other: Camera) -> bool:
    """Whether two cameras of the plan, never there at once, are one thing in the hand."""
    if one.id == other.id or not same_thing(one, other):
        return False
    return other.id not in {each.id for each in plan.with_camera(one.id)}


@dataclass(frozen=True, slots=True)
class _Fed:
    by: Literal["battery", "mains", "bank"]
    battery_j: float | None
    bank: str | None
    gaps: tuple[Gap, ...]


def _fed(
    supply: Supply, at: str, assumptions: Assumptions, *, battery_wh: float | None,
    power_w: float | None, mains_else: bool, fed_while: bool | None,
) -> _Fed:  # fmt: skip
    """What a device runs on. What cannot be fed while it records runs on its battery whatever is plugged in."""
    usual: Literal["battery", "mains"] = "mains" if battery_wh is None and mains_else else "battery"
    by = supply.by
    if by is None:
        why = OWN_BATTERY if usual == "battery" else "it has no battery of its own"
        by = assumptions.choose(None, at=f"{at}/supply/by", usual=usual, why=why)
    if by != "battery" and fed_while is False:
        by = "battery"
    gaps: list[Gap] = []
    if by == "mains":
        return _Fed("mains", None, None, ())
    if power_w is None:
        gaps.append("power")
    if battery_wh is None and (by == "battery" or not supply.bank):
        gaps.append("battery")
    if by == "bank" and supply.bank is None:
        gaps.append("bank")
    energy = battery_j(battery_wh)
    if by == "bank" and supply.bank is not None and energy is None:
        energy = 0.0
    return _Fed(by, energy, supply.bank if by == "bank" else None, tuple(gaps))


def _camera(
    camera: Camera, body: Body, at: str, name: str, assumptions: Assumptions
) -> GivenDevice:
    mode = body.mode(camera.mode)
    webcam = body.kind == "webcam"
    fed = _fed(
        camera.supply, at, assumptions, battery_wh=body.battery_wh, power_w=body.power_w,
        mains_else=webcam, fed_while=body.fed_while_recording,
    )  # fmt: skip
    for figure, share, why in (
        ("battery", body.learned_battery_share, "how long a battery lasts by what its figures say"),
        ("bitrate", body.learned_bitrate_share, "what it writes by what its menu says"),
        ("stop", body.learned_stop_share, "when it stops by itself by what its figures say"),
    ):
        at_field = f"{at}/body/learned_{figure}_share"
        assumptions.note_learned(at_field, times_or_none(share), why)
    rate = mode.bitrate_mbit_s
    if rate is not None:
        rate *= body.learned_bitrate_share or 1.0
    gaps, device = _keeps(camera.storage, rate, body, kept_elsewhere=webcam)
    heat = body.heat_limit_s
    cool = body.runs_cool_s
    if heat is None and cool is None and not webcam:
        gaps.append("heat")
    return GivenDevice(
        key=f"camera/{camera.id}",
        kind="camera",
        id=camera.id,
        name=f"the {name} camera",
        at=at,
        gear=body.name,
        device=replace(
            device,
            id=f"camera/{camera.id}",
            power_w=body.power_w or 0.0,
            battery_j=None
            if body.power_w is None or fed.battery_j is None
            else fed.battery_j * (body.learned_battery_share or 1.0),
            spare_batteries=camera.supply.spare_batteries or 0,
            bank=fed.bank,
            take_limit_s=None
            if body.recording_limit_s is None
            else max(1, math.floor(body.recording_limit_s * (body.learned_stop_share or 1.0))),
            heat_limit_s=None if heat is None else max(1, math.floor(heat)),
            rest_s=REST_S,
        ),
        windows=(),
        feeds_on=fed.by,
        power_w=body.power_w,
        gaps=tuple(gaps) + fed.gaps,
        mbit_s=rate,
        tells_stop=body.tells_stop,
        cool_s=cool,
        screen_sleeps=body.kind == "phone",
    )


def _keeps(
    storage: Storage, mbit_s: float | None, gear: Body | Recorder, *, kept_elsewhere: bool
) -> tuple[list[Gap], Device]:
    """What it writes and where, and what is not known of that."""
    gaps: list[Gap] = []
    medium = storage.medium
    capacity = None if medium is None else medium.capacity_bytes
    if mbit_s is None:
        gaps.append("bit rate")
    if capacity is None and not kept_elsewhere:
        gaps.append("card")
    limit = gear.file_limit_bytes
    if limit is not None and gear.goes_on_after_file is None:
        gaps.append("file")
    return gaps, Device(
        id="",
        bytes_per_s=0.0 if mbit_s is None else bytes_per_s(mbit_s),
        card_bytes=None if mbit_s is None else capacity,
        spare_cards=storage.spare_media or 0,
        file_limit_bytes=None if mbit_s is None else limit,
        # What is not known is taken to stop: nobody loses a take by a restart too many.
        file_goes_on=gear.goes_on_after_file is True,
    )


def _recorder(one: PlacedRecorder, at: str, assumptions: Assumptions) -> GivenDevice:
    gear = one.gear
    fed = _fed(
        one.supply, at, assumptions, battery_wh=gear.battery_wh, power_w=gear.power_w,
        mains_else=False, fed_while=gear.fed_while_recording,
    )  # fmt: skip
    gaps, device = _keeps(one.storage, gear.bitrate_mbit_s, gear, kept_elsewhere=False)
    return GivenDevice(
        key=f"recorder/{one.id}",
        kind="recorder",
        id=one.id,
        name=gear.name,
        at=at,
        gear=gear.name,
        device=replace(
            device,
            id=f"recorder/{one.id}",
            power_w=gear.power_w or 0.0,
            battery_j=None if gear.power_w is None else fed.battery_j,
            spare_batteries=one.supply.spare_batteries or 0,
            bank=fed.bank,
        ),
        windows=(),
        feeds_on=fed.by,
        power_w=gear.power_w,
        gaps=tuple(gaps) + fed.gaps,
        mbit_s=gear.bitrate_mbit_s,
    )


def _microphone(mic: PlacedMic, at: str, assumptions: Assumptions) -> GivenDevice:
    """A wireless microphone, by the time that it runs: what it draws counts as one watt."""
    runs = mic.gear.runs_s
    fed = _fed(
        mic.supply, at, assumptions, battery_wh=None if runs is None else runs / 3600.0, power_w=1.0,
        mains_else=False, fed_while=None,
    )  # fmt: skip
    return GivenDevice(
        key=f"microphone/{mic.id}",
        kind="microphone",
        id=mic.id,
        name=f"the {mic.gear.name[:1].lower()}{mic.gear.name[1:]}",
        at=at,
        gear=mic.gear.name,
        device=Device(
            id=f"microphone/{mic.id}",
            power_w=1.0,
            battery_j=fed.battery_j,
            spare_batteries=mic.supply.spare_batteries or 0,
            bank=fed.bank,
        ),
        windows=(),
        feeds_on=fed.by,
        power_w=None,
        gaps=fed.gaps,
    )


def _lamp(lamp: Light, at: str, assumptions: Assumptions) -> GivenDevice:
    level = 1.0 if lamp.level_percent is None else lamp.level_percent / 100.0
    power = None if lamp.fixture.power_w is None else lamp.fixture.power_w * level
    fed = _fed(
        lamp.supply, at, assumptions, battery_wh=lamp.fixture.battery_wh, power_w=power,
        mains_else=True, fed_while=None,
    )  # fmt: skip
    return GivenDevice(
        key=f"lamp/{lamp.id}",
        kind="lamp",
        id=lamp.id,
        name=lamp.fixture.name,
        at=at,
        gear=lamp.fixture.name,
        device=Device(
            id=f"lamp/{lamp.id}",
            power_w=power or 0.0,
            battery_j=None if power is None else fed.battery_j,
            spare_batteries=lamp.supply.spare_batteries or 0,
            bank=fed.bank,
        ),
        windows=(),
        feeds_on=fed.by,
        power_w=power,
        gaps=fed.gaps,
    )


def given_banks(plan: Plan) -> tuple[tuple[Bank, ...], tuple[str, ...]]:
    """The banks that feed something, and the names of those whose energy is not known, which are taken
    never to go empty."""
    banks, unknown = [], []
    for one in plan.banks:
        energy = bank_j(one.gear.energy_wh, one.gear.capacity_mah)
        if energy is None:
            unknown.append(one.gear.name)
        banks.append(Bank(one.id, math.inf if energy is None else energy))
    return tuple(banks), tuple(unknown)


def scaled(devices: Sequence[GivenDevice], times: float) -> list[Device]:
    """The devices with all that batteries hold so many times as much."""
    return [
        one.device
        if one.device.battery_j is None
        else replace(one.device, battery_j=one.device.battery_j * times)
        for one in devices
    ]
