"""One panel by itself: its legs, its room, and what is wrong in it."""

from __future__ import annotations

from pydantic import Field

from northspan.core.case.calculator import Question
from northspan.core.document.findings import Finding, Severity
from northspan.core.document.job import (
    Across,
    Building,
    BuildingUse,
    Enclosure,
    EnclosureKind,
    Id,
    Job,
    Load,
    Name,
    PanelCircuit,
    PanelLayout,
    Source,
    Status,
    System,
)
from northspan.core.document.job.part import Part
from northspan.core.document.plan import WorkGroup
from northspan.core.document.plan.panel import PanelPlan
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.solve import solve
from northspan.core.working.errors import InvalidJob
from northspan.core.working.sums import count_of
from northspan.core.working.worked import whole

_PANEL = "P"


class CircuitThere(PanelCircuit):
    """A circuit of the panel, and what it draws. [VA]"""

    enclosure: Id = _PANEL
    load_va: float = Field(0, ge=0, le=500_000, description="What it draws. [VA]")
    uses_neutral: bool = Field(True, description="Of one with two poles: whether a part of its load uses the neutral.")


class PanelQuestion(Question):
    """A panel with its spaces and its circuits, by id."""

    name: Name = "Panel"
    main_a: float | None = Field(None, gt=0, le=6000)
    bus_a: float | None = Field(None, gt=0, le=6000)
    status: Status = Status.existing
    layout: PanelLayout = PanelLayout()
    circuits: dict[Id, CircuitThere] = Field(default_factory=dict, max_length=168)


class PanelAnswer(Part):
    """The panel as laid out, and what was found in it."""

    rulebook: str
    deference: str
    headline: str
    panel: PanelPlan
    findings: tuple[Finding, ...]
    working: tuple[WorkGroup, ...]


def panel(question: PanelQuestion) -> PanelAnswer:
    """Lay out one panel: its legs, its room, what each device must be, and what is wrong in it.

    Parameters
    ----------
    question : PanelQuestion
        Spaces and circuits. [A, VA]

    Raises
    ------
    InvalidJob
        If a slot is not there or is taken, a partner does not exist, or the panel is marked to go.

    Examples
    --------
    >>> circuits = {"A": {"slots": [1], "name": "Den: outlets", "load_va": 1200}, "B": {"slots": [3], "name": "Hall: lights"}}
    >>> panel(PanelQuestion(layout={"spaces": 8}, circuits=circuits)).headline
    'Leg 1 10 A, leg 2 0 A, 6 of 8 free; 3 places for a device of two poles'
    """
    if question.status is Status.remove:
        raise InvalidJob("/status", "a panel that goes has nothing to be laid out.", "Say existing, new or temporary.")
    plan = solve(_job(question))
    laid = plan.panels[_PANEL]
    found = tuple(one for one in plan.findings if one.step == "panels" and one.severity is not Severity.holds and _is_of(one))
    legs = (
        f"Line {whole(laid.connected_1_a)} A"
        if laid.one_line
        else (f"Leg 1 {whole(laid.connected_1_a)} A, leg 2 {whole(laid.connected_2_a)} A")
    )
    wrong = count_of(one.severity in {Severity.stop, Severity.fix} for one in found)
    said = f"; {wrong} {'thing' if wrong == 1 else 'things'} to put right" if wrong else ""
    return PanelAnswer(rulebook=plan.rulebook_title, deference=plan.deference, headline=f"{legs}, {laid.room}{said}", panel=laid,
                       findings=found, working=(WorkGroup("legs", "Legs", legs, laid.working), *laid.around))  # fmt: skip


def _is_of(one: Finding) -> bool:
    return one.where.startswith(("/circuits/", f"/enclosures/{_PANEL}/layout", f"/enclosures/{_PANEL}/bus_a", "/boxes/"))


def _job(question: PanelQuestion) -> Job:
    book = rulebook_named(question.rulebook)
    one_line = book.supplies.usual_system is System.single_phase
    source = Source(name="Supply", system=book.supplies.usual_system, line_v=book.supplies.usual_v)
    loads: dict[str, Load] = {}
    circuits: dict[str, PanelCircuit] = {}
    for key, one in question.circuits.items():
        load = f"{key}_load"[-24:]
        across = Across.line_line if len(one.slots) > 1 and not one_line else Across.l1_neutral
        if one.load_va:
            uses = one.uses_neutral and across is Across.line_line
            loads[load] = Load(name=one.name or key, enclosure=_PANEL, power_va=one.load_va, across=across, uses_neutral=uses,
                               status=Status.existing)  # fmt: skip
        kept = one.model_dump(exclude={"load_va", "uses_neutral"}) | {"enclosure": _PANEL, "loads": (load,) if one.load_va else ()}
        circuits[key] = PanelCircuit.model_validate(kept)
    kind = EnclosureKind.panel_main_breaker if question.main_a else EnclosureKind.panel_lugs
    can = Enclosure(name=question.name, building="B", kind=kind, main_a=question.main_a, bus_a=question.bus_a, status=question.status,
                    layout=question.layout)  # fmt: skip
    building = Building(name="House", use=BuildingUse.dwelling)
    return Job(name="Panel", rulebook=book.id, sources={"S": source}, buildings={"B": building}, enclosures={_PANEL: can}, loads=loads,
               circuits=circuits)  # fmt: skip
