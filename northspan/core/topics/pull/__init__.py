"""How wires go through a pipe: weight, tension from end to end, pressure at bends, lengths, lubricant, stages."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.document.findings import Finding
from northspan.core.topics.pull.findings import pull_findings
from northspan.core.topics.pull.fittings import fitting_findings
from northspan.core.topics.pull.ground import ground_findings
from northspan.core.topics.pull.routed import Routed
from northspan.core.topics.pull.rules import PullRules
from northspan.core.topics.pull.supports import height_findings, support_findings

__all__ = ["route_findings"]


def route_findings(routed: Routed, rulebook: PullRules) -> Iterator[Finding]:
    """Say what is wrong with how a run gets there: its pull, heights, straps, boxes, trench.

    Parameters
    ----------
    routed : Routed
        The run, sized, with its route. [-]
    rulebook : PullRules
        The rules that are asked. [-]
    """
    for find in (pull_findings, height_findings, support_findings, fitting_findings, ground_findings):
        yield from find(routed, rulebook)
