"""What the core can fail with.

    NorthSpanError
      InvalidJob        the document is wrong somewhere (where: a JSON pointer)
      OutsideTable      a table has no row for this; it is never extrapolated
      NoSolution        nothing on the ladder satisfies the limits; says what was tried

A wrong *installation* is a finding, never an exception. Mistakes of ours stay
built-in exceptions. Each class has a short stable code, explained in docs/errors.md.
"""

from __future__ import annotations


class NorthSpanError(Exception):
    """Anything the core refuses to answer, with a reason fit to show."""

    code = "north-span"


class InvalidJob(NorthSpanError):
    """The job document is wrong at `where`.

    Parameters
    ----------
    where : str
        JSON pointer to the field. [-]
    wrong : str
        What is wrong with it. [-]
    right : str
        What would be right. [-]
    """

    code = "invalid-job"

    def __init__(self, where: str, wrong: str, right: str = "") -> None:
        self.where, self.wrong, self.right = where, wrong, right
        super().__init__(f"{where}: {wrong}" + (f" {right}" if right else ""))


class OutsideTable(NorthSpanError):
    """A look-up fell outside the rows of a table.

    Parameters
    ----------
    table : str
        The table asked. [-]
    asked : str
        What was looked for. [-]
    nearest : str
        The nearest rows there are. [-]
    """

    code = "outside-table"

    def __init__(self, table: str, asked: str, nearest: str) -> None:
        self.table, self.asked, self.nearest = table, asked, nearest
        super().__init__(f"{table} has no row for {asked}; {nearest}")


class NoSolution(NorthSpanError):
    """Nothing that can be bought satisfies the limits.

    Parameters
    ----------
    wanted : str
        What was looked for. [-]
    tried : str
        What was tried. [-]
    """

    code = "no-solution"

    def __init__(self, wanted: str, tried: str) -> None:
        self.wanted, self.tried = wanted, tried
        super().__init__(f"No {wanted}: tried {tried}.")
