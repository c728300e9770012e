"""How much is tried: by make attack all, by make test a part, by make quick a few."""

from __future__ import annotations

import os


def cases(every: int) -> int:
    """How many made-up cases are tried: all of them by make attack, a fifth of them by make test, a few by make quick."""
    share = 1.0 if "ATTACK" in os.environ else 0.04 if "QUICK" in os.environ else 0.2
    return max(3, round(every * share))
