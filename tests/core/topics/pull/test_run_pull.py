"""The pull of whole runs: the way as measured or typed, parted with one press, in every rule family."""

import math
import unittest

from northspan.core.calculators import CALCULATORS
from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.desk.rulebook_change import moved
from northspan.core.document.job import Fitting, Leg, Method, Pull, Rope, Segment
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.solve import solve
from northspan.core.topics.pull.pulling import GRIP_N, HAND_N, lubricant, most_n
from northspan.core.topics.routes.route import bends_between_deg, pieces_of
from northspan.core.working.errors import InvalidJob
from tests.core.topics.sizing.test_choices import taken
from tests.support import a_feeder, checked, found, run_of


def ask(name, **facts):
    return CALCULATORS[name].work(CALCULATORS[name].question(**facts))


def pulled(job, run_id="F1"):
    return run_of(job, run_id).pull


def with_pull(job, **how):
    run = job.runs["F1"].model_copy(update={"pull": Pull(**how)})
    return checked(job, runs={"F1": run})


class Way(unittest.TestCase):
    def test_bends_of_a_typed_segment_are_spread_and_parted_by_pull_points(self):
        plain = Segment(length_m=40, bends_deg=360)
        self.assertEqual(bends_between_deg(plain), (360,))
        self.assertEqual(sum(piece.length_m for piece in pieces_of(plain, 0.2)), 40)
        self.assertEqual(bends_between_deg(plain.model_copy(update={"fittings": (Fitting(at_m=20.0),)})), (180, 180))
        self.assertEqual(bends_between_deg(plain.model_copy(update={"fittings": (Fitting(at_m=4.0), Fitting(at_m=36.0))})), (0, 360, 0))

    def test_measured_legs_give_their_bends(self):
        legs = (Leg(level_m=0, rise_m=-1.5), Leg(level_m=30, turn_deg=90), Leg(level_m=10), Leg(level_m=0, rise_m=2))
        route = pieces_of(Segment(length_m=43.5, legs=legs), 0.2)
        self.assertEqual([round(math.degrees(piece.turn_rad)) for piece in route if piece.bend], [90, 90, 90])
        self.assertAlmostEqual(sum(piece.length_m for piece in route), 43.5)
        slope = pieces_of(Segment(length_m=20, legs=(Leg(level_m=10), Leg(level_m=8, rise_m=6))), 0.2)
        self.assertEqual([round(math.degrees(piece.turn_rad)) for piece in slope if piece.bend], [37])
        wavering = pieces_of(Segment(length_m=20, legs=(Leg(level_m=10), Leg(level_m=10, rise_m=1.7))), 0.2)
        self.assertFalse(any(piece.bend for piece in wavering))  # under 10°: a pipe gives that much

    def test_bends_that_were_noted_and_lie_in_no_leg_still_count(self):
        legs = (Leg(level_m=10, turn_deg=90), Leg(level_m=10))
        self.assertEqual(max(bends_between_deg(Segment(length_m=20, legs=legs, bends_deg=270))), 270)

    def test_every_rulebook_knows_its_bends(self):
        for name in rulebook_names():
            book = rulebook_named(name)
            radii = [book.pipes.bend_radius(Method.rmc, pipe.size).value for pipe in book.pipes.trade_sizes(Method.rmc, 3)]
            self.assertEqual(radii, sorted(radii))
            for pipe in book.pipes.trade_sizes(Method.rmc, 3):
                bore_m = 2 * math.sqrt(pipe.bore_area * {"in²": 0.0254**2, "mm²": 1e-6}[book.pipes.area_unit()] / math.pi)
                self.assertTrue(2 < book.pipes.bend_radius(Method.rmc, pipe.size).value / bore_m < 8, (name, pipe.size))


class Demo(unittest.TestCase):
    def test_the_pipe_with_405_degrees_is_found_and_staged_with_one_press(self):
        job = kestrel_hollow()
        before = solve(job, None)
        finding = found(before, "405° of bends")[0]
        after_job = taken(job, finding.cures[0])
        after = solve(after_job, None)
        self.assertFalse(found(after, "of bends between pull points"))
        was, now = before.runs["C1"].pull, after.runs["C1"].pull
        self.assertEqual((was.stages, now.stages), (1, 2))
        self.assertLess(max(now.bends_deg), 360)
        self.assertLess(max(way.worst_n for way in now.ways), min(way.worst_n for way in was.ways))
        hands = [next(m for m in one.margins if m.key == "hands") for one in (was, now)]
        self.assertEqual([m.holds for m in hands], [False, True])  # dry, by hand, it was too much
        self.assertTrue(found(before, "Pump circuit: pull by hand"))
        self.assertFalse(found(after, "Pump circuit: pull by hand"))

    def test_a_cable_is_not_pulled_and_says_so(self):
        plan = run_of(kestrel_hollow(), "F3") if "F3" in kestrel_hollow().runs else solve(kestrel_hollow()).runs["R1"]
        self.assertFalse(plan.pull.known)
        self.assertIn("No wires are pulled", plan.pull.words)


class Limits(unittest.TestCase):
    def job(self, **how):
        return with_pull(a_feeder(200, 90, segment={"bends_deg": 360}), **how)

    def test_feeding_from_the_easier_end_and_being_told_otherwise(self):
        legs = (Leg(level_m=60), Leg(level_m=0, rise_m=3), Leg(level_m=2))  # the bends stand at the far end
        job = a_feeder(100, 65, segment={"legs": legs})
        ways = {way.key: way for way in pulled(job).ways}
        self.assertLess(ways["far"].worst_n, ways["near"].worst_n)
        self.assertTrue(ways["far"].chosen)
        self.assertTrue({w.key: w for w in pulled(with_pull(job, from_far_end=False)).ways}["near"].chosen)

    def test_each_limit_breaks_by_itself_and_its_press_helps(self):
        dry = self.job(lubricated=False)
        broken = {margin.key for margin in pulled(dry).margins if not margin.holds}
        self.assertIn("hands", broken)
        self.assertTrue(found(solve(dry), "pull by hand"))
        self.assertIn("Lubricate", [cure.words for cure in pulled(dry).cures])
        self.assertTrue(taken(dry, next(c for c in pulled(dry).cures if c.words == "Lubricate")).runs["F1"].pull.lubricated)
        most = max(way.worst_n for way in pulled(self.job()).ways if way.chosen)
        for rope_n, holds in ((most + 1, True), (most - 1, False)):
            margin = next(m for m in pulled(self.job(rope_n=rope_n, rope=Rope.rope)).margins if m.key == "rope")
            self.assertEqual(margin.holds, holds)
        self.assertFalse(any(m.key == "hands" for m in pulled(self.job(rope=Rope.rope)).margins))
        self.assertEqual(next(m for m in pulled(self.job(hands=4)).margins if m.key == "hands").limit, 3 * HAND_N)
        self.assertEqual(next(m for m in pulled(self.job()).margins if m.key == "grip").limit, GRIP_N)

    def test_what_is_worked_is_what_counts(self):
        for lubricated in (True, False):
            plan = pulled(self.job(lubricated=lubricated))
            chosen = next(way for way in plan.ways if way.chosen)
            counts = chosen.worst_n if lubricated else chosen.worst_dry_n
            lines = next(group for group in plan.working if group.key == "tension").lines
            self.assertTrue(any(f"{counts:.0f} N" in line.formula + line.words for line in lines), lubricated)
            self.assertIn(f"{counts / 4.44822:.0f} lbf at most", plan.words)
            self.assertTrue(any(("lubricated" if lubricated else "dry") in line.words for line in lines))

    def test_a_cable_in_a_duct_goes_in_as_one(self):
        job = moved(a_feeder(20, 20, segment={"bends_deg": 180}), "uk-2022")
        run = job.runs["F1"].model_copy(update={"insulation": "armoured 70"})
        plan = pulled(checked(job, runs={"F1": run}))
        self.assertTrue(plan.known)
        self.assertEqual([one.name for one in plan.lengths], ["armoured 70"])
        self.assertNotIn("jam", [margin.key for margin in plan.margins])
        bent = run.model_copy(update={"segments": (run.segments[0].model_copy(update={"bends_deg": 181.0}),)})
        self.assertTrue(found(solve(checked(job, runs={"F1": bent})), "181° of bends"))
        self.assertFalse(found(solve(checked(job, runs={"F1": run})), "of bends"))
        cable = {"count": 2, "size": "16", "insulation": "armoured 70"}
        level = ask("pull", rulebook="uk", pipe_size="110", length_m=50, wires=[cable], pull={"friction_factor": 0.4})
        self.assertAlmostEqual(level.figures["tension_n"], 50 * 0.4 * level.figures["weight_n_m"], places=6)
        copper = next(margin for margin in level.margins if margin.key == "conductors")
        self.assertAlmostEqual(copper.limit, 2 * 16 * 50)
        self.assertGreater(level.figures["weight_n_m"], 2 * 16e-6 * 8890 * 9.8)  # heavier than its copper
        with self.assertRaisesRegex(InvalidJob, "do not go in as one set"):
            ask("pull", rulebook="uk", pipe_size="110", wires=[cable, {"count": 1, "size": "16", "insulation": "singles"}])

    def test_a_pull_point_beyond_its_segment_is_spoken_of(self):
        for at_m, said in ((29.9, False), (30.0, True)):
            job = a_feeder(60, 30, segment={"fittings": (Fitting(at_m=at_m),)})
            beyond = found(solve(job), "lies beyond its stretch")
            self.assertEqual(bool(beyond), said)
            if beyond:
                self.assertEqual(taken(job, beyond[0].cures[0]).runs["F1"].segments[0].fittings, ())

    def test_every_pipe_of_a_run_speaks_for_itself(self):
        job = a_feeder(60, 30, segment={"bends_deg": 361})
        run = job.runs["F1"]
        steel = run.segments[0].model_copy(update={"method": Method.rmc, "place": "indoors", "bends_deg": 405.0})
        both = checked(job, runs={"F1": run.model_copy(update={"segments": (*run.segments, steel)})})
        said = {one.where: one for one in found(solve(both), "of bends between pull points")}
        self.assertEqual(set(said), {"/runs/F1/segments/1", "/runs/F1/segments/2"})
        for where, one in said.items():
            self.assertNotIn(where, {left.where for left in found(solve(taken(both, one.cures[0])), "of bends between pull points")})

    def test_three_wires_that_wedge_get_another_pipe(self):
        for size in ("1/0", "1", "2", "3", "4"):
            for pipe in ("1-1/4", "1-1/2", "2"):
                job = a_feeder(20, 30, circuit="two_wire_line", conductor_size=size, equipment_ground_size=size, pipe_size=pipe)
                wedged = found(solve(job), "may wedge")
                if not wedged:
                    continue
                self.assertFalse(pulled(job).cures and all(m.holds for m in pulled(job).margins if m.key != "jam"))
                self.assertFalse(found(solve(taken(job, wedged[0].cures[0])), "may wedge"))
                return
        self.fail("no set of three wires wedges")

    def test_every_cure_of_a_pull_ends_it(self):
        for length_m, bends_deg, load_a in ((120, 180, 60), (400, 360, 100), (60, 720, 60), (200, 1080, 150)):
            job = a_feeder(load_a, length_m, segment={"bends_deg": bends_deg})
            for one in solve(job).findings:
                if one.code.startswith(("pull-", "bends-")):
                    self.assertTrue(one.cures, (length_m, bends_deg, one.text))
                    for cure in one.cures:
                        left = {f.code for f in solve(taken(job, cure)).findings}
                        self.assertNotIn(one.code, left, (length_m, bends_deg, cure.words))

    def test_a_pull_point_lowers_what_was_over(self):
        job = self.job()
        plan = pulled(job)
        parted = pulled(taken(job, plan.cures[0])) if plan.cures else None
        self.assertIsNotNone(parted)
        self.assertLess(max(w.worst_n for w in parted.ways if w.chosen), max(w.worst_n for w in plan.ways if w.chosen))

    def test_lengths_and_lubricant(self):
        plan = pulled(with_pull(a_feeder(60, 30), make_up_m=2, coil_m=5))
        self.assertIn("16.4 ft more through", plan.order[-1])
        self.assertTrue(all(abs(one.cut_m - 39) < 1e-9 for one in plan.lengths))
        self.assertEqual([one.color for one in plan.lengths], ["black", "red", "white", "green"])
        self.assertAlmostEqual(lubricant(304.8, 0.0254).value, 5.68, places=2)  # a gallon and a half

    def test_the_points_come_back_to_the_end_they_were_fed_from(self):
        plan = pulled(a_feeder(60, 30, segment={"bends_deg": 90}))
        near, far = plan.ways
        self.assertEqual((near.points[0].distance_m, round(near.points[-1].distance_m)), (0, 30))
        self.assertEqual((round(far.points[0].distance_m), round(far.points[-1].distance_m, 6)), (30, 0))
        self.assertAlmostEqual(most_n(near.points), near.worst_n)


class Calculated(unittest.TestCase):
    def test_fill_of_a_mix(self):
        mixed = ask("fill", wires=[{"count": 3, "size": "1", "insulation": "XHHW-2"}, {"count": 1, "size": "6", "bare": True}])
        self.assertAlmostEqual(mixed.figures["fill_percent"], 100 * (3 * 0.1534 + 26240e-6 * math.pi / 4) / 1.453, delta=0.5)
        covered = ask("fill", wires=[{"count": 3, "size": "1", "insulation": "XHHW-2"}, {"count": 1, "size": "6", "insulation": "XHHW-2"}])
        self.assertGreater(covered.figures["fill_percent"], mixed.figures["fill_percent"])
        self.assertGreaterEqual(mixed.figures["spare_wires"], 0)
        with self.assertRaisesRegex(InvalidJob, "is no pipe"):
            ask("fill", method="cable", wires=[{"count": 3, "size": "1"}])
        with self.assertRaisesRegex(InvalidJob, "large enough"):
            ask("fill", wires=[{"count": 60, "size": "750"}])

    def test_pull_against_hand(self):
        level = ask("pull", pipe_size="4", length_m=100, wires=[{"count": 1, "size": "4/0"}], pull={"friction_factor": 0.4})
        self.assertAlmostEqual(level.figures["tension_n"], 100 * 0.4 * level.figures["weight_n_m"], places=6)
        riser = ask("pull", pipe_size="4", legs=[{"level_m": 0, "rise_m": 10}], wires=[{"count": 1, "size": "4/0"}])
        self.assertAlmostEqual(max(riser.figures["tension_n"], riser.figures["other_way_n"]), 10 * riser.figures["weight_n_m"], places=6)
        self.assertEqual(min(riser.figures["tension_n"], riser.figures["other_way_n"]), 0)
        with self.assertRaisesRegex(InvalidJob, "there is no pvc40 of size 7"):
            ask("pull", pipe_size="7", wires=[{"count": 1, "size": "4"}])

    def test_lengths_and_trench(self):
        self.assertEqual(ask("lengths", route_m=47, conductors=3, make_up_m=1.5, reel_m=100).figures["reels"], 2)
        self.assertEqual(ask("lengths", route_m=47.1, conductors=3, make_up_m=1.5, reel_m=100).figures["reels"], 3)
        with self.assertRaisesRegex(InvalidJob, "shorter than one conductor"):
            ask("lengths", route_m=99, reel_m=100)
        one, two = (ask("trench", length_m=10, cover_m=0.6, pipes=n, pipe_m=0.06).figures for n in (1, 2))
        self.assertAlmostEqual(one["dug_m3"], 10 * 0.16 * 0.735)
        self.assertAlmostEqual(two["width_m"], 2 * 0.06 + 0.05 + 0.1)
        self.assertIn("Locate first", ask("trench", length_m=10, cover_m=0.6).headline)
