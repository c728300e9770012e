"""What must hold for any job: by trying many."""

import json
import unittest
from dataclasses import replace

import jsonpatch
from hypothesis import given
from hypothesis import strategies as st

from northspan.core.case.case import case_of
from northspan.core.desk.rulebook_change import in_own_rulebook, moved
from northspan.core.document.job import Circuit, Job, Metal, Method, Place, RunKind
from northspan.core.document.upgrade import read_job
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.rulebooks.us.ampacities import size_ladder
from northspan.core.solve import solve
from northspan.core.topics.sizing.conductor import SizeAsked, choose_wire, try_wire
from northspan.core.topics.sizing.device import choose_device
from northspan.core.topics.sizing.drop import DropQuestion, voltage_drop
from northspan.core.topics.sizing.from_job import run_question
from northspan.core.working.errors import NorthSpanError, NoSolution
from tests.run import slow
from tests.support import US, a_feeder, a_segment, checked, run_of

LOADS = st.floats(1, 400)
LENGTHS = st.floats(1, 400)
STRETCHES = st.builds(
    a_segment,
    length_m=LENGTHS,
    method=st.sampled_from(Method),
    place=st.sampled_from(Place),
    ambient_c=st.floats(-40, 80),
    other_carrying=st.integers(0, 60),
    bends_deg=st.floats(0, 720),
)
JOBS = st.builds(
    a_feeder,
    load_a=st.one_of(st.none(), st.floats(0.1, 6000)),
    segment=STRETCHES.map(lambda s: s.model_dump()),
    circuit=st.sampled_from(Circuit),
    kind=st.sampled_from([RunKind.feeder, RunKind.branch]),
    metal=st.sampled_from([None, *Metal]),
    conductor_size=st.sampled_from([None, "14", "6", "4/0", "500", "2000"]),
    insulation=st.sampled_from([None, *US.wires.insulations()]),
    device_a=st.sampled_from([None, 15, 60, 200, 6000]),
    grounding=st.sampled_from(["equipment_ground", "legacy_three_wire"]),
    status=st.sampled_from(["existing", "new", "temporary", "remove"]),
    terminals=st.sampled_from(["unmarked", "60", "75"]),
    power_factor=st.floats(0.2, 1),
)


@slow
class Any(unittest.TestCase):
    @given(JOBS)
    def test_any_job_is_planned_or_refused_with_a_reason(self, job):
        try:
            plan = solve(job)
        except NorthSpanError as refused:
            self.assertGreater(len(str(refused)), 10)
            return
        for run in plan.runs.values():
            self.assertEqual(run.sized, bool(run.size))
            self.assertTrue(run.headline)
            # a limit of the rules that does not hold is always spoken of
            if any(not m.holds and not m.advice for m in run.margins):
                self.assertTrue([f for f in plan.findings if f.severity in {"stop", "fix"}], run.margins)

    @given(JOBS)
    def test_solving_is_pure(self, job):
        before = job.model_dump_json()
        try:
            first = solve(job, None).model_dump_json()
        except NorthSpanError:
            return
        self.assertEqual(first, solve(Job.model_validate_json(before), None).model_dump_json())
        self.assertEqual(before, job.model_dump_json())

    @given(JOBS)
    def test_every_cure_can_be_applied(self, job):
        try:
            plan = solve(job)
        except NorthSpanError:
            return
        document = json.loads(job.model_dump_json())
        for finding in plan.findings:
            for cure in finding.cures:
                edits = [{"op": e.op, "path": e.path, "value": e.value} for e in cure.edits]
                read_job(jsonpatch.apply_patch(document, edits))

    @given(JOBS)
    def test_a_plan_of_some_runs_is_the_plan_of_all_without_their_working(self, job):
        try:
            whole, part = solve(job), solve(job, detailed=())
        except NorthSpanError:
            return
        self.assertEqual(whole.findings, part.findings)
        self.assertEqual(whole.ways, part.ways)
        for key, run in whole.runs.items():
            left_out = {
                "working": (),
                "neighbours": (),
                "calls": (),
                "drops": (),
                "growth": (),
                "voltages": (),
                "cost": 0.0,
                "because": "",
                "pull": None,
                "taps": (),
            }
            self.assertEqual(run.model_copy(update=left_out), part.runs[key])


@slow
class EveryRulebook(unittest.TestCase):
    """Whatever can be laid out under one code is planned or refused with a reason under each of them."""

    @given(JOBS, st.sampled_from(rulebook_names()))
    def test_a_job_moved_there_is_planned_or_refused_with_a_reason(self, job, name):
        try:
            there = moved(job, name)
            plan = solve(there)
        except NorthSpanError as refused:
            self.assertGreater(len(str(refused)), 10)
            return
        self.assertEqual(there.rulebook, name)
        for run in plan.runs.values():
            if any(not m.holds and not m.advice for m in run.margins):
                self.assertTrue([f for f in plan.findings if f.severity in {"stop", "fix"}], run.margins)

    @given(JOBS, st.sampled_from(rulebook_names()))
    def test_moved_twice_is_moved_once_and_every_cure_can_be_applied(self, job, name):
        try:
            there = moved(job, name)
            plan = solve(there)
        except NorthSpanError:
            return
        self.assertEqual(
            in_own_rulebook(there).runs["F1"].model_copy(update={"name": ""}), there.runs["F1"].model_copy(update={"name": ""})
        )
        document = json.loads(there.model_dump_json())
        for finding in plan.findings:
            for cure in finding.cures:
                edits = [{"op": e.op, "path": e.path, "value": e.value} for e in cure.edits]
                read_job(jsonpatch.apply_patch(document, edits))

    @given(st.floats(1, 60), st.floats(2, 200), st.floats(1.01, 3), st.sampled_from(rulebook_names()))
    def test_a_longer_run_drops_more_by_the_same_wire(self, load_a, length_m, times, name):
        drops = []
        for length in (length_m, length_m * times):
            job = moved(a_feeder(load_a, length), name)
            book = rulebook_named(name)
            size = book.wires.sizes(book.wires.metals()[0])[8]
            try:
                pinned = job.runs["F1"].model_copy(update={"conductor_size": size, "metal": book.wires.metals()[0]})
                drops.append(run_of(checked(job, runs={"F1": pinned})).drop_v)
            except NorthSpanError:
                return
        self.assertGreaterEqual(drops[1] + 1e-9, drops[0])

    @given(st.floats(1, 100), st.floats(1.05, 3), st.sampled_from(rulebook_names()))
    def test_a_larger_load_never_gets_a_smaller_device(self, load_a, times, name):
        found = []
        for amperes in (load_a, load_a * times):
            try:
                found.append(run_of(moved(a_feeder(amperes, 10), name)).device_a)
            except NorthSpanError:
                return
        if all(found):
            self.assertGreaterEqual(found[1], found[0])


@slow
class Monotone(unittest.TestCase):
    @given(LOADS, st.lists(STRETCHES, min_size=1, max_size=3), st.sampled_from([60, 120, 240]))
    def test_the_halving_finds_what_trying_every_size_finds(self, load_a, segments, nominal_v):
        run = a_feeder(load_a, terminals="75", insulation="XHHW-2").runs["F1"].model_copy(update={"segments": tuple(segments)})
        asked = run_question(case_of(checked(a_feeder(), runs={"F1": run})), "F1", {})
        question, load = replace(asked, nominal_v=nominal_v, drop_above_percent=1.0), asked.load
        try:
            device = choose_device(question, load.value, US)
            terminals = US.ampacities.terminals_c(run.terminals, device.value)
            every = [
                try_wire(SizeAsked(question, load.value, device.value, terminals, US), Wire(size, Metal.copper, "XHHW-2"))
                for size in size_ladder(Metal.copper)
            ]
        except NorthSpanError:
            return
        lawful = [t for t in every if t.lawful]
        good = [t for t in every if t.good]
        copper = replace(question, run=run.model_copy(update={"metal": Metal.copper}))
        try:
            chosen, least = choose_wire(SizeAsked(copper, load.value, device.value, terminals, US))
        except NoSolution:
            self.assertEqual(lawful, [])
            return
        self.assertEqual(least, lawful[0].wire)
        self.assertEqual(chosen.wire, (good or lawful)[0].wire)

    @given(LOADS, LENGTHS, st.floats(1.001, 3))
    def test_a_longer_run_never_drops_less_nor_takes_a_smaller_wire(self, load_a, length_m, factor):
        short, long = (run_of(a_feeder(load_a, length, metal=Metal.copper)) for length in (length_m, length_m * factor))
        if short.sized and long.sized and all(m.holds for m in long.margins):
            ladder = size_ladder(Metal.copper)
            self.assertGreaterEqual(ladder.index(long.size), ladder.index(short.size))
            if short.size == long.size:
                self.assertGreater(long.drop_percent, short.drop_percent)

    @given(LOADS, st.floats(1.001, 2))
    def test_more_load_never_takes_less_ampacity_or_device(self, load_a, factor):
        less, more = (run_of(a_feeder(a, 20, metal=Metal.copper)) for a in (load_a, load_a * factor))
        if less.sized and more.sized:
            # parallel sets carry more for their copper, so the ampacity is what never shrinks
            self.assertGreaterEqual(more.ampacity_a, less.ampacity_a)
            self.assertGreaterEqual(more.device_a, less.device_a)

    @given(STRETCHES, st.sampled_from(Metal), st.sampled_from([60, 75]))
    def test_a_larger_wire_never_carries_less_and_never_drops_more(self, segment, metal, terminals_c):
        wires = [Wire(size, metal, "XHHW-2") for size in size_ladder(metal)]
        carries = [US.ampacities.run_ampacity(wire, (segment,), 2, terminals_c).value.final_a for wire in wires]
        self.assertEqual(carries, sorted(carries))
        question = DropQuestion(50, 20, 0.9, 240, (segment,))
        drops = [voltage_drop(question, wire.size, metal, US.drops).value.drop_v for wire in wires]
        self.assertEqual(drops, sorted(drops, reverse=True))

    @given(STRETCHES, st.floats(0, 30))
    def test_a_hotter_place_never_carries_more(self, segment, degrees):
        hotter = segment.model_copy(update={"ambient_c": min(segment.ambient_c + degrees, 80)})
        wire = Wire("2/0", Metal.copper, "XHHW-2")
        cool, hot = (US.ampacities.run_ampacity(wire, (s,), 2, 75).value.final_a for s in (segment, hotter))
        self.assertLessEqual(hot, cool)
