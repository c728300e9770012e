"""Ampacity: Tables 2 and 4, ambient, more than three together, terminals, stretch by stretch."""

from __future__ import annotations

from functools import lru_cache

from northspan.core.document.job import (
    Circuit,
    Metal,
    Method,
    Place,
    RunKind,
    Segment,
    System,
    Terminals,
)
from northspan.core.rulebooks import north_american
from northspan.core.rulebooks.awg import LEAST_KCMIL, area_cmil
from northspan.core.rulebooks.ca import devices
from northspan.core.rulebooks.ca.code_tables import code_table
from northspan.core.rulebooks.questions.common import USUAL_GUARD, Ampacity, DesignLoad, Guard, Wire
from northspan.core.working.errors import InvalidJob, OutsideTable
from northspan.core.working.worked import Margin, Step, Worked, looked_up, ruled, step, whole

RACEWAYS = frozenset({Method.pvc40, Method.emt, Method.rmc})
LAID = (("free", "Single conductors in free air, a diameter apart"), ("touching", "Single conductors in free air, touching"))
FREE_AIR = frozenset(way for way, _ in LAID)


@lru_cache(maxsize=16)
def size_ladder(metal: Metal) -> tuple[str, ...]:
    """List the sizes of a metal, smallest first.

    Parameters
    ----------
    metal : Metal
        Conductor metal. [-]

    References
    ----------
    CE Code 2021, Tables 2 and 4.
    """
    return code_table(metal).keys_with("c75")


def size_name(size: str) -> str:
    """Name a size as the trade says it.

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]

    Examples
    --------
    >>> size_name("4/0"), size_name("250")
    ('No. 4/0 AWG', '250 kcmil')
    """
    return f"{size} kcmil" if size.isdigit() and int(size) >= LEAST_KCMIL else f"No. {size} AWG"


def column_c(insulation: str, place: Place) -> Worked[int]:
    """Give the temperature column of an insulation in a place. [°C]

    Parameters
    ----------
    insulation : str
        Type. [-]
    place : Place
        Where it lies; buried, outdoor and overhead places are wet. [-]

    Raises
    ------
    InvalidJob
        If the type is unknown.
    OutsideTable
        If it is not allowed in a wet place.

    References
    ----------
    CE Code 2021, Table 19.
    """
    types = code_table("insulation")
    if insulation not in types.rows:
        raise InvalidJob("insulation", f"there is no insulation type {insulation}.", f"Types: {', '.join(types.rows)}.")
    wet = place in north_american.WET
    if wet and not types.has(insulation, "wet_c"):
        raise OutsideTable("Table 19", f"{insulation} in a wet place", "it is for dry places; take a type with a wet rating")
    value = int(types.number(insulation, "wet_c" if wet else "dry_c"))
    words = f"{insulation} in a {'wet' if wet else 'dry'} place"
    return Worked(value, (looked_up("T_i", words, value, "°C", "Table 19", row=insulation, column="wet" if wet else "dry"),))


def terminals_c(marking: Terminals, device_a: float) -> Step:
    """Give the temperature the terminals stand. [°C]

    Parameters
    ----------
    marking : Terminals
        What both ends are marked for. [-]
    device_a : float
        Overcurrent device of the run. [A]

    References
    ----------
    CE Code 2021, Rule 4-006(2): unmarked, 60 °C to 100 A and 75 °C above.

    Examples
    --------
    >>> terminals_c(Terminals.unmarked, 100).value, terminals_c(Terminals.unmarked, 110).value
    (60.0, 75.0)
    """
    return north_american.terminal_temperature(marking, device_a, "Rule 4-006", ("not marked, 100 A or less", "not marked, above 100 A"))


@lru_cache(maxsize=16)
def carrying_conductors(circuit: Circuit, system: System) -> Step:
    """Count the conductors of a run that carry current.

    Parameters
    ----------
    circuit : Circuit
        Which conductors the run has. [-]
    system : System
        How its source is tapped. [-]

    References
    ----------
    CE Code 2021, Rule 4-004: a neutral that carries only the unbalance does not count; that of two legs of a wye does.
    """
    words = "carrying conductors of this run"
    if circuit is Circuit.three_wire and system is System.wye_legs:
        return ruled("n", words, "3", "two legs of a wye: the neutral carries about as much as they do", "Rule 4-004(5)", 3.0)
    why = "the neutral carries only the unbalance" if circuit is Circuit.three_wire else "two wires, both carry the whole current"
    return ruled("n", words, "2", why, "Rule 4-004(4)", 2.0)


@lru_cache(maxsize=4096)
def segment_ampacity(wire: Wire, segment: Segment, carrying: int, terminal_c: float, start: str) -> Worked[float]:
    """Give the ampacity of a conductor in one stretch, never above its terminals. [A]

    Parameters
    ----------
    wire : Wire
        Size, metal and insulation. [-]
    segment : Segment
        The stretch. [-]
    carrying : int
        Carrying conductors of this run. [-]
    terminal_c : float
        What the terminals stand. [°C]
    start : str
        Where derating starts: "insulation", or "terminals". [-]

    Raises
    ------
    OutsideTable
        If the size has no ampacity, or the place is too hot or too wet for the insulation.

    References
    ----------
    CE Code 2021, Rule 4-004, Tables 1 to 4, 5A, 5B, 5C; Rule 4-006 for the terminals.

    Examples
    --------
    >>> segment_ampacity(Wire("1/0", Metal.aluminum, "RW90"), Segment(length_m=50), 2, 75, "insulation").value
    120.0
    """
    column = column_c(wire.insulation, segment.place)
    if start == "terminals" and terminal_c < column.value:
        lower = ruled("T_s", "column to derate from", f"{whole(terminal_c)} °C", "your call: never above the terminals", "your call")
        column = Worked(int(terminal_c), (*column.steps, lower))
    rows, bands = code_table(f"{wire.metal}_air" if segment.laid in FREE_AIR else wire.metal), code_table("ambient")
    words = f"{size_name(wire.size)} {wire.metal} before correction"
    table_a = looked_up(
        "I_t", words, rows.number(wire.size, f"c{column.value}"), "A", rows.citation, row=wire.size, column=f"{column.value} °C"
    )
    edge = next((key for key in bands.keys_with(f"c{column.value}") if segment.ambient_c <= float(key)), None)
    if edge is None:
        raise OutsideTable(
            "Table 5A", f"{segment.ambient_c:g} °C around {column.value} °C insulation", "use a hotter insulation, or another route"
        )
    ambient = looked_up(
        "F_a", f"ambient {segment.ambient_c:g} °C", bands.number(edge, f"c{column.value}"), "", "Table 5A", row=f"up to {edge} °C"
    )
    together = _in_company(segment, carrying + segment.other_carrying)
    derated = step(
        "I_d", "after correction", "I_t * F_a * F_n", "A", "Rule 4-004", I_t=table_a.value, F_a=ambient.value, F_n=together.value
    )
    cap = held_to(wire, terminal_c, in_air=segment.laid in FREE_AIR)
    final = step("I_a", "ampacity, never above the terminals", "min(I_d, I_c)", "A", "Rule 4-006", I_d=derated.value, I_c=cap.value)
    ground: tuple[Step, ...] = ()
    if segment.place is Place.buried and area_cmil(wire.size) >= area_cmil("1/0"):
        why = "from 1/0 up the code has tables of its own for the ground (D8 to D15), which are not built; Table 2 or 4 is read here"
        ground = (ruled("g", "in the ground", "check with Appendix D", why, "Rule 4-004(1)(d)"),)
    return Worked(final.value, (*column.steps, table_a, ambient, together, derated, cap, final, *ground))


def _in_company(segment: Segment, carrying: int) -> Step:
    """The factor for what lies together: in a pipe by the number that carries, in free air by the number that touches."""
    if segment.laid not in FREE_AIR:
        return adjustment(carrying)
    words = f"{carrying} carrying in free air"
    if segment.laid == "free":
        return ruled("F_n", words, "1", "a diameter apart at least", "Rule 4-004(1)(b)", 1.0)
    rows = code_table("free_air")
    if str(carrying) not in rows.rows:
        raise OutsideTable("Table 5B", f"{carrying} conductors that touch", "it ends at 4; lay them a diameter apart, or in a pipe")
    return looked_up("F_n", f"{words}, touching", rows.number(str(carrying), "factor"), "", "Table 5B", row=str(carrying))


def adjustment(carrying: int) -> Step:
    """Look up the factor for more than three carrying conductors together.

    Parameters
    ----------
    carrying : int
        Carrying conductors in the same pipe or cable. [-]

    References
    ----------
    CE Code 2021, Table 5C; 43 and more count 50 %.

    Examples
    --------
    >>> [adjustment(n).value for n in (3, 4, 6, 7, 24, 25, 43)]
    [1.0, 0.8, 0.8, 0.7, 0.7, 0.6, 0.5]
    """
    bands = code_table("adjustment")
    for edge in bands.rows:
        if carrying <= int(edge):
            return looked_up("F_n", f"{carrying} carrying together", bands.number(edge, "factor"), "", "Table 5C", row=f"up to {edge}")
    return looked_up("F_n", f"{carrying} carrying together", 0.5, "", "Table 5C", row="43 and more")


def held_to(wire: Wire, terminal_c: float, *, in_air: bool = False) -> Step:
    """Look up the most a conductor may carry at its terminals. [A]

    Parameters
    ----------
    wire : Wire
        Size, metal and insulation. [-]
    terminal_c : float
        What the terminals stand. [°C]
    in_air : bool
        Whether it is a single conductor in free air, which has tables of its own at its terminals too. [-]

    References
    ----------
    CE Code 2021, Rule 4-006, Tables 1 to 4.
    """
    rows = code_table(f"{wire.metal}_air" if in_air else wire.metal)
    column = int(min(terminal_c, code_table("insulation").number(wire.insulation, "dry_c")))
    return looked_up(
        "I_c",
        f"most at {column} °C terminals",
        rows.number(wire.size, f"c{column}"),
        "A",
        rows.citation,
        row=wire.size,
        column=f"{column} °C",
    )


@lru_cache(maxsize=4096)
def run_ampacity(
    wire: Wire, segments: tuple[Segment, ...], carrying: int, terminal_c: float, start: str = "insulation"
) -> Worked[Ampacity]:
    """Give the ampacity of a run: that of its worst stretch.

    Parameters
    ----------
    wire : Wire
        Size, metal and insulation. [-]
    segments : tuple of Segment
        Stretches in order, shape (n,). [-]
    carrying : int
        Carrying conductors of this run. [-]
    terminal_c : float
        What the terminals stand. [°C]
    start : str
        Where derating starts. [-]

    References
    ----------
    CE Code 2021, Rule 4-004.
    """
    each = [segment_ampacity(wire.in_stretch(segment), segment, carrying, terminal_c, start) for segment in segments]
    worst = min(range(len(each)), key=lambda i: each[i].value)
    opening = north_american.governing(worst, len(segments), "Rule 4-004")
    return Worked(Ampacity(each[worst].value, held_to(wire, terminal_c).value, worst), opening + each[worst].steps)


largest_loads = devices.largest_loads


fault_limits_c = north_american.fault_limits_c


def load_margins(
    load: DesignLoad, ampacity: Ampacity, kind: RunKind, allowance: float = 1.0, guard: Guard = USUAL_GUARD, rating_a: float = 0.0
) -> tuple[tuple[Step, ...], tuple[Margin, ...]]:
    """Hold a conductor against its load."""
    del guard
    return devices.load_margins(load, ampacity, kind, allowance, rating_a)


usual_ground_c = north_american.usual_ground_c
