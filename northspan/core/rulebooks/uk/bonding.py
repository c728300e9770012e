"""Main earthing, main bonding, supplementary bonding, and where a supplier's earth may not go."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.document.job import Earthing, Entry, EntryKind
from northspan.core.physics.device_curves import PEOPLE_MA
from northspan.core.rulebooks.questions.loop import BondingFacts, EntryAnswer, WetCircuit
from northspan.core.rulebooks.uk.code_tables import code_table
from northspan.core.rulebooks.uk.conductors import ARMOUR, area_mm2
from northspan.core.rulebooks.uk.loop import rounded_up
from northspan.core.rulebooks.uk.residual import TOUCH_V
from northspan.core.working.worked import Step, Worked, looked_up, ruled, step, whole

USUAL_NEUTRAL = "25"
WITHIN_M = 0.6
BURIED_MM2 = 16.0  # copper in the soil, guarded against corrosion and not against a spade
STEEL_TO_COPPER = 9.0  # resistivity of armour wires with their lay over that of copper
_FULL, _HALF = 16.0, 35.0
_NAMES = {
    EntryKind.water: "water",
    EntryKind.gas: "gas",
    EntryKind.oil: "oil",
    EntryKind.steel: "structural steel",
    EntryKind.other: "other",
}


def earthing_conductor(facts: BondingFacts) -> Worked[str]:
    """Size the main earthing conductor.

    Parameters
    ----------
    facts : BondingFacts
        Earthing, and the sizes of tails and supply neutral. [mm²]

    References
    ----------
    BS 7671:2018, 542.3, Tables 54.1 and 54.7; 544.1.1 where neutral and earth are combined.

    Examples
    --------
    >>> [earthing_conductor(BondingFacts(e, "25", "25", ())).value for e in (Earthing.tn_c_s, Earthing.tt)]
    ['16', '16']
    """
    line = float(facts.line_size)
    area = line if line <= _FULL else _FULL if line <= _HALF else line / 2
    why = f"tails of {facts.line_size} mm²: as they to 16 mm², then 16 mm² to 35 mm², then half"
    steps = [ruled("S_e", "by the tails", f"{area:g} mm²", why, "Table 54.7", area)]
    if facts.earthing is Earthing.tt:
        buried = ruled(
            "S_b",
            "where it lies in soil",
            f"{BURIED_MM2:g} mm²",
            "guarded against corrosion, not against a spade",
            "Table 54.1",
            BURIED_MM2,
        )
        area, steps = max(area, BURIED_MM2), [*steps, buried]
    if facts.earthing is Earthing.tn_c_s:
        bonding = float(main_bonding(facts).value)
        why = "it carries what the bonds carry when the supply's neutral is lost"
        area, steps = (
            max(area, bonding),
            [*steps, ruled("S_m", "not less than the main bonding", f"{bonding:g} mm²", why, "544.1.1", bonding)],
        )
    return Worked(rounded_up(area), tuple(steps))


def main_bonding(facts: BondingFacts) -> Worked[str]:
    """Size the main bonding conductors: by the supply's neutral where it is the earth too, else by half the earthing conductor.

    Parameters
    ----------
    facts : BondingFacts
        Earthing, and the sizes of tails and supply neutral. [mm²]

    References
    ----------
    BS 7671:2018, 544.1.1 and Table 54.8: the neutral of the supply, also for a building that a submain feeds.

    Examples
    --------
    >>> [main_bonding(BondingFacts(Earthing.tn_c_s, "6", n, ())).value for n in ("35", "50", "70")]
    ['10', '16', '25']
    """
    if facts.earthing is Earthing.tn_c_s:
        rows = code_table("main_bonding")
        neutral = float(facts.neutral_size)
        edge = next((key for key in rows.rows if neutral <= float(key)), list(rows.rows)[-1])
        size = f"{rows.number(edge, 'size'):g}"
        words = f"main bonding, by the supply's neutral of {facts.neutral_size} mm²"
        return Worked(size, (looked_up("S_m", words, float(size), "mm²", "Table 54.8", row=f"up to {edge} mm²"),))
    earthing = float(earthing_conductor(facts).value)
    half = step("S_m", "half of the earthing conductor, 6 to 25 mm²", "min(25, max(6, S_e / 2))", "mm²", "544.1.1", S_e=earthing)
    return Worked(rounded_up(half.value), (half,))


def entry(one: Entry, facts: BondingFacts) -> Worked[EntryAnswer]:
    """Say whether what comes into a building is bonded as it must be.

    Parameters
    ----------
    one : Entry
        What comes in, as found. [-]
    facts : BondingFacts
        For the size. [mm²]

    References
    ----------
    BS 7671:2018, 411.3.1.2 and 544.1.2: metal that enters and can bring earth in; plastic cannot; within 0.6 m of the meter or entry.
    """
    name, cite = _NAMES[one.kind], "411.3.1.2"
    if one.metal is False:
        why = "plastic where it enters: it brings no earth in; metal behind it is not bonded for its own sake"
        return Worked(EntryAnswer(False, "", ""), (ruled("b", f"{name}", "no bond", why, cite),))
    sized = main_bonding(facts)
    wanted = ruled("b", f"{name}", f"bond of {sized.value} mm²", "metal where it enters" if one.metal else "metal or plastic: look", cite)
    return Worked(EntryAnswer(one.metal is True, sized.value, _wrong(one, name, sized.value)), (*sized.steps, wanted))


def supplementary(
    circuits: tuple[WetCircuit, ...], parts_ohm: float | None, entries: tuple[Entry, ...] = (), protective_mm2: tuple[float, ...] = ()
) -> Worked[bool]:
    """Say whether the pipes and cases of a room with a bath or shower must be tied together there.

    Parameters
    ----------
    circuits : tuple of WetCircuit
        Circuits that supply it. [A, mA]
    parts_ohm : float or None
        Resistance from its pipes to the main earth terminal, the highest. [ohm]
    entries : tuple of Entry
        What comes into the building, and how it is bonded, shape (n,). [-]
    protective_mm2 : tuple of float
        Protective conductors of its circuits, for the size of the bonds, shape (n,). [mm²]

    Returns
    -------
    Worked of bool
        Whether bonding is wanted there: it may be left out where all three conditions hold.

    References
    ----------
    BS 7671:2018, 701.415.2 and 415.2.2: 50 V over the current that opens the device, or over the residual current.
    """
    cite = "701.415.2"
    late = [one.name for one in circuits if not one.in_time]
    unguarded = [one.name for one in circuits if one.residual_ma is None or one.residual_ma > PEOPLE_MA]
    limit = _parts_limit(circuits)
    first = _condition("k_1", "every circuit opens in time", circuits, late)
    second = _condition("k_2", "every circuit has 30 mA", circuits, unguarded)
    joined = "its pipes are joined to the main earth terminal"
    if parts_ohm is None:
        third = ruled("k_3", joined, "not proved", f"measure: {whole(limit.value)} Ω is the most", "415.2.2")
    else:
        good = parts_ohm <= limit.value + 1e-9
        third = ruled("k_3", joined, "holds" if good else "no", f"{parts_ohm:g} Ω of {whole(limit.value)} Ω", "415.2.2")
    loose = [_NAMES[one.kind] for one in entries if one.metal is not False and not one.bonded]
    fourth = ruled(
        "k_4", "main bonding is in place", "no" if loose else "holds", ", ".join(loose) or "what comes in is bonded", "411.3.1.2"
    )
    left_out = all(line.label == "holds" for line in (first, second, third, fourth))
    why = "all conditions hold" if left_out else "all conditions must hold to leave it out"
    answer = ruled("B", "bonding in the room", "may be left out" if left_out else "wanted", why, cite)
    return Worked(not left_out, (first, second, limit, third, fourth, *_bond_sizes(protective_mm2), answer))


def _bond_sizes(protective_mm2: tuple[float, ...]) -> Iterator[Step]:
    """How thick the bonds of such a room are: from case to case, from case to pipe, from pipe to pipe."""
    cite = "544.2"
    least = "2.5 mm² guarded against a knock, 4 mm² where they are not"
    if protective_mm2:
        smallest, largest = min(protective_mm2), max(protective_mm2)
        why = "as the smaller of their protective conductors where it is guarded against a knock, 4 mm² at least where it is not"
        yield ruled("S_1", "bond from case to case", f"{rounded_up(smallest)} mm²", why, f"{cite}.1", smallest)
        why = f"half of the protective conductor of the case; {least}"
        yield ruled("S_2", "bond from case to pipe", f"{rounded_up(max(largest / 2, 2.5))} mm²", why, f"{cite}.2", max(largest / 2, 2.5))
    yield ruled("S_3", "bond from pipe to pipe", "2.5 mm²", least, f"{cite}.3", 2.5)


def vehicle_on(earthing: Earthing, *, watches_neutral: bool, outdoors: bool) -> Worked[bool]:
    """Say whether a charging point may stand on the earth of the supply.

    Parameters
    ----------
    earthing : Earthing
        The earth it would stand on. [-]
    watches_neutral : bool
        Whether it lets go, earth too, when the supply's neutral is lost. [-]
    outdoors : bool
        Whether it charges a vehicle outdoors. [-]

    References
    ----------
    BS 7671:2018+A2, 722.411.4.1.
    """
    words, cite = "charging point on this earth", "722.411.4.1"
    if earthing is not Earthing.tn_c_s:
        return Worked(True, (ruled("V", words, "yes", "neutral and earth are not one conductor outside", cite),))
    if not outdoors:
        return Worked(True, (ruled("V", words, "yes", "it does not charge outdoors", cite),))
    if watches_neutral:
        return Worked(True, (ruled("V", words, "yes", "it lets go, earth too, when the supply's neutral is lost", cite),))
    why = "a lost neutral outside would put the car at up to full voltage against the soil"
    return Worked(False, (ruled("V", words, "no", why, cite),))


def armour_as_bond(cable_size: str, facts: BondingFacts) -> Worked[bool]:
    """Say whether the armour of a submain is enough as the main bond of the building it feeds.

    Parameters
    ----------
    cable_size : str
        Size of its cores. [mm²]
    facts : BondingFacts
        For the bond that is wanted, in copper. [mm²]

    References
    ----------
    BS 7671:2018, 544.1.1: other metals give the conductance of that copper.

    Examples
    --------
    >>> armour_as_bond("16", BondingFacts(Earthing.tn_c_s, "25", "25", ())).value
    False
    """
    wanted = float(main_bonding(facts).value)
    steel = area_mm2(f"{ARMOUR} {cable_size}")
    worth = step("S_c", "copper that conducts as well as the armour", "A_s / q", "mm²", "resistivities", A_s=steel, q=STEEL_TO_COPPER)
    good = worth.value >= wanted
    why = f"{worth.value:.1f} mm² in copper, {wanted:g} mm² wanted; as protective conductor it may still do"
    return Worked(good, (worth, ruled("b", "armour as main bond", "enough" if good else "not enough", why, "544.1.1")))


def _wrong(one: Entry, name: str, size: str) -> str:
    return next(_wrongs(one, name, size), "")


def _wrongs(one: Entry, name: str, size: str) -> Iterator[str]:
    if one.metal is None:
        yield f"{name}: metal or plastic where it enters, not looked at yet"
    elif one.bonded is None:
        yield f"{name}: metal where it enters; whether it is bonded, not looked at yet"
    elif not one.bonded:
        yield f"{name}: metal where it enters, and not bonded"
    elif one.bond_size is not None and float(one.bond_size) < float(size):
        yield f"{name}: bonded with {one.bond_size} mm², {size} mm² is the least"
    elif one.from_entry_m is not None and one.from_entry_m > WITHIN_M:
        yield f"{name}: bonded {one.from_entry_m:g} m from where it enters; {WITHIN_M:g} m is the most"


def _parts_limit(circuits: tuple[WetCircuit, ...]) -> Step:
    if circuits and all(one.residual_ma is not None for one in circuits):
        largest = max(one.residual_ma or 0.0 for one in circuits)
        return step("R_k", "most for the pipes: 50 V over the residual current", "1000 * U / I_r", "Ω", "415.2.2", U=TOUCH_V, I_r=largest)
    trips = max((one.trips_a for one in circuits), default=160.0)
    return step("R_k", "most for the pipes: 50 V over the current that opens the device", "U / I_a", "Ω", "415.2.2", U=TOUCH_V, I_a=trips)


def _condition(symbol: str, words: str, circuits: tuple[WetCircuit, ...], broken_by: list[str]) -> Step:
    holds = bool(circuits) and not broken_by
    why = ", ".join(broken_by) or ("all of them" if circuits else "no circuit named")
    return ruled(symbol, words, "holds" if holds else "no", why, "701.415.2")
