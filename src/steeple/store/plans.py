"""Plans and their revisions: append, undo, redo, read."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import Any

from sqlalchemy import Connection, Row, bindparam, insert, select, update

from steeple.core.plan.document import Plan
from steeple.core.plan.reading import must_fit, read_plan
from steeple.store.errors import NotFound, OtherLine, RevisionConflict
from steeple.store.tables import LineRow, PlanRow, RevisionRow


@dataclass(frozen=True)
class StoredPlan:
    """A plan as it stands: its newest revision, the edit that it shows (``node``), and what undo and
    redo would do. ``document`` is its text as it is stored; who wants no more never reads it."""

    id: str
    revision: int
    node: int
    document: str
    changed_at: str
    undo_label: str | None
    redo_label: str | None
    line: str

    @cached_property
    def plan(self) -> Plan:
        """The plan, upgraded where it was stored by an earlier Steeple."""
        return read_plan(self.document.encode())


@dataclass(frozen=True, slots=True)
class ShelfEntry:
    """A line of the shelf."""

    id: str
    title: str
    shape: str
    revision: int
    changed_at: str


@dataclass(frozen=True, slots=True)
class Newest:
    """A plan's newest revision (``head``) with the edit that it shows (``node``)."""

    id: str
    head: int
    node: int
    changed_at: str
    parent: int | None
    label: str
    document: str
    line: str

    @property
    def plan(self) -> Plan:
        """The plan, upgraded where it was stored by an earlier Steeple."""
        return read_plan(self.document.encode())

    def must_be(self, base: int, line: str | None) -> None:
        """Raises `OtherLine` where ``line`` is not that of its database, `RevisionConflict` where
        ``base`` is not its newest revision."""
        if line is not None and line != self.line:
            raise OtherLine
        if self.head != base:
            raise RevisionConflict(base=base, newest=self.head)


# Statements of every read and save name the tables themselves: what goes through mapped classes takes
# longer than the query.
_PLANS, _REVISIONS, _LINE = PlanRow.__table__, RevisionRow.__table__, LineRow.__table__
_PUT_REVISION = insert(RevisionRow)
_ADVANCE = (
    update(PlanRow)
    .where(PlanRow.id == bindparam("plan_id"))
    .values(
        head=bindparam("head"),
        node=bindparam("node"),
        title=bindparam("title"),
        shape=bindparam("shape"),
        changed_at=bindparam("changed_at"),
    )
)
_STATE = (
    select(
        _PLANS.c.id,
        _PLANS.c.head,
        _PLANS.c.node,
        _PLANS.c.changed_at,
        _REVISIONS.c.parent,
        _REVISIONS.c.label,
        _REVISIONS.c.document,
        select(_LINE.c.id).scalar_subquery(),
    )
    .join_from(
        _PLANS,
        _REVISIONS,
        (_REVISIONS.c.plan_id == _PLANS.c.id) & (_REVISIONS.c.number == _PLANS.c.node),
    )
    .where(_PLANS.c.id == bindparam("plan_id"), _PLANS.c.removed_at.is_(None))
)
_REVISION = select(_REVISIONS).where(
    _REVISIONS.c.plan_id == bindparam("plan_id"), _REVISIONS.c.number == bindparam("number")
)
_REDO = (
    select(_REVISIONS.c.number, _REVISIONS.c.label)
    .where(
        _REVISIONS.c.plan_id == bindparam("plan_id"),
        _REVISIONS.c.parent == bindparam("node"),
        _REVISIONS.c.document.is_not(None),
    )
    .order_by(_REVISIONS.c.number.desc())
    .limit(1)
)


class PlanRepository:
    """Reads and appends within one transaction."""

    def __init__(self, connection: Connection) -> None:
        self.connection = connection

    def shelf(self, *, removed: bool = False) -> list[ShelfEntry]:
        """Plans, those changed last first; those removed, where asked."""
        gone = PlanRow.removed_at.is_not(None) if removed else PlanRow.removed_at.is_(None)
        rows = self.connection.execute(
            select(PlanRow.id, PlanRow.title, PlanRow.shape, PlanRow.head, PlanRow.changed_at)
            .where(gone)
            .order_by(PlanRow.changed_at.desc(), PlanRow.id)
        )
        return [ShelfEntry(*row) for row in rows]

    def is_empty(self) -> bool:
        """Whether there is no plan, nor any that was removed."""
        return self.connection.execute(select(_PLANS.c.id).limit(1)).first() is None

    def add(self, plan_id: str, plan: Plan, *, label: str, at: str) -> StoredPlan:
        """Put a new plan on the shelf as revision 1."""
        document = plan.model_dump_json()
        must_fit(plan, document)
        self.connection.execute(
            insert(PlanRow).values(
                id=plan_id,
                title=plan.title,
                shape=plan.work.shape,
                head=1,
                node=1,
                created_at=at,
                changed_at=at,
            )
        )
        self._write(plan_id, number=1, node=1, parent=None, label=label, document=document, at=at)
        return StoredPlan(
            plan_id, 1, 1, document, at, undo_label=None, redo_label=None, line=self._line()
        )

    def get(self, plan_id: str) -> StoredPlan:
        """The plan as it stands.

        Raises
        ------
        NotFound
            Where there is no such plan on the shelf.
        """
        state = self.newest(plan_id)
        redo = self._redo(plan_id, state.node)
        return StoredPlan(
            id=plan_id,
            revision=state.head,
            node=state.node,
            document=state.document,
            changed_at=state.changed_at,
            undo_label=None if state.parent is None else state.label,
            redo_label=None if redo is None else redo[1],
            line=state.line,
        )

    def head(self, plan_id: str) -> tuple[str, int]:
        """Line and number of the newest revision."""
        state = self.newest(plan_id)
        return state.line, state.head

    def at(self, plan_id: str, number: int) -> Plan:
        """The plan as it was at a revision, also of a plan taken off the shelf."""
        return self._edit(plan_id, self._revision(plan_id, number).node).plan

    def append(
        self, newest: Newest, plan: Plan, *, label: str, at: str, document: str = ""
    ) -> StoredPlan:
        """Add an edit to a plan as it stands, which was read in the same transaction; ``document`` is its
        text where that is known."""
        document = document or plan.model_dump_json()
        must_fit(plan, document)
        number = newest.head + 1
        self._advance(newest.id, plan, head=number, node=number, at=at)
        self._write(
            newest.id, number=number, node=number, parent=newest.node, label=label,
            document=document, at=at,
        )  # fmt: skip
        return StoredPlan(
            newest.id, number, number, document, at, undo_label=label, redo_label=None,
            line=newest.line,
        )  # fmt: skip

    def undo(self, plan_id: str, *, base: int, at: str, line: str | None = None) -> StoredPlan:
        """Show the edit before the present one, as a new revision."""
        state = self._checked(plan_id, base, line)
        if state.parent is None:
            raise NotFound("nothing-to-undo", "There is nothing to undo.")
        return self._show(state, state.parent, label=f"Undo: {state.label}", at=at)

    def redo(self, plan_id: str, *, base: int, at: str, line: str | None = None) -> StoredPlan:
        """Show the edit that was undone last, as a new revision."""
        state = self._checked(plan_id, base, line)
        redo = self._redo(plan_id, state.node)
        if redo is None:
            raise NotFound("nothing-to-redo", "There is nothing to redo.")
        return self._show(state, redo[0], label=f"Redo: {redo[1]}", at=at)

    def set_removed(self, plan_id: str, at: str | None) -> None:
        """Take a plan off the shelf (its revisions stay), or put it back with None."""
        self._revision(plan_id, 1)
        self.connection.execute(update(PlanRow).where(PlanRow.id == plan_id).values(removed_at=at))

    def newest(self, plan_id: str) -> Newest:
        """The newest revision of a plan on the shelf.

        Raises
        ------
        NotFound
            Where there is no such plan on the shelf.
        """
        row = self.connection.execute(_STATE, {"plan_id": plan_id}).first()
        if row is None:
            raise _no_such_plan(plan_id)
        plan, head, node, changed_at, parent, label, document, line = row
        assert document is not None, "a shown edit has its document"
        return Newest(plan, head, node, changed_at, parent, label, document, line)

    def _line(self) -> str:
        line: str = self.connection.execute(select(_LINE.c.id)).scalar_one()
        return line

    def _checked(self, plan_id: str, base: int, line: str | None) -> Newest:
        state = self.newest(plan_id)
        state.must_be(base, line)
        return state

    def _revision(self, plan_id: str, number: int) -> Row[Any]:
        revision = self.connection.execute(
            _REVISION, {"plan_id": plan_id, "number": number}
        ).one_or_none()
        if revision is None and number == 1:
            raise _no_such_plan(plan_id)
        if revision is None:
            raise NotFound(
                "no-such-revision",
                f"This plan has no revision {number}.",
                field="revision",
                value=number,
            )
        return revision

    def _edit(self, plan_id: str, node: int) -> Newest:
        revision = self._revision(plan_id, node)
        assert revision.document is not None
        return Newest(
            id=plan_id,
            head=node,
            node=node,
            changed_at=revision.created_at,
            parent=revision.parent,
            label=revision.label,
            document=revision.document,
            line=self._line(),
        )

    def _redo(self, plan_id: str, node: int) -> tuple[int, str] | None:
        row = self.connection.execute(_REDO, {"plan_id": plan_id, "node": node}).first()
        return None if row is None else (row[0], row[1])

    def _show(self, state: Newest, node: int, *, label: str, at: str) -> StoredPlan:
        """Show an earlier edit as a new revision that holds no document of its own."""
        plan = self._edit(state.id, node).plan
        number = state.head + 1
        self._advance(state.id, plan, head=number, node=node, at=at)
        self._write(
            state.id, number=number, node=node, parent=None, label=label, document=None, at=at
        )
        return self.get(state.id)

    def _advance(self, plan_id: str, plan: Plan, *, head: int, node: int, at: str) -> None:
        self.connection.execute(
            _ADVANCE,
            {
                "plan_id": plan_id,
                "head": head,
                "node": node,
                "title": plan.title,
                "shape": plan.work.shape,
                "changed_at": at,
            },
        )

    def _write(
        self,
        plan_id: str,
        *,
        number: int,
        node: int,
        parent: int | None,
        label: str,
        document: str | None,
        at: str,
    ) -> None:
        self.connection.execute(
            _PUT_REVISION,
            {
                "plan_id": plan_id,
                "number": number,
                "node": node,
                "parent": parent,
                "label": label[:120],
                "document": document,
                "created_at": at,
            },
        )


def _no_such_plan(plan_id: str) -> NotFound:
    return NotFound(
        "no-such-plan",
        "There is no such plan on the shelf. It may have been removed; the shelf lists removed "
        "plans at its end.",
        field="plan",
        value=plan_id,
    )
