"""A job worked on from what was known before an edit: the same plan as from nothing, and no more work than the edit asks for."""

import random
import unittest
from typing import Any, NoReturn

from northspan.core.case.case import case_of
from northspan.core.case.moved import GEOMETRY, KEPT_BY_STEPS, moved_since
from northspan.core.case.topic import Before, Done
from northspan.core.case.worked import WorkedJob
from northspan.core.desk.demos import DEMOS
from northspan.core.document.job import Job, Run, Units
from northspan.core.document.job.amendment import Amendment, AmendmentKind
from northspan.core.solve import worked
from northspan.core.topics.order import TOPICS
from northspan.core.topics.sizing.topic import SIZED
from northspan.core.working.errors import NorthSpanError
from tests.amounts import cases
from tests.generated import a_job, edited
from tests.support import a_property_of, calls_of

CASES = cases(200)

READS_ROUTES = {"sizing", "pull", "faults", "circuits"}  # of circuits only what hangs on the fault current


class Unread:
    """A value that nobody may look at."""

    def __getattribute__(self, name: str) -> object:
        if name in {"__class__", "__deepcopy__", "__copy__"}:
            return object.__getattribute__(self, name)
        raise AssertionError(f"{name} of a value was asked that no topic after sizing reads")

    def _refused(self, *_: object) -> NoReturn:
        raise AssertionError("a value was used that no topic after sizing reads")

    __lt__ = __le__ = __gt__ = __ge__ = __add__ = __radd__ = __sub__ = __rsub__ = __mul__ = __rmul__ = __truediv__ = __iter__ = _refused
    __bool__ = __float__ = __len__ = __format__ = __str__ = __hash__ = __eq__ = __neg__ = __round__ = _refused


def longer(job: Job, run_id: str, by_m: float) -> Job:
    """Lengthen the first stretch of a run."""
    first, *rest = job.runs[run_id].segments
    longer = first.model_copy(update={"length_m": min(5000.0, max(0.01, first.length_m + by_m))})
    return job.model_copy(update={"runs": job.runs | {run_id: job.runs[run_id].model_copy(update={"segments": (longer, *rest)})}})


def _worked(job: Job, wanted: Any, known: WorkedJob | None = None) -> WorkedJob | str:
    """A job worked out, or why it cannot be."""
    try:
        return worked(job, wanted, known)
    except NorthSpanError as error:
        return str(error)


def _said(whole: WorkedJob | str) -> str:
    return whole if isinstance(whole, str) else whole.plan.model_dump_json()


class Same(unittest.TestCase):
    def test_any_chain_of_edits_gives_the_plan_that_nothing_known_before_gives(self):
        kept_known = 0
        for seed in range(CASES):
            rng = random.Random(seed)
            job = a_job(seed)
            known = _worked(job, ())
            if isinstance(known, str):
                continue
            for turn in range(4):
                wanted: Any = rng.choice([(), None, set(list(job.runs)[:1])])
                after = longer(job, rng.choice(list(job.runs)), rng.uniform(-0.005, 40)) if job.runs and turn % 2 else edited(job, rng)
                moved = moved_since(job, after)
                kept_known += moved is not None
                with self.subTest(seed=seed, turn=turn, moved=moved):
                    again, anew = _worked(after, wanted, known), _worked(after, wanted)
                    self.assertEqual(_said(again), _said(anew))
                if not isinstance(again, str):
                    job, known = after, again
        self.assertGreater(kept_known, CASES // 2)

    def test_other_units_or_amendments_leave_no_word_of_before(self):
        for name, demo in DEMOS.items():
            job = demo()
            known = worked(job, None)
            cover = Amendment(value_m=1.2, whose="the town")
            for changed in (
                {"units": Units.metres if job.units is Units.feet else Units.feet},
                {"amendments": {AmendmentKind.cover_least: cover}},
            ):
                after = job.model_copy(update=changed)
                with self.subTest(name, changed=list(changed)):
                    self.assertEqual(_said(_worked(after, None, known)), _said(_worked(after, None)))

    def test_what_the_steps_keep_moves_nothing(self):
        job = a_property_of(3)
        for name in KEPT_BY_STEPS:
            noted = job.model_copy(update={name: "word" if name == "notes" else a_job(1).__getattribute__(name)})
            self.assertEqual(moved_since(job, noted), frozenset(), name)

    def test_a_run_that_is_more_than_moved_is_worked_anew(self):
        job = a_property_of(3)
        run: Run = job.runs["F2"]
        for changed in ({"name": "Other"}, {"segments": run.segments[:1]}, {"load_a": 7.0}, {"conductor_size": "6"}):
            after = job.model_copy(update={"runs": job.runs | {"F2": run.model_copy(update=changed)}})
            self.assertIsNone(moved_since(job, after), changed)
        self.assertEqual(moved_since(job, longer(job, "F2", 1)), {"F2"})
        self.assertIsNone(moved_since(job, job.model_copy(update={"runs": dict(reversed(job.runs.items()))})))


class Unlooked(unittest.TestCase):
    def test_no_topic_reads_a_route_but_those_that_are_worked_again(self):
        for seed in range(CASES // 2):
            job = a_job(seed)
            if isinstance(_worked(job, ()), str):
                continue
            done = Done(())
            case = case_of(job)
            blind = case.moved(_hidden(job), job.runs.keys())
            for topic in TOPICS:
                with self.subTest(seed=seed, topic=topic.name):
                    if topic.name not in READS_ROUTES:
                        hidden = done.with_results({SIZED: _hidden_sized(done)}) if SIZED in done.results else done
                        tuple(topic.findings(blind, hidden.with_results(topic.plan(blind, hidden).results)))
                    done = done.with_results(topic.plan(case, done).results)

    def test_the_topics_that_are_watched_are_those_that_may_stand(self):
        known = worked(a_property_of(2), ())
        now = Done((), before=Before(known.done.results, frozenset())).with_results(known.done.results)
        self.assertEqual({topic.name for topic in TOPICS if not topic.stands(now)}, READS_ROUTES - {"circuits"})


def _hidden(job: Job) -> Job:
    """A job of which nobody may read where its runs go."""
    runs = {
        key: run.model_copy(update={"segments": tuple(one.model_copy(update=dict.fromkeys(GEOMETRY, Unread())) for one in run.segments)})
        for key, run in job.runs.items()
    }
    return job.model_copy(update={"runs": runs} | dict.fromkeys(KEPT_BY_STEPS, Unread()))


def _hidden_sized(done: Done) -> dict[str, Any]:
    """Runs as they were sized, of which nobody may read what hangs on the route."""
    return {key: _Blind(one) for key, one in done[SIZED].items()}


class _Blind:
    """A sized run without what hangs on its route."""

    def __init__(self, sized: Any) -> None:
        self.sized = sized

    def __getattr__(self, name: str) -> Any:
        if name in {"pipes", "bends", "margins"}:
            raise AssertionError(f"{name} of a run was read by a topic that may stand")
        value = getattr(self.sized, name)
        return _Tried(value) if name == "tried" else _Asked(value) if name == "question" else value


class _Tried(_Blind):
    def __getattr__(self, name: str) -> Any:
        if name not in {"wire", "loop"}:
            raise AssertionError(f"{name} of a tried wire was read by a topic that may stand")
        return getattr(self.sized, name)


class _Asked(_Blind):
    def __getattr__(self, name: str) -> Any:
        if name == "drop_above_percent":
            raise AssertionError("the drop above was read by a topic that may stand")
        return getattr(self.sized, name)


class Work(unittest.TestCase):
    def test_a_leaf_among_many_runs_asks_for_little_more_than_among_few(self):
        calls = []
        for runs in (20, 180):
            job = a_property_of(runs)
            known = worked(job, ())
            calls.append(calls_of(lambda job=job, known=known: worked(longer(job, "F7", 1.37), (), known)))
        self.assertLess(calls[1], 2.5 * calls[0])
        self.assertLess(calls[0], 12_000)


if __name__ == "__main__":
    unittest.main()
