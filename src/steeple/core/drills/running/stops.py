"""How long until it stops by itself?"""

from __future__ import annotations

from random import Random

from steeple.core.drills.kind import DrillKind, Found
from steeple.core.drills.making import FLAT, looks_down, made_plan, with_camera
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.recording.medium import Medium
from steeple.core.plan.parts.cameras.camera import Position
from steeple.core.plan.parts.rolling.session import Session
from steeple.core.plan.parts.rolling.supply import Storage, Supply
from steeple.core.study.base.sentence import Quantity, say
from steeple.core.study.plan_study import CameraStudy
from steeple.core.study.roll.step import ROLL

FAIR_MIN, FAIR_SHARE, LONG_MIN = 5.0, 0.15, 360.0
CARDS_GB = (16, 32, 64, 128, 256)
RATES = (25.0, 50.0, 100.0, 150.0)


def _vary(rng: Random, plan: Plan) -> Plan | None:
    still = looks_down(plan)
    if still is None or still.cameras[0].body is None:
        return None
    body = still.cameras[0].body
    mode = body.modes[0].model_copy(update={"bitrate_mbit_s": rng.choice(RATES)})
    limit = rng.choice((None, None, 1790.0, 3600.0))
    varied = body.model_copy(
        update={
            "modes": (mode,),
            "recording_limit_s": limit,
            "battery_wh": round(rng.uniform(6.0, 18.0), 1),
        }
    )
    card = Medium(name="Memory card", capacity_bytes=rng.choice(CARDS_GB) * 1_000_000_000)
    filmed = with_camera(
        still, body=varied, mode=None, storage=Storage(medium=card), supply=Supply(by="battery"),
        position=Position(),
    )  # fmt: skip
    return filmed.model_copy(
        update={
            "session": Session(lasts_min=LONG_MIN),
            "banks": (),
            "leads": (),
            "recorders": (),
            "mics": (),
        }
    )


def _found(cameras: tuple[CameraStudy, ...]) -> Found | None:
    roll = cameras[0].of(ROLL)
    if roll is None or not roll.stops or not roll.cameras:
        return None
    first = roll.stops[0]
    limits = roll.limits(first.device)
    if len(limits) < 2 or not first.sure:
        return None
    next_s = limits[1].after_s
    device = first.device.device
    rate = 8e-6 * (device.bytes_per_s or 0.0)
    asks = say(
        "It records {rate} on a card of {card} and has a battery of {battery}, drawing {draws}.",
        rate=Quantity(value=rate, unit="mbit_s"), card=Quantity(value=device.card_bytes or 0.0, unit="bytes"),
        battery=Quantity(value=(device.battery_j or 0.0) / 3600.0, unit="wh"),
        draws=Quantity(value=device.power_w or 0.0, unit="w"),
    )  # fmt: skip
    if device.take_limit_s is not None:
        asks += say(
            " A take ends by itself after {limit}.",
            limit=Quantity(value=device.take_limit_s / 60.0, unit="minutes"),
        )
    if device.heat_limit_s is not None:
        asks += say(
            " It gets hot after {heat}.",
            heat=Quantity(value=device.heat_limit_s / 60.0, unit="minutes"),
        )
    return Found(
        truth=(first.at_s / 60.0,), margin=min(1.0, (next_s - first.at_s) / max(next_s, 1.0)),
        asks=asks + say(" Nobody touches it. After how long does it stop?"),
        reason=say(
            "First comes: {first}. The next would come after {next}: {then}.",
            first=first.why, then=limits[1].why, next=Quantity(value=round(next_s / 60.0), unit="minutes"),
        ),
        low=0.0, high=LONG_MIN, figure="roll.untouched",
    )  # fmt: skip


STOPS = DrillKind(
    id="stops", title="How long until it stops?", step="roll", form="rule", view="hours", unit="minutes",
    fair=FAIR_MIN, fair_share=FAIR_SHARE, vary=_vary, found=_found, make=lambda rng, owned: made_plan(rng, owned, FLAT),
    teaches=("roll.stops", "roll.silent-stop", "roll.card-full", "roll.battery-empty", "roll.heat"),
    figures=("body.battery", "body.bitrate", "body.stop"),
)  # fmt: skip
