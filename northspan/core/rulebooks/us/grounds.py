"""Equipment grounding, grounded and grounding electrode conductors."""

from __future__ import annotations

from functools import lru_cache

from northspan.core.document.job import (
    Circuit,
    Grounding,
    Metal,
    RunKind,
    System,
)
from northspan.core.rulebooks.questions.common import Ampacity, BuildingFacts, RunFacts, Wire
from northspan.core.rulebooks.questions.grounds import GroundFacts, NeutralFacts
from northspan.core.rulebooks.us.ampacities import held_to, run_ampacity, size_ladder, size_name
from northspan.core.rulebooks.us.code_tables import code_table
from northspan.core.rulebooks.us.wires import area, area_of_edge
from northspan.core.working.errors import NoSolution, OutsideTable
from northspan.core.working.worked import Step, Worked, ending, looked_up, ruled, step, whole

# copper and aluminum; those of an encased electrode and of a ring are said in copper alone, aluminum goes by the table
NEUTRAL_WHOLE_A = 200.0  # above it 70 % of the rest counts, 220.61(B)(2)


@lru_cache(maxsize=8192)
def equipment_ground(facts: GroundFacts) -> Worked[str]:
    """Size the equipment grounding conductor, raised when the ungrounded conductors were raised.

    Parameters
    ----------
    facts : GroundFacts
        Device, metals and sizes. [A]

    Raises
    ------
    OutsideTable
        If the device is above the table.

    References
    ----------
    NEC 2023, Table 250.122; 250.122(B) for the increase by circular mils; 250.122(A): never larger than the ungrounded
    conductors; 250.122(C) and (G): the largest device of circuits in one pipe, the device ahead of a tap.

    Examples
    --------
    >>> equipment_ground(GroundFacts(80, Metal.aluminum, "2", "1")).value
    '4'
    >>> equipment_ground(GroundFacts(80, Metal.aluminum, "2", "2")).value
    '6'
    """
    rows, metal, size = code_table("equipment_ground"), facts.metal, facts.size
    row = next((key for key in rows.rows if facts.device_a <= float(key)), None)
    if row is None:
        raise OutsideTable(rows.citation, f"a {whole(facts.device_a)} A device", "it ends at 6000 A")
    from_table = rows.text(row, metal)
    words = f"equipment ground for a {whole(facts.device_a)} A device"
    steps: list[Step] = [looked_up("G_t", words, from_table, "", rows.citation, row=f"up to {row} A", column=metal)]
    same_metal = facts.lines in {None, metal}
    if facts.school == "same" and same_metal:
        return Worked(size, (*steps, ruled("G", "equipment ground", size, "your call: as large as the ungrounded conductors", "250.122")))
    raised = from_table
    if area(size) > area(facts.least_size):
        wanted = step(
            "A_g",
            f"raised as the ungrounded conductors were, from {size_name(facts.least_size)} to {size_name(size)}",
            "A_t * A_u / A_m",
            "cmil",
            "250.122(B)",
            A_t=area(from_table),
            A_u=area(size),
            A_m=area(facts.least_size),
        )
        raised = next((s for s in size_ladder(metal) if area(s) >= wanted.value * (1 - 1e-9)), size)
        steps += [wanted, looked_up("G_r", "next size with that area", raised, "", "Chapter 9 Table 8", row=raised)]
    # copper beside aluminum may stop at their size; aluminum beside copper conducts less than a copper wire of that size
    if area(raised) > area(size) and not facts.shared and (same_metal or metal is Metal.copper):
        raised = size
        steps.append(ruled("G", "equipment ground", size, "need not be larger than the ungrounded conductors", "250.122(A)"))
    return Worked(raised, tuple(steps))


@lru_cache(maxsize=8192)
def grounded_minimum(facts: NeutralFacts) -> Worked[str]:
    """Find the smallest grounded conductor: for its own load, derated like the others, and able to carry a fault.

    Parameters
    ----------
    facts : NeutralFacts
        Its load, its device, the ungrounded conductor, and where it lies. [A]

    Raises
    ------
    NoSolution
        If no size in the table carries the neutral's load.

    Notes
    -----
    One as large as the ungrounded conductors, that carries no more than they, is always large enough: so an allowance
    that they have is its own too.

    References
    ----------
    NEC 2023, 220.61 (its load; 70 % of what is above 200 A, not from two legs of a wye), 215.2(B) (not smaller than Table
    250.122), 250.24(D) (a service's: not smaller than Table 250.102(C)(1)), 310.15 (derated as the others), 310.10(G)(1).

    Examples
    --------
    >>> from northspan.core.rulebooks.questions.common import DesignLoad
    >>> wire = Wire("2", Metal.copper, "THWN-2")
    >>> grounded_minimum(NeutralFacts(DesignLoad(0, 0, 100), 110, wire, 75)).value
    '3'
    """
    wire, load = facts.wire, facts.load
    ladder = size_ladder(wire.metal)
    lowest = _fault_floor(facts)
    floor = lowest.label
    if facts.sets > 1:
        floor = max(floor, "1/0", key=area)
    counted = _neutral_load(facts)
    amperes = counted.value
    found: Worked[Ampacity] | None = None
    for size in ladder[ladder.index(floor) :]:
        enough_anyway = size == wire.size and 0 < load.neutral_a <= load.total_a + 1e-9
        held = neutral_carries(facts, size)
        if enough_anyway or held.value.final_a * facts.sets >= amperes - 1e-9:
            found = held
            break
    if found is None:
        raise NoSolution("grounded conductor", f"every {wire.metal} size from {size_name(floor)} up for {whole(amperes)} A")
    carries = found.rule
    last = looked_up("N_m", "smallest grounded conductor", size, "", carries.citation, row=size, column=f"{whole(facts.terminals_c)} °C")
    if found.value.final_a * facts.sets < amperes - 1e-9:
        why = "as large as the ungrounded conductors, and it carries no more than they"
        last = ruled("N_m", "smallest grounded conductor", size, why, "220.61")
    shown = found.steps[-4:] if facts.segments else found.steps
    return Worked(size, (*counted.steps, lowest, *shown, last))


def neutral_carries(facts: NeutralFacts, size: str) -> Worked[Ampacity]:
    """Give what one neutral of a size carries where the run lies. [A]

    Parameters
    ----------
    facts : NeutralFacts
        Where it lies, and its terminals. [°C]
    size : str
        Its size. [-]
    """
    wire = Wire(size, facts.wire.metal, facts.wire.insulation)
    if facts.segments:
        return run_ampacity(wire, facts.segments, facts.carrying, facts.terminals_c, facts.start)
    held = held_to(wire, facts.terminals_c)
    return Worked(Ampacity(held.value, held.value, 0), (held,))


def _neutral_load(facts: NeutralFacts) -> Worked[float]:
    whole = step("I_g", "largest unbalance in the neutral", "I_u", "A", "220.61", I_u=facts.load.neutral_a)
    less = facts.load.neutral_a > NEUTRAL_WHOLE_A and facts.system is System.split_phase
    if not less or facts.kind not in {RunKind.feeder, RunKind.service}:
        return ending(whole)
    words = "of it 200 A whole, and 70 % of the rest"
    return ending(whole, step("I_h", words, "200 + 0.7 * (I_g - 200)", "A", "220.61(B)(2)", I_g=whole.value))


def _fault_floor(facts: NeutralFacts) -> Step:
    metal = facts.wire.metal
    if facts.on_supply:
        jumper = supply_side_jumper(facts.wire, 1, metal)
        why = jumper.rule
        return looked_up("N_f", "not smaller than the supply-side jumper", jumper.value, "", why.citation, row=jumper.value, column=metal)
    rows = code_table("equipment_ground")
    row = next((key for key in rows.rows if facts.device_a <= float(key)), None)
    if row is None:
        raise OutsideTable(rows.citation, f"a {whole(facts.device_a)} A device", "it ends at 6000 A")
    floor, words = rows.text(row, metal), "not smaller than the equipment ground of the table"
    if area(floor) > area(facts.wire.size):
        floor, words = facts.wire.size, "not smaller than the equipment ground, which stops at the ungrounded conductors"
    return looked_up("N_f", words, floor, "", "215.2(B)", row=f"up to {row} A", column=metal)


def supply_side_jumper(wire: Wire, sets: int, metal: Metal) -> Worked[str]:
    """Size the main bonding jumper, and a jumper on the supply side of the first device.

    Parameters
    ----------
    wire : Wire
        One ungrounded supply conductor. [-]
    sets : int
        Sets in parallel, whose areas are added. [-]
    metal : Metal
        Metal of the jumper. [-]

    References
    ----------
    NEC 2023, 250.102(C)(1) and its table; 250.28(D), 250.24(D)(1) for the grounded conductor.

    Examples
    --------
    >>> supply_side_jumper(Wire("4/0", Metal.aluminum, "XHHW-2"), 1, Metal.copper).value
    '4'
    >>> supply_side_jumper(Wire("600", Metal.copper, "THWN-2"), 2, Metal.copper).value
    '3/0'
    """
    rows = code_table("supply_side")
    total = step("A_u", "area of the ungrounded conductors of one line", "n * A", "cmil", "Chapter 9 Table 8", n=sets, A=area(wire.size))
    for key, row in rows.rows.items():
        if total.value <= area_of_edge(row[f"up_to_{wire.metal}"]) + 1e-6:
            found = looked_up("J", "supply-side bonding jumper", row[metal], "", rows.citation, row=key, column=metal)
            return Worked(row[metal], (total, found))
    share = step("A_j", "12.5 % of it", "0.125 * A_u", "cmil", rows.citation, A_u=total.value)
    size = next(size for size in size_ladder(metal) if area(size) >= share.value * (1 - 1e-9))
    return Worked(size, (total, share, looked_up("J", "next size with that area", size, "", "Chapter 9 Table 8", row=size)))


def grounding_open(building: BuildingFacts) -> Worked[frozenset[Grounding]]:
    """List how a new feed may ground another building."""
    del building
    why = "new work brings neutral and equipment ground as two wires"
    return Worked(frozenset({Grounding.equipment_ground}), (ruled("G", "grounding", "four wires", why, "250.32(B)(1)"),))


def may_feed_three_wires() -> bool:
    """Tell whether a new feed may bring no ground and ground its neutral again: new work takes four wires."""
    return False


def may_ground_again(building: BuildingFacts) -> bool:
    """Say whether a new feed may leave out the ground and ground the neutral again: since 2008 it may not."""
    del building
    return False


def bond_here(*, first_disconnect: bool, building: BuildingFacts) -> Worked[str]:
    """Decide whether neutral and ground are bonded in an enclosure.

    Parameters
    ----------
    first_disconnect : bool
        Whether it holds the first disconnect of its source. [-]
    building : BuildingFacts
        The building it is in, with the run that feeds it. [-]

    Notes
    -----
    While an old three-wire feed stands, the bond at its far end stands too: taken out first, it
    would leave every case there without a way back for a fault. It comes out with the fourth wire.

    References
    ----------
    NEC 2023, 250.24(A), 250.24(B), 250.32(B)(1) and its exception 1, 250.142(B).
    """
    words = "neutral and ground"
    if first_disconnect:
        return Worked(
            "bonded",
            (
                ruled(
                    "bond",
                    words,
                    "bonded here",
                    "first disconnect of the source: the one place where a fault finds its way back",
                    "250.24(A)",
                ),
            ),
        )
    supply = building.supply
    if building.detached and supply and supply.grounding is Grounding.legacy_three_wire:
        return Worked(
            "bonded",
            (
                ruled(
                    "bond",
                    words,
                    "bonded here while the feed has three wires",
                    "the neutral is the only way back for a fault; the bond comes out with the fourth wire",
                    "250.32(B)(1) exception 1",
                ),
            ),
        )
    citation = "250.32(B)(1)" if building.detached else "250.24(B)"
    return Worked(
        "separate",
        (ruled("bond", words, "kept apart", "a second bond would put neutral current on every ground wire and metal part", citation),),
    )


def four_wires(run: RunFacts, building: BuildingFacts) -> Step:
    """Say which conductors go to a building, and why.

    Parameters
    ----------
    run : RunFacts
        The run that feeds it. [-]
    building : BuildingFacts
        The building. [-]

    References
    ----------
    NEC 2023, 250.32(B)(1), 215.6, 250.110; 250.24(D) for a service.
    """
    if run.grounding is Grounding.legacy_three_wire:
        return ruled(
            "wires",
            "conductors",
            "three, as found",
            "neutral serves as ground too; allowed only where it was there before",
            "250.32(B)(1) exception 1",
            3.0,
        )
    if run.kind is RunKind.service:
        why = "no ground comes from the utility: the grounded conductor is the way back of a fault up to the service"
        wires = {Circuit.three_wire: 3}.get(run.circuit, 2)
        return ruled("wires", "conductors", {2: "two", 3: "three"}[wires], why, "250.24(D)", float(wires))
    count = {Circuit.three_wire: 4, Circuit.two_wire_line: 3, Circuit.two_wire_neutral: 3}[run.circuit]
    words = {3: "three", 4: "four"}[count]
    why = "neutral and equipment ground run as two wires, so that load current stays off the metal"
    if run.circuit is Circuit.two_wire_line:
        why = "two ungrounded and an equipment ground; no neutral is carried"
    return ruled("wires", "conductors", words, why, "250.32(B)(1)" if building.detached else "215.6", float(count))


def metal_where_animals() -> Metal | None:
    """Name the metal of an equipment ground to a building in which animals live, where the code names one. NEC 2023, 547.27."""
    return Metal.copper


own_to_each, judged_with_loop, pipe_grounds = False, False, True
