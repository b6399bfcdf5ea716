"""The cupboard in full: versions, retiring, searching.

Revision ID: 0002
"""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    with op.batch_alter_table("gear") as gear:
        gear.add_column(sa.Column("changed_at", sa.String(40), nullable=False, server_default=""))
        gear.add_column(sa.Column("retired_at", sa.String(40), nullable=True))
        gear.add_column(sa.Column("version", sa.Integer(), nullable=False, server_default="1"))
        gear.add_column(sa.Column("search", sa.Text(), nullable=False, server_default=""))
        gear.create_index("gear_by_kind", ["retired_at", "kind", "name"])
    op.execute("UPDATE gear SET changed_at = created_at, search = lower(name)")


def downgrade() -> None:
    with op.batch_alter_table("gear") as gear:
        gear.drop_index("gear_by_kind")
        for name in ("changed_at", "retired_at", "version", "search"):
            gear.drop_column(name)
