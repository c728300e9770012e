"""The heat of a fault: what a wire stands, what its device lets through, and whether that is said."""

import unittest

from northspan.core.case.case import case_of
from northspan.core.desk.demos import DEMOS
from northspan.core.document.job import Metal
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.solve import solve
from northspan.core.topics.faults.heat import heats, withstand
from northspan.core.topics.faults.interrupting import faults
from northspan.core.topics.sizing.from_job import run_question
from northspan.core.topics.sizing.run_plan import plan_run
from tests.core.topics.bonds.properties import a_studio
from tests.support import found


def with_ground(size, device_a=60, length_m=8.0):
    job = a_studio()
    segments = tuple(one.model_copy(update={"length_m": length_m}) for one in job.runs["F"].segments)
    run = job.runs["F"].model_copy(update={"equipment_ground_size": size, "device_a": device_a, "segments": segments})
    strong = job.sources["T"].model_copy(update={"rating_kva": 75})
    return job.model_copy(update={"runs": job.runs | {"F": run}, "sources": {"T": strong}})


class Withstand(unittest.TestCase):
    def test_against_the_printed_factors(self):
        # factors of the published tables for 70/160 and 90/250 and of aluminium, from another source than the constants
        for metal, begins, ends, k in ((Metal.copper, 70, 160, 115), (Metal.copper, 90, 250, 143), (Metal.copper, 30, 160, 143),
                                       (Metal.copper, 30, 250, 176), (Metal.aluminum, 70, 160, 76), (Metal.aluminum, 90, 250, 94)):  # fmt: skip
            self.assertAlmostEqual(withstand(1.0, metal, begins, ends).value ** 0.5, k, delta=1.0)

    def test_against_the_cable_makers_formula_in_circular_mils(self):
        # (I / A)^2 t = 0.0297 log10((T2 + 234) / (T1 + 234)) for copper
        area_cmil = 16510
        theirs = area_cmil**2 * 0.0297 * 0.0944
        self.assertAlmostEqual(withstand(8.367, Metal.copper, 75, 150).value / theirs, 1, delta=0.03)


class Runs(unittest.TestCase):
    def test_a_ground_far_too_small_is_found_and_the_usual_one_holds(self):
        for size, fails in (("14", True), ("10", False)):
            plan = solve(with_ground(size, length_m=3.0), None)
            self.assertEqual(bool([f for f in plan.findings if "heats the ground" in f.text]), fails, size)
            group = next(g for g in plan.runs["F"].working if g.key == "heat")
            self.assertIn("ground does not hold" if fails else "ground holds", group.answer)
        self.assertEqual(found(solve(with_ground("14", length_m=3.0)), "heats the ground")[0].severity, "check")

    def test_a_fault_that_hardly_trips_is_a_note(self):
        plan = solve(with_ground("10", device_a=60, length_m=50.0))
        note = found(plan, "its device may take")
        self.assertEqual([one.severity for one in note], ["note"] * len(note))
        self.assertTrue(note)
        self.assertFalse(found(solve(with_ground("10", length_m=8.0)), "its device may take"))

    def test_in_every_family_the_neutral_is_held_too(self):

        for name, make in DEMOS.items():
            job = make()
            case, book, sized = case_of(job), rulebook_named(job.rulebook), {}
            for key in case.tree.order:
                planned = plan_run(key, run_question(case, key, sized), book)
                if planned.sized:
                    sized[key] = planned.sized
            roles = {one.role for held in heats(case, sized, faults(case, sized)).values() for one in held}
            self.assertIn("neutral", roles, name)
            self.assertEqual(
                "ground" in roles, book.loop is None, name
            )  # where the protective conductor has its own rule it is judged there


if __name__ == "__main__":
    unittest.main()
