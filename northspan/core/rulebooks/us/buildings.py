"""A building fed from another: wires, bond, disconnect, electrodes."""

from __future__ import annotations

from northspan.core.document.job import Circuit, ElectrodeKind, Grounding, RunKind, Status
from northspan.core.rulebooks.protocol import BuildingFacts, RunFacts
from northspan.core.working.worked import Step, Worked, ruled, whole

ROD_LENGTH_M = 2.4384  # 8 ft in contact with soil, 250.52(A)(5), 250.53(A)(4)
ROD_SPACING_M = 1.8288  # 6 ft, 250.53(B)
ONE_ROD_OHM = 25.0  # 250.53(A)(2) exception


def bond_here(*, first_disconnect: bool, building: BuildingFacts) -> Worked[str]:
    """Decide whether neutral and ground are bonded in an enclosure.

    Parameters
    ----------
    first_disconnect : bool
        Whether it holds the first disconnect of its source. [-]
    building : BuildingFacts
        The building it is in, with the run that feeds it. [-]

    Notes
    -----
    While an old three-wire feed stands, the bond at its far end stands too: taken out first, it
    would leave every case there without a way back for a fault. It comes out with the fourth wire.

    References
    ----------
    NEC 2023, 250.24(A), 250.24(B), 250.32(B)(1) and its exception 1, 250.142(B).
    """
    words = "neutral and ground"
    if first_disconnect:
        return Worked(
            "bonded",
            (
                ruled(
                    "bond",
                    words,
                    "bonded here",
                    "first disconnect of the source: the one place where a fault finds its way back",
                    "250.24(A)",
                ),
            ),
        )
    supply = building.supply
    if building.detached and supply and supply.grounding is Grounding.legacy_three_wire:
        return Worked(
            "bonded",
            (
                ruled(
                    "bond",
                    words,
                    "bonded here while the feed has three wires",
                    "the neutral is the only way back for a fault; the bond comes out with the fourth wire",
                    "250.32(B)(1) exception 1",
                ),
            ),
        )
    citation = "250.32(B)(1)" if building.detached else "250.24(B)"
    return Worked(
        "separate",
        (ruled("bond", words, "kept apart", "a second bond would put neutral current on every ground wire and metal part", citation),),
    )


def four_wires(run: RunFacts, building: BuildingFacts) -> Step:
    """Say which conductors go to a building, and why.

    Parameters
    ----------
    run : RunFacts
        The run that feeds it. [-]
    building : BuildingFacts
        The building. [-]

    References
    ----------
    NEC 2023, 250.32(B)(1), 215.6, 250.110.
    """
    if run.grounding is Grounding.legacy_three_wire:
        return ruled(
            "wires",
            "conductors",
            "three, as found",
            "neutral serves as ground too; allowed only where it was there before",
            "250.32(B)(1) exception 1",
            3.0,
        )
    count = {Circuit.three_wire: 4, Circuit.two_wire_line: 3, Circuit.two_wire_neutral: 3}[run.circuit]
    words = {3: "three", 4: "four"}[count]
    why = "neutral and equipment ground run as two wires, so that load current stays off the metal"
    if run.circuit is Circuit.two_wire_line:
        why = "two ungrounded and an equipment ground; no neutral is carried"
    return ruled("wires", "conductors", words, why, "250.32(B)(1)" if building.detached else "215.6", float(count))


def building_disconnect(building: BuildingFacts, main_a: float | None) -> Worked[float]:
    """Give the least rating of the disconnect at a building. [A]

    Parameters
    ----------
    building : BuildingFacts
        The building. [-]
    main_a : float or None
        Rating of what is there; not used by the rule, shown with it. [A]

    References
    ----------
    NEC 2023, 225.31, 225.32, 225.36, 225.39.
    """
    if not building.detached:
        return Worked(0.0, (ruled("D", "disconnect at the building", "none needed", "fed from within the same building", "225.31"),))
    if building.supply and building.supply.kind is RunKind.branch:
        least, why = (15.0, "a single branch circuit") if building.branch_circuits <= 1 else (30.0, "two branch circuits")
        citation = "225.39(A)" if building.branch_circuits <= 1 else "225.39(B)"
    elif building.dwelling:
        least, why, citation = 100.0, "a one-family dwelling", "225.39(C)"
    else:
        least, why, citation = 60.0, "any other building", "225.39(D)"
    there = f"; {whole(main_a)} A is there" if main_a else ""
    return Worked(
        least,
        (
            ruled("D", "disconnect", "at the building", "outside or inside, nearest to where the conductors enter", "225.31, 225.32"),
            ruled("D_r", "its least rating", f"{whole(least)} A", why + there, citation, least),
        ),
    )


def electrodes_needed(building: BuildingFacts, school: str) -> Worked[bool]:
    """Decide whether a building needs an electrode, and how many rods.

    Parameters
    ----------
    building : BuildingFacts
        The building and what is in its ground. [-]
    school : str
        "second_rod", "one_proved" or "inspector_one". [-]

    Notes
    -----
    The second step's value is the number of rods wanted: 0 where another electrode serves.

    References
    ----------
    NEC 2023, 250.32(A) and its exception; 250.50; 250.53(A)(2), 250.53(A)(3), 250.53(B).
    """
    supply = building.supply
    if (
        building.detached
        and supply
        and supply.kind is RunKind.branch
        and building.branch_circuits <= 1
        and supply.grounding is Grounding.equipment_ground
    ):
        return Worked(
            False,
            (
                ruled(
                    "E",
                    "grounding electrode",
                    "not required",
                    "a single branch circuit, a multiwire one counts as one, with an equipment ground",
                    "250.32(A) exception",
                ),
                ruled("n_r", "rods", "none", "no electrode is required", "250.32(A) exception", 0.0),
            ),
        )
    need = ruled(
        "E",
        "grounding electrode",
        "required",
        "lightning and line surges, and a reference; it never opens a breaker",
        "250.32(A)" if building.detached else "250.50",
    )
    return Worked(True, (need, _rods(building, school)))


def _rods(building: BuildingFacts, school: str) -> Step:
    standing = [e for e in building.electrodes if e.status is not Status.remove]
    if any(e.kind in {ElectrodeKind.concrete_encased, ElectrodeKind.ring} for e in standing):
        return ruled("n_r", "rods", "none needed", "another electrode is there and stands on its own", "250.50", 0.0)
    measured = [e.measured_ohm for e in standing if e.kind in {ElectrodeKind.rod, ElectrodeKind.plate} and e.measured_ohm is not None]
    if school == "one_proved":
        if measured and min(measured) <= ONE_ROD_OHM:
            return ruled("n_r", "rods", "one, proved", f"measured {min(measured):g} Ω, 25 Ω or less", "250.53(A)(2) exception", 1.0)
        why = f"measured {min(measured):g} Ω, above 25 Ω" if measured else "not measured yet, so not proved"
        return ruled("n_r", "rods", "two", why, "250.53(A)(2)", 2.0)
    if school == "inspector_one":
        return ruled("n_r", "rods", "one", "your call: the inspector accepts one here; record whose word it is", "250.53(A)(2)", 1.0)
    if any(e.kind is ElectrodeKind.water_pipe for e in standing):
        # the rod that supplements a water pipe is under the same one-rod rule, 250.53(D)(2) leads back to 250.53(A)
        return ruled("n_r", "rods", "two", "a water pipe is never alone, and one rod is not either", "250.53(D)(2)", 2.0)
    return ruled("n_r", "rods", "two", "the second rod makes a measurement needless", "250.53(A)(2)", 2.0)
