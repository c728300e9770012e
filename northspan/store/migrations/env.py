"""Run by Alembic: migrations go over the connection that the program opened."""

from __future__ import annotations

from alembic import context

from northspan.store.models import Base

context.configure(connection=context.config.attributes["connection"], target_metadata=Base.metadata, render_as_batch=True)
context.run_migrations()
