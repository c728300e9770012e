"""The same screens under other rules: a job begun there, and a job moved there and back."""

from playwright.sync_api import expect

from tests.browser.support import BrowserCase


class Rules(BrowserCase):
    def test_a_canadian_job_from_the_first_page_to_a_cured_finding(self):
        self.page.goto("/")
        self.page.get_by_label("Rules of a new job").select_option(label="Canadian rules, CE Code 2021")
        self.page.get_by_role("button", name="Demo property").click()
        self.says("AWG")
        expect(self.page.locator(".job-name")).to_have_text("Lac Sureau")
        expect(self.page.get_by_role("button", name="metres")).to_be_visible()
        self.page.locator(".way", has_text="Sauna house").click()
        expect(self.page.locator(".subline")).to_contain_text("bonding conductor")
        self.page.get_by_role("button", name="Bond taken out").click()
        self.saved(2)
        expect(self.page.locator(".findings")).not_to_contain_text("must be kept apart")
        length = self.page.get_by_label("Length", exact=True)
        length.fill("75")
        length.press("Enter")
        self.saved(3)
        self.says("No. 2 AWG aluminum")  # the drop is a rule here

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
