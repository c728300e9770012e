"""Ways of a consumer unit behind one residual-current device: what goes off together, and what leaks all the time."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.document.findings import Finding, Severity, in_a_row
from northspan.core.document.job import CircuitUse, PanelLayout
from northspan.core.document.plan.panel import GroupPlan
from northspan.core.topics.circuits.standing import Standing
from northspan.core.working.sums import count_of, sum_of


def group_plans(case: Case, layout: PanelLayout, standing: dict[str, Standing]) -> Iterator[GroupPlan]:
    """Say for each residual-current device of a unit what stands behind it.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    layout : PanelLayout
        Its spaces. [mA]
    standing : dict
        Its circuits. [A]
    """
    share = case.rulebook.cans.leakage_share()
    for number, group in enumerate(layout.groups, 1):
        behind = [one for one in standing.values() if one.one.group == number]
        leaks = sum_of(one.one.leakage_ma or 0.0 for one in behind)
        unread = count_of(one.one.leakage_ma is None for one in behind)
        most = share.value * group.residual_ma if share else None
        together = f"one trip takes {in_a_row([one.name or 'no name' for one in behind])}" if behind else "nothing stands behind it"
        seen = f"{leaks:g} mA leak" if unread < len(behind) else "what leaks was not read"
        some = f", {unread} not read" if 0 < unread < len(behind) else ""
        limit = f" of {most:g} mA at most" if most is not None and unread < len(behind) else ""
        words = f"{group.residual_ma:g} mA: {together}; {seen}{limit}{some}"
        yield GroupPlan(number, group.name, tuple(one.key for one in behind), leaks, most, words)


def group_checks(
    case: Case, panel: str, layout: PanelLayout, standing: dict[str, Standing], plans: tuple[GroupPlan, ...]
) -> Iterator[Finding]:
    """Hold what leaks against what a device should see, its rating against what is behind it, and look for one trip that takes all.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    panel : str
        Id of the panel. [-]
    layout : PanelLayout
        Its spaces. [mA]
    standing : dict
        Its circuits. [A]
    plans : tuple of GroupPlan
        Its devices as worked. [mA]
    """
    share, say = case.rulebook.cans.leakage_share(), case.rulebook.words
    at = f"/enclosures/{panel}/layout/groups"
    for plan, group in zip(plans, layout.groups, strict=True):
        if share is not None and plan.most_ma is not None and plan.leakage_ma > plan.most_ma + 1e-9:
            worst = max(plan.circuits, key=lambda key: standing[key].one.leakage_ma or 0.0)
            words = f"{plan.name}: {plan.leakage_ma:g} mA leak all the time, {plan.most_ma:g} mA is the most."
            why = f"It trips for nothing. {standing[worst].name or 'The worst of them'} leaks most; give it a device of its own."
            yield Finding("group-leaks", Severity.fix, f"/circuits/{worst}/group", words, why, share.citation)
        behind = sum_of(standing[key].rating_a for key in plan.circuits)
        main = case.job.enclosures[panel].main_a
        limit = min(behind, main) if main else behind
        if group.rating_a is not None and group.rating_a < limit - 1e-9:
            words = f"{plan.name}: it carries {group.rating_a:g} A, and {limit:g} A may run through it."
            why = "It is no overcurrent device; what protects it is ahead of it or behind it."
            yield Finding("group-overloaded", Severity.fix, f"{at}/{plan.number - 1}/rating_a", words, why, say.cite("group_rating"))
    lights = {one.one.group for one in standing.values() if one.one.use is CircuitUse.lighting}
    sockets = {one.one.group for one in standing.values() if one.one.use is CircuitUse.outlets}
    if layout.groups and lights and sockets and len(lights | sockets) == 1 and None not in lights:
        words = say.fill(f"{case.job.enclosures[panel].name}: one device takes all lights and all {{receptacles}}.")
        why = "Nobody should look for a fault in the dark. Put lights and outlets behind two devices."
        yield Finding("one-trip-takes-all", Severity.check, at, words, why, say.cite("one_trip"))
