"""How electrodes go in and are joined: lengths, depths, places, clamps, the bonding point for other systems."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.document.job import ElectrodeKind
from northspan.core.rulebooks.protocol import BuildingFacts
from northspan.core.working.worked import Step, Worked, ruled

_KINDS: dict[ElectrodeKind, tuple[tuple[str, str, str, str], ...]] = {
    ElectrodeKind.rod: (
        ("a rod", "8 ft in the soil", "upright, its upper end flush or below, unless the connection is protected", "250.53(A)(4)"),
        ("rods apart", "6 ft", "closer they share their soil; twice their length apart is better", "250.53(A)(3), 250.53(B)"),
        ("in rock", "slanting, or in a trench", "at most 45° from upright, or flat 30 in deep if rock stops that", "250.53(A)(4)"),
    ),
    ElectrodeKind.plate: (("a plate", "2 ft² of surface", "30 in deep at least, iron or steel ¼ in thick", "250.52(A)(7), 250.53(A)(5)"),),
    ElectrodeKind.ring: (
        ("a ring", "20 ft of bare 2 AWG copper", "all around the building, 30 in deep at least", "250.52(A)(4), 250.53(F)"),
    ),
    ElectrodeKind.concrete_encased: (
        ("steel in the footing", "20 ft", "½ in bars or 4 AWG bare copper in 2 in of concrete that touches the soil", "250.52(A)(3)"),
    ),
    ElectrodeKind.water_pipe: (
        ("a water pipe", "10 ft in the soil", "metal for that long, bridged around meters and filters", "250.52(A)(1), 250.53(D)(1)"),
        ("where it is joined", "within 5 ft of its entry", "further in it may turn to plastic one day", "250.52(A)(1), 250.68(C)(1)"),
        ("beside it", "another electrode", "a water pipe is never the only one", "250.53(D)(2)"),
    ),
    ElectrodeKind.buried_wire: (
        ("a buried wire", "does not count by itself", "only as a ring all around the building is it one of the listed kinds", "250.52(A)"),
    ),
}  # fmt: skip


def electrode_rules(building: BuildingFacts) -> Worked[str]:
    """Say how the electrodes of a building go in and are joined.

    Parameters
    ----------
    building : BuildingFacts
        The building and what is in its ground. [-]

    References
    ----------
    NEC 2023, 250.50, 250.52, 250.53, 250.64(C), 250.68, 250.70.
    """
    kinds = {one.kind for one in building.electrodes} or {ElectrodeKind.rod}
    steps = [ruled("E_j", "all of them", "joined", "every electrode that is present belongs to one system", "250.50")]
    steps += list(_of_kinds(kinds))
    steps.append(ruled("E_c", "clamps", "listed", "for the electrode and its metal, and for burial where they are buried", "250.70"))
    steps.append(ruled("E_w", "the conductor", "in one piece", "or joined by pressed or welded splices only", "250.64(C)"))
    return Worked("joined", tuple(steps))


def intersystem_bonding(building: BuildingFacts) -> Worked[bool]:
    """Say whether a place to bond telephone, cable and aerials is needed at a building, and where.

    Parameters
    ----------
    building : BuildingFacts
        The building. [-]

    References
    ----------
    NEC 2023, 250.94(A).
    """
    words = "place to bond telephone, cable and aerials"
    if building.detached and building.branch_circuits and building.supply is not None and building.supply.kind.value == "branch":
        return Worked(False, (ruled("I", words, "not needed", "a single branch circuit brings no electrode system here", "250.94(A)"),))
    where = "at the disconnect of this building" if building.detached else "at the service, outside and easy to reach"
    why = f"{where}; room for three conductors at least, without opening a can"
    return Worked(True, (ruled("I", words, "needed", why, "250.94(A)"),))


def _of_kinds(kinds: set[ElectrodeKind]) -> Iterator[Step]:
    for kind in sorted(kinds):
        for i, (words, value, why, citation) in enumerate(_KINDS[kind]):
            yield ruled(f"E_{kind}{i}", words, value, why, citation)
