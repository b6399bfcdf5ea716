"""The cupboard: gear that the maker owns."""

from __future__ import annotations

import json
from dataclasses import dataclass

from sqlalchemy import select
from sqlalchemy.orm import Session

from steeple.core.plan.gear import Body, Lens
from steeple.store.tables import GearRow


@dataclass(frozen=True, slots=True)
class StoredBody:
    """A camera body, phone or webcam in the cupboard."""

    id: str
    gear: Body


@dataclass(frozen=True, slots=True)
class StoredLens:
    """A lens in the cupboard."""

    id: str
    gear: Lens


class GearRepository:
    """Reads and adds within one session."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def add(self, gear_id: str, gear: Body | Lens, *, at: str) -> None:
        """Put a thing into the cupboard."""
        self.session.add(
            GearRow(
                id=gear_id,
                kind="body" if isinstance(gear, Body) else "lens",
                name=gear.name,
                figures=json.dumps(gear.model_dump(mode="json"), ensure_ascii=False),
                created_at=at,
            )
        )
        self.session.flush()

    def bodies(self) -> list[StoredBody]:
        """Camera bodies, phones and webcams in the order in which they were added."""
        return [
            StoredBody(row.id, Body.model_validate_json(row.figures)) for row in self._rows("body")
        ]

    def lenses(self) -> list[StoredLens]:
        """Lenses in the order in which they were added."""
        return [
            StoredLens(row.id, Lens.model_validate_json(row.figures)) for row in self._rows("lens")
        ]

    def _rows(self, kind: str) -> list[GearRow]:
        return list(
            self.session.scalars(
                select(GearRow).where(GearRow.kind == kind).order_by(GearRow.created_at, GearRow.id)
            )
        )
