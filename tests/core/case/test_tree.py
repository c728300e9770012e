"""References, circles and ways of a property."""

import unittest

from northspan.core.case.tree import tree_of
from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.document.job import Electrode, Load, Run, RunKind, Source
from northspan.core.solve import solve
from northspan.core.working.errors import InvalidJob
from tests.support import a_feeder, a_segment, checked, found


def a_run(origin, target, **changes):
    return Run(**{"name": "Run", "origin": origin, "target": target, "segments": (a_segment(),)} | changes)


class Refused(unittest.TestCase):
    def test_what_leads_nowhere_or_round(self):
        job = a_feeder()
        runs, enclosures = job.runs, job.enclosures
        cases = [
            ({"runs": {"X": a_run("P9", "P2")}}, "/runs/X/origin", "there is no P9"),
            ({"runs": {"X": a_run("P1", "P9")}}, "/runs/X/target", "there is no enclosure P9"),
            ({"runs": {"X": a_run("P1", "P2", kind=RunKind.service)}}, "/runs/X/kind", "a service begins at a source"),
            ({"runs": runs | {"X": a_run("P1", "P2")}}, "/runs/X/target", "P2 is already fed by F1"),
            ({"runs": runs | {"X": a_run("P2", "P1")}}, "/runs/F1", "feed each other in a circle"),
            ({"sources": {"P1": Source(name="Pole")}}, "/enclosures/P1", "a source has the same id"),
            ({"enclosures": enclosures | {"P2": enclosures["P2"].model_copy(update={"building": "B9"})}}, "/enclosures/P2/building", "there is no building B9"),
            ({"electrodes": {"E1": Electrode(name="Rod", building="B9")}}, "/electrodes/E1/building", "there is no building B9"),
            ({"loads": {"a": Load(name="Lamp", enclosure="P9", power_va=60)}}, "/loads/a/enclosure", "there is no enclosure P9"),
        ]  # fmt: skip
        for changes, where, words in cases:
            with self.subTest(where), self.assertRaisesRegex(InvalidJob, words) as refused:
                solve(checked(job, **changes))
            self.assertEqual(refused.exception.where, where)


class Ways(unittest.TestCase):
    def test_the_demo_property(self):
        tree = tree_of(kestrel_hollow())
        self.assertEqual(tree.way_to("F2"), ("R1", "F1", "F2"))
        self.assertEqual(set(tree.ends()), {"F2", "F3", "C1"})
        self.assertEqual(tree.source_of("C1").name, "Pole transformer")
        self.assertEqual([key for key in tree.job.enclosures if tree.first_disconnect(key)], ["M1"])

    def test_the_worst_way_comes_first(self):
        drops = [way.drop_percent for way in solve(kestrel_hollow()).ways]
        self.assertEqual(drops, sorted(drops, reverse=True))

    def test_a_run_to_be_removed_is_left_out(self):
        job = a_feeder(status="remove")
        self.assertEqual(solve(job).runs, {})
        both = checked(job, runs=job.runs | {"F2": a_run("P1", "P2", load_a=20)})
        self.assertEqual(list(solve(both).runs), ["F2"])

    def test_an_enclosure_that_nothing_feeds_stands_for_the_service(self):
        plan = solve(a_feeder())
        self.assertEqual(plan.enclosures["P1"].bond, "bonded")
        self.assertTrue(found(plan, "and what feeds House panel"))  # it is there, so it is looked at with the rest
        new = checked(
            a_feeder(), enclosures=a_feeder().enclosures | {"P1": a_feeder().enclosures["P1"].model_copy(update={"status": "new"})}
        )
        self.assertIn("House panel: nothing is drawn ahead of it.", [f.text for f in solve(new).findings])
