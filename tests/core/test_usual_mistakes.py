"""Where calculations like these usually go wrong: each on the side where it goes wrong and on the other."""

import math
import unittest

from northspan.core.desk.starts import Answers, started
from northspan.core.document.job import Building, CallChoice, Circuit, Enclosure, Load, Metal, RunKind, Source, System
from northspan.core.document.patching import patched
from northspan.core.document.upgrade import read_job
from northspan.core.rulebooks.questions.common import Ampacity, DesignLoad, Wire
from northspan.core.rulebooks.questions.dwellings import AllowanceFacts
from northspan.core.rulebooks.questions.grounds import NeutralFacts
from northspan.core.rulebooks.us import devices, electrodes, grounds, loads, pipes, taps
from northspan.core.rulebooks.us.ampacities import carrying_conductors, is_nipple, run_ampacity
from northspan.core.solve import solve
from northspan.core.working.errors import NoSolution
from tests.support import FT_M, LEAST, US, a_feeder, a_segment, checked, found, margin, run_of, with_loads

COPPER = Wire("4/0", Metal.copper, "THWN-2")


def a_service(heating_va=0.0, **run):
    """A house of 200 m² behind a new service; its run changed as wanted."""
    answers = Answers(
        floor_m2=200, range_va=12000, dryer_va=5000, heating_va=heating_va or None, service_length_m=10, drop_owner="customer"
    )
    job = started("new_service", answers)
    job = checked(job, calls=LEAST, enclosures={k: e.model_copy(update={"main_a": None, "bus_a": None}) for k, e in job.enclosures.items()})
    key = next(k for k, r in job.runs.items() if r.kind is RunKind.service)
    return checked(job, runs=job.runs | {key: job.runs[key].model_copy(update=run)}), key


class DwellingAllowance(unittest.TestCase):
    def test_taken_when_the_run_carries_the_whole_dwelling(self):
        job, key = a_service(load_a=178.0, device_a=200.0, metal=Metal.aluminum)
        plan = solve(job).runs[key]
        # 200 A × 0.83 = 166 A: 4/0 aluminum has 180 A at 75 °C, 3/0 has 155 A
        self.assertEqual((plan.device_a, plan.size), (200, "4/0"))
        self.assertIn("without it", plan.allowance)  # 180 A steps up to 200 A anyway, so nothing is credited
        copper = solve(a_service(load_a=190.0, metal=Metal.copper)[0]).runs[key]
        self.assertEqual((copper.size, copper.allowance.split(":")[0]), ("2/0", "83 % taken"))  # 175 A carries 166 A, not 190 A

    def test_never_is_a_school(self):
        job, key = a_service(load_a=190.0, metal=Metal.copper)
        strict = solve(checked(job, calls=job.calls | {"dwelling_allowance": CallChoice(school="never")})).runs[key]
        self.assertEqual(strict.size, "3/0")
        call = next(c for c in solve(job, None).runs[key].calls if c.name == "dwelling_allowance")
        self.assertEqual([o.outcome.split(",")[0] for o in call.options], ["2/0 AWG copper", "3/0 AWG copper"])

    def test_refused_for_a_detached_building_and_for_a_part_of_the_dwelling(self):
        self.assertIn("no dwelling is behind it", run_of(a_feeder(190)).allowance)
        job, key = a_service(load_a=190.0)
        second = {"P9": Enclosure(name="Second panel", building="B1"), "H": Enclosure(name="Heat panel", building="B1")}
        split = checked(
            job, enclosures=job.enclosures | {"H": second["H"]}, loads=job.loads | {"x": Load(name="Heat", enclosure="H", power_va=9000)}
        )
        self.assertIn("loads on Heat panel belong to the dwelling", solve(split).runs[key].allowance)

    def test_only_from_100_to_400_a(self):
        for device_a, share in ((90, 1), (100, 0.83), (400, 0.83), (450, 1)):
            self.assertEqual(
                devices.dwelling_allowance(AllowanceFacts(whole_dwelling=True, kind=RunKind.service, device_a=device_a)).value, share
            )

    def test_compared_again_after_derating(self):
        # 2/0 copper in a 50 °C attic: 195 × 0.82 = 159.9 A, below the 166 A that 200 A asks
        job, key = a_service(load_a=200.0, metal=Metal.copper)
        hot = job.runs[key].model_copy(update={"segments": (a_segment(length_m=20, place="attic", ambient_c=50),)})
        self.assertEqual(solve(checked(job, runs=job.runs | {key: hot})).runs[key].size, "3/0")

    def test_its_ceiling_is_not_lifted_by_rounding_up(self):
        # 165 A carries 83 % of 198 A: no 200 A device, whatever the next size up of 198 would be
        self.assertEqual(devices.device_for_wire(Ampacity(165, 165, 0), COPPER, "never_above", 0.83).value, 175)
        self.assertEqual(devices.device_for_wire(Ampacity(166, 166, 0), COPPER, "never_above", 0.83).value, 200)


class Rounding(unittest.TestCase):
    def test_taps_and_secondaries_get_no_step_up(self):
        for school in ("tap", "secondary", "never_above"):
            self.assertEqual(devices.device_for_wire(Ampacity(180, 180, 0), COPPER, school).value, 175)
        self.assertEqual(devices.device_for_wire(Ampacity(180, 180, 0), COPPER, "next_up").value, 200)

    def test_a_tap_in_a_job_follows_the_rule_for_its_length(self):
        job = a_feeder(150, 12, metal=Metal.copper)
        job = checked(job, buildings=job.buildings | {"B3": Building(name="Side")}, enclosures=job.enclosures | {"S": Enclosure(name="Splitter", building="B2", kind="splitter"),
                      "P3": Enclosure(name="Side panel", building="B2", main_a=60)}, runs={})  # fmt: skip
        feeder = a_feeder(150, 12, metal=Metal.copper).runs["F1"].model_copy(update={"target": "S", "load_a": 150.0})
        for feet, size in ((9, "6"), (20, "6"), (10.5, "6")):
            tap = feeder.model_copy(
                update={
                    "name": "Tap",
                    "kind": RunKind.tap,
                    "origin": "S",
                    "target": "P3",
                    "load_a": 60.0,
                    "segments": (a_segment(length_m=feet * FT_M, place="indoors"),),
                }
            )
            plan = solve(checked(job, runs={"F1": feeder, "T": tap})).runs["T"]
            with self.subTest(feet=feet):
                self.assertEqual(plan.size, size)
                self.assertEqual(margin(plan, "share").limit, plan.ampacity_a)
        long = feeder.model_copy(
            update={
                "name": "Tap",
                "kind": RunKind.tap,
                "origin": "S",
                "target": "P3",
                "load_a": 60.0,
                "segments": (a_segment(length_m=26 * FT_M),),
            }
        )
        self.assertTrue(found(solve(checked(job, runs={"F1": feeder, "T": long})), "the rules for 10 and 25 ft"))
        with self.assertRaises(NoSolution):
            taps.tap_share(25.01 * FT_M, 200)

    def test_motor_circuits_have_their_own(self):
        # 230 V: 3 hp has 17 A; 250 % is 42.5 A, next size up 45 A, over a wire for 125 % of 17 A
        self.assertEqual([loads.motor_device(a).value for a in (17, 16, 18)], [45, 40, 45])
        job = a_feeder(None, 10, kind=RunKind.branch, circuit="two_wire_line", metal=Metal.copper)
        job = checked(job, loads={"saw": Load(name="Saw", enclosure="P2", kind="motor", power_va=3900, horsepower=3)})
        plan = run_of(job)
        self.assertEqual(
            (plan.device_a, plan.size, round(plan.load_a, 2)), (45, "12", 21.25)
        )  # 25 A at 75 °C, and no 20 A limit for a motor
        cold = run_of(checked(job, runs={"F1": job.runs["F1"].model_copy(update={"terminals": "60"})}))
        self.assertEqual(cold.size, "10")
        self.assertEqual(found(solve(job), "does not protect"), [])

    def test_fixed_heat_counts_a_quarter_more_on_its_circuit_only(self):
        load = Load(name="Heater", enclosure="P2", kind="heating", power_va=4800)
        for kind, device in ((RunKind.branch, 25), (RunKind.feeder, 20)):
            with self.subTest(kind):
                self.assertEqual(run_of(checked(a_feeder(None, 10, kind=kind), loads={"h": load})).device_a, device)


class Conductors(unittest.TestCase):
    def test_ground_growth_begins_after_derating(self):
        # 70 A in a hot place asks 2 AWG copper where 4 AWG would do at 30 °C: that is no increase, the ground stays 8 AWG
        hot = run_of(a_feeder(70, 10, metal=Metal.copper, insulation="XHHW-2", segment={"ambient_c": 60, "place": "indoors"}))
        self.assertEqual((hot.size, hot.least_size, hot.equipment_ground_size), ("3", "3", "8"))

    def test_caps_of_electrodes_are_lost_when_the_conductor_goes_on(self):
        supply = Wire("500", Metal.copper, "THWN-2")
        for kind, capped in (("rod", "6"), ("concrete_encased", "4"), ("ring", "2")):
            self.assertEqual(electrodes.electrode_conductor(kind, supply, Metal.copper).value, capped)
            self.assertEqual(electrodes.electrode_conductor(kind, supply, Metal.copper, goes_on=True).value, "1/0")

    def test_the_service_neutral_is_not_below_the_supply_side_jumper(self):
        load = DesignLoad(100, 0, 5)
        feeder, service = (grounds.grounded_minimum(NeutralFacts(load, 200, COPPER, 75, on_supply=ahead)).value for ahead in (False, True))
        self.assertEqual((feeder, service), ("6", "2"))

    def test_above_1100_kcmil_the_jumper_is_an_eighth(self):
        self.assertEqual(grounds.supply_side_jumper(Wire("600", Metal.copper, "THWN-2"), 1, Metal.copper).value, "1/0")
        self.assertEqual(grounds.supply_side_jumper(Wire("600", Metal.copper, "THWN-2"), 2, Metal.copper).value, "3/0")  # 150 kcmil

    def test_neutrals_that_count(self):
        self.assertEqual(
            [carrying_conductors(Circuit.three_wire, system).value for system in (System.split_phase, System.wye_legs)], [2, 3]
        )

    def test_two_feeders_in_one_pipe_are_four_or_six(self):
        for system, volts, carrying, factor in (("split_phase", 240, 4, 0.8), ("wye_legs", 208, 6, 0.8)):
            job = a_feeder(60, 20, metal=Metal.copper, insulation="XHHW-2")
            one = job.runs["F1"].model_copy(update={"segments": (a_segment(length_m=20, place="indoors", shares_with=("F2",)),)})
            two = job.runs["F1"].model_copy(update={"name": "Second", "target": "P3"})
            source = {"T": Source(name="T", line_v=volts, system=system)}
            supply = job.runs["F1"].model_copy(
                update={"name": "Supply", "kind": RunKind.service, "origin": "T", "target": "P1", "load_a": 150.0}
            )
            job = checked(
                job,
                sources=source,
                enclosures=job.enclosures | {"P3": Enclosure(name="P3", building="B2")},
                runs={"S": supply, "F1": one, "F2": two},
            )
            lines = [line for group in run_of(job).working for line in group.lines if line.symbol == "F_n"]
            with self.subTest(system):
                self.assertEqual(lines[0].result, f"{factor:g}")
                self.assertIn(f"{carrying}", lines[0].words + lines[0].formula)

    def test_a_nipple_of_24_in_is_not_adjusted_and_may_be_filled_to_60(self):
        wire = Wire("6", Metal.copper, "THWN-2")
        for inches, factor, percent in ((24, 1.0, 60), (24.1, 0.8, 40)):
            segment = a_segment(length_m=inches * 0.0254, place="indoors", method="emt", other_carrying=4)
            worked = run_ampacity(wire, (segment,), 2, 75)
            self.assertEqual(next(s.value for s in worked.steps if s.symbol == "F_n"), factor)
            self.assertEqual(pipes.trade_sizes("emt", 7, segment.length_m)[0].allowed_percent, percent)
        # a short stretch inside a longer pipe is no nipple, nor is a piece of pipe on a cable; two short ones of one pipe are
        short = a_segment(length_m=0.3, place="indoors", method="emt", other_carrying=4)
        for more, nipple in (({"method": "emt", "length_m": 30}, False), ({"method": "cable", "length_m": 30}, False),
                             ({"method": "emt", "length_m": 0.3}, True), ({"method": "emt", "length_m": 0.31}, False)):  # fmt: skip
            self.assertIs(is_nipple((short, a_segment(place="indoors", **more))), nipple)
        pinched = run_ampacity(wire, (short, a_segment(place="indoors", method="emt", length_m=30, other_carrying=4)), 2, 75)
        self.assertEqual(pinched.value.final_a, 60.0)  # 75 A at 90 °C by 0.8

    def test_the_shallow_trench_needs_all_three(self):
        shed = started("shed_circuit", Answers(load_a=12, length_m=20))
        depth = lambda job: solve(job).runs["F1"].segments[0].cover_m / 0.0254  # noqa: E731
        self.assertAlmostEqual(depth(shed), 12)
        for change in ({"gfci": False}, {"device_a": 25.0}, {"circuit": "two_wire_line"}):
            job = checked(shed, runs={"F1": shed.runs["F1"].model_copy(update=change)})
            with self.subTest(**change):
                self.assertAlmostEqual(depth(job), 18)

    def test_a_second_circuit_ends_the_electrode_exemption(self):
        shed = started("shed_circuit", Answers(load_a=12, length_m=20))
        b = shed.runs["F1"].target
        more = checked(shed, enclosures=shed.enclosures | {"D2": shed.enclosures[b].model_copy(update={"name": "Second switch"})},
                       runs=shed.runs | {"F2": shed.runs["F1"].model_copy(update={"name": "Second", "target": "D2", "load_a": 10.0})})  # fmt: skip
        key = shed.enclosures[b].building
        self.assertEqual([solve(job).buildings[key].electrode_required for job in (shed, more)], [False, True])


class Drop(unittest.TestCase):
    def test_solved_legs_by_complex_numbers(self):
        # 30 A on leg 1 to neutral, 10 A on leg 2, and 20 A line to line, over 100 ft of 6 AWG copper
        loads = {"a": Load(name="a", enclosure="P2", power_va=3600, across="l1_neutral"), "b": Load(name="b", enclosure="P2", power_va=1200, across="l2_neutral"),
                 "c": Load(name="c", enclosure="P2", power_va=4800)}  # fmt: skip
        job = checked(a_feeder(None, 100 * FT_M, metal=Metal.copper, conductor_size="6"), loads=loads)
        z, turn = complex(0.49, 0.051) / 10, complex(0.95, -math.sqrt(1 - 0.95**2))
        leg_1 = 120 - abs(120 - z * turn * (50 + 20))
        self.assertAlmostEqual(run_of(job).drop_percent, 100 * leg_1 / 120, 9)
        # the plain sum, balanced legs at 50 A, does not see the neutral
        self.assertLess(
            next(d.percent for d in run_of(job).drops if d.method == "impedance" and d.current == "calculated"), 100 * leg_1 / 120
        )

    def test_schools_stand_beside_each_other(self):
        run = run_of(a_feeder(70, 60, given_drop_a=33.0))
        self.assertEqual(len(run.drops), 16)
        self.assertEqual([d.percent for d in run.drops if d.chosen], [run.drop_percent])
        self.assertEqual(len(run_of(a_feeder(70, 60)).drops), 12)

    def test_limits_by_school(self):
        job = a_feeder(70, 185 * FT_M, metal=Metal.copper)
        sizes = {}
        for school in ("advised", "stricter", "none"):
            plan = run_of(checked(job, calls={"drop_limit": {"school": school}}))
            sizes[school] = US.wires.area(plan.size)
            self.assertEqual(any(m.key == "drop" for m in plan.margins), school != "none")
        self.assertLess(sizes["none"], sizes["advised"])
        self.assertLess(sizes["advised"], sizes["stricter"])


class DeepPumps(unittest.TestCase):
    def of(self, length_m=90, run=None, **changes):
        pump = Load(name="Pump", enclosure="P2", kind="motor", power_va=1840, horsepower=1, **changes)
        job = with_loads(a_feeder(20, length_m, kind="branch", circuit="two_wire_line", metal=Metal.copper, **(run or {})), L1=pump)
        return run_of(job)

    def test_the_cable_down_the_well_counts_and_the_maker_allows_five(self):
        dry, deep = self.of(), self.of(hangs_m=60)
        self.assertEqual(margin(dry, "drop").limit, 3)
        self.assertEqual(margin(deep, "drop").limit, 5)
        longer = self.of(length_m=150)
        self.assertAlmostEqual(self.of(hangs_m=60, run={"conductor_size": dry.size}).drop_percent,
                               self.of(length_m=150, run={"conductor_size": dry.size}).drop_percent, 6)  # fmt: skip
        self.assertGreaterEqual(US.wires.area(longer.size), US.wires.area(deep.size))

    def test_what_a_maker_or_a_person_says_comes_first(self):
        self.assertEqual(margin(self.of(hangs_m=60, drop_allowed_percent=2), "drop").limit, 2)
        self.assertEqual(margin(self.of(hangs_m=60, run={"drop_limit_percent": 4}), "drop").limit, 4)
        self.assertEqual(margin(self.of(hangs_m=0), "drop").limit, 3)

    def test_the_stricter_school_stays_the_stricter(self):
        pump = Load(name="Pump", enclosure="P2", kind="motor", power_va=1840, horsepower=1, hangs_m=60)
        job = with_loads(a_feeder(20, 60, kind="branch", circuit="two_wire_line", metal=Metal.copper), L1=pump)
        for school, limit in (("advised", 5), ("stricter", 2)):
            plan = run_of(checked(job, calls=LEAST | {"drop_limit": CallChoice(school=school)}))
            self.assertEqual(margin(plan, "drop").limit, limit)

    def test_the_depth_is_asked_until_it_is_answered(self):
        for hangs_m, asked in ((None, True), (0, False), (60, False)):
            self.assertEqual(any("how deep it hangs" in one for one in self.of(hangs_m=hangs_m).cautions), asked)


class LongRuns(unittest.TestCase):
    def far(self, load_a=20.0, length_m=400.0):
        return run_of(a_feeder(load_a, length_m))

    def test_transformers_are_of_the_right_size_and_no_way_takes_more_wire(self):
        for load_a, length_m in ((33, 300), (20, 400), (60, 250)):
            as_it_is, *others = self.far(load_a, length_m).voltages
            raised = [row for row in others if row.volts > as_it_is.volts]
            self.assertTrue(raised)
            for row in raised:
                kva = float(row.words.split("two ")[1].split(" kVA")[0])
                self.assertGreaterEqual(kva, load_a * 0.24 - 1e-9)
                self.assertLessEqual(kva, 1.75 * load_a * 0.24 + 2.5)
                self.assertTrue(row.holds)  # the tap gives back what the windings lose
                self.assertLess(row.first_cost, 2 * as_it_is.first_cost)

    def test_raising_the_voltage_stands_beside_raising_the_wire(self):
        rows = self.far().voltages
        self.assertEqual([row.volts for row in rows if row.current or row.needs], [240, 480, 600])
        self.assertEqual([row.current for row in rows], [True, *[False] * (len(rows) - 1)])
        self.assertEqual(sum(row.cheapest for row in rows), 1)
        for row in rows:
            self.assertAlmostEqual(row.total_cost, row.first_cost + row.losses_cost)
            self.assertTrue(row.working)
        self.assertTrue(any("new neutral" in need for need in rows[-1].needs))
        self.assertEqual(run_of(a_feeder(20, 59)).voltages, ())

    def test_taking_it_puts_both_transformers_into_the_job(self):
        job = a_feeder(20, 400)
        row = next(r for r in run_of(job).voltages if r.volts == 480)
        taken = read_job(patched(job.model_dump(mode="json"), [{"op": e.op, "path": e.path, "value": e.value} for e in row.cure.edits]))
        plan = solve(taken)
        self.assertEqual(plan.runs["F1"].nominal_v, 480)
        self.assertAlmostEqual(plan.runs["F1"].load_a, 10)
        way = next(w for w in plan.ways if len(w.runs) == 3)
        self.assertAlmostEqual(way.drop_percent, row.drop_percent, delta=0.4)  # and the short pieces at both ends
        # behind the second transformer begins a new neutral, with its bond there
        self.assertEqual(plan.enclosures["P2"].bond, "bonded")

    def test_room_to_grow_ends_at_the_first_limit(self):
        rows = run_of(a_feeder(70, 20, metal=Metal.copper)).growth
        self.assertEqual([row.words for row in rows], ["as it is", "conductor a size up", "pipe a size up", "both a size up"])
        self.assertAlmostEqual(rows[0].room_a, 0)  # 70 A on a 70 A device
        self.assertEqual(rows[0].limited_by, "the device")
        self.assertGreater(rows[2].spare_wires, rows[0].spare_wires)
        self.assertTrue(all(row.cost_more >= 0 for row in rows))
        held = run_of(a_feeder(62, 20, metal=Metal.copper)).growth[0]
        self.assertEqual((held.room_a, held.limited_by), (3, "ampacity, whole load"))  # 65 A in 6 AWG, though the device has 70
