"""A fourth code is a folder and a line: one that exists nowhere plans a job, and every figure of a code comes from it."""

import re
import unittest
from unittest import mock

from northspan.core.desk.rulebook_change import moved
from northspan.core.desk.starts import STARTS, Answers
from northspan.core.desk.starts.under import start_job_under, starts_under
from northspan.core.rulebooks import registry
from northspan.core.solve import solve
from tests.core.rulebooks.test_rulebooks import answers_every_question
from tests.support import a_feeder, found, margin

ANOTHER_CODE = re.compile(r"\b(NEC|CE Code|BS \d|Rule \d|Table \d|Regulation \d|\d{3}\.\d)")


class AFourthRulebook(unittest.TestCase):
    def setUp(self):
        line = mock.patch.dict(registry._MODULES, {"halm-1": "tests.core.rulebooks.invented"})
        line.start()
        self.addCleanup(line.stop)
        for kept in (registry.rulebook_named, registry._said_in):
            self.addCleanup(kept.cache_clear)

    def test_it_answers_every_question(self):
        answers_every_question(self, registry.rulebook_named("halm-1"))

    def test_a_feeder_is_sized_by_its_table_until_its_drop_limit_asks_for_more(self):
        for length_m, size in ((30, "middle 25 mm²"), (130, "middle 25 mm²"), (140, "thick 50 mm²")):
            with self.subTest(length_m):
                plan = solve(moved(a_feeder(load_a=45, length_m=length_m), "halm-1"))
                run = plan.runs["F1"]
                self.assertEqual((plan.rulebook_title, run.size_name, run.device_a), ("Rules of Halm", size, 50))
                self.assertEqual((margin(run, "drop").limit, margin(run, "drop").citation), (4, "Halm 4"))
                self.assertEqual({wire.color for wire in run.wires}, {"orange", "white", "green"})

    def test_a_building_gets_its_one_rod(self):
        job = moved(a_feeder(load_a=45), "halm-1")
        bare = solve(job.model_copy(update={"electrodes": {}}))
        self.assertEqual((bare.buildings["B2"].rods_wanted, bare.buildings["B2"].electrode_conductor), (1, "small"))
        self.assertTrue(found(bare, "Building: 0 of 1 rods"))
        self.assertFalse(found(solve(job), "rods"))

    def test_every_start_is_laid_out_and_nothing_cites_another_code(self):
        self.assertEqual(len(starts_under("halm-1")), len(STARTS) - 1)  # two inverters want two legs
        for start in starts_under("halm-1"):
            with self.subTest(start.key):
                answers = Answers(name="New", length_m=30, load_a=40, rating_kva=9, floor_m2=140, service_a=100, service_length_m=20,
                                  transformer_kva=15, diversion_w=6000)  # fmt: skip
                plan = solve(start_job_under(start.key, answers, "halm-1"))
                self.assertTrue(any(run.sized for run in plan.runs.values()))
                self.assertEqual([cited for cited in citations(plan.model_dump()) if ANOTHER_CODE.search(cited)], [])


def citations(part):
    if isinstance(part, dict):
        yield from ([part["citation"]] if part.get("citation") else [])
        part = part.values()
    if not isinstance(part, str) and hasattr(part, "__iter__"):
        for one in part:
            yield from citations(one)
