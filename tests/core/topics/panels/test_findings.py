"""What exists, gone through: each finding on both sides of its limit, and cured by its cure."""

import unittest

from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.desk.rulebook_change import moved
from northspan.core.document.job import Electrode, Room
from northspan.core.document.patching import patched
from northspan.core.document.upgrade import read_job
from northspan.core.solve import solve
from tests.support import checked, found


def with_parts(where, key, **changes):
    job = kestrel_hollow()
    parts = getattr(job, where)
    return checked(job, **{where: parts | {key: parts[key].model_copy(update=changes)}})


class AsFound(unittest.TestCase):
    def check(self, job, words, severity):
        """It is found once, and its first cure takes it away."""
        (finding,) = found(solve(job), words)
        self.assertEqual(finding.severity, severity)
        if finding.cures:
            edits = [{"op": e.op, "path": e.path, "value": e.value} for e in finding.cures[0].edits]
            self.assertEqual(found(solve(read_job(patched(job.model_dump(mode="json"), edits))), words), [])

    def test_overfilled_terminals(self):
        self.check(with_parts("enclosures", "P1", neutral_terminals=20, neutrals_landed=21), "21 neutrals under 20 terminals", "fix")
        self.assertFalse(found(solve(with_parts("enclosures", "P1", neutral_terminals=20, neutrals_landed=20)), "neutrals under 20"))

    def test_where_a_panel_hangs_and_how_high_its_handles_are(self):
        for rulebook, most in (("us-2023", 2.0066), ("ca-2021", 1.7), ("uk-2022", 1.45)):
            for height, count in ((most, 0), (most + 0.01, 1)):
                job = with_parts("enclosures", "P1", handle_height_m=height)
                self.assertEqual(len(found(solve(moved(job, rulebook)), "its highest handle is at")), count, (rulebook, height))
        self.check(with_parts("enclosures", "P1", handle_height_m=2.1), "its highest handle is at", "fix")
        for room in Room:
            bad = {
                "us-2023": {"bathroom", "clothes_closet", "over_steps"},
                "ca-2021": {"bathroom", "clothes_closet", "over_steps"},
                "uk-2022": {"bathroom"},
            }
            for rulebook, rooms in bad.items():
                plan = solve(moved(with_parts("enclosures", "P1", room=room), rulebook))
                self.assertEqual(len([f for f in plan.findings if "it hangs in" in f.text]), int(room.value in rooms), (rulebook, room))

    def test_a_bus_below_what_stands_ahead(self):
        self.check(with_parts("enclosures", "P1", bus_a=199), "its bus of 199 A stands behind 200 A", "stop")
        self.assertFalse(found(solve(with_parts("enclosures", "P1", bus_a=200)), "its bus"))
        # a main of its own protects it
        self.assertFalse(found(solve(with_parts("enclosures", "P1", bus_a=150, main_a=150)), "its bus"))

    def test_a_water_pipe_renewed_in_plastic_is_no_electrode(self):
        job = kestrel_hollow()
        pipe = Electrode(name="Water pipe", building="spring", kind="water_pipe", status="existing")
        job = checked(job, electrodes=job.electrodes | {"W": pipe})
        self.check(job, "is the water pipe still metal", "check")
        plastic = checked(job, buildings=job.buildings | {"spring": job.buildings["spring"].model_copy(update={"water_pipe": "plastic"})})
        self.check(plastic, "its electrode is lost", "fix")
        left = checked(plastic, calls={"water_conductor": {"school": "disconnect"}})
        self.assertIn("takes the old conductor off", found(solve(left), "its electrode is lost")[0].why)

    def test_a_metal_pipe_that_nobody_joined(self):
        self.check(with_parts("buildings", "house", water_pipe="metal"), "not joined to the other electrodes", "fix")

    def test_an_equipment_ground_that_is_too_thin(self):
        self.check(with_parts("runs", "F1", equipment_ground_size="6"), "equipment ground 6 AWG is below 4 AWG", "fix")
        self.assertFalse(found(solve(with_parts("runs", "F1", equipment_ground_size="4")), "equipment ground 4 AWG is below"))

    def test_a_missing_disconnect(self):
        self.check(with_parts("enclosures", "P2", kind="panel_lugs"), "no disconnect at the building", "fix")

    def test_what_is_in_the_way_brings_its_caution(self):
        plain, gas = (solve(with_parts("runs", "F2", in_the_way=way)).runs["F2"].cautions for way in ((), ("gas_behind", "escape_window")))
        self.assertEqual(len(gas), len(plain) + 2)
        self.assertTrue(any("Gas behind the plate" in words for words in gas))

    def test_temporary_work_is_spoken_of_and_may_feed_beside_the_normal_supply(self):
        job = with_parts("runs", "F2", status="temporary")
        self.check(job, "temporary. It comes out again", "note")

    def test_a_main_in_a_panel_of_the_same_house_is_a_call(self):
        plan = solve(kestrel_hollow())
        call = next(c for c in plan.buildings["house"].calls if c.name == "panel_main")
        self.assertEqual(
            [o.outcome for o in call.options], ["none in House panel: the breaker of its feeder serves", "a main breaker in House panel"]
        )
        self.check(checked(kestrel_hollow(), calls={"panel_main": {"school": "out_of_sight"}}), "no main breaker, and the breaker", "check")
