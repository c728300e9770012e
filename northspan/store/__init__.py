"""Keeping jobs: SQLite through SQLAlchemy, every accepted edit a revision."""
