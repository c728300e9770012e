"""The table of kinds: whole, used, and each of them provoked."""

import unittest

from northspan.core.desk.demo_move import MOVES
from northspan.core.desk.demos import DEMOS
from northspan.core.document.job import CallChoice, Electrode, ElectrodeKind, OwnTask, Status, TemporarySupply, VisitKind
from northspan.core.document.patching import with_edits
from northspan.core.solve import solve, worked
from northspan.core.steps.days.kinds import Reaches, kinds
from northspan.core.steps.days.rates import customary
from northspan.core.steps.days.tasks import tasks_of
from northspan.core.working.errors import NorthSpanError
from tests.core.ordinary_jobs import ordinary_jobs
from tests.generated import a_job
from tests.run import slow
from tests.support import checked


def jobs():
    yield from (make() for make in (*DEMOS.values(), *MOVES.values()))
    yield from ordinary_jobs().values()
    yield from provoking()
    yield from (a_job(seed) for seed in range(60))


def provoking():
    """What no demo has: a service taken off, a joined pipe, a new circuit, cables that go on in a box or are pulled anew."""
    house, moving = DEMOS["us-2023"](), MOVES["us-2023"]()
    service = next(key for key, run in house.runs.items() if run.kind == "service")
    head = house.runs[service].target
    touched = OwnTask(words="New lugs on the line side", hours=1, off=(head,))
    pipe = Electrode(name="Pipe", building="house", kind=ElectrodeKind.water_pipe, status=Status.new)
    first = next(iter(house.circuits))
    fresh = house.circuits[first].model_copy(update={"status": Status.new, "run": None, "old_slots": ()})
    changed = house.model_copy(update={
        "runs": house.runs | {service: house.runs[service].model_copy(update={"status": Status.new})},
        "days": house.days.model_copy(update={"own": {"T2": touched}}), "electrodes": house.electrodes | {"E9": pipe},
        "circuits": house.circuits | {first: fresh},
    })  # fmt: skip
    yield checked(changed)
    short = next(one for one in solve(moving).findings if one.code == "cables-short")
    yield with_edits(moving, short.cures[0].edits)
    yield checked(moving, calls=moving.calls | {"short_cables": CallChoice(school="new_cable")})


@slow  # it plans a hundred jobs before the first test
class Kinds(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.tasks = []
        for job in jobs():
            own = job.days.own | {"T1": OwnTask(words="Sweep", hours=1)}
            fed = {"S1": TemporarySupply(name="Set", circuits=tuple(job.circuits)[:1])} if job.circuits else {}
            try:
                cls.tasks += tasks_of(
                    worked(checked(job, days=job.days.model_copy(update={"own": own, "supplies": job.days.supplies | fed})))
                ).tasks
            except NorthSpanError:  # some made-up jobs cannot be planned, and say so elsewhere
                continue

    def test_each_is_counted_by_rates_that_there_are_and_waits_for_visits_that_there_are(self):
        visits = {one.value for one in VisitKind}
        for name, kind in kinds().items():
            with self.subTest(name):
                self.assertTrue(kind.words)
                self.assertLessEqual(set(kind.rates) - {"own"}, set(customary()))
                self.assertLessEqual({kind.waits} - {""}, visits)
                self.assertEqual(bool(kind.comes), bool(kind.waits), "who is waited for is said to the owner")
        self.assertEqual({rate for kind in kinds().values() for rate in kind.rates} - {"own"}, set(customary()))

    def test_each_is_asked_for_by_some_job(self):
        self.assertEqual(set(kinds()), {task.kind.name for task in self.tasks})

    def test_a_task_is_named_counted_and_done_as_its_kind_says(self):
        for task in self.tasks:
            self.assertEqual(task.key.partition("#")[0].partition(":")[0], task.kind.key)
            self.assertIn(task.rate, task.kind.rates)
            self.assertEqual(task.visit, task.kind.waits)
            if task.off:
                self.assertIsNot(task.kind.reaches, Reaches.nothing, task.key)


if __name__ == "__main__":
    unittest.main()
