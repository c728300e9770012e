"""Earth fault loops: their limits, main bonding, rooms with a bath, under codes that protect by them."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.case.topic import Done, Planned, Topic
from northspan.core.document.findings import Finding
from northspan.core.topics.electrodes.topic import BUILDINGS
from northspan.core.topics.loops.calculators import CALCULATORS
from northspan.core.topics.loops.checks import bonding_groups, loop_findings, wet_room_call
from northspan.core.topics.loops.rings import ring_findings
from northspan.core.topics.sizing.topic import SIZED, same_loops


def plan(case: Case, done: Done) -> Planned:
    """Work the bonding of every building, and the call on its room with a bath.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What earlier topics worked out. [-]
    """
    more = {
        key: {"working": bonding_groups(case, key, done[SIZED]), "calls": wet_room_call(case, key, done[SIZED])} for key in done[BUILDINGS]
    }
    return Planned(more={"buildings": more})


def findings(case: Case, done: Done) -> Iterator[Finding]:
    """Say where a loop, its bonding or its electrode is not as it must be.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    done : Done
        What the topics so far worked out. [-]
    """
    yield from loop_findings(case, done[SIZED])
    yield from ring_findings(case, done[SIZED])


TOPIC = Topic("loops", "neutrals", plan, findings, CALCULATORS, stands=same_loops)
