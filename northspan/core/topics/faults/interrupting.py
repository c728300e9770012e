"""Fault current at every can, and whether what is in it may interrupt it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Any

from northspan.core.case.case import Case
from northspan.core.case.tree import WITHOUT_DEVICE, Tree
from northspan.core.document.findings import Finding, Severity, pin
from northspan.core.document.job import Circuit, Enclosure, EnclosureKind, Method, Source, SourceKind, Status
from northspan.core.document.plan import work_lines
from northspan.core.rulebooks.questions.devices import DeviceRules
from northspan.core.rulebooks.questions.supplies import SupplyRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.topics.supply.fault import Fault, FaultWires, fault_after, fault_at_source
from northspan.core.working.errors import OutsideTable
from northspan.core.working.worked import Step, Worked, whole

_KNOWN = frozenset({EnclosureKind.transfer_switch})
RING = 4  # at the middle of a ring two ways lead back, each half as long
ORDINARY_A = 10_000.0  # what breakers on the shelf interrupt; a new panel has them


@dataclass(frozen=True, slots=True)
class FaultHere:
    """Fault current at a can with its working, and the least rating on the shelf that may interrupt it. [A]"""

    fault: Worked[Fault]
    ratings_a: float


def faults(case: Case, sized: dict[str, SizedRun]) -> dict[str, Worked[Fault]]:
    """Work the fault current at every can and source whose way from a source is known. [A]

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    sized : dict
        Sized runs by id. [-]
    """
    found: dict[str, Worked[Fault]] = {}
    for key, source in case.tree.job.sources.items():
        at_terminals = _at_source(key, source, found, case.rulebook.supplies) if source.kind is not SourceKind.transformer else None
        if at_terminals:
            found[key] = at_terminals
    for run_id in case.tree.order:
        run = case.tree.job.runs[run_id]
        ahead = found.get(run.origin)
        if ahead is None or run_id not in sized or run_id in case.tree.standby:
            continue
        try:
            there = fault_after(ahead.value.loop, fault_wires_of(sized[run_id]), case.rulebook.drops)
        except OutsideTable:  # a size without an impedance in the table: nothing is known from here on
            continue
        found[run.target] = there
        fed = case.tree.job.sources.get(run.target)
        if fed and run.circuit is Circuit.two_wire_neutral:  # its primary hangs between one line and the neutral
            loop = there.value.loop
            there = there._replace(
                value=replace(there.value, loop=replace(loop, line_v=loop.neutral_v, line_r=loop.neutral_r, line_x=loop.neutral_x))
            )
            found[run.target] = there
        own = _at_source(run.target, fed, found, case.rulebook.supplies) if fed else None
        if own:
            found[run.target] = own
    return found


def at_enclosures(tree: Tree, found: dict[str, Worked[Fault]], device_rules: DeviceRules) -> dict[str, FaultHere]:
    """Give the enclosures their fault current and the rating that may interrupt it. [A]

    Parameters
    ----------
    tree : Tree
        The property. [-]
    found : dict
        Fault current by can and source. [A]
    device_rules : DeviceRules
        Which devices there are. [-]
    """
    shelf = device_rules.interrupting_ratings()
    return {
        key: FaultHere(fault, next((rating for rating in shelf if rating >= fault.value.largest_a), shelf[-1]))
        for key, fault in found.items()
        if key in tree.job.enclosures
    }


def fault_fields(here: FaultHere) -> dict[str, Any]:
    """Give what the plan of a can says of the fault current at it.

    Parameters
    ----------
    here : FaultHere
        Its fault current. [A]
    """
    fault = here.fault.value
    return {
        "fault_a": fault.line_line_a,
        "fault_to_neutral_a": fault.line_neutral_a,
        "interrupting_least_a": here.ratings_a,
        "fault_working": work_lines(here.fault.steps),
    }


def fault_findings(tree: Tree, here: dict[str, FaultHere], device_rules: DeviceRules, say: Words) -> Iterator[Finding]:
    """Hold the interrupting ratings against the fault currents.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    here : dict
        Fault currents by can. [A]
    device_rules : DeviceRules
        Which devices there are. [-]
    say : Words
        How the trade says it. [-]
    """
    for key, enclosure in tree.job.enclosures.items():
        if key not in here or enclosure.kind in WITHOUT_DEVICE or enclosure.kind in _KNOWN or enclosure.status is Status.remove:
            continue
        yield from _held(key, enclosure, here[key], device_rules, say)


def _held(key: str, enclosure: Enclosure, here: FaultHere, device_rules: DeviceRules, say: Words) -> Iterator[Finding]:
    available, at = here.fault.value.largest_a, f"/enclosures/{key}/interrupting_a"
    words = f"{whole(available)} A"
    if enclosure.interrupting_a is not None and enclosure.interrupting_a < available:
        yield Finding(
            "interrupting-too-low",
            Severity.stop,
            at,
            f"{enclosure.name}: a fault can reach {words}, its devices may interrupt {whole(enclosure.interrupting_a)} A.",
            "A breaker that meets more than its rating can burst.",
            say.cite("interrupting"),
            (pin(at, here.ratings_a, f"Use devices of {whole(here.ratings_a / 1000)} kA"),),
        )
        return
    unmarked: Step = device_rules.unmarked_interrupting_a()
    ordinary = enclosure.status is not Status.existing and here.ratings_a <= ORDINARY_A
    if enclosure.interrupting_a is None and available > unmarked.value and not ordinary:
        yield Finding(
            "interrupting-unknown",
            Severity.check if enclosure.status is Status.existing else Severity.note,
            at,
            f"{enclosure.name}: a fault can reach {words}; devices of {whole(here.ratings_a / 1000)} kA are needed.",
            f"Read the label. A breaker without a marking is good for {whole(unmarked.value)} A only.",
            say.cite("interrupting"),
            (pin(at, here.ratings_a, f"The label says {whole(here.ratings_a / 1000)} kA"),),
        )


def _at_source(key: str, source: Source, found: dict[str, Worked[Fault]], supply_rules: SupplyRules) -> Worked[Fault] | None:
    if source.rating_kva is None and source.available_fault_a is None:
        return None
    ahead = found.get(key)
    if source.kind is SourceKind.transformer and ahead is None:
        return None
    return fault_at_source(source, supply_rules.to_neutral_v(source.line_v, source.system), ahead.value.loop if ahead else None)


def fault_wires_of(sized: SizedRun) -> FaultWires:
    """Give the conductors of a run as a fault meets them.

    Parameters
    ----------
    sized : SizedRun
        The run. [-]
    """
    lengths: dict[Method, float] = {}
    ways = RING if sized.question.run.ring else 1
    for segment in sized.question.run.segments:
        lengths[segment.method] = lengths.get(segment.method, 0.0) + segment.length_m / ways
    wire = sized.tried.wire
    has_neutral = sized.question.run.circuit is not Circuit.two_wire_line
    neutral = (sized.grounded_size or wire.size) if has_neutral else ""
    return FaultWires(wire.size, neutral, wire.metal, sized.question.sets, tuple(lengths.items()))
