"""Where the bad joint is, from readings under known loads; and what a reading says of what was expected."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from northspan.core.case.calculator import Answer, Question, answered
from northspan.core.document.job import Part
from northspan.core.physics.bad_joint import Suspect, Taken, Verdict, bad_joint
from northspan.core.physics.network import EARTH, Branch
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.working.errors import InvalidJob
from northspan.core.working.worked import Step, given, ruled, whole

_Text = Annotated[str, StringConstraints(max_length=60)]
LEAST_OHM = 1e-6
SPREAD_PERCENT = 1.0
SHOWN = 4


class Between(Part):
    """Something between two points of the circuit."""

    name: _Text
    from_: _Text = Field(alias="from")
    to: _Text


class WireIn(Between):
    """A wire, a bond or a load with its resistance. [ohm]"""

    ohm: float = Field(ge=0, le=1e7)


class SourceIn(Between):
    """A source: what drives current out of `to`, and its own resistance. [V, ohm]"""

    volts: float = Field(ge=-1000, le=1000)
    ohm: float = Field(0.01, ge=0, le=1000)


class ReadingIn(Part):
    """A reading: volts between two points or amperes through a wire, with which loads on; how far it may be off. [%]"""

    kind: Literal["volts", "amperes"] = "volts"
    from_: str = Field("", alias="from", max_length=60)
    to: str = Field("", max_length=60)
    wire: str = Field("", max_length=60)
    value: float = Field(ge=0, le=1e5)
    spread_percent: float = Field(SPREAD_PERCENT, ge=0.01, le=50)
    on: tuple[_Text, ...] = Field((), max_length=40)


class JointQuestion(Question):
    """A circuit as it should be, and what was read in it. `may_join` names points that must not be joined and may be. [ohm, V, A]"""

    sources: tuple[SourceIn, ...] = Field(min_length=1, max_length=6)
    wires: tuple[WireIn, ...] = Field(min_length=1, max_length=60)
    loads: tuple[WireIn, ...] = Field(min_length=1, max_length=40)
    may_join: tuple[Between, ...] = Field((), max_length=12)
    readings: tuple[ReadingIn, ...] = Field(min_length=1, max_length=60)


def joint(question: JointQuestion) -> Answer:
    """Find the one added resistance that explains readings best: in which wire or joint, how sure, how hot, and what to read next.

    Parameters
    ----------
    question : JointQuestion
        The circuit and the readings. [ohm, V, A]

    Raises
    ------
    InvalidJob
        If a reading names what is not there, or two things have one name.
    FloatingNode
        If a part of the circuit hangs on nothing.

    Examples
    --------
    >>> wires = [{"name": "line", "from": "s", "to": "a", "ohm": 0.1}, {"name": "neutral", "from": "b", "to": "n", "ohm": 0.1}]
    >>> loads = [{"name": "heater", "from": "a", "to": "b", "ohm": 12}]
    >>> volts = [{"from": "a", "to": "b", "value": 108, "on": ["heater"]}, {"from": "b", "to": "n", "value": 10, "on": ["heater"]}]
    >>> sources = [{"name": "supply", "from": "n", "to": "s", "volts": 120}]
    >>> joint(JointQuestion(sources=sources, wires=wires, loads=loads, readings=volts)).headline
    'Sure: neutral, 1 ohm more than it should have, 83 W in it'
    """
    branches, loads = _circuit(question)
    suspects = [Suspect(one.name, branch=one.name) for one in question.wires]
    suspects += [Suspect(one.name, a=one.from_, b=one.to) for one in question.may_join]
    found = bad_joint(branches, loads, suspects, [_taken(question, one) for one in question.readings])
    book = rulebook_named(question.rulebook)
    first = found.places[0]
    added = f"{first.ohm:.3g} ohm"
    place = (
        f"{first.suspect.key}, {added} more than it should have" if first.suspect.branch else f"{first.suspect.key} is joined, by {added}"
    )
    said = f"{found.verdict.value.capitalize()}: {place}, {whole(first.power_w)} W in it"
    if found.verdict in {Verdict.nothing, Verdict.unexplained}:
        said = found.verdict.value.capitalize()
    lines: list[Step] = [given("X_0", "misfit with nothing added", found.misfit, "", "sum of squares")]
    for i, one in enumerate(found.places[:SHOWN], 1):
        values = f"{one.ohm:.3g} ohm, {one.power_w:.3g} W"
        lines.append(ruled(f"R_{i}", one.suspect.key, values, f"misfit {one.misfit:.3g}", "least squares", one.ohm))
    after = "" if found.after is None else _asked(found.after)
    figures: dict[str, float | str] = {
        "verdict": found.verdict.value, "place": first.suspect.key, "added_ohm": first.ohm, "power_w": first.power_w, "read_next": after,
    }  # fmt: skip
    return answered(book, said if not after or found.verdict is Verdict.sure else f"{said}. Read next: {after}", figures,
                    {"Places": tuple(lines)})  # fmt: skip


def _circuit(question: JointQuestion) -> tuple[list[Branch], list[str]]:
    parts = [*question.sources, *question.wires, *question.loads, *question.may_join]
    names = [one.name for one in parts]
    twice = next((name for name in names if names.count(name) > 1), None)
    if twice is not None:
        raise InvalidJob("/wires", f"two things are called {twice}.", "Give each a name of its own.")
    branches = [Branch(one.name, one.from_, one.to, one.ohm, one.volts) for one in question.sources]
    branches += [Branch(one.name, one.from_, one.to, max(one.ohm, LEAST_OHM)) for one in (*question.wires, *question.loads)]
    branches.append(Branch("reference", question.sources[0].from_, EARTH, LEAST_OHM))
    return branches, [one.name for one in question.loads]


def _taken(question: JointQuestion, one: ReadingIn) -> Taken:
    points = {point for part in (*question.sources, *question.wires, *question.loads) for point in (part.from_, part.to)}
    names = {part.name for part in (*question.wires, *question.loads)}
    loads = {part.name for part in question.loads}
    unknown = next((name for name in one.on if name not in loads), None)
    if unknown is not None:
        raise InvalidJob("/readings/on", f"there is no load {unknown}.", f"Loads: {', '.join(sorted(loads))}.")
    spread = max(one.value * one.spread_percent / 100, 0.01)
    if one.kind == "amperes":
        if one.wire not in names:
            raise InvalidJob("/readings/wire", f"there is no wire {one.wire or '(not named)'}.", f"Wires: {', '.join(sorted(names))}.")
        return Taken(one.value, spread, frozenset(one.on), branch=one.wire)
    for point in (one.from_, one.to):
        if point not in points:
            raise InvalidJob("/readings/from", f"there is no point {point or '(not named)'}.", f"Points: {', '.join(sorted(points))}.")
    return Taken(one.value, spread, frozenset(one.on), one.from_, one.to)


def _asked(one: Taken) -> str:
    loads = ", ".join(sorted(one.on)) or "no load"
    return f"amperes through {one.branch}, with {loads} on" if one.branch else f"volts from {one.a} to {one.b}, with {loads} on"
