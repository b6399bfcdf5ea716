"""The log of sessions, what was learned, and the devices that are paired for the bench.

Revision ID: 0005
"""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "log_sessions",
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("plan_id", sa.String(40), nullable=False),
        sa.Column("plan_title", sa.String(120), nullable=False),
        sa.Column("began_at", sa.String(40), nullable=False),
        sa.Column("ended_at", sa.String(40), nullable=True),
        sa.Column("record", sa.Text(), nullable=False),
        sa.Column("changed_at", sa.String(40), nullable=False),
    )
    op.create_index("log_sessions_by_begin", "log_sessions", ["began_at"])
    op.create_index("log_sessions_by_plan", "log_sessions", ["plan_id", "began_at"])
    op.create_table(
        "log_events",
        sa.Column("session_id", sa.String(40), primary_key=True),
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("heard", sa.Text(), nullable=False),
        sa.Column("received_at", sa.String(40), nullable=False),
    )
    for verb in ("UPDATE", "DELETE"):
        op.execute(
            f"CREATE TRIGGER log_events_no_{verb.lower()} BEFORE {verb} ON log_events "
            "BEGIN SELECT RAISE(ABORT, 'what was told is append-only'); END"
        )
    op.create_table(
        "log_takes",
        sa.Column("session_id", sa.String(40), primary_key=True),
        sa.Column("number", sa.Integer(), primary_key=True),
        sa.Column("plan_id", sa.String(40), nullable=False),
        sa.Column("started_at", sa.String(40), nullable=False),
        sa.Column("marks", sa.String(60), nullable=False),
        sa.Column("stopped", sa.Integer(), nullable=False),
        sa.Column("row", sa.Text(), nullable=False),
        sa.Column("search", sa.Text(), nullable=False),
    )
    op.create_index("log_takes_by_start", "log_takes", ["started_at"])
    op.create_table(
        "log_pairs",
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("session_id", sa.String(40), nullable=True),
        sa.Column("plan_id", sa.String(40), nullable=False),
        sa.Column("figure", sa.String(40), nullable=False),
        sa.Column("of", sa.String(40), nullable=False),
        sa.Column("at", sa.String(40), nullable=False),
        sa.Column("pair", sa.Text(), nullable=False),
    )
    op.create_index("log_pairs_by_figure", "log_pairs", ["figure", "of", "at"])
    op.create_table(
        "log_switched_off",
        sa.Column("figure", sa.String(40), primary_key=True),
        sa.Column("of", sa.String(40), primary_key=True),
        sa.Column("at", sa.String(40), nullable=False),
    )
    op.create_table(
        "log_pictures",
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("plan_id", sa.String(40), nullable=False),
        sa.Column("session_id", sa.String(40), nullable=True),
        sa.Column("says", sa.String(200), nullable=False),
        sa.Column("taken_at", sa.String(40), nullable=False),
        sa.Column("content", sa.LargeBinary(), nullable=False),
    )
    op.create_table(
        "paired",
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("name", sa.String(60), nullable=False),
        sa.Column("token_hash", sa.String(64), nullable=False, unique=True),
        sa.Column("paired_at", sa.String(40), nullable=False),
        sa.Column("seen_at", sa.String(40), nullable=False),
        sa.Column("seen_from", sa.String(60), nullable=False),
        sa.Column("expires_at", sa.String(40), nullable=False),
        sa.Column("withdrawn_at", sa.String(40), nullable=True),
    )


def downgrade() -> None:
    """The version before keeps no log."""
    for name in (
        "paired", "log_pictures", "log_switched_off", "log_pairs", "log_takes", "log_events",
        "log_sessions",
    ):  # fmt: skip
        op.drop_table(name)
