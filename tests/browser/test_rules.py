"""The same screens under other rules: a job begun there, and a job moved there and back."""

import re

from playwright.sync_api import expect

from tests.browser.support import BrowserCase


class Rules(BrowserCase):
    def test_a_canadian_job_from_the_first_page_to_a_cured_finding(self):
        self.page.goto("/")
        self.choose("Rules of a new job", "Canadian rules, CE Code 2021")
        self.page.get_by_role("button", name="Demo property").click()
        self.says("AWG")
        expect(self.page.locator(".job-name")).to_have_text("Lac Sureau")
        expect(self.page.get_by_role("button", name="metres")).to_be_visible()
        self.page.locator(".way", has_text="Sauna house").click()
        expect(self.page.locator(".subline")).to_contain_text("bonding conductor")
        self.page.get_by_role("button", name=re.compile(r"^All \d")).click()  # this step's worst is shown first
        self.page.get_by_role("button", name="Take the bond out").click()
        self.saved(2)
        expect(self.page.locator(".findings")).not_to_contain_text("must be kept apart")
        length = self.page.get_by_label("Length", exact=True)
        length.fill("75")
        length.press("Enter")
        self.saved(3)
        self.says("No. 4 AWG copper")  # the drop is a rule here

    def test_a_british_job_from_the_first_page_to_the_loop_that_governs(self):
        self.page.goto("/")
        self.choose("Rules of a new job", "British rules, BS 7671:2018 with Amendment 2:2022")
        self.page.get_by_role("button", name="Start a job").click()
        dialog = self.page.get_by_role("dialog")
        expect(dialog).not_to_contain_text("panel")
        dialog.get_by_role("button", name="Consumer unit in a detached building").click()
        for label, value in (("Name of the property", "Garden room"), ("Load of what it feeds", "20 A"), ("Length of the route", "60 m")):
            dialog.get_by_label(label).fill(value)
        dialog.get_by_role("button", name="Lay it out").click()
        self.says("mm² copper")
        expect(self.page.locator(".margins")).to_contain_text("Earth fault loop")
        self.page.locator(".decides .v-select", has_text="Kind of device").click()
        self.page.locator(".v-list-item", has_text="breaker, type D").click()
        self.saved(2)
        expect(self.page.locator(".margins")).to_contain_text("Earth fault loop governs")  # thicker, until it opens in time
        self.page.get_by_role("button", name="Undo").click()
        self.saved(3)
        expect(self.page.locator(".margins")).not_to_contain_text("loop governs")
        expect(self.page.locator(".wires")).to_contain_text("circuit protective conductor")

    def test_tern_cottage_its_entries_its_bath_and_both_ways_to_earth_the_music_room(self):
        _, job = self.server.ask("POST", "/api/jobs", {"start": "demo", "rulebook": "uk-2022"})
        self.page.goto(f"/jobs/{job['id']}/survey")
        self.page.locator(".place", has_text="Cottage").click()
        panel = self.page.locator(".part-panel")
        expect(panel).to_contain_text("oil: metal where it enters, and not bonded")
        self.no_violation(self.page, "entries")
        panel.locator(".entry .v-select", has_text="Bonded").click()
        self.page.locator(".v-list-item", has_text="yes").click()
        self.saved(2)
        expect(panel).not_to_contain_text("and not bonded")
        panel.get_by_label("Its pipes and cases are tied together there").check()
        self.saved(3)
        expect(panel).not_to_contain_text("no bonding in the room")
        self.page.goto(f"/jobs/{job['id']}/neutrals")
        choice = self.page.locator(".outbuilding .way-card", has_text="comes along")
        expect(choice).to_contain_text("V to touch")
        self.no_violation(self.page, "both ways")
        choice.get_by_role("button", name="Take it: comes along").click()
        self.saved(4)
        expect(self.page.locator(".outbuilding .way-card.current")).to_contain_text("comes along")
        self.assertEqual(self.kept(job["id"])["job"]["runs"]["F1"]["grounding"], "equipment_ground")

    def test_a_job_is_moved_with_its_changes_listed_and_undo_takes_it_back(self):
        job_id = self.open_sizing()
        self.page.get_by_role("button", name="US rules, NEC 2023").click()
        dialog = self.page.get_by_role("dialog")
        expect(dialog).to_contain_text("Kiln studio, electrodes")
        expect(dialog).to_contain_text("XHHW-2 is not known there")
        self.page.wait_for_timeout(400)
        self.no_violation(self.page, "rules dialog")
        self.page.get_by_role("button", name="Follow Canadian rules, CE Code 2021").click()
        self.saved(2)
        self.says("No. 1 AWG aluminum")
        self.assertEqual(self.kept(job_id)["job"]["rulebook"], "ca-2021")
        self.page.get_by_role("button", name="Undo").click()
        self.saved(3)
        self.says("1 AWG aluminum")
        expect(self.page.get_by_role("button", name="US rules, NEC 2023")).to_be_visible()
