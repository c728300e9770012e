"""What rules need to know of runs and buildings, gathered from the job."""

from __future__ import annotations

from northspan.core.job import BuildingUse, ElectrodeKind, Job, Run, RunKind, SourceKind, Status, WaterPipe
from northspan.core.rulebooks.protocol import BuildingFacts, RunFacts
from northspan.core.tree import Tree

STANDING_FREE = BuildingFacts(
    detached=False, dwelling=False, animals=False, metallic_path=False, supply=None, branch_circuits=0, electrodes=()
)


def run_facts(run: Run, line_v: float) -> RunFacts:
    """Gather what rules ask of a run.

    Parameters
    ----------
    run : Run
        The run. [-]
    line_v : float
        Line to line voltage of its source. [V]
    """
    return RunFacts(run.kind, run.circuit, run.grounding, run.gfci, line_v, run.segments)


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
    branches = sum(run.kind is RunKind.branch for run in entering)
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
    )
