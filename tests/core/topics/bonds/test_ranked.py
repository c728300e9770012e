"""Single changes on the bench, ranked by what they mean, and not only by what shows at once."""

import unittest

from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.topics.bonds.calculators.bench import BenchQuestion, bench_changes
from northspan.core.topics.bonds.trial import Trial


class Ranked(unittest.TestCase):
    def test_a_cut_ground_ranks_by_what_the_next_fault_does(self):
        found = bench_changes(BenchQuestion(job=kestrel_hollow(), trial=Trial())).changes
        ranks = {one.words: i for i, one in enumerate(found)}
        self.assertLess(ranks["Cut the ground of Studio feeder"], ranks["Add a rod at Kiln studio"])
        self.assertLess(ranks["Cut the ground of Studio feeder"], ranks["Open the neutral of House feeder"])
        self.assertIn("At the next fault: never clears", found[ranks["Cut the ground of Studio feeder"]].outcome)
        # a bond at the meter-main may come out while the one in the house panel stands: a fault still clears
        self.assertNotIn("next fault", found[ranks["Take out the bond at Meter-main"]].outcome)
        last = bench_changes(BenchQuestion(job=kestrel_hollow(), trial=Trial(bonds_missing=("P1",)))).changes
        self.assertIn("No bond", next(one.outcome for one in last if one.words == "Take out the bond at Meter-main"))


if __name__ == "__main__":
    unittest.main()
