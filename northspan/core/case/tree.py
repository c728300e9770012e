"""The property as a tree: which run feeds what, from each source to the far ends."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass, field, replace
from functools import cached_property

from northspan.core.case.moved import KEPT_BY_STEPS
from northspan.core.case.slots import check_circuits, on_their_legs
from northspan.core.document.job import Across, Circuit, EnclosureKind, Job, Load, Run, RunKind, Source, SourceKind, Status, System
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.working.errors import InvalidJob

WITHOUT_DEVICE = frozenset({EnclosureKind.meter, EnclosureKind.junction_box, EnclosureKind.splitter})
_OF_NO_ROUTE = frozenset({"loads_at", "sharing_ground", "entering"})  # what is gathered once and reads nothing of routes


@dataclass(frozen=True)
class Tree:
    """Runs by where they start and by what they feed; those to be removed are left out."""

    job: Job
    feeding: dict[str, str]  # enclosure or source -> id of the run that feeds it
    leaving: dict[str, tuple[str, ...]]  # enclosure or source -> ids of runs that leave it
    order: tuple[str, ...]  # run ids, every run after the one that feeds it
    volts: dict[str, tuple[float, float]] = field(default_factory=dict, compare=False)  # line to line and to neutral by node, once asked
    standby: tuple[str, ...] = ()  # runs that feed in place of the normal supply: through transfer equipment, or for now only

    @cached_property
    def loads_at(self) -> dict[str, tuple[tuple[str, Load], ...]]:
        """Loads with their ids, by the enclosure they are at."""
        found: dict[str, list[tuple[str, Load]]] = {}
        for key, load in self.job.loads.items():
            found.setdefault(load.enclosure, []).append((key, load))
        return {enclosure: tuple(loads) for enclosure, loads in found.items()}

    @cached_property
    def sharing_ground(self) -> dict[str, tuple[str, ...]]:
        """Ids of the runs whose equipment ground is that of another run, by that one."""
        found: dict[str, list[str]] = {}
        for key, run in self.job.runs.items():
            if run.ground_with and run.status is not Status.remove:
                found.setdefault(run.ground_with, []).append(key)
        return {run_id: tuple(keys) for run_id, keys in found.items()}

    def moved(self, job: Job, moved: Collection[str]) -> Tree:
        """Give the same property where nothing but routes moved, and what no topic reads.

        Parameters
        ----------
        job : Job
            The job as it is now, as people noted it. [-]
        moved : collection of str
            Ids of the runs that moved. [-]
        """
        runs = {key: self.job.runs[key].model_copy(update={"segments": job.runs[key].segments}) for key in moved}
        said = {name: getattr(job, name) for name in KEPT_BY_STEPS} | {"runs": {**self.job.runs, **runs} if runs else self.job.runs}
        here = replace(self, job=self.job.model_copy(update=said))
        for name in _OF_NO_ROUTE & self.__dict__.keys():
            here.__dict__[name] = self.__dict__[name]
        return here

    def without_load(self, key: str) -> Tree:
        """Give the same property without a load: nothing else of it changes, so nothing is checked again.

        Parameters
        ----------
        key : str
            Id of the load. [-]
        """
        kept = {other: load for other, load in self.job.loads.items() if other != key}
        return replace(self, job=self.job.model_copy(update={"loads": kept}))

    def building_of(self, node: str) -> str:
        """Give the id of the building a node is in; empty for a source that stands by itself.

        Parameters
        ----------
        node : str
            Id of an enclosure or a source. [-]
        """
        enclosure = self.job.enclosures.get(node)
        return enclosure.building if enclosure else self.job.sources[node].building or ""

    def name_of(self, node: str) -> str:
        """Give the name of a node.

        Parameters
        ----------
        node : str
            Id of an enclosure or a source. [-]
        """
        return (self.job.enclosures.get(node) or self.job.sources[node]).name

    def loads_behind(self, target: str) -> dict[str, Load]:
        """List the loads that stay behind an enclosure, by id.

        Parameters
        ----------
        target : str
            The enclosure. [-]
        """
        return {key: load for node in self.below(target) for key, load in self.loads_at.get(node, ()) if load.status is not Status.remove}

    def below(self, node: str) -> tuple[str, ...]:
        """List a node and every node that is fed through it.

        Parameters
        ----------
        node : str
            Id of an enclosure or a source. [-]
        """
        nodes = [node]
        for here in nodes:
            nodes += [self.job.runs[key].target for key in self.leaving.get(here, ())]
        return tuple(nodes)

    @cached_property
    def entering(self) -> dict[str, tuple[str, ...]]:
        """Runs that come into each building from a source or another building, by building."""
        found: dict[str, list[str]] = {}
        for key in self.order:
            run = self.job.runs[key]
            building, origin = self.building_of(run.target), self.job.sources.get(run.origin)
            utility = origin is not None and origin.kind is not SourceKind.transformer
            outside = utility or self.building_of(run.origin) != building
            if building and outside and key not in self.standby:
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

    def source_of(self, run_id: str) -> Source | None:
        """Give the source whose voltage a run has: the nearest above it, a transformer included.

        Parameters
        ----------
        run_id : str
            The run. [-]
        """
        for key in reversed(self.way_to(run_id)):
            source = self.job.sources.get(self.job.runs[key].origin)
            if source:
                return source
        return None

    def first_disconnect(self, enclosure: str) -> bool:
        """Tell whether an enclosure holds the first disconnect of its source.

        Parameters
        ----------
        enclosure : str
            Id of the enclosure. [-]
        """
        if self.job.enclosures[enclosure].kind in WITHOUT_DEVICE:
            return False
        run = self.above(enclosure)
        while run is not None and run.origin in self.job.enclosures and self.job.enclosures[run.origin].kind in WITHOUT_DEVICE:
            enclosure, run = run.origin, self.above(run.origin)
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
    staying = {key: run for key, run in job.runs.items() if run.status is not Status.remove}
    taken = {run.target for run in staying.values() if not run.alternate and run.status is not Status.temporary}
    standby = tuple(key for key, run in staying.items() if run.alternate or (run.status is Status.temporary and run.target in taken))
    for run_id, run in staying.items():
        if run_id in standby:
            continue
        if run.target in feeding:
            words = "Mark one of the two runs temporary or to remove, or as an alternate supply through a {transfer_switch}."
            raise InvalidJob(
                f"/runs/{run_id}/target", f"{run.target} is already fed by {feeding[run.target]}.", rulebook_of(job).words.fill(words)
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
    job = _services(_one_line(on_their_legs(_as_supplied(job)), feeding))
    return Tree(job, feeding, {node: tuple(runs) for node, runs in leaving.items()}, (*order, *standby), standby=standby)


def _as_supplied(job: Job) -> Job:
    """Where nobody said how the supplier earths, as his kind usually does."""
    known = [earthing for earthing, _ in rulebook_of(job).choices.earthings()]
    if all(source.earthing in known for source in job.sources.values()):
        return job
    said = {key: one if one.earthing in known else one.model_copy(update={"earthing": known[0]}) for key, one in job.sources.items()}
    return job.model_copy(update={"sources": said})


def _services(job: Job) -> Job:
    """What leaves a splitter ahead of the first device is a service still, whatever it was called."""
    called = {RunKind.feeder: RunKind.service}
    runs = {
        key: run.model_copy(update={"kind": called[run.kind]})
        for key, run in job.runs.items()
        if run.kind in called and run.origin in job.enclosures
        and job.enclosures[run.origin].kind is EnclosureKind.splitter and _ahead_of_mains(job, run.origin)
    }  # fmt: skip
    return job.model_copy(update={"runs": {**job.runs, **runs}}) if runs else job


def _one_line(job: Job, feeding: dict[str, str]) -> Job:
    """Behind a source of one line every run is line and neutral, and every load between them, whatever was noted."""
    usual = rulebook_of(job).supplies.usual_system
    if usual is not System.single_phase and all(source.system is not System.single_phase for source in job.sources.values()):
        return job

    def system_at(node: str) -> System:
        while node not in job.sources:
            if node not in feeding:
                return usual
            node = job.runs[feeding[node]].origin
        return job.sources[node].system

    narrow = {"circuit": Circuit.two_wire_neutral}
    runs = {key: run.model_copy(update=narrow) if system_at(run.origin) is System.single_phase else run for key, run in job.runs.items()}
    across = {"across": Across.l1_neutral, "uses_neutral": False}
    loads = {
        key: load.model_copy(update=across) if system_at(load.enclosure) is System.single_phase else load for key, load in job.loads.items()
    }
    return job.model_copy(update={"runs": runs, "loads": loads})


def _check_references(job: Job) -> None:
    twice = set(job.sources) & set(job.enclosures)
    if twice:
        raise InvalidJob(f"/enclosures/{min(twice)}", "a source has the same id.", "Give it another id.")
    _check_runs(job)
    _check_places(job)
    check_circuits(job)


def _check_runs(job: Job) -> None:
    fill = rulebook_of(job).words.fill
    nodes = {*job.sources, *job.enclosures}
    for run_id, run in job.runs.items():
        if run.origin not in nodes:
            raise InvalidJob(f"/runs/{run_id}/origin", f"there is no {run.origin}.", "Name a source or an enclosure.")
        if run.target not in nodes:
            raise InvalidJob(f"/runs/{run_id}/target", f"there is no enclosure {run.target}.", "Name an enclosure or a transformer.")
        if run.target in job.sources and job.sources[run.target].kind is not SourceKind.transformer:
            raise InvalidJob(
                f"/runs/{run_id}/target", f"{run.target} is a source that nothing feeds.", "Name an enclosure or a transformer."
            )
        for segment in run.segments:
            for other in segment.shares_with:
                if other not in job.runs or other == run_id:
                    at = f"/runs/{run_id}/segments/{segment.key}/shares_with"
                    raise InvalidJob(at, f"there is no other run {other}.", "Name another run.")
        _check_load(run_id, run)
        _check_ground(job, run_id, run)
        if run.kind is RunKind.service and run.origin not in job.sources and not _ahead_of_mains(job, run.origin):
            raise InvalidJob(
                f"/runs/{run_id}/kind", fill("a {service} begins at a source."), fill("Make it a {feeder}, or start it at a source.")
            )


def _ahead_of_mains(job: Job, enclosure: str) -> bool:
    """Tell whether a can without a device stands on the way from a source: what leaves it is a service still."""
    feeding = {run.target: run.origin for run in job.runs.values() if run.status is not Status.remove and not run.alternate}
    seen: set[str] = set()
    while enclosure in job.enclosures and enclosure not in seen and job.enclosures[enclosure].kind in WITHOUT_DEVICE:
        seen.add(enclosure)
        enclosure = feeding.get(enclosure, "")
    return enclosure in job.sources and job.sources[enclosure].kind is SourceKind.utility_transformer


def _check_load(run_id: str, run: Run) -> None:
    if run.load_a is not None and run.continuous_a > run.load_a:
        words = f"{run.continuous_a:g} A of it is continuous, more than the load of {run.load_a:g} A."
        raise InvalidJob(f"/runs/{run_id}/continuous_a", words, "At most the load itself.")


def _check_ground(job: Job, run_id: str, run: Run) -> None:
    other = run.ground_with
    if other is None:
        return
    at = f"/runs/{run_id}/ground_with"
    if other not in job.runs or other == run_id:
        raise InvalidJob(at, f"there is no other run {other}.", "Name another run.")
    if job.runs[other].ground_with is not None:
        raise InvalidJob(at, f"{other} has no {rulebook_of(job).words.terms.equipment_ground} of its own.", "Name the run that has it.")
    if any(other not in segment.shares_with for segment in run.segments):
        raise InvalidJob(at, f"it is not in one pipe with {other} all the way.", "Name that run as sharing the pipe of each stretch.")


def _check_places(job: Job) -> None:
    for kind, parts in (("enclosures", job.enclosures), ("electrodes", job.electrodes)):
        for key, part in parts.items():
            if part.building not in job.buildings:
                raise InvalidJob(f"/{kind}/{key}/building", f"there is no building {part.building}.", "Name a building.")
    for key, source in job.sources.items():
        if source.building is not None and source.building not in job.buildings:
            raise InvalidJob(f"/sources/{key}/building", f"there is no building {source.building}.", "Name a building.")
    for key, load in job.loads.items():
        if load.enclosure not in job.enclosures:
            raise InvalidJob(f"/loads/{key}/enclosure", f"there is no enclosure {load.enclosure}.", "Name an enclosure.")
