"""Schedules: against trying every start, against a mixed integer programme, and rules that are never broken."""

import random
import unittest
from itertools import combinations, product

import numpy as np
from scipy.optimize import LinearConstraint, milp

from northspan.core.physics.blocks import shortest_block
from northspan.core.physics.schedule import lay_out, simple
from northspan.core.physics.works import Crew, Work, in_order
from tests.run import cases


def crew_of(people, days, day, skilled=None):
    return Crew(((1 << days * day) - 1,) * people, tuple(skilled or (True,) * people), day, days * day)


def broken(works, crew, laid):  # noqa: C901 - one place for every rule
    """Every rule that a schedule breaks, in words."""
    by_key, placed = {work.key: work for work in works}, laid.placed
    taken = [0] * len(crew.free)
    for key, at in placed.items():
        work, bits = by_key[key], ((1 << at.slots) - 1) << at.start
        if at.end > crew.slots or at.start // crew.day != (at.end - 1) // crew.day:
            yield f"{key} over a night"
        if any(before not in placed or placed[before].end > at.start for before in work.after):
            yield f"{key} too early"
        if work.open_ >= 0 and bits & ~work.open_:
            yield f"{key} where it may not be"
        if work.begins >= 0 and not work.begins >> at.start & 1:
            yield f"{key} begins where it may not"
        if len(set(at.who)) != min(work.people, len(crew.free)) or (work.skilled and not any(crew.skilled[one] for one in at.who)):
            yield f"{key} by the wrong people"
        for person in at.who:
            if bits & taken[person] or bits & ~crew.free[person]:
                yield f"{key}: {person} is elsewhere"
            taken[person] |= bits
    for name in {work.block for work in works if work.block}:
        inside = [placed[work.key] for work in works if work.block == name and work.key in placed]
        if inside and max(one.end for one in inside) - min(one.start for one in inside) != laid.blocks[name]:
            yield f"{name} is not as long as it says"


def random_works(rng, count, *, block=0, most=4, sky=0):
    works = []
    for i in range(count):
        after = tuple(f"t{j}" for j in rng.sample(range(i), min(i, rng.choice((0, 1, 1, 2)))))
        open_ = -1 if rng.random() > sky else ~(((1 << 6) - 1) << rng.randrange(20))
        works.append(Work(f"t{i}", rng.randint(1, most), rng.choice((1, 1, 1, 2)), rng.random() < 0.4, after, open_=open_ if open_ < 0 and open_ == -1 else open_ & ((1 << 400) - 1),
                          block="off" if count - block <= i else ""))  # fmt: skip
    return works


def every_start(works, crew):
    """The least slots in the block, and then the least days, by trying every start of every task and every team."""
    order, by_key = in_order(works), {work.key: work for work in works}
    best = None

    def go(i, placed, taken):
        nonlocal best
        if i == len(order):
            inside = [placed[work.key] for work in works if work.block]
            span = max(end for _, end in inside) - min(start for start, _ in inside) if inside else 0
            days = -(-max(end for _, end in placed.values()) // crew.day)
            best = min(best or (span, days), (span, days))
            return
        work = by_key[order[i]]
        first = max((placed[one][1] for one in work.after), default=0)
        for start in range(first, crew.slots - work.slots + 1):
            if start // crew.day != (start + work.slots - 1) // crew.day:
                continue
            bits = ((1 << work.slots) - 1) << start
            for team in combinations(range(len(crew.free)), min(work.people, len(crew.free))):
                if work.skilled and not any(crew.skilled[one] for one in team):
                    continue
                if all(not taken[one] & bits for one in team):
                    go(
                        i + 1,
                        placed | {work.key: (start, start + work.slots)},
                        [old | bits if n in team else old for n, old in enumerate(taken)],
                    )

    go(0, {}, [0] * len(crew.free))
    return best


def milp_span(works, people, room):
    """The least time for all tasks by a time-indexed mixed integer programme: starts as zeros and ones."""
    at = [(work, start) for work in works for start in range(room - work.slots + 1)]
    where = {(work.key, start): i for i, (work, start) in enumerate(at)}
    n = len(at) + 1
    rows, low, high = [], [], []
    for work in works:
        row = np.zeros(n)
        for start in range(room - work.slots + 1):
            row[where[work.key, start]] = 1
        rows.append(row), low.append(1), high.append(1)
        span = np.zeros(n)
        for start in range(room - work.slots + 1):
            span[where[work.key, start]] = start + work.slots
        span[-1] = -1
        rows.append(span), low.append(-np.inf), high.append(0)
        for before in work.after:
            earlier = next(one for one in works if one.key == before)
            row = np.zeros(n)
            for start in range(room - work.slots + 1):
                row[where[work.key, start]] += start
            for start in range(room - earlier.slots + 1):
                row[where[before, start]] -= start + earlier.slots
            rows.append(row), low.append(0), high.append(np.inf)
    for slot, need in product(range(room), ("people", "skilled")):
        row = np.zeros(n)
        for i, (work, start) in enumerate(at):
            if start <= slot < start + work.slots:
                row[i] = work.people if need == "people" else work.skilled
        rows.append(row), low.append(-np.inf), high.append(people if need == "people" else 1)
    cost = np.zeros(n)
    cost[-1] = 1
    found = milp(cost, constraints=LinearConstraint(np.array(rows), low, high), integrality=np.ones(n), bounds=None)
    return round(found.fun)


class Exact(unittest.TestCase):
    def test_small_ones_are_as_good_as_trying_every_start(self):
        rng = random.Random(3)
        for i in range(cases(40)):
            works = random_works(rng, 4, block=rng.choice((0, 2, 3)), most=3)
            crew = crew_of(2, 2, 6, (True, False))
            found, best = lay_out(works, crew), every_start(works, crew)
            if best is None:
                self.assertTrue(found.left_out, i)
                continue
            self.assertEqual((sum(found.blocks.values()), found.days), best, (i, works))
            self.assertEqual(list(broken(works, crew, found)), [])

    def test_a_block_is_as_short_as_the_programme_says(self):
        rng = random.Random(8)
        for i in range(12):
            works = tuple(random_works(rng, 7, most=4))
            crew = crew_of(2, 1, 40, (True, False))
            block = shortest_block(works, crew)
            self.assertEqual(block.slots, milp_span(works, 2, block.slots + 2), i)
            self.assertEqual(block.least, block.slots)


class Rules(unittest.TestCase):
    def test_no_rule_is_ever_broken(self):
        rng = random.Random(11)
        for i in range(cases(140)):
            works = random_works(rng, rng.randint(3, 28), block=rng.choice((0, 4, 8)), sky=0.3)
            people = rng.randint(1, 4)
            crew = crew_of(people, 4, 24, (True, *(rng.random() < 0.5 for _ in range(people - 1))))
            found = lay_out(works, crew)
            self.assertEqual(list(broken(works, crew, found)), [], i)
            self.assertLessEqual(sum(found.least_blocks.values()), sum(found.blocks.values()) if found.blocks else 10**9)
            self.assertLessEqual(found.least_days, max(found.days, 4))
            plain = simple(works, crew)
            if not plain.left_out and not found.left_out:
                self.assertLessEqual(sum(found.blocks.values()), sum(plain.blocks.values()), i)

    def test_what_is_begun_stays_where_it_is(self):
        works = [Work("a", 3, start=5, who=(1,)), Work("b", 2, after=("a",)), Work("c", 4)]
        found = lay_out(works, crew_of(2, 2, 12))
        self.assertEqual((found.placed["a"].start, found.placed["a"].who, found.placed["b"].start), (5, (1,), 8))
        self.assertEqual(found.waits, 0)  # it moves up to what comes after it

    def test_a_task_begins_in_its_windows_and_not_between_them(self):
        windows = 0b11 | 0b1100000  # two slots, and two more later; the task is longer than the gap
        for block in ("", "x"):
            works = [Work("a", 3), Work("b", 6, after=("a",), begins=windows, block=block), Work("c", 1, after=("b",), block=block)]
            self.assertEqual(lay_out(works, crew_of(1, 1, 16)).placed["b"].start, 5)

    def test_a_circle_is_refused_and_no_room_is_said(self):
        with self.assertRaisesRegex(ValueError, "circle: a, b"):
            lay_out([Work("a", 1, after=("b",)), Work("b", 1, after=("a",))], crew_of(1, 1, 8))
        found = lay_out([Work("long", 9), Work("after", 1, after=("long",)), Work("other", 2)], crew_of(1, 2, 8))
        self.assertEqual((set(found.left_out), set(found.placed)), ({"long", "after"}, {"other"}))

    def test_what_lies_between_two_of_a_block_is_in_it(self):
        works = [Work("off", 1, block="x"), Work("visit", 2, after=("off",)), Work("on", 1, after=("visit",), block="x")]
        found = lay_out(works, crew_of(1, 1, 8))
        self.assertEqual(found.blocks, {"x": 4})


if __name__ == "__main__":
    unittest.main()
