"""Findings that no other quick test provokes, each by the smallest job that has it; the runner counts that every finding is made."""

import unittest

from northspan.core.desk.demos import DEMOS
from northspan.core.document.job import Bond
from northspan.core.solve import solve
from tests.core.topics.sizing.test_noted import noted_run
from tests.support import checked

NOTED = {"no-such-pipe": 24, "limit-least-size": 59, "limit-protective": 68}  # by the seed of a run that has it


def codes(job):
    return {one.code: one for one in solve(job, ()).findings}


def with_bonds(job, bond, **others):
    found = {key: can.model_copy(update={"bond_found": others.get(key, bond)}) for key, can in job.enclosures.items()}
    return checked(job, enclosures=found)


class Each(unittest.TestCase):
    def test_what_is_noted_and_cannot_be(self):
        for code, seed in NOTED.items():
            with self.subTest(code):
                job, key = noted_run(seed)
                self.assertTrue(codes(job)[code].where.startswith(f"/runs/{key}"))

    def test_a_loop_is_measured_cold_and_held_against_four_fifths_of_the_most(self):
        cottage = DEMOS["uk-2022"]()
        key = next(key for key, run in solve(cottage).runs.items() if run.sized and "loop" in {one.key for one in run.margins})
        for ohm, broken in ((0.1, False), (4000.0, True)):
            run = cottage.runs[key].model_copy(update={"measured_loop_ohm": ohm})
            with self.subTest(ohm):
                self.assertEqual("limit-measured-loop" in codes(checked(cottage, runs=cottage.runs | {key: run})), broken)

    def test_where_the_supplier_makes_the_bond_there_is_none_of_yours(self):
        cottage = DEMOS["uk-2022"]()
        first = next(iter(cottage.enclosures))
        apart, linked = codes(with_bonds(cottage, Bond.separate)), codes(with_bonds(cottage, Bond.separate, **{first: Bond.bonded}))
        self.assertIn("no-link-of-yours", apart)
        self.assertNotIn("no-link-of-yours", linked)

    def test_a_link_behind_an_electrode_is_a_stop(self):
        cottage = DEMOS["uk-2022"]()
        made = codes(with_bonds(cottage, Bond.unknown, S1=Bond.bonded))
        self.assertEqual(made["bond-where-earth-is-own"].severity, "stop")
        self.assertNotIn("bond-where-earth-is-own", codes(with_bonds(cottage, Bond.separate)))


if __name__ == "__main__":
    unittest.main()
