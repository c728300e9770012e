"""What a run is to carry: typed, by a dwelling's method, added up, through a transformer, or by a source's nameplate."""

import unittest

from northspan.core.case.case import case_of
from northspan.core.case.tree import tree_of
from northspan.core.desk.starts import Answers, start_edits, started
from northspan.core.document.job import Building, Enclosure, Job, Load, Metal, Run, RunKind, Source
from northspan.core.document.patching import patched
from northspan.core.document.upgrade import read_job
from northspan.core.solve import solve
from northspan.core.topics.loads.run_load import load_of_run, voltages_at
from tests.support import US, a_feeder, a_segment, checked, found, margin, run_of, with_loads

HOUSE = Answers(floor_m2=180, range_va=12000, dryer_va=5000, water_heater_va=4500, service_length_m=20)


def legs(job, key="F1"):
    return load_of_run(case_of(job), key).value


class Kinds(unittest.TestCase):
    def test_motors_take_the_table_and_welders_their_duty(self):
        job = with_loads(
            a_feeder(None, 20),
            saw=Load(name="Saw", enclosure="P2", kind="motor", power_va=1, horsepower=3),
            welder=Load(name="Welder", enclosure="P2", kind="welder", power_va=12000, duty_percent=20),
        )
        self.assertAlmostEqual(legs(job).line_1_a, 17 * 1.25 + 0.45 * 12000 / 240)

    def test_half_a_horsepower_on_one_leg_reads_the_lower_voltage(self):
        job = with_loads(
            a_feeder(None, 20), sump=Load(name="Sump", enclosure="P2", kind="motor", power_va=1, horsepower=0.5, across="l1_neutral")
        )
        self.assertAlmostEqual(legs(job).line_1_a, 9.8 * 1.25)
        self.assertEqual((legs(job).line_2_a, legs(job).neutral_1_a), (0, 9.8 * 1.25))  # the neutral takes the quarter too

    def test_the_largest_motor_is_looked_for_on_each_leg(self):
        motor = lambda name, va, across: Load(name=name, enclosure="P2", kind="motor", power_va=va, across=across)  # noqa: E731
        one, two = motor("Pump", 1200, "l1_neutral"), motor("Fan", 960, "l2_neutral")
        both = legs(with_loads(a_feeder(None, 20), a=one, b=two))
        self.assertEqual((both.line_1_a, both.line_2_a), (10 * 1.25, 8 * 1.25))  # each leg has its own largest
        more = legs(with_loads(a_feeder(None, 20), a=one, b=two, c=motor("Saw", 4800, "line_line")))
        self.assertEqual((more.line_1_a, more.line_2_a), (10 + 20 * 1.25, 8 + 20 * 1.25))
        self.assertEqual((more.neutral_1_a, more.neutral_2_a), (10, 8))  # the saw's quarter is line to line

    def test_cooling_and_heat_pumps_are_motors(self):
        unit = lambda kind, va=9600: Load(name=kind, enclosure="P2", kind=kind, power_va=va)  # noqa: E731
        other = Load(name="Other", enclosure="P2", power_va=4800)
        for kind in ("cooling", "heat_pump", "motor"):
            self.assertAlmostEqual(legs(with_loads(a_feeder(None, 20), a=unit(kind), b=other)).line_1_a, 70, msg=kind)
        self.assertAlmostEqual(legs(with_loads(a_feeder(None, 20), a=unit("heating"), b=other)).line_1_a, 60)
        branch = with_loads(a_feeder(None, 20), a=unit("cooling", 4800))
        run = run_of(checked(branch, runs={"F1": branch.runs["F1"].model_copy(update={"kind": RunKind.branch})}))
        self.assertEqual((run.load_a, run.device_a), (25, 35))  # 125 % in the wire, 175 % at most in the device

    def test_cooling_that_runs_with_the_heat_counts_beside_it(self):
        heat = Load(name="Heat", enclosure="P2", kind="heating", power_va=4800)
        for with_heat, amperes in ((False, 20), (True, 20 + 10 * 1.25)):
            cold = Load(name="Cold store", enclosure="P2", kind="cooling", power_va=2400, with_heat=with_heat)
            self.assertAlmostEqual(legs(with_loads(a_feeder(None, 20), a=heat, b=cold)).line_1_a, amperes)

    def test_vehicle_charging_counts_7200_at_least_on_feeders_alone(self):
        for kind, va, amperes in (("feeder", 3600, 30), ("feeder", 9600, 40), ("branch", 3600, 15)):
            job = with_loads(a_feeder(None, 20), car=Load(name="Car", enclosure="P2", kind="vehicle", power_va=va))
            run = job.runs["F1"].model_copy(update={"kind": RunKind(kind)})
            self.assertAlmostEqual(legs(checked(job, runs={"F1": run})).line_1_a, amperes)

    def test_no_step_up_where_anything_may_be_plugged_in(self):
        for kind, most_a in (("sockets", 25), ("other", 30)):  # 10 AWG carries 26 A there
            job = with_loads(a_feeder(None, 20, segment={"place": "indoors", "method": "emt", "ambient_c": 50, "other_carrying": 2},
                                      conductor_size="10", metal="copper"), s=Load(name="S", enclosure="P2", kind=kind, power_va=2400))  # fmt: skip
            branch = job.runs["F1"].model_copy(update={"kind": RunKind.branch})
            protects = margin(run_of(checked(job, runs={"F1": branch})), "protection").limit
            self.assertEqual(protects, most_a)

    def test_vehicles_are_continuous_everywhere_and_water_heaters_on_their_circuit(self):
        for kind, load_kind, steady in (
            ("feeder", "vehicle", True),
            ("branch", "vehicle", True),
            ("feeder", "water_heating", False),
            ("branch", "water_heating", True),
            ("feeder", "motor", False),
        ):
            job = with_loads(
                a_feeder(None, 20, kind=kind),
                one=Load(name="One", enclosure="P2", kind=load_kind, power_va=4800, continuous=load_kind == "motor"),
            )
            with self.subTest(kind=kind, load=load_kind):
                self.assertEqual(legs(job).design.continuous_a > 0, steady)

    def test_heat_and_cooling_never_run_together_leg_by_leg(self):
        job = with_loads(
            a_feeder(None, 20),
            heat=Load(name="Heat", enclosure="P2", kind="heating", power_va=2400, across="l1_neutral"),
            cool=Load(name="Cool", enclosure="P2", kind="cooling", power_va=3600),
        )
        self.assertEqual((legs(job).line_1_a, legs(job).line_2_a), (20, 15 * 1.25))  # on each leg the larger; cooling is a motor

    def test_a_word_shared_keeps_loads_apart(self):
        loads = {
            k: Load(name=k, enclosure="P2", power_va=va, alternates=word)
            for k, va, word in (("a", 2400, "bench"), ("b", 4800, "Bench "), ("c", 1200, ""))
        }
        self.assertEqual(legs(with_loads(a_feeder(None, 20), **loads)).line_1_a, 25)

    def test_a_load_in_no_table_stops_its_run_and_no_other(self):
        job = with_loads(a_feeder(None, 20), mill=Load(name="Mill", enclosure="P2", kind="motor", power_va=9000, horsepower=15))
        side = job.runs["F1"].model_copy(update={"name": "Side", "target": "P3", "load_a": 30.0})
        job = checked(job, enclosures=job.enclosures | {"P3": Enclosure(name="Side panel", building="B2")}, runs=job.runs | {"F2": side})
        plan = solve(job)
        self.assertEqual((plan.runs["F1"].sized, plan.runs["F2"].sized), (False, True))
        self.assertIn("it ends at 10 hp", plan.runs["F1"].subline)
        (finding,) = found(plan, "Mill:")
        self.assertEqual((finding.severity, finding.where), ("stop", "/loads/mill"))


class Dwellings(unittest.TestCase):
    def service(self, job):
        return next(r for r in solve(job).runs.values() if r.kind == "service")

    def test_a_barn_behind_the_same_service_comes_on_top_of_the_method(self):
        job = started("new_service", HOUSE)
        alone = self.service(job).load_a
        more = read_job(
            patched(job.model_dump(mode="json"), start_edits(job, "detached_panel", Answers(building="Barn", load_a=40, length_m=30)))
        )
        self.assertAlmostEqual(self.service(more).load_a, alone + 40)

    def test_without_a_floor_area_the_loads_are_added_up_and_it_is_said(self):
        job = started("new_service", HOUSE)
        bare = checked(job, buildings={"B1": job.buildings["B1"].model_copy(update={"floor_m2": None})})
        self.assertAlmostEqual(self.service(bare).load_a, (12000 + 5000 + 4500) / 240)
        self.assertEqual(len(found(solve(bare), "its method needs the floor area")), 1)

    def test_a_run_that_carries_a_part_of_the_dwelling_gets_no_method(self):
        job = started("new_service", HOUSE)
        panel = next(k for k, e in job.enclosures.items() if e.name == "House panel")
        second = Enclosure(name="Heat panel", building="B1")
        feeder = Run(name="Heat", origin=panel, target="H", segments=(a_segment(length_m=5, place="indoors"),))
        job = checked(
            job,
            enclosures=job.enclosures | {"H": second},
            runs=job.runs | {"H": feeder},
            loads=job.loads | {"h": Load(name="Heat", enclosure="H", power_va=9600)},
        )
        self.assertAlmostEqual(solve(job).runs["H"].load_a, 40)
        self.assertIn("not taken", solve(job).runs["H"].allowance)

    def test_the_methods_stand_beside_each_other_with_one_chosen(self):
        methods = solve(started("new_service", HOUSE)).buildings["B1"].methods
        self.assertEqual([m.key for m in methods], ["standard", "optional", "existing", "existing_added"])
        self.assertEqual([m.chosen for m in methods], [False, True, False, False])
        self.assertIsNotNone(methods[0].neutral_a)
        self.assertTrue(all(m.service_a >= 100 for m in methods))

    def test_a_range_outside_its_table_is_named(self):
        job = started("new_service", HOUSE.model_copy(update={"range_va": 1000.0}))
        self.assertEqual(len(found(solve(job), "a range of 1000 VA")), 1)


class Sources(unittest.TestCase):
    def test_conductors_from_a_generator_follow_its_nameplate(self):
        job = started("generator", Answers(rating_kva=12, service_a=100, length_m=9))
        key = next(k for k, r in job.runs.items() if r.alternate)
        self.assertAlmostEqual(solve(job).runs[key].load_a, 1.15 * 50)
        pair = started("paired_inverters", Answers(rating_kva=12, service_a=100, length_m=9))
        key = next(k for k, r in pair.runs.items() if r.alternate)
        self.assertAlmostEqual(solve(pair).runs[key].load_a, 1.25 * 50)

    def test_a_temporary_supply_stands_beside_the_one_that_goes(self):
        job = a_feeder(40, 20)
        job = checked(job, enclosures=job.enclosures | {"P0": Enclosure(name="Site panel", building="B1", status="temporary")},
                      runs=job.runs | {"T": job.runs["F1"].model_copy(update={"name": "For now", "origin": "P0", "status": "temporary"})})  # fmt: skip
        plan = solve(job)
        self.assertTrue(plan.runs["T"].sized)
        self.assertEqual(tree_of(job).above("P2").name, "Feeder")
        alone = checked(job, runs={"T": job.runs["T"], "F1": job.runs["F1"].model_copy(update={"status": "remove"})})
        self.assertEqual(tree_of(alone).above("P2").name, "For now")


class Transformers(unittest.TestCase):
    def a_job(self, kva=10.0, **load):
        """A panel, a run to a customer's transformer of 480 to 240 V, and a panel behind it."""
        sources = {
            "U": Source(name="Utility", line_v=480, system="two_wire", rating_kva=50),
            "T": Source(name="Own transformer", kind="transformer", rating_kva=kva, status="new"),
        }
        leg = {"segments": (a_segment(length_m=10, place="indoors"),), "terminals": "75", "metal": Metal.copper}
        runs = {
            "S": Run(name="Service", kind=RunKind.service, origin="U", target="M", circuit="two_wire_line", **leg),
            "A": Run(name="Primary", origin="M", target="T", circuit="two_wire_line", **leg),
            "B": Run(name="Secondary", origin="T", target="P", **leg),
        }
        enclosures = {"M": Enclosure(name="Main", building="H", kind="meter_main"), "P": Enclosure(name="Panel", building="H")}
        return Job(
            name="T",
            sources=sources,
            buildings={"H": Building(name="House")},
            enclosures=enclosures,
            runs=runs,
            loads={"l": Load(**{"name": "L", "enclosure": "P", "power_va": 7200} | load)},
        )

    def test_voltages_change_and_the_current_with_them(self):
        job = self.a_job()
        tree = tree_of(job)
        self.assertEqual((voltages_at(tree, "M", US.supplies)[0], voltages_at(tree, "P", US.supplies)), (480, (240, 120)))
        self.assertAlmostEqual(legs(job, "B").line_1_a, 30)
        self.assertAlmostEqual(legs(job, "A").line_1_a, 15)

    def test_the_primary_lets_the_inrush_pass_within_the_table(self):
        plan = solve(self.a_job()).runs["A"]
        # 10 kVA at 480 V is 20.8 A: 125 % is 26 A, the next rating 30 A, and 250 % would allow 50 A
        self.assertEqual(plan.device_a, 30)
        pinned = self.a_job()
        for amperes, holds in ((50.0, True), (60.0, False)):
            job = checked(
                pinned, runs=pinned.runs | {"A": pinned.runs["A"].model_copy(update={"device_a": amperes, "conductor_size": "4"})}
            )
            self.assertEqual(next(m for m in solve(job).runs["A"].margins if m.key == "transformer").holds, holds)

    def test_the_secondary_gets_no_step_up_and_a_jumper_in_place_of_a_ground(self):
        plan = solve(self.a_job(power_va=240 * 64), None)
        run = plan.runs["B"]
        # 64 A on a 70 A device: 6 AWG has 65 A and would do for a feeder, a secondary needs 70 A itself
        self.assertEqual((run.device_a, run.size, run.equipment_ground_size), (70, "4", "8"))
        self.assertTrue(any(group.key == "supply_side" for group in run.working))

    def test_its_panel_begins_a_new_neutral_and_it_must_not_be_overloaded(self):
        plan = solve(self.a_job())
        self.assertEqual(plan.enclosures["P"].bond, "bonded")
        self.assertEqual(found(plan, "Own transformer: No"), [])
        self.assertEqual([f.severity for f in found(solve(self.a_job(kva=5)), "Own transformer: No")], ["stop"])

    def test_what_it_loses_counts_in_the_way(self):
        plan = solve(self.a_job())
        way = next(w for w in plan.ways if w.id == "B")
        runs = sum(plan.runs[k].drop_percent for k in ("S", "A", "B"))
        self.assertTrue(runs + 1.0 < way.drop_percent < runs + 3.0)
