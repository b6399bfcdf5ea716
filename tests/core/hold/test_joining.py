"""Spans, ends of parts, and shake: what fits what, and what swings how far."""

from __future__ import annotations

import math
from itertools import chain, combinations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steeple.core.hold.joining import MATES, Piece, end_of, mate_of, shortest_chain
from steeple.core.hold.shake import Wobble, damping_ratio, in_a_row_hz, swing_mm
from steeple.core.hold.spans import least_at_or_over, nearest_options, span_options
from steeple.core.plan.gear.holding.adapter import Adapter
from steeple.core.study.hold.joining import END_WORDS, KINDS_TO_GET, end_words, join_words, joined
from steeple.demo.cupboard import BODIES
from steeple.demo.rigging import ADAPTERS, SUPPORTS
from tests.plans import BODY, BUSH, CLAMP, PHONE, STAND

BUSHING = Piece("bush", ("3/8-16 socket", "1/4-20 stud"), 1)
SLEEVE = Piece("sleeve", ("5/8 receiver", "3/8-16 stud"), 1)
COUPLING = Piece("coupling", ("1/4-20 socket", "1/4-20 socket"), 0)


def names(offers: list[str], takes: str, pieces: list[Piece]) -> list[str] | None:
    found = shortest_chain(offers=offers, takes=takes, pieces=pieces)
    return None if found is None else [link.piece.name for link in found.links]


def test_every_end_mates_with_one_other_and_has_words() -> None:
    for one, other in MATES.items():
        assert MATES[other] == one != other
        assert mate_of(one) == other
        assert len(end_words(one)) > 3
        assert join_words(one)
    assert set(END_WORDS) == set(MATES)


def test_what_screws_together_needs_nothing_between() -> None:
    assert names(["1/4-20 stud"], "1/4-20 socket", []) == []


def test_a_chain_of_two_and_its_order() -> None:
    assert names(["5/8 spigot"], "1/4-20 socket", [BUSHING, SLEEVE]) == ["sleeve", "bush"]
    found = shortest_chain(offers=["5/8 spigot"], takes="1/4-20 socket", pieces=[BUSHING, SLEEVE])
    assert found is not None
    below = found.start
    for link in found.links:
        assert mate_of(below) == link.lower, "each part meets the one below it"
        below = link.upper
    assert mate_of(below) == found.goal
    assert found.missing == ()


def test_two_studs_do_not_join_and_what_is_missing_is_the_least() -> None:
    double = Piece("a long way round", ("1/4-20 socket", "M6 stud"), 0)
    back = Piece("and back", ("M6 socket", "1/4-20 stud"), 0)
    assert names(["1/4-20 socket"], "1/4-20 socket", []) is None
    stud = Piece("double stud", ("1/4-20 stud", "1/4-20 stud"), 0)
    assert names(["1/4-20 socket"], "1/4-20 socket", [double, back, stud]) == ["double stud"]


def test_what_is_owned_comes_before_what_is_shorter_but_must_be_got() -> None:
    direct = Piece("direct", ("5/8 receiver", "1/4-20 stud"), 0)
    assert names(["5/8 spigot"], "1/4-20 socket", [direct, BUSHING, SLEEVE]) == ["sleeve", "bush"]
    found = shortest_chain(offers=["5/8 spigot"], takes="1/4-20 socket", pieces=[direct, BUSHING])
    assert found is not None
    assert [link.piece.name for link in found.missing] == ["direct"]


def test_a_quick_release_takes_plates_of_its_own_family_alone() -> None:
    clamp = end_of("quick-release clamp", "wide")
    wide = Piece("wide plate", (end_of("quick-release plate", "wide"), "1/4-20 stud"), 1)
    narrow = Piece("narrow plate", (end_of("quick-release plate", "narrow"), "1/4-20 stud"), 1)
    assert names([clamp], "1/4-20 socket", [narrow]) is None
    assert names([clamp], "1/4-20 socket", [narrow, wide]) == ["wide plate"]
    assert end_words(clamp) == "quick-release clamp (wide)"


def test_no_part_is_used_more_often_than_there_are() -> None:
    turn = Piece("turn", ("1/4-20 socket", "1/4-20 socket"), 1)
    stud = Piece("stud", ("1/4-20 stud", "1/4-20 stud"), 1)
    assert names(["1/4-20 stud"], "1/4-20 stud".replace("stud", "socket"), [turn, stud]) == []


def test_every_demo_support_joins_every_camera_and_one_needs_a_part_that_is_not_there() -> None:
    adapters = [one for one in ADAPTERS if isinstance(one, Adapter)]
    missing: dict[str, int] = {}
    for support in SUPPORTS:
        for body in BODIES:
            found = joined(support, body, adapters).chain  # type: ignore[arg-type]
            assert found is not None, (support.name, body.name)
            missing[support.name] = missing.get(support.name, 0) + len(found.missing)
    assert [name for name, count in missing.items() if count] == ["Desk arm with springs"]


def test_a_phone_is_gripped_and_a_camera_screwed() -> None:
    assert joined(STAND, BODY, ()).chain is not None
    grip = joined(STAND, PHONE, ()).chain
    assert grip is not None
    assert [link.piece.name for link in grip.missing] == ["phone grip with ¼ hole"]
    bush = joined(CLAMP, BODY, (BUSH,)).chain
    assert bush is not None
    assert bush.missing == ()
    assert not joined(STAND.model_copy(update={"threads": ()}), BODY, ()).known
    assert all(set(kind.ends) <= set(MATES) for kind in KINDS_TO_GET)


sections = st.lists(st.floats(min_value=200, max_value=1500), min_size=1, max_size=5)


@given(sections, st.floats(min_value=0, max_value=300), st.floats(min_value=300, max_value=5000))
def test_spans_against_every_set_there_is(
    lengths: list[float], adjust: float, wanted: float
) -> None:
    options = span_options(sections_mm=lengths, adjust_mm=adjust, least_mm=None, most_mm=None)
    every = chain.from_iterable(combinations(lengths, n) for n in range(1, len(lengths) + 1))
    totals = [sum(one) for one in every]
    able = [t for t in totals if t - 0.5 <= wanted <= t + adjust + 0.5]
    fits, short, long = nearest_options(options, wanted)
    assert (fits is not None) == bool(able)
    if short is not None:
        best = max(t + adjust for t in totals if wanted > t + adjust + 0.5)
        assert -short.miss_mm(wanted) == pytest.approx(wanted - best, abs=0.01)
    if long is not None:
        best = min(t for t in totals if wanted < t - 0.5)
        assert long.miss_mm(wanted) == pytest.approx(best - wanted, abs=0.01)


def test_two_sections_too_short_and_three_too_long() -> None:
    options = span_options(sections_mm=[900] * 3, adjust_mm=150, least_mm=None, most_mm=None)
    fits, short, long = nearest_options(options, 2_090)
    assert fits is None
    assert short is not None
    assert long is not None
    assert (len(short.sections), short.miss_mm(2_090)) == (2, -140)
    assert (len(long.sections), long.miss_mm(2_090)) == (3, 610)
    over = least_at_or_over(options, 2_090)
    assert over is not None
    assert over[1] == 2_700
    assert least_at_or_over(options, 9_000) is None
    assert span_options(sections_mm=[], adjust_mm=None, least_mm=None, most_mm=None) == ()
    (drawn,) = span_options(sections_mm=[], adjust_mm=None, least_mm=1500, most_mm=2700)
    assert drawn.miss_mm(2000) == 0


def test_shake_by_hand() -> None:
    assert swing_mm(jolt_mm_s=10, frequency_hz=5) == pytest.approx(10 / (10 * math.pi))
    assert in_a_row_hz(3, 4) == pytest.approx(2.4)
    assert in_a_row_hz(7) == pytest.approx(7)
    assert damping_ratio(frequency_hz=5, rings_s=2) == pytest.approx(
        math.log(20) / (2 * math.pi * 10)
    )
    assert damping_ratio(frequency_hz=1, rings_s=0.1) == 1.0
    band = Wobble.about(0.3, 3)
    assert band.low_mm == pytest.approx(0.1)
    assert band.mid_mm == 0.3
    assert band.high_mm == pytest.approx(0.9)
