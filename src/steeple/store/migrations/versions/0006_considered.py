"""Things that are considered before they are bought.

Revision ID: 0006
"""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("gear", sa.Column("considered_at", sa.String(40), nullable=True))


def downgrade() -> None:
    """The version before knows nothing of them: they are retired, so that no plan takes what is not there."""
    op.execute(
        "UPDATE gear SET retired_at = considered_at WHERE considered_at IS NOT NULL AND retired_at IS NULL"
    )
    op.drop_column("gear", "considered_at")
