"""Small systems of linear equations, real or complex, solved with pivoting; real figures stay real."""

from __future__ import annotations

from collections.abc import Sequence
from heapq import heappop, heappush

from northspan.core.working.sums import sum_of_complex

TINY = 1e-14  # of the largest figure: less than that is a rest of rounding
THRESHOLD = 0.1


class Singular(ArithmeticError):
    """The equations do not settle the unknown of this place; for a circuit, a node that floats."""

    def __init__(self, at: int) -> None:
        self.at = at
        super().__init__(f"the equations leave unknown {at} open")


def solved(rows: Sequence[Sequence[complex]], right: Sequence[complex]) -> list[complex]:
    """Solve equations by elimination with partial pivoting.

    Parameters
    ----------
    rows : sequence of sequence
        The matrix, shape (n, n). [as the figures]
    right : sequence
        Right-hand side, shape (n,). [as the figures]

    Raises
    ------
    Singular
        If the equations leave an unknown open.

    References
    ----------
    Golub and Van Loan, Matrix Computations, chapter 3.

    Examples
    --------
    >>> solved([[2.0, 1.0], [1.0, 3.0]], [3.0, 5.0])
    [0.8, 1.4]
    """
    n = len(rows)
    matrix = [[*rows[i], right[i]] for i in range(n)]
    scale = max((abs(rows[i][j]) for i in range(n) for j in range(n)), default=0.0)
    for column in range(n):
        best = max(range(column, n), key=lambda i: abs(matrix[i][column]))
        if abs(matrix[best][column]) <= TINY * scale:
            raise Singular(column)
        matrix[column], matrix[best] = matrix[best], matrix[column]
        lead = matrix[column]
        for row in matrix[column + 1 :]:
            if row[column]:
                factor = row[column] / lead[column]
                for j in range(column + 1, n + 1):
                    row[j] -= factor * lead[j]
    answers = [matrix[i][n] for i in range(n)]
    for i in range(n - 1, -1, -1):
        for j in range(i + 1, n):
            answers[i] -= matrix[i][j] * answers[j]
        answers[i] /= matrix[i][i]
    return answers


def solved_sparse(rows: Sequence[dict[int, complex]], right: Sequence[complex]) -> list[complex]:
    """Solve equations of which most figures are nothing, as those of a network are.

    Parameters
    ----------
    rows : sequence of dict
        Each row by column, shape (n, n). [as the figures]
    right : sequence
        Right-hand side, shape (n,). [as the figures]

    Raises
    ------
    Singular
        If the equations leave an unknown open.

    Notes
    -----
    The unknown with the fewest neighbours goes first, so that few new figures arise. Its own row leads
    where its figure is at least a tenth of the largest in the column; otherwise the row of the largest does.

    References
    ----------
    Duff, Erisman and Reid, Direct Methods for Sparse Matrices, chapters 5 and 7 (threshold pivoting).

    Examples
    --------
    >>> solved_sparse([{0: 2.0, 1: 1.0}, {0: 1.0, 1: 3.0}], [3.0, 5.0])
    [(0.8+0j), (1.4+0j)]
    """
    matrix = [{column: figure for column, figure in row.items() if figure} for row in rows]
    values = list(right)
    return _substituted(matrix, _eliminate(matrix, values)[0], values)


class Factored:
    """Equations of which most figures are nothing, brought to a triangle once, for any number of right-hand sides.

    Parameters
    ----------
    rows : sequence of dict
        Each row by column, shape (n, n). [as the figures]

    Raises
    ------
    Singular
        If the equations leave an unknown open.

    Examples
    --------
    >>> Factored([{0: 2.0, 1: 1.0}, {0: 1.0, 1: 3.0}]).solved([3.0, 5.0])
    [(0.8+0j), (1.4+0j)]
    """

    def __init__(self, rows: Sequence[dict[int, complex]]) -> None:
        self._matrix = [{column: figure for column, figure in row.items() if figure} for row in rows]
        self._led, self._moves = _eliminate(self._matrix, [0.0] * len(rows))

    def solved(self, right: Sequence[complex]) -> list[complex]:
        """Solve for one right-hand side, shape (n,). [as the figures]"""
        values = list(right)
        for i, leading, factor in self._moves:
            values[i] -= factor * values[leading]
        return _substituted(self._matrix, self._led, values)


def _substituted(matrix: list[dict[int, complex]], led: list[tuple[int, int]], values: list[complex]) -> list[complex]:
    answers: list[complex] = [0.0] * len(matrix)
    for i, column in reversed(led):
        row = matrix[i]
        answers[column] = (values[i] - sum_of_complex(figure * answers[c] for c, figure in row.items() if c != column)) / row[column]
    return answers


def _eliminate(matrix: list[dict[int, complex]], values: list[complex]) -> tuple[list[tuple[int, int]], list[tuple[int, int, complex]]]:
    """Bring the matrix to a triangle in place; gives which row leads which unknown, in order, and notes what was taken from what."""
    scale = max((abs(figure) for row in matrix for figure in row.values()), default=0.0)
    below = _holders(matrix)  # rows not yet used that hold the column
    led: list[tuple[int, int]] = []
    moves: list[tuple[int, int, complex]] = []
    fewest = sorted((len(held), column) for column, held in below.items())  # in order, so it is a heap
    while below:
        count, column = heappop(fewest)
        if column not in below or count != len(below[column]):
            continue  # it has others beside it since
        held = below.pop(column)
        leading = _leading(matrix, held, column, scale)
        lead = matrix[leading]
        for other in lead:
            if other in below:
                below[other].discard(leading)
        led.append((leading, column))
        rest = [(c, figure) for c, figure in lead.items() if c in below]
        for i in held - {leading}:
            row = matrix[i]
            factor = row.pop(column) / lead[column]
            values[i] -= factor * values[leading]
            moves.append((i, leading, factor))
            for c, figure in rest:
                if c in row:
                    row[c] -= factor * figure
                else:
                    row[c] = -factor * figure
                    below[c].add(i)
        for c, _ in rest:
            heappush(fewest, (len(below[c]), c))
    return led, moves


def _holders(matrix: list[dict[int, complex]]) -> dict[int, set[int]]:
    """Which rows hold a figure in each column."""
    found: dict[int, set[int]] = {column: set() for column in range(len(matrix))}
    for i, row in enumerate(matrix):
        for column in row:
            found[column].add(i)
    return found


def _leading(matrix: list[dict[int, complex]], held: set[int], column: int, scale: float) -> int:
    best = max(held, key=lambda i: abs(matrix[i][column]), default=-1)
    if best < 0 or abs(matrix[best][column]) <= TINY * scale:
        raise Singular(column)
    own = column in held and abs(matrix[column][column]) >= THRESHOLD * abs(matrix[best][column])
    return column if own else best
