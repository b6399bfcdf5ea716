"""The cupboard: gear that the maker owns."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Literal

from pydantic_core import from_json
from sqlalchemy import Connection, Row, insert, select, update

from steeple.core.plan.cupboard.field_words import KIND_TITLES
from steeple.core.plan.cupboard.kinds import Gear, GearKind, kind_of, validate_gear
from steeple.store.errors import NotFound, RevisionConflict
from steeple.store.tables import GearRow, PlanRow, RevisionRow

SEARCH_FIGURES = ("emitter", "form", "use", "pattern", "kind", "mount", "anchor", "threads")
"""Figures that are words and are searched too."""


GearState = Literal["owned", "considered", "retired"]
"""What is in use; what is thought of before it is bought; what is no longer in use."""
_GEAR = select(GearRow.__table__)


@dataclass(frozen=True, slots=True)
class StoredGear:
    """A thing in the cupboard."""

    id: str
    kind: GearKind
    gear: Gear
    version: int
    changed_at: str
    retired: bool
    considered: bool = False


@dataclass(frozen=True, slots=True)
class PlanUsing:
    """A plan whose newest state carries a copy of a thing."""

    id: str
    title: str
    revision: int
    document: str


def _searched(gear: Gear) -> str:
    figures = gear.model_dump(mode="json")
    words = [gear.name, *KIND_TITLES[kind_of(gear)]]
    for name in SEARCH_FIGURES:
        value = figures.get(name)
        words += value if isinstance(value, list) else [value] if isinstance(value, str) else []
    return " ".join(words).casefold()


def like_word(word: str) -> str:
    """A word to be sought anywhere in a text, with what has a meaning of its own written off by a backslash."""
    escaped = word.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_")
    return f"%{escaped}%"


class GearRepository:
    """Reads and changes within one transaction."""

    def __init__(self, connection: Connection) -> None:
        self.connection = connection

    def add(self, gear_id: str, gear: Gear, *, at: str, considered: bool = False) -> None:
        """Put a thing into the cupboard, or among those that are considered."""
        self.connection.execute(
            insert(GearRow).values(
                id=gear_id,
                kind=kind_of(gear),
                name=gear.name,
                figures=gear.model_dump_json(),
                created_at=at,
                changed_at=at,
                retired_at=None,
                considered_at=at if considered else None,
                version=1,
                search=_searched(gear),
            )
        )

    def is_empty(self) -> bool:
        """Whether there is no thing, nor any that was retired."""
        return self.connection.execute(_GEAR.limit(1)).first() is None

    def get(self, gear_id: str) -> StoredGear:
        """A thing by its id.

        Raises
        ------
        NotFound
            ``no-such-gear``.
        """
        row = self.connection.execute(_GEAR.where(GearRow.id == gear_id)).one_or_none()
        if row is None:
            raise NotFound(
                "no-such-gear",
                f"There is no thing {gear_id} in the cupboard.",
                field="gear_id",
                value=gear_id,
            )
        return _stored(row)

    def edit(self, gear_id: str, gear: Gear, *, base: int, at: str) -> StoredGear:
        """Change a thing that stands at version ``base``.

        Raises
        ------
        NotFound, RevisionConflict
        """
        now = self.get(gear_id)
        if now.version != base:
            raise RevisionConflict(base=base, newest=now.version, what="This thing")
        self.connection.execute(
            update(GearRow)
            .where(GearRow.id == gear_id)
            .values(
                kind=kind_of(gear),
                name=gear.name,
                figures=gear.model_dump_json(),
                changed_at=at,
                version=base + 1,
                search=_searched(gear),
            )
        )
        return self.get(gear_id)

    def set_retired(self, gear_id: str, at: str | None) -> StoredGear:
        """Retire a thing, or take it into use again."""
        self.get(gear_id)
        self.connection.execute(update(GearRow).where(GearRow.id == gear_id).values(retired_at=at))
        return self.get(gear_id)

    def own(self, gear_id: str) -> StoredGear:
        """A thing that was considered is owned now."""
        self.get(gear_id)
        self.connection.execute(
            update(GearRow).where(GearRow.id == gear_id).values(considered_at=None)
        )
        return self.get(gear_id)

    def find(
        self, *, kind: GearKind | None = None, words: str = "", state: GearState = "owned"
    ) -> list[StoredGear]:
        """Things of a kind whose name and words hold every word sought, in the order in which they came."""
        query = _GEAR.where(
            GearRow.retired_at.is_not(None) if state == "retired" else GearRow.retired_at.is_(None)
        )
        if state != "retired":
            thought_of = GearRow.considered_at
            query = query.where(
                thought_of.is_not(None) if state == "considered" else thought_of.is_(None)
            )
        if kind is not None:
            query = query.where(GearRow.kind == kind)
        for word in words.casefold().split():
            query = query.where(GearRow.search.like(like_word(word), escape="\\"))
        order = (GearRow.created_at, GearRow.id)
        return [_stored(row) for row in self.connection.execute(query.order_by(*order))]

    def plans_using(self, gear_id: str) -> list[PlanUsing]:
        """Plans on the shelf whose state shown says that it has a copy of the thing."""
        rows = self.connection.execute(
            select(PlanRow.id, PlanRow.title, PlanRow.head, RevisionRow.document)
            .join(
                RevisionRow,
                (RevisionRow.plan_id == PlanRow.id) & (RevisionRow.number == PlanRow.node),
            )
            .where(PlanRow.removed_at.is_(None), RevisionRow.document.like(f'%"{gear_id}"%'))
            .order_by(PlanRow.changed_at.desc())
        )
        return [PlanUsing(id, title, head, text or "") for id, title, head, text in rows]


def _stored(row: Row[Any]) -> StoredGear:
    gear = validate_gear(row.kind, from_json(row.figures))
    return StoredGear(
        id=row.id,
        kind=kind_of(gear),
        gear=gear,
        version=row.version,
        changed_at=row.changed_at,
        retired=row.retired_at is not None,
        considered=row.considered_at is not None,
    )


def things(stored: Sequence[StoredGear]) -> list[Gear]:
    """The things alone."""
    return [one.gear for one in stored]
