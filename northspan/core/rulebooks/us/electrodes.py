"""How electrodes go in and are joined: lengths, depths, places, clamps, the bonding point for other systems."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.document.job import (
    ElectrodeKind,
    Grounding,
    Metal,
    RunKind,
    Status,
)
from northspan.core.rulebooks.questions.common import BuildingFacts, RodLimits, Wire
from northspan.core.rulebooks.questions.electrodes import ElectrodeNeed
from northspan.core.rulebooks.us.ampacities import size_name
from northspan.core.rulebooks.us.code_tables import code_table
from northspan.core.rulebooks.us.wires import area, area_of_edge
from northspan.core.working.worked import Step, Worked, looked_up, ruled, step, whole

ROD_LENGTH_M = 2.4384  # 8 ft in contact with soil, 250.52(A)(5), 250.53(A)(4)
ROD_SPACING_M = 1.8288  # 6 ft, 250.53(B)
ONE_ROD_OHM = 25.0  # 250.53(A)(2) exception

_KINDS: dict[ElectrodeKind, tuple[tuple[str, str, str, str], ...]] = {
    ElectrodeKind.rod: (
        ("a rod", "8 ft in the soil", "upright, its upper end flush or below, unless the connection is protected", "250.53(A)(4)"),
        ("rods apart", "6 ft", "closer they share their soil; twice their length apart is better", "250.53(A)(3), 250.53(B)"),
        ("in rock", "slanting, or in a trench", "at most 45° from upright, or flat 30 in deep if rock stops that", "250.53(A)(4)"),
    ),
    ElectrodeKind.plate: (("a plate", "2 ft² of surface", "30 in deep at least, iron or steel ¼ in thick", "250.52(A)(7), 250.53(A)(5)"),),
    ElectrodeKind.ring: (
        ("a ring", "20 ft of bare 2 AWG copper", "all around the building, 30 in deep at least", "250.52(A)(4), 250.53(F)"),
    ),
    ElectrodeKind.concrete_encased: (
        ("steel in the footing", "20 ft", "½ in bars or 4 AWG bare copper in 2 in of concrete that touches the soil", "250.52(A)(3)"),
    ),
    ElectrodeKind.water_pipe: (
        ("a water pipe", "10 ft in the soil", "metal for that long, bridged around meters and filters", "250.52(A)(1), 250.53(D)(1)"),
        ("where it is joined", "within 5 ft of its entry", "further in it may turn to plastic one day", "250.52(A)(1), 250.68(C)(1)"),
        ("beside it", "another electrode", "a water pipe is never the only one", "250.53(D)(2)"),
    ),
    ElectrodeKind.buried_wire: (
        ("a buried wire", "does not count by itself", "only as a ring all around the building is it one of the listed kinds", "250.52(A)"),
    ),
}  # fmt: skip


def electrode_rules(building: BuildingFacts) -> Worked[str]:
    """Say how the electrodes of a building go in and are joined.

    Parameters
    ----------
    building : BuildingFacts
        The building and what is in its ground. [-]

    References
    ----------
    NEC 2023, 250.50, 250.52, 250.53, 250.64(C), 250.68, 250.70.
    """
    kinds = {one.kind for one in building.electrodes} or {ElectrodeKind.rod}
    steps = [ruled("E_j", "all of them", "joined", "every electrode that is present belongs to one system", "250.50")]
    steps += list(_of_kinds(kinds))
    steps.append(ruled("E_c", "clamps", "listed", "for the electrode and its metal, and for burial where they are buried", "250.70"))
    steps.append(ruled("E_w", "the conductor", "in one piece", "or joined by pressed or welded splices only", "250.64(C)"))
    return Worked("joined", tuple(steps))


def intersystem_bonding(building: BuildingFacts) -> Worked[bool]:
    """Say whether a place to bond telephone, cable and aerials is needed at a building, and where.

    Parameters
    ----------
    building : BuildingFacts
        The building. [-]

    References
    ----------
    NEC 2023, 250.94(A).
    """
    words = "place to bond telephone, cable and aerials"
    if building.detached and building.branch_circuits and building.supply is not None and building.supply.kind.value == "branch":
        return Worked(False, (ruled("I", words, "not needed", "a single branch circuit brings no electrode system here", "250.94(A)"),))
    where = "at the disconnect of this building" if building.detached else "at the service, outside and easy to reach"
    why = f"{where}; room for three conductors at least, without opening a can"
    return Worked(True, (ruled("I", words, "needed", why, "250.94(A)"),))


def _of_kinds(kinds: set[ElectrodeKind]) -> Iterator[Step]:
    for kind in sorted(kinds):
        for i, (words, value, why, citation) in enumerate(_KINDS[kind]):
            yield ruled(f"E_{kind}{i}", words, value, why, citation)


def rod_limits() -> RodLimits:
    """Give rod length [m], spacing [m] and the one-rod limit [ohm]."""
    return RodLimits(ROD_LENGTH_M, ROD_SPACING_M, ONE_ROD_OHM)


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


def _rods(building: BuildingFacts, school: str) -> Worked[int]:
    staying = [e for e in building.electrodes if e.status is not Status.remove]
    if any(e.kind in {ElectrodeKind.concrete_encased, ElectrodeKind.ring} for e in staying):
        return Worked(0, (ruled("n_r", "rods", "none needed", "another electrode is there and stands on its own", "250.50", 0.0),))
    measured = [e.measured_ohm for e in staying if e.kind in {ElectrodeKind.rod, ElectrodeKind.plate} and e.measured_ohm is not None]
    if school == "one_proved":
        if measured and min(measured) <= ONE_ROD_OHM:
            return Worked(
                1, (ruled("n_r", "rods", "one, proved", f"measured {min(measured):g} Ω, 25 Ω or less", "250.53(A)(2) exception", 1.0),)
            )
        why = f"measured {min(measured):g} Ω, above 25 Ω" if measured else "not measured yet, so not proved"
        return Worked(2, (ruled("n_r", "rods", "two", why, "250.53(A)(2)", 2.0),))
    if school == "inspector_one":
        return Worked(
            1, (ruled("n_r", "rods", "one", "your call: the inspector accepts one here; record whose word it is", "250.53(A)(2)", 1.0),)
        )
    if any(e.kind is ElectrodeKind.water_pipe for e in staying):
        # the rod that supplements a water pipe is under the same one-rod rule, 250.53(D)(2) leads back to 250.53(A)
        return Worked(2, (ruled("n_r", "rods", "two", "a water pipe is never alone, and one rod is not either", "250.53(D)(2)", 2.0),))
    return Worked(2, (ruled("n_r", "rods", "two", "the second rod makes a measurement needless", "250.53(A)(2)", 2.0),))


def electrodes_needed(building: BuildingFacts, school: str) -> Worked[ElectrodeNeed]:
    """Decide whether a building needs an electrode, and how many rods.

    Parameters
    ----------
    building : BuildingFacts
        The building and what is in its ground. [-]
    school : str
        "second_rod", "one_proved" or "inspector_one". [-]

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
        and not building.new_neutral
    ):
        return Worked(
            ElectrodeNeed(required=False, rods=0),
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
        "the new neutral of a transformer begins here"
        if building.new_neutral
        else "lightning and line surges, and a reference; it never opens a breaker",
        "250.30(A)(4)" if building.new_neutral else "250.32(A)" if building.detached else "250.50",
    )
    rods = _rods(building, school)
    return Worked(ElectrodeNeed(required=True, rods=rods.value), (need, *rods.steps))


_ELECTRODE_CAPS = {
    ElectrodeKind.rod: ("6", "4", "250.66(A)"),
    ElectrodeKind.plate: ("6", "4", "250.66(A)"),
    ElectrodeKind.concrete_encased: ("4", "", "250.66(B)"),
    ElectrodeKind.ring: ("2", "", "250.66(C)"),
}


def _guarded(size: str, metal: Metal) -> Iterator[Step]:
    """What keeps an electrode conductor whole where it lies."""
    if metal is Metal.aluminum:
        why = "not in concrete or against masonry, and bare or outdoors never ended within 18 in of the soil; take copper there"
        yield ruled("E_a", "aluminum near the soil", "18 in off it", why, "250.64(A)")
    if area(size) < area("6"):
        yield ruled("E_p", "what guards it", "pipe or armor all the way", "smaller than 6 AWG it is always guarded", "250.64(B)(3)")
    else:
        why = "6 AWG and larger may run along the building where nothing hits it; in a pipe or armor where something may"
        yield ruled("E_p", "what guards it", "by where it runs", why, "250.64(B)(1), (2)")


def electrode_conductor(kind: ElectrodeKind, supply: Wire | None, metal: Metal, *, sets: int = 1, goes_on: bool = False) -> Worked[str]:
    """Size the grounding electrode conductor to one electrode.

    Parameters
    ----------
    kind : ElectrodeKind
        What it goes to; rods, plates, encased electrodes and rings cap the size when it ends there. [-]
    supply : Wire or None
        Largest ungrounded supply conductor; None asks for the smallest row. [-]
    metal : Metal
        Metal of the electrode conductor. [-]
    sets : int
        Supply conductors in parallel, whose areas are added. [-]
    goes_on : bool
        Whether the same conductor goes on to a water pipe, or another electrode that asks for more. [-]

    References
    ----------
    NEC 2023, Table 250.66 and its note for parallel sets; 250.66(A) to (C), whose caps hold only where the conductor ends
    there; 250.32(E) for a separate building; 250.64(A) and (B) for what may lie where and what guards it.

    Examples
    --------
    >>> electrode_conductor(ElectrodeKind.water_pipe, Wire("4/0", Metal.aluminum, "XHHW-2"), Metal.copper).value
    '4'
    >>> electrode_conductor(ElectrodeKind.rod, Wire("4/0", Metal.aluminum, "XHHW-2"), Metal.copper).value
    '6'
    >>> electrode_conductor(ElectrodeKind.water_pipe, Wire("500", Metal.aluminum, "XHHW-2"), Metal.copper, sets=2).value
    '2/0'
    """
    rows = code_table("electrode_conductor")
    size, row_key = "", ""
    steps: list[Step] = []
    total_cmil = sets * area(supply.size) if supply else 0.0
    if supply and sets > 1:
        words = f"area of {sets} sets of {size_name(supply.size)} together"
        steps.append(step("A_u", words, "n * A", "cmil", rows.citation, n=float(sets), A=area(supply.size)))
    for key, row in rows.rows.items():
        edge = row[f"up_to_{supply.metal}"] if supply else row["up_to_copper"]
        if not edge or supply is None or total_cmil <= area_of_edge(edge) + 1e-6:
            size, row_key = row[metal], key
            break
    words = f"for {f'{sets} sets of ' if sets > 1 else ''}{supply.size} {supply.metal} supply" if supply else "smallest row"
    steps.append(looked_up("E_t", f"electrode conductor {words}", size, "", rows.citation, row=row_key, column=metal))
    if kind in _ELECTRODE_CAPS and goes_on:
        why = "it goes on to an electrode that asks for the table's size, so no cap"
        steps.append(ruled("E", "electrode conductor", size, why, _ELECTRODE_CAPS[kind][2]))
    elif kind in _ELECTRODE_CAPS:
        copper, aluminum, citation = _ELECTRODE_CAPS[kind]
        cap = copper if metal is Metal.copper else aluminum
        if cap and area(cap) < area(size):
            size = cap
            steps.append(ruled("E", "electrode conductor", size, "it ends at this electrode, which caps its size", citation))
    return Worked(size, (*steps, *_guarded(size, metal)))


protect_by_resistance = False
