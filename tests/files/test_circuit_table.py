"""Circuits of a panel as CSV: what goes out comes in, and a wrong column or cell changes nothing."""

import unittest

from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.document.job import Job
from northspan.core.document.patching import patched
from northspan.core.solve import solve
from northspan.core.working.errors import InvalidJob
from northspan.files.circuit_table import read_circuits, write_circuits


def after(job, text):
    return Job.model_validate(patched(job.model_dump(mode="json"), list(read_circuits(job, "P1", text).edits)))


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

    def test_an_unchanged_list_changes_nothing(self):
        job = kestrel_hollow()
        found = read_circuits(job, "P1", write_circuits(job, solve(job).panels["P1"]))
        self.assertEqual((found.edits, found.refused, found.ignored, {one.what for one in found.rows}), ((), (), (), {"as it is"}))

    def test_lists_as_they_come(self):
        for text in (
            "Circuit;Description;Breaker\n27;Garage: bench;15 A\n",
            "\ufeffCkt No.\tLoad\tAmps\n27\tGarage: bench\t15\n".replace("Ckt No.", "Circuit no"),
            "# by hand\nSpace,Feeds,Rating\n27,Garage: bench,15amp\n",
        ):
            (made,) = [one for one in after(kestrel_hollow(), text).circuits.values() if one.slots == (27,)]
            self.assertEqual((made.name, made.rating_a), ("Garage: bench", 15), text)

    def test_slots_as_people_write_them(self):
        for cell, slots, half in (("28-30", (28, 30), ""), ("28/30", (28, 30), ""), ('"28, 30"', (28, 30), ""), ("1-5", (1, 3, 5), ""),
                                  ("29a", (29,), "a"), ("29 B", (29,), "b")):  # fmt: skip
            (row,) = read_circuits(kestrel_hollow(), "P1", f"slots,name\n{cell},X\n").rows
            self.assertEqual(row.slots, slots, cell)
            edit = read_circuits(kestrel_hollow(), "P1", f"slots,name\n{cell},X\n").edits[0]
            self.assertEqual(edit["value"]["half"], half)

    def test_each_wrong_row_is_named_and_the_rest_is_there(self):
        job = kestrel_hollow()
        found = read_circuits(job, "P1", "slots,rating_a,colour\n27,many,red\n28,20,red\n99,20,red\n")
        self.assertEqual([(one.number, one.what) for one in found.rows], [(2, "new")])
        self.assertEqual([number for number, _ in found.refused], [1, 3])
        self.assertIn("circuit 1, rating_a: this must be a number", found.refused[0][1])
        self.assertIn("up to 84", found.refused[1][1])
        self.assertEqual(found.ignored, ("colour",))
        with self.assertRaisesRegex(InvalidJob, "no column says where a circuit stands"):
            read_circuits(job, "P1", "name\nGarage\n")
        with self.assertRaisesRegex(InvalidJob, "taken already"):
            solve(after(job, "slots,name\n3,Range again\n"))


if __name__ == "__main__":
    unittest.main()
