"""What there is to object to while nothing is faulted: lifted metal, legs apart, current off its wires, wrong bonds."""

from __future__ import annotations

from northspan.core.document.job import Bond, Circuit, Grounding
from northspan.core.physics.role import Role
from northspan.core.topics.bonds.one_bond import Trouble
from northspan.core.topics.bonds.reading import EnclosureVolts, Solved, edge_name, place_name
from northspan.core.topics.bonds.words import (
    DANGER,
    DANGER_V,
    FINE,
    LIFT_V,
    NOTE,
    OBJECTION_A,
    SHOWN_A,
    UNEVEN,
    WRONG,
    Verdict,
    amperes_text,
    highest,
)
from northspan.core.working.worked import whole


def working_verdict(solved: Solved) -> Verdict:
    """Say what there is to object to, the worst of it.

    Parameters
    ----------
    solved : Solved
        The circuit. [A, V]
    """
    looks = (_touch, _legs, _dead, _objection, _bonds, _open_neutral, _misplaced, _lifted)
    found = [one for one in (look(solved) for look in looks) if one]
    if found:
        return max(found, key=lambda one: (one.level, one.weight))
    off = max((solved.amperes(edge) for edge in solved.of_role(Role.ground, Role.path)), default=0.0)
    words = "The load current keeps to its wires."
    if off >= SHOWN_A:
        words = f"The load current keeps to its wires; {amperes_text(off)} stray on {solved.say.terms.grounds} and metal."
    why = "Each source has one bond, so no metal lies beside a neutral. The soil's share comes from the neutral's own drop."
    if any(count.by_earth for count in solved.bonds):
        why = "Where the soil is the way back you make no bond, so no metal lies beside a neutral."
    return Verdict(FINE, 0, "Nothing to object to", words, why, solved.bench.say.cite("one_bond"), "")


def _touch(solved: Solved) -> Verdict | None:
    worst = highest(solved.enclosures)
    if worst is None or worst.touch_v <= DANGER_V:
        return None
    name, cite = place_name(solved.bench, worst.key), solved.bench.say.cite("open_neutral")
    far = f"{whole(worst.enclosure_v)} V to remote earth"
    words = f"{whole(worst.touch_v)} V between {name} and the soil a metre away, {far}. No breaker sees it."
    return Verdict(DANGER, worst.touch_v, f"{whole(worst.touch_v)} V on {name}", words, _lost(solved), cite, worst.key)


def _legs(solved: Solved) -> Verdict | None:
    found = [(apart, enclosure) for enclosure in solved.enclosures.values() if (apart := _apart(enclosure)) is not None]
    off, worst = max(found, key=lambda pair: pair[0], default=(0.0, None))
    if worst is None or off <= UNEVEN:
        return None
    name, cite = place_name(solved.bench, worst.key), solved.bench.say.cite("open_neutral")
    high, low = max(worst.line_1_v or 0, worst.line_2_v or 0), min(worst.line_1_v or 0, worst.line_2_v or 0)
    words = (
        f"At {name} one leg has {whole(high)} V and the other {whole(low)} V: they divide by their loads. Lamps flare, electronics burn."
    )
    return Verdict(DANGER, high, f"{whole(high)} V and {whole(low)} V at {name}", words, _lost(solved), cite, worst.key)


def _apart(enclosure: EnclosureVolts) -> float | None:
    """How far the legs of a can are from their mean, as a share of it; None where it has not both. [-]"""
    if enclosure.line_1_v is None or enclosure.line_2_v is None:
        return None
    mean = (enclosure.line_1_v + enclosure.line_2_v) / 2
    return abs(enclosure.line_1_v - mean) / mean if mean else None


def _lost(solved: Solved) -> str:
    lost = solved.bench.trial.neutrals_lost
    if not lost:
        return "Something leads the load current through metal or soil."
    names = ", ".join(place_name(solved.bench, key) for key in lost)
    return f"The neutral of {names} is open, and the unbalanced current looks for another way."


def _dead(solved: Solved) -> Verdict | None:
    """A lost neutral behind one line: nothing runs, and everything is live."""
    bench, runs = solved.bench, solved.bench.tree.job.runs
    lost = [key for key in bench.trial.neutrals_lost if runs[key].circuit is Circuit.two_wire_neutral]
    if not lost:
        return None
    cite, far = bench.say.cite("open_neutral"), runs[lost[0]].target
    volts = abs(solved.now.volts.get(f"{far}.N", 0j))
    words = f"Nothing runs behind it, and nothing is dead: its neutral stands at {whole(volts)} V to earth through whatever is switched on."
    headline = f"The neutral of {place_name(bench, lost[0])} is open"
    return Verdict(DANGER, volts, headline, words, "A lamp that is out says nothing of a wire.", cite, lost[0])


def _objection(solved: Solved) -> Verdict | None:
    metal = solved.of_role(Role.ground, Role.path)
    if not metal or solved.amperes(metal[0]) < OBJECTION_A:
        return None
    bench, worst, cite = solved.bench, metal[0], solved.bench.say.cite("objectionable")
    amperes, shown, name = solved.amperes(worst), amperes_text(solved.amperes(worst)), edge_name(bench, worst)
    even = all((_apart(enclosure) or 0.0) <= UNEVEN for enclosure in solved.enclosures.values())
    beside = next((edge for edge in metal if edge.part in bench.trial.neutrals_lost), None)
    if beside is not None and even and solved.amperes(beside) >= OBJECTION_A:
        amperes, shown, name = solved.amperes(beside), amperes_text(solved.amperes(beside)), edge_name(bench, beside)
        words = f"The voltages look normal, while the {name} carries the neutral's {shown}. A voltmeter sees nothing: use a clamp."
        return Verdict(DANGER, amperes, f"{shown} hidden on the {name}", words, _second(solved), cite, worst.part)
    words = f"The neutral's current divides by the resistances, and {shown} of it run on the {name}, all the time."
    return Verdict(WRONG, amperes, f"{shown} on the {name}", words, _second(solved), cite, worst.part)


def _second(solved: Solved) -> str:
    for count in solved.bonds:
        for trouble in count.troubles:
            if trouble.kind is Trouble.second:
                names = " and ".join(place_name(solved.bench, key) for key in trouble.bonds)
                over = " A metal path joins them." if trouble.over_path else ""
                bonded = solved.say.fill("{Neutral_and_ground} are bonded")
                return f"{bonded} at {names}: the metal between them lies beside the neutral.{over}"
    return "Metal lies beside a neutral."


def _open_neutral(solved: Solved) -> Verdict | None:
    """A lost neutral that nothing shows, because the loads behind it happen to balance."""
    bench, runs = solved.bench, solved.bench.tree.job.runs
    dead = bench.state.open_lines
    lost = [key for key in bench.trial.neutrals_lost if runs[key].circuit is Circuit.three_wire and key not in dead]
    if not lost:
        return None
    headline = f"The neutral of {place_name(bench, lost[0])} is open, and hardly shows"
    words = "The legs hold each other while their loads balance. The next switch thrown drives them apart."
    return Verdict(DANGER, 0, headline, words, _lost(solved), bench.say.cite("open_neutral"), lost[0])


def _misplaced(solved: Solved) -> Verdict | None:
    """One bond, but not where it belongs."""
    bench, cite = solved.bench, solved.bench.say.cite("one_bond")
    live = {key: plan for key, plan in bench.plans.items() if key in bench.state.live}
    first = next((key for key, plan in live.items() if plan.bond == Bond.bonded and not bench.bonded(key)), None)
    why = "One bond for each source, at its first disconnect."
    if first is not None and bench.tree.first_disconnect(first):
        name = place_name(bench, first)
        words = f"The bond belongs in {name}, the first disconnect. Where it is now, a fault comes home over wires further on."
        return Verdict(NOTE, 0, f"No bond at {name}", words, why, cite, first)
    extra = next((key for key, plan in live.items() if plan.bond == Bond.separate and bench.bonded(key)), None)
    if extra is None:
        return None
    name = place_name(bench, extra)
    words = f"Nothing runs off its wires now. The neutral serves {name} as its ground, and its drop lifts every case there."
    return Verdict(NOTE, 0, f"Bonded at {name}, where it ought to be kept apart", words, why, cite, extra)


def _bonds(solved: Solved) -> Verdict | None:
    """Wrong bonds that show no current now: found by counting."""
    bench, cite = solved.bench, solved.bench.say.cite
    trouble = next((trouble for count in solved.bonds for trouble in count.troubles), None)
    if trouble is None:
        return None
    enclosures = ", ".join(place_name(bench, key) for key in trouble.enclosures)
    if trouble.kind is Trouble.uncalled:
        words = f"Hardly any current shows it now. The neutral serves {enclosures} as its ground, and its drop lifts every case there."
        why = "The soil is the way back here, by a residual-current device; a link of yours defeats it."
        name = place_name(bench, trouble.bonds[-1])
        return Verdict(WRONG, 0, f"Bonded at {name}, where it ought to be kept apart", words, why, cite("one_bond"), trouble.bonds[-1])
    if trouble.kind is Trouble.second:
        words = f"There are {len(trouble.bonds)} bonds, and hardly any current shows it: the load is balanced, or off."
        return Verdict(WRONG, 0, "A second bond that does not show", words, _second(solved), cite("one_bond"), trouble.bonds[-1])
    if trouble.kind is Trouble.floating:
        words = f"{enclosures}: nothing joins the can to its {solved.say.terms.ground_bar}. Nothing shows it until a wire touches the can."
        return Verdict(
            DANGER, 0, f"{enclosures} floats", words, "A can without a way back stays live.", cite("ground_bar"), trouble.enclosures[0]
        )
    words = f"Nothing shows it now. When a wire touches {enclosures}, no breaker opens."
    why = f"No bond joins this metal to the neutral of {place_name(bench, trouble.source)}."
    return Verdict(DANGER, 0, "No bond: a fault has no way back", words, why, cite("way_back"), trouble.enclosures[0])


def _lifted(solved: Solved) -> Verdict | None:
    worst = highest(solved.enclosures)
    if worst is None or worst.touch_v < LIFT_V:
        return None
    bench, name = solved.bench, place_name(solved.bench, worst.key)
    run = bench.tree.above(worst.key)
    words = f"{name} stands {worst.touch_v:.1f} V above the soil a metre away."
    why = "The neutral's drop, which the bond puts on the metal."
    if run is not None and run.grounding is Grounding.legacy_three_wire:
        why = f"{run.name} has three wires: the neutral is the ground there, and its drop lifts every case."
    return Verdict(NOTE, worst.touch_v, f"{name} lifted by {worst.touch_v:.1f} V", words, why, bench.say.cite("way_back"), worst.key)
