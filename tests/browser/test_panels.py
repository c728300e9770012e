"""Panels as a person works in them: a device moved by keys and by hand, a cure, a circuit written down, a slot that is taken."""

from playwright.sync_api import expect

from tests.browser.support import BrowserCase


class Panels(BrowserCase):
    def open_panels(self):
        job_id = self.a_demo()
        self.page.goto(f"/jobs/{job_id}/panels")
        self.page.locator(".breaker").first.wait_for()
        return job_id

    def slots(self, job_id, circuit):
        return self.kept(job_id)["job"]["circuits"][circuit]["slots"]

    def test_arrow_keys_move_a_device_and_legs_follow(self):
        job_id = self.open_panels()
        washer = self.page.locator(".breaker", has_text="Laundry: washer")
        washer.focus()
        self.page.keyboard.press("ArrowDown")
        expect(self.page.locator('.breaker[aria-label^="Laundry: washer 20, slot 27, leg 2"]')).to_be_visible()
        self.assertEqual(self.slots(job_id, "W11"), [27])
        self.page.locator('.breaker[aria-label^="Laundry: washer"]').focus()
        self.page.keyboard.press("ArrowRight")
        expect(self.page.locator('.breaker[aria-label^="Laundry: washer 20, slot 28"]')).to_be_visible()

    def test_dragged_to_a_free_slot_and_back_where_one_is_taken(self):
        job_id = self.open_panels()
        self.page.set_viewport_size({"width": 1280, "height": 1500})  # the whole panel is in view while a hand drags
        dishes = self.page.locator(".breaker", has_text="Kitchen: dishwasher")
        dishes.drag_to(self.page.locator(".slot:not(.taken)").first)
        expect(self.page.locator('.breaker[aria-label^="Kitchen: dishwasher 20, slot 27, leg 2"]')).to_be_visible()
        expect(self.page.locator(".legs-beam")).to_contain_text("L1 179 A")
        self.assertEqual(self.slots(job_id, "W8"), [27])
        self.page.locator(".breaker", has_text="Kitchen: dishwasher").click()
        place = self.page.get_by_label("Slots", exact=True)
        place.fill("13")
        place.press("Enter")
        expect(self.page.get_by_text("slot 13 is taken already")).to_be_visible()
        self.assertEqual(self.slots(job_id, "W8"), [27])

    def test_every_planted_mistake_is_cured_in_one_press(self):
        job_id = self.open_panels()
        for name, press in (
            ("Living room", "A device of 15 A"),
            ("Kitchen: counter, window", "Move Kitchen: counter, door side to"),
            ("Bedroom: east", "Each has its own terminal"),
            ("Attic", "A full-size device in"),
            ("Bob's room", "“Bedroom: receptacles”"),
        ):
            self.page.locator(".breaker", has_text=name).click()
            self.page.get_by_label("The circuit").get_by_role("button", name=press).click()
            expect(self.page.get_by_label("The circuit").locator(".part-findings")).to_have_count(0)
        codes = {one["code"] for one in self.kept(job_id)["plan"]["findings"] if one["step"] == "panels"}
        self.assertEqual(codes, set())

    def test_an_empty_panel_is_drawn_and_filled(self):
        self.open_panels()
        self.page.get_by_role("button", name="Studio panel").click()
        self.page.get_by_role("button", name="Studio panel", pressed=True).wait_for()
        waiting = self.page.locator(".waiting li")
        expect(waiting).to_have_count(5)
        for left in (4, 3, 2, 1, 0):
            waiting.first.get_by_role("button").click()
            expect(waiting).to_have_count(left)
        self.page.get_by_role("button", name="Add a circuit").click()
        expect(self.page.get_by_label("The circuit")).to_contain_text("rating not read")
        self.page.get_by_label("Name in the directory").fill("Bob's bench")
        self.page.get_by_label("Name in the directory").press("Enter")
        expect(self.page.get_by_label("The circuit")).to_contain_text("names who lives there")
        self.no_violation(self.page, "panels")
        self.page.get_by_role("button", name="Take it out").click()
        expect(self.page.get_by_label("The circuit")).to_have_count(0)

    def test_the_directory_goes_out_and_comes_in(self):
        job_id = self.open_panels()
        self.page.get_by_text("Directory", exact=True).click()
        expect(self.page.locator(".directory")).to_contain_text("spare")
        with self.page.expect_download() as wanted:
            self.page.get_by_role("link", name="Save as CSV").click()
        text = wanted.value.path().read_text().replace("Garage: door opener", "Garage: opener by the north door")
        file = {"name": "circuits.csv", "mimeType": "text/csv", "buffer": text.encode()}
        self.page.get_by_label("Circuits as CSV").set_input_files(file)
        expect(self.page.locator(".directory")).to_contain_text("Garage: opener by the north door")
        self.assertEqual(self.kept(job_id)["revision"], 2)
        file["buffer"] = b"slots,colour\n1,red\n"
        self.page.get_by_label("Circuits as CSV").set_input_files(file)
        expect(self.page.get_by_role("alert")).to_contain_text("a column colour")
        self.assertEqual(self.kept(job_id)["revision"], 2)
