"""What sources can give, whether they carry their load, and what to let go first."""

import unittest

from northspan.core.desk.starts import Answers, start_edits, started
from northspan.core.desk.starts.under import start_job_under
from northspan.core.document.job import Load, Source, SourceKind, System
from northspan.core.document.patching import patched
from northspan.core.document.upgrade import read_job
from northspan.core.solve import solve
from northspan.core.topics.supply.capability import capability, widest_gap_w
from tests.support import a_feeder, checked, found


def limit_a(neutral_v=120.0, **facts):
    return capability(Source(**{"name": "S", "rating_kva": 12} | facts), neutral_v).value


class Limits(unittest.TestCase):
    def test_kva_to_amperes_for_each_system(self):
        cases = [
            ({"line_v": 240}, 120, 50),
            ({"line_v": 208, "system": System.wye_legs}, 208 / 3**0.5, 12000 / 2 / (208 / 3**0.5)),
            ({"line_v": 480}, 240, 25),
            ({"line_v": 480, "system": System.two_wire}, 0, 25),
            ({"kind": "inverter_pair"}, 120, 50),  # 6 kVA on each leg of 120 V
        ]
        for facts, neutral_v, amperes in cases:
            with self.subTest(**facts):
                self.assertAlmostEqual(limit_a(neutral_v, **facts), amperes)

    def test_fuel_height_and_heat(self):
        base = limit_a(kind="generator", ambient_c=25)
        self.assertAlmostEqual(base, 50)
        self.assertAlmostEqual(limit_a(kind="generator", fuel="natural_gas"), 45)
        for altitude_m, share in ((150, 1), (150 + 305, 1 - 0.035), (150 + 610, 1 - 0.07)):
            self.assertAlmostEqual(limit_a(kind="generator", altitude_m=altitude_m), 50 * share)
        for ambient_c, share in ((25, 1), (30.5, 0.99), (36, 0.98)):
            self.assertAlmostEqual(limit_a(kind="generator", ambient_c=ambient_c), 50 * share)
        self.assertAlmostEqual(limit_a(kind="utility_transformer", altitude_m=3000, ambient_c=50), 50)


class ReadOffTheGenerator(unittest.TestCase):
    def of(self, **changes):
        job = start_job_under("generator", Answers(rating_kva=14, service_a=100, length_m=9), "us-2023")
        key = next(key for key, one in job.sources.items() if one.kind is SourceKind.generator)
        return checked(job, sources=job.sources | {key: job.sources[key].model_copy(update=changes)})

    def test_a_plate_for_the_fuel_in_hand_is_not_lowered_again(self):
        for plate, burns, share in ((None, "natural_gas", 0.9), ("natural_gas", "natural_gas", 1), ("natural_gas", "propane", 1 / 0.9),
                                    ("propane", "natural_gas", 0.9), (None, "propane", 1)):  # fmt: skip
            source = Source(name="G", kind="generator", rating_kva=12, fuel=burns, plate_fuel=plate)
            self.assertAlmostEqual(capability(source, 120).value, 50 * share, 6)

    def test_the_breaker_built_in_stands_for_its_feeder(self):
        job = self.of(breaker_a=60)
        standby = next(key for key, run in job.runs.items() if run.alternate)
        self.assertEqual(solve(job).runs[standby].device_a, 60)
        low = found(solve(self.of(breaker_a=10)), "the 10 A device is below")
        self.assertEqual([one.severity for one in low], ["stop"])

    def test_it_gives_no_more_than_its_breaker(self):
        for breaker_a, limit in ((None, 50), (60, 50), (50, 50), (30, 30)):
            self.assertAlmostEqual(capability(Source(name="G", kind="generator", rating_kva=12, breaker_a=breaker_a), 120).value, limit)

    def test_only_what_nobody_read_is_asked(self):
        def asked(**changes):
            job = self.of(**changes)
            key = next(key for key, run in job.runs.items() if run.alternate)
            return [words for words in solve(job).runs[key].cautions if "Generator" in words and "exhaust" not in words]

        self.assertEqual(asked(plate_fuel="propane", breaker_a=60, feeds_inverter=False), [])
        self.assertEqual(asked(plate_fuel="propane", feeds_inverter=False), ["Read Generator: which breaker is built in."])
        self.assertTrue(any("one bond serves both" in words for words in asked(feeds_inverter=True)))


class Carrying(unittest.TestCase):
    def a_standby(self, kva, **loads):
        job = a_feeder()
        job = read_job(
            patched(job.model_dump(mode="json"), start_edits(job, "generator", Answers(rating_kva=kva, service_a=100, length_m=9)))
        )
        switch_to_panel = next(k for k, r in job.runs.items() if r.name == "Switch to panel")
        runs = {k: r.model_copy(update={"load_a": None} if k in {switch_to_panel, "F1"} else {}) for k, r in job.runs.items()}
        return checked(job, runs=runs, loads=loads)

    def test_both_sides_of_the_limit(self):
        for amperes, enough in ((49.9, True), (50.1, False)):
            load = Load(name="Heater", enclosure="P2", kind="heating", power_va=240 * amperes)
            source = next(iter(solve(self.a_standby(12, heater=load)).sources.values()))
            with self.subTest(amperes=amperes):
                self.assertEqual(source.enough, enough)
                self.assertAlmostEqual(source.line_1_a, amperes)

    def test_the_most_dispensable_goes_first_unless_a_person_said_otherwise(self):
        loads = {"tub": Load(name="Tub", enclosure="P2", kind="hot_tub", power_va=4800), "well": Load(name="Well", enclosure="P2", kind="motor", power_va=2400),
                 "heat": Load(name="Heat", enclosure="P2", kind="heating", power_va=7200)}  # fmt: skip
        source = next(iter(solve(self.a_standby(11, **loads)).sources.values()))
        self.assertEqual([one.name for one in source.shed], ["Tub"])
        self.assertIn("Shed Tub", source.verdict)
        loads["heat"] = loads["heat"].model_copy(update={"shed_order": 1})
        source = next(iter(solve(self.a_standby(11, **loads)).sources.values()))
        self.assertEqual([one.name for one in source.shed], ["Heat"])
        self.assertTrue(found(solve(self.a_standby(11, **loads)), "asked, 46 A there"))

    def test_what_somebody_counted_as_a_whole_is_not_let_go(self):
        source = next(iter(solve(self.a_standby(5, all=Load(name="All", enclosure="P2", kind="counted", power_va=9600))).sources.values()))
        self.assertEqual((source.shed, source.verdict.endswith("Nothing on it may be shed.")), ((), True))


class Diversion(unittest.TestCase):
    def findings(self, *steps):
        job = started("remote_source", Answers(rating_kva=7, diversion_w=7000, load_a=20, length_m=100))
        source = next(iter(job.sources))
        changed = checked(job, sources={source: job.sources[source].model_copy(update={"diversion_w": steps})})
        return [f.severity for f in found(solve(changed), "its diversion load")]

    def test_it_must_swallow_everything(self):
        self.assertEqual(self.findings(1000, 2000, 4000), [])  # all of it, and no hole between the steps
        self.assertEqual(self.findings(500, 1000, 2000, 3500), [])
        self.assertEqual(self.findings(500, 1000, 2000, 3499), ["stop"])
        self.assertEqual(self.findings(), ["stop"])

    def test_gaps_between_steps(self):
        for steps, gap in (((1000, 2000, 4000), 1000), ((1000, 4000), 3000), ((2000, 2000), 2000), ((), 0), ((500,) * 14, 500)):
            self.assertEqual(widest_gap_w(steps), gap)
