"""No hand in what is live, and nothing live before it is finished: whatever the job, whoever moves what."""

import json
import random
import unittest
from typing import Any

from northspan.core.desk.demo_move import MOVES
from northspan.core.desk.demos import DEMOS
from northspan.core.desk.starts import STARTS
from northspan.core.desk.starts.under import start_job_under
from northspan.core.document.job import Job, TaskChange, TaskState, Weather
from northspan.core.document.upgrade import read_job
from northspan.core.rulebooks.registry import rulebook_names
from northspan.core.solve import worked
from northspan.core.steps.days.laid import LaidJob, lay_out_job
from northspan.core.steps.days.plan import days_plan
from northspan.core.steps.days.walked import breaches, moments
from northspan.core.working.errors import NorthSpanError
from tests.amounts import cases
from tests.core.desk.test_starts import ALL
from tests.core.ordinary_jobs import ordinary_jobs
from tests.generated import a_job
from tests.support import checked

STATES = ("existing", "new", "remove", "temporary")
KINDS = ("meter", "meter_main", "panel_lugs", "panel_main_breaker", "disconnect", "junction_box")


def started() -> list[Job]:
    return [start_job_under(start, ALL, book) for book in rulebook_names() for start in STARTS]


def shuffled(base: list[Job], seed: int) -> dict[str, Any]:
    """A job of these with other states, kinds, bonds, pins and rain."""
    rng = random.Random(seed)
    document: dict[str, Any] = json.loads(rng.choice(base).model_dump_json())
    for part in (*document["enclosures"].values(), *document["runs"].values()):
        if rng.random() < 0.4:
            part["status"] = rng.choice(STATES)
    for can in document["enclosures"].values():
        if rng.random() < 0.3:
            can |= {"kind": rng.choice(KINDS), "bond_found": rng.choice(("bonded", "separate", "unknown"))}
    for run in document["runs"].values():
        run["utility_owned"] = run["utility_owned"] if rng.random() < 0.9 else not run["utility_owned"]
    if rng.random() < 0.5:
        document["days"]["weather"] = {"1": {"day": rng.randrange(2), "from_h": 8, "to_h": rng.choice((10, 16)), "sky": "rain", "order": 1}}
    return document


def pinned(job: Job, seed: int) -> Job:
    """The job with a few of its tasks pinned to any hour, as a hand drags them."""
    rng = random.Random(seed)
    tasks = lay_out_job(worked(job)).found.tasks
    moved = rng.sample([one.key for one in tasks], min(3, len(tasks)))
    changed = {key: TaskChange(day=rng.randrange(3), start_h=rng.choice((8.0, 11.5, 14.0))) for key in moved}
    return checked(job, days=job.days.model_copy(update={"changed": job.days.changed | changed}))


def order(laid: LaidJob, *keys: str) -> list[int]:
    return [laid.laid.placed[key].start for key in keys]


class Walked(unittest.TestCase):
    def laid(self, job: Job) -> LaidJob | None:
        try:
            return lay_out_job(worked(job))
        except NorthSpanError:  # what cannot be planned says so elsewhere
            return None

    def check(self, job: Job, name: object) -> None:
        laid = self.laid(job)
        if laid is not None:
            with self.subTest(name):
                self.assertEqual([(one.task.key, one.part, one.unfinished) for one in breaches(laid)], [])

    def test_starts_demos_and_ordinary_jobs(self):
        made = {f"{one.rulebook} {one.name} {i}": one for i, one in enumerate(started())}
        made |= {f"{book} {i}": make() for i, (book, make) in enumerate((*DEMOS.items(), *MOVES.items()))}
        for name, job in (made | ordinary_jobs()).items():
            self.check(job, name)

    def test_made_up_jobs(self):
        for seed in range(cases(100)):
            self.check(a_job(seed), seed)

    def test_any_part_in_any_state_also_when_a_hand_drags(self):
        base = [*started(), *(make() for make in MOVES.values())]
        for seed in range(cases(150)):
            try:
                job = read_job(shuffled(base, seed))
                moved = pinned(job, seed)
            except NorthSpanError:
                continue
            self.check(job, seed)
            self.check(moved, f"{seed}, dragged")

    def test_what_is_taken_out_is_never_live_again_and_what_replaces_it_is(self):
        for book in rulebook_names():
            job = start_job_under("larger_service", ALL, book)
            old = next(key for key, can in job.enclosures.items() if can.status == "remove")
            new = next(key for key, can in job.enclosures.items() if can.status == "new")
            walked = moments(lay_out_job(worked(job)))
            power = [one.state.powered() for one in walked]
            with self.subTest(book):
                self.assertEqual((old in power[0], new in power[0], old in power[-1], new in power[-1]), (True, False, False, True))
                gone = next(i for i, cans in enumerate(power) if old not in cans)
                self.assertTrue(all(old not in cans for cans in power[gone:]))


class Orders(unittest.TestCase):
    def test_a_larger_service_comes_in_its_true_order(self):
        for book in rulebook_names():
            laid = lay_out_job(worked(start_job_under("larger_service", ALL, book)))
            with self.subTest(book):
                keys = ["utility_off:P3", "off:P3", "lift:F2", "label:P1", "service", "utility_on:P3", "on:P3", "final"]
                self.assertEqual(sorted(order(laid, *keys)), order(laid, *keys))
                self.assertLess(*order(laid, "off:P3", "lift:F3"))
                self.assertGreaterEqual(laid.laid.placed["out:P3"].start, laid.laid.placed["lift:F3"].end)

    def test_a_first_service_is_looked_at_before_it_is_connected(self):
        laid = lay_out_job(worked(start_job_under("new_service", ALL, "us-2023")))
        keys = ["near:F2", "label:P1", "service", "utility_on:P1", "on:P1"]
        self.assertEqual(sorted(order(laid, *keys)), order(laid, *keys))
        self.assertIn("No power before it is connected.", days_plan(worked(start_job_under("new_service", ALL, "us-2023"))).headline)


class Breached(unittest.TestCase):
    def begun(self, key: str) -> Job:
        job = start_job_under("larger_service", ALL, "us-2023")
        change = TaskChange(day=0, start_h=8, state=TaskState.begun)
        return checked(job, days=job.days.model_copy(update={"changed": {key: change}}))

    def test_what_was_begun_on_what_is_live_is_said_first(self):
        for key, words in (("lift:F3", "its line side"), ("far:F4", "its line side"), ("bond:P2", "its bus")):
            plan = days_plan(worked(self.begun(key)))
            with self.subTest(key):
                self.assertEqual(plan.headline, "Stop: as these days stand, somebody works on what is live.")
                self.assertIn("is live then", plan.troubles[0])
                self.assertIn(words, plan.troubles[0])

    def test_what_is_fed_before_it_is_finished_is_said(self):
        plan = days_plan(worked(self.begun("utility_on:P3")))
        self.assertTrue(any("still to do" in one for one in plan.troubles))

    def test_rain_moves_no_hand_into_what_is_live(self):
        job = start_job_under("larger_service", ALL, "us-2023")
        wet = checked(job, days=job.days.model_copy(update={"weather": (Weather(day=0, from_h=8, to_h=16, sky="rain"),)}))
        self.assertEqual(list(breaches(lay_out_job(worked(wet)))), [])


class Hands(unittest.TestCase):
    def test_what_makes_dead_or_live_or_reaches_in_is_never_a_helpers_alone_also_after_a_drag(self):
        job = start_job_under("larger_service", ALL, "us-2023")
        helper = next(key for key, person in job.days.people.items() if person.role == "helper")
        for key, alone in (
            ("off:P3", False),
            ("on:P3", False),
            ("far:F4", False),
            ("lift:F3", False),
            ("test:F4", False),
            ("out:P3", True),
        ):
            changed = {key: TaskChange(who=(helper,))}
            plan = days_plan(worked(checked(job, days=job.days.model_copy(update={"changed": changed}))))
            who = next(one.who for one in plan.tasks if one.key == key)
            with self.subTest(key):
                self.assertEqual(who == (helper,), alone)
                self.assertEqual(any("never a helper alone" in words for words in plan.troubles), not alone)


class TwoServices(unittest.TestCase):
    def test_each_first_service_has_its_own_inspection_and_connection(self):
        job = start_job_under("new_service", ALL, "us-2023")
        more = {"P8": job.enclosures["P1"], "F8": job.runs["F1"].model_copy(update={"target": "P8"})}
        twice = checked(job, enclosures=job.enclosures | {"P8": more["P8"]}, runs=job.runs | {"F8": more["F8"]})
        laid = lay_out_job(worked(twice))
        self.assertEqual(len({one.key for one in laid.found.tasks}), len(laid.found.tasks))
        for keys in (["label:P1", "service", "utility_on:P1", "on:P1"], ["label:P8", "service:P8", "utility_on:P8", "on:P8"]):
            self.assertEqual(sorted(order(laid, *keys)), order(laid, *keys))
        self.assertEqual(list(breaches(laid)), [])
