"""Bonding conductors, neutrals, electrodes, and buildings fed from another."""

from __future__ import annotations

from northspan.core.document.job import (
    Circuit,
    Grounding,
    Metal,
    RunKind,
    System,
)
from northspan.core.rulebooks.awg import area_cmil
from northspan.core.rulebooks.ca.ampacities import held_to, run_ampacity, size_ladder, size_name
from northspan.core.rulebooks.ca.code_tables import code_table
from northspan.core.rulebooks.questions.common import BuildingFacts, RunFacts, Wire
from northspan.core.rulebooks.questions.grounds import GroundFacts, NeutralFacts
from northspan.core.working.errors import NoSolution, OutsideTable
from northspan.core.working.worked import Step, Worked, ending, looked_up, ruled, step, whole

NEUTRAL_WHOLE_A = 200.0


def equipment_ground(facts: GroundFacts) -> Worked[str]:
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
    >>> [equipment_ground(GroundFacts(a, Metal.copper, "1", "1")).value for a in (60, 61, 100, 101)]
    ['10', '8', '8', '6']
    >>> [equipment_ground(GroundFacts(60, Metal.copper, "6", "1/0", raised=by)).value for by in ("larger", "device")]
    ['6', '10']
    """
    size, lines = facts.size, facts.lines or facts.metal
    counted, steps = facts.device_a, []
    if facts.raised == "larger" and area_cmil(size) > area_cmil(facts.least_size):
        carries = code_table(lines).number(size, "c75")
        steps.append(looked_up("I_u", f"ampacity of the ungrounded {size_name(size)}, larger than the device asks", carries, "A",
                               code_table(lines).citation, row=size, column="75 °C"))  # fmt: skip
        counted = max(counted, carries)
    rows = code_table("bonding")
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
    if area_cmil(found) > area_cmil(size) and not facts.shared and (same_metal or facts.metal is Metal.copper):
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
    floor = equipment_ground(GroundFacts(facts.device_a, metal, largest, largest)).value
    floor = min(floor, wire.size, key=area_cmil)
    ladder = size_ladder(metal)
    start = ladder.index(floor) if floor in ladder else 0
    counted = ending(step("I_g", "largest unbalance in the neutral", "I_u", "A", "Rule 4-018", I_u=load.neutral_a))
    if load.neutral_a > NEUTRAL_WHOLE_A and facts.system is System.split_phase and facts.kind in {RunKind.feeder, RunKind.service}:
        words = "of it 200 A whole, and 70 % of the rest"
        less = step("I_h", words, "200 + 0.7 * (I_g - 200)", "A", "Rule 4-018(3)", I_g=load.neutral_a)
        counted = ending(*counted.steps, less)
    amperes = counted.value
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
    return Worked(size, (*counted.steps, lowest, held, last))


def _neutral_carries(facts: NeutralFacts, size: str) -> Step:
    wire = Wire(size, facts.wire.metal, facts.wire.insulation)
    if not facts.segments:
        return held_to(wire, facts.terminals_c)
    worked = run_ampacity(wire, facts.segments, facts.carrying, facts.terminals_c, facts.start)
    return next((one for one in reversed(worked.steps) if one.symbol == "I_a"), worked.rule)


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


def supply_side_jumper(wire: Wire, sets: int, metal: Metal) -> Worked[str]:
    """Size the system bonding jumper: by the ampacity of the supply conductors."""
    ampacity = sets * code_table(wire.metal).number(wire.size, "c75")
    return equipment_ground(GroundFacts(ampacity, metal, wire.size, wire.size, lines=wire.metal))


def may_feed_three_wires() -> bool:
    """Tell whether a new feed may bring no ground and ground its neutral again: one of two lawful ways."""
    return True


def may_ground_again(building: BuildingFacts) -> bool:
    """Say whether a feed may leave out the bonding conductor and ground the neutral again: not where animals live, Rule 10-208."""
    del building
    return True


def four_wires(run: RunFacts, building: BuildingFacts) -> Step:
    """Say which conductors go to a building, and why.

    Parameters
    ----------
    run : RunFacts
        The run that feeds it. [-]

    References
    ----------
    CE Code 2021, Rule 10-208.
    """
    del building
    if run.kind is RunKind.service:
        wires = {Circuit.three_wire: 3}.get(run.circuit, 2)
        why = "no bonding conductor comes from the supply: the neutral is the way back of a fault up to the service"
        return ruled("wires", "conductors", {2: "two", 3: "three"}[wires], why, "Rule 10-210", float(wires))
    if run.grounding is Grounding.legacy_three_wire:
        return ruled("wires", "conductors", "three", "the neutral is grounded again at the building", "Rule 10-208", 3.0)
    count = {Circuit.three_wire: 4, Circuit.two_wire_line: 3, Circuit.two_wire_neutral: 3}[run.circuit]
    why = "the neutral isolated, and a bonding conductor beside it"
    return ruled("wires", "conductors", {3: "three", 4: "four"}[count], why, "Rule 10-208", float(count))


def metal_where_animals() -> Metal | None:
    """Name the metal of an equipment ground to a building in which animals live, where the code names one. None here."""
    return None


own_to_each, judged_with_loop, pipe_grounds = False, False, True
