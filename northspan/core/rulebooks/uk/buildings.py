"""What another building asks: its earth, its electrode, its main switch, and why no link of neutral and earth is yours."""

from __future__ import annotations

from northspan.core.document.job import Earthing, ElectrodeKind, Grounding
from northspan.core.rulebooks.loop_protocol import BondingFacts
from northspan.core.rulebooks.protocol import BuildingFacts, RunFacts
from northspan.core.rulebooks.uk.bonding import earthing_conductor
from northspan.core.rulebooks.uk.loop import rounded_up
from northspan.core.working.worked import Step, Worked, ruled

ROD_LENGTH_M, ROD_SPACING_M = 1.2, 2.4


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


def bond_here(building: BuildingFacts) -> Worked[str]:
    """Say that neutral and earth stay apart in an enclosure.

    Parameters
    ----------
    building : BuildingFacts
        For how its supply is earthed. [-]

    References
    ----------
    BS 7671:2018, 411.4, 411.5; 8(4) of the supply regulations: a consumer does not combine them.
    """
    why = {
        Earthing.tn_c_s: "the supplier joins them in the intake, ahead of everything of yours; a second link would carry load current",
        Earthing.tn_s: "the supplier joins them at the transformer",
        Earthing.tt: "the supplier joins them at the transformer; your electrode is the way back",
    }.get(building.earthing, "they are joined at the source")
    return Worked("separate", (ruled("bond", "neutral and earth", "kept apart", why, "411.4.3"),))


def wires_to(run: RunFacts) -> Step:
    """Say which conductors go to a building.

    Parameters
    ----------
    run : RunFacts
        The run. [-]

    References
    ----------
    BS 7671:2018, 411.4, 411.5.
    """
    if run.grounding is Grounding.island:
        why = "the armour is earthed at the near end and kept off the far one, which has its own electrode"
        return ruled("wires", "conductors", "line, neutral; earth at the near end", why, "411.5", 2.0)
    return ruled("wires", "conductors", "line, neutral, protective conductor", "the protective conductor comes along", "411.4", 3.0)


def building_disconnect(building: BuildingFacts) -> Worked[float]:
    """Give the least rating of the main switch of a building. [A]

    Parameters
    ----------
    building : BuildingFacts
        The building. [-]

    References
    ----------
    BS 7671:2018, 462.1 and 462.2.
    """
    why = "it opens line and neutral; the load of its submain decides" if building.detached else "fed from within the same building"
    words = "at the building" if building.detached else "none of its own needed"
    return Worked(0.0, (ruled("D", "main switch", words, why, "462.2"),))


def electrodes_needed(building: BuildingFacts) -> Worked[bool]:
    """Decide whether a building needs an electrode: where the soil is the way back.

    Parameters
    ----------
    building : BuildingFacts
        The building. [-]

    References
    ----------
    BS 7671:2018, 411.5.1, 542.2; an electrode beside a combined earth is advised (411.4.2) and not asked for.
    """
    if building.earthing is not Earthing.tt:
        why = "the protective conductor is the way back; one is advised beside a combined earth"
        need = ruled("E", "earth electrode", "not required", why, "411.4.2")
        return Worked(False, (need, ruled("n_r", "rods", "none", why, "411.4.2", 0.0)))
    need = ruled(
        "E", "earth electrode", "required", "with earth as the way back a residual-current device opens on what it passes", "411.5.1"
    )
    others = {one.kind for one in building.electrodes} - {ElectrodeKind.rod, ElectrodeKind.water_pipe}
    count = 0.0 if others else 1.0
    words = "none, another electrode is there" if others else "one, as deep as its resistance asks"
    return Worked(True, (need, ruled("n_r", "rods", words, "its resistance decides, not a number of rods", "542.2", count)))


def electrode_conductor(line_size: str, sets: int = 1) -> Worked[str]:
    """Size the conductor to an electrode.

    Parameters
    ----------
    line_size : str
        Size of the line conductors of the supply. [mm²]
    sets : int
        Of them in parallel, whose areas are added. [-]

    References
    ----------
    BS 7671:2018, 542.3.
    """
    together = f"{sets * float(line_size):g}"
    return earthing_conductor(BondingFacts(Earthing.tt, together, together, ()))


def electrode_rules(building: BuildingFacts) -> Worked[str]:
    """Say how electrodes go in and are joined.

    Parameters
    ----------
    building : BuildingFacts
        The building. [-]

    References
    ----------
    BS 7671:2018, 542.2, 542.4.
    """
    del building
    return Worked(
        "joined",
        (
            ruled("E_d", "depth", "below drought and frost", "so that its resistance does not wander with the seasons", "542.2.4"),
            ruled("E_u", "resistance", "200 Ω at most", "above it may not be stable; better well below", "Table 41.5"),
            ruled("E_c", "its clamp", "to be seen, labelled, in a pit", "and fit to be opened for a test", "514.13.1"),
            ruled("E_w", "a water pipe", "no electrode", "a utility's pipe may not serve as one", "542.2.6"),
        ),
    )
