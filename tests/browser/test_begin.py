"""Where a job begins: an empty one says what to do first, a start takes what a tradesman says, and a panel that moves is written down."""

import re

from playwright.sync_api import expect

from tests.browser.support import BrowserCase


class Begin(BrowserCase):
    def a_job(self, **body):
        status, made = self.server.ask("POST", "/api/jobs", body)
        self.assertEqual(status, 201, made)
        return made["id"]

    def test_every_step_of_an_empty_job_says_what_comes_first(self):
        job_id = self.a_job(start="empty", name="Empty")
        for step in ("survey", "loads", "sizing", "route", "electrodes", "neutrals", "panels", "materials", "days"):
            self.page.goto(f"/jobs/{job_id}/{step}")
            expect(self.page.get_by_role("main").get_by_role("button", name="Guided start").first).to_be_visible()
        self.page.goto(f"/jobs/{job_id}/neutrals")
        expect(self.page.get_by_role("region", name="The answer")).to_contain_text("No circuit yet")
        expect(self.page.locator(".level-0")).to_have_count(0)
        self.no_violation(self.page, "an empty job on the bench")

    def test_a_load_is_typed_as_a_power_and_bends_as_a_number(self):
        self.page.goto("/")
        self.page.get_by_role("button", name="Start a job").click()
        self.page.get_by_role("button", name="One circuit to a shed").click()
        self.page.get_by_label("Name of the property").fill("Reed Lane")
        self.page.get_by_label("Load", exact=True).fill("1.2 kW")
        self.page.get_by_label("Length of the route").fill("60 ft")
        self.page.get_by_label("Bends of 90").fill("some")
        self.page.get_by_role("button", name="Lay it out").click()
        expect(self.page.get_by_text("A whole number, for example 2")).to_be_visible()
        self.page.get_by_label("Bends of 90").fill("3")
        self.page.get_by_role("button", name="Lay it out").click()
        self.page.wait_for_url("**/sizing")
        job = self.kept(self.page.url.split("/")[-2])["job"]
        self.assertEqual([load["power_va"] for load in job["loads"].values()], [1200])

    def test_what_is_in_a_panel_that_moves_goes_over_and_undo_takes_the_whole_step_back(self):
        answers = {"service_a": 200, "length_m": 14, "moved_m": 1.2}
        job_id = self.a_job(start="move_panel", name="Moves", answers=answers)
        self.page.goto(f"/jobs/{job_id}/panels")
        for name, over in (("Bedroom", True), ("New outlet", False)):
            self.page.get_by_label(re.compile("^Name, ")).fill(name)
            self.page.get_by_label("it is in the old panel and goes over").set_checked(over)
            self.page.get_by_role("button", name="Add", exact=True).click()
            expect(self.page.get_by_role("table").get_by_role("button", name=name)).to_be_visible()
        circuits = self.kept(job_id)["job"]["circuits"]
        self.assertEqual([(one["name"], one["old_slots"]) for one in circuits.values()], [("Bedroom", [1]), ("New outlet", [])])
        self.page.get_by_role("button", name="Undo").click()
        expect(self.page.get_by_role("table").get_by_role("button", name="New outlet")).to_have_count(0)
        self.assertEqual(list(self.kept(job_id)["job"]["circuits"]), list(circuits)[:1])

    def test_a_start_in_an_empty_job_is_one_step_back(self):
        job_id = self.a_job(start="empty", name="Empty")
        self.page.goto(f"/jobs/{job_id}/panels")
        self.page.get_by_role("button", name="Guided start").click()
        self.page.get_by_role("button", name="Move a panel").click()
        self.page.get_by_label("Service that is there").fill("200")
        self.page.get_by_label("Length of the route").fill("40 ft")
        self.page.get_by_role("button", name="Lay it out").click()
        expect(self.page.get_by_role("heading", name="House panel moves")).to_be_visible()
        self.page.get_by_role("button", name="Undo").click()
        expect(self.page.get_by_role("heading", name="No panel yet")).to_be_visible()
        job = self.kept(job_id)["job"]
        self.assertEqual([job[kind] for kind in ("runs", "enclosures", "buildings")], [{}, {}, {}])


class Typed(BrowserCase):
    def test_a_reading_stays_as_it_was_read(self):
        job_id = self.a_demo()
        self.page.goto(f"/jobs/{job_id}/electrodes")
        table = self.page.get_by_role("table", name="Four-pin readings")
        for spacing, ohms in (("5 ft", "28.5"), ("10 ft", "14.25")):
            between = table.get_by_label("Between pins, new reading")
            between.fill(spacing)
            between.press("Tab")
            self.page.keyboard.type(ohms)
            self.page.keyboard.press("Enter")
            expect(between).to_have_value("")
        kept = self.kept(job_id)["job"]["soil_readings"]
        self.assertEqual([round(one["spacing_m"] / 0.3048, 3) for one in kept], [5, 10])
        self.assertEqual([one["shown_ohm"] for one in kept], [28.5, 14.25])

    def test_a_slash_on_a_list_finds_and_changes_nothing(self):
        job_id = self.a_demo()
        self.page.goto(f"/jobs/{job_id}/sizing")
        before = self.kept(job_id)["revision"]
        self.page.get_by_label("Metal", exact=True).first.focus()
        self.page.keyboard.press("/")
        find = self.page.get_by_role("dialog")
        expect(find).to_be_visible()
        for typed, shown in (("EGC", "quipment"), ("megger", "earth test"), ("ufer", "lectrode")):
            find.get_by_role("combobox").or_(find.get_by_role("textbox")).first.fill(typed)
            expect(find.get_by_text(shown).first).to_be_visible()
        self.page.keyboard.press("Escape")
        self.assertEqual(self.kept(job_id)["revision"], before)
