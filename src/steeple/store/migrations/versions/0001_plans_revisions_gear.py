"""Plans, their append-only revisions, and gear.

Revision ID: 0001
"""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op

revision = "0001"
down_revision = None
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "plans",
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("title", sa.String(120), nullable=False),
        sa.Column("shape", sa.String(40), nullable=False),
        sa.Column("head", sa.Integer(), nullable=False),
        sa.Column("node", sa.Integer(), nullable=False),
        sa.Column("created_at", sa.String(40), nullable=False),
        sa.Column("changed_at", sa.String(40), nullable=False),
        sa.Column("removed_at", sa.String(40), nullable=True),
    )
    op.create_index("plans_by_change", "plans", ["removed_at", "changed_at"])
    op.create_table(
        "revisions",
        sa.Column(
            "plan_id",
            sa.String(40),
            sa.ForeignKey("plans.id", ondelete="RESTRICT"),
            primary_key=True,
        ),
        sa.Column("number", sa.Integer(), primary_key=True),
        sa.Column("node", sa.Integer(), nullable=False),
        sa.Column("parent", sa.Integer(), nullable=True),
        sa.Column("label", sa.String(120), nullable=False),
        sa.Column("document", sa.Text(), nullable=True),
        sa.Column("created_at", sa.String(40), nullable=False),
    )
    op.create_index("revisions_by_parent", "revisions", ["plan_id", "parent"])
    for verb in ("UPDATE", "DELETE"):
        op.execute(
            f"CREATE TRIGGER revisions_no_{verb.lower()} BEFORE {verb} ON revisions "
            "BEGIN SELECT RAISE(ABORT, 'revisions are append-only'); END"
        )
    op.create_table(
        "gear",
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("kind", sa.String(20), nullable=False),
        sa.Column("name", sa.String(120), nullable=False),
        sa.Column("figures", sa.Text(), nullable=False),
        sa.Column("created_at", sa.String(40), nullable=False),
    )
    op.create_index("ix_gear_kind", "gear", ["kind"])


def downgrade() -> None:
    op.drop_table("gear")
    op.drop_table("revisions")
    op.drop_table("plans")
