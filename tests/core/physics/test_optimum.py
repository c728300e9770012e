"""The exact search against a mixed-integer programme on random trees, and what it gives for a whole job."""

import random
import unittest
from itertools import product

import numpy as np
from scipy.optimize import LinearConstraint, milp

from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.document.job import Job, Prices
from northspan.core.document.patching import patched
from northspan.core.physics.optimum import Choice, cheapest_sets
from northspan.core.solve import solve
from northspan.core.topics.site.calculators import SiteQuestion, site
from northspan.core.topics.site.choices import site_choices
from northspan.core.working.errors import NoSolution
from tests.run import cases
from tests.support import a_feeder, a_property_of, checked


def a_tree(rng, runs):
    fed_by = {f"R{i}": (f"R{rng.randrange(i)}" if i and rng.random() < 0.85 else None) for i in range(runs)}
    choices = {}
    for run in fed_by:
        count = rng.randint(1, 7)
        choices[run] = [
            Choice(round(rng.uniform(5, 500), rng.choice((0, 2))), round(rng.uniform(0.05, 3), rng.choice((1, 3)))) for _ in range(count)
        ]
    return fed_by, choices


def by_programme(fed_by, choices, limit):
    """Least cost as a mixed-integer programme: one choice a run, every way within the limit; None if there is none."""
    columns = [(run, at) for run in fed_by for at in range(len(choices[run]))]
    costs = np.array([choices[run][at].cost for run, at in columns])
    one = np.array([[float(run == other) for other, _ in columns] for run in fed_by])
    rows = []
    for end in fed_by:
        way, here = set(), end
        while here:
            way.add(here)
            here = fed_by[here]
        rows.append([choices[run][at].drop_percent if run in way else 0.0 for run, at in columns])
    bounds = [LinearConstraint(one, 1, 1), LinearConstraint(np.array(rows), -np.inf, limit + 1e-9)]
    found = milp(costs, constraints=bounds, integrality=np.ones(len(columns)), bounds=(0, 1), options={"mip_rel_gap": 0})
    return found.fun if found.success else None


class Exact(unittest.TestCase):
    def test_it_agrees_with_a_mixed_integer_programme_on_300_trees(self):
        rng = random.Random(20261124)
        feasible = 0
        for number in range(cases(300)):
            fed_by, choices = a_tree(rng, rng.randint(1, 12))
            limit = rng.uniform(0.5, 6)
            best, points = by_programme(fed_by, choices, limit), cheapest_sets(fed_by, choices, limit)
            with self.subTest(tree=number):
                if best is None:
                    self.assertEqual(points, ())
                else:
                    feasible += 1
                    self.assertAlmostEqual(points[-1].cost, best, 6)
        self.assertGreater(feasible, cases(300) // 4)

    def test_the_curve_is_the_unbeaten_sets_of_all(self):
        rng = random.Random(7)
        for number in range(40):
            fed_by, choices = a_tree(rng, 4)
            every = set()
            for picks in product(*(range(len(choices[run])) for run in fed_by)):
                reached = {}
                for run, at in zip(fed_by, picks, strict=True):
                    reached[run] = choices[run][at].drop_percent + reached.get(fed_by[run], 0.0)
                every.add((max(reached.values()), sum(choices[run][at].cost for run, at in zip(fed_by, picks, strict=True))))
            unbeaten = [p for p in every if not any(q != p and q[0] <= p[0] and q[1] <= p[1] for q in every)]
            with self.subTest(tree=number):
                found = [(point.drop_percent, point.cost) for point in cheapest_sets(fed_by, choices, 100)]
                np.testing.assert_allclose(sorted(found), sorted(unbeaten))

    def test_what_a_point_names_adds_up_to_it(self):
        rng = random.Random(3)
        for _ in range(50):
            fed_by, choices = a_tree(rng, 9)
            for point in cheapest_sets(fed_by, choices, 6):
                chosen = point.chosen()
                self.assertEqual(set(chosen), set(fed_by))
                self.assertAlmostEqual(sum(choices[run][at].cost for run, at in chosen.items()), point.cost)


class WholeJob(unittest.TestCase):
    def test_taking_the_cheapest_set_gives_its_drop_and_keeps_every_limit(self):
        job = kestrel_hollow()
        answer = site(SiteQuestion(job=job))
        edits = [{"op": e.op, "path": e.path, "value": e.value} for run in answer.points[-1].runs if run.changes for e in run.edits]
        taken = Job.model_validate(patched(job.model_dump(mode="json"), edits))
        plan = solve(taken)
        self.assertAlmostEqual(max(way.drop_percent for way in plan.ways), answer.points[-1].drop_percent, 6)
        self.assertLessEqual(answer.points[-1].cost, answer.now_cost + 1e-6)
        again = site(SiteQuestion(job=taken))
        self.assertAlmostEqual(again.now_cost, answer.points[-1].cost, 6)

    def test_what_is_there_stays(self):
        kept = site_choices(kestrel_hollow()).ways
        self.assertEqual([len(kept[run]) for run in ("R1", "F1", "F3", "C1")], [1, 1, 1, 1])
        self.assertEqual(kept["F1"][0].choice.cost, 0)

    def test_only_material_counts_when_no_years_do(self):
        job = checked(a_property_of(6), prices=Prices(years=0))
        for point in (points := site(SiteQuestion(job=job)).points):
            self.assertTrue(all(run.cost > 0 for run in point.runs))
        costs, drops = [p.cost for p in points], [p.drop_percent for p in points]
        self.assertEqual((costs, drops), (sorted(costs, reverse=True), sorted(drops)))

    def test_a_limit_that_nothing_keeps(self):
        with self.assertRaisesRegex(NoSolution, "within 0.01 % over the whole way"):
            site(SiteQuestion(job=a_feeder(70, 60), way_limit_percent=0.01))
        with self.assertRaisesRegex(NoSolution, "raise its voltage, or its limit"):
            site(SiteQuestion(job=a_feeder(150, 2500)))

    def test_a_raised_voltage_is_one_of_the_ways_when_it_may_be(self):
        far = a_feeder(12, 900)
        words = [way.words for way in site_choices(checked(far, voltage_may_rise=True)).ways["F1"]]
        self.assertTrue(any(w.startswith("480 V") for w in words))
        self.assertFalse(any(w.startswith("480 V") for way in site_choices(far).ways.values() for w in [one.words for one in way]))
