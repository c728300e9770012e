"""Counting rods that are there."""

from __future__ import annotations

from northspan.core.document.job import Electrode, ElectrodeKind
from northspan.core.working.sums import count_of


def rods_present(electrodes: tuple[Electrode, ...]) -> int:
    """Count the rods and plates at a building.

    Parameters
    ----------
    electrodes : tuple of Electrode
        What is in its ground. [-]
    """
    return count_of(e.kind in {ElectrodeKind.rod, ElectrodeKind.plate} for e in electrodes)
