"""A job while it is being laid out: parts are added under fresh ids, and the difference becomes one edit."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from northspan.core.document.job import Box, Building, Electrode, Enclosure, Job, Load, PanelCircuit, Run, Source
from northspan.core.document.job.part import fresh_key
from northspan.core.document.patching import PART_KINDS
from northspan.core.rulebooks.registry import rulebook_of

Any_part = Source | Building | Enclosure | Electrode | Load | Run | PanelCircuit | Box
_PLACES: dict[type, tuple[str, str]] = {
    Source: ("sources", "S"),
    Building: ("buildings", "B"),
    Enclosure: ("enclosures", "P"),
    Electrode: ("electrodes", "E"),
    Load: ("loads", "L"),
    Run: ("runs", "F"),
    PanelCircuit: ("circuits", "W"),
    Box: ("boxes", "X"),
}


Tail = Callable[[], str]


def no_tail() -> str:
    """Make no tail: for a job that nobody else writes in."""
    return ""


class Draft:
    """A job to which parts are added.

    Parameters
    ----------
    job : Job
        The job. [-]
    tail : callable
        Makes the tails of new ids, which nobody else makes up at the same time. [-]
    """

    def __init__(self, job: Job, tail: Tail = no_tail) -> None:
        self.before, self.tail = job, tail
        self.rules = rulebook_of(job)
        self.say = self.rules.words
        self.parts: dict[str, dict[str, Any]] = {kind: dict(getattr(job, kind)) for kind in PART_KINDS}

    def add(self, part: Any_part) -> str:
        """Add a part under the next free id, and give the id.

        Parameters
        ----------
        part : Source, Building, Enclosure, Electrode, Load or Run
            The part. [-]
        """
        kind, letter = _PLACES[type(part)]
        taken = {key for parts in self.parts.values() for key in parts}
        key = fresh_key(letter, taken, self.tail())
        self.parts[kind][key] = self._usually_laid(part) if isinstance(part, Run) else part
        return key

    def _usually_laid(self, run: Run) -> Run:
        """Lay each stretch whose method nobody chose as the trade there lays it."""
        usual = self.rules.choices.usual_method
        return run.model_copy(update={"segments": tuple(
            one if "method" in one.model_fields_set else one.model_copy(update={"method": usual(one.place)}) for one in run.segments
        )})  # fmt: skip

    def change(self, kind: str, key: str, **fields: Any) -> None:  # noqa: ANN401 - fields of many kinds
        """Change fields of a part.

        Parameters
        ----------
        kind : str
            Which map it is in. [-]
        key : str
            Its id. [-]
        **fields : Any
            New values. [units of the fields]
        """
        self.parts[kind][key] = self.parts[kind][key].model_copy(update=fields)

    def take(self, job: Job) -> None:
        """Go on from a job that grew out of this draft.

        Parameters
        ----------
        job : Job
            The job. [-]
        """
        self.parts = {kind: dict(getattr(job, kind)) for kind in PART_KINDS}

    def job(self) -> Job:
        """Give the job as it stands now, checked as a whole."""
        changed = self.before.model_copy(update=self.parts)
        return Job.model_validate(changed.model_dump())


def edits_between(before: Job, after: Job) -> list[dict[str, Any]]:
    """Give the edit that turns one job into another, part by part, as JSON Patch operations.

    Parameters
    ----------
    before : Job
        The job as it stands. [-]
    after : Job
        The job as it should be; only its parts are compared. [-]
    """
    patch: list[dict[str, Any]] = []
    old, new = before.model_dump(mode="json"), after.model_dump(mode="json")
    for kind in PART_KINDS:
        patch += [{"op": "remove", "path": f"/{kind}/{key}"} for key in old[kind] if key not in new[kind]]
        for key, part in new[kind].items():
            if old[kind].get(key) != part:
                patch.append({"op": "add", "path": f"/{kind}/{key}", "value": part})
    return patch
