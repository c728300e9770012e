"""A panel that takes the place of another: which cables reach, what helps the short ones, what is done before the power is off."""

from __future__ import annotations

from collections.abc import Iterator
from math import inf

from pydantic import JsonValue

from northspan.core.case.case import Case
from northspan.core.document.findings import Cure, Edit, Finding, Severity, in_a_row
from northspan.core.document.job import ComesFrom, PanelCircuit, PanelLayout, Status, WhenShort
from northspan.core.document.job.part import fresh_key
from northspan.core.document.plan import work_lines
from northspan.core.document.plan.panel import CablePlan, MovePlan
from northspan.core.rulebooks.amounts import INCH_M
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.circuits.joints import Offered, boxes_for, cable_of
from northspan.core.topics.circuits.slots_plan import slot_plans
from northspan.core.topics.circuits.standing import Standing
from northspan.core.topics.sizing.prices import price_of_cable, wire_price
from northspan.core.working.sums import count_of
from northspan.core.working.worked import Step, Worked, ending, given, step

MAKE_UP_M = 0.3  # at each end of a cable that goes on
HARDLY_M = 1e-9  # less than any tape shows
CAUTION = (
    "The wires ahead of the old main stay live with it off; only the {utility} can make them dead. Test dead, and test the tester. "
    "Neutrals stay landed until their hot wires are dead."
)
_WAYS = {
    ComesFrom.above: "max(x, -x) + max(D - y, y - D)",
    ComesFrom.below: "max(x, -x) + max(D + y, -D - y)",
    ComesFrom.right: "max(y, -y) + max(D - x, x - D)",
    ComesFrom.left: "max(y, -y) + max(D + x, -D - x)",
}


def tape_text(say: Words, length_m: float) -> str:
    """Write a length as a tape shows it: feet and whole inches, or metres and centimetres. [m]

    Parameters
    ----------
    say : Words
        How the trade says it. [-]
    length_m : float
        The length. [m]

    Examples
    --------
    >>> from northspan.core.rulebooks.registry import rulebook_named
    >>> us, uk = rulebook_named("us-2023").words, rulebook_named("uk-2022").words
    >>> tape_text(us, 1.4), tape_text(us, 0.3048), tape_text(us, 0.1), tape_text(uk, 1.4)
    ('4 ft 7 in', '1 ft', '4 in', '1.40 m')
    """
    if not say.feet:
        return f"{length_m:.2f} m"
    feet, inches = divmod(round(length_m / INCH_M), 12)
    said = " ".join(part for part in (f"{feet} ft" if feet else "", f"{inches} in" if inches else "") if part)
    return said or "less than an inch"


def missing_of(layout: PanelLayout, one: PanelCircuit) -> Worked[float]:
    """Work how much of a cable is missing at the new place of its panel; below 0 it is spare. [m]

    Parameters
    ----------
    layout : PanelLayout
        Of the new panel. [m]
    one : PanelCircuit
        The circuit. [m]

    Notes
    -----
    The cable is held fast at a distance from the old can, on the side it comes from. Freed from there on, it goes to the new
    can along walls, over and up, as cables are run, and some of it is needed inside. What was measured goes before that.
    """
    if one.short_m is not None:
        measured = given("x_m", "missing, as measured", one.short_m, "m")
        return Worked(one.short_m, (measured,))
    x, y, held = layout.moved_right_m, layout.moved_up_m, one.fixed_m
    there = (
        given("x", "the new one, to the right", x, "m"),
        given("y", "the new one, up", y, "m"),
        given("D", "from the old one to where the cable is held", held, "m"),
    )
    way = step("w", "way from there to the new one, over and up", _WAYS[one.comes_from], "m", "by its side", x=x, y=y, D=held)
    missing = step("x_m", "missing: way and make-up, less what is there", "w + m_u - D - s", "m", "sum",
                   w=way.value, m_u=layout.make_up_m, D=held, s=one.spare_m)  # fmt: skip
    return ending(*there, way, missing)


def extension_of(layout: PanelLayout | None, one: PanelCircuit) -> float:
    """Give how much longer a circuit becomes in its box: what is missing, and make-up at both ends; infinite if unknown. [m]

    Parameters
    ----------
    layout : PanelLayout or None
        Of its panel. [m]
    one : PanelCircuit
        The circuit. [m]
    """
    if one.extended_in is None:
        return 0.0
    if layout is None or layout.replaces is None or not one.old_slots:
        return inf
    return max(0.0, missing_of(layout, one).value) + 2 * MAKE_UP_M


def move_plan(case: Case, panel: str, layout: PanelLayout, standing: dict[str, Standing]) -> MovePlan | None:
    """Lay out the move of a panel; None where it takes the place of none.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    panel : str
        Id of the new panel. [-]
    layout : PanelLayout
        Its spaces. [-]
    standing : dict
        Its circuits. [A]
    """
    old = layout.replaces
    if old is None:
        return None
    say = case.rulebook.words
    moved = {key: one for key, one in standing.items() if one.one.old_slots}
    missing = {key: missing_of(layout, one.one) for key, one in moved.items()}
    offered = _offered(case, moved, missing)
    sideways = (
        ""
        if not layout.moved_right_m
        else f"{tape_text(say, abs(layout.moved_right_m))} to the " + ("right" if layout.moved_right_m > 0 else "left")
    )
    upward = "" if not layout.moved_up_m else f"{tape_text(say, abs(layout.moved_up_m))} " + ("up" if layout.moved_up_m > 0 else "down")
    where = " and ".join(part for part in (sideways, upward) if part) or "in the same place"
    was = case.job.enclosures[old]
    return MovePlan(
        old, was.name, slot_plans(was.layout) if was.layout else (), where,
        tuple(_cable(case, key, one, missing[key], _cable_cost(case, one), _beside(one, standing, offered)) for key, one in moved.items())
        + tuple(_fresh(key, one) for key, one in standing.items() if not one.one.old_slots),
        _offer(case, panel, offered), tuple(_offer_words(case, offered)),
        tuple(_before(case, standing, missing)), tuple(_off(standing, say.terms.can)), say.fill(CAUTION),
    )  # fmt: skip


def helped_by(case: Case, one: Standing) -> WhenShort:
    """Say what is done with a cable that is short: what was chosen for it, or what the call says.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    one : Standing
        The circuit. [-]
    """
    return one.one.when_short or WhenShort(case.schools["short_cables"])


def _needs_box(case: Case, one: Standing, missing: Worked[float]) -> bool:
    return missing.value > HARDLY_M and helped_by(case, one) is WhenShort.box and one.one.extended_in is None


def _offered(case: Case, moved: dict[str, Standing], missing: dict[str, Worked[float]]) -> tuple[tuple[ComesFrom, Offered], ...]:
    found: list[tuple[ComesFrom, Offered]] = []
    for side in ComesFrom:
        short = [one for key, one in moved.items() if one.one.comes_from is side and _needs_box(case, one, missing[key])]
        found += [(side, box) for box in boxes_for(case, short)]
    return tuple(found)


def _box_name(say: Words, side: ComesFrom, number: int) -> str:
    where = {ComesFrom.above: "above", ComesFrom.below: "below", ComesFrom.left: "left of", ComesFrom.right: "right of"}[side]
    return f"Box {number}, {where} the old {say.terms.can}"


def _offer(case: Case, panel: str, offered: tuple[tuple[ComesFrom, Offered], ...]) -> Cure | None:
    if not offered:
        return None
    edits: list[Edit] = []
    taken = set(case.job.boxes)
    for number, (side, box) in enumerate(offered, 1):
        key = fresh_key("X", taken)
        taken.add(key)
        made: dict[str, JsonValue] = {
            "name": _box_name(case.rulebook.words, side, number), "building": case.job.enclosures[panel].building, "ring_l": box.ring_l,
            "volume_l": box.volume_l or None,
        }  # fmt: skip
        edits.append(Edit("add", f"/boxes/{key}", made))
        edits += [Edit("add", f"/circuits/{one.key}/extended_in", key) for one in box.circuits]
    count = len(offered)
    return Cure(f"Put the short ones into {count} {'box' if count == 1 else 'boxes'}", tuple(edits))


def _offer_words(case: Case, offered: tuple[tuple[ComesFrom, Offered], ...]) -> Iterator[str]:
    for number, (side, box) in enumerate(offered, 1):
        ring = " with an extension ring" if box.ring else ""
        inside = in_a_row([one.name or "no name" for one in box.circuits])
        yield f"{_box_name(case.rulebook.words, side, number)}, {box.kind}{ring}: {inside}"


def _cable_cost(case: Case, one: Standing) -> float | None:
    """A metre of the cable of a circuit, by the prices of the job; None where its wire is not noted. [money per m]"""
    cable, rules = cable_of(case, one), case.rulebook.wires
    if cable is None or cable.size not in rules.sizes(one.metal):
        return None
    wire = Wire(cable.size, one.metal, rules.default_insulation(one.metal, ()))
    quoted = price_of_cable(wire, case.job.prices, cable.insulated)
    if quoted is not None:
        return quoted.each
    return (cable.insulated + 1) * wire_price(wire, case.job.prices, rules)


def _beside(one: Standing, standing: dict[str, Standing], offered: tuple[tuple[ComesFrom, Offered], ...]) -> int:
    """How many circuits share the box of a circuit, or the one that is offered for it."""
    if one.one.extended_in is not None:
        return count_of(other.one.extended_in == one.one.extended_in for other in standing.values())
    return next((len(box.circuits) for _, box in offered if one in box.circuits), 1)


def _cable(case: Case, key: str, one: Standing, missing: Worked[float], per_m: float | None, beside: int) -> CablePlan:
    say, short = case.rulebook.words, missing.value > HARDLY_M
    steps = list[Step]()
    box_cost = new_cost = None
    if short and per_m is not None:
        costs = step("c_b", "an extension and its box", "(x_m + 2 * m_b) * p + b / n", "", "your prices",
                     x_m=missing.value, m_b=MAKE_UP_M, p=per_m, b=case.job.prices.box_each,
                     n=float(beside))  # fmt: skip
        steps.append(costs)
        box_cost = costs.value
        if one.one.new_cable_m is not None:
            anew = step("c_n", "a new cable to the first outlet", "L * p", "", "your prices", L=one.one.new_cable_m, p=per_m)
            steps.append(anew)
            new_cost = anew.value
    state, words, before, off = _said(case, one, missing.value)
    box = case.job.boxes[one.one.extended_in].name if one.one.extended_in else ""
    length = tape_text(say, abs(missing.value))
    reach = f"short by {length}" if short else f"reaches, {length} to spare"
    return CablePlan(key, one.name or "no name", one.one.comes_from.value, missing.value, state, f"{reach}{words}", before, off, box,
                     box_cost, new_cost, work_lines((*missing.steps, *steps)))  # fmt: skip


def _said(case: Case, one: Standing, missing_m: float) -> tuple[str, str, str, str]:
    """The state of a cable, what is said of it, and what is done before and while the power is off."""
    can = case.rulebook.words.terms.can
    if one.one.extended_in is not None:
        box = case.job.boxes[one.one.extended_in].name
        before = f"{box} set; new cable from it to the new {can}, landed there."
        return "box", f": goes on in {box}", before, f"Joined in {box}."
    if missing_m <= HARDLY_M:
        return "reaches", "", f"Its device and label in the new {can}.", f"Out of the old {can}, into the new one, landed."
    if helped_by(case, one) is WhenShort.new_cable:
        length = f" of {tape_text(case.rulebook.words, one.one.new_cable_m)}" if one.one.new_cable_m else ""
        return ("new cable", f": a new cable{length}", f"New cable run and landed in the new {can}.", "Changed over at its first outlet.")
    return "short", "", "Say how it is helped: a box, or a new cable.", "Not known yet."


def _fresh(key: str, one: Standing) -> CablePlan:
    return CablePlan(key, one.name or "no name", one.one.comes_from.value, 0.0, "new", "it was not in the old one",
                     "All of it.", "Nothing." if one.one.status is Status.new else "As the others.", "", None, None, ())  # fmt: skip


def _before(case: Case, standing: dict[str, Standing], missing: dict[str, Worked[float]]) -> Iterator[str]:
    say = case.rulebook.words
    yield say.fill("The new {can} hung, its {feeder} laid and landed at its own end only, bars and devices in.")
    boxes = {one.one.extended_in for one in standing.values() if one.one.extended_in}
    if boxes:
        yield f"{len(boxes)} {'box' if len(boxes) == 1 else 'boxes'} set, with the cables from them to the new {say.terms.can}."
    anew = [one for key, one in standing.items() if key in missing and takes_new(case, one, missing[key].value)]
    if anew:
        yield f"New cables run: {in_a_row([one.name or 'no name' for one in anew])}."
    yield say.fill("Every cable marked with its {slot} in the old {can} and its {slot} in the new one.")


def takes_new(case: Case, one: Standing, missing_m: float) -> bool:
    """Tell whether a cable that does not reach is laid anew: chosen for it, or by the call.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    one : Standing
        The circuit. [-]
    missing_m : float
        What is missing. [m]
    """
    return missing_m > HARDLY_M and one.one.extended_in is None and helped_by(case, one) is WhenShort.new_cable


def _off(standing: dict[str, Standing], can: str) -> Iterator[str]:
    moved = count_of(1 for one in standing.values() if one.one.old_slots)
    yield f"{moved} circuits changed over, one after the other; those that matter most first."
    yield f"The old {can} emptied; what stays in the wall is closed."


def move_checks(case: Case, panel: str, plan: MovePlan | None) -> Iterator[Finding]:
    """Say which cables are short and nothing helps them yet, and what is still in the old panel.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    panel : str
        Id of the new panel. [-]
    plan : MovePlan or None
        How it moves. [m]
    """
    if plan is None:
        return
    short = [cable for cable in plan.cables if cable.state == "short"]
    name, reach = case.job.enclosures[panel].name, case.rulebook.boxes.box_reach()
    if short:
        words = f"{name}: {len(short)} {'cable is' if len(short) == 1 else 'cables are'} short: {in_a_row([one.name for one in short])}."
        why = "Each goes on in a box whose cover stays within reach, or a new cable is run."
        cures = (plan.offer,) if plan.offer else ()
        where = f"/circuits/{short[0].circuit}/extended_in"
        yield Finding("cables-short", Severity.fix, where, words, why, reach.citation, cures)
    unsaid = [one for one in plan.cables if one.state == "new cable" and case.job.circuits[one.circuit].new_cable_m is None]
    for cable in unsaid:
        yield Finding("new-cable-not-measured", Severity.check, f"/circuits/{cable.circuit}/new_cable_m",
                      f"{cable.name}: how long is the new cable to its first outlet?", "Its price hangs on it.", "job")  # fmt: skip
    left = [one.name or "no name" for one in case.job.circuits.values() if one.enclosure == plan.old and one.status is not Status.remove]
    if left:
        words = f"{plan.old_name}: still in it: {in_a_row(left)}."
        edits = tuple(edit for key, one in case.job.circuits.items() if one.enclosure == plan.old and one.status is not Status.remove
                      for edit in (Edit("add", f"/circuits/{key}/status", "remove"),))  # fmt: skip
        over = Cure("They go over", tuple(_over(case, panel, plan.old)))
        yield Finding("left-in-the-old-panel", Severity.fix, f"/enclosures/{panel}/layout/replaces", words,
                      "It goes: they go over to the new one, or with it.", "job", (over, Cure("They go with it", edits)))  # fmt: skip


def _over(case: Case, panel: str, old: str) -> Iterator[Edit]:
    """The circuits that are left in an old panel stand in the new one, in the same slots where these are free, and remember the old."""
    layout, circuits = case.job.enclosures[panel].layout, case.job.circuits
    taken = {slot for one in circuits.values() if one.enclosure == panel and one.status is not Status.remove for slot in one.slots}
    for key, one in circuits.items():
        if one.enclosure != old or one.status is Status.remove:
            continue
        fits = layout is not None and not taken & set(one.slots) and max(one.slots, default=0) <= layout.spaces
        old_slots: list[JsonValue] = list(one.slots)
        for field, value in (("enclosure", panel), ("old_slots", old_slots), ("slots", old_slots if fits else [])):
            yield Edit("add", f"/circuits/{key}/{field}", value)
