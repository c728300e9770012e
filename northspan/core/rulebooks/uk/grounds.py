"""What another building asks: its earth, its electrode, its main switch, and why no link of neutral and earth is yours."""

from __future__ import annotations

from northspan.core.document.job import (
    Earthing,
    Grounding,
    Metal,
    RunKind,
)
from northspan.core.rulebooks.questions.common import BuildingFacts, RunFacts, Wire
from northspan.core.rulebooks.questions.grounds import GroundFacts, NeutralFacts
from northspan.core.rulebooks.uk.loop import rounded_up
from northspan.core.working.worked import Step, Worked, ruled


def earthing_by_tails(size: str) -> Worked[str]:
    """Size a protective conductor by the table.

    Parameters
    ----------
    size : str
        Size of the line conductor. [mm²]

    References
    ----------
    BS 7671:2018, Table 54.7.

    Examples
    --------
    >>> [earthing_by_tails(size).value for size in ("10", "25", "35", "70")]
    ['10', '16', '16', '35']
    """
    line, full, half = float(size), 16.0, 35.0
    area = line if line <= full else full if line <= half else line / 2
    why = "as the line conductor to 16 mm², then 16 mm² to 35 mm², then half"
    return Worked(rounded_up(area), (ruled("S_t", "by the table", f"{rounded_up(area)} mm²", why, "Table 54.7", area),))


def bond_here(*, first_disconnect: bool, building: BuildingFacts) -> Worked[str]:
    """Say that neutral and earth stay apart in an enclosure.

    Parameters
    ----------
    building : BuildingFacts
        For how its supply is earthed. [-]

    References
    ----------
    BS 7671:2018, 411.4, 411.5; 8(4) of the supply regulations: a consumer does not combine them.
    """
    del first_disconnect
    why = {
        Earthing.tn_c_s: "the supplier joins them in the intake, ahead of everything of yours; a second link would carry load current",
        Earthing.tn_s: "the supplier joins them at the transformer",
        Earthing.tt: "the supplier joins them at the transformer; your electrode is the way back",
    }.get(building.earthing, "they are joined at the source")
    return Worked("separate", (ruled("bond", "neutral and earth", "kept apart", why, "411.4.3"),))


def supply_side_jumper(wire: Wire, sets: int, metal: Metal) -> Worked[str]:
    """Size the main earthing conductor by the tails."""
    del sets, metal
    return earthing_by_tails(wire.size)


def equipment_ground(facts: GroundFacts) -> Worked[str]:
    """Size a protective conductor by the table alone; a run in a job goes by the loop and the formula."""
    return earthing_by_tails(facts.size)


def grounded_minimum(facts: NeutralFacts) -> Worked[str]:
    """Find the smallest neutral: as large as the line, which it is derated with."""
    size = facts.wire.size
    return Worked(size, (ruled("N", "neutral", f"{size} mm²", "one line: the neutral carries the same", "524.2.1"),))


def grounding_open(building: BuildingFacts) -> Worked[frozenset[Grounding]]:
    """List how a new submain may earth another building."""
    del building
    open_ways = frozenset({Grounding.equipment_ground, Grounding.island})
    why = "the protective conductor comes along, or the building stands on its own electrode"
    return Worked(open_ways, (ruled("G", "earthing", "protective conductor or island", why, "411.4, 411.5"),))


def may_feed_three_wires() -> bool:
    """Tell whether a new feed may bring no ground and ground its neutral again: a supplier may, a consumer may not."""
    return False


def may_ground_again(building: BuildingFacts) -> bool:
    """Say whether a neutral may be earthed again at another building: never here."""
    del building
    return False


def four_wires(run: RunFacts, building: BuildingFacts) -> Step:
    """Say which conductors go to a building.

    Parameters
    ----------
    run : RunFacts
        The run. [-]

    References
    ----------
    BS 7671:2018, 411.4, 411.5.
    """
    del building
    if run.kind is RunKind.service:
        why = "the supplier's earth, where he gives one, ends at the main earth terminal; it is no wire of the tails"
        return ruled("wires", "conductors", "line, neutral", why, "411.4", 2.0)
    if run.grounding is Grounding.island:
        why = "the armour is earthed at the near end and kept off the far one, which has its own electrode"
        return ruled("wires", "conductors", "line, neutral; earth at the near end", why, "411.5", 2.0)
    return ruled("wires", "conductors", "line, neutral, protective conductor", "the protective conductor comes along", "411.4", 3.0)


def metal_where_animals() -> Metal | None:
    """Name the metal of an equipment ground to a building in which animals live, where the code names one. None here."""
    return None


own_to_each, judged_with_loop, pipe_grounds = True, True, False
