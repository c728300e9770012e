"""The packaged figures, from two directions: what was transcribed, and the physics it rests on."""

import math
import unittest
from itertools import pairwise

from northspan.core.document.job import Segment
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.rulebooks.tables import BrokenTable, read_table
from northspan.core.rulebooks.us.code_tables import FILES, code_table
from northspan.core.working.errors import OutsideTable

# rows, then the sum of every column of figures
SUMS = {
    "ampacity": (
        28,
        {"copper_60": 7020, "copper_75": 8385, "copper_90": 9470, "aluminum_60": 5695, "aluminum_75": 6800, "aluminum_90": 7670},
    ),
    "ambient": (16, {"up_to_c": 760, "factor_60": 9.17, "factor_75": 10.95, "factor_90": 12.85}),
    "adjustment": (6, {"up_to_carrying": 108, "factor": 3.85}),
    "devices": (38, {"rating_a": 32305}),
    "shelf_devices": (13, {"rating_a": 1870}),
    "shelf_sizes": (18, {"copper": 18, "aluminum": 13}),
    "trade_words": (24, {}),
    "looked_at": (23, {}),
    "tested": (14, {"least": 4, "most": 5590}),
    "catalogue": (53, {"pack": 49.998, "spare_percent": 103}),
    "usual_lugs": (7, {}),
    "joint_boxes": (3, {"volume_in3": 93.3, "ring_in3": 71.5}),
    "shelf_sets": (7, {"three_wire": 4, "four_wire": 3}),
    "lighting_demand": (3, {"band": 6, "up_to_va": 123000, "percent": 160}),
    "small": (3, {"size": 36, "copper": 65, "aluminum": 40}),
    "equipment_ground": (19, {"up_to_a": 29295}),
    "electrode_conductor": (7, {"band": 28}),
    "conductors": (28, {"overall_in2": 14.569, "area_cmil": 13976280, "copper_ohm_per_kft": 9.20796, "aluminum_ohm_per_kft": 15.1469}),
    "impedance": (
        21,
        {
            "x_pvc": 0.936,
            "x_steel": 1.17,
            "r_copper_pvc": 9.08,
            "r_copper_steel": 9.118,
            "r_aluminum_pvc": 9.782,
            "r_aluminum_steel": 9.795,
            "z_copper_pvc": 8.28,
            "z_copper_steel": 8.398,
            "z_aluminum_pvc": 8.877,
            "z_aluminum_steel": 8.971,
        },
    ),
    "raceways": (46, {"inside_diameter_in": 114.86, "area_in2": 315.006}),
    "fill": (3, {"band": 6, "percent": 124, "up_to_wires": 3}),
    "wire_dimensions": (136, {"diameter_in": 112.819, "area_in2": 100.2901}),
    "cover": (6, {"direct_burial": 102, "rigid_metal": 58, "nonmetallic": 76, "small_gfci_branch": 60}),
    "ranges": (10, {"count": 55, "column_a": 621, "column_b": 483, "column_c": 185}),
    "dryers": (10, {"count": 55, "percent": 790}),
    "motors": (12, {"v115": 371.0, "v200": 213.2, "v208": 204.1, "v230": 185.5}),
    "welders": (9, {"up_to_percent": 540, "nonmotor": 6.8, "motor": 7.15}),
    "supply_side": (6, {"band": 21}),
    "insulation": (17, {"dry_c": 1410, "wet_c": 1110, "ampacity_c": 120}),
}
# columns of words and trade sizes cannot be added up; they stand here in full
WORDS = {
    ("equipment_ground", "copper"): "14 12 10 8 6 4 3 2 1 1/0 2/0 3/0 4/0 250 350 400 500 700 800",
    ("equipment_ground", "aluminum"): "12 10 8 6 4 2 1 1/0 2/0 3/0 4/0 250 350 400 600 600 750 1250 1250",
    ("supply_side", "up_to_copper"): "2 1/0 3/0 350 600 1100",
    ("supply_side", "up_to_aluminum"): "1/0 3/0 250 500 900 1750",
    ("supply_side", "copper"): "8 6 4 2 1/0 2/0",
    ("supply_side", "aluminum"): "6 4 2 1/0 3/0 4/0",
    ("electrode_conductor", "up_to_copper"): "2 1/0 3/0 350 600 1100 ",
    ("electrode_conductor", "up_to_aluminum"): "1/0 3/0 250 500 900 1750 ",
    ("electrode_conductor", "copper"): "8 6 4 2 1/0 2/0 3/0",
    ("electrode_conductor", "aluminum"): "6 4 2 1/0 3/0 4/0 250",
    ("insulation", "burial"): "no no no no no no no no no no no yes yes yes yes no no",
    ("insulation", "raceway"): "yes yes yes yes yes yes yes yes yes yes yes no no yes no no no",
    ("insulation", "dims"): "thhn thhn thhn thw thw thw xhhw xhhw rhh rhh rhh rhh rhw_bare rhw_bare   ",
}
# five cells of each, read back from a second source not from the file
CELLS = {
    "ampacity": [("14", "copper_60", 15), ("6", "copper_75", 65), ("1/0", "aluminum_75", 120), ("500", "copper_75", 380), ("2000", "aluminum_90", 630)],
    "ambient": [("10", "factor_75", 1.20), ("40", "factor_90", 0.91), ("45", "factor_60", 0.71), ("50", "factor_75", 0.75), ("85", "factor_90", 0.29)],
    "adjustment": [("3", "factor", 1.0), ("6", "factor", 0.8), ("9", "factor", 0.7), ("20", "factor", 0.5), ("40", "factor", 0.4)],
    "lighting_demand": [("1", "up_to_va", 3000), ("1", "percent", 100), ("2", "up_to_va", 120000), ("2", "percent", 35), ("3", "percent", 25)],
    "joint_boxes": [("4 x 1-1/2 in square", "volume_in3", 21.0), ("4 x 2-1/8 in square", "volume_in3", 30.3)],
    "small": [("14", "copper", 15), ("12", "copper", 20), ("10", "copper", 30), ("12", "aluminum", 15), ("10", "aluminum", 25)],
    "equipment_ground": [("60", "copper", 10), ("100", "copper", 8), ("100", "aluminum", 6), ("200", "copper", 6), ("400", "copper", 3)],
    "electrode_conductor": [("1", "up_to_copper", 2), ("2", "copper", 6), ("3", "aluminum", 2), ("4", "up_to_aluminum", 500), ("7", "aluminum", 250)],
    "conductors": [("14", "area_cmil", 4110), ("1/0", "copper_ohm_per_kft", 0.122), ("4/0", "area_cmil", 211600), ("4/0", "aluminum_ohm_per_kft", 0.1), ("500", "copper_ohm_per_kft", 0.0258)],
    "impedance": [("12", "r_copper_pvc", 2.0), ("1/0", "r_aluminum_pvc", 0.2), ("4/0", "x_steel", 0.051), ("500", "z_copper_steel", 0.05), ("1000", "r_copper_pvc", 0.015)],
    "raceways": [("emt 3/4", "area_in2", 0.533), ("pvc40 2", "area_in2", 3.291), ("pvc80 1", "area_in2", 0.688), ("rmc 1", "area_in2", 0.887), ("pvc40 4", "inside_diameter_in", 3.998)],
    "ranges": [("1", "column_a", 80), ("2", "column_b", 65), ("1", "column_c", 8), ("5", "column_c", 20), ("10", "column_c", 25)],
    "dryers": [("1", "percent", 100), ("4", "percent", 100), ("5", "percent", 85), ("7", "percent", 65), ("10", "percent", 50)],
    "motors": [("0.5", "v115", 9.8), ("1", "v230", 8), ("1.5", "v208", 11.0), ("5", "v230", 28), ("10", "v115", 100)],
    "welders": [("20", "nonmotor", 0.45), ("40", "nonmotor", 0.63), ("50", "motor", 0.75), ("90", "nonmotor", 0.95), ("100", "motor", 1.0)],
    "supply_side": [("1", "copper", 8), ("2", "aluminum", 4), ("3", "up_to_aluminum", 250), ("4", "copper", 2), ("6", "up_to_copper", 1100)],
    "fill": [("1", "percent", 53), ("2", "percent", 31), ("3", "percent", 40), ("1", "up_to_wires", 1), ("2", "up_to_wires", 2)],
    "wire_dimensions": [("thhn 12", "area_in2", 0.0133), ("thhn 3/0", "area_in2", 0.2679), ("xhhw 4/0", "area_in2", 0.3197), ("thw 6", "area_in2", 0.0726), ("rhh 2", "area_in2", 0.175), ("rhw_bare 8", "area_in2", 0.0556), ("rhw_bare 4/0", "area_in2", 0.3718)],
    "cover": [("open_ground", "nonmetallic", 18), ("open_ground", "direct_burial", 24), ("open_ground", "rigid_metal", 6), ("street", "nonmetallic", 24), ("dwelling_driveway", "small_gfci_branch", 12)],
    "insulation": [("THWN-2", "wet_c", 90), ("THWN", "dry_c", 75), ("XHHW", "wet_c", 75), ("NM-B", "ampacity_c", 60), ("UF-B", "wet_c", 60)],
}  # fmt: skip
DEVICES = "10 15 20 25 30 35 40 45 50 60 70 80 90 100 110 125 150 175 200 225 250 300 350 400 450 500 600 700 800 1000 1200 1600 2000 2500 3000 4000 5000 6000"
SOUND = "#edition: E\n#table: T\n#title: t\n#unit others: A\n#rounding: r\n#transcribed: us\n#checked: c\n#key: size\n#rising: a\nsize,a\n14,15\n12,20\n"


def column(name, key):
    return {row: float(cells[key]) for row, cells in code_table(name).rows.items() if cells[key]}


class Figures(unittest.TestCase):
    def test_rows_and_sums(self):
        for name in FILES:
            with self.subTest(name):
                rows, sums = SUMS[name]
                self.assertEqual(len(code_table(name).rows), rows)
                for key, total in sums.items():
                    self.assertAlmostEqual(sum(column(name, key).values()), total, 6, key)

    def test_words_and_trade_sizes(self):
        for (name, key), text in WORDS.items():
            with self.subTest(name, column=key):
                self.assertEqual(" ".join(row[key] for row in code_table(name).rows.values()), text)

    def test_the_usual_lug_takes_a_wire_that_its_device_protects(self):
        for book in (rulebook_named("us-2023"), rulebook_named("ca-2021"), rulebook_named("uk-2022")):
            for rating in (6, 32, 63, 100) if book.loop else (15, 30, 60, 100, 125, 200, 400):
                size = book.panels.usual_lug(rating).value
                wire = Wire(size, book.wires.metals()[0], book.wires.default_insulation(book.wires.metals()[0], (Segment(length_m=5),)))
                carries = book.ampacities.run_ampacity(wire, (Segment(length_m=5),), 3, 75, "insulation").value.final_a
                self.assertGreaterEqual(carries, 0.75 * rating, f"{book.id} {rating}")
            self.assertEqual(book.panels.usual_lug(2000).value, "")

    def test_cells_of_a_second_source(self):
        for name, cells in CELLS.items():
            for row, key, value in cells:
                with self.subTest(name, row=row, column=key):
                    self.assertEqual(code_table(name).number(row, key), value)
        self.assertEqual(" ".join(code_table("devices").rows), DEVICES)

    def test_every_table_is_covered_here(self):
        self.assertEqual(set(SUMS), set(FILES))
        self.assertEqual(
            set(CELLS)
            | {"devices", "shelf_devices", "shelf_sizes", "shelf_sets", "usual_lugs", "catalogue", "trade_words", "looked_at", "tested"},
            set(FILES),
        )


class Physics(unittest.TestCase):
    def test_welders_go_with_the_square_root_of_their_duty(self):
        for duty, factor in column("welders", "nonmotor").items():
            self.assertAlmostEqual(factor, math.sqrt(float(duty) / 100), delta=0.006)
        self.assertTrue(
            all(a >= b for a, b in zip(column("welders", "motor").values(), column("welders", "nonmotor").values(), strict=True))
        )

    def test_motors_take_the_same_power_at_every_voltage(self):
        for name, volts in (("v200", 200), ("v208", 208), ("v230", 230)):
            for key, amperes in column("motors", name).items():
                self.assertAlmostEqual(amperes * volts / (column("motors", "v115")[key] * 115), 1, delta=0.04)

    def test_large_motors_take_less_for_each_horsepower(self):
        each = [amperes / float(key) for key, amperes in column("motors", "v230").items()]
        self.assertEqual(each[:5], sorted(each[:5], reverse=True))
        self.assertLess(each[-1] * 230, 746 * 1.8)
        self.assertGreater(each[-1] * 230, 746)

    def test_the_last_band_of_the_jumper_is_an_eighth_of_its_edge(self):
        edge = 1100000 * 0.125
        self.assertAlmostEqual(code_table("conductors").number("2/0", "area_cmil") / edge, 1, delta=0.05)

    def test_resistance_is_resistivity_over_area(self):
        # 75 °C: copper 12.9, aluminum 21.2 ohm cmil/ft
        for metal, resistivity in (("copper", 12.9), ("aluminum", 21.2)):
            for size, ohm in column("conductors", f"{metal}_ohm_per_kft").items():
                with self.subTest(metal=metal, size=size):
                    self.assertAlmostEqual(ohm * code_table("conductors").number(size, "area_cmil") / 1000 / resistivity, 1, delta=0.02)

    def test_gauge_areas_follow_the_gauge(self):
        # each gauge is 92 ** (1/39) thicker than the one before; 4/0 is 0.46 in
        gauges = [*(str(n) for n in (14, 12, 10, 8, 6, 4, 3, 2, 1)), "1/0", "2/0", "3/0", "4/0"]
        steps = [*(n + 3 for n in (14, 12, 10, 8, 6, 4, 3, 2, 1)), 3, 2, 1, 0]
        for size, gauge in zip(gauges, steps, strict=True):
            diameter_mil = 460 / 92 ** (gauge / 39)
            self.assertAlmostEqual(code_table("conductors").number(size, "area_cmil") / diameter_mil**2, 1, delta=0.005, msg=size)

    def test_ambient_factors_follow_heat_flow(self):
        for column_c in (60, 75, 90):
            for edge, factor in column("ambient", f"factor_{column_c}").items():
                with self.subTest(column=column_c, edge=edge):
                    self.assertAlmostEqual(factor, math.sqrt((column_c - float(edge)) / (column_c - 30)), delta=0.0065)

    def test_hotter_columns_carry_more_by_heat_flow(self):
        # current squared goes with the rise above 30 °C: 30, 45, 60 degrees
        for metal in ("copper", "aluminum"):
            for size in column("ampacity", f"{metal}_75"):
                cells = [code_table("ampacity").number(size, f"{metal}_{c}") for c in (60, 75, 90)]
                with self.subTest(metal=metal, size=size):
                    self.assertAlmostEqual(cells[1] / cells[0], math.sqrt(45 / 30), delta=0.12)
                    self.assertAlmostEqual(cells[2] / cells[1], math.sqrt(60 / 45), delta=0.11)

    def test_current_density_falls_with_size(self):
        for name in ("copper_75", "aluminum_75", "copper_90", "aluminum_90"):
            density = [a / code_table("conductors").number(size, "area_cmil") for size, a in column("ampacity", name).items()]
            for before, after in pairwise(density[2:]):
                self.assertLess(after, before * 1.02, name)

    def test_aluminum_carries_less_by_its_conductivity(self):
        for size, a in column("ampacity", "aluminum_75").items():
            self.assertAlmostEqual(a / code_table("ampacity").number(size, "copper_75"), math.sqrt(12.9 / 21.2), delta=0.09, msg=size)

    def test_effective_impedance_agrees_with_its_parts(self):
        phi = math.acos(0.85)
        for size in code_table("impedance").rows:
            for metal in ("copper", "aluminum"):
                for pipe in ("pvc", "steel"):
                    if not code_table("impedance").has(size, f"r_{metal}_{pipe}"):
                        continue
                    r, x, z = (code_table("impedance").number(size, c) for c in (f"r_{metal}_{pipe}", f"x_{pipe}", f"z_{metal}_{pipe}"))
                    half_digit = 0.06 * z if z < 0.1 else 0.055  # two figures printed for R, X and Z each
                    with self.subTest(size=size, metal=metal, pipe=pipe):
                        self.assertAlmostEqual(z, r * 0.85 + x * math.sin(phi), delta=max(half_digit, 0.06 * z))

    def test_alternating_current_resistance_is_not_below_direct(self):
        for size in code_table("impedance").rows:
            for metal in ("copper", "aluminum"):
                if code_table("impedance").has(size, f"r_{metal}_pvc"):
                    ac = code_table("impedance").number(size, f"r_{metal}_pvc")
                    dc = code_table("conductors").number(size, f"{metal}_ohm_per_kft")
                    self.assertGreater(ac, dc * 0.96, f"{size} {metal}")  # two figures printed
                    self.assertLess(ac, dc * 1.20, f"{size} {metal}")

    def test_bores_and_wires_are_round(self):
        for name, diameter, slack in (("raceways", "inside_diameter_in", 0.004), ("wire_dimensions", "diameter_in", 0.012)):
            for row, d in column(name, diameter).items():
                self.assertAlmostEqual(code_table(name).number(row, "area_in2") / (math.pi / 4 * d**2), 1, delta=slack, msg=row)

    def test_pipes_grow_and_thick_walls_have_small_bores(self):
        for size in (row.split()[1] for row in code_table("raceways").rows if row.startswith("pvc40")):
            self.assertLess(
                code_table("raceways").number(f"pvc80 {size}", "area_in2"), code_table("raceways").number(f"pvc40 {size}", "area_in2")
            )
        for method in ("emt", "rmc", "pvc40", "pvc80"):
            bores = [area for row, area in column("raceways", "area_in2").items() if row.startswith(method + " ")]
            self.assertEqual(bores, sorted(bores), method)

    def test_insulation_only_adds(self):
        for row, area_in2 in column("wire_dimensions", "area_in2").items():
            bare_in2 = code_table("conductors").number(row.split()[1], "area_cmil") * math.pi / 4 / 1e6
            self.assertGreater(area_in2, bare_in2 * 1.15, row)

    def test_equipment_grounds_grow_with_the_device_and_in_aluminum(self):
        areas = code_table("conductors")
        for metal in ("copper", "aluminum"):
            sizes = [areas.number(row[metal], "area_cmil") for row in code_table("equipment_ground").rows.values()]
            self.assertEqual(sizes, sorted(sizes), metal)
        for row in code_table("equipment_ground").rows.values():
            ratio = areas.number(row["aluminum"], "area_cmil") / areas.number(row["copper"], "area_cmil")
            self.assertTrue(1.3 <= ratio <= 2.1, row)


class Loading(unittest.TestCase):
    def test_a_sound_table_is_read(self):
        table = read_table("x.csv", SOUND)
        self.assertEqual(table.number("12", "a"), 20)
        self.assertEqual(table.citation, "Table T")

    def test_a_broken_table_stops_the_start(self):
        cases = {
            "header lacks #checked": SOUND.replace("#checked: c\n", ""),
            "without a colon": SOUND.replace("#title: t", "#title t"),
            "line 12: wrong number of columns": SOUND.replace("12,20", "12,20,30"),
            "14 stands twice": SOUND.replace("12,20", "14,20"),
            "row 12, column a: 10.0 breaks the rising order after 15.0": SOUND.replace("12,20", "12,10"),
            "row 12, column a: many is not a figure": SOUND.replace("12,20", "12,many"),
            "figure after a gap": SOUND.replace("12,20", "12,\n10,30"),
            "column a has no unit": SOUND.replace("#unit others: A", "#unit size: AWG"),
        }
        for words, text in cases.items():
            with self.subTest(words), self.assertRaisesRegex(BrokenTable, words):
                read_table("x.csv", text)

    def test_outside_a_table_nothing_is_guessed(self):
        with self.assertRaisesRegex(OutsideTable, r"Table 310\.16 has no row for 5, copper_75; its copper_75 column runs from 14 to 2000"):
            code_table("ampacity").number("5", "copper_75")
        with self.assertRaisesRegex(OutsideTable, "runs from 12 to 2000"):
            code_table("ampacity").number("14", "aluminum_75")
