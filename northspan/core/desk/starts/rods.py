"""Electrodes of what a start lays out anew: as many rods as the rules ask of the building."""

from __future__ import annotations

from northspan.core.case.facts import building_facts
from northspan.core.case.schools import school_of
from northspan.core.case.tree import tree_of
from northspan.core.desk.draft import Draft
from northspan.core.document.job import Electrode, Job, Laid, Status
from northspan.core.rulebooks.registry import rulebook_of


def with_rods(draft: Draft) -> Job:
    """Give new buildings of a draft the rods they need, and the job with them.

    Parameters
    ----------
    draft : Draft
        The job that is laid out. [-]

    Notes
    -----
    Where cans hang already nobody has looked yet what is in the ground, so nothing is added there; a building that stands and
    gets its first can has no electrode either.
    """
    job = draft.job()
    book, tree = rulebook_of(job), tree_of(job)
    length_m, apart_m, _ = book.electrodes.rod_limits()
    for key, building in job.buildings.items():
        cans = [enclosure for enclosure in job.enclosures.values() if enclosure.building == key]
        unseen = building.status is not Status.new and any(one.status is not Status.new for one in cans)
        if key in draft.before.buildings or unseen or not cans:
            continue
        needed = book.electrodes.electrodes_needed(building_facts(tree, key, book.supplies.usual_v), school_of(job, "rods"))
        for number in range(needed.value.rods if needed.value.required else 0):
            laid = Laid(school_of(job, "rock"))
            name = "Second rod" if number else "First rod"
            draft.add(Electrode(name=name, building=key, length_m=length_m, spacing_m=apart_m, laid=laid))
    return draft.job()
