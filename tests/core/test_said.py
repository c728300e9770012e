"""Said as the trade says it: units of the job everywhere, wires that are there, cautions where the work is, nothing that says nothing."""

import re
import unittest

from northspan.core.desk.demos import DEMOS
from northspan.core.desk.starts import Answers
from northspan.core.desk.starts.under import start_job_under
from northspan.core.document.job import (
    Building,
    BuildingUse,
    Circuit,
    Enclosure,
    EnclosureKind,
    LoadKind,
    Run,
    RunKind,
    Source,
    SourceKind,
    Status,
)
from northspan.core.document.limits import amount, said
from northspan.core.document.upgrade import read_job
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.solve import solve
from northspan.core.topics.bonds.calculators.bench import BenchQuestion, bench
from northspan.core.topics.electrodes.calculators.ground import GroundQuestion, ground
from northspan.core.working.errors import InvalidJob
from tests.core.ordinary_jobs import ordinary_jobs
from tests.core.test_within_reach import INDOORS, a_house, codes
from tests.core.topics.sizing.test_choices import taken
from tests.support import a_feeder, a_segment, checked, run_of

POWERS_OF_TEN = re.compile(r"\d[eE][+-]\d")
METRIC = re.compile(r"\d (m|mm|N|N/m|L|m²)\b(?!²)")


def texts(value):
    """Every text in a plan, wherever it stands."""
    if isinstance(value, dict):
        for one in value.values():
            yield from texts(one)
    elif isinstance(value, (list, tuple)):
        for one in value:
            yield from texts(one)
    elif isinstance(value, str):
        yield value


class Figures(unittest.TestCase):
    def test_no_power_of_ten_and_no_metre_in_what_a_feet_job_finds(self):
        jobs = ordinary_jobs() | {name: demo() for name, demo in DEMOS.items()}
        for name, job in jobs.items():
            plan = solve(job, None)
            for text in texts(plan.model_dump(mode="json")):
                self.assertIsNone(POWERS_OF_TEN.search(text), (name, text))
            if rulebook_named(job.rulebook).words.feet:
                for finding in plan.findings:
                    self.assertIsNone(METRIC.search(f"{finding.text} {finding.why}"), (name, finding.text))

    def test_what_could_be_added_and_what_the_bench_takes_are_in_the_jobs_units(self):
        for name, demo in DEMOS.items():
            job = demo()
            said = [
                *bench(BenchQuestion(job=job)).assumed,
                *(one.words for one in ground(GroundQuestion(job=job, building=next(iter(job.buildings)))).more),
            ]
            self.assertEqual(any(METRIC.search(one) for one in said), not rulebook_named(job.rulebook).words.feet, name)

    def test_a_limit_that_is_broken_is_said_in_feet(self):
        words = rulebook_named("us-2023").words
        self.assertEqual(words.against_text(2.4384, 8, "m"), "8 of 26.2 ft")
        self.assertEqual(words.against_text(444.8, 889.6, "N"), "100 of 200 lbf")
        self.assertEqual(rulebook_named("uk-2022").words.against_text(2, 8, "m"), "2 of 8 m")
        self.assertEqual(words.length_text(304.8 * 1.2), "1200 ft")
        self.assertEqual(words.depth_text(0.15), "5.9 in")

    def test_what_is_refused_is_said_in_what_was_typed(self):
        self.assertEqual(amount(1e6, "load_a", feet=True), "1000000 A")
        self.assertEqual(amount(537.7777, "ambient_c", feet=True), "1000 °F")
        self.assertEqual(said("less_than_equal", {"le": 80}, "ambient_c", feet=True), "this goes up to 176 °F.")
        raw = a_feeder().model_dump(mode="json")
        raw["runs"]["F1"]["segments"]["1"]["ambient_c"] = 537.7777
        for units, shown in (("feet", "1000 °F"), ("metres", "537.778 °C")):
            with self.assertRaisesRegex(InvalidJob, shown):
                read_job(raw | {"units": units})

    def test_a_start_takes_kilowatts_at_the_voltage_of_what_it_hangs_on(self):
        for name, key, volts in (("us-2023", "detached_panel", 240), ("us-2023", "shed_circuit", 120), ("uk-2022", "shed_circuit", 230)):
            job = start_job_under(key, Answers(name="Any", building="Shed", load_va=2400, length_m=10), name)
            run = next(iter(job.runs.values()))
            load_a = run.load_a or sum(load.power_va for load in job.loads.values()) / volts
            self.assertAlmostEqual(load_a, 2400 / volts, places=1)


class Services(unittest.TestCase):
    def test_its_wires_are_those_it_has_and_no_ground_comes_from_the_utility(self):
        for name, circuit, words in (
            ("us-2023", "three_wire", "three"),
            ("ca-2021", "three_wire", "three"),
            ("uk-2022", "two_wire_neutral", "line, neutral"),
        ):
            job = a_house({"load_a": 60, "device_a": 100 if name != "uk-2022" else None, "circuit": circuit}, rulebook=name)
            plan = run_of(job, "R1")
            wires = next(group for group in plan.working if group.key == "wires")
            self.assertEqual(wires.answer, words)
            self.assertNotIn("215.6", str(plan.model_dump()))
            self.assertEqual([one.role for one in plan.wires if one.role == "ground"], [])

    def test_a_circuit_without_a_neutral_has_no_neutral_in_its_drop(self):
        for circuit, neutral in ((Circuit.two_wire_line, False), (Circuit.three_wire, False)):
            plan = run_of(a_feeder(40, circuit=circuit))
            drop = next(group for group in plan.working if group.key == "drop")
            self.assertEqual(any("R_n" in line.formula for line in drop.lines), neutral, circuit)

    def test_one_line_speaks_of_no_legs(self):
        plan = solve(start_job_under("detached_panel", Answers(name="Any", building="Shed", load_a=10, length_m=10), "uk-2022"))
        for text in texts(plan.model_dump(mode="json")["runs"]):
            self.assertNotRegex(text, r"line to line|\bleg [12]|both legs")


class Cautions(unittest.TestCase):
    def test_a_new_service_of_a_dwelling(self):
        for name, use, wanted in (
            ("us-2023", "dwelling", ("230.85", "230.67")),
            ("us-2023", "outbuilding", ()),
            ("uk-2022", "dwelling", ("443.4.1",)),
        ):
            job = a_house(rulebook=name, buildings={"B1": Building(name="House", use=BuildingUse(use))}, loads={})
            for status in (Status.new, Status.existing):
                said_there = " ".join(
                    run_of(checked(job, runs={"R1": job.runs["R1"].model_copy(update={"status": status})}), "R1").cautions
                )
                for cite in wanted:
                    self.assertEqual(cite in said_there, status is Status.new, (name, cite))
                self.assertIn("pulls the meter", said_there)

    def test_what_is_not_confirmed_says_so(self):
        words = rulebook_named("ca-2021").words
        for asked, marked in (("hold_down", True), ("ground_bar", True), ("legacy_three_wire", False), ("bus", False)):
            self.assertEqual("(unverified)" in words.cite(asked), marked, asked)
        for name in ("us-2023", "ca-2021", "uk-2022"):
            self.assertTrue(any("(unverified)" in line for line in rulebook_named(name).not_covered), name)

    def test_around_water_behind_an_engine_and_at_a_plant(self):
        cases = (
            ("us-2023", {"kind": LoadKind.hot_tub}, "680.26"), ("ca-2021", {"kind": LoadKind.hot_tub}, "68-058"),
            ("uk-2022", {"kind": LoadKind.hot_tub}, "702.415.2"), ("uk-2022", {"kind": LoadKind.vehicle}, "722.531.3.101"),
        )  # fmt: skip
        for name, load, cite in cases:
            end = Enclosure(name="End", building="B1", kind=EnclosureKind.disconnect)
            run = Run(name="Circuit", kind=RunKind.branch, origin="P1", target="D1", segments=(INDOORS,))
            job = a_house(rulebook=name, loads={"L1": {"name": "It", "power_va": 5000, "enclosure": "D1", **load}})
            job = checked(job, enclosures=job.enclosures | {"D1": end}, runs=job.runs | {"R2": run})
            self.assertIn(cite, " ".join(run_of(job, "R2").cautions), name)
        for kind, word in ((SourceKind.generator, "exhaust kills"), (SourceKind.governed_plant, "runs away")):
            job = a_house({"kind": RunKind.feeder}, sources={"S1": Source(name="It", kind=kind, rating_kva=10)})
            self.assertIn(word, " ".join(run_of(job, "R1").cautions))

    def test_british_sockets_and_chargers_ask_for_thirty_milliamperes(self):
        rules = rulebook_named("uk-2022").loads
        for kind, asked in ((LoadKind.sockets, True), (LoadKind.vehicle, True), (LoadKind.lighting, False)):
            self.assertEqual(rules.ground_fault_asked(kind) is not None, asked)


class Interlocks(unittest.TestCase):
    def standby(self, **run):
        sources = {"S1": Source(name="Supply"), "S2": Source(name="Generator", kind=SourceKind.generator, rating_kva=8)}
        feed = Run(**{"name": "Generator feeder", "origin": "S2", "target": "P1", "alternate": True, "segments": (INDOORS,)} | run)
        job = a_house(sources=sources)
        return checked(job, runs=job.runs | {"R2": feed})

    def test_a_standby_supply_without_anything_that_holds_it_off_is_a_stop(self):
        for name in ("us-2023", "ca-2021"):
            plan = solve(checked(self.standby(), rulebook=name))
            finding = next(one for one in plan.findings if one.code == "no-transfer-equipment")
            self.assertEqual(finding.severity, "stop")
            for cure in finding.cures:
                self.assertNotIn("no-transfer-equipment", codes(solve(taken(self.standby(), cure))))

    def test_an_interlock_is_one_way(self):
        self.assertNotIn("no-transfer-equipment", codes(solve(self.standby(interlock=True))))


class Cables(unittest.TestCase):
    def test_a_shed_is_fed_by_the_cable_that_is_bought_for_it(self):
        for name, kind in (("us-2023", "UF-B"), ("ca-2021", "NMWU")):
            job = start_job_under("shed_circuit", Answers(name="Any", load_a=12, length_m=20), name)
            key = next(iter(job.runs))
            buried = (a_segment(length_m=20, method="direct_burial", place="buried"),)
            plan = run_of(checked(job, runs={key: job.runs[key].model_copy(update={"segments": buried})}), key)
            self.assertEqual(plan.insulation, kind)

    def test_a_larger_one_than_the_cable_is_made_takes_the_next_kind(self):
        job = a_feeder(90, kind="branch", segment={"method": "direct_burial"})
        self.assertNotEqual(run_of(job).insulation, "UF-B")
        self.assertTrue(run_of(job).sized)


class Noise(unittest.TestCase):
    def test_what_says_nothing_is_less_than_a_tenth(self):
        shown = [one for job in ordinary_jobs().values() for one in solve(job, ()).findings]
        empty = [one for one in shown if one.severity == "holds"]
        self.assertLess(len(empty), 0.1 * len(shown), [one.text for one in empty])

    def test_a_bond_that_nobody_looked_at_proves_nothing(self):
        job = a_house()
        self.assertNotIn("bonded-once", codes(solve(job)))
        seen = checked(job, enclosures={"P1": job.enclosures["P1"].model_copy(update={"bond_found": "bonded"})})
        self.assertIn("bonded-once", codes(solve(seen)))

    def test_the_digging_words_come_once(self):
        plan = solve(a_feeder())
        words = [text for text in texts([plan.runs["F1"].cautions, [one.text for one in plan.findings]]) if "located" in text.lower()]
        self.assertEqual(len(words), 1, words)


if __name__ == "__main__":
    unittest.main()
