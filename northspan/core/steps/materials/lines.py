"""The lines of a take-off: what is asked for, gathered by item; with what is spare, in whole packs, and as a person changed it."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Iterator

from northspan.core.case.case import Case
from northspan.core.case.worked import WorkedJob
from northspan.core.document.job import Box, Building, Electrode, Enclosure, Job, Metal, Place, Status
from northspan.core.document.plan import work_lines
from northspan.core.document.plan.materials import Asks, TakeOff, TakeOffLine
from northspan.core.rulebooks.goods import Good
from northspan.core.steps.materials.amounts import amount, buying
from northspan.core.steps.materials.facts import stranded, with_facts
from northspan.core.steps.materials.of_ground import ground_wants
from northspan.core.steps.materials.of_panels import box_wants, circuit_wants, enclosure_wants
from northspan.core.steps.materials.of_runs import run_wants
from northspan.core.steps.materials.of_supplies import supply_wants
from northspan.core.steps.materials.wanted import Wanted
from northspan.core.topics.circuits.topic import STANDING
from northspan.core.topics.electrodes.topic import BUILDINGS
from northspan.core.topics.pull.lengths import cut
from northspan.core.topics.pull.topic import ROUTED
from northspan.core.topics.sizing.prices import DENSITY_KG_PER_M3
from northspan.core.working.sums import count_of, sum_of

NOT_COUNTED = (
    "boards over a trench", "backboards", "grounding bushings where a ring of a knock-out is left", "longer wires for staggered heads",
    "torque tools and testers",
)  # fmt: skip


def taken_off(whole: WorkedJob) -> TakeOff:
    """Count everything that a job needs, once for all who ask.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]

    Raises
    ------
    InvalidJob
        If the job refers to what does not exist.

    Examples
    --------
    >>> from northspan.core.desk.demo_us import kestrel_hollow
    >>> from northspan.core.solve import worked
    >>> [line.shown for line in taken_off(worked(kestrel_hollow())).lines if line.item == "rod"]
    ['1']
    """
    return whole.once("taken off", _taken_off)


def _taken_off(whole: WorkedJob) -> TakeOff:
    job, case, done = whole.job, whole.case, whole.done
    wants = [one for routed in done[ROUTED].values() for one in run_wants(case, routed)]
    wants += [
        one for key, enclosure in job.enclosures.items() for one in enclosure_wants(case, key, enclosure, whole.plan.enclosures.get(key))
    ]
    wants += [one for panel, standing in done[STANDING].items() for one in circuit_wants(case, panel, standing)]
    wants += [*box_wants(case, done[STANDING]), *ground_wants(case, done[BUILDINGS]), *supply_wants(case)]
    lines = [*with_facts(case, _lines(case, wants)), *_own(job)]
    back = tuple(f"{line.shown} {line.words}" for line in lines if line.status == Status.temporary.value and not line.crossed_out)
    copper_kg = _copper_out_kg(case)
    return TakeOff(case.rulebook.title, tuple(lines), tuple(_done(case)), back, copper_kg, copper_kg * job.materials.scrap_per_kg,
                   NOT_COUNTED, tuple(stranded(case, lines)))  # fmt: skip


def _lines(case: Case, wants: Iterable[Wanted]) -> Iterator[TakeOffLine]:
    """Gather what is asked for by item, words and status, in the order of the catalogue."""
    goods, by_key = case.rulebook.goods, defaultdict[tuple[str, str, Status], list[Wanted]](list)
    for one in wants:
        if one.item in goods:  # what a trade does not know is not on its list
            by_key[one.item, one.what, one.status].append(one)
    order = {item: i for i, item in enumerate(goods)}
    for (item, what, status), ones in sorted(by_key.items(), key=lambda one: (order[one[0][0]], one[0][1], one[0][2].value)):
        yield _line(case, goods[item], what, status, ones)


def _line(case: Case, good: Good, what: str, status: Status, ones: list[Wanted]) -> TakeOffLine:
    job, say = case.job, case.rulebook.words
    key = f"{good.item}|{what}|{status.value}"[:160]
    needed = sum_of(one.quantity for one in ones)
    spare = job.materials.spare_percent.get(good.item, good.spare_percent)
    worked = buying(good, needed, spare, say)
    planned = worked.value
    change = job.materials.changed.get(key)
    bought = planned if change is None or change.quantity is None else change.quantity
    crossed = change is not None and change.crossed_out
    differs = ""
    if crossed:
        differs = "crossed out; the plan asks for it"
    elif bought != planned:
        differs = f"the plan says {amount(say, planned, good.unit)}"
    note = f" ({change.note})" if change and change.note else ""
    return TakeOffLine(
        key, good.item, good.kind, f"{good.words}, {what}" if what else good.words, good.unit, status.value, needed, bought,
        amount(say, bought, good.unit), f"{differs}{note}".strip(), crossed, change.got.value if change else "",
        tuple(Asks(one.where, one.name, one.quantity, one.why, one.citation) for one in ones),
        tuple(sorted((piece for one in ones for piece in one.pieces_m), reverse=True)), work_lines(worked.steps),
    )  # fmt: skip


def _done(case: Case) -> Iterator[str]:
    """What is done, as an owner reads it."""
    job, tree, say = case.job, case.tree, case.rulebook.words
    words = {Status.new: "new", Status.temporary: "for now only", Status.remove: "taken out"}
    parts: list[Building | Enclosure | Electrode | Box] = [*job.buildings.values(), *job.enclosures.values()]
    parts += [*job.electrodes.values(), *job.boxes.values()]
    for one in parts:
        if one.status in words:
            yield f"{one.name}: {words[one.status]}."
    for run in job.runs.values():
        if run.status not in words or run.utility_owned:
            continue
        ways = {place for segment in run.segments for place in (segment.place,)}
        dug = ", in a trench" if Place.buried in ways else ", overhead" if Place.overhead in ways else ""
        length = say.length_text(sum_of(segment.length_m for segment in run.segments))
        yield f"{run.name}: {words[run.status]}, {length} from {tree.name_of(run.origin)} to {tree.name_of(run.target)}{dug}."
    moved = count_of(1 for one in job.circuits.values() if one.old_slots)
    if moved:
        yield f"{moved} circuits changed over to their new place."


def _own(job: Job) -> Iterator[TakeOffLine]:
    for key, one in job.materials.own.items():
        asks = (Asks(f"/materials/own/{key}", "added by hand", one.quantity, one.note, "you"),)
        yield TakeOffLine(f"own|{key}", "own", "own", one.words, one.unit, "own", one.quantity, one.quantity, f"{one.quantity:g}",
                          one.note, crossed_out=False, got=_got(job, f"own|{key}"), asks=asks, pieces_m=(), working=())  # fmt: skip


def _got(job: Job, key: str) -> str:
    change = job.materials.changed.get(key)
    return change.got.value if change else ""


def _copper_out_kg(case: Case) -> float:
    """Weight of the copper in runs that go, by the section of their wires as noted. [kg]"""
    total = 0.0
    for run in case.job.runs.values():
        if run.status is Status.remove and run.conductor_size and run.metal is not Metal.aluminum:
            length_m = cut(sum_of(segment.length_m for segment in run.segments), 0.0, 0.0).value
            wires = len(case.rulebook.words.colors(run.circuit))
            area_m2 = case.rulebook.wires.area_m2(run.conductor_size)
            volume_m3 = wires * (run.sets or 1) * length_m * area_m2
            total += volume_m3 * DENSITY_KG_PER_M3[Metal.copper]
    return total
