"""Materials over HTTP: the take-off at the prices that are kept, books in and out, a shop that is silent."""

import unittest

from tests.run import slow
from tests.server import Server

WIRE = "item,what,unit,price,day,cut_fee\nwire,1 AWG aluminum XHHW-2,ft,0.61,2026-11-01,2\n"
ROWS = "item,what,unit,price\nrod,,each,12.5\n"


@slow
class Materials(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.server = Server().start()
        cls.addClassCleanup(cls.server.stop)
        cls.job = cls.server.ask("POST", "/api/jobs", {"start": "demo"})[1]["id"]

    def materials(self):
        return self.server.ask("GET", f"/api/jobs/{self.job}/steps/materials")[1]

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

    def test_no_book_is_kept_that_would_stop_every_job(self):
        self.assertEqual(self.server.ask("POST", "/api/books", {"name": "a/b", "trip": 0, "text": ROWS})[0], 422)
        names = [f"Shop {i}" for i in range(13)]
        said = [self.server.ask("POST", "/api/books", {"name": name, "trip": 0, "text": ROWS})[0] for name in names]
        self.assertEqual(said, [200] * 12 + [422])
        self.assertEqual(self.server.ask("POST", "/api/books", {"name": names[0], "trip": 1, "text": ROWS})[0], 200)  # in its own place
        british = {"name": "Counter", "trip": 0, "text": ROWS, "rulebook": "uk-2022"}
        self.assertEqual(self.server.ask("POST", "/api/books", british)[0], 422)  # those of no rules count everywhere
        self.assertIn("prices", self.materials())
        for name in names[:12]:
            self.server.ask("POST", "/api/books/drop", {"name": name})

    def test_a_job_takes_the_prices_of_books_on_its_revision_and_gives_them_back(self):
        _, listed = self.server.ask("POST", "/api/books", {"name": "Mill", "trip": 0, "text": WIRE})
        self.assertEqual(listed["books"][0]["lines"], 1)
        path, revision = f"/api/jobs/{self.job}/steps/materials/events/prices", self.materials()["revision"]
        self.assertEqual(self.server.ask("POST", path, {"names": ["Mill"]}, **{"If-Match": f'"{revision + 9}"'})[0], 409)
        self.assertEqual(self.server.ask("POST", path, {"names": ["Nobody"]}, **{"If-Match": f'"{revision}"'})[0], 404)
        status, state = self.server.ask("POST", path, {"names": ["Mill"]}, **{"If-Match": f'"{revision}"'})
        self.assertEqual((status, state["revision"]), (200, revision + 1))
        self.assertEqual([one["book"] for one in state["job"]["prices"]["quoted"].values()], ["Mill"])
        _, state = self.server.ask("POST", path, {"names": []}, **{"If-Match": f'"{revision + 1}"'})
        self.assertEqual(state["job"]["prices"]["quoted"], {})
        self.server.ask("POST", "/api/books/drop", {"name": "Mill"})

    def test_flips_and_other_ways_are_answered(self):
        found = self.server.ask("GET", f"/api/jobs/{self.job}/steps/materials/flips")[1]
        self.assertTrue({"load", "drop limit", "copper"} <= {one["moves"] for one in found["flips"]})
        ways = self.server.ask("GET", f"/api/jobs/{self.job}/steps/estimate/alternatives")[1]["ways"]
        self.assertEqual(ways[0]["cure"], None)

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
        self.server.ask("POST", "/api/books/drop", {"name": listed["books"][0]["name"]})

    def test_a_suppliers_own_list_is_read_matched_and_remembered(self):
        text = "Code;Text;Netto\nR-8;Rod;11,40\nX-1;Gloves;3,10\n"
        first = {"name": "Yard", "text": text, "currency": "USD", "rulebook": "us-2023"}
        status, read = self.server.ask("POST", "/api/suppliers/read", first)
        self.assertEqual((status, read["prices"], read["remembered"], read["kept"]), (200, 0, False, False))
        self.assertEqual(self.server.ask("POST", "/api/suppliers/read", first | {"keep": True})[0], 422)
        columns = {"headings": {"part": "Code", "words": "Text", "price": "Netto"}, "decimal": ","}
        goods = next(one for one in self.materials()["goods"] if one["item"] == "rod")
        matches = {"r-8": {"item": goods["item"], "what": goods["what"]}}
        _, read = self.server.ask("POST", "/api/suppliers/read", first | {"columns": columns, "matches": matches, "keep": True})
        self.assertEqual((read["known"], [one["part"] for one in read["unknown"]]), (1, ["X-1"]))
        priced = {one["key"]: one for one in self.materials()["prices"]["lines"]}
        rod = next(one for key, one in priced.items() if key.startswith("rod|"))
        self.assertIn("11.40", rod["words"])
        _, read = self.server.ask("POST", "/api/suppliers/read", first | {"text": text.replace("11,40", "12,40"), "keep": True})
        self.assertEqual((read["known"], read["remembered"]), (1, True))  # the next list needs no hand
        _, read = self.server.ask("POST", "/api/suppliers/read", {"name": "Yard", "find": "glo"})
        self.assertEqual(len(read["unknown"]), 1)
        self.assertEqual(self.server.ask("POST", "/api/books/drop", {"name": "Yard"})[0], 200)
        self.assertTrue(self.server.ask("POST", "/api/suppliers/read", {"name": "Yard"})[1]["remembered"])

    def test_a_book_of_another_currency_is_left_aside_and_says_so(self):
        self.server.ask("POST", "/api/books", {"name": "Far", "text": ROWS, "currency": "GBP"})
        found = self.materials()
        self.assertIn("Far: it counts in GBP, this job in USD", found["left_aside"])
        self.assertNotIn("Far", {one["shop"] for one in found["prices"]["lines"]})
        self.server.ask("POST", "/api/books/drop", {"name": "Far"})


if __name__ == "__main__":
    unittest.main()
