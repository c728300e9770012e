"""What these rules do not cover, in plain words."""

from __future__ import annotations

from northspan.core.rulebooks.limits import EVERYWHERE, NORTH_AMERICA

US_LIMITS = (
    *EVERYWHERE,
    *NORTH_AMERICA,
    "Mobile homes and their parks, recreational vehicles, floating buildings.",
    "Load of two dwellings behind one service by the optional methods of 220.84 and 220.85; feeders of a dairy or another farm by 220.102.",
    "Motors beyond the full-load tables of 430 for single phase, 115 to 230 V; adjustable-speed drives.",
)
