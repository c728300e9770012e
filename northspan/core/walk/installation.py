"""The installation as a graph: sources, cans, runs between them, switches and landed ends; and what of it is live.

Nothing here is declared live or dead. A part is live where a way leads to it from a source that is on, through ends that
are landed and switches that are closed.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from enum import StrEnum

from northspan.core.document.job import EnclosureKind, Job, SourceKind, Status

THERE = frozenset({Status.existing, Status.remove})
WITH_MAIN = frozenset({EnclosureKind.panel_main_breaker, EnclosureKind.meter_main, EnclosureKind.disconnect, EnclosureKind.transfer_switch})
WITHOUT_SWITCHES = frozenset({EnclosureKind.meter, EnclosureKind.junction_box, EnclosureKind.splitter})


class Side(StrEnum):
    """The side of a can that a hand reaches: where its supply lands, or behind its main."""

    line = "line"
    bus = "bus"


class End(StrEnum):
    """The end of a run that is fed, and the one that it feeds."""

    near = "near"
    far = "far"


@dataclass(frozen=True, slots=True)
class Part:
    """A side of a can."""

    can: str
    side: Side


@dataclass(frozen=True, slots=True)
class Installation:
    """A state of the installation: cans that hang, ends that are landed, and what stands open.

    `opened` has names of switches: the main of a can, the device that feeds a run, the utility's side of a run, the own switch
    of a source. A standby supply counts as on until its switch is open: it starts when the other one goes.
    """

    job: Job
    hung: frozenset[str]
    landed: frozenset[tuple[str, End]]
    opened: frozenset[str]

    def live(self) -> frozenset[Part]:
        """Follow every source that is on through closed switches and landed ends. [-]"""
        onward: dict[str, list[str]] = {}
        begun = [one.can for one in self._fed_from_nowhere()]
        for key, run in self.job.runs.items():
            if run.target in self.hung and self._whole(key) and head_of(self.job, key) not in self.opened:
                if run.origin in self.job.sources:
                    begun.append(run.target)
                else:
                    onward.setdefault(run.origin, []).append(run.target)
        line = dict.fromkeys(begun)
        bus: set[str] = set()
        ahead = list(line)
        for can in ahead:  # grows while it is followed
            if can in self.hung and main_of(can) not in self.opened:
                bus.add(can)
                fresh = [one for one in onward.get(can, ()) if one not in line]
                line |= dict.fromkeys(fresh)
                ahead += dict.fromkeys(fresh)
        return frozenset([Part(can, Side.line) for can in line] + [Part(can, Side.bus) for can in bus])

    def powered(self) -> frozenset[str]:
        """Name the cans whose bus the normal supply feeds: nobody counts on a standby, it is locked out while people work. [-]"""
        standby = frozenset(head_of(self.job, key) for key, run in self.job.runs.items() if run.alternate)
        return frozenset(one.can for one in self.with_open(standby).live() if one.side is Side.bus)

    def with_open(self, switches: frozenset[str]) -> Installation:
        """Open switches.

        Parameters
        ----------
        switches : frozenset of str
            Their names. [-]
        """
        return replace(self, opened=self.opened | switches)

    def with_closed(self, switches: frozenset[str]) -> Installation:
        """Close switches.

        Parameters
        ----------
        switches : frozenset of str
            Their names. [-]
        """
        return replace(self, opened=self.opened - switches)

    def with_landed(self, run: str, end: End) -> Installation:
        """Land an end of a run.

        Parameters
        ----------
        run : str
            The run. [-]
        end : End
            Which end. [-]
        """
        return replace(self, landed=self.landed | {(run, end)})

    def with_hung(self, can: str) -> Installation:
        """Hang a can.

        Parameters
        ----------
        can : str
            The can. [-]
        """
        return replace(self, hung=self.hung | {can})

    def without(self, part: str) -> Installation:
        """Take out a can with every end that is landed in it, or a run with both of its ends.

        Parameters
        ----------
        part : str
            The can or the run. [-]
        """
        runs = self.job.runs
        gone = {(part, end) for end in End} | {
            (key, end)
            for key, end in self.landed
            if (runs[key].origin == part and end is End.near) or (runs[key].target == part and end is End.far)
        }
        return replace(self, hung=self.hung - {part}, landed=self.landed - gone)

    def _whole(self, key: str) -> bool:
        return (key, End.near) in self.landed and (key, End.far) in self.landed

    def _fed_from_nowhere(self) -> Iterator[Part]:
        """A can that was there before and whose feed is not drawn counts as live: something feeds it."""
        fed = {run.target for run in self.job.runs.values() if run.status in THERE and not run.alternate}  # a generator is not all
        for can, enclosure in self.job.enclosures.items():
            if enclosure.status in THERE and can in self.hung and can not in fed and utility_of(can) not in self.opened:
                yield Part(can, Side.line)


def main_of(can: str) -> str:
    """Name the main of a can.

    Parameters
    ----------
    can : str
        The can. [-]
    """
    return f"main:{can}"


def feed_of(run: str) -> str:
    """Name the device at the head of a run.

    Parameters
    ----------
    run : str
        The run. [-]
    """
    return f"feed:{run}"


def utility_of(part: str) -> str:
    """Name what only the utility opens: its side of a run, or of a can whose feed is not drawn.

    Parameters
    ----------
    part : str
        The run or the can. [-]
    """
    return f"utility:{part}"


def own_switch_of(run: str) -> str:
    """Name the switch of a source that is ours to open: a generator's, an inverter's.

    Parameters
    ----------
    run : str
        The run that leaves it. [-]
    """
    return f"own:{run}"


def head_of(job: Job, run: str) -> str:
    """Name what opens a run at its head: the utility's side, a source's own switch, or the device that feeds it.

    Parameters
    ----------
    job : Job
        The job. [-]
    run : str
        The run. [-]
    """
    origin = job.runs[run].origin
    if origin not in job.sources:
        return feed_of(run)
    return utility_of(run) if is_utility(job, origin) else own_switch_of(run)


def as_found(job: Job) -> Installation:
    """Give the installation before the first task: what is there is landed and closed; what is new is neither.

    Parameters
    ----------
    job : Job
        The job. [-]
    """
    there = {key for key, run in job.runs.items() if run.status in THERE}
    new = job.runs.keys() - there
    hung = frozenset(key for key, can in job.enclosures.items() if can.status in THERE)
    return Installation(
        job,
        hung,
        frozenset(
            (key, end)
            for key in there
            for end, node in ((End.near, job.runs[key].origin), (End.far, job.runs[key].target))
            if node in hung or node in job.sources
        ),
        frozenset(head_of(job, key) for key in new),
    )


def has_main(job: Job, can: str) -> bool:
    """Tell whether a can has a main that opens its bus.

    Parameters
    ----------
    job : Job
        The job. [-]
    can : str
        The can. [-]
    """
    enclosure = job.enclosures[can]
    return enclosure.main_a is not None or enclosure.kind in WITH_MAIN


def has_switches(job: Job, can: str) -> bool:
    """Tell whether what a can feeds can be switched off in it.

    Parameters
    ----------
    job : Job
        The job. [-]
    can : str
        The can. [-]
    """
    return job.enclosures[can].kind not in WITHOUT_SWITCHES


def feeds_of(job: Job, can: str) -> tuple[str, ...]:
    """List the runs that feed a can as it is found, a standby supply's with them: it may start at any moment.

    Parameters
    ----------
    job : Job
        The job. [-]
    can : str
        The can. [-]
    """
    return tuple(key for key, run in job.runs.items() if run.target == can and run.status in THERE)


def is_utility(job: Job, node: str) -> bool:
    """Tell whether a node is the utility.

    Parameters
    ----------
    job : Job
        The job. [-]
    node : str
        The node. [-]
    """
    return node in job.sources and job.sources[node].kind is SourceKind.utility_transformer
