"""One question each: worked cases, and both sides of their limits."""

import json
import unittest

from northspan.core.calculators import CALCULATORS
from northspan.core.case.at_building import electrodes_at, places, shapes_of
from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.document.job import Electrode, FallLog, FallReading, FourPinReading
from northspan.core.document.patching import patched
from northspan.core.document.upgrade import read_job
from northspan.core.physics.grid import earthed
from northspan.core.physics.soil import Soil
from northspan.core.working.errors import InvalidJob, NoSolution, OutsideTable
from northspan.standins.earth_tester import SimulatedTester
from tests.support import FT_M, checked, examples


def ask(name, **facts):
    calculator = CALCULATORS[name]
    return calculator.work(calculator.question(**facts))


class Wire(unittest.TestCase):
    def test_ampacity(self):
        # 8 AWG copper: 55 A at 90 °C; 40 °C 0.91, six together 0.8, so 40.04 A
        answer = ask("ampacity", size="8", ambient_c=40, carrying=6, terminals="75")
        self.assertAlmostEqual(answer.figures["ampacity_a"], 55 * 0.91 * 0.8)
        self.assertEqual(answer.figures["largest_device_a"], 45)
        self.assertEqual(ask("ampacity", size="8").figures["ampacity_a"], 40)  # unmarked, 100 A or less
        self.assertEqual(ask("ampacity", size="8", device_a=110).figures["ampacity_a"], 50)

    def test_drop_by_every_method(self):
        figures = ask("drop", size="1/0", metal="aluminum", length_m=200 * FT_M, current_a=80).figures
        self.assertAlmostEqual(figures["impedance_drop_v"], 2 * 80 * 0.2 * (0.2 * 0.95 + 0.044 * (1 - 0.95**2) ** 0.5))
        self.assertAlmostEqual(figures["dc_drop_v"], 2 * 80 * 0.2 * 0.201)
        self.assertAlmostEqual(figures["constant_drop_v"], 2 * 21.2 * 80 * 200 / 105600)

    def test_direct_current_is_optimistic_for_large_wire_in_steel(self):
        figures = ask("drop", size="500", method="rmc", length_m=100, current_a=300, power_factor=0.85).figures
        self.assertGreater(figures["impedance_drop_v"], 1.5 * figures["dc_drop_v"])

    def carry(self, **facts):
        return ask("carry", **{"segments": [{"length_m": 29}]} | facts).figures

    def test_what_a_cable_in_the_wall_can_carry(self):
        cases = [
            # size and facts; then ampacity, breaker and largest continuous load
            ("14", {}, 15, 15, 12),
            ("12", {}, 20, 20, 16),
            ("10", {}, 30, 30, 24),
            ("6", {}, 55, 60, 44),  # the next size up protects it; its load may not pass 55 A, nor 44 A continuous
            ("2", {"metal": "aluminum", "insulation": "XHHW-2", "terminals": "75"}, 90, 90, 72),
        ]
        for size, facts, ampacity_a, device_a, steady_a in cases:
            with self.subTest(size=size):
                found = self.carry(size=size, **facts)
                self.assertEqual(
                    (found["ampacity_a"], found["largest_device_a"], found["largest_continuous_a"]), (ampacity_a, device_a, steady_a)
                )

    def test_unmarked_terminals_are_looked_at_again_above_100_a(self):
        # 1/0 copper: 125 A at 60 °C asks a 125 A device, where terminals stand 75 °C: 150 A
        self.assertEqual(self.carry(size="1/0", insulation="THWN-2")["ampacity_a"], 150)
        self.assertEqual(self.carry(size="3", insulation="THWN-2")["ampacity_a"], 85)  # 90 A device, so still 60 °C

    def test_a_hot_attic_holds_it_back(self):
        found = self.carry(size="12", segments=[{"length_m": 20}, {"length_m": 8, "place": "attic", "ambient_c": 55, "other_carrying": 6}])
        self.assertAlmostEqual(found["ampacity_a"], 30 * 0.76 * 0.7)
        self.assertEqual(found["largest_device_a"], 20)
        self.assertAlmostEqual(found["largest_load_a"], 30 * 0.76 * 0.7)

    def test_the_drop_is_that_of_the_current_it_names(self):
        found = self.carry(size="10")
        again = ask("drop", size="10", method="cable", length_m=29, current_a=found["at_drop_limit_a"], nominal_v=120).figures
        self.assertAlmostEqual(again["impedance_drop_percent"], 3)

    def test_an_unsuited_cable_is_named(self):
        self.assertIn("needs a pipe", self.carry(size="10", insulation="THWN-2")["unsuited"])
        with self.assertRaises(OutsideTable):
            self.carry(size="10", insulation="NM-B", segments=[{"length_m": 9, "place": "outdoors"}])


class Protection(unittest.TestCase):
    def test_overcurrent(self):
        self.assertEqual(ask("overcurrent", load_a=60).figures["device_a"], 60)
        self.assertEqual(ask("overcurrent", load_a=60, continuous_a=0.1).figures["device_a"], 70)
        with self.assertRaisesRegex(InvalidJob, "more is continuous"):
            ask("overcurrent", load_a=10, continuous_a=11)

    def test_conductors(self):
        self.assertEqual(ask("equipment-ground", device_a=100).figures["size"], "8")
        self.assertEqual(ask("equipment-ground", device_a=100, size="3", least_size="3").figures["size"], "8")
        self.assertEqual(
            ask("grounded-conductor", neutral_a=0, device_a=200, size="4/0", metal="aluminum", insulation="XHHW-2").figures["size"], "4"
        )
        self.assertEqual(ask("electrode-conductor", electrode="concrete_encased", supply_size="500").figures["size"], "4")
        for name, facts in (("equipment-ground", {"size": "5"}), ("equipment-ground", {"least_size": "7"})):
            with self.assertRaisesRegex(InvalidJob, "there is no copper conductor"):
                ask(name, device_a=60, **facts)

    def test_tap_rules_by_length(self):
        tap = {"feeder_device_a": 400, "load_a": 50, "end_device_a": 60}
        cases = [
            (10 * FT_M, "6", "10 ft rule"),  # 65 A: the load, the device, and more than a tenth of 400 A
            (10.1 * FT_M, "1/0", "25 ft rule"),  # a third of 400 A is 133 A; 1 AWG has 130 A, and no step up is given
            (25 * FT_M, "1/0", "25 ft rule"),
        ]
        for length_m, size, rule in cases:
            with self.subTest(length_m=length_m):
                self.assertEqual(ask("tap", length_m=length_m, **tap).figures, {"size": size, "rule": rule})
        with self.assertRaisesRegex(NoSolution, "protect it at the joint"):
            ask("tap", length_m=25.1 * FT_M, **tap)

    def test_a_tap_gets_no_step_up(self):
        # 4 AWG copper has 85 A at 75 °C; a 90 A device would protect it as a feeder, not as a tap
        found = ask("tap", length_m=2, feeder_device_a=200, load_a=80, end_device_a=90).figures
        self.assertEqual(found["size"], "3")

    def test_transformers(self):
        cases = [
            # kVA, with a secondary device, primary device, secondary device
            (15, True, 70, 80),
            (15, False, 40, 0),  # 31.25 × 1.25 = 39.06, next size up
            (3, True, 15, 20),  # 6.25 A: 250 % is 15.6; 12.5 A secondary: 15.6, next size up
            (3, False, 10, 0),  # 6.25 A is below 9 A: 167 % is 10.4, and no step up
            (1.92, True, 10, 10),  # 250 % of 4 A is just 10; secondary 8 A is below 9 A: 167 % is 13.4
        ]
        for kva, device in ((0.75, False), (1.91, True)):  # 300 % of 1.56 A is 4.7, 250 % of 3.98 A is 9.95: no rating is that small
            with self.assertRaisesRegex(NoSolution, "so small a transformer.*fuse"):
                ask("transformer", rating_kva=kva, primary_v=480, secondary_v=240, secondary_device=device)
        for kva, device, primary_a, secondary_a in cases:
            with self.subTest(kva=kva, device=device):
                found = ask("transformer", rating_kva=kva, primary_v=480, secondary_v=240, secondary_device=device).figures
                self.assertEqual((found["primary_device_a"], found["secondary_device_a"]), (primary_a, secondary_a))


class AsAJobSaysIt(unittest.TestCase):
    """Calculators take what a job can say, and each family's own supply where nothing is said."""

    def test_british_cables_are_grouped_and_laid(self):
        twin = {"rulebook": "uk", "size": "2.5", "insulation": "flat twin"}
        for more, amperes in (({}, 27), ({"carrying": 12}, 15.39), ({"laid": "103"}, 13.5), ({"carrying": 4, "grouped": "tray"}, 23.76), ({"in_insulation_m": 0.5}, 13.5)):  # fmt: skip
            with self.subTest(**more):
                self.assertAlmostEqual(ask("ampacity", **twin, **more).figures["ampacity_a"], amperes, 2)
        with self.assertRaisesRegex(InvalidJob, "/laid: there is no way 900"):
            ask("ampacity", **twin, laid="900")

    def test_the_supply_is_that_of_the_family(self):
        shower = {"loads": [{"name": "Shower", "kind": "shower", "power_va": 9500}], "kind": "branch"}
        for book, amperes, device_a in (("uk", 41.3, 50), ("us", 39.6, 40)):
            figures = ask("building-load", rulebook=book, **shower).figures
            self.assertEqual((round(figures["line_1_a"], 1), figures["device_a"]), (amperes, device_a))
        drop = {"size": "2.5", "length_m": 20, "current_a": 20}
        self.assertAlmostEqual(ask("drop", rulebook="uk", insulation="flat twin", **drop).figures["impedance_drop_v"], 7.2, 2)  # 18 mV/A/m
        self.assertAlmostEqual(
            ask("drop", rulebook="uk", insulation="flat twin", **drop).figures["impedance_drop_percent"], 100 * 7.2 / 230, 2
        )

    def test_a_wire_without_length_and_a_panel_that_goes_are_refused(self):
        for x_m, refused in ((1.04, True), (1.06, False)):
            lies = {"kind": "wire", "x_m": 1, "to_x_m": x_m, "top_m": 0.5}
            question = CALCULATORS["electrode"].question.model_validate({"soil": {"upper_ohm_m": 100}, "electrodes": [lies]})
            if refused:
                with self.assertRaisesRegex(InvalidJob, "ends where it begins"):
                    CALCULATORS["electrode"].work(question)
            else:
                self.assertGreater(CALCULATORS["electrode"].work(question).figures["resistance_ohm"], 0)
        with self.assertRaisesRegex(InvalidJob, "nothing to be laid out"):
            CALCULATORS["panel"].work(CALCULATORS["panel"].question(status="remove"))

    def test_a_british_demand_without_lights_or_sockets_is_refused(self):
        whole = {"rulebook": "uk", "lighting_va": 1000, "sockets_va": [7360], "ranges_va": [9200]}
        plain = ask("dwelling-load", **whole).figures["diversity_va"]
        self.assertAlmostEqual(plain, 660 + 7360 + 2300 + 0.3 * 6900)
        self.assertAlmostEqual(ask("dwelling-load", **whole, cooker_sockets=1).figures["diversity_va"] - plain, 1150)
        for missing in ("lighting_va", "sockets_va"):
            with self.assertRaisesRegex(InvalidJob, f"/{missing}: no"):
                ask("dwelling-load", **{key: value for key, value in whole.items() if key != missing})
        with self.assertRaisesRegex(InvalidJob, "/floor_m2"):
            ask("dwelling-load", ranges_va=[9000])

    def test_ampacity_in_sets_over_a_roof_and_in_a_nipple(self):
        wire = {"size": "1/0", "terminals": "75"}
        for more, amperes in (({"sets": 2}, 300), ({"over_roof_m": 0.02}, 170 * 0.65), ({"over_roof_m": 0.03}, 150), ({"carrying": 6}, 136),
                              ({"carrying": 6, "pipe_length_m": 0.6}, 150), ({"over_roof_m": 0, "insulation": "XHHW-2"}, 150)):  # fmt: skip
            with self.subTest(**more):
                self.assertAlmostEqual(ask("ampacity", **wire, **more).figures["ampacity_a"], amperes)
        with self.assertRaisesRegex(InvalidJob, "/sets: 6 AWG is not run in parallel"):
            ask("ampacity", size="6", sets=2)

    def test_a_pipe_takes_a_mix_of_insulations_bare_wires_and_cables_by_diameter(self):
        mix = [
            {"count": 3, "size": "4", "insulation": "THWN-2"},
            {"count": 1, "size": "6", "bare": True},
            {"count": 1, "size": "4", "insulation": "RHW-2"},
        ]
        self.assertAlmostEqual(
            ask("raceway", pipe_size="2", wires=mix).figures["fill_percent"], 100 * (3 * 0.0824 + 0.027 + 0.1333) / 3.291, 1
        )
        one = ask("raceway", wires=[{"count": 1, "diameter_m": 0.022}])
        self.assertEqual((one.figures["pipe_size"], one.figures["allowed_percent"]), ("1-1/4", 53))
        with self.assertRaisesRegex(InvalidJob, "/wires/0/size"):
            ask("raceway", wires=[{"count": 1}])
        for metres, percent in ((0.6, 60), (0.62, 40)):
            self.assertEqual(ask("raceway", wires=mix, pipe_length_m=metres).figures["allowed_percent"], percent)

    def test_a_fill_that_fails_never_reads_like_one_that_holds(self):
        wires = [
            {"count": 3, "size": "1/0", "insulation": "XHHW-2"},
            {"count": 1, "size": "8", "insulation": "XHHW-2"},
            {"count": 1, "size": "14", "insulation": "XHHW-2"},
        ]
        full = ask("raceway", method="emt", pipe_size="1-1/4", wires=wires)
        self.assertIn("40.4 % full of 40 %", full.headline)
        self.assertFalse(full.margins[0].holds)
        self.assertNotIn("40 % full of 40 %", full.headline)

    def test_the_drop_of_sets_rings_legs_and_what_lies_ahead(self):
        run = {"size": "1/0", "length_m": 30.48, "current_a": 100, "power_factor": 1}
        one = ask("drop", **run).figures["impedance_drop_v"]
        self.assertAlmostEqual(ask("drop", **run, sets=2).figures["impedance_drop_v"], one / 2)
        ring = ask("drop", rulebook="uk", size="2.5", insulation="flat twin", length_m=60, current_a=20, ring=True).figures[
            "impedance_drop_v"
        ]
        self.assertAlmostEqual(ring, 18 * 60 * 20 / 4 / 1000, 2)
        legs = ask("drop", **run, neutral_a=100).figures
        self.assertAlmostEqual(legs["solved_drop_percent"], 100 * 2 * 100 * 0.012 / 120, 1)  # one leg alone, out and back on 120 V
        self.assertIn("5.0 % over the whole way", ask("drop", **run, above_percent=4).headline)

    def test_a_device_box_counts_all_that_is_in_it(self):
        in3 = lambda **facts: round(ask("box-fill", **facts).figures["least_l"] / 0.016387064, 4)  # noqa: E731
        wires = {"joined": [{"count": 4, "size": "12"}]}
        for more, volume in (({}, 9), ({"devices": [{"count": 1, "size": "12"}]}, 13.5), ({"clamps": True}, 11.25), ({"supports": 2}, 13.5),
                             ({"looped": [{"count": 1, "size": "12"}]}, 13.5), ({"grounds": [{"count": 4, "size": "12"}]}, 11.25),
                             ({"grounds": [{"count": 5, "size": "12"}]}, 11.8125), ({"grounds": [{"count": 1, "size": "10"}]}, 11.5)):  # fmt: skip
            with self.subTest(**more):
                self.assertAlmostEqual(in3(**wires, **more), volume, 3)
        self.assertEqual([ask("box-fill", **wires, volume_l=liters).margins[0].holds for liters in (0.1475, 0.1474)], [True, False])
        self.assertAlmostEqual(
            ask("box-fill", rulebook="ca", **wires, connectors=3, grounds=[{"count": 9, "size": "14"}]).figures["least_l"], 5 * 0.0287
        )
        self.assertIn("no figure is set", ask("box-fill", rulebook="uk", joined=[{"count": 4, "size": "2.5"}]).headline)
        with self.assertRaisesRegex(OutsideTable, "the length of the box decides"):
            ask("box-fill", joined=[{"count": 1, "size": "4"}])

    def test_cover_of_an_armoured_cable_in_canada(self):
        for kind, metres in (("TECK90", 0.45), ("NMWU", 0.6)):
            self.assertEqual(ask("cover", rulebook="ca", method="direct_burial", insulation=kind).figures["cover_m"], metres)
        small = {"surface": "under_4in_slab", "kind": "branch", "circuit": "two_wire_neutral", "gfci": True, "device_a": 20}
        for method, inches in (("pvc40", 4), ("direct_burial", 6)):
            self.assertAlmostEqual(ask("cover", method=method, **small).figures["cover_m"] / 0.0254, inches)


class Dwelling(unittest.TestCase):
    def test_methods_stand_side_by_side_with_the_least_service(self):
        house = {"floor_m2": 185.8, "ranges_va": [12000], "dryers_va": [5000]}
        found = ask("dwelling-load", **house).figures
        self.assertEqual((round(found["standard_a"]), round(found["optional_a"]), found["optional_service_a"]), (78, 71, 100))
        warm = ask("dwelling-load", **house, heating_va=20000).figures
        self.assertEqual((warm["standard_service_a"], warm["optional_service_a"]), (175, 125))


class Route(unittest.TestCase):
    def test_raceway(self):
        self.assertEqual(ask("raceway", method="emt", wires=[{"count": 9, "size": "12"}]).figures["pipe_size"], "1/2")
        tight = ask("raceway", method="emt", wires=[{"count": 10, "size": "12"}], pipe_size="1/2")
        self.assertFalse(tight.margins[0].holds)
        for facts, words in (
            ({"method": "cable"}, "cable is no pipe"),
            ({"pipe_size": "7"}, "there is no pvc40 of size 7"),
            ({"insulation": "PAPER"}, "no insulation PAPER"),
        ):
            with self.subTest(words), self.assertRaisesRegex(InvalidJob, words):
                ask("raceway", wires=[{"count": 3, "size": "6"}], **facts)

    def test_cover(self):
        self.assertAlmostEqual(ask("cover").figures["cover_m"], 18 * 0.0254)
        self.assertEqual(ask("cover", method="emt").headline, "no figure: this method may not lie there")


class Supply(unittest.TestCase):
    def test_building_load_by_leg(self):
        kiln = {"name": "Kiln", "kind": "kiln", "power_va": 9600, "continuous": True}
        fan = {"name": "Fan", "power_va": 600, "across": "l2_neutral"}
        found = ask("building-load", loads=[kiln, fan]).figures
        self.assertEqual([found[k] for k in ("line_1_a", "line_2_a", "continuous_a", "neutral_a", "device_a")], [40, 45, 40, 5, 60])

    def test_what_never_runs_together_counts_once(self):
        heat, cool = {"name": "Heat", "kind": "heating", "power_va": 7200}, {"name": "Cool", "kind": "cooling", "power_va": 4800}
        self.assertEqual(ask("building-load", loads=[heat, cool]).figures["line_1_a"], 30)
        one, other = ({"name": n, "power_va": va, "alternates": "Bench"} for n, va in (("Saw", 2400), ("Planer", 3600)))
        self.assertEqual(ask("building-load", loads=[one, other]).figures["line_1_a"], 15)
        self.assertEqual(ask("building-load", loads=[one, {**other, "alternates": ""}]).figures["line_1_a"], 25)

    def test_the_largest_motor_counts_a_quarter_more(self):
        motors = [{"name": f"M{hp}", "kind": "motor", "power_va": 1, "horsepower": hp} for hp in (1, 3)]
        self.assertEqual(ask("building-load", loads=motors).figures["line_1_a"], 8 + 17 * 1.25)

    def test_fault_current(self):
        wire = {"size": "4/0", "metal": "aluminum", "length_m": 20}
        self.assertEqual(round(ask("fault-current", rating_kva=25, impedance_percent=1.5).figures["line_neutral_a"]), 10686)
        self.assertLess(ask("fault-current", available_fault_a=10000, conductors=[wire]).figures["line_line_a"], 10000)
        with self.assertRaisesRegex(InvalidJob, "nothing of its strength"):
            ask("fault-current")
        with self.assertRaisesRegex(InvalidJob, "no copper conductor of size 5"):
            ask("fault-current", rating_kva=25, conductors=[{"size": "5", "length_m": 1}])

    def test_source_limit(self):
        self.assertIn("fits", ask("source-limit", source={"name": "G", "kind": "generator", "rating_kva": 12}, load_a=50).headline)
        self.assertIn("too much", ask("source-limit", source={"name": "G", "kind": "generator", "rating_kva": 12}, load_a=50.1).headline)
        with self.assertRaisesRegex(InvalidJob, "the rating is missing"):
            ask("source-limit", source={"name": "G"})


class Ground(unittest.TestCase):
    def test_every_kind_of_electrode_answers_and_joining_always_helps(self):
        soil = {"upper_ohm_m": 200, "lower_ohm_m": 50, "depth_m": 2}
        kinds = [{"kind": "rod"}, {"kind": "wire", "top_m": 0.5, "length_m": 9, "y_m": 2}, {"kind": "ring", "top_m": 0.75, "length_m": 20, "x_m": 9},
                 {"kind": "plate", "x_m": -4}, {"kind": "encased", "top_m": 0.7, "length_m": 6.1, "y_m": -5}]  # fmt: skip
        before = 1e9
        for count in range(1, 6):
            found = ask("electrode", soil=soil, electrodes=kinds[:count]).figures
            self.assertLess(found["resistance_ohm"], before)
            before = found["resistance_ohm"]
        self.assertAlmostEqual(sum(found[f"share_E{i}"] for i in range(1, 6)), 1)

    def test_pins_that_are_too_deep_are_spoken_of(self):
        for pin_m, said in ((0.2, False), (0.21, True)):
            headline = ask("soil", readings=[{"spacing_m": 2, "resistance_ohm": 8, "pin_m": pin_m}]).headline
            self.assertEqual("pins deeper" in headline, said)

    def test_a_log_that_proves_nothing_gives_no_figure(self):
        found = ask("fall-of-potential", current_probe_m=30, largest_m=2, readings=[{"distance_m": 9, "resistance_ohm": 8}]).figures
        self.assertEqual(found, {"proved": "no"})


class Building(unittest.TestCase):
    def ask(self, building="hill", **changes):
        return ask("ground", job=checked(kestrel_hollow(), **changes), building=building)

    def test_more_always_helps_and_each_cure_gives_what_it_says(self):
        answer = self.ask("studio")
        self.assertEqual([m.words for m in answer.more if m.resistance_ohm >= answer.resistance_ohm], [])
        self.assertTrue(answer.wet_ohm < answer.resistance_ohm < answer.dry_ohm)
        more = next(m for m in answer.more if m.words == "one more rod")
        edits = [{"op": e.op, "path": e.path, "value": e.value} for e in more.cure.edits]
        taken = read_job(patched(kestrel_hollow().model_dump(mode="json"), edits))
        self.assertAlmostEqual(ask("ground", job=taken, building="studio").resistance_ohm, more.resistance_ohm, 6)

    def test_the_rule_of_the_field_stands_beside_the_computed_rods(self):
        rows = self.ask().rods
        self.assertEqual([row.rule_percent for row in rows], [100, 60, 40, 33])
        self.assertEqual(rows[0].computed_percent, 100)
        self.assertTrue(all(50 / (row.rods - 1) > row.computed_percent - 20 > 100 / row.rods - 25 for row in rows[1:]))

    def test_no_rod_opens_a_breaker(self):
        self.assertIn("no breaker opens", self.ask("studio").clears)

    def test_without_soil_or_without_electrodes_it_says_so(self):
        self.assertIn("Note the soil", self.ask(soil=None).headline)
        self.assertIn("No electrode", self.ask("spring").headline)
        with self.assertRaisesRegex(InvalidJob, "there is no building barn"):
            self.ask("barn")

    def test_a_plastic_pipe_does_not_count_and_a_bare_wire_does(self):
        job = kestrel_hollow()
        pipe = Electrode(name="Pipe", building="hill", kind="water_pipe", length_m=10)
        with_pipe = {"electrodes": job.electrodes | {"W": pipe}}
        metal, plastic = (
            self.ask(
                **with_pipe, buildings=job.buildings | {"hill": job.buildings["hill"].model_copy(update={"water_pipe": kind})}
            ).resistance_ohm
            for kind in ("metal", "plastic")
        )
        self.assertLess(metal, 0.8 * plastic)
        self.assertAlmostEqual(plastic, self.ask().resistance_ohm)
        bare = self.ask(buildings=job.buildings | {"hill": job.buildings["hill"].model_copy(update={"bare_wire_m": 0.5})})
        self.assertLess(bare.resistance_ohm, plastic)
        self.assertGreater(bare.wire_share, 0.1)

    def test_the_simulated_tester_leads_back_to_its_hidden_soil(self):
        job = kestrel_hollow()
        hidden = Soil(200, 50, 2.0)
        shapes = shapes_of(electrodes_at(job, "hill"), places(job, "hill", 1.83), job.buildings["hill"])
        tester = SimulatedTester(hidden, shapes, noise=0.005)
        pins = tuple(FourPinReading(spacing_m=a, shown_ohm=tester.four_pin(a)) for a in (0.5, 1, 2, 3, 5, 8, 12))
        answer = self.ask(soil_readings=pins)
        value = answer.fitted.edits[0].value
        self.assertAlmostEqual(value["upper_ohm_m"] / 200, 1, delta=0.1)
        self.assertAlmostEqual(value["lower_ohm_m"] / 50, 1, delta=0.15)
        far = 60.0
        log = FallLog(
            current_probe_m=far,
            readings=tuple(
                FallReading(distance_m=s * far, shown_ohm=tester.fall(s * far, far)) for s in (0.2, 0.4, 0.52, 0.58, 0.62, 0.66, 0.7, 0.9)
            ),
        )
        house = job.buildings | {"hill": job.buildings["hill"].model_copy(update={"fall_log": log})}
        measured = self.ask(buildings=house)
        self.assertTrue(measured.proved, measured.verdict)
        truth = earthed(shapes, hidden).resistance_ohm
        self.assertAlmostEqual(measured.measured_ohm / truth, 1, delta=0.06)
        # the soil is brought to what was measured
        edits = [{"op": e.op, "path": e.path, "value": e.value} for e in measured.corrected.edits]
        corrected = read_job(patched(checked(job, buildings=house).model_dump(mode="json"), edits))
        self.assertAlmostEqual(ask("ground", job=corrected, building="hill").resistance_ohm / measured.measured_ohm, 1, delta=0.01)
        near = SimulatedTester(hidden, shapes, noise=0.0)
        close = FallLog(
            current_probe_m=8,
            readings=tuple(FallReading(distance_m=s * 8, shown_ohm=near.fall(s * 8, 8)) for s in (0.2, 0.52, 0.6, 0.63, 0.7, 0.9)),
        )
        self.assertFalse(self.ask(buildings=job.buildings | {"hill": job.buildings["hill"].model_copy(update={"fall_log": close})}).proved)


class All(unittest.TestCase):
    def test_every_answer_is_explained(self):
        for name, given, _ in examples():
            answer = ask(name, **json.loads(given))
            part = getattr(answer, "run", answer)
            with self.subTest(name):
                self.assertTrue(part.headline and answer.deference)
                lines = [line for group in part.working for line in group.lines]
                self.assertTrue(lines)
                self.assertTrue(all(line.citation for line in lines))
