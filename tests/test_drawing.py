"""Words in a picture: where they are put, without a browser."""

import unittest

from tests.typescript import shipped

MARK = {"left": 95, "right": 105, "top": 90, "bottom": 110}


class Labels(unittest.TestCase):
    def test_the_first_free_place_is_taken_else_the_least_covered_one(self):
        here, below, far = {"x": 100, "y": 100}, {"x": 100, "y": 130}, {"x": 300, "y": 100}
        wall = {"left": 0, "right": 900, "top": 0, "bottom": 900}
        free, lower, aside, least = shipped("drawing/labels.ts", [
            ["firstFree", [["water"], [here, below], []]],
            ["firstFree", [["water"], [here, below], [MARK]]],
            ["firstFree", [["water", "cover"], [here, far], [MARK]]],
            ["firstFree", [["water"], [here, below], [wall, MARK]]],
        ])  # fmt: skip
        self.assertEqual((free, lower, aside, least), (here, below, far, below))

    def test_boxes_that_only_touch_do_not_meet(self):
        beside = MARK | {"left": 105, "right": 120}
        over = MARK | {"left": 104, "right": 120}
        self.assertEqual(shipped("drawing/labels.ts", [["meet", [MARK, beside]], ["meet", [MARK, over]]]), [False, True])


if __name__ == "__main__":
    unittest.main()
