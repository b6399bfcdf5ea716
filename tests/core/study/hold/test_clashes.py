"""What a support meets, at the very millimetre where it begins to: single members in a known room."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np
import pytest
from shapely.geometry import box

from steeple.core.geometry.rectangle import Rectangle
from steeple.core.geometry.room import Block
from steeple.core.geometry.vectors import Vector
from steeple.core.plan.document import Plan
from steeple.core.study.hold.clashes import (
    Clash,
    Member,
    Placement,
    Spot,
    clashes_of,
    head_gap_mm,
    seat_of,
)
from steeple.core.study.hold.study import HoldStudy
from tests.hold_cases import gear, held
from tests.plans import SOUND, changed, scene

ROOM: dict[str, Any] = {
    "room__width_mm": 4000,
    "room__depth_mm": 4000,
    "room__table_from_left_wall_mm": 1000,
    "room__table_from_far_wall_mm": 1500,
}


def study(plan: Plan = SOUND) -> HoldStudy:
    found = scene(plan).hold
    assert found is not None
    return found


def meets(
    spot: Spot, placement: Placement | None, *members: Member, **values: Any
) -> dict[str, Clash]:
    """What a placement with these members alone meets, by kind."""
    assert placement is not None
    bare = replace(placement, members=members, clashes=(), **values)
    return {one.kind: one for one in clashes_of(spot, bare)}


def boom(a: Vector, b: Vector) -> Member:
    return Member("boom", a, b)


def highest_head(spot: Spot) -> tuple[Vector, float]:
    x, y, z, radius = max(spot.work.maker.heads.tolist(), key=lambda one: one[2])
    return Vector(x, y, z), radius


@pytest.mark.parametrize(("gap", "hits"), [(200, False), (41, False), (39, True), (11, True), (-30, True)])  # fmt: skip
def test_four_centimetres_stay_free_above_every_head(gap: float, hits: bool) -> None:
    hold = study()
    head, radius = highest_head(hold.spot)
    level = head.z + radius + gap
    found = meets(
        hold.spot, hold.placement, boom(Vector(-900, head.y, level), Vector(900, head.y, level))
    )
    assert ("head" in found) == hits
    if hits:
        assert found["head"].over_mm == pytest.approx(40 - gap, abs=1e-6)


def test_the_room_to_the_heads_is_that_of_ten_thousand_points() -> None:
    """Along a slanted member, point by point, to every head in every pose."""
    hold = study()
    a, b = Vector(-700.0, -600.0, 500.0), Vector(500.0, 200.0, 900.0)
    steps = np.linspace(0, 1, 10_001)[:, None]
    points = np.array(a) + steps * (np.array(b) - np.array(a))
    heads = hold.work.maker.heads
    distances = np.linalg.norm(points[:, None, :] - heads[None, :, :3], axis=2) - heads[:, 3]
    assert head_gap_mm(hold.spot, [boom(a, b)]) == pytest.approx(float(distances.min()), abs=0.01)
    point = boom(a, a)
    alone = np.linalg.norm(heads[:, :3] - np.array(a), axis=1) - heads[:, 3]
    assert head_gap_mm(hold.spot, [point]) == pytest.approx(float(alone.min()), abs=1e-9)
    assert head_gap_mm(hold.spot, [point, boom(a, b)]) == pytest.approx(
        float(distances.min()), abs=0.01
    )


def test_legs_are_no_danger_to_heads_but_everything_above_them_is() -> None:
    hold = study()
    head, _radius = highest_head(hold.spot)
    through = (Vector(-300, head.y, head.z), Vector(300, head.y, head.z))
    assert "head" not in meets(hold.spot, hold.placement, Member("leg", *through))
    for part in ("column", "boom", "behind", "bar", "pole", "drop"):
        assert "head" in meets(hold.spot, hold.placement, Member(part, *through)), part


@pytest.mark.parametrize(("below", "over"), [(25.0, 0.0), (21.0, 0.0), (15.0, 5.0), (-40.0, 60.0)])
def test_two_centimetres_stay_free_under_the_ceiling(below: float, over: float) -> None:
    hold = study()
    ceiling = hold.work.ceiling_at(-800, -45)
    assert ceiling == 2600 - 740
    top = Vector(-800, -45, ceiling - below)
    found = meets(hold.spot, hold.placement, Member("column", Vector(-800, -45, -740), top))
    assert ("ceiling" in found) == (over > 0)
    if over:
        assert found["ceiling"].over_mm == pytest.approx(over)


def test_no_ceiling_given_meets_none() -> None:
    hold = study(changed(room__ceiling_mm=None))
    high = Member("column", Vector(-800, -45, -740), Vector(-800, -45, 9000))
    assert "ceiling" not in meets(hold.spot, hold.placement, high)


@pytest.mark.parametrize(
    ("end", "over"),
    [
        (Vector(-1690, 0, 800), 0.0),
        (Vector(-1710, 0, 800), 10.0),
        (Vector(2330, 0, 800), 30.0),
        (Vector(0, 1900, 800), 50.0),
        (Vector(0, -2155, 800), 5.0),
    ],
)
def test_walls_stand_where_the_table_was_measured_from(end: Vector, over: float) -> None:
    """The table reaches from −700 to 700 and −350 to 350; walls 1 m left of it and 1.5 m behind."""
    hold = study(changed(**ROOM))
    walls = hold.work.walls
    assert walls == Rectangle(-1700, 2300, -2150, 1850)
    found = meets(hold.spot, hold.placement, boom(Vector(0, -45, 800), end))
    assert ("wall" in found) == (over > 0)
    if over:
        assert found["wall"].over_mm == pytest.approx(over)


def test_a_thing_in_the_room_is_met_where_the_boom_goes_through_it() -> None:
    hold = study()
    spot = replace(
        hold.spot,
        work=replace(hold.work, blocks=(Block("beam", -500, -400, -200, 100, 700, 900),)),
    )
    for level, hits in ((699.0, False), (701.0, True), (899.0, True), (901.0, False)):
        member = boom(Vector(-800, -45, level), Vector(0, -45, level))
        assert ("thing" in meets(spot, hold.placement, member)) == hits, level
    found = meets(spot, hold.placement, boom(Vector(-800, -45, 800), Vector(0, -45, 800)))
    assert found["thing"].name == "beam"


@pytest.mark.parametrize(
    ("foot", "hits"),
    [((-690, 0), True), ((-710, 0), False), ((0, 349), True), ((0, 351), False), ((0, 0), True)],
)
def test_the_column_of_a_floor_stand_does_not_go_through_the_table(
    foot: tuple[float, float], hits: bool
) -> None:
    hold = study()
    found = meets(hold.spot, hold.placement, foot=Vector(*foot, -740.0), stands=(), feet=())
    assert ("table" in found) == hits


def test_the_makers_seat_is_sixty_wide_and_reaches_behind_the_hips() -> None:
    hold = study()
    hip = hold.work.maker.poses.middle.hip
    seat = seat_of(hold.work)
    assert (seat.left, seat.right) == (hip.x - 300, hip.x + 300)
    assert seat.near == hip.y - 450
    assert seat.far == min(hip.y + 250, -350)
    for x, hits in ((seat.left + 5, True), (seat.left - 5, False), (seat.right + 5, False)):
        foot = Vector(x, (seat.near + seat.far) / 2, -740.0)
        found = meets(hold.spot, hold.placement, foot=foot, stands=(), feet=())
        assert ("seat" in found) == hits, x


def test_a_camera_is_not_held_by_what_stands_in_its_picture() -> None:
    """The lens hangs 720 over the middle and sees a little more than the zone of 420 × 240."""
    hold = study()
    within = boom(Vector(-800, 0, 300), Vector(-60, 0, 300))
    beside = boom(Vector(-800, 0, 300), Vector(-400, 0, 300))
    above = boom(Vector(-800, 0, 760), Vector(0, 0, 760))
    assert "picture" in meets(hold.spot, hold.placement, within)
    assert "picture" not in meets(hold.spot, hold.placement, beside)
    assert "picture" not in meets(hold.spot, hold.placement, above)
    dropped = Member("drop", Vector(0, 0, 760), Vector(0, 0, 300))
    assert "picture" not in meets(hold.spot, hold.placement, dropped)


def test_a_small_stand_keeps_off_the_zone_and_on_the_table() -> None:
    stand = gear(form="table-top stand", anchor="table", footprint_mm=150)
    hold = study(changed(**held(stand, foot={"x_mm": -550.0, "y_mm": 250.0})))
    placement = hold.placement
    assert placement is not None
    assert placement.polygon is not None
    assert not {"edge", "zone"} & set(meets(hold.spot, placement))
    inside, over = (-650.0, 250.0), (-750.0, 250.0)
    rest = ((-550.0, 250.0), (-600.0, 340.0))
    assert "edge" not in meets(hold.spot, placement, feet=(inside, *rest))
    assert "edge" in meets(hold.spot, placement, feet=(over, *rest))
    zone = hold.work.footprint
    for gap, hits in ((1.0, False), (-1.0, True)):
        aside = box(zone.left - 150 - gap, -50, zone.left - gap, 50)
        assert ("zone" in meets(hold.spot, placement, polygon=aside)) == hits
