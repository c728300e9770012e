"""Trenches that several stretches share, lines beside them, stretches of their own status, the stages of the work."""

import unittest

from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.desk.rulebook_change import moved
from northspan.core.document.job import Companion, OtherLine, Status
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.solve import solve
from tests.core.topics.sizing.test_choices import taken
from tests.support import a_feeder, checked, found, run_of


def figure(group, symbol):
    return next(line for line in group.lines if line.symbol == symbol)


def two_in_one(other_length_m=30, name="yard", **segment):
    """A barn feeder and a second one beside it, in a trench with one name."""
    job = a_feeder(40, 20, segment={"trench": name})
    first = job.runs["F1"]
    there = first.segments[0].model_copy(update={"trench": "yard", "length_m": float(other_length_m), **segment})
    return checked(
        job, runs={"F1": first, "F2": first.model_copy(update={"name": "Second feeder", "status": Status.temporary, "segments": (there,)})}
    )


def rating(plan, name):
    """The factor for what lies together."""
    lines = [line for group in plan.working for line in group.lines]
    return float(next(line.result for line in lines if line.symbol == ("C_g" if name == "uk-2022" else "F_n")))


class Shared(unittest.TestCase):
    def test_it_is_dug_once_as_long_as_the_longest_and_as_wide_as_all(self):
        plan = solve(two_in_one(), None)
        (trench,) = plan.trenches
        alone = solve(a_feeder(40, 20, segment={"trench": "yard"})).trenches[0]
        self.assertEqual((trench.name, trench.runs), ("yard", ("F1", "F2")))
        width, one = (float(figure(t.group, "b").result) for t in (trench, alone))
        self.assertGreater(width, one)
        self.assertIn("30", figure(trench.group, "V").figures)  # not 20 and not 50 m
        deeper = solve(two_in_one(cover_m=0.9)).trenches[0]
        self.assertGreater(float(figure(deeper.group, "h").result), float(figure(trench.group, "h").result))
        own = next(group for group in plan.runs["F1"].pull.segments if group.key == "trench1")
        self.assertEqual(own.answer, "in the trench “yard”")

    def test_heat_in_a_trench_counts_where_the_code_has_a_table_for_it(self):
        for name, factor in (("us-2023", 1), ("ca-2021", 1), ("uk-2022", 0.85)):  # two circuits in ducts that touch
            alone, both = (solve(moved(two_in_one(name=trench), name), None).runs["F1"] for trench in ("lane", "yard"))
            before, after = (rating(plan, name) for plan in (alone, both))
            self.assertAlmostEqual(after / before, factor, places=2, msg=name)

    def test_a_line_whose_distance_is_open_is_kept_apart_by_the_rule(self):
        def width(apart_m):
            beside = (Companion(kind=OtherLine.gas, apart_m=apart_m),)
            plan = solve(a_feeder(40, 20, segment={"beside": beside, "trench": "yard"}))
            self.assertFalse(found(plan, "beside a gas line"))
            return figure(plan.trenches[0].group, "b").result

        self.assertEqual(width(None), width(0.3048))

    def test_a_segment_that_goes_is_taken_out_and_not_marked(self):
        with self.assertRaisesRegex(ValueError, "taken out of its run"):
            a_feeder(40, 20, segment={"status": "remove"})

    def test_names_part_trenches_and_no_name_digs_alone(self):
        self.assertEqual([trench.runs for trench in solve(two_in_one(name="lane")).trenches], [("F1",), ("F2",)])
        alone = run_of(a_feeder(40, 20)).pull.segments
        self.assertIn("dug", next(group for group in alone if group.key == "trench1").answer)
        self.assertFalse(solve(a_feeder(40, 20)).trenches)

    def test_a_line_beside_it_widens_it_and_is_kept_apart(self):
        for name in rulebook_names():
            least_m = rulebook_named(name).routes.line_distance(OtherLine.gas).value
            for apart_m, holds in ((least_m, True), (least_m - 0.01, False)):
                beside = (Companion(kind=OtherLine.gas, apart_m=apart_m),)
                job = moved(a_feeder(40, 20, segment={"beside": beside, "trench": "yard"}), name)
                said = found(solve(job), "beside a gas line")
                self.assertEqual(not said, holds, (name, apart_m))
                if said:
                    self.assertFalse(found(solve(taken(job, said[0].cures[0])), "beside a gas line"))
            wide, plain = (solve(a_feeder(40, 20, segment={"beside": b, "trench": "yard"})).trenches[0] for b in (beside, ()))
            self.assertGreater(float(figure(wide.group, "b").result), float(figure(plain.group, "b").result))


class Stages(unittest.TestCase):
    def test_a_segment_that_is_there_is_neither_dug_nor_located(self):
        job = a_feeder(40, 20, segment={"status": "existing"})
        plan = solve(job, None)
        self.assertFalse(found(plan, "not located yet"))
        self.assertEqual(next(g for g in plan.runs["F1"].pull.segments if g.key == "trench1").answer, "none: it is there")
        self.assertIn("An old pipe on the way", " ".join(plan.runs["F1"].pull.order))
        self.assertNotIn("spade", " ".join(plan.runs["F1"].pull.order))

    def test_runs_stand_in_the_stage_of_their_segments(self):
        job = kestrel_hollow()
        stages = {stage.key: {line.run: line.words for line in stage.lines} for stage in solve(job).stages}
        self.assertEqual(stages["existing"]["R1"], "stays")
        self.assertIn("lbf", stages["new"]["F2"])
        runs = dict(job.runs) | {"F2": job.runs["F2"].model_copy(update={"status": Status.temporary})}
        later = {stage.key: {line.run: line.words for line in stage.lines} for stage in solve(checked(job, runs=runs)).stages}
        self.assertIn("out again", later["temporary"]["F2"])
        self.assertNotIn("F2", later.get("new", {}))
        first, *rest = job.runs["F2"].segments
        mixed = job.runs["F2"].model_copy(update={"segments": (first.model_copy(update={"status": Status.existing}), *rest)})
        both = {
            stage.key: {line.run: line.words for line in stage.lines}
            for stage in solve(checked(job, runs=dict(job.runs) | {"F2": mixed})).stages
        }
        self.assertEqual(both["existing"]["F2"], "stretch 1: stays")
        self.assertTrue(both["new"]["F2"].startswith("stretch 2"))


class Room(unittest.TestCase):
    def test_the_pipe_stands_beside_the_next_one_up(self):
        job = a_feeder(90, 20)
        plan = run_of(job)
        words = next(group.answer for group in plan.pull.segments if group.key == "room1")
        self.assertIn(f"{plan.segments[0].fill_percent:.0f} % full of 40 %; one up ", words)
        more = int(words.split("room for ")[1].split()[0])
        largest = {"other_wires": more}
        self.assertEqual(run_of(a_feeder(90, 20, segment=largest)).segments[0].pipe_size, plan.segments[0].pipe_size)
        over = run_of(a_feeder(90, 20, segment={"other_wires": more + 1}))
        self.assertNotEqual(over.segments[0].pipe_size, plan.segments[0].pipe_size)

    def test_reels_or_by_length(self):
        def words(reel_m):
            job = a_feeder(60, 30)
            run = job.runs["F1"]
            return [
                one.words
                for one in run_of(
                    checked(job, runs={"F1": run.model_copy(update={"pull": run.pull.model_copy(update={"reel_m": reel_m})})})
                ).pull.bought
            ]

        self.assertTrue(all("by length" in one for one in words(None)))
        self.assertEqual([one.split(",")[0] for one in words(66)], ["2 reels", "1 reel"])  # 33 m each: two from a reel
        self.assertEqual([one.split(",")[0] for one in words(65.9)], ["3 reels", "1 reel"])
        self.assertTrue(all("shorter than one piece" in one for one in words(32.9)))
