"""A network of branches between nodes, solved at one frequency: voltages of all nodes, currents of all branches."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

from northspan.core.physics.linear import Factored, Singular, solved, solved_sparse
from northspan.core.working.errors import NorthSpanError
from northspan.core.working.sums import sum_of_complex

EARTH = "earth"  # remote earth, against which every voltage is counted


class FloatingNode(NorthSpanError):
    """A part of the circuit hangs on nothing, so its voltage is open.

    Parameters
    ----------
    node : str
        A node of that part. [-]
    """

    code = "floating-node"

    def __init__(self, node: str) -> None:
        self.node = node
        super().__init__(f"{node} floats: nothing leads from it to earth. Join it, or give it its leakage to earth.")


UNSURE = 1e-14  # of the highest volts of a network: a difference below this is left over from the arithmetic, and no current


@dataclass(frozen=True, slots=True)
class Branch:
    """A branch from one node to another: impedance [ohm], and a voltage that drives current from `a` to `b` [V].

    Branches of one `cable` lie side by side; `mutual_ohm` is their mutual impedance with each other. Branches of one `core`
    are the windings of a transformer: `turns` is what each gives for one volt across the `primary` one, which has no ohms of
    its own; those of the others stand for the whole transformer.
    """

    key: str
    a: str
    b: str
    ohm: complex
    volts: complex = 0.0
    cable: str = ""
    mutual_ohm: complex = 0.0
    core: str = ""
    turns: complex = 1.0
    primary: bool = False


@dataclass(frozen=True, slots=True)
class State:
    """Voltage of every node to remote earth [V], and current of every branch from its first node to its second [A]."""

    volts: dict[str, complex]
    amperes: dict[str, complex]

    def between(self, a: str, b: str) -> float:
        """Voltage from one node to another. [V]"""
        return abs(self.volts[a] - self.volts[b])


def solve_network(branches: Sequence[Branch]) -> State:
    """Solve a network for its voltages and currents.

    Parameters
    ----------
    branches : sequence of Branch
        Branches; at least one of them ends at earth. [ohm, V]

    Raises
    ------
    FloatingNode
        If a part of the network leads nowhere to earth.

    Notes
    -----
    Nodal analysis with admittances. Branches of one cable are taken together: the matrix of their own
    and mutual impedances is turned into admittances, so that the field of one wire drives current in
    its neighbour. That is what draws the return of a fault into the cable and keeps it off a water pipe. A transformer is
    ideal behind the impedance of its secondaries, Y: with n their turns, i_s = Y (v_s + n v_p) and i_p = n* i_s, so that what
    hangs on one side is felt on the other, converted, through any number of them.

    References
    ----------
    Desoer and Kuh, Basic Circuit Theory, chapters 10 and 17.

    Examples
    --------
    >>> state = solve_network([Branch("source", "earth", "hot", 0.1, volts=120), Branch("rod", "hot", "earth", 24.9)])
    >>> round(state.amperes["rod"].real, 3)
    4.8
    """
    nodes, at, admittances, rows, right = _stamped(branches)
    try:
        answers = solved_sparse(rows, right)
    except Singular as error:
        raise FloatingNode(nodes[error.at]) from error
    volts = {EARTH: 0j} | {node: complex(answers[i]) for node, i in at.items()}
    amperes: dict[str, complex] = {}
    unsure_v = UNSURE * max((abs(one) for one in (*volts.values(), *(branch.volts for branch in branches))), default=0.0)
    for group, y in admittances:
        across = [volts[branch.a] - volts[branch.b] + branch.volts for branch in group]
        for i, branch in enumerate(group):
            found = sum_of_complex(one * drop for one, drop in zip(y[i], across, strict=True))
            amperes[branch.key] = found if abs(found) > unsure_v * max(map(abs, y[i])) else 0j
    return State(volts, amperes)


class Responses:
    """A network brought to a triangle once, to be asked how it answers to one volt in a branch or one ampere between two nodes.

    Parameters
    ----------
    branches : sequence of Branch
        Branches; at least one of them ends at earth. [ohm, V]

    Raises
    ------
    FloatingNode
        If a part of the network leads nowhere to earth.
    """

    def __init__(self, branches: Sequence[Branch]) -> None:
        self._nodes, self._at, groups, rows, self._right = _stamped(branches)
        self._of = {one.key: (group, y, i) for group, y in groups for i, one in enumerate(group)}
        try:
            self._factored = Factored(rows)
        except Singular as error:
            raise FloatingNode(self._nodes[error.at]) from error

    def as_driven(self) -> Response:
        """Give how it stands under its own sources. [V, A]"""
        return Response(self._volts(self._right), None)

    def to_volt(self, key: str) -> Response:
        """Give how it answers to one volt in a branch, all other sources still. [V, A]"""
        group, y, at = self._of[key]
        right = [0j] * len(self._nodes)
        for i, one in enumerate(group):
            for node, sign in ((one.a, 1), (one.b, -1)):
                if node != EARTH:
                    right[self._at[node]] -= sign * y[i][at]
        return Response(self._volts(right), {key: 1.0})

    def to_ampere(self, a: str, b: str) -> Response:
        """Give how it answers to one ampere that goes in at one node and out at another, all sources still. [V]"""
        right = [0j] * len(self._nodes)
        for node, sign in ((a, 1), (b, -1)):
            if node != EARTH:
                right[self._at[node]] += sign
        return Response(self._volts(right), {})

    def current(self, key: str, response: Response) -> complex:
        """Give the current of a branch in an answer. [A]"""
        group, y, at = self._of[key]
        own = response.driven is None
        return sum_of_complex(
            y[at][i] * (response.volts[one.a] - response.volts[one.b] + (one.volts if own else (response.driven or {}).get(one.key, 0)))
            for i, one in enumerate(group)
        )

    def has(self, key: str) -> bool:
        """Tell whether it has a branch."""
        return key in self._of

    def _volts(self, right: list[complex]) -> dict[str, complex]:
        answers = self._factored.solved(right)
        return {EARTH: 0j} | {node: complex(answers[i]) for node, i in self._at.items()}


@dataclass(frozen=True, slots=True)
class Response:
    """How a network answers: voltages, and the branches in which one volt was put; None where its own sources drive it. [V]"""

    volts: dict[str, complex]
    driven: dict[str, float] | None


_Group = tuple[list[Branch], tuple[tuple[complex, ...], ...]]


def _stamped(
    branches: Sequence[Branch],
) -> tuple[list[str], dict[str, int], list[_Group], list[dict[int, complex]], list[complex]]:
    """Nodes and their places, groups of branches with their admittances, and the equations of a network under its own sources."""
    nodes = sorted({node for branch in branches for node in (branch.a, branch.b)} - {EARTH})
    at = {node: i for i, node in enumerate(nodes)}
    rows: list[dict[int, complex]] = [{} for _ in nodes]
    right = [0j] * len(nodes)
    groups = [(group, _admittances(group)) for group in _groups(branches)]
    for group, y in groups:
        for i, one in enumerate(group):
            for j, other in enumerate(group):
                _stamp(rows, right, at, (one, other), y[i][j])
    return nodes, at, groups, rows, right


def _groups(branches: Sequence[Branch]) -> list[list[Branch]]:
    groups: dict[str, list[Branch]] = {}
    for branch in branches:
        groups.setdefault(f"core {branch.core}" if branch.core else branch.cable or f"\0{branch.key}", []).append(branch)
    return list(groups.values())


def _admittances(group: list[Branch]) -> tuple[tuple[complex, ...], ...]:
    """Turn own and mutual impedances of wires side by side into admittances."""
    if group[0].core:
        return _transformed(group)
    if len(group) == 1:
        return ((1 / group[0].ohm,),)
    return _inverted(tuple(branch.ohm for branch in group), tuple(branch.mutual_ohm for branch in group))


def _transformed(group: list[Branch]) -> tuple[tuple[complex, ...], ...]:
    """The admittances of the windings of one core: those of the secondaries, seen through the turns from the primary."""
    others = [i for i, one in enumerate(group) if not one.primary]
    y = _inverted(tuple(group[i].ohm for i in others), tuple(group[i].mutual_ohm for i in others))
    turns = [complex(group[i].turns) for i in others]
    whole = [[0j] * len(group) for _ in group]
    for row, i in enumerate(others):
        for column, j in enumerate(others):
            whole[i][j] = y[row][column]
    (at,) = (i for i, one in enumerate(group) if one.primary)
    for row, i in enumerate(others):
        whole[i][at] = sum_of_complex(y[row][k] * turns[k] for k in range(len(others)))
        whole[at][i] = sum_of_complex(turns[k].conjugate() * y[k][row] for k in range(len(others)))
    whole[at][at] = sum_of_complex(turns[row].conjugate() * whole[i][at] for row, i in enumerate(others))
    return tuple(tuple(row) for row in whole)


@lru_cache(maxsize=1024)
def _inverted(own: tuple[complex, ...], mutual: tuple[complex, ...]) -> tuple[tuple[complex, ...], ...]:
    """Invert the matrix of a cable, column by column."""
    n = len(own)
    z = [[own[i] if i == j else mutual[i] for j in range(n)] for i in range(n)]
    columns = [solved(z, [1.0 if i == j else 0.0 for i in range(n)]) for j in range(n)]
    return tuple(tuple(columns[j][i] for j in range(n)) for i in range(n))


def _stamp(rows: list[dict[int, complex]], right: list[complex], at: dict[str, int], pair: tuple[Branch, Branch], y: complex) -> None:
    one, other = pair
    for node, sign in ((one.a, 1), (one.b, -1)):
        if node == EARTH:
            continue
        i = at[node]
        right[i] -= sign * y * other.volts
        for end, way in ((other.a, 1), (other.b, -1)):
            if end != EARTH:
                rows[i][at[end]] = rows[i].get(at[end], 0j) + sign * way * y
