"""Sentences in pieces: what is said, in which unit, and which door each figure opens."""

from __future__ import annotations

import ast
import re
from pathlib import Path

import pytest

from steeple.core.study.base.answer import Answer
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.base.sentence import Piece, Quantity, door, mm, say, sentence_words
from steeple.core.units import UnitSystem

ROOT = Path(__file__).resolve().parents[4]


@pytest.mark.parametrize(
    ("system", "words"),
    [
        ("cm", "Raise the lens by 12.7 cm, to 72.0 cm."),
        ("in", "Raise the lens by 5 in, to 28 3/8 in."),
    ],
)
def test_lengths_are_said_in_the_units_of_the_maker(system: UnitSystem, words: str) -> None:
    sentence = say("Raise the lens by {step}, to {height}.", step=mm(127), height=mm(720))
    assert sentence_words(sentence, system) == words


def test_of_two_lengths_with_a_times_sign_only_the_second_says_its_unit() -> None:
    size = say("It sees {w} × {d} at the table.", w=mm(597), d=mm(336))
    assert sentence_words(size, "cm") == "It sees 59.7 × 33.6 cm at the table."
    apart = say("It sees {w} and {d}.", w=mm(597), d=mm(336))
    assert sentence_words(apart, "cm") == "It sees 59.7 cm and 33.6 cm."


def test_words_put_in_are_text_and_figures_are_pieces_of_their_own() -> None:
    pieces = say("{name} carries {load} of {rated}", name="The arm", load=Quantity(value=1900, unit="g"),
                 rated=door(Quantity(value=1500, unit="g"), figure="hold.allowed"))  # fmt: skip
    assert [piece.text for piece in pieces] == ["The arm carries ", "", " of ", ""]
    assert pieces[3].figure == "hold.allowed"
    assert pieces[1].figure is None
    assert sentence_words(pieces, "cm") == "The arm carries 1.9 kg of 1.5 kg"


def test_braces_in_a_name_are_not_taken_for_places() -> None:
    pieces = say("{name}: {d} away", name="a {strange} lamp", d=mm(100))
    assert sentence_words(pieces, "cm") == "a {strange} lamp: 10.0 cm away"


@pytest.mark.parametrize("name", ["{x}", "{", "}", "{0}", "{{}}", "{!r}", "{a.b}", "%s", "{ }"])
def test_what_a_maker_calls_a_thing_may_hold_any_braces(name: str) -> None:
    said = say(f"Move {name} by {{step}}", step=mm(120))
    assert sentence_words(said, "cm") == f"Move {name} by 12.0 cm"


def test_every_place_of_a_template_is_given_its_figure() -> None:
    """In the source itself: a place without its figure would be said as it stands."""
    seen = 0
    for path in (ROOT / "src" / "steeple").rglob("*.py"):
        for call in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
            if not (isinstance(call, ast.Call) and getattr(call.func, "id", "") == "say"):
                continue
            given = {word.arg for word in call.keywords}
            if None in given:
                continue
            for part in ast.walk(call.args[0]):
                if isinstance(part, ast.Constant) and isinstance(part.value, str):
                    seen += 1
                    missing = set(re.findall(r"\{([a-z_0-9]+)\}", part.value)) - given
                    assert not missing, f"{path.name}:{call.lineno} {missing}"
    assert seen > 300


def test_sentences_are_joined_end_to_end() -> None:
    both = (*say("Hang it {h} up", h=mm(700)), Piece(text=".", field="/x"))
    answer = Answer(step="lens", about="overhead", line=both, under=())
    assert sentence_words(answer.line, "cm") == "Hang it 70.0 cm up."
    assert answer.line[-1].field == "/x"


def test_what_is_given_is_taken_and_what_is_not_is_noted_once_with_its_words() -> None:
    notes = Assumptions()
    assert notes.fill(900.0, at="table/height_mm", usual=740.0, unit="mm", why="usual") == 900.0
    assert not notes.made
    assert notes.fill(None, at="table/height_mm", usual=740.0, unit="mm", why="usual") == 740.0
    assert notes.choose(None, at="maker/posture", usual="seated", why="usual") == "seated"
    assert notes.choose("standing", at="maker/posture", usual="seated", why="usual") == "standing"
    assert [one.field for one in notes.made] == ["/table/height_mm", "/maker/posture"]
    assert notes.made[0].quantity == mm(740.0)
    assert notes.made[1].text == "seated"
    assert notes.made[0].words


def test_a_working_asks_whether_any_of_its_fields_was_assumed() -> None:
    notes = Assumptions()
    notes.note("cameras/0/lens/mass_g", "a usual one")
    assert notes.covers("cameras/0/lens/mass_g")
    assert notes.covers("cameras/0/body/mass_g", "cameras/0/lens/mass_g")
    assert not notes.covers("cameras/0/body/mass_g")
    assert not notes.covers()
    assert Assumptions(made=notes.made).covers("cameras/0/lens/mass_g")
