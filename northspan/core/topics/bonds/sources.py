"""The sources on the bench: their windings, and a customer's transformer as its primary feels it."""

from __future__ import annotations

from cmath import rect
from collections.abc import Iterator
from dataclasses import replace
from math import pi

from northspan.core.document.job import Circuit, Source, SourceKind, System
from northspan.core.physics.network import Branch
from northspan.core.rulebooks.questions.choices import Choices
from northspan.core.rulebooks.questions.supplies import SupplyRules
from northspan.core.topics.bonds.edges import Bench
from northspan.core.topics.loads.run_load import voltages_at
from northspan.core.topics.supply.fault import Loop, fault_at_source
from northspan.core.topics.supply.windings import regulation_ohm

OWN_REGULATOR = frozenset({SourceKind.generator, SourceKind.governed_plant, SourceKind.inverter_pair})
REGULATED = 0.1  # of its fault impedance: what a regulator leaves of the droop at working load; a fault comes before it
# how long a source of one's own holds the current with which a fault begins, and how many times its own current is left then
BRIEF_S = {SourceKind.generator: 0.1, SourceKind.governed_plant: 0.1, SourceKind.inverter_pair: 0.1}
LEFT = {SourceKind.generator: 1.0, SourceKind.governed_plant: 1.0, SourceKind.inverter_pair: 0.001}
USUAL_KVA = 25.0  # as a utility commonly has them


def not_drawn(supply_rules: SupplyRules, choice_rules: Choices) -> Source:
    """Give the supply that stands ahead of a can where none is drawn.

    Parameters
    ----------
    supply_rules : SupplyRules
        What supplies are like. [-]
    choice_rules : Choices
        What may be chosen. [-]
    """
    return Source(
        name="Supply, not drawn",
        rating_kva=USUAL_KVA,
        system=supply_rules.usual_system,
        line_v=supply_rules.usual_v,
        earthing=choice_rules.earthings()[0][0],
    )


def fading_words(source: Source) -> str:
    """Say what is taken of a source whose current in a fault does not last.

    Parameters
    ----------
    source : Source
        The source. [-]
    """
    brief = BRIEF_S[source.kind]
    if source.kind is SourceKind.inverter_pair:
        return f"{source.name} holds twice its current for {brief:g} s in a fault, then it gives up."
    return f"The current of {source.name} in a fault falls to its rating within {brief:g} s; a set with its own exciter holds more."


def windings(bench: Bench, key: str, source: Source, *, lasting: bool = False) -> Iterator[Branch]:
    """Give the windings of a source, with their impedances as its fault current has them. [ohm, V]

    Parameters
    ----------
    bench : Bench
        The installation on the bench. [-]
    key : str
        Id of the source, or of the can where none is drawn. [-]
    source : Source
        The source. [-]
    lasting : bool
        With what is left of the current of a fault once a source of one's own has faded. [-]
    """
    neutral_v = bench.rulebook.supplies.to_neutral_v(source.line_v, source.system)
    rated = source if source.rating_kva or source.available_fault_a else source.model_copy(update={"rating_kva": USUAL_KVA})
    if source.kind is SourceKind.transformer and key in bench.tree.feeding:
        yield from _transformer(bench, key, rated, neutral_v)
        return
    loop = fault_at_source(rated, neutral_v).value.loop
    stiff = REGULATED if source.kind in OWN_REGULATOR and not bench.trial.faulted else _faded(rated, loop) if lasting else 1.0
    line, half = stiff * complex(loop.line_r, loop.line_x), stiff * complex(loop.neutral_r, loop.neutral_x)
    yield from _wound(key, source, line, half, neutral_v)


def _wound(key: str, source: Source, line: complex, half: complex, neutral_v: float) -> Iterator[Branch]:
    """The windings as they are tapped, with the voltage that each drives."""
    if source.system is System.two_wire:
        yield Branch(f"{key}.winding", f"{key}.L2", f"{key}.L1", line, source.line_v)
    elif source.system is System.single_phase:
        yield Branch(f"{key}.winding", f"{key}.N", f"{key}.L1", half, neutral_v)
    elif source.system is System.wye_legs:
        yield Branch(f"{key}.winding 1", f"{key}.N", f"{key}.L1", half, neutral_v)
        yield Branch(f"{key}.winding 2", f"{key}.N", f"{key}.L2", half, rect(neutral_v, -2 * pi / 3))
    else:  # what both halves do to each other makes their loop line to line that of the whole winding
        mutual = line / 2 - half
        yield Branch(f"{key}.winding 1", f"{key}.N", f"{key}.L1", half, neutral_v, f"{key}.windings", mutual)
        yield Branch(f"{key}.winding 2", f"{key}.L2", f"{key}.N", half, neutral_v, f"{key}.windings", mutual)


def _transformer(bench: Bench, key: str, source: Source, neutral_v: float) -> Iterator[Branch]:
    """A customer's transformer: its secondary behind its own impedance, and the primary that feels all of it.

    At working load it has the impedance by which its regulation is worked, and its tap; in a fault the low one, as everywhere.
    """
    loop = fault_at_source(source, neutral_v).value.loop
    line, half = complex(loop.line_r, loop.line_x), complex(loop.neutral_r, loop.neutral_x)
    if not bench.trial.faulted:
        at_load = regulation_ohm(source)
        line, half = at_load, half * (at_load / line)
    run = bench.tree.job.runs[bench.tree.feeding[key]]
    line_v, to_neutral_v = voltages_at(bench.tree, run.origin, bench.rulebook.supplies)
    one_line = run.circuit is Circuit.two_wire_neutral
    a, b, across_v = (f"{key}.pL1", f"{key}.pN", to_neutral_v) if one_line else (f"{key}.pL1", f"{key}.pL2", line_v)
    raised = 1 + source.tap_percent / 100
    for winding in _wound(key, source, line, half, neutral_v):
        yield replace(winding, volts=0.0, cable="", core=key, turns=winding.volts * raised / across_v)
    yield Branch(f"{key}.primary", a, b, 0.0, core=key, primary=True)


def _faded(source: Source, loop: Loop) -> float:
    """By how much more impedance a source that has faded gives no more than is left of its current. [-]"""
    if source.kind not in LEFT:
        return 1.0
    current = LEFT[source.kind] * 1000 * (source.rating_kva or USUAL_KVA) / source.line_v
    return max(1.0, source.line_v / current / abs(complex(loop.line_r, loop.line_x)))
