"""Above ground: heights, straps and expansion, on both sides of each limit in every rule family."""

import unittest

from northspan.core.calculators import CALCULATORS
from northspan.core.desk.rulebook_change import moved
from northspan.core.document.job import Fitting, Method, Over, Place
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.solve import solve
from northspan.core.topics.pull.ground import WALL
from northspan.core.topics.pull.pulling import bore_m
from northspan.core.topics.pull.supports import growth, straps
from northspan.core.topics.pull.trench import LINE_M
from northspan.core.working.errors import OutsideTable
from tests.core.topics.sizing.test_choices import taken
from tests.support import a_feeder, checked, found, run_of

FT_M = 0.3048
BOOKS = {name: rulebook_named(name) for name in rulebook_names()}
HEIGHTS_M = {"us-2023": (10 * FT_M, 12 * FT_M, 18 * FT_M), "ca-2021": (3.5, 4.0, 5.5), "uk-2022": (3.5, 5.2, 5.8)}


class Heights(unittest.TestCase):
    def test_over_walks_drives_and_streets(self):
        for name, heights in HEIGHTS_M.items():
            for over, least in zip((Over.walk, Over.drive, Over.street), heights, strict=True):
                self.assertAlmostEqual(BOOKS[name].routes.clearance(over, 120).value, least, msg=(name, over))

    def test_voltage_counts_where_the_rule_asks_it(self):
        us = BOOKS["us-2023"]
        self.assertEqual([round(us.routes.clearance(Over.walk, v).value / FT_M) for v in (150, 151)], [10, 12])
        self.assertEqual([round(us.routes.clearance(Over.drive, v).value / FT_M) for v in (300, 301)], [12, 15])
        self.assertEqual([round(us.routes.clearance(over, 120).value / FT_M, 3) for over in (Over.roof, Over.steep_roof)], [8.5, 3])
        with self.assertRaises(OutsideTable):
            BOOKS["uk-2022"].routes.clearance(Over.roof, 230)

    def test_a_feeder_that_hangs_too_low_is_found_and_hung_higher(self):
        def words(height_m):
            segment = {"method": Method.overhead, "place": Place.overhead, "over": Over.drive, "height_m": height_m}
            return a_feeder(40, 20, segment=segment)

        self.assertFalse(found(solve(words(12 * FT_M)), "is the least"))
        low = words(12 * FT_M - 0.01)
        finding = found(solve(low), "over a drive, 12 ft is the least")[0]
        self.assertFalse(found(solve(taken(low, finding.cures[0])), "over a drive"))
        self.assertFalse(found(solve(words(None)), "over a drive"))
        moved = checked(low, rulebook="uk-2022", runs={"F1": low.runs["F1"].model_copy(update={
            "terminals": "unmarked", "segments": (low.runs["F1"].segments[0].model_copy(update={"over": Over.roof}),)})})  # fmt: skip
        self.assertTrue(found(solve(moved), "no figure is set for its height there"))


class Ends(unittest.TestCase):
    def test_what_comes_out_of_the_ground_is_protected(self):
        self.assertEqual([round(book.routes.riser().value, 2) for book in BOOKS.values()], [2.44, 2.0, 2.0])

    def test_an_insulating_bushing_from_the_size_that_each_code_names(self):
        for name, below, from_here in (("us-2023", "6", "4"), ("ca-2021", "10", "8")):
            self.assertEqual([BOOKS[name].routes.bushing(size).value for size in (below, from_here)], [0, 1], name)
        self.assertEqual(BOOKS["uk-2022"].routes.bushing("1.5").value, 1)


class Ground(unittest.TestCase):
    def crossing(self, depth_m, name="us-2023"):
        job = a_feeder(40, 20, segment={"cover_m": 0.6, "crossings": ({"kind": "gas", "at_m": 5, "depth_m": depth_m},)})
        return moved(job, name)

    def test_a_line_that_comes_too_close_is_found_and_gone_under(self):
        for name, least_m in (("us-2023", FT_M), ("ca-2021", 0.3), ("uk-2022", 0.3)):
            pipe = run_of(self.crossing(3, name)).segments[0].pipe_size
            ours_m = WALL * bore_m(Method.pvc40, pipe, BOOKS[name])
            half_m = LINE_M / 2
            for clear_m, holds in ((least_m, True), (least_m - 0.01, False)):
                for depth_m in (0.6 - clear_m - half_m, 0.6 + ours_m + clear_m + half_m):  # over us, and under us
                    job = self.crossing(depth_m, name)
                    near = found(solve(job), "from a gas line")
                    with self.subTest(name=name, clear_m=clear_m, depth_m=depth_m):
                        self.assertEqual(not near, holds)
                        if near:
                            self.assertFalse(found(solve(taken(job, near[0].cures[0])), "from a gas line"))
                        groups = [one.title for one in run_of(job).pull.segments]
                        self.assertTrue(any("gas line at" in title for title in groups))

    def test_what_is_to_be_dug_is_located_first(self):
        job = a_feeder(40, 20)
        first = found(solve(job), "not located yet")[0]
        self.assertFalse(found(solve(taken(job, first.cures[0])), "not located yet"))
        there = job.runs["F1"].model_copy(update={"status": "existing"})
        self.assertFalse(found(solve(checked(job, runs={"F1": there})), "not located yet"))
        self.assertFalse(found(solve(a_feeder(40, 20, segment={"place": Place.indoors})), "not located yet"))
        self.assertIn("Before the first spade", run_of(job).pull.order[0])

    def test_the_box_at_a_pull_point(self):
        us, ca, uk = (BOOKS[name] for name in ("us-2023", "ca-2021", "uk-2022"))
        self.assertEqual([round(us.boxes.pull_box(Method.pvc40, "2", "4", angle=a).value / 0.0254) for a in (False, True)], [16, 12])
        self.assertEqual(us.boxes.pull_box(Method.pvc40, "2", "6", angle=False).result, "by volume")
        self.assertAlmostEqual(ca.boxes.pull_box(Method.pvc40, "53", "4", angle=False).value, 8 * 0.053)
        self.assertAlmostEqual(uk.boxes.pull_box(Method.pvc40, "32", "16", angle=True).value, 6 * 0.032)
        plan = run_of(a_feeder(90, 20, segment={"fittings": (Fitting(at_m=10.0),)})).pull
        box = next(group for group in plan.segments if group.title == "Stretch 1, pull box at 32.8 ft")
        self.assertIn("within reach", [line.result for line in box.lines])

    def test_boxes_outdoors_are_rated(self):
        for book in BOOKS.values():
            self.assertIn("better", book.routes.outdoors_rating().result)


class Straps(unittest.TestCase):
    def test_apart_and_from_the_box(self):
        cases = {("us-2023", "1"): 3 * FT_M, ("us-2023", "1-1/4"): 5 * FT_M, ("us-2023", "2"): 5 * FT_M, ("us-2023", "2-1/2"): 6 * FT_M, ("us-2023", "4"): 7 * FT_M,
                 ("ca-2021", "27"): 0.75, ("ca-2021", "35"): 1.2, ("ca-2021", "53"): 1.5, ("uk-2022", "25"): 1.5, ("uk-2022", "32"): 1.75, ("uk-2022", "50"): 2.0}  # fmt: skip
        for (name, size), metres in cases.items():
            self.assertAlmostEqual(BOOKS[name].routes.supports(Method.pvc40, size)[0].value, metres, msg=(name, size))

    def test_one_more_strap_just_past_a_spacing(self):
        us = BOOKS["us-2023"]
        for length_m, count in ((2 * 3 * FT_M + 5 * FT_M, 2), (2 * 3 * FT_M + 5 * FT_M + 0.01, 3), (0.5, 1)):
            self.assertEqual(straps(Method.pvc40, "2", length_m, us.routes, us.words).value, count)

    def test_a_larger_pipe_is_never_strapped_closer(self):
        for name, book in BOOKS.items():
            for method in (Method.pvc40, Method.rmc):
                apart = [book.routes.supports(method, pipe.size)[0].value for pipe in book.pipes.trade_sizes(method, 3)]
                self.assertEqual(apart, sorted(apart), (name, method))
            self.assertLess(book.routes.supports(Method.cable, "")[0].value, 1.6)

    def test_straps_as_found_are_held_against_the_rule(self):
        def job(**found_m):
            return a_feeder(40, 20, segment={"place": Place.outdoors, **found_m})

        size = run_of(job()).segments[0].pipe_size
        apart, first = BOOKS["us-2023"].routes.supports(Method.pvc40, size)
        for field, limit in (("strap_m", apart), ("first_strap_m", first)):
            self.assertFalse(found(solve(job(**{field: limit.value})), "is the most"), field)
            wide = job(**{field: limit.value + 0.01})
            said = found(solve(wide), "is the most")
            self.assertEqual([one.where for one in said], [f"/runs/F1/segments/1/{field}"])
            self.assertFalse(found(solve(taken(wide, said[0].cures[0])), "is the most"))
        closer = run_of(job(strap_m=apart.value / 2)).pull.segments
        count = {group.key: int(group.answer) for group in closer if group.key == "straps1"}["straps1"]
        self.assertEqual(
            count, straps(Method.pvc40, size, 20, BOOKS["us-2023"].routes, BOOKS["us-2023"].words, wanted_m=apart.value / 2).value
        )
        self.assertGreater(count, straps(Method.pvc40, size, 20, BOOKS["us-2023"].routes, BOOKS["us-2023"].words).value)


class Expansion(unittest.TestCase):
    def test_a_fitting_from_a_quarter_inch_in_the_us_and_from_45_mm_in_canada(self):
        for name, most_mm in (("us-2023", 6.35), ("ca-2021", 45), ("uk-2022", 6)):
            book = BOOKS[name]
            length_m = most_mm / (book.routes.expansion(Method.pvc40)[0].value * 55)
            self.assertEqual([growth(Method.pvc40, f * length_m, 55, book.routes).value for f in (0.99, 1.01)], [0, 1], name)

    def test_plastic_grows_several_times_as_much_as_steel(self):
        for book in BOOKS.values():
            self.assertGreater(book.routes.expansion(Method.pvc40)[0].value / book.routes.expansion(Method.rmc)[0].value, 4)

    def test_a_swing_as_typed_counts_instead_of_the_usual_one(self):
        def fittings(**swing):
            groups = run_of(a_feeder(40, 20, segment={"place": Place.outdoors, **swing})).pull.segments
            return next(group.answer for group in groups if group.key == "growth1")

        limit_k = 6.35 / (0.0608 * 20)
        self.assertEqual([fittings(swing_k=k) for k in (limit_k - 0.1, limit_k + 0.1)], ["no fitting", "1 fitting"])
        self.assertEqual(fittings(), fittings(swing_k=55))

    def test_it_stands_with_the_segment(self):
        run = run_of(a_feeder(40, 20, segment={"place": Place.outdoors}))
        self.assertEqual({group.key for group in run.pull.segments}, {"room1", "straps1", "growth1", "outdoors1"})
        self.assertIn("1 fitting", [group.answer for group in run.pull.segments])
        self.assertEqual([group.key for group in run_of(a_feeder(40, 20)).pull.segments], ["room1", "trench1", "riser1"])

    def test_calculators(self):
        ask = lambda name, **facts: CALCULATORS[name].work(CALCULATORS[name].question(**facts))  # noqa: E731 - short
        self.assertTrue(ask("clearance", over="walk", height_m=3.05).margins[0].holds)
        self.assertFalse(ask("clearance", over="walk", height_m=3.04).margins[0].holds)
        self.assertIn("no expansion fitting", ask("supports", size="2", length_m=1).headline)
        self.assertEqual(ask("supports", method="cable", length_m=6).headline, "5 straps")
