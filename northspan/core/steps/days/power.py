"""Who has power over the days: buildings, circuits that matter and rooms; temporary supplies with what they carry."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from northspan.core.case.case import Case
from northspan.core.document.job import Job, MattersAs, Serves, StandbyKind, Status, TemporarySupply
from northspan.core.document.job.part import short_name
from northspan.core.document.plan import Plan
from northspan.core.document.plan.days import PowerRow, PowerSpan, SupplyPlan
from northspan.core.steps.days.dark import Dark, Fed, dark_times, fed_at, holders, hours_of_spans, spans_of
from northspan.core.steps.days.kinds import key_of
from northspan.core.steps.days.laid import LaidJob
from northspan.core.steps.days.outages import Outage
from northspan.core.steps.days.walked import moments
from northspan.core.walk.installation import THERE
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import whole

STANDS_H = {
    MattersAs.freezer: 24.0, MattersAs.fridge: 4.0, MattersAs.sump: 0.0, MattersAs.medical: 0.0, MattersAs.heat: 6.0, MattersAs.work: 1.0,
    MattersAs.battery: 3.0,
}  # fmt: skip
NEVER_BACK = "Never into an outlet of the house: it would be live for whoever works, and for the line outside."


def outage_hours(laid: LaidJob, outage: Outage) -> float:
    """Say how long an outage lasts by the clock, from the first hand on a switch to the last, nights with it. [h]

    Parameters
    ----------
    laid : LaidJob
        The job laid out. [-]
    outage : Outage
        The outage. [-]
    """
    return hours_of_spans(outage_spans(laid, outage))


def outage_spans(laid: LaidJob, outage: Outage) -> tuple[PowerSpan, ...]:
    """Say from when to when an outage lasts, day by day; nights between its days are off too. [h]

    Parameters
    ----------
    laid : LaidJob
        The job laid out. [-]
    outage : Outage
        The outage. [-]
    """
    placed = laid.laid.placed
    opens = [placed[one.key] for one in laid.found.tasks if one.opens == outage.head and one.key in placed]
    closes = [placed[one.key] for one in laid.found.tasks if one.closes == outage.head and one.key in placed]
    return spans_of(laid, Dark(opens[0].start, closes[0].end if closes else None)) if opens else ()


def power_rows(laid: LaidJob) -> Iterator[PowerRow]:
    """List who is without power when, as the walk through the days tells it: buildings, then what matters, then the rooms.

    Parameters
    ----------
    laid : LaidJob
        The job laid out. [-]
    """
    told = fed_at(moments(laid, told=True))
    yield from _buildings(laid, told)
    kinds = matters(laid.found.case)
    for key, one in laid.job.circuits.items():
        dark = tuple(dark_times(told, holders(laid.job, one.enclosure))) if key in kinds and one.status is not Status.new else ()
        if dark:
            yield _mattering(laid, key, dark)
    yield from _rooms(laid, told)


def _buildings(laid: LaidJob, told: tuple[Fed, ...]) -> Iterator[PowerRow]:
    """A building while nothing in it has power; a can by itself while others in its building have some."""
    job = laid.job
    for home, building in job.buildings.items():
        cans = [can for can, one in job.enclosures.items() if one.building == home and one.status in THERE and _serves(job, can)]
        chains = dict.fromkeys(holders(job, can) for can in cans)
        whole_home = tuple(dark_times(told, frozenset[str]().union(*chains)))
        if whole_home:
            yield _row(laid, f"building:{home}", building.name, "building", whole_home)
        for chain in chains:
            dark = tuple(dark_times(told, chain))
            if dark and dark != whole_home:
                can = next(one for one in cans if one in chain)
                yield _row(laid, f"building:{home}.{can}", f"{building.name}, {job.enclosures[can].name}", "building", dark)


def _serves(job: Job, can: str) -> bool:
    """Whether something hangs on a can itself, and not only what it feeds further on."""
    on_it = any(one.enclosure == can for one in job.circuits.values())
    return on_it or not any(run.origin == can and run.status in THERE for run in job.runs.values())


def _rooms(laid: LaidJob, told: tuple[Fed, ...]) -> Iterator[PowerRow]:
    job, kinds = laid.job, matters(laid.found.case)
    for serves in Serves:
        inside = [one for key, one in job.circuits.items() if one.serves is serves and key not in kinds and one.status is not Status.new]
        by_can = {can: tuple(dark_times(told, holders(job, can))) for can in dict.fromkeys(one.enclosure for one in inside)}
        times = [by_can[one.enclosure] for one in inside]
        found = dict.fromkeys(one for one in times if one)
        if serves is Serves.unknown:
            continue
        for i, dark in enumerate(found):
            name = serves.value.replace("_", " ").capitalize()
            part = "" if dark in times and all(one == dark for one in times) else ", part of it"
            yield _row(laid, f"room:{serves.value}" + (f".{i}" if i else ""), f"{name}{part}", "room", dark)


def _row(laid: LaidJob, key: str, name: str, kind: str, dark: tuple[Dark, ...]) -> PowerRow:
    spans = [spans_of(laid, one) for one in dark]
    return PowerRow(key, name, kind, tuple(span for one in spans for span in one), sum_of(map(hours_of_spans, spans)), None, "")


def matters(case: Case) -> dict[str, MattersAs]:
    """Say which circuits must not be long without power: as a person said, and those that are never switched off to trace.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    """
    job = case.job
    said = {key: one.kind for key, one in job.days.matters.items()}
    return said | {key: MattersAs.medical for key, one in job.circuits.items() if one.stays_on and key not in said}


def _mattering(laid: LaidJob, circuit: str, dark: tuple[Dark, ...]) -> PowerRow:
    """A circuit that must not be off for long: fed by a cord only while that is up."""
    job, kind = laid.job, matters(laid.found.case)[circuit]
    said = job.days.matters.get(circuit)
    stands_h = STANDS_H[kind] if said is None or said.stands_h is None else said.stands_h
    name = job.circuits[circuit].name or short_name(circuit)
    cords = [(one, up) for key, one in job.days.supplies.items() if circuit in one.circuits for up in _up(laid, key)]
    spans: list[PowerSpan] = []
    off: list[float] = []
    for part, cord in (piece for one in dark for piece in _parted(one, cords)):
        there = spans_of(laid, part)
        spans += [replace(span, state="temporary", words=f"by {cord}") for span in there] if cord else there
        off += [] if cord else [hours_of_spans(there)]
    worry = ""
    if max(off, default=0.0) > stands_h:
        for_how_long = f"off for {hours_text(max(off))}, and it stands {hours_text(stands_h) if stands_h else 'none'}"
        worry = f"{name}: {for_how_long}. Feed it for now."
    return PowerRow(f"circuit:{circuit}", name, kind.value, tuple(spans), sum_of(off), stands_h, worry)


def _up(laid: LaidJob, supply: str) -> Iterator[Dark]:
    """From when to when a temporary supply is up: put up in these days, and not yet taken down."""
    placed = laid.laid.placed
    put_up, down = placed.get(key_of("temporary_in", supply)), placed.get(key_of("temporary_out", supply))
    if put_up is not None:
        yield Dark(put_up.end, down.start if down is not None else None)


def _parted(dark: Dark, cords: list[tuple[TemporarySupply, Dark]]) -> Iterator[tuple[Dark, str]]:
    """A dark time in the pieces in which a cord feeds and those in which none does."""
    at = dark.start
    for cord, up in sorted(cords, key=lambda one: one[1].start):
        start, ends = max(at, up.start), [one for one in (dark.until, up.until) if one is not None]
        until = min(ends) if ends else None
        if (dark.until is not None and start >= dark.until) or (until is not None and until <= start):
            continue
        if start > at:
            yield Dark(at, start), ""
        yield Dark(start, until), cord.name
        if until is None:
            return
        at = until
    if dark.until is None or at < dark.until:
        yield Dark(at, dark.until), ""


def hours_text(hours: float) -> str:
    """Say hours and minutes, to five minutes.

    Parameters
    ----------
    hours : float
        How long. [h]

    Examples
    --------
    >>> [hours_text(hours) for hours in (0.25, 2, 3.68)]
    ['15 min', '2 h', '3 h 40 min']
    """
    minutes = round(hours * 12) * 5
    full, rest = divmod(minutes, 60)
    return " ".join(([f"{full} h"] if full else []) + ([f"{rest} min"] if rest or not full else []))


def supply_plans(case: Case, plan: Plan) -> Iterator[SupplyPlan]:
    """Hold every temporary supply against what it carries, and say what is wrong with it.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    plan : Plan
        What is planned. [A]
    """
    load_va: dict[str, float] = {}
    poles: dict[str, int] = {}
    for panel in plan.panels.values():
        for one in panel.circuits:
            poles[one.id] = one.poles
            load_va[one.id] = one.load_a * _volts(case) * (1 if one.poles == 1 else 2)
    for key, supply in case.job.days.supplies.items():
        names = {one: case.job.circuits[one].name or short_name(one) for one in supply.circuits}
        unknown = [names[one] for one in supply.circuits if not load_va.get(one)]
        two = [names[one] for one in supply.circuits if poles.get(one, 1) > 1 and supply.kind is StandbyKind.cord]
        asked = sum_of(load_va.get(one, 0.0) for one in supply.circuits)
        said = [f"{whole(asked)} of {whole(supply.power_va)} VA"]
        said += ["that is too much for it"] if asked > supply.power_va else []
        said += [f"what {', '.join(unknown)} takes is not known"] if unknown else []
        said += [f"a cord gives one line, and {', '.join(two)} wants two"] if two else []
        words = f"{supply.name}: {'; '.join(said)}."
        yield SupplyPlan(key, supply.name, asked, supply.power_va, len(said) == 1, words, tuple(_cautions(supply)))


def _volts(case: Case) -> float:
    source = next(iter(case.job.sources.values()), None)
    if source is None:
        return case.rulebook.supplies.usual_v
    one_line = source.system.value in {"single_phase", "two_wire"}
    return source.line_v if one_line else source.line_v / (2 if source.system.value == "split_phase" else 3**0.5)


def _cautions(supply: TemporarySupply) -> Iterator[str]:
    yield NEVER_BACK
    if supply.guards_people is not True:
        yield "No ground-fault protection is noted at it: look, or put one ahead of the cord."
    if supply.kind is StandbyKind.generator:
        yield "Outdoors, away from windows: its exhaust kills. Look whether its neutral is bonded at it before it feeds anything fixed."
    if supply.kind is StandbyKind.cord:
        yield "One cord of the right size, whole and unrolled, out of the wet and out of the way."
