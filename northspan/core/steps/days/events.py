"""What happens on the day, in one press: as edits of the job. Everything not begun is laid out anew from there."""

from __future__ import annotations

from collections.abc import Iterator
from enum import StrEnum
from typing import Any

from northspan.core.case.worked import WorkedJob
from northspan.core.document.job import Moment, Sky, TaskState, VisitKind, Weather, place_between
from northspan.core.document.pointer import escaped
from northspan.core.steps.days.kinds import Does
from northspan.core.steps.days.laid import LaidJob, lay_out_job
from northspan.core.steps.days.plan import visits_wanted
from northspan.core.working.errors import InvalidJob

INSPECTIONS = (VisitKind.trench, VisitKind.rough, VisitKind.service, VisitKind.final)
SKY_H, ROCK = 2.0, 2.0


class Event(StrEnum):
    """What happened."""

    now = "now"
    begun = "begun"
    done = "done"
    utility_here = "utility_here"
    inspector_here = "inspector_here"
    rain = "rain"
    thunder = "thunder"
    ill = "ill"
    rock = "rock"


def event_edits(whole: WorkedJob, event: Event, now: Moment, subject: str = "") -> list[dict[str, Any]]:
    """Give the edits that an event asks for, as JSON Patch operations.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    event : Event
        What happened. [-]
    now : Moment
        When. [h]
    subject : str
        The task, or the person. [-]

    Raises
    ------
    InvalidJob
        If there is no such task or person, or nobody waits for who came.
    """
    job = whole.job
    if now.day >= job.days.days:
        raise InvalidJob("/now/day", f"there are {job.days.days} days.", "Add a day first.")
    edits = [{"op": "add", "path": "/days/now", "value": now.model_dump(mode="json")}]
    match event:
        case Event.now:
            return edits
        case Event.begun | Event.done:
            return [*edits, *_task(lay_out_job(whole), event, now, subject)]
        case Event.utility_here | Event.inspector_here:
            return [*edits, _came(lay_out_job(whole), event, now)]
        case Event.rain | Event.thunder:
            until_h = min(24.0, now.at_h + SKY_H)
            spell = Weather(day=now.day, from_h=now.at_h, to_h=until_h, sky=Sky(event.value))
            placed = spell.model_copy(update={"order": place_between(job.days.weather, len(job.days.weather))})
            key = f"{event.value}-{now.day}-{round(now.at_h * 60)}"  # what two people say at the same minute is one spell
            return [*edits, {"op": "add", "path": f"/days/weather/{key}", "value": placed.model_dump(mode="json")}]
        case Event.ill:
            if subject not in job.days.people:
                raise InvalidJob("/subject", f"there is nobody {subject}.", f"People: {', '.join(job.days.people)}.")
            at = f"/days/people/{subject}"
            away = {"away_from_day": now.day, "away_from_h": now.at_h}
            return [*edits, *({"op": "add", "path": f"{at}/{field}", "value": value} for field, value in away.items())]
        case Event.rock:
            return [*edits, *_rock(lay_out_job(whole), subject)]


def _task(laid: LaidJob, event: Event, now: Moment, key: str) -> Iterator[dict[str, Any]]:
    """A task begins where and by whom it was laid, or is done and took so long."""
    task = next((one for one in laid.found.tasks if one.key == key), None)
    if task is None:
        raise InvalidJob("/subject", f"there is no task {key}.", "Choose one of the list.")
    change = laid.job.days.changed.get(key)
    kept = change.model_dump(mode="json") if change else {}
    at = laid.laid.placed.get(key)
    who = list(kept.get("who") or ([laid.people[one] for one in at.who] if at is not None else []))
    began = change is not None and change.state is not TaskState.open and change.day is not None and change.start_h is not None
    if event is Event.begun or not began:
        start_h = now.at_h if event is Event.begun else max(laid.job.days.begins_h, now.at_h - task.hours)
        kept |= {"day": now.day, "start_h": start_h, "who": who}
    kept["state"] = TaskState.begun.value if event is Event.begun else TaskState.done.value
    if event is Event.done:  # a fact from now on, whatever the plan becomes
        kept |= {"done_h": laid.found.planned_h.get(key.partition("#")[0], task.hours), "done_as": task.words}
    if event is Event.done and began and change is not None and change.day == now.day and change.start_h is not None:
        kept["took_h"] = max(1 / 12, now.at_h - change.start_h)
    yield {"op": "add", "path": f"/days/changed/{escaped(key)}", "value": kept}


def _came(laid: LaidJob, event: Event, now: Moment) -> dict[str, Any]:
    """Who came is taken as here from now; one that was announced is that visit, else it is a new one."""
    kinds = (VisitKind.utility_off, VisitKind.utility_on) if event is Event.utility_here else INSPECTIONS
    done = {one.visit for one in laid.found.tasks if (change := laid.job.days.changed.get(one.key)) and change.state is TaskState.done}
    wanted = [kind for kind in visits_wanted(laid) if kind in kinds and kind.value not in done]
    placed = [(at.start, task.visit) for task in laid.found.tasks if (at := laid.laid.placed.get(task.key)) and task.visit in wanted]
    if not wanted:
        raise InvalidJob("/event", "nobody waits for whoever came.", "Look at the list: no task wants this visit.")
    kind = min(placed)[1] if placed else wanted[0].value
    visits = laid.job.days.visits
    announced = next((one for one in visits if one.kind.value == kind), None)
    there = {"kind": kind, "order": place_between(visits, len(visits))} if announced is None else announced.model_dump(mode="json")
    key = kind if announced is None else announced.key  # the first of its kind goes by that name, whoever notes it
    return {
        "op": "add",
        "path": f"/days/visits/{key}",
        "value": there | {"day": now.day, "came_h": now.at_h, "confirmed": True} | _window(now),
    }


def _window(now: Moment) -> dict[str, float]:
    return {"from_h": min(now.at_h, 23.0), "to_h": min(24.0, now.at_h + 1)}


def _rock(laid: LaidJob, subject: str) -> Iterator[dict[str, Any]]:
    """Digging and driving that is not done takes twice as long."""
    hard = [one for one in laid.found.tasks if one.kind.does is Does.digs and (not subject or one.key == subject)]
    changed = laid.job.days.changed
    open_ = [one for one in hard if not ((change := changed.get(one.key)) and change.state is TaskState.done)]
    if not open_:
        raise InvalidJob("/subject", "nothing is dug or driven any more.", "Change the hours of the task itself.")
    for key in dict.fromkeys(one.key.partition("#")[0] for one in open_):
        change = changed.get(key)
        kept = change.model_dump(mode="json") if change else {}
        hours = (change.hours if change and change.hours else laid.found.planned_h[key]) * ROCK
        yield {"op": "add", "path": f"/days/changed/{escaped(key)}", "value": kept | {"hours": min(80.0, hours), "note": "rock"}}
