"""How a task is made: its hours by the rate it is counted by, with the working."""

from __future__ import annotations

from typing import Any

from northspan.core.case.case import Case
from northspan.core.document.job import Role, Sky, Status
from northspan.core.steps.days.kinds import key_of, kinds
from northspan.core.steps.days.rates import customary, hours_of
from northspan.core.steps.days.task import Task
from northspan.core.working.worked import step

OUTDOORS = frozenset({Sky.thunder, Sky.rain})
LOTO = ("locks and tags", "two-pole tester and a proving unit")


def task(  # fields of a task are of any kind
    case: Case,
    kind: str,
    part: str,
    words: str,
    why: str,
    where: str,
    amount: float = 1.0,
    *,
    rate: str = "",
    **more: Any,  # noqa: ANN401
) -> Task:
    """Make a task of a kind, of so much by a rate.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    kind : str
        Its kind. [-]
    part : str
        The part it is about, which names it among tasks of its kind. [-]
    words : str
        What is done. [-]
    why : str
        Why. [-]
    where : str
        The part of the job. [-]
    amount : float
        How much of what the rate counts. [-]
    rate : str
        The rate it is counted by; the only one of its kind if left out. [-]
    more : fields of a task
        Other fields of the task. [-]
    """
    of = kinds()[kind]
    rate = rate or of.rates[0]
    known = customary()[rate]
    typed = rate in case.job.days.rates
    hours = step("h", words, "n * r", "h", "your rate" if typed else "customary", n=amount, r=hours_of(case.job, rate))
    usual: dict[str, Any] = {"people": known.people, "skilled": of.who is Role.electrician, "place": place_of(case, where),
                             "visit": of.waits}  # fmt: skip
    return Task(key_of(kind, part), of, rate, words, why, where, hours=max(hours.value, 1 / 6), steps=(hours,), **(usual | more))


def place_of(case: Case, where: str) -> str:
    """Name the building in which a part of the job stands; a run is named by where it ends.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    where : str
        The part. [-]
    """
    job, (_, kind, key, *_) = case.job, (where + "///").split("/")
    node = key
    if kind == "runs":
        node = job.runs[key].target
    elif kind == "circuits":
        node = job.circuits[key].enclosure
    elif kind in {"electrodes", "boxes"}:
        home = (job.electrodes[key] if kind == "electrodes" else job.boxes[key]).building
        return job.buildings[home].name if home in job.buildings else ""
    elif kind == "buildings":
        return job.buildings[key].name
    home = case.tree.building_of(node) if node in job.enclosures or node in job.sources or node in job.loads else ""
    return job.buildings[home].name if home in job.buildings else ""


def there_already(case: Case, node: str) -> bool:
    """Tell whether a can is there and may be live.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    node : str
        Id of the can. [-]
    """
    can = case.job.enclosures.get(node)
    return can is not None and can.status in {Status.existing, Status.remove}
