"""Rules that reach so far and not one step further: each on both sides of where it ends, in each family that has it."""

import unittest
from itertools import product

from northspan.core.desk.starts import Answers, start_edits
from northspan.core.desk.starts.under import start_job_under
from northspan.core.document.job import (
    Bond,
    Building,
    BuildingUse,
    Earthing,
    Enclosure,
    EnclosureKind,
    Job,
    Load,
    LoadKind,
    Metal,
    Run,
    RunKind,
    Segment,
    Source,
    SourceKind,
    System,
)
from northspan.core.document.patching import patched
from northspan.core.document.upgrade import read_job
from northspan.core.physics.pull_tension import OVAL, wedges
from northspan.core.rulebooks.questions.common import DesignLoad, Wire
from northspan.core.rulebooks.questions.dwellings import DwellingFacts
from northspan.core.rulebooks.questions.grounds import GroundFacts
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.solve import solve
from northspan.core.topics.supply.capability import diversion
from tests.core.topics.sizing.test_choices import taken
from tests.support import a_feeder, a_segment, checked, run_of, with_building, with_panel

US, CA, UK = (rulebook_named(name) for name in ("us-2023", "ca-2021", "uk-2022"))
INDOORS = a_segment(length_m=3, place="indoors")


def codes(plan):
    return {one.code for one in plan.findings}


def a_house(service=None, **parts):
    """A house panel behind a service of its own, with what is said of it."""
    run = {"name": "Service", "kind": RunKind.service, "origin": "S1", "target": "P1", "segments": (INDOORS,)} | (service or {})
    made = {
        "buildings": {"B1": Building(name="House", use=BuildingUse.dwelling)},
        "sources": {"S1": Source(name="Supply")},
        "enclosures": {"P1": Enclosure(name="Panel", building="B1")},
        "runs": {"R1": Run(**run)},
    }
    return Job(name="Any", **made | parts)


class Allowance(unittest.TestCase):
    def test_a_generators_conductors_go_by_its_plate_and_not_by_83_percent_of_it(self):
        # 115 % of 22 kVA at 240 V is 105.4 A, of 25 kVA 119.8 A
        for kva, size in ((22, "2"), (25, "1")):
            job = a_house({"kind": RunKind.feeder, "metal": Metal.copper, "terminals": "75"},
                          sources={"S1": Source(name="Generator", kind=SourceKind.generator, rating_kva=kva)})  # fmt: skip
            self.assertEqual(run_of(job, "R1").least_size, size)

    def test_it_is_of_the_rating_whatever_the_load_below_it_is(self):
        for load_a in (110, 190):
            plan = run_of(a_house({"load_a": load_a, "device_a": 200, "metal": Metal.copper, "terminals": "75"}), "R1")
            self.assertEqual(plan.least_size, "2/0")
            self.assertAlmostEqual(next(one.used for one in plan.margins if one.key == "ampacity"), 166.0)

    def test_without_it_the_load_itself_counts(self):
        margins = US.ampacities.load_margins(DesignLoad(100, 0, 0), US_AMPACITY, RunKind.feeder)[1]
        self.assertEqual([one.used for one in margins], [100, 100])


US_AMPACITY = US.ampacities.run_ampacity(Wire("2/0", Metal.copper, "THWN-2"), (INDOORS,), 2, 75, "insulation").value


class SharedGround(unittest.TestCase):
    def test_one_that_serves_others_follows_the_largest_device_and_is_not_capped_by_its_own_wires(self):
        for rules, device_a in ((US, 30), (CA, 40)):
            for flag, size in ((True, "10"), (False, "12")):
                facts = GroundFacts(device_a, Metal.copper, "12", "12", shared=flag)
                self.assertEqual(rules.grounds.equipment_ground(facts).value, size, rules.title)

    def test_in_a_job_with_two_circuits_in_one_pipe(self):
        job = a_feeder(14, kind="branch", device_a=15, conductor_size="14", metal="copper")
        together = job.runs["F1"].segments[0].model_copy(update={"shares_with": ("F1",)})
        end = Enclosure(name="Heater", building="B2", kind=EnclosureKind.disconnect)
        other = Run(name="Heater", kind="branch", origin="P1", target="D1", load_a=25, device_a=30, ground_with="F1", segments=(together,))
        job = checked(job, enclosures=job.enclosures | {"D1": end}, runs=job.runs | {"F2": other})
        self.assertEqual(run_of(job).equipment_ground_size, "10")


class NeutralOfAWye(unittest.TestCase):
    def test_ranges_and_dryers_count_whole_there(self):
        facts = {"floor_m2": 100, "ranges_va": (12000,), "dryers_va": (5000,)}
        neutral = {
            s: US.dwellings.dwelling_loads(DwellingFacts(**facts, system=s))[0].neutral.value for s in (System.split_phase, System.wye_legs)
        }
        self.assertAlmostEqual(neutral[System.wye_legs] - neutral[System.split_phase], 0.3 * (8000 + 5000))

    def test_the_method_knows_the_system_of_its_job(self):
        range_ = Load(name="Range", kind=LoadKind.range, power_va=12000, enclosure="P1", uses_neutral=True)
        found = {}
        for system, volts in ((System.split_phase, 240), (System.wye_legs, 208)):
            home = Building(name="House", use=BuildingUse.dwelling, floor_m2=100, load_method="standard")
            job = a_house(loads={"L1": range_}, buildings={"B1": home}, sources={"S1": Source(name="S", line_v=volts, system=system)})
            found[system] = next(one.neutral_a for one in solve(job).buildings["B1"].methods if one.key == "standard") * volts
        self.assertAlmostEqual(found[System.wye_legs] - found[System.split_phase], 0.3 * 8000, places=3)


class UtilitysDrop(unittest.TestCase):
    def test_it_is_not_in_the_customers_total_and_says_whose_it_is(self):
        for owned in (True, False):
            feeder = Run(name="Feeder", origin="P1", target="P2", load_a=50, segments=(a_segment(length_m=20),))
            job = a_house({"utility_owned": owned, "load_a": 100, "segments": (a_segment(length_m=60),)})
            job = checked(job, enclosures=job.enclosures | {"P2": Enclosure(name="Shop", building="B1")}, runs=job.runs | {"R2": feeder})
            plan = solve(job)
            own, service = plan.runs["R2"], plan.runs["R1"]
            self.assertEqual(own.way_percent > own.drop_percent + 0.1, not owned)
            self.assertEqual("not in your drop" in service.subline, owned)
            self.assertEqual(plan.ways[0].drop_percent > own.drop_percent + 0.1, not owned)
            self.assertLess(plan.ways[0].points[-1].design_v, 240 * (1 - own.drop_percent / 100) - 0.2)  # it is lost all the same


class Ranges(unittest.TestCase):
    def test_the_branch_of_one_range_and_of_a_cooktop_with_its_ovens(self):
        for rules, plates, current_a, device_a in (
            ("us-2023", (12000,), 8000 / 240, 40), ("us-2023", (8000,), 8000 / 240, 40), ("us-2023", (5000,), 5000 / 240, 25),
            ("us-2023", (8000, 5000, 5000), 10400 / 240, 45), ("ca-2021", (12000,), 8000 / 240, 40),
        ):  # fmt: skip
            loads = {f"L{i}": Load(name=f"Cooker {i}", kind=LoadKind.range, power_va=va, enclosure="D1") for i, va in enumerate(plates)}
            end = Enclosure(name="Range outlet", building="B1", kind=EnclosureKind.junction_box)
            run = Run(name="Range", kind="branch", origin="P1", target="D1", segments=(INDOORS,))
            job = a_house(rulebook=rules, loads=loads)
            job = checked(job, enclosures=job.enclosures | {"D1": end}, runs=job.runs | {"R2": run})
            plan = run_of(job, "R2")
            with self.subTest(rules, plates=plates):
                self.assertAlmostEqual(plan.load_a, current_a, places=3)
                self.assertGreaterEqual(plan.device_a, device_a)


class BehindASplitter(unittest.TestCase):
    def test_two_mains_are_services_and_each_is_bonded(self):
        for name, kind in product(("us-2023", "ca-2021"), ("service", "feeder")):
            cans = {"X1": Enclosure(name="Splitter", building="B1", kind=EnclosureKind.splitter)}
            cans |= {f"P{i}": Enclosure(name=f"Main {i}", building="B1", main_a=100, bond_found=Bond.bonded) for i in (1, 2)}
            runs = {f"M{i}": Run(name=f"To {i}", kind=kind, origin="X1", target=f"P{i}", segments=(INDOORS,)) for i in (1, 2)}
            job = a_house({"target": "X1"}, rulebook=name, enclosures=cans)
            job = checked(job, runs=job.runs | runs, loads={f"L{i}": Load(name="Heat", power_va=9000, enclosure=f"P{i}") for i in (1, 2)})
            plan = solve(job)
            with self.subTest(name, kind=kind):
                self.assertEqual([plan.enclosures[f"P{i}"].bond for i in (1, 2)], ["bonded", "bonded"])
                self.assertEqual([plan.runs[f"M{i}"].equipment_ground_size for i in (1, 2)], ["", ""])
                self.assertNotIn("second-bond", codes(plan))


class SeveralDwellings(unittest.TestCase):
    def two(self, name, method, **loads):
        homes = {f"B{i}": Building(name=f"House {i}", use=BuildingUse.dwelling, floor_m2=130, load_method=method) for i in (1, 2)}
        cans = {f"P{i}": Enclosure(name=f"Panel {i}", building=f"B{i}") for i in (1, 2)}
        feeder = Run(name="Feeder", origin="P1", target="P2", segments=(a_segment(),))
        job = a_house(rulebook=name, buildings=homes, enclosures=cans)
        each = {"R": {"kind": LoadKind.range, "power_va": 12000}, "W": {"kind": LoadKind.water_heating, "power_va": 4500},
                "S": {"kind": LoadKind.sockets, "power_va": 7000}}  # fmt: skip
        made = {f"{key}{i}": Load(name=key, enclosure=f"P{i}", **one) for key, one in each.items() for i in (1, 2)}
        return checked(job, runs=job.runs | {"R2": feeder}, loads=made | loads)

    def test_each_counts_by_its_own_method_with_diversity_between_them(self):
        for name, method in (("us-2023", "standard"), ("ca-2021", "basic"), ("uk-2022", "diversity")):
            plan = solve(self.two(name, method))
            alone = sum(next(one.total_va for one in plan.buildings[key].methods if one.key == method) for key in ("B1", "B2"))
            together = plan.runs["R1"].load_a * plan.runs["R1"].nominal_v
            with self.subTest(name):
                self.assertLess(together, alone - 500)
                self.assertGreater(together, alone / 2)

    def test_what_cools_one_says_nothing_of_what_heats_the_other(self):
        cool = Load(name="Cooling", kind=LoadKind.cooling, power_va=4800, enclosure="P1")
        for where, both in (("P2", True), ("P1", False)):
            heat = Load(name="Heat pump", kind=LoadKind.heat_pump, power_va=4800, enclosure=where)
            job = self.two("us-2023", "connected", C=cool)
            base = solve(job).runs["R1"].load_a
            more = solve(checked(job, loads=job.loads | {"H": heat})).runs["R1"].load_a - base
            self.assertEqual(more > 15, both, where)


class PipesAndWires(unittest.TestCase):
    def test_wires_sold_for_the_ground_have_no_covering(self):
        for kind, area in (("RHW-2/USE-2", 0.3718), ("USE-2", 0.3718), ("RHH", 0.4754)):
            self.assertEqual(US.pipes.wire_area("4/0", kind).value, area)

    def test_up_a_mast_three_wires_do_not_wedge_and_around_a_bend_they_do(self):
        service = {
            "device_a": 200,
            "load_a": 180,
            "metal": Metal.aluminum,
            "conductor_size": "4/0",
            "grounded_size": "2/0",
            "insulation": "RHW-2/USE-2",
        }
        for bends, size in ((0, "2"), (90, "2-1/2")):
            job = a_house(service | {"segments": (Segment(length_m=4, method="rmc", place="outdoors", bends_deg=bends),)})
            self.assertEqual(run_of(job, "R1").segments[0].pipe_size, size)
        self.assertTrue(wedges(3, OVAL * 2.083 / 0.688))


class Animals(unittest.TestCase):
    def test_the_choice_that_the_rule_asks_for_is_not_faulted_by_it(self):
        job = start_job_under("detached_panel", Answers(name="Any", building="Barn", load_a=60, length_m=30), "ca-2021")
        job = with_building(job, animals=True)
        finding = next(one for one in solve(job).findings if one.code == "ground-where-animals")
        after = solve(taken(job, finding.cures[0]))
        self.assertEqual([one.text for one in after.findings if one.severity in {"stop", "fix"}], [])
        self.assertEqual(after.enclosures["P2"].bond, "bonded")


class OffTheGrid(unittest.TestCase):
    def off_grid(self, **source):
        cans = {
            "T1": Enclosure(name="Switch", building="B1", kind=EnclosureKind.transfer_switch),
            "P1": Enclosure(name="Panel", building="B1"),
        }
        runs = {
            "R1": Run(name="Inverter", origin="S1", target="T1", segments=(INDOORS,)),
            "R2": Run(name="On", origin="T1", target="P1", segments=(INDOORS,)),
            "R3": Run(name="Generator", origin="S2", target="T1", alternate=True, segments=(INDOORS,)),
        }
        sources = {"S1": Source(**{"name": "Supply", "kind": SourceKind.inverter_pair, "rating_kva": 12} | source),
                   "S2": Source(name="Generator", kind=SourceKind.generator, rating_kva=10)}  # fmt: skip
        return a_house(enclosures=cans, runs=runs, sources=sources, loads={"L1": Load(name="Lights", power_va=2000, enclosure="P1")})

    def test_a_generator_beside_a_relay_has_a_bond_by_the_defaults(self):
        self.assertNotIn("source-bond-missing", codes(solve(self.off_grid())))

    def test_beside_the_utility_its_neutral_stays_solid(self):
        plan = solve(self.off_grid(kind=SourceKind.utility_transformer))
        self.assertNotIn("source-bond-missing", codes(plan))
        self.assertFalse(any("neutral switched" in one.text for one in plan.findings))


class Steps(unittest.TestCase):
    def test_steps_that_double_have_no_gap_and_a_hole_is_one(self):
        for steps, coarse in (((1000, 2000, 4000), False), ((3500, 3500), False), ((1000, 6000), True)):
            plant = Source(name="Plant", kind=SourceKind.governed_plant, rating_kva=7, diversion_w=steps)
            self.assertGreater(diversion(plant)[2].value, 0)
            self.assertEqual(
                "diversion-too-coarse" in codes(solve(a_house({"kind": RunKind.feeder}, sources={"S1": plant}))), coarse, steps
            )


class Read(unittest.TestCase):
    def test_a_length_as_read_has_its_rounding(self):
        inch = 0.0254
        for read, found in ((11.8, False), (11.6, True)):
            job = a_feeder(segment={"cover_m": (read + 6) * inch})  # 18 in is the least in plastic pipe
            self.assertEqual("cover-too-shallow" in codes(solve(job)), found, read)
        for read_m, found in ((2.435, False), (2.42, True)):
            rod = {"E1": {"name": "Rod", "building": "B2", "length_m": read_m}}
            job = a_feeder()
            job = type(job).model_validate(job.model_dump(mode="json") | {"electrodes": rod})
            self.assertEqual("rod-too-short" in codes(solve(job)), found)


class Britain(unittest.TestCase):
    def test_the_bond_from_case_to_case_is_the_smaller_protective_conductor(self):
        sizes = {one.symbol: one.value for one in UK.loop.supplementary((), None, (), (1.5, 4.0)).steps if one.symbol.startswith("S_")}
        self.assertEqual(sizes, {"S_1": 1.5, "S_2": 2.5, "S_3": 2.5})

    def by_earth(self, grounding="equipment_ground"):
        job = start_job_under("detached_panel", Answers(name="Any", building="Annexe", load_a=20, length_m=20), "uk-2022")
        source = Source(name="Supply", line_v=230, system=System.single_phase, earthing=Earthing.tt)
        tails = Run(name="Tails", kind="service", origin="S1", target="P1", circuit="two_wire_neutral", residual_ma=100,
                    segments=(Segment(length_m=3, method="cable", place="indoors"),))  # fmt: skip
        runs = {key: run.model_copy(update={"grounding": grounding}) for key, run in job.runs.items()}
        rod = {"name": "Rod", "building": "B1", "length_m": 1.2, "measured_ohm": 80}
        return Job.model_validate(
            checked(job, sources={"S1": source}, runs=runs | {"R1": tails}).model_dump(mode="json") | {"electrodes": {"E1": rod}}
        )

    def test_an_annexe_whose_protective_conductor_comes_along_needs_no_electrode(self):
        for grounding, wanted in (("equipment_ground", False), ("island", True)):
            plan = solve(self.by_earth(grounding))
            self.assertEqual(plan.buildings["B2"].electrode_required, wanted)
            self.assertEqual("electrode-missing-for-earth" in codes(plan), wanted)

    def test_a_submain_of_a_start_brings_the_device_that_it_needs(self):
        job = self.by_earth()
        bare = checked(job, runs={"R1": job.runs["R1"].model_copy(update={"residual_ma": None})})
        edits = start_edits(bare, "detached_panel", Answers(name="Any", building="Garage", load_a=10, length_m=20))
        after = read_job(patched(bare.model_dump(mode="json"), edits))
        new = next(run for key, run in after.runs.items() if key not in bare.runs)
        self.assertIsNotNone(new.residual_ma)


class Because(unittest.TestCase):
    def test_it_names_the_device_that_was_chosen(self):
        job = checked(a_feeder(42, metal="copper"), calls={})
        plan = run_of(job)
        down = next(one for one in plan.neighbours if one.words == "a size down")
        if "device on this wire" in down.why_not:
            self.assertIn(f"{plan.device_a:g} of", down.why_not)
        self.assertIn("Not ", plan.because)


class CanadianTables(unittest.TestCase):
    def test_copper_in_a_footing_goes_by_its_table(self):
        job = checked(with_panel(a_feeder()), rulebook="ca-2021")
        facts = {"E1": {"name": "Footing", "building": "B1", "kind": "concrete_encased", "length_m": 6}}
        plan = solve(type(job).model_validate(job.model_dump(mode="json") | {"electrodes": facts}))
        shown = " ".join(line.formula for group in plan.buildings["B1"].working for line in group.lines)
        self.assertIn("No. 4 AWG to 165 A", shown)
        self.assertIn("No. 3/0 AWG above", shown)


if __name__ == "__main__":
    unittest.main()
