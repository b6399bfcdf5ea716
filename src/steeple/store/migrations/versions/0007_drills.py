"""Drills: how soon each kind comes again, and every guess.

Revision ID: 0007
"""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "drills",
        sa.Column("kind", sa.String(40), primary_key=True),
        sa.Column("memory", sa.Text, nullable=False),
        sa.Column("due_at", sa.String(40), nullable=False),
        sa.Column("difficulty", sa.Integer, nullable=False),
    )
    op.create_table(
        "drill_guesses",
        sa.Column("id", sa.Integer, primary_key=True, autoincrement=True),
        sa.Column("kind", sa.String(40), nullable=False),
        sa.Column("at", sa.String(40), nullable=False),
        sa.Column("plan_id", sa.String(40), nullable=True),
        sa.Column("guess", sa.Text, nullable=False),
    )
    op.create_index("drill_guesses_by_kind", "drill_guesses", ["kind", "id"])


def downgrade() -> None:
    op.drop_index("drill_guesses_by_kind", "drill_guesses")
    op.drop_table("drill_guesses")
    op.drop_table("drills")
