"""What a solved bench means, in plain words, and why."""

from __future__ import annotations

from northspan.core.topics.bonds.fault import fault_verdict
from northspan.core.topics.bonds.reading import Solved
from northspan.core.topics.bonds.words import NOTE, Verdict
from northspan.core.topics.bonds.working import working_verdict


def verdict(solved: Solved) -> Verdict:
    """Say what the solved circuit means, the worst of it first.

    Parameters
    ----------
    solved : Solved
        The circuit. [A, V]
    """
    if not solved.bench.tree.order:
        words = solved.say.fill("Draw a source, a {panel} and a run between them; then it answers.")
        return Verdict(NOTE, 0, "No circuit yet", words, "Nothing feeds anything, so no current flows and nothing is shown.", "job", "")
    return fault_verdict(solved) if solved.bench.trial.faulted else working_verdict(solved)
