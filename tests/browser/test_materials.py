"""Materials as a person works with them: a line and its place, a change that stays, prices, the owner's page; on a phone too."""

from playwright.sync_api import expect

from tests.browser.support import PHONE, BrowserCase

LIST = b"item,what,unit,size,price,day\nrod,,each,1,19.50,2024-02-01\nwire,1 AWG aluminum XHHW-2,ft,1,1.10,2026-11-01\n"


class Materials(BrowserCase):
    def open_materials(self, page=None):
        job_id = self.a_demo()
        page = page or self.page
        page.goto(f"/jobs/{job_id}/materials")
        page.locator(".goods-line").first.wait_for()
        return job_id

    def test_a_line_lights_its_place_and_a_place_its_lines(self):
        self.open_materials()
        self.page.locator(".goods-line", has_text="1 AWG aluminum XHHW-2, black").click()
        lit = self.page.locator(".asking .lit")
        expect(lit).to_have_count(1)
        expect(lit).to_contain_text("Studio feeder")
        expect(self.page.get_by_label("The line")).to_contain_text("with make-up at both ends")
        self.page.get_by_role("button", name="Studio rod").press("Enter")
        expect(self.page.locator(".goods-line")).to_have_count(3)
        self.page.get_by_role("button", name="The whole job").click()
        self.page.get_by_role("textbox", name="Find").fill("elbow")
        expect(self.page.locator(".goods-line")).to_have_count(2)
        self.no_violation(self.page, "materials")

    def test_a_change_stays_says_so_and_is_undone(self):
        job_id = self.open_materials()
        self.page.locator(".goods-line", has_text="ground rod, 8 ft").click()
        field = self.page.get_by_label("Bought instead")
        field.fill("3")
        field.press("Enter")
        expect(self.page.get_by_label("The line")).to_contain_text("the plan says 1")
        self.page.get_by_label("Crossed out").check()
        expect(self.page.locator(".goods-line.crossed")).to_have_count(1)
        kept = self.kept(job_id)["job"]["materials"]["changed"]
        self.assertEqual([(one["quantity"], one["crossed_out"]) for one in kept.values()], [(3, True)])
        self.page.keyboard.press("Control+z")
        self.page.get_by_role("button", name="Undo").click()
        expect(self.page.locator(".goods-line.crossed")).to_have_count(0)
        self.page.get_by_label("A line of your own").fill("Drill bit, 1 in")
        self.page.get_by_role("button", name="Add it").click()
        expect(self.page.locator(".goods-line", has_text="Drill bit")).to_have_count(1)

    def test_the_plan_is_made_with_the_prices_of_books_and_other_ways_stand_beside_it(self):
        job_id = self.open_materials()
        prices = self.page.get_by_role("region", name="Prices")
        prices.get_by_role("button", name="Ask Harbor yard").click()
        prices.get_by_role("button", name="Plan with the prices of these books").click()
        expect(prices).to_contain_text("prices of wire, cable and pipe stand in the job, from Harbor yard")
        self.assertGreater(len(self.kept(job_id)["job"]["prices"]["quoted"]), 100)
        self.page.get_by_role("button", name="What else could be done?").click()
        self.page.get_by_role("button", name="Take it: straight in the ground").click()
        self.saved(3)
        self.page.get_by_role("button", name="When would another choice be cheaper?").click()
        expect(self.page.get_by_text("stays the cheapest until").first).to_be_visible()
        prices.get_by_role("button", name="Ask one that is silent").click()
        expect(prices.get_by_role("alert")).to_contain_text("does not answer")
        self.page.goto(f"/jobs/{job_id}/sizing")
        expect(self.page.get_by_text("Cost: Harbor yard")).to_be_visible()

    def test_prices_from_a_file_and_from_a_simulated_shop(self):
        self.open_materials()
        prices = self.page.get_by_label("Prices")
        prices.get_by_label("Supplier").fill("Corner shop")
        file = {"name": "prices.csv", "mimeType": "text/csv", "buffer": LIST}
        self.page.get_by_label("Price list as CSV").set_input_files(file)
        expect(prices).to_contain_text("Corner shop")
        expect(prices).to_contain_text("days old")
        expect(prices).to_contain_text("No price for")
        file["buffer"] = LIST + b"rod,x,bag,1,2,\n"
        self.page.get_by_label("Price list as CSV").set_input_files(file)
        expect(prices.get_by_role("alert")).to_contain_text("ine 4, unit")
        prices.get_by_role("button", name="Ask Harbor yard").click()
        expect(prices).to_contain_text("no real shop stands behind them")
        expect(prices.locator("tbody tr").first).to_contain_text("cheapest, trips and all")
        estimate = self.page.locator(".estimate-part")
        estimate.get_by_label("Hours of work").fill("10")
        estimate.get_by_label("Hours of work").press("Enter")
        estimate.get_by_label("Rate by the hour").fill("60")
        estimate.get_by_label("Rate by the hour").press("Enter")
        expect(estimate.locator(".estimate-total")).not_to_contain_text("0.00 ")
        estimate.get_by_text("A page for the owner").click()
        expect(estimate).to_contain_text("Studio feeder: new, 185 ft from House panel to Studio panel, in a trench.")
        self.page.emulate_media(media="print")
        expect(estimate.get_by_text("What is done:")).to_be_visible()
        expect(self.page.locator(".goods-line").first).to_be_hidden()
        self.page.emulate_media(media="screen")
        estimate.get_by_role("button", name="When would another choice").click()
        expect(estimate).to_contain_text("until copper falls by")
        for name in ("Corner shop", "Harbor yard (simulated), USD"):
            prices.get_by_role("button", name=f"Drop it, {name}").click()
            expect(prices.get_by_role("button", name=f"Drop it, {name}")).to_have_count(0)

    def test_a_suppliers_own_list_is_matched_once(self):
        self.open_materials()
        prices = self.page.get_by_label("Prices", exact=True)
        prices.get_by_label("Supplier").fill("Yard")
        rows = b"Code;Text;Netto\nR-8;Rod of eight feet;11,40\nX-1;Gloves;3,10\n"
        file = {"name": "yard.csv", "mimeType": "text/csv", "buffer": rows}
        self.page.get_by_label("Price list as CSV").set_input_files(file)
        his = self.page.get_by_label("List of Yard")
        for label, name in (("Price", "Netto"), ("His part number", "Code"), ("His words", "Text")):
            self.choose(label, name)
        self.choose("A number is written", "1.234,50")
        expect(his).to_contain_text("Prices read: 2. Goods that we know: 0; kept for matching: 2.")
        his.get_by_label("Ours, for R-8").fill("ground rod, 8")
        self.take_option("ground rod, 8 ft long")
        expect(his).to_contain_text("Goods that we know: 1")
        self.no_violation(self.page, "a supplier's list")
        his.get_by_role("button", name="Keep this list").click()
        expect(prices).to_contain_text("Yard: 1 prices in USD")
        prices.get_by_role("button", name="Match more of his list, Yard").click()
        expect(self.page.get_by_label("List of Yard")).to_contain_text("Read as you chose the last time.")
        self.page.get_by_role("button", name="Not now").click()
        prices.get_by_role("button", name="Drop it, Yard").click()
        expect(prices.get_by_role("button", name="Drop it, Yard")).to_have_count(0)

    def test_prices_on_a_phone_are_reached_by_keyboard(self):
        page = self.a_page(**PHONE)
        job_id = self.open_materials(page)
        shops = self.server.ask("GET", f"/api/jobs/{job_id}/steps/materials")[1]["shops"]
        for shop in shops:
            self.server.ask("POST", f"/api/jobs/{job_id}/standins/price-service", {"shop": shop})
        page.reload()
        page.get_by_text("cheapest, trips and all").first.wait_for()
        self.no_violation(page, "prices on a phone")
        self.nothing_sticks_out(page, "prices on a phone")
        for book in self.server.ask("GET", "/api/books")[1]["books"]:
            self.server.ask("POST", "/api/books/drop", {"name": book["name"]})

    def test_a_phone_beside_a_shelf(self):
        page = self.a_page(**PHONE)
        self.open_materials(page)
        self.nothing_sticks_out(page, "materials")
        self.no_violation(page, "materials on a phone")
        for box in [one.bounding_box() for one in page.locator(".goods-line").all()[:6]]:
            self.assertGreaterEqual(box["height"], 44)

    def test_a_pick_list_is_ticked_off_with_a_thumb(self):
        page = self.a_page(**PHONE)
        job_id = self.open_materials(page)
        page.get_by_role("button", name="Pick list").click()
        rod = page.get_by_role("group", name="ground rod, 8 ft long")
        got = rod.get_by_role("button", name="Got it")
        self.assertGreaterEqual(got.bounding_box()["height"], 56)
        got.click()
        expect(got).to_have_attribute("aria-pressed", "true")
        rod.get_by_role("button", name="Not there").click()
        expect(rod).to_contain_text("not there")
        expect(got).to_have_attribute("aria-pressed", "false")
        changed = self.kept(job_id)["job"]["materials"]["changed"]
        self.assertEqual([one["got"] for one in changed.values()], ["not_there"])
        self.nothing_sticks_out(page, "the pick list")
        self.no_violation(page, "the pick list")
