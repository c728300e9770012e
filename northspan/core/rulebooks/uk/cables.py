"""What cables carry: ratings by the way they lie, ambient, circuits together, thermal insulation, stretch by stretch."""

from __future__ import annotations

from functools import lru_cache
from math import ceil

from northspan.core.document.job import Method, Place, Segment, Terminals
from northspan.core.rulebooks.questions.common import Ampacity, Wire
from northspan.core.rulebooks.questions.drops import WarmFacts
from northspan.core.rulebooks.tables import Table
from northspan.core.rulebooks.uk.code_tables import code_table
from northspan.core.working.errors import InvalidJob, OutsideTable
from northspan.core.working.worked import Step, Worked, looked_up, ruled, step, whole

WAYS = (
    ("A", "A: in conduit in an insulated wall"),
    ("B", "B: in conduit or trunking on a wall"),
    ("C", "C: clipped to a surface, or in masonry"),
    ("D", "D: in the ground, in a duct or not"),
    ("E", "E: in free air"),
    ("100", "100: on plasterboard, under at most 100 mm of insulation"),
    ("101", "101: on plasterboard, under more than 100 mm of insulation"),
    ("102", "102: in an insulated stud wall, touching the board"),
    ("103", "103: in an insulated stud wall, not touching the board"),
)
GROUPINGS = (
    ("layer", "One layer on a surface, touching"),
    ("tray", "One layer on a perforated tray, touching"),
    ("spaced", "One layer on a surface, a diameter apart"),
)
_HOW = {key: words[:1].lower() + words[1:] for key, words in GROUPINGS}
IN_INSULATION = frozenset({"A", "100", "101", "102", "103"})  # their ratings have it in already
PIPES = frozenset({Method.pvc40, Method.rmc})
WET = frozenset({Place.outdoors, Place.overhead, Place.buried})
USUAL_C = 70.0
_COOLER = {"armoured_90": "armoured_70"}
_USUAL_WAY = {
    "flat_twin": {Place.indoors: "C", Place.attic: "101"},
    "singles": {Place.indoors: "B", Place.attic: "B", Place.outdoors: "B"},
    "multicore": {Place.indoors: "C", Place.attic: "A", Place.outdoors: "C", Place.overhead: "C"},
    "armoured_70": {Place.indoors: "C", Place.attic: "C", Place.outdoors: "C", Place.overhead: "E", Place.buried: "D"},
}


@lru_cache(maxsize=64)
def size_ladder(insulation: str) -> tuple[str, ...]:
    """List the sizes of a kind of cable, smallest first; all sizes without one.

    Parameters
    ----------
    insulation : str
        Kind of cable, or empty. [-]

    Examples
    --------
    >>> size_ladder("flat twin")
    ('1', '1.5', '2.5', '4', '6', '10', '16')
    """
    return tuple(code_table(cable(insulation)["table"]).rows) if insulation else tuple(code_table("conductors").rows)


def cable(insulation: str) -> dict[str, str]:
    """Look up a kind of cable.

    Parameters
    ----------
    insulation : str
        Its name. [-]

    Raises
    ------
    InvalidJob
        If there is no such kind.
    """
    kinds = code_table("cables").rows
    if insulation not in kinds:
        raise InvalidJob("insulation", f"there is no cable {insulation}.", f"Kinds: {', '.join(kinds)}.")
    return kinds[insulation]


def terminals_c(marking: Terminals) -> Step:
    """Give the temperature the terminals stand. [°C]

    Parameters
    ----------
    marking : Terminals
        What both ends are marked for. [-]

    References
    ----------
    BS 7671, 512.1.5: accessories and consumer units are made for 70 °C unless they say otherwise.

    Examples
    --------
    >>> terminals_c(Terminals.unmarked).value, terminals_c(Terminals.c90).value
    (70.0, 90.0)
    """
    words = "terminals at both ends"
    if marking is Terminals.c90:
        return ruled("T_t", words, "90 °C", "marked 90 °C", "512.1.5", 90.0)
    why = "not marked" if marking is Terminals.unmarked else f"marked {marking.value} °C"
    return ruled("T_t", words, "70 °C", why, "512.1.5", USUAL_C)


def way_of(insulation: str, segment: Segment) -> str:
    """Give the reference method of a cable in a stretch: as chosen, or what is usual for its place.

    Parameters
    ----------
    insulation : str
        Kind of cable. [-]
    segment : Segment
        The stretch. [-]

    Raises
    ------
    OutsideTable
        If this kind is not rated there.

    Examples
    --------
    >>> way_of("flat twin", Segment(length_m=9, method=Method.cable, place=Place.attic))
    '101'
    """
    kind = cable(insulation)["table"]
    usual = _USUAL_WAY[_COOLER.get(kind, kind)]
    way = segment.laid or usual.get(segment.place, "")
    if way not in code_table(kind).columns:
        what = f"lying {way}" if way else f"in a place that is {segment.place}"
        raise OutsideTable(code_table(kind).citation, f"{insulation} {what}", "choose another cable, or another way for it to lie")
    return way


@lru_cache(maxsize=4096)
def segment_ampacity(wire: Wire, segment: Segment, terminal_c: float) -> Worked[float]:
    """Give what a cable carries in one stretch, never warmer than its terminals stand. [A]

    Parameters
    ----------
    wire : Wire
        Size and kind. [-]
    segment : Segment
        The stretch. [-]
    terminal_c : float
        What the terminals stand. [°C]

    Raises
    ------
    OutsideTable
        If the size is not rated there, or the place is too hot.

    Notes
    -----
    A 90 °C cable on terminals for 70 °C is read from the 70 °C table: it may not get warmer than they stand.
    Factors that meet at one place multiply; those of other stretches do not come in.

    References
    ----------
    BS 7671:2018, Appendix 4, Tables 4B1, 4B2, 4C1 to 4C3, 4D1A to 4E4A, 52.2; 512.1.5.

    Examples
    --------
    >>> from northspan.core.document.job import Metal
    >>> place = Segment(length_m=9, method=Method.cable, place=Place.indoors)
    >>> segment_ampacity(Wire("2.5", Metal.copper, "flat twin"), place, 70).value
    27.0
    """
    kind, way = cable(wire.insulation)["table"], way_of(wire.insulation, segment)
    warm = float(cable(wire.insulation)["c"])
    opening: tuple[Step, ...] = ()
    if terminal_c < warm:
        kind, warm = _COOLER.get(kind, kind), terminal_c
        why = "its terminals stand no more, so the cooler cable's rating is read"
        opening = (ruled("T_c", "conductor temperature", f"{whole(warm)} °C", why, "512.1.5", warm),)
    rows = code_table(kind)
    rated = looked_up(
        "I_t",
        f"{wire.size} mm² {wire.insulation}, before factors",
        rows.number(wire.size, way),
        "A",
        rows.citation,
        row=f"{wire.size} mm²",
        column=way,
    )
    c_a, c_g, c_i = _ambient(segment, warm), together(segment), in_insulation(segment, way)
    carried = step(
        "I_z",
        "what it carries here",
        "I_t * C_a * C_g * C_i",
        "A",
        "Appendix 4, 5.1",
        I_t=rated.value,
        C_a=c_a.value,
        C_g=c_g.value,
        C_i=c_i.value,
    )
    return Worked(carried.value, (*opening, rated, c_a, c_g, c_i, carried))


def together(segment: Segment) -> Step:
    """Look up the factor for circuits that lie together.

    Parameters
    ----------
    segment : Segment
        The stretch, with the carrying wires of other circuits; two make a circuit. Those in its trench count as if they touched. [-]

    Raises
    ------
    OutsideTable
        If more lie together than the table has.

    References
    ----------
    BS 7671:2018, Tables 4C1, 4C2 (buried, touching), 4C3 (ducts, touching).

    Examples
    --------
    >>> [together(Segment(length_m=1, place=Place.indoors, other_carrying=n)).value for n in (0, 1, 2, 4)]
    [1.0, 0.8, 0.8, 0.7]
    >>> together(Segment(length_m=1, place=Place.indoors, other_carrying=4, grouped="tray")).value
    0.82
    """
    circuits = 1 + ceil(segment.other_carrying / 2)
    column, cite = segment.grouped or "bunched", "Table 4C1"
    if segment.place is Place.buried:
        circuits += segment.trench_circuits
        column, cite = ("ducts", "Table 4C3") if segment.method in PIPES else ("buried", "Table 4C2")
    rows = code_table("groups")
    edge = next((key for key in rows.keys_with(column) if circuits <= int(key)), None)
    if edge is None:
        raise OutsideTable(cite, f"{circuits} circuits together", "lay them apart")
    how = f", {_HOW[segment.grouped]}" if segment.grouped and column == segment.grouped else ""
    return looked_up("C_g", f"{circuits} circuit{'s' if circuits > 1 else ''} together{how}", rows.number(edge, column), "", cite, row=edge)


def in_insulation(segment: Segment, way: str) -> Step:
    """Look up the factor for a length wholly inside thermal insulation.

    Parameters
    ----------
    segment : Segment
        The stretch. [-]
    way : str
        Its reference method: one whose rating has insulation in it takes no factor on top. [-]

    References
    ----------
    BS 7671:2018, 523.9 and Table 52.2.

    Examples
    --------
    >>> hot = Segment(length_m=5, in_insulation_m=0.5)
    >>> in_insulation(hot, "C").value, in_insulation(hot, "103").value
    (0.5, 1.0)
    """
    length, words = segment.in_insulation_m, "thermal insulation around it"
    if not length:
        return ruled("C_i", words, "1", "none", "523.9", 1.0)
    if way in IN_INSULATION:
        return ruled("C_i", words, "1", f"method {way} has it in its rating already", "523.9", 1.0)
    rows = code_table("insulation")
    edge = next((key for key in rows.rows if length <= float(key) + 1e-9), None)
    if edge is None:
        return looked_up("C_i", words, 0.5, "", "Table 52.2", row="0.5 m and more")
    return looked_up("C_i", words, rows.number(edge, "factor"), "", "Table 52.2", row=f"up to {edge} m")


def drop_correction(facts: WarmFacts) -> Worked[float]:
    """Give the share of a conductor's resistance that is left at the temperature its load brings it to.

    Parameters
    ----------
    facts : WarmFacts
        The cable, its governing stretch and its load. [A]

    References
    ----------
    BS 7671:2018, Appendix 4, 6.1: (230 + t_p - (C_a^2 C_g^2 - I_b^2 / I_t^2) (t_p - 30)) / (230 + t_p).

    Examples
    --------
    >>> from northspan.core.document.job import Metal
    >>> place = Segment(length_m=9, method=Method.cable, place=Place.indoors)
    >>> [round(drop_correction(WarmFacts(Wire("2.5", Metal.copper, "flat twin"), place, a, 70)).value, 3) for a in (27, 13.5)]
    [1.0, 0.9]
    """
    carried = segment_ampacity(facts.wire, facts.segment, facts.terminals_c)
    known = {one.symbol: one.value for one in carried.steps}
    warm = min(facts.terminals_c, float(cable(facts.wire.insulation)["c"]))
    words = "share of its resistance at the temperature its load brings it to"
    formula = "min(1, (230 + t_p - (C_a**2 * C_g**2 - I_b**2 / I_t**2) * (t_p - 30)) / (230 + t_p))"
    found = step("C_t", words, formula, "", "Appendix 4, 6.1", t_p=warm, C_a=known["C_a"], C_g=known["C_g"], I_b=facts.load_a,
                 I_t=known["I_t"])  # fmt: skip
    return Worked(found.value, (found,))


def held_to(wire: Wire, segment: Segment, terminal_c: float) -> float:
    """Give the rating of a cable before factors, by its terminals. [A]

    Parameters
    ----------
    wire : Wire
        Size and kind. [-]
    segment : Segment
        The stretch. [-]
    terminal_c : float
        What the terminals stand. [°C]
    """
    kind = cable(wire.insulation)["table"]
    cooler = terminal_c < float(cable(wire.insulation)["c"])
    rows: Table = code_table(_COOLER.get(kind, kind) if cooler else kind)
    return rows.number(wire.size, way_of(wire.insulation, segment))


@lru_cache(maxsize=4096)
def run_ampacity(wire: Wire, segments: tuple[Segment, ...], terminal_c: float) -> Worked[Ampacity]:
    """Give what a run carries: the worst of its stretches governs, and their factors do not multiply.

    Parameters
    ----------
    wire : Wire
        Size and kind. [-]
    segments : tuple of Segment
        Stretches in order, shape (n,). [-]
    terminal_c : float
        What the terminals stand. [°C]

    References
    ----------
    BS 7671:2018, 523.8 and Appendix 4.
    """
    each = [segment_ampacity(wire, segment, terminal_c) for segment in segments]
    worst = min(range(len(each)), key=lambda i: each[i].value)
    opening: tuple[Step, ...] = ()
    if len(segments) > 1:
        why = "the worst place governs; factors of different places do not multiply"
        opening = (ruled("s", "stretch that governs", f"{worst + 1} of {len(segments)}", why, "523.8", worst + 1),)
    return Worked(Ampacity(each[worst].value, held_to(wire, segments[worst], terminal_c), worst), opening + each[worst].steps)


def _ambient(segment: Segment, warm_c: float) -> Step:
    buried = segment.place is Place.buried
    rows, cite = code_table("ground" if buried else "air"), f"Table 4B{2 if buried else 1}"
    column = "c90" if warm_c > USUAL_C else "c70"
    edge = next((key for key in rows.keys_with(column) if segment.ambient_c <= float(key)), None)
    if edge is None:
        raise OutsideTable(cite, f"{segment.ambient_c:g} °C around {whole(warm_c)} °C insulation", "use another route, or a hotter cable")
    words = f"{'ground' if buried else 'air'} at {segment.ambient_c:g} °C"
    return looked_up("C_a", words, rows.number(edge, column), "", cite, row=f"up to {edge} °C", column=f"{whole(warm_c)} °C")
