"""A panel that moves: which cables reach, boxes for the short ones, what is left, and what a move may not be."""

import unittest
from dataclasses import asdict

from northspan.core.desk.demo_move import MOVES
from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.desk.relocation import moved
from northspan.core.desk.survey import doubling, removal
from northspan.core.document.job import ComesFrom, Job, PanelCircuit, PanelLayout
from northspan.core.document.patching import patched
from northspan.core.solve import solve
from northspan.core.topics.circuits.moving import missing_of
from northspan.core.working.errors import InvalidJob


def edited(job, edits):
    return Job.model_validate(patched(job.model_dump(mode="json"), [e if isinstance(e, dict) else asdict(e) for e in edits]))


def with_circuit(job, key, **fields):
    document = job.model_dump(mode="json")
    document["circuits"][key] |= fields
    return Job.model_validate(document)


def move_of(job):
    return next(panel.move for panel in solve(job).panels.values() if panel.move)


class Reach(unittest.TestCase):
    def test_each_side_by_its_geometry(self):
        # the new can 3 m to the right and 1 m up; held 2 m away; 0.5 m is needed inside, 0.5 m is spare in the old can
        layout = PanelLayout(moved_right_m=3, moved_up_m=1, make_up_m=0.5)
        for side, way in (("above", 3 + 1), ("below", 3 + 3), ("right", 1 + 1), ("left", 1 + 5)):
            one = PanelCircuit(enclosure="P", comes_from=side, fixed_m=2, spare_m=0.5)
            self.assertAlmostEqual(missing_of(layout, one).value, way - 2, msg=side)
        self.assertEqual(set(ComesFrom), {"above", "below", "right", "left"})

    def test_what_was_measured_goes_first(self):
        layout = PanelLayout(moved_right_m=3)
        for short in (-0.2, 0.0, 0.4):
            self.assertEqual(missing_of(layout, PanelCircuit(enclosure="P", short_m=short)).value, short)

    def test_both_sides_of_reaching(self):
        job = MOVES["us-2023"]()
        for short_m, state in ((0.0, "reaches"), (0.001, "short"), (-1.0, "reaches")):
            cable = next(c for c in move_of(with_circuit(job, "W1", short_m=short_m)).cables if c.circuit == "W1")
            self.assertEqual(cable.state, state, short_m)


class TheDemo(unittest.TestCase):
    def test_three_of_ten_are_short_and_one_press_helps_in_every_family(self):
        for book, make in MOVES.items():
            with self.subTest(book):
                job = make()
                move = move_of(job)
                self.assertEqual([c.state for c in move.cables].count("short"), 3)
                self.assertEqual(len(move.cables), 10)
                self.assertIn("stay live", move.caution)
                finding = next(one for one in solve(job).findings if one.code == "cables-short")
                after = edited(job, finding.cures[0].edits)
                self.assertNotIn("cables-short", [one.code for one in solve(after).findings])
                boxes = next(panel for panel in solve(after).panels.values() if panel.move).boxes
                self.assertEqual(len(boxes), 1 if book != "uk-2022" else 3)  # there each joint has a box made for it
                self.assertTrue(all(box.holds for box in boxes))
                self.assertEqual([c.state for c in move_of(after).cables].count("box"), 3)

    def test_six_feet_more_wire_without_an_outlet_change_nothing(self):
        job = edited(MOVES["us-2023"](), move_of(MOVES["us-2023"]()).offer.edits)
        for short_m, found in ((1.2288, []), (1.23, ["W6"])):  # with 0.3 m at each end that is 6 ft, and a little more
            plan = solve(with_circuit(job, "W6", short_m=short_m))
            self.assertEqual([f.where.split("/")[2] for f in plan.findings if f.code == "circuit-without-arc-fault"], found)
        self.assertEqual([f.code for f in solve(job).findings if f.code.startswith("circuit-without")], [])

    def test_a_new_cable_instead_is_a_call_with_both_prices(self):
        job = with_circuit(MOVES["us-2023"](), "W6", when_short="new_cable")
        self.assertIn("new-cable-not-measured", [one.code for one in solve(job).findings])
        job = with_circuit(job, "W6", new_cable_m=12)
        cable = next(c for c in move_of(job).cables if c.circuit == "W6")
        self.assertEqual(cable.state, "new cable")
        self.assertGreater(cable.new_cost, cable.box_cost)
        near = with_circuit(job, "W6", new_cable_m=0.5)
        cable = next(c for c in move_of(near).cables if c.circuit == "W6")
        self.assertLess(cable.new_cost, cable.box_cost)
        self.assertNotIn("new-cable-not-measured", [one.code for one in solve(job).findings])

    def test_the_call_decides_for_all_that_nobody_decided(self):
        job = MOVES["us-2023"]()
        call = next(one for panel in solve(job).panels.values() for one in panel.calls if one.name == "short_cables")
        self.assertIn("3 not measured", call.options[1].outcome)
        anew = Job.model_validate(job.model_dump(mode="json") | {"calls": {"short_cables": {"school": "new_cable"}}})
        self.assertEqual([c.state for c in move_of(anew).cables].count("new cable"), 3)
        self.assertIsNone(move_of(anew).offer)
        self.assertEqual([c.state for c in move_of(with_circuit(anew, "W6", when_short="box")).cables].count("short"), 1)

    def test_what_is_done_before_and_while_the_power_is_off(self):
        job = edited(MOVES["us-2023"](), move_of(MOVES["us-2023"]()).offer.edits)
        cables = {c.state: c for c in move_of(job).cables}
        self.assertIn("set", cables["box"].before)
        self.assertIn("Joined in Box 1", cables["box"].off)
        self.assertIn("Out of the old can", cables["reaches"].off)
        self.assertTrue(any("1 box set" in line for line in move_of(job).before))


class Boxes(unittest.TestCase):
    def full(self, volume_l, **box):
        job = MOVES["us-2023"]()
        made = {"name": "Box", "building": "house", "volume_l": volume_l} | box
        circuits = {k: job.circuits[k].model_copy(update={"extended_in": "X1"}) for k in ("W6", "W7", "W8")}
        return Job.model_validate(job.model_dump(mode="json") | {"boxes": {"X1": made}, "circuits": {
            k: one.model_dump(mode="json") for k, one in (job.circuits | circuits).items()}})  # fmt: skip

    def found(self, job):
        return [one.code for one in solve(job).findings if one.where.startswith("/boxes")]

    def test_both_sides_of_the_volume_and_each_cure(self):
        # two of 12/2 and one of 14/2 go on: 8 of 12, 4 of 14, six grounds as one and a half, clamps as one of 12
        least = (8 * 2.25 + 4 * 2.0 + 1.5 * 2.25 + 2.25) * 0.016387064
        self.assertEqual(self.found(self.full(least)), [])
        job = self.full(least - 0.001)
        self.assertEqual(self.found(job), ["box-too-full"])
        finding = next(one for one in solve(job).findings if one.code == "box-too-full")
        self.assertEqual(len(finding.cures), 2)
        for cure in finding.cures:
            self.assertEqual(self.found(edited(job, cure.edits)), [])

    def test_no_volume_is_asked_and_a_lid_out_of_reach_is_wrong(self):
        job = self.full(None)
        self.assertEqual(self.found(job), ["box-not-read"])
        self.assertEqual(self.found(edited(job, next(o for o in solve(job).findings if o.code == "box-not-read").cures[0].edits)), [])
        self.assertEqual(self.found(self.full(2, accessible=False)), ["joint-out-of-reach"])

    def test_where_no_volume_is_set_none_is_asked(self):
        job = edited(MOVES["uk-2022"](), move_of(MOVES["uk-2022"]()).offer.edits)
        self.assertEqual(self.found(job), [])

    def test_aluminum_in_a_box_wants_a_connector_for_both(self):
        job = self.full(2)
        self.assertEqual(self.found(with_circuit(job, "W6", metal="aluminum")), ["metals-joined"])

    def test_negative_volumes_and_boxes_that_are_not_there_are_refused(self):
        with self.assertRaises(ValueError):
            self.full(-1)
        with self.assertRaisesRegex(InvalidJob, "there is no X9"):
            solve(with_circuit(MOVES["us-2023"](), "W6", extended_in="X9"))


class Moving(unittest.TestCase):
    def test_everything_goes_over_and_keeps_its_slot(self):
        before = kestrel_hollow()
        after = moved(before, "P1", 2.0, 0.0)
        new = next(k for k, one in after.enclosures.items() if one.layout and one.layout.replaces == "P1")
        self.assertEqual(after.enclosures["P1"].status, "remove")
        self.assertEqual({one.enclosure for one in after.circuits.values()}, {new})
        self.assertTrue(all(one.old_slots == one.slots == before.circuits[k].slots for k, one in after.circuits.items()))
        self.assertEqual({load.enclosure for load in after.loads.values()} & {"P1"}, set())
        feeds = [run for run in after.runs.values() if run.target == new and not run.alternate]
        self.assertEqual(len(feeds), 1)
        self.assertAlmostEqual(
            sum(s.length_m for s in feeds[0].segments), sum(s.length_m for s in before.runs["F1"].segments) + 2.0, places=3
        )
        self.assertIsNone(feeds[0].conductor_size)
        solve(after)

    def test_what_cannot_be_moved_says_why(self):
        job = kestrel_hollow()
        for panel, spaces, words in (("P9", None, "no panel P9"), ("P2", None, "no panel P2 whose spaces"), ("P1", 12, "slot 29")):
            with self.subTest(panel), self.assertRaisesRegex(InvalidJob, words):
                moved(job, panel, 1, 0, spaces)
        hung = moved(job, "P1", 1, 0)
        with self.assertRaisesRegex(InvalidJob, "moved already"):
            moved(hung, "P1", 1, 0)

    def test_the_old_one_taken_out_or_the_new_one_doubled_leaves_a_lawful_job(self):
        job = MOVES["us-2023"]()
        new = next(k for k, one in job.enclosures.items() if one.layout and one.layout.replaces)
        for edits in (removal(job, "enclosures", "P1"), removal(job, "enclosures", new), doubling(job, "enclosures", new)):
            solve(edited(job, edits))
        alone = edited(job, removal(job, "enclosures", "P1"))
        self.assertIsNone(alone.enclosures[new].layout.replaces)

    def test_circuits_left_behind_are_found_and_go_with_one_press(self):
        job = with_circuit(MOVES["us-2023"](), "W10", enclosure="P1", old_slots=(), slots=())
        finding = next(one for one in solve(job).findings if one.code == "left-in-the-old-panel")
        self.assertIn("Basement", finding.text)
        self.assertNotIn("left-in-the-old-panel", [one.code for one in solve(edited(job, finding.cures[0].edits)).findings])

    def test_a_place_that_cannot_be_taken_is_named(self):
        job = MOVES["us-2023"]()
        new = next(k for k, one in job.enclosures.items() if one.layout and one.layout.replaces)
        for replaces, words in (("P9", "no other panel P9"), (new, f"no other panel {new}")):
            layout = job.enclosures[new].layout.model_copy(update={"replaces": replaces})
            enclosures = job.enclosures | {new: job.enclosures[new].model_copy(update={"layout": layout})}
            with self.subTest(words), self.assertRaisesRegex(InvalidJob, words):
                solve(job.model_copy(update={"enclosures": enclosures}))
        with self.assertRaisesRegex(InvalidJob, "no slot 40"):
            solve(with_circuit(job, "W1", old_slots=(40,)))


if __name__ == "__main__":
    unittest.main()
