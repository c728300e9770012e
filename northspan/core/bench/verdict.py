"""What a solved bench means, in plain words, and why."""

from __future__ import annotations

from northspan.core.bench.fault import fault_verdict
from northspan.core.bench.reading import Solved
from northspan.core.bench.words import Verdict
from northspan.core.bench.working import working_verdict


def verdict(solved: Solved) -> Verdict:
    """Say what the solved circuit means, the worst of it first.

    Parameters
    ----------
    solved : Solved
        The circuit. [A, V]
    """
    return fault_verdict(solved) if solved.bench.trial.faulted else working_verdict(solved)
