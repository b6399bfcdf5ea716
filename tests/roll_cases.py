"""Sessions for tests, and for each rule of the roll a plan in which it speaks."""

from __future__ import annotations

from typing import Any

from steeple.core.findings.finding import Verdict
from steeple.core.plan.gear.cameras.body import Body
from steeple.core.plan.gear.recording.medium import Medium
from steeple.core.plan.gear.recording.power import PowerSource
from steeple.core.plan.parts.rolling.session import Session
from steeple.core.plan.parts.rolling.supply import PlacedBank
from tests.plans import BANK, BODY, SOUND

Row = tuple[str, Verdict, dict[str, Any], str]


def body(**values: Any) -> dict[str, Any]:
    """The body of the sound plan with other figures, as a change carries it."""
    return Body.model_validate({**BODY.model_dump(), **values}).model_dump(mode="json")


def session(**values: Any) -> dict[str, Any]:
    """A session of an hour with other figures, as a change carries it."""
    return Session.model_validate({"lasts_min": 60.0, **values}).model_dump(mode="json")


def card(gigabytes: float) -> dict[str, Any]:
    """A card of so many gigabytes, as a change carries it."""
    return Medium(name="a card", capacity_bytes=gigabytes * 1e9).model_dump(mode="json")


def bank(**values: Any) -> list[dict[str, Any]]:
    """The one bank of a plan, as a change carries it."""
    gear = PowerSource.model_validate({**BANK.model_dump(), **values})
    return [PlacedBank(id="bank", gear=gear).model_dump(mode="json")]


STOPS = body(recording_limit_s=1740, tells_stop=False)
RESTART = [{"kind": "camera", "device": "overhead", "at_min": 28, "does": ["restart"]}]
SECOND = SOUND.cameras[0].model_copy(update={"id": "second", "role": "wide"})
ROLL_FIRING: list[Row] = [
    ("roll.stops", "fails", {"cameras__0__body": STOPS}, "0:29: its recording limit"),
    (
        "roll.stops",
        "fails",
        {"cameras__0__body": body(file_limit_bytes=16e9, goes_on_after_file=False)},
        "its largest file",
    ),
    ("roll.silent-stop", "watch", {"cameras__0__body": STOPS}, "Nothing tells"),
    ("roll.nothing-rolls", "fails", {"cameras__0__body": STOPS}, "from 0:29 to 1:00"),
    (
        "roll.nothing-rolls",
        "fails",
        {
            "cameras": [
                SOUND.cameras[0].model_dump(mode="json") | {"body": STOPS},
                SECOND.model_dump(mode="json"),
            ],
            "session": session(main="overhead"),
        },
        "stands still from 0:29",
    ),
    (
        "roll.nothing-rolls",
        "unknown",
        {"cameras__0__body": body(file_limit_bytes=4e9)},
        "Nothing is filmed from",
    ),
    (
        "roll.restart-in-stage",
        "watch",
        {
            "cameras__0__body": STOPS,
            "session": session(lasts_min=50, handling=RESTART),
            "stages": [{"name": "gluing", "takes_min": 50}],
        },
        "in the middle of gluing",
    ),
    ("roll.card-full", "fails", {"cameras__0__storage__medium": card(32)}, "0:42:40"),
    ("roll.card-full", "unknown", {"cameras__0__storage__medium": None}, "not known"),
    ("roll.battery-empty", "fails", {"cameras__0__body": body(battery_wh=3)}, "0:38:15"),
    ("roll.battery-empty", "watch", {"cameras__0__body": body(battery_wh=4.4)}, "may be empty"),
    (
        "roll.battery-empty",
        "watch",
        {"cameras__0__body": body(battery_wh=3.4), "cameras__0__storage__medium": card(32)},
        "would be empty",
    ),
    ("roll.battery-empty", "unknown", {"cameras__0__body": body(power_w=None)}, "not known"),
    ("roll.battery-empty", "unknown", {"cameras__0__body": body(battery_wh=None)}, "not known"),
    (
        "roll.battery-empty",
        "unknown",
        {
            "banks": bank(energy_wh=None),
            "cameras__0__supply": {"by": "bank", "bank": "bank"},
        },
        "a bank",
    ),
    (
        "roll.heat",
        "fails",
        {"cameras__0__body": body(heat_limit_s=1500, runs_cool_s=None)},
        "stops for heat at 0:25",
    ),
    ("roll.heat", "unknown", {"cameras__0__body": body(runs_cool_s=None)}, "not known"),
    ("roll.heat", "unknown", {"cameras__0__body": body(runs_cool_s=1800)}, "not known"),
    (
        "roll.file-unknown",
        "unknown",
        {"cameras__0__body": body(file_limit_bytes=4e9)},
        "in a new file at 0:05:20",
    ),
    (
        "roll.bank-weak",
        "fails",
        {"banks": bank(power_w=3), "cameras__0__supply": {"by": "bank", "bank": "bank"}},
        "gives 3 W, and 4 W",
    ),
    (
        "roll.bank-weak",
        "unknown",
        {"banks": bank(power_w=None), "cameras__0__supply": {"by": "bank", "bank": "bank"}},
        "not known",
    ),
    (
        "roll.circuit",
        "fails",
        {"cameras__0__supply__by": "mains", "room__circuit_w": 78},
        "64 W",
    ),
    (
        "roll.circuit",
        "unknown",
        {"cameras__0__supply__by": "mains", "lights__0__fixture__power_w": None},
        "a soft lamp",
    ),
    (
        "roll.clip-over-cap",
        "fails",
        {"session": session(clip_cap_bytes=25e6, clip_s=120)},
        "bears only",
    ),
    (
        "roll.clip-over-cap",
        "watch",
        {"session": session(clip_cap_bytes=25e6, clip_s=50)},
        "bears only",
    ),
    (
        "roll.disk-full",
        "fails",
        {"session": session(disk=card(100), sessions=3)},
        "after 2 sessions",
    ),
]
"""Change of the sound plan by which each rule speaks."""
