"""A tracing log in a job: ways to begin, rounds, readings, a wrong one, and what is written down of them."""

import unittest
from dataclasses import asdict

from northspan.core.document.job import Job
from northspan.core.document.patching import patched
from northspan.core.solve import solve
from northspan.core.working.errors import InvalidJob
from tests.core.topics.circuits.test_panels import panel


def edited(job, cure):
    return Job.model_validate(patched(job.model_dump(mode="json"), [asdict(edit) for edit in cure.edits]))


def traced(job):
    return solve(job).panels["P1"].trace


def seen(job, *outlets):
    document = job.model_dump(mode="json")
    document["enclosures"]["P1"]["layout"]["trace"]["outlets"] = list(outlets)
    return Job.model_validate(document)


class Rounds(unittest.TestCase):
    def begun(self, way=0, **more):
        circuits = {f"W{i}": {"slots": (i,), "name": "?", "use": "outlets"} for i in range(1, 8)}
        circuits["W7"]["stays_on"] = True
        circuits["W1"] |= {"partner": "W3", "tied": True}
        job = panel(circuits | more)
        return edited(job, traced(job).begin[way])

    def test_three_ways_to_begin(self):
        job = panel({f"W{i}": {"slots": (i,)} for i in range(1, 9)})
        self.assertEqual([cure.words.split(":")[0] for cure in traced(job).begin], ["7 rounds", "4 rounds", "8 rounds"])
        self.assertEqual(traced(panel({})).begin, ())

    def test_halves_of_a_shared_neutral_go_together_and_what_stays_on_is_never_off(self):
        for way in range(3):
            for one in traced(self.begun(way)).rounds:
                self.assertEqual("W1" in one.off, "W3" in one.off)
                self.assertNotIn("W7", one.off)
        self.assertIn("Off: 1 and 3. All others on.", [one.words for one in traced(self.begun(2)).rounds])

    def test_readings_name_the_circuit_and_a_wrong_one_is_found(self):
        job = self.begun()
        word = ["W5" in off.off for off in traced(job).rounds]
        wrong = [not word[0], *word[1:]]
        job = seen(job, {"name": "by the window", "serves": "kitchen", "off": word}, {"name": "by the door", "serves": "kitchen", "off": wrong},
                   {"name": "half way", "off": word[:2]}, {"name": "fridge", "off": [False] * len(word)})  # fmt: skip
        right, put_right, half, stays = traced(job).outlets
        self.assertEqual((right.circuit, right.doubtful, put_right.circuit, put_right.doubtful), ("W5", False, "W5", True))
        self.assertIn("round 1 was misread", put_right.words)
        self.assertEqual(half.open, len(word) - 2)
        self.assertIn("never off", stays.words)

    def test_what_is_known_then_is_written_down_in_one_press(self):
        job = self.begun(1)
        word = ["W2" in off.off for off in traced(job).rounds]
        job = seen(job, {"name": "counter", "serves": "kitchen", "off": word})
        after = edited(job, traced(job).take).circuits["W2"]
        self.assertEqual((after.known, after.serves, after.name), ("traced", "kitchen", "Kitchen: counter"))
        two = seen(job, {"name": "counter", "serves": "kitchen", "off": word}, {"name": "bell", "serves": "hallway", "off": word})
        self.assertEqual(edited(two, traced(two).take).circuits["W2"].serves, "several")

    def test_halves_of_a_shared_neutral_are_both_named_and_neither_is_written_down(self):
        job = self.begun(1)
        word = ["W1" in off.off for off in traced(job).rounds]
        found = traced(seen(job, {"name": "counter", "serves": "kitchen", "off": word}))
        self.assertEqual((found.outlets[0].circuit, found.outlets[0].maybe), ("", ("W1", "W3")))
        self.assertIn("slot 1, ? or slot 3, ?", found.outlets[0].words)
        self.assertFalse([edit for edit in (found.take.edits if found.take else ()) if "/W1/" in edit.path or "/W3/" in edit.path])
        self.assertFalse([words for words in found.unsure if "No outlet seen" in words and "slot 1" in words])

    def test_a_room_that_was_noted_is_not_written_over(self):
        job = self.begun(1, W2={"slots": (2,), "name": "?", "use": "outlets", "serves": "bathroom"})
        word = ["W2" in off.off for off in traced(job).rounds]
        job = seen(job, {"name": "counter", "serves": "kitchen", "off": word})
        self.assertIn("outlets are in kitchen, and bathroom is written down", " ".join(traced(job).unsure))
        self.assertEqual(edited(job, traced(job).take).circuits["W2"].serves, "bathroom")

    def test_what_is_still_unsure_is_said(self):
        job = self.begun(1)
        self.assertEqual(traced(job).unsure, ("No outlet is written down yet.",))
        word = ["W2" in off.off for off in traced(job).rounds]
        job = seen(job, {"name": "counter", "off": word})
        self.assertIn("No outlet seen for slot 1", traced(job).unsure[0])
        document = job.model_dump(mode="json")
        document["circuits"]["W9"] = {"enclosure": "P1", "slots": [9], "name": "Late"}
        self.assertIn("Not in the rounds: slot 9, Late", traced(Job.model_validate(document)).unsure[-1])

    def test_logs_that_cannot_be(self):
        job = self.begun(1)
        with self.assertRaisesRegex(InvalidJob, "9 readings, and there are 3 rounds"):
            solve(seen(job, {"name": "x", "off": [True] * 9}))
        document = job.model_dump(mode="json")
        document["enclosures"]["P1"]["layout"]["trace"]["rounds"] = [["W99"]]
        with self.assertRaisesRegex(InvalidJob, "there is no circuit W99"):
            solve(Job.model_validate(document))


if __name__ == "__main__":
    unittest.main()
