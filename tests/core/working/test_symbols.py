"""No letter in any working comes from nowhere: a line before has brought it in, or the line says what it is."""

import unittest
from unittest import mock

from northspan.core.desk.demo_move import MOVES
from northspan.core.desk.demos import DEMOS
from northspan.core.document.plan.working import work_lines
from northspan.core.solve import solve
from northspan.core.working.symbols import meaning, where
from northspan.core.working.worked import step
from tests.core.ordinary_jobs import ordinary_jobs


class Letters(unittest.TestCase):
    def test_every_letter_is_brought_in(self):
        unknown = set()

        def spy(put_in, formula, known):
            unknown.update((symbol, formula) for symbol, _ in put_in if symbol not in known and not meaning(symbol, formula))
            return where(put_in, formula, known)

        with mock.patch("northspan.core.document.plan.working.where", spy):
            for job in (*(demo() for demo in (*DEMOS.values(), *MOVES.values())), *ordinary_jobs().values()):
                solve(job, None)
        self.assertEqual(unknown, set())

    def test_said_once_and_only_where_it_is_needed(self):
        first = step("V", "drop", "R * I", "V", "Ohm's law", R=0.1, I=20)
        again = step("d", "of it", "100 * V / U", "%", "ratio", V=first.value, U=240)
        third = step("P", "heat", "R * I", "W", "Ohm's law", R=0.1, I=20)
        self.assertEqual([line.where for line in work_lines((first, again, third))], ["R resistance, I current", "U voltage", ""])


if __name__ == "__main__":
    unittest.main()
