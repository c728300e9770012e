"""The property as a tree: which run feeds what, from each source to the far ends."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from northspan.core.errors import InvalidJob
from northspan.core.job import Job, Run, RunKind, Status


@dataclass(frozen=True)
class Tree:
    """Runs by where they start and by what they feed; those to be removed are left out."""

    job: Job
    feeding: dict[str, str]  # enclosure or source -> id of the run that feeds it
    leaving: dict[str, tuple[str, ...]]  # enclosure or source -> ids of runs that leave it
    order: tuple[str, ...]  # run ids, every run after the one that feeds it

    @cached_property
    def entering(self) -> dict[str, tuple[str, ...]]:
        """Runs that come into each building from a source or another building, by building."""
        found: dict[str, list[str]] = {}
        for key in self.order:
            run, cans = self.job.runs[key], self.job.enclosures
            building = cans[run.target].building
            if run.origin in self.job.sources or cans[run.origin].building != building:
                found.setdefault(building, []).append(key)
        return {building: tuple(keys) for building, keys in found.items()}

    def way_to(self, run_id: str) -> tuple[str, ...]:
        """List the runs from the source to the end of a run.

        Parameters
        ----------
        run_id : str
            The last run. [-]
        """
        way = [run_id]
        while (above := self.feeding.get(self.job.runs[way[0]].origin)) is not None:
            way.insert(0, above)
        return tuple(way)

    def ends(self) -> tuple[str, ...]:
        """List the last runs of all ways."""
        return tuple(run for run in self.order if not self.leaving.get(self.job.runs[run].target))

    def above(self, enclosure: str) -> Run | None:
        """Give the run that feeds an enclosure, if any.

        Parameters
        ----------
        enclosure : str
            Id of the enclosure. [-]
        """
        run = self.feeding.get(enclosure)
        return self.job.runs[run] if run else None

    def source_of(self, run_id: str) -> str:
        """Give the id of the node where a run's way begins.

        Parameters
        ----------
        run_id : str
            The run. [-]
        """
        return self.job.runs[self.way_to(run_id)[0]].origin

    def first_disconnect(self, enclosure: str) -> bool:
        """Tell whether an enclosure holds the first disconnect of its source.

        Parameters
        ----------
        enclosure : str
            Id of the enclosure. [-]
        """
        run = self.above(enclosure)
        if run is None:  # nothing is drawn ahead of it: it stands for the service
            return bool(self.leaving.get(enclosure))
        return run.origin in self.job.sources


def tree_of(job: Job) -> Tree:
    """Read the tree of a job and check every reference in it.

    Parameters
    ----------
    job : Job
        The job. [-]

    Raises
    ------
    InvalidJob
        If a reference leads nowhere, something is fed twice, or the runs form a circle.
    """
    _check_references(job)
    feeding: dict[str, str] = {}
    leaving: dict[str, list[str]] = {}
    for run_id, run in job.runs.items():
        if run.status is Status.remove:
            continue
        if run.target in feeding:
            raise InvalidJob(
                f"/runs/{run_id}/target", f"{run.target} is already fed by {feeding[run.target]}.", "Mark one of the two runs to remove."
            )
        feeding[run.target] = run_id
        leaving.setdefault(run.origin, []).append(run_id)
    order: list[str] = []
    queue = [node for node in (*job.sources, *job.enclosures) if node not in feeding]
    for node in queue:
        for run_id in leaving.get(node, ()):
            order.append(run_id)
            queue.append(job.runs[run_id].target)
    missed = [run_id for run_id in feeding.values() if run_id not in order]
    if missed:
        raise InvalidJob(f"/runs/{missed[0]}", "these runs feed each other in a circle.", "Feed one of them from a source.")
    return Tree(job, feeding, {node: tuple(runs) for node, runs in leaving.items()}, tuple(order))


def _check_references(job: Job) -> None:
    twice = set(job.sources) & set(job.enclosures)
    if twice:
        raise InvalidJob(f"/enclosures/{min(twice)}", "a source has the same id.", "Give it another id.")
    _check_runs(job)
    _check_places(job)


def _check_runs(job: Job) -> None:
    nodes = {*job.sources, *job.enclosures}
    for run_id, run in job.runs.items():
        if run.origin not in nodes:
            raise InvalidJob(f"/runs/{run_id}/origin", f"there is no {run.origin}.", "Name a source or an enclosure.")
        if run.target not in job.enclosures:
            raise InvalidJob(f"/runs/{run_id}/target", f"there is no enclosure {run.target}.", "Name an enclosure.")
        if run.kind is RunKind.service and run.origin not in job.sources:
            raise InvalidJob(f"/runs/{run_id}/kind", "a service begins at a source.", "Make it a feeder, or start it at a source.")


def _check_places(job: Job) -> None:
    for kind, parts in (("enclosures", job.enclosures), ("electrodes", job.electrodes)):
        for key, part in parts.items():
            if part.building not in job.buildings:
                raise InvalidJob(f"/{kind}/{key}/building", f"there is no building {part.building}.", "Name a building.")
    for key, load in job.loads.items():
        if load.enclosure not in job.enclosures:
            raise InvalidJob(f"/loads/{key}/enclosure", f"there is no enclosure {load.enclosure}.", "Name an enclosure.")
