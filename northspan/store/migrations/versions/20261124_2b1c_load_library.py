"""The load library."""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op

revision = "2b1c"
down_revision = "1f0a"


def upgrade() -> None:
    """Make the table."""
    op.create_table(
        "library",
        sa.Column("name", sa.String(80), primary_key=True),
        sa.Column("document", sa.Text, nullable=False),
    )


def downgrade() -> None:
    """Drop the table."""
    op.drop_table("library")
