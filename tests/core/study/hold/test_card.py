"""What the card says of a support, measured again by plane geometry from the plan."""

from __future__ import annotations

from typing import Any

import pytest

from steeple.core.plan.document import Plan
from steeple.core.plan.gear.holding.support import Support
from steeple.core.study.base.card import CardRow
from steeple.core.study.hold.card import hold_sections
from steeple.core.study.hold.placing import place
from steeple.core.study.hold.study import HoldStudy
from tests.hold_cases import BAR, gear, held
from tests.plans import BUSH, CLAMP, SOUND, changed, scene

FREE: dict[str, Any] = {"foot": {"x_mm": None, "y_mm": None}}
TOP = "Support"
ORDER = "Put together in this order"


def study(plan: Plan = SOUND) -> HoldStudy:
    found = scene(plan).hold
    assert found is not None
    return found


def rows(plan: Plan, heading: str = TOP, fields: set[str] | None = None) -> dict[str, CardRow]:
    sections = {one.heading: one for _, one in hold_sections(study(plan), fields or set())}
    return {one.label: one for one in sections[heading].rows}


def order(plan: Plan) -> list[str]:
    return [row.text for row in rows(plan, ORDER).values()]


def value(row: CardRow) -> float:
    assert row.quantity is not None
    return row.quantity.value


@pytest.mark.parametrize(
    ("x", "y", "across", "away"),
    [
        (-800, -45, ("Column left of the table", 100), ("Column from your table edge", 305)),
        (760, 100, ("Column right of the table", 60), ("Column from your table edge", 450)),
        (-500, 430, ("Column from the left table edge", 200), ("Column beyond the far table edge", 80)),
        (300, -500, ("Column from the left table edge", 1000), ("Column before your table edge", 150)),
    ],
)  # fmt: skip
def test_the_column_is_found_by_tape_from_the_nearest_edges(
    x: float, y: float, across: tuple[str, float], away: tuple[str, float]
) -> None:
    found = rows(changed(**held(foot={"x_mm": float(x), "y_mm": float(y)})))
    for label, length in (across, away):
        assert value(found[label]) == pytest.approx(length)
        assert found[label].hint == "to the middle of its tube"


def test_the_arm_of_a_boom_by_height_and_reach() -> None:
    """The screw hangs 45 mm toward the maker of the lens, 31.3 mm above it, and 80 mm under the arm."""
    found = rows(SOUND)
    hold = study()
    assert value(found["Arm above the floor"]) == pytest.approx(740 + hold.held.screw.z + 80)
    assert value(found["Arm out, along its tube"]) == pytest.approx(800)
    assert found["Arm out, along its tube"].hint.endswith("toward 3 o’clock")
    assert found["One leg toward"].text == "3 o’clock"
    assert found["One leg toward"].hint.endswith("that is under the arm")


def test_a_leg_turned_by_hand_is_told_as_turned() -> None:
    found = rows(changed(**held(legs_toward_deg=270.0)))
    assert found["One leg toward"].text == "9 o’clock"
    assert "under the arm" not in found["One leg toward"].hint


def test_weights_are_told_with_where_they_go() -> None:
    found = rows(SOUND)
    assert value(found["Counterweight"]) == 1400
    assert found["Counterweight"].hint == "hang it before the camera goes on"
    assert value(found["Counterweight behind the column"]) == 600
    assert value(found["Sandbag"]) == 10_000
    assert found["Sandbag"].hint == "at the column"
    bare = rows(changed(**held(gear(counterweight_g=None), sandbag_g=None, counterweight_g=0.0)))
    assert not {"Counterweight", "Counterweight behind the column", "Sandbag"} & set(bare)


def test_a_drop_that_was_taken_as_usual_is_marked() -> None:
    at = f"/{study().support.at}/gear/drop_mm"
    assert rows(SOUND, fields={at})["Arm above the floor"].assumed
    assert not rows(SOUND)["Arm above the floor"].assumed


def test_a_bar_by_its_line_its_sections_and_where_the_camera_is_along_it() -> None:
    plan = changed(**held(BAR, **FREE))
    found, hold = rows(plan), study(plan)
    placement = hold.placement
    assert placement is not None
    assert placement.second is not None
    ends = placement.second.minus(placement.foot)
    assert value(found["Span, end to end"]) == pytest.approx(max(abs(ends.x), abs(ends.y)))
    assert found["Sections"].text.endswith(" of its tubes")
    assert value(found["Bar above the floor"]) == pytest.approx(740 + hold.held.screw.z + 150)
    along = value(
        found.get("Camera along it, from the left end")
        or found["Camera along it, from the near end"]
    )
    assert 0 < along < value(found["Span, end to end"])


def test_a_pole_on_the_table_is_measured_from_the_table() -> None:
    plan = changed(**held(CLAMP, **FREE))
    found, hold = rows(plan), study(plan)
    labels = [label for label in found if label.endswith(" above the table")]
    assert len(labels) == 1
    placement = hold.placement
    assert placement is not None
    wanted = placement.root.z if labels[0].startswith("Arm") else hold.held.screw.z
    assert value(found[labels[0]]) == pytest.approx(wanted)


@pytest.mark.parametrize(
    ("support", "first"),
    [
        (gear(), "Spread the legs, one under the arm; column upright, lock it"),
        (CLAMP, "Clamp or set its foot down, column upright"),
        (BAR, "Spread both stands, legs out, columns upright; then the bar on top"),
    ],
)
def test_it_goes_together_from_the_foot_up(support: Support, first: str) -> None:
    plan = changed(**held(support, **FREE))
    texts = order(plan)
    assert texts[0] == first
    assert texts[-1].startswith("After an hour: rim height again")
    assert texts[-2].startswith("Level, frame, lock every joint")
    assert [row.label for row in rows(plan, ORDER).values()] == [
        str(n + 1) for n in range(len(texts))
    ]


def test_weights_go_on_before_what_they_balance_and_the_second_fixing_before_letting_go() -> None:
    texts = order(SOUND)
    bag = texts.index("Lay the sandbag before anything goes up")
    weight = texts.index("Hang the counterweight, then draw the arm out and lock it")
    camera = texts.index("a camera")
    tie = texts.index("Tie the second fixing")
    assert bag < weight < camera < tie
    bare = order(
        changed(
            **held(gear(counterweight_g=None), sandbag_g=None, counterweight_g=0.0, tether=None)
        )
    )
    assert "Draw the arm out and lock it, one hand under it" in bare
    assert not [text for text in bare if "sandbag" in text or "second fixing" in text]


def test_what_is_still_to_get_is_said_where_it_goes_on() -> None:
    other = changed(**held(gear(threads=["3/8-16 stud"])))
    to_get = [row for row in rows(other, ORDER).values() if row.hint.endswith("; still to get")]
    assert to_get
    owned = changed(other, adapters=[BUSH.model_dump(mode="json")])
    assert not [row for row in rows(owned, ORDER).values() if "still to get" in row.hint]


def test_nothing_is_on_the_card_where_the_room_does_not_say_where_it_stands() -> None:
    pole = gear(form="wall-to-wall pole", anchor="wall", legs=None, footprint_mm=None)
    hold = study(changed(**held(pole, **FREE)))
    assert hold.placement is None
    assert place(hold.spot) is None
    assert hold_sections(hold, set()) == []
