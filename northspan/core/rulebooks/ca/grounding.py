"""Bonding conductors, neutrals, electrodes, and buildings fed from another."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.document.job import Circuit, ElectrodeKind, Grounding, Metal, RunKind, Status, System
from northspan.core.rulebooks.awg import area_cmil
from northspan.core.rulebooks.ca.ampacity import held_to, run_ampacity, size_ladder, size_name
from northspan.core.rulebooks.ca.sources import source
from northspan.core.rulebooks.protocol import BuildingFacts, GroundFacts, NeutralFacts, RunFacts, Wire
from northspan.core.working.errors import NoSolution, OutsideTable
from northspan.core.working.worked import Step, Worked, looked_up, ruled, step, whole

ROD_LENGTH_M, ROD_SPACING_M = 3.0, 3.0
ENCASED_FROM_A, NEUTRAL_WHOLE_A = 165.0, 200.0
ONE_ROD_OHM = 0.0  # no resistance makes one rod enough here
LEAST = {Metal.copper: "6", Metal.aluminum: "4"}


def bonding_conductor(facts: GroundFacts) -> Worked[str]:
    """Size the bonding conductor by the device ahead, and by the ungrounded conductors where they are larger than it asks.

    Parameters
    ----------
    facts : GroundFacts
        Device, metals and sizes. [A]

    Raises
    ------
    OutsideTable
        If the device is above the table.

    Notes
    -----
    Practitioners differ where the ungrounded conductors are larger than the device asks: by the device alone, or by their
    ampacity as well since the table's head names both. The larger is taken unless the call says otherwise.

    References
    ----------
    CE Code 2021, Rule 10-614 and Table 16.

    Examples
    --------
    >>> [bonding_conductor(GroundFacts(a, Metal.copper, "1", "1")).value for a in (60, 61, 100, 101)]
    ['10', '8', '8', '6']
    >>> [bonding_conductor(GroundFacts(60, Metal.copper, "6", "1/0", raised=by)).value for by in ("larger", "device")]
    ['6', '10']
    """
    size, lines = facts.size, facts.lines or facts.metal
    counted, steps = facts.device_a, []
    if facts.raised == "larger" and area_cmil(size) > area_cmil(facts.least_size):
        carries = source(lines).number(size, "c75")
        steps.append(looked_up("I_u", f"ampacity of the ungrounded {size_name(size)}, larger than the device asks", carries, "A",
                               source(lines).citation, row=size, column="75 °C"))  # fmt: skip
        counted = max(counted, carries)
    rows = source("bonding")
    row = next((key for key in rows.rows if counted <= float(key)), None)
    if row is None:
        raise OutsideTable("Table 16", f"{whole(counted)} A", "it ends at 2000 A here")
    found = rows.text(row, facts.metal)
    words = f"bonding conductor for {whole(counted)} A"
    steps.append(looked_up("G_t", words, found, "", "Table 16", row=f"up to {row} A", column=facts.metal))
    same_metal = lines is facts.metal
    if facts.school == "same" and same_metal:
        return Worked(
            size, (*steps, ruled("G", "bonding conductor", size, "your call: as large as the ungrounded conductors", "your call"))
        )
    if area_cmil(found) > area_cmil(size) and (same_metal or facts.metal is Metal.copper):
        why = "need not be larger than the ungrounded conductors"
        return Worked(size, (*steps, ruled("G", "bonding conductor", size, why, "Rule 10-614")))
    return Worked(found, tuple(steps))


def grounded_minimum(facts: NeutralFacts) -> Worked[str]:
    """Find the smallest neutral: for its own load, derated like the others, and able to carry a fault.

    Parameters
    ----------
    facts : NeutralFacts
        Its load, its device, the ungrounded conductor, and where it lies. [A]

    Raises
    ------
    NoSolution
        If no size carries the neutral's load.

    Notes
    -----
    One as large as the ungrounded conductors, that carries no more than they, is always large enough: what they may be
    short by, it may.

    References
    ----------
    CE Code 2021, Rules 4-018 (70 % of what is above 200 A) and 10-210.
    """
    wire, load, metal = facts.wire, facts.load, facts.wire.metal
    largest = size_ladder(metal)[-1]
    floor = bonding_conductor(GroundFacts(facts.device_a, metal, largest, largest)).value
    floor = min(floor, wire.size, key=area_cmil)
    ladder = size_ladder(metal)
    start = ladder.index(floor) if floor in ladder else 0
    counted: list[Step] = [step("I_g", "largest unbalance in the neutral", "I_u", "A", "Rule 4-018", I_u=load.neutral_a)]
    if load.neutral_a > NEUTRAL_WHOLE_A and facts.system is System.split_phase and facts.kind in {RunKind.feeder, RunKind.service}:
        words = "of it 200 A whole, and 70 % of the rest"
        counted.append(step("I_h", words, "200 + 0.7 * (I_g - 200)", "A", "Rule 4-018(3)", I_g=load.neutral_a))
    amperes = counted[-1].value
    lowest = looked_up("N_f", "not smaller than the bonding conductor", floor, "", "Rule 10-210", row=floor, column=metal)
    for size in ladder[start:]:
        held = _neutral_carries(facts, size)
        enough = held.value * facts.sets >= amperes - 1e-9
        if enough or (size == wire.size and 0 < load.neutral_a <= load.total_a + 1e-9):
            break
    else:
        raise NoSolution("neutral", f"every {metal} size from {size_name(floor)} up for {whole(amperes)} A")
    last = looked_up("N_m", "smallest neutral", size, "", held.citation, row=size, column=f"{whole(facts.terminals_c)} °C")
    if not enough:
        last = ruled(
            "N_m", "smallest neutral", size, "as large as the ungrounded conductors, and it carries no more than they", "Rule 4-018"
        )
    return Worked(size, (*counted, lowest, held, last))


def _neutral_carries(facts: NeutralFacts, size: str) -> Step:
    wire = Wire(size, facts.wire.metal, facts.wire.insulation)
    if not facts.segments:
        return held_to(wire, facts.terminals_c)
    worked = run_ampacity(wire, facts.segments, facts.carrying, facts.terminals_c, facts.start)
    return next((one for one in reversed(worked.steps) if one.symbol == "I_a"), worked.steps[-1])


def grounding_open(building: BuildingFacts) -> Worked[frozenset[Grounding]]:
    """List how a feed may ground another building.

    Parameters
    ----------
    building : BuildingFacts
        The building. [-]

    References
    ----------
    CE Code 2021, Rule 10-208: the neutral grounded again there; or, except where livestock is housed, a bonding conductor
    comes along and the neutral stays isolated.
    """
    again, along = Grounding.legacy_three_wire, Grounding.equipment_ground
    if building.animals:
        why = "livestock is housed there: a bonding conductor with an isolated neutral is not open to it"
        return Worked(frozenset({again}), (ruled("G", "grounding", "the neutral grounded again", why, "Rule 10-208"),))
    why = "the neutral grounded again there, or a bonding conductor and an isolated neutral; never both"
    return Worked(frozenset({again, along}), (ruled("G", "grounding", "either way", why, "Rule 10-208"),))


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
    if regrounded:
        why = "no bonding conductor comes along: the neutral is grounded again here"
        return Worked("bonded", (ruled("bond", words, "bonded here", why, "Rule 10-208"),))
    why = "a bonding conductor comes along, so the neutral stays isolated; both would put neutral current on metal"
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


def electrode_conductor(kind: ElectrodeKind, supply: Wire | None, metal: Metal, sets: int = 1) -> Worked[str]:
    """Size the grounding conductor: one least size for all, a larger one to an electrode in concrete behind a large service.

    Parameters
    ----------
    kind : ElectrodeKind
        What it goes to. [-]
    supply : Wire or None
        Largest ungrounded supply conductor, if it is known. [-]
    metal : Metal
        Its metal. [-]
    sets : int
        Supply conductors in parallel, whose ampacities are added. [-]

    References
    ----------
    CE Code 2021, Rule 10-114; Table 43 for an electrode in concrete, in copper.

    Examples
    --------
    >>> wires = [Wire(size, Metal.copper, "RW90") for size in ("1/0", "2/0", "4/0")]
    >>> [electrode_conductor(ElectrodeKind.concrete_encased, wire, Metal.copper).value for wire in wires]
    ['6', '3', '2']
    """
    why = "no larger one is asked for; larger where it may be hurt"
    least = ruled("E", "grounding conductor", size_name(LEAST[metal]), why, "Rule 10-114")
    if kind is not ElectrodeKind.concrete_encased or supply is None:
        return Worked(LEAST[metal], (least,))
    carries = source(supply.metal).number(supply.size, "c75")
    total = step("I_u", "ampacity of the supply conductors", "n * I_t", "A", source(supply.metal).citation, n=float(sets), I_t=carries)
    if total.value <= ENCASED_FROM_A + 1e-9:
        return Worked(LEAST[metal], (total, least))
    rows = source("encased")
    row = next((key for key, one in rows.rows.items() if not one["up_to_a"] or total.value <= float(one["up_to_a"])), "")
    size = rows.text(row, metal)
    found = looked_up("E", "conductor to an electrode in concrete", size, "", "Table 43", row=row, column=metal)
    return Worked(size, (total, found))


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
