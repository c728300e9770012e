"""Will it carry it: every source against what hangs on it, with what to let go first when it will not."""

from __future__ import annotations

from pydantic import JsonValue

from northspan.core.case.case import Case
from northspan.core.case.tree import Tree
from northspan.core.document.findings import Finding, Severity, pin
from northspan.core.document.job import Source, SourceKind, Status, System
from northspan.core.document.plan import ShedPlan, SourcePlan, WorkGroup, work_lines
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.loads.run_load import voltages_at
from northspan.core.topics.supply.capability import Carries, Loaded, capability, carries, diversion, loaded
from northspan.core.working.errors import OutsideTable
from northspan.core.working.worked import Step, three, whole

UTILITY_SHARE = 1.25  # utilities load a transformer of a house above its plate as a matter of course


def plan_sources(case: Case) -> tuple[dict[str, SourcePlan], list[Finding]]:
    """Hold every source against its load.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    """
    plans: dict[str, SourcePlan] = {}
    of = loaded(case)
    findings: list[Finding] = []
    for key, source in case.tree.job.sources.items():
        if source.status is Status.remove:
            continue
        plans[key] = _plan(case, of, key, source)
        findings += _findings(case.tree, key, plans[key], case.rulebook.words)
        if source.kind is SourceKind.governed_plant and source.rating_kva is not None:
            findings += _diversion_findings(key, source, diversion(source), case.rulebook.words)
    return plans, findings


def _plan(case: Case, of: Loaded, key: str, source: Source) -> SourcePlan:
    groups: list[WorkGroup] = []
    if source.rating_kva is None:
        return SourcePlan(key, source.name, known=False, verdict="Its rating is not noted yet.", limit_a=0, line_1_a=0, line_2_a=0,
                          starting_a=0, share=0, enough=False, shed=(), working=())  # fmt: skip
    one = source.system is System.single_phase
    limit = capability(source, voltages_at(case.tree, key, case.rulebook.supplies)[1])
    words = f"What it can give{'' if one else ' on each leg'}"
    groups.append(WorkGroup("limit", words, f"{three(limit.value)} A", work_lines(limit.steps)))
    if source.kind is SourceKind.governed_plant:
        takes, needed, gap = diversion(source)
        groups.append(WorkGroup("diversion", "Diversion load", f"{takes.result} W of {needed.result} W", work_lines((takes, needed, gap))))
    try:
        found = carries(of, key)
    except OutsideTable:  # a load behind it cannot be worked; that load has its own finding
        found = None
    if found is None:
        return SourcePlan(key, source.name, known=True, verdict="No load hangs on it yet.", limit_a=limit.value, line_1_a=0, line_2_a=0,
                          starting_a=0, share=0, enough=True, shed=(), working=tuple(groups))  # fmt: skip
    state = found[1]
    starting = max(state.line_1_a, state.line_2_a) + state.starting_extra_a
    shed = tuple(ShedPlan(one.load, one.name, one.left_a) for one in state.shed)
    return SourcePlan(key, source.name, known=True, verdict=_verdict(state, one_line=one), limit_a=limit.value, line_1_a=state.line_1_a,
                      line_2_a=state.line_2_a, starting_a=starting, share=state.share, enough=state.share <= 1 + 1e-9, shed=shed,
                      working=tuple(groups))  # fmt: skip


def _verdict(state: Carries, *, one_line: bool) -> str:
    heavier = max(state.line_1_a, state.line_2_a)
    if heavier <= state.limit_a + 1e-9:
        return f"Yes: {whole(heavier)} A of {whole(state.limit_a)} A{'' if one_line else ' on the heavier leg'}."
    short = f"No: {whole(heavier)} A asked, {whole(state.limit_a)} A there."
    if not state.shed:
        return f"{short} Nothing on it may be shed."
    names = ", then ".join(one.name for one in state.shed)
    left = state.shed[-1].left_a
    if state.enough:
        return f"{short} Shed {names}: {whole(left)} A is left."
    return f"{short} Even without {names} there is {whole(left)} A left."


def _findings(tree: Tree, key: str, plan: SourcePlan, say: Words) -> list[Finding]:
    at, source = f"/sources/{key}", tree.job.sources[key]
    if not plan.known or plan.limit_a == 0 or plan.enough:
        return []
    if source.kind is SourceKind.utility_transformer:
        if max(plan.line_1_a, plan.line_2_a) <= UTILITY_SHARE * plan.limit_a:
            return []
        words = say.fill("A {utility} lets a transformer run over its rating for hours. Tell it the load; it decides.")
        asked_a = max(plan.line_1_a, plan.line_2_a)
        said = f"{source.name}: {whole(asked_a)} A will be asked of it, {whole(plan.limit_a)} A are on its plate."
        return [Finding("transformer-over-rating-utility", Severity.note, at, said, words, "utility")]
    if source.kind is SourceKind.transformer:
        words = "A transformer run over its rating burns out its insulation."
        return [Finding("transformer-over-rating", Severity.stop, at, f"{source.name}: {plan.verdict}", words, say.cite("transformer"))]
    if not tree.leaving.get(key):  # it only stands by: with a switch by hand a person chooses what runs
        words = "With a manual switch somebody must let loads go first. An automatic one asks for a load manager, or a larger source."
        return [Finding("standby-short", Severity.check, at, f"{source.name}: {plan.verdict}", words, say.cite("source_limit"))]
    words = "A source that is asked more than it has slows down or trips. Shed by hand, by a load manager, or choose a larger one."
    return [Finding("source-short", Severity.fix, at, f"{source.name}: {plan.verdict}", words, say.cite("source_limit"))]


def _diversion_findings(key: str, source: Source, steps: tuple[Step, ...], say: Words) -> list[Finding]:
    total, needed, gap = (one.value for one in steps)
    at, cite = f"/sources/{key}/diversion_w", say.cite("diversion")
    if total < needed - 1e-6:
        why = "With the house off, the plant speeds up; voltage and frequency run away."
        words = f"{source.name}: its diversion load takes {whole(total)} W, {whole(needed)} W must find a place."
        rest: JsonValue = [*source.diversion_w, needed - total]
        return [
            Finding(
                "diversion-too-small", Severity.stop, at, words, why, cite, (pin(at, rest, f"Add a step of {whole(needed - total)} W"),)
            )
        ]
    if gap > needed / 8 and len(source.diversion_w) > 1 and gap > min(source.diversion_w) * 1.01:  # one step apart is as fine as it gets
        why = "Between two steps the governor hunts. Smaller steps, each half of the next, follow the load closely."
        return [
            Finding(
                "diversion-too-coarse",
                Severity.check,
                at,
                f"{source.name}: its diversion load has a gap of {whole(gap)} W between steps.",
                why,
                cite,
            )
        ]
    return []
