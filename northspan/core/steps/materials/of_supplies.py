"""What supplies ask for: sources of one's own and their inlets, the mast of an overhead service, the bridge for other trades."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.document.job import NEW, Fuel, Place, Run, RunKind, Source, SourceKind
from northspan.core.steps.materials.wanted import Wanted

_SOURCES = {
    SourceKind.generator: "generator", SourceKind.inverter_pair: "inverter pair", SourceKind.governed_plant: "plant with its governor",
    SourceKind.transformer: "transformer",
}  # fmt: skip


def supply_wants(case: Case) -> Iterator[Wanted]:
    """List what the sources and services of a job ask for, beside their wires.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    """
    for key, source in case.job.sources.items():
        if source.status in NEW and source.kind in _SOURCES:
            yield _source(key, source)
    for key, run in case.job.runs.items():
        if run.status not in NEW:
            continue
        if (
            run.origin in case.job.sources
            and case.job.sources[run.origin].kind is SourceKind.generator
            and case.job.sources[run.origin].fuel is Fuel.gasoline
        ):
            yield Wanted(
                "inlet", "with its cord", 1, f"/runs/{key}", run.name, "where a source that is carried is plugged in", "job", run.status
            )
        if run.kind is RunKind.service:
            yield from _service(case, key, run)


def _source(key: str, source: Source) -> Wanted:
    rated = f", {source.rating_kva:g} kVA" if source.rating_kva else ""
    return Wanted("source", f"{_SOURCES[source.kind]}{rated}", 1, f"/sources/{key}", source.name, "a new one", "job", source.status)


def _service(case: Case, key: str, run: Run) -> Iterator[Wanted]:
    """Where it comes overhead, what carries and sheds it; and where other trades bond their cables."""
    at = f"/runs/{key}"

    def of(item: str, what: str, why: str, cite: str) -> Wanted:
        return Wanted(item, what, 1, at, run.name, why, cite, run.status)

    if any(segment.place is Place.overhead for segment in run.segments):
        why = "the drop lands on it; the utility says how high and how strong"
        yield of("weatherhead", "for the mast", why, "the utility")
        yield of("mast_kit", "as the utility asks", why, "the utility")
        yield of("hub", "for the meter", "the mast comes into the top of the can", "trade habit")
    home = case.tree.building_of(run.target)
    if home in case.job.buildings:
        asked = case.rulebook.electrodes.intersystem_bonding(case.facts[home])
        if asked.value:
            yield of(
                "intersystem",
                "at the service",
                "other trades bond there; cross it out if one is there and stays in reach",
                asked.rule.citation,
            )
