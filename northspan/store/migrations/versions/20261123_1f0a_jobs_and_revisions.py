"""Jobs and their revisions."""

from __future__ import annotations

import sqlalchemy as sa
from alembic import op

revision = "1f0a"
down_revision = None


def upgrade() -> None:
    """Make both tables."""
    op.create_table(
        "jobs",
        sa.Column("id", sa.String(24), primary_key=True),
        sa.Column("name", sa.String(80), nullable=False),
        sa.Column("head", sa.Integer, nullable=False),
        sa.Column("created_at", sa.DateTime, nullable=False),
        sa.Column("changed_at", sa.DateTime, nullable=False),
    )
    op.create_table(
        "revisions",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("job_id", sa.String(24), sa.ForeignKey("jobs.id"), nullable=False, index=True),
        sa.Column("number", sa.Integer, nullable=False),
        sa.Column("kind", sa.String(12), nullable=False),
        sa.Column("who", sa.String(80), nullable=False),
        sa.Column("at", sa.DateTime, nullable=False),
        sa.Column("what", sa.String(200), nullable=False),
        sa.Column("patch", sa.Text, nullable=False),
        sa.Column("document", sa.Text, nullable=False),
        sa.Column("undo_to", sa.Integer),
        sa.Column("redo_to", sa.Integer),
        sa.UniqueConstraint("job_id", "number"),
    )


def downgrade() -> None:
    """Drop both tables."""
    op.drop_table("revisions")
    op.drop_table("jobs")
