"""Turning off and on: what is opened in which order and what stays live; what a meter must show; what goes on when, what stays off."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from northspan.core.case.case import Case
from northspan.core.case.worked import WorkedJob
from northspan.core.document.findings import Severity
from northspan.core.document.job import NEW, Circuit, Job, LoadKind, PanelCircuit, SourceKind, Status
from northspan.core.document.plan.days import Turning, TurnStep
from northspan.core.physics.network import EARTH, Branch, solve_network
from northspan.core.steps.days.kinds import Does
from northspan.core.steps.days.outages import Outage
from northspan.core.steps.days.owner import TANKS
from northspan.core.steps.days.power import matters
from northspan.core.steps.days.tasks import JobTasks, tasks_of
from northspan.core.steps.days.touched import may_be_live
from northspan.core.topics.loads.run_load import voltages_at
from northspan.core.walk.installation import (
    Part,
    Side,
    as_found,
    feed_of,
    feeds_of,
    has_main,
    has_switches,
    head_of,
    is_utility,
    utility_of,
)
from northspan.core.walk.isolation import isolation_of

MOTORS = frozenset({LoadKind.heat_pump, LoadKind.cooling, LoadKind.motor})
DEAD_V, TOGETHER_V = 1.0, 2.0
OWN_SWITCH = {
    SourceKind.generator: "it starts by itself: its switch off, its battery off",
    SourceKind.inverter_pair: "live from its batteries: off at its own switch",
    SourceKind.governed_plant: "its gate closed, its wheel at rest",
}


@dataclass(frozen=True, slots=True)
class Wanted:
    """A step before it is ticked: its name, words and why; between which voltages a reading is right. [V]"""

    key: str
    words: str
    why: str
    least_v: float | None = None
    most_v: float | None = None
    hold: str = ""


def turnings(whole: WorkedJob) -> tuple[Turning, ...]:
    """Give every outage of a job its order of turning off and on; with no outage, that of the first can.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]

    Raises
    ------
    InvalidJob
        If the job cannot be planned.
    """
    found = tasks_of(whole)
    outages = found.outages or tuple(_first(found))
    return tuple(_turning(found, outage) for outage in outages)


def _first(found: JobTasks) -> Iterator[Outage]:
    """Where nothing is switched off for the work, the whole property can be turned on all the same."""
    job = found.case.job
    for run in job.runs.values():
        if run.origin in job.sources and run.target in job.enclosures and not run.alternate:
            connects = run.status in NEW and is_utility(job, run.origin)
            yield Outage(run.target, frozenset(job.enclosures), tuple(job.circuits), utility=connects)
            return


def _turning(found: JobTasks, outage: Outage) -> Turning:
    name = found.case.tree.name_of(outage.head)
    never_on = found.case.job.enclosures[outage.head].status in NEW  # there is nothing to turn off
    off = () if never_on else _ticked(found, tuple(_off(found, outage)))
    on = _ticked(found, tuple(_on(found, outage)))
    return Turning(outage.head, name, off, tuple(dict.fromkeys(_stays_live(found, outage))), on, tuple(_loose_ends(found)))


def _stays_live(found: JobTasks, outage: Outage) -> Iterator[str]:
    """What is live though all is opened that can be, followed through the wires; never an empty list."""
    job, tree = found.case.job, found.case.tree
    switches = outage.switches or isolation_of(job, Part(outage.head, Side.bus)).switches
    state = as_found(job)
    live = state.with_open(switches).live()
    for key in sorted(outage.cans, key=lambda can: (can != outage.head, can)):
        sides = {one.side for one in live if one.can == key}
        if Side.bus in sides:
            yield f"{tree.name_of(key)}: all of it; it is fed another way"
        elif Side.line in sides and utility_of(key) not in switches:
            drawn = feeds_of(job, key)
            yield f"{tree.name_of(key)}: where its supply lands, up to its main" + ("" if drawn else "; what feeds it is not drawn")
    for key, run in job.runs.items():
        if feed_of(key) in switches and Part(run.origin, Side.bus) in live:
            yield f"{tree.name_of(run.origin)}: all of it but what {run.name} feeds"
        elif run.origin in job.sources and head_of(job, key) in switches:
            whose = found.case.rulebook.words.fill("the {utility}'s wires, up to where it opens")
            yield f"{run.name}: {whose if is_utility(job, run.origin) else 'at its source'}"
    if any(utility_of(can) in switches for can in outage.cans):
        yield f"{tree.name_of(outage.head)}: what feeds it, up to where it is opened; it is not drawn"
    for key, source in job.sources.items():
        if source.kind in OWN_SWITCH:
            yield f"{job.sources[key].name}: {OWN_SWITCH[source.kind]}"
    yield "Stored charge: batteries, drives and motors that still turn; wait, and test"


def _off(found: JobTasks, outage: Outage) -> Iterator[Wanted]:
    """Loads first, then what feeds them; locked; the tester tried, everything tested dead, the tester tried again."""
    head, job = outage.head, found.case.job
    for key, supply in job.days.supplies.items():
        if set(supply.circuits) & set(outage.circuits):
            yield Wanted(f"{head}.off.supply.{key}", f"{supply.name} feeds what cannot wait", "before the power goes; never back-fed")
    yield Wanted(f"{head}.off.loads", "Large loads off, one by one", "nothing is opened under load")
    for key, source in job.sources.items():
        if source.kind in OWN_SWITCH:
            yield Wanted(f"{head}.off.source.{key}", f"{source.name} off, and kept from starting", "it feeds the same wires")
    can = next((one for one in (head, *_reached(found, outage)) if has_switches(job, one)), head)
    main = has_main(job, can)
    words = f"Circuits of {found.case.tree.name_of(can)} off" + (", then its main" if main else "")
    yield Wanted(f"{head}.off.circuits", words, "the main opens without load" if main else "nothing is opened under load")
    for key in (key for key in job.runs if feed_of(key) in outage.switches):
        origin = found.case.tree.name_of(job.runs[key].origin)
        yield Wanted(
            f"{head}.off.feed.{key}", f"Device of {job.runs[key].name} off, in {origin}", "what it feeds is touched ahead of any main"
        )
    if outage.utility:
        yield Wanted(
            f"{head}.off.utility",
            found.case.rulebook.words.fill("The {utility} has opened its side"),
            "the line side is touched",
            hold=found.case.rulebook.words.fill("until the {service} was looked at"),
        )
    yield Wanted(
        f"{head}.off.lock", "Locked and tagged, the key in the pocket", "nobody switches on behind you", hold="until the work is done"
    )
    yield Wanted(f"{head}.off.proved", "Tester tried on what is live", "a dead tester shows dead wires")
    cans = _reached(found, outage)
    for can in cans:
        at, where = f"{head}.off" if can == head else f"{head}.off.{can}", f", at {found.case.tree.name_of(can)}" if len(cans) > 1 else ""
        line_v, neutral_v = voltages_at(found.case.tree, can, found.case.rulebook.supplies)
        if line_v > neutral_v:
            yield Wanted(f"{at}.lines", f"Dead: line to line{where}", "at the bus, where hands go", 0.0, DEAD_V)
        yield Wanted(f"{at}.neutral", f"Dead: each line to neutral, and to ground{where}", "a back-fed leg shows here", 0.0, DEAD_V)
    yield Wanted(f"{head}.off.again", "Tester tried again", "it may have died in between")


def _reached(found: JobTasks, outage: Outage) -> tuple[str, ...]:
    """The cans in which hands are while it is off, the head first; the head alone where no task says."""
    cans = {part.can for one in found.tasks for part in may_be_live(found.case, one)} & outage.cans
    return (*([outage.head] if outage.head in cans or not cans else []), *sorted(cans - {outage.head}))


def _on(found: JobTasks, outage: Outage) -> Iterator[Wanted]:
    """All off; tested; main; volts leg by leg; what matters; lights and outlets; motors; tanks when full; electronics; sources; devices."""
    case, job, head, again = found.case, found.case.job, outage.head, outage.again or outage.head
    yield Wanted(f"{head}.on.all_off", "Every circuit off, large loads off", "they come back one by one")
    yield Wanted(f"{head}.on.tested", "Insulation and continuity tested, covers on where hands are near", "before it is ever live")
    if outage.utility:
        yield Wanted(f"{head}.on.utility", case.rulebook.words.fill("The {utility} has closed its side"), "after it was looked at")
    comes = case.tree.name_of(again)
    words = f"Main of {comes} on" if has_main(job, again) else f"What feeds {comes} on"
    yield Wanted(f"{head}.on.main", words, "nothing behind it yet")
    yield from _reads(case, f"{head}.on", again, "")
    mattering, read = matters(case), {again}
    order = sorted(outage.circuits, key=lambda key: (*_turn(job, job.circuits[key], key in mattering), job.circuits[key].slots))
    for key in order:
        circuit = job.circuits[key]
        if circuit.status is not Status.remove:
            yield _circuit(found, head, key, circuit, mattering=key in mattering)
            fed = job.runs[circuit.run].target if circuit.run in job.runs else ""
            if fed in job.enclosures and fed not in read and has_switches(job, fed):
                read.add(fed)
                yield from _reads(case, f"{head}.on.{fed}", fed, f"{case.tree.name_of(fed)}: ")
    yield from _fed_besides(case, head, again, read)
    for key, source in job.sources.items():
        if source.kind in {SourceKind.generator, SourceKind.inverter_pair}:
            yield Wanted(f"{head}.on.source.{key}", f"{source.name}: transfer tried, both ways", "now is the time to find out")
    if any(one.residual_ma or one.protects.value != "standard" for key, one in job.circuits.items() if key in outage.circuits):
        yield Wanted(f"{head}.on.press", "Test buttons of residual-current and arc-fault devices pressed", "each trips, and is set again")
    yield Wanted(f"{head}.on.tags", "Tags and locks off, but those that must stay", "each by who hung it")


def _reads(case: Case, at: str, can: str, name: str) -> Iterator[Wanted]:
    """A reading of every leg, also after a first that is wrong: so an open neutral shows."""
    line_v, neutral_v = voltages_at(case.tree, can, case.rulebook.supplies)
    runs = case.job.runs.values()
    wires = next((run.circuit for run in runs if run.target == can and run.status is not Status.remove and not run.alternate), None)
    if wires is Circuit.two_wire_line:  # it has no neutral to read to
        yield _volts(case, f"{at}.lines", _after(name, "Line to line, each line to ground alike"), line_v)
        return
    one = line_v <= neutral_v or wires is Circuit.two_wire_neutral
    if not one:
        yield _volts(case, f"{at}.lines", _after(name, "Line to line"), line_v)
    yield _volts(case, f"{at}.leg_1", _after(name, "Line to neutral" if one else "Leg 1 to neutral"), neutral_v)
    if not one:
        yield _volts(case, f"{at}.leg_2", _after(name, "Leg 2 to neutral"), neutral_v)
    yield Wanted(f"{at}.ground", _after(name, "Neutral to ground"), "more is a neutral that is loose, or carries current", 0.0, TOGETHER_V)


def _after(name: str, words: str) -> str:
    return f"{name}{words[:1].lower()}{words[1:]}" if name else words


def _fed_besides(case: Case, head: str, again: str, read: set[str]) -> Iterator[Wanted]:
    """Runs to further cans that stand in no directory: on one by one, each can read before anything behind it."""
    job, left = case.job, [again, *sorted(read - {again})]
    seen = set(read)
    while left:
        origin = left.pop(0)
        for key, run in job.runs.items():
            goes = run.origin == origin and run.target in job.enclosures and run.target not in seen
            if goes and run.status is not Status.remove and not run.alternate:
                seen.add(run.target)
                left.append(run.target)
                if not has_switches(job, run.target):  # an outlet or a joint, tested with its circuit
                    continue
                yield Wanted(f"{head}.on.feed.{key}", f"{run.name}: on", "nothing behind it yet")
                yield from _reads(case, f"{head}.on.{run.target}", run.target, f"{case.tree.name_of(run.target)}: ")


def _volts(case: Case, key: str, words: str, volts: float) -> Wanted:
    low, high, source = case.rulebook.supplies.voltage_band()
    return Wanted(key, words, f"about {volts:.0f} V, before anything draws; {source}", volts * (1 - low), volts * (1 + high))


def _turn(job: Job, circuit: PanelCircuit, mattering: bool) -> tuple[int]:  # noqa: FBT001 - whether it matters
    """When a circuit comes back: what matters, lights, outlets, motors, other fixed loads, tanks."""
    kinds = {job.loads[one].kind for one in circuit.loads if one in job.loads}
    if mattering:
        return (0,)
    if kinds & TANKS:
        return (5,)
    if kinds & MOTORS:
        return (3,)
    return ({"lighting": 1, "outlets": 2, "single_outlet": 2, "fixed": 4, "panel": 4}.get(circuit.use.value, 2),)


def _circuit(found: JobTasks, head: str, key: str, circuit: PanelCircuit, *, mattering: bool) -> Wanted:
    job = found.case.job
    kinds = {job.loads[one].kind for one in circuit.loads if one in job.loads}
    name = circuit.name or (job.runs[circuit.run].name if circuit.run in job.runs else key)
    at = f"{head}.on.circuit.{key}"
    if kinds & TANKS:
        return Wanted(at, f"{name}: tank full, air out of a tap, then on", "a dry element burns in seconds", hold="until the tank is full")
    if mattering:
        return Wanted(at, f"{name}: on, first of all", "it cannot wait")
    if kinds & MOTORS:
        return Wanted(at, f"{name}: on by itself", "motors one at a time")
    if circuit.use.value in {"outlets", "single_outlet"}:
        return Wanted(at, f"{name}: on; electronics plugged in last", "a loose neutral shows on a lamp first")
    return Wanted(at, f"{name}: on", "one by one, a hand on the next")


def _ticked(found: JobTasks, steps: tuple[Wanted, ...]) -> tuple[TurnStep, ...]:
    """The steps as ticked: a reading that is wrong, or a step that is open, stops what comes after."""
    made: list[TurnStep] = []
    blocked = other = ""
    readings: dict[str, float] = {}
    for one in steps:
        tick = found.case.job.days.ticks.get(one.key)
        reading = tick.reading_v if tick is not None else None
        if reading is not None:
            readings[one.key] = reading
        wrong = _wrong(one, reading, readings)
        measured = one.least_v is None or reading is not None
        done = tick is not None and measured and not wrong
        waits = "" if blocked and one.key == other else blocked  # a wrong leg says little before the other one is read, too
        made.append(
            TurnStep(one.key, one.words, one.why, one.least_v, one.most_v, done, tick.at if tick else "", reading, wrong, waits, one.hold)
        )
        if not blocked and not done:
            blocked = f"After “{one.words}”" if not wrong else "A reading is wrong: stop, and look"
            other = one.key.replace(".leg_1", ".leg_2") if wrong else ""
    return tuple(made)


def _wrong(one: Wanted, reading: float | None, readings: dict[str, float]) -> str:
    """What a wrong reading says, and what to look for."""
    if reading is None or one.least_v is None or one.most_v is None or one.least_v <= reading <= one.most_v:
        return ""
    said = f"{reading:g} V, and {one.least_v:.0f} to {one.most_v:.0f} V is right."
    if ".off." in one.key:
        return f"{said} It is not dead: another source feeds it, or the wrong device is open. Hands off."
    at = one.key.rsplit(".", 1)[0]
    legs = readings.get(f"{at}.leg_1"), readings.get(f"{at}.leg_2")
    if legs[0] is not None and legs[1] is not None and (legs[0] - one.most_v) * (legs[1] - one.most_v) < 0:
        return f"{said} One leg high and one low: the neutral is open. {_open_neutral(legs[0], legs[1])} Main off at once."
    if one.key.endswith(".ground"):
        return f"{said} The neutral is loose, or the bond is missing or in two places."
    if reading < one.least_v / 2:
        return f"{said} A leg is missing: a fuse, a lug, or the utility's side."
    return f"{said} Both legs alike are the utility's; one alone is a lug, or a neutral that begins to go."


def _open_neutral(one_v: float, other_v: float) -> str:
    """Solve two loads in series between the legs for the share that would give such readings."""
    total = one_v + other_v
    share = one_v / total
    state = solve_network((
        Branch("lines", EARTH, "a", 1e-4, volts=total), Branch("one", "a", "middle", share * 100),
        Branch("other", "middle", EARTH, (1 - share) * 100),
    ))  # fmt: skip
    low, high = sorted((state.between("a", "middle"), state.between("middle", EARTH)))
    return f"Loads of {high / low:.1f} to 1 in series would share {total:.0f} V like this."


def _loose_ends(found: JobTasks) -> Iterator[str]:
    """What stays open when the power is back: what the plan still stops at, and tasks that are not done."""
    for one in found.plan.findings:
        if one.severity is Severity.stop:
            yield one.text
    changed = found.case.job.days.changed
    left = [
        one
        for one in found.tasks
        if one.kind.does in {Does.finishes, Does.bonds} and not (one.key in changed and changed[one.key].state.value == "done")
    ]
    yield from (f"{one.words}: not ticked as done" for one in left)
