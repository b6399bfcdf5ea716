"""Plans and their revisions: append, undo, redo, read."""

from __future__ import annotations

from dataclasses import dataclass

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from steeple.core.plan.document import Plan
from steeple.core.plan.reading import read_plan, write_plan
from steeple.store.errors import NotFound, RevisionConflict
from steeple.store.tables import PlanRow, RevisionRow


@dataclass(frozen=True, slots=True)
class StoredPlan:
    """A plan as it stands: its newest revision and what undo and redo would do."""

    id: str
    revision: int
    plan: Plan
    label: str
    changed_at: str
    undo_label: str | None
    redo_label: str | None


@dataclass(frozen=True, slots=True)
class ShelfEntry:
    """A line of the shelf."""

    id: str
    title: str
    shape: str
    revision: int
    changed_at: str


class PlanRepository:
    """Reads and appends within one session."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def shelf(self, *, removed: bool = False) -> list[ShelfEntry]:
        """Plans, those changed last first; those removed, where asked."""
        gone = PlanRow.removed_at.is_not(None) if removed else PlanRow.removed_at.is_(None)
        rows = self.session.execute(
            select(PlanRow.id, PlanRow.title, PlanRow.shape, PlanRow.head, PlanRow.changed_at)
            .where(gone)
            .order_by(PlanRow.changed_at.desc(), PlanRow.id)
        )
        return [ShelfEntry(*row) for row in rows]

    def add(self, plan_id: str, plan: Plan, *, label: str, at: str) -> None:
        """Put a new plan on the shelf as revision 1."""
        self.session.add(
            PlanRow(
                id=plan_id,
                title=plan.title,
                shape=plan.work.shape,
                head=1,
                node=1,
                created_at=at,
                changed_at=at,
            )
        )
        self.session.flush()
        self.session.add(
            RevisionRow(
                plan_id=plan_id,
                number=1,
                node=1,
                parent=None,
                label=label,
                document=write_plan(plan),
                created_at=at,
            )
        )
        self.session.flush()

    def get(self, plan_id: str) -> StoredPlan:
        """The plan as it stands.

        Raises
        ------
        NotFound
            Where there is no such plan on the shelf.
        """
        return self._stored(self._row(plan_id))

    def head(self, plan_id: str) -> int:
        """Number of the newest revision."""
        return self._row(plan_id).head

    def at(self, plan_id: str, number: int) -> Plan:
        """The plan as it was at a revision."""
        self._row(plan_id, removed_too=True)
        revision = self._revision(plan_id, number)
        return self._document(plan_id, revision.node)

    def append(self, plan_id: str, plan: Plan, *, base: int, label: str, at: str) -> StoredPlan:
        """Add an edit that started from revision ``base``.

        Raises
        ------
        RevisionConflict
            Where ``base`` is not the newest revision.
        """
        row = self._checked(plan_id, base)
        number = row.head + 1
        return self._advance(
            row,
            node=number,
            parent=row.node,
            label=label,
            document=write_plan(plan),
            plan=plan,
            at=at,
        )

    def undo(self, plan_id: str, *, base: int, at: str) -> StoredPlan:
        """Show the edit before the present one, as a new revision."""
        row = self._checked(plan_id, base)
        node = self._revision(plan_id, row.node)
        if node.parent is None:
            raise NotFound("nothing-to-undo", "There is nothing to undo.")
        return self._show(row, node.parent, label=f"Undo: {node.label}", at=at)

    def redo(self, plan_id: str, *, base: int, at: str) -> StoredPlan:
        """Show the edit that was undone last, as a new revision."""
        row = self._checked(plan_id, base)
        child = self._child(plan_id, row.node)
        if child is None:
            raise NotFound("nothing-to-redo", "There is nothing to redo.")
        return self._show(row, child.number, label=f"Redo: {child.label}", at=at)

    def set_removed(self, plan_id: str, at: str | None) -> None:
        """Take a plan off the shelf (its revisions stay), or put it back with None."""
        self._row(plan_id, removed_too=True).removed_at = at

    def _row(self, plan_id: str, *, removed_too: bool = False) -> PlanRow:
        row = self.session.get(PlanRow, plan_id)
        if row is None or (row.removed_at is not None and not removed_too):
            raise NotFound(
                "no-such-plan",
                "There is no such plan on the shelf. It may have been removed; the shelf lists "
                "removed plans at its end.",
                field="plan",
                value=plan_id,
            )
        return row

    def _checked(self, plan_id: str, base: int) -> PlanRow:
        row = self._row(plan_id)
        if row.head != base:
            raise RevisionConflict(base=base, newest=row.head)
        return row

    def _revision(self, plan_id: str, number: int) -> RevisionRow:
        revision = self.session.get(RevisionRow, (plan_id, number))
        if revision is None:
            raise NotFound(
                "no-such-revision",
                f"This plan has no revision {number}.",
                field="revision",
                value=number,
            )
        return revision

    def _document(self, plan_id: str, node: int) -> Plan:
        document = self._revision(plan_id, node).document
        assert document is not None
        return read_plan(document.encode())

    def _child(self, plan_id: str, node: int) -> RevisionRow | None:
        number = self.session.scalar(
            select(func.max(RevisionRow.number)).where(
                RevisionRow.plan_id == plan_id,
                RevisionRow.parent == node,
                RevisionRow.document.is_not(None),
            )
        )
        return None if number is None else self._revision(plan_id, number)

    def _show(self, row: PlanRow, node: int, *, label: str, at: str) -> StoredPlan:
        plan = self._document(row.id, node)
        return self._advance(
            row, node=node, parent=None, label=label, document=None, plan=plan, at=at
        )

    def _advance(
        self,
        row: PlanRow,
        *,
        node: int,
        parent: int | None,
        label: str,
        document: str | None,
        plan: Plan,
        at: str,
    ) -> StoredPlan:
        row.head += 1
        row.node = node
        row.title = plan.title
        row.shape = plan.work.shape
        row.changed_at = at
        self.session.add(
            RevisionRow(
                plan_id=row.id,
                number=row.head,
                node=node,
                parent=parent,
                label=label[:120],
                document=document,
                created_at=at,
            )
        )
        self.session.flush()
        return self._stored(row, plan)

    def _stored(self, row: PlanRow, plan: Plan | None = None) -> StoredPlan:
        node = self._revision(row.id, row.node)
        child = self._child(row.id, row.node)
        return StoredPlan(
            id=row.id,
            revision=row.head,
            plan=plan or self._document(row.id, row.node),
            label=node.label,
            changed_at=row.changed_at,
            undo_label=None if node.parent is None else node.label,
            redo_label=None if child is None else child.label,
        )
