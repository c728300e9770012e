"""Who has power over the days: buildings, circuits that matter and rooms; temporary supplies with what they carry."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.document.job import MattersAs, Serves, StandbyKind, Status, TemporarySupply
from northspan.core.document.job.part import short_name
from northspan.core.document.plan import Plan
from northspan.core.document.plan.days import PowerRow, PowerSpan, SupplyPlan
from northspan.core.steps.days.laid import LaidJob
from northspan.core.steps.days.outages import Outage
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import whole

STANDS_H = {
    MattersAs.freezer: 24.0, MattersAs.fridge: 4.0, MattersAs.sump: 0.0, MattersAs.medical: 0.0, MattersAs.heat: 6.0, MattersAs.work: 1.0,
    MattersAs.battery: 3.0,
}  # fmt: skip
NEVER_BACK = "Never into an outlet of the house: it would be live for whoever works, and for the line outside."


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
    if not opens:
        return ()
    first_day, from_h = laid.clock(opens[0].start)
    days = laid.job.days
    if not closes:  # it finds no end in these days: off until the last of them
        last_day, to_h = days.days - 1, days.ends_h
    else:
        last_day, to_h = laid.clock(closes[0].start)[0], laid.ends(closes[0])
    return tuple(
        PowerSpan(day, from_h if day == first_day else days.begins_h, to_h if day == last_day else days.ends_h, "off", "")
        for day in range(first_day, last_day + 1)
    )


def outage_hours(laid: LaidJob, outage: Outage) -> float:
    """Say how long an outage lasts by the clock, nights with it. [h]

    Parameters
    ----------
    laid : LaidJob
        The job laid out. [-]
    outage : Outage
        The outage. [-]
    """
    spans = outage_spans(laid, outage)
    return (spans[-1].day - spans[0].day) * 24 + spans[-1].to_h - spans[0].from_h if spans else 0.0


def power_rows(laid: LaidJob) -> Iterator[PowerRow]:
    """List who is without power when: buildings, then what matters, then the rooms.

    Parameters
    ----------
    laid : LaidJob
        The job laid out. [-]
    """
    case, job = laid.found.case, laid.job
    for outage in laid.found.outages:
        spans, hours = outage_spans(laid, outage), outage_hours(laid, outage)
        homes = dict.fromkeys(one.building for can, one in job.enclosures.items() if can in outage.cans and one.status is Status.existing)
        for home in homes:
            if home in job.buildings:
                yield PowerRow(f"building:{home}", job.buildings[home].name, "building", spans, hours, None, "")
        for circuit in outage.circuits:
            if circuit in matters(case):
                yield _mattering(laid, circuit, spans, hours)
        for serves in Serves:
            inside = [one for one in outage.circuits if job.circuits[one].serves is serves and one not in matters(case)]
            if inside and serves is not Serves.unknown:
                name = serves.value.replace("_", " ").capitalize()
                yield PowerRow(f"room:{outage.head}.{serves.value}", name, "room", spans, hours, None, "")


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


def _mattering(laid: LaidJob, circuit: str, spans: tuple[PowerSpan, ...], hours: float) -> PowerRow:
    job, kind = laid.job, matters(laid.found.case)[circuit]
    said = job.days.matters.get(circuit)
    stands_h = STANDS_H[kind] if said is None or said.stands_h is None else said.stands_h
    fed = next((one for one in job.days.supplies.values() if circuit in one.circuits), None)
    name = job.circuits[circuit].name or short_name(circuit)
    if fed is not None:
        spans = tuple(PowerSpan(span.day, span.from_h, span.to_h, "temporary", f"by {fed.name}") for span in spans)
        return PowerRow(f"circuit:{circuit}", name, kind.value, spans, 0.0, stands_h, "")
    worry = ""
    if hours > stands_h:
        worry = f"{name}: off for {hours_text(hours)}, and it stands {hours_text(stands_h) if stands_h else 'none'}. Feed it for now."
    return PowerRow(f"circuit:{circuit}", name, kind.value, spans, hours, stands_h, worry)


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
