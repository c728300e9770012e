"""What was taken and done stays a fact while the plan changes; what a person changed is offered again."""

import unittest
from dataclasses import asdict

from northspan.core.document.job import Days, Job, Moment
from northspan.core.document.patching import patched
from northspan.core.document.price_book import BookLine, PriceBook
from northspan.core.rulebooks.registry import rulebook_names
from northspan.core.solve import worked
from northspan.core.steps.days.events import Event, event_edits
from northspan.core.steps.days.plan import days_plan
from northspan.core.steps.days.tasks import tasks_of
from northspan.core.steps.found import with_steps_found
from northspan.core.steps.materials.lines import taken_off
from northspan.core.steps.materials.priced import priced
from tests.support import a_feeder, checked

PIPE, TAPE = "pipe", "ribbon"


def feeder(name, length_m, **changes):
    job = checked(a_feeder(40, length_m), rulebook=name)
    return checked(job, runs={"F1": job.runs["F1"].model_copy(update=changes)})


def longer(job, length_m, **changes):
    run = job.runs["F1"]
    one = run.segments[0].model_copy(update={"length_m": length_m})
    return checked(job, runs={"F1": run.model_copy(update={"segments": (one,)} | changes)})


def line_of(job, item):
    return next(line for line in taken_off(worked(job)).lines if line.item == item)


def with_taken(job, *items):
    taken = {line.key: {"got": "got", "had": line.bought} for line in taken_off(worked(job)).lines if line.item in items}
    return Job.model_validate(job.model_dump(mode="json") | {"materials": {"changed": taken}})


def edited(job, edits):
    return Job.model_validate(patched(job.model_dump(mode="json"), [one if isinstance(one, dict) else asdict(one) for one in edits]))


def codes(job):
    return {one.code for one in with_steps_found(worked(job)).findings}


class Taken(unittest.TestCase):
    def test_more_is_to_get_less_is_over_and_the_same_is_quiet(self):
        for name in rulebook_names():
            job = with_taken(feeder(name, 50), TAPE)
            had = line_of(job, TAPE).had
            self.assertEqual((line_of(job, TAPE).to_get, line_of(job, TAPE).fact), (0, ""), name)
            self.assertFalse(codes(job) & {"taken-is-not-enough", "taken-is-over"})
            more, less = longer(job, 70), longer(job, 30)
            for other, code, sign in ((more, "taken-is-not-enough", 1), (less, "taken-is-over", -1)):
                line = line_of(other, TAPE)
                self.assertEqual(line.had, had, name)
                self.assertAlmostEqual(line.to_get, line.bought - had)
                self.assertGreater(sign * line.to_get, 0)
                self.assertIn(code, codes(other))
            self.assertIn("to get", line_of(more, TAPE).fact)

    def test_wire_that_was_paid_for_does_not_vanish_with_the_metal(self):
        job = with_taken(feeder("us-2023", 60, metal="aluminum"), "wire")
        copper = longer(job, 60, metal="copper")
        kept = [line for line in taken_off(worked(copper)).lines if line.had]
        self.assertTrue(all("aluminum" in line.words and "can go back" in line.fact for line in kept))
        self.assertEqual(len(kept), len(job.materials.changed))
        back = next(one for one in with_steps_found(worked(copper)).findings if one.code == "taken-is-over" and one.cures)
        self.assertEqual(len(edited(copper, back.cures[0].edits).materials.changed), len(kept) - 1)

    def test_a_change_without_its_line_is_offered_to_its_like(self):
        job = feeder("us-2023", 50)
        key = line_of(job, PIPE).key
        job = Job.model_validate(job.model_dump(mode="json") | {"materials": {"changed": {key: {"quantity": 99, "note": "long ones"}}}})
        self.assertEqual(taken_off(worked(job)).stranded, ())
        other = longer(job, 50, pipe_size="3")
        (one,) = taken_off(worked(other)).stranded
        self.assertIn("long ones", one.words)
        after = edited(other, one.cures[0].edits)
        self.assertEqual((line_of(after, PIPE).bought, taken_off(worked(after)).stranded), (99, ()))
        self.assertEqual(taken_off(worked(edited(other, one.cures[-1].edits))).stranded, ())


class Done(unittest.TestCase):
    def done(self, name):
        job = feeder(name, 50)
        key = next(one.key for one in tasks_of(worked(job)).tasks if one.kind.name == "trench")
        return key, edited(job, event_edits(worked(job), Event.done, Moment(day=0, at_h=12.0), key))

    def test_a_trench_that_is_done_stays_done_and_the_rest_has_its_place(self):
        for name in rulebook_names():
            key, job = self.done(name)
            self.assertNotIn(f"{key}#rest", {one.key for one in tasks_of(worked(job)).tasks})
            grown = longer(job, 80)
            tasks = {one.key: one for one in tasks_of(worked(grown)).tasks}
            self.assertAlmostEqual(tasks[f"{key}#rest"].hours, tasks_of(worked(grown)).planned_h[key] - job.days.changed[key].done_h, 6)
            self.assertTrue(any(f"{key}#rest" in one.after for one in tasks.values()), name)
            laid = {one.key: one for one in days_plan(worked(grown)).tasks}
            self.assertEqual((laid[key].state, laid[f"{key}#rest"].state), ("done", ""))
            self.assertIn("done-is-not-enough", codes(grown))

    def test_what_is_done_and_asked_for_no_more_is_said(self):
        key, job = self.done("us-2023")
        inside = job.runs["F1"].segments[0].model_copy(update={"place": "indoors", "trench": ""})
        other = checked(job, runs={"F1": job.runs["F1"].model_copy(update={"segments": (inside,)})})
        found = next(one for one in with_steps_found(worked(other)).findings if one.code == "done-for-nothing")
        self.assertIn("trench", found.text.lower())
        self.assertNotIn(key, edited(other, found.cures[0].edits).days.changed)

    def test_days_of_before_have_no_fact_and_read_as_they_did(self):
        key, job = self.done("us-2023")
        days = job.days.model_dump(mode="json")
        days["changed"][key] |= {"done_h": None, "done_as": ""}
        old = longer(job.model_copy(update={"days": Days.model_validate(days)}), 80)
        self.assertNotIn(f"{key}#rest", {one.key for one in tasks_of(worked(old)).tasks})


class Reels(unittest.TestCase):
    """By hand: what comes off a reel of 250 ft, and what a cut off the roll costs beside it."""

    def cost(self, bought_ft, pieces_ft, *lines, cut_fee=0.0):
        ft = 0.3048
        line = line_of(feeder("us-2023", 50), "wire")
        made = line.__class__(**{name: getattr(line, name) for name in line.__slots__} | {
            "needed": sum(pieces_ft) * ft, "bought": bought_ft * ft, "pieces_m": tuple(piece * ft for piece in pieces_ft)})  # fmt: skip
        found = taken_off(worked(feeder("us-2023", 50)))
        what = line.key.split("|")[1].rsplit(", ", 1)[0]
        shelf = {"reel": BookLine("wire", what, "reel", 250 * ft, 100.0, 0.0, "", in_stock=True),
                 "ft": BookLine("wire", what, "ft", 1.0, 0.5, 0.0, "", in_stock=True, cut_fee=cut_fee)}  # fmt: skip
        book = PriceBook("Shop", 0.0, tuple(shelf[one] for one in lines))
        (got,) = priced(found.__class__(**{name: getattr(found, name) for name in found.__slots__} | {"lines": (made,)}), [book]).lines
        return got.cost

    def test_a_piece_longer_than_the_reel_is_never_bought_on_it(self):
        self.assertIsNone(self.cost(300, [300], "reel"))
        self.assertEqual(self.cost(300, [300], "reel", "ft"), 150)
        self.assertEqual(self.cost(240, [240], "reel"), 100)

    def test_262_ft_are_not_one_reel_of_250(self):
        self.assertEqual(self.cost(262, [125, 125], "reel"), 200)

    def test_a_reel_and_the_rest_off_the_roll(self):
        self.assertEqual(self.cost(262, [125, 125], "reel", "ft"), 106)
        self.assertEqual(self.cost(290, [240, 50], "reel", "ft"), 125)

    def test_many_pieces_are_cut_too(self):
        self.assertEqual(self.cost(50 * 130, [130] * 50, "reel"), 50 * 100)  # one on each, though their sum is 26 reels


if __name__ == "__main__":
    unittest.main()
