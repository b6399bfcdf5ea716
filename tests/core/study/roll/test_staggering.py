"""When to get up: against every way there is on a grid of minutes, and what must hold of any answer."""

from __future__ import annotations

import itertools
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.camera import Camera
from steeple.core.plan.parts.rolling.session import Break, Handling, Session
from steeple.core.plan.parts.rolling.supply import Storage, Supply
from steeple.core.plan.reading import validate_plan
from steeple.core.roll.coverage import length
from steeple.core.study.plan_study import camera_studies
from steeple.core.study.roll.getting_up.staggering import WALK_S, staggered
from steeple.core.study.roll.step import ROLL
from steeple.core.study.roll.study import RollStudy, rolled
from steeple.demo.angles import CLASS
from tests.plans import BODY, CARD, SOUND

BIG = Storage(medium=CARD.model_copy(update={"capacity_bytes": 1e12}))


def camera(number: int, **values: Any) -> Camera:
    """One camera of several, of a body of its own that nothing but its figures stops."""
    return SOUND.cameras[0].model_copy(
        update={
            "id": f"c{number}",
            "support": None,
            "body": BODY.model_copy(update={"name": f"camera {number}", **values}),
            "storage": BIG,
            "supply": Supply(by="mains" if "battery_wh" not in values else "battery"),
        }
    )


def of(*cameras: Camera, breaks: tuple[tuple[float, float], ...] = (), **session: Any) -> RollStudy:
    plan = SOUND.model_copy(
        update={
            "cameras": cameras,
            "session": Session(
                breaks=tuple(Break(at_min=at, takes_min=takes) for at, takes in breaks), **session
            ),
        }
    )
    found = camera_studies(plan)[0].of(ROLL)
    assert found is not None
    return found


def done(study: RollStudy, handling: tuple[Handling, ...]) -> RollStudy:
    return rolled(study.plan, study.session, study.devices, handling)


def outside(study: RollStudy) -> int:
    return sum(not one.in_break for one in study.planned)


def test_what_runs_through_needs_nobody() -> None:
    assert staggered(of(camera(1), lasts_min=120)) == ()


def test_two_alike_are_never_restarted_together() -> None:
    study = of(camera(1, recording_limit_s=1740), camera(2, recording_limit_s=1740), lasts_min=120)
    handling = staggered(study)
    after = done(study, handling)
    assert not after.stops
    assert after.bare == []
    assert len(handling) == 8


def test_restarts_fall_into_breaks_where_breaks_come_in_time() -> None:
    study = of(camera(1, recording_limit_s=1740), lasts_min=100, breaks=((25, 5), (50, 5), (75, 5)))
    handling = staggered(study)
    after = done(study, handling)
    assert not after.stops
    assert outside(after) == 0
    assert length(after.bare) == 0


def test_battery_and_card_are_changed_with_the_restart_before_they_end() -> None:
    """A camera of 29 minutes whose battery lasts 50 at the least: changed at one of its restarts."""
    one = camera(1, recording_limit_s=1740, battery_wh=4.0)
    one = one.model_copy(update={"supply": one.supply.model_copy(update={"spare_batteries": 3})})
    study = of(one, lasts_min=120)
    after = done(study, staggered(study))
    assert not after.stops
    assert not after.risks
    assert len(after.planned) <= 5
    assert any("battery" in each.handling.does for each in after.planned)


def test_a_hot_camera_rests_while_another_runs() -> None:
    study = of(camera(1, heat_limit_s=2400, runs_cool_s=None), camera(2), lasts_min=100)
    after = done(study, staggered(study))
    assert not after.stops
    assert after.bare == []


def test_what_nothing_at_hand_can_prevent_is_left() -> None:
    study = of(camera(1, battery_wh=3.0), lasts_min=120)
    assert staggered(study) == ()


def test_the_class_of_the_demo_never_misses_anything() -> None:
    study = camera_studies(CLASS)[0].of(ROLL)
    assert study is not None
    handling = staggered(study)
    after = done(study, handling)
    assert not after.stops
    assert after.missed == []
    assert outside(after) == 0
    assert validate_plan(
        CLASS.model_copy(
            update={"session": CLASS.session.model_copy(update={"handling": handling})}
        ).model_dump(mode="json")
    )


def best_by_trying(study: RollStudy, minutes: list[int]) -> tuple[int, int]:
    """Least count outside of breaks, then least count, of all sets of whole minutes that leave no stop."""
    device = study.devices[0]
    found: list[tuple[int, int]] = []
    for count in range(4):
        for chosen in itertools.combinations(minutes, count):
            handling = tuple(
                Handling(kind="camera", device=device.id, at_min=float(at), does=("restart",))
                for at in chosen
            )
            after = done(study, handling)
            if not after.stops:
                found.append((outside(after), count))
    return min(found)


@pytest.mark.parametrize(
    ("limit_min", "lasts_min", "breaks"),
    [
        (20, 50, ()),
        (20, 50, ((15, 5),)),
        (20, 55, ((8, 4), (30, 4))),
        (25, 60, ((10, 3), (20, 3), (44, 3))),
        (15, 40, ((14, 2), (27, 2))),
    ],
)
def test_it_is_as_good_as_the_best_of_all_ways(
    limit_min: int, lasts_min: int, breaks: tuple[tuple[float, float], ...]
) -> None:
    study = of(
        camera(1, recording_limit_s=limit_min * 60.0), lasts_min=float(lasts_min), breaks=breaks
    )
    after = done(study, staggered(study))
    assert not after.stops
    wanted = best_by_trying(study, list(range(2, lasts_min, 2)))
    assert (outside(after), len(after.planned)) <= wanted


limits = st.sampled_from([600.0, 1200.0, 1740.0, 1799.0, 3000.0])


@given(st.lists(limits, min_size=2, max_size=4), st.integers(60, 240), st.integers(0, 3))
@settings(max_examples=15)
def test_with_two_cameras_or_more_something_always_runs(
    takes: list[float], lasts_min: int, pauses: int
) -> None:
    breaks = tuple((20.0 + 40.0 * at, 6.0) for at in range(pauses) if 26 + 40 * at < lasts_min)
    cameras = [camera(at, recording_limit_s=limit) for at, limit in enumerate(takes)]
    study = of(*cameras, lasts_min=float(lasts_min), breaks=breaks)
    handling = staggered(study)
    after = done(study, handling)
    assert not after.stops
    assert after.bare == []
    busy = sorted((one.at_s, one.at_s + one.takes_s) for one in after.planned)
    for (_, end), (start, _) in itertools.pairwise(busy):
        assert start - end >= WALK_S, "nobody is at two devices at once"


def test_the_main_camera_is_restarted_in_the_breaks_first() -> None:
    plan: Plan = of(
        camera(1, recording_limit_s=1740),
        camera(2, recording_limit_s=1740),
        lasts_min=60,
        breaks=((27, 1),),
        main="c2",
    ).plan
    study = camera_studies(plan)[0].of(ROLL)
    assert study is not None
    after = done(study, staggered(study))
    main = [one for one in after.planned if one.device.id == "c2"]
    assert main
    assert main[0].in_break
