"""The trade: a job in, a plan out. Nothing here knows of screens, files or databases."""

from __future__ import annotations


def load_all() -> None:
    """Read and check every table that comes with the program, so that no answer waits for one, or finds it broken.

    Raises
    ------
    BrokenTable
        If a table is wrong.
    """
    from northspan.core.caches import load  # noqa: PLC0415 - every wing is read only when this is asked

    load()


def forget() -> None:
    """Forget what was worked out before and kept for later; tables stay."""
    from northspan.core.caches import clear  # noqa: PLC0415 - every wing is read only when this is asked

    clear()
