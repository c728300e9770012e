"""Devices in series: up to which fault current the one behind opens alone, and residual-current devices that trip together."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise

from northspan.core.case.case import Case
from northspan.core.document.findings import Finding, Severity
from northspan.core.document.job import PanelLayout
from northspan.core.document.plan import WorkGroup, work_lines
from northspan.core.topics.circuits.standing import Standing
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.working.worked import given, ruled, step, whole

AT_ONCE_S = 0.02  # a magnet works within a cycle
LEAST_RATIO = 3.0


def series_group(case: Case, panel: str, feeding: SizedRun | None, fault_a: float | None) -> WorkGroup | None:
    """Work up to which fault current only the device of a circuit opens, and not the one ahead of the panel.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    panel : str
        Id of the panel. [-]
    feeding : SizedRun or None
        The run that feeds it. [-]
    fault_a : float or None
        Fault current at the panel. [A]

    Notes
    -----
    The magnet of the device ahead does not work below a multiple of its rating; from there on both may open. By the bands of
    its kind; the tables of a maker go before this.
    """
    if feeding is None or case.tree.feeding.get(panel) is None:
        return None
    rating = feeding.device.value
    curve = case.rulebook.devices.device_curve(feeding.question.guard.device_type, rating)
    ahead = given("I_n", "device ahead of the panel", rating, "A", "job")
    steps = pairwise(curve.fast)
    multiple = next((there[0] for here, there in steps if here[0] == there[0] and there[1] <= AT_ONCE_S), None)
    if multiple is None:  # a fuse has no magnet
        melts = ruled("m", "a fuse ahead", "no figure here", "energy let through against energy to melt: the maker's tables", curve.words)
        return WorkGroup("series", "Devices in series", "by the maker's tables", work_lines((ahead, melts)))
    magnet = ruled("m", "its magnet rests below", f"{multiple:g} times its rating", curve.words, "curve of its kind", multiple)
    alone = step("I_s", "only the circuit's own device opens up to", "m * I_n", "A", "selectivity", m=multiple, I_n=rating)
    answer = f"alone up to {whole(alone.value)} A"
    lines = [ahead, magnet, alone]
    if fault_a:
        lines.append(given("I_f", "fault current at the panel", fault_a, "A", "worked out"))
        answer += "; a fault here may open both" if fault_a > alone.value else "; a fault here opens only its own"
    return WorkGroup("series", "Devices in series", answer, work_lines(tuple(lines)))


def series_checks(case: Case, panel: str, layout: PanelLayout, standing: dict[str, Standing]) -> Iterator[Finding]:
    """Say where a residual-current device ahead trips together with those behind it.

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
    """
    run_id = case.tree.feeding.get(panel, "")
    run = case.job.runs.get(run_id)
    if run is None or run.residual_ma is None:
        return
    behind = [group.residual_ma for group in layout.groups]
    for one in standing.values():
        own = case.job.runs[one.one.run].residual_ma if one.one.run else one.one.residual_ma
        behind += [own] if own is not None else []
    most = max(behind, default=None)
    if most is None or (run.residual_delayed and run.residual_ma >= LEAST_RATIO * most - 1e-9):
        return
    words = f"{run.name}: its residual-current device of {run.residual_ma:g} mA trips together with one of {most:g} mA behind it."
    why = "One faulty kettle then takes the whole panel. Ahead it is delayed and three times as large."
    yield Finding("residual-in-series", Severity.check, f"/runs/{run_id}/residual_delayed", words, why,
                  case.rulebook.words.cite("residual_series"))  # fmt: skip
