"""What runs ask to be done: digging, pipe, pulling, landing, testing, and what is old taken out."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from northspan.core.case.at_walls import walls_passed
from northspan.core.case.case import Case
from northspan.core.document.job import NEW, Place, Segment, Sky, Status, status_of
from northspan.core.steps.days.kinds import key_of
from northspan.core.steps.days.makes import LOTO, OUTDOORS, task, there_already
from northspan.core.steps.days.task import Task
from northspan.core.topics.pull.crew import crew_for, minutes
from northspan.core.topics.pull.pulling import counted, most_n
from northspan.core.topics.pull.routed import Routed
from northspan.core.topics.pull.run_pull import hardest, question_of_pull
from northspan.core.topics.routes.route import IN_PIPE
from northspan.core.working.worked import step

DRY = frozenset({Place.indoors})
ATTIC_C = 45.0  # a stretch as hot as this lies under a roof


def run_tasks(case: Case, routed: Routed, dug: frozenset[str]) -> Iterator[Task]:
    """List what a run asks to be done.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    routed : Routed
        The run, sized, with its route. [-]
    dug : frozenset of str
        Trenches that other runs asked for already; a trench that several share is dug once. [-]
    """
    run = routed.run
    if run.utility_owned or run.status is Status.existing:
        return
    if run.status is Status.remove:
        return
    before: list[str] = []
    mine = set(dug)
    for segment in run.segments:
        if status_of(run, segment) in NEW:
            for one in _stretch(case, routed, segment, frozenset(mine)):
                mine.add(one.key)
                before.append(one.key)
                yield one
            if segment.place is Place.buried:
                before.append(key_of("backfill", _trench(routed.id, segment)))
    yield from _pulled(case, routed, tuple(dict.fromkeys(before)))
    yield from _sealed(case, routed)
    yield from _ends(case, routed)


def _trench(key: str, segment: Segment) -> str:
    """Name the trench of a stretch: one that several share, or its own."""
    return segment.trench or _lain(key, segment)


def _lain(key: str, segment: Segment) -> str:
    return f"{key}.{segment.key}"


def _stretch(case: Case, routed: Routed, segment: Segment, dug: frozenset[str]) -> Iterator[Task]:
    run, say, at = routed.run, case.rulebook.words, f"/runs/{routed.id}/segments/{segment.key}"
    name, long = run.name, say.length_text(segment.length_m)
    piped = segment.method in IN_PIPE
    part = _lain(routed.id, segment)
    if segment.place is not Place.buried:
        words = f"{name}: {long} of {'pipe hung' if piped else 'cable clipped'}"
        sky = frozenset({Sky.heat}) if segment.ambient_c >= ATTIC_C else frozenset() if segment.place in DRY else OUTDOORS
        ends = tuple(key_of("hang", node) for node in (run.origin, run.target) if node in case.job.enclosures)
        rate = "pipe_up" if piped else "cable"
        yield task(case, "lay", part, words, "its route", at, segment.length_m, rate=rate, cannot_stand=sky, after=ends)
        return
    trench = _trench(routed.id, segment)
    fresh = key_of("trench", trench) not in dug
    if fresh:
        words = f"Trench for {segment.trench or name}, {long}"
        yield task(
            case,
            "trench",
            trench,
            words,
            "what lies in it is buried",
            at,
            segment.length_m,
            cannot_stand=OUTDOORS,
            tools=("digger", "marking paint", "shovels"),
        )
    words = f"{name}: {long} of {'pipe' if piped else 'cable'} in its trench"
    yield task(
        case,
        "lay",
        part,
        words,
        "its route",
        at,
        segment.length_m,
        cannot_stand=OUTDOORS | ({Sky.frost} if piped else frozenset()),
        rate="pipe_buried" if piped else "cable",
        after=(key_of("trench", trench),),
        tools=("cement and primer", "heat box") if piped else (),
    )
    if fresh:
        named = f"Trench of {segment.trench or name}"
        why = "nobody sees it once it is filled"
        yield task(case, "look", trench, f"{named} looked at", why, at, after=(key_of("lay", part),))
        words = f"{named} filled, ribbon half way down"
        looked = (key_of("look", trench),)
        yield task(case, "backfill", trench, words, "after it was looked at", at, segment.length_m, cannot_stand=OUTDOORS, after=looked)


def _pulled(case: Case, routed: Routed, before: tuple[str, ...]) -> Iterator[Task]:
    run, key = routed.run, routed.id
    found = hardest(question_of_pull(routed), case.rulebook)
    if found is None:
        return
    people = crew_for(run.pull, most_n(counted(found.pulled.value, run.pull)))
    lasts = step("h", f"{run.name}: pulled in", "t / 60", "h", "from the pull itself", t=minutes(run, found.bends_deg, max(2, people)))
    ends = tuple(key_of("hang", node) for node in (run.origin, run.target) if node in case.job.enclosures)
    yield task(case, "reel", key, f"{run.name}: line blown in, reels set", "ahead of the pull", f"/runs/{key}", after=before)
    words = f"{run.name}: pulled in" + ("" if people else "; too hard for hands, a machine or another pull point")
    plain = task(
        case,
        "pull",
        key,
        words,
        "its conductors",
        f"/runs/{key}/pull",
        people=max(2, people),
        cannot_stand=frozenset({Sky.thunder}),
        after=(key_of("reel", key), *ends),
        tools=("line", "lubricant", "gloves"),
    )
    yield replace(plain, hours=lasts.value, steps=(lasts,))


def _ends(case: Case, routed: Routed) -> Iterator[Task]:
    """The far end first, dead; tested; then the end that is fed."""
    run, key = routed.run, routed.id
    at, name_of = f"/runs/{key}", case.tree.name_of
    wired = (key_of("pull", key), *(key_of("lay", _lain(key, one)) for one in run.segments))
    far_off, near_off = there_already(case, run.target), there_already(case, run.origin)
    tools = ("torque wrench", "lugs and antioxidant", *(LOTO if far_off or near_off else ()))
    first = () if far_off else (key_of("far", key),)
    yield task(
        case,
        "far",
        key,
        f"{run.name}: landed in {name_of(run.target)}",
        "torqued by the label",
        at,
        after=(*wired, key_of("hang", run.target), *((key_of("test", key),) if far_off else ())),
        tools=tools,
    )
    yield task(
        case,
        "test",
        key,
        f"{run.name}: insulation and continuity tested",
        "before it is ever live",
        at,
        after=(*wired, *first),
        tools=("insulation tester",),
    )
    if run.origin not in case.job.sources:
        words, after = (
            f"{run.name}: landed on its device in {name_of(run.origin)}",
            (key_of("test", key), key_of("far", key), key_of("hang", run.origin)),
        )
        yield task(case, "near", key, words, "the end that is fed comes last", at, after=after, tools=tools)


def _sealed(case: Case, routed: Routed) -> Iterator[Task]:
    """Where a run comes through the wall of a building, the hole is closed against water, animals and cold."""
    run, key = routed.run, routed.id
    for home in walls_passed(case, key):
        name, where = case.job.buildings[home].name, f"/runs/{key}"
        wired = (key_of("pull", key), *(key_of("lay", _lain(key, one)) for one in run.segments))
        yield task(
            case,
            "seal",
            f"{key}.{home}",
            f"{run.name}: sealed where it enters {name}",
            "water, animals and cold",
            where,
            after=wired,
            tools=("sealing compound",),
        )


def removed_runs(case: Case) -> Iterator[Task]:
    """List what runs that go ask for: disconnected while their ends are dead, taken out when nobody is without power for it.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    """
    for key, run in case.job.runs.items():
        if run.status is not Status.remove or run.utility_owned:
            continue
        at, why = f"/runs/{key}", "it is marked to go; dead and tested first"
        ends = f"in {case.tree.name_of(run.target)}" if run.origin in case.job.sources else "at both ends"
        yield task(case, "lift", key, f"{run.name}: disconnected {ends}", why, at, tools=LOTO)
        yield task(case, "take_out", key, f"{run.name} taken out", "it is marked to go", at, after=(key_of("lift", key),))
