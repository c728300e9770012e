"""Words in a picture: where they are put, without a browser."""

import unittest
from itertools import pairwise

from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.solve import solve
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

    def test_what_rather_stands_low_takes_a_mark_for_it_but_no_other_word(self):
        first, mark = label(box(100, 100)), box(100, 110, 60, 185)
        up, low = ({**label(box(100, 104)), "down": down} for down in (False, True))
        self.assertLess(apart([first, up], [mark])[1]["y"], 0)
        self.assertGreaterEqual(apart([first, low], [mark])[1]["y"], 0)
        full = label(box(0, 114, 400, 186), stays=True)
        self.assertLess(apart([first, full, low], [mark])[2]["y"], 0)

    def test_where_no_place_is_free_the_least_covered_one_is_taken(self):
        frame = {"left": 0, "right": 60, "top": 0, "bottom": 24}
        (_, second) = apart([label(box(0, 0)), label(box(0, 0))], (), frame)
        self.assertEqual(second, {"x": 0, "y": 6})  # the last step that stays inside


def scale(metres, pixels):
    return {"from_m": 0, "to_m": metres, "from_px": 60, "to_px": 60 + pixels}


class Scales(unittest.TestCase):
    def test_metres_become_pixels_and_a_way_of_no_length_is_no_error(self):
        asked = [["toPixels", [scale(100, 400), 25]], ["metresPerPixel", [scale(100, 400)]], ["toPixels", [scale(0, 400), 0]]]
        self.assertEqual(shipped("drawing/scale.ts", asked), [160, 0.25, 60])

    def test_marks_that_stand_close_are_left_out_and_the_last_is_kept(self):
        asked = [["spread", [scale(100, 400), values, 52]] for values in ([0, 13, 100], [0, 12.9, 100], [0, 95, 100], [])]
        self.assertEqual(shipped("drawing/scale.ts", asked), [[0, 13, 100], [0, 100], [0, 100], []])


class Section(unittest.TestCase):
    """The section of the demo property, as the screen gets it."""

    @classmethod
    def setUpClass(cls):
        cls.job = kestrel_hollow()
        cls.plan = solve(cls.job, None)

    def drawn(self, pixels=620, **changes):
        job, plan = (one.model_dump(mode="json") for one in (self.job.model_copy(update=changes), self.plan))
        way = plan["ways"][0]
        metres = way["points"][-1]["distance_m"]
        return shipped("drawing/section.ts", [["sectionOf", [job, plan, way, scale(metres, pixels)]]])[0], way

    def test_the_source_stands_outside_the_walls_however_near_its_first_building_is(self):
        for pixels in (620, 120):
            with self.subTest(pixels):
                section, _ = self.drawn(pixels)
                self.assertLess(section["pole"]["x"], section["buildings"][0]["left"])

    def test_cans_on_one_wall_stand_beside_each_other_inside_it(self):
        section, _ = self.drawn(120)
        for building in section["buildings"]:
            places = [can["x"] for can in building["enclosures"]]
            self.assertTrue(all(b - a >= 26 for a, b in pairwise(places)), places)
            self.assertTrue(all(building["left"] < x < building["right"] for x in places))

    def test_every_run_of_the_way_is_drawn_and_what_is_buried_lies_under_the_grass(self):
        section, way = self.drawn()
        self.assertEqual([run["id"] for run in section["runs"]], way["runs"])
        for run in section["runs"]:
            buried = any(segment.place == "buried" for segment in self.job.runs[run["id"]].segments)
            self.assertEqual((run["buried"], run["buried_y"] > 168), (buried, buried))

    def test_rods_that_are_missing_are_drawn_as_such(self):
        section, _ = self.drawn()
        for key, rods in section["rods"].items():
            plan = self.plan.buildings[key]
            self.assertEqual(sum(rod["missing"] for rod in rods), max(0, plan.rods_wanted - plan.rods_present), key)

    def test_the_bench_has_a_place_for_each_can_of_the_way_and_is_never_squeezed(self):
        job, plan = self.job.model_dump(mode="json"), self.plan.model_dump(mode="json")
        way = plan["ways"][0]
        narrow, wide = shipped("drawing/bench.ts", [["benchOf", [job, way, width]] for width in (300, 2000)])
        for bench in (narrow, wide):
            self.assertEqual(len(bench["gaps"]), len(way["runs"]))
            for gap, (one, other) in zip(bench["gaps"], pairwise(bench["nodes"]), strict=True):
                self.assertEqual((gap["from"], gap["to"]), (one["x"] + one["width"], other["x"]))
        self.assertGreater(narrow["width"], 300)
        self.assertEqual(wide["width"], 2000)
        self.assertLessEqual(wide["nodes"][-1]["x"] + wide["nodes"][-1]["width"], 2000)

    def test_the_tree_shows_every_source_and_can_once_with_what_it_feeds_below_it(self):
        rows = shipped("drawing/tree.ts", [["treeRows", [self.job.model_dump(mode="json")]]])[0]
        self.assertEqual(sorted(row["id"] for row in rows), sorted([*self.job.sources, *self.job.enclosures]))
        at = {row["id"]: i for i, row in enumerate(rows)}
        for row in rows:
            if row["run"]:
                origin = self.job.runs[row["run"]].origin
                self.assertLess(at[origin], at[row["id"]])
                self.assertEqual(row["depth"], rows[at[origin]]["depth"] + 1)

    def test_legs_are_as_long_as_their_amperes_and_nothing_stands_on_another(self):
        loads = list(self.plan.model_dump(mode="json")["loads"].values())
        blocks = shipped("drawing/legs.ts", [["legBlocks", [loads, 2.5]]])[0]
        for leg in (1, 2):
            here = [block for block in blocks if block["leg"] == leg]
            self.assertAlmostEqual(sum(block["width"] for block in here), 2.5 * sum(load[f"line_{leg}_a"] for load in loads), 6)
            for one, other in pairwise(here):
                self.assertAlmostEqual(one["x"] + one["width"], other["x"], 6)

    def test_a_line_grows_with_its_current_but_slowly(self):
        thin, small, large = shipped("drawing/bench.ts", [["lineWidth", [a]] for a in (0, 9, 999)])
        self.assertAlmostEqual(thin, 1.6)
        self.assertAlmostEqual(small, 5.6)
        self.assertAlmostEqual(large, 13.6)


class Lines(unittest.TestCase):
    def test_a_name_is_broken_between_words_and_says_where_it_was_cut(self):
        asked = [["Pump", 10, 2], ["Music room distribution circuit", 14, 2], ["Greenhouse", 6, 1], ["A b c", 3, 2]]
        said = shipped("format/lines.ts", [["inLines", one] for one in asked])
        self.assertEqual(said, [["Pump"], ["Music room", "distribution …"], ["Green…"], ["A b", "c"]])


if __name__ == "__main__":
    unittest.main()
