"""The days: nothing unsafe on hundreds of jobs, what the day brings, who has power, what a person changes."""

import random
import unittest
from dataclasses import asdict

from northspan.core.desk.demo_move import MOVES
from northspan.core.desk.demos import DEMOS
from northspan.core.desk.starts.under import start_job_under
from northspan.core.document.job import Days, Job, Moment
from northspan.core.document.patching import patched
from northspan.core.physics.schedule import lay_out
from northspan.core.physics.works import Crew, Work
from northspan.core.rulebooks.registry import rulebook_names
from northspan.core.solve import worked
from northspan.core.steps.days.events import Event, event_edits
from northspan.core.steps.days.laid import lay_out_job
from northspan.core.steps.days.plan import days_plan
from northspan.core.steps.days.power import outage_spans
from northspan.core.steps.days.tasks import tasks_of
from northspan.core.steps.found import check_steps, with_steps_found
from northspan.core.working.errors import InvalidJob
from tests.core.desk.test_starts import ALL
from tests.run import cases

US, MOVE = DEMOS["us-2023"](), MOVES["us-2023"]()


def with_days(job, **fields):
    days = job.days.model_dump(mode="json") | fields
    return job.model_copy(update={"days": Days.model_validate(days)})


def edited(job, edits):
    return Job.model_validate(patched(job.model_dump(mode="json"), edits))


def happens(job, event, day=0, at_h=10.0, subject=""):
    return edited(job, event_edits(worked(job), event, Moment(day=day, at_h=at_h), subject))


def utility(job):
    """The same job with a service that is new: the utility has to open its side."""
    service = next(key for key, run in job.runs.items() if run.kind == "service")
    run = job.runs[service].model_copy(update={"status": "new"})
    data = job.model_dump(mode="json")
    data["runs"][service]["status"] = run.status
    data["enclosures"][run.target]["bond_found"] = "unknown"
    data["days"]["own"] = {"O": {"words": "New lugs on the line side", "hours": 1, "off": [run.target]}}
    return Job.model_validate(data)


class Safe(unittest.TestCase):
    def check(self, job, at):  # noqa: C901 - one place for every rule
        laid = lay_out_job(worked(job))
        placed, days = laid.laid.placed, job.days
        tasks = {task.key: task for task in laid.found.tasks}
        spans = {outage.head: outage_spans(laid, outage) for outage in laid.found.outages}
        busy = {}
        for key, where in placed.items():
            task, change = tasks[key], days.changed.get(key)
            day, start_h = laid.clock(where.start)
            end_h = laid.ends(where)
            if change is None or not change.state:
                self.assertTrue(all(one in placed and placed[one].end <= where.start for one in task.after), (at, key))
                for spell in days.weather:
                    if spell.sky in task.cannot_stand and spell.day == day:
                        self.assertTrue(end_h <= spell.from_h + 1e-6 or start_h >= spell.to_h - 1e-6, (at, key, spell))
                windows = [one for one in days.visits if one.kind == task.visit and one.came_h is None]
                if windows and not any(one.kind == task.visit and one.came_h is not None for one in days.visits):
                    self.assertTrue(any(one.day == day and one.from_h - 1e-6 <= start_h <= one.to_h for one in windows), (at, key))
                if task.skilled and where.who and not (change and change.who):
                    self.assertTrue(any(days.people[laid.people[one]].role == "electrician" for one in where.who), (at, key))
            for head, ones in spans.items():
                outage = next(one for one in laid.found.outages if one.head == head)
                if task.off & outage.cans:  # nobody works on a part that the ribbon shows as on
                    self.assertTrue(
                        any(one.day == day and one.from_h <= start_h + 1e-6 and end_h <= one.to_h + 1e-6 for one in ones), (at, key)
                    )
            for person in where.who:
                for slot in range(where.start, where.end):
                    self.assertNotIn((person, slot), busy, (at, key, busy.get((person, slot))))
                    busy[person, slot] = key
        return laid

    def test_nothing_unsafe_on_hundreds_of_jobs(self):
        rng = random.Random(17)
        jobs = [demo() for demo in (*DEMOS.values(), *MOVES.values())]
        jobs += [utility(job) for job in jobs]
        keys = {id(job): [task.key for task in tasks_of(worked(job)).tasks] for job in jobs}
        laid_out = 0
        for i in range(cases(200)):
            job = rng.choice(jobs)
            sky = [{"day": rng.randrange(4), "from_h": (at := rng.uniform(7, 14)), "to_h": at + rng.uniform(0.5, 4), "sky": rng.choice(("thunder", "rain", "frost", "heat"))}
                   for _ in range(rng.randrange(4))]  # fmt: skip
            visits = [{"kind": rng.choice(("utility_off", "utility_on", "trench", "final", "service")), "day": rng.randrange(4),
                       "from_h": (at := rng.choice((8, 9, 10, 13))), "to_h": at + rng.choice((1, 2, 3)), "confirmed": True} for _ in range(rng.randrange(3))]  # fmt: skip
            people = {
                key: {"name": key, "role": rng.choice(("electrician", "helper")) if key != "A" else "electrician"}
                for key in "ABCD"[: rng.randint(1, 4)]
            }
            for person in people.values():
                if rng.random() < 0.3:
                    person["busy"] = [{"day": rng.randrange(4), "from_h": 9, "to_h": 12}]
            changed = {key: rng.choice(({"hours": rng.uniform(0.2, 3)}, {"crossed_out": True}, {"day": rng.randrange(4)}))
                       for key in rng.sample(keys[id(job)], 3)}  # fmt: skip
            now = {"day": 1, "at_h": 11} if rng.random() < 0.3 else None
            self.check(with_days(job, weather=sky, visits=visits, people=people, changed=changed, now=now, days=rng.choice((3, 5, 8))), i)
            laid_out += 1
        self.assertEqual(laid_out, cases(200))

    def test_the_utility_opens_before_and_closes_after_it_was_looked_at(self):
        for book in DEMOS:
            laid = self.check(utility(DEMOS[book]()), book)
            head = next(one.head for one in laid.found.outages if one.utility)
            order = [
                laid.laid.placed[key].start
                for key in (f"utility_off:{head}", f"off:{head}", "own:O", "service", f"utility_on:{head}", f"on:{head}")
            ]
            self.assertEqual(order, sorted(order), book)

    def test_the_demos_hold_and_no_order_is_better(self):
        for demo in (*DEMOS.values(), *MOVES.values()):
            plan = days_plan(worked(demo()))
            self.assertIn("no order does better", plan.headline)
            self.assertLessEqual(plan.outage_h, plan.outage_simple_h + 1e-9)
            self.assertTrue(all(task.day is not None for task in plan.tasks))
        self.assertEqual(days_plan(worked(US)).days, 3)  # a storm on the second
        self.assertEqual(days_plan(worked(with_days(US, weather=[], visits=[], supplies={}))).days, 2)

    def test_nothing_new_is_nothing_to_do(self):
        plan = days_plan(worked(Job(name="Nothing")))
        self.assertEqual((plan.tasks, plan.ahead, plan.later), ((), (), ()))
        self.assertIn("Nothing to do", plan.headline)


class OnTheDay(unittest.TestCase):
    def laid(self, job, key):
        return next(one for one in days_plan(worked(job)).tasks if one.key == key)

    def test_what_is_done_stays_and_the_rest_comes_after_now(self):
        job = happens(happens(MOVE, Event.begun, at_h=8.5, subject="up:P2"), Event.done, at_h=11.0, subject="up:P2")
        done = self.laid(job, "up:P2")
        self.assertEqual((done.state, done.day, done.start_h, done.end_h), ("done", 0, 8.5, 11.0))
        self.assertGreaterEqual(self.laid(job, "ready:P2").start_h, 11.0)
        rate = next(one for one in days_plan(worked(job)).rates if one.key == "panel")
        self.assertAlmostEqual(rate.learned_h, 2.5)

    def test_the_inspector_came_early_and_a_storm_waits(self):
        job = with_days(US, weather=[])
        for key in ("trench:studio", "lay:F2.2"):
            job = happens(job, Event.done, at_h=12.0, subject=key)
        job = happens(job, Event.inspector_here, at_h=13.5)
        self.assertEqual((self.laid(job, "look:studio").day, self.laid(job, "look:studio").start_h), (0, 13.5))
        wet = happens(with_days(US, weather=[]), Event.thunder, at_h=8.0)
        self.assertGreaterEqual(self.laid(wet, "trench:studio").start_h, 10.0)
        with self.assertRaisesRegex(InvalidJob, "nobody waits"):
            event_edits(worked(US), Event.utility_here, Moment())

    def test_one_is_ill_and_rock_takes_twice(self):
        alone = happens(MOVE, Event.ill, day=0, at_h=8.0, subject="B")
        self.assertTrue(all("B" not in one.who for one in days_plan(worked(alone)).tasks))
        self.assertGreater(days_plan(worked(alone)).outage_h, days_plan(worked(MOVE)).outage_h)
        rock = happens(US, Event.rock)
        self.assertAlmostEqual(sum(one.hours for one in days_plan(worked(rock)).tasks if one.key.startswith("trench:")),
                               2 * sum(one.hours for one in days_plan(worked(US)).tasks if one.key.startswith("trench:")))  # fmt: skip
        with self.assertRaisesRegex(InvalidJob, "there is nobody Z"):
            event_edits(worked(US), Event.ill, Moment(), "Z")
        with self.assertRaisesRegex(InvalidJob, "nothing is dug or driven"):
            event_edits(worked(MOVE), Event.rock, Moment())

    def test_pinned_stays_and_says_when_it_cannot(self):
        job = with_days(MOVE, changed={"clean": {"day": 2, "start_h": 13}})
        plan = days_plan(worked(job))
        self.assertEqual(next(one.start_h for one in plan.tasks if one.key == "clean"), 13)
        cannot = with_days(MOVE, changed={"clean": {"day": 0, "start_h": 8}})
        self.assertIn("pinned where it cannot be", " ".join(days_plan(worked(cannot)).troubles))
        long = with_days(MOVE, days=1, changed={"clean": {"day": 9, "start_h": 15, "state": "done", "took_h": 80, "who": ["B"]}})
        self.assertEqual(next(one.day for one in days_plan(worked(long)).tasks if one.key == "clean"), 0)
        begun = with_days(MOVE, changed={"clean": {"day": 0, "start_h": 8, "state": "begun", "who": ["B"]}})
        self.assertIn("it waits for", " ".join(days_plan(worked(begun)).troubles))


class Changed(unittest.TestCase):
    def test_own_crossed_out_and_changed_tasks(self):
        own = {"O": {"words": "Move the shelf", "hours": 0.5, "after": ["up:P2"]}}
        job = with_days(MOVE, own=own, changed={"test:F2": {"crossed_out": True}, "up:P2": {"hours": 3}})
        plan = days_plan(worked(job))
        keys = {one.key: one for one in plan.tasks}
        self.assertNotIn("test:F2", keys)
        self.assertIn("far:F2", keys["near:F2"].after)
        self.assertGreaterEqual((keys["own:O"].day, keys["own:O"].start_h), (keys["up:P2"].day, keys["up:P2"].end_h))
        self.assertEqual(keys["up:P2"].differs, "the plan says 1 h 30 min")
        gone = days_plan(worked(with_days(MOVE, changed={"pull:gone": {"hours": 2}})))
        self.assertIn("nothing to change any more", " ".join(gone.troubles))

    def test_a_long_task_is_parted_and_what_waits_waits_for_the_last(self):
        plan = days_plan(worked(with_days(US, changed={"trench:studio": {"hours": 11}})))
        parts = [one for one in plan.tasks if one.key.startswith("trench:studio")]
        self.assertEqual([one.words[-11:] for one in parts], ["part 1 of 3", "part 2 of 3", "part 3 of 3"])
        pipe = next(one for one in plan.tasks if one.key == "lay:F2.2")
        self.assertGreaterEqual((pipe.day, pipe.start_h), (parts[-1].day, parts[-1].end_h))

    def test_a_person_parts_a_task_but_not_one_in_an_outage(self):
        plan = days_plan(worked(with_days(MOVE, changed={"up:P2": {"parts": 2}, "over:W1": {"parts": 2}})))
        self.assertEqual([one.hours for one in plan.tasks if one.key.startswith("up:P2")], [0.75, 0.75])
        self.assertEqual(sum(one.key.startswith("over:W1#") for one in plan.tasks), 0)

    def test_where_a_run_comes_in_the_wall_is_sealed(self):
        sealed = {one.key for one in days_plan(worked(US)).tasks if one.rate == "seal"}
        self.assertEqual(sealed, {"seal:F2.house", "seal:F2.studio", "seal:G.house"})

    def test_what_is_refused(self):
        own = {"A": {"words": "a", "after": ["own:B"]}, "B": {"words": "b", "after": ["own:A"]}}
        for fields, words in (
            ({"own": own}, "wait for each other in a circle"),
            ({"own": {"A": {"words": "a", "off": ["P9"]}}}, "there is no can P9"),
            ({"matters": {"W99": {}}}, "there is no circuit W99"),
            ({"changed": {"clean": {"who": ["Z"]}}}, "there is no person Z"),
            ({"rates": {"magic": 1}}, "there is no rate magic"),
            ({"people": {}}, "nobody works here"),
        ):
            with self.assertRaisesRegex(InvalidJob, words):
                days_plan(worked(with_days(US, **fields)))
        for fields, words in (
            ({"weather": [{"from_h": 12, "to_h": 11}]}, "ends before it begins"),
            ({"begins_h": 16, "ends_h": 8}, "ends before it begins"),
            ({"starts": "2027-02-30"}, "day is out of range"),
            ({"starts": "9999-12-31"}, "not from 2000 to 2200"),
        ):
            with self.assertRaisesRegex(ValueError, words):
                with_days(US, **fields)

    def test_an_edit_of_the_days_that_makes_a_circle_is_refused_by_its_words(self):
        circle = with_days(
            US, own={"A": {"words": "Ladder fetched", "after": ["own:B"]}, "B": {"words": "Shed opened", "after": ["own:A"]}}
        )
        after_all = with_days(US, own={"A": {"words": "Ladder fetched", "after": ["final"]}})
        for job in (circle, after_all):
            with self.assertRaisesRegex(InvalidJob, "“Ladder fetched” waits for"):
                check_steps(worked(job), ["/days/own/A/after"])
            check_steps(worked(job), ["/runs/F2/name"])
        check_steps(worked(with_days(US, own={"A": {"words": "Ladder fetched", "after": ["up:P2"]}})), ["/days/own"])

    def test_a_person_without_hours_leaves_the_work_undone_and_says_so(self):
        away = {"A": {"name": "Lead", "away_from_day": 0}}
        plan = days_plan(worked(with_days(US, people=away, weather=[])))
        self.assertTrue(all(one.day is None for one in plan.tasks if one.who == ()))
        self.assertIn("no place for it", " ".join(plan.troubles))


class Power(unittest.TestCase):
    def test_what_cannot_wait_says_so_on_both_sides_of_what_it_stands(self):
        off_h = days_plan(worked(US)).outage_h
        for stands_h, worried in ((off_h + 0.1, False), (off_h - 0.1, True)):
            rows = days_plan(worked(with_days(US, supplies={}, matters={"W17": {"kind": "freezer", "stands_h": stands_h}}))).power
            row = next(one for one in rows if one.key == "circuit:W17")
            self.assertEqual(bool(row.worry), worried)
            self.assertAlmostEqual(row.off_h, off_h)
        fed = next(one for one in days_plan(worked(US)).power if one.key == "circuit:W17")
        self.assertEqual(({one.state for one in fed.spans}, fed.off_h), ({"temporary"}, 0.0))

    def test_a_cord_that_never_goes_up_feeds_nothing(self):
        gone = days_plan(worked(with_days(US, changed={"temp_in:S1": {"crossed_out": True}})))
        row = next(one for one in gone.power if one.key == "circuit:W17")
        self.assertEqual({one.state for one in row.spans}, {"off"})

    def test_a_house_whose_panel_is_replaced_is_told_of_as_well(self):
        for book in rulebook_names():
            job = start_job_under("larger_service", ALL, book)
            with self.subTest(book):
                row = next(one for one in days_plan(worked(job)).power if one.kind == "building")
                self.assertGreater(row.off_h, 2)

    def test_a_standby_ahead_of_the_house_is_one_outage_and_the_old_feeder_leaves_its_lugs_first(self):
        for book in rulebook_names():
            plan = days_plan(worked(start_job_under("generator", ALL, book)))
            at = {one.key: (one.day, one.start_h) for one in plan.tasks}
            with self.subTest(book):
                self.assertLess(plan.outage_h, 5)
                self.assertLess(at["off:P3"], at["lift:F1"])
                self.assertLess(at["lift:F1"], at["far:F3"])

    def test_a_temporary_supply_is_held_against_what_it_carries(self):
        asked = next(
            one.asked_va
            for one in days_plan(
                worked(with_days(US, supplies={"S": {"name": "Set", "kind": "generator", "power_va": 9000, "circuits": ["W4"]}}))
            ).supplies
        )
        for power, holds in ((asked, True), (asked - 1, False)):
            supply = {"S": {"name": "Set", "kind": "generator", "power_va": power, "circuits": ["W4"]}}
            plan = days_plan(worked(with_days(US, supplies=supply)))
            self.assertEqual(plan.supplies[0].holds, holds)
            self.assertEqual(any("too much" in words for words in plan.troubles), not holds)
            self.assertTrue(any("exhaust" in words for words in plan.supplies[0].cautions))
            self.assertTrue(any("Never into an outlet" in words for words in plan.supplies[0].cautions))
        cord = days_plan(worked(with_days(US, supplies={"S": {"name": "Cord", "circuits": ["W4"], "power_va": 9000}}))).supplies[0]
        self.assertIn("a cord gives one line, and Cold store wants two", cord.words)

    def test_the_owner_reads_when_and_whom(self):
        words = {part.title: " ".join(part.lines) for part in days_plan(worked(MOVE)).owner}
        self.assertIn("House: day 1, from 12:10 to 15:50, off", words["When the power is off"])
        self.assertIn("drilling at the panel", words["Noise and dust"])
        self.assertIn("not known yet", words["Who else comes"])


class Health(unittest.TestCase):
    """Somebody's health hangs on a circuit that the work turns off."""

    def found(self, **matters):
        job = with_days(MOVE, matters={"W10": {"kind": "medical"} | matters} if matters is not None else {})
        return job, [one for one in with_steps_found(worked(job)).findings if one.code == "health-without-power"]

    def test_it_is_a_stop_until_it_is_fed_or_the_household_has_agreed(self):
        job, found = self.found()
        self.assertEqual([(one.severity, one.where) for one in found], [("stop", "/circuits/W10")])
        pages = {part.title: part.lines for part in days_plan(worked(job)).owner}
        self.assertIn("we do not begin before it is fed", pages["Before anything is turned off: somebody's health"][0])
        agreed = edited(job, [asdict(edit) for edit in found[0].cures[0].edits])
        self.assertTrue(agreed.days.matters["W10"].agreed)
        fed = with_days(job, supplies={"S1": {"name": "Battery", "circuits": ["W10"]}})
        for other in (agreed, fed):
            self.assertNotIn("health-without-power", {one.code for one in with_steps_found(worked(other)).findings})
            self.assertNotIn("Before anything is turned off: somebody's health", {part.title for part in days_plan(worked(other)).owner})
        self.assertEqual(self.found(kind="freezer")[1], [])

    def test_what_is_marked_as_never_off_is_asked_about(self):
        circuits = MOVE.circuits | {"W10": MOVE.circuits["W10"].model_copy(update={"stays_on": True})}
        job = MOVE.model_copy(update={"circuits": circuits})
        found = [one for one in with_steps_found(worked(job)).findings if one.code == "never-off-is-turned-off"]
        self.assertEqual(len(found), 1)
        after = edited(job, [asdict(edit) for edit in found[0].cures[0].edits])
        self.assertIn("health-without-power", {one.code for one in with_steps_found(worked(after)).findings})

    def test_days_that_refuse_say_so_while_somebody_hangs_on_them(self):
        job, _ = self.found()
        wrong = with_days(job, own={"T1": {"words": "Sweep", "off": ["P99"]}})
        self.assertIn("days-not-known", {one.code for one in with_steps_found(worked(wrong)).findings})


class Windows(unittest.TestCase):
    def headline(self, name, *visits):
        job = start_job_under("larger_service", ALL, name)
        windows = [{"kind": kind, "day": day, "from_h": from_h, "to_h": to_h} for kind, day, from_h, to_h in visits]
        return days_plan(worked(with_days(job, visits=windows)))

    def test_visits_far_apart_keep_the_power_off_and_are_not_refused(self):
        for name in ("us-2023", "ca-2021", "uk-2022"):
            plan = self.headline(name, ("utility_off", 1, 8, 9), ("utility_on", 2, 14, 15))
            self.assertFalse([one for one in plan.tasks if one.day is None], name)
            self.assertGreater(plan.outage_h, 24)
            self.assertIn("off over a night", plan.troubles[0])

    def test_what_has_no_place_is_said_first_and_no_best_is_spoken_of(self):
        plan = self.headline("us-2023", ("utility_off", 0, 8, 9), ("utility_on", 0, 9, 10))
        self.assertRegex(plan.headline, "^4 of 21 tasks have no place")
        self.assertNotIn("no order", plan.headline)

    def test_a_pinned_rod_throws_nothing_out(self):
        for at_h in (8, 10, 12, 14):
            plan = days_plan(worked(with_days(US, changed={"electrode:E3": {"day": 0, "start_h": at_h}})))
            self.assertFalse([one.key for one in plan.tasks if one.day is None], at_h)
            self.assertEqual(next(one.start_h for one in plan.tasks if one.key == "electrode:E3"), at_h)

    def test_nobody_waits_in_the_morning_for_what_could_as_well_be_later(self):
        before, after = (Work("early", 2, people=1, who=(0,)), Work("late", 2, people=1, who=(0,), open_=0b11111100000000))
        laid = lay_out((before, after), Crew(((1 << 16) - 1,), (True,), 16, 16))
        self.assertEqual((laid.waits, laid.placed["early"].end), (0, laid.placed["late"].start))

    def test_a_cord_goes_up_when_it_is_needed_and_not_two_days_before(self):
        for make in DEMOS.values():
            plan = days_plan(worked(make()))
            at = {one.key: one for one in plan.tasks}
            for one in plan.tasks:
                if one.kind == "temporary_in":
                    opens = min(at[key].day for key in at if key.startswith(("off:", "utility_off:")))
                    self.assertLessEqual(opens - one.day, 1)  # the evening before at the most

    def test_british_days_speak_of_tests_and_a_certificate(self):
        plan = self.headline("uk-2022")
        words = " ".join(
            [*(one.words for one in plan.tasks), *(one.words for one in plan.ahead), *(x for o in plan.owner for x in o.lines)]
        )
        for said in ("inspector", "inspection", "Permit", "utility"):
            self.assertNotIn(said, words)
        self.assertIn("Final tests, and the certificate", words)


if __name__ == "__main__":
    unittest.main()
