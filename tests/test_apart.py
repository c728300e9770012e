"""Heavy questions apart: answered as here, ended at their deadline, by their memory or by whoever asked, and few at a time."""

import json
import threading
import time
import unittest

from northspan.apart import Apart
from northspan.asking import QUESTIONS, ask
from northspan.core.case.beside import Beside
from northspan.core.desk.demos import DEMOS
from northspan.core.solve import worked
from tests.support import a_property_of

NOTHING = Beside()


class Elsewhere(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.apart = Apart(workers=1, longest_s=30, waiting=1)
        cls.job = DEMOS["us-2023"]()

    @classmethod
    def tearDownClass(cls):
        cls.apart.close()

    def test_an_answer_is_the_one_that_is_given_here(self):
        for name in ("steps/materials/flips", "calc/balance"):
            said = {"circuits": [{"name": "Heat", "load_a": 13, "leg": 1}], "free_2": 1} if name == "calc/balance" else None
            job = None if said else self.job
            here = ask(name, worked(job) if job else None, NOTHING, said, revision=3 if job else 0)
            there = self.apart.ask(name, job, NOTHING, said, revision=3 if job else 0)
            self.assertEqual((there.status, json.loads(there.body)), (here.status, json.loads(here.body)))

    def test_what_is_refused_here_is_refused_there(self):
        there = self.apart.ask("calc/site", None, NOTHING, {"job": {}})
        self.assertEqual(there.status, 422)

    def test_a_question_is_stopped_by_its_ticket_and_one_too_many_is_refused_at_once(self):
        large, answers = a_property_of(180), {}

        def asked(ticket):
            answers[ticket] = json.loads(self.apart.ask("steps/materials/flips", large, NOTHING, ticket=ticket).body)

        threads = [threading.Thread(target=asked, args=(ticket,)) for ticket in ("one", "two")]
        for one in threads:
            one.start()
            time.sleep(0.3)
        began = time.monotonic()
        refused = json.loads(self.apart.ask("steps/materials/flips", large, NOTHING, ticket="three").body)
        self.assertTrue(refused["type"].endswith("#busy"))
        self.assertFalse(self.apart.stop("three"))
        self.assertTrue(self.apart.stop("two") and self.apart.stop("one"))
        for one in threads:
            one.join(10)
        self.assertLess(time.monotonic() - began, 10)
        self.assertEqual({one["type"].rpartition("#")[2] for one in answers.values()}, {"stopped"})

    def test_a_question_that_takes_too_long_is_ended_and_the_next_is_answered(self):
        apart = Apart(workers=1, longest_s=0.4)
        self.addCleanup(apart.close)
        late = json.loads(apart.ask("steps/materials/flips", a_property_of(180), NOTHING).body)
        self.assertTrue(late["type"].endswith("#too-long"), late)
        self.assertEqual(self.apart.ask("calc/balance", None, NOTHING, {"circuits": [{"name": "A", "load_a": 1, "leg": 1}]}).status, 200)

    def test_what_takes_long_is_marked_so(self):
        heavy = {name for name, one in QUESTIONS.items() if one.heavy}
        self.assertLessEqual({"steps/materials/flips", "steps/estimate/alternatives", "calc/site", "calc/schedule"}, heavy)


if __name__ == "__main__":
    unittest.main()
