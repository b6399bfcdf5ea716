"""Use case: what the log teaches of each thing, and where it goes: onto the thing in the cupboard, and with it into
the next plan that takes it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import timedelta

from sqlalchemy import Connection

from steeple.core.errors import InputError, SteepleError
from steeple.core.findings.check.daylight import DaylightReading
from steeple.core.findings.check.meter import MeterReading
from steeple.core.plan.cupboard.kinds import kind_of, validate_gear
from steeple.core.plan.document import Plan
from steeple.core.plan.parts.cameras.as_built import AsBuilt
from steeple.core.record.pair import KINDS, LearnedOf, Pair, PairFigure, learned_from
from steeple.services.log.pairs import (
    Circumstances,
    pairs_of_daylight,
    pairs_of_frame,
    pairs_of_meter,
)
from steeple.services.plans import Clock
from steeple.store.database import Database
from steeple.store.errors import NotFound
from steeple.store.gear import GearRepository
from steeple.store.learned import LearnedRepository
from steeple.store.log import LogRepository
from steeple.store.plans import PlanRepository

Key = tuple[PairFigure, str]
RUNS_AT_MOST = timedelta(hours=16)
"""A session that nobody ended is taken to be over after so long."""


@dataclass(frozen=True, slots=True)
class LearningService:
    """What was predicted, what was measured, and what follows. ``clock`` gives aware times."""

    database: Database
    clock: Clock

    def pairs(self, figure: PairFigure | None = None, of: str | None = None) -> list[Pair]:
        """Predicted against measured, the oldest first."""
        with self.database.reading() as connection:
            return LearnedRepository(connection).pairs(figure, of)

    def learned(self) -> list[LearnedOf]:
        """What is learned of each thing, figure by figure."""
        with self.database.reading() as connection:
            return _learned(LearnedRepository(connection))

    def tell_frame(
        self, plan_id: str, *, revision: int, camera: str, built: AsBuilt,
        session_id: str | None = None,
    ) -> list[Pair]:  # fmt: skip
        """Keep what a test frame found of a camera that was set up by a revision of a plan.

        Raises
        ------
        NotFound, InputError
            Where there is no such plan, revision or camera.
        """
        with self.database.writing() as connection:
            plans = PlanRepository(connection)
            plan = plans.at(plan_id, revision)
            of = self._of(connection, plan_id, plan, revision, session_id)
            return self._keep(
                LearnedRepository(connection), GearRepository(connection),
                pairs_of_frame(plan, camera, built, of),
            )  # fmt: skip

    def tell_meter(
        self, plan_id: str, *, revision: int, camera: str | None, readings: Sequence[MeterReading],
        daylight: DaylightReading | None = None, session_id: str | None = None,
    ) -> list[Pair]:  # fmt: skip
        """Keep what a light meter read of the lamps of a revision of a plan, and of its daylight.

        Raises
        ------
        NotFound, InputError
            Where there is no such plan, revision or lamp.
        """
        with self.database.writing() as connection:
            plan = PlanRepository(connection).at(plan_id, revision)
            of = self._of(connection, plan_id, plan, revision, session_id)
            return self._keep(
                LearnedRepository(connection), GearRepository(connection),
                (
                    *(pairs_of_meter(plan, camera, tuple(readings), of) if readings else ()),
                    *(() if daylight is None else pairs_of_daylight(plan, camera, daylight, of)),
                ),
            )  # fmt: skip

    def _of(
        self, connection: Connection, plan_id: str, plan: Plan, revision: int,
        session_id: str | None,
    ) -> Circumstances:  # fmt: skip
        """Where a reading comes from: the session that is told, or the one of this plan that runs now."""
        now = self.clock()
        if session_id is None:
            running = LogRepository(connection).sessions(
                plan_id=plan_id, open_only=True, start=0, most=1
            )
            session_id = next(
                (one.id for one in running if now - one.record.began < RUNS_AT_MOST), None
            )
        return Circumstances(plan_id, plan.title, revision, now, session_id, plan.room.name or "")

    def _keep(
        self, log: LearnedRepository, gear: GearRepository, pairs: Sequence[Pair]
    ) -> list[Pair]:
        log.put_pairs(pairs)
        refresh(log, gear, {(one.figure, one.of) for one in pairs}, at=self._now())
        return list(pairs)

    def _now(self) -> str:
        return self.clock().isoformat(timespec="microseconds")

    def switch(self, figure: PairFigure, of: str, *, on: bool) -> list[LearnedOf]:
        """Switch what was learned off, or on again, and say what is learned now.

        Raises
        ------
        InputError
            ``nothing-learned`` where no pair tells of it.
        """
        with self.database.writing() as connection:
            log = LearnedRepository(connection)
            if not log.pairs(figure, of):
                raise InputError(
                    "nothing-learned",
                    "Nothing was measured of this yet: there is nothing to switch off.",
                    field="figure", value=figure,
                )  # fmt: skip
            log.switch(figure, of, on=on, at=self._now())
            refresh(log, GearRepository(connection), {(figure, of)}, at=self._now())
            return _learned(log)


def _learned(log: LearnedRepository) -> list[LearnedOf]:
    off = log.switched_off()
    by_key: dict[Key, list[Pair]] = {}
    for one in log.pairs():
        by_key.setdefault((one.figure, one.of), []).append(one)
    order = {figure: index for index, figure in enumerate(KINDS)}
    found = (learned_from(pairs, off=key in off) for key, pairs in by_key.items())
    told = [one for one in found if one is not None]
    return sorted(told, key=lambda one: (order[one.figure], one.name, one.of))


def refresh(log: LearnedRepository, gear: GearRepository, keys: set[Key], *, at: str) -> None:
    """Put onto things in the cupboard what is learned of them now, and take away what is not any more.

    Parameters
    ----------
    log, gear
        of one transaction.
    keys
        which figures of which things may have changed.
    at
        the time, written on what changes.
    """
    off = log.switched_off()
    for figure, of in sorted(keys):
        field = KINDS[figure].gear_field
        if not field or not of:
            continue
        found = learned_from(log.pairs(figure, of), off=(figure, of) in off)
        try:
            stored = gear.get(of)
        except NotFound:
            continue  # it was another cupboard's
        if field not in type(stored.gear).model_fields:
            continue
        value = found.value if found is not None and found.used else None
        if getattr(stored.gear, field) == value:
            continue
        figures = {**stored.gear.model_dump(), field: value}
        try:
            changed = validate_gear(kind_of(stored.gear), figures)
        except SteepleError:
            continue  # farther off than such a thing can be: told in the log alone
        gear.edit(of, changed, base=stored.version, at=at)
