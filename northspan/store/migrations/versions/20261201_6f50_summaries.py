"""Where each job stands and what it is found by; what an authority is known to want."""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op

revision = "6f50"
down_revision = "5e4f"
COLUMNS = (("stage", sa.String(12)), ("summary", sa.Text()), ("words", sa.Text()))


def upgrade() -> None:
    """Make the columns and the table; a job that is kept already gets its summary when the list is read."""
    for name, kind in COLUMNS:
        op.add_column("jobs", sa.Column(name, kind, nullable=False, server_default=""))
    op.create_table(
        "authorities",
        sa.Column("name", sa.String(160), primary_key=True),
        sa.Column("document", sa.Text, nullable=False),
    )


def downgrade() -> None:
    """Drop them."""
    op.drop_table("authorities")
    for name, _ in COLUMNS:
        op.drop_column("jobs", name)
