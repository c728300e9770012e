"""Price books of suppliers, each under its name."""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op

revision = "4d3e"
down_revision = "3c2d"


def upgrade() -> None:
    """Make the table."""
    op.create_table(
        "price_books",
        sa.Column("name", sa.String(80), primary_key=True),
        sa.Column("trip", sa.Double, nullable=False),
        sa.Column("simulated", sa.Boolean, nullable=False),
        sa.Column("lines", sa.Integer, nullable=False),
        sa.Column("document", sa.Text, nullable=False),
    )


def downgrade() -> None:
    """Drop the table."""
    op.drop_table("price_books")
