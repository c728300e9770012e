"""The Canadian rulebook: where its sizing usually goes wrong, both sides of each limit, and its tables against physics."""

import math
import unittest
from itertools import pairwise
from typing import Any

from northspan.core.calculators import CALCULATORS
from northspan.core.document.job import (
    CallChoice,
    Circuit,
    Electrode,
    ElectrodeKind,
    Grounding,
    Load,
    LoadKind,
    Metal,
    Method,
    Place,
    RunKind,
    Segment,
    System,
    Terminals,
)
from northspan.core.rulebooks import awg
from northspan.core.rulebooks.ca.code_tables import FILES, code_table
from northspan.core.rulebooks.questions.common import Ampacity, BuildingFacts, DesignLoad, RunFacts, Wire
from northspan.core.rulebooks.questions.dwellings import AllowanceFacts, Appliance, DwellingFacts
from northspan.core.rulebooks.questions.grounds import GroundFacts
from northspan.core.rulebooks.questions.taps import TapFacts, TransformerFacts
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.rulebooks.us.code_tables import code_table as us_source
from northspan.core.solve import solve
from northspan.core.working.errors import NoSolution, OutsideTable
from tests.support import a_feeder, checked, found, margin, run_of, with_building, with_loads, with_panel

CA = rulebook_named("ca-2021")
SUMS = {"copper": (28, "c75", 8385), "aluminum": (27, "c75", 6800), "ambient": (12, "c90", 8.46), "adjustment": (4, "factor", 3.1), "devices": (32, "rating_a", 11795),
            "shelf_devices": (13, "rating_a", 1870), "joint_boxes": (3, "volume_ml", 1523),
            "catalogue": (52, "pack", 49.0), "shelf_sizes": (18, "aluminum", 13), "shelf_sets": (7, "three_wire", 4),
            "bonding": (15, "up_to_a", 8850), "raceways": (34, "area_mm2", 150908), "fill": (3, "percent", 124), "cover": (5, "pipe", 2250),
            "motors": (12, "v230", 185.5), "welders": (9, "nonmotor", 6.8), "encased": (6, "up_to_a", 1455),
        "copper_air": (24, "c75", 9450), "aluminum_air": (23, "c75", 7440), "free_air": (4, "factor", 3.55)}  # fmt: skip


def a_dwelling(**changes):
    return CA.dwellings.dwelling_loads(DwellingFacts(**{"floor_m2": 150} | changes))[0].total.value


def canadian(job, **changes):
    return checked(job, rulebook="ca-2021", **changes)


def supplied(grounding=Grounding.equipment_ground, *, animals=False, electrodes=()):
    run = RunFacts(RunKind.feeder, Circuit.three_wire, grounding, False, 240, ())
    return BuildingFacts(True, False, animals, False, run, 0, electrodes)


class Dwellings(unittest.TestCase):
    def test_the_basement_counts_three_quarters_for_the_load_and_not_at_all_for_the_least_service(self):
        # 240 m² of which 80 are basement: 220 count, two further blocks of 90
        steps = {s.symbol: s.value for s in CA.dwellings.dwelling_loads(DwellingFacts(floor_m2=240, basement_m2=80))[0].total.steps}
        self.assertEqual((steps["A"], steps["S_b"]), (220, 7000))
        for floor, basement, least in ((80, 0, 24_000), (79.9, 0, 14_400), (150, 71, 14_400), (150, 70, 24_000)):
            with self.subTest(floor=floor, basement=basement):
                self.assertEqual(a_dwelling(floor_m2=floor, basement_m2=basement), least)

    def test_blocks_of_90_square_metres_or_part(self):
        for area, basic in ((90, 5000), (90.1, 6000), (180, 6000), (180.1, 7000)):
            steps = {s.symbol: s.value for s in CA.dwellings.dwelling_loads(DwellingFacts(floor_m2=area))[0].total.steps}
            self.assertEqual(steps["S_b"], basic, area)

    def test_loads_over_1500_w_with_and_without_a_range(self):
        large = (
            Appliance("Tank", 4500, to_neutral=False),
            Appliance("Heater", 6000, to_neutral=False),
            Appliance("Kettle", 1500, to_neutral=True),
        )
        heat = {"heating_va": 20_000, "floor_m2": 90}
        base = a_dwelling(**heat)
        self.assertEqual(a_dwelling(**heat, appliances=large, ranges_va=(12_000,)) - base, 6000 + 0.25 * 10_500)
        self.assertEqual(a_dwelling(**heat, appliances=large) - base, 6000 + 0.25 * 4500)
        self.assertEqual(a_dwelling(**heat, ranges_va=(14_000,)) - base, 6000 + 0.4 * 2000)

    def test_heat_is_reduced_only_with_control_in_each_room_and_compared_with_cooling_after_that(self):
        def climate(**facts):
            return {s.symbol: s.value for s in CA.dwellings.dwelling_loads(DwellingFacts(floor_m2=90, **facts))[0].total.steps}["S_c"]

        self.assertEqual(climate(heating_va=14_000, heating_zones=5), 13_000)
        self.assertEqual(climate(heating_va=14_000, heating_zones=1), 14_000)
        self.assertEqual(climate(heating_va=10_000, heating_zones=5), 10_000)
        self.assertEqual(climate(heating_va=14_000, heating_zones=5, cooling_va=13_500), 13_500)  # larger than what is left of the heat

    def test_vehicle_charging_is_plain_in_the_total_and_continuous_on_its_own_circuit(self):
        self.assertEqual(a_dwelling(heating_va=20_000, vehicles_va=(7680,)) - a_dwelling(heating_va=20_000), 7680)
        circuit = with_loads(a_feeder(kind="branch"), car=Load(name="Car", enclosure="P2", kind=LoadKind.vehicle, power_va=7680))
        self.assertEqual(run_of(canadian(circuit)).device_a, 40)  # 32 A over 0.8

    def test_a_house_of_a_job_is_worked_by_it(self):
        job = with_building(with_loads(a_feeder()), use="dwelling", floor_m2=150, load_method="basic")
        plan = solve(canadian(job)).buildings["B2"]
        self.assertEqual([(m.key, round(m.total_a)) for m in plan.methods], [("basic", 100)])


class Wires(unittest.TestCase):
    def test_the_five_percent_and_the_service_table_are_not_used_together(self):
        load, ampacity = DesignLoad(100, 0, 100), Ampacity(95.0, 95.0, 0)
        self.assertTrue(CA.ampacities.load_margins(load, ampacity, RunKind.feeder)[1][0].holds)
        self.assertFalse(CA.ampacities.load_margins(load, Ampacity(94.9, 95.0, 0), RunKind.feeder)[1][0].holds)
        served = CA.ampacities.load_margins(load, Ampacity(83.0, 83.0, 0), RunKind.service, 0.83)[1][0]
        self.assertTrue(served.holds)
        self.assertFalse(
            CA.ampacities.load_margins(load, Ampacity(82.9, 83.0, 0), RunKind.service, 0.83)[1][0].holds
        )  # no five percent on top

    def test_the_service_table_is_for_services_alone(self):
        for kind, whole, device, share in ((RunKind.service, True, 200, 0.83), (RunKind.service, True, 100, 0.83), (RunKind.service, True, 90, 1.0),
                                           (RunKind.service, True, 401, 1.0), (RunKind.service, False, 200, 1.0), (RunKind.feeder, True, 200, 1.0)):  # fmt: skip
            self.assertEqual(CA.dwellings.dwelling_allowance(AllowanceFacts(whole, kind, device)).value, share)

    def test_unmarked_terminals_to_100_a_are_held_to_60_degrees(self):
        wire, run = Wire("3", Metal.copper, "RW90"), (Segment(length_m=20, place=Place.indoors),)
        for device, amperes in ((100, 85), (101, 100)):
            held = CA.ampacities.terminals_c(Terminals.unmarked, device).value
            self.assertEqual(CA.ampacities.run_ampacity(wire, run, 2, held).value.final_a, amperes)
        self.assertEqual(CA.ampacities.run_ampacity(wire, run, 2, CA.ampacities.terminals_c(Terminals.c75, 60).value).value.final_a, 100)

    def test_small_wires_have_a_largest_device_aluminum_too(self):
        for size, metal, device in (("14", Metal.copper, 15), ("12", Metal.copper, 20), ("10", Metal.copper, 30), ("12", Metal.aluminum, 15),
                                    ("10", Metal.aluminum, 25), ("8", Metal.copper, 45), ("8", Metal.aluminum, 40)):  # fmt: skip
            held = code_table(metal).number(size, "c75") if size != "8" else code_table(metal).number("8", "c60") + 5
            self.assertEqual(
                CA.devices.device_for_wire(Ampacity(held, held, 0), Wire(size, metal, "RW90"), "next_up").value, device, (size, metal)
            )

    def test_the_next_device_up_ends_at_600_a(self):
        wire = Wire("500", Metal.copper, "RW90")
        self.assertEqual(
            [CA.devices.device_for_wire(Ampacity(a, a, 0), wire, "next_up").value for a in (380.0, 590.0, 620.0)], [400, 600, 600]
        )
        self.assertEqual(CA.devices.device_for_wire(Ampacity(380.0, 380.0, 0), wire, "never_above").value, 350)

    def test_a_continuous_load_may_take_80_percent_of_device_and_conductor(self):
        load = DesignLoad(0, 80, 0)
        self.assertEqual(CA.devices.device_for_load(load, RunKind.feeder).value, 100)
        self.assertAlmostEqual(CA.ampacities.load_margins(load, Ampacity(100.0, 100.0, 0), RunKind.feeder)[1][0].used, 95)
        self.assertEqual([s.value for s in CA.ampacities.largest_loads(Ampacity(85.0, 85.0, 0), 100, RunKind.feeder)], [85, 68])
        self.assertTrue(CA.loads.counts_continuous(LoadKind.other, RunKind.feeder, said=False))
        self.assertFalse(CA.loads.counts_continuous(LoadKind.motor, RunKind.feeder, said=True))

    def test_equipment_marked_for_100_percent_counts_a_continuous_load_once(self):
        for marked, device in ((False, 100), (True, 80)):
            job = a_feeder(80, 20, continuous_a=80, full_rated=marked)
            self.assertEqual((run_of(canadian(job)).device_a, run_of(job).device_a), (device, device))
        plan = run_of(canadian(a_feeder(80, 20, continuous_a=80, full_rated=True)))
        self.assertIn("Rule 8-104(5)", {line.citation for group in plan.working for line in group.lines})

    def test_the_short_tap_is_sized_by_its_device_and_the_long_one_by_the_conductors_ampacity(self):
        facts = {"feeder_device_a": 200, "load_a": 40, "end_device_a": 50, "feeder_ampacity_a": 230}
        sizes = [CA.taps.tap(TapFacts(length_m=m, **facts), Metal.copper, "RW90", 75).value for m in (3.0, 3.1, 7.5)]
        # 50 A asks for No. 8; a third of 230 A is 76.7 A and asks for No. 4
        self.assertEqual(sizes, [("8", "3 m rule"), ("4", "7.5 m rule"), ("4", "7.5 m rule")])
        with self.assertRaisesRegex(NoSolution, "7.6 m"):
            CA.taps.tap(TapFacts(length_m=7.6, **facts), Metal.copper, "RW90", 75)

    def test_the_drop_is_a_rule_and_two_lawful_runs_fail_together(self):
        job = canadian(a_feeder(70, 60, conductor_size="2", metal="aluminum"))
        self.assertFalse(margin(run_of(job), "drop").advice)
        long = canadian(a_feeder(70, 130))
        self.assertLess(run_of(long).drop_percent, 3.0)  # not left to advice: the size that keeps it is taken
        open_call = checked(long, calls={"drop_limit": CallChoice(school="none")})
        self.assertLess(run_of(open_call).drop_percent, 3.0)  # no call leaves a rule aside
        second = long.runs["F1"].model_copy(update={"name": "On", "origin": "P2", "target": "P3", "conductor_size": None})
        enclosures = long.enclosures | {"P3": long.enclosures["P2"].model_copy(update={"name": "Third"})}
        both = solve(canadian(long, enclosures=enclosures, runs=long.runs | {"F2": second}))
        self.assertLessEqual(both.runs["F2"].way_percent, 5.0)  # the second run is raised so that both keep five

    def test_a_wire_in_the_ground_from_1_0_up_says_that_its_own_tables_are_not_built(self):
        for size, told in (("1", False), ("1/0", True)):
            steps = CA.ampacities.run_ampacity(Wire(size, Metal.aluminum, "RW90"), (Segment(length_m=30),), 2, 75).steps
            self.assertEqual(any("not built" in step.text for step in steps), told)

    def test_what_the_tables_do_not_allow_is_refused(self):
        with self.assertRaisesRegex(OutsideTable, "wet place"):
            CA.ampacities.run_ampacity(Wire("6", Metal.copper, "T90 Nylon"), (Segment(length_m=9),), 2, 75)
        with self.assertRaisesRegex(OutsideTable, "around 60 °C"):
            CA.ampacities.run_ampacity(Wire("6", Metal.copper, "NMWU"), (Segment(length_m=9, ambient_c=56),), 2, 60)
        self.assertIn(
            "single conductor", CA.wires.insulation_fits("RW90", (Segment(length_m=9, method=Method.cable, place=Place.indoors),)).value
        )

    def test_transformers(self):
        for secondary, sides in ((True, [90.0, 80.0]), (False, [40.0, 0.0])):
            facts = TransformerFacts(15, 480, 240, secondary)
            self.assertEqual([side.value.most_a for side in CA.taps.transformer_devices(facts)], sides)


class Grounds(unittest.TestCase):
    def test_grounded_again_or_a_bonding_conductor_never_both(self):
        along, again = (
            CA.grounds.bond_here(first_disconnect=False, building=supplied(g)).value
            for g in (Grounding.equipment_ground, Grounding.legacy_three_wire)
        )
        self.assertEqual((along, again), ("separate", "bonded"))
        self.assertEqual(
            CA.grounds.bond_here(first_disconnect=False, building=supplied(Grounding.legacy_three_wire, animals=True)).value, "bonded"
        )
        both = canadian(with_panel(a_feeder(), bond_found="bonded"))
        self.assertTrue(found(solve(both), "bonded here and must be kept apart"))

    def test_rods_are_always_two_three_metres_long_and_apart(self):
        alone = BuildingFacts(False, True, False, False, None, 0, (Electrode(name="R", building="B", measured_ohm=5),))
        for school in ("second_rod", "one_proved", "inspector_one"):
            self.assertEqual(CA.electrodes.electrodes_needed(alone, school).value.rods, 2)
        self.assertEqual(CA.electrodes.rod_limits()[:2], (3.0, 3.0))
        self.assertFalse(CA.electrodes.electrodes_needed(supplied(), "second_rod").value.required)
        self.assertTrue(CA.electrodes.electrodes_needed(supplied(Grounding.legacy_three_wire), "second_rod").value.required)
        self.assertEqual(
            [CA.electrodes.electrode_conductor(ElectrodeKind.rod, None, metal).value for metal in (Metal.copper, Metal.aluminum)],
            ["6", "4"],
        )

    def test_the_bonding_conductor_follows_the_device_on_both_sides_of_each_row(self):
        rows = code_table("bonding").rows
        for (low, one), (_, next_one) in pairwise(rows.items()):
            self.assertEqual(CA.grounds.equipment_ground(GroundFacts(float(low), Metal.copper, "750", "750")).value, one["copper"])
            self.assertEqual(CA.grounds.equipment_ground(GroundFacts(float(low) + 1, Metal.copper, "750", "750")).value, next_one["copper"])


class Tables(unittest.TestCase):
    def test_rows_and_sums(self):
        for name, (rows, column, total) in SUMS.items():
            with self.subTest(name):
                table = code_table(name)
                self.assertEqual(len(table.rows), rows)
                self.assertAlmostEqual(sum(float(row[column]) for row in table.rows.values() if row[column]), total, delta=0.01)
        self.assertEqual(
            set(FILES) - set(SUMS), {"usual_lugs", "wire_dimensions", "small", "insulation", "trade_words", "looked_at", "tested"}
        )

    def test_ambient_follows_the_square_root_law(self):
        for key, row in code_table("ambient").rows.items():
            for column in (60, 75, 90):
                if row[f"c{column}"]:
                    self.assertAlmostEqual(float(row[f"c{column}"]), math.sqrt((column - float(key)) / (column - 30)), delta=0.006)

    def test_columns_follow_the_heat_they_may_take(self):
        for metal in Metal:
            for size, row in code_table(metal).rows.items():
                if row["c60"]:
                    self.assertAlmostEqual(float(row["c90"]) / float(row["c60"]), math.sqrt(60 / 30), delta=0.3, msg=size)

    def test_physics_of_wires_agrees_with_the_printed_table_of_the_neighbours(self):
        work_lines, laid = us_source("conductors"), us_source("impedance")
        for size in ("14", "10", "6", "2", "1/0", "4/0", "350", "500"):
            for metal in Metal:
                per_kft = 304.8 * awg.resistance_ohm_m(size, metal, 75)
                self.assertAlmostEqual(per_kft / work_lines.number(size, f"{metal}_ohm_per_kft"), 1, delta=0.02, msg=f"{size} {metal}")
        for size in ("12", "6", "2", "1/0", "4/0", "500"):
            for method, column in ((Method.pvc40, "pvc"), (Method.emt, "steel")):
                z = CA.drops.impedance(size, Metal.copper, method).value
                self.assertAlmostEqual(z.reactance_ohm * 0.3048 / laid.number(size, f"x_{column}"), 1, delta=0.17, msg=size)

    def test_larger_is_never_worse(self):
        for metal in Metal:
            ladder = CA.wires.sizes(metal)
            for one, other in pairwise(ladder):
                self.assertGreater(CA.wires.area(other), CA.wires.area(one))
                self.assertLess(
                    CA.drops.impedance(other, metal, Method.pvc40).value.resistance_ohm,
                    CA.drops.impedance(one, metal, Method.pvc40).value.resistance_ohm,
                )

    def test_a_wye_and_a_split_phase(self):
        self.assertEqual(
            [CA.ampacities.carrying_conductors(Circuit.three_wire, s).value for s in (System.split_phase, System.wye_legs)], [2, 3]
        )
        self.assertAlmostEqual(CA.supplies.to_neutral_v(208, System.wye_legs), 120, delta=0.1)


QUESTIONS: tuple[tuple[str, dict[str, Any], str], ...] = (
    ("ampacity", {"size": "6"}, "No. 6 AWG copper RW90 carries 55 A here"),
    ("carry", {"size": "10", "segments": [{"length_m": 29}]}, "No. 10 AWG copper NMD90: a 30 A breaker, 24 A continuous"),
    ("equipment-ground", {"device_a": 60}, "No. 10 AWG copper bonding conductor"),
    ("electrode-conductor", {"supply_size": "2"}, "No. 6 AWG copper"),
    ("overcurrent", {"load_a": 9}, "a 20 A device"),
    ("tap", {"length_m": 6, "feeder_device_a": 200, "feeder_ampacity_a": 230, "load_a": 50, "end_device_a": 60}, "No. 4 AWG copper, 7.5 m rule"),
    ("tap", {"length_m": 3, "feeder_device_a": 200, "feeder_ampacity_a": 230, "load_a": 50, "end_device_a": 60}, "No. 6 AWG copper, 3 m rule"),
    ("transformer", {"rating_kva": 10, "primary_v": 480, "secondary_v": 240}, "a device of 60 A at most"),
    ("dwelling-load", {"floor_m2": 150}, "basic 100 A; a service of 100 A by the basic method"),
    ("dwelling-load", {"floor_m2": 70}, "basic 60 A; a service of 60 A by the basic method"),
    ("raceway", {"wires": [{"count": 3, "size": "6"}]}, "mm PVC"),
    ("drop", {"size": "6", "length_m": 9, "current_a": 9}, "%"),
    ("cover", {}, "450 mm"),
)  # fmt: skip


class Calculated(unittest.TestCase):
    """Every question that can be asked by rulebook is answered by this one, in its terms."""

    def test_headlines(self):
        for name, facts, words in QUESTIONS:
            calculator = CALCULATORS[name]
            answer = calculator.work(calculator.question.model_validate(facts | {"rulebook": "ca-2021"}))
            with self.subTest(name, **facts):
                self.assertIn(words, answer.headline)
                self.assertEqual(answer.rulebook, "Canadian rules, CE Code 2021")
                self.assertTrue(all(line.citation for group in answer.working for line in group.lines))


class BesideEachOther(unittest.TestCase):
    def a_tap(self, length_m):
        """A splitter at the end of a feeder, and a tap from it."""
        job = canadian(a_feeder(150, 12, metal=Metal.copper))
        feeder = job.runs["F1"].model_copy(update={"target": "S", "device_a": 200})
        tap = feeder.model_copy(update={"name": "Tap", "kind": RunKind.tap, "origin": "S", "target": "P2", "load_a": 50.0, "device_a": 60,
                                        "segments": (Segment(length_m=length_m, place=Place.indoors),)})  # fmt: skip
        enclosure = job.enclosures["P2"].model_copy(update={"name": "Splitter", "kind": "splitter"})
        return run_of(checked(job, enclosures=job.enclosures | {"S": enclosure}, runs={"F1": feeder, "T": tap}), "T")

    def test_a_tap_by_the_rule_of_every_length(self):
        for length_m, here in ((3.0, 0), (3.1, 1), (7.5, 1), (7.6, 2)):
            plan = self.a_tap(length_m)
            with self.subTest(length_m=length_m):
                self.assertEqual([one.here for one in plan.taps], [i == here for i in range(3)])
                self.assertEqual(plan.sized, here < 2)
        short, long, beyond = self.a_tap(5).taps
        order = [CA.wires.sizes(Metal.copper).index(one.size) for one in (short, long, beyond)]
        self.assertEqual(order, sorted(set(order)))  # by its device, by a third of the ampacity, the whole of the feeder
        self.assertIn("device where it ends, 60 A", short.why)
        self.assertIn("a third of the larger conductor", long.why)
        self.assertIsNone(beyond.to_m)

    def test_the_code_s_distances_stand_beside_the_solved_drop(self):
        reach = CA.drops.drop_distance(Wire("12", Metal.copper, "TW75"), 20, 20).value
        self.assertAlmostEqual(reach, 1.2 / (2 * 20 * 5.21e-3 * (234.5 + 75) / 254.5), delta=0.1)  # 5.21 Ω/km at 20 °C, at 75 °C
        self.assertGreater(CA.drops.drop_distance(Wire("12", Metal.copper, "TW75"), 20, 40).value, reach)  # cooler, so farther
        drops = {one.method: one.percent for one in run_of(canadian(a_feeder(60, 40))).drops if one.current == "calculated"}
        self.assertAlmostEqual(drops["distance"] / drops["dc"], 1, delta=0.12)
        self.assertFalse(any(one.method == "distance" for one in run_of(a_feeder(60, 40)).drops))


class Loads(unittest.TestCase):
    def test_heaters_without_a_tank_and_of_pools_count_whole(self):
        base = a_dwelling(ranges_va=(12_000,), heating_va=20_000)
        for kind, counted in (("tankless", 9000), ("pool_heater", 9000), ("hot_tub", 9000), ("water_heating", 0.25 * 9000)):
            with self.subTest(kind):
                one = (Appliance("One", 9000, False, LoadKind(kind)),)
                self.assertAlmostEqual(a_dwelling(ranges_va=(12_000,), heating_va=20_000, appliances=one) - base, counted)

    def test_the_circuit_of_a_range_goes_by_its_demand(self):
        for power, device_a in ((12_000, 40), (6000, 40), (14_000, 40), (24_000, 60)):  # 8 kW; 40 A at least; 8.8 kW; 12.8 kW
            job = canadian(with_loads(a_feeder(None, 10), r=Load(name="Range", enclosure="P2", kind="range", power_va=power)))
            run = job.runs["F1"].model_copy(update={"kind": RunKind.branch, "metal": Metal.copper})
            self.assertEqual(run_of(checked(job, runs={"F1": run})).device_a, device_a, power)

    def test_heat_and_cooling_that_run_together(self):
        apart, together = (a_dwelling(heating_va=20_000, **{key: 5000}) for key in ("cooling_va", "cooling_with_heat_va"))
        self.assertAlmostEqual(together - apart, 5000)

    def test_a_measured_demand_and_what_is_new(self):
        found_ = CA.dwellings.dwelling_loads(DwellingFacts(floor_m2=150, measured_va=9000, added_va=7200))
        self.assertEqual([(m.key, m.total.value) for m in found_[1:]], [("measured", 16_200)])


class RightFirst(unittest.TestCase):
    def test_the_five_percent_chooses_what_a_pinned_size_is_allowed(self):
        """No size that a pin may have is passed over: the chosen one is the least that holds when pinned."""
        for load_a in (62, 66, 68, 69, 95, 121, 157):
            job = canadian(a_feeder(load_a, 5, metal=Metal.copper))
            chosen = run_of(job).least_size
            ladder = CA.wires.sizes(Metal.copper)
            below = ladder[ladder.index(chosen) - 1]
            pinned = canadian(a_feeder(load_a, 5, metal=Metal.copper, conductor_size=below))
            with self.subTest(load_a=load_a):
                self.assertTrue([f for f in solve(pinned).findings if f.severity == "stop"])

    def test_derating_starts_at_the_terminals_unless_somebody_calls_it_otherwise(self):
        hot = {"segment": {"ambient_c": 50, "place": "indoors"}, "metal": Metal.copper}
        usual = run_of(canadian(a_feeder(60, 10, **hot)))
        called = run_of(canadian(a_feeder(60, 10, **hot), calls={"derating_start": {"school": "insulation"}}))
        self.assertEqual(next(c.chosen for c in usual.calls if c.name == "derating_start"), "terminals")
        self.assertLess(CA.wires.area(called.size), CA.wires.area(usual.size))

    def test_a_bonding_conductor_beside_larger_wires(self):
        long = {"metal": Metal.copper, "conductor_size": "1/0"}
        larger, device = (
            run_of(canadian(a_feeder(50, 20, **long), calls={"bonding_raised": {"school": school}})) for school in ("larger", "device")
        )
        self.assertEqual((larger.device_a, larger.equipment_ground_size, device.equipment_ground_size), (50, "6", "10"))
        self.assertEqual(run_of(canadian(a_feeder(50, 20, **long))).equipment_ground_size, "6")
        self.assertNotIn("bonding_raised", [c.name for c in run_of(a_feeder(50, 20, **long)).calls])

    def test_where_livestock_is_housed_the_neutral_is_grounded_again(self):
        for grounding, animals, words in (("equipment_ground", True, "where animals live"), ("equipment_ground", False, ""),
                                          ("legacy_three_wire", True, ""), ("legacy_three_wire", False, "")):  # fmt: skip
            job = with_building(canadian(a_feeder(50, 20, grounding=grounding)), animals=animals)
            with self.subTest(grounding, animals=animals):
                plan = solve(job)
                self.assertEqual(bool(found(plan, "where animals live")), bool(words))
                self.assertEqual(found(plan, "cannot be fed with three wires"), [])  # a lawful way for new work too
                self.assertEqual(plan.enclosures["P2"].bond, "bonded" if grounding == "legacy_three_wire" else "separate")
                self.assertEqual(bool(found(plan, "the neutral is grounded again at")), grounding == "legacy_three_wire")
        self.assertTrue(
            found(solve(a_feeder(50, 20, grounding="legacy_three_wire")), "cannot be fed with three wires")
        )  # but not in the US

    def test_an_armoured_cable_lies_as_deep_as_a_pipe(self):
        for kind, metres in (("TECK90", 0.45), ("USEI90", 0.6)):
            job = canadian(
                a_feeder(
                    40, 20, insulation=kind, metal=Metal.copper if kind == "TECK90" else Metal.aluminum, segment={"method": "direct_burial"}
                )
            )
            self.assertEqual(run_of(job).segments[0].cover_m, metres)

    def test_conductors_in_free_air(self):
        carries = lambda laid, others=0: CA.ampacities.run_ampacity(  # noqa: E731
            Wire("1/0", Metal.copper, "RW90"), (Segment(length_m=9, method="cable", place="outdoors", laid=laid, other_carrying=others),), 2, 90).value.final_a  # fmt: skip
        self.assertEqual(
            [round(carries(*one), 1) for one in (("",), ("free",), ("touching",), ("touching", 1), ("touching", 2))],
            [170, 260, 234, 221, 208],
        )  # in free air its terminals are read in the table of free air, too
        loose = [next(s.value for s in CA.ampacities.run_ampacity(Wire("1/0", Metal.copper, "RW90"), (Segment(length_m=9, method="cable", place="outdoors", laid=laid, other_carrying=n),),
                                                   2, 90).steps if s.symbol == "I_d") for laid, n in (("free", 0), ("touching", 0), ("touching", 2))]  # fmt: skip
        self.assertEqual([round(one, 6) for one in loose], [260, 234, 208])
        with self.assertRaisesRegex(OutsideTable, "it ends at 4"):
            carries("touching", 3)
        for metal in Metal:
            air, pipe = code_table(f"{metal}_air").rows, code_table(metal).rows
            ratios = [float(air[size]["c75"]) / float(pipe[size]["c75"]) for size in air]
            self.assertTrue(all(1.1 < one < 1.8 for one in ratios), ratios)
