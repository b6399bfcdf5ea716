"""What was learned, in words: of every figure, either way, whatever its standing."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from typing import get_args

import pytest

from steeple.core.findings.log.says import learned_says, log_answer
from steeple.core.record.pair import KINDS, LearnedOf, Pair, PairFigure, learned_from
from steeple.core.study.base.sentence import sentence_words

BEGAN = datetime(2026, 10, 1, 9, tzinfo=UTC)
FIGURES: tuple[PairFigure, ...] = get_args(PairFigure)


def learned(
    figure: PairFigure, off: float, count: int = 6, *, switched_off: bool = False
) -> LearnedOf:
    """What so many like cases teach: ``off`` is a share of one, or so many usual deviations."""
    kind = KINDS[figure]
    plain = 100.0
    far = plain * (1 + off) if kind.by == "share" else plain + 10 * off * kind.belief.usual_off
    pairs = [
        Pair(
            id=f"pair-{number:05d}", figure=figure, of="thing", of_name="The thing", plan_id="plan",
            at=BEGAN + timedelta(days=number % 2), predicted=plain, plain=plain, measured=far,
        )
        for number in range(count)
    ]  # fmt: skip
    found = learned_from(pairs, off=switched_off)
    assert found is not None
    return found


def words(one: LearnedOf) -> str:
    return sentence_words(learned_says(one), "cm")


@pytest.mark.parametrize("figure", FIGURES)
def test_every_figure_has_its_words_either_way(figure: PairFigure) -> None:
    more, less = words(learned(figure, 0.6)), words(learned(figure, -0.4))
    assert more != less
    for said in (more, less):
        assert said.startswith("The thing")
        assert said.endswith(", by 6 measurements.")
        assert "None" not in said
        assert "  " not in said


@pytest.mark.parametrize("figure", FIGURES)
@pytest.mark.parametrize(("count", "times"), [(1, "once"), (2, "2 measurements")])
def test_few_cases_are_said_to_be_few(figure: PairFigure, count: int, times: str) -> None:
    said = words(learned(figure, 0.6, count))
    assert said == f"The thing: measured {times}, too few to learn from."


@pytest.mark.parametrize("figure", FIGURES)
def test_nothing_off_is_as_planned(figure: PairFigure) -> None:
    assert words(learned(figure, 0.0)) == (
        "The thing: as planned, within what strays from case to case."
    )


@pytest.mark.parametrize("figure", FIGURES)
def test_what_is_switched_off_is_said_so(figure: PairFigure) -> None:
    said = words(learned(figure, 0.6, switched_off=True))
    assert said.endswith("; you switched it off.")


def test_the_size_is_said_in_its_own_unit() -> None:
    assert "% longer than its ring says" in words(learned("lens.focal", 0.2))
    assert " cm" in words(learned("support.sag", 0.5))
    assert "°" in words(learned("camera.tilt", 0.5))
    assert "stops" in words(learned("light.evenness", 0.5))


def test_the_answer_names_what_is_sure_and_counts_the_rest() -> None:
    sure = [learned(figure, 0.6) for figure in FIGURES[:3]]
    said = sentence_words(log_answer(sure, [], 4), "cm")
    assert "Learned: The thing" in said
    assert "and 2 more" in said
    assert "Nothing is in the log yet" in sentence_words(log_answer([], [], 0), "cm")
