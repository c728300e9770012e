"""Bonding conductors, neutrals, electrodes, and buildings fed from another."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.errors import NoSolution, OutsideTable
from northspan.core.job import Circuit, ElectrodeKind, Grounding, Metal, Status
from northspan.core.rulebooks.awg import area_cmil
from northspan.core.rulebooks.ca.ampacity import held_to, size_ladder, size_name
from northspan.core.rulebooks.ca.sources import source
from northspan.core.rulebooks.protocol import BuildingFacts, DesignLoad, RunFacts, Wire
from northspan.core.worked import Step, Worked, looked_up, ruled, step

ROD_LENGTH_M, ROD_SPACING_M = 3.0, 3.0
ONE_ROD_OHM = 0.0  # no resistance makes one rod enough here
LEAST = {Metal.copper: "6", Metal.aluminum: "4"}


def bonding_conductor(device_a: float, metal: Metal, size: str, school: str) -> Worked[str]:
    """Size the bonding conductor by the device ahead.

    Parameters
    ----------
    device_a : float
        Overcurrent device ahead of the run. [A]
    metal : Metal
        Its metal. [-]
    size : str
        Size of the ungrounded conductors. [-]
    school : str
        "table", or "same" for as large as the ungrounded conductors. [-]

    Raises
    ------
    OutsideTable
        If the device is above the table.

    References
    ----------
    CE Code 2021, Rule 10-614 and Table 16.

    Examples
    --------
    >>> [bonding_conductor(a, Metal.copper, "1", "table").value for a in (60, 61, 100, 101)]
    ['10', '8', '8', '6']
    """
    rows = source("bonding")
    row = next((key for key in rows.rows if device_a <= float(key)), None)
    if row is None:
        raise OutsideTable("Table 16", f"a {device_a:.0f} A device", "it ends at 2000 A here")
    found = rows.text(row, metal)
    words = f"bonding conductor for a {device_a:.0f} A device"
    shown = looked_up("G_t", words, found, "", "Table 16", row=f"up to {row} A", column=metal)
    if school == "same":
        return Worked(size, (shown, ruled("G", "bonding conductor", size, "your call: as large as the ungrounded conductors", "your call")))
    if area_cmil(found) > area_cmil(size):
        why = "need not be larger than the ungrounded conductors"
        return Worked(size, (shown, ruled("G", "bonding conductor", size, why, "Rule 10-614")))
    return Worked(found, (shown,))


def grounded_minimum(load: DesignLoad, device_a: float, wire: Wire, terminal_c: float, sets: int) -> Worked[str]:
    """Find the smallest neutral: for its own load, and able to carry a fault.

    Parameters
    ----------
    load : DesignLoad
        With the largest unbalance. [A]
    device_a : float
        Overcurrent device of the run. [A]
    wire : Wire
        The ungrounded conductor. [-]
    terminal_c : float
        What the terminals stand. [°C]
    sets : int
        Sets in parallel. [-]

    Raises
    ------
    NoSolution
        If no size carries the neutral's load.

    References
    ----------
    CE Code 2021, Rules 4-018 and 10-210.
    """
    floor = bonding_conductor(device_a, wire.metal, size_ladder(wire.metal)[-1], "table").value
    ladder = size_ladder(wire.metal)
    start = ladder.index(floor) if floor in ladder else 0
    for size in ladder[start:]:
        held = held_to(Wire(size, wire.metal, wire.insulation), terminal_c)
        if held.value * sets >= load.neutral_a:
            break
    else:
        raise NoSolution("neutral", f"every {wire.metal} size for {load.neutral_a:.0f} A")
    return Worked(
        size,
        (
            step("I_g", "largest unbalance in the neutral", "I_u", "A", "Rule 4-018", I_u=load.neutral_a),
            looked_up("N_f", "not smaller than the bonding conductor", floor, "", "Rule 10-210", row=floor, column=wire.metal),
            looked_up("N_m", "smallest neutral", size, "", held.citation, row=size, column=f"{terminal_c:.0f} °C"),
        ),
    )


def bond_here(*, first_disconnect: bool, building: BuildingFacts) -> Worked[str]:
    """Decide whether neutral and ground are bonded in an enclosure.

    Parameters
    ----------
    first_disconnect : bool
        Whether it holds the first disconnect of its source. [-]
    building : BuildingFacts
        The building it is in, with the run that feeds it. [-]

    References
    ----------
    CE Code 2021, Rules 10-210 and 10-208: at another building either a bonding conductor and an isolated
    neutral, or the neutral grounded again; never both.
    """
    words = "neutral and ground"
    if first_disconnect:
        why = "first disconnect of the source: the one place where a fault finds its way back"
        return Worked("bonded", (ruled("bond", words, "bonded here", why, "Rule 10-210"),))
    supply = building.supply
    regrounded = building.detached and supply is not None and supply.grounding is Grounding.legacy_three_wire
    if regrounded and not building.animals:
        why = "no bonding conductor comes along: the neutral is grounded again here"
        return Worked("bonded", (ruled("bond", words, "bonded here", why, "Rule 10-208"),))
    why = "a bonding conductor comes along, so the neutral stays isolated; both would put neutral current on metal"
    if regrounded:
        why = "animals feel what people do not: the neutral stays isolated, and a bonding conductor must come along"
    return Worked("separate", (ruled("bond", words, "kept apart", why, "Rule 10-208"),))


def wires_to(run: RunFacts) -> Step:
    """Say which conductors go to a building, and why.

    Parameters
    ----------
    run : RunFacts
        The run that feeds it. [-]

    References
    ----------
    CE Code 2021, Rule 10-208.
    """
    if run.grounding is Grounding.legacy_three_wire:
        return ruled("wires", "conductors", "three", "the neutral is grounded again at the building", "Rule 10-208", 3.0)
    count = {Circuit.three_wire: 4, Circuit.two_wire_line: 3, Circuit.two_wire_neutral: 3}[run.circuit]
    why = "the neutral isolated, and a bonding conductor beside it"
    return ruled("wires", "conductors", {3: "three", 4: "four"}[count], why, "Rule 10-208", float(count))


def building_disconnect(building: BuildingFacts) -> Worked[float]:
    """Give the least rating of the disconnect at a building. [A]

    Parameters
    ----------
    building : BuildingFacts
        The building. [-]

    References
    ----------
    CE Code 2021, Rule 6-200 for a service box; a feeder's panel needs no rating of its own.
    """
    if not building.detached:
        return Worked(0.0, (ruled("D", "disconnect at the building", "none needed", "fed from within the same building", "Rule 6-200"),))
    return Worked(0.0, (ruled("D", "disconnect", "at the building", "no least rating is set; its feeder's load decides", "Rule 14-010"),))


def electrodes_needed(building: BuildingFacts) -> Worked[bool]:
    """Decide whether a building needs electrodes, and how many rods.

    Parameters
    ----------
    building : BuildingFacts
        The building and what is in its ground. [-]

    References
    ----------
    CE Code 2021, Rules 10-102, 10-208: rods always two; none where a bonding conductor comes from another building.
    """
    supply = building.supply
    bonded = building.detached and supply is not None and supply.grounding is Grounding.equipment_ground
    if bonded:
        why = "a bonding conductor comes along with the feeder"
        return Worked(
            False,
            (ruled("E", "grounding electrode", "not required", why, "Rule 10-208"), ruled("n_r", "rods", "none", why, "Rule 10-208", 0.0)),
        )
    need = ruled(
        "E", "grounding electrode", "required", "lightning and line surges, and a reference; it never opens a breaker", "Rule 10-102"
    )
    standing = {one.kind for one in building.electrodes if one.status is not Status.remove}
    others = standing & {ElectrodeKind.concrete_encased, ElectrodeKind.water_pipe, ElectrodeKind.plate, ElectrodeKind.ring}
    if others:
        return Worked(True, (need, ruled("n_r", "rods", "none needed", "another electrode is there", "Rule 10-102(2)", 0.0)))
    return Worked(True, (need, ruled("n_r", "rods", "two", "rods always two, whatever one of them measures", "Rule 10-102(3)", 2.0)))


def electrode_conductor(metal: Metal) -> Worked[str]:
    """Size the grounding conductor: one least size for all.

    Parameters
    ----------
    metal : Metal
        Its metal. [-]

    References
    ----------
    CE Code 2021, Rule 10-114.
    """
    why = "no larger one is asked for; larger where it may be hurt"
    return Worked(LEAST[metal], (ruled("E", "grounding conductor", size_name(LEAST[metal]), why, "Rule 10-114"),))


def electrode_rules(building: BuildingFacts) -> Worked[str]:
    """Say how electrodes go in and are joined.

    Parameters
    ----------
    building : BuildingFacts
        The building and what is in its ground. [-]

    References
    ----------
    CE Code 2021, Rules 10-102, 10-104, 10-108.
    """
    kinds = {one.kind for one in building.electrodes} or {ElectrodeKind.rod}
    return Worked(
        "joined", (*_of_kinds(kinds), ruled("E_j", "all of them", "joined", "electrodes of one building make one system", "Rule 10-104"))
    )


def _of_kinds(kinds: set[ElectrodeKind]) -> Iterator[Step]:
    if ElectrodeKind.rod in kinds:
        yield ruled("E_r", "rods", "two, 3 m long", "at least 3 m apart, joined by a conductor of the grounding size", "Rule 10-102(3)")
        yield ruled("E_b", "in rock", "slanting, or buried flat", "at least 600 mm deep where they cannot be driven", "Rule 10-102(3)")
    if ElectrodeKind.plate in kinds:
        yield ruled("E_p", "a plate", "0.2 m² of surface", "at least 600 mm deep", "Rule 10-102(3)")
    if ElectrodeKind.concrete_encased in kinds:
        yield ruled(
            "E_e",
            "copper in the footing",
            "6 m of bare No. 4",
            "within the lowest 50 mm of concrete that touches the soil",
            "Rule 10-102(4)",
        )
    if ElectrodeKind.water_pipe in kinds:
        yield ruled(
            "E_w",
            "a water pipe",
            "3 m in the soil",
            "metal for that long, at least 600 mm deep; else two rods take its place",
            "Rule 10-102(5)",
        )
