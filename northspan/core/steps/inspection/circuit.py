"""The circuit of a job as a meter finds it: the bench's own branches, warm and cold, with the loads that are on and the tester."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field, replace

from northspan.core.case.worked import WorkedJob
from northspan.core.document.job import SourceKind
from northspan.core.physics.network import Branch, Responses, State, solve_network
from northspan.core.physics.role import Role
from northspan.core.topics.bonds.edges import Bench, Edge
from northspan.core.topics.bonds.impedances import Circuitry, circuitry
from northspan.core.topics.bonds.trial import Trial
from northspan.core.topics.panels.bonding import plan_enclosures
from northspan.core.topics.sizing.topic import SIZED
from northspan.core.topics.supply.states import state_named

COLD = 0.82  # ohms at 20 degrees C of those at 75: 1 / (1 + 0.00393 * 55) for copper, 0.81 for aluminum
TESTER_OHM = 23.0  # what a loop tester puts between line and ground
WIRES = frozenset({Role.line, Role.neutral, Role.ground})
_ENDS = {"G": "C"}  # a meter's tip touches the can, not the bar in it


@dataclass(frozen=True, slots=True)
class Found:
    """The circuit of a job in its normal supply: its edges, its branches at the table's temperature and cold, its loads' branches."""

    circuit: Circuitry
    warm: tuple[Branch, ...]
    cold: tuple[Branch, ...]
    loads: dict[str, tuple[str, ...]]
    solved: dict[tuple[frozenset[str], bool], State] = field(default_factory=dict, compare=False)  # states asked before

    factored: dict[bool, Responses] = field(default_factory=dict, compare=False)  # the same without loads, warm and cold

    def responses(self, *, cold: bool) -> Responses:
        """Give how it answers where no load is on.

        Parameters
        ----------
        cold : bool
            Whether its wires are cold. [-]
        """
        if cold not in self.factored:
            off = {branch for keys in self.loads.values() for branch in keys}
            self.factored[cold] = Responses([one for one in (self.cold if cold else self.warm) if one.key not in off])
        return self.factored[cold]

    @property
    def bench(self) -> Bench:
        """The installation as the bench has it."""
        return self.circuit.bench

    def edge(self, key: str) -> Edge | None:
        """Give an edge by its key; None where there is none.

        Parameters
        ----------
        key : str
            Its key. [-]
        """
        return next((one for one in self.circuit.edges if one.key == key), None)

    def state(self, on: frozenset[str], *, cold: bool = False) -> State:
        """Solve it with some loads on.

        Parameters
        ----------
        on : frozenset of str
            Ids of the loads that are on. [-]
        cold : bool
            Whether its wires are cold. [-]
        """
        if (on, cold) in self.solved:
            return self.solved[on, cold]
        off = {branch for load, keys in self.loads.items() if load not in on for branch in keys}
        state = self.solved[on, cold] = solve_network([one for one in (self.cold if cold else self.warm) if one.key not in off])
        return state


def circuit_of(whole: WorkedJob) -> Found:
    """Take the circuit of a job, in its normal supply, as it is planned and was found.

    Parameters
    ----------
    whole : WorkedJob
        The job, worked out. [-]
    """
    case = whole.case
    bench = Bench(case, plan_enclosures(case), state_named(case.tree, case.schools, ""), Trial())
    made = circuitry(bench, whole.done[SIZED])
    wires = {edge.key for edge in made.edges if edge.role in WIRES}
    cold = tuple(replace(one, ohm=complex(one.ohm.real * COLD, one.ohm.imag)) if one.key in wires else one for one in made.branches)
    loads: dict[str, tuple[str, ...]] = {}
    for edge in made.edges:
        if edge.role is Role.load:
            loads[edge.part] = (*loads.get(edge.part, ()), edge.key)
    return Found(made, made.branches, cold, loads)


def tips(can: str, between: str, to: str | None = None) -> tuple[str, str]:
    """Give the nodes that a meter touches.

    Parameters
    ----------
    can : str
        Its id. [-]
    between : str
        From where to where, such as L1-N. [-]
    to : str or None
        The can in which its second tip is, if another. [-]

    Examples
    --------
    >>> tips("P1", "L1-G")
    ('P1.L1', 'P1.C')
    """
    one, other = between.split("-")
    return f"{can}.{_ENDS.get(one, one)}", f"{to or can}.{_ENDS.get(other, other)}"


def hung_tester(can: str, between: str = "L1-G") -> Branch:
    """Hang a loop tester on a can. [ohm]

    Parameters
    ----------
    can : str
        Its id. [-]
    between : str
        From where to where. [-]
    """
    return Branch(f"tester at {can}", *tips(can, between), TESTER_OHM)


def loop_ohm(found: Found, can: str, between: str = "L1-G", *, cold: bool = False) -> float | None:
    """Work what a loop tester shows: the voltage it takes down, for each ampere it takes; None where nothing is there. [ohm]

    Parameters
    ----------
    found : Found
        The circuit. [-]
    can : str
        Where it is put. [-]
    between : str
        From where to where. [-]
    cold : bool
        Whether the wires are cold. [-]

    References
    ----------
    Desoer and Kuh, Basic Circuit Theory, chapter 17: the source seen between two nodes.
    """
    a, b = tips(can, between)
    open_state = found.state(frozenset(), cold=cold)
    if a not in open_state.volts or b not in open_state.volts or open_state.between(a, b) < 1:
        return None
    answer = found.responses(cold=cold).to_ampere(a, b)
    return abs(answer.volts[a] - answer.volts[b])


def heads(found: Found) -> Iterator[str]:
    """List the cans that a utility, or nobody who is drawn, feeds: where its volts are read.

    Parameters
    ----------
    found : Found
        The circuit. [-]
    """
    job, tree = found.bench.tree.job, found.bench.tree
    for key in job.enclosures:
        above = tree.above(key)
        if above is None or (above.origin in job.sources and job.sources[above.origin].kind is SourceKind.utility_transformer):
            yield key
