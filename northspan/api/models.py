"""What goes over the wire beside Job and Plan."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, RootModel, StringConstraints

from northspan.core.job import Job, Metal, Name
from northspan.core.plan import Plan


class Wire(BaseModel):
    """Base: unknown fields are refused."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, json_schema_serialization_defaults_required=True)


class NewJob(Wire):
    """What to start a job from."""

    start: Literal["empty", "detached_feeder", "demo"] = "empty"
    name: Name = "New property"
    load_a: float | None = Field(None, gt=0, le=6000)
    continuous_a: float = Field(0, ge=0, le=6000)
    length_m: float | None = Field(None, gt=0, le=5000)
    metal: Metal | None = None


class FeederStart(Wire):
    """The few things that a feeder to a detached building starts from."""

    load_a: float = Field(gt=0, le=6000)
    length_m: float = Field(gt=0, le=5000)
    continuous_a: float = Field(0, ge=0, le=6000)
    metal: Metal | None = None


class PatchOperation(Wire):
    """One operation of a JSON Patch (RFC 6902)."""

    op: Literal["add", "remove", "replace", "move", "copy", "test"]
    path: Annotated[str, StringConstraints(max_length=300)]
    value: Any = None
    from_: Annotated[str, StringConstraints(max_length=300)] | None = Field(None, alias="from")


class JobPatch(RootModel[Annotated[list[PatchOperation], Field(min_length=1, max_length=500)]]):
    """An edit: operations done in order, all or none."""


class JobState(Wire):
    """A job as it stands, with its plan."""

    id: str
    revision: int
    can_undo: bool
    can_redo: bool
    changed_at: datetime
    job: Job
    plan: Plan


class JobListItem(Wire):
    """A line in the list of jobs."""

    id: str
    name: str
    revision: int
    changed_at: datetime


class JobList(Wire):
    """All jobs, the last changed first."""

    jobs: list[JobListItem]


class RevisionItem(Wire):
    """A line of a job's history."""

    number: int
    kind: str
    who: str
    at: datetime
    what: str


class RevisionList(Wire):
    """The history of a job, the newest first."""

    revisions: list[RevisionItem]


class Choice(Wire):
    """A value and its name, for a list to choose from."""

    value: str
    title: str


class RulebookList(Wire):
    """The rulebooks there are, the usual one first."""

    rulebooks: list[Choice]


class RulebookOptions(Wire):
    """What a rulebook lets a person choose from, in its own terms."""

    id: str
    title: str
    metals: list[Choice]
    methods: list[Choice]
    places: list[Choice]
    surfaces: list[Choice]
    insulations: list[str]
    sizes: dict[str, list[Choice]]
    devices: list[float]
    terms: dict[str, str]
