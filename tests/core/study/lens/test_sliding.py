"""The compiled camera that slides along its axis, against the same figures taken from its pyramid in plain code and a
root found by another method."""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Any

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from scipy.optimize import brentq

from steeple.core.geometry.room import Ceiling
from steeple.core.optics.sliding import FOCUSED, HAND, HEAD, OVERHEAD, SCALE, SPARE, WALL, Figure
from steeple.core.study.lens.framing import Framing
from steeple.core.study.plan_study import camera_studies
from steeple.demo.plans import PLANS
from tests.plans import PHONE, SOUND_IN_FULL, changed, scene

ROOM: dict[str, Any] = {
    "room__ceiling_mm": 2700,
    "room__slope": {"across": "near-far", "first_mm": 2900, "second_mm": 2200},
    "room__width_mm": 3200,
    "room__depth_mm": 3600,
    "room__table_from_left_wall_mm": 700,
    "room__table_from_far_wall_mm": 900,
    "room__obstacles": [
        {
            "name": "a beam", "from_left_edge_mm": -400, "from_front_edge_mm": 100, "width_mm": 2400,
            "depth_mm": 500, "bottom_mm": 2050, "top_mm": None,
        }
    ],
}  # fmt: skip
FALLING = (SCALE, HEAD, OVERHEAD, WALL)
IDS = {
    SPARE: "zone", FOCUSED: "focus", HAND: "hands", SCALE: "detail", HEAD: "head",
    OVERHEAD: "ceiling", WALL: "walls",
}  # fmt: skip


def in_plain_code(framing: Framing, figure: Figure) -> Callable[[float], float]:
    """The figure as the framing itself tells it."""
    work = framing.work
    ways: dict[Figure, Callable[[float], float]] = {
        SPARE: framing.least_spare,
        FOCUSED: framing.focus_distance,
        HAND: framing.hand_room,
        SCALE: lambda d: framing.detail_px(d) / (work.delivery_px.width * work.detail_mm),
        HEAD: framing.head_clearance,
        OVERHEAD: lambda d: math.inf if (room := framing.overhead_room(d)) is None else room,
        WALL: lambda d: math.inf if (room := framing.wall_room(d)) is None else room,
    }
    return ways[figure]


def framings() -> list[Framing]:
    plans = [*PLANS, SOUND_IN_FULL, changed(**ROOM), changed(**ROOM, work__tilt_deg=25)]
    aim = {"tilt_deg": 35, "toward_deg": 200}
    plans.append(changed(**ROOM, cameras__0__aim=aim, cameras__0__position={}))
    phone = PHONE.model_dump(mode="json")
    plans.append(changed(cameras__0__body=phone, cameras__0__lens=None, cameras__0__mode="4K"))
    found = [one.lens for plan in plans for one in camera_studies(plan)]
    return [one.framing for one in found if one is not None]


def check(framing: Framing, figure: Figure, more_mm: float) -> bool:
    """What a figure is at a distance is reached there, and not before; whether there was anything to check."""
    plain = in_plain_code(framing, figure)
    sign = -1.0 if figure in FALLING else 1.0
    # Nearer than life size the body rises again as the lens comes down.
    start = max(framing.lowest, 2 * framing.view.least_distance_mm - framing.nearest)
    at_mm = start + more_mm
    bound = plain(at_mm)
    if not math.isfinite(bound):
        return False

    def lacks(d_mm: float) -> float:
        return sign * (plain(d_mm) - bound)

    found = framing.reached(figure, bound, falls=figure in FALLING, floor=start)
    if lacks(start) >= 0:
        assert found == start
        return False
    assert found is not None
    assert lacks(found) >= -1e-9 * max(1.0, abs(bound))
    steps = np.linspace(start, at_mm, 1 + math.ceil(more_mm / 20))
    told = [lacks(float(d)) for d in steps]
    if figure == HEAD and np.any(np.diff(told) < 0):
        return False  # behind the camera a head comes nearer as it goes away
    after = next((number for number, one in enumerate(told) if one >= 0), len(told) - 1)
    # Where a box begins to hang over the camera the room jumps: both find the same side of it.
    root = at_mm
    if told[after] > 0:
        root = float(brentq(lacks, steps[after - 1], steps[after], xtol=1e-9))
    # A figure that hardly changes is told by its value, not by where it has it.
    steady = abs(lacks(found)) < 1e-6 and abs(lacks(root)) < 1e-6
    assert steady or found == pytest.approx(root, abs=2e-6 * max(1.0, root))
    return True


@pytest.mark.parametrize("figure", IDS, ids=IDS.values())
def test_what_bounds_a_camera_is_found_where_it_is(figure: Figure) -> None:
    checked = [
        check(framing, figure, more)
        for framing in framings()
        for more in (10.0, 180.0, 700.0, 2400.0)
    ]
    assert sum(checked) >= 4


@settings(max_examples=60)
@given(
    tilt=st.floats(0, 90),
    toward=st.floats(0, 359),
    slope=st.floats(0, 60),
    focal=st.floats(16, 50),
    top=st.floats(0, 120),
    focus=st.none() | st.floats(0, 100),
    more=st.floats(1, 3000),
    figure=st.sampled_from(sorted(IDS)),
)
def test_a_camera_that_leans_over_work_that_slopes(
    tilt: float, toward: float, slope: float, focal: float, top: float, focus: float | None,
    more: float, figure: Figure,
) -> None:  # fmt: skip
    values: dict[str, Any] = {
        "cameras__0__aim": {"tilt_deg": tilt, "toward_deg": toward},
        "cameras__0__position": {},
        "cameras__0__focal_mm": focal,
        "cameras__0__focus_height_mm": focus,
        "work__tilt_deg": slope,
        "work__zone_top_mm": top,
    }
    found = scene(changed(**ROOM, **values)).lens
    assume(found is not None)
    assert found is not None
    check(found.framing, figure, more)


@pytest.mark.parametrize("framing", framings())
def test_the_last_place_without_a_head_is_that_of_a_plain_count(framing: Framing) -> None:
    clear, d = None, max(framing.lowest, 30.0)
    seen_then = False
    while d <= 2500.0:
        if framing.head_clearance(d) >= -3.0:
            clear = d
        elif clear is not None:
            seen_then = True
            break
        d += max(40.0, 0.08 * d)
    found = framing.last_without_head(within_mm=3.0, highest_mm=2500.0, step_mm=40.0, share=0.08)
    assert found == (clear, seen_then)


@pytest.mark.parametrize(
    "ceiling",
    [
        Ceiling(flat_mm=1800),
        Ceiling(flat_mm=1800, along="y", first=(-100, 1900.0), second=(500, 1200.0)),
        Ceiling(flat_mm=None, along="x", first=(0, 1000.0), second=(10, 2000.0)),
    ],
)
def test_the_planes_of_a_ceiling_are_as_high_as_it_is(ceiling: Ceiling) -> None:
    for x, y in ((0, 0), (300, -200), (-50, 900), (4, 4)):
        height = min(at + along * x + away * y for at, along, away in ceiling.planes)
        assert height == pytest.approx(ceiling.height_at(x, y), rel=1e-12)


def test_a_plan_of_nothing_but_a_shape_has_no_bound_of_a_room() -> None:
    found = scene(changed(room__ceiling_mm=None, room__obstacles=[])).lens
    assert found is not None
    assert found.framing.reached(OVERHEAD, 0.0, falls=True) is None
    assert found.framing.reached(WALL, 60.0, falls=True) is None


@pytest.mark.parametrize("tilt", [20, 30, 35, 40, 45])
def test_a_camera_that_backs_into_a_beam_ends_there_and_not_behind_it(tilt: float) -> None:
    """A camera that leans away from the maker moves back over them as it is raised, and meets a beam on that way."""
    values: dict[str, Any] = {
        "room__ceiling_mm": 2900, "cameras__0__aim": {"tilt_deg": tilt, "toward_deg": 0},
        "cameras__0__position": {},
    }  # fmt: skip
    beam = {
        "name": "a beam", "from_left_edge_mm": -400, "from_front_edge_mm": -500, "width_mm": 2400,
        "depth_mm": 150, "bottom_mm": 1300, "top_mm": 1450,
    }  # fmt: skip
    free, under = (
        scene(changed(**values, room__obstacles=obstacles)).lens for obstacles in ([], [beam])
    )
    assert free is not None
    assert under is not None
    highest, least = free.settings.heights.at("ceiling"), under.settings.heights.at("ceiling")
    assert highest is not None
    assert least is not None
    framing = under.framing
    rooms = [framing.overhead_room(framing.d_of(z)) for z in np.arange(300.0, highest, 5.0)]
    hit = next(number for number, room in enumerate(rooms) if room is not None and room < 0)
    assert least == pytest.approx(300.0 + 5.0 * hit, abs=5.0)
    assert least < highest
