"""What lands on the bars of a panel: neutrals and grounds by size, one screw each, and what tape makes of a wire."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache

from northspan.core.case.case import Case
from northspan.core.document.findings import Finding, Severity, pin
from northspan.core.document.job import Across, Circuit, CircuitUse, Metal, PanelLayout
from northspan.core.document.plan.panel import TerminalLine
from northspan.core.rulebooks.questions.grounds import GroundFacts, GroundRules
from northspan.core.topics.circuits.standing import Standing
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.working.errors import OutsideTable
from northspan.core.working.sums import count_of
from northspan.core.working.worked import Step

_SMALL_A = 30.0


@dataclass(frozen=True, slots=True)
class Landing:
    """The neutral and the ground that a circuit brings to the bars: sizes, empty where there is none, and how many of each."""

    neutral: str
    ground: str
    count: int
    least_ground: str
    metal: Metal


def landing_of(case: Case, one: Standing, sized: dict[str, SizedRun]) -> Landing | None:
    """Say what a circuit brings to the bars; None where its wire is not known.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    one : Standing
        The circuit. [A]
    sized : dict
        Sized runs by id. [-]
    """
    made = sized.get(one.one.run or "")
    if made is not None:
        ground = made.equipment_ground_size or ""
        least = made.equipment_ground.value if made.equipment_ground else ground
        return Landing(made.grounded_size or "", ground, made.question.sets, least, made.tried.wire.metal)
    if not one.size or one.size not in case.rulebook.wires.sizes(one.metal) or not one.rating_a:
        return None
    neutral = one.size if has_neutral(case, one) else ""
    found = _ground_of(one.rating_a, one.size, one.metal, case.rulebook.grounds)
    return None if found is None else Landing(neutral, found, 1, found, one.metal)


@lru_cache(maxsize=1024)
def _ground_of(rating_a: float, size: str, metal: Metal, ground_rules: GroundRules) -> str | None:
    try:
        return ground_rules.equipment_ground(GroundFacts(rating_a, metal, size, size, lines=metal)).value
    except OutsideTable:  # no ground is tabled for such a device: nothing is said of it
        return None


def has_neutral(case: Case, one: Standing) -> bool:
    """Tell whether a circuit brings a neutral: one to the neutral, a part of its load does, or it feeds a panel or its own run does.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    one : Standing
        The circuit. [A]
    """
    run = case.job.runs.get(one.one.run or "")
    if run is not None:
        return run.circuit is not Circuit.two_wire_line
    if one.one.partner is None and any(other.partner == one.key for other in case.job.circuits.values()):
        return False  # the first of the pair brings the neutral of both
    used = any(case.job.loads[load].uses_neutral or case.job.loads[load].across is not Across.line_line for load in one.one.loads)
    return one.poles == 1 or used or one.one.use is CircuitUse.panel


def terminal_lines(case: Case, standing: dict[str, Standing], sized: dict[str, SizedRun]) -> Iterator[TerminalLine]:
    """List what each circuit brings to the bars, and what is marked.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    standing : dict
        The circuits of a panel. [A]
    sized : dict
        Sized runs by id. [-]
    """
    say = case.rulebook.words
    for key, one in standing.items():
        found = landing_of(case, one, sized)
        if found is None:
            yield TerminalLine(key, one.name or "no name", "its wire is not noted", "", ())
            continue
        sets = f"{found.count} of " if found.count > 1 else ""
        kit = ", by a lug of its own" if one.one.lug_kit else ""
        neutral = f"{sets}{say.size_name(found.neutral)}{kit}, a terminal each" if found.neutral else "none"
        ground = f"{sets}{say.size_name(found.ground)}{kit}" if found.ground else "none"
        marks = tuple(f"{mark.words}: {mark.result}" for mark in marks_of(case, one, found))
        yield TerminalLine(key, one.name or "no name", neutral, ground, marks)


def marks_of(case: Case, one: Standing, found: Landing) -> Iterator[Step]:
    """Say what tape or a sleeve may make: a large neutral or ground of a run, and the white wire of a two-pole cable.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    one : Standing
        The circuit. [A]
    found : Landing
        What it brings to the bars. [-]
    """
    rules = case.rulebook.cans
    if one.one.run is not None:
        if found.neutral:
            yield rules.re_identified("neutral", found.neutral)
        if found.ground:
            yield rules.re_identified("ground", found.ground)
    elif one.poles > 1 and not found.neutral and one.one.partner is None:
        yield rules.re_identified("line", one.size)


def tape_steps(case: Case, standing: dict[str, Standing], sized: dict[str, SizedRun]) -> tuple[Step, ...]:
    """Gather what the code says of tape on the wires that come to a panel, each once.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    standing : dict
        The circuits of a panel. [A]
    sized : dict
        Sized runs by id. [-]
    """
    found = [(one, made) for one in standing.values() if (made := landing_of(case, one, sized)) is not None]
    return tuple(dict.fromkeys(mark for one, made in found for mark in marks_of(case, one, made)))


def terminal_checks(
    case: Case, panel: str, layout: PanelLayout, standing: dict[str, Standing], sized: dict[str, SizedRun]
) -> Iterator[Finding]:
    """Hold what lands on the bars against their terminals.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    panel : str
        Id of the panel. [-]
    layout : PanelLayout
        Its spaces and bars. [-]
    standing : dict
        Its circuits. [A]
    sized : dict
        Sized runs by id. [-]
    """
    found = {key: made for key, one in standing.items() if (made := landing_of(case, one, sized)) is not None}
    for key, one in found.items():
        yield from _range(case, layout, key, standing[key], one)
        yield from _metals(case, key, standing[key], one)
    yield from _counts(case, panel, layout, found)


def _range(case: Case, layout: PanelLayout, key: str, one: Standing, found: Landing) -> Iterator[Finding]:
    area, say = case.rulebook.wires.area_m2, case.rulebook.words
    for part, size in (("neutral", found.neutral), (say.terms.ground, found.ground)):
        if not size or one.one.lug_kit:
            continue
        most, least = layout.neutral_bar_most, layout.bar_least
        if most is not None and area(size) > area(most) * 1.001:
            why = "Strands cut off to make it fit carry what all of them should."
            if part != "neutral" and found.least_ground and area(found.least_ground) <= area(most) * 1.001 < area(size):
                why += f" {say.size_name(found.least_ground)} is enough by the table for its device, and would fit."
            words = f"{one.name or 'a circuit'}: its {part} of {say.size_name(size)} is more than its bar takes, {say.size_name(most)}."
            yield Finding("wire-above-bar", Severity.fix, f"/circuits/{key}/lug_kit", words, why, say.cite("panel_label"),
                          (pin(f"/circuits/{key}/lug_kit", True, "A lug kit on the bar"),))  # fmt: skip
        elif least is not None and area(size) < area(least) * 0.999:
            words = f"{one.name or 'a circuit'}: its {part} of {say.size_name(size)} is less than its bar holds, {say.size_name(least)}."
            yield Finding("wire-below-bar", Severity.fix, f"/circuits/{key}/lug_kit", words, "A thin wire slips from under a wide screw.",
                          say.cite("panel_label"), (pin(f"/circuits/{key}/lug_kit", True, "A terminal made for it"),))  # fmt: skip


def _metals(case: Case, key: str, one: Standing, found: Landing) -> Iterator[Finding]:
    if one.one.run is None and found.metal is Metal.aluminum and 0 < one.rating_a <= _SMALL_A:
        say = case.rulebook.words
        words = say.fill(f"{one.name or 'A circuit'}: {{aluminum}} in a circuit of {one.rating_a:g} A.")
        why = ("Old wire of this kind loosens under screws that were made for copper. Devices and outlets marked for it, and to copper "
               "only by a connector that is listed for both; antioxidant, and torque by the label.")  # fmt: skip
        yield Finding("small-aluminum", Severity.check, f"/circuits/{key}/metal", words, why, say.cite("tail"))


def screws_for(sizes: Sequence[str], *, in_pairs: bool) -> int:
    """Count the terminals that grounds take: one each, or one for two of the same size.

    Parameters
    ----------
    sizes : sequence of str
        Sizes of the grounds. [-]
    in_pairs : bool
        Whether the label allows pairs, and the call takes them. [-]

    Examples
    --------
    >>> screws_for(["12", "12", "14", "12"], in_pairs=True), screws_for(["12", "14"], in_pairs=True)
    (3, 2)
    """
    return len(sizes) - (count_of(sizes.count(size) // 2 for size in set(sizes)) if in_pairs else 0)


def grounds_in(found: Iterable[Landing]) -> list[str]:
    """List the sizes of all grounds that circuits bring to the bars.

    Parameters
    ----------
    found : iterable of Landing
        What each circuit brings. [-]
    """
    return [one.ground for one in found if one.ground for _ in range(one.count)]


def _counts(case: Case, panel: str, layout: PanelLayout, found: dict[str, Landing]) -> Iterator[Finding]:
    enclosure, say = case.job.enclosures[panel], case.rulebook.words
    neutrals = count_of(one.count for one in found.values() if one.neutral)
    sizes = grounds_in(found.values())
    if enclosure.neutral_terminals is not None and enclosure.neutrals_landed is None and neutrals > enclosure.neutral_terminals:
        at = f"/enclosures/{panel}/neutral_terminals"
        words = f"{enclosure.name}: {neutrals} neutrals, and its bar has {enclosure.neutral_terminals} terminals."
        yield Finding("no-terminal-for-a-neutral", Severity.fix, at, words, "One neutral a terminal: two under a screw work loose.",
                      say.cite("one_neutral_each"), (pin(at, neutrals, "A bar was added"),))  # fmt: skip
    call = case.schools["grounds_pair"] == "label"
    if layout.ground_terminals is None or screws_for(sizes, in_pairs=call and layout.grounds_paired is True) <= layout.ground_terminals:
        return
    at = f"/enclosures/{panel}/layout/ground_terminals"
    words = say.fill(f"{enclosure.name}: {len(sizes)} {{grounds}}, and {layout.ground_terminals} terminals for them.")
    cures = [pin(at, len(sizes), "A bar was added, one each")]
    if call and layout.grounds_paired is None and screws_for(sizes, in_pairs=True) <= layout.ground_terminals:
        cures.append(pin(f"/enclosures/{panel}/layout/grounds_paired", True, "Its label allows two of one size under a screw"))
    why = "Two of equal size share a screw only where the label says so."
    yield Finding("no-terminal-for-a-ground", Severity.fix, at, words, why, say.cite("panel_label"), tuple(cures))
