"""A sized run with its route: sizing is not asked again when only the route is moved."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.document.job import Run
from northspan.core.topics.sizing.run import SizedRun


@dataclass(frozen=True, slots=True)
class Routed:
    """A run as the job has it, with its legs, boxes and trenches, and as it was sized."""

    id: str
    run: Run
    sized: SizedRun
