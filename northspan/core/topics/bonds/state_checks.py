"""Bonds held against the rule in every operating state, without pressing anything; each finding with its cure."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from northspan.core.case.case import Case
from northspan.core.case.schools import Schools
from northspan.core.case.tree import Tree
from northspan.core.document.findings import Cure, Edit, Finding, Severity, in_a_row, pin
from northspan.core.document.job import Bond, Grounding, SourceKind, Status
from northspan.core.document.plan import EnclosurePlan
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.bonds.edges import Bench
from northspan.core.topics.bonds.one_bond import BondTrouble, Trouble, count_bonds
from northspan.core.topics.bonds.trial import Trial
from northspan.core.topics.supply.states import operating_states, source_bond_wanted, switches_neutral


@dataclass(frozen=True, slots=True)
class StateCheck:
    """A state, whether each source in it has its one bond, and what to say of it."""

    key: str
    name: str
    holds: bool
    words: str


def state_checks(case: Case, plans: dict[str, EnclosurePlan], trial: Trial | None = None) -> tuple[StateCheck, ...]:
    """Count the bonds in every state.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    plans : dict
        Enclosure plans by id. [-]
    trial : Trial, optional
        What is tried on the bench; nothing if left out. [-]
    """
    found = []
    for state in operating_states(case.tree, case.schools):
        counts = count_bonds(Bench(case, plans, state, trial or Trial()))
        troubles = [trouble for count in counts for trouble in count.troubles]
        bonds = "; ".join(
            f"{_named(case.tree, (count.source,))}: bond at {_named(case.tree, count.bonds)}" for count in counts if count.bonds
        )
        soil = "" if bonds or not any(count.by_earth for count in counts) else _SOIL
        words = bonds or soil if not troubles else " ".join(_trouble_words(case.tree, trouble, case.rulebook.words) for trouble in troubles)
        found.append(StateCheck(state.key, state.name, not troubles, words or "No neutral in this state."))
    return tuple(found)


def state_findings(case: Case, plans: dict[str, EnclosurePlan]) -> Iterator[Finding]:
    """Say what is wrong with the bonds of any state, beyond enclosures that are not as they should be.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    plans : dict
        Enclosure plans by id. [-]
    """
    named = {key for key, plan in plans.items() if not plan.agrees}  # these have a finding of their own already
    said: set[tuple[Trouble, tuple[str, ...]]] = set()
    states = operating_states(case.tree, case.schools)
    for state in states:
        for count in count_bonds(Bench(case, plans, state, Trial())):
            for trouble in count.troubles:
                place = (trouble.kind, trouble.bonds or trouble.enclosures)
                if place in said or named & {*trouble.bonds, *trouble.enclosures}:
                    continue
                said.add(place)
                yield _finding(case.tree, trouble, state.name, case.schools, case.rulebook.words)
    for key in case.tree.standby:
        yield from _switch(case.tree, key, case.schools, case.rulebook.words)
    if not said and not named and plans and len(states) > 1:
        names = ", ".join(state.name[:1].lower() + state.name[1:] for state in states)
        words = f"One bond for each source in all {len(states)} states: {names}."
        yield Finding(
            "bonds-hold", Severity.holds, "/sources", words, "Counted on what is joined to what.", case.rulebook.words.cite("one_bond")
        )


def _finding(tree: Tree, trouble: BondTrouble, state: str, schools: Schools, say: Words) -> Finding:
    if trouble.kind is Trouble.floating:
        at = f"/enclosures/{trouble.enclosures[0]}/ground_bar_found"
        why = say.fill(
            "A {hot_wire} that touches it finds no way back, and no breaker opens. Taking out a bond screw often leaves a bar so."
        )
        words = _trouble_words(tree, trouble, say)
        return Finding(
            "ground-bar-isolated", Severity.stop, at, words, why, say.cite("ground_bar"), (pin(at, Bond.bonded, "Bar bonded to the can"),)
        )
    if trouble.kind is Trouble.uncalled:
        last, why = trouble.bonds[-1], "The soil is the way back here. A link puts the neutral's voltage on every case."
        at = f"/{'sources' if last in tree.job.sources else 'enclosures'}/{last}/bond_found"
        words = f"{state}: {_trouble_words(tree, trouble, say)}"
        return Finding(
            "bond-where-earth-is-own", Severity.stop, at, words, why, say.cite("one_bond"), (pin(at, Bond.separate, "Take the bond out"),)
        )
    if trouble.kind is Trouble.none_made:
        return _no_bond(tree, trouble, state, schools, say)
    if trouble.over_path:
        return _over_path(tree, trouble, state, say)
    return _second_bond(tree, trouble, state, say)


def _no_bond(tree: Tree, trouble: BondTrouble, state: str, schools: Schools, say: Words) -> Finding:
    words, source = f"{state}: {_trouble_words(tree, trouble, say)}", trouble.source
    if source not in tree.job.sources or not source_bond_wanted(tree, source, schools):
        return Finding("no-way-back", Severity.stop, f"/enclosures/{trouble.enclosures[0]}", words, _NO_WAY, say.cite("way_back"))
    at = f"/sources/{source}/bond_found"
    bare = [key for key, run in tree.job.runs.items() if run.origin == source and run.grounding is Grounding.legacy_three_wire]
    bond = Edit("add", at, Bond.bonded.value)
    with_ground = tuple(Edit("add", f"/runs/{key}/grounding", Grounding.equipment_ground.value) for key in bare)
    press = f"Put the bond in at {_named(tree, (source,))}"
    if bare:
        press += say.fill(", {an_equipment_ground} along ") + in_a_row([tree.job.runs[key].name for key in bare])
    cure = Cure(press, (bond, *with_ground))
    cures = (cure, *_neutral_made(tree, source, switched=False))
    return Finding("source-bond-missing", Severity.stop, at, words, _NO_WAY, say.cite("switched_neutral"), cures)


def _neutral_made(tree: Tree, source: str, *, switched: bool) -> Iterator[Cure]:
    """The other way to cure a bond of a source that stands by: not the bond moves, but the neutral is switched, or no longer."""
    found = [key for key in tree.standby if tree.job.runs[key].origin == source]
    if found:
        words = "Its neutral switched too" if switched else "Its neutral left solid"
        yield Cure(words, tuple(Edit("add", f"/runs/{key}/neutral_switched", switched) for key in found))


def _over_path(tree: Tree, trouble: BondTrouble, state: str, say: Words) -> Finding:
    """Two bonds that only a metal path joins: four wires, and the far bond out."""
    last = trouble.bonds[-1]
    at = f"/enclosures/{last}/bond_found"
    feeding = tree.feeding.get(last, "")
    edits = [Edit("add", at, Bond.separate.value)]
    if feeding and tree.job.runs[feeding].grounding is Grounding.legacy_three_wire:
        edits.insert(0, Edit("add", f"/runs/{feeding}/grounding", Grounding.equipment_ground.value))
    why = "A metal pipe or frame joins the buildings and lies beside the neutral."
    words = f"{state}: {_trouble_words(tree, trouble, say)}"
    return Finding(
        "bond-over-metal-path", Severity.stop, at, words, why, say.cite("metal_path"), (Cure("Run four wires, bond out", tuple(edits)),)
    )


def _second_bond(tree: Tree, trouble: BondTrouble, state: str, say: Words) -> Finding:
    words = f"{state}: {_trouble_words(tree, trouble, say)}"
    why = "Neutral current runs on the metal between them, all the time. Load off before a bond comes out."
    own = next((key for key in trouble.bonds if key in tree.job.sources), None)
    if own is None:
        at = f"/enclosures/{trouble.bonds[-1]}/bond_found"
        return Finding("second-bond", Severity.stop, at, words, why, say.cite("one_bond"), (pin(at, Bond.separate, "Take the bond out"),))
    at = f"/sources/{own}/bond_found"
    inverter = tree.job.sources[own].kind is SourceKind.inverter_pair
    cure = pin(at, Bond.separate, f"Take the bond out at {tree.job.sources[own].name}")
    cures = (cure, *_neutral_made(tree, own, switched=True))
    cite = say.cite("inverter_bond" if inverter else "solid_neutral")
    return Finding("second-bond-at-source", Severity.stop, at, words, why, cite, cures)


_SOIL = "No bond of yours: the soil is the way back, by residual-current devices."
_NO_WAY = "A fault has no way back, and no breaker opens."


def _switch(tree: Tree, key: str, schools: Schools, say: Words) -> Iterator[Finding]:
    """Say of a standby supply whether its neutral is switched, and what follows; ask where nobody looked."""
    source = tree.job.sources.get(tree.job.runs[key].origin)
    if source is None or source.status is Status.remove or source.kind is SourceKind.utility_transformer:
        return
    switched = switches_neutral(tree, key, schools)
    follows = "its own bond in, its frame joined to an electrode" if switched else "its own bond out"
    if source.bond_found is Bond.unknown:
        words = f"{source.name}: neutral {'switched' if switched else 'solid'}, so {follows}."
        at = f"/sources/{tree.job.runs[key].origin}/bond_found"
        cures = (pin(at, Bond.bonded if switched else Bond.separate, f"Looked: the bond is {'in' if switched else 'out'}"),)
        yield Finding("source-bond-unknown", Severity.check, at, words, "Many come with it in. Open the cover and look.",
                      say.cite("switched_neutral" if switched else "solid_neutral"), cures)  # fmt: skip


def _trouble_words(tree: Tree, trouble: BondTrouble, say: Words) -> str:
    enclosures = _named(tree, trouble.enclosures)
    if trouble.kind is Trouble.floating:
        return f"{enclosures}: its {say.terms.ground_bar} is isolated from the can."
    if trouble.kind is Trouble.none_made:
        return f"no bond joins {enclosures} to the neutral of {_named(tree, (trouble.source,))}."
    return f"{say.terms.neutral_and_ground} are bonded at {_named(tree, trouble.bonds)}."


def _named(tree: Tree, keys: tuple[str, ...]) -> str:
    names = [tree.name_of(key) for key in keys]
    return " and ".join([", ".join(names[:-1]), names[-1]] if len(names) > 1 else names)
