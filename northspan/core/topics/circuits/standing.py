"""A circuit as it stands in its panel: name, device, wire and load, from the circuit itself or from the run that it is."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.case.case import Case
from northspan.core.case.slots import circuits_in, leg_of
from northspan.core.document.job import Across, Load, Metal, PanelCircuit, Status
from northspan.core.topics.loads.run_load import voltages_at
from northspan.core.topics.sizing.run import SizedRun

_LEG = {Across.l1_neutral: 1, Across.l2_neutral: 2}


@dataclass(frozen=True, slots=True)
class Standing:
    """A circuit in its panel: its load on each leg, and the part of it that comes back by the neutral, by leg. [A]"""

    key: str
    one: PanelCircuit
    name: str
    rating_a: float
    size: str
    metal: Metal
    legs: tuple[int, ...]
    poles: int
    line_1_a: float
    line_2_a: float
    neutral_1_a: float
    neutral_2_a: float

    @property
    def load_a(self) -> float:
        """Its load on the heavier leg. [A]"""
        return max(self.line_1_a, self.line_2_a)

    @property
    def load_known(self) -> bool:
        """Whether anybody listed what it feeds, or read it; nothing listed is not nothing drawn."""
        return bool(self.one.loads) or self.one.read_a is not None or self.load_a > 0

    @property
    def single(self) -> bool:
        """Whether it stands on one leg and draws on the neutral."""
        return self.poles == 1


def standing_in(case: Case, panel: str, sized: dict[str, SizedRun]) -> dict[str, Standing]:
    """Gather the circuits of a panel as they stand.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    panel : str
        Id of the panel. [-]
    sized : dict
        Sized runs by id. [-]
    """
    return {key: _standing(case, panel, key, one, sized) for key, one in circuits_in(case.job, panel).items()}


def _standing(case: Case, panel: str, key: str, one: PanelCircuit, sized: dict[str, SizedRun]) -> Standing:
    layout = case.job.enclosures[panel].layout
    run = case.job.runs.get(one.run) if one.run else None
    made = sized.get(one.run) if one.run else None
    legs = tuple(sorted({leg_of(layout, slot) for slot in one.slots})) if layout else ()
    rating = made.device.value if made else (run.device_a if run else None) or one.rating_a or 0.0
    size, metal = (made.tried.wire.size, made.tried.wire.metal) if made else (one.size or "", one.metal)
    poles = len(one.slots) or (1 if _all_to_neutral(case, one) else 2)
    if made is not None and made.question.load.value is not None:
        of = made.question.load.value
        on = (of.line_1_a, of.line_2_a, of.neutral_1_a, of.neutral_2_a)
    elif not one.loads and one.read_a is not None:
        on = _as_read(one.read_a, legs, poles)
    else:
        on = loads_on_legs(case, panel, [case.job.loads[load] for load in one.loads], legs[0] if len(legs) == 1 else 0)
    return Standing(key, one, run.name if run else one.name, rating, size, metal, legs, poles, *on)


def _as_read(read_a: float, legs: tuple[int, ...], poles: int) -> tuple[float, float, float, float]:
    """A reading on its legs: through both of a device of two poles, else through one and back by the neutral. [A]"""
    if poles > 1:
        return read_a, read_a, 0.0, 0.0
    return (0.0, read_a, 0.0, read_a) if legs == (2,) else (read_a, 0.0, read_a, 0.0)


def loads_on_legs(case: Case, panel: str, loads: list[Load], leg: int) -> tuple[float, float, float, float]:
    """Add up loads on each leg of a panel, and what of it comes back by the neutral. [A]

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    panel : str
        Id of the panel. [-]
    loads : list of Load
        What is fed. [VA]
    leg : int
        The leg of a circuit of one pole; 0 lets each load say it. [-]
    """
    line_v, neutral_v = voltages_at(case.tree, panel, case.rulebook.supplies)
    one = two = back_1 = back_2 = 0.0
    for load in loads:
        if load.status is Status.remove:
            continue
        if load.across in _LEG or neutral_v >= line_v:
            amperes, on = load.power_va / neutral_v, leg or _LEG.get(load.across, 1)
            one, back_1 = (one + amperes, back_1 + amperes) if on == 1 else (one, back_1)
            two, back_2 = (two, back_2) if on == 1 else (two + amperes, back_2 + amperes)
        else:
            amperes = load.power_va / line_v
            one, two = one + amperes, two + amperes
    return one, two, back_1, back_2


def _all_to_neutral(case: Case, one: PanelCircuit) -> bool:
    return all(case.job.loads[load].across in _LEG for load in one.loads)
