"""The words of the country: what the shared texts say, in the terms of the rulebook; names that people gave stay as they are."""

from __future__ import annotations

import re
from dataclasses import replace
from functools import lru_cache

from northspan.core.document.findings import Cure, Finding
from northspan.core.document.job import Job
from northspan.core.document.plan import CallOption, CallPlan, MarginShown, Plan, PullPlan, WorkGroup, WorkLine
from northspan.core.rulebooks.questions.words import Words

KEPT_TEXTS = 20_000
Phrases = tuple[tuple[str, str], ...]


class Wording:
    """Says texts in the words of a rulebook. One without phrases of its own says them as they stand."""

    def __init__(self, phrases: Phrases, names: tuple[str, ...]) -> None:
        self._instead = {phrase.lower(): other for phrase, other in phrases}
        self._pattern = _pattern(phrases, names) if phrases else None
        self._said: dict[str, str] = {}  # most texts come again with the next plan

    @property
    def plain(self) -> bool:
        """Whether texts are said as they stand."""
        return self._pattern is None

    def said(self, text: str) -> str:
        """Say a text.

        Parameters
        ----------
        text : str
            As the shared texts have it. [-]

        Examples
        --------
        >>> wording = Wording((("panel", "consumer unit"),), ("Panel heaters",))
        >>> wording.said("Panel heaters: their panel is full.")
        'Panel heaters: their consumer unit is full.'
        """
        if not self._pattern:
            return text
        known = self._said.get(text)
        if known is None:
            if len(self._said) >= KEPT_TEXTS:
                self._said.clear()
            known = self._said[text] = self._pattern.sub(self._other, text)
        return known

    def finding(self, one: Finding) -> Finding:
        """Say a finding.

        Parameters
        ----------
        one : Finding
            The finding. [-]
        """
        if not self._pattern:
            return one
        cures = tuple(Cure(self.said(cure.words), cure.edits) for cure in one.cures)
        return replace(one, text=self.said(one.text), why=self.said(one.why), cures=cures)

    def call(self, one: CallPlan) -> CallPlan:
        """Say a call.

        Parameters
        ----------
        one : CallPlan
            The call. [-]
        """
        if not self._pattern:
            return one
        options = tuple(CallOption(o.school, self.said(o.words), self.said(o.outcome), o.chosen) for o in one.options)
        return replace(one, question=self.said(one.question), options=options)

    def group(self, one: WorkGroup) -> WorkGroup:
        """Say a piece of working.

        Parameters
        ----------
        one : WorkGroup
            The piece. [-]
        """
        if not self._pattern:
            return one
        return replace(one, title=self.said(one.title), answer=self.said(one.answer), lines=self.lines(one.lines))

    def lines(self, lines: tuple[WorkLine, ...]) -> tuple[WorkLine, ...]:
        """Say lines of working.

        Parameters
        ----------
        lines : tuple of WorkLine
            The lines. [-]
        """
        return tuple(self._line(line) for line in lines) if self._pattern else lines

    def pull(self, one: PullPlan) -> PullPlan:
        """Say the plan of a pull.

        Parameters
        ----------
        one : PullPlan
            The plan. [-]
        """
        if not self._pattern:
            return one
        return replace(
            one,
            words=self.said(one.words),
            ways=tuple(replace(way, words=self.said(way.words)) for way in one.ways),
            margins=tuple(self.margin(part) for part in one.margins),
            order=tuple(self.said(line) for line in one.order),
            cures=tuple(Cure(self.said(cure.words), cure.edits) for cure in one.cures),
            stretches=tuple(self.group(part) for part in one.stretches),
            working=tuple(self.group(part) for part in one.working),
        )

    def margin(self, one: MarginShown) -> MarginShown:
        """Say a limit.

        Parameters
        ----------
        one : MarginShown
            The limit. [-]
        """
        return replace(one, words=self.said(one.words)) if self._pattern else one

    def _line(self, line: WorkLine) -> WorkLine:
        formula = self.said(line.formula) if line.kind == "rule" else line.formula
        return replace(line, words=self.said(line.words), formula=formula)

    def _other(self, match: re.Match[str]) -> str:
        found = match.group()
        other = self._instead.get(found.lower())
        if other is None or match.lastgroup == "name":
            return found
        return f"{other[:1].upper()}{other[1:]}" if found[:1].isupper() else other


def wording_of(job: Job, say: Words) -> Wording:
    """Give the wording of a job.

    Parameters
    ----------
    job : Job
        For the names that people gave. [-]
    say : Words
        How the trade says it. [-]
    """
    if not say.dialect.phrases:
        return _PLAIN
    named = (job.sources, job.buildings, job.enclosures, job.electrodes, job.loads, job.runs)
    trenches = {one.trench for run in job.runs.values() for one in run.segments if one.trench}
    return _wording(say.dialect.phrases, tuple(sorted({part.name for parts in named for part in parts.values()} | trenches)))


def in_words(plan: Plan, wording: Wording) -> Plan:
    """Say a whole plan in the words of its rulebook.

    Parameters
    ----------
    plan : Plan
        The plan. [-]
    wording : Wording
        The words. [-]
    """
    if wording.plain:
        return plan
    say, group, call = wording.said, wording.group, wording.call
    runs = {
        key: run.model_copy(
            update={
                "headline": say(run.headline),
                "subline": say(run.subline),
                "margins": tuple(wording.margin(one) for one in run.margins),
                "working": tuple(group(one) for one in run.working),
                "calls": tuple(call(one) for one in run.calls),
                "cautions": tuple(say(one) for one in run.cautions),
                "pull": wording.pull(run.pull) if run.pull else None,
            }
        )
        for key, run in plan.runs.items()
    }
    buildings = {
        key: replace(one, working=tuple(group(part) for part in one.working), calls=tuple(call(part) for part in one.calls))
        for key, one in plan.buildings.items()
    }
    loads = {key: replace(one, working=wording.lines(one.working)) for key, one in plan.loads.items()}
    enclosures = {
        key: replace(one, working=wording.lines(one.working), fault_working=wording.lines(one.fault_working))
        for key, one in plan.enclosures.items()
    }
    sources = {key: replace(one, calls=tuple(call(part) for part in one.calls)) for key, one in plan.sources.items()}
    findings = tuple(wording.finding(one) for one in plan.findings)
    trenches = tuple(replace(one, group=group(one.group)) for one in plan.trenches)
    stages = tuple(replace(one, lines=tuple(replace(line, words=say(line.words)) for line in one.lines)) for one in plan.stages)
    return plan.model_copy(
        update={
            "runs": runs,
            "buildings": buildings,
            "sources": sources,
            "loads": loads,
            "enclosures": enclosures,
            "findings": findings,
            "trenches": trenches,
            "stages": stages,
            "standing": say(plan.standing),
        }
    )


_PLAIN = Wording((), ())


@lru_cache(maxsize=32)
def _wording(phrases: Phrases, names: tuple[str, ...]) -> Wording:
    return Wording(phrases, names)


def _pattern(phrases: Phrases, names: tuple[str, ...]) -> re.Pattern[str]:
    """Names first, so that they are stepped over; then phrases, longer ones first."""
    kept = "|".join(re.escape(name) for name in sorted(names, key=len, reverse=True))
    words = "|".join(_bounded(phrase) for phrase, _ in sorted(phrases, key=lambda pair: len(pair[0]), reverse=True))
    return re.compile(f"(?P<name>{kept})|{words}" if kept else words, re.IGNORECASE)


def _bounded(phrase: str) -> str:
    begin = r"\b" if phrase[0].isalnum() else ""
    end = r"\b" if phrase[-1].isalnum() else ""
    return f"{begin}{re.escape(phrase)}{end}"
