"""The bond bench: a job and what is tried on it; currents, voltages, what opens, and a verdict in plain words with why."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from math import isinf

from pydantic import Field

from northspan.core.case.calculator import Answer
from northspan.core.document.cautions import DEFERENCE
from northspan.core.document.job import Part
from northspan.core.document.plan import WorkGroup, work_lines
from northspan.core.document.upgrade import AnyJob
from northspan.core.physics.role import Role
from northspan.core.topics.bonds.changes import Change, changes
from northspan.core.topics.bonds.edges import Edge
from northspan.core.topics.bonds.opening import Opening
from northspan.core.topics.bonds.reading import Solved, edge_name, place_name, solve_bench
from northspan.core.topics.bonds.setup import on_bench
from northspan.core.topics.bonds.state_checks import StateCheck, state_checks
from northspan.core.topics.bonds.trial import LOOSE_OHM, STRAY_V, Trial
from northspan.core.topics.bonds.verdict import verdict
from northspan.core.topics.bonds.words import DANGER_V, LIFT_V, OBJECTION_A, amperes_text, clamp_words, opening_words, volts_text
from northspan.core.working.sums import count_of
from northspan.core.working.worked import Step, given, ruled, step, three, whole

_STRAY = frozenset({Role.ground, Role.path})


class BenchQuestion(Part):
    """A job, and what is tried."""

    job: AnyJob
    trial: Trial = Field(default_factory=Trial)


@dataclass(frozen=True, slots=True)
class WireRead:
    """A wire, bond, electrode, path, load or fault: the current in it [A], and whether it ought to carry it."""

    key: str
    role: str
    conductor: str
    part: str
    name: str
    amperes: float
    shown: str
    stray: bool


@dataclass(frozen=True, slots=True)
class EnclosureRead:
    """A can: voltages of its legs, of its metal, and what a person feels who touches it, now and after clearing. [V]"""

    id: str
    name: str
    building: str
    live: bool
    bonded: bool
    bonded_as_found: bool
    belongs_bonded: bool
    loose: bool
    line_1_v: float | None
    line_2_v: float | None
    line_line_v: float | None
    enclosure_v: float
    touch_v: float
    after_v: float
    lifted: bool
    dangerous: bool
    dangerous_after: bool


@dataclass(frozen=True, slots=True)
class DeviceRead:
    """A device: the current in it [A], what it does, and the bounds of its time; empty where it may hold [s]."""

    key: str
    name: str
    rating_a: float
    amperes: float
    soonest_s: float | None
    latest_s: float | None
    words: str
    opens_first: bool


@dataclass(frozen=True, slots=True)
class ElectrodeRead:
    """An electrode, and its share of the current. [A]"""

    id: str
    name: str
    amperes: float
    shown: str


@dataclass(frozen=True, slots=True)
class EarthRead:
    """The electrodes of a building: resistance [ohm], current of all and of each [A], and how the resistance is known."""

    building: str
    name: str
    ohm: float
    amperes: float
    shown: str
    each: tuple[ElectrodeRead, ...]
    words: str


@dataclass(frozen=True, slots=True)
class ClampRead:
    """What a clamp meter reads at a place, and what that means. [A]"""

    place: str
    amperes: float
    shown: str
    words: str


@dataclass(frozen=True, slots=True)
class SourceRead:
    """A source: whether it runs, and its own bond."""

    id: str
    name: str
    kind: str
    running: bool
    bonded: bool
    bonded_as_found: bool


class BenchAnswer(Answer):
    """What the circuit does, and what that means. `level` counts from 0, fine, to 4, a danger that stays.

    `loose_ohm` and `stray_v` are what its buttons try for a loose contact and for a neutral that is lifted.
    """

    level: int
    words: str
    why: str
    citation: str
    place: str
    states: tuple[StateCheck, ...]
    wires: tuple[WireRead, ...]
    enclosures: tuple[EnclosureRead, ...]
    sources: tuple[SourceRead, ...]
    devices: tuple[DeviceRead, ...]
    earths: tuple[EarthRead, ...]
    clamps: tuple[ClampRead, ...]
    assumed: tuple[str, ...]
    loose_ohm: float = LOOSE_OHM
    stray_v: float = STRAY_V


class ChangesAnswer(Answer):
    """Every single change, the most dangerous first."""

    changes: tuple[Change, ...]


def bench(question: BenchQuestion) -> BenchAnswer:
    """Solve the circuit of a job with what is tried: currents, voltages, touch, what opens, and a verdict with why.

    Parameters
    ----------
    question : BenchQuestion
        The job and the trial. [-]

    Raises
    ------
    InvalidJob
        If the job or the trial refers to what does not exist.

    Examples
    --------
    >>> from northspan.core.desk.demo_us import kestrel_hollow
    >>> tried = Trial(case_fault="P2", bonds_missing=("P1",), grounds_cut=("F2",))
    >>> bench(BenchQuestion(job=kestrel_hollow(), trial=tried)).headline
    'Never clears: 83 V on Studio panel'
    """
    on, sized = on_bench(question.job, question.trial)
    solved = solve_bench(on, sized)
    said = verdict(solved)
    runs = bool(on.tree.order)  # without a run there is no circuit: nothing holds, and nothing is assumed
    states = state_checks(on.case, on.plans, in_every_state(question.trial)) if runs else ()
    return BenchAnswer(
        rulebook=on.rulebook.title,
        deference=on.rulebook.words.fill(DEFERENCE),
        headline=said.headline,
        level=said.level,
        words=said.words,
        why=said.why,
        citation=said.citation,
        place=said.place,
        states=states,
        wires=tuple(_wire(solved, edge) for edge in solved.circuit.edges),
        enclosures=tuple(_enclosures(solved)),
        sources=tuple(_sources(solved)),
        devices=tuple(_device(solved, one) for one in solved.openings),
        earths=tuple(_earths(solved)),
        clamps=tuple(_clamps(solved)),
        assumed=solved.circuit.assumed if runs else (),
        working=tuple(_working(solved)),
    )


def bench_changes(question: BenchQuestion) -> ChangesAnswer:
    """Try every single change to what is on the bench, and say what each would give, the most dangerous first.

    Parameters
    ----------
    question : BenchQuestion
        The job and the trial. [-]

    Raises
    ------
    InvalidJob
        If the job or the trial refers to what does not exist.

    Examples
    --------
    >>> from northspan.core.desk.demo_us import kestrel_hollow
    >>> tried = Trial(case_fault="P2", bonds_missing=("P1",))
    >>> bench_changes(BenchQuestion(job=kestrel_hollow(), trial=tried)).changes[0].outcome
    'Never clears: 109 V on House panel'
    """
    on, sized = on_bench(question.job, question.trial)
    found = changes(on, sized)
    worse = count_of(not one.same for one in found)
    headline = f"{len(found)} single changes tried, {worse} of them change the outcome"
    lines = tuple(ruled(f"c_{i}", one.words, one.outcome, "solved with the one change", "nodal analysis") for i, one in enumerate(found, 1))
    groups = (WorkGroup("changes", "Every single change", headline, work_lines(lines)),)
    return ChangesAnswer(
        rulebook=on.rulebook.title, deference=on.rulebook.words.fill(DEFERENCE), headline=headline, working=groups, changes=found
    )


def in_every_state(trial: Trial) -> Trial:
    """Take a trial without its state and its fault, for bonds are counted in every state.

    Parameters
    ----------
    trial : Trial
        What is tried. [-]
    """
    return trial.calm.model_copy(update={"state": ""})


def _wire(solved: Solved, edge: Edge) -> WireRead:
    current = solved.amperes(edge)
    off = edge.role in _STRAY and current >= OBJECTION_A and not solved.bench.trial.faulted
    return WireRead(edge.key, edge.role, edge.conductor, edge.part, edge_name(solved.bench, edge), current, amperes_text(current), off)


def _enclosures(solved: Solved) -> Iterator[EnclosureRead]:
    on = solved.bench
    for key, enclosure in solved.enclosures.items():
        after = solved.enclosures_after[key].touch_v if key in solved.enclosures_after else 0.0
        made = on.tree.job.enclosures.get(key)
        bonded = made is not None and on.bonded(key)
        plan = on.plans.get(key)
        yield EnclosureRead(
            key, place_name(on, key), made.building if made else "", key in on.state.live, bonded,
            made is not None and on.bonded_as_found(key), plan is not None and plan.bond == "bonded", made is not None and on.loose(key),
            enclosure.line_1_v, enclosure.line_2_v, enclosure.line_line_v, enclosure.enclosure_v, enclosure.touch_v, after,
            enclosure.touch_v >= LIFT_V, enclosure.touch_v > DANGER_V, after > DANGER_V,
        )  # fmt: skip


def _sources(solved: Solved) -> Iterator[SourceRead]:
    on = solved.bench
    for key, source in on.tree.job.sources.items():
        yield SourceRead(key, source.name, source.kind, key in on.state.running, on.bonded(key), on.bonded_as_found(key))


def _device(solved: Solved, one: Opening) -> DeviceRead:
    soonest, latest = (None if isinf(seconds) else seconds for seconds in (one.soonest_s, one.latest_s))
    return DeviceRead(
        one.device.key, one.device.name, one.device.rating_a, one.amperes, soonest, latest, opening_words(one), one is solved.opener
    )


def _earths(solved: Solved) -> Iterator[EarthRead]:
    job = solved.bench.tree.job
    for key, earth in solved.circuit.earths.items():
        edge = next(edge for edge in solved.circuit.edges if edge.role is Role.electrode and edge.part == key)
        current = solved.amperes(edge)
        names = {one: job.electrodes[one].name if one in job.electrodes else "rod on trial" for one, _ in earth.shares}
        each = tuple(ElectrodeRead(one, names[one], share * current, amperes_text(share * current)) for one, share in earth.shares)
        yield EarthRead(key, job.buildings[key].name, earth.ohm, current, amperes_text(current), each, earth.words)
    for key, source in job.sources.items():
        branch = f"{key}.earth"
        if branch in solved.now.amperes:
            ohm = next(one.ohm.real for one in solved.circuit.branches if one.key == branch)
            current = abs(solved.now.amperes[branch])
            yield EarthRead(
                key,
                f"{source.name}, the {solved.say.terms.utility}'s own",
                ohm,
                current,
                amperes_text(current),
                (),
                solved.circuit.sources_of_ohm[branch],
            )


def _clamps(solved: Solved) -> Iterator[ClampRead]:
    """What a clamp reads around each feeder, each ground, each electrode conductor and each bond."""
    state, on = solved.now, solved.bench
    around: dict[str, complex] = {}
    for edge in solved.circuit.edges:
        if edge.role in {Role.line, Role.neutral} and edge.part in on.tree.job.runs:
            around[edge.part] = around.get(edge.part, 0j) + state.amperes[edge.key]
    for key, total in around.items():
        yield _clamp(f"around the lines and the neutral of {place_name(on, key)}", abs(total))
    for edge in solved.circuit.edges:
        if edge.role in {Role.ground, Role.path, Role.electrode, Role.bond}:
            yield _clamp(f"on the {edge_name(on, edge)}", solved.amperes(edge))


def _clamp(place: str, current: float) -> ClampRead:
    return ClampRead(place, current, amperes_text(current), clamp_words(current))


def _working(solved: Solved) -> Iterator[WorkGroup]:
    on, edges = solved.bench, solved.circuit.edges
    yield WorkGroup("circuit", "The circuit", f"{len(edges)} branches", work_lines(tuple(_impedances(solved))))
    currents = [given(f"I_{edge.key}", edge_name(on, edge), solved.amperes(edge), "A", "nodal analysis") for edge in edges]
    yield WorkGroup("currents", "Currents", "", work_lines(tuple(currents)))
    if solved.opener is not None:
        yield WorkGroup("device", "The device", opening_words(solved.opener), work_lines(tuple(_device_steps(solved.opener))))
    touch = [_touch(solved, key) for key in solved.enclosures]
    yield WorkGroup("touch", "Touch", "", work_lines(tuple(touch)))


def _impedances(solved: Solved) -> Iterator[Step]:
    of = {edge.key: edge for edge in solved.circuit.edges}
    for one in solved.circuit.branches:
        if one.key in of:
            shown = f"{three(one.ohm.real)} + j {three((one.ohm - one.mutual_ohm).imag)} Ω"
            shared = f"and j {three(one.mutual_ohm.imag)} Ω shared with its neighbours" if one.cable else ""
            yield ruled(f"Z_{one.key}", edge_name(solved.bench, of[one.key]), shown, shared, solved.circuit.sources_of_ohm[one.key])


def _device_steps(one: Opening) -> Iterator[Step]:
    yield step("m", f"current over the rating of the {one.device.name}", "I / I_n", "", "ratio", I=one.amperes, I_n=one.device.rating_a)
    cite = "limits of devices that watch for a leak" if one.residual else one.device.curve.words
    yield given("t_1", "at the soonest", one.soonest_s, "s", cite)
    yield given("t_2", "at the latest", one.latest_s, "s", cite)


def _touch(solved: Solved, key: str) -> Step:
    enclosure = solved.enclosures[key]
    job = solved.bench.tree.job
    building = job.enclosures[key].building if key in job.enclosures else job.enclosures[job.loads[key].enclosure].building
    earth = solved.circuit.earths.get(building)
    share = (
        f"soil a metre away has {whole(100 * earth.soil_share)} % of the electrodes' voltage" if earth else "no electrode lifts the soil"
    )
    words, why = f"{place_name(solved.bench, key)} to the soil a metre away", f"{share}; can at {volts_text(enclosure.enclosure_v)}"
    return ruled(f"U_{key}", words, volts_text(enclosure.touch_v), why, "nodal analysis", enclosure.touch_v)
