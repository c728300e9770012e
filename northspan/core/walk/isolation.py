"""What must be opened so that a part is dead: its main, the device that feeds it, or what only the utility opens."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.document.job import Job
from northspan.core.walk.installation import Part, Side, feeds_of, has_main, has_switches, head_of, is_utility, main_of, utility_of


@dataclass(frozen=True, slots=True)
class Isolation:
    """Where a part is made dead: the can at the head of what goes dead with it, the switches, and whether the utility opens one."""

    head: str
    switches: frozenset[str]
    utility: bool = False


def isolation_of(job: Job, part: Part) -> Isolation:
    """Say what makes a part dead that is there already.

    The bus behind a main by that main; anything else by what feeds the can, as far up as there is something to open. What
    comes from a source has the utility's side, or the source's own switch, to open. A can whose feed is not drawn counts as
    live: by its main where that is enough, else somebody has to find what feeds it, and the utility is asked.

    Parameters
    ----------
    job : Job
        The job. [-]
    part : Part
        The side of a can. [-]

    Examples
    --------
    >>> from northspan.core.document.job import Enclosure, Job
    >>> job = Job(name="A", enclosures={"P1": Enclosure(name="Panel", building="B1", main_a=100, status="existing")})
    >>> sorted(isolation_of(job, Part("P1", Side.bus)).switches), sorted(isolation_of(job, Part("P1", Side.line)).switches)
    (['main:P1'], ['utility:P1'])
    """
    if part.side is Side.bus and has_main(job, part.can):
        return Isolation(part.can, frozenset({main_of(part.can)}))
    feeds = feeds_of(job, part.can)
    if all(job.runs[key].alternate for key in feeds):  # what feeds it besides a standby supply is not drawn
        return Isolation(part.can, frozenset({utility_of(part.can), *(head_of(job, key) for key in feeds)}), utility=True)
    head, switches, utility = part.can, set[str](), False
    for key in feeds:
        origin = job.runs[key].origin
        if origin in job.sources or has_switches(job, origin):
            switches.add(head_of(job, key))
            utility = utility or is_utility(job, origin)
        else:
            above = isolation_of(job, Part(origin, Side.line))
            head, switches, utility = above.head, switches | above.switches, utility or above.utility
    return Isolation(head, frozenset(switches), utility)
