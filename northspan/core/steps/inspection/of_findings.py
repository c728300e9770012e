"""What the plan found wrong and a person must have put right: it is looked at too, at its part, in the visit that comes to it."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.case import Case
from northspan.core.document.findings import Finding, Severity
from northspan.core.document.job import Place, VisitKind
from northspan.core.steps.inspection.line import Looked

_WRONG = frozenset({Severity.stop, Severity.fix})
NOT_SEEN = frozenset({"pull-hands", "pull-rope", "pull-grip", "pull-side-wall", "loads-disagree"})  # of the work, or of figures alone
SAME = {"bond-to-take-out": "bond", "bond-missing": "bond", "cover-too-shallow": "cover"}  # lines of their own say the same


def finding_lines(case: Case, findings: tuple[Finding, ...], others: frozenset[tuple[str, str]]) -> Iterator[Looked]:
    """List what was found wrong in what is built or to be built.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    findings : tuple of Finding
        Of the plan. [-]
    others : frozenset of tuple
        Kinds and parts of the lines that there are already. [-]
    """
    count: dict[tuple[str, str], int] = {}
    for one in findings:
        part = "/".join(one.where.split("/")[:3])
        if one.severity not in _WRONG or one.code in NOT_SEEN or (SAME.get(one.code, ""), part) in others or not part.count("/") > 1:
            continue
        nth = count[one.code, one.where] = count.get((one.code, one.where), 0) + 1
        kind = one.code if nth == 1 else f"{one.code}-{nth}"
        words = one.cures[0].words if one.cures else ""
        cure = f": {words[:1].lower()}{words[1:]}" if words and not any(map(str.isdigit, words)) else ""  # figures change with the units
        yield Looked(_visit(case, one), kind, one.where, one.text.rstrip("."), f"put right{cure}", one.why.rstrip("."), one.citation)


def _visit(case: Case, one: Finding) -> VisitKind:
    if one.step == "electrodes":
        return VisitKind.service
    if one.step != "route":
        return VisitKind.final
    _, table, key, *rest = one.where.split("/")
    run = case.job.runs.get(key) if table == "runs" else None
    stretch = next((each for each in run.segments if rest[1:] and each.key == rest[1]), None) if run and rest[:1] == ["segments"] else None
    return VisitKind.trench if stretch is not None and stretch.place is Place.buried else VisitKind.rough
