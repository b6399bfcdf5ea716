"""Cameras beside the overhead one of the sound plan, and when each rule of the angles fires."""

from __future__ import annotations

import math
from typing import Any

from steeple.core.findings.finding import Verdict
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Aim, Camera, Position, Role
from steeple.core.plan.parts.lamp import LampPlace, Light
from steeple.core.plan.parts.support import PlacedSupport
from tests.plans import LAMP_STAND, SOFT, SOUND, STAND

Row = tuple[str, Verdict, dict[str, Any], str]


def seen_from(
    azimuth_deg: float,
    elevation_deg: float,
    away_mm: float = 800.0,
    *,
    camera_id: str = "side",
    role: Role = "three-quarter",
    **values: Any,
) -> Camera:
    """A camera as the overhead one at a direction from the middle of the work, turned to it."""
    a, e = math.radians(azimuth_deg), math.radians(elevation_deg)
    return SOUND.cameras[0].model_copy(
        update={
            "id": camera_id,
            "role": role,
            "support": None,
            "aim": Aim(tilt_deg=90 - elevation_deg, toward_deg=(azimuth_deg + 180) % 360),
            "position": Position(
                x_mm=round(away_mm * math.cos(e) * math.sin(a), 1),
                y_mm=round(away_mm * math.cos(e) * math.cos(a), 1),
                z_mm=round(away_mm * math.sin(e), 1),
            ),
            **values,
        }
    )


def beside(*cameras: Camera, plan: Plan = SOUND) -> Plan:
    """The sound plan with more cameras."""
    return plan.model_copy(update={"cameras": (*plan.cameras, *cameras)})


def cameras_of(*more: Camera) -> dict[str, Any]:
    """The change that gives the sound plan more cameras."""
    return {"cameras": [one.model_dump(mode="json") for one in (*SOUND.cameras, *more)]}


def stand_at(x_mm: float, y_mm: float) -> Light:
    """A soft light on a floor stand."""
    return Light(
        id="soft",
        fixture=SOFT,
        stand=LAMP_STAND,
        position=LampPlace(x_mm=x_mm, y_mm=y_mm, z_mm=1200),
        level_percent=30,
    )


HELD = PlacedSupport(id="stand", gear=STAND, tether=True)


def setups(*each: dict[str, Any]) -> list[dict[str, Any]]:
    """Set-ups of a plan, each with its number for a name."""
    return [
        {"id": f"set-{at}", "name": f"set {at}", "cameras": ["overhead", "side"], **one}
        for at, one in enumerate(each, start=1)
    ]


SEATS: dict[str, Any] = {
    "kind": "audience", "name": "chairs", "from_left_edge_mm": 200, "from_front_edge_mm": 1900,
    "width_mm": 1000, "depth_mm": 400, "eye_mm": 1150,
}  # fmt: skip
STAGES = [{"name": "cut", "takes_min": 5}, {"name": "fold", "takes_min": 3}]
FRONT = seen_from(315, 40)
ANGLES_FIRING: list[Row] = [
    (
        "angles.used-twice",
        "fails",
        {
            "cameras": [
                one.model_copy(update={"body_id": "the-one"}).model_dump(mode="json")
                for one in (SOUND.cameras[0], FRONT)
            ]
        },
        "used twice at once",
    ),
    (
        "angles.audience",
        "watch",
        {
            **cameras_of(seen_from(0, 20, 900, support="other")),
            "supports": [
                *(one.model_dump(mode="json") for one in SOUND.supports),
                PlacedSupport(id="other", gear=STAND, tether=True).model_dump(mode="json"),
            ],
            "room__keep_clear": [SEATS | {"width_mm": 60, "from_left_edge_mm": 670}],
        },
        "from the audience",
    ),
    (
        "angles.idle",
        "watch",
        {**cameras_of(FRONT), "setups": setups({"cameras": ["overhead"]})},
        "no set-up",
    ),
    ("angles.role-uncovered", "watch", {"wishes__roles": ["face", "overhead"]}, "shows: face"),
    (
        "angles.stage-unfilmed",
        "fails",
        {**cameras_of(FRONT), "stages": STAGES, "setups": setups({"stages": ["cut"]})},
        "No set-up films fold",
    ),
    (
        "angles.change-over",
        "fails",
        {
            **cameras_of(FRONT),
            "setups": setups({"cameras": ["overhead"]}, {"cameras": ["side"], "break_min": 2}),
        },
        "in a break of 2",
    ),
    (
        "angles.change-over",
        "watch",
        {
            **cameras_of(FRONT),
            "setups": setups({"cameras": ["overhead"]}, {"cameras": ["side"], "break_min": 11}),
        },
        "To set 2",
    ),
    (
        "angles.action-behind-thing",
        "fails",
        {
            "work__items": [
                {"kind": "box", "name": "a jar", "x_mm": 0, "y_mm": 100, "width_mm": 400,
                 "depth_mm": 20, "height_mm": 200},
            ],
            "work__zone_top_mm": 200,
            "cameras": [seen_from(0, 15).model_dump(mode="json")],
            "mics": [],
        },
        "A jar",
    ),
    (
        "angles.gear-in-frame",
        "fails",
        {
            **cameras_of(seen_from(200, 35, 1100)),
            "lights": [stand_at(150, 900).model_dump(mode="json")],
        },
        "Stand of a soft lamp stands in the picture",
    ),
    (
        "angles.gear-in-frame",
        "watch",
        cameras_of(seen_from(60, 12, 1400, role="wide")),
        "stands in the picture",
    ),
    ("angles.jump", "fails", cameras_of(seen_from(0, 75, 740)), "15° apart"),
    ("angles.jump", "watch", cameras_of(seen_from(0, 64, 760)), "uneasily"),
    (
        "angles.line-crossed",
        "watch",
        cameras_of(seen_from(300, 40), seen_from(60, 40, camera_id="other")),
        "left",
    ),
    ("angles.swapped", "watch", cameras_of(seen_from(0, 50)), "overhead"),
]  # fmt: skip
