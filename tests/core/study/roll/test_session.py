"""The session by the clock: stages one after the other, breaks that push them on, and when each camera films."""

from __future__ import annotations

from typing import Any

import pytest

from steeple.core.errors import SteepleError
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.rolling.session import Break, Session
from steeple.core.plan.parts.setup import Setup, Stage
from steeple.core.plan.reading import validate_plan
from steeple.core.study.base.assumptions import Assumptions
from steeple.core.study.inputs.session import GivenSession, given_session
from tests.angles_cases import FRONT, beside
from tests.plans import SOUND, changed


def given(plan: Plan) -> tuple[GivenSession, Assumptions]:
    assumptions = Assumptions()
    return given_session(plan, assumptions), assumptions


def planned(*stages: tuple[str, float], **session: Any) -> Plan:
    return SOUND.model_copy(
        update={
            "stages": tuple(Stage(name=name, takes_min=takes) for name, takes in stages),
            "session": Session(**session),
        }
    )


def test_a_session_of_which_nothing_is_said_is_an_hour_and_says_so() -> None:
    found, assumptions = given(SOUND.model_copy(update={"session": Session()}))
    assert found.length_s == 3600
    assert found.begins is None
    assert "/session/lasts_min" in [one.field for one in assumptions.made]


def test_stages_follow_each_other_and_a_break_pushes_them_on() -> None:
    plan = planned(
        ("cut", 20), ("glue", 30), breaks=(Break(name="lunch", at_min=30, takes_min=15),)
    )
    found, _ = given(plan)
    assert [(one.name, one.start_s // 60, one.end_s // 60) for one in found.stages] == [
        ("cut", 0, 20),
        ("glue", 20, 30),
        ("glue", 45, 65),
    ]
    assert found.length_s == 65 * 60
    assert found.filmed == ((0, 1800), (2700, 3900))
    assert found.stage_at(1500) == "glue"
    assert found.stage_at(2000) == ""
    assert found.in_break(1800, 2700)
    assert not found.in_break(1799, 2000)


def test_a_length_that_is_given_cuts_what_comes_after_it() -> None:
    found, assumptions = given(planned(("cut", 20), ("glue", 30), lasts_min=15))
    assert found.length_s == 900
    assert [one.name for one in found.stages] == ["cut"]
    assert "/session/lasts_min" not in [one.field for one in assumptions.made]


def test_set_ups_in_turn_film_their_stages_with_a_change_over_between() -> None:
    plan = beside(FRONT).model_copy(
        update={
            "stages": (Stage(name="cut", takes_min=20), Stage(name="show", takes_min=5)),
            "setups": (
                Setup(id="a", name="top-down", cameras=("overhead",), stages=("cut",)),
                Setup(id="b", name="beauty", cameras=("side",), stages=("show",), break_min=8),
            ),
            "session": Session(),
        }
    )
    found, _ = given(plan)
    assert found.of_setups(plan.setups[:1]) == ((0, 1200),)
    assert found.of_setups(plan.setups[1:]) == ((1680, 1980),)
    assert [(one.name, one.start_s) for one in found.breaks] == [("to beauty", 1200)]
    assert found.length_s == 1980


def test_cameras_without_stages_film_the_whole_session() -> None:
    found, _ = given(SOUND)
    assert found.of_setups(()) == ((0, 3600),)


def test_day_and_hour_are_those_of_the_daylight_where_none_are_given() -> None:
    daylight = {
        "latitude_deg": 50.0, "longitude_deg": 8.0, "bearing_deg": 0.0, "date": "2026-05-02",
        "begins": "10:00", "utc_offset_h": 2.0, "lasts_min": 90.0,
    }  # fmt: skip
    plan = changed(SOUND, room__daylight=daylight, session=Session().model_dump(mode="json"))
    found, _ = given(plan)
    assert f"{found.begins:%Y-%m-%d %H:%M}" == "2026-05-02 10:00"
    assert found.length_s == 5400
    own, _ = given(changed(plan, session__begins="18:30"))
    assert f"{own.begins:%Y-%m-%d %H:%M}" == "2026-05-02 18:30"


@pytest.mark.parametrize(
    ("values", "words"),
    [
        ({"session": {"lasts_min": 0}}, "between 0.1 and 1440"),
        ({"session": {"lasts_min": 6000}}, "between 0.1 and 1440"),
        ({"session": {"date": "2026-02-30"}}, "no 2026-02-30 in the calendar"),
        ({"session": {"main": "gone"}}, "“gone” must always run"),
        (
            {"session": {"handling": [{"kind": "camera", "device": "gone", "at_min": 1, "does": ["start"]}]}},
            "“gone” is handled",
        ),
        (
            {"session": {"breaks": [{"at_min": 10, "takes_min": 10}, {"at_min": 15, "takes_min": 1}]}},
            "begins before the one before it ends",
        ),
        ({"recorders": [{"id": "r", "gear": {"name": "a recorder"}}] * 2}, "two recorders"),
    ],
)  # fmt: skip
def test_a_session_that_cannot_be_is_refused_with_a_sentence(
    values: dict[str, Any], words: str
) -> None:
    with pytest.raises(SteepleError) as refused:
        validate_plan({**SOUND.model_dump(mode="json"), **values})
    assert words in str(refused.value)


@pytest.mark.parametrize(
    ("field", "value", "words"),
    [
        ("capacity_bytes", 0, "Capacity"),
        ("capacity_bytes", -5, "Capacity"),
    ],
)
def test_a_card_of_no_bytes_is_refused(field: str, value: float, words: str) -> None:
    data = SOUND.model_dump(mode="json")
    data["cameras"][0]["storage"]["medium"][field] = value
    with pytest.raises(SteepleError) as refused:
        validate_plan(data)
    assert words in str(refused.value)


def test_a_bank_that_is_not_there_is_named() -> None:
    data = SOUND.model_dump(mode="json")
    data["cameras"][0]["supply"] = {"by": "bank", "bank": "gone"}
    with pytest.raises(SteepleError, match="“gone” of camera “overhead”"):
        validate_plan(data)
