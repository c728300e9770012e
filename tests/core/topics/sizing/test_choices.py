"""Cost, room to grow and raised voltage: each figure against a sum done by hand, and what the edits give when they are taken."""

import unittest

from northspan.core.document.job import Metal, Prices
from northspan.core.document.patching import patched
from northspan.core.solve import solve
from tests.support import US, a_feeder, checked, margin, run_of

FREE = Prices(
    copper_per_kg=0, aluminum_per_kg=0, wire_making_per_m=0, pipe_per_m_cm2=0, transformer_per_kva=0, transformer_each=0, energy_per_kwh=0
)


def priced(job, **prices):
    return checked(job, prices=FREE.model_copy(update=prices))


def taken(job, cure):
    edits = [{"op": edit.op, "path": edit.path, "value": edit.value} for edit in cure.edits]
    return type(job).model_validate(patched(job.model_dump(mode="json"), edits))


class Cost(unittest.TestCase):
    def test_making_is_counted_by_every_metre_of_every_wire(self):
        # two ungrounded, neutral and ground: 4 wires of 30 m at 2 a metre
        self.assertAlmostEqual(run_of(priced(a_feeder(40, 30), wire_making_per_m=2)).cost, 4 * 30 * 2)

    def test_metal_is_counted_by_its_weight(self):
        job = priced(a_feeder(40, 30, metal="copper", conductor_size="6"), copper_per_kg=1)
        plan = run_of(job)
        # No. 6 has 26240 circular mils, 13.3 mm²; copper weighs 8890 kg/m³
        areas_m2 = [US.wires.area_m2("6")] * 3 + [US.wires.area_m2(plan.equipment_ground_size)]
        self.assertAlmostEqual(plan.cost, 30 * 8890 * sum(areas_m2), places=6)

    def test_pipe_is_counted_by_its_bore(self):
        plan = run_of(priced(a_feeder(40, 30), pipe_per_m_cm2=1))
        pipe = next(p for p in US.pipes.trade_sizes("pvc40", 4) if US.words.pipe_name("pvc40", p.size) == plan.segments[0].pipe_name)
        self.assertAlmostEqual(plan.cost, 30 * pipe.bore_area * 6.4516)

    def test_parallel_sets_cost_each(self):
        one, two = (
            run_of(priced(a_feeder(180, 30, conductor_size="4/0", metal="copper", sets=n), wire_making_per_m=1)).cost for n in (1, 2)
        )
        self.assertAlmostEqual(two, 2 * one)


class Growth(unittest.TestCase):
    def offers(self, job):
        return {row.words: row for row in run_of(job).growth}

    def test_room_is_up_to_the_first_limit_and_not_beyond(self):
        job = a_feeder(42, 20)
        room = self.offers(job)["as it is"]
        self.assertGreater(room.room_a, 0)
        just, over = (run_of(a_feeder(42 + room.room_a + more, 20, device_a=run_of(job).device_a, metal=run_of(job).metal, conductor_size=run_of(job).size))
                      for more in (-0.01, 0.6))  # fmt: skip
        self.assertTrue(all(m.holds for m in just.margins))
        self.assertFalse(all(m.holds for m in over.margins))

    def test_a_size_up_is_limited_by_the_device_and_costs_more(self):
        rows = self.offers(a_feeder(40, 20))
        self.assertEqual((rows["conductor a size up"].limited_by, rows["as it is"].current), ("the device", True))
        self.assertEqual(rows["as it is"].cost_more, 0)
        self.assertGreater(rows["conductor a size up"].cost_more, 0)
        self.assertGreater(rows["both a size up"].cost_more, rows["pipe a size up"].cost_more)

    def test_a_pipe_up_takes_more_wires_and_the_edit_gives_that_pipe(self):
        job = a_feeder(40, 20)
        rows = self.offers(job)
        self.assertGreater(rows["pipe a size up"].spare_wires, rows["as it is"].spare_wires)
        after = run_of(taken(job, rows["pipe a size up"].cure))
        self.assertLess(margin(after, "fill").share, margin(run_of(job), "fill").share)
        self.assertEqual(self.offers(taken(job, rows["conductor a size up"].cure))["as it is"].limited_by, "the device")

    def test_the_largest_conductor_has_none_above_it(self):
        plan = run_of(a_feeder(500, 3, metal="copper", conductor_size="2000", pipe_size="6"))
        self.assertNotIn("conductor a size up", {row.words for row in plan.growth})


class Raised(unittest.TestCase):
    def ways(self, job):
        return {way.volts: way for way in reversed(run_of(job).voltages)}

    def test_a_short_run_is_not_raised_and_a_long_one_may_be(self):
        self.assertLessEqual(len(self.ways(a_feeder(40, 20))), 1)
        self.assertIn(480.0, self.ways(a_feeder(60, 400)))

    def test_transformers_are_held_against_every_other_way(self):
        for book in ("us-2023", "ca-2021"):
            job = checked(a_feeder(60, 400, metal="copper"), rulebook=book)
            rows = run_of(job).voltages
            cheapest = next(row for row in rows if row.cheapest)
            self.assertIn("straight in the ground", cheapest.words, book)
            self.assertLess(cheapest.total_cost, min(row.total_cost for row in rows if row.needs), book)
            after = run_of(taken(job, cheapest.cure))
            self.assertAlmostEqual(after.cost, cheapest.first_cost, msg=book)
            self.assertTrue(next(row for row in after.voltages if row.current).cheapest, book)
        self.assertFalse(
            [
                row
                for row in run_of(a_feeder(60, 400, status="existing", conductor_size="1/0")).voltages
                if not row.current and not row.needs
            ]
        )

    def test_losses_of_the_wire_as_it_is_by_hand(self):
        job = checked(a_feeder(60, 400), prices=Prices(loaded_hours_per_year=1000))
        now, plan = self.ways(job)[240.0], run_of(job)
        each_ohm = US.drops.impedance(plan.size, Metal(plan.metal), "pvc40").value.resistance_ohm * 400 / 304.8
        self.assertAlmostEqual(now.losses_kwh_per_year, 2 * 60**2 * each_ohm, delta=0.01 * now.losses_kwh_per_year)
        self.assertTrue(now.current)

    def test_twice_the_voltage_wants_a_thinner_wire_and_two_transformers(self):
        ways = self.ways(a_feeder(60, 400))
        self.assertRegex(ways[480.0].words, r"and two \d+ kVA transformers")
        self.assertTrue(ways[480.0].needs)
        self.assertGreater(ways[480.0].losses_kwh_per_year, 2 * 8760 * 0.006 * 15)  # two idle transformers of 15 kVA or more, all year
        holding = [way for way in run_of(a_feeder(60, 400)).voltages if way.holds]
        self.assertEqual([way.cheapest for way in holding].count(True), 1)
        self.assertEqual(min(holding, key=lambda way: way.total_cost).cheapest, True)

    def test_the_edit_puts_both_transformers_in_with_a_new_neutral_at_the_end(self):
        job = a_feeder(60, 400)
        after = taken(job, self.ways(job)[480.0].cure)
        plan = solve(after)
        self.assertEqual({source.line_v for source in after.sources.values()}, {480.0, 240.0})
        self.assertEqual(len(after.runs), 3)
        self.assertTrue(all(run.sized for run in plan.runs.values()))
        self.assertEqual(plan.enclosures["P2"].bond, "bonded")  # behind the step-down transformer begins a new neutral
