"""The load of a dwelling by every method: worked by hand, and both sides of each factor."""

import unittest

from northspan.core.rulebooks.questions.dwellings import Appliance, DwellingFacts
from northspan.core.rulebooks.us import dwellings
from northspan.core.rulebooks.us.cooking import cooking_demand, dryer_demand
from northspan.core.rulebooks.us.dwellings import dwelling_loads
from northspan.core.working.errors import OutsideTable

FOOT2_M2 = 0.09290304


def a_dwelling(**changes):
    return DwellingFacts(**{"floor_m2": 2000 * FOOT2_M2} | changes)


def plates(*powers, to_neutral=False):
    return tuple(Appliance(f"No {i}", power, to_neutral) for i, power in enumerate(powers, 1))


def load(key, **changes):
    return next(m for m in dwellings.dwelling_loads(a_dwelling(**changes)) if m.key == key).total.value


def neutral(**changes):
    return dwellings.standard(a_dwelling(**changes)).neutral.value


# 2000 ft² at 3 VA and three circuits at 1500 VA; 3000 VA whole, the rest at 35 %
GENERAL_VA = 2000 * 3 + 3 * 1500
LIGHTING_VA = 3000 + 0.35 * (GENERAL_VA - 3000)


class Standard(unittest.TestCase):
    def test_a_house_by_hand(self):
        # water heater, dishwasher, disposer, pump: four, so 75 %; heat 9 kW beats cooling; range 12 kW is 8; dryer 5
        house = {
            "appliances": plates(4500, 1200, 900, 1500),
            "ranges_va": (12000,),
            "dryers_va": (4800,),
            "heating_va": 9000,
            "cooling_va": 4800,
            "largest_motor_va": 1500,
        }
        by_hand = LIGHTING_VA + 0.75 * 8100 + 8000 + 5000 + 9000 + 0.25 * 1500
        self.assertAlmostEqual(load("standard", **house), by_hand)

    def test_lighting_tiers(self):
        cases = [(2999, 2999), (3000, 3000), (3001, 3000.35), (120000, 3000 + 0.35 * 117000), (120001, 3000 + 0.35 * 117000 + 0.25)]
        for general_va, demand_va in cases:
            with self.subTest(general_va=general_va):
                self.assertAlmostEqual(dwellings.lighting_demand(general_va).value, demand_va)

    def test_four_appliances_change_the_factor_and_three_do_not(self):
        self.assertAlmostEqual(load("standard", appliances=plates(1000, 1000, 1000)), LIGHTING_VA + 3000)
        self.assertAlmostEqual(load("standard", appliances=plates(1000, 1000, 1000, 1000)), LIGHTING_VA + 3000)  # 4000 at 75 %

    def test_the_dryer_has_a_floor_of_5000_and_the_vehicle_of_7200(self):
        for field, least in (("dryers_va", 5000), ("vehicles_va", 7200)):
            for nameplate, counted in ((0, 0), (least - 100, least), (least, least), (least + 100, least + 100)):
                with self.subTest(field=field, nameplate=nameplate):
                    self.assertAlmostEqual(load("standard", **{field: (nameplate,) if nameplate else ()}), LIGHTING_VA + counted)

    def test_range_table_and_note_1(self):
        cases = [
            (1751, 0.8 * 1751),
            (8750, 7000),
            (8751, 8000),
            (12000, 8000),
            (12499, 8000),
            (12500, 8400),
            (13000, 8400),
            (13500, 8800),
            (27000, 14000),
        ]
        for power, demand_va in cases:
            with self.subTest(power=power):
                self.assertAlmostEqual(cooking_demand((power,)).value, demand_va)
        for power, way_out in ((1500, "as an appliance"), (1750, "as an appliance"), (27001, "ends at 27000 VA")):
            with self.assertRaisesRegex(OutsideTable, way_out):
                cooking_demand((power,))

    def test_several_ranges_by_the_columns_and_notes(self):
        cases = [
            ((12000, 12000), 11000),
            ((12000, 12001), 11000),  # the average is over 12 kW by less than half
            ((13000, 14000), 11000 * 1.10),  # average 13.5: 1.5 over, a major fraction counts as one
            ((3499,), 0.8 * 3499),  # column A
            ((3500, 5000), 0.65 * 8500),  # column B: two of them
            ((3000, 4000), 0.8 * 3000 + 0.8 * 4000),  # each column counted by itself, then added
            ((8000, 12000), 11000),  # column C for both is less than 80 % of 8 kW and 8 kW beside it
            ((5000, 16000), 11000 * 1.1),  # note 2: 5 kW counts as 12 in the average
        ]
        for powers, demand_va in cases:
            with self.subTest(powers=powers):
                self.assertAlmostEqual(cooking_demand(powers).value, demand_va)

    def test_dryers_by_their_number(self):
        for powers, demand_va in (((5000,) * 4, 20000), ((5000,) * 5, 0.85 * 25000), ((4000, 6000), 11000)):
            with self.subTest(powers=powers):
                self.assertAlmostEqual(dryer_demand(powers).value, demand_va)

    def test_small_appliances_do_not_make_up_the_four(self):
        # 499 VA is not counted among the four; 500 VA is
        self.assertAlmostEqual(load("standard", appliances=plates(1000, 1000, 1000, 499)), LIGHTING_VA + 3499)
        self.assertAlmostEqual(load("standard", appliances=plates(1000, 1000, 1000, 500)), LIGHTING_VA + 0.75 * 3500)

    def test_a_heat_pump_counts_whole_and_with_its_own_heat(self):
        self.assertAlmostEqual(load("standard", heat_pump_va=3000, heating_va=5000, cooling_va=3000), LIGHTING_VA + 8000 + 750)
        base = 10000 + 0.4 * (GENERAL_VA - 10000)
        self.assertAlmostEqual(load("optional", heat_pump_va=3000, heating_va=5000, cooling_va=3000), base + 3000 + 0.65 * 5000)

    def test_heating_and_cooling_do_not_run_together(self):
        # cooling is a motor: a quarter of it, while it is what counts
        self.assertAlmostEqual(load("standard", heating_va=5000, cooling_va=6000), LIGHTING_VA + 6000 + 1500)
        self.assertAlmostEqual(load("standard", heating_va=6001, cooling_va=6000), LIGHTING_VA + 6001)
        self.assertAlmostEqual(load("standard", heating_va=6001, cooling_va=6000, largest_motor_va=400), LIGHTING_VA + 6001 + 100)
        # cooling that runs with the heat counts beside it, its motor too
        self.assertAlmostEqual(load("standard", heating_va=5000, cooling_with_heat_va=2000), LIGHTING_VA + 7000 + 500)
        self.assertAlmostEqual(load("optional", heating_va=5000, cooling_with_heat_va=2000) - load("optional", heating_va=5000), 2000)

    def test_the_neutral_takes_the_quarter_of_a_motor_connected_to_it(self):
        self.assertAlmostEqual(neutral(largest_motor_va=4000), LIGHTING_VA)
        self.assertAlmostEqual(neutral(largest_motor_va=4000, largest_neutral_motor_va=1200), LIGHTING_VA + 300)

    def test_a_measured_demand_counts_a_quarter_more_and_what_is_new_whole(self):
        self.assertAlmostEqual(load("measured", measured_va=12000, added_va=7200), 22200)
        self.assertNotIn("measured", [m.key for m in dwelling_loads(DwellingFacts(floor_m2=150))])

    def test_vehicle_charging_outside_or_inside_the_pool(self):
        outside, inside = (load("optional", vehicles_va=(5000,), vehicles_in_pool=pool) for pool in (False, True))
        none = load("optional")
        self.assertAlmostEqual(outside - none, 7200)  # the least that counts
        self.assertAlmostEqual(inside - none, 0.4 * 7200)

    def test_the_neutral_is_reduced_after_the_demand(self):
        # 70 % of the range's 8000 VA demand and of the dryer's 5000 VA floor, not of their nameplates
        self.assertAlmostEqual(neutral(ranges_va=(12000,), dryers_va=(4000,)), LIGHTING_VA + 0.7 * 8000 + 0.7 * 5000)
        self.assertAlmostEqual(neutral(heating_va=9000, cooling_va=5000, vehicles_va=(9600,)), LIGHTING_VA)
        mixed = plates(4500, 4500) + plates(1000, 1000, to_neutral=True)
        self.assertAlmostEqual(neutral(appliances=mixed), LIGHTING_VA + 0.75 * 2000)  # four altogether, so the two count 75 %


class Optional(unittest.TestCase):
    def test_no_floor_and_no_range_table(self):
        # 10 kVA whole, 40 % of the rest, by nameplates
        self.assertAlmostEqual(load("optional", ranges_va=(14000,), dryers_va=(4000,)), 10000 + 0.4 * (GENERAL_VA + 18000 - 10000))

    def test_a_small_one_stays_whole(self):
        self.assertAlmostEqual(load("optional", floor_m2=500 * FOOT2_M2), 1500 + 4500)

    def test_heat_and_cooling_are_compared_after_their_own_factors(self):
        base = 10000 + 0.4 * (GENERAL_VA - 10000)
        cases = [(10000, 1, 6400, 6500), (10000, 1, 6600, 6600), (10000, 3, 0, 6500), (10000, 4, 0, 4000), (10000, 4, 4100, 4100)]
        for heating_va, zones, cooling_va, counted in cases:
            with self.subTest(heating_va=heating_va, zones=zones, cooling_va=cooling_va):
                found = load("optional", heating_va=heating_va, heating_zones=zones, cooling_va=cooling_va)
                self.assertAlmostEqual(found, base + counted)


class Existing(unittest.TestCase):
    def test_nothing_added(self):
        self.assertAlmostEqual(load("existing", ranges_va=(12000,), cooling_va=4000), 8000 + 0.4 * (GENERAL_VA + 16000 - 8000))

    def test_heating_or_cooling_added_counts_whole(self):
        self.assertAlmostEqual(load("existing_added", ranges_va=(12000,), cooling_va=4000), 8000 + 0.4 * (GENERAL_VA + 12000 - 8000) + 4000)

    def test_four_heaters_are_other_load_and_cooling_stays_whole(self):
        found = load("existing_added", heating_va=8000, heating_zones=4, cooling_va=3000)
        self.assertAlmostEqual(found, 8000 + 0.4 * (GENERAL_VA + 8000 - 8000) + 3000)
        three = load("existing_added", heating_va=8000, heating_zones=3, cooling_va=3000)
        self.assertAlmostEqual(three, 8000 + 0.4 * (GENERAL_VA - 8000) + 8000)
