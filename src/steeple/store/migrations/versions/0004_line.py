"""The line of revisions in a file has an id, which a restore changes.

Revision ID: 0004
"""

from __future__ import annotations

import secrets

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None


def upgrade() -> None:
    line = op.create_table("line", sa.Column("id", sa.String(40), primary_key=True))
    op.bulk_insert(line, [{"id": secrets.token_hex(8)}])


def downgrade() -> None:
    """The version before knows no lines."""
    op.drop_table("line")
