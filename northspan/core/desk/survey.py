"""Taking parts of a property out, and doubling them, with everything that hangs on them."""

from __future__ import annotations

from typing import Any

from northspan.core.desk.draft import Draft, Tail, edits_between, no_tail
from northspan.core.document.job import Job, PanelLayout
from northspan.core.document.patching import PART_KINDS
from northspan.core.working.errors import InvalidJob


def removal(job: Job, kind: str, key: str) -> list[dict[str, Any]]:
    """Give the edit that removes a part with everything in it and every run that touches it, as JSON Patch operations.

    Parameters
    ----------
    job : Job
        The job. [-]
    kind : str
        Which map the part is in: sources, buildings, enclosures, electrodes, loads or runs. [-]
    key : str
        Its id. [-]

    Raises
    ------
    InvalidJob
        If there is no such part.
    """
    _check(job, kind, key)
    gone = {name: set[str]() for name in PART_KINDS}
    gone[kind].add(key)
    if kind == "buildings":
        for name in ("sources", "enclosures", "electrodes", "boxes"):
            gone[name] |= {k for k, part in getattr(job, name).items() if part.building == key}
    nodes = gone["enclosures"] | gone["sources"]
    gone["loads"] |= {k for k, load in job.loads.items() if load.enclosure in gone["enclosures"]}
    gone["runs"] |= {k for k, run in job.runs.items() if run.origin in nodes or run.target in nodes}
    gone["circuits"] |= {k for k, one in job.circuits.items() if one.enclosure in gone["enclosures"]}
    draft = Draft(job)
    for name, keys in gone.items():
        for k in keys:
            del draft.parts[name][k]
    _circuits_without(draft, gone)
    for k, run in draft.parts["runs"].items():
        if any(other in gone["runs"] for segment in run.segments for other in segment.shares_with):
            kept = [s.model_copy(update={"shares_with": tuple(o for o in s.shares_with if o not in gone["runs"])}) for s in run.segments]
            draft.change("runs", k, segments=tuple(kept))
    return edits_between(job, draft.job())


def _circuits_without(draft: Draft, gone: dict[str, set[str]]) -> None:
    """Take out of the circuits that stay whatever they name that goes."""
    for key, one in list(draft.parts["circuits"].items()):
        fields: dict[str, Any] = {}
        if kept := tuple(load for load in one.loads if load not in gone["loads"]):
            fields = {"loads": kept} if kept != one.loads else {}
        elif one.loads:
            fields = {"loads": ()}
        for field, kind in (
            ("run", "runs"),
            ("extended_in", "boxes"),
            ("partner", "circuits"),
            ("neutral_with", "circuits"),
            ("source", "sources"),
        ):
            if getattr(one, field) in gone[kind]:
                fields[field] = None
        if fields:
            draft.change("circuits", key, **fields)
    _layouts_without(draft, gone)


def _layouts_without(draft: Draft, gone: dict[str, set[str]]) -> None:
    """Take out of the layouts that stay whatever they name that goes."""
    for key, enclosure in list(draft.parts["enclosures"].items()):
        if enclosure.layout is not None and (layout := _layout_without(enclosure.layout, gone)) != enclosure.layout:
            draft.change("enclosures", key, layout=layout)
            if enclosure.layout.replaces is not None and layout.replaces is None:
                for one in [k for k, circuit in draft.parts["circuits"].items() if circuit.enclosure == key]:
                    draft.change("circuits", one, old_slots=())


def _layout_without(layout: PanelLayout, gone: dict[str, set[str]]) -> PanelLayout:
    """A layout that names nothing that goes: no panel that it takes the place of, no circuit in its rounds."""
    fields: dict[str, Any] = {}
    if layout.replaces in gone["enclosures"]:
        fields["replaces"] = None
    if layout.trace is not None:
        rounds = tuple(tuple(key for key in off if key not in gone["circuits"]) for off in layout.trace.rounds)
        if rounds != layout.trace.rounds:
            fields["trace"] = layout.trace.model_copy(update={"rounds": rounds})
    return layout.model_copy(update=fields) if fields else layout


def doubling(job: Job, kind: str, key: str, tail: Tail = no_tail) -> list[dict[str, Any]]:
    """Give the edit that copies a part with everything in it, as JSON Patch operations.

    Parameters
    ----------
    job : Job
        The job. [-]
    kind : str
        Which map the part is in. [-]
    key : str
        Its id. [-]
    tail : callable
        Makes the tails of new ids. [-]

    Notes
    -----
    A copied building brings its enclosures, loads and electrodes, the runs among its enclosures, and the run that feeds
    it, which starts where the first one does. A copied can brings its loads and the run that feeds it. A
    run cannot be copied alone: nothing may be fed twice.

    Raises
    ------
    InvalidJob
        If there is no such part, or it is a run.
    """
    _check(job, kind, key)
    if kind == "runs":
        raise InvalidJob(f"/runs/{key}", "a run cannot be copied alone.", "Copy what it feeds; the run comes along.")
    draft = Draft(job, tail)
    part = getattr(job, kind)[key]
    if kind in {"loads", "electrodes", "boxes", "circuits"}:
        bare = {"slots": (), "partner": None, "neutral_with": None, "run": None, "loads": (), "old_slots": ()} if kind == "circuits" else {}
        draft.add(part.model_copy(update={"name": _second(part.name), **bare}))
        return edits_between(job, draft.job())
    enclosures = {key} if kind == "enclosures" else set()
    moved: dict[str, str] = {}
    if kind == "buildings":
        moved[key] = draft.add(part.model_copy(update={"name": _second(part.name)}))
        enclosures = {k for k, enclosure in job.enclosures.items() if enclosure.building == key}
        for electrode in [e for e in job.electrodes.values() if e.building == key]:
            draft.add(electrode.model_copy(update={"building": moved[key]}))
    if kind == "sources":
        draft.add(part.model_copy(update={"name": _second(part.name)}))
    for k in sorted(enclosures):
        enclosure = job.enclosures[k]
        name = _second(enclosure.name) if kind == "enclosures" else enclosure.name
        alone = enclosure.layout.model_copy(update={"replaces": None, "trace": None}) if enclosure.layout else None
        fresh = {"building": moved.get(enclosure.building, enclosure.building), "name": name, "layout": alone}
        moved[k] = draft.add(enclosure.model_copy(update=fresh))
        for load in [load for load in job.loads.values() if load.enclosure == k]:
            draft.add(load.model_copy(update={"enclosure": moved[k]}))
    for run in list(job.runs.values()):
        if run.target in enclosures:
            draft.add(run.model_copy(update={"origin": moved.get(run.origin, run.origin), "target": moved[run.target]}))
    return edits_between(job, draft.job())


def _check(job: Job, kind: str, key: str) -> None:
    if kind not in PART_KINDS:
        raise InvalidJob(f"/{kind}", f"there are no {kind} in a job.", f"Parts: {', '.join(PART_KINDS)}.")
    if key not in getattr(job, kind):
        raise InvalidJob(f"/{kind}/{key}", f"there is no {key}.", "Name a part of the job.")


def _second(name: str) -> str:
    return f"{name[:72]}, copy"
