"""The British tables from two directions: what was transcribed, and the physics it rests on."""

import math
import unittest
from itertools import pairwise

from northspan.core.rulebooks.uk.code_tables import FILES, code_table
from northspan.core.rulebooks.uk.device_energy import opens_at_a
from northspan.core.rulebooks.uk.devices import MULTIPLE, ratings
from northspan.core.rulebooks.uk.loop import C_MIN
from northspan.core.working.errors import OutsideTable

# rows, then the sums of columns
SUMS = {"singles": (16, {"A": 1887.5, "B": 2372, "C": 2915.5}), "singles_drop": (16, {"r": 122.835, "x": 2.58, "z": 123.46}),
        "multicore": (12, {"A": 783.5, "B": 944.5, "C": 1180.5}), "multicore_drop": (16, {"r": 122.65, "x": 1.425, "z": 122.87}),
        "armoured_70": (15, {"C": 2768, "D": 2127, "E": 3000}), "armoured_90": (15, {"C": 3496, "D": 2492, "E": 3661}),
        "flat_twin": (7, {"A": 205, "C": 296, "100": 213, "101": 171.5, "102": 222, "103": 147, "cpc": 17.5}),
        "armoured_90_drop": (15, {"r": 84.04, "x": 1.345, "z": 84.26}), "air": (12, {"c70": 6.45, "c90": 9.19}), "ground": (15, {"c70": 8.94, "c90": 11.63}),
        "groups": (12, {"layer": 6.97, "tray": 7.12, "spaced": 8.24, "bunched": 7.12, "buried": 4.05, "ducts": 4.55}), "insulation": (4, {"factor": 2.8}), "main_bonding": (5, {"neutral_up_to": 730, "size": 136}),
        "devices": (65, {"rating_a": 3264, "opens_0_4_a": 2779, "opens_5_a": 7713}), "let_through": (4, {"to_3000_a": 72_000, "to_6000_a": 177_000}),
        "armour": (15, {"c90_3": 1400, "c90_4": 1683, "c70": 1271, "c90": 1173}), "conductors": (16, {"ohm_km": 50.8305, "overall_mm": 189.2}), "cables": (7, {"c": 550}),
        "usual_lugs": (2, {"size": 60}), "looked_at": (22, {}), "tested": (23, {"least": 184, "most": 990.8}), "catalogue": (42, {"pack": 38.95, "spare_percent": 83}), "trade_words": (22, {}), "pipes": (10, {"bore_mm": 362.1})}  # fmt: skip
# the most that a loop may be, as the loop tables print it: a second source for the currents of Appendix 3
LOOPS_0_4_S = {"88-3": {5: 9.93, 16: 2.30, 20: 1.93, 32: 0.91}, "88-2": {6: 7.80, 10: 4.65, 16: 2.43, 20: 1.68, 25: 1.29, 32: 0.99},
               "3036": {5: 9.10, 15: 2.43, 20: 1.68, 30: 1.04}}  # fmt: skip
LOOPS_5_S = {"88-3": {5: 14.57, 16: 3.90, 20: 3.03, 32: 1.56, 45: 0.91, 63: 0.68, 80: 0.50, 100: 0.35},
             "88-2": {6: 12.85, 20: 2.77, 32: 1.75, 40: 1.29, 50: 0.99, 63: 0.78, 80: 0.55, 100: 0.40},
             "3036": {5: 16.8, 15: 5.08, 20: 3.64, 30: 2.51, 45: 1.51, 60: 1.07, 100: 0.51}}  # fmt: skip
BREAKER_LOOPS = {
    ("B", 6): 7.28,
    ("B", 16): 2.73,
    ("B", 32): 1.37,
    ("B", 40): 1.09,
    ("C", 16): 1.37,
    ("C", 32): 0.68,
    ("D", 20): 0.55,
    ("D", 32): 0.34,
}


def column(name, key):
    rows = code_table(name)
    return [rows.number(row, key) for row in rows.keys_with(key)]


class Figures(unittest.TestCase):
    def test_every_table_has_its_rows_and_sums(self):
        self.assertEqual(set(SUMS), set(FILES))
        for name, (rows, sums) in SUMS.items():
            self.assertEqual(len(code_table(name).rows), rows, name)
            for key, total in sums.items():
                with self.subTest(table=name, column=key):
                    self.assertAlmostEqual(sum(column(name, key)), total, places=3)

    def test_no_cell_of_a_missing_row_is_made_up(self):
        with self.assertRaises(OutsideTable):
            code_table("flat_twin").number("25", "C")

    def test_ratings_rise_with_size_and_resistances_fall(self):
        for name, keys in {"singles": "ABC", "multicore": "ABC", "armoured_70": "CDE", "armoured_90": "CDE"}.items():
            for key in keys:
                self.assertTrue(all(a < b for a, b in pairwise(column(name, key))), (name, key))
        for key in ("A", "C", "100", "101", "102", "103"):
            self.assertTrue(all(a < b for a, b in pairwise(column("flat_twin", key))), key)
        for name, key in (
            ("conductors", "ohm_km"),
            ("singles_drop", "r"),
            ("multicore_drop", "z"),
            ("armoured_90_drop", "z"),
            ("groups", "bunched"),
        ):
            self.assertTrue(all(a > b for a, b in pairwise(column(name, key))), (name, key))

    def test_the_better_a_cable_sheds_heat_the_more_it_carries(self):
        for size in code_table("flat_twin").rows:
            order = [code_table("flat_twin").number(size, way) for way in ("103", "101", "100", "C")]
            self.assertEqual(order, sorted(order), size)
        for size in code_table("armoured_90").rows:
            self.assertGreater(code_table("armoured_90").number(size, "C"), code_table("armoured_70").number(size, "C"))


class Physics(unittest.TestCase):
    def test_ratings_grow_by_a_power_of_the_size(self):
        """Heat goes by the surface, the loss by one over the area: the exponent lies between one half and three quarters."""
        for name, keys in {"singles": "ABC", "multicore": "ABC", "armoured_70": "CE", "armoured_90": "CE"}.items():
            sizes = [float(size) for size in code_table(name).rows]
            for key in keys:
                rated = column(name, key)
                grown = math.log(rated[-1] / rated[0]) / math.log(sizes[-1] / sizes[0])
                self.assertTrue(0.55 < grown < 0.72, (name, key, grown))

    def test_ambient_factors_follow_the_square_root_of_what_warmth_is_left(self):
        for name, base in (("air", 30), ("ground", 20)):
            for key, warm in (("c70", 70), ("c90", 90)):
                for edge in code_table(name).keys_with(key):
                    physical = math.sqrt((warm - float(edge)) / (warm - base))
                    with self.subTest(table=name, edge=edge, warm=warm):
                        work_lines = code_table(name).number(edge, key)
                        if (name, edge) == ("air", "25"):  # printed with less than the law would give
                            self.assertTrue(physical - 0.04 < work_lines < physical)
                        else:
                            self.assertAlmostEqual(work_lines, physical, delta=0.012)

    def test_drop_is_twice_the_resistance_at_the_working_temperature(self):
        for name, warm in (("singles_drop", 70), ("multicore_drop", 70), ("armoured_90_drop", 90)):
            rise = (230 + warm) / 250
            for size, row in code_table(name).rows.items():
                twice = 2 * float(code_table("conductors").number(size, "ohm_km")) * rise
                with self.subTest(table=name, size=size):
                    most = 0.04 if float(size) <= 70 else 0.08  # alternating current crowds in thick ones, and two figures are printed
                    self.assertAlmostEqual(float(row["r"]) / twice, 1, delta=most)
                    self.assertAlmostEqual(
                        math.hypot(float(row["r"]), float(row["x"])), float(row["z"]), delta=0.05 * float(row["z"]) + 0.005
                    )

    def test_resistance_times_area_is_that_of_copper(self):
        for size, row in code_table("conductors").rows.items():
            most = 19.4 if size in {"50", "70"} else 18.7  # what is called 50 mm² holds 47 of copper
            self.assertTrue(17.1 < float(row["ohm_km"]) * float(size) < most, size)

    def test_loop_limits_of_fuses_come_out_as_the_loop_tables_print_them(self):
        for within, table in ((0.4, LOOPS_0_4_S), (5.0, LOOPS_5_S)):
            for kind, limits in table.items():
                for rating, ohm in limits.items():
                    with self.subTest(kind=kind, rating=rating, within=within):
                        self.assertAlmostEqual(C_MIN * 230 / opens_at_a(kind, rating, within).value, ohm, delta=0.006 + 0.003 * ohm)

    def test_loop_limits_of_breakers_come_from_their_multiples(self):
        self.assertEqual(MULTIPLE, {"B": 5, "C": 10, "D": 20})
        for (kind, rating), ohm in BREAKER_LOOPS.items():
            for within in (0.2, 0.4, 5.0):  # at once, whatever the time; a type D within 5 s at ten times
                times = 2 if kind == "D" and within == 5.0 else 1
                self.assertAlmostEqual(C_MIN * 230 / opens_at_a(kind, rating, within).value / times, ohm, delta=0.006)

    def test_the_row_of_a_kind_of_fuse_is_smooth(self):
        """From 40 A up the current for 5 s over the rating rises slowly, and no rating stands out of its neighbours."""
        for kind in ("88-2", "88-3"):
            shares = [opens_at_a(kind, rating, 5.0).value / rating for rating in ratings(kind) if rating >= 40]
            for low, high in pairwise(shares):
                self.assertTrue(0.95 < high / low < 1.16, (kind, shares))

    def test_a_fuse_opens_later_on_less(self):
        for kind in ("88-2", "88-3", "3036"):
            for rating in ratings(kind):
                row = code_table("devices").rows[f"{kind} {rating:g}"]
                if row["opens_0_4_a"]:
                    self.assertGreater(float(row["opens_0_4_a"]), float(row["opens_5_a"]))
                    between = opens_at_a(kind, rating, 1.0).value
                    self.assertTrue(float(row["opens_5_a"]) < between < float(row["opens_0_4_a"]))

    def test_armour_is_about_a_layer_of_wires_around_the_cores(self):
        """Two cores side by side, sheathed: a layer of wires of 0.9 to 2.5 mm around them."""
        for size, row in code_table("armour").rows.items():
            core = float(code_table("conductors").rows[size]["overall_mm"]) if size in code_table("conductors").rows else 0
            wire = 0.9 if float(size) <= 10 else 1.25 if float(size) <= 35 else 1.6 if float(size) <= 95 else 2.0
            around = math.pi * (2 * core + 2.5 + wire) * wire * math.pi / 4
            with self.subTest(size=size):
                self.assertTrue(0.5 < float(row["c90"]) / around < 1.35, (float(row["c90"]), around))
