"""The main of a can against what hangs on it, the room in it against what is to come, and cans that nothing feeds."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.document.findings import Finding, Severity, in_a_row, pin
from northspan.core.document.job import Circuit, Enclosure, EnclosureKind, RunKind, Status, System
from northspan.core.topics.loads.run_load import load_on
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.working.errors import OutsideTable
from northspan.core.working.sums import count_of
from northspan.core.working.worked import told_apart, whole

_WITH_CIRCUITS = frozenset({EnclosureKind.panel_main_breaker, EnclosureKind.panel_lugs, EnclosureKind.meter_main})


def in_use(case: Case, key: str) -> bool:
    """Tell whether something hangs on a can: a run, a load or a circuit.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    key : str
        Id of the enclosure. [-]
    """
    circuits = any(one.enclosure == key and one.status is not Status.remove for one in case.job.circuits.values())
    loads = any(load.status is not Status.remove for _, load in case.tree.loads_at.get(key, ()))
    return bool(case.tree.leaving.get(key)) or circuits or loads


def main_findings(case: Case, sized: dict[str, SizedRun]) -> Iterator[Finding]:
    """Say which main is too small for what hangs on it, which can has no room for what is to come, and what nothing feeds.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    sized : dict
        Sized runs by id. [-]
    """
    held = {one.question.stated_where for one in sized.values() if one.question.run.device_a is None}
    for key, enclosure in case.job.enclosures.items():
        if enclosure.status is Status.remove:
            continue
        if enclosure.main_a is not None and f"/enclosures/{key}/main_a" not in held:
            yield from _overloaded(case, key, enclosure, sized)
        yield from _without_room(case, key, enclosure)
        fed = key in case.tree.feeding or any(case.job.runs[run].target == key for run in case.tree.standby)
        if enclosure.status is not Status.existing and not fed and not case.tree.leaving.get(key) and in_use(case, key):
            words = case.rulebook.words.fill(f"{enclosure.name}: circuits hang on it, and nothing feeds it.")
            why = case.rulebook.words.fill("Draw the {feeder} to it. Until then neither its wires nor its main are held against its load.")
            yield Finding("panel-not-fed", Severity.fix, f"/enclosures/{key}", words, why, "job", step="survey")


def _overloaded(case: Case, key: str, enclosure: Enclosure, sized: dict[str, SizedRun]) -> Iterator[Finding]:
    """A main that no run stands for: of a can that nothing feeds, or behind the device of its feeder."""
    feeding = sized.get(case.tree.feeding.get(key, ""))
    try:
        legs = feeding.question.load.value if feeding is not None else load_on(case, key).value
    except OutsideTable:  # the load has its own finding
        return
    if legs is None or enclosure.main_a is None:
        return
    if feeding is not None and _said_of_its_feeder(feeding, enclosure.main_a):
        return
    asked = case.rulebook.devices.load_on_device(legs.design, RunKind.feeder)
    if asked.value <= enclosure.main_a * (1 + 1e-9):
        return
    at = f"/enclosures/{key}/main_a"
    most = enclosure.bus_a or 0.0
    larger = next((a for a in case.rulebook.devices.ratings("") if asked.value - 1e-9 <= a <= most), None)
    cures = (pin(at, larger, f"A main of {larger:g} A"),) if larger else ()
    on_it = told_apart(asked.value, enclosure.main_a)
    words = f"{enclosure.name}: its main of {whole(enclosure.main_a)} A is below the {on_it} A that hang on it."
    why = "A larger one asks for a bus, wires and a supply that carry it; or take load off."
    yield Finding("main-too-small", Severity.stop, at, words, why, asked.citation, cures, step="loads")


def _said_of_its_feeder(feeding: SizedRun, main_a: float) -> bool:
    """Tell whether the device ahead is short itself and no larger than the main, which is a stop already."""
    short = any(one.key == "device" and not one.holds for one in feeding.device.margins)
    return short and not feeding.question.run.utility_owned and feeding.device.value <= main_a + 1e-9


def _without_room(case: Case, key: str, enclosure: Enclosure) -> Iterator[Finding]:
    """Spaces as counted, where the slots are not drawn: each new run that begins here takes one for each of its lines."""
    if enclosure.spaces_free is None or enclosure.layout is not None or enclosure.kind not in _WITH_CIRCUITS:
        return
    coming = [case.job.runs[run] for run in case.tree.leaving.get(key, ()) if case.job.runs[run].status is Status.new]
    source = case.tree.source_of(case.tree.leaving[key][0]) if coming else None
    one_line = (source.system if source else case.rulebook.supplies.usual_system) is System.single_phase
    wanted = count_of(1 if one_line or run.circuit is Circuit.two_wire_neutral else 2 for run in coming)
    if wanted <= enclosure.spaces_free:
        return
    say = case.rulebook.words
    words = (
        f"{enclosure.name}: {enclosure.spaces_free} {say.terms.spaces} are free, and {in_a_row(run.name for run in coming)} want {wanted}."
    )
    why = say.fill("Half-size devices where its label allows them, a {panel} with more room, or a second one beside it.")
    yield Finding("no-space-left", Severity.fix, f"/enclosures/{key}/spaces_free", words, why, "as counted", step="panels")
