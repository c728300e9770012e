"""The sources on the bench: their windings, and a customer's transformer as its primary feels it."""

from __future__ import annotations

from cmath import rect
from collections.abc import Iterator
from math import pi

from northspan.core.document.job import Source, SourceKind, System
from northspan.core.physics.network import Branch
from northspan.core.rulebooks.questions.choices import Choices
from northspan.core.rulebooks.questions.supplies import SupplyRules
from northspan.core.topics.bonds.edges import Bench
from northspan.core.topics.bonds.wires import made_of, per_metre
from northspan.core.topics.loads.run_load import voltages_at
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.topics.supply.fault import Loop, fault_at_source

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


def windings(bench: Bench, key: str, source: Source, sized: dict[str, SizedRun], *, lasting: bool = False) -> Iterator[Branch]:
    """Give the windings of a source, with their impedances as its fault current has them. [ohm, V]

    Parameters
    ----------
    bench : Bench
        The installation on the bench. [-]
    key : str
        Id of the source, or of the can where none is drawn. [-]
    source : Source
        The source. [-]
    sized : dict
        Sized runs by id. [-]
    lasting : bool
        With what is left of the current of a fault once a source of one's own has faded. [-]
    """
    neutral_v = bench.rulebook.supplies.to_neutral_v(source.line_v, source.system)
    rated = source if source.rating_kva or source.available_fault_a else source.model_copy(update={"rating_kva": USUAL_KVA})
    loop = fault_at_source(rated, neutral_v, _ahead(bench, key, source, sized, lasting=lasting)).value.loop
    stiff = REGULATED if source.kind in OWN_REGULATOR and not bench.trial.faulted else _faded(rated, loop) if lasting else 1.0
    line, half = stiff * complex(loop.line_r, loop.line_x), stiff * complex(loop.neutral_r, loop.neutral_x)
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
    if source.kind is SourceKind.transformer and key in bench.tree.feeding:
        yield from _as_a_load(bench, key)


def _faded(source: Source, loop: Loop) -> float:
    """By how much more impedance a source that has faded gives no more than is left of its current. [-]"""
    if source.kind not in LEFT:
        return 1.0
    current = LEFT[source.kind] * 1000 * (source.rating_kva or USUAL_KVA) / source.line_v
    return max(1.0, source.line_v / current / abs(complex(loop.line_r, loop.line_x)))


def _ahead(bench: Bench, key: str, source: Source, sized: dict[str, SizedRun], *, lasting: bool) -> Loop | None:
    """The loop ahead of a customer's transformer: the wires of the way, and the source at its head."""
    if source.kind is not SourceKind.transformer or key not in bench.tree.feeding:
        return None
    way = bench.tree.way_to(bench.tree.feeding[key])
    usual = not_drawn(bench.rulebook.supplies, bench.rulebook.choices)
    head = bench.tree.job.sources.get(bench.tree.job.runs[way[0]].origin, usual)
    rated = head if head.rating_kva or head.available_fault_a else usual
    loop = fault_at_source(rated, bench.rulebook.supplies.to_neutral_v(head.line_v, head.system)).value.loop
    ohm = complex(loop.line_r, loop.line_x) * (_faded(rated, loop) if lasting else 1.0)
    for run_id in way:
        made = made_of(bench, run_id, sized)
        for segment in bench.tree.job.runs[run_id].segments:
            ohm += 2 * per_metre(made.size, made.metal, segment.method, bench.rulebook.drops) * segment.length_m / made.sets
    return Loop(loop.line_v, loop.neutral_v, ohm.real, ohm.imag, loop.neutral_r, loop.neutral_x)


def _as_a_load(bench: Bench, key: str) -> Iterator[Branch]:
    """What hangs on a transformer's secondary, as its primary feels it."""
    tree, power = bench.tree, 0.0
    for node in tree.below(key):
        for load_id, load in tree.loads_at.get(node, ()):
            power += 0.0 if load_id in bench.trial.loads_off else load.power_va
    if power:
        volts = voltages_at(tree, tree.job.runs[tree.feeding[key]].origin, bench.rulebook.supplies)[0]
        yield Branch(f"{key}.primary", f"{key}.pL1", f"{key}.pL2", volts**2 / power)
