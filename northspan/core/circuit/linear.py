"""Small systems of linear equations, real or complex, solved with pivoting; real figures stay real."""

from __future__ import annotations

from collections.abc import Sequence


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
        if abs(matrix[best][column]) <= 1e-14 * scale:
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
