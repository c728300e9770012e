"""Buildings and bonds as found: what is said, and that a press on the cure cures it."""

import json
import unittest

import jsonpatch

from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.desk.starts import Answers
from northspan.core.desk.starts.under import start_job_under
from northspan.core.document.findings import Severity
from northspan.core.document.job import Electrode, Grounding, Load
from northspan.core.document.upgrade import read_job
from northspan.core.solve import solve
from tests.generated import a_job
from tests.run import cases
from tests.support import FT_M, a_feeder, checked, found, with_building, with_panel


def cured(job, cure):
    """The job after the edits of a cure, as the store would apply them."""
    edits = [{"op": e.op, "path": e.path, "value": e.value} for e in cure.edits]
    return read_job(jsonpatch.apply_patch(json.loads(job.model_dump_json()), edits))


class Bonds(unittest.TestCase):
    def test_a_bond_where_none_may_be_and_none_where_one_must_be(self):
        plan = solve(with_panel(a_feeder(), bond_found="bonded"))
        (stop,) = found(plan, "are bonded here and must be kept apart")
        self.assertEqual((stop.severity, stop.where, stop.citation), ("stop", "/enclosures/P2/bond_found", "250.32(B)(1)"))
        job = a_feeder()
        open_service = checked(job, enclosures=job.enclosures | {"P1": job.enclosures["P1"].model_copy(update={"bond_found": "separate"})})
        self.assertTrue(found(solve(open_service), "are apart here and must be bonded"))

    def test_all_well(self):
        (holds,) = found(solve(with_panel(a_feeder(), bond_found="separate")), "bonded in one place")
        self.assertEqual(holds.severity, Severity.holds)

    def test_existing_enclosures_nobody_has_looked_into(self):
        self.assertTrue(
            found(
                solve(with_panel(a_feeder(), bond_found="unknown", status="existing")),
                "Building, not looked at yet: the bond in Building panel.",
            )
        )

    def test_the_old_feed_keeps_its_bond_until_the_fourth_wire(self):
        old = with_panel(a_feeder(grounding=Grounding.legacy_three_wire, status="existing"), bond_found="bonded")
        plan = solve(old)
        self.assertEqual(plan.enclosures["P2"].bond, "bonded")
        (finding,) = found(plan, "old three-wire feed")
        four_wires = solve(cured(old, finding.cures[0]))
        self.assertEqual(four_wires.enclosures["P2"].bond, "separate")
        self.assertFalse(found(four_wires, "must be kept apart"))  # the bond comes out with it
        self.assertEqual(four_wires.enclosures["P2"].bond, "separate")

    def test_the_old_feed_kept(self):
        old = a_feeder(grounding=Grounding.legacy_three_wire, status="existing")
        kept = checked(old, calls={"legacy_feed": {"school": "keep"}})
        self.assertEqual(found(solve(kept), "old three-wire feed kept")[0].severity, "check")
        joined = with_building(kept, metallic_path=True)
        self.assertEqual(found(solve(joined), "a metal path joins the buildings")[0].severity, "stop")


class Buildings(unittest.TestCase):
    def test_disconnect(self):
        self.assertTrue(found(solve(with_panel(a_feeder(), kind="panel_lugs")), "no disconnect at the building"))
        for load_a, main_a, words, low in ((50, 50, "is below 60 A", True), (50, 60, "is below 60 A", False),
                                           (70, 60, "is below 70 A", True), (70, 70, "is below", False)):  # fmt: skip
            self.assertEqual(bool(found(solve(with_panel(a_feeder(load_a), main_a=main_a)), words)), low, (load_a, main_a))
        home = with_panel(with_building(a_feeder(), use="dwelling"), main_a=90)
        self.assertTrue(found(solve(home), "main of 90 A is below 100 A"))

    def rods(self, *rods):
        made = {f"E{i}": Electrode(**{"name": f"Rod {i}", "building": "B2"} | rod) for i, rod in enumerate(rods, 1)}
        return checked(a_feeder(), electrodes=made)

    def test_rods_are_counted(self):
        self.assertEqual([f.text for f in found(solve(self.rods()), " rods")], ["Building: 0 of 2 rods."])
        # an existing building where nobody has looked is a question, not a fault
        self.assertEqual([f.severity for f in found(solve(self.rods()), "House, not looked at yet: its electrodes")], ["check"])
        self.assertTrue(found(solve(self.rods({"measured_ohm": 58})), "1 of 2 rods. The one there measured 58 Ω"))
        self.assertFalse(found(solve(self.rods({}, {})), " of 2 rods"))

    def test_one_rod_measured_high_with_two_in_place(self):
        self.assertTrue(found(solve(self.rods({"measured_ohm": 58}, {})), "the second one settles it"))
        self.assertFalse(found(solve(self.rods({"measured_ohm": 25}, {})), "settles it"))

    def test_length_spacing_and_clamp(self):
        for field, bad, good, words in (
            ("length_m", 7.9 * FT_M, 8 * FT_M, "8 ft is the least"),
            ("spacing_m", 5.9 * FT_M, 6 * FT_M, "6 ft is the least"),
            ("clamp_for_burial", False, True, "clamp is not listed"),
        ):
            with self.subTest(field):
                self.assertTrue(found(solve(self.rods({field: bad}, {})), words))
                self.assertFalse(found(solve(self.rods({field: good}, {})), words))


class Cures(unittest.TestCase):
    def test_every_cure_of_the_demo_removes_what_it_cures(self):
        job = kestrel_hollow()
        count = 0
        for finding in solve(job).findings:
            for cure in finding.cures:
                with self.subTest(finding=finding.text, cure=cure.words):
                    after = [f.text for f in solve(cured(job, cure)).findings]
                    self.assertNotIn(finding.text, after)
                    count += 1
        self.assertGreaterEqual(count, 5)

    def test_every_cure_of_made_up_jobs_ends_its_finding(self):
        count = 0
        for number in range(cases(30)):
            job = a_job(number)
            for finding in solve(job, ()).findings:
                for cure in finding.cures:
                    after = {(f.code, f.where, f.text) for f in solve(cured(job, cure), ()).findings}
                    self.assertNotIn((finding.code, finding.where, finding.text), after, (number, cure.words))
                    count += 1
        self.assertGreater(count, cases(60))

    def test_curing_one_after_the_other_leaves_nothing_that_stops(self):
        job = kestrel_hollow()
        for _ in range(30):
            curable = next((f for f in solve(job).findings if f.cures and f.severity in {"stop", "fix"}), None)
            if curable is None:
                break
            job = cured(job, curable.cures[0])
        left = [f.text for f in solve(job).findings if f.severity in {"stop", "fix"}]
        self.assertEqual(left, [])


class TypedLoads(unittest.TestCase):
    def listed(self, listed_va, **run):
        job = a_feeder(40, 20, **run)
        return checked(job, loads={"L1": Load(name="Kiln", enclosure="P2", power_va=listed_va)})

    def test_what_is_listed_is_counted_by_a_press_only_where_there_is_room_for_it(self):
        for listed_va, run, severity, cures in (
            (40 * 240, {}, None, 0),
            (60 * 240, {}, "fix", 1),
            (20 * 240, {}, "check", 1),
            (60 * 240, {"device_a": 60}, "fix", 1),
            (61 * 240, {"device_a": 60}, "fix", 0),
        ):
            job = self.listed(listed_va, **run)
            one = next((f for f in solve(job).findings if f.code == "loads-disagree"), None)
            self.assertEqual((one.severity, len(one.cures)) if one else (None, 0), (severity, cures), (listed_va, run))
            if one and one.cures:
                after = solve(cured(job, one.cures[0])).findings
                self.assertFalse([f.text for f in after if f.severity == "stop" or f.code == "loads-disagree"])

    def test_how_much_room_continuous_load_wants_is_asked_of_each_rulebook(self):
        for book, listed_a, cures in (
            ("us-2023", 48, 1),
            ("us-2023", 49, 0),
            ("ca-2021", 48, 1),
            ("ca-2021", 49, 0),
            ("uk-2022", 63, 1),
            ("uk-2022", 64, 0),
        ):
            rating, volts = (63, 230) if book == "uk-2022" else (60, 240)
            base = start_job_under("detached_panel", Answers(name="Any", load_a=20, length_m=20), book)
            key, run = next(iter(base.runs.items()))
            load = Load(name="Kiln", enclosure=run.target, power_va=listed_a * volts, continuous=True)
            job = checked(base, loads={"L1": load}, runs={key: run.model_copy(update={"device_a": rating})})
            one = next(f for f in solve(job).findings if f.code == "loads-disagree")
            self.assertEqual(len(one.cures), cures, (book, listed_a))
