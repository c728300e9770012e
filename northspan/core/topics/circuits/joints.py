"""Boxes in which circuits go on: what is joined in each, what volume that asks, and which boxes would hold what is short."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache

from northspan.core.case.case import Case
from northspan.core.document.findings import Cure, Edit, Finding, Severity, pin
from northspan.core.document.job import Box, Metal, Status
from northspan.core.document.plan import work_lines
from northspan.core.document.plan.panel import BoxPlan
from northspan.core.physics.packing import packed
from northspan.core.rulebooks.questions.boxes import BoxFacts, BoxMade, BoxRules
from northspan.core.topics.circuits.standing import Standing
from northspan.core.topics.circuits.terminals import has_neutral
from northspan.core.working.errors import OutsideTable
from northspan.core.working.sums import count_of
from northspan.core.working.worked import Worked


@dataclass(frozen=True, slots=True, order=True)
class Cable:
    """A cable that is joined in a box: the size of its wires, and how many of them are insulated; its ground comes beside."""

    size: str
    insulated: int


def cable_of(case: Case, one: Standing) -> Cable | None:
    """Say which cable a circuit has; None where its wire is not noted, or it lies in its partner's cable.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    one : Standing
        The circuit. [A]
    """
    if not one.size:
        return None
    partner = one.one.partner
    if partner is None:
        partner = next((key for key, other in case.job.circuits.items() if other.partner == one.key), None)
        if partner is not None:  # the other one names it: the cable of both is listed there
            return None
    return Cable(one.size, one.poles + (1 if partner is not None or has_neutral(case, one) else 0))


@lru_cache(maxsize=4096)
def fill_of(cables: tuple[tuple[Cable, int], ...], box_rules: BoxRules) -> Worked[float] | None:
    """Work the least volume of a box in which cables are joined; None where a wire is so large that its length decides. [L]

    Parameters
    ----------
    cables : tuple of (Cable, int)
        Which cables, and how many of each. Each goes on in one of the same kind. [-]
    box_rules : BoxRules
        What a code asks of boxes. [-]
    """
    kept = tuple((cable, count) for cable, count in cables if count)
    facts = BoxFacts(
        joined=tuple((2 * count * cable.insulated, cable.size) for cable, count in kept),
        grounds=tuple((2 * count, cable.size) for cable, count in kept),
        clamps=True,
        connectors=count_of(count * (cable.insulated + 1) for cable, count in kept),
    )
    try:
        return box_rules.box_fill(facts)
    except OutsideTable:
        return None


def box_plans(case: Case, standing: dict[str, Standing]) -> Iterator[BoxPlan]:
    """Work every box in which a circuit of a panel goes on.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    standing : dict
        Circuits of a panel. [A]
    """
    say = case.rulebook.words
    for key, box in case.job.boxes.items():
        inside = [one for one in standing.values() if one.one.extended_in == key]
        if not inside or box.status is Status.remove:
            continue
        worked = _fill(case, inside)
        names = tuple(one.name or "no name" for one in inside)
        has = None if box.volume_l is None else box.volume_l + box.ring_l
        if worked is None:
            yield BoxPlan(key, box.name, names, 0.0, has, holds=True, working=(),
                          words="a wire is so large that the length of the box decides, or its size is not noted")  # fmt: skip
            continue
        holds = not worked.value or has is None or worked.value <= has + 1e-9
        least = say.amount_text(1000 * worked.value, "mL") if worked.value else "no figure"
        shown = "not marked" if has is None else say.amount_text(1000 * has, "mL")
        words = f"{least} at least, it has {shown}" if worked.value else "each joint has room, and a cover that opens"
        yield BoxPlan(key, box.name, names, worked.value, has, holds, words, work_lines(worked.steps))


def _fill(case: Case, inside: Sequence[Standing]) -> Worked[float] | None:
    cables = [cable for one in inside if (cable := cable_of(case, one)) is not None]
    if not cables or any(not one.size for one in inside):
        return None
    return fill_of(tuple(sorted((cable, cables.count(cable)) for cable in set(cables))), case.rulebook.boxes)


def box_checks(case: Case, plans: Sequence[BoxPlan], standing: dict[str, Standing]) -> Iterator[Finding]:
    """Say which boxes are too full, or cannot be opened, or join two metals.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    plans : sequence of BoxPlan
        The boxes as worked. [L]
    standing : dict
        Circuits of the panel. [A]
    """
    say, made = case.rulebook.words, case.rulebook.boxes.boxes_made()
    for plan in plans:
        box = case.job.boxes[plan.id]
        at = f"/boxes/{plan.id}"
        if not plan.holds and plan.has_l is not None:
            words = f"{plan.name}: {plan.words}."
            cite = plan.working[-1].citation if plan.working else say.cite("tail")
            yield Finding("box-too-full", Severity.fix, f"{at}/volume_l", words, "Wires pressed in behind a cover are nicked and run hot.",
                          cite, tuple(_larger(plan, box, made)))  # fmt: skip
        elif plan.least_l and plan.has_l is None:
            words = f"{plan.name}: read the volume it is marked with; {plan.words.split(',')[0]}."
            fits = next((one for one in made if one.volume_l >= plan.least_l - 1e-9), None)
            cures = (pin(f"{at}/volume_l", fits.volume_l, f"It is a {fits.name}"),) if fits else ()
            yield Finding("box-not-read", Severity.check, f"{at}/volume_l", words, "What it holds depends on it.", "job", cures)
        if not box.accessible:
            reach = case.rulebook.boxes.box_reach()
            yield Finding("joint-out-of-reach", Severity.fix, f"{at}/accessible", f"{plan.name}: its cover cannot be reached.",
                          f"A joint that fails is looked for: {reach.text}.", reach.citation,
                          (pin(f"{at}/accessible", True, "Its cover stays within reach"),))  # fmt: skip
        metals = {one.metal for one in standing.values() if one.one.extended_in == plan.id}
        if Metal.aluminum in metals:
            words = say.fill(f"{plan.name}: {{aluminum}} is joined in it.")
            why = "To copper only with a connector listed for both metals, for this place and these sizes; never by a plain twist."
            yield Finding("metals-joined", Severity.check, at, words, why, say.cite("tail"))


def _larger(plan: BoxPlan, box: Box, made: tuple[BoxMade, ...]) -> Iterator[Cure]:
    at = f"/boxes/{plan.id}"
    ring = next((one.ring_l for one in made if (box.volume_l or 0) + one.ring_l >= plan.least_l - 1e-9 and not box.ring_l), None)
    if ring:
        yield Cure("Put an extension ring on it", (Edit("add", f"{at}/ring_l", ring),))
    larger = next((one for one in made if one.volume_l >= plan.least_l - 1e-9), None)
    if larger is not None:
        yield Cure(f"A {larger.name} instead", (Edit("add", f"{at}/volume_l", larger.volume_l), Edit("add", f"{at}/ring_l", 0)))


@dataclass(frozen=True, slots=True)
class Offered:
    """A box that would be set: its kind, whether a ring goes on it, the volume together [L], and the circuits in it."""

    kind: str
    ring: bool
    volume_l: float
    ring_l: float
    circuits: tuple[Standing, ...]


def boxes_for(case: Case, short: Sequence[Standing]) -> tuple[Offered, ...]:
    """Find the fewest boxes, and the smallest of those, in which short cables are joined. Exact.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    short : sequence of Standing
        Circuits on one side of the panel whose cables do not reach. [A]

    Notes
    -----
    Where a code sets no volume, each joint has a box made for it. Halves of a shared neutral lie in one cable and in one box.
    What cannot be packed, because its wire is not noted or too large, is left out.
    """
    made = case.rulebook.boxes.boxes_made()
    by_cable: dict[Cable, list[Standing]] = {}
    for one in short:
        cable = cable_of(case, one)
        if cable is not None and fill_of(((cable, 1),), case.rulebook.boxes) is not None:
            by_cable.setdefault(cable, []).append(one)
    if not made:
        return tuple(Offered("box for one joint", ring=False, volume_l=0.0, ring_l=0.0, circuits=(*_with_partner(one, short),))
                     for ones in by_cable.values() for one in ones)  # fmt: skip
    kinds = sorted(by_cable)
    choices = sorted(((one.volume_l, False, one) for one in made), key=lambda c: c[0])
    choices += [(one.volume_l + one.ring_l, True, one) for one in made]

    def smallest(load: tuple[int, ...]) -> tuple[float, bool, BoxMade] | None:
        need = fill_of(tuple(zip(kinds, load, strict=True)), case.rulebook.boxes)
        fits = [choice for choice in choices if need is not None and choice[0] >= need.value - 1e-9]
        return min(fits, key=lambda choice: (choice[0], choice[1]), default=None)

    def volume_of(load: tuple[int, ...]) -> float | None:
        found = smallest(load)
        return found[0] if found else None

    loads = packed([len(by_cable[kind]) for kind in kinds], volume_of) or ()
    waiting = {kind: iter(ones) for kind, ones in by_cable.items()}
    boxes = []
    for load in loads:
        inside = [one for kind, count in zip(kinds, load, strict=True) for one in [next(waiting[kind]) for _ in range(count)]]
        found = smallest(load)
        if found is not None:
            _, ring, box = found
            both = tuple(other for one in inside for other in _with_partner(one, short))
            boxes.append(Offered(box.name, ring, box.volume_l, box.ring_l if ring else 0.0, both))
    return tuple(boxes)


def _with_partner(one: Standing, short: Sequence[Standing]) -> tuple[Standing, ...]:
    return (one, *(other for other in short if other.key == one.one.partner))
