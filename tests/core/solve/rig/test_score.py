"""What a rig is worth."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steeple.core.findings.judging import judge
from steeple.core.solve.rig.score import (
    FAIL,
    RIG_WEIGHTS,
    RigKind,
    RigScore,
    floor_m2_of,
    score_of,
    things_of,
)
from steeple.core.study.base.phrases import noise_words
from steeple.core.study.card.lists.setting_up import planned_min
from steeple.core.study.plan_study import camera_studies
from steeple.demo.plans import DUMPLINGS, GILDING
from tests.plans import BARE

NOTHING = RigScore(0, 0, 0, 0.0, 0.0, 0, 0.0, 0.0)
KINDS: tuple[RigKind, ...] = tuple(RIG_WEIGHTS)
PARTS = st.builds(
    RigScore, st.integers(0, 5), st.integers(0, 5), st.integers(0, 9), st.floats(0, 1),
    st.floats(0, 8), st.integers(0, 20), st.floats(0, 90), st.floats(0, 6),
)  # fmt: skip


@given(score=PARTS, kind=st.sampled_from(KINDS))
def test_every_part_of_it_only_adds(score: RigScore, kind: RigKind) -> None:
    total = score.total(kind)
    assert total >= 0
    for part in (
        "fails", "not_known", "watch", "lost", "picture_stops", "things", "minutes", "floor_m2",
    ):  # fmt: skip
        more = replace(score, **{part: getattr(score, part) + 1})
        assert more.total(kind) > total, part


@given(score=PARTS, kind=st.sampled_from(KINDS))
def test_what_fails_outweighs_all_that_is_only_better(score: RigScore, kind: RigKind) -> None:
    plain = replace(score, fails=0, not_known=0, watch=0, lost=0.0)
    assert replace(NOTHING, fails=1).total(kind) == FAIL
    assert plain.total(kind) < FAIL
    assert replace(NOTHING, lost=1.0).total(kind) < FAIL


def test_each_kind_weighs_most_what_it_is_named_for() -> None:
    picture, thing, room = (
        replace(NOTHING, picture_stops=1.0), replace(NOTHING, things=1),
        replace(NOTHING, floor_m2=1.0),
    )  # fmt: skip
    assert max(KINDS, key=picture.total) == "best picture"
    assert max(KINDS, key=thing.total) == "fewest things"
    assert max(KINDS, key=room.total) == "least room"


def test_nothing_costs_nothing() -> None:
    assert things_of(BARE) == sum(
        (one.body is not None) + (one.lens is not None) for one in BARE.cameras
    )
    empty = BARE.model_copy(update={"cameras": ()})
    assert things_of(empty) == 0
    assert planned_min(empty) == 0
    assert floor_m2_of(camera_studies(empty)) == 0


def test_more_gear_takes_longer_and_more_floor() -> None:
    lit = tuple(one.model_copy(update={"lit": True, "stays": False}) for one in GILDING.lights)
    more = GILDING.model_copy(update={"lights": lit})
    less = GILDING.model_copy(update={"lights": lit[:1]})
    assert len(lit) > 1
    assert things_of(less) < things_of(more)
    assert planned_min(less) < planned_min(more)
    assert floor_m2_of(camera_studies(less)) < floor_m2_of(camera_studies(more))


def test_a_support_that_carries_two_cameras_stands_once() -> None:
    cameras = camera_studies(DUMPLINGS)
    assert floor_m2_of((*cameras, *cameras)) == floor_m2_of(cameras)


def test_a_brighter_lamp_betters_the_picture() -> None:
    def picture(times: float) -> float:
        lights = tuple(
            one.model_copy(
                update={
                    "fixture": one.fixture.model_copy(
                        update={"flux_lm": (one.fixture.flux_lm or 2000) * times}
                    )
                }
            )
            for one in GILDING.lights
        )
        plan = GILDING.model_copy(update={"lights": lights})
        cameras = camera_studies(plan)
        return score_of(cameras, judge(cameras)).picture_stops

    dim, usual, bright = picture(0.25), picture(1.0), picture(4.0)
    assert dim >= usual >= bright
    assert dim > bright


def test_a_lamp_of_unknown_light_is_no_way_to_a_clean_picture() -> None:
    unknown = tuple(
        one.model_copy(
            update={
                "fixture": one.fixture.model_copy(
                    update={"flux_lm": None, "centre_cd": None, "lux_at_1m": None, "ies": None}
                    if "centre_cd" in type(one.fixture).model_fields
                    else {"flux_lm": None}
                )
            }
        )
        for one in GILDING.lights
    )
    known, not_known = (
        score_of(cameras, ()).picture_stops
        for plan in (GILDING, GILDING.model_copy(update={"lights": unknown}))
        for cameras in (camera_studies(plan),)
    )
    light = camera_studies(GILDING.model_copy(update={"lights": unknown}))[0].light
    if light is not None and light.iso is None:
        assert not_known >= known - 4.0
        assert not_known > 0


@pytest.mark.parametrize(
    ("iso", "words"),
    [
        (100, "no noise"), (200, "no noise"), (400, "hardly any"), (1000, "a little"),
        (3200, "as much noise as you accept"), (6400, "more noise"),
    ],
)  # fmt: skip
def test_an_iso_in_words(iso: float, words: str) -> None:
    assert words in noise_words(iso, 3200)


def test_of_two_pictures_that_cut_the_work_off_the_one_that_loses_less_is_better() -> None:
    def lost(height_mm: float) -> float:
        place = GILDING.cameras[0].position.model_copy(update={"z_mm": height_mm})
        camera = GILDING.cameras[0].model_copy(update={"position": place, "support": None})
        cameras = camera_studies(GILDING.model_copy(update={"cameras": (camera,), "supports": ()}))
        return score_of(cameras, ()).lost

    near, nearer, far = lost(300.0), lost(200.0), lost(1500.0)
    assert 0 <= far < near < nearer <= 1
