"""From one set-up to the next: the least minutes against brute force, and an order that drops nothing."""

from __future__ import annotations

import itertools
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steeple.core.errors import SteepleError
from steeple.core.evaluation import evaluate
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Camera
from steeple.core.plan.parts.setup import Setup
from steeple.core.plan.parts.support import Foot, PlacedSupport
from steeple.core.plan.reading import validate_plan
from steeple.core.study.angles.changing import FAR, ChangeOver, _minutes, change_overs, pairs_of
from steeple.core.study.base.sentence import sentence_words
from steeple.core.study.plan_study import camera_studies
from tests.angles_cases import beside, seen_from
from tests.plans import BODY, CLAMP, SOUND, STAND, ZOOM

BODIES = [BODY.model_copy(update={"name": f"camera {one}"}) for one in "abc"]
GLASS = [ZOOM, ZOOM.model_copy(update={"name": "another zoom"})]


def many(first: list[tuple[int, int]], second: list[tuple[int, int]]) -> Plan:
    """A plan whose cameras are of these bodies and lenses."""
    made = [
        seen_from(30.0 * at, 40, camera_id=f"c{at}", body=BODIES[body], lens=GLASS[lens])
        for at, (body, lens) in enumerate([*first, *second])
    ]
    return SOUND.model_copy(update={"cameras": tuple(made)})


pair = st.tuples(st.integers(0, 2), st.integers(0, 1))


@given(st.lists(pair, min_size=1, max_size=4), st.lists(pair, min_size=1, max_size=4))
def test_the_minutes_are_least_of_all_ways_to_pair(first: Any, second: Any) -> None:
    plan = many(first, second)
    a, b = plan.cameras[: len(first)], plan.cameras[len(first) :]
    cost = {(x.id, y.id): _minutes(plan, x, y) for x in a for y in b}

    def total(chosen: list[tuple[Camera | None, Camera]]) -> float:
        return sum(
            FAR if one is None else min(FAR, cost[one.id, other.id]) for one, other in chosen
        )

    spare: list[Camera | None] = [*a, *([None] * len(b))]
    least = min(
        total(list(zip(way, b, strict=True))) for way in itertools.permutations(spare, len(b))
    )
    assert total(pairs_of(plan, a, b)) == pytest.approx(least)


def of(plan: Plan) -> ChangeOver:
    found = change_overs(camera_studies(plan)[0].context)
    assert len(found) == 1
    return found[0]


def said(change: ChangeOver) -> list[str]:
    return [sentence_words(one.says, "cm") for one in change.moves]


FACE = seen_from(0, 15, 1100, camera_id="face", role="face", support="stand-2")
SECOND = PlacedSupport(id="stand-2", gear=STAND, tether=True, sandbag_g=5000, sandbag_on="column")
IN_TURN = beside(FACE).model_copy(
    update={
        "supports": (*SOUND.supports, SECOND),
        "setups": (
            Setup(id="a", name="top-down", cameras=("overhead",)),
            Setup(id="b", name="talking", cameras=("face",), lights=(), break_min=5),
        ),
    }
)


def test_a_stand_that_is_moved_is_marked_and_unloaded_before_and_weighed_down_before_the_load() -> (
    None
):
    """One body and one stand in two places: marks, load off with its counterweight, stand, load on."""
    change = of(IN_TURN)
    kinds = [one.kind for one in change.moves]
    assert kinds == ["mark", "take off", "move", "put on", "set", "light"]
    words = said(change)
    assert "then its counterweight" in words[1]
    assert "its sandbag on first" in words[2]
    assert words[-1] == "Switch off: a soft lamp"
    assert change.minutes == pytest.approx(sum(one.minutes for one in change.moves))


def test_what_stays_is_not_moved() -> None:
    both = Setup(id="a", name="one", cameras=("overhead", "face"))
    plan = IN_TURN.model_copy(
        update={"setups": (both, both.model_copy(update={"id": "b", "name": "two"}))}
    )
    assert of(plan).moves == ()


def test_the_way_back_takes_the_same_pairs() -> None:
    back = IN_TURN.model_copy(update={"setups": tuple(reversed(IN_TURN.setups))})
    assert "Move a boom stand" in " ".join(said(of(back))) or "Set up" in " ".join(said(of(back)))
    assert of(back).moves[-1].kind == "light"


def test_cameras_of_other_set_ups_are_not_there() -> None:
    """They stand in no picture, throw no shadow, and cut with nothing."""
    scenes = camera_studies(IN_TURN)
    alone = camera_studies(SOUND)[0].angles
    angles = scenes[0].angles
    assert angles is not None
    assert alone is not None
    assert angles.cuts == ()
    assert angles.action_seen == alone.action_seen
    assert [one.thing.name for one in angles.intrusions] == [
        one.thing.name for one in alone.intrusions
    ]
    lit, dark = scenes[0].light, scenes[1].light
    assert lit is not None
    assert dark is not None
    assert lit.lit
    assert not dark.lit


def test_a_support_of_two_set_ups_is_one_thing() -> None:
    same = IN_TURN.model_copy(
        update={"cameras": (SOUND.cameras[0], FACE.model_copy(update={"support": "stand"}))}
    )
    change = of(same)
    assert [one.kind for one in change.moves] == ["set", "light"]


@pytest.mark.parametrize(
    ("values", "words"),
    [
        ({"setups": [{"id": "a", "name": "x", "cameras": []}]}, "has no camera"),
        ({"setups": [{"id": "a", "name": "x", "cameras": ["gone"]}]}, "“gone” of set-up “x”"),
        (
            {"setups": [{"id": "a", "name": "x", "cameras": ["overhead"], "lights": ["gone"]}]},
            "the lamp “gone”",
        ),
        (
            {"setups": [{"id": "a", "name": "x", "cameras": ["overhead", "overhead"]}]},
            "names one camera twice",
        ),
        (
            {
                "setups": [
                    {"id": "a", "name": "x", "cameras": ["overhead"]},
                    {"id": "b", "name": "x", "cameras": ["overhead"]},
                ]
            },
            "two set-ups have the same name",
        ),
        ({"stages": [{"name": "cut", "takes_min": 0}]}, "between 0.1 and 1440"),
        ({"stages": [{"name": "cut", "takes_min": 1}] * 2}, "two stages have the same name"),
        ({"mounts": [{"name": "m", "x_mm": 0, "y_mm": 0, "z_mm": 0}] * 2}, "two mount points"),
    ],
)
def test_a_plan_of_set_ups_that_cannot_be_is_refused_with_a_sentence(
    values: dict[str, Any], words: str
) -> None:
    with pytest.raises(SteepleError) as refused:
        validate_plan({**SOUND.model_dump(mode="json"), **values})
    assert words in str(refused.value)


def test_what_is_needed_no_more_is_cleared_away_after_its_camera_is_off() -> None:
    """The boom comes down with its counterweight; the stand does not stay in the next picture."""
    one_each = IN_TURN.model_copy(
        update={
            "cameras": (SOUND.cameras[0], FACE.model_copy(update={"body": BODIES[1]})),
            "supports": (
                SOUND.supports[0],
                SECOND.model_copy(update={"gear": CLAMP, "sandbag_g": None, "sandbag_on": None}),
            ),
        }
    )
    change = of(one_each)
    kinds = [one.kind for one in change.moves]
    assert kinds == ["take off", "clear", "move", "put on", "set", "light"]
    words = said(change)
    assert words[0].startswith("Lower a boom stand until it rests; take off a camera")
    assert words[0].endswith("put it aside, then its counterweight")
    assert words[1] == "Put a boom stand out of the way"
    assert words[2].startswith("Set up a pole on the table")


def test_a_stand_of_another_camera_is_moved_and_not_set_up_anew() -> None:
    """The second camera comes out of its bag, the stand that it takes stands already."""
    other = IN_TURN.model_copy(
        update={"cameras": (SOUND.cameras[0], FACE.model_copy(update={"body": BODIES[1]}))}
    )
    words = said(of(other))
    assert not any(one.startswith("Set up") for one in words)
    assert sum(one.startswith("Move a boom stand") for one in words) == 1


def test_a_support_of_two_set_ups_that_stands_elsewhere_in_the_second_is_moved() -> None:
    """Its foot is left to Steeple, which stands it where each camera needs it."""
    free = SOUND.supports[0].model_copy(update={"foot": Foot()})
    plan = IN_TURN.model_copy(
        update={
            "supports": (free,),
            "cameras": (SOUND.cameras[0], FACE.model_copy(update={"support": "stand"})),
        }
    )
    kinds = [one.kind for one in of(plan).moves]
    assert kinds == ["mark", "take off", "move", "put on", "set", "light"]


def test_cameras_of_different_set_ups_do_not_share_the_load_of_one_stand() -> None:
    both = IN_TURN.model_copy(
        update={"cameras": (SOUND.cameras[0], FACE.model_copy(update={"support": "stand"}))}
    )
    together = both.model_copy(update={"setups": ()})
    alone = camera_studies(SOUND)[0].hold
    in_turn, at_once = camera_studies(both)[0].hold, camera_studies(together)[0].hold
    assert alone is not None
    assert in_turn is not None
    assert at_once is not None
    assert in_turn.tipping == alone.tipping
    assert (in_turn.bending, in_turn.torques) == (alone.bending, alone.torques)
    assert at_once.tipping != alone.tipping


def test_minutes_are_whole_and_never_cut_short_and_the_same_wherever_they_stand() -> None:
    change = of(IN_TURN)
    assert change.whole_min - 1 < change.minutes <= change.whole_min
    evaluation = evaluate(IN_TURN, try_mends=False)
    cards = [one for card in evaluation.cards for one in card.changes]
    assert [one.title for one in cards] == [f"From top-down to talking, {change.whole_min} minutes"]
    assert [sentence_words(one, "cm") for one in cards[0].moves] == said(change)
