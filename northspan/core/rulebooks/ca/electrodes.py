"""Electrodes: whether, how many, with which conductor."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.document.job import (
    ElectrodeKind,
    Grounding,
    Metal,
    Status,
)
from northspan.core.rulebooks.ca.ampacities import size_name
from northspan.core.rulebooks.ca.code_tables import code_table
from northspan.core.rulebooks.questions.common import BuildingFacts, RodLimits, Wire
from northspan.core.rulebooks.questions.electrodes import ElectrodeNeed
from northspan.core.working.articles import unverified
from northspan.core.working.worked import Step, Worked, looked_up, ruled, step

ROD_LENGTH_M, ROD_SPACING_M = 3.0, 3.0
ENCASED_FROM_A = 165.0
ONE_ROD_OHM = 0.0  # no resistance makes one rod enough here
LEAST = {Metal.copper: "6", Metal.aluminum: "4"}


def intersystem_bonding(building: BuildingFacts) -> Worked[bool]:
    """Say whether a place to bond other systems is needed: other systems join the same electrodes."""
    del building
    why = "communication systems join the electrodes of the building"
    return Worked(False, (ruled("I", "bonding of telephone, cable and aerials", "to the same electrodes", why, "Rule 10-708"),))


def rod_limits() -> RodLimits:
    """Give length and spacing of rods, and the resistance that makes one enough; none does here. [m, m, ohm]"""
    return RodLimits(ROD_LENGTH_M, ROD_SPACING_M, ONE_ROD_OHM)


def building_disconnect(building: BuildingFacts, main_a: float | None) -> Worked[float]:
    """Give the least rating of the disconnect at a building. [A]

    Parameters
    ----------
    building : BuildingFacts
        The building. [-]

    References
    ----------
    CE Code 2021, Rule 6-200 for a service box; a feeder's panel needs no rating of its own.
    """
    del main_a
    if not building.detached:
        return Worked(0.0, (ruled("D", "disconnect at the building", "none needed", "fed from within the same building", "Rule 6-200"),))
    return Worked(0.0, (ruled("D", "disconnect", "at the building", "no least rating is set; its feeder's load decides", "Rule 14-010"),))


def electrodes_needed(building: BuildingFacts, school: str) -> Worked[ElectrodeNeed]:
    """Decide whether a building needs electrodes, and how many rods.

    Parameters
    ----------
    building : BuildingFacts
        The building and what is in its ground. [-]

    References
    ----------
    CE Code 2021, Rules 10-102, 10-208: rods always two; none where a bonding conductor comes from another building.
    """
    del school
    supply = building.supply
    comes_along = building.detached and supply is not None and supply.grounding is Grounding.equipment_ground
    bonded = comes_along and not building.new_neutral
    if bonded:
        why = "a bonding conductor comes along with the feeder"
        return Worked(
            ElectrodeNeed(required=False, rods=0),
            (ruled("E", "grounding electrode", "not required", why, "Rule 10-208"), ruled("n_r", "rods", "none", why, "Rule 10-208", 0.0)),
        )
    what_for = "lightning and line surges, and a reference; it never opens a breaker"
    need = ruled(
        "E", "grounding electrode", "required", "the new neutral of a transformer begins here" if building.new_neutral else what_for,
        unverified("Rule 10-212") if building.new_neutral else "Rule 10-102",
    )  # fmt: skip
    staying = {one.kind for one in building.electrodes if one.status is not Status.remove}
    others = staying & {ElectrodeKind.concrete_encased, ElectrodeKind.water_pipe, ElectrodeKind.plate, ElectrodeKind.ring}
    if others:
        none = ruled("n_r", "rods", "none needed", "another electrode is there", "Rule 10-102(2)", 0.0)
        return Worked(ElectrodeNeed(required=True, rods=0), (need, none))
    two = ruled("n_r", "rods", "two", "rods always two, whatever one of them measures", "Rule 10-102(3)", 2.0)
    return Worked(ElectrodeNeed(required=True, rods=2), (need, two))


def electrode_conductor(kind: ElectrodeKind, supply: Wire | None, metal: Metal, *, sets: int = 1, goes_on: bool = False) -> Worked[str]:
    """Size the grounding conductor: one least size for all, a larger one to an electrode in concrete behind a large service.

    Parameters
    ----------
    kind : ElectrodeKind
        What it goes to. [-]
    supply : Wire or None
        Largest ungrounded supply conductor, if it is known. [-]
    metal : Metal
        Its metal. [-]
    sets : int
        Supply conductors in parallel, whose ampacities are added. [-]

    References
    ----------
    CE Code 2021, Rule 10-114; Table 43 for an electrode in concrete, in copper.

    Examples
    --------
    >>> wires = [Wire(size, Metal.copper, "RW90") for size in ("1/0", "2/0", "4/0")]
    >>> [electrode_conductor(ElectrodeKind.concrete_encased, wire, Metal.copper).value for wire in wires]
    ['6', '3', '2']
    """
    del goes_on
    why = "no larger one is asked for; larger where it may be hurt"
    least = ruled("E", "grounding conductor", size_name(LEAST[metal]), why, "Rule 10-114")
    if kind is not ElectrodeKind.concrete_encased or supply is None:
        return Worked(LEAST[metal], (least,))
    carries = code_table(supply.metal).number(supply.size, "c75")
    total = step("I_u", "ampacity of the supply conductors", "n * I_t", "A", code_table(supply.metal).citation, n=float(sets), I_t=carries)
    if total.value <= ENCASED_FROM_A + 1e-9:
        return Worked(LEAST[metal], (total, least))
    rows = code_table("encased")
    row = next((key for key, one in rows.rows.items() if not one["up_to_a"] or total.value <= float(one["up_to_a"])), "")
    size = rows.text(row, metal)
    found = looked_up("E", "conductor to an electrode in concrete", size, "", "Table 43", row=row, column=metal)
    return Worked(size, (total, found))


def _of_kinds(kinds: set[ElectrodeKind]) -> Iterator[Step]:
    if ElectrodeKind.rod in kinds:
        yield ruled("E_r", "rods", "two, 3 m long", "at least 3 m apart, joined by a conductor of the grounding size", "Rule 10-102(3)")
        yield ruled("E_b", "in rock", "slanting, or buried flat", "at least 600 mm deep where they cannot be driven", "Rule 10-102(3)")
    if ElectrodeKind.plate in kinds:
        yield ruled("E_p", "a plate", "0.2 m² of surface", "at least 600 mm deep", "Rule 10-102(3)")
    if ElectrodeKind.concrete_encased in kinds:
        yield ruled(
            "E_e",
            "copper in the footing",
            "6 m of bare copper",
            f"within the lowest 50 mm of concrete that touches the soil, by Table 43: {_footing_sizes()}",
            "Rule 10-102(4)",
        )
    if ElectrodeKind.water_pipe in kinds:
        yield ruled(
            "E_w",
            "a water pipe",
            "3 m in the soil",
            "metal for that long, at least 600 mm deep; else two rods take its place",
            "Rule 10-102(5)",
        )


def _footing_sizes() -> str:
    """The bare copper of a footing by the ampacity of the supply, band by band."""
    rows = code_table("encased").rows.values()
    edges = ((row["copper"], f"to {row['up_to_a']} A" if row["up_to_a"] else "above") for row in rows)
    return ", ".join(f"{size_name(size)} {edge}" for size, edge in edges)


def electrode_rules(building: BuildingFacts) -> Worked[str]:
    """Say how electrodes go in and are joined.

    Parameters
    ----------
    building : BuildingFacts
        The building and what is in its ground. [-]

    References
    ----------
    CE Code 2021, Rules 10-102, 10-104, 10-108.
    """
    kinds = {one.kind for one in building.electrodes} or {ElectrodeKind.rod}
    return Worked(
        "joined", (*_of_kinds(kinds), ruled("E_j", "all of them", "joined", "electrodes of one building make one system", "Rule 10-104"))
    )


protect_by_resistance = False
