"""Old feeds that came without a ground: replaced, kept, or grounded again at the far end."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from northspan.core.case.case import Case
from northspan.core.document.findings import Cure, Edit, Finding, Severity, sentence
from northspan.core.document.job import Bond, Building, Grounding, Job, Run, Status
from northspan.core.topics.electrodes.buildings import rods_cure
from northspan.core.topics.electrodes.rods import rods_present
from northspan.core.working.worked import Worked


@dataclass(frozen=True, slots=True)
class _Feed:
    """A run to a building that is not its own: which it is, where it goes, what may ground it there."""

    case: Case
    key: str
    run: Run
    home: str
    far: Building
    open_ways: Worked[frozenset[Grounding]]

    @property
    def at(self) -> str:
        """The field that says how it is grounded."""
        return f"/runs/{self.key}/grounding"

    def found(self, code: str, severity: Severity, words: str, why: str, citation: str, cures: tuple[Cure, ...] = ()) -> Finding:
        """Say something of it."""
        return Finding(code, severity, self.at, f"{self.run.name}: {words}", why, citation, cures, step="neutrals")


def legacy_findings(case: Case) -> Iterator[Finding]:
    """Speak of old three-wire feeds.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    """
    for feed in _feeds(case):
        yield from _where_animals_live(feed)
        old = feed.run.grounding is Grounding.legacy_three_wire
        if old and (feed.run.status is Status.existing or case.rulebook.grounds.may_feed_three_wires()):
            yield _old(feed)


def _feeds(case: Case) -> Iterator[_Feed]:
    for key in case.tree.order:
        run = case.tree.job.runs[key]
        home = case.tree.building_of(run.target)
        if home and home in case.facts:
            ways = case.rulebook.grounds.grounding_open(case.facts[home])
            yield _Feed(case, key, run, home, case.tree.job.buildings[home], ways)


def _where_animals_live(feed: _Feed) -> Iterator[Finding]:
    case, run = feed.case, feed.run
    along = (
        run.grounding is Grounding.equipment_ground
        and feed.key in case.tree.entering.get(feed.home, ())
        and run.origin in case.tree.job.enclosures
    )
    if along and Grounding.equipment_ground not in feed.open_ways.value:
        words = f"it brings a {case.rulebook.words.dialect.ground_short} to {feed.far.name}, where animals live."
        line, cure = feed.open_ways.rule, _grounded_again(case, feed.key, feed.home)
        yield feed.found("ground-where-animals", Severity.fix, words, sentence(line.formula), line.citation, (cure,))


def _old(feed: _Feed) -> Finding:
    """What is said of an old feed: grounded again by right, to be replaced, over a metal path, or kept."""
    if feed.case.rulebook.grounds.may_ground_again(feed.case.facts[feed.home]) and not feed.far.metallic_path:
        return _grounded_by_right(feed)
    if feed.case.schools["legacy_feed"] == "replace":
        return _to_replace(feed)
    if feed.far.metallic_path:
        return _over_metal_path(feed)
    why = "Only where it was lawful when it was made. Ask the inspector, and record the answer."
    cite = feed.case.rulebook.words.cite("legacy_three_wire")
    return feed.found("old-feed-kept", Severity.check, "old three-wire feed kept.", why, cite)


def _grounded_by_right(feed: _Feed) -> Finding:
    say = feed.case.rulebook.words
    ground = say.dialect.ground_short
    edits = (Edit("add", feed.at, "equipment_ground"), *_bond_out(feed.case.job, feed.run))
    cures = (Cure(f"Bring a {ground}, isolate the neutral", edits),) if Grounding.equipment_ground in feed.open_ways.value else ()
    words = f"three wires, the neutral is grounded again at {feed.far.name}."
    why = f"One of two lawful ways; never with a {ground} beside it."
    return feed.found("neutral-grounded-again", Severity.note, words, why, say.cite("legacy_three_wire"), cures)


def _to_replace(feed: _Feed) -> Finding:
    out = _bond_out(feed.case.job, feed.run)
    edits = (Edit("add", feed.at, "equipment_ground"), Edit("add", f"/runs/{feed.key}/status", "new"), *out)
    keep = Cure("Keep it as it was", (Edit("add", "/calls/legacy_feed", {"school": "keep"}),))
    why = "While it stands, the neutral's drop lifts every metal case at the far end."
    cite = feed.case.rulebook.words.cite("new_three_wire")
    words = "old three-wire feed, to be replaced with four wires."
    return feed.found("old-feed-to-replace", Severity.fix, words, why, cite, (Cure("Replace with four wires", edits), keep))


def _over_metal_path(feed: _Feed) -> Finding:
    cure = Cure("Run four wires", (Edit("add", feed.at, "equipment_ground"), *_bond_out(feed.case.job, feed.run)))
    words, why = "the old three-wire feed cannot stay, a metal path joins the buildings.", "Neutral current would run on that path."
    return feed.found("old-feed-over-metal-path", Severity.stop, words, why, feed.case.rulebook.words.cite("legacy_three_wire"), (cure,))


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
