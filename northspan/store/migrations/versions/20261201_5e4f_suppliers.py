"""Currency and rules of a price book, and how each supplier's own list is read."""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op

revision = "5e4f"
down_revision = "4d3e"


def upgrade() -> None:
    """Make the table and the columns; what is kept already is of no currency that anybody said."""
    op.create_table(
        "suppliers",
        sa.Column("name", sa.String(80), primary_key=True),
        sa.Column("columns", sa.Text, nullable=False),
        sa.Column("matches", sa.Text, nullable=False),
        sa.Column("document", sa.Text, nullable=False),
    )
    for name, length in (("currency", 8), ("rulebook", 40)):
        op.add_column("price_books", sa.Column(name, sa.String(length), nullable=False, server_default=""))


def downgrade() -> None:
    """Drop them."""
    for name in ("currency", "rulebook"):
        op.drop_column("price_books", name)
    op.drop_table("suppliers")
