"""A run from load to conductors: what is chosen, what a pin changes, what each school changes."""

import unittest

from northspan.core.document.job import CallChoice, Circuit, Grounding, Metal, RunKind, Terminals
from northspan.core.solve import solve
from northspan.core.working.errors import InvalidJob
from tests.support import FT_M, a_feeder, checked, found, margin, run_of


def with_call(job, name, school, **changes):
    return checked(job, calls=job.calls | {name: CallChoice(school=school, **changes)})


class Choice(unittest.TestCase):
    def test_worked_cases(self):
        cases = [
            # name, load, feet, changes, metal, size, device
            ("60 A short in aluminum: 4 AWG has 65 A at 75 °C", 60, 50, {}, "aluminum", "4", 60),
            ("61 A asks a 70 A device; 4 AWG protects to 70 by the next size up", 61, 50, {}, "aluminum", "4", 70),
            ("66 A passes 4 AWG", 66, 50, {}, "aluminum", "3", 70),
            ("20 A is below the customary aluminum: copper", 20, 50, {}, "copper", "12", 20),
            ("100 A in copper: 3 AWG has 100 A", 100, 50, {"metal": Metal.copper}, "copper", "3", 100),
            ("100 A on unmarked terminals: 1 AWG copper has 110 A at 60 °C", 100, 50, {"metal": Metal.copper, "terminals": "unmarked"}, "copper", "1", 100),
            ("150 A: 2/0 aluminum has 135 A, 3/0 155 A", 150, 50, {}, "aluminum", "3/0", 150),
            ("400 ft at 3 %: 2/0 drops 3.3 %, 3/0 2.7 %", 60, 400, {}, "aluminum", "3/0", 60),
        ]  # fmt: skip
        for name, load_a, feet, changes, metal, size, device_a in cases:
            with self.subTest(name):
                plan = run_of(a_feeder(load_a, feet * FT_M, **changes))
                self.assertEqual((plan.metal, plan.size, plan.device_a), (metal, size, device_a))
                self.assertTrue(all(m.holds for m in plan.margins), plan.margins)

    def test_the_size_below_the_chosen_one_breaks_a_limit(self):
        for load_a, feet in ((40, 60), (70, 185), (100, 300), (190, 90), (350, 40)):
            with self.subTest(load_a=load_a, feet=feet):
                down = next(n for n in run_of(a_feeder(load_a, feet * FT_M, metal=Metal.copper)).neighbours if n.words == "a size down")
                self.assertFalse(down.holds)
                self.assertTrue(down.why_not)

    def test_ground_is_raised_only_above_what_ampacity_asked(self):
        short, long = run_of(a_feeder(60, 50 * FT_M)), run_of(a_feeder(60, 400 * FT_M))
        self.assertEqual((short.size, short.least_size, short.equipment_ground_size), ("4", "4", "8"))
        # 8 AWG: 16510 × 167800 / 41740 = 66373 cmil, a hair above the 66360 of 2 AWG, so 1 AWG
        self.assertEqual((long.size, long.least_size, long.equipment_ground_size), ("3/0", "4", "1"))

    def test_no_conductor_is_large_enough(self):
        plan = solve(a_feeder(5900))
        self.assertFalse(plan.runs["F1"].sized)
        self.assertEqual(plan.runs["F1"].headline, "Not sized yet")
        self.assertEqual([f.severity for f in found(plan, "No conductor: tried every aluminum XHHW-2 size up to 2000 kcmil")], ["stop"])

    def test_more_than_customary_sizes_carry_goes_into_parallel_sets(self):
        # 750 kcmil aluminum carries 385 A at 75 °C; 400 A asks two sets of 250 kcmil, 205 A each
        one, two = run_of(a_feeder(385)), run_of(a_feeder(400))
        self.assertEqual((one.sets, two.sets, two.size), (1, 2, "250"))
        self.assertEqual(two.headline, "2 sets of 250 kcmil aluminum, 400 A")
        self.assertEqual(two.ampacity_a, 2 * 205)
        # each set has a full equipment ground of its own: 400 A asks 3 AWG copper, 1 AWG aluminum
        self.assertEqual(two.equipment_ground_size, "1")
        # and none is smaller than 1/0 in parallel
        self.assertEqual(run_of(a_feeder(60, sets=2)).size, "1/0")

    def test_so_long_a_way_that_no_size_keeps_the_drop(self):
        for metres in (700, 2500):  # first no pipe is large enough, then no wire
            with self.subTest(metres=metres):
                plan = solve(a_feeder(150, metres, metal=Metal.copper))
                self.assertEqual((plan.runs["F1"].size, plan.runs["F1"].least_size), ("1/0", "1/0"))
                (drop,) = found(plan, "voltage drop")
                self.assertIn("No copper size keeps it here", drop.why)

    def test_too_hot_a_place(self):
        plan = solve(a_feeder(segment={"ambient_c": 80}, insulation="TW", metal=Metal.copper))
        self.assertTrue(found(plan, "80 °C around 60 °C insulation"))

    def test_no_load_yet(self):
        plan = solve(a_feeder(None))
        self.assertFalse(plan.runs["F1"].sized)
        self.assertEqual([f.severity for f in found(plan, "no load yet")], ["check"])


class Pins(unittest.TestCase):
    def test_a_pin_is_kept_and_its_price_is_named(self):
        plan = solve(a_feeder(60, 100 * FT_M, conductor_size="6", metal=Metal.aluminum))
        run = plan.runs["F1"]
        self.assertEqual(run.size, "6")
        self.assertFalse(margin(run, "ampacity").holds)
        (stop, *_) = found(plan, "6 AWG aluminum carries 50 A here; the load is 60 A")
        self.assertEqual(stop.severity, "stop")
        self.assertEqual(stop.cures[0].edits[0].path, "/runs/F1/conductor_size")

    def test_a_device_too_large_for_the_wire(self):
        plan = solve(a_feeder(40, conductor_size="6", metal=Metal.aluminum, device_a=60))
        self.assertTrue(found(plan, "a 60 A device does not protect 6 AWG aluminum; the most for it is 50 A"))
        self.assertFalse(found(solve(a_feeder(40, conductor_size="6", metal=Metal.aluminum, device_a=50)), "does not protect"))

    def test_a_device_too_small_for_the_load(self):
        self.assertTrue(found(solve(a_feeder(61, device_a=60)), "the 60 A device is below the 61 A"))
        self.assertFalse(found(solve(a_feeder(60, device_a=60)), "is below"))

    def test_a_drop_that_is_too_high_offers_the_size_that_cures_it(self):
        plan = solve(a_feeder(60, 400 * FT_M, conductor_size="4", metal=Metal.aluminum))
        (drop,) = found(plan, "voltage drop")
        self.assertEqual(drop.severity, "check")  # advice in this code, not a rule
        self.assertEqual(drop.cures[0].words, "Go to 3/0 AWG")

    def test_ground_and_neutral_below_the_least(self):
        plan = solve(a_feeder(60, equipment_ground_size="10", grounded_size="8", metal=Metal.aluminum))
        self.assertTrue(found(plan, "equipment ground 10 AWG is below 8 AWG"))
        self.assertTrue(found(plan, "neutral 8 AWG is below 4 AWG"))
        self.assertFalse(found(solve(a_feeder(60, equipment_ground_size="8", grounded_size="4", metal=Metal.aluminum)), "is below"))

    def test_a_pipe_too_small(self):
        plan = solve(a_feeder(60, pipe_size="3/4"))
        self.assertEqual(len(found(plan, "of 40 % full")), 1)

    def test_what_does_not_exist_is_refused_at_its_field(self):
        cases = [
            ("conductor_size", "5", "there is no conductor of size 5"),
            ("grounded_size", "7", "no conductor of size 7"),
            ("equipment_ground_size", "9", "no conductor of size 9"),
            ("insulation", "PAPER", "there is no insulation PAPER"),
            ("device_a", 55, "55 A is not a standard device"),
            ("pipe_size", "7", "there is no pvc40 of size 7"),
        ]
        for field, value, words in cases:
            with self.subTest(field), self.assertRaisesRegex(InvalidJob, words) as refused:
                solve(a_feeder(60, **{field: value}))
            self.assertEqual(refused.exception.where, f"/runs/F1/{field}")
            self.assertTrue(refused.exception.right)
        with self.assertRaisesRegex(InvalidJob, "there is no insulation PAPER") as refused:
            solve(a_feeder(60, segment={"insulation": "PAPER"}))
        self.assertEqual(refused.exception.where, "/runs/F1/segments/1/insulation")


class Schools(unittest.TestCase):
    def test_drop_current(self):
        job = a_feeder(70, 50, device_a=100, given_drop_a=33)
        for school, amperes in (("calculated", 70), ("device_80", 80), ("device_full", 100), ("given", 33)):
            with self.subTest(school):
                self.assertEqual(run_of(with_call(job, "drop_current", school)).drop_current_a, amperes)

    def test_drop_methods_stand_beside_each_other(self):
        job = a_feeder(70, 185 * FT_M, conductor_size="1", metal=Metal.aluminum)
        drops = {school: run_of(with_call(job, "drop_method", school)).drop_v for school in ("solved", "impedance", "dc", "constant")}
        self.assertAlmostEqual(drops["dc"], 2 * 70 * 0.253 * 0.185, 9)
        self.assertAlmostEqual(drops["constant"], 2 * 21.2 * 70 * 185 / 83690, 9)
        call = next(c for c in run_of(job).calls if c.name == "drop_method")
        for option in call.options:
            self.assertIn(f"drop {100 * drops[option.school] / 240:.1f} %", option.outcome)

    def test_each_school_of_each_open_call_shows_its_consequence(self):
        run = run_of(a_feeder(70, 185 * FT_M))
        self.assertEqual(
            [c.name for c in run.calls],
            ["drop_current", "drop_method", "drop_limit", "metal", "shelf", "rounding", "derating_start", "equipment_ground", "pipe_size"],
        )
        metal = next(c for c in run.calls if c.name == "metal")
        self.assertEqual(
            [(o.school, o.chosen) for o in metal.options],
            [("customary", False), ("aluminum_feeders", True), ("copper", False), ("cheapest", False)],
        )
        self.assertIn("copper", metal.options[2].outcome)
        # what the option promises is what taking it gives
        taken = run_of(with_call(a_feeder(70, 185 * FT_M), "metal", "copper"))
        self.assertTrue(metal.options[2].outcome.startswith(f"{taken.size_name} copper, {taken.device_a:.0f} A"))

    def test_a_pin_closes_its_call(self):
        names = [c.name for c in run_of(a_feeder(70, metal=Metal.copper, conductor_size="4", pipe_size="2")).calls]
        self.assertEqual(names, ["drop_current", "drop_method", "drop_limit", "equipment_ground"])

    def test_who_decided_and_why_is_kept(self):
        call = run_of(with_call(a_feeder(), "metal", "copper", decided_by="A. Able", why="short run")).calls[3]
        self.assertEqual((call.chosen, call.decided_by, call.why), ("copper", "A. Able", "short run"))

    def test_never_above_the_wire(self):
        job = a_feeder(61, 50 * FT_M)
        self.assertEqual((run_of(job).size, run_of(job).device_a), ("4", 70))
        strict = run_of(with_call(job, "rounding", "never_above"))
        self.assertEqual((strict.size, strict.device_a), ("3", 70))  # 4 AWG carries 65 A, 3 AWG 75 A

    def test_derating_may_start_in_the_terminals_column(self):
        # 6 AWG copper XHHW-2 at 40 °C: 75 × 0.91 = 68 A held to 65 A; from the 75 °C column 65 × 0.88 = 57.2 A
        job = a_feeder(60, 20, metal=Metal.copper, segment={"ambient_c": 40, "place": "indoors"}, insulation="XHHW-2")
        usual, strict = run_of(job), run_of(with_call(job, "derating_start", "terminals"))
        self.assertEqual((usual.size, usual.ampacity_a), ("6", 65))
        self.assertEqual((strict.size, strict.ampacity_a), ("4", 85 * 0.88))
        # at 30 °C both are the same
        cool = a_feeder(60, 20, metal=Metal.copper, insulation="XHHW-2")
        self.assertEqual(run_of(cool).size, run_of(with_call(cool, "derating_start", "terminals")).size)

    def test_unknown_calls_and_schools(self):
        for name, school, words in (("colour", "red", "there is no call colour"), ("rods", "three", "there is no school three")):
            with self.subTest(name), self.assertRaisesRegex(InvalidJob, words):
                solve(with_call(a_feeder(), name, school))


class Circuits(unittest.TestCase):
    def test_wires_by_circuit(self):
        cases = [(Circuit.three_wire, 4, 240), (Circuit.two_wire_line, 3, 240), (Circuit.two_wire_neutral, 3, 120)]
        for circuit, wires, volts in cases:
            with self.subTest(circuit):
                run = run_of(a_feeder(30, circuit=circuit, kind=RunKind.branch))
                self.assertEqual((len(run.wires), run.nominal_v), (wires, volts))

    def test_half_the_voltage_drops_twice_the_share(self):
        pinned = {"conductor_size": "4", "metal": Metal.copper, "kind": RunKind.branch}
        two, one = (run_of(a_feeder(30, circuit=c, **pinned)) for c in (Circuit.two_wire_line, Circuit.two_wire_neutral))
        self.assertAlmostEqual(one.drop_percent, 2 * two.drop_percent, 2)  # exactly twice but for the angle

    def test_new_work_with_three_wires_is_refused(self):
        plan = solve(a_feeder(grounding=Grounding.legacy_three_wire))
        self.assertTrue(found(plan, "new work cannot be fed with three wires"))
        self.assertEqual(len(plan.runs["F1"].wires), 3)

    def test_unmarked_terminals_are_spoken_of(self):
        self.assertTrue(found(solve(a_feeder(60, terminals=Terminals.unmarked)), "terminals are taken as 60 °C"))
        self.assertFalse(found(solve(a_feeder(120, terminals=Terminals.unmarked)), "terminals are taken"))
