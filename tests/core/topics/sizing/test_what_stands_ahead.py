"""What a run takes from elsewhere: parallel sets, the device ahead of a tap, the main of a can, wires that are there already."""

import unittest

from northspan.core.calculators import CALCULATORS
from northspan.core.document.job import Electrode, ElectrodeKind, Enclosure, Load, Metal, Run, RunKind, Source, System
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.questions.dwellings import AllowanceFacts
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.rulebooks.us import devices
from northspan.core.solve import solve
from northspan.core.working.errors import InvalidJob
from tests.support import US, a_feeder, a_segment, checked, found, margin, run_of, with_loads


def ask(name, **facts):
    return CALCULATORS[name].work(CALCULATORS[name].question(**facts))


def figure(name, key, **facts):
    return ask(name, **facts).figures[key]


def a_tap(rulebook="us-2023", end_a=100, **changes):
    """A 400 A feeder to a splitter, and a tap of 6 m to a panel with a main."""
    job = a_feeder(300, 30)
    big = job.runs["F1"].model_copy(update={"device_a": 400.0})
    tap = Run(
        name="Tap",
        kind="tap",
        origin="P2",
        target="P3",
        load_a=80,
        terminals="75",
        segments=(a_segment(length_m=6, place="indoors", method="emt"),),
    )
    return checked(
        job, rulebook=rulebook, runs={"F1": big, "T": Run.model_validate(tap.model_dump() | changes)},
        enclosures=job.enclosures | {"P2": job.enclosures["P2"].model_copy(update={"kind": "splitter"}),
                                     "P3": Enclosure(name="Tapped panel", building="B2", main_a=end_a)},
    )  # fmt: skip


class ParallelSets(unittest.TestCase):
    def test_electrode_conductors_add_the_areas_of_all_sets(self):
        for size, sets, conductor in (("500", 2, "2/0"), ("500", 1, "2"), ("250", 2, "2"), ("900", 2, "3/0"), ("4/0", 1, "4")):
            with self.subTest(size=size, sets=sets):
                supply = Wire(size, Metal.aluminum, "XHHW-2")
                self.assertEqual(
                    US.electrodes.electrode_conductor(ElectrodeKind.water_pipe, supply, Metal.copper, sets=sets).value, conductor
                )
        self.assertEqual(
            figure("electrode-conductor", "size", electrode="water_pipe", supply_size="500", supply_metal="aluminum", sets=2), "2/0"
        )

    def test_a_job_in_sets_says_so_at_its_building(self):
        job = a_feeder(390, 20, sets=2, conductor_size="500", metal="aluminum", device_a=400)
        pipe = Electrode(name="Pipe", building="B2", kind="water_pipe", length_m=3.1)
        self.assertEqual(solve(checked(job, electrodes={"E1": pipe})).buildings["B2"].electrode_conductor, "2/0")

    def test_in_concrete_copper_is_capped_and_aluminum_goes_by_the_table(self):
        supply = Wire("600", Metal.copper, "THWN-2")
        for kind, copper, aluminum in (("concrete_encased", "4", "3/0"), ("ring", "2", "3/0"), ("rod", "6", "4"), ("plate", "6", "4")):
            with self.subTest(kind):
                sizes = [
                    US.electrodes.electrode_conductor(ElectrodeKind(kind), supply, metal).value for metal in (Metal.copper, Metal.aluminum)
                ]
                self.assertEqual(sizes, [copper, aluminum])

    def test_a_small_one_is_guarded_and_aluminum_stays_off_the_soil(self):
        words = lambda size, metal: [  # noqa: E731
            s.citation
            for s in US.electrodes.electrode_conductor(ElectrodeKind.water_pipe, Wire(size, Metal.copper, ""), metal).steps
            if s.symbol in {"E_a", "E_p"}
        ]
        self.assertEqual(words("2", Metal.copper), ["250.64(B)(3)"])  # 8 AWG
        self.assertEqual(words("1", Metal.copper), ["250.64(B)(1), (2)"])  # 6 AWG
        self.assertEqual(words("1", Metal.aluminum), ["250.64(A)", "250.64(B)(1), (2)"])

    def test_to_concrete_in_canada_by_its_own_table_above_165_a(self):
        book = rulebook_named("ca-2021")
        conductor = lambda size, sets=1, kind="concrete_encased": book.electrodes.electrode_conductor(  # noqa: E731
            ElectrodeKind(kind), Wire(size, Metal.copper, "RW90"), Metal.copper, sets=sets).value  # fmt: skip
        self.assertEqual([conductor(size) for size in ("1/0", "2/0", "3/0", "4/0", "250", "500")], ["6", "3", "3", "2", "2", "2/0"])
        self.assertEqual((conductor("1/0", 2), conductor("500", 2)), ("1/0", "3/0"))
        self.assertEqual(conductor("500", 2, "rod"), "6")


class Taps(unittest.TestCase):
    def test_its_ground_goes_by_the_device_ahead_of_its_feeder(self):
        for rulebook, size in (("us-2023", "3"), ("ca-2021", "3")):
            with self.subTest(rulebook):
                self.assertEqual(run_of(a_tap(rulebook), "T").equipment_ground_size, size)
        self.assertEqual(figure("equipment-ground", "size", device_a=100, size="1/0"), "8")  # what the device at its end would give

    def test_capped_at_the_size_of_the_tap(self):
        tap = run_of(
            a_tap(segments=(a_segment(length_m=2.9, place="indoors", method="emt").model_dump(),), conductor_size="4", metal="copper"), "T"
        )
        self.assertEqual(tap.equipment_ground_size, "4")

    def test_a_pinned_tap_that_is_too_small_is_a_finding_in_each_code(self):
        for rulebook, small, enough in (("us-2023", "2", "1/0"), ("ca-2021", "3", "1/0")):
            for size, count in ((small, 1), (enough, 0)):
                with self.subTest(rulebook, size=size):
                    plan = solve(a_tap(rulebook, end_a=60, conductor_size=size, metal="copper"))
                    broken = [f for f in plan.findings if f.severity == "stop" and "without a device where it begins" in f.text]
                    self.assertEqual(len(broken), count)

    def test_the_calculator_derates_it_where_it_lies(self):
        tap = {"length_m": 6, "feeder_device_a": 400, "load_a": 90, "end_device_a": 100}
        self.assertEqual(figure("tap", "size", **tap), "1/0")
        self.assertEqual(figure("tap", "size", **tap, ambient_c=50, carrying=6), "3/0")  # 133 A by 0.82 and 0.8

    def test_without_one_device_at_its_end(self):
        many = {"rulebook": "ca", "feeder_device_a": 200, "load_a": 90}
        self.assertEqual(figure("tap", "rule", **many, length_m=3), "3 m rule")
        for facts, words in ((many | {"length_m": 3.1}, "keep it to 3 m"), (many | {"rulebook": "us", "length_m": 2}, "one device or bus")):
            with self.assertRaisesRegex(Exception, words):
                ask("tap", **facts)


class Neutral(unittest.TestCase):
    def test_it_is_derated_as_the_others_are(self):
        neutral = {"neutral_a": 100, "device_a": 110, "size": "1/0", "terminals": "75"}
        for more, size in (({}, "3"), ({"ambient_c": 50}, "2"), ({"ambient_c": 50, "carrying": 8}, "2/0"), ({"ambient_c": 40}, "3")):
            with self.subTest(**more):
                self.assertEqual(figure("grounded-conductor", "size", **neutral, **more), size)

    def test_one_pinned_below_it_is_a_finding_and_one_at_it_is_none(self):
        hot = {"segment": {"ambient_c": 50, "place": "indoors"}, "metal": "copper", "conductor_size": "1/0", "device_a": 125}
        for size, count in (("4", 1), ("3", 0)):  # 90 A: 3 AWG carries 94 A there
            plan = solve(a_feeder(90, 20, **hot, grounded_size=size))
            self.assertEqual(len(found(plan, "neutral")), count, size)

    def test_above_200_a_seventy_percent_of_the_rest(self):
        at = {"device_a": 400, "size": "500", "terminals": "75"}
        # 300 A counts 270: 300 kcmil carries 285; two legs of a wye count whole: 350 kcmil carries 310
        for amperes, more, size in (
            (200, {}, "3/0"),
            (300, {}, "300"),
            (300, {"system": "wye_legs"}, "350"),
            (300, {"kind": "branch"}, "350"),
        ):
            with self.subTest(amperes, **more):
                self.assertEqual(figure("grounded-conductor", "size", neutral_a=amperes, **at, **more), size)
        self.assertEqual(figure("grounded-conductor", "size", rulebook="ca", neutral_a=300, **at), "300")

    def test_it_shares_the_allowance_of_its_own_feeder(self):
        for device_a, size in ((200, "4/0"), (100, "2"), (400, "600")):
            plan = run_of(checked(a_feeder(device_a, 20, metal="aluminum"), rulebook="us-2023"))
            self.assertFalse(found(solve(a_feeder(device_a, 20, metal="aluminum")), "make it as large"), (device_a, size, plan.size))


class Mains(unittest.TestCase):
    def a_service(self, rulebook="us-2023", main_a=200, load_a=80, **changes):
        job = a_feeder(load_a, 20)
        service = Run(name="Service", kind="service", origin="T1", target="P1", load_a=load_a, terminals="75", metal="aluminum",
                      segments=(a_segment(length_m=20, place="overhead", method="overhead"),))  # fmt: skip
        return checked(
            job, rulebook=rulebook, sources={"T1": Source(name="Pole", rating_kva=50)}, runs=job.runs | {"S": Run.model_validate(service.model_dump() | changes)},
            enclosures=job.enclosures | {"P1": job.enclosures["P1"].model_copy(update={"main_a": main_a})},
        )  # fmt: skip

    def test_the_stated_main_decides_the_service(self):
        for rulebook in ("us-2023", "ca-2021"):
            self.assertEqual(run_of(self.a_service(rulebook), "S").device_a, 200)
        self.assertEqual(run_of(self.a_service(main_a=None), "S").device_a, 100)  # nobody stated one: the rules choose
        plan = solve(self.a_service(main_a=60, load_a=80))
        self.assertEqual([f.cures[0].edits[0].path for f in found(plan, "the 60 A device is below the 80 A")], ["/enclosures/P1/main_a"])

    def test_a_service_is_judged_like_any_run(self):
        for size, stops in (("2", 1), ("4/0", 0)):
            plan = solve(self.a_service(conductor_size=size))
            self.assertEqual(len(found(plan, "a 200 A device does not protect")), stops)
        theirs = solve(self.a_service(conductor_size="2", utility_owned=True))
        said = found(theirs, "a 200 A device does not protect")
        self.assertEqual([(f.severity, f.cures) for f in said], [("check", ())])
        self.assertIn("the utility's", said[0].why)

    def test_two_figures_for_one_device_are_asked_about(self):
        plan = solve(self.a_service(device_a=150))
        self.assertEqual(len(found(plan, "a device of 150 A is noted, and the main of House panel is 200 A")), 1)
        self.assertEqual(found(solve(self.a_service(device_a=200)), "is noted, and the main"), [])

    def test_a_transfer_switch_without_a_breaker_has_none(self):
        job = a_feeder(60, 20)
        for main_a, device_a in ((None, 90.0), (70, 70.0)):
            switch = Enclosure(name="Switch", building="B1", kind="transfer_switch", main_a=main_a)
            runs = {"A": job.runs["F1"].model_copy(update={"name": "To the switch", "target": "X", "device_a": 90.0}),
                    "F1": job.runs["F1"].model_copy(update={"origin": "X"})}  # fmt: skip
            self.assertEqual(run_of(checked(job, runs=runs, enclosures=job.enclosures | {"X": switch})).device_a, device_a)

    def test_no_allowance_for_a_service_from_two_legs_of_a_wye(self):
        for kind, system, share in (
            (RunKind.service, System.wye_legs, 1.0),
            (RunKind.service, System.split_phase, 0.83),
            (RunKind.feeder, System.wye_legs, 0.83),
        ):
            facts = AllowanceFacts(whole_dwelling=True, kind=kind, device_a=200, system=system)
            self.assertEqual(devices.dwelling_allowance(facts).value, share)


class AsFound(unittest.TestCase):
    def test_wires_that_are_there_are_not_resized_with_the_load(self):
        sizes = {run_of(a_feeder(load_a, 40, status="existing", device_a=100)).size for load_a in (20, 60, 95)}
        self.assertEqual(sizes, {"1"})  # 100 A of aluminum, by its device alone
        plan = solve(a_feeder(60, 40, status="existing", device_a=100))
        asked = found(plan, "its wires are not noted. 1 AWG aluminum is assumed, the least for 100 A")
        self.assertEqual(asked[0].severity, "check")
        taken = {edit.path.rsplit("/", 1)[1]: edit.value for edit in asked[0].cures[0].edits}
        self.assertEqual(taken, {"metal": "aluminum", "conductor_size": "1", "sets": 1})
        over = solve(a_feeder(140, 40, status="existing", device_a=100))
        self.assertTrue(found(over, "the load is 140 A"))

    def test_without_a_device_either_nothing_is_said(self):
        plan = solve(a_feeder(60, 40, status="existing"))
        self.assertEqual(plan.runs["F1"].sized, False)
        self.assertTrue(found(plan, "enter its wires or at least its device"))

    def test_new_temporary_and_noted_ones_are_as_before(self):
        for status in ("new", "temporary"):
            self.assertNotEqual(run_of(a_feeder(20, 40, status=status)).size, run_of(a_feeder(95, 40, status=status)).size)
        self.assertEqual(found(solve(a_feeder(20, 40, status="existing", conductor_size="4")), "is assumed"), [])


class SharedGround(unittest.TestCase):
    def two_in_a_pipe(self, **changes):
        job = a_feeder(40, 20, metal="copper")
        other = job.runs["F1"].model_copy(update={"name": "Other", "target": "P3", "load_a": 90.0, "device_a": 100.0, "ground_with": "F1",
                                                  "segments": (a_segment(length_m=20, shares_with=("F1",)),)})  # fmt: skip
        own = job.runs["F1"].model_copy(update={"segments": (a_segment(length_m=20, shares_with=("F2",)),)})
        return checked(job, runs={"F1": own, "F2": Run.model_validate(other.model_dump() | changes)},
                       enclosures=job.enclosures | {"P3": Enclosure(name="Third", building="B2")})  # fmt: skip

    def test_one_ground_for_all_by_the_largest_device(self):
        plan = solve(self.two_in_a_pipe())
        self.assertEqual((plan.runs["F1"].equipment_ground_size, plan.runs["F2"].equipment_ground_size), ("8", ""))
        self.assertEqual(run_of(a_feeder(40, 20, metal="copper")).equipment_ground_size, "10")

    def test_only_where_they_share_the_pipe_all_the_way(self):
        with self.assertRaisesRegex(InvalidJob, "/runs/F2/ground_with: it is not in one pipe with F1 all the way"):
            solve(self.two_in_a_pipe(segments=(a_segment(length_m=20).model_dump(),)))
        with self.assertRaisesRegex(InvalidJob, "there is no other run F9"):
            solve(self.two_in_a_pipe(ground_with="F9"))

    def test_a_ground_of_another_metal(self):
        copper = run_of(a_feeder(90, 20, metal="aluminum", device_a=100, ground_metal="copper"))
        self.assertEqual(
            (copper.equipment_ground_size, run_of(a_feeder(90, 20, metal="aluminum", device_a=100)).equipment_ground_size), ("8", "6")
        )
        self.assertEqual([w.metal for w in copper.wires if w.role == "ground"], ["copper"])
        self.assertEqual(
            figure("equipment-ground", "size", device_a=100, metal="aluminum", lines_metal="copper", size="8"), "6"
        )  # not capped at 8


class Secondaries(unittest.TestCase):
    def test_they_have_lengths_and_shares_like_taps(self):
        for metres, outdoors, breaks in ((3.0, "indoors", False), (7.6, "indoors", False), (7.7, "indoors", True), (60, "outdoors", False)):
            job = a_feeder(40, metres, segment={"place": outdoors, "method": "rmc"})
            source = Source(name="Own", kind="transformer", rating_kva=15, status="new")
            primary = Run(
                name="Primary", origin="P1", target="T", circuit="two_wire_line", segments=(a_segment(length_m=5, place="indoors"),)
            )
            job = checked(job, sources={"T": source}, runs={"A": primary, "F1": job.runs["F1"].model_copy(update={"origin": "T"})})
            with self.subTest(metres=metres):
                self.assertEqual(bool(found(solve(job), "from the transformer without a device")), breaks)


class EveryFamily(unittest.TestCase):
    def test_a_loads_plate_goes_before_every_rule(self):
        """A unit whose plate says 21.5 A and 35 A: its branch takes both, whatever its watts are."""
        for name in rulebook_names():
            for plate in ({"least_circuit_a": 21.5, "largest_device_a": 35}, {"largest_device_a": 34}):
                job = with_loads(a_feeder(20), unit=Load(name="Unit", enclosure="P2", kind="cooling", power_va=3600, **plate))
                branch = job.runs["F1"].model_copy(update={"kind": "branch", "metal": Metal.copper})
                run = run_of(checked(job, rulebook=name, runs={"F1": branch}))
                with self.subTest(name, **plate):
                    shelf = rulebook_named(name).devices.ratings("B" if name == "uk-2022" else "")
                    self.assertEqual(run.device_a, max(rating for rating in shelf if rating <= plate["largest_device_a"]))
                    if "least_circuit_a" in plate:
                        self.assertAlmostEqual(run.load_a, 21.5)
                        self.assertGreaterEqual(margin(run, "ampacity").limit, 21.5 * (0.95 if name.startswith("ca") else 1))
