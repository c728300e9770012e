"""What a supply house has: preferred where it costs no other wire, never at the price of a rule."""

import unittest
from dataclasses import asdict

from northspan.core.desk.starts import Answers
from northspan.core.desk.starts.under import start_job_under
from northspan.core.document.job import Across, CallChoice, Job, Load, Metal, Status, Stock
from northspan.core.document.patching import patched
from northspan.core.document.upgrade import read_job
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.solve import solve
from tests.support import FT_M, a_feeder, checked, found, run_of, with_loads


def stocked(load_a=70, length_m=30, **changes):
    return checked(a_feeder(load_a, length_m, **changes), calls={})


def answer(job):
    run = run_of(job)
    return run.device_a, run.size, run.metal


class Devices(unittest.TestCase):
    def test_the_next_one_on_the_shelf_where_the_wire_is_good_for_it(self):
        # 185 ft: 1/0 AWG aluminum for the drop, good for 100 A; a 90 A breaker is seldom in stock
        self.assertEqual(answer(stocked(80.5, 185 * FT_M)), (100, "1/0", "aluminum"))
        # 6 AWG copper ends at 65 A, so 70 A is as far as it goes; 80 A would ask for another wire
        self.assertEqual(answer(stocked(61, 10, metal=Metal.copper))[:2], (70, "6"))

    def test_what_stands_or_is_pinned_or_is_a_motors_is_left(self):
        self.assertEqual(run_of(stocked(80.5, 185 * FT_M, device_a=90)).device_a, 90)
        behind = stocked(80.5, 185 * FT_M)
        for bus_a, device_a in ((100, 100), (95, 90)):
            panel = behind.enclosures["P2"].model_copy(update={"bus_a": bus_a})
            self.assertEqual(run_of(checked(behind, enclosures=behind.enclosures | {"P2": panel})).device_a, device_a)

    def test_a_shop_names_its_own(self):
        job = checked(stocked(80.5, 185 * FT_M), stock=Stock(devices_a=(90, 125), aluminum=("2/0",)))
        self.assertEqual(answer(job), (90, "2/0", "aluminum"))
        lines = [line for group in run_of(job).working for line in group.lines if line.words == "size on the shelf"]
        self.assertEqual((lines[0].result, lines[0].formula), ("2/0 AWG", "1/0 AWG would do and is seldom in stock"))
        self.assertEqual(run_of(job).least_size, "2")  # the least lawful stays beside it


class Sizes(unittest.TestCase):
    def test_a_size_that_nobody_stocks_is_passed_over_and_raises_the_ground(self):
        strict = {"rounding": CallChoice(school="never_above")}
        for calls, size, ground in ((strict | {"shelf": CallChoice(school="least")}, "3", "6"), (strict, "2", "4")):
            run = run_of(checked(stocked(62, 10, device_a=70), calls=calls))
            self.assertEqual((run.size, run.equipment_ground_size, run.least_size), (size, ground, "3" if size == "3" else run.least_size))

    def test_the_trades_metal(self):
        for load_a, length_m, metal in (
            (59, 30, "copper"),
            (45, 30, "copper"),
            (61, 30, "aluminum"),
            (150, 3, "copper"),
            (150, 3.01, "aluminum"),
            (40, 150, "aluminum"),
        ):
            with self.subTest(load_a, length_m=length_m):
                run = run_of(stocked(load_a, length_m))
                self.assertEqual(run.metal, "aluminum" if run.device_a >= 60 and length_m > 3 else metal)
        self.assertEqual(run_of(stocked(40, 150)).metal, "aluminum")  # so long a way would ask for much copper

    def test_a_short_run_in_cable_that_copper_is_not_made_for_takes_aluminum(self):
        for load_a, metal in ((90, "copper"), (180, "aluminum")):  # copper NM-B ends at 2 AWG
            run = run_of(stocked(load_a, 2, segment={"method": "cable", "place": "indoors"}))
            self.assertEqual((run.sized, run.metal), (True, metal))

    def test_one_pipe_size_for_a_run(self):
        two = stocked(70, 20)
        inside = two.runs["F1"].segments[0].model_copy(update={"method": "emt", "place": "indoors"})
        both = checked(two, runs={"F1": two.runs["F1"].model_copy(update={"segments": (*two.runs["F1"].segments, inside)})})
        self.assertEqual(len({segment.pipe_size for segment in run_of(both).segments}), 1)


class Wedging(unittest.TestCase):
    def test_a_pipe_in_which_three_wires_wedge_is_skipped_and_a_pinned_one_is_spoken_of(self):
        skipped = 0
        for rating in (100, 125, 150, 200, 400):
            answers = Answers(
                floor_m2=150, range_va=9000, service_length_m=15, drop_owner="customer", new_service_a=rating, service_method="pvc40"
            )
            job = start_job_under("new_service", answers, "us-2023")
            plan = solve(job, None)
            with self.subTest(rating):
                self.assertFalse(found(plan, "may wedge"))
            key, run = next((key, run) for key, run in plan.runs.items() if run.kind == "service")
            lines = [
                line for group in run.working for line in group.lines if "three wires may wedge" in line.formula and line.symbol == "p"
            ]
            if lines:
                skipped += 1
                smaller = next(
                    line.result for group in run.working for line in group.lines if line.words == "smallest pipe that is allowed"
                )
                pinned = checked(job, runs=job.runs | {key: job.runs[key].model_copy(update={"pipe_size": smaller})})
                self.assertTrue(found(solve(pinned), "may wedge"))
        self.assertGreaterEqual(skipped, 1)


class Sets(unittest.TestCase):
    def loads(self, neutral_va):
        steady = {"enclosure": "P2", "status": "new"}
        return {
            "L1": Load(name="Heat", power_va=30_000, across=Across.line_line, **steady),
            "L2": Load(name="Sockets", power_va=neutral_va, across=Across.l1_neutral, **steady),
            "L3": Load(name="Lights", power_va=neutral_va, across=Across.l2_neutral, **steady),
        }

    def of(self, neutral_va, **changes):
        return run_of(checked(with_loads(stocked(80, 30, **changes), **self.loads(neutral_va)), calls={}))

    def test_wires_laid_up_together_where_the_neutral_carries_little(self):
        run = self.of(4_000)  # 158 A on a leg, 33 A in the neutral: a 175 or 200 A device, 4/0 aluminum
        self.assertEqual((run.size, run.grounded_size, run.equipment_ground_size), ("4/0", "2/0", "4"))
        self.assertIn("neutral 2/0 AWG", run.subline)
        words = [line.result for group in run.working for line in group.lines if line.words == "set on the shelf"]
        self.assertEqual(words, ["quadruplex 4/0-4/0-2/0-4"])

    def test_never_below_what_the_neutral_carries_nor_where_a_person_chose(self):
        # 15 kVA on each leg: 125 A in the neutral when the other leg is off; 2/0 has 135 A, and 150 A it has not
        self.assertEqual(self.of(15_000, conductor_size="250", metal=Metal.aluminum).grounded_size, "250")
        self.assertEqual(self.of(4_000, grounded_size="4/0").grounded_size, "4/0")
        least = checked(with_loads(stocked(80, 30), **self.loads(4_000)), calls={"shelf": CallChoice(school="least")})
        self.assertEqual(run_of(least).grounded_size, run_of(least).size)

    def test_the_drop_is_that_of_the_smaller_neutral(self):
        whole, small = self.of(4_000, grounded_size="4/0"), self.of(4_000)
        one_sided = {"L2": self.loads(4_000)["L2"], "L1": self.loads(4_000)["L1"]}
        uneven = [run_of(checked(with_loads(stocked(80, 30, **c), **one_sided), calls={})) for c in ({}, {"grounded_size": "4/0"})]
        self.assertAlmostEqual(whole.drop_percent, small.drop_percent)  # balanced legs: nothing comes back by it
        if uneven[0].grounded_size != uneven[1].grounded_size:
            self.assertGreater(uneven[0].drop_percent, uneven[1].drop_percent)


class Lugs(unittest.TestCase):
    def of(self, **changes):
        return next(iter(found(solve(stocked(40, 200, **changes)), "larger than its terminals")), None)

    def test_a_wire_raised_for_the_drop_is_joined_down_in_one_press(self):
        job = stocked(40, 150)
        finding = next(iter(found(solve(job), "larger than its terminals")))
        self.assertEqual((finding.severity, finding.cures[0].words), ("check", "Join it down to 2 AWG"))
        cured = Job.model_validate(patched(job.model_dump(mode="json"), [asdict(edit) for edit in finding.cures[0].edits]))
        self.assertEqual(found(solve(cured), "terminals"), [])
        self.assertIn("joined down to 2 AWG", run_of(cured).subline)
        self.assertEqual(run_of(cured).size, run_of(job).size)

    def test_both_sides_of_what_a_label_says(self):
        size = run_of(stocked(40, 200)).size
        self.assertIsNone(self.of(lug_most=size))
        ladder = rulebook_named("us-2023").wires.sizes(Metal.aluminum)
        below = self.of(lug_most=ladder[ladder.index(size) - 1])
        self.assertEqual((below.severity, below.citation), ("fix", "110.14"))

    def test_a_tail_carries_what_the_run_carries(self):
        least = run_of(stocked(40, 200)).least_size
        ladder = rulebook_named("us-2023").wires.sizes(Metal.aluminum)
        self.assertEqual(found(solve(stocked(40, 200, tail_size=least)), "a tail of"), [])
        thin = found(solve(stocked(40, 200, tail_size=ladder[ladder.index(least) - 1])), "a tail of")
        self.assertEqual([finding.severity for finding in thin], ["stop"])

    def test_nothing_is_said_of_what_is_there_already_or_of_the_least_size(self):
        self.assertIsNone(self.of(status=Status.existing, conductor_size="4/0", metal=Metal.aluminum, device_a=40))
        self.assertEqual(found(solve(stocked(59, 10)), "larger than its terminals"), [])


class Services(unittest.TestCase):
    def test_a_new_service_has_a_rating_of_the_trade_with_its_load_beside_it(self):
        for book in rulebook_names():
            rules = rulebook_named(book)
            for floor_m2, heating_va in ((100, None), (300, 30000)):
                with self.subTest(book, floor_m2=floor_m2):
                    answers = Answers(floor_m2=floor_m2, range_va=10000, heating_va=heating_va, service_length_m=15)
                    plan = solve(start_job_under("new_service", answers, book), None)
                    service = next(run for run in plan.runs.values() if run.kind == "service")
                    ratings = rules.supplies.service_ratings()
                    fits = [rating for rating in ratings if rating >= service.load_a]
                    self.assertEqual(service.device_a, fits[0] if fits else service.device_a)
                    self.assertTrue(service.headline.endswith("sizes it"))
                    self.assertEqual((service.margins, service.calls, service.neighbours), ((), (), ()))

    def test_one_that_the_customer_owns_is_sized(self):
        answers = Answers(floor_m2=150, range_va=10000, service_length_m=15, drop_owner="customer", new_service_a=150)
        service = next(run for run in solve(start_job_under("new_service", answers, "us-2023")).runs.values() if run.kind == "service")
        # 150 A × 0.83 = 124.5 A: 2/0 aluminum has 135 A at 75 °C, 1/0 has 120 A
        self.assertEqual((service.device_a, service.size, service.metal), (150, "2/0", "aluminum"))

    def test_an_older_job_keeps_the_answers_it_had(self):
        document = a_feeder(80.5, 185 * FT_M).model_dump(mode="json") | {"version": 4, "calls": {}}
        self.assertEqual(run_of(read_job(document)).device_a, 90)


if __name__ == "__main__":
    unittest.main()
