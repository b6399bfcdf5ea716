"""Lamps for tests, and for each rule of the light a plan in which it speaks."""

from __future__ import annotations

from typing import Any

from steeple.core.findings.finding import Verdict
from steeple.core.plan.cupboard.owned import OwnedFixture
from steeple.core.plan.document import Plan
from steeple.core.plan.gear.lights.fixture import Fixture
from steeple.core.plan.parts.lamp import LampPlace, Light
from steeple.demo.plans import GILDING
from tests.plans import BULB, SOFT, SOUND_IN_FULL

SPOT = Fixture(
    name="a spot",
    emitter="spot",
    width_mm=60,
    flux_lm=900,
    beam_deg=12,
    cct_k=5500,
    colour_rendering=95,
    least_level_percent=1,
    flicker="free",
    power_w=20,
)
PANEL = Fixture(
    name="a panel",
    emitter="rectangle",
    width_mm=300,
    height_mm=300,
    flux_lm=3000,
    beam_deg=110,
    cct_k=3200,
    cct_warmest_to_k=5600,
    colour_rendering=95,
    least_level_percent=5,
    flicker="free",
    power_w=36,
)
OWNED_LAMPS = (OwnedFixture(id="panel", gear=PANEL), OwnedFixture(gear=BULB))


def lamp(
    fixture: Fixture, x: float, y: float, z: float, name: str = "one", **more: Any
) -> dict[str, Any]:
    """A lamp in a place, as it stands in a plan."""
    placed = Light(id=name, fixture=fixture, position=LampPlace(x_mm=x, y_mm=y, z_mm=z), **more)
    return placed.model_dump(mode="json")


def with_lamps(*lamps: dict[str, Any], **values: Any) -> dict[str, Any]:
    """Changes that put these lamps into the sound plan."""
    return {"lights": list(lamps), **values}


ABOVE = lamp(SOFT, -232, 403, 997, level_percent=30)
SHINY = {"work__gloss": "polished", "work__reflectance": 0.12}
DIM = SOFT.model_copy(update={"flux_lm": None, "illuminance_at_1_m_lx": None})

WINDOW: dict[str, Any] = {
    "name": "a window", "wall": "left", "along_mm": -100, "away_mm": 900, "width_mm": 1200,
    "height_mm": 1300, "sill_mm": 900,
}  # fmt: skip
DAY: dict[str, Any] = {
    "latitude_deg": 48, "longitude_deg": 11, "bearing_deg": 90, "date": "2026-05-10",
    "begins": "09:00", "lasts_min": 180, "utc_offset_h": 2,
}  # fmt: skip
Row = tuple[str, Verdict, dict[str, Any], str]
WHITE_AT = SOUND_IN_FULL.cards[0].model_dump(mode="json")


def card_at(x: float, y: float, z: float) -> list[dict[str, Any]]:
    """The white card in a place, as the cards of a plan."""
    return [{**WHITE_AT, "position": {"x_mm": x, "y_mm": y, "z_mm": z}}]


LIGHT_FIRING: list[Row] = [
    ("light.no-lamp", "unknown", {"lights": []}, "No lamp"),
    ("light.no-lamp", "fails", {"lights__0__lit": False}, "switched off"),
    ("light.hand-shadow", "fails", with_lamps(lamp(PANEL, 700, -80, 320)), "hand or arm"),
    ("light.head-shadow", "fails", with_lamps(lamp(PANEL, 0, -750, 700)), "head"),
    ("light.rig-shadow", "fails", with_lamps(lamp(BULB, 0, 0, 1150)), "Camera or rig"),
    (
        "light.double-shadow",
        "watch",
        with_lamps(lamp(BULB, -700, 200, 700, "one"), lamp(BULB, 700, 200, 700, "two")),
        "two hard shadows",
    ),
    ("light.hard-edge", "watch", with_lamps(lamp(BULB, -600, 350, 800)), "hard edges"),
    ("light.uneven", "fails", with_lamps(lamp(PANEL, -420, 60, 140)), "uneven"),
    ("light.hot-spot", "fails", with_lamps(lamp(SPOT, -200, 330, 600)), "brighter"),
    (
        "light.glare",
        "fails",
        with_lamps(lamp(PANEL, 150, 200, 740), **SHINY),
        "of the zone mirrors",
    ),
    ("light.brightness-unknown", "unknown", with_lamps(lamp(DIM, -232, 403, 997)), "not known"),
    ("light.too-dark", "fails", {"lights__0__level_percent": 10}, "Too dark"),
    (
        "light.too-bright",
        "watch",
        {"lights__0__fixture__flux_lm": 400_000, "lights__0__level_percent": 100},
        "Too bright",
    ),
    (
        "light.mixed-colour",
        "fails",
        with_lamps(ABOVE, lamp(PANEL, 500, 500, 700, "two", level_percent=20, cct_k=3200)),
        "different colour",
    ),
    ("light.poor-colour", "watch", {"lights__0__fixture__colour_rendering": 80}, "Poor colour"),
    (
        "light.flicker",
        "watch",
        {"lights__0__fixture__flicker": "mains", "delivery__frame_rate_hz": 120},
        "Flickers",
    ),
    ("light.card-idle", "watch", {"cards": card_at(-900, 900, 600)}, "next to nothing"),
    ("light.card-in-frame", "fails", {"cards": card_at(120, 40, 200)}, "In the picture"),
    ("light.card-unplaceable", "fails", {"cards": card_at(0, -520, 60)}, "No room there"),
    ("light.out-of-role", "watch", {"lights__0__role": "background"}, "no background"),
    (
        "light.out-of-role",
        "watch",
        with_lamps(lamp(PANEL, 0, -500, 900, "rim", role="back"), ABOVE),
        "no rim",
    ),
    (
        "light.stand-overloaded",
        "fails",
        {"lights__0__stand": {"name": "a small one", "form": "floor stand", "rated_load_g": 1200}},
        "is rated for",
    ),
    (
        "light.stand-overloaded",
        "unknown",
        {"lights__0__stand": {"name": "a find", "form": "floor stand"}},
        "not known",
    ),
    (
        "light.mat-glare",
        "watch",
        with_lamps(lamp(PANEL, 90, 430, 640), table__mat_gloss="polished"),
        "of the mat",
    ),
    (
        "light.hollow-dark",
        "fails",
        {"work__hollow": {"width_mm": 120, "depth_mm": 250, "mouth_mm": 200}},
        "The hollow is dark",
    ),
    ("light.lamp-in-frame", "fails", with_lamps(lamp(PANEL, 0, 60, 500)), "In the picture"),
    ("light.unplaceable", "fails", with_lamps(lamp(SOFT, -232, 403, 1800)), "No room there"),
    (
        "light.unplaceable",
        "fails",
        {"lights__0__stand_highest_mm": 620},
        "too high for its stand",
    ),
    (
        "light.unplaceable",
        "fails",
        {"lights__0__stand_lowest_mm": 1150},
        "too low for its stand",
    ),
    ("light.lamp-hidden", "fails", with_lamps(lamp(PANEL, 0, 300, 1500)), "reaches the zone"),
    ("light.dazzle", "watch", with_lamps(lamp(BULB, 0, 340, 60)), "dazzled by"),
    (
        "light.drift",
        "unknown",
        {"room__windows": [WINDOW]},
        "not known",
    ),
    ("light.drift", "watch", {"room__windows": [WINDOW], "room__daylight": DAY}, "drifts"),
    (
        "light.sun-on-work",
        "fails",
        {"room__windows": [{**WINDOW, "wall": "far", "away_mm": 600}], "room__daylight": DAY},
        "Direct sun",
    ),
    (
        "light.overload",
        "fails",
        with_lamps(ABOVE, lamp(PANEL, 400, 700, 700, "two", role="practical"), room__circuit_w=100),
        "Too much",
    ),
]


def two_cameras() -> Plan:
    """The gilding bench with a second camera that looks from the side, low and tipped."""
    second = GILDING.cameras[0].model_dump(mode="json") | {"id": "beside", "support": None}
    second["role"] = "three-quarter"
    second["position"] = {"x_mm": 420, "y_mm": 0, "z_mm": 560}
    second["aim"] = {"tilt_deg": 37, "toward_deg": 270}
    data = GILDING.model_dump(mode="json")
    data["cameras"] = [*data["cameras"], second]
    return Plan.model_validate(data)
