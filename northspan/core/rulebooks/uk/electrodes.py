"""Electrodes: whether, how many, with which conductor."""

from __future__ import annotations

from northspan.core.document.job import (
    Earthing,
    ElectrodeKind,
    Grounding,
    Metal,
)
from northspan.core.rulebooks.questions.common import BuildingFacts, RodLimits, Wire
from northspan.core.rulebooks.questions.electrodes import ElectrodeNeed
from northspan.core.rulebooks.questions.loop import BondingFacts
from northspan.core.rulebooks.uk.bonding import earthing_conductor
from northspan.core.working.worked import Worked, ruled

ROD_LENGTH_M, ROD_SPACING_M = 1.2, 2.4


def intersystem_bonding(building: BuildingFacts) -> Worked[bool]:
    """Say whether a place to bond other systems is needed: the main earth terminal serves."""
    del building
    why = "aerials and telephone join the main earth terminal"
    return Worked(False, (ruled("I", "bonding of telephone and aerials", "main earth terminal", why, "411.3.1.2"),))


def rod_limits() -> RodLimits:
    """Give usual length and spacing of rods, and the resistance above which an electrode is not counted on. [m, m, ohm]"""
    return RodLimits(ROD_LENGTH_M, ROD_SPACING_M, 200.0)


def building_disconnect(building: BuildingFacts, main_a: float | None) -> Worked[float]:
    """Give the least rating of the main switch of a building. [A]

    Parameters
    ----------
    building : BuildingFacts
        The building. [-]

    References
    ----------
    BS 7671:2018, 462.1 and 462.2.
    """
    del main_a
    why = "it opens line and neutral; the load of its submain decides" if building.detached else "fed from within the same building"
    words = "at the building" if building.detached else "none of its own needed"
    return Worked(0.0, (ruled("D", "main switch", words, why, "462.2"),))


def electrodes_needed(building: BuildingFacts, school: str) -> Worked[ElectrodeNeed]:
    """Decide whether a building needs an electrode: where the soil is the way back.

    Parameters
    ----------
    building : BuildingFacts
        The building. [-]

    References
    ----------
    BS 7671:2018, 411.5.1, 542.2; an electrode beside a combined earth is advised (411.4.2) and not asked for.
    """
    del school
    supply = building.supply
    if building.detached and supply is not None and supply.grounding is Grounding.equipment_ground:
        why = "a protective conductor comes along from the building that feeds it, and leads to its earth"
        need = ruled("E", "earth electrode", "not required", why, "411.5.1")
        return Worked(ElectrodeNeed(required=False, rods=0), (need, ruled("n_r", "rods", "none", why, "411.5.1", 0.0)))
    if building.earthing is not Earthing.tt:
        why = "the protective conductor is the way back; one is advised beside a combined earth"
        need = ruled("E", "earth electrode", "not required", why, "411.4.2")
        return Worked(ElectrodeNeed(required=False, rods=0), (need, ruled("n_r", "rods", "none", why, "411.4.2", 0.0)))
    need = ruled(
        "E", "earth electrode", "required", "with earth as the way back a residual-current device opens on what it passes", "411.5.1"
    )
    others = {one.kind for one in building.electrodes} - {ElectrodeKind.rod, ElectrodeKind.water_pipe}
    count = 0 if others else 1
    words = "none, another electrode is there" if others else "one, as deep as its resistance asks"
    rods = ruled("n_r", "rods", words, "its resistance decides, not a number of rods", "542.2", float(count))
    return Worked(ElectrodeNeed(required=True, rods=count), (need, rods))


def electrode_conductor(kind: ElectrodeKind, supply: Wire | None, metal: Metal, *, sets: int = 1, goes_on: bool = False) -> Worked[str]:
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
    del kind, metal, goes_on
    line_size = supply.size if supply else "25"
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
            ruled("E_w", "a water pipe", "no electrode", "a supplier's pipe may not serve as one", "542.2.6"),
        ),
    )


protect_by_resistance = True
