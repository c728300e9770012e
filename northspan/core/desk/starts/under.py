"""Starts under a rulebook: asked in its words and units, laid out with what it knows."""

from __future__ import annotations

from dataclasses import replace

from northspan.core.desk.starts import STARTS, Answers, Asked, Start, empty_job, laid_out, ready
from northspan.core.document.job import Job, Units
from northspan.core.rulebooks.questions.choices import Choices
from northspan.core.rulebooks.questions.dwellings import DwellingRules
from northspan.core.rulebooks.questions.electrodes import ElectrodeRules
from northspan.core.rulebooks.registry import rulebook_named

_TWO_LEGS = frozenset({"paired_inverters"})
_METRIC = {"120 ft": "36 m", "0 ft": "0 m", "30 ft": "9 m", "1850 sq ft": "170 m²", "75 ft": "23 m"}
_ONE_LINE = {"20": "12"}  # spaces of a usual board


def starts_under(name: str) -> tuple[Start, ...]:
    """List the starts that make sense under a rulebook, asked in its words and units.

    Parameters
    ----------
    name : str
        The rulebook. [-]

    Raises
    ------
    InvalidJob
        If there is no such rulebook.
    """
    book = rulebook_named(name)
    fill = book.words.fill
    one_line = book.supplies.usual_system.value == "single_phase"
    metric = book.words.dialect.length_unit == "metres"

    left_out = _left_out(book.electrodes, book.dwellings, book.choices)

    def asked(one: Asked) -> Asked:
        hint = _METRIC.get(one.hint, one.hint) if metric else one.hint
        hint = _ONE_LINE.get(hint, hint) if one_line else hint
        named = tuple((value.value, title) for value, title in book.choices.earthings()) if one.field == "earthing" else one.choices
        choices = tuple((value, fill(title)) for value, title in named)
        return replace(one, words=fill(one.words), hint=fill(hint), choices=choices)

    return tuple(
        replace(
            start,
            title=fill(start.title),
            words=fill(start.words),
            asks=tuple(asked(one) for one in start.asks if one.field not in left_out),
        )
        for start in STARTS.values()
        if not (one_line and start.key in _TWO_LEGS)
    )


def _left_out(electrode_rules: ElectrodeRules, dwelling_rules: DwellingRules, choices: Choices) -> frozenset[str]:
    """Questions that a code has no use for."""
    fields: set[str] = set()
    if len(choices.earthings()) < 2:  # noqa: PLR2004 - nothing to choose from
        fields.add("earthing")
    if dwelling_rules.needs_floor_area():  # lighting and outlets are in the floor area
        fields |= {"lighting_va", "sockets_va"}
    if electrode_rules.protect_by_resistance:  # its supply brings the earth, or asks for an electrode by its resistance
        fields.add("footing")
    return frozenset(fields)


def start_job_under(key: str, answers: Answers, name: str) -> Job:
    """Lay out a job of its own under a rulebook.

    Parameters
    ----------
    key : str
        Key of the start. [-]
    answers : Answers
        What was answered. [-]
    name : str
        The rulebook. [-]

    Raises
    ------
    InvalidJob
        If there is no such rulebook or start, or a required answer is missing.
    """
    before = empty_job_under(answers.name, name)
    return ready(laid_out(before, key, answers), before, answers)


def empty_job_under(job_name: str, name: str) -> Job:
    """Start a job with nothing in it under a rulebook, in its units.

    Parameters
    ----------
    job_name : str
        Name of the property. [-]
    name : str
        The rulebook. [-]

    Raises
    ------
    InvalidJob
        If there is no such rulebook.
    """
    units = Units.metres if rulebook_named(name).words.dialect.length_unit == "metres" else Units.feet
    return empty_job(job_name).model_copy(update={"rulebook": name, "units": units})
