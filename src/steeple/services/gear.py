"""What one can do with the cupboard."""

from __future__ import annotations

from dataclasses import dataclass

from steeple.core.plan.gear import Body, Lens
from steeple.services.plans import Clock, new_id
from steeple.store.database import Database
from steeple.store.gear import GearRepository, StoredBody, StoredLens


@dataclass(frozen=True, slots=True)
class Cupboard:
    """Everything owned."""

    bodies: list[StoredBody]
    lenses: list[StoredLens]


@dataclass(frozen=True, slots=True)
class GearService:
    """The cupboard. ``clock`` gives aware times."""

    database: Database
    clock: Clock

    def cupboard(self) -> Cupboard:
        """Everything owned."""
        with self.database.reading() as session:
            gear = GearRepository(session)
            return Cupboard(bodies=gear.bodies(), lenses=gear.lenses())

    def add(self, gear: Body | Lens) -> str:
        """Put a thing into the cupboard; returns its id."""
        gear_id = new_id()
        at = self.clock().isoformat(timespec="microseconds")
        with self.database.writing() as session:
            GearRepository(session).add(gear_id, gear, at=at)
        return gear_id
