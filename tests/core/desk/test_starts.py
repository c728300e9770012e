"""Guided starts: each leaves a complete job that can be planned, or adds to one; and parts taken out and doubled."""

import unittest

from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.desk.starts import STARTS, Answers, start_edits, started
from northspan.core.desk.starts.under import start_job_under, starts_under
from northspan.core.desk.survey import doubling, removal
from northspan.core.document.job import Method
from northspan.core.document.patching import patched
from northspan.core.document.upgrade import read_job
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.solve import solve, worked
from northspan.core.steps.days.plan import days_plan
from northspan.core.topics.bonds.calculators.bench import BenchQuestion, bench
from northspan.core.working.errors import InvalidJob
from tests.core.topics.sizing.test_choices import taken
from tests.run import slow
from tests.support import found

ALL = Answers(name="Any", floor_m2=170, range_va=12000, dryer_va=5000, load_a=40, length_m=30, service_length_m=20, service_a=100, rating_kva=12,
              diversion_w=12000, transformer_kva=25)  # fmt: skip


def edited(job, patch):
    return read_job(patched(job.model_dump(mode="json"), patch))


class Starts(unittest.TestCase):
    def test_each_is_complete_and_every_run_in_it_is_sized(self):
        for key in STARTS:
            with self.subTest(key):
                plan = solve(started(key, ALL))
                self.assertTrue(plan.runs)
                self.assertEqual([r.name for r in plan.runs.values() if not r.sized], [])
                stops = [f.text for f in plan.findings if f.severity == "stop"]
                # the old panel is as it was found: its bond has to come out, and its main may be small
                self.assertEqual(len(stops), 1 if key == "larger_service" else 0, stops)

    def test_a_missing_answer_is_named(self):
        for start in STARTS.values():
            for question in (q for q in start.asks if q.required and q.field != "name"):
                with self.subTest(start.key, missing=question.field), self.assertRaisesRegex(InvalidJob, "is missing"):
                    started(start.key, ALL.model_copy(update={question.field: None}))
        with self.assertRaisesRegex(InvalidJob, "there is no start castle"):
            started("castle", ALL)

    def test_each_that_adds_can_be_added_twice_to_a_job_that_has_work(self):
        for start in STARTS.values():
            job = kestrel_hollow()
            with self.subTest(start.key):
                if not start.adds:
                    with self.assertRaisesRegex(InvalidJob, "has runs already"):
                        start_edits(job, start.key, ALL)
                    continue
                once = edited(job, start_edits(job, start.key, ALL))
                twice = edited(once, start_edits(once, start.key, ALL))
                self.assertGreater(len(twice.runs), len(once.runs))
                solve(twice)

    def test_a_new_service_takes_the_optional_method_and_the_83_percent(self):
        plan = solve(started("new_service", ALL.model_copy(update={"heating_va": 18000})), None)
        service = next(r for r in plan.runs.values() if r.kind == "service")
        chosen = next(m for m in plan.buildings["B1"].methods if m.chosen)
        self.assertEqual(chosen.key, "optional")
        self.assertAlmostEqual(service.load_a, chosen.total_a, 6)
        self.assertIn(
            "whole load of a one-family dwelling", service.allowance + str([line.formula for g in service.working for line in g.lines])
        )

    def test_the_shed_needs_no_electrode_and_has_the_shallow_trench(self):
        plan = solve(started("shed_circuit", ALL.model_copy(update={"load_a": 12})))
        self.assertFalse(next(b for b in plan.buildings.values() if b.name == "Shed").electrode_required)
        self.assertAlmostEqual(plan.runs["F1"].segments[0].cover_m, 12 * 0.0254)

    def test_the_first_disconnect_alone_is_bonded_behind_a_transfer_switch(self):
        plan = solve(started("generator", ALL))
        self.assertEqual([e.name for e in plan.enclosures.values() if e.bond == "bonded"], ["Meter-main"])
        self.assertEqual(len(plan.sources), 1)


class Ends(unittest.TestCase):
    """Where a start ends, work goes on."""

    def test_what_is_written_into_a_moving_panel_goes_over_and_is_fed(self):
        for book in rulebook_names():
            job = start_job_under("move_panel", ALL.model_copy(update={"spaces": 16, "moved_m": 1.5}), book)
            old, new = next((one.layout.replaces, key) for key, one in job.enclosures.items() if one.layout and one.layout.replaces)
            self.assertEqual((job.enclosures[old].layout.spaces, job.enclosures[new].layout.spaces), (16, 16))
            self.assertEqual([run.origin for run in job.runs.values() if run.target == new and run.status == "new"], ["P1"])
            circuits = [{"op": "add", "path": f"/circuits/W{i}", "value": {"enclosure": where, "slots": [i], "name": f"Room {i}"}}
                        for i, where in enumerate((old, old, new), 1)]  # fmt: skip
            written = edited(job, circuits)
            left = next(f for f in solve(written).findings if f.code == "left-in-the-old-panel")
            self.assertEqual([cure.words for cure in left.cures], ["They go over", "They go with it"])
            over = taken(written, left.cures[0])
            plan = solve(over)
            self.assertNotIn("left-in-the-old-panel", {f.code for f in plan.findings})
            self.assertEqual([over.circuits[key].old_slots for key in ("W1", "W2", "W3")], [(1,), (2,), ()])
            self.assertEqual({one.enclosure for one in over.circuits.values()}, {new})
            self.assertEqual([cable.state for cable in plan.panels[new].move.cables][-1], "new")
            self.assertTrue(plan.runs["F2"].sized)

    def test_a_slot_that_is_taken_in_the_new_one_is_not_taken_twice(self):
        job = start_job_under("move_panel", ALL, "us-2023")
        both = [
            {"op": "add", "path": f"/circuits/{key}", "value": {"enclosure": where, "slots": [3], "name": key}}
            for key, where in (("W1", "P2"), ("W2", "P3"))
        ]
        written = edited(job, both)
        over = taken(written, next(f for f in solve(written).findings if f.code == "left-in-the-old-panel").cures[0])
        self.assertEqual((over.circuits["W1"].slots, over.circuits["W1"].old_slots, over.circuits["W2"].slots), ((), (3,), (3,)))

    def test_the_old_panel_of_a_larger_service_was_fed_and_is_fed_again(self):
        for book in rulebook_names():
            job = start_job_under("larger_service", ALL, book)
            feeding = {run.status.value: run.origin for run in job.runs.values() if run.target == "P2"}
            self.assertEqual(feeding, {"remove": "P3", "new": "P1"}, book)
            self.assertTrue(days_plan(worked(job)).tasks)
            # where the supplier earths, nobody bonded the old one
            stops = [f.code for f in solve(job).findings if f.severity == "stop"]
            self.assertEqual(stops, [] if rulebook_named(book).loop else ["bond-to-take-out"])

    def test_a_pipe_of_a_start_bends_down_and_up_or_as_often_as_was_said(self):
        for book in ("us-2023", "ca-2021"):
            for bends, total in ((None, 180), (0, 0), (5, 450)):
                job = start_job_under("detached_panel", ALL.model_copy(update={"bends": bends}), book)
                self.assertEqual([s.bends_deg for s in job.runs["F1"].segments], [total], book)
        indoors = start_job_under("subpanel", ALL, "us-2023")
        self.assertEqual({s.bends_deg for run in indoors.runs.values() for s in run.segments}, {0})
        british = start_job_under("detached_panel", ALL, "uk-2022")  # armoured cable lies in no pipe
        self.assertEqual({s.bends_deg for run in british.runs.values() for s in run.segments}, {0})

    def test_an_empty_job_is_no_circuit_on_the_bench(self):
        empty = start_job_under("subpanel", ALL, "us-2023")
        for job, level, said in ((empty.model_copy(update={"runs": {}}), 1, "No circuit yet"), (empty, 0, "Nothing to object to")):
            answer = bench(BenchQuestion(job=job))
            self.assertEqual((answer.level, answer.headline), (level, said))


@slow
class NothingOfItsOwn(unittest.TestCase):
    """A fresh start finds no fault with what the product chose by itself."""

    def test_every_start_in_every_family_at_every_rating(self):
        for book in rulebook_names():
            ratings = (60, 80, 100) if rulebook_named(book).loop else (60, 100, 150, 200, 320, 400)
            for start in starts_under(book):
                for rating in ratings:
                    load_a = 12 if start.key == "shed_circuit" else 0.8 * rating
                    # a plant or an engine that can carry what is asked of it
                    kva = 1.2 * rating * rulebook_named(book).supplies.usual_v / 1000
                    floor_m2 = ALL.floor_m2 if any(one.field == "floor_m2" for one in start.asks) else None
                    answers = ALL.model_copy(
                        update={"service_a": rating, "floor_m2": floor_m2, "load_a": load_a, "rating_kva": kva, "diversion_w": 1000 * kva}
                    )
                    for given in (answers, answers.model_copy(update={"load_a": None})):
                        if given.load_a is None and any(q.field == "load_a" and q.required for q in start.asks):
                            continue
                        with self.subTest(book=book, start=start.key, rating=rating, load=given.load_a):
                            plan = solve(start_job_under(start.key, given, book))
                            said = [f.text for f in plan.findings if f.severity in {"stop", "fix"}]
                            # the old panel is as it was found: its bond has to come out, and its main may be small
                            found_there = [text for text in said if "bonded here and must be kept apart" in text or "its main of" in text]
                            self.assertEqual(said, found_there if start.key == "larger_service" else [])

    def test_a_long_pull_has_its_help_chosen_and_what_was_there_stays(self):
        for book in rulebook_names():
            for length_m, rating in ((100, 100), (200, 60), (450, 60)):
                with self.subTest(book=book, length_m=length_m):
                    answers = ALL.model_copy(update={"load_a": 0.5 * rating, "length_m": length_m, "service_method": Method.pvc40})
                    job = start_job_under("subpanel", answers, book)
                    self.assertEqual([f.text for f in solve(job).findings if f.code.startswith("pull-")], [])
        there = edited(
            job,
            [
                {"op": "replace", "path": "/runs/F1/pull", "value": {}},
                {"op": "replace", "path": "/runs/F1/segments/1/fittings", "value": []},
            ],
        )
        added = edited(there, start_edits(there, "shed_circuit", answers))
        self.assertEqual(added.runs["F1"], there.runs["F1"])

    def test_a_new_building_has_its_rods_and_one_that_stands_is_asked_about(self):
        for book, rods in (("us-2023", 2), ("ca-2021", 0), ("uk-2022", 0)):
            job = start_job_under("detached_panel", ALL, book)
            added = [one for one in job.electrodes.values() if job.buildings[one.building].status == "new"]
            plan = solve(job)
            wanted = sum(b.rods_wanted for b in plan.buildings.values() if b.name == "Building")
            self.assertEqual(len(added), wanted, book)
            least = rulebook_named(book).electrodes.rod_limits().length_m
            self.assertTrue(all(one.length_m == least for one in added))
            self.assertGreaterEqual(wanted, rods)


class Parts(unittest.TestCase):
    def test_a_building_goes_with_all_that_is_in_it(self):
        job = kestrel_hollow()
        left = edited(job, removal(job, "buildings", "studio"))
        self.assertEqual(set(job.runs) - set(left.runs), {"F2"})
        self.assertEqual(set(job.enclosures) - set(left.enclosures), {"P2"})
        self.assertEqual(set(job.electrodes) - set(left.electrodes), {"E3"})
        self.assertEqual({k for k in job.loads if k not in left.loads}, {"kiln", "heat", "wheel", "fan", "lamps"})
        solve(left)

    def test_every_part_of_the_demo_can_go(self):
        job = kestrel_hollow()
        for kind in ("sources", "buildings", "enclosures", "electrodes", "loads", "runs"):
            for key in getattr(job, kind):
                with self.subTest(kind, key=key):
                    solve(edited(job, removal(job, kind, key)))

    def test_a_run_that_goes_leaves_its_pipe_mates(self):
        job = kestrel_hollow()
        mates = edited(job, [{"op": "add", "path": "/runs/F2/segments/1/shares_with", "value": ["F3"]}])
        left = edited(mates, removal(mates, "runs", "F3"))
        self.assertEqual(left.runs["F2"].segments[0].shares_with, ())

    def test_a_doubled_building_is_fed_as_the_first_is(self):
        job = kestrel_hollow()
        twice = edited(job, doubling(job, "buildings", "studio"))
        plan = solve(twice)
        copies = [r for r in plan.runs.values() if r.name == "Studio feeder"]
        self.assertEqual([(r.size, r.device_a, r.origin) for r in copies], [("1", 100, "P1")] * 2)
        self.assertEqual(len(found(plan, "copy: 1 of 2 rods")), 1)

    def test_what_cannot_be(self):
        job = kestrel_hollow()
        for call, words in ((lambda: doubling(job, "runs", "F1"), "cannot be copied alone"), (lambda: removal(job, "loads", "nothing"), "there is no nothing"),
                            (lambda: removal(job, "walls", "W1"), "there are no walls")):  # fmt: skip
            with self.assertRaisesRegex(InvalidJob, words):
                call()
