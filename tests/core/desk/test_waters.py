"""A pipe or a footing that is there is joined: a clamp, a wire and no digger. What goes into the ground is dug, driven and measured."""

import unittest

from northspan.core.document.job import Electrode, ElectrodeKind, WaterPipe
from northspan.core.solve import solve, worked
from northspan.core.steps.days.tasks import tasks_of
from northspan.core.steps.materials.lines import taken_off
from tests.core.test_within_reach import a_house
from tests.core.topics.sizing.test_choices import taken
from tests.support import checked

BOOKS = ("us-2023", "ca-2021", "uk-2022")
GROUND = ("clamp", "rod", "plate", "electrode_wire")


class Waters(unittest.TestCase):
    def tasks(self, job):
        return {one.key: one for one in tasks_of(worked(job)).tasks if one.key.split(":")[0] in {"electrode", "measure", "ground"}}

    def goods(self, job):
        return {line.item for line in taken_off(worked(job)).lines if any(word in line.item for word in GROUND)}

    def joined(self, book):
        job = a_house(rulebook=book)
        return checked(job, buildings={"B1": job.buildings["B1"].model_copy(update={"water_pipe": WaterPipe.metal})})

    def test_the_cure_buys_a_clamp_and_a_wire(self):
        for book in ("us-2023", "ca-2021"):
            job = self.joined(book)
            cure = next(f for f in solve(job).findings if f.code == "water-pipe-not-joined").cures[0]
            after = taken(job, cure)
            self.assertNotIn("water-pipe-not-joined", {f.code for f in solve(after).findings})
            self.assertEqual(self.goods(after), {"pipe_clamp", "electrode_wire"}, book)
            found = self.tasks(after)
            self.assertEqual(set(found), {"electrode:E1", "ground:B1"}, book)
            self.assertEqual(found["electrode:E1"].tools, ("clamp listed for a pipe",))
            self.assertIn("electrode:E1", found["ground:B1"].after)

    def test_what_goes_into_the_ground_is_dug_and_measured(self):
        for book in BOOKS:
            rod = Electrode(name="Rod", building="B1", spacing_m=6)
            pipe = Electrode(name="Pipe", building="B1", kind=ElectrodeKind.water_pipe, length_m=3)
            job = checked(a_house(rulebook=book), electrodes={"E1": rod, "E2": pipe})
            found = self.tasks(job)
            self.assertEqual(set(found), {"electrode:E1", "electrode:E2", "measure:B1", "ground:B1"}, book)
            self.assertIn("driver", found["electrode:E1"].tools)
            self.assertEqual(found["ground:B1"].after[:1], ("measure:B1",))
            plate = checked(
                job, electrodes={"E1": Electrode(name="Plate", building="B1", kind=ElectrodeKind.plate, length_m=0.6, top_m=0.8)}
            )
            self.assertEqual(self.tasks(plate)["electrode:E1"].tools, ("digger",))


if __name__ == "__main__":
    unittest.main()
