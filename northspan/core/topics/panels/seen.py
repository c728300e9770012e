"""What is there already and nobody has looked at: said once for a building, not once for each thing."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.document.findings import Finding, Severity, in_a_row
from northspan.core.document.job import Bond, Earthing, Enclosure, Status
from northspan.core.document.plan import EnclosurePlan
from northspan.core.topics.electrodes.buildings import nobody_looked
from northspan.core.topics.panels.mains import in_use


def not_looked_at(case: Case, plans: dict[str, EnclosurePlan]) -> Iterator[Finding]:
    """Say of each building what of it is there and unknown: bonds, electrodes, the bonding point, what is ahead.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    plans : dict
        Enclosures with devices, as planned. [-]
    """
    say = case.rulebook.words
    for key, building in case.job.buildings.items():
        there = {k: e for k, e in case.job.enclosures.items() if e.building == key and e.status is Status.existing}
        unseen = [f"the bond in {e.name}" for k, e in there.items() if k in plans and e.bond_found is Bond.unknown]
        unseen += _ground(case, key, there)
        unseen += [f"what feeds {e.name}" for k, e in there.items() if k not in case.tree.feeding and in_use(case, k)]
        if unseen:
            why = "A screw or {strap} left in is the usual mistake; steel in a footing or a water pipe may be the electrode already."
            if unseen[-1].startswith("what feeds"):
                why += " What is ahead is not counted: the voltage is taken as full there."
            yield Finding(
                "not-looked-at",
                Severity.check,
                f"/buildings/{key}",
                f"{building.name}, not looked at yet: {in_a_row(unseen)}.",
                say.fill(why),
                say.cite("one_bond"),
                step="survey",
            )


def _ground(case: Case, key: str, there: dict[str, Enclosure]) -> Iterator[str]:
    """The ground of a building that stands, as far as its rules ask for it."""
    building, facts, rules = case.job.buildings[key], case.facts.get(key), case.rulebook.electrodes
    if facts is None or not there or building.status is not Status.existing:
        return
    by_earth = facts.earthing is Earthing.tt  # that is said of its loops, as a stop
    if nobody_looked(case.job, key, facts) and not by_earth and rules.electrodes_needed(facts, case.schools["rods"]).value.required:
        yield "its electrodes"
    if building.intersystem is None and rules.intersystem_bonding(facts).value and facts.dwelling:
        yield "a bonding point for telephone, cable and aerials"
