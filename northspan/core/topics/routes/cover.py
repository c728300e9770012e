"""Least cover of every buried stretch of a run."""

from __future__ import annotations

from northspan.core.case.facts import run_facts
from northspan.core.document.job import Place, Run
from northspan.core.rulebooks.questions.routes import RouteRules
from northspan.core.working.worked import Worked

RIBBON_M = 0.3  # a warning ribbon lies half as deep as the pipe, and no deeper than a spade goes in


def ribbon_m(cover_m: float) -> float:
    """Give how deep a warning ribbon lies. [m]

    Parameters
    ----------
    cover_m : float
        Over the pipe. [m]

    Examples
    --------
    >>> ribbon_m(0.45), ribbon_m(0.9)
    (0.225, 0.3)
    """
    return min(RIBBON_M, cover_m / 2)


def covers(run: Run, device_a: float, line_v: float, insulation: str, route_rules: RouteRules) -> tuple[Worked[float | None], ...]:
    """Find the least cover of each stretch; one that is not buried has none and no steps. [m]

    Parameters
    ----------
    run : Run
        The run. [-]
    device_a : float
        Its overcurrent device. [A]
    line_v : float
        Line to line voltage. [V]
    insulation : str
        Kind of wire. [-]
    route_rules : RouteRules
        Rules of routes. [-]
    """
    facts = run_facts(run, line_v, insulation)
    return tuple(route_rules.cover(s, facts, device_a) if s.place is Place.buried else Worked(None) for s in run.segments)
