"""Ampacity: table, ambient correction, adjustment, terminals, stretch by stretch."""

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
from northspan.core.rulebooks.questions.common import USUAL_GUARD, Ampacity, DesignLoad, Guard, Wire
from northspan.core.rulebooks.us import devices
from northspan.core.rulebooks.us.code_tables import code_table
from northspan.core.rulebooks.us.warmth import adjustment_factor, ambient_factor, roof_adder
from northspan.core.working.errors import InvalidJob, OutsideTable
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import Margin, Step, Worked, looked_up, ruled, step, whole

RACEWAYS = frozenset({Method.pvc40, Method.pvc80, Method.emt, Method.rmc})
LEAST_KCMIL = 250
HONORED = frozenset({Terminals.c60, Terminals.c75})  # equipment here is not listed for hotter terminals
SHORT_STRETCH_M = 3.048  # 10 ft
NIPPLE_M = 0.6096  # 24 in


@lru_cache(maxsize=8192)
def size_ladder(metal: Metal) -> tuple[str, ...]:
    """List the sizes of a metal in the ampacity table, smallest first.

    Parameters
    ----------
    metal : Metal
        Conductor metal. [-]

    References
    ----------
    NEC 2023, Table 310.16.
    """
    return code_table("ampacity").keys_with(f"{metal}_75")


def size_name(size: str) -> str:
    """Name a size as the trade says it: gauge numbers in AWG, from 250 on in kcmil.

    Parameters
    ----------
    size : str
        AWG or kcmil. [-]

    Examples
    --------
    >>> size_name("4/0"), size_name("250")
    ('4/0 AWG', '250 kcmil')
    """
    return f"{size} kcmil" if size.isdigit() and int(size) >= LEAST_KCMIL else f"{size} AWG"


@lru_cache(maxsize=8192)
def insulation_column_c(insulation: str, place: Place) -> Worked[int]:
    """Give the temperature column from which derating starts.

    Parameters
    ----------
    insulation : str
        Type letters, for example "XHHW-2". [-]
    place : Place
        Where the stretch lies; buried, outdoor and overhead stretches are wet. [-]

    Raises
    ------
    InvalidJob
        If the type is unknown.
    OutsideTable
        If the type is not allowed in a wet place.

    References
    ----------
    NEC 2023, Table 310.4(1); 300.5(B) and 300.9 for raceways in wet places.

    Examples
    --------
    >>> insulation_column_c("XHHW", Place.buried).value
    75
    >>> insulation_column_c("XHHW", Place.indoors).value
    90
    """
    types = code_table("insulation")
    if insulation not in types.rows:
        raise InvalidJob("insulation", f"there is no insulation type {insulation}.", f"Types: {', '.join(types.rows)}.")
    wet = place in north_american.WET
    if wet and not types.has(insulation, "wet_c"):
        raise OutsideTable(
            types.text(insulation, "source"), f"{insulation} in a wet place", "it is for dry places; take a type with a wet rating"
        )
    column = int(types.number(insulation, "wet_c" if wet else "dry_c"))
    words = f"{insulation} in a {'wet' if wet else 'dry'} place"
    return Worked(
        column,
        (looked_up("T_i", words, column, "°C", types.text(insulation, "source"), row=insulation, column="wet" if wet else "dry and damp"),),
    )


def terminals_c(marking: Terminals, device_a: float) -> Step:
    """Give the temperature the terminals stand.

    Parameters
    ----------
    marking : Terminals
        What both ends are marked for. [-]
    device_a : float
        Overcurrent device of the run. [A]

    References
    ----------
    NEC 2023, 110.14(C)(1): to 100 A 60 °C unless marked 75; above 100 A 75 °C.

    Examples
    --------
    >>> terminals_c(Terminals.unmarked, 100).value, terminals_c(Terminals.unmarked, 110).value
    (60.0, 75.0)
    """
    unmarked = ("not marked, device of 100 A or less", "not marked, device above 100 A")
    return north_american.terminal_temperature(marking, device_a, "110.14(C)(1)", unmarked, HONORED)


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
    NEC 2023, 310.15(E)(1): a neutral that carries only the unbalance does not count; 310.15(E)(2):
    that of a three-wire circuit from two legs of a wye carries about as much as the legs, and counts.

    Examples
    --------
    >>> [carrying_conductors(Circuit.three_wire, s).value for s in (System.split_phase, System.wye_legs)]
    [2.0, 3.0]
    """
    words, count, rule = "carrying conductors of this run", 2.0, "310.15(E)"
    if circuit is Circuit.three_wire and system is System.wye_legs:
        why, count, rule = "two legs of a wye: the neutral carries about as much as they do, and counts", 3.0, "310.15(E)(2)"
    elif circuit is Circuit.three_wire:
        why, rule = "two ungrounded; the neutral carries only the unbalance and does not count", "310.15(E)(1)"
    else:
        why = "two wires, both carry the whole current"
    return ruled("n", words, f"{whole(count)}", why, rule, count)


@lru_cache(maxsize=8192)
def segment_ampacity(
    wire: Wire, segment: Segment, carrying: int, terminal_c: float, start: str = "insulation", *, nipple: bool = False
) -> Worked[float]:
    """Give the ampacity of a conductor in one stretch, never above its terminals.

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
        Where derating starts: "insulation" in the insulation's own column, "terminals" never above theirs. [-]
    nipple : bool
        Whether it is a pipe between two enclosures that is as a whole 24 in or less. [-]

    Raises
    ------
    OutsideTable
        If the size has no ampacity, or the place is too hot or too wet for the insulation.

    References
    ----------
    NEC 2023, 310.15, Table 310.16, 110.14(C); 310.15(C)(1)(b) for nipples; cables by 334.80 and 340.80.

    Examples
    --------
    >>> wire = Wire("1/0", Metal.aluminum, "XHHW-2")
    >>> segment_ampacity(wire, Segment(length_m=50), 2, 75).value
    120.0
    """
    column = insulation_column_c(wire.insulation, segment.place)
    if start == "terminals" and terminal_c < column.value:
        lower = ruled(
            "T_s", "column to derate from", f"{whole(terminal_c)} °C", "your call: never above the terminals", "your call", terminal_c
        )
        column = Worked(int(terminal_c), (*column.steps, lower))
    published = code_table("ampacity")
    table_a = looked_up(
        "I_t",
        f"{size_name(wire.size)} {wire.metal} before correction",
        published.number(wire.size, f"{wire.metal}_{column.value}"),
        "A",
        published.citation,
        row=wire.size,
        column=f"{wire.metal} {column.value} °C",
    )
    sun = roof_adder(segment, wire.insulation)
    ambient = ambient_factor(segment.ambient_c + sum_of(one.value for one in sun), column.value)
    if nipple:
        why = "a nipple of 24 in or less: no adjustment for what runs together"
        together = ruled("F_n", "carrying together in a nipple", "1", why, "310.15(C)(1)(b)", 1.0)
    else:
        together = adjustment_factor(carrying + segment.other_carrying)
    derated = step(
        "I_d", "after correction and adjustment", "I_t * F_a * F_n", "A", "310.15", I_t=table_a.value, F_a=ambient.value, F_n=together.value
    )
    cap = held_to(wire, terminal_c)
    final = step("I_a", "ampacity, never above the terminals", "min(I_d, I_c)", "A", "110.14(C)", I_d=derated.value, I_c=cap.value)
    return Worked(final.value, (*column.steps, table_a, *sun, ambient, together, derated, cap, final))


def is_nipple(segments: tuple[Segment, ...]) -> bool:
    """Tell whether a run is a nipple: pipe all the way from one can to the next, as a whole 24 in or less.

    Parameters
    ----------
    segments : tuple of Segment
        Stretches in order, shape (n,). [-]

    References
    ----------
    NEC 2023, 310.15(C)(1)(b), Chapter 9 note 4.

    Examples
    --------
    >>> [is_nipple((Segment(length_m=m, method=Method.emt),)) for m in (0.6, 0.62)]
    [True, False]
    """
    return all(s.method in RACEWAYS for s in segments) and sum_of(s.length_m for s in segments) <= NIPPLE_M + 1e-9


@lru_cache(maxsize=8192)
def held_to(wire: Wire, terminal_c: float) -> Step:
    """Look up the most a conductor may carry at its terminals, and as a cable held to a lower column.

    Parameters
    ----------
    wire : Wire
        Size, metal and insulation. [-]
    terminal_c : float
        What the terminals stand. [°C]

    References
    ----------
    NEC 2023, 110.14(C), 334.80, 340.80.
    """
    types, published = code_table("insulation"), code_table("ampacity")
    column = int(terminal_c)
    if types.has(wire.insulation, "ampacity_c"):
        column = min(column, int(types.number(wire.insulation, "ampacity_c")))
    column = min(column, int(max(types.number(wire.insulation, "dry_c"), 60)))
    return looked_up(
        "I_c",
        f"most at {column} °C terminals",
        published.number(wire.size, f"{wire.metal}_{column}"),
        "A",
        published.citation,
        row=wire.size,
        column=f"{wire.metal} {column} °C",
    )


@lru_cache(maxsize=8192)
def run_ampacity(
    wire: Wire, segments: tuple[Segment, ...], carrying: int, terminal_c: float, start: str = "insulation"
) -> Worked[Ampacity]:
    """Give the ampacity of a run: the worst stretch, with the short-stretch allowance.

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
        Where derating starts, "insulation" or "terminals". [-]

    Notes
    -----
    Stretches of lower ampacity may be passed over when all of them together are not longer
    than 10 ft nor than a tenth of the length that is figured at the higher ampacity.

    References
    ----------
    NEC 2023, 310.14(A)(2) and its exception.
    """
    nipple = is_nipple(segments)
    each = [segment_ampacity(wire.in_stretch(segment), segment, carrying, terminal_c, start, nipple=nipple) for segment in segments]
    worst = min(range(len(each)), key=lambda i: each[i].value)
    terminal_a = held_to(wire, terminal_c).value
    chosen = worst
    why: tuple[Step, ...] = ()
    for i in sorted(range(len(each)), key=lambda i: -each[i].value):
        lower_m = sum_of(s.length_m for s, a in zip(segments, each, strict=True) if a.value < each[i].value)
        higher_m = sum_of(s.length_m for s in segments) - lower_m
        if 0 < lower_m <= min(SHORT_STRETCH_M, higher_m / 10) + 1e-9 and each[i].value > each[worst].value:
            chosen = i
            why = (
                ruled(
                    "I_a",
                    "short stretch passed over",
                    f"{whole(each[i].value)} A",
                    f"{lower_m / 0.3048:.1f} ft at lower ampacity is within 10 ft and a tenth of the rest",
                    "310.14(A)(2) exception",
                    each[i].value,
                ),
            )
            break
    opening = north_american.governing(chosen, len(segments), "310.14(A)(2)")
    return Worked(Ampacity(each[chosen].value, terminal_a, chosen), opening + each[chosen].steps + why)


largest_loads = devices.largest_loads


fault_limits_c = north_american.fault_limits_c


def load_margins(
    load: DesignLoad, ampacity: Ampacity, kind: RunKind, allowance: float = 1.0, guard: Guard = USUAL_GUARD, rating_a: float = 0.0
) -> tuple[tuple[Step, ...], tuple[Margin, ...]]:
    """Hold a conductor against its load."""
    del guard
    return devices.load_margins(load, ampacity, kind, allowance, rating_a)


usual_ground_c = north_american.usual_ground_c
