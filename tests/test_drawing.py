"""Words in a picture: where they are put, without a browser."""

import unittest

from tests.typescript import shipped

FRAME = {"left": 0, "right": 400, "top": 0, "bottom": 300}
HOME = {"x": 0, "y": 0}


def box(left, top, width=60, height=14):
    return {"left": left, "right": left + width, "top": top, "bottom": top + height}


def label(where, *, stays=False):
    return {"box": where, "stays": stays}


def apart(labels, marks=(), frame=FRAME):
    return shipped("drawing/apart.ts", [["apart", [list(labels), frame, list(marks)]]])[0]


class Apart(unittest.TestCase):
    def test_what_has_room_stays_where_it_is(self):
        self.assertEqual(apart([label(box(100, 100)), label(box(100, 130)), label(box(170, 100))]), [HOME] * 3)

    def test_the_second_makes_way_by_as_little_as_it_can_and_up_or_down_first(self):
        first, second = apart([label(box(100, 100)), label(box(100, 104))])
        self.assertEqual((first, second["x"]), (HOME, 0))
        self.assertTrue(10 <= abs(second["y"]) <= 16, second)

    def test_what_stays_is_never_moved_and_others_make_way_for_it_whatever_comes_first(self):
        moved, stays = apart([label(box(100, 100)), label(box(100, 104), stays=True)])
        self.assertEqual(stays, HOME)
        self.assertNotEqual(moved, HOME)

    def test_nothing_leaves_the_picture(self):
        self.assertEqual(apart([label(box(-10, -5)), label(box(380, 295))]), [{"x": 10, "y": 5}, {"x": -40, "y": -9}])

    def test_a_mark_is_kept_clear_of_where_there_is_room(self):
        (by,) = apart([label(box(100, 100))], [box(128, 0, 4, 112)])
        self.assertNotEqual(by, HOME)

    def test_where_no_place_is_free_the_least_covered_one_is_taken(self):
        frame = {"left": 0, "right": 60, "top": 0, "bottom": 24}
        (_, second) = apart([label(box(0, 0)), label(box(0, 0))], (), frame)
        self.assertEqual(second, {"x": 0, "y": 6})  # the last step that stays inside


class Lines(unittest.TestCase):
    def test_a_name_is_broken_between_words_and_says_where_it_was_cut(self):
        asked = [["Pump", 10, 2], ["Music room distribution circuit", 14, 2], ["Greenhouse", 6, 1], ["A b c", 3, 2]]
        said = shipped("format/lines.ts", [["inLines", one] for one in asked])
        self.assertEqual(said, [["Pump"], ["Music room", "distribution …"], ["Green…"], ["A b", "c"]])


if __name__ == "__main__":
    unittest.main()
