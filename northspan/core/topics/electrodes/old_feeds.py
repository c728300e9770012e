"""Old feeds that came without a ground: replaced, kept, or grounded again at the far end."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from northspan.core.case.case import Case
from northspan.core.document.findings import Cure, Edit, Finding, Severity, sentence
from northspan.core.document.job import Bond, Grounding, Job, Run, Status
from northspan.core.topics.electrodes.buildings import rods_cure
from northspan.core.topics.electrodes.rods import rods_present


def legacy_findings(case: Case) -> Iterator[Finding]:
    """Speak of old three-wire feeds.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    """
    for key in case.tree.order:
        run = case.tree.job.runs[key]
        home = case.tree.building_of(run.target)
        if not home or home not in case.facts:
            continue
        far = case.tree.job.buildings[home]
        at = f"/runs/{key}/grounding"
        open_ways = case.rulebook.grounds.grounding_open(case.facts[home])
        along = (
            run.grounding is Grounding.equipment_ground
            and key in case.tree.entering.get(home, ())
            and run.origin in case.tree.job.enclosures
        )
        if along and Grounding.equipment_ground not in open_ways.value:
            words = f"{run.name}: it brings a {case.rulebook.words.dialect.ground_short} to {far.name}, where animals live."
            line = open_ways.rule
            cure = _grounded_again(case, key, home)
            yield Finding("ground-where-animals", Severity.fix, at, words, sentence(line.formula), line.citation, (cure,), step="neutrals")
        if run.grounding is not Grounding.legacy_three_wire or (
            run.status is not Status.existing and not case.rulebook.grounds.may_feed_three_wires()
        ):
            continue
        if case.rulebook.grounds.may_ground_again(case.facts[case.tree.building_of(run.target)]) and not far.metallic_path:
            words = f"{run.name}: three wires, the neutral is grounded again at {far.name}."
            why = f"One of two lawful ways; never with a {case.rulebook.words.dialect.ground_short} beside it."
            words_of_cure = f"Bring a {case.rulebook.words.dialect.ground_short}, isolate the neutral"
            cure = Cure(words_of_cure, (Edit("add", at, "equipment_ground"), *_bond_out(case.job, run)))
            cures = (cure,) if Grounding.equipment_ground in open_ways.value else ()
            yield Finding(
                "neutral-grounded-again",
                Severity.note,
                at,
                words,
                why,
                case.rulebook.words.cite("legacy_three_wire"),
                cures,
                step="neutrals",
            )
        elif case.schools["legacy_feed"] == "replace":
            yield Finding(
                "old-feed-to-replace",
                Severity.fix,
                at,
                f"{run.name}: old three-wire feed, to be replaced with four wires.",
                "While it stands, the neutral's drop lifts every metal case at the far end.",
                case.rulebook.words.cite("new_three_wire"),
                (
                    Cure(
                        "Replace with four wires",
                        (Edit("add", at, "equipment_ground"), Edit("add", f"/runs/{key}/status", "new"), *_bond_out(case.job, run)),
                    ),
                    Cure("Keep it as it was", (Edit("add", "/calls/legacy_feed", {"school": "keep"}),)),
                ),
                step="neutrals",
            )
        elif far.metallic_path:
            yield Finding(
                "old-feed-over-metal-path",
                Severity.stop,
                at,
                f"{run.name}: the old three-wire feed cannot stay, a metal path joins the buildings.",
                "Neutral current would run on that path.",
                case.rulebook.words.cite("legacy_three_wire"),
                (Cure("Run four wires", (Edit("add", at, "equipment_ground"), *_bond_out(case.job, run))),),
                step="neutrals",
            )
        else:
            yield Finding(
                "old-feed-kept",
                Severity.check,
                at,
                f"{run.name}: old three-wire feed kept.",
                "Only where it was lawful when it was made. Ask the inspector, and record the answer.",
                case.rulebook.words.cite("legacy_three_wire"),
                step="neutrals",
            )


def _bond_out(job: Job, run: Run) -> tuple[Edit, ...]:
    """With a ground of its own a panel keeps its neutral apart: the bond that was right before comes out with it."""
    enclosure = job.enclosures.get(run.target)
    return (Edit("add", f"/enclosures/{run.target}/bond_found", "separate"),) if enclosure and enclosure.bond_found is Bond.bonded else ()


def _grounded_again(case: Case, key: str, home: str) -> Cure:
    """Three wires, the neutral grounded again at the building, with the bond there and the electrodes that it then wants."""
    run, facts = case.job.runs[key], case.facts[home]
    edits = [Edit("add", f"/runs/{key}/grounding", Grounding.legacy_three_wire)]
    enclosure = case.job.enclosures.get(run.target)
    if enclosure is not None and enclosure.bond_found is Bond.separate:
        edits.append(Edit("add", f"/enclosures/{run.target}/bond_found", Bond.bonded))
    if facts.supply is not None:
        again = replace(facts, supply=replace(facts.supply, grounding=Grounding.legacy_three_wire))
        wanted = case.rulebook.electrodes.electrodes_needed(again, case.schools["rods"]).value
        present = rods_present(facts.electrodes)
        if wanted.required and wanted.rods > present:
            edits += rods_cure(case.job, home, present, wanted.rods - present, case.rulebook.electrodes.rod_limits()).edits
    return Cure("Ground the neutral again there, on its own electrodes", tuple(edits))
