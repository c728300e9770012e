"""Equipment grounding, grounded and grounding electrode conductors."""

from __future__ import annotations

from collections.abc import Iterator
from functools import lru_cache

from northspan.core.document.job import ElectrodeKind, Metal, RunKind, System
from northspan.core.rulebooks.protocol import Ampacity, GroundFacts, NeutralFacts, Wire
from northspan.core.rulebooks.us.ampacity import LEAST_KCMIL, held_to, run_ampacity, size_ladder, size_name
from northspan.core.rulebooks.us.sources import source
from northspan.core.working.errors import NoSolution, OutsideTable
from northspan.core.working.worked import Step, Worked, looked_up, ruled, step, whole

# copper and aluminum; those of an encased electrode and of a ring are said in copper alone, aluminum goes by the table
_ELECTRODE_CAPS = {
    ElectrodeKind.rod: ("6", "4", "250.66(A)"),
    ElectrodeKind.plate: ("6", "4", "250.66(A)"),
    ElectrodeKind.concrete_encased: ("4", "", "250.66(B)"),
    ElectrodeKind.ring: ("2", "", "250.66(C)"),
}
NEUTRAL_WHOLE_A = 200.0  # above it 70 % of the rest counts, 220.61(B)(2)


@lru_cache(maxsize=8192)
def area_cmil(size: str) -> float:
    """Look up the area of a conductor size. [cmil]

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]

    References
    ----------
    NEC 2023, Chapter 9 Table 8.
    """
    return source("conductors").number(size, "area_cmil")


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
    rows, metal, size = source("equipment_ground"), facts.metal, facts.size
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
    if area_cmil(size) > area_cmil(facts.least_size):
        wanted = step(
            "A_g",
            f"raised as the ungrounded conductors were, from {size_name(facts.least_size)} to {size_name(size)}",
            "A_t * A_u / A_m",
            "cmil",
            "250.122(B)",
            A_t=area_cmil(from_table),
            A_u=area_cmil(size),
            A_m=area_cmil(facts.least_size),
        )
        raised = next((s for s in size_ladder(metal) if area_cmil(s) >= wanted.value * (1 - 1e-9)), size)
        steps += [wanted, looked_up("G_r", "next size with that area", raised, "", "Chapter 9 Table 8", row=raised)]
    # copper beside aluminum may stop at their size; aluminum beside copper conducts less than a copper wire of that size
    if area_cmil(raised) > area_cmil(size) and (same_metal or metal is Metal.copper):
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
    >>> from northspan.core.rulebooks.protocol import DesignLoad
    >>> wire = Wire("2", Metal.copper, "THWN-2")
    >>> grounded_minimum(NeutralFacts(DesignLoad(0, 0, 100), 110, wire, 75)).value
    '3'
    """
    wire, load = facts.wire, facts.load
    ladder = size_ladder(wire.metal)
    lowest = _fault_floor(facts)
    floor = lowest.label
    if facts.sets > 1:
        floor = max(floor, "1/0", key=area_cmil)
    counted = _neutral_load(facts)
    amperes = counted[-1].value
    found: Worked[Ampacity] | None = None
    for size in ladder[ladder.index(floor) :]:
        enough_anyway = size == wire.size and 0 < load.neutral_a <= load.total_a + 1e-9
        held = neutral_carries(facts, size)
        if enough_anyway or held.value.final_a * facts.sets >= amperes - 1e-9:
            found = held
            break
    if found is None:
        raise NoSolution("grounded conductor", f"every {wire.metal} size from {size_name(floor)} up for {whole(amperes)} A")
    carries = found.steps[-1]
    last = looked_up("N_m", "smallest grounded conductor", size, "", carries.citation, row=size, column=f"{whole(facts.terminals_c)} °C")
    if found.value.final_a * facts.sets < amperes - 1e-9:
        why = "as large as the ungrounded conductors, and it carries no more than they"
        last = ruled("N_m", "smallest grounded conductor", size, why, "220.61")
    shown = found.steps[-4:] if facts.segments else found.steps
    return Worked(size, (*counted, lowest, *shown, last))


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


def _neutral_load(facts: NeutralFacts) -> tuple[Step, ...]:
    whole = step("I_g", "largest unbalance in the neutral", "I_u", "A", "220.61", I_u=facts.load.neutral_a)
    less = facts.load.neutral_a > NEUTRAL_WHOLE_A and facts.system is System.split_phase
    if not less or facts.kind not in {RunKind.feeder, RunKind.service}:
        return (whole,)
    words = "of it 200 A whole, and 70 % of the rest"
    return whole, step("I_h", words, "200 + 0.7 * (I_g - 200)", "A", "220.61(B)(2)", I_g=whole.value)


def _fault_floor(facts: NeutralFacts) -> Step:
    metal = facts.wire.metal
    if facts.on_supply:
        jumper = supply_side_jumper(facts.wire, 1, metal)
        why = jumper.steps[-1]
        return looked_up("N_f", "not smaller than the supply-side jumper", jumper.value, "", why.citation, row=jumper.value, column=metal)
    rows = source("equipment_ground")
    row = next((key for key in rows.rows if facts.device_a <= float(key)), None)
    if row is None:
        raise OutsideTable(rows.citation, f"a {whole(facts.device_a)} A device", "it ends at 6000 A")
    floor, words = rows.text(row, metal), "not smaller than the equipment ground of the table"
    if area_cmil(floor) > area_cmil(facts.wire.size):
        floor, words = facts.wire.size, "not smaller than the equipment ground, which stops at the ungrounded conductors"
    return looked_up("N_f", words, floor, "", "215.2(B)", row=f"up to {row} A", column=metal)


def electrode_conductor(kind: ElectrodeKind, supply: Wire | None, metal: Metal, *, sets: int = 1, goes_on: bool = False) -> Worked[str]:
    """Size the grounding electrode conductor to one electrode.

    Parameters
    ----------
    kind : ElectrodeKind
        What it goes to; rods, plates, encased electrodes and rings cap the size when it ends there. [-]
    supply : Wire or None
        Largest ungrounded supply conductor; None asks for the smallest row. [-]
    metal : Metal
        Metal of the electrode conductor. [-]
    sets : int
        Supply conductors in parallel, whose areas are added. [-]
    goes_on : bool
        Whether the same conductor goes on to a water pipe, or another electrode that asks for more. [-]

    References
    ----------
    NEC 2023, Table 250.66 and its note for parallel sets; 250.66(A) to (C), whose caps hold only where the conductor ends
    there; 250.32(E) for a separate building; 250.64(A) and (B) for what may lie where and what guards it.

    Examples
    --------
    >>> electrode_conductor(ElectrodeKind.water_pipe, Wire("4/0", Metal.aluminum, "XHHW-2"), Metal.copper).value
    '4'
    >>> electrode_conductor(ElectrodeKind.rod, Wire("4/0", Metal.aluminum, "XHHW-2"), Metal.copper).value
    '6'
    >>> electrode_conductor(ElectrodeKind.water_pipe, Wire("500", Metal.aluminum, "XHHW-2"), Metal.copper, sets=2).value
    '2/0'
    """
    rows = source("electrode_conductor")
    size, row_key = "", ""
    steps: list[Step] = []
    total_cmil = sets * area_cmil(supply.size) if supply else 0.0
    if supply and sets > 1:
        words = f"area of {sets} sets of {size_name(supply.size)} together"
        steps.append(step("A_u", words, "n * A", "cmil", rows.citation, n=float(sets), A=area_cmil(supply.size)))
    for key, row in rows.rows.items():
        edge = row[f"up_to_{supply.metal}"] if supply else row["up_to_copper"]
        if not edge or supply is None or total_cmil <= _cmil_of_edge(edge) + 1e-6:
            size, row_key = row[metal], key
            break
    words = f"for {f'{sets} sets of ' if sets > 1 else ''}{supply.size} {supply.metal} supply" if supply else "smallest row"
    steps.append(looked_up("E_t", f"electrode conductor {words}", size, "", rows.citation, row=row_key, column=metal))
    if kind in _ELECTRODE_CAPS and goes_on:
        why = "it goes on to an electrode that asks for the table's size, so no cap"
        steps.append(ruled("E", "electrode conductor", size, why, _ELECTRODE_CAPS[kind][2]))
    elif kind in _ELECTRODE_CAPS:
        copper, aluminum, citation = _ELECTRODE_CAPS[kind]
        cap = copper if metal is Metal.copper else aluminum
        if cap and area_cmil(cap) < area_cmil(size):
            size = cap
            steps.append(ruled("E", "electrode conductor", size, "it ends at this electrode, which caps its size", citation))
    return Worked(size, (*steps, *_guarded(size, metal)))


def _guarded(size: str, metal: Metal) -> Iterator[Step]:
    """What keeps an electrode conductor whole where it lies."""
    if metal is Metal.aluminum:
        why = "not in concrete or against masonry, and bare or outdoors never ended within 18 in of the soil; take copper there"
        yield ruled("E_a", "aluminum near the soil", "18 in off it", why, "250.64(A)")
    if area_cmil(size) < area_cmil("6"):
        yield ruled("E_p", "what guards it", "pipe or armor all the way", "smaller than 6 AWG it is always guarded", "250.64(B)(3)")
    else:
        why = "6 AWG and larger may run along the building where nothing hits it; in a pipe or armor where something may"
        yield ruled("E_p", "what guards it", "by where it runs", why, "250.64(B)(1), (2)")


def _cmil_of_edge(size: str) -> float:
    """Area of a size, also of the 1100 kcmil that is an edge of the table but not a size on the shelf."""
    return float(size) * 1000 if size.isdigit() and int(size) >= LEAST_KCMIL else area_cmil(size)


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
    rows = source("supply_side")
    total = step(
        "A_u", "area of the ungrounded conductors of one line", "n * A", "cmil", "Chapter 9 Table 8", n=sets, A=area_cmil(wire.size)
    )
    for key, row in rows.rows.items():
        if total.value <= _cmil_of_edge(row[f"up_to_{wire.metal}"]) + 1e-6:
            found = looked_up("J", "supply-side bonding jumper", row[metal], "", rows.citation, row=key, column=metal)
            return Worked(row[metal], (total, found))
    share = step("A_j", "12.5 % of it", "0.125 * A_u", "cmil", rows.citation, A_u=total.value)
    size = next(size for size in size_ladder(metal) if area_cmil(size) >= share.value * (1 - 1e-9))
    return Worked(size, (total, share, looked_up("J", "next size with that area", size, "", "Chapter 9 Table 8", row=size)))
