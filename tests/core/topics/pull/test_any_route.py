"""What must hold for any route, in every rule family: by trying many."""

import unittest
from math import isclose

from hypothesis import given
from hypothesis import strategies as st

from northspan.core.desk.rulebook_change import moved
from northspan.core.document.job import (
    Companion,
    Crossing,
    Fitting,
    FittingKind,
    Leg,
    Method,
    OtherLine,
    Over,
    Place,
    Pull,
    Rope,
    Status,
)
from northspan.core.rulebooks.registry import rulebook_names
from northspan.core.solve import solve
from northspan.core.working.errors import NorthSpanError
from tests.core.topics.sizing.test_choices import taken
from tests.run import slow
from tests.support import a_feeder, checked

FITTINGS = st.builds(
    Fitting,
    kind=st.sampled_from(FittingKind),
    at_m=st.floats(0.01, 90),
    spliced=st.booleans(),
    volume_l=st.one_of(st.none(), st.floats(0.01, 20)),
    length_m=st.one_of(st.none(), st.floats(0.01, 1)),
)
LEGS = st.builds(Leg, level_m=st.floats(0, 40), rise_m=st.floats(-10, 10), turn_deg=st.floats(0, 180))
ROUTES = st.fixed_dictionaries(
    {
        "place": st.sampled_from(Place),
        "method": st.sampled_from([Method.pvc40, Method.rmc, Method.cable, Method.direct_burial, Method.overhead]),
        "bends_deg": st.floats(0, 720),
        "fittings": st.lists(FITTINGS, max_size=4),
        "crossings": st.lists(
            st.builds(Crossing, kind=st.sampled_from(OtherLine), at_m=st.floats(0, 30), depth_m=st.floats(0, 3)), max_size=2
        ),
        "beside": st.lists(
            st.builds(Companion, kind=st.sampled_from(OtherLine), apart_m=st.one_of(st.none(), st.floats(0, 1))), max_size=2
        ),
        "trench": st.sampled_from(["", "yard"]),
        "status": st.sampled_from([None, Status.existing, Status.new, Status.temporary]),
        "over": st.sampled_from(Over),
        "height_m": st.one_of(st.none(), st.floats(0, 12)),
        "strap_m": st.one_of(st.none(), st.floats(0.1, 4)),
        "first_strap_m": st.one_of(st.none(), st.floats(0.1, 4)),
        "swing_k": st.one_of(st.none(), st.floats(0, 120)),
        "legs": st.one_of(st.just([]), st.lists(LEGS, min_size=1, max_size=5).filter(lambda legs: legs[0].level_m > 1)),
    }
)
PULLS = st.builds(
    Pull,
    lubricated=st.booleans(),
    friction_factor=st.one_of(st.none(), st.floats(0.05, 1)),
    rope=st.sampled_from(Rope),
    hands=st.integers(1, 12),
    from_far_end=st.sampled_from([None, True, False]),
    coil_m=st.floats(0, 20),
    reel_m=st.one_of(st.none(), st.floats(1, 500)),
)


def planned(route, pull, name):
    """A job with a route and its plan; None where the size itself is refused."""
    try:
        job = moved(a_feeder(40, 30, segment=route), name)
        run = job.runs["F1"].model_copy(update={"pull": pull})
        job = checked(job, runs={"F1": run})
        return job, solve(job, None)
    except NorthSpanError:
        return None


@slow
class AnyRoute(unittest.TestCase):
    @given(ROUTES, PULLS, st.sampled_from(rulebook_names()))
    def test_its_plan_agrees_with_itself(self, route, pull, name):
        found = planned(route, pull, name)
        plan = found and found[1].runs["F1"]
        if not plan or plan.pull is None or not plan.pull.known:
            return
        chosen = next(way for way in plan.pull.ways if way.chosen)
        self.assertEqual(len(plan.pull.bends_deg), plan.pull.stages)
        for way in plan.pull.ways:
            self.assertGreaterEqual(min(point.tension_n for point in (*way.points, *way.dry)), 0)
            if (pull.friction_factor or 0) <= 0.5:
                self.assertLessEqual(way.worst_n, way.worst_dry_n + 1e-6)
        if pull.from_far_end is None:
            counted = [way.worst_n if pull.lubricated else way.worst_dry_n for way in plan.pull.ways]
            here = chosen.worst_n if pull.lubricated else chosen.worst_dry_n
            self.assertTrue(isclose(here, min(counted), rel_tol=1e-6, abs_tol=1e-6))
        cut = {one.cut_m for one in plan.pull.lengths}
        self.assertTrue(all(isclose(one, plan.length_m + 2 * pull.make_up_m + pull.coil_m) for one in cut))

    @given(ROUTES, PULLS, st.sampled_from(rulebook_names()))
    def test_every_cure_of_its_findings_ends_them(self, route, pull, name):
        found = planned(route, pull, name)
        for finding in found[1].findings if found else ():
            ends = finding.where.rsplit("/", 1)[-1] in {"strap_m", "first_strap_m", "height_m", "located"} or "/beside/" in finding.where
            if ends:
                for cure in finding.cures:
                    after = solve(taken(found[0], cure), None)
                    self.assertNotIn((finding.where, finding.text), [(one.where, one.text) for one in after.findings], cure.words)
