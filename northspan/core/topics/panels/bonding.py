"""Every enclosure: neutral and ground bonded or kept apart, as it should be and as found."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.case.tree import WITHOUT_DEVICE
from northspan.core.document.findings import Finding, Severity, pin
from northspan.core.document.job import Bond, Job, Status
from northspan.core.document.plan import EnclosurePlan, work_lines
from northspan.core.rulebooks.questions.common import BuildingFacts
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.supply.states import own_bond
from northspan.core.working.sums import count_of


def plan_enclosures(case: Case) -> dict[str, EnclosurePlan]:
    """Decide the bond of every enclosure that is fed.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    """
    plans = {}
    for key, enclosure in case.tree.job.enclosures.items():
        above = case.tree.above(key)
        if enclosure.status is Status.remove or enclosure.kind in WITHOUT_DEVICE or (above is None and not case.tree.leaving.get(key)):
            continue
        enters = (
            above is not None
            and above.origin in case.tree.job.enclosures
            and (case.tree.job.enclosures[above.origin].building != enclosure.building)
        )
        building = case.facts[enclosure.building]
        # the rules for a detached building speak of where its feeder ends; panels further in are plain subpanels
        at_entry = (
            building
            if enters
            else BuildingFacts(
                detached=False,
                dwelling=building.dwelling,
                animals=building.animals,
                metallic_path=building.metallic_path,
                supply=None,
                branch_circuits=0,
                electrodes=building.electrodes,
            )
        )
        bond = case.rulebook.grounds.bond_here(
            first_disconnect=case.tree.first_disconnect(key) and not own_bond(case.tree, key, case.schools), building=at_entry
        )
        agrees = enclosure.bond_found is Bond.unknown or enclosure.bond_found == bond.value
        plans[key] = EnclosurePlan(
            key, enclosure.name, enclosure.building, bond.value, enclosure.bond_found, agrees, work_lines(bond.steps)
        )
    return plans


def bond_findings(job: Job, plans: dict[str, EnclosurePlan], say: Words) -> Iterator[Finding]:
    """Compare the bonds found with the bonds wanted.

    Parameters
    ----------
    job : Job
        The job. [-]
    plans : dict
        Enclosure plans by id. [-]
    say : Words
        How the trade says it. [-]
    """
    for key, plan in plans.items():
        line = plan.working[0]
        at = f"/enclosures/{key}/bond_found"
        if plan.agrees:
            continue
        if plan.bond == Bond.separate:
            yield Finding(
                "bond-to-take-out",
                Severity.stop,
                at,
                f"{plan.name}: {say.terms.neutral_and_ground} are bonded here and must be kept apart.",
                say.fill("Neutral current would run on the {ground_wires} and on every metal part. Load off before the bond comes out."),
                line.citation,
                (pin(at, Bond.separate, "Take the bond out"),),
                step="neutrals",
            )
        else:
            yield Finding(
                "bond-to-make",
                Severity.stop,
                at,
                f"{plan.name}: {say.terms.neutral_and_ground} are apart here and must be bonded.",
                "Without the bond a fault has no way back, and no breaker opens.",
                line.citation,
                (pin(at, Bond.bonded, "Put the bond in"),),
                step="neutrals",
            )
    bonded = [plan.name for plan in plans.values() if plan.bond == Bond.bonded]
    wrong = any(not plan.agrees for plan in plans.values())
    unseen = count_of(job.enclosures[key].bond_found is Bond.unknown for key in plans)  # what nobody looked at proves nothing
    if plans and not wrong and not unseen and not bonded:
        words = say.fill("{Neutral_and_ground} are kept apart in every enclosure: the supplier joins them, ahead of everything here.")
        yield Finding(
            "no-link-of-yours",
            Severity.holds,
            "/enclosures",
            words,
            "A link of your own would carry load current.",
            say.cite("one_bond"),
            step="neutrals",
        )
    elif plans and not wrong and not unseen:
        yield Finding(
            "bonded-once",
            Severity.holds,
            "/enclosures",
            f"{say.fill('{Neutral_and_ground}')} are bonded in one place for each source: {', '.join(bonded)}.",
            "Everywhere else they are kept apart.",
            say.cite("one_bond"),
            step="neutrals",
        )
