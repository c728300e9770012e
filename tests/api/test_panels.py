"""Panels over HTTP: a move on a revision, a label, and what is refused."""

import unittest

from tests.run import slow
from tests.server import Server


@slow
class Panels(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.server = Server().start()
        cls.addClassCleanup(cls.server.stop)

    def moved(self, job_id, body, revision=1, panel="P1"):
        return self.server.ask("POST", f"/api/jobs/{job_id}/panels/{panel}/move", body, **{"If-Match": str(revision)})

    def test_a_move_is_an_edit_like_any_other(self):
        job_id = self.server.ask("POST", "/api/jobs", {"start": "demo"})[1]["id"]
        status, state = self.moved(job_id, {"right_m": 1.5})
        self.assertEqual((status, state["revision"]), (200, 2))
        new = next(key for key, one in state["job"]["enclosures"].items() if one["layout"] and one["layout"]["replaces"] == "P1")
        self.assertEqual(state["plan"]["panels"][new]["move"]["old"], "P1")
        self.assertEqual(self.moved(job_id, {"right_m": 1.5}, 2)[0], 422)  # it is moved already
        status, state = self.server.ask("POST", f"/api/jobs/{job_id}/undo", None, **{"If-Match": "2"})
        self.assertEqual((status, state["job"]["enclosures"]["P1"]["status"]), (200, "existing"))

    def test_what_cannot_be_changes_nothing(self):
        job_id = self.server.ask("POST", "/api/jobs", {"start": "demo"})[1]["id"]
        for body, panel in (({"right_m": 1000}, "P1"), ({"right_m": "far"}, "P1"), ({"right_m": 1, "spaces": 0}, "P1"), ({}, "P1"),
                            ({"right_m": 1, "spaces": 12}, "P1"), ({"right_m": 1}, "P9")):  # fmt: skip
            self.assertIn(self.moved(job_id, body, panel=panel)[0], {400, 422}, body)
        self.assertEqual(self.server.ask("GET", f"/api/jobs/{job_id}")[1]["revision"], 1)

    def test_the_second_demo_in_every_code(self):
        for book in ("us-2023", "ca-2021", "uk-2022"):
            _, state = self.server.ask("POST", "/api/jobs", {"start": "demo-move", "rulebook": book})
            self.assertEqual(state["job"]["rulebook"], book)
            self.assertEqual(sum(one["move"] is not None for one in state["plan"]["panels"].values()), 1)


if __name__ == "__main__":
    unittest.main()
