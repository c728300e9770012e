"""The states an installation can be in: on its normal supply, or on one of those that stand by."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.case.schools import Schools
from northspan.core.case.tree import Tree
from northspan.core.document.job import Bond, SourceKind, Status
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.working.errors import InvalidJob

_OWN = frozenset({SourceKind.generator, SourceKind.governed_plant})


@dataclass(frozen=True, slots=True)
class OperatingState:
    """Which sources run, which runs are dead because transfer equipment opened their lines, and which neutrals it opened too."""

    key: str
    name: str
    running: frozenset[str]
    open_lines: frozenset[str]
    open_neutrals: frozenset[str]
    live: frozenset[str]  # enclosures and sources that have voltage


def operating_states(tree: Tree, schools: Schools) -> tuple[OperatingState, ...]:
    """List the states, the normal supply first.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    schools : Schools
        The schools followed. [-]

    Notes
    -----
    Transfer equipment stands where the standby run ends: it opens the lines of one supply when it
    closes those of the other, and the neutrals with them where it switches the neutral.
    """
    job = tree.job
    standby = set(tree.standby)
    normal = {key for key, s in job.sources.items() if s.status is not Status.remove} - {job.runs[key].origin for key in standby}
    switched = {key for key in standby if switches_neutral(tree, key, schools)}
    states = [_state(tree, "", "Normal supply", normal, standby, standby & switched)]
    for key in tree.standby:
        run = job.runs[key]
        if run.origin not in job.sources:
            continue
        beside = tree.feeding.get(run.target)
        dead = (standby - {key}) | ({beside} if beside else set())
        neutrals = {one for one in standby - {key} if one in switched} | ({beside} if beside and key in switched else set())
        states.append(_state(tree, key, f"{job.sources[run.origin].name} running", {run.origin}, dead, neutrals))
    return tuple(states)


def state_named(tree: Tree, schools: Schools, key: str) -> OperatingState:
    """Give one state.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    schools : Schools
        The schools followed. [-]
    key : str
        Id of the standby run, empty for the normal supply. [-]

    Raises
    ------
    InvalidJob
        If there is no such state.
    """
    states = operating_states(tree, schools)
    for state in states:
        if state.key == key:
            return state
    known = ", ".join(state.key for state in states if state.key)
    raise InvalidJob("/trial/state", f"there is no standby supply {key}.", f"Standby runs: {known or 'none'}.")


def switches_neutral(tree: Tree, run_id: str, schools: Schools) -> bool:
    """Tell whether the transfer equipment of a standby run switches the neutral: as found, or as the call says.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    run_id : str
        The standby run. [-]
    schools : Schools
        The schools followed. [-]
    """
    run = tree.job.runs[run_id]
    if run.neutral_switched is not None:
        return run.neutral_switched
    source = tree.job.sources.get(run.origin)
    if source is not None and source.kind is SourceKind.inverter_pair:
        return schools["inverter_bond"] == "relay"  # a bond that closes off the grid asks for a neutral of its own there
    if _shares_a_relay(tree, run.target, schools):
        return True  # the bond that a solid neutral would share opens as soon as the inverter stands still
    return schools["generator_neutral"] == "switched"


def _shares_a_relay(tree: Tree, enclosure: str, schools: Schools) -> bool:
    """Tell whether the normal supply of transfer equipment is an inverter whose bond is a relay of its own."""
    beside = tree.feeding.get(enclosure)
    normal = _nearest(tree, beside) if beside else None
    return normal is not None and tree.job.sources[normal].kind is SourceKind.inverter_pair and schools["inverter_bond"] == "relay"


def source_bond_wanted(tree: Tree, key: str, schools: Schools) -> bool:
    """Tell whether a source should have the bond of its neutral in its own frame, while it runs.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    key : str
        Id of the source. [-]
    schools : Schools
        The schools followed. [-]

    Notes
    -----
    A source whose neutral the transfer equipment leaves solid shares the bond of the normal supply. One
    whose neutral is switched is a system of its own, and its bond is at the source. A source that is
    the only supply has its bond where the code puts it, in the first disconnect or at the source; an inverter
    with a relay has it in itself.
    """
    source = tree.job.sources[key]
    standby = [run_id for run_id in tree.standby if tree.job.runs[run_id].origin == key]
    if source.kind is SourceKind.inverter_pair and not standby:
        return schools["inverter_bond"] == "relay"
    if not standby and source.kind in _OWN:
        return rulebook_of(tree.job).supplies.bonds_own_source
    return any(switches_neutral(tree, run_id, schools) for run_id in standby)


def source_bonded(tree: Tree, key: str, state: OperatingState, schools: Schools) -> bool:
    """Tell whether a source has its bond in its frame in a state: as found, or as wanted where nobody looked.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    key : str
        Id of the source. [-]
    state : OperatingState
        The state; a relay in an inverter holds its bond only while the inverter runs alone. [-]
    schools : Schools
        The schools followed. [-]
    """
    source = tree.job.sources[key]
    if source.kind is SourceKind.utility_transformer:
        return False
    if source.bond_found is not Bond.unknown:
        return source.bond_found is Bond.bonded
    if source.kind is SourceKind.inverter_pair and key not in state.running:
        return False
    return source_bond_wanted(tree, key, schools)


def own_bond(tree: Tree, enclosure: str, schools: Schools) -> bool:
    """Tell whether the source ahead of an enclosure has the bond in itself, so that the first disconnect has none.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    enclosure : str
        Id of the enclosure. [-]
    schools : Schools
        The schools followed. [-]
    """
    run = tree.feeding.get(enclosure)
    source = _nearest(tree, run) if run else None
    if source is None or tree.job.sources[source].kind is SourceKind.utility_transformer:
        return False
    found = tree.job.sources[source].bond_found
    if tree.job.sources[source].kind is SourceKind.transformer and found is not Bond.unknown:
        return found is Bond.bonded
    return source_bond_wanted(tree, source, schools)


def _nearest(tree: Tree, run_id: str) -> str | None:
    return next((tree.job.runs[key].origin for key in reversed(tree.way_to(run_id)) if tree.job.runs[key].origin in tree.job.sources), None)


def _state(tree: Tree, key: str, name: str, running: set[str], dead: set[str], neutrals: set[str]) -> OperatingState:
    """Follow the lines from the sources that run."""
    job = tree.job
    own = {source for source in running if job.sources[source].kind is not SourceKind.transformer or source not in tree.feeding}
    queue = [
        *own,
        *(enclosure for enclosure in job.enclosures if not key and enclosure not in tree.feeding and tree.leaving.get(enclosure)),
    ]
    live = set(queue)
    for node in queue:
        for run_id in (*tree.leaving.get(node, ()), *(one for one in tree.standby if job.runs[one].origin == node)):
            target = job.runs[run_id].target
            if run_id not in dead and target not in live:
                live.add(target)
                queue.append(target)
    transformers = {node for node in live if node in job.sources and job.sources[node].kind is SourceKind.transformer}
    return OperatingState(key, name, frozenset(own | transformers), frozenset(dead), frozenset(neutrals), frozenset(live))
