"""The tables. Revisions and gear of plans are JSON text in the formats of the core."""

from __future__ import annotations

from sqlalchemy import ForeignKey, Index, Integer, LargeBinary, String, Text
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column


class Base(DeclarativeBase):
    """Base of all tables."""


class PlanRow(Base):
    """A plan on the shelf. ``head`` is the newest revision; ``node`` the edit that it shows."""

    __tablename__ = "plans"

    id: Mapped[str] = mapped_column(String(40), primary_key=True)
    title: Mapped[str] = mapped_column(String(120))
    shape: Mapped[str] = mapped_column(String(40))
    head: Mapped[int] = mapped_column(Integer)
    node: Mapped[int] = mapped_column(Integer)
    created_at: Mapped[str] = mapped_column(String(40))
    changed_at: Mapped[str] = mapped_column(String(40))
    removed_at: Mapped[str | None] = mapped_column(String(40), default=None)

    __table_args__ = (Index("plans_by_change", "removed_at", "changed_at"),)


class RevisionRow(Base):
    """One revision; never changed once written (a trigger refuses it).

    An edit is its own ``node`` and holds the document. Undo and redo are revisions too: they point
    at the edit they show and hold no document. ``parent`` is the edit that an edit was made from.
    """

    __tablename__ = "revisions"

    plan_id: Mapped[str] = mapped_column(
        ForeignKey("plans.id", ondelete="RESTRICT"), primary_key=True
    )
    number: Mapped[int] = mapped_column(Integer, primary_key=True)
    node: Mapped[int] = mapped_column(Integer)
    parent: Mapped[int | None] = mapped_column(Integer, default=None)
    label: Mapped[str] = mapped_column(String(120))
    document: Mapped[str | None] = mapped_column(Text, default=None)
    created_at: Mapped[str] = mapped_column(String(40))

    __table_args__ = (Index("revisions_by_parent", "plan_id", "parent"),)


class GearRow(Base):
    """One thing in the cupboard, as JSON of its kind.

    ``version`` counts its changes; ``retired_at`` is set for what is no longer in use, ``considered_at`` for what is
    not owned but thought of. ``search`` holds what a search looks through, in lower case.
    """

    __tablename__ = "gear"

    id: Mapped[str] = mapped_column(String(40), primary_key=True)
    kind: Mapped[str] = mapped_column(String(20), index=True)
    name: Mapped[str] = mapped_column(String(120))
    figures: Mapped[str] = mapped_column(Text)
    created_at: Mapped[str] = mapped_column(String(40))
    changed_at: Mapped[str] = mapped_column(String(40))
    retired_at: Mapped[str | None] = mapped_column(String(40), default=None)
    considered_at: Mapped[str | None] = mapped_column(String(40), default=None)
    version: Mapped[int] = mapped_column(Integer)
    search: Mapped[str] = mapped_column(Text)

    __table_args__ = (Index("gear_by_kind", "retired_at", "kind", "name"),)


class LineRow(Base):
    """The line of revisions in this file; one row. A restore begins a new line."""

    __tablename__ = "line"

    id: Mapped[str] = mapped_column(String(40), primary_key=True)


class SessionRow(Base):
    """A session of the log; ``record`` is told from its events, as JSON."""

    __tablename__ = "log_sessions"

    id: Mapped[str] = mapped_column(String(40), primary_key=True)
    plan_id: Mapped[str] = mapped_column(String(40))
    plan_title: Mapped[str] = mapped_column(String(120))
    began_at: Mapped[str] = mapped_column(String(40))
    ended_at: Mapped[str | None] = mapped_column(String(40), default=None)
    record: Mapped[str] = mapped_column(Text)
    changed_at: Mapped[str] = mapped_column(String(40))

    __table_args__ = (
        Index("log_sessions_by_begin", "began_at"),
        Index("log_sessions_by_plan", "plan_id", "began_at"),
    )


class EventRow(Base):
    """What a device told, as it was heard; never changed (a trigger refuses it)."""

    __tablename__ = "log_events"

    session_id: Mapped[str] = mapped_column(String(40), primary_key=True)
    id: Mapped[str] = mapped_column(String(40), primary_key=True)
    heard: Mapped[str] = mapped_column(Text)
    received_at: Mapped[str] = mapped_column(String(40))


class TakeRow(Base):
    """A take, to be found: made anew from its session whenever that changes."""

    __tablename__ = "log_takes"

    session_id: Mapped[str] = mapped_column(String(40), primary_key=True)
    number: Mapped[int] = mapped_column(Integer, primary_key=True)
    plan_id: Mapped[str] = mapped_column(String(40))
    started_at: Mapped[str] = mapped_column(String(40))
    marks: Mapped[str] = mapped_column(String(60))
    stopped: Mapped[int] = mapped_column(Integer)
    row: Mapped[str] = mapped_column(Text)
    search: Mapped[str] = mapped_column(Text)

    __table_args__ = (Index("log_takes_by_start", "started_at"),)


class PairRow(Base):
    """A figure predicted and measured, as JSON."""

    __tablename__ = "log_pairs"

    id: Mapped[str] = mapped_column(String(40), primary_key=True)
    session_id: Mapped[str | None] = mapped_column(String(40), default=None)
    plan_id: Mapped[str] = mapped_column(String(40))
    figure: Mapped[str] = mapped_column(String(40))
    of: Mapped[str] = mapped_column(String(40))
    at: Mapped[str] = mapped_column(String(40))
    pair: Mapped[str] = mapped_column(Text)

    __table_args__ = (Index("log_pairs_by_figure", "figure", "of", "at"),)


class SwitchedOffRow(Base):
    """A correction that the maker does not want."""

    __tablename__ = "log_switched_off"

    figure: Mapped[str] = mapped_column(String(40), primary_key=True)
    of: Mapped[str] = mapped_column(String(40), primary_key=True)
    at: Mapped[str] = mapped_column(String(40))


class PictureRow(Base):
    """A small picture of a check, without anything that a camera wrote into it."""

    __tablename__ = "log_pictures"

    id: Mapped[str] = mapped_column(String(40), primary_key=True)
    plan_id: Mapped[str] = mapped_column(String(40))
    session_id: Mapped[str | None] = mapped_column(String(40), default=None)
    says: Mapped[str] = mapped_column(String(200))
    taken_at: Mapped[str] = mapped_column(String(40))
    content: Mapped[bytes] = mapped_column(LargeBinary)


class PairedRow(Base):
    """A device paired for the bench. Its token is kept as a hash alone."""

    __tablename__ = "paired"

    id: Mapped[str] = mapped_column(String(40), primary_key=True)
    name: Mapped[str] = mapped_column(String(60))
    token_hash: Mapped[str] = mapped_column(String(64), unique=True)
    paired_at: Mapped[str] = mapped_column(String(40))
    seen_at: Mapped[str] = mapped_column(String(40))
    seen_from: Mapped[str] = mapped_column(String(60))
    expires_at: Mapped[str] = mapped_column(String(40))
    withdrawn_at: Mapped[str | None] = mapped_column(String(40), default=None)


class DrillRow(Base):
    """How well a kind of drill is remembered, as its library keeps it, and when it is to come again."""

    __tablename__ = "drills"

    kind: Mapped[str] = mapped_column(String(40), primary_key=True)
    memory: Mapped[str] = mapped_column(Text)
    due_at: Mapped[str] = mapped_column(String(40))
    difficulty: Mapped[int] = mapped_column(Integer)


class GuessRow(Base):
    """A guess that was made, with what was right, as JSON. The plan may be gone."""

    __tablename__ = "drill_guesses"

    id: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=True)
    kind: Mapped[str] = mapped_column(String(40))
    at: Mapped[str] = mapped_column(String(40))
    plan_id: Mapped[str | None] = mapped_column(String(40), default=None)
    guess: Mapped[str] = mapped_column(Text)

    __table_args__ = (Index("drill_guesses_by_kind", "kind", "id"),)
