"""Equipment grounding, grounded and grounding electrode conductors."""

from __future__ import annotations

from functools import lru_cache

from northspan.core.errors import NoSolution, OutsideTable
from northspan.core.job import ElectrodeKind, Metal
from northspan.core.rulebooks.protocol import DesignLoad, Wire
from northspan.core.rulebooks.us.ampacity import LEAST_KCMIL, held_to, size_ladder, size_name
from northspan.core.rulebooks.us.sources import source
from northspan.core.worked import Step, Worked, looked_up, ruled, step

_ELECTRODE_CAPS = {
    ElectrodeKind.rod: ("6", "4", "250.66(A)"),
    ElectrodeKind.plate: ("6", "4", "250.66(A)"),
    ElectrodeKind.concrete_encased: ("4", "4", "250.66(B)"),
    ElectrodeKind.ring: ("2", "2", "250.66(C)"),
}


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
def equipment_ground(device_a: float, metal: Metal, least_size: str, size: str, school: str) -> Worked[str]:
    """Size the equipment grounding conductor, raised when the ungrounded conductors were raised.

    Parameters
    ----------
    device_a : float
        Overcurrent device ahead of the run. [A]
    metal : Metal
        Metal of all conductors of the run. [-]
    least_size : str
        Smallest size that had sufficient ampacity after derating. [-]
    size : str
        Size chosen for the ungrounded conductors. [-]
    school : str
        "table" for the least the rules ask, "same" for as large as the ungrounded conductors. [-]

    Raises
    ------
    OutsideTable
        If the device is above the table.

    References
    ----------
    NEC 2023, Table 250.122; 250.122(B) for the increase by circular mils; 250.122(A): never
    larger than the ungrounded conductors.

    Examples
    --------
    >>> equipment_ground(80, Metal.aluminum, "2", "1", "table").value
    '4'
    >>> equipment_ground(80, Metal.aluminum, "2", "2", "table").value
    '6'
    """
    rows = source("equipment_ground")
    row = next((key for key in rows.rows if device_a <= float(key)), None)
    if row is None:
        raise OutsideTable(rows.citation, f"a {device_a:.0f} A device", "it ends at 6000 A")
    from_table = rows.text(row, metal)
    steps: list[Step] = [
        looked_up(
            "G_t", f"equipment ground for a {device_a:.0f} A device", from_table, "", rows.citation, row=f"up to {row} A", column=metal
        )
    ]
    if school == "same":
        return Worked(size, (*steps, ruled("G", "equipment ground", size, "your call: as large as the ungrounded conductors", "250.122")))
    raised = from_table
    if area_cmil(size) > area_cmil(least_size):
        wanted = step(
            "A_g",
            f"raised as the ungrounded conductors were, from {size_name(least_size)} to {size_name(size)}",
            "A_t * A_u / A_m",
            "cmil",
            "250.122(B)",
            A_t=area_cmil(from_table),
            A_u=area_cmil(size),
            A_m=area_cmil(least_size),
        )
        raised = next((s for s in size_ladder(metal) if area_cmil(s) >= wanted.value * (1 - 1e-9)), size)
        steps += [wanted, looked_up("G_r", "next size with that area", raised, "", "Chapter 9 Table 8", row=raised)]
    if area_cmil(raised) > area_cmil(size):
        raised = size
        steps.append(ruled("G", "equipment ground", size, "need not be larger than the ungrounded conductors", "250.122(A)"))
    return Worked(raised, tuple(steps))


@lru_cache(maxsize=8192)
def grounded_minimum(
    load: DesignLoad, device_a: float, wire: Wire, terminals_c: float, *, sets: int = 1, on_supply: bool = False
) -> Worked[str]:
    """Find the smallest grounded conductor: for its own load, and able to carry a fault.

    Parameters
    ----------
    load : DesignLoad
        With the largest unbalance in the grounded conductor. [A]
    device_a : float
        Overcurrent device of the run. [A]
    wire : Wire
        The ungrounded conductor; the grounded one has its metal and insulation. [-]
    terminals_c : float
        What the terminals stand. [°C]
    sets : int
        Sets in parallel; each carries its share, and none is below 1/0. [-]
    on_supply : bool
        Whether it lies ahead of the first device, as that of a service does. [-]

    Raises
    ------
    NoSolution
        If no size in the table carries the neutral's load.

    References
    ----------
    NEC 2023, 220.61 (its load), 215.2(B) (not smaller than Table 250.122), 250.24(D) (a service's:
    not smaller than Table 250.102(C)(1)).
    """
    ladder = size_ladder(wire.metal)
    if on_supply:
        jumper = supply_side_jumper(wire, 1, wire.metal)
        floor, why = jumper.value, jumper.steps[-1]
        lowest = looked_up("N_f", "not smaller than the supply-side jumper", floor, "", why.citation, row=floor, column=wire.metal)
    else:
        rows = source("equipment_ground")
        row = next(key for key in rows.rows if device_a <= float(key))
        floor = rows.text(row, wire.metal)
        words = "not smaller than the equipment ground of the table"
        lowest = looked_up("N_f", words, floor, "", "215.2(B)", row=f"up to {row} A", column=wire.metal)
    if sets > 1:
        floor = max(floor, "1/0", key=area_cmil)
    for size in ladder[ladder.index(floor) :]:
        holds = held_to(Wire(size, wire.metal, wire.insulation), terminals_c)
        if holds.value * sets >= load.neutral_a:
            break
    else:
        raise NoSolution("grounded conductor", f"every {wire.metal} size for {load.neutral_a:.0f} A")
    return Worked(
        size,
        (
            step("I_g", "largest unbalance in the neutral", "I_u", "A", "220.61", I_u=load.neutral_a),
            lowest,
            looked_up("N_m", "smallest grounded conductor", size, "", holds.citation, row=size, column=f"{terminals_c:.0f} °C"),
        ),
    )


def electrode_conductor(kind: ElectrodeKind, supply: Wire | None, metal: Metal, *, goes_on: bool = False) -> Worked[str]:
    """Size the grounding electrode conductor to one electrode.

    Parameters
    ----------
    kind : ElectrodeKind
        What it goes to; rods, plates, encased electrodes and rings cap the size when it ends there. [-]
    supply : Wire or None
        Largest ungrounded supply conductor; None asks for the smallest row. [-]
    metal : Metal
        Metal of the electrode conductor. [-]
    goes_on : bool
        Whether the same conductor goes on to a water pipe, or another electrode that asks for more. [-]

    References
    ----------
    NEC 2023, Table 250.66 and 250.66(A) to (C), whose caps hold only where the conductor ends
    there; 250.32(E) for a separate building.

    Examples
    --------
    >>> electrode_conductor(ElectrodeKind.water_pipe, Wire("4/0", Metal.aluminum, "XHHW-2"), Metal.copper).value
    '4'
    >>> electrode_conductor(ElectrodeKind.rod, Wire("4/0", Metal.aluminum, "XHHW-2"), Metal.copper).value
    '6'
    """
    rows = source("electrode_conductor")
    size, row_key = "", ""
    for key, row in rows.rows.items():
        edge = row[f"up_to_{supply.metal}"] if supply else row["up_to_copper"]
        if not edge or supply is None or _cmil_of_edge(supply.size) <= _cmil_of_edge(edge):
            size, row_key = row[metal], key
            break
    words = f"for {supply.size} {supply.metal} supply" if supply else "smallest row"
    steps: list[Step] = [looked_up("E_t", f"electrode conductor {words}", size, "", rows.citation, row=row_key, column=metal)]
    if kind in _ELECTRODE_CAPS and goes_on:
        why = "it goes on to an electrode that asks for the table's size, so no cap"
        steps.append(ruled("E", "electrode conductor", size, why, _ELECTRODE_CAPS[kind][2]))
    elif kind in _ELECTRODE_CAPS:
        copper, aluminum, citation = _ELECTRODE_CAPS[kind]
        cap = copper if metal is Metal.copper else aluminum
        if area_cmil(cap) < area_cmil(size):
            size = cap
            steps.append(ruled("E", "electrode conductor", size, "it ends at this electrode, which caps its size", citation))
    return Worked(size, tuple(steps))


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
