"""Materials over HTTP: the take-off at the prices that are kept, books in and out, a shop that is silent."""

import unittest

from tests.run import slow
from tests.server import Server

ROWS = "item,what,unit,price\nrod,,each,12.5\n"


@slow
class Materials(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.server = Server().start()
        cls.addClassCleanup(cls.server.stop)
        cls.job = cls.server.ask("POST", "/api/jobs", {"start": "demo"})[1]["id"]

    def materials(self):
        return self.server.ask("GET", f"/api/jobs/{self.job}/materials")[1]

    def test_books_are_kept_replaced_and_dropped(self):
        status, listed = self.server.ask("POST", "/api/books", {"name": "Corner shop", "trip": 4, "text": ROWS})
        self.assertEqual((status, listed["books"][0]["lines"]), (200, 1))
        priced = {one["key"]: one for one in self.materials()["prices"]["lines"]}
        rod = next(one for key, one in priced.items() if key.startswith("rod|"))
        self.assertEqual((rod["shop"], rod["cost"]), ("Corner shop", 12.5))
        status, problem = self.server.ask("POST", "/api/books", {"name": "Corner shop", "trip": 4, "text": ROWS + "rod,x,bag,1\n"})
        self.assertEqual((status, problem["field"]), (422, "/csv/3/unit"))
        self.assertEqual(self.server.ask("GET", "/api/books")[1]["books"][0]["lines"], 1)
        self.assertEqual(self.server.ask("POST", "/api/books/drop", {"name": "Corner shop"})[1]["books"], [])
        self.assertEqual(self.server.ask("POST", "/api/books/drop", {"name": "Corner shop"})[0], 404)

    def test_a_simulated_shop_says_so_and_may_be_silent(self):
        path, shop = f"/api/jobs/{self.job}/standins/price-service", self.materials()["shops"][0]
        self.assertEqual(self.server.ask("POST", path, {"shop": "A real one"})[0], 422)
        status, problem = self.server.ask("POST", path, {"shop": shop, "silent": True})
        self.assertEqual((status, problem["type"]), (502, "/errors#no-answer"))
        _, listed = self.server.ask("POST", path, {"shop": shop})
        self.assertTrue(listed["books"][0]["simulated"] and "simulated" in shop)
        found = self.materials()
        self.assertTrue(found["prices"]["simulated"])
        self.assertEqual(found["prices"]["splits"][0]["missing"], len(found["prices"]["unpriced"]))
        self.server.ask("POST", "/api/books/drop", {"name": shop})


if __name__ == "__main__":
    unittest.main()
