"""Equipment ground, grounded conductor, electrode conductor."""

import unittest

from northspan.core.document.job import ElectrodeKind, Metal
from northspan.core.rulebooks.questions.common import DesignLoad, Wire
from northspan.core.rulebooks.questions.grounds import GroundFacts, NeutralFacts
from northspan.core.rulebooks.us import electrodes, grounds, wires
from northspan.core.rulebooks.us.ampacities import size_ladder
from northspan.core.rulebooks.us.code_tables import code_table
from northspan.core.working.errors import NoSolution, OutsideTable

COPPER, ALUMINUM = Metal.copper, Metal.aluminum


def ground(device_a, metal, least, size, school="table"):
    return grounds.equipment_ground(GroundFacts(device_a, metal, least, size, school)).value


class EquipmentGround(unittest.TestCase):
    def test_bands_of_the_table(self):
        cases = [
            (15, "14"),
            (15.1, "12"),
            (20, "12"),
            (60, "10"),
            (60.1, "8"),
            (100, "8"),
            (100.1, "6"),
            (200, "6"),
            (200.1, "4"),
            (6000, "800"),
        ]
        for device_a, size in cases:
            with self.subTest(device_a=device_a):
                self.assertEqual(ground(device_a, COPPER, "2000", "2000"), size)
        with self.assertRaisesRegex(OutsideTable, "ends at 6000 A"):
            ground(6001, COPPER, "2000", "2000")

    def test_raised_in_proportion_to_circular_mils(self):
        cases = [
            # 40 A on 8 AWG raised to 6 AWG: 10380 × 26240 / 16510 = 16497 cmil, 8 AWG has 16510
            (40, COPPER, "8", "6", "8"),
            # 20 A on 12 AWG raised to 10: 6530 × 10380 / 6530 = 10380, 10 AWG exactly
            (20, COPPER, "12", "10", "10"),
            # 60 A on 6 AWG raised to 4: 10380 × 41740 / 26240 = 16511 cmil, a hair above 8 AWG, so 6
            (60, COPPER, "6", "4", "6"),
            (80, ALUMINUM, "2", "2", "6"),
            (80, ALUMINUM, "2", "1/0", "3"),  # 26240 × 105600 / 66360 = 41756 cmil, above 4 AWG's 41740
        ]
        for device_a, metal, least, size, wanted in cases:
            with self.subTest(least=least, size=size):
                self.assertEqual(ground(device_a, metal, least, size), wanted)

    def test_never_larger_than_the_ungrounded_conductors(self):
        self.assertEqual(ground(60, COPPER, "14", "12"), "12")  # the table's 10 AWG is more than a 12 AWG line needs
        self.assertEqual(ground(20, COPPER, "14", "8"), "8")  # 6530 × 16510 / 4110 would be 6 AWG

    def test_the_school_of_equal_size(self):
        self.assertEqual(ground(80, ALUMINUM, "2", "1", "same"), "1")

    def test_every_row_answers(self):
        for row, cells in code_table("equipment_ground").rows.items():
            for metal in Metal:
                self.assertEqual(ground(float(row), metal, "2000", "2000"), cells[metal])


class Grounded(unittest.TestCase):
    def least(self, neutral_a, device_a, terminals_c=75.0):
        return grounds.grounded_minimum(
            NeutralFacts(DesignLoad(80, 0, neutral_a), device_a, Wire("1", ALUMINUM, "XHHW-2"), terminals_c)
        ).value

    def test_carries_its_own_load_on_both_sides_of_a_size(self):
        self.assertEqual(self.least(65, 100), "4")  # 4 AWG aluminum carries 65 A at 75 °C
        self.assertEqual(self.least(65.1, 100), "3")
        self.assertEqual(self.least(65, 100, 60.0), "3")  # 55 A for 4 AWG at 60 °C, 65 A for 3 AWG

    def test_never_below_the_equipment_ground_of_the_table(self):
        self.assertEqual(self.least(0, 100), "6")
        self.assertEqual(self.least(0, 100.1), "4")

    def test_no_size_carries_it(self):
        with self.assertRaisesRegex(NoSolution, "grounded conductor"):
            self.least(1000, 400)


class ElectrodeConductor(unittest.TestCase):
    def size(self, kind, supply, metal=COPPER):
        return electrodes.electrode_conductor(kind, Wire(*supply, "XHHW-2") if supply else None, metal).value

    def test_bands_of_the_supply(self):
        water = ElectrodeKind.water_pipe
        cases = [(("2", COPPER), "8"), (("1", COPPER), "6"), (("1/0", COPPER), "6"), (("2/0", COPPER), "4"), (("3/0", COPPER), "4"),
                 (("4/0", COPPER), "2"), (("350", COPPER), "2"), (("400", COPPER), "1/0"), (("600", COPPER), "1/0"), (("700", COPPER), "2/0"),
                 (("1000", COPPER), "2/0"), (("1250", COPPER), "3/0"), (("1/0", ALUMINUM), "8"), (("2/0", ALUMINUM), "6"),
                 (("4/0", ALUMINUM), "4"), (("250", ALUMINUM), "4"), (("300", ALUMINUM), "2"), (("1750", ALUMINUM), "2/0"),
                 (("2000", ALUMINUM), "3/0"), (None, "8")]  # fmt: skip
        for supply, size in cases:
            with self.subTest(supply=supply):
                self.assertEqual(self.size(water, supply), size)

    def test_caps_where_it_ends_at_the_electrode(self):
        service = ("500", COPPER)
        cases = [(ElectrodeKind.rod, COPPER, "6"), (ElectrodeKind.plate, COPPER, "6"), (ElectrodeKind.rod, ALUMINUM, "4"),
                 (ElectrodeKind.concrete_encased, COPPER, "4"), (ElectrodeKind.ring, COPPER, "2"),
                 (ElectrodeKind.water_pipe, COPPER, "1/0"), (ElectrodeKind.water_pipe, ALUMINUM, "3/0")]  # fmt: skip
        for kind, metal, size in cases:
            with self.subTest(kind=kind, metal=metal):
                self.assertEqual(self.size(kind, service, metal), size)

    def test_a_cap_does_not_raise(self):
        self.assertEqual(self.size(ElectrodeKind.ring, ("2", COPPER)), "8")


class Ladder(unittest.TestCase):
    def test_sizes_rise_in_area(self):
        for metal in Metal:
            areas = [wires.area(size) for size in size_ladder(metal)]
            self.assertEqual(areas, sorted(areas))
