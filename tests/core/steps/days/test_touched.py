"""Where hands go, kind by kind; and what is isolated for it."""

import unittest

from northspan.core.desk.demo_move import MOVES
from northspan.core.desk.demos import DEMOS
from northspan.core.desk.starts.under import start_job_under
from northspan.core.document.job import OwnTask, Status
from northspan.core.rulebooks.registry import rulebook_names
from northspan.core.solve import worked
from northspan.core.steps.days.kinds import Reaches, kinds
from northspan.core.steps.days.tasks import tasks_of
from northspan.core.steps.days.touched import may_be_live, touched
from northspan.core.walk.installation import Part, Side
from tests.core.desk.test_starts import ALL
from tests.support import checked


def hands(job):
    """For each task by its key: the sides that it reaches into."""
    found = tasks_of(worked(job))
    return {one.key: {f"{part.can}.{part.side}" for part in touched(found.case, one)} for one in found.tasks}


LARGER = start_job_under("larger_service", ALL, "us-2023")


class Touched(unittest.TestCase):
    def test_kind_by_kind(self):
        moving, larger = hands(MOVES["us-2023"]()), hands(LARGER)
        for found, key, expected in (
            (larger, "far:F4", {"P2.line"}),
            (larger, "near:F4", {"P1.bus"}),
            (larger, "lift:F3", {"P2.line", "P3.bus"}),
            (larger, "lift:F2", {"P3.line"}),  # its other end is the utility's
            (larger, "bond:P2", {"P2.bus"}),
            (larger, "label:P1", {"P1.line", "P1.bus"}),
            (larger, "out:P3", set()),  # every run in it was disconnected before
            (larger, "up:P1", set()),
            (larger, "off:P3", set()),
            (moving, "over:W1", {"P1.bus", "P2.bus"}),
            (moving, "ready:P2", {"P2.bus"}),
            (moving, "test:F2", set()),
        ):
            with self.subTest(key):
                self.assertEqual(found[key], expected)

    def test_a_can_whose_feed_is_not_drawn_is_reached_when_it_is_taken_out(self):
        runs = {key: run for key, run in LARGER.runs.items() if run.target != "P3"}
        self.assertEqual(hands(checked(LARGER, runs=runs))["out:P3"], {"P3.line", "P3.bus"})

    def test_a_task_of_ones_own_reaches_where_it_says(self):
        own = checked(LARGER, days=LARGER.days.model_copy(update={"own": {"T1": OwnTask(words="Look", hours=1, off=("P2",))}}))
        self.assertEqual(hands(own)["own:T1"], {"P2.bus"})

    def test_what_must_be_dead_is_what_is_touched_and_there(self):
        for book in rulebook_names():
            for job in (DEMOS[book](), MOVES.get(book, DEMOS[book])(), start_job_under("larger_service", ALL, book)):
                found = tasks_of(worked(job))
                for one in found.tasks:
                    self.assertEqual(one.off, {part.can for part in may_be_live(found.case, one)}, one.key)
                    if one.off:
                        self.assertIsNot(one.kind.reaches, Reaches.nothing, f"{one.key}: the table of kinds says that it reaches nothing")

    def test_the_table_of_kinds_agrees(self):
        """What the table says reaches nothing touches no can that is there, whatever the job."""
        nothing = {name for name, kind in kinds().items() if kind.reaches is Reaches.nothing}
        for job in (*(make() for make in DEMOS.values()), *(make() for make in MOVES.values()), LARGER):
            found = tasks_of(worked(job))
            for one in found.tasks:
                if one.kind.name in nothing:
                    self.assertEqual(may_be_live(found.case, one), frozenset(), one.key)


class Outages(unittest.TestCase):
    def test_the_utility_opens_where_there_is_nothing_else_to_open(self):
        for book in rulebook_names():
            (outage,) = tasks_of(worked(start_job_under("larger_service", ALL, book))).outages
            with self.subTest(book):
                self.assertEqual((outage.head, outage.again, outage.utility), ("P3", "P1", True))
                self.assertLessEqual({"utility:F2"}, outage.switches)

    def test_a_panel_with_lugs_only_is_dead_by_the_device_that_feeds_it(self):
        (outage,) = tasks_of(worked(DEMOS["us-2023"]())).outages
        self.assertEqual((outage.head, outage.again, outage.switches), ("P1", "P1", {"feed:F1"}))

    def test_what_stays_is_not_lifted_and_what_the_utility_owns_is_its_own_to_lift(self):
        owned = {key: run.model_copy(update={"utility_owned": run.status is Status.remove}) for key, run in LARGER.runs.items()}
        self.assertFalse([key for key in hands(checked(LARGER, runs=owned)) if key.startswith("lift:")])
        self.assertEqual({Part("P2", Side.bus)}, set(may_be_live(*self.one("bond:P2"))))

    def one(self, key):
        found = tasks_of(worked(LARGER))
        return found.case, next(one for one in found.tasks if one.key == key)
