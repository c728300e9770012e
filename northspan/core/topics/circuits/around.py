"""What stands around a panel: working space, surge device, handles that shut off all, and other sources on its bus."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.case.slots import below, free_slots, row_of
from northspan.core.document.findings import Cure, Edit, Finding, Severity, pin
from northspan.core.document.job import BuildingUse, MainKind, PanelLayout, SourceKind, Status
from northspan.core.document.plan import WorkGroup, work_lines
from northspan.core.topics.circuits.standing import Standing
from northspan.core.working.sums import count_of
from northspan.core.working.worked import Margin, Step, Worked, at_most, ending, given, step, whole

SURGE_KA, SURGE_US, LEAD_UH_PER_M = 3.0, 8.0, 1.0
_SPACE = (("working_width_m", "w"), ("working_depth_m", "d"), ("headroom_m", "h"))


def around_panel(case: Case, panel: str, layout: PanelLayout, standing: dict[str, Standing], tape: tuple[Step, ...]) -> Iterator[WorkGroup]:
    """Work what stands around a panel, topic by topic.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    panel : str
        Id of the panel. [-]
    layout : PanelLayout
        Its spaces. [-]
    standing : dict
        Its circuits. [A]
    tape : tuple of Step
        What tape may make of its wires. [-]
    """
    rules, say = case.rulebook.cans, case.rulebook.words
    wanted = rules.working_space(_old_dwelling_a(case, panel))
    typed = [getattr(layout, field) for field, _ in _SPACE]
    open_yet = count_of(have is None for have in typed)
    short = any(have is not None and have < least.value - 1e-9 for have, least in zip(typed, wanted, strict=True))
    said = "too little" if short else "not measured yet" if open_yet else "holds"
    yield WorkGroup("space", "In front of it", said if any(one.value for one in wanted) else "no figure", work_lines(wanted))
    if layout.surge_lead_m is not None:
        added = surge_added(layout.surge_lead_m)
        yield WorkGroup("surge", "Leads of its surge device", f"{whole(added.value)} V more let through",
                        work_lines((*added.steps, rules.surge_leads())))  # fmt: skip
    shares = bus_steps(case, panel, layout, standing)
    if shares:
        held = shares[0]
        yield WorkGroup("bus", "Sources on its bus", f"{whole(held.used)} of {whole(held.limit)} A", work_lines(shares[1]))
    height = case.rulebook.panels.handle_height()
    yield WorkGroup("handle", "Highest handle", height.result, work_lines((height,)))
    torque = layout.torque or "read its label, and write it down"
    again = "A second pass after some days: metal settles, aluminum most. Power off, tested dead."
    lines = (given("T", say.fill(again.replace("aluminum", "{aluminum}")), 2.0, "passes", "trade habit"),)
    yield WorkGroup("torque", "Torque of its terminals", torque, work_lines(lines))
    if tape:
        yield WorkGroup("tape", "Tape or sleeve", f"{len(tape)} {'rule' if len(tape) == 1 else 'rules'}", work_lines(tape))


def surge_added(lead_m: float) -> Worked[float]:
    """Work what the leads of a surge device add to what it lets through. [V]

    Parameters
    ----------
    lead_m : float
        Both leads together. [m]

    References
    ----------
    A straight wire has about 1 µH a metre; 3 kA in 8 µs is the surge of IEEE C62.41.2 for the inside of a house.

    Examples
    --------
    >>> round(surge_added(0.0254).value, 1)
    9.5
    """
    return ending(
        given("I", "current of the surge", SURGE_KA, "kA", "IEEE C62.41.2"),
        given("t", "time in which it rises", SURGE_US, "µs", "IEEE C62.41.2"),
        given("L", "its leads together", lead_m, "m"),
        given("l", "inductance of a straight wire", LEAD_UH_PER_M, "µH/m", "physics"),
        step("V", "its leads add", "1000 * l * L * I / t", "V", "V = L di/dt", l=LEAD_UH_PER_M, L=lead_m, I=SURGE_KA, t=SURGE_US),
    )


def bus_steps(case: Case, panel: str, layout: PanelLayout, standing: dict[str, Standing]) -> tuple[Margin, tuple[Step, ...]] | None:
    """Hold the main and the devices of other sources against the bus; None where none comes in, or the bus is not read.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    panel : str
        Id of the panel. [-]
    layout : PanelLayout
        Its spaces. [-]
    standing : dict
        Its circuits. [A]
    """
    enclosure = case.job.enclosures[panel]
    sources = [one for one in standing.values() if one.one.source is not None and one.one.slots]
    main = enclosure.main_a or _device_ahead(case, panel)
    if not sources or enclosure.bus_a is None or main is None:
        return None
    share = case.rulebook.cans.bus_share()
    far = all(at_far_end(layout, one) for one in sources)
    allowed = share.value if far else 1.0
    of = {f"S_{i}": one.rating_a for i, one in enumerate(sources, 1)}
    together = step("I_b", "main and devices of sources", " + ".join(["M", *of]), "A", share.citation, M=main, **of)
    most = step("I_m", "the bus takes" if far else "the bus takes: a source is not at the far end", "s * B", "A", share.citation,
                s=allowed, B=enclosure.bus_a)  # fmt: skip
    return at_most("bus", "Bus", together.value, most.value, "A", share.citation), (share, given("M", "main", main, "A"), together, most)


def _device_ahead(case: Case, panel: str) -> float | None:
    run = case.tree.above(panel)
    return run.device_a if run else None


def at_far_end(layout: PanelLayout, one: Standing) -> bool:
    """Tell whether a device stands at the end of the bus that is farthest from the main.

    Parameters
    ----------
    layout : PanelLayout
        The panel's spaces. [-]
    one : Standing
        The device. [-]
    """
    rows = {row_of(layout, slot) for slot in one.one.slots}
    last = row_of(layout, layout.spaces)
    end = range(1, len(rows) + 1) if layout.fed_at_bottom else range(last - len(rows) + 1, last + 1)
    return rows <= set(end)


def around_checks(case: Case, panel: str, layout: PanelLayout, standing: dict[str, Standing]) -> Iterator[Finding]:
    """Say what is wrong around a panel.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    panel : str
        Id of the panel. [-]
    layout : PanelLayout
        Its spaces. [-]
    standing : dict
        Its circuits. [A]
    """
    yield from _space(case, panel, layout)
    yield from _surge(case, panel, layout)
    yield from _handles(case, panel, layout, standing)
    yield from _bus(case, panel, layout, standing)


def _space(case: Case, panel: str, layout: PanelLayout) -> Iterator[Finding]:
    name, say = case.job.enclosures[panel].name, case.rulebook.words
    short = False
    for (field, _), least in zip(_SPACE, case.rulebook.cans.working_space(_old_dwelling_a(case, panel)), strict=True):
        have = getattr(layout, field)
        if have is not None and have < least.value - 1e-6:
            short = True
            stands = f" In it: {layout.in_front}." if layout.in_front else ""
            words = f"{name}: {least.words} in front of it is {say.length_text(have)}, {least.result} is the least.{stands}"
            at = f"/enclosures/{panel}/layout/{field}"
            yield Finding("no-working-space", Severity.fix, at, words, "Somebody works there with the cover off, and must get away.",
                          least.citation, (pin(at, least.value, f"Cleared to {least.result}"),))  # fmt: skip

    depth = case.rulebook.cans.working_space()[1]
    if layout.in_front and not short:
        at = f"/enclosures/{panel}/layout/in_front"
        yield Finding("stands-in-the-way", Severity.fix, at, f"{name}: {layout.in_front} stands in front of it.",
                      "The space before it is for whoever works there, and for nothing else.", depth.citation,
                      (pin(at, "", "It was moved away"),))  # fmt: skip


def _old_dwelling_a(case: Case, panel: str) -> float | None:
    """What a panel is rated for in a dwelling that stands already; None elsewhere, or where nobody read it. [A]"""
    enclosure = case.job.enclosures[panel]
    home = case.job.buildings[enclosure.building]
    old = home.use is BuildingUse.dwelling and home.status is Status.existing
    return (enclosure.bus_a or enclosure.main_a) if old else None


def _surge(case: Case, panel: str, layout: PanelLayout) -> Iterator[Finding]:
    enclosure, rules = case.job.enclosures[panel], case.rulebook.cans
    asked, leads = rules.surge_asked(), rules.surge_leads()
    at = f"/enclosures/{panel}/layout/surge_lead_m"
    dwelling = case.job.buildings[enclosure.building].use is BuildingUse.dwelling
    if layout.surge_lead_m is None:
        if asked is not None and dwelling and enclosure.status is Status.new and case.tree.first_disconnect(panel):
            words = f"{enclosure.name}: a surge device is asked {asked.result}."
            yield Finding("no-surge-device", Severity.check, at, words, f"{asked.text.capitalize()}.", asked.citation,
                          (pin(at, 0.15, "It has one, its leads short"),))  # fmt: skip
    elif leads.value and layout.surge_lead_m > leads.value + 1e-6:
        say = case.rulebook.words
        words = f"{enclosure.name}: the leads of its surge device are {say.length_text(layout.surge_lead_m)}, {leads.result} is the most."
        why = f"They let {whole(surge_added(layout.surge_lead_m).value)} V more through. Move it beside the main, leads together."
        yield Finding("surge-leads-long", Severity.fix, at, words, why, leads.citation, (pin(at, leads.value, f"Moved: {leads.result}"),))


def _handles(case: Case, panel: str, layout: PanelLayout, standing: dict[str, Standing]) -> Iterator[Finding]:
    if layout.main is not MainKind.lugs or not case.tree.first_disconnect(panel):
        return
    handles = count_of(1 for one in standing.values() if one.one.slots and one.one.source is None)
    handles -= count_of(1 for one in standing.values() if one.one.partner in standing and one.one.tied)
    most = case.rulebook.cans.most_handles(new=case.job.enclosures[panel].status is Status.new)
    if handles > most.value:
        enclosure = case.job.enclosures[panel]
        rating = enclosure.bus_a
        edits = [Edit("add", f"/enclosures/{panel}/layout/main", "breaker")]
        if rating:
            edits.append(Edit("add", f"/enclosures/{panel}/main_a", rating))
        words = f"{enclosure.name}: {handles} handles shut it off, {most.result} is the most."
        yield Finding("too-many-handles", Severity.fix, f"/enclosures/{panel}/layout/main", words,
                      f"Whoever comes in a fire must find it all off at once: {most.text}.", most.citation,
                      (Cure("Give it a main", tuple(edits)),))  # fmt: skip


def _bus(case: Case, panel: str, layout: PanelLayout, standing: dict[str, Standing]) -> Iterator[Finding]:
    shares = bus_steps(case, panel, layout, standing)
    if shares is None or shares[0].holds:
        return
    margin, _ = shares
    name = case.job.enclosures[panel].name
    words = f"{name}: main and sources bring {whole(margin.used)} A to a bus that takes {whole(margin.limit)} A."
    why = "What the main does not see still heats the bus."
    near = [one for one in standing.values() if one.one.source is not None and one.one.slots and not at_far_end(layout, one)]
    cures = tuple(cure for one in near if (cure := _to_far_end(case, panel, layout, one)) is not None)
    yield Finding("bus-above-share", Severity.stop, f"/enclosures/{panel}/bus_a", words, why, margin.citation, cures)


def _to_far_end(case: Case, panel: str, layout: PanelLayout, one: Standing) -> Cure | None:
    free = {*free_slots(case.job, panel), *one.one.slots}
    poles, columns = len(one.one.slots), layout.columns
    first = 1 if layout.fed_at_bottom else layout.spaces - poles * columns + 1
    for start in range(first, first + columns):
        slots = [start]
        while len(slots) < poles:
            slots.append(below(layout, slots[-1]))
        if set(slots) <= free:
            return Cure(f"Move it to {' and '.join(str(slot) for slot in slots)}, the far end",
                        (Edit("add", f"/circuits/{one.key}/slots", list(slots)),))  # fmt: skip
    return None


def lands_on(case: Case, one: Standing, legs: tuple[int, ...]) -> tuple[str, ...]:
    """Say which of two inverters lands on which terminal of its device, and so on which leg; empty for anything else.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    one : Standing
        The device. [-]
    legs : tuple of int
        The legs of its slots, in order. [-]
    """
    source = case.job.sources.get(one.one.source or "")
    if source is None or source.kind is not SourceKind.inverter_pair or len(legs) < len("ab"):
        return ()
    order = (2, 1) if one.one.crossed else (1, 2)
    return tuple(f"inverter {number}: {where} terminal, {case.rulebook.words.terms.slot} {slot}, leg {leg}"
                 for number, where, slot, leg in zip(order, ("upper", "lower"), one.one.slots, legs, strict=False))  # fmt: skip
