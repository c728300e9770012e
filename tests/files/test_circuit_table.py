"""Circuits of a panel as CSV: what goes out comes in, and a wrong column or cell changes nothing."""

import unittest

from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.document.job import Job
from northspan.core.document.patching import patched
from northspan.core.solve import solve
from northspan.core.working.errors import InvalidJob
from northspan.files.circuit_table import circuit_edits, write_circuits


def after(job, text):
    return Job.model_validate(patched(job.model_dump(mode="json"), circuit_edits(job, "P1", text)))


class Tables(unittest.TestCase):
    def test_what_goes_out_comes_in_unchanged(self):
        job = kestrel_hollow()
        text = write_circuits(job, solve(job).panels["P1"])
        self.assertEqual(len(text.splitlines()), 21)
        self.assertIn('"Kitchen: counter, window side"', text)
        back = after(job, text)
        self.assertEqual({key: one.slots for key, one in back.circuits.items()}, {key: one.slots for key, one in job.circuits.items()})
        self.assertEqual(back.circuits["W9"].partner, "W10")  # what the table does not hold stays

    def test_a_row_for_a_free_slot_is_a_new_circuit(self):
        back = after(kestrel_hollow(), "slots,name,rating_a,size,serves,use\n27,Garage: bench,20,12,garage,outlets\n")
        made = [one for one in back.circuits.values() if one.slots == (27,)]
        self.assertEqual([(one.name, one.rating_a, one.serves) for one in made], [("Garage: bench", 20, "garage")])

    def test_what_is_wrong_is_named(self):
        job = kestrel_hollow()
        for text, field, words in (
            ("slots,colour\n1,red\n", "/csv", "a column colour"),
            ("name\nGarage\n", "/csv", "no column slots"),
            ("slots,rating_a\n27,many\n", "/csv/1/rating_a", "must be a number"),
            ("slots\n99\n", "/csv/1/slots", "up to 84"),
        ):
            with self.subTest(text), self.assertRaises(InvalidJob) as refused:
                circuit_edits(job, "P1", text)
            self.assertTrue(refused.exception.where.startswith(field), refused.exception.where)
            self.assertIn(words, str(refused.exception))
        with self.assertRaisesRegex(InvalidJob, "taken already"):
            solve(after(job, "slots,name\n3,Range again\n"))


if __name__ == "__main__":
    unittest.main()
