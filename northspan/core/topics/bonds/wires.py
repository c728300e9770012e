"""The wires of a run and of a branch circuit as the bench takes them: sizes, ohms, and their field."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from math import log, pi

from northspan.core.document.job import Across, Load, Metal, Method, Place, RunKind, Segment, Terminals
from northspan.core.rulebooks.questions.common import DesignLoad, Wire
from northspan.core.rulebooks.questions.drops import DropRules
from northspan.core.rulebooks.questions.grounds import GroundFacts
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.topics.bonds.edges import Bench
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.working.errors import NoSolution, OutsideTable

BESIDE_M, AWAY_M = 0.015, 3.0  # wires of one pipe; a metal path somewhere else
BRANCH_M = 15.0
_INDOORS = (Segment(length_m=BRANCH_M, method=Method.cable, place=Place.indoors),)


@dataclass(frozen=True, slots=True)
class Made:
    """Sizes of a run as the bench takes them, its sets in parallel, and its device [A]; whether nobody noted its wires."""

    size: str
    neutral: str
    ground: str
    metal: Metal
    sets: int
    device_a: float
    ground_metal: Metal
    assumed: bool = False
    device_type: str = ""
    tapped: bool = False
    pipe_size: str = ""


def made_of(bench: Bench, key: str, sized: dict[str, SizedRun]) -> Made:
    """Take the wires of a run: as sized, or the least it can have while it is not.

    Parameters
    ----------
    bench : Bench
        The installation on the bench. [-]
    key : str
        Id of the run. [-]
    sized : dict
        Sized runs by id. [-]
    """
    one = sized.get(key)
    if one is not None:
        wire = one.tried.wire
        shared = sized.get(one.question.run.ground_with or "")
        ground = one.equipment_ground_size or (shared.equipment_ground_size if shared else None) or wire.size
        metal = shared.ground_metal if shared else one.ground_metal
        sets, device_a = one.question.sets, one.device.value
        kind, tapped = one.question.guard.device_type, bool(one.question.tapped_a)
        pipe_size = next((pipe.value.size for pipe in one.pipes if pipe.value), "")
        return Made(
            wire.size, one.grounded_size or wire.size, ground, wire.metal, sets, device_a, metal, one.question.assumed, kind, tapped,
            pipe_size,
        )  # fmt: skip
    run, rulebook = bench.tree.job.runs[key], bench.rulebook
    metal = run.metal or Metal.copper
    size = run.conductor_size or rulebook.wires.smallest_customary(metal)
    enclosure = bench.tree.job.enclosures.get(run.target)
    kind = rulebook.devices.device_type_of(run.kind, run.device_type)
    shelf = rulebook.devices.ratings(kind)
    wanted = run.device_a or (enclosure.main_a if enclosure else None) or shelf[0]
    device = next((rating for rating in shelf if rating >= wanted), shelf[-1])
    ground, ground_metal = run.equipment_ground_size or size, run.ground_metal or metal
    return Made(size, run.grounded_size or size, ground, metal, run.sets or 1, device, ground_metal, False, kind)


def made_words(bench: Bench, made: Made) -> str:
    """Name the wires and the device of a run.

    Parameters
    ----------
    bench : Bench
        For the terms. [-]
    made : Made
        The wires. [-]
    """
    metal = bench.say.dialect.aluminum if made.metal is Metal.aluminum else made.metal.value
    return f"{bench.say.size_name(made.size)} {metal} behind {made.device_a:g} A"


def field_ohm_m(distance_m: float, frequency_hz: float) -> complex:
    """Reactance of the field between a distance and the place where other metal lies. [ohm per metre]

    Parameters
    ----------
    distance_m : float
        Between two wires, or the radius of one. [m]
    frequency_hz : float
        Frequency. [Hz]

    Examples
    --------
    >>> round(field_ohm_m(0.015, 60).imag * 1000, 3)
    0.399
    """
    return 2j * pi * frequency_hz * 2e-7 * log(AWAY_M / distance_m)


@lru_cache(maxsize=2048)
def per_metre(size: str, metal: Metal, method: Method, drop_rules: DropRules) -> complex:
    """Give the impedance of a conductor in a method, by the rulebook's table. [ohm per metre]

    Parameters
    ----------
    size : str
        Its size. [-]
    metal : Metal
        Its metal. [-]
    method : Method
        How it is laid. [-]
    drop_rules : DropRules
        Resistances and drop. [-]
    """
    try:
        z = drop_rules.impedance(size, metal, method).value
        per_thousand = complex(z.resistance_ohm, z.reactance_ohm)
    except OutsideTable:  # a size the table leaves out: small ones are all resistance
        per_thousand = complex(drop_rules.dc_resistance(size, metal).value, 0)
    return per_thousand / 1000 / drop_rules.length.metres


@lru_cache(maxsize=512)
def branch_circuit(load: Load, volts: tuple[float, float], rulebook: Rulebook) -> tuple[float, str, str]:
    """Take the usual branch circuit of a load: device [A], its wire and its equipment ground, copper.

    Parameters
    ----------
    load : Load
        The load. [-]
    volts : tuple of float
        Line to line and line to neutral voltage where it is. [V]
    rulebook : Rulebook
        The code to follow. [-]
    """
    across = volts[0] if load.across is Across.line_line else volts[1]
    current = load.power_va / across
    design = DesignLoad(0.0 if load.continuous else current, current if load.continuous else 0.0, 0.0)
    if load.least_circuit_a is not None:  # the plate has the share of its motors in it
        design = DesignLoad(load.least_circuit_a, 0.0, 0.0)
    device = rulebook.devices.device_for_load(design, RunKind.branch).value
    if load.largest_device_a is not None:
        device = max((rating for rating in rulebook.devices.ratings() if device <= rating <= load.largest_device_a), default=device)
    insulation = rulebook.wires.default_insulation(Metal.copper, _INDOORS)
    terminals = rulebook.ampacities.terminals_c(Terminals.unmarked, device).value
    for size in rulebook.wires.sizes(Metal.copper):
        wire = Wire(size, Metal.copper, insulation)
        try:
            ampacity = rulebook.ampacities.run_ampacity(wire, _INDOORS, 2, terminals).value
            fits = rulebook.devices.device_for_wire(ampacity, wire, "next_up").value >= device or (
                load.largest_device_a is not None and ampacity.final_a >= design.noncontinuous_a
            )
        except (OutsideTable, NoSolution):
            continue
        if fits:
            return device, size, rulebook.grounds.equipment_ground(GroundFacts(device, Metal.copper, size, size)).value
    largest = rulebook.wires.sizes(Metal.copper)[-1]
    return device, largest, largest
