"""Counting rods: those wanted and those there."""

from __future__ import annotations

from northspan.core.document.job import Electrode, ElectrodeKind
from northspan.core.working.worked import Worked


def rods_wanted(needed: Worked[bool]) -> int:
    """Read the number of rods from a rulebook's decision on electrodes.

    Parameters
    ----------
    needed : Worked
        The decision; its last step counts the rods. [-]
    """
    return int(needed.steps[-1].value)


def rods_present(electrodes: tuple[Electrode, ...]) -> int:
    """Count the rods and plates at a building.

    Parameters
    ----------
    electrodes : tuple of Electrode
        What is in its ground. [-]
    """
    return sum(e.kind in {ElectrodeKind.rod, ElectrodeKind.plate} for e in electrodes)
