"""What rules need to know of runs and buildings, gathered from the job."""

from __future__ import annotations

from northspan.core.case.tree import Tree
from northspan.core.document.job import BuildingUse, Earthing, ElectrodeKind, Grounding, Job, Run, RunKind, SourceKind, Status, WaterPipe
from northspan.core.rulebooks.questions.common import BuildingFacts, RunFacts
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.working.sums import count_of

STANDING_FREE = BuildingFacts(
    detached=False, dwelling=False, animals=False, metallic_path=False, supply=None, branch_circuits=0, electrodes=()
)


def run_facts(run: Run, line_v: float, insulation: str = "") -> RunFacts:
    """Gather what rules ask of a run.

    Parameters
    ----------
    run : Run
        The run. [-]
    line_v : float
        Line to line voltage of its source. [V]
    insulation : str
        Kind of wire, where it is chosen. [-]
    """
    return RunFacts(run.kind, run.circuit, run.grounding, run.gfci, line_v, run.segments, insulation or run.insulation or "")


def earthing_at(tree: Tree, run_id: str, *, far_end: bool) -> Earthing:
    """Tell how a run is earthed: by its supply, or by an electrode of its own beyond an island.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    run_id : str
        The run; an unknown one has what the code's country usually has. [-]
    far_end : bool
        At its far end, where an island begins with the run itself, or at its head. [-]
    """
    usual = rulebook_of(tree.job).choices.earthings()[0][0]
    if run_id not in tree.job.runs:
        return usual
    way = tree.way_to(run_id)
    if any(tree.job.runs[key].grounding is Grounding.island for key in (way if far_end else way[:-1])):
        return Earthing.tt
    source = tree.source_of(run_id)
    return source.earthing if source else usual


def building_facts(tree: Tree, building_id: str, line_v: float) -> BuildingFacts:
    """Gather what rules ask of a building.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    building_id : str
        Id of the building. [-]
    line_v : float
        Line to line voltage. [V]

    Notes
    -----
    A building is detached, in the sense of the rules, when something in it is fed from another
    building. Several branch circuits that reach it are counted.
    """
    job: Job = tree.job
    building = job.buildings[building_id]
    runs = [job.runs[key] for key in tree.entering.get(building_id, ())]
    entering = [run for run in runs if run.origin in job.enclosures or job.sources[run.origin].kind is SourceKind.transformer]
    feeders = [run for run in entering if run.kind is not RunKind.branch]
    supply = feeders[0] if feeders else (entering[0] if entering else None)
    branches = count_of(run.kind is RunKind.branch for run in entering)
    lost = building.water_pipe in {WaterPipe.plastic, WaterPipe.none}  # a pipe that is plastic in the ground is no electrode
    electrodes = tuple(
        e
        for e in job.electrodes.values()
        if e.building == building_id and e.status is not Status.remove and not (lost and e.kind is ElectrodeKind.water_pipe)
    )
    return BuildingFacts(
        bool(entering),
        building.use is BuildingUse.dwelling,
        building.animals,
        building.metallic_path,
        run_facts(supply, line_v) if supply else None,
        branches,
        electrodes,
        earthing_at(tree, tree.entering.get(building_id, ("",))[0], far_end=True),
        _new_neutral(tree, building_id),
    )


def _new_neutral(tree: Tree, building_id: str) -> bool:
    """Tell whether a transformer of one's own makes a new neutral for a building: its windings stand there, or their wires come in."""
    job = tree.job
    origins = [job.runs[key].origin for key in tree.entering.get(building_id, ())]
    there = [key for key, source in job.sources.items() if source.building == building_id and tree.leaving.get(key)]
    makes = (job.sources[key] for key in (*origins, *there) if key in job.sources)
    return any(source.kind is SourceKind.transformer and source.status is not Status.remove for source in makes)
