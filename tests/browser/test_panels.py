"""Panels as a person works in them: a device moved by keys and by hand, a cure, a circuit written down, a slot that is taken."""

import re
from time import monotonic

from playwright.sync_api import expect

from tests.browser.support import PHONE, BrowserCase


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
        self.saved(2)  # while it is over the slot, the picture shows it there already
        expect(self.page.locator('.breaker[aria-label^="Kitchen: dishwasher 20, slot 27, leg 2"]')).to_be_visible()
        expect(self.page.locator(".legs-beam")).to_contain_text("L1 179 A")
        self.assertEqual(self.slots(job_id, "W8"), [27])
        self.page.locator(".breaker", has_text="Kitchen: dishwasher").click()
        place = self.page.get_by_label("Slots", exact=True)
        place.fill("13")
        place.press("Enter")
        expect(self.page.get_by_text("slot 13 is taken already")).to_be_visible()
        self.assertEqual(self.slots(job_id, "W8"), [27])

    def test_two_devices_change_places_in_one_move_by_hand_and_by_key(self):
        job_id = self.open_panels()
        self.page.set_viewport_size({"width": 1280, "height": 1500})
        washer, dishes = "W11", "W8"
        before = self.slots(job_id, washer), self.slots(job_id, dishes)
        self.page.locator(".breaker", has_text="Kitchen: dishwasher").drag_to(self.page.locator(".breaker", has_text="Laundry: washer"))
        self.saved(2)
        self.assertEqual((self.slots(job_id, dishes), self.slots(job_id, washer)), before)
        below = self.page.locator('.breaker[aria-label*="slot 15"]')
        below.wait_for()
        self.page.locator(".breaker", has_text="Kitchen: dishwasher").focus()
        self.page.keyboard.press("Shift+ArrowDown")
        self.saved(3)
        self.assertEqual(self.slots(job_id, dishes), [15])

    def test_every_planted_mistake_is_cured_in_one_press(self):
        job_id = self.open_panels()
        for name, press in (
            ("Living room", "A device of 15 A"),
            ("Kitchen: counter, window", "Move both to 28 and 30"),
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
        self.page.get_by_role("button", name="Add", exact=True).click()
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
        expect(self.page.get_by_label("The list that was read")).to_contain_text("1 of 20 rows change something")
        self.assertEqual(self.kept(job_id)["revision"], 1)  # seen before it is kept
        self.page.get_by_role("button", name="Take 1 in").click()
        expect(self.page.locator(".directory")).to_contain_text("Garage: opener by the north door")
        self.assertEqual(self.kept(job_id)["revision"], 2)
        file["buffer"] = "Platz;Breaker;name\n27;viel;Küche\n28;20 A;Küche\n".replace("Platz", "slots").encode("windows-1252")
        self.page.get_by_label("Circuits as CSV").set_input_files(file)
        read = self.page.get_by_label("The list that was read")
        expect(read).to_contain_text("28 Küche, 20 A: new")
        expect(read).to_contain_text("circuit 1, rating_a: this must be a number")
        file["buffer"] = b"colour\nred\n"
        self.page.get_by_label("Circuits as CSV").set_input_files(file)
        expect(self.page.get_by_role("alert")).to_contain_text("No column says where a circuit stands")
        self.assertEqual(self.kept(job_id)["revision"], 2)

    def test_a_label_at_true_size_with_a_code_that_opens_the_panel(self):
        job_id = self.open_panels()
        self.page.get_by_text("Directory", exact=True).click()
        with self.page.expect_popup() as wanted:
            self.page.get_by_role("link", name="Label at true size").click()
        label = wanted.value
        self.assertIn("Kitchen: counter, window side", label.content())
        width_mm = 25.4 / 96 * label.evaluate("document.documentElement.getBoundingClientRect().width")
        self.assertAlmostEqual(width_mm, 164, delta=0.5)
        self.page.goto(f"/jobs/{job_id}/panels?panel=P1")
        expect(self.page.get_by_role("button", name="House panel", pressed=True)).to_be_visible()


class Keys(BrowserCase):
    """From an empty job to a printed directory, with nothing but keys."""

    CIRCUITS = (
        ("Kitchen: counter, left", "20", "12 AWG", "-2 ft"), ("Kitchen: counter, right", "20", "12 AWG", "-2 ft"),
        ("Living: hearth wall", "15", "14 AWG", "-1 ft"), ("Bedroom: street side", "15", "14 AWG", "3 ft"),
        ("Bedroom: yard side", "15", "14 AWG", "2 ft 6 in"), ("Hallway: lights", "15", "14 AWG", "0"),
        ("Laundry: washer", "20", "12 AWG", "-6 in"), ("Bathroom: outlets by the basin", "20", "12 AWG", "-3 ft"),
        ("Garage: opener", "15", "14 AWG", "2 ft"), ("Outdoors: porch", "20", "12 AWG", "-1 ft"),
    )  # fmt: skip

    def press(self, name):
        self.reach(name)
        self.page.keyboard.press("Enter")

    def typed(self, name, text):
        self.reach(name)
        self.page.keyboard.press("Control+a")
        self.page.keyboard.type(text)

    def test_a_panel_of_ten_is_moved_and_its_directory_printed_in_five_minutes(self):
        begun = monotonic()
        self.page.goto("/")
        self.page.get_by_role("button", name="Empty job").wait_for()
        self.press("Empty job")
        self.page.wait_for_url("**/survey")
        job_id = self.page.url.split("/")[-2]
        self.press("7 Panels")
        self.page.get_by_role("heading", name="Write down a panel").wait_for()
        self.typed("Spaces", "16")
        self.page.keyboard.press("Enter")
        self.page.locator(".panel-can").wait_for()
        self.reach("Name")
        for at, (name, amperes, wire, _) in enumerate(self.CIRCUITS, 1):
            self.page.keyboard.type(name)
            self.page.keyboard.press("Tab")
            self.page.keyboard.press("Control+a")
            self.page.keyboard.type(amperes)
            self.page.keyboard.press("Tab")
            self.page.keyboard.type(wire)
            self.page.keyboard.press("Shift+Tab")
            self.page.keyboard.press("Enter")
            expect(self.page.locator(".breaker")).to_have_count(at)
            expect(self.page.get_by_role("textbox", name=re.compile("^Name, "))).to_be_focused()
        self.press("Move this panel")
        self.typed("To the right", "4 ft")
        self.page.keyboard.press("Enter")
        self.page.locator(".move-board").wait_for()
        for name, _, _, missing in self.CIRCUITS:
            self.reach(f"Missing, {name}", 160)
            self.page.keyboard.type(missing)
            self.page.keyboard.press("Enter")
        expect(self.page.locator("tr.short")).to_have_count(3)
        self.press("Put the short ones into 1 box")
        expect(self.page.locator("tr.short")).to_have_count(0)
        self.page.evaluate("window.print = () => { window.printed = true }")
        self.reach("Directory", 160)
        self.page.keyboard.press("Enter")
        self.press("Print it")
        self.assertTrue(self.page.evaluate("window.printed"))
        kept = self.kept(job_id)
        self.assertEqual([one["volume_l"] is not None for one in kept["job"]["boxes"].values()], [True])
        self.assertEqual(len(kept["job"]["circuits"]), 10)
        self.assertNotIn("cables-short", [one["code"] for one in kept["plan"]["findings"]])
        self.assertLess(monotonic() - begun, 300)


class Moved(BrowserCase):
    def test_the_demo_moves_with_one_press_and_the_picture_says_it_too(self):
        _, state = self.server.ask("POST", "/api/jobs", {"start": "demo-move"})
        self.page.goto(f"/jobs/{state['id']}/panels")
        board = self.page.locator(".move-board")
        expect(board).to_have_attribute("aria-label", re.compile("10 cables between, 3 short"))
        self.no_violation(self.page, "a panel that moves")
        self.page.locator(".move-offer button").click()
        expect(board).to_have_attribute("aria-label", re.compile("10 cables between, 0 short"))
        self.page.get_by_role("button", name="Bedroom: street side", exact=True).click()
        expect(self.page.get_by_label("The circuit")).to_contain_text("goes on in Box 1")
        self.page.get_by_text("Change this box").click()
        box = self.page.get_by_label("Volume, as marked")
        box.fill("10 cu in")
        box.press("Enter")
        expect(self.page.locator(".findings")).to_contain_text("at least, it has 10.0 in³")

    def test_on_a_phone_a_device_leads_to_its_fields_and_back(self):
        job_id = self.a_demo()
        page = self.a_page(**PHONE)
        page.goto(f"/jobs/{job_id}/panels")
        device = page.locator(".breaker").nth(3)
        device.click()
        back = page.get_by_role("button", name="Back to the panel")
        expect(back).to_be_in_viewport()
        back.click()
        expect(device).to_be_focused()
        expect(device).to_be_in_viewport()

    def test_a_phone_traces_with_big_targets(self):
        job_id = self.a_demo()
        page = self.a_page(**PHONE)
        page.goto(f"/jobs/{job_id}/panels")
        page.get_by_text("Which circuit feeds what").click()
        page.get_by_role("button", name="the fewest; every reading").click()
        page.get_by_role("textbox", name="Outlet").fill("by the window")
        page.get_by_role("button", name="Add the outlet").click()
        rounds = self.kept(job_id)["job"]["enclosures"]["P1"]["layout"]["trace"]["rounds"]
        outlet = page.get_by_role("group", name="by the window")
        for number, off in enumerate(rounds, 1):
            expect(page.locator(".round-words b")).to_have_text(f"Round {number} of {len(rounds)}")
            reading = outlet.get_by_role("button", name="Off" if "W13" in off else "On", exact=True)
            box = reading.bounding_box()
            self.assertGreaterEqual(min(box["width"], box["height"]), 56)
            reading.click()
            expect(reading).to_have_attribute("aria-pressed", "true")
            if number < len(rounds):
                page.get_by_role("button", name="The next round").click()
        expect(outlet).to_contain_text("slot 19")
        self.nothing_sticks_out(page, "tracing")
        self.no_violation(page, "tracing on a phone")
        page.get_by_role("button", name="Write it into the circuits").click()
        expect(page.get_by_role("button", name="Write it into the circuits")).to_have_count(0)
        self.assertEqual(self.kept(job_id)["job"]["circuits"]["W13"]["known"], "traced")
