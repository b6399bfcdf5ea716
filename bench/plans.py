"""Plans that are timed besides those of the demo."""

from __future__ import annotations

import random
from typing import Any

from pydantic import ValidationError

from steeple.core.plan.document import Plan
from steeple.core.plan.gear.holding.support import Support
from steeple.core.plan.gear.lights.fixture import Fixture
from steeple.core.plan.shapes import SHAPES
from steeple.demo.cupboard import BODIES, LENSES
from steeple.demo.plans import GILDING, PLANS
from steeple.demo.rigging import LAMPS, SUPPORTS

MORE_CAMERAS = ((420, 0, 560, 37, 270), (-350, -100, 550, 45, 60))
"""Place in millimetres, tilt, and where it is tipped to, in degrees."""
MORE_LAMPS = ((300, 500, 700), (-200, 500, 700))


def large_plan() -> Plan:
    """The gilding bench with three cameras and four lamps."""
    data = GILDING.model_dump(mode="json")
    first = data["cameras"][0]
    for number, (x, y, z, tilt, toward) in enumerate(MORE_CAMERAS):
        more = first | {"id": f"more-{number}", "role": "three-quarter", "support": None}
        more["position"] = {"x_mm": x, "y_mm": y, "z_mm": z}
        more["aim"] = {"tilt_deg": tilt, "toward_deg": toward}
        data["cameras"] = [*data["cameras"], more]
    for number, (x, y, z) in enumerate(MORE_LAMPS):
        lamp = data["lights"][number] | {"id": f"more-{number}"}
        data["lights"] = [*data["lights"], lamp | {"position": {"x_mm": x, "y_mm": y, "z_mm": z}}]
    return Plan.model_validate(data)


def _seeded(chance: random.Random) -> dict[str, Any]:
    """The parts of a plan made by chance: work, room, up to three cameras, lamps, cards, a window."""
    plan = chance.choice(PLANS).model_dump(mode="json")
    shape = chance.choice(list(SHAPES))
    plan["work"] |= {
        "shape": shape,
        "zone": {"width_mm": chance.choice([None, 200.0, 420.0, 800.0])},
        "zone_top_mm": chance.choice([None, 0.0, 40.0, 180.0]),
        "tilt_deg": chance.choice([None, 0.0, 15.0, 70.0]),
        "gloss": chance.choice([None, "matt", "satin", "varnish", "polished", "metal"]),
    }
    plan["maker"] |= {
        "posture": chance.choice([None, "seated", "standing"]),
        "handedness": chance.choice([None, "left", "right"]),
        "lean_deg": chance.choice([None, 0.0, 15.0, 30.0]),
    }
    plan["room"] |= {"ceiling_mm": chance.choice([None, 2050.0, 2400.0, 3000.0])}
    supports = chance.sample([one for one in SUPPORTS if isinstance(one, Support)], 3)
    plan["supports"] = [
        {"id": f"support-{number}", "gear": one.model_dump(mode="json")}
        for number, one in enumerate(supports)
    ]
    plan["cameras"] = [
        _seeded_camera(chance, number) for number in range(chance.choice([0, 1, 1, 2, 3]))
    ]
    lamps = [one for one in LAMPS if isinstance(one, Fixture)]
    plan["lights"] = [
        {
            "id": f"lamp-{number}",
            "fixture": chance.choice(lamps).model_dump(mode="json"),
            "position": chance.choice([{}, {"x_mm": -500.0, "y_mm": 400.0, "z_mm": 700.0}]),
            "level_percent": chance.choice([None, 40.0, 100.0]),
            "lit": chance.random() > 0.1,
        }
        for number in range(chance.choice([0, 1, 2, 3]))
    ]
    return plan


def _seeded_camera(chance: random.Random, number: int) -> dict[str, Any]:
    body = chance.choice(BODIES)
    lens = chance.choice(LENSES) if body.kind == "camera" and chance.random() > 0.1 else None
    return {
        "id": f"camera-{number}",
        "role": chance.choice(["overhead", "overhead", "three-quarter", "face", "hands", "beauty"]),
        "body": body.model_dump(mode="json"),
        "lens": None if lens is None else lens.model_dump(mode="json"),
        "f_number": chance.choice([None, 4.0, 8.0]),
        "position": chance.choice([{}, {"z_mm": 800.0}, {"x_mm": 60.0, "z_mm": 650.0}]),
        "support": chance.choice([None, f"support-{number}", f"support-{number}"]),
    }


def seeded_plans(count: int, *, seed: int = 20261127) -> list[Plan]:
    """Plans made by chance from the gear of the demo; the same seed gives the same plans."""
    chance = random.Random(seed)
    found: list[Plan] = []
    while len(found) < count:
        try:
            plan = Plan.model_validate(_seeded(chance))
        except ValidationError:
            continue
        found.append(plan.model_copy(update={"title": f"Made by chance, {len(found)}"}))
    return found
