"""If you change one thing: every single change to what is on the bench, solved, the most dangerous first."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass, replace

from northspan.core.case.facts import earthing_at
from northspan.core.document.findings import Cure, Edit
from northspan.core.document.job import Bond, Circuit, Earthing, SourceKind, Status, WaterPipe
from northspan.core.topics.bonds.edges import Bench, electrodes_there, has_ground
from northspan.core.topics.bonds.reading import solve_bench
from northspan.core.topics.bonds.trial import Trial
from northspan.core.topics.bonds.verdict import verdict
from northspan.core.topics.bonds.words import FINE, Verdict
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.topics.supply.states import source_bond_wanted

MOST = 30


@dataclass(frozen=True, slots=True)
class Change:
    """A single change: what it is, how the bench then stands, what comes of it, and the edit that makes it for good."""

    words: str
    trial: Trial
    outcome: str
    level: int
    weight: float
    same: bool
    cure: Cure | None


def changes(bench: Bench, sized: dict[str, SizedRun]) -> tuple[Change, ...]:
    """Try every single change and say what it would give, the most dangerous first.

    Parameters
    ----------
    bench : Bench
        The installation on the bench. [-]
    sized : dict
        Sized runs by id. [-]

    Notes
    -----
    With a fault on the bench each change is solved twice, with the fault and without it: a change
    that clears the fault but puts current on the metal for ever is no gain. On a large property the
    changes nearest to the way of the fault come first, and so many of them are tried. Without a fault, a change that only
    a fault would show is solved with one too, and ranks by what it then does.
    """
    now, calm_now = _outcome(bench, sized)
    found: list[Change] = []
    for words, trial, cure in list(_single(bench))[:MOST]:
        then, calm = _outcome(replace(bench, trial=trial), sized)
        if calm is not None and calm.level > then.level and (calm_now is None or not _alike(calm, calm_now)):
            headline = f"{then.headline}. But all the time: {calm.headline}"
            then = replace(then, level=calm.level, weight=calm.weight, headline=headline)
        then = _with_fault_then(bench, trial, then, sized)
        same = _alike(then, now)
        found.append(Change(words, trial, "no change" if same else then.headline, then.level, then.weight, same, cure))
    return tuple(sorted(found, key=lambda one: (-one.level, one.same, -one.weight)))


def _with_fault_then(bench: Bench, trial: Trial, then: Verdict, sized: dict[str, SizedRun]) -> Verdict:
    """What a cut ground or a bond taken out would mean at the next fault: nothing shows it before, so it ranks by that."""
    runs = bench.tree.job.runs
    cut = next((runs[key].target for key in trial.grounds_cut if key not in bench.trial.grounds_cut), None)
    out = next((key for key in trial.bonds_missing if key not in bench.trial.bonds_missing), None)
    place = cut or out
    if trial.faulted or place not in bench.tree.job.enclosures:
        return then
    before, after = (
        verdict(solve_bench(replace(bench, trial=one.model_copy(update={"case_fault": place})), sized)) for one in (bench.trial, trial)
    )
    if after.level <= max(then.level, before.level):
        return then
    calm = f"{then.headline}. " if then.level > FINE else ""
    headline = f"{calm}At the next fault: {after.headline[:1].lower()}{after.headline[1:]}"
    return replace(then, level=after.level, weight=after.weight, headline=headline)


def _outcome(bench: Bench, sized: dict[str, SizedRun]) -> tuple[Verdict, Verdict | None]:
    """What comes of what is on the bench, and, with a fault on it, what is there all the time."""
    outcome = verdict(solve_bench(bench, sized))
    if not bench.trial.faulted:
        return outcome, None
    return outcome, verdict(solve_bench(replace(bench, trial=bench.trial.calm), sized))


def _alike(one: Verdict, other: Verdict) -> bool:
    """Whether two verdicts say the same, to within a tenth of their figure."""
    words = [re.sub(r"[0-9.]+", "#", each.headline) for each in (one, other)]
    return words[0] == words[1] and one.level == other.level and abs(one.weight - other.weight) <= max(one.weight, other.weight) / 10


def _single(bench: Bench) -> Iterator[tuple[str, Trial, Cure | None]]:
    """List single changes: bonds, then wires, then rods and pipes; what is on the way of the fault first."""
    job, near = bench.tree.job, _near(bench)
    enclosures = [
        key
        for key, enclosure in job.enclosures.items()
        if enclosure.status is not Status.remove and key in bench.plans and _has_neutral(bench, key)
    ]
    for key in sorted(enclosures, key=lambda one: one not in near):
        yield _bond(bench, key, job.enclosures[key].name, f"/enclosures/{key}/bond_found")
    for key, source in job.sources.items():
        if source.kind is not SourceKind.utility_transformer and source.status is not Status.remove:
            yield _bond(bench, key, source.name, f"/sources/{key}/bond_found")
    for key in sorted(bench.tree.order, key=lambda one: one not in near):
        if key not in bench.state.open_lines:
            yield from _wires(bench, key)
    for key in job.buildings:
        yield from _ground(bench, key)


def _wires(bench: Bench, key: str) -> Iterator[tuple[str, Trial, Cure | None]]:
    run, trial = bench.tree.job.runs[key], bench.trial
    if run.circuit is not Circuit.two_wire_line:
        words = f"{'Join' if key in trial.neutrals_lost else 'Open'} the neutral of {run.name}"
        yield words, trial.model_copy(update={"neutrals_lost": _toggled(trial.neutrals_lost, key)}), None
    if has_ground(bench, key, run) or key in trial.grounds_cut:
        words = f"{'Join' if key in trial.grounds_cut else 'Cut'} the ground of {run.name}"
        yield words, trial.model_copy(update={"grounds_cut": _toggled(trial.grounds_cut, key)}), None


def _ground(bench: Bench, key: str) -> Iterator[tuple[str, Trial, Cure | None]]:
    building, trial = bench.tree.job.buildings[key], bench.trial
    own = any(True for _ in electrodes_there(bench, key))
    alone = earthing_at(bench.tree, next(iter(bench.tree.entering.get(key, ())), ""), far_end=True) is Earthing.tt
    if (own or alone) and key not in trial.rods_added:
        yield f"Add a rod at {building.name}", trial.model_copy(update={"rods_added": (*trial.rods_added, key)}), None
    if (building.metallic_path or building.water_pipe is WaterPipe.metal) and key not in trial.plastic:
        words = f"Plastic in place of the metal pipe at {building.name}"
        yield words, trial.model_copy(update={"plastic": (*trial.plastic, key)}), None


def _bond(bench: Bench, key: str, name: str, pointer: str) -> tuple[str, Trial, Cure | None]:
    trial = bench.trial
    out = bench.bonded(key)
    as_found = bench.bonded_as_found(key)
    made = tuple(one for one in trial.bonds_made if one != key)
    missing = tuple(one for one in trial.bonds_missing if one != key)
    if out and as_found:
        missing = (*missing, key)
    elif not out and not as_found:
        made = (*made, key)
    words = f"{'Take out' if out else 'Put in'} the bond at {name}"
    then = Bond.separate if out else Bond.bonded
    plan = bench.plans.get(key)
    wanted = plan.bond == then if plan else (then is Bond.bonded) == source_bond_wanted(bench.tree, key, bench.case.schools)
    cure = Cure(words, (Edit("add", pointer, then.value),)) if wanted else None  # what the rules do not want is no edit to press
    return words, trial.model_copy(update={"bonds_made": made, "bonds_missing": missing}), cure


def _has_neutral(bench: Bench, enclosure: str) -> bool:
    above = bench.tree.above(enclosure)
    return above is None or above.circuit is not Circuit.two_wire_line


def _near(bench: Bench) -> set[str]:
    """Runs and enclosures between the source and the place of the fault."""
    tree, at = bench.tree, bench.trial.case_fault or bench.trial.soil_fault
    if at is None:
        return set()
    enclosure = tree.job.loads[at].enclosure if at in tree.job.loads else at
    feeding = tree.feeding.get(enclosure)
    way = tree.way_to(feeding) if feeding else ()
    return {enclosure, *way, *(tree.job.runs[key].origin for key in way)}


def _toggled(there: tuple[str, ...], key: str) -> tuple[str, ...]:
    return tuple(one for one in there if one != key) if key in there else (*there, key)
