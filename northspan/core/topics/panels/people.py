"""What keeps people and animals safe where power is used: protection at the device, and what a rule asks at the place."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.document.findings import Finding, Severity, in_a_row, pin
from northspan.core.document.job import Across, BuildingUse, LoadKind, Method, Place, Run, RunKind, Source, SourceKind, Status, System
from northspan.core.rulebooks.questions.words import Words
from northspan.core.working.worked import Step

_HEATING = frozenset({
    LoadKind.heating, LoadKind.heat_pump, LoadKind.cooling, LoadKind.water_heating, LoadKind.tankless, LoadKind.range, LoadKind.dryer,
    LoadKind.hot_tub, LoadKind.kiln, LoadKind.shower, LoadKind.pool_heater,
})  # fmt: skip
_PEOPLE_MA = 30.0
_METAL_PIPE = frozenset({Method.emt, Method.rmc})


def people_findings(case: Case) -> Iterator[Finding]:
    """Say which circuit lacks the protection of people that its load asks for, and what is rated for another voltage.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    """
    for key, run in case.job.runs.items():
        if run.kind is not RunKind.branch or run.status is Status.remove:
            continue
        for load in case.tree.loads_behind(run.target).values():
            asked = case.rulebook.loads.ground_fault_asked(load.kind)
            if asked is not None and not _protected(case, run):
                people_ma = case.rulebook.loads.people_ma
                field, value = ("gfci", True) if people_ma is None else ("residual_ma", people_ma)
                text = f"{run.name}: {load.name} asks for {asked.result[:1].lower()}{asked.result[1:]}."
                why = f"{asked.formula[:1].upper()}{asked.formula[1:]}: a leak too small for the breaker kills there."
                cure = pin(f"/runs/{key}/{field}", value=value, words="Its device has it")
                yield Finding(
                    "ground-fault-missing", Severity.fix, f"/runs/{key}/{field}", text, why, asked.citation, (cure,), step="sizing"
                )
                break
    for key, source in case.job.sources.items():
        yield from _other_voltage(case, key, source)


def _protected(case: Case, run: Run) -> bool:
    people_ma = case.rulebook.loads.people_ma
    if people_ma is None:
        return run.gfci
    return run.residual_ma is not None and run.residual_ma <= people_ma


def _other_voltage(case: Case, key: str, source: Source) -> Iterator[Finding]:
    """Two legs of a wye are 208 V, and what a house has is made for 240 V."""
    usual_v = case.rulebook.supplies.usual_v
    if source.system is not System.wye_legs or source.line_v >= usual_v - 1e-9 or source.status is Status.remove:
        return
    names = [
        load.name
        for run in case.tree.leaving.get(key, ())
        for load in case.tree.loads_behind(case.job.runs[run].target).values()
        if load.kind in _HEATING and load.across is Across.line_line
    ]
    if names:
        share = 100 * (source.line_v / usual_v) ** 2
        yield Finding(
            "rated-for-other-voltage",
            Severity.check,
            f"/sources/{key}/line_v",
            f"{source.line_v:g} V here: read the plates of {in_a_row(names)}.",
            f"What is made for {usual_v:g} V gives {share:.0f} % of its heat at {source.line_v:g} V, and a motor runs hot.",
            case.rulebook.words.cite("plate"),
            step="loads",
        )


def cautions_there(case: Case, key: str) -> tuple[str, ...]:
    """List what is asked at the far end of a run, in words with their article.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    key : str
        The run. [-]
    """
    run, rules = case.job.runs[key], case.rulebook.loads
    asked: list[Step] = []
    if run.kind is RunKind.branch:
        for kind in dict.fromkeys(load.kind for load in case.tree.loads_behind(run.target).values()):
            asked += rules.asked_there(kind)
    building = case.job.buildings.get(case.tree.building_of(run.target))
    if run.kind is RunKind.service and run.status is not Status.existing and building is not None:
        asked += rules.asked_of_service(dwelling=building.use is BuildingUse.dwelling)
    if building is not None and building.animals:
        asked += rules.asked_of_animals()
    pumps = [load for load in case.tree.loads_behind(run.target).values() if load.kind is LoadKind.motor and load.hangs_m is None]
    outside = any(one.place is Place.buried for one in run.segments)
    deep = ("A pump in a well: enter how deep it hangs. Its cable counts in the drop, and its maker usually allows 5 % in all.",)
    said = [_in_words(one, case.rulebook.words) for one in dict.fromkeys(asked)]
    return (*said, *(deep if pumps and outside and run.kind is RunKind.branch else ()), *_of_source(case, run), *_of_metal_pipe(case, run))


def _in_words(asked: Step, say: Words) -> str:
    """A thing asked at a place, its distance in the units of the job."""
    why = asked.formula.replace("{away}", say.length_text(asked.value))
    return f"{asked.words[:1].upper()}{asked.words[1:]}: {asked.result}, {why} ({asked.citation})."


def _of_source(case: Case, run: Run) -> Iterator[str]:
    source = case.job.sources.get(run.origin)
    if source is not None and source.kind is SourceKind.governed_plant:
        yield (
            f"{source.name}: when its load opens it runs away, up to twice its speed and beyond its voltage. The diversion load is never "
            "switched off with it running; shut the water first, and know what shuts it when nobody is there."
        )
    if source is not None and source.kind is SourceKind.generator:
        yield (
            f"{source.name}: its exhaust kills. Outdoors, well away from windows, doors and vents; an alarm for carbon monoxide indoors."
        )
        open_yet = [words for words, known in (
            ("which breaker is built in", source.breaker_a), ("for which fuel its plate is written", source.plate_fuel),
            ("whether it feeds an inverter", source.feeds_inverter),
        ) if known is None]  # fmt: skip
        if open_yet:
            yield f"Read {source.name}: {', '.join(open_yet)}."
        if source.feeds_inverter:
            yield (
                f"{source.name} feeds inverters: their charging and what passes through load it together, and one bond serves both. "
                "Read where the inverter makes its bond before either is touched."
            )


def _of_metal_pipe(case: Case, run: Run) -> Iterator[str]:
    """Steel pipe all the way is a ground by itself; the wire in it is the second one."""
    if run.segments and all(segment.method in _METAL_PIPE for segment in run.segments) and case.rulebook.grounds.pipe_grounds:
        ground = case.rulebook.words.fill("{an_equipment_ground}")
        yield f"The metal pipe is {ground} by itself where every joint is tight; the wire in it holds when a joint does not."
