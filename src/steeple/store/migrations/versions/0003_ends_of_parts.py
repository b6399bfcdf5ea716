"""Studs and sockets are told apart: what was kept as a bare thread becomes a stud.

Revision ID: 0003
"""

from __future__ import annotations

import json

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None

ON_SUPPORTS = {
    "1/4-20": "1/4-20 stud",
    "3/8-16": "3/8-16 stud",
    "5/8-27": "5/8-27 stud",
    "M6": "M6 stud",
    "quick-release": "quick-release clamp",
    "clamp": "tube",
}
"""A support ends in a stud; what had a clamp put to it was a tube."""
ON_ADAPTERS = {
    **ON_SUPPORTS,
    "cold shoe": "shoe foot",
    "quick-release": "quick-release plate",
    "clamp": "tube clamp",
}


def renamed(kind: str, figures: dict[str, object]) -> dict[str, object]:
    """The figures of a thing with its ends told apart; an adapter's second end is taken as given
    where it has no bare thread, else as a stud too, and can be corrected in the cupboard."""
    if kind == "support":
        threads = figures.get("threads") or []
        assert isinstance(threads, list)
        return {**figures, "threads": [ON_SUPPORTS.get(str(one), one) for one in threads]}
    if kind == "adapter":
        ends = {
            name: ON_ADAPTERS.get(str(figures.get(name)), figures.get(name))
            for name in ("one_end", "other_end")
        }
        return {**figures, **ends}
    return figures


def upgrade() -> None:
    connection = op.get_bind()
    rows = connection.execute(
        sa.text("SELECT id, kind, figures FROM gear WHERE kind IN ('support', 'adapter')")
    ).fetchall()
    for gear_id, kind, figures in rows:
        connection.execute(
            sa.text("UPDATE gear SET figures = :figures WHERE id = :id"),
            {"id": gear_id, "figures": json.dumps(renamed(kind, json.loads(figures)))},
        )


def downgrade() -> None:
    """Nothing to take back: the version before reads no ends that are told apart."""
