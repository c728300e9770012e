"""What comes of a fault: whether it clears, when, by which way, and what stays on the metal."""

from __future__ import annotations

from dataclasses import replace
from math import isinf

from northspan.core.document.job import SourceKind
from northspan.core.physics.device_curves import opens_within_s
from northspan.core.physics.role import Role
from northspan.core.topics.bonds.one_bond import Trouble
from northspan.core.topics.bonds.opening import Opening
from northspan.core.topics.bonds.reading import Solved, edge_name, place_name
from northspan.core.topics.bonds.words import (
    DANGER,
    DANGER_V,
    FINE,
    LIFT_V,
    NORMAL_A,
    NOTE,
    SOON_S,
    STAYS,
    WRONG,
    Verdict,
    amperes_text,
    highest,
    opening_words,
    seconds_text,
)
from northspan.core.working.worked import whole

FADES_A = 5.0  # less is no fault that any breaker is meant for


def fault_verdict(solved: Solved) -> Verdict:
    """Say what comes of the fault on the bench.

    Parameters
    ----------
    solved : Solved
        The circuit. [A, V]
    """
    bench = solved.bench
    key = bench.trial.case_fault or bench.trial.soil_fault or ""
    worst = highest(solved.enclosures)
    fault_a = max((solved.amperes(edge) for edge in solved.of_role(Role.fault)), default=0.0)
    if fault_a < NORMAL_A and (worst is None or worst.touch_v < LIFT_V):
        return _nothing_flows(solved, key)
    if solved.opener is not None:
        return _clears(solved, solved.opener, key)
    return _stays(solved, fault_a, key)


def _nothing_flows(solved: Solved, key: str) -> Verdict:
    """A dead can, or a system that floats: its first fault goes unseen."""
    bench, cite = solved.bench, solved.bench.say.cite("way_back")
    load = bench.tree.job.loads.get(key)
    enclosure, name = load.enclosure if load else key, place_name(bench, key)
    if enclosure not in bench.state.live:
        return Verdict(FINE, 0, "Nothing flows", f"{name} has no voltage in this state.", "Its supply is open.", cite, key)
    lifted = abs(solved.now.volts.get(f"{enclosure}.N", 0j))
    words = f"Nothing opens. The fault ties that line to the metal, and the neutral stands at {whole(lifted)} V to earth instead."
    why = "No bond joins this source to the metal: the system floats. A second fault is a short circuit by way of cases."
    return Verdict(DANGER, lifted, "The first fault goes unseen", words, why, cite, key)


def _clears(solved: Solved, opener: Opening, key: str) -> Verdict:
    after = highest(solved.enclosures_after)
    left = after.touch_v if after else 0.0
    stays = left > DANGER_V
    latest = seconds_text(opener.latest_s)
    if opener.residual:
        astray = amperes_text(opener.astray_a)
        kind = f"{opener.device.residual_ma:g} mA" if opener.device.residual_ma is not None else "ground-fault"
        words = f"{astray} does not come back by the wires of {opener.device.name}, and its {kind} device opens. "
    else:
        words = f"{amperes_text(opener.amperes)} through the {opener.device.rating_a:g} A {opener.device.name}, "
        words += f"{whole(opener.multiple)} times its rating. "
    words += f"{_touching(solved)} while it lasts, {whole(left)} V after."
    clears = f"Clears within {latest}" if opener.latest_s <= SOON_S else f"Clears, but may take {latest}"
    if opener.latest_s > SOON_S and opener.soonest_s < opener.latest_s / 10:
        words += f" Most open in {seconds_text(opener.soonest_s)} here; the standard lets them take so long."
    headline = f"{clears}, but {whole(left)} V stay" if stays else clears
    level = STAYS if stays else NOTE if opener.latest_s > SOON_S else FINE
    return Verdict(level, max(left, opener.latest_s), headline, words, _way_home(solved), solved.bench.say.cite("way_back"), key)


def _stays(solved: Solved, fault_a: float, key: str) -> Verdict:
    bench, cite, worst = solved.bench, solved.bench.say.cite, highest(solved.enclosures)
    if not bench.trial.soil_fault and _utilitys(solved, key):
        return _burns(solved, fault_a, key)
    if solved.circuit.fading and fault_a >= FADES_A and not bench.trial.soil_fault:
        return _fades(solved, fault_a, key)
    may = [one for one in solved.openings if not isinf(one.soonest_s)]
    near = max(may, key=lambda one: one.multiple, default=_nearest(solved, key))
    what = f"{amperes_text(fault_a)} flows."
    if near is not None:
        what = f"{amperes_text(fault_a)} flows; the {near.device.rating_a:g} A {near.device.name} {opening_words(near)}."
    begins = "May never clear" if may else "Never clears"
    words = f"{what} {_touching(solved)}."
    if bench.trial.soil_fault:
        why = "Soil passes far too little current for any breaker. A rod is for lightning and line surges, never for opening a breaker."
        return Verdict(STAYS, fault_a, f"{begins}: the wire stays live in the soil", words, why, cite("earth_alone"), key)
    touch_v, place = (worst.touch_v, worst.key) if worst else (0.0, key)
    return Verdict(
        STAYS, touch_v, f"{begins}: {whole(touch_v)} V on {place_name(bench, place)}", words, _no_way_home(solved), cite("way_back"), key
    )


def _utilitys(solved: Solved, key: str) -> bool:
    """Whether nothing but the utility's fuse stands ahead of a fault: in a service can, or ahead of it."""
    tree = solved.bench.tree
    if not solved.bench.rulebook.panels.main_protects or solved.bench.state.key or key in tree.job.loads:
        return False
    way = tree.way_to(tree.feeding[key]) if key in tree.feeding else ()
    head = tree.job.sources.get(tree.job.runs[way[0]].origin) if way else None
    ahead = any(one.sees and one.device.key in way for one in solved.openings)
    return not ahead and (head is None or head.kind is SourceKind.utility_transformer)


def _burns(solved: Solved, fault_a: float, key: str) -> Verdict:
    bench, worst = solved.bench, highest(solved.enclosures)
    touch_v = worst.touch_v if worst else 0.0
    blind = next((one for one in solved.openings if not one.sees), None)
    words = (
        f"{amperes_text(fault_a)} flows. Ahead of the main only the {solved.say.terms.utility}'s fuse stands, whose kind nobody here knows."
    )
    if blind is not None:
        soonest_s, latest_s = opens_within_s(blind.multiple, blind.device.curve)
        main = opening_words(replace(blind, sees=True, soonest_s=soonest_s, latest_s=latest_s))
        words += f" Behind the main the same fault is another matter: the {blind.device.rating_a:g} A {blind.device.name} {main}."
    why = f"{_touching(solved)}. Call the {solved.say.terms.utility}; nobody works on it live."
    return Verdict(STAYS, touch_v, "May burn for minutes: no device of yours is ahead", words, why, bench.say.cite("way_back"), key)


def _fades(solved: Solved, fault_a: float, key: str) -> Verdict:
    """A source of one's own that does not hold the current a breaker needs."""
    bench = solved.bench
    source = bench.tree.job.sources[solved.circuit.fading[0]]
    worst = highest(solved.enclosures_lasting)
    touch_v, place = (worst.touch_v, worst.key) if worst else (0.0, key)
    near = max(solved.openings, key=lambda one: one.multiple, default=None)
    left_a = max((abs(solved.lasting.amperes[edge.key]) for edge in solved.of_role(Role.fault)), default=0.0)
    begins = f"{source.name} drives {amperes_text(fault_a)} for {solved.circuit.brief_s:g} s at most"
    device = f"; the {near.device.rating_a:g} A {near.device.name} {opening_words(near)}" if near else ""
    cite = bench.say.cite("way_back")
    if source.kind is SourceKind.inverter_pair:
        words = f"{begins}, then it gives up{device}."
        why = "Its electronics hold the current down: no breaker of this size opens, and what starts again starts into the fault."
        return Verdict(WRONG, fault_a, "Will not clear: the inverter gives up instead", words, why, cite, key)
    words = f"{begins}, then {amperes_text(left_a)}{device}. {place_name(bench, place)} then stands at {whole(touch_v)} V."
    why = "A generator's field collapses in a fault. What is left is about its rating, and a breaker waits for more."
    level = STAYS if touch_v > DANGER_V else DANGER
    return Verdict(level, touch_v, "Will not clear: the generator's current falls", words, why, cite, key)


def _touching(solved: Solved) -> str:
    worst = highest(solved.enclosures)
    if worst is None:
        return "Nothing metal is there to touch"
    return f"Touching {place_name(solved.bench, worst.key)}, standing on the ground a metre away: {whole(worst.touch_v)} V"


def _nearest(solved: Solved, key: str) -> Opening | None:
    """The device that ought to open: that of the load's own circuit, or of the run that feeds the can."""
    feeding = solved.bench.tree.feeding.get(key)
    return next((one for one in solved.openings if one.device.key in {key, feeding}), None)


def _way_home(solved: Solved) -> str:
    """Name the metal that brought the fault home, and what the soil did."""
    bench = solved.bench
    home = next(iter(solved.of_role(Role.bond)), None)
    earth_a = max((solved.amperes(edge) for edge in solved.of_role(Role.electrode)), default=0.0)
    soil = f" The soil passes {amperes_text(earth_a)}, which no breaker notices." if earth_a else ""
    through = max((solved.amperes(edge) for edge in solved.of_role(Role.fault)), default=0.0)
    if home is None and through and solved.opener is not None and solved.opener.residual:
        return f"The fault comes home through the soil: {amperes_text(through)}, enough for a residual-current device and for no breaker."
    if home is None:
        return f"The fault comes home by metal.{soil}"
    wires = [edge for edge in solved.of_role(Role.ground, Role.path) if solved.amperes(edge) > solved.amperes(home) / 4]
    by = f" on the {edge_name(bench, wires[0])}" if wires else ""
    return f"The fault comes home{by} to the bond at {place_name(bench, home.part)}.{soil}"


def _no_way_home(solved: Solved) -> str:
    bench = solved.bench
    cut = [f"The ground of {place_name(bench, key)} is cut: the" for key in bench.trial.grounds_cut]
    troubles = {trouble.kind for count in solved.bonds for trouble in count.troubles}
    if Trouble.floating in troubles:
        return solved.say.fill("The {ground_bar} is isolated from the can, so the can has no way back at all.")
    if Trouble.none_made in troubles and not cut:
        return "No bond joins this metal to the neutral of its source: the soil is the only way back, and it passes too little."
    return f"{cut[0] if cut else 'The'} soil is what is left of the way back, and it passes too little for any breaker."
