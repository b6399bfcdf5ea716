"""The answer of the light step in words, against the study that it is read from."""

from __future__ import annotations

import pytest

from steeple.core.evaluation import evaluate
from steeple.core.plan.document import Plan
from steeple.core.study.base.answer import Answer
from steeple.core.study.base.sentence import Piece, sentence_words
from steeple.core.study.light.study import LightStudy
from steeple.demo.plans import GILDING
from tests.light_cases import ABOVE, PANEL, SPOT, lamp, with_lamps
from tests.plans import BULB, SOUND, changed, scene

TWO = changed(**with_lamps(ABOVE, lamp(PANEL, 500, 300, 700, "warm")))
LOW = changed(**with_lamps(lamp(SPOT, -500, -300, 300, level_percent=50)))
WINDOW_ALONE = changed(GILDING, lights=[])
LIT = {"sound": SOUND, "two": TWO, "low": LOW, "bulb": changed(**with_lamps(lamp(BULB, 300, 500, 800)))}  # fmt: skip


def light(plan: Plan) -> LightStudy:
    found = scene(plan).light
    assert found is not None
    return found


def answer(plan: Plan) -> Answer:
    return next(one for one in evaluate(plan, try_mends=False).answers if one.step == "light")


def line(plan: Plan) -> str:
    return sentence_words(answer(plan).line, "cm")


def under(plan: Plan) -> str:
    return sentence_words(answer(plan).under, "cm")


@pytest.mark.parametrize("plan", LIT.values(), ids=LIT)
def test_it_is_about_the_lamp_that_gives_most(plan: Plan) -> None:
    study = light(plan)
    key = study.key
    assert key is not None
    assert key.zone_lx == max(one.zone_lx for one in study.lit)
    first = line(plan)
    name = key.lamp.name
    assert first.startswith(name[0].upper() + name[1:] + " at ")
    assert f"{round(key.elevation_deg)}° up" in first
    assert f"{key.distance_mm / 10:.1f} cm from the work" in first
    assert f"{round(100 * key.share)} % of what the camera sees" in first


@pytest.mark.parametrize("plan", LIT.values(), ids=LIT)
def test_the_worst_pose_is_told_unless_nearly_all_stays_lit(plan: Plan) -> None:
    key = light(plan).key
    assert key is not None
    first = line(plan)
    assert ("in every pose." in first) == (key.worst > 0.97)
    assert (f"{round(100 * key.worst)} % in the worst pose." in first) == (key.worst <= 0.97)


def test_both_ends_of_the_worst_pose_are_met() -> None:
    """A lamp that clears the hands in all poses, and one that does not."""
    worst = [key.worst for plan in LIT.values() if (key := light(plan).key)]
    assert min(worst) < 0.97
    high = changed(**with_lamps(lamp(PANEL, 0, 900, 500)))
    key = light(high).key
    assert key is not None
    assert ("in every pose." in line(high)) == (key.worst > 0.97)


def test_other_lamps_follow_by_clock_and_height() -> None:
    assert "With it" not in line(SOUND)
    assert "With it: a soft lamp at 11 o’clock, 65° up." in line(TWO)
    off = changed(**with_lamps(ABOVE, lamp(PANEL, 500, 300, 700, "warm", lit=False)))
    assert "With it" not in line(off)


@pytest.mark.parametrize("plan", LIT.values(), ids=LIT)
def test_where_its_middle_is_by_the_edges_and_what_it_gives(plan: Plan) -> None:
    study = light(plan)
    key = study.key
    assert key is not None
    centre, figures = key.lamp.centre, under(plan)
    across = {
        True: f"Its middle {(centre.x + 700) / 10:.1f} cm from the left table edge",
        centre.x < -700: f"Its middle {(-700 - centre.x) / 10:.1f} cm left of the table",
        centre.x > 700: f"Its middle {(centre.x - 700) / 10:.1f} cm right of the table",
    }
    away = {
        True: f"{(centre.y + 350) / 10:.1f} cm from your table edge",
        centre.y < -350: f"{(-350 - centre.y) / 10:.1f} cm before your table edge",
        centre.y > 350: f"{(centre.y - 350) / 10:.1f} cm beyond the far table edge",
    }
    assert across[True] in figures
    assert away[True] in figures
    assert "−" not in figures
    assert f"{centre.z / 10:.1f} cm above the table" in figures
    assert f"{study.mean_lx:.0f} lx on the zone" in figures
    assert "daylight" not in figures
    assert study.shade is not None
    assert f"shadows to {round(study.shade.p95, 1):g} stops" in figures
    assert f"even to {round(study.uneven_stops, 1):g} stops" in figures


def doors(pieces: tuple[Piece, ...]) -> list[tuple[str | None, str | None]]:
    return [(one.field, one.figure) for one in pieces if one.field or one.figure]


def test_every_figure_opens_its_working_or_its_field() -> None:
    opened = doors(answer(SOUND).line) + doors(answer(SOUND).under)
    at = "/lights/0/position"
    assert {figure for _, figure in opened if figure} >= {
        "light.share", "light.illuminance", "light.even_ninths", "light.iso", "light.shade"}  # fmt: skip
    assert {field for field, _ in opened if field} >= {f"{at}/{axis}_mm" for axis in "xyz"}


def test_without_lamps_it_asks_for_one() -> None:
    assert line(changed(lights=[])).startswith("Take a lamp from the cupboard")
    dark = changed(lights__0__lit=False)
    assert line(dark) == "No lamp is switched on: the work is dark."


def test_by_the_window_alone_it_says_how_much_and_how_that_changes() -> None:
    study = light(WINDOW_ALONE)
    windows = study.daylight
    assert windows is not None
    change = windows.study.drift_stops(0.0)[-1]
    first, last = windows.study.moments[0], windows.study.moments[-1]
    assert line(WINDOW_ALONE) == (
        f"By the window alone: {study.mean_lx:.0f} lx on the zone at {first.clock} under an overcast "
        f"sky, {abs(change):.1f} stops {'brighter' if change > 0 else 'darker'} at {last.clock}."
    )
    assert change < 0


def test_the_window_gets_brighter_in_the_morning() -> None:
    morning = changed(WINDOW_ALONE, room__daylight__begins="07:30", room__daylight__sky="clear")
    assert " a clear sky" in line(morning)
    assert "brighter at " in line(morning)


def test_daylight_beside_a_lamp_is_told_as_a_part() -> None:
    windows = light(GILDING).daylight
    assert windows is not None
    assert f"{windows.lux:.0f} lx of it daylight" in under(GILDING)
