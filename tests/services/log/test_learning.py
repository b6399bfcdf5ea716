"""What is learned goes onto the thing in the cupboard, and off it again."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest

from steeple.core.findings.log.says import MORE, VERBS
from steeple.core.plan.gear.cameras.lens import Lens
from steeple.core.record.pair import KINDS, Pair, learned_from
from steeple.demo.cupboard import STANDARD_ZOOM
from steeple.services.log.learning import LearningService, refresh
from steeple.store.database import Database
from steeple.store.gear import GearRepository
from steeple.store.learned import LearnedRepository

BEGAN = datetime(2026, 11, 1, 9, 0, tzinfo=UTC)
AT = BEGAN.isoformat()
ZOOM = "zoom"


def pairs(
    share: float, *, count: int = 4, first: int = 0, predicted: float | None = None
) -> list[Pair]:
    return [
        Pair(
            id=f"pair-{first + number:05d}", figure="lens.focal", of=ZOOM, of_name="zoom",
            plan_id="plan", at=BEGAN + timedelta(days=first + number),
            predicted=predicted if predicted is not None else 35.0, plain=35.0,
            measured=35.0 * (share + 0.001 * (number % 3 - 1)), error=0.1,
        )
        for number in range(count)
    ]  # fmt: skip


@pytest.fixture
def database(tmp_path: Path) -> Iterator[Database]:
    found = Database(tmp_path / "steeple.db")
    with found.writing() as connection:
        GearRepository(connection).add(ZOOM, STANDARD_ZOOM, at=AT)
    yield found
    found.close()


def tell(database: Database, told: list[Pair]) -> float | None:
    with database.writing() as connection:
        log, gear = LearnedRepository(connection), GearRepository(connection)
        log.put_pairs(told)
        refresh(log, gear, {("lens.focal", ZOOM)}, at=AT)
        lens = gear.get(ZOOM).gear
        assert isinstance(lens, Lens)
        return lens.learned_focal_share


def test_a_sure_correction_is_put_onto_the_lens(database: Database) -> None:
    assert tell(database, pairs(0.97)) == pytest.approx(0.97, abs=0.004)


@pytest.mark.parametrize("count", [1, 2])
def test_few_cases_teach_nothing_yet(database: Database, count: int) -> None:
    assert tell(database, pairs(0.97, count=count)) is None


def test_as_planned_is_no_correction(database: Database) -> None:
    assert tell(database, pairs(1.0)) is None


def test_the_version_moves_on_only_where_something_changes(database: Database) -> None:
    tell(database, pairs(0.97))
    with database.reading() as connection:
        first = GearRepository(connection).get(ZOOM).version
    tell(database, pairs(0.97))
    with database.reading() as connection:
        assert GearRepository(connection).get(ZOOM).version == first
    assert first == 2


def test_it_is_switched_off_and_on_again(database: Database) -> None:
    tell(database, pairs(0.97))
    service = LearningService(database, lambda: BEGAN)

    def share() -> float | None:
        with database.reading() as connection:
            lens = GearRepository(connection).get(ZOOM).gear
        assert isinstance(lens, Lens)
        return lens.learned_focal_share

    (off,) = service.switch("lens.focal", ZOOM, on=False)
    assert off.status == "off"
    assert share() is None
    (on,) = service.switch("lens.focal", ZOOM, on=True)
    assert on.status == "sure"
    assert share() == pytest.approx(0.97, abs=0.004)


def test_what_did_harm_is_taken_off_the_lens(database: Database) -> None:
    """The ring was set right: it measures as planned again, while 0.97 was used."""
    assert tell(database, pairs(0.97)) is not None
    assert tell(database, pairs(1.0, first=10, predicted=0.97 * 35)) is None


def test_a_thing_that_is_gone_and_one_of_another_kind_are_left_alone(database: Database) -> None:
    with database.writing() as connection:
        log, gear = LearnedRepository(connection), GearRepository(connection)
        elsewhere = [
            one.model_copy(update={"of": "gone", "id": f"gone-{one.id}"}) for one in pairs(0.9)
        ]
        log.put_pairs(elsewhere)
        refresh(
            log,
            gear,
            {("lens.focal", "gone"), ("body.battery", ZOOM), ("camera.tilt", ZOOM)},
            at=AT,
        )
        assert gear.get(ZOOM).version == 1


def test_what_no_such_thing_can_have_is_told_in_the_log_alone(database: Database) -> None:
    assert tell(database, pairs(0.3, count=6)) is None
    (found,) = LearningService(database, lambda: BEGAN).learned()
    assert found.cases == 6


def by_day(share: float, count: int) -> list[Pair]:
    return [
        Pair(
            id=f"day-{number:05d}", figure="room.daylight", of="the-workroom", of_name="The workroom",
            plan_id="plan", at=BEGAN + timedelta(days=number), predicted=400.0, plain=400.0,
            measured=400.0 * share * (1.1 if number % 2 else 0.92), error=20.0,
        )
        for number in range(count)
    ]  # fmt: skip


def test_the_daylight_of_a_room_is_learned_over_several_skies() -> None:
    """Each day has its own clouds: a few readings are few, more of them tell what the panes leave."""
    few = learned_from(by_day(0.5, 2))
    assert few is not None
    assert few.status == "few"
    many = learned_from(by_day(0.5, 9))
    assert many is not None
    assert many.status == "sure"
    assert many.low < 0.5 < many.high
    assert 0.45 < many.value < 0.65
    noise = learned_from(by_day(1.0, 9))
    assert noise is not None
    assert noise.status == "noise"


def test_what_is_learned_of_a_room_goes_onto_no_thing_of_the_cupboard(database: Database) -> None:
    with database.writing() as connection:
        log, gear = LearnedRepository(connection), GearRepository(connection)
        log.put_pairs(by_day(0.5, 9))
        refresh(log, gear, {("room.daylight", "the-workroom")}, at=AT)
        assert gear.get(ZOOM).gear == STANDARD_ZOOM


def test_every_share_that_is_learned_has_its_words() -> None:
    for figure, kind in KINDS.items():
        if kind.by == "share":
            assert all(MORE[figure])
            assert VERBS[figure]
        assert not (kind.gear_field and kind.plan_field)
