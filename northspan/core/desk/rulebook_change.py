"""Moving a job to another rulebook: what has no meaning there is handed back to the rules, and what changes is listed."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from northspan.core.document.findings import Edit
from northspan.core.document.job import Grounding, Job, Method, Run, Source, SourceKind, System, Terminals, Units
from northspan.core.document.patching import with_edits
from northspan.core.document.plan import Plan
from northspan.core.rulebooks.questions.choices import Choices
from northspan.core.rulebooks.questions.supplies import SupplyRules
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.rulebooks.registry import rulebook_named, rulebook_of
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.solve import solve
from northspan.core.topics.loads.dwelling import CONNECTED
from northspan.core.topics.sizing.question import device_shelf

STAND_IN = {Method.pvc80: Method.pvc40}  # what takes the place of a method that another code does not know


@dataclass(frozen=True, slots=True)
class Meaning:
    """Something that changes in meaning: of which part, what it was and what it becomes."""

    where: str
    name: str
    what: str
    before: str
    after: str


@dataclass(frozen=True, slots=True)
class RulebookChange:
    """The edits that move a job, what they hand back to the rules, and what changes in its plan."""

    edits: tuple[Edit, ...]
    handed_back: tuple[str, ...]
    meanings: tuple[Meaning, ...]


def rulebook_change(job: Job, name: str) -> RulebookChange:
    """Say what moving a job to another rulebook changes.

    Parameters
    ----------
    job : Job
        The job. [-]
    name : str
        The rulebook it is to follow. [-]

    Raises
    ------
    InvalidJob
        If there is no such rulebook, or the job cannot be planned by it.
    """
    book = rulebook_named(name)
    edits = [Edit("add", "/rulebook", name)]
    units = Units.metres if book.words.dialect.length_unit == "metres" else Units.feet
    if job.units is not units:
        edits.append(Edit("add", "/units", units.value))
    handed, said = _handed_back(job, book)
    edits += handed
    moved = with_edits(job, edits)
    before, after = solve(job), solve(moved)
    return RulebookChange(tuple(edits), tuple(said), tuple(_meanings(job, before, after, book.words)))


def in_own_rulebook(job: Job) -> Job:
    """Settle a job in its own rulebook: what was laid out with the habits of another one becomes native.

    Parameters
    ----------
    job : Job
        The job. [-]
    """
    book = rulebook_of(job)
    return with_edits(job, _handed_back(job, book)[0])


def _handed_back(job: Job, book: Rulebook) -> tuple[list[Edit], list[str]]:
    """The edits that hand back to the rules what a code does not know, and what is said of each."""
    edits: list[Edit] = []
    said: list[str] = []
    for key, run in job.runs.items():
        for field, value, words in _run_edits(run, book):
            edits.append(Edit("add", f"/runs/{key}/{field}", value))
            said.append(f"{run.name}: {words}")
    for key, source in job.sources.items():
        for field, value, words in _source_edits(source, book.supplies, book.choices, book.wires):
            edits.append(Edit("add", f"/sources/{key}/{field}", value))
            said.append(f"{source.name}: {words}")
    methods = [key for key, _ in book.dwellings.dwelling_methods()]
    for key, building in job.buildings.items():
        if building.load_method not in {CONNECTED, *methods}:
            edits.append(Edit("add", f"/buildings/{key}/load_method", methods[0]))
            said.append(f"{building.name}: its load by the method of that code")
    return edits, said


def moved(job: Job, name: str) -> Job:
    """Move a job to another rulebook.

    Parameters
    ----------
    job : Job
        The job. [-]
    name : str
        The rulebook it is to follow. [-]

    Raises
    ------
    InvalidJob
        If there is no such rulebook, or the job cannot be planned by it.
    """
    return job if job.rulebook == name else with_edits(job, list(rulebook_change(job, name).edits))


def _source_edits(
    source: Source, supply_rules: SupplyRules, choices: Choices, wire_rules: WireRules
) -> Iterator[tuple[str, float | str | bool | None, str]]:
    """Supplies belong to a country: their windings, their voltage, who makes their earth."""
    other = source.system is not supply_rules.usual_system and System.single_phase in {source.system, supply_rules.usual_system}
    if source.kind is not SourceKind.transformer and other:
        yield "system", supply_rules.usual_system.value, "the windings that sources have there"
        yield "line_v", supply_rules.usual_v, f"{source.line_v:g} V becomes {supply_rules.usual_v:g} V"
    known = dict(choices.earthings())
    if source.earthing not in known:
        earthing = next(iter(known))
        yield "earthing", earthing.value, f"its earth: {known[earthing]}. Look at the intake before you trust it"
    if source.neutral_size is not None and source.neutral_size not in wire_rules.sizes(wire_rules.metals()[0]):
        yield "neutral_size", None, f"neutral of {source.neutral_size} is no size there"


def _run_edits(run: Run, book: Rulebook) -> Iterator[tuple[str, float | str | bool | None, str]]:
    """Whatever of a run the other code does not know."""
    known = {method for method, _ in book.choices.methods()}
    laid = {way for way, _ in book.choices.laid_ways()}
    for i, segment in enumerate(run.segments, 1):
        at = f"segments/{segment.key}"
        if segment.method not in known:
            instead = STAND_IN.get(segment.method, next(iter(book.choices.methods()))[0])
            yield f"{at}/method", instead.value, f"{dict(book.choices.methods())[instead]} in place of {segment.method.value}"
        if segment.laid and segment.laid not in laid:
            yield f"{at}/laid", "", f"reference method {segment.laid} is not known there"
        if segment.insulation is not None and segment.insulation not in book.wires.insulations():
            yield f"{at}/insulation", None, f"{segment.insulation} of stretch {i} is not known there; the rules choose"
        if segment.grouped and segment.grouped not in dict(book.choices.groupings()):
            yield f"{at}/grouped", "", f"stretch {i}: that code does not tell how circuits lie together"
    yield from _pinned(run, book)
    pipes = {pipe.size for segment in run.segments if segment.method in known for pipe in book.pipes.trade_sizes(segment.method, 3)}
    if run.pipe_size is not None and run.pipe_size not in pipes:
        yield "pipe_size", None, f"pipe {run.pipe_size} is no size there; the rules choose"


def _pinned(run: Run, book: Rulebook) -> Iterator[tuple[str, float | str | bool | None, str]]:
    """What somebody chose of a run: its earth, its terminals, metal, device and sizes."""
    if run.grounding not in dict(book.choices.groundings()):
        yield (
            "grounding",
            Grounding.equipment_ground.value,
            book.words.fill("{an_equipment_ground} comes along; there is no other way there"),
        )
    if run.terminals not in dict(book.choices.terminal_markings()):
        yield "terminals", Terminals.unmarked.value, f"terminals of {run.terminals.value} °C are not marked there"
    if run.metal is not None and run.metal not in book.wires.metals():
        yield "metal", None, f"{run.metal.value} is not in its tables; the rules choose"
    kind = run.device_type if run.device_type in dict(book.devices.device_types()) else ""
    if run.device_type != kind:
        yield "device_type", kind, f"type {run.device_type} is not known there"
    if run.ring and not book.choices.rings:
        yield "ring", False, "a ring is not known there; it is sized as one cable from one end"
    if run.device_a is not None and run.device_a not in device_shelf(run, book.devices, kind):
        yield "device_a", None, f"no device of {run.device_a:g} A there; the rules choose"
    if run.insulation is not None and run.insulation not in book.wires.insulations():
        yield "insulation", None, f"{run.insulation} is not known there; the rules choose"
    sizes = {size for metal in book.wires.metals() for size in book.wires.sizes(metal)}
    for field in ("conductor_size", "grounded_size", "equipment_ground_size"):
        size = getattr(run, field)
        if size is not None and size not in sizes:
            yield field, None, f"{size} is no size there; the rules choose"


def _meanings(job: Job, before: Plan, after: Plan, say: Words) -> Iterator[Meaning]:
    for key, run in after.runs.items():
        old = before.runs[key]
        where = f"/runs/{key}"
        if any(getattr(run, one) != getattr(old, one) for one in ("metal", "size", "device_a", "sets")):
            yield Meaning(where, run.name, "conductors and device", old.headline, run.headline)
        if run.sized and old.sized and run.equipment_ground_size != old.equipment_ground_size:
            yield Meaning(where, run.name, "ground", *(_ground(one.equipment_ground_size) for one in (old, run)))
    for key, enclosure in after.enclosures.items():
        if key in before.enclosures and enclosure.bond != before.enclosures[key].bond:
            yield Meaning(f"/enclosures/{key}", enclosure.name, say.terms.neutral_and_ground, before.enclosures[key].bond, enclosure.bond)
    for key, building in after.buildings.items():
        old_building = before.buildings.get(key)
        if old_building is None:
            continue
        words = [_electrodes(one.electrode_required, one.rods_wanted) for one in (old_building, building)]
        if words[0] != words[1]:
            yield Meaning(f"/buildings/{key}", building.name, "electrodes", *words)
        loads = [", ".join(f"{round(m.total_a)} A" for m in one.methods if m.chosen) for one in (old_building, building)]
        if loads[0] != loads[1]:
            yield Meaning(f"/buildings/{key}", job.buildings[key].name, "calculated load", loads[0] or "added up", loads[1] or "added up")


def _ground(size: str) -> str:
    return f"size {size}" if size else "none"


def _electrodes(required: bool, rods: int) -> str:  # noqa: FBT001 - private
    return "not required" if not required else f"{rods} rods" if rods else "required, no rods"
