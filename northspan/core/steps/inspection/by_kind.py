"""What a meter should show, kind by kind, worked from the plan."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field

from northspan.core.case.at_building import electrodes_at
from northspan.core.case.resistances import earth_path
from northspan.core.case.worked import WorkedJob
from northspan.core.document.job import Measured, TestKind
from northspan.core.rulebooks.tested import TestRow
from northspan.core.steps.inspection.circuit import COLD, Found, circuit_of, heads, loop_ohm, tips
from northspan.core.steps.inspection.expected import Expected, check_where
from northspan.core.topics.faults.interrupting import RING
from northspan.core.topics.sizing.topic import SIZED
from northspan.core.working.errors import InvalidJob
from northspan.core.working.worked import Step, given, ruled, step

METER, TIP_V, TIP_A = 0.01, 0.3, 0.2  # of a good meter: its share, and what its last figure and its tips may be off
LOADS = 0.1  # how far a load is off its plate
TAPE, LEAD_OHM = 0.1, 0.03  # how far a length is off the drawing; what leads leave after they are nulled
SOIL = 1.6  # soil is known to such a factor at best
LOOP = 0.2
NO_WAY_OHM = 1e5
GROUND_A, BOND_A = 0.005, 0.5  # what leaks through filters; what only a second way back brings
LOOK_MOHM = 2.0
TORQUE = 0.1
WARM_K, HOT_K = 4.0, 15.0


@dataclass(frozen=True, slots=True)
class _Asked:
    """A reading with all that its expectation is worked from. The circuit is made when it is first asked for."""

    whole: WorkedJob
    one: Measured
    row: TestRow
    found: Found
    others: Mapping[str, Measured] = field(default_factory=dict)

    @property
    def key(self) -> str:
        return self.one.where.split("/")[2]

    def of_kind(self, kind: TestKind) -> float | None:
        """The last reading of a kind at the same place. [ohm]"""
        found = [one.value for one in self.others.values() if one.kind is kind and one.where == self.one.where]
        return found[-1] if found else None


def expected_of(whole: WorkedJob, one: Measured, found: Found | None = None) -> Expected:
    """Work what a meter should show.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    one : Measured
        What is measured, where; its value is not asked. [-]
    found : Found or None
        The circuit, where it is at hand. [-]

    Raises
    ------
    InvalidJob
        If the reading names what is not there, or says too little.
    """
    row = whole.case.rulebook.tested.get(one.kind.value)
    if row is None:
        kinds = ", ".join(whole.case.rulebook.tested)
        raise InvalidJob("/reading/kind", f"{one.kind.value} is not measured under these rules.", f"Kinds: {kinds}.")
    check_where(whole, one)
    asked = _Asked(whole, one, row, found or circuit_of(whole), whole.job.inspection.readings)
    plain = Expected(row, least=row.least, most=row.most, why=row.why, citation=row.citation)
    work = _BY_KIND.get(one.kind)
    return plain if work is None else work(asked, plain)


def _volts(asked: _Asked, plain: Expected) -> Expected:
    one, on = asked.one, frozenset(asked.one.on)
    ends = tips(asked.key, one.between, one.to)
    states = [asked.found.state(on, cold=cold) for cold in (False, True)]
    if any(end not in states[0].volts for end in ends):
        raise InvalidJob("/reading/between", f"{asked.whole.case.tree.name_of(asked.key)} has no {one.between}.", "Name what it has.")
    volts = [state.between(*ends) for state in states]
    head, scale = _head(asked, on)
    share = METER if scale is not None else max(asked.whole.case.rulebook.supplies.voltage_band()[:2])
    scale = scale if scale is not None else 1.0
    share = METER if one.to else share  # along a wire the supply's own volts hardly count
    low, high = min(volts) * scale * (1 - share) - TIP_V, max(volts) * scale * (1 + share) + TIP_V
    value = scale * (volts[0] + volts[1]) / 2
    why = f"with {_loads(asked)} on, wires between cold and as warm as they may get"
    if head:
        why += f", and the {one.between} read at {head}"
    elif asked.key not in set(heads(asked.found)):
        why += "; read the volts where the supply comes in too, then the band is narrow"
    steps = (given("U_warm", "by the plan, wires warm", volts[0], "V", "network"), given("U_cold", "wires cold", volts[1], "V", "network"),
             step("U", "as the supply stands", "(a + b) / 2 * k", "V", "mean", a=volts[0], b=volts[1], k=scale))  # fmt: skip
    return _with(plain, value, max(low, 0.0), high, why, steps)


def _head(asked: _Asked, on: frozenset[str]) -> tuple[str, float | None]:
    """How far the supply is off its name, from the last reading of the same two wires at its head; None where nobody read it."""
    for head in heads(asked.found):
        if head == asked.key or head not in _above(asked, asked.key):
            continue
        same = [one for one in asked.others.values() if one.where == f"/enclosures/{head}" and one.between == asked.one.between
                and one.kind is TestKind.volts and frozenset(one.on) == on]  # fmt: skip
        if same:
            model = asked.found.state(on).between(*tips(head, asked.one.between))
            *_, last = same
            return asked.whole.case.tree.name_of(head), last.value / model
    return "", None


def _above(asked: _Asked, can: str) -> set[str]:
    tree, seen = asked.whole.case.tree, {can}
    run = tree.above(can)
    while run is not None and run.origin not in seen:
        seen.add(run.origin)
        run = tree.above(run.origin)
    return seen


def _amperes(asked: _Asked, plain: Expected) -> Expected:
    on, key = frozenset(asked.one.on), f"{asked.key}.{asked.one.wire}"
    if asked.found.edge(key) is None:
        name = asked.whole.job.runs[asked.key].name
        raise InvalidJob("/reading/wire", f"{name} has no {asked.one.wire}.", "Name a wire that it has.")
    value = abs(asked.found.state(on).amperes[key])
    steps = (given("I", f"by the plan, with {_loads(asked)} on", value, "A", "network"),)
    if asked.one.wire == "G":
        most = max(value * (1 + LOADS), GROUND_A)
        return _with(plain, value, 0.0, most, "no load returns by it; a few milliamperes leak through filters", steps, most=value + BOND_A)
    return _with(plain, value, max(value * (1 - LOADS) - TIP_A, 0.0), value * (1 + LOADS) + TIP_A,
                 f"with {_loads(asked)} on, as their plates say", steps)  # fmt: skip


def _loads(asked: _Asked) -> str:
    job = asked.whole.job
    names = [(job.loads.get(key) or job.runs[key]).name for key in asked.one.on if key in job.loads or key in job.runs]
    return " and ".join([", ".join(names[:-1]), names[-1]]) if len(names) > 1 else names[0] if names else "nothing"


def _wire_ohm(asked: _Asked, wire: str) -> float | None:
    """A wire of a run from end to end, cold. [ohm]"""
    branch = next((one for one in asked.found.cold if one.key == f"{asked.key}.{wire}"), None)
    return None if branch is None else branch.ohm.real


def _end_to_end(asked: _Asked, plain: Expected, wires: tuple[str, ...], factor: float, why: str) -> Expected:
    ohms = [_wire_ohm(asked, wire) for wire in wires]
    if any(ohm is None for ohm in ohms):
        return _with(plain, None, None, None, "the plan has no such wire here")
    known = [ohm for ohm in ohms if ohm is not None]
    a, b = known[0], known[1] if len(known) > 1 else 0.0
    worked = step("R", "cold, from end to end", "(a + b) * f", "Ω", "length and table", a=a, b=b, f=factor)
    value = worked.value
    return _with(plain, value, value * (1 - TAPE), value * (1 + TAPE) + LEAD_OHM, why, (worked,))


def _continuity(asked: _Asked, plain: Expected) -> Expected:
    run = asked.whole.job.runs[asked.key]
    if run.ring:
        return _end_to_end(asked, plain, ("L1", "G"), 1.0, "a quarter of r1 and r2 together, at the far point of the ring")
    return _end_to_end(asked, plain, ("L1", "G"), 1.0, f"out by one wire and back by the other, at 20 °C, {COLD:g} of the warm value")


def _ring(wire: str) -> Callable[[_Asked, Expected], Expected]:
    def work(asked: _Asked, plain: Expected) -> Expected:
        return _end_to_end(asked, plain, (wire,), RING, "its whole way round, at 20 °C")

    return work


def _cross(other: TestKind, wire: str) -> Callable[[_Asked, Expected], Expected]:
    def work(asked: _Asked, plain: Expected) -> Expected:
        first, second = asked.of_kind(TestKind.ring_line), asked.of_kind(other)
        if first is None or second is None:
            return _end_to_end(asked, plain, ("L1", wire), 1.0, "a quarter of both; read both from end to end first")
        worked = step("R", "a quarter of both, as they were read", "(a + b) / 4", "Ω", "two halves beside each other", a=first, b=second)
        return _with(plain, worked.value, worked.value * (1 - TAPE), worked.value * (1 + TAPE) + LEAD_OHM,
                     "the same at every outlet", (worked,))  # fmt: skip

    return work


def _insulation(asked: _Asked, plain: Expected) -> Expected:
    del asked
    return Expected(plain.row, None, plain.least, None, plain.least, None, plain.why, plain.citation, look_below=LOOK_MOHM)


def _loop(asked: _Asked, plain: Expected) -> Expected:
    warm, cold = (loop_ohm(asked.found, asked.key, cold=one) for one in (False, True))
    if warm is None or cold is None or warm > NO_WAY_OHM:
        return _with(plain, None, None, None, "nothing in the plan leads a fault back from there")
    run = asked.whole.case.tree.feeding.get(asked.key)
    sized = asked.whole.done[SIZED].get(run or "")
    limit: float | None = None
    steps: tuple[Step, ...] = (
        given("Z_warm", "by the plan, wires warm", warm, "Ω", "network"),
        given("Z_cold", "cold", cold, "Ω", "network"),
    )
    if sized is not None and sized.tried.loop is not None:
        cold_row = asked.whole.case.rulebook.tested["loop_cold"]
        worked = step("Z_max", "read cold, the most", "f * z", "Ω", cold_row.citation, f=cold_row.most or 1.0,
                      z=sized.tried.loop.value.limit_ohm)  # fmt: skip
        limit, steps = worked.value, (*steps, worked)
    return _with(plain, cold, cold * (1 - LOOP), warm * (1 + LOOP), "the way out and back, wires between cold and warm", steps, most=limit)


def _prospective(asked: _Asked, plain: Expected) -> Expected:
    worst = None
    for between in ("L1-L2", "L1-N", "L1-G"):
        ohm = loop_ohm(asked.found, asked.key, between, cold=True)
        if ohm:
            volts = asked.found.state(frozenset()).between(*tips(asked.key, between))
            one = step("I", f"{between}, wires cold", "U / Z", "A", "network", U=volts, Z=ohm)
            worst = one if worst is None or one.value > worst.value else worst
    if worst is None:
        return _with(plain, None, None, None, "nothing feeds it in the normal supply")
    can = asked.whole.job.enclosures[asked.key]
    return _with(plain, worst.value, worst.value * (1 - LOOP), worst.value * (1 + LOOP), "the highest of all pairs", (worst,),
                 most=can.interrupting_a)  # fmt: skip


def _earth(asked: _Asked, plain: Expected) -> Expected:
    table, job = asked.one.where.split("/")[1], asked.whole.job
    building = asked.key if table == "buildings" else job.electrodes[asked.key].building
    kept = tuple(electrodes_at(job, building)) if table == "buildings" else (asked.key,)
    if not kept:
        return _with(plain, None, None, None, "no electrode is drawn there")
    unread = {key: one.model_copy(update={"measured_ohm": None}) for key, one in job.electrodes.items()}
    buildings = {key: one.model_copy(update={"fall_log": None}) for key, one in job.buildings.items()}
    rules = asked.whole.case.rulebook.electrodes
    path = earth_path(job.model_copy(update={"electrodes": unread, "buildings": buildings}), building, kept, 0, rules)
    limit = None
    loop = asked.whole.case.rulebook.loop
    if loop is not None:
        sized = [asked.whole.done[SIZED].get(key) for key in asked.whole.case.tree.entering.get(building, ())]
        limit = loop.electrode_limit(next((one.question.run.residual_ma for one in sized if one), None)).value
    steps = (given("R", path.words, path.ohm, "Ω", "soil"),)
    return _with(plain, path.ohm, path.ohm / SOIL, path.ohm * SOIL, f"{path.words}; soil is known to a factor of {SOIL:g} at best",
                 steps, most=limit)  # fmt: skip


def _residual(asked: _Asked, plain: Expected) -> Expected:
    table = asked.one.where.split("/")[1]
    run = asked.whole.job.runs.get(asked.key) if table == "runs" else None
    delayed = asked.whole.case.rulebook.tested.get(f"{asked.one.kind.value}_delayed")
    if run is None or not run.residual_delayed or delayed is None:
        return plain
    return Expected(delayed, least=delayed.least, most=delayed.most, why=delayed.why, citation=delayed.citation)


def _torque(asked: _Asked, plain: Expected) -> Expected:
    wanted = asked.one.wanted or 0.0
    return _with(plain, wanted, wanted * (1 - TORQUE), wanted * (1 + TORQUE), "what its label says", (ruled(
        "T", "by the label", f"{wanted:g} {plain.row.unit}", "as it was typed", "label", wanted),))  # fmt: skip


def _temperature(asked: _Asked, plain: Expected) -> Expected:
    wanted = asked.one.wanted or 0.0
    return _with(plain, wanted, 0.0, wanted + WARM_K, "as warm as its like under the same load", most=wanted + HOT_K)


def _leakage(asked: _Asked, plain: Expected) -> Expected:
    del asked
    return _with(plain, None, 0.0, 1000 * GROUND_A, plain.row.why)


def _with(
    plain: Expected, value: float | None, low: float | None, high: float | None, why: str, steps: tuple[Step, ...] = (),
    *, most: float | None = None,
) -> Expected:  # fmt: skip
    return Expected(plain.row, value, low, high, plain.least, plain.most if most is None else most, why, plain.citation, steps)


_BY_KIND: dict[TestKind, Callable[[_Asked, Expected], Expected]] = {
    TestKind.volts: _volts, TestKind.amperes: _amperes, TestKind.continuity: _continuity, TestKind.ring_line: _ring("L1"),
    TestKind.ring_neutral: _ring("N"), TestKind.ring_ground: _ring("G"), TestKind.ring_cross_neutral: _cross(TestKind.ring_neutral, "N"),
    TestKind.ring_cross_ground: _cross(TestKind.ring_ground, "G"), TestKind.insulation: _insulation, TestKind.loop: _loop,
    TestKind.prospective: _prospective, TestKind.earth: _earth, TestKind.residual_one: _residual, TestKind.residual_five: _residual,
    TestKind.torque: _torque, TestKind.temperature: _temperature, TestKind.leakage: _leakage,
}  # fmt: skip
