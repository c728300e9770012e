"""What is wrong with an installation as it was found, beyond bonds, electrodes and limits of its runs."""

from __future__ import annotations

from collections.abc import Iterator

from pydantic import JsonValue

from northspan.core.case.case import Case
from northspan.core.case.tree import Tree
from northspan.core.document.calls import School
from northspan.core.document.findings import Cure, Edit, Finding, Severity, pin
from northspan.core.document.job import BuildingUse, ElectrodeKind, Enclosure, EnclosureKind, Room, RunKind, Status, WaterPipe
from northspan.core.rulebooks.questions.panels import PanelRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.working.worked import Step, goes_beyond, whole


def panel_findings(case: Case, sized: dict[str, SizedRun]) -> Iterator[Finding]:
    """Go through what exists and say what is wrong or open.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    sized : dict
        Sized runs by id. [-]
    """
    for key, enclosure in case.tree.job.enclosures.items():
        if enclosure.status is not Status.remove:
            yield from _terminals(key, enclosure, case.rulebook.words)
            yield from _bus(case.tree, key, enclosure, sized, case.rulebook.words)
            yield from _place(key, enclosure, case.rulebook.panels, case.rulebook.words)
            yield from _weather(key, enclosure, case.rulebook.routes.outdoors_rating())
            yield from _main_out_of_sight(case.tree, key, enclosure, sized, case.schools["panel_main"], case.rulebook.words)
    for key in case.tree.job.buildings:
        yield from _water_pipe(case.tree, key, case.schools["water_conductor"], case.rulebook.words)
    yield from _temporary(case.tree)


def main_outcomes(tree: Tree, building_id: str, schools: tuple[School, ...], say: Words) -> dict[str, str]:
    """Say what each school of the call on main breakers gives in a building; empty where it asks nothing.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    building_id : str
        The building. [-]
    schools : tuple of School
        Schools of the call. [-]
    say : Words
        How the trade says it. [-]
    """
    panels = [
        enclosure
        for key, enclosure in tree.job.enclosures.items()
        if enclosure.building == building_id and _lugs_inside(tree, key, enclosure)
    ]
    if not panels:
        return {}
    names = ", ".join(enclosure.name for enclosure in panels)
    words = {"required": f"none in {names}: the breaker of its {say.terms.feeder} serves", "out_of_sight": f"a main breaker in {names}"}
    return {school.key: words[school.key] for school in schools}


def _terminals(key: str, enclosure: Enclosure, say: Words) -> Iterator[Finding]:
    if enclosure.neutral_terminals is None or enclosure.neutrals_landed is None or enclosure.neutrals_landed <= enclosure.neutral_terminals:
        return
    at = f"/enclosures/{key}/neutrals_landed"
    more = enclosure.neutrals_landed - enclosure.neutral_terminals
    words = f"{enclosure.name}: {enclosure.neutrals_landed} neutrals under {enclosure.neutral_terminals} terminals."
    why = f"{more} of them share a screw and work loose. Add a bar, load off first: a neutral opened under load lifts voltages."
    cure = pin(f"/enclosures/{key}/neutral_terminals", enclosure.neutrals_landed, "A bar was added, one neutral each")
    yield Finding("neutrals-doubled", Severity.fix, at, words, why, say.cite("one_neutral_each"), (cure,))


def _bus(tree: Tree, key: str, enclosure: Enclosure, sized: dict[str, SizedRun], say: Words) -> Iterator[Finding]:
    feeding = sized.get(tree.feeding.get(key, ""))
    if enclosure.bus_a is None or feeding is None:
        return
    ahead = feeding.device.value if feeding.question.run.kind is not RunKind.service else None
    protects = min((a for a in (ahead, enclosure.main_a) if a is not None), default=None)
    if protects is not None and protects > enclosure.bus_a:
        words = f"{enclosure.name}: its bus of {whole(enclosure.bus_a)} A stands behind {whole(protects)} A."
        why = "Nothing holds the current in the bus to what it can carry."
        legs = feeding.question.load.value
        carries = legs is None or legs.design.total_a <= enclosure.bus_a  # a main below its load would be the next fault
        cures = (pin(f"/enclosures/{key}/main_a", enclosure.bus_a, f"A main of {whole(enclosure.bus_a)} A"),) if carries else ()
        yield Finding("bus-too-small", Severity.stop, f"/enclosures/{key}/bus_a", words, why, say.cite("bus"), cures)


_WITH_DEVICES = frozenset(EnclosureKind) - {EnclosureKind.meter, EnclosureKind.junction_box, EnclosureKind.splitter}
_ROOMS = {Room.bathroom: "a bathroom", Room.clothes_closet: "a clothes closet", Room.over_steps: "a place over steps"}


def _place(key: str, enclosure: Enclosure, panel_rules: PanelRules, say: Words) -> Iterator[Finding]:
    if enclosure.kind not in _WITH_DEVICES:
        return
    allowed, height = panel_rules.panel_room(enclosure.room), panel_rules.handle_height()
    if allowed.result == "no":
        words = f"{enclosure.name}: it hangs in {_ROOMS[enclosure.room]}."
        why = f"Not there: {allowed.text}. Another place, or what is there already by the inspector's word."
        cure = pin(f"/enclosures/{key}/room", Room.elsewhere.value, "It moves elsewhere")
        yield Finding("panel-in-wrong-room", Severity.fix, f"/enclosures/{key}/room", words, why, allowed.citation, (cure,))
    if enclosure.handle_height_m is not None and goes_beyond(enclosure.handle_height_m, height.value):
        words = f"{enclosure.name}: its highest handle is at {say.length_text(enclosure.handle_height_m)}, {height.result} is the most."
        cure = pin(f"/enclosures/{key}/handle_height_m", height.value, f"Hung so that it is at {height.result}")
        severity = Severity.check if height.citation == "guide" else Severity.fix
        yield Finding(
            "handle-too-high", severity, f"/enclosures/{key}/handle_height_m", words, "Everybody must reach it.", height.citation, (cure,)
        )


def _weather(key: str, enclosure: Enclosure, wanted: Step) -> Iterator[Finding]:
    if enclosure.room is not Room.outdoors or enclosure.weatherproof is True:
        return
    at = f"/enclosures/{key}/weatherproof"
    wrong = enclosure.weatherproof is False
    words = f"{enclosure.name}: {'it hangs in the weather and is not made for it.' if wrong else 'is it made for the weather?'}"
    why = f"{wanted.result[:1].upper()}{wanted.result[1:]}: {wanted.text}."
    yield Finding("can-not-for-weather", Severity.fix if wrong else Severity.check, at, words, why, wanted.citation,
                  (pin(at, True, f"It is {wanted.result}"),))  # fmt: skip


def _lugs_inside(tree: Tree, key: str, enclosure: Enclosure) -> bool:
    """Tell whether a can is a panel without a main, fed from within its own building, past the first disconnect."""
    above = tree.above(key)
    inside = above is not None and above.origin in tree.job.enclosures and tree.building_of(above.origin) == enclosure.building
    return (
        enclosure.kind is EnclosureKind.panel_lugs and enclosure.status is not Status.remove and inside and not tree.first_disconnect(key)
    )


def _main_out_of_sight(
    tree: Tree, key: str, enclosure: Enclosure, sized: dict[str, SizedRun], school: str, say: Words
) -> Iterator[Finding]:
    if school != "out_of_sight" or not _lugs_inside(tree, key, enclosure):
        return
    at = f"/enclosures/{key}"
    feeding = sized.get(tree.feeding[key])
    edits = [Edit("add", f"{at}/kind", EnclosureKind.panel_main_breaker.value)]
    if feeding:
        edits.append(Edit("add", f"{at}/main_a", feeding.device.value))
    words = f"{enclosure.name}: no main breaker, and the breaker of its {say.terms.feeder} may be out of sight."
    yield Finding(
        "main-by-your-call",
        Severity.check,
        f"{at}/kind",
        words,
        "Your call asks for one there.",
        "your call",
        (Cure("Give it a main breaker", tuple(edits)),),
    )


def _water_pipe(tree: Tree, building_id: str, school: str, say: Words) -> Iterator[Finding]:
    building = tree.job.buildings[building_id]
    pipes = {k: e for k, e in tree.job.electrodes.items()
             if e.building == building_id and e.kind is ElectrodeKind.water_pipe and e.status is not Status.remove}  # fmt: skip
    at, cite = f"/buildings/{building_id}/water_pipe", say.cite("lost_water_pipe")
    if building.status is Status.remove:
        return
    if building.water_pipe is WaterPipe.plastic and pipes:
        words = f"{building.name}: the {say.terms.water_pipe_in_ground} is plastic now, and its electrode is lost."
        kept = "Leave the old conductor: it bonds the metal pipe that is left inside."
        why = "The house stands on what other electrodes it has. " + (
            kept if school == "leave" else "Your call takes the old conductor off."
        )
        cures = (Cure("Count it no longer", tuple(Edit("add", f"/electrodes/{k}/status", "remove") for k in pipes)),)
        yield Finding("water-pipe-lost", Severity.fix, at, words, why, cite, cures, step="electrodes")
    elif building.water_pipe is WaterPipe.unknown and pipes:
        words = f"{building.name}: is the water pipe still metal where it lies in the ground?"
        why = "A main renewed in plastic takes the electrode away, and nobody is told."
        yield Finding("water-pipe-unknown", Severity.check, at, words, why, cite,
                      (pin(at, "metal", "Still metal"), pin(at, "plastic", "Plastic now")), step="electrodes")  # fmt: skip
    elif building.water_pipe is WaterPipe.metal and not pipes and building.use is BuildingUse.dwelling:
        name = next(n for n in (f"E{i}" for i in range(1, 400)) if n not in tree.job.electrodes)
        pipe: JsonValue = {"name": "Water pipe", "building": building_id, "kind": "water_pipe", "length_m": 3.048, "status": "new"}
        cure = Cure("Join the water pipe", (Edit("add", f"/electrodes/{name}", pipe),))
        words = f"{building.name}: its metal water pipe is not joined to the other electrodes."
        yield Finding(
            "water-pipe-not-joined", Severity.fix, at, words, "Every electrode that is present is joined.", cite, (cure,), step="electrodes"
        )


def _temporary(tree: Tree) -> Iterator[Finding]:
    for key, run in tree.job.runs.items():
        if run.status is Status.temporary:
            words = f"{run.name}: temporary. It comes out again before the job is done."
            yield Finding("temporary-work", Severity.note, f"/runs/{key}/status", words, "Write down who takes it out, and when.", "job")
