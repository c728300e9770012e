"""A run that has no answer: what stands against it, and what is missing where it is not the wire."""

from __future__ import annotations

from dataclasses import replace

from northspan.core.document.findings import Cure, Finding, Severity, pin, sentence
from northspan.core.document.job import Earthing, Metal, RunKind, Status
from northspan.core.topics.sizing.cures import fitting_cures, replaced
from northspan.core.topics.sizing.products import products_of
from northspan.core.topics.sizing.question import RunQuestion
from northspan.core.topics.sizing.rules import SizingRules
from northspan.core.topics.sizing.run import size_run
from northspan.core.working.errors import NoSolution, OutsideTable
from northspan.core.working.worked import Worked

FOR_PEOPLE_MA, FOR_FEEDERS_MA = 30.0, 100.0  # a feeder's is larger and slower, so that the one behind it opens first
_MISSING = "no residual-current device guards it, and no wire of any size lets enough current through for the others to open in time"


def refusal(question: RunQuestion, refused: NoSolution | OutsideTable, rulebook: SizingRules) -> tuple[str, tuple[Finding, ...]]:
    """Say why a run has no answer, with what cures it where one thing is missing.

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [-]
    refused : NoSolution or OutsideTable
        What was said when it was sized. [-]
    rulebook : SizingRules
        The rules that are asked. [-]
    """
    at, name = question.pointer, question.run.name
    noted = _noted(question, rulebook)
    if noted is not None:
        fits, was = noted
        reason = f"{sentence(fits.value)} What it carries there is in no table."
        there = question.run.status is Status.existing
        cures = replaced(question, was, rulebook) if there else fitting_cures(question, rulebook)
        return reason, (replace(unfit(question, fits, cures), severity=Severity.stop),)
    if not _guarded_it_has_one(question, rulebook):
        why = "There is no answer, so nothing is shown."
        return str(refused), (Finding("run-without-answer", Severity.stop, at, f"{name}: {refused}", why, "tables"),)
    reason = f"{_MISSING[:1].upper()}{_MISSING[1:]}."
    if question.loop is not None and question.loop.earthing is Earthing.tt:
        return reason, ()  # the building's own finding says it, for all its runs at once
    residual_ma = _residual_ma(question)
    cure = pin(f"{at}/residual_ma", residual_ma, f"A residual-current device of {residual_ma:g} mA")
    why = "Until something opens, every case on it stands at a dangerous voltage."
    cite = rulebook.words.cite("earth_alone")
    return reason, (Finding("run-without-residual", Severity.stop, f"{at}/residual_ma", f"{name}: {_MISSING}.", why, cite, (cure,)),)


def _noted(question: RunQuestion, rulebook: SizingRules) -> tuple[Worked[str], str] | None:
    """What is wrong with the product of wires that are noted, and the wires in words; None where they are not, or nothing is."""
    run, say = question.run, rulebook.words
    if run.conductor_size is None and run.insulation is None:
        return None
    metal = run.metal or Metal.copper
    product, segments = products_of(run, metal, rulebook.wires, rulebook.pipes)
    fits = rulebook.wires.insulation_fits(product, segments)
    size = f"{say.size_name(run.conductor_size)} {say.metal_name(metal)} " if run.conductor_size else ""
    return (fits, f"{size}{product}") if fits.value else None


def unfit(question: RunQuestion, fits: Worked[str], cures: tuple[Cure, ...] = ()) -> Finding:
    """Say that a product lies where it may not lie.

    Parameters
    ----------
    question : RunQuestion
        What decides the run. [-]
    fits : Worked of str
        What is wrong with it. [-]
    cures : tuple of Cure
        What would end it. [-]
    """
    why = "Insulation in the wrong place breaks down out of sight."
    words = f"{question.run.name}: {fits.value}."
    return Finding("insulation-unfit", Severity.fix, f"{question.pointer}/insulation", words, why, fits.rule.citation, cures)


def _guarded_it_has_one(question: RunQuestion, rulebook: SizingRules) -> bool:
    """Tell whether the run has an answer as soon as a residual-current device guards it."""
    loop = question.loop
    if loop is None or loop.residual_ma is not None:
        return False
    residual_ma = _residual_ma(question)
    run = question.run.model_copy(update={"residual_ma": residual_ma})
    try:
        return size_run(replace(question, run=run, loop=replace(loop, residual_ma=residual_ma)), rulebook) is not None
    except (NoSolution, OutsideTable):  # it is not that device which is missing
        return False


def _residual_ma(question: RunQuestion) -> float:
    return FOR_PEOPLE_MA if question.run.kind is RunKind.branch else FOR_FEEDERS_MA
