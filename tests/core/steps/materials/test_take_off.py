"""The take-off: what was counted by hand, what never shrinks, what a person changed, and what it costs where."""

import unittest

from northspan.core.desk.demo_move import MOVES
from northspan.core.desk.demos import DEMOS
from northspan.core.document.job import Estimate, Job
from northspan.core.document.price_book import BookLine, PriceBook
from northspan.core.solve import solve, worked
from northspan.core.steps.estimate.estimate import estimated
from northspan.core.steps.materials.flips import flips
from northspan.core.steps.materials.lines import taken_off
from northspan.core.steps.materials.priced import priced
from northspan.core.working.errors import InvalidJob

# counted by hand on the plan: 185 ft of studio feeder with 5 ft at each end, 30 ft to the generator with 5 ft at each end
KESTREL = {
    "wire, 1 AWG aluminum XHHW-2, black": 59.39, "wire, 1 AWG aluminum XHHW-2, white": 59.39, "wire, 6 AWG aluminum XHHW-2, green": 59.39,
    "wire, 2 AWG aluminum XHHW-2, red": 12.0, "wire, 4 AWG aluminum XHHW-2, green": 12.0, "pipe, 1½ in PVC": 56.39, "pipe, 1¼ in PVC": 9.0,
    "90 degree elbow, 1½ in PVC": 4, "90 degree elbow, 1¼ in PVC": 2, "connector, 1½ in PVC": 2, "coupling, 1½ in PVC": 5, "insulating bushing, 1½ in PVC": 2, "breaker, 100 A, two poles": 1,
    "ground rod, 8 ft long": 1, "ground rod clamp listed for burial, for its rod": 1, "warning ribbon, over the trench": 53.34,
    "panel, 125 A, main 100 A": 1,
}  # fmt: skip
SUREAU = {
    "wire, No. 6 AWG copper RW90, black": 43, "wire, No. 10 AWG copper RW90, green": 43, "conduit, 27 mm PVC": 40,
    "90 degree elbow, 27 mm PVC": 3, "breaker, 50 A, two poles": 1, "warning ribbon, over the trench": 34,
}  # fmt: skip
TERN = {
    "cable, armoured 90, 6 mm² copper, 2 cores": 56, "cable, flat twin, 2.5 mm² copper, 2 cores and earth": 19,
    "cable, flat twin, 1.5 mm² copper, 2 cores and earth": 21,
    "cable gland, armoured 90, 6 mm²": 2, "consumer unit, 100 A, main 63 A": 1, "enclosure, junction box": 2, "circuit breaker, 40 A, one pole, C, 100 mA": 1,
}  # fmt: skip
MARTEN = {
    "cable, 12 AWG copper, 2 wires and ground": 3.4, "cable, 14 AWG copper, 2 wires and ground": 1.8, "breaker, 20 A, one pole": 6,
    "junction box with cover, 4-11/16 x 2-1/8 in square": 1, "wire connector, for the wires in it": 9, "filler plate, for spaces that stay open": 11,
    "cable connector, for the cables in it": 6,
}  # fmt: skip


def lines(job):
    return {line.words: line for line in taken_off(worked(job)).lines}


def changed(job, **materials):
    return Job.model_validate(job.model_dump(mode="json") | {"materials": materials})


class ByHand(unittest.TestCase):
    def check(self, job, counted):
        found = lines(job)
        for words, needed in counted.items():
            with self.subTest(words):
                self.assertIn(words, found)
                self.assertAlmostEqual(found[words].needed, needed, places=1)

    def test_the_demo_properties(self):
        for book, counted in (("us-2023", KESTREL), ("ca-2021", SUREAU), ("uk-2022", TERN)):
            self.check(DEMOS[book](), counted)

    def test_a_panel_that_moves(self):
        job = MOVES["us-2023"]()
        from tests.core.topics.circuits.test_moving import edited, move_of  # noqa: PLC0415 - the cure of that test

        self.check(edited(job, move_of(job).offer.edits), MARTEN)

    def test_a_cable_laid_anew_is_counted_by_the_call_and_only_where_it_does_not_reach(self):
        job = MOVES["us-2023"]().model_dump(mode="json")
        for key in ("W6", "W9"):  # the first is short, the other reaches
            job["circuits"][key]["new_cable_m"] = 14
        for school, needed in (("new_cable", 14), ("box", 0)):
            job["calls"] = {"short_cables": {"school": school}}
            found = [
                line
                for line in taken_off(worked(Job.model_validate(job))).lines
                if line.words == "cable, 12 AWG copper, 2 wires and ground"
            ]
            self.assertEqual(sum(line.needed for line in found), needed)

    def test_every_line_says_what_asks_for_it(self):
        for make in (*DEMOS.values(), *MOVES.values()):
            job = make()
            for line in taken_off(worked(job)).lines:
                self.assertTrue(line.asks and all(one.why and one.citation and one.name for one in line.asks), line.words)
                self.assertAlmostEqual(sum(one.quantity for one in line.asks), line.needed)
                self.assertGreaterEqual(line.bought, line.needed - 1e-9)
                for one in line.asks:
                    _, kind, key, *_ = one.where.split("/")
                    self.assertIn(key, getattr(job, kind))

    def test_what_is_there_and_what_the_utility_owns_asks_for_nothing(self):
        job = DEMOS["us-2023"]()
        there = {"runs": {k: run.model_copy(update={"status": "existing"}) for k, run in job.runs.items()}}
        kinds = {line.kind for line in taken_off(worked(Job.model_validate(job.model_copy(update=there).model_dump(mode="json")))).lines}
        self.assertFalse(kinds & {"wire", "pipe"})


class Grows(unittest.TestCase):
    def stretched(self, **fields):
        job = DEMOS["us-2023"]().model_dump(mode="json")
        job["runs"]["F2"]["segments"]["1"] |= fields
        job["runs"]["F2"]["conductor_size"] = "1"
        return taken_off(worked(Job.model_validate(job)))

    def total(self, found, item):
        return sum(line.bought for line in found.lines if line.item == item)

    def test_a_longer_run_never_needs_less_and_a_bend_never_fewer_fittings(self):
        before = None
        for length in (20, 21, 35, 60, 61.5, 90):
            now = self.stretched(length_m=length)
            if before is not None:
                for item in ("wire", "pipe", "ribbon", "pull_line", "lubricant", "cement"):
                    self.assertGreaterEqual(self.total(now, item), self.total(before, item) - 1e-9, (length, item))
            before = now
        elbows = [self.total(self.stretched(bends_deg=bends), "elbow") for bends in (0, 30, 90, 91, 180, 270)]
        self.assertEqual(elbows, sorted(elbows))
        self.assertEqual([round(n - elbows[0]) for n in elbows], [0, 1, 1, 2, 2, 3])


class Changed(unittest.TestCase):
    def test_a_line_changed_by_hand_survives_and_says_so(self):
        job = DEMOS["us-2023"]()
        key = lines(job)["ground rod, 8 ft long"].key
        line = lines(changed(job, changed={key: {"quantity": 3, "note": "two spare"}}))["ground rod, 8 ft long"]
        self.assertEqual((line.bought, line.differs), (3, "the plan says 1 (two spare)"))
        gone = lines(changed(job, changed={key: {"crossed_out": True}}))["ground rod, 8 ft long"]
        self.assertTrue(gone.crossed_out)
        self.assertIn("the plan asks for it", gone.differs)

    def test_spare_and_lines_of_ones_own(self):
        job = DEMOS["us-2023"]()
        for percent, sticks in ((0, 3), (5, 4), (1.5, 3), (2, 4)):  # 9 m of pipe is 2.95 sticks
            line = lines(changed(job, spare_percent={"pipe": percent}))["pipe, 1¼ in PVC"]
            self.assertAlmostEqual(line.bought, sticks * 3.048)
        own = lines(changed(job, own={"O1": {"words": "Drill bit", "quantity": 2}}))["Drill bit"]
        self.assertEqual((own.status, own.bought), ("own", 2))


def book(name, trip=0.0, **prices):
    made = []
    for words, (unit, size, price) in prices.items():
        item, _, what = words.partition("__")
        made.append(BookLine(item, what.replace("_", " "), unit, size, price, 0, "2026-11-01", in_stock=True))
    return PriceBook(name, trip, tuple(made))


class Priced(unittest.TestCase):
    def test_by_length_by_stick_and_by_reel(self):
        job = DEMOS["us-2023"]()
        found = taken_off(worked(job))
        pipe = lines(job)["pipe, 1¼ in PVC"]
        for unit, size, price, cost in (
            ("m", 1, 2.0, 4 * 3.048 * 2),
            ("ft", 1, 2.0, 80),
            ("stick", 3.048, 9.0, 36),
            ("stick", 6.096, 9.0, 18),
        ):
            got = priced(found, [book("A", pipe=(unit, size, price))])
            self.assertAlmostEqual(next(one.cost for one in got.lines if one.key == pipe.key), cost, msg=unit)
        # 59.39 m of each wire: one from a reel of 76 m, two from a reel of 152 m
        wires = [line for line in found.lines if line.item == "wire" and line.needed > 50]
        got = priced(found, [book("A", wire=("reel", 76.2, 50.0))])
        self.assertEqual({one.cost for one in got.lines if one.key in {line.key for line in wires}}, {50.0})

    def test_trips_decide_between_shops(self):
        job = DEMOS["us-2023"]()
        found = taken_off(worked(job))
        near, far = book("Near", 0, rod=("each", 1, 20.0)), book("Far", 30, rod=("each", 1, 5.0))
        self.assertEqual(priced(found, [near, far]).splits[0].shops, ("Near",))
        self.assertEqual(priced(found, [near, book("Far", 10, rod=("each", 1, 5.0))]).splits[0].shops, ("Far",))
        both = priced(found, [near, far])
        self.assertIn("ground rod", " ".join(line.words for line in found.lines))
        self.assertEqual(len(both.unpriced), len(found.lines) - 1)

    def test_a_wire_costs_the_same_in_every_color_and_no_books_cost_nothing(self):
        found = taken_off(worked(DEMOS["us-2023"]()))
        got = priced(found, [book("A", **{"wire__1_AWG_aluminum_XHHW-2": ("m", 1, 1.0)})])
        self.assertEqual(sum(one.cost is not None for one in got.lines), 3)
        self.assertEqual(priced(found, []).splits, ())
        with self.assertRaisesRegex(InvalidJob, "13 price books"):
            priced(found, [book(f"B{i}") for i in range(13)])


class Estimates(unittest.TestCase):
    def test_markup_is_on_materials_tax_on_all_and_rounding_goes_up(self):
        terms = Estimate(hours=22, rate_per_hour=70, permit=120, markup_percent=12, tax_percent=6)
        plain = (1840 * 1.12 + 22 * 70 + 120) * 1.06
        self.assertAlmostEqual(estimated(terms, 1840).value, plain)
        for step in (0.01, 1, 10, 500):
            rounded = estimated(terms.model_copy(update={"round_to": step}), 1840).value
            self.assertTrue(plain - 1e-6 <= rounded < plain + step)
        exact = Estimate(hours=1, rate_per_hour=100, round_to=100)
        self.assertEqual(estimated(exact, 0).value, 100)


class Flips(unittest.TestCase):
    def test_at_the_price_that_was_found_both_choices_cost_the_same(self):
        job = DEMOS["us-2023"]()
        flip = next(one for one in flips(worked(job)) if one.run == "F2")
        self.assertIn("stays the cheaper until copper falls", flip.words)
        for more, copper_cheaper in ((0.98, True), (1.02, False)):
            price = job.prices.copper_per_kg * (1 + flip.percent / 100) * more
            moved = job.model_copy(update={"prices": job.prices.model_copy(update={"copper_per_kg": price})})
            ways = solve(moved, {"F2"}).runs["F2"].neighbours
            here = next(one for one in ways if one.current)
            copper = min(one.cost for one in ways if one.holds and one.metal == "copper")
            self.assertEqual(copper < here.cost, copper_cheaper, more)

    def test_nothing_new_or_one_metal_flips_nothing(self):
        self.assertEqual(flips(worked(DEMOS["uk-2022"]())), ())
        self.assertEqual(flips(worked(Job(name="Nothing"))), ())


if __name__ == "__main__":
    unittest.main()
