"""What a job's file brought along: where it comes from, and its history."""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op

revision = "3c2d"
down_revision = "2b1c"


def upgrade() -> None:
    """Add the column."""
    op.add_column("jobs", sa.Column("came_with", sa.Text))


def downgrade() -> None:
    """Drop the column."""
    op.drop_column("jobs", "came_with")
