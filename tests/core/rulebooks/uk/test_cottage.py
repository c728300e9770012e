"""British rules on whole jobs: the demo's mistakes, whose earth it is, and what the bench says of it."""

import unittest

from northspan.core.calculators import CALCULATORS
from northspan.core.desk.demo_uk import tern_cottage
from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.desk.demos import DEMOS
from northspan.core.desk.rulebook_change import moved, rulebook_change
from northspan.core.desk.starts import Answers
from northspan.core.desk.starts.under import start_job_under, starts_under
from northspan.core.document.findings import Severity
from northspan.core.document.job import Earthing, Electrode, Entry, EntryKind, Grounding, Load, LoadKind, Status, System
from northspan.core.solve import solve
from northspan.core.topics.bonds.reading import solve_bench
from northspan.core.topics.bonds.setup import on_bench
from northspan.core.topics.bonds.trial import Trial
from northspan.core.topics.bonds.verdict import verdict
from northspan.core.working.errors import InvalidJob
from tests.core.topics.sizing.test_choices import taken
from tests.support import checked, found


def changed(job, kind, key, **fields):
    parts = getattr(job, kind)
    return checked(job, **{kind: parts | {key: parts[key].model_copy(update=fields)}})


def on_earthing(earthing, grounding=Grounding.equipment_ground, **source):
    """The cottage on another supply; its music room on the supply's earth or an island with a rod."""
    job = changed(tern_cottage(), "sources", "T1", earthing=earthing, **source)
    job = changed(job, "runs", "F1", grounding=grounding)
    rod = Electrode(name="Garden rod", building="music", length_m=1.8, measured_ohm=80, status=Status.new)
    return checked(job, electrodes=job.electrodes | ({"E2": rod} if grounding is Grounding.island else {}))


def bench(job, **trial):
    return solve_bench(*on_bench(job, Trial(**trial)))


def touch(job, **trial):
    return bench(job, **trial).enclosures["MR"].touch_v


def words(job):
    return " ".join(one.text for one in solve(job).findings)


class Demo(unittest.TestCase):
    def setUp(self):
        self.plan = solve(tern_cottage())

    def test_its_mistakes_are_found(self):
        for text in ("it has no electrode", "cover 450 mm is below 600 mm", "total voltage drop 4.1 %, wanted 3 %", "oil: metal where it enters, and not bonded",
                     "no bonding in the room with a bath or shower", "230 Ω; above 200 Ω", "Upstairs lighting: no residual-current device of 30 mA",
                     "Music room sockets: no residual-current device of 30 mA"):  # fmt: skip
            self.assertTrue(found(self.plan, text), text)

    def test_a_press_cures_each_of_them(self):
        job = tern_cottage()
        for text in (
            "cover 450 mm",
            "oil: metal",
            "no bonding in the room",
            "Upstairs lighting: no residual",
            "Music room sockets: no residual",
        ):
            finding = found(solve(job), text)[0]
            job = taken(job, finding.cures[0])
            self.assertFalse(found(solve(job), text), text)

    def test_a_submain_can_leave_nothing_for_the_lighting(self):
        run = self.plan.runs["C6"]
        self.assertFalse(next(m for m in run.margins if m.key == "way").holds)
        self.assertTrue(next(m for m in run.margins if m.key == "drop").holds)
        thicker = solve(changed(tern_cottage(), "runs", "F1", conductor_size="16"))
        self.assertTrue(all(m.holds for m in thicker.runs["C6"].margins))

    def test_drop_is_counted_from_the_origin_and_the_voltage_from_the_transformer(self):
        way = next(w for w in self.plan.ways if w.id == "C6")
        self.assertLess(way.drop_percent, 100 * (1 - way.points[-1].design_v / 230) - 1)
        self.assertAlmostEqual(way.points[1].design_v - way.way_limit_v, 0.03 * 230, delta=0.01)  # 3 % below the origin

    def test_it_is_said_in_the_words_of_its_country_and_names_stay(self):
        text = self.plan.model_dump_json()
        for word in ("receptacle", "aluminum", "equipment grounding conductor", "subpanel"):
            self.assertNotIn(word, text)
        job = changed(tern_cottage(), "enclosures", "MR", name="Panel by the service range")
        self.assertIn(
            "Panel by the service range", words(changed(job, "enclosures", "MR", interrupting_a=None)) + solve(job, None).model_dump_json()
        )

    def test_colours_new_and_old(self):
        self.assertEqual([w.color for w in self.plan.runs["C1"].wires], ["brown", "blue", "green and yellow"])
        old = solve(changed(tern_cottage(), "runs", "C1", old_colors=True)).runs["C1"]
        self.assertEqual([w.color for w in old.wires], ["red", "black", "green"])
        armoured = solve(on_earthing(Earthing.tn_s)).runs["F1"]
        self.assertEqual([(w.name, w.color) for w in armoured.wires][-1], ("circuit protective conductor", "bare steel"))


class WhoseEarth(unittest.TestCase):
    def test_a_fault_on_a_combined_earth_clears_fast_and_a_lost_neutral_lifts_every_case(self):
        job = on_earthing(Earthing.tn_c_s)
        fault = bench(job, case_fault="MR")
        self.assertLess(fault.opener.latest_s, 5)
        self.assertGreater(touch(job, neutrals_lost=("R1",)), 50)
        self.assertLess(touch(on_earthing(Earthing.tn_s), neutrals_lost=("R1",)), 5)  # its earth is a wire of its own
        island = on_earthing(Earthing.tn_c_s, Grounding.island)
        self.assertLess(touch(island, neutrals_lost=("R1",)), 5)

    def test_by_the_soil_nothing_opens_without_a_residual_current_device(self):
        job = on_earthing(Earthing.tt)
        self.assertLess(bench(job, case_fault="MR").opener.latest_s, 1)
        bare = job
        for run in job.runs:
            bare = changed(bare, "runs", run, residual_ma=None)
        said = verdict(bench(bare, case_fault="MR"))
        self.assertEqual(said.level, 4)
        self.assertIn("no residual-current device guards", words(bare))

    def test_a_link_of_your_own_is_called_wrong_under_each_earthing(self):
        for earthing in (Earthing.tn_c_s, Earthing.tn_s, Earthing.tt):
            holds = verdict(bench(on_earthing(earthing)))
            linked = verdict(bench(on_earthing(earthing), bonds_made=("MR",)))
            with self.subTest(earthing):
                self.assertLessEqual(holds.level, 1)  # at most the drop of the neutral, which a combined earth brings in
                self.assertGreaterEqual(linked.level, 2)

    def test_the_choice_is_laid_out_with_the_voltage_that_decides_it(self):
        ask = CALCULATORS["outbuilding-earth"]
        job = on_earthing(Earthing.tn_c_s)
        along, island = ask.work(ask.question(job=job, building="music")).choices
        self.assertTrue(along.taken and along.dangerous)
        self.assertGreater(along.lost_neutral_v, 50)
        self.assertLess(island.lost_neutral_v, 5)
        self.assertIs(taken(job, island.cure).runs["F1"].grounding, Grounding.island)
        with self.assertRaisesRegex(InvalidJob, "not fed from another building"):
            ask.work(ask.question(job=job, building="cottage"))

    def test_an_electrode_is_held_against_its_limit_and_against_two_hundred_ohms(self):
        def rod(ohm, residual_ma=100):
            job = changed(tern_cottage(), "electrodes", "E1", measured_ohm=ohm)
            return words(changed(job, "runs", "R1", residual_ma=residual_ma))

        self.assertNotIn("may not be stable", rod(200))
        self.assertIn("above 200 Ω it may not be stable", rod(201))
        self.assertIn("500 Ω is the most with 100 mA", rod(501))
        self.assertNotIn("is the most with 100 mA", rod(500))

    def test_an_island_with_a_metal_path_is_none(self):
        job = changed(on_earthing(Earthing.tn_c_s, Grounding.island), "buildings", "music", metallic_path=True)
        self.assertIn("yet a metal path joins it", words(job))

    def test_a_charging_point_on_a_combined_earth_is_stopped_and_cured(self):
        car = Load(name="Car point", enclosure="MR", kind=LoadKind.vehicle, power_va=3680, across="l1_neutral")
        job = on_earthing(Earthing.tn_c_s)
        job = checked(job, loads=job.loads | {"car": car})
        stop = found(solve(job), "a charging point on a combined neutral and earth")[0]
        self.assertIs(stop.severity, Severity.stop)
        self.assertFalse(found(solve(taken(job, stop.cures[0])), "a charging point on"))
        with_rod = on_earthing(Earthing.tn_c_s, Grounding.island)
        self.assertFalse(found(solve(checked(with_rod, loads=job.loads)), "a charging point on"))

    def test_main_bonding_goes_by_the_supplys_neutral_in_the_outbuilding_too(self):
        def bond(**source):
            job = on_earthing(Earthing.tn_c_s, **source)
            job = changed(job, "buildings", "music", entries=(Entry(kind=EntryKind.water, metal=True, bonded=True, bond_size="10"),))
            group = next(g for g in solve(job).buildings["music"].working if g.key == "bonding")
            return group.answer, words(job)

        self.assertEqual(bond()[0], "10 mm²")
        answer, said = bond(neutral_size="50")
        self.assertEqual(answer, "16 mm²")  # the submain has 6 mm²
        self.assertIn("bonded with 10 mm², 16 mm² is the least", said)


class Moving(unittest.TestCase):
    def test_a_job_comes_over_with_what_it_means_there_and_goes_back(self):
        there = moved(kestrel_hollow(), "uk-2022")
        self.assertEqual(
            (there.sources["T1"].system, there.sources["T1"].line_v, there.sources["T1"].earthing),
            (System.single_phase, 230, Earthing.tn_c_s),
        )
        self.assertTrue(solve(there).runs)
        self.assertEqual(moved(there, "us-2023").sources["T1"], kestrel_hollow().sources["T1"])
        handed = rulebook_change(kestrel_hollow(), "uk-2022").handed_back
        for text in ("aluminum is not in its tables", "no device of 60 A there", "there is no other way there", "240 V becomes 230 V"):
            self.assertTrue(any(text in line for line in handed), text)
        back = " ".join(rulebook_change(tern_cottage(), "ca-2021").handed_back)
        self.assertIn("Socket ring: a ring is not known there", back)
        self.assertIn("Shower circuit: type C is not known there", back)

    def test_a_start_is_native_from_the_first(self):
        answers = Answers(name="New", floor_m2=140, service_length_m=20, length_m=30, load_a=30)
        self.assertNotIn("paired_inverters", [start.key for start in starts_under("uk-2022")])
        asked = {one.field: one for start in starts_under("uk-2022") for one in start.asks}
        self.assertEqual(asked["length_m"].hint[-2:], " m")
        for start in starts_under("uk-2022"):
            job = start_job_under(
                start.key, answers.model_copy(update={"rating_kva": 12, "service_a": 100, "diversion_w": 12_000}), "uk-2022"
            )
            with self.subTest(start.key):
                self.assertTrue(any(run.sized for run in solve(job).runs.values()))
                self.assertFalse(any("panel" in enclosure.name.lower() for enclosure in job.enclosures.values()))
                self.assertFalse(any(finding.severity is Severity.stop and "no bond joins" in finding.text
                                     for finding in solve(job).findings if start.key != "remote_source"))  # fmt: skip

    def test_a_supply_of_a_whole_dwelling_is_never_below_the_least(self):
        answers = Answers(name="New", floor_m2=60, service_length_m=20)
        for name, least in (("us-2023", 100), ("ca-2021", 60), ("uk-2022", 60)):
            plan = solve(start_job_under("new_service", answers, name))
            with self.subTest(name):
                self.assertGreaterEqual(next(r for r in plan.runs.values() if r.kind == "service").device_a, least)
        self.assertIn("no lighting and socket circuits entered", words(start_job_under("new_service", answers, "uk-2022")))

    def test_every_demo_is_planned_under_every_rulebook(self):
        for demo in DEMOS.values():
            for name in DEMOS:
                self.assertTrue(solve(moved(demo(), name)).runs)
