"""Where a verdict turns: found by halving, held against the figure at which it must turn."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import pytest

from steeple.core.plan.document import Plan
from steeple.core.study.lens.study import Sight
from tests.plans import SOUND, ZOOM, changed, finding, scene

HALVINGS = 44
ALLOWED = 0.051
"""Rules about lengths on the bench let a twentieth of a millimetre pass."""


@dataclass(frozen=True)
class Turn:
    """A field moved from a value at which a rule holds to one at which it does not."""

    code: str
    field: str
    holds: float
    breaks: float
    wanted: float
    base: Plan = SOUND
    tolerance: float = 1e-3

    def __str__(self) -> str:
        return f"{self.code} by {self.field}"


def flat(**values: Any) -> Plan:
    """The sound plan with flat work, focused on the table: every distance is the lens height."""
    return changed(
        work__zone_top_mm=0, work__items=[], cameras__0__focus_height_mm=0, **values
    )  # fmt: skip


def sight_of(plan: Plan) -> Sight:
    found = scene(plan).sight
    assert found is not None
    return found


def image_distance(f: float, u: float) -> float:
    return f * u / (u - f)


def zoom_that_fits(extent: float, side: float, u: float) -> float:
    """The focal length at which a side of the sensor just spans an extent at u: f = v u ÷ (u + v)."""
    v = side * u / extent
    return v * u / (u + v)


HEIGHT = 720.0
V = image_distance(30, HEIGHT)
PX_PER_MM = 1920 / (23.5 * HEIGHT / V)
SEEN_DEPTH = 13.22 * HEIGHT / V
RATIO = 30 / (HEIGHT - 30)
AIRY = 2.44 * 550e-6 * (1 + RATIO)

TURNS = [
    Turn("lens.zone-cut-off", "work__zone__margin_mm", 1, 200, (SEEN_DEPTH - 240) / 2, flat(), ALLOWED),
    Turn(
        "lens.zone-cut-off", "cameras__0__focal_mm", 20, 50,
        zoom_that_fits(280, 13.22, HEIGHT), flat(), 0.02,
    ),
    Turn("lens.zone-cut-off", "cameras__0__position__y_mm", 0, 90, (SEEN_DEPTH - 280) / 2, flat(), ALLOWED),
    Turn("lens.stand-ends", "cameras__0__stand_highest_mm", 1900, 100, HEIGHT, tolerance=ALLOWED),
    Turn("lens.stand-ends", "cameras__0__stand_lowest_mm", 100, 1200, HEIGHT, tolerance=ALLOWED),
    Turn("lens.detail-lost", "work__finest_detail_mm", 2, 0.1, 2 / PX_PER_MM, flat()),
    Turn("lens.crop-beyond-recording", "delivery__crop_wanted", 1, 5, 3840 / 1920),
    Turn("lens.diffraction-soft", "cameras__0__f_number", 5.6, 45, 2 * 23.5 / 1920 / AIRY, flat()),
    Turn("lens.zoom-out-of-range", "cameras__0__focal_mm", 30, 80, 50, tolerance=0.3),
    Turn("lens.zoom-out-of-range", "cameras__0__focal_mm", 30, 8, 16, tolerance=0.3),
    Turn("lens.past-table-edge", "table__depth_mm", 700, 300, 350 + SEEN_DEPTH / 2,
         flat(work__zone__from_front_edge_mm=230), tolerance=1.0),
    Turn("work.item-above-top", "work__items__0__height_mm", 10, 90, 30, tolerance=0.6),
    Turn("work.item-outside-zone", "work__items__0__x_mm", 0, 300, 210 - 30, tolerance=0.6),
    Turn("work.item-outside-zone", "work__items__0__y_mm", 0, 200, 120 - 20, tolerance=0.6),
    Turn("work.zone-off-table", "work__zone__from_left_edge_mm", 400, 1300, 1400 - 420,
         tolerance=0.6),
    Turn("work.zone-off-table", "work__zone__from_front_edge_mm", 200, 690, 700 - 240,
         tolerance=0.6),
    Turn("work.mat-too-alike", "table__mat_reflectance", 0.1, 0.7, 0.75 / 2),
]  # fmt: skip


def turning(turn: Turn, holds: Callable[[Plan], bool]) -> float:
    """The value at which a rule ceases to hold, by halving."""
    good, bad = turn.holds, turn.breaks
    assert holds(changed(turn.base, **{turn.field: good})), "it holds to begin with"
    assert not holds(changed(turn.base, **{turn.field: bad})), "and not in the end"
    for _ in range(HALVINGS):
        middle = (good + bad) / 2
        if holds(changed(turn.base, **{turn.field: middle})):
            good = middle
        else:
            bad = middle
        if abs(good - bad) < 1e-7 * max(1.0, abs(good)):
            break
    return (good + bad) / 2


@pytest.mark.parametrize("turn", TURNS, ids=str)
def test_a_verdict_turns_where_the_formula_says(turn: Turn) -> None:
    def holds(plan: Plan) -> bool:
        found = finding(plan, turn.code)
        assert found is not None
        return found.verdict == "holds"

    assert turning(turn, holds) == pytest.approx(turn.wanted, rel=1e-6, abs=turn.tolerance)


def test_room_for_hands_turns_at_the_room_there_is() -> None:
    """Pupil at 720, sensor v behind it, mount 18 and lens 70 ahead of that, the work 30 high."""
    plan = changed(cameras__0__focus_height_mm=0)
    rim = HEIGHT + RATIO * 30 + 30 - 18 - 70
    room = sight_of(plan).hand_room_mm
    turn = Turn("lens.no-hand-room", "maker__hand_room_mm", 100, 1500, room, plan)

    def holds(now: Plan) -> bool:
        found = finding(now, turn.code)
        return found is not None and found.verdict == "holds"

    assert turning(turn, holds) == pytest.approx(room, abs=0.6)
    assert abs(room - (rim - 30)) < 40, "thick lenses differ from thin ones by centimetres at most"


def test_the_ceiling_turns_at_the_clearance_wanted() -> None:
    back = sight_of(SOUND).back_height_mm + 740
    turn = Turn("lens.ceiling-in-the-way", "room__ceiling_mm", 2600, 1400, back)

    def clear(now: Plan) -> bool:
        found = finding(now, turn.code)
        return found is not None and found.verdict != "fails"

    assert turning(turn, clear) == pytest.approx(back, abs=0.6)


@pytest.mark.parametrize("f", [16.0, 24.0, 35.0, 50.0])
def test_too_near_turns_at_the_distance_printed_on_the_lens(f: float) -> None:
    """The print's distance D from the mark: u + v = D with 1/u + 1/v = 1/f, the longer u."""
    printed = 250.0
    u = (printed + math.sqrt(printed**2 - 4 * f * printed)) / 2
    lens = ZOOM.model_copy(update={"greatest_magnification": None})
    plan = flat(cameras__0__focal_mm=f, cameras__0__lens=lens.model_dump(mode="json"))
    turn = Turn("lens.too-close-to-focus", "cameras__0__position__z_mm", 700, 60, u, plan)

    def holds(now: Plan) -> bool:
        found = finding(now, turn.code)
        return found is not None and found.verdict == "holds"

    assert turning(turn, holds) == pytest.approx(u, abs=0.6)


@pytest.mark.parametrize("stop", [2.8, 5.6, 11.0])
def test_sharpness_turns_where_the_blur_is_the_circle(stop: float) -> None:
    """Focused on the table, a top at h blurs to (f ÷ N) m h ÷ (u − h)."""
    circle = math.hypot(23.5, 13.22) / 1500
    aperture = 30 / stop
    h = circle * HEIGHT / (aperture * RATIO + circle)
    plan = changed(work__items=[], cameras__0__focus_height_mm=0, cameras__0__f_number=stop)
    turn = Turn("lens.not-sharp-throughout", "work__zone_top_mm", 1, 600, h, plan)

    def holds(now: Plan) -> bool:
        found = finding(now, turn.code)
        return found is not None and found.verdict == "holds"

    assert turning(turn, holds) == pytest.approx(h, rel=1e-3, abs=0.6)


@pytest.mark.parametrize("x", [-300.0, 0.0, 250.0])
@pytest.mark.parametrize(("first", "second"), [(2_300.0, 1_700.0), (1_750.0, 2_400.0)])
def test_a_sloping_ceiling_is_lowest_over_the_lower_edge(
    x: float, first: float, second: float
) -> None:
    """Measured above the left and right table edges, the ceiling is a line between them."""
    plan = changed(
        room__ceiling_mm=3000,
        room__slope={"across": "left-right", "first_mm": first, "second_mm": second},
        cameras__0__position={"x_mm": x, "y_mm": 0, "z_mm": 720},
    )
    found = sight_of(plan)
    share = (490 + 420 / 2 + x) / 1400
    over = first + (second - first) * share - 740
    assert found.ceiling_clearance_mm is not None
    assert found.ceiling_clearance_mm == pytest.approx(over - found.back_height_mm, abs=1e-6)
    level = sight_of(changed(plan, room__slope=None)).ceiling_clearance_mm
    assert level == pytest.approx(3000 - 740 - found.back_height_mm, abs=1e-6)
