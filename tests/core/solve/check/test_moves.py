"""Moves: whoever follows them, and nothing else, has the bench as planned after one or two rounds."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest

from steeple.core.frame.pose.measures import figures_of
from steeple.core.plan.document import Plan
from steeple.core.solve.check.moves import UP, camera_moves
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.check.compared import turned_deg
from steeple.core.study.inputs.support_forms import FORMS
from steeple.devices.workbench import Errors
from steeple.services.check.frames import CheckOptions, compared_of
from tests.checks import BOOK, Bench, codes, lit_from_both_sides, planned, studies


def followed(bench: Bench) -> Bench:
    """The bench after all moves of the camera, as they were tried."""
    compared = compared_of(
        bench.plan, bench.camera, bench.frame(), CheckOptions(), studies(bench.plan)
    )
    moves = camera_moves(compared)
    before, after = compared.camera, moves[-1].camera
    a, b = figures_of(before), figures_of(after)
    turned = (b["turn_deg"] - a["turn_deg"] + 180) % 360 - 180
    return bench.moved(
        right_mm=b["x_mm"] - a["x_mm"], away_mm=b["y_mm"] - a["y_mm"],
        up_mm=b["height_mm"] - a["height_mm"], lean_right_deg=b["lean_x_deg"] - a["lean_x_deg"],
        lean_away_deg=b["lean_y_deg"] - a["lean_y_deg"], turned_deg=turned,
    )  # fmt: skip


@pytest.mark.parametrize(
    ("errors", "first"),
    [
        (Errors(up_mm=-50.0), "Raise the arm by 5.0 cm"),
        (Errors(up_mm=35.0), "Lower the arm by 3.5 cm"),
        (Errors(lean_right_deg=2.0), "farther to your left"),
        (Errors(lean_away_deg=-3.0), "farther away from you"),
        (Errors(turned_deg=2.5), "against the clock, seen from above"),
        (Errors(right_mm=30.0, away_mm=-18.0), "the boom"),
        (Errors(up_mm=-50.0, lean_right_deg=2.0, away_mm=25.0, turned_deg=-3.0), "Turn"),
    ],
)
def test_following_the_moves_alone_brings_it_back(errors: Errors, first: str) -> None:
    bench = Bench(errors=errors)
    report = bench.check()
    assert report.verdict in ("fails", "watch")
    said = [sentence_words(one.words, "cm") for one in report.moves]
    assert any(first in one for one in said), said
    back = followed(bench).check(seed=5)
    assert codes(back) == set()
    assert back.verdict == "holds"
    assert back.moves == ()


def test_from_too_low_tilted_and_dark_at_one_side_to_as_planned() -> None:
    plan = lit_from_both_sides()
    bench = Bench(plan, Errors(up_mm=-50.0, lean_right_deg=2.0, lamps=(0.35, 1.0)))
    report = bench.check()
    assert {"check.too-low", "check.tilted", "check.uneven"} <= codes(report)
    lamp = next(one for one in report.moves if one.knob == "lamp")
    words = sentence_words(lamp.words, "cm")
    assert words.startswith("Turn Left panel up to 50 %")
    as_if = float(words.split("as much as at ")[1].split(" %")[0]) / 100
    assert as_if == pytest.approx(0.35 * 0.5, abs=0.03)
    # As the words say: it stood at that, and is turned to what was planned.
    again = followed(bench)
    again = replace(again, errors=replace(again.errors, lamps=(0.35 * 0.5 / as_if, 1.0)))
    assert again.check(seed=3).verdict == "holds"


def test_the_other_lamp_is_blamed_where_it_is_the_other() -> None:
    report = Bench(lit_from_both_sides(), Errors(lamps=(1.0, 0.4))).check()
    lamp = next(one for one in report.moves if one.knob == "lamp")
    assert "Right panel" in sentence_words(lamp.words, "cm")


def test_a_lamp_that_cannot_be_dimmed_is_moved() -> None:
    plan = lit_from_both_sides()
    left, right = plan.lights
    fixture = left.fixture.model_copy(update={"least_level_percent": 100.0})
    fixed = left.model_copy(update={"fixture": fixture, "level_percent": 100.0})
    report = Bench(
        plan.model_copy(
            update={"lights": (fixed, right.model_copy(update={"level_percent": 100.0}))}
        ),
        Errors(lamps=(0.4, 1.0)),
    ).check()
    lamp = next(one for one in report.moves if one.knob == "lamp")
    assert sentence_words(lamp.words, "cm").startswith("Move Left panel nearer")


def test_every_form_of_support_has_its_knob() -> None:
    assert set(UP) == set(FORMS)


def test_without_a_support_the_camera_itself_is_moved() -> None:
    camera = BOOK.cameras[0].model_copy(update={"support": None})
    plan: Plan = BOOK.model_copy(update={"cameras": (camera,)})
    said = [
        sentence_words(one.words, "cm")
        for one in Bench(plan, Errors(up_mm=-40.0, right_mm=40.0)).check().moves
    ]
    assert said[0] == "Raise the camera by 4.0 cm"
    assert said[1].startswith("Move the camera 4.")
    assert said[1].endswith("to your left")


def test_inches() -> None:
    said = [
        sentence_words(one.words, "in") for one in Bench(errors=Errors(up_mm=-50.8)).check().moves
    ]
    assert said == ["Raise the arm by 2 in"]


@pytest.mark.parametrize(
    ("right", "away", "turned"), [(3.0, 0.0, 0.0), (0.0, -4.0, 0.0), (0.0, 0.0, 12.0)]
)
def test_what_is_turned_is_told_by_its_way(right: float, away: float, turned: float) -> None:
    bench = Bench(errors=Errors(lean_right_deg=right, lean_away_deg=away, turned_deg=turned))
    camera, wanted = bench.workbench.camera, planned(BOOK).camera(bench.size)
    found = turned_deg(camera, wanted)
    assert found[0] == pytest.approx(-away, abs=0.05)
    assert found[1] == pytest.approx(-right, abs=0.05)
    assert found[2] == pytest.approx(-turned, abs=0.05)
    assert math.isfinite(sum(found))
