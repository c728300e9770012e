"""What a branch of an installation's circuit is."""

from __future__ import annotations

from enum import StrEnum


class Role(StrEnum):
    """What a branch is; a verdict asks it. A `strap` joins a ground bar to its can, a `path` is metal nobody meant as a conductor."""

    line = "line"
    neutral = "neutral"
    ground = "ground"
    bond = "bond"
    strap = "strap"
    electrode = "electrode"
    load = "load"
    fault = "fault"
    path = "path"
