"""A room with a bath or shower: its circuits are asked first, for the limits follow from their devices."""

import unittest

from northspan.core.desk.demo_uk import tern_cottage
from northspan.core.document.job import WetRoom
from northspan.core.solve import solve
from tests.core.topics.sizing.test_choices import taken
from tests.support import checked


def cottage(**room):
    job = tern_cottage()
    home = next(key for key, one in job.buildings.items() if one.use == "dwelling")
    return checked(job, buildings=job.buildings | {home: job.buildings[home].model_copy(update={"wet_room": WetRoom(**room)})})


class Circuits(unittest.TestCase):
    def test_asked_before_anything_is_judged(self):
        job = cottage(parts_ohm=0.3)
        plan = solve(job, None)
        asked = [one for one in plan.findings if one.code.startswith("wet-room")]
        self.assertEqual([one.code for one in asked], ["wet-room-circuits"])
        self.assertNotIn("0 Ω is the most", plan.model_dump_json())
        if asked[0].cures:
            after = solve(taken(job, asked[0].cures[0]))
            self.assertNotIn("wet-room-circuits", {one.code for one in after.findings})

    def test_not_asked_where_it_is_bonded_anyway(self):
        self.assertEqual([one.code for one in solve(cottage(bonded=True)).findings if one.code.startswith("wet-room")], [])


if __name__ == "__main__":
    unittest.main()
