"""Ring circuits as they were found: floor, outlets and spurs, and what their ends read."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.document.findings import Finding, Severity
from northspan.core.document.job import Run, Status
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import Step, whole

NEAR = 0.25  # readings of a good meter, a length by the plan


def ring_findings(case: Case, sized: dict[str, SizedRun]) -> Iterator[Finding]:
    """Hold every ring against the floor and the spurs it may have, and its ends against its length.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    sized : dict
        Sized runs by id. [-]
    """
    for key, run in case.job.runs.items():
        if run.ring and run.status is not Status.remove:
            limits = case.rulebook.panels.ring_limits(sized[key].tried.wire.size) if key in sized else None
            if limits is not None:
                yield from _limits(key, run, limits[0], limits[1])
                yield from _ends(key, run, limits[2])


def _limits(key: str, run: Run, floor: Step, spurs: Step) -> Iterator[Finding]:
    if run.ring_floor_m2 is not None and run.ring_floor_m2 > floor.value + 1e-9:
        words = f"{run.name}: it serves {whole(run.ring_floor_m2)} m², {floor.result} is the usual most."
        yield Finding("ring-serves-too-much", Severity.check, f"/runs/{key}/ring_floor_m2", words, "Its two legs are loaded unevenly then. "
                      "Two rings, or a radial circuit beside it.", floor.citation)  # fmt: skip
    if run.ring_spurs is not None and run.ring_points is not None and run.ring_spurs > spurs.value * run.ring_points:
        words = f"{run.name}: {run.ring_spurs} spurs, and {run.ring_points} outlets stand on the ring itself."
        yield Finding("ring-with-too-many-spurs", Severity.check, f"/runs/{key}/ring_spurs", words, f"{spurs.text.capitalize()}.",
                      spurs.citation)  # fmt: skip


def _ends(key: str, run: Run, cold: Step) -> Iterator[Finding]:
    """The line conductor from end to end: its two legs in a row are the whole way round."""
    if run.ring_line_ohm is None:
        return
    expected = cold.value * sum_of(segment.length_m for segment in run.segments) / 1000
    if abs(run.ring_line_ohm - expected) > NEAR * expected:
        more = run.ring_line_ohm > expected
        words = f"{run.name}: its ends read {run.ring_line_ohm:g} Ω, its length gives {expected:.2f} Ω."
        why = ("It is longer than drawn, or a terminal on the way is loose." if more
               else "It is shorter than drawn, or two points of it are joined across.")  # fmt: skip
        yield Finding("ring-not-as-drawn", Severity.check, f"/runs/{key}/ring_line_ohm", words, why, "job")
