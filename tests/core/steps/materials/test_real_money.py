"""Prices of books in a job, where a choice flips, the job done another way, what each part costs, and bends by hand in the list."""

import unittest
from dataclasses import replace

from northspan.core.desk.demos import DEMOS
from northspan.core.document.job import DropLimits, Job, Metal, Quoted
from northspan.core.document.price_book import BookLine, PriceBook
from northspan.core.physics.optimum import cheapest_sets
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.registry import rulebook_named, rulebook_of
from northspan.core.solve import solve, worked
from northspan.core.steps.estimate.alternatives import alternatives, other_jobs
from northspan.core.steps.materials.flips import flips, site_flips
from northspan.core.steps.materials.flips_of_run import run_flips
from northspan.core.steps.materials.lines import taken_off
from northspan.core.steps.materials.priced import priced
from northspan.core.steps.materials.quotes import choices, kinds_used, quotes
from northspan.core.steps.materials.totals import totals
from northspan.core.topics.site.choices import site_choices
from northspan.core.topics.sizing.prices import wire_key, wire_price
from northspan.core.working.errors import InvalidJob, NoSolution
from northspan.standins.price_service import SHOPS, SimulatedService
from tests.support import a_feeder, a_segment, checked

ONE = "1 AWG aluminum XHHW-2"


def line(what, price, unit="m", item="wire", size=1.0, *, stock=True, day="2026-11-01"):
    return BookLine(item, what, unit, size, price, 0, day, stock)


def with_prices(job, **prices):
    return job.model_copy(update={"prices": job.prices.model_copy(update=prices)})


def simulated(job):
    rulebook = rulebook_of(job)
    wanted = [(item, what.lower(), "m") for _, item, what in choices(rulebook, kinds_used(job, rulebook.wires))]
    return [SimulatedService(shop, "2026-11-28").prices(wanted) for shop in SHOPS]


class Books(unittest.TestCase):
    def test_the_cheapest_metre_of_what_is_there_is_taken(self):
        book = rulebook_named("us-2023")
        mill = PriceBook("Mill", 0, (line(ONE, 3.0), line("3/4 in emt", 9.0, "stick", "pipe", 3.0)))
        yard = PriceBook(
            "Yard",
            0,
            (line(ONE, 0.6096, "ft"), line(ONE, 90.0, "reel", size=100.0, stock=False), line("¾ in EMT", 7.5, "stick", "pipe", 3.0)),
        )
        found = quotes(book, [mill, yard])
        self.assertEqual(found[wire_key(Wire("1", Metal.aluminum, "XHHW-2"))], Quoted(each=2.0, book="Yard", day="2026-11-01"))
        self.assertEqual(found["pipe|¾ in EMT"].each, 2.5)
        for books in ([], [PriceBook("Bare", 0, (line("", 12.5, "each", "rod"),))]):
            with self.assertRaisesRegex(InvalidJob, "none has a price for a metre"):
                quotes(book, books)

    def test_the_ways_of_a_run_cost_what_the_book_says_and_the_working_names_it(self):
        for name, demo in DEMOS.items():
            job = demo()
            key = next(key for key, run in job.runs.items() if run.status == "new")
            quoted = with_prices(job, quoted=quotes(rulebook_of(job), simulated(job)))
            before, after = (solve(one, {key}).runs[key] for one in (job, quoted))
            here, there = (next(way for way in plan.neighbours if way.current) for plan in (before, after))
            self.assertEqual((here.size_name, here.priced_by), (there.size_name, "by weight and bore"), name)
            self.assertIn("(simulated), 2026-11-28", there.priced_by)
            self.assertNotEqual(round(here.cost, 2), round(there.cost, 2))

    def test_a_book_that_has_only_the_pipe_leaves_the_rest_by_weight(self):
        job = DEMOS["us-2023"]()
        job = with_prices(job, quoted={"pipe|1½ in PVC": Quoted(each=1, book="Mill")})
        here = next(way for way in solve(job, {"F2"}).runs["F2"].neighbours if way.current)
        self.assertEqual(here.priced_by, "Mill, the rest by weight and bore")

    def test_prices_that_are_equal_are_found_again_and_others_are_not(self):
        job = DEMOS["us-2023"]()
        wire, wires = Wire("1", Metal.aluminum, "XHHW-2"), rulebook_named("us-2023").wires
        cheap, dear = (with_prices(job, quoted={wire_key(wire): Quoted(each=each, book="Mill")}) for each in (1, 9))
        self.assertEqual(hash(cheap.prices), hash(dear.prices))  # of equal length: only comparing tells them apart
        self.assertEqual([wire_price(wire, one.prices, wires) for one in (cheap, dear)], [1, 9])
        costs = [next(way for way in solve(one, {"F2"}).runs["F2"].neighbours if way.current).cost for one in (cheap, dear, cheap)]
        self.assertEqual(costs[0], costs[2])
        self.assertGreater(costs[1], costs[0])


class Flipping(unittest.TestCase):
    def cost_of_best(self, job):
        found = site_choices(job)
        point = cheapest_sets(found.fed_by, {run: [way.choice for way in ways] for run, ways in found.ways.items()}, found.limit_percent)[
            -1
        ]
        return {run: found.ways[run][at].words for run, at in point.chosen().items()}

    def test_on_both_sides_of_a_flip_of_the_site_another_set_is_the_cheapest(self):
        job = DEMOS["us-2023"]()
        now, found = self.cost_of_best(job), site_flips(job)
        self.assertTrue(found)
        for flip in found:
            field = f"{flip.moves}_per_kg"
            price = getattr(job.prices, field) * (1 + flip.percent / 100)
            step = 0.01 if flip.percent > 0 else -0.01
            self.assertEqual(self.cost_of_best(with_prices(job, **{field: price * (1 - step)})), now, flip.words)
            self.assertNotEqual(self.cost_of_best(with_prices(job, **{field: price * (1 + step)})), now, flip.words)

    def test_quoted_wire_moves_with_the_metal_in_it(self):
        job = DEMOS["us-2023"]()
        quoted = with_prices(job, quoted=quotes(rulebook_of(job), simulated(job)))
        flip = next(one for one in flips(worked(quoted)) if one.run == "F2" and one.moves == "copper")
        self.assertTrue(-100 < flip.percent < 0)
        with self.assertRaises(NoSolution):
            site_flips(DEMOS["uk-2022"]())  # a run there cannot keep its own limit, and the site says so

    def test_beyond_the_load_and_the_limit_that_were_found_another_wire_is_planned(self):
        job = DEMOS["us-2023"]()
        now = solve(job, ()).runs["F2"].headline
        limits = [one for one in run_flips(worked(job)) if one.run == "F2" and one.moves == "drop limit"]
        self.assertEqual(len(limits), 2)
        for flip in limits:
            wanted = 3 * (1 + flip.percent / 100)
            for more, same in ((0.99, flip.percent > 0), (1.01, flip.percent < 0)):
                moved = job.model_copy(update={"drop_limits": DropLimits(run_percent=wanted * more, way_percent=20)})
                self.assertEqual(solve(moved, ()).runs["F2"].headline.split(",")[0] == now.split(",")[0], same, (flip.words, more))
        loads = [one.percent for one in run_flips(worked(job)) if one.run == "F2" and one.moves == "load"]
        self.assertTrue(min(loads) < 0 < max(loads))

    def test_a_pinned_wire_and_an_existing_run_do_not_flip(self):
        job = DEMOS["uk-2022"]()
        self.assertEqual({one.run for one in run_flips(worked(job))}, {"F1"})
        run = job.runs["F1"].model_copy(update={"conductor_size": "10"})
        self.assertEqual(run_flips(worked(job.model_copy(update={"runs": job.runs | {"F1": run}}))), ())


class OtherWays(unittest.TestCase):
    def test_each_way_costs_what_it_says_once_it_is_taken(self):
        for name, demo in DEMOS.items():
            job = demo()
            books = simulated(job)
            found = alternatives(job, books)
            self.assertEqual((found[0].words, found[0].cure), ("as planned", None))
            self.assertGreater(len(found), 1, name)
            taken = {words: other for words, _, other in other_jobs(job)}
            for way in found[1:]:
                prices = priced(taken_off(worked(taken[way.words])), books)
                self.assertAlmostEqual(prices.splits[0].cost, way.materials)
                self.assertEqual(len(prices.unpriced), way.missing)

    def test_pipe_the_whole_way_is_offered_where_a_cable_goes_on_from_it(self):
        job = a_feeder(40, 20)
        way = (a_segment(length_m=30, method="pvc40", place="buried"), a_segment(length_m=9, method="cable", place="indoors"))
        job = checked(job, runs={"F1": job.runs["F1"].model_copy(update={"segments": way})})
        words, _, other = next(one for one in other_jobs(job) if one[0].startswith("in pipe the whole way"))
        self.assertEqual({line.item for line in taken_off(worked(other)).lines} & {"cable", "wire_connector"}, set(), words)
        straight = checked(job, runs={"F1": job.runs["F1"].model_copy(update={"segments": way[:1]})})
        self.assertFalse(any("whole way" in words for words, _, _ in other_jobs(straight)))

    def test_what_parts_and_buildings_cost_adds_up_to_the_lines(self):
        for demo in DEMOS.values():
            job = demo()
            found = taken_off(worked(job))
            prices = priced(found, simulated(job))
            shared = totals(job, found, prices)
            lines = sum(one.cost or 0 for one in prices.lines)
            self.assertAlmostEqual(sum(shared.parts.values()), lines)
            self.assertAlmostEqual(sum(shared.buildings.values()), lines)
            self.assertAlmostEqual(sum(shared.shops.values()), lines)
            self.assertTrue(set(shared.buildings) <= {one.name for one in job.buildings.values()} | {"for the whole job"})

    def test_a_line_is_bought_in_two_shops_where_that_is_cheaper(self):
        whole = taken_off(worked(DEMOS["us-2023"]()))
        staples = replace(whole.lines[0], key="staple|", item="staple", unit="each", bought=105.0, pieces_m=())
        found = replace(whole, lines=(staples,))
        packs = PriceBook("Packs", 0, (line("", 8.0, unit="pack", item="staple", size=100.0),))
        single = PriceBook("Single", 0, (line("", 0.5, unit="each", item="staple"),))
        prices = priced(found, [packs, single])
        (bought,) = prices.lines
        self.assertEqual((bought.cost, bought.shares), (10.5, (("Packs", 8.0), ("Single", 2.5))))
        self.assertEqual(bought.words, "1 pack of 100 at 8.00 at Packs; 5 each at 0.50 at Single")
        self.assertEqual(prices.splits[0].shops, ("Packs", "Single"))
        far = PriceBook("Single", 6, single.lines)
        self.assertEqual(priced(found, [packs, far]).lines[0].cost, 16.0)  # a trip for five staples does not pay

    def test_each_cut_costs_its_fee(self):
        job = DEMOS["us-2023"]()
        plain, fee = (PriceBook("Mill", 0, (BookLine("wire", ONE, "m", 1, 2, 0, "", True, cut),)) for cut in (0, 7.5))
        costs = [
            next(one for one in priced(taken_off(worked(job)), [book]).lines if one.key.startswith(f"wire|{ONE}, black"))
            for book in (plain, fee)
        ]
        self.assertAlmostEqual(costs[1].cost - costs[0].cost, 7.5)
        self.assertIn("1 cut at 7.50", costs[1].words)


class BentByHand(unittest.TestCase):
    def bent(self, bends, counted=90):
        data = DEMOS["us-2023"]().model_dump(mode="json")
        data["runs"]["F2"]["segments"]["1"] |= {"bends_deg": counted, "bent_by_hand": bends}
        return Job.model_validate(data)

    def test_what_is_bent_needs_no_elbow_and_more_pipe(self):
        one = {"shape": "offset", "over_m": 0.2, "away_m": 1.0, "angle_deg": 45}
        found = {}
        for bends in ([], [one]):
            lines = {line.words: line for line in taken_off(worked(self.bent(bends))).lines}
            found[len(bends)] = lines["90 degree elbow, 1½ in PVC"].needed, lines["pipe, 1½ in PVC"].needed
        self.assertEqual(found[0][0] - found[1][0], 1)
        self.assertAlmostEqual(found[1][1] - found[0][1], 0.2 * 0.41421, places=3)

    def test_more_bent_than_counted_is_found_and_cured(self):
        one = {"shape": "offset", "over_m": 0.2, "away_m": 1.0, "angle_deg": 45}
        for counted, wrong in ((90, False), (89, True)):
            plan = solve(self.bent([one], counted), {"F2"})
            found = [each for each in plan.findings if each.code == "bent-not-counted"]
            self.assertEqual(bool(found), wrong)
            self.assertEqual(len(plan.runs["F2"].pull.bent[0].marks), 2)
            for each in found:
                self.assertEqual(each.cures[0].edits[0].value, 90)
        with self.assertRaisesRegex(InvalidJob, "before the end of the pipe"):
            solve(self.bent([one | {"away_m": 0.1}]), ())


if __name__ == "__main__":
    unittest.main()
