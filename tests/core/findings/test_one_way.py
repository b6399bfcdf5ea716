"""The more a figure goes the wrong way, the graver the verdict: no rule changes its mind twice on the way."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from itertools import pairwise
from typing import Any

import pytest

from steeple.core.findings.finding import GRAVITY
from steeple.core.findings.judging import judge
from steeple.core.plan.document import Plan
from steeple.core.study.plan_study import camera_studies
from tests.hold_cases import gear, held
from tests.light_cases import ABOVE, lamp, with_lamps
from tests.plans import MIC, SOFT, SOUND, changed
from tests.roll_cases import bank, body, card
from tests.sound_cases import noise, voice

Way = tuple[str, Callable[[float], dict[str, Any]], Sequence[float]]


def field(path: str) -> Callable[[float], dict[str, Any]]:
    """A figure of the sound plan."""
    return lambda value: {path: value}


WAYS: list[Way] = [
    # Work and its maker.
    ("work.zone-off-table", field("work__zone__from_left_edge_mm"), (490, 700, 900, 975, 990, 1100, 1200)),
    ("work.zone-off-table", field("table__width_mm"), (1400, 1100, 950, 900, 700, 300)),
    ("work.table-height", field("table__height_mm"), (740, 780, 830, 900, 1000, 1200)),
    ("work.table-height", field("table__height_mm"), (740, 700, 650, 600, 500, 420)),
    ("work.item-above-top", field("work__items__0__height_mm"), (25, 30, 32, 60, 90)),
    ("work.item-outside-zone", field("work__items__0__x_mm"), (-120, -150, -180, -200, -260)),
    # What the lens sees.
    ("lens.zone-cut-off", field("cameras__0__focal_mm"), (26, 28, 30, 34, 40, 50)),
    ("lens.zone-cut-off", field("cameras__0__position__x_mm"), (0, 40, 80, 120, 200)),
    ("lens.zone-cut-off", field("cameras__0__position__z_mm"), (720, 680, 600, 500, 400)),
    ("lens.zoom-out-of-range", field("cameras__0__focal_mm"), (28, 50, 50.5, 60, 80)),
    ("lens.aperture-out-of-range", field("cameras__0__f_number"), (8, 5, 4.2, 3, 1.4)),
    ("lens.too-close-to-focus", field("cameras__0__position__z_mm"), (720, 400, 300, 200, 150)),
    ("lens.not-sharp-throughout", field("cameras__0__f_number"), (8, 5.6, 4, 2.8, 1.4)),
    ("lens.not-sharp-throughout", field("cameras__0__focus_height_mm"), (15, 60, 100, 200, 300)),
    ("lens.ceiling-in-the-way", field("room__ceiling_mm"), (2600, 1700, 1600, 1560, 1500, 1400)),
    ("lens.no-hand-room", field("maker__hand_room_mm"), (300, 500, 600, 650, 700, 800)),
    ("lens.detail-lost", field("work__finest_detail_mm"), (0.8, 0.6, 0.45, 0.35, 0.3, 0.1)),
    ("lens.crop-beyond-recording", field("delivery__crop_wanted"), (1, 1.5, 2, 2.2, 3, 4)),
    ("lens.head-in-frame", field("maker__lean_deg"), (10, 15, 20, 25, 30, 35)),
    ("lens.head-in-frame", field("cameras__0__position__y_mm"), (0, -80, -160, -250, -320)),
    ("lens.hands-hide-work", field("maker__lean_deg"), (10, 20, 30, 40, 45)),
    ("lens.stand-ends", field("cameras__0__stand_highest_mm"), (1000, 800, 700, 600, 400)),
    ("lens.stand-ends", field("cameras__0__stand_lowest_mm"), (300, 600, 750, 900)),
    ("lens.diffraction-soft", field("cameras__0__f_number"), (8, 11, 16, 22)),
    ("lens.keystone", field("cameras__0__aim__tilt_deg"), (0, 3, 6, 12, 25, 40)),
    # What holds it.
    ("hold.out-of-reach", lambda value: held(gear(highest_mm=value)), (2400, 1900, 1600, 1400, 1200)),
    ("hold.out-of-reach", lambda value: held(gear(reach_mm=value)), (1500, 1000, 850, 700, 500)),
    ("hold.over-rating", lambda value: held(gear(rated_load_g=value)), (6000, 3000, 2000, 1500, 1000, 500)),
    ("hold.tips-when-knocked", lambda value: held(sandbag_g=value), (15_000, 10_000, 7_000, 5_000, 2_500, 500)),
    ("hold.joint-slips", lambda value: held(gear(joints=[{"name": "boom clamp", "holds_n_m": value}]), counterweight_g=0.0), (40, 30, 20, 16, 12, 8, 4)),
    ("hold.does-not-fit", field("room__ceiling_mm"), (2600, 1800, 1650, 1600, 1580, 1500)),
    # How it is lit.
    ("light.too-dark", lambda value: with_lamps({**ABOVE, "level_percent": value}), (30, 20, 12, 6, 2, 1)),
    ("light.overload", lambda value: {"room__circuit_w": value}, (2000, 800, 200, 90, 60, 20)),
    ("light.mixed-colour", lambda value: with_lamps(ABOVE, lamp(SOFT.model_copy(update={"cct_k": value}), 232, 403, 997, "two", level_percent=30)), (5500, 5200, 4800, 4300, 3600, 2900)),
    # What is heard.
    ("sound.noise", lambda value: {"sound": noise(level_db=value)}, (20, 30, 40, 48, 55, 65)),
    ("sound.noise", lambda value: {"sound": noise(level_db=value, kind="machine")}, (20, 35, 45, 55, 70, 85)),
    ("sound.lead-short", lambda value: {"mics": voice(gear=MIC.model_copy(update={"lead_mm": value}))}, (8000, 6000, 4000, 3000, 2000, 900)),
    # What runs.
    ("roll.stops", lambda value: {"cameras__0__body": body(recording_limit_s=value)}, (7200, 5000, 3700, 3000, 1740, 600)),
    ("roll.card-full", lambda value: {"cameras__0__storage__medium": card(value)}, (256, 128, 64, 48, 32, 16)),
    ("roll.battery-empty", lambda value: {"cameras__0__body": body(battery_wh=value)}, (16, 8, 6, 4.4, 3, 1)),
    ("roll.heat", lambda value: {"cameras__0__body": body(heat_limit_s=value, runs_cool_s=None)}, (9000, 5000, 3700, 2600, 1500, 600)),
    ("roll.bank-weak", lambda value: {"banks": bank(power_w=value), "cameras__0__supply": {"by": "bank", "bank": "bank"}}, (30, 10, 5, 3.9, 3, 1)),
]  # fmt: skip


def gravity(plan: Plan, code: str) -> int:
    """How grave the worst that a rule says is; nothing said is as good as what holds."""
    found = [one for one in judge(camera_studies(plan)) if one.code == code]
    assert all(one.verdict != "unknown" for one in found), code
    return max((GRAVITY[one.verdict] for one in found), default=0)


@pytest.mark.parametrize(
    ("code", "with_", "values"), WAYS, ids=[f"{row[0]} {row[2][-1]:g}" for row in WAYS]
)
def test_a_rule_changes_its_mind_once(
    code: str, with_: Callable[[float], dict[str, Any]], values: Sequence[float]
) -> None:
    said = [gravity(changed(**with_(value)), code) for value in values]
    assert said[0] == GRAVITY["holds"], said
    assert said[-1] > GRAVITY["holds"], said
    assert all(before <= after for before, after in pairwise(said)), said


def test_the_sound_plan_is_where_every_way_begins() -> None:
    assert all(GRAVITY[one.verdict] == 0 for one in judge(camera_studies(SOUND)))
