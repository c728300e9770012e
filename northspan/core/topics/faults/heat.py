"""The heat of a fault: whether the ground and the neutral of a run stand what its device lets through."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import lru_cache
from math import isinf, log, sqrt

from northspan.core.case.case import Case
from northspan.core.case.tree import Tree
from northspan.core.document.findings import Finding, Severity, pin
from northspan.core.document.job import Circuit, Metal, RunKind
from northspan.core.document.plan import WorkGroup, work_lines
from northspan.core.physics.device_curves import opens_within_s
from northspan.core.rulebooks.questions.words import Words
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.topics.faults.interrupting import fault_wires_of
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.topics.supply.fault import Fault, FaultWires, Loop, fault_after
from northspan.core.working.errors import OutsideTable
from northspan.core.working.worked import Step, Worked, step, whole

ADIABATIC_S = 5.0  # longer than this a wire sheds heat meanwhile
# heat to warm a cubic millimetre by a kelvin over its resistance at 20 °C, and where its resistance would vanish
_METALS = {Metal.copper: (3.45e-3, 17.241e-6, 234.5), Metal.aluminum: (2.5e-3, 28.264e-6, 228.0)}  # J/(K mm3), ohm mm, °C


@dataclass(frozen=True, slots=True)
class Stands:
    """What a wire of a run takes of a fault at its far end, and what it stands. [A²s]

    `least_size` is the smallest that stands it, empty where none does; `sure` tells whether its device is sure to open in time.
    """

    run_id: str
    role: str
    size: str
    metal: Metal
    energy: float
    stands: float
    sure: bool
    fault_a: float
    latest_s: float
    least_size: str
    steps: tuple[Step, ...]

    @property
    def holds(self) -> bool:
        """Whether it stands the fault."""
        return self.energy <= self.stands


def withstand(size_mm2: float, metal: Metal, begins_c: float, ends_c: float) -> Step:
    """Work the energy that heats a wire from one temperature to another, none of it shed. [A²s]

    Parameters
    ----------
    size_mm2 : float
        Area of its metal. [mm²]
    metal : Metal
        Its metal. [-]
    begins_c : float
        Temperature at which the fault finds it. [°C]
    ends_c : float
        What its insulation stands for so short a time. [°C]

    Notes
    -----
    The resistance rises with the heat, which is what the logarithm is for.

    References
    ----------
    IEC 60949; ICEA P-32-382, the same physics in other units.

    Examples
    --------
    >>> round(withstand(1.0, Metal.copper, 70, 160).value ** 0.5)
    115
    """
    heat, ohm_mm, zero_c = _METALS[metal]
    k = sqrt(heat * (zero_c + 20) / ohm_mm * log((zero_c + ends_c) / (zero_c + begins_c)))
    words = f"stands this from {whole(begins_c)} to {whole(ends_c)} °C"
    return step("W_s", words, "k**2 * S**2", "A²s", "IEC 60949", k=k, S=size_mm2)


def heats(case: Case, sized: dict[str, SizedRun], here: dict[str, Worked[Fault]]) -> dict[str, tuple[Stands, ...]]:
    """Hold every ground and neutral against a fault at the far end of its run.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    sized : dict
        Sized runs by id. [-]
    here : dict
        Fault current by can and source. [A]

    Notes
    -----
    A service has none of the owner's devices ahead where the main protects it, so nothing is known of its heat.
    Where the protective conductor has a rule of its own it is judged there.
    """
    found: dict[str, tuple[Stands, ...]] = {}
    for run_id, one in sized.items():
        run, ahead = one.question.run, here.get(case.tree.job.runs[run_id].origin)
        if ahead is None or run_id in case.tree.standby or run.kind is RunKind.service:
            continue
        roles = ["ground"] if one.equipment_ground_size and not case.rulebook.grounds.judged_with_loop else []
        roles += ["neutral"] if run.circuit is not Circuit.two_wire_line else []
        found[run_id] = tuple(held for role in roles for held in _held(run_id, role, one, ahead.value, case.rulebook))
    return found


def heat_groups(found: tuple[Stands, ...]) -> tuple[WorkGroup, ...]:
    """Print the heat of a fault as working of a run.

    Parameters
    ----------
    found : tuple of Stands
        Its wires. [-]
    """
    if not found:
        return ()
    answer = ", ".join(f"{one.role} {'holds' if one.holds else 'does not hold'}" for one in found)
    return (WorkGroup("heat", "Heat of a fault", answer, work_lines(tuple(line for one in found for line in one.steps))),)


def heat_findings(tree: Tree, found: dict[str, tuple[Stands, ...]], say: Words) -> Iterator[Finding]:
    """Say where a wire does not stand a fault.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    found : dict
        Grounds and neutrals by run. [-]
    say : Words
        How the trade says it. [-]
    """
    for one in (held for each in found.values() for held in each):
        if one.holds:
            continue
        run, field = tree.job.runs[one.run_id], "equipment_ground_size" if one.role == "ground" else "grounded_size"
        at = f"/runs/{one.run_id}/{field}"
        cures = (pin(at, one.least_size, f"Use {say.size_name(one.least_size)}"),) if one.least_size else ()
        name = f"{say.size_name(one.size)} {say.metal_name(one.metal)}"
        if one.sure:
            words = (
                f"{run.name}: a fault of {whole(one.fault_a)} A at its end heats the {one.role}, {name}, beyond what its insulation stands."
            )
            why = "A faster device does it too: ask its maker for what it lets through."
            yield Finding("fault-heats-wire", Severity.check, at, words, why, say.cite("fault_heat"), cures)
        else:
            words = f"{run.name}: a fault at its end draws {whole(one.fault_a)} A only, and its device may take {whole(one.latest_s)} s."
            why = f"The {one.role}, {name}, is too hot sooner. Read the breaker's curve: most open at once here."
            yield Finding("fault-heat-unsure", Severity.note, at, words, why, say.cite("fault_heat"), cures)


def _held(run_id: str, role: str, one: SizedRun, ahead: Fault, rulebook: Rulebook) -> Iterator[Stands]:
    wire, question = one.tried.wire, one.question
    ground = role == "ground"
    size = (one.equipment_ground_size if ground else one.grounded_size) or wire.size
    metal = one.ground_metal if ground else wire.metal
    wires = replace(fault_wires_of(one), neutral_size=size, neutral_metal=metal)
    device_a = question.tapped_a or one.device.value
    kind = question.tapped_type if question.tapped_a else question.guard.device_type
    found = _worked(role, ahead.loop, wires, wire.insulation, kind, device_a, rulebook)
    if found is not None:
        yield replace(found, run_id=run_id)


@lru_cache(maxsize=8192)
def _worked(role: str, ahead: Loop, wires: FaultWires, insulation: str, kind: str, device_a: float, rulebook: Rulebook) -> Stands | None:
    """The same for any run with such wires behind such a loop; None where the fault is not known."""
    size, metal, sets = wires.neutral_size, wires.neutral_metal or wires.metal, float(wires.sets)
    try:
        fault_a = fault_after(ahead, wires, rulebook.drops).value.line_neutral_a
    except OutsideTable:  # a size without an impedance: the can says so
        return None
    latest_s = opens_within_s(fault_a / device_a, rulebook.devices.device_curve(kind, device_a))[1]
    limits_c = rulebook.ampacities.fault_limits_c(insulation)
    stands = withstand(rulebook.wires.area_m2(size) * 1e6 * sets, metal, *limits_c)
    within = min(latest_s, ADIABATIC_S)
    open_s = f"its device opens within {within:.2g} s" if latest_s <= ADIABATIC_S else "its device may take longer than 5 s"
    words = f"{role}: a fault at the far end, {fault_a / device_a:.1f} times the rating; {open_s}"
    energy = step("W", words, "I_f**2 * t", "A²s", "time-current curve", I_f=fault_a, t=within)
    least = ""
    if energy.value > stands.value:
        larger = (one for one in rulebook.wires.sizes(metal) if rulebook.wires.area(one) > rulebook.wires.area(size))
        enough = (one for one in larger if withstand(rulebook.wires.area_m2(one) * 1e6 * sets, metal, *limits_c).value >= energy.value)
        least = next(enough, "")
    sure = not isinf(latest_s) and latest_s <= ADIABATIC_S
    return Stands("", role, size, metal, energy.value, stands.value, sure, fault_a, min(latest_s, 3600), least, (energy, stands))
