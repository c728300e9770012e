"""Blocks in which people differ: against every start of every task, and everybody who could do it."""

import itertools
import random
import unittest

from northspan.core.physics.blocks import shortest_block
from northspan.core.physics.works import Crew, Work
from tests.amounts import cases


def can_be_done(tasks, starts, skilled):
    """Whether people can be found for tasks that begin then: each of them tried for each task."""
    busy = [[] for _ in skilled]
    order = sorted(zip(starts, tasks, strict=True), key=lambda one: one[0])

    def given(i):
        if i == len(order):
            return True
        start, task = order[i]
        end = start + task.slots
        free = [person for person, spans in enumerate(busy) if all(end <= first or start >= last for first, last in spans)]
        for who in itertools.combinations(free, min(task.people, len(skilled))):
            if task.skilled and not any(skilled[person] for person in who):
                continue
            for person in who:
                busy[person].append((start, end))
            if given(i + 1):
                return True
            for person in who:
                busy[person].pop()
        return False

    return given(0)


def least(tasks, skilled):
    """The fewest slots, by trying every start of every task."""
    place = {task.key: i for i, task in enumerate(tasks)}

    def tried(starts, within):
        if len(starts) == len(tasks):
            return can_be_done(tasks, starts, skilled)
        task = tasks[len(starts)]
        first = max((starts[place[one]] + tasks[place[one]].slots for one in task.after), default=0)
        return any(tried([*starts, at], within) for at in range(first, within - task.slots + 1))

    return next(slots for slots in itertools.count(1) if tried([], slots))


def made_up(seed):
    rng = random.Random(seed)
    people = rng.randint(2, 3)
    skilled = tuple(i < rng.randint(1, people) for i in range(people))
    tasks = tuple(
        Work(f"t{i}", rng.randint(1, 3), rng.randint(1, people), rng.random() < 0.4, tuple(f"t{j}" for j in range(i) if rng.random() < 0.3))
        for i in range(rng.randint(2, 4))
    )
    return tasks, skilled if any(skilled) else (True, *skilled[1:])


class Skills(unittest.TestCase):
    def shortest(self, tasks, skilled):
        found = shortest_block(tasks, Crew((0,) * len(skilled), skilled, 60, 60))
        return found.slots, found.least

    def test_what_is_alike_but_has_others_wait_for_it_is_not_alike(self):
        tasks = (Work("t0", 1, 2), Work("t1", 1, 3, after=("t0",)), Work("t2", 1, 2), Work("t3", 1, 1, after=("t2",)))
        self.assertEqual(self.shortest(tasks, (True, False, False)), (3, 3))

    def test_the_skilled_may_do_the_plain_work_first(self):
        tasks = (Work("t0", 1), Work("t1", 3), Work("t2", 1, 1, True, ("t0", "t1")), Work("t3", 3, 2))
        self.assertEqual(self.shortest(tasks, (True, False, False)), (4, 4))

    def test_no_order_does_better_and_no_bound_is_too_high(self):
        for seed in range(cases(2500)):
            tasks, skilled = made_up(seed)
            with self.subTest(seed):
                self.assertEqual(self.shortest(tasks, skilled), (least(tasks, skilled),) * 2)
