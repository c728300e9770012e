"""Boxes and bodies along a pipe: corners, sizes and joints, on both sides of each limit in every rule family."""

import unittest

from northspan.core.desk.rulebook_change import moved
from northspan.core.document.job import Crossing, Fitting, FittingKind, Leg, OtherLine, Segment
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.solve import solve
from northspan.core.topics.routes.route import as_sized, bend_places, bends_between_deg
from tests.core.topics.sizing.test_choices import taken
from tests.support import a_feeder, found, run_of

BODY, BOX = FittingKind.conduit_body, FittingKind.pull_box
BOOKS = {name: rulebook_named(name) for name in rulebook_names()}
IN3_L = 0.0254**3 * 1000


def job_with(fitting, load_a=40, name="us-2023", **more):
    return moved(a_feeder(load_a, 20, segment={"fittings": (fitting,), **more}), name)


class Corners(unittest.TestCase):
    legs = (Leg(level_m=10, turn_deg=90), Leg(level_m=10, turn_deg=90), Leg(level_m=10))

    def bends(self, *at_m):
        return bends_between_deg(Segment(length_m=30, legs=self.legs, fittings=tuple(Fitting(at_m=one) for one in at_m)))

    def test_a_body_at_a_corner_takes_the_place_of_the_bend(self):
        self.assertEqual(self.bends(), (180,))
        self.assertEqual(self.bends(10), (0, 90))
        self.assertEqual(self.bends(10, 20), (0, 0, 0))
        self.assertEqual(self.bends(10.29), (0, 90))
        self.assertEqual(self.bends(10.31), (90, 90))  # past the corner it is one more pull point, and the bend stays
        noted = Segment(length_m=30, legs=self.legs, bends_deg=180, fittings=(Fitting(at_m=10),))
        self.assertEqual(bends_between_deg(noted), (0, 90))  # what it replaces is not counted somewhere else

    def test_where_bends_are_drawn(self):
        segment = Segment(length_m=30, legs=self.legs)
        self.assertEqual(bend_places(segment), ((10.0, 90.0), (20.0, 90.0)))
        plan = run_of(a_feeder(40, 30, segment={"legs": self.legs}))
        self.assertEqual([mark.angle_deg for mark in plan.pull.bends], [90, 90])

    def test_around_a_corner_a_box_may_be_shorter(self):
        def long(at_m):
            job = a_feeder(150, 30, segment={"legs": self.legs, "fittings": (Fitting(at_m=at_m),)})
            return next(g for g in run_of(job).pull.segments if g.key == "fitting1.0").lines[0].result

        self.assertNotEqual(long(10), long(5))


class Joints(unittest.TestCase):
    def test_a_joint_in_a_body_wants_a_marked_volume(self):
        for name in BOOKS:
            job = job_with(Fitting(kind=BODY, at_m=10, spliced=True), name=name)
            said = found(solve(job), "is marked with no volume")
            self.assertEqual([one.where for one in said], ["/runs/F1/segments/1/fittings/1"], name)
            for cure in said[0].cures:
                self.assertFalse(found(solve(taken(job, cure)), "is marked with no volume"), (name, cure.words))
            self.assertFalse(found(solve(job_with(Fitting(kind=BODY, at_m=10), name=name)), "is marked with no volume"))
            self.assertFalse(found(solve(job_with(Fitting(kind=BOX, at_m=10, spliced=True), name=name)), "is marked with no volume"))

    def test_volume_by_the_wires_in_it(self):
        us, ca = BOOKS["us-2023"], BOOKS["ca-2021"]
        self.assertAlmostEqual(us.boxes.box_volume(((2, "12"),), "12", spliced=False).value / IN3_L, 3 * 2.25, places=6)
        self.assertAlmostEqual(us.boxes.box_volume(((2, "12"),), "12", spliced=True).value / IN3_L, 5 * 2.25, places=6)
        self.assertAlmostEqual(us.boxes.box_volume(((2, "6"), (1, "8")), "10", spliced=False).value / IN3_L, 2 * 5 + 3 + 2.5, places=6)
        self.assertAlmostEqual(ca.boxes.box_volume(((2, "12"),), "12", spliced=False).value * 1000, 2 * 28.7)
        self.assertAlmostEqual(ca.boxes.box_volume(((2, "12"),), "12", spliced=True).value * 1000, 5 * 28.7)  # two connectors count as one
        for book, size in ((us, "4"), (ca, "4"), (BOOKS["uk-2022"], "4")):
            self.assertEqual(book.boxes.box_volume(((2, size),), None, spliced=False).value, 0)

    def test_the_tables_of_volume_agree_with_each_other(self):
        for size in ("14", "12", "10", "8", "6"):  # 2 to 5 in³ against 1.5 to 4.5
            us, ca = (BOOKS[name].boxes.box_volume(((1, size),), None, spliced=False).value for name in ("us-2023", "ca-2021"))
            self.assertAlmostEqual(us / ca, 1.2, delta=0.2, msg=size)

    def test_a_box_too_small_or_too_short_is_found_and_cured(self):
        least_l = BOOKS["us-2023"].boxes.box_volume(((2, "8"), (1, "8")), "8", spliced=False).value
        small = run_of(job_with(Fitting(at_m=10)))
        self.assertEqual((small.size, small.grounded_size, small.equipment_ground_size), ("8", "8", "8"))
        self.assertFalse(found(solve(job_with(Fitting(at_m=10, volume_l=least_l))), "is the least"))
        tight = job_with(Fitting(at_m=10, volume_l=least_l - 0.001))
        self.assertFalse(found(solve(taken(tight, found(solve(tight), "is the least")[0].cures[0])), "is the least"))
        plan = run_of(job_with(Fitting(at_m=10), load_a=150))
        least_m = BOOKS["us-2023"].boxes.pull_box(small_method(plan), plan.segments[0].pipe_size, plan.size, angle=False).value
        for kind, severity in ((BOX, "fix"), (BODY, "check")):
            self.assertFalse(found(solve(job_with(Fitting(kind=kind, at_m=10, length_m=least_m), load_a=150)), "long,"))
            short = job_with(Fitting(kind=kind, at_m=10, length_m=least_m - 0.002), load_a=150)
            said = found(solve(short), "long,")[0]
            self.assertEqual(said.severity.value, severity)
            self.assertFalse(found(solve(taken(short, said.cures[0])), "long,"))


def small_method(plan):
    """The method of a plan's only stretch, which is the usual one."""
    return Segment(length_m=plan.length_m).method


class Sizing(unittest.TestCase):
    def test_what_only_the_route_is_about_sizes_nothing_anew(self):
        run = a_feeder(40, 20, segment={"bends_deg": 90}).runs["F1"]

        def with_route(**route):
            return run.model_copy(update={"segments": (run.segments[0].model_copy(update=route),), "located": True})

        for route in (
            {"fittings": (Fitting(at_m=3),)},
            {"trench": "yard"},
            {"strap_m": 1.0},
            {"crossings": (Crossing(kind=OtherLine.gas, at_m=2, depth_m=1),)},
        ):
            self.assertEqual(as_sized(with_route(**route)), as_sized(run), route)
        self.assertNotEqual(as_sized(with_route(bends_deg=180.0)), as_sized(run))
        self.assertEqual(as_sized(with_route(legs=Corners.legs, bends_deg=0.0)).segments[0].bends_deg, 180)
        self.assertEqual(as_sized(with_route(legs=Corners.legs, fittings=(Fitting(at_m=10),))).segments[0].bends_deg, 90)
