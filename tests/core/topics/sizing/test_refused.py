"""A run with no answer says what is missing, not only what was tried."""

import unittest
from dataclasses import asdict

from northspan.core.desk.starts import Answers
from northspan.core.desk.starts.under import start_job_under
from northspan.core.document.job import Job
from northspan.core.document.patching import patched
from northspan.core.solve import solve
from tests.support import checked


def british(kind, **answers):
    return start_job_under(kind, Answers(**answers), "uk-2022")


def after(job, cure):
    return Job.model_validate(patched(job.model_dump(mode="json"), [asdict(edit) for edit in cure.edits]))


class Missing(unittest.TestCase):
    def slow(self, **changes):
        job = british("detached_panel", building="Garage", load_a=32, length_m=90)
        return checked(
            job, runs={key: run.model_copy(update={"device_type": "D", "device_a": 63.0} | changes) for key, run in job.runs.items()}
        )

    def test_a_residual_current_device_in_one_press(self):
        job = self.slow()
        said = [one for one in solve(job).findings if one.severity == "stop"]
        self.assertEqual([one.code for one in said], ["run-without-residual"])
        self.assertEqual(said[0].cures[0].words, "A residual-current device of 100 mA")
        cured = solve(after(job, said[0].cures[0]))
        self.assertTrue(all(run.sized for run in cured.runs.values()))
        self.assertNotIn("stop", {one.severity for one in cured.findings})

    def test_nothing_of_the_kind_where_one_is_there_or_the_load_is_in_no_table(self):
        self.assertNotIn("run-without-residual", {one.code for one in solve(self.slow(residual_ma=30)).findings})
        far = british("detached_panel", building="Garage", load_a=900, length_m=90)
        self.assertIn("run-without-answer", {one.code for one in solve(far).findings})

    def test_where_earth_is_the_way_back_a_start_brings_the_device_and_without_it_the_building_says_so_once(self):
        job = british("new_service", floor_m2=120, range_va=10000, sockets_va=7200, lighting_va=600, service_length_m=15, earthing="tt")
        self.assertNotIn("stop", {one.severity for one in solve(job).findings})
        job = checked(job, runs={key: run.model_copy(update={"residual_ma": None}) for key, run in job.runs.items()})
        stops = [one for one in solve(job).findings if one.severity == "stop"]
        self.assertEqual([one.code for one in stops], ["earth-alone-without-residual"])
        self.assertNotIn("stop", {one.severity for one in solve(after(job, stops[0].cures[0])).findings})

    def test_a_house_above_the_largest_fuse_may_hold_its_charging(self):
        job = british("new_service", floor_m2=120, range_va=10000, water_heater_va=9000, vehicle_va=7200, lighting_va=600,
                      sockets_va=7200, service_length_m=15)  # fmt: skip
        said = next(one for one in solve(job).findings if one.code == "dwelling-above-devices")
        held = solve(after(job, said.cures[0]))
        self.assertNotIn("dwelling-above-devices", {one.code for one in held.findings})
        service = next(run for run in held.runs.values() if run.kind == "service")
        self.assertTrue(95 < service.load_a <= 100, service.load_a)


if __name__ == "__main__":
    unittest.main()
