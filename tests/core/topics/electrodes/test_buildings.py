"""Electrodes of a building as planned: how many count, whatever stands, goes or comes, in every family."""

import unittest

from northspan.core.desk.rulebook_change import moved
from northspan.core.document.job import Building, Electrode, Job, Status
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.solve import solve
from northspan.core.topics.electrodes.supply import assumed_supply
from tests.support import a_feeder, checked, found

SPACING_M = 3.1


def rods(*status, kind="rod", **more):
    """A job whose detached building has these electrodes, all far enough apart and long enough for every family."""
    made = {
        f"E{i}": Electrode(name=f"Rod {i}", building="B2", kind=kind, length_m=3.05, x_m=SPACING_M * i, status=one, **more)
        for i, one in enumerate(status, 1)
    }
    return checked(a_feeder(), electrodes=made)


class Rods(unittest.TestCase):
    def test_both_sides_of_enough(self):
        for there, missing in (((), True), ((Status.new,), True), ((Status.new, Status.existing), False), ((Status.new,) * 3, False)):
            with self.subTest(there):
                plan = solve(rods(*there))
                self.assertEqual((plan.buildings["B2"].rods_wanted, plan.buildings["B2"].rods_present), (2, len(there)))
                self.assertEqual(bool(found(plan, f"Building: {len(there)} of 2 rods")), missing)

    def test_a_rod_that_goes_does_not_count(self):
        plan = solve(rods(Status.existing, Status.remove))
        self.assertEqual(plan.buildings["B2"].rods_present, 1)
        self.assertTrue(found(plan, "1 of 2 rods"))

    def test_one_that_is_proved_is_enough_at_25_ohm_and_not_above(self):
        for ohm, wanted in ((25.0, 1), (25.1, 2)):
            with self.subTest(ohm):
                job = rods(Status.existing, measured_ohm=ohm)
                plan = solve(checked(job, calls={"rods": {"school": "one_proved"}}))
                self.assertEqual(plan.buildings["B2"].rods_wanted, wanted)

    def test_a_missing_rod_is_put_in_by_its_cure_and_the_finding_is_gone(self):
        plan = solve(rods(Status.new))
        self.assertTrue(found(plan, "1 of 2 rods")[0].cures)

    def test_each_family_says_how_many_it_wants_of_rods_that_stand(self):
        wanted = {"us-2023": 2, "ca-2021": 0, "uk-2022": 0}  # a ground comes along: two of the three want none at the far end
        for name in rulebook_names():
            with self.subTest(name):
                plan = solve(moved(rods(Status.new, Status.new), name)).buildings["B2"]
                self.assertEqual((plan.rods_wanted, plan.rods_present, plan.electrode_required), (wanted[name], 2, wanted[name] > 0))

    def test_a_building_that_goes_has_no_plan_and_no_finding(self):
        job = rods()
        gone = checked(job, buildings=job.buildings | {"B2": job.buildings["B2"].model_copy(update={"status": Status.remove})})
        plan = solve(gone)
        self.assertNotIn("B2", plan.buildings)
        self.assertFalse(found(plan, "of 2 rods"))


class NothingNoted(unittest.TestCase):
    def test_a_supply_that_nobody_noted_is_as_large_as_services_of_its_trade(self):
        for book, rating in (("us-2023", 200), ("ca-2021", 200), ("uk-2022", 100)):
            job = Job(name="Any", rulebook=book, buildings={"B1": Building(name="House")})
            self.assertIn(f"taken for {rating} A", assumed_supply(job, "B1", rulebook_named(book)).assumed.text, book)


if __name__ == "__main__":
    unittest.main()
