"""What these rules do not cover, in plain words."""

from __future__ import annotations

from northspan.core.rulebooks.limits import EVERYWHERE, NORTH_AMERICA

CA_LIMITS = (
    *EVERYWHERE,
    *NORTH_AMERICA,
    "Mobile homes and their parks, hospitals, hotels and other occupancies of Section 8 but the single dwelling.",
    "Tables D8 to D15 for conductors in the ground: buried ones go by the ampacity tables.",
)
