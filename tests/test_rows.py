"""Rows on the screen: in their order, and where something new is put."""

import unittest

from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.document.changes import changes
from northspan.core.document.patching import patched_job
from northspan.core.solve import worked
from tests.typescript import shipped

ROW = {"b": {"order": 2, "length_m": 1}, "a": {"order": 2, "length_m": 2}, "c": {"order": -1, "length_m": 3}}


class Rows(unittest.TestCase):
    def test_a_row_is_read_in_its_order_each_with_its_key(self):
        found = shipped("drawing/rows.ts", [["inOrder", [ROW]], ["inOrder", [None]], ["inOrder", [{}]]])
        self.assertEqual([one["key"] for one in found[0]], ["c", "a", "b"])
        self.assertEqual(found[0][0], {"key": "c", "order": -1, "length_m": 3})
        self.assertEqual(found[1:], [[], []])

    def test_a_place_lies_between_its_neighbours(self):
        row = [{"order": 1}, {"order": 2}, {"order": 4}]
        places = shipped("drawing/rows.ts", [["placeAt", [row, at]] for at in range(5)] + [["placeAt", [[], 0]]])
        self.assertEqual(places, [0, 1.5, 3, 5, 5, 1])

    def test_a_key_is_one_that_the_core_takes_and_nobody_else_makes_up(self):
        keys = shipped("drawing/rows.ts", [["freshKey", [[{"order": 1}]]] for _ in range(50)])
        self.assertEqual(len(set(keys)), 50)
        for key in keys:
            self.assertRegex(key, r"^2-[a-z0-9]{6}$")

    def test_what_is_written_has_no_key(self):
        (bare,) = shipped("drawing/rows.ts", [["unkeyed", [{"key": "a", "order": 1, "x": 2}]]])
        self.assertEqual(bare, {"order": 1, "x": 2})


class Changed(unittest.TestCase):
    def test_an_edit_and_the_changes_of_a_plan_put_in_on_the_screen_give_what_the_core_gives(self):
        job = kestrel_hollow()
        at = "/runs/F2/segments/2"
        patch = [{"op": "add", "path": f"{at}/legs", "value": {}}, {"op": "replace", "path": f"{at}/length_m", "value": 30}]
        after = patched_job(job, patch)
        was, now = (worked(one, ()).plan for one in (job, after))
        told = changes(was, now).model_dump(mode="json")
        edited, planned = shipped(
            "state/changes.ts",
            [["applied", [job.model_dump(mode="json"), patch]], ["withChanges", [was.model_dump(mode="json"), told]]],
        )
        self.assertEqual(edited, after.model_dump(mode="json"))
        self.assertEqual(planned, now.model_dump(mode="json"))
        self.assertTrue(told["parts"] and told["rows"])
