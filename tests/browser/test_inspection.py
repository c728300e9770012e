"""The checklist with a thumb and with a mouse: answers, readings, what an inspector asks, a visit that is over."""

from playwright.sync_api import expect

from tests.browser.support import PHONE, BrowserCase


class Inspection(BrowserCase):
    def open_inspection(self, page=None):
        job_id = self.a_demo()
        page = page or self.page
        page.goto(f"/jobs/{job_id}/inspection")
        page.get_by_label("The line").wait_for()
        return job_id

    def test_on_a_phone_one_line_fills_the_screen_and_the_next_comes_by_itself(self):
        page = self.a_page(**PHONE)
        job_id = self.open_inspection(page)
        card = page.get_by_label("The line")
        expect(card.get_by_role("heading")).to_contain_text("cover over it")
        right = card.get_by_role("button", name="Right", exact=True)
        box = right.bounding_box()
        self.assertGreaterEqual(min(box["width"], box["height"]), 56)
        expect(right).to_be_in_viewport()
        right.click()
        expect(card.get_by_role("heading")).to_contain_text("bed and fill")
        card.get_by_label("Note").fill("stones beside the pipe")
        card.get_by_role("button", name="Not right").click()
        expect(card.get_by_role("heading")).to_contain_text("ribbon")
        self.no_violation(page, "the checklist on a phone")
        self.nothing_sticks_out(page, "the checklist")
        answers = self.kept(job_id)["job"]["inspection"]["answers"]
        self.assertEqual([one["said"] for one in answers.values()], ["right", "not_right"])
        expect(page.locator(".findings")).to_contain_text("stones beside the pipe")

    def test_a_reading_is_graded_and_a_visit_is_signed(self):
        job_id = self.open_inspection()
        self.page.get_by_role("group", name="Visit").get_by_role("button", name="Final inspection").click()
        self.page.get_by_role("button", name="unloaded").first.click()
        card = self.page.get_by_label("The line")
        card.get_by_role("button", name="Right", exact=True).click()
        expect(card).to_contain_text("Type what was read, in V")
        card.get_by_label("What was read, in V").fill("119")
        card.get_by_role("button", name="Right", exact=True).click()
        self.saved(2)
        line = self.page.get_by_role("button", name="unloaded").first
        expect(line).to_contain_text("not right")
        self.page.get_by_label("What is asked for").fill("A second rod")
        self.page.get_by_label("Whose word").fill("the inspector")
        self.page.get_by_role("button", name="Write it down").click()
        self.saved(3)
        expect(self.page.get_by_label("What the inspector asks")).to_contain_text("A second rod, the inspector.")
        self.page.get_by_label("Who looked").fill("County office")
        self.page.get_by_role("button", name="Not passed").click()
        self.saved(4)
        expect(self.page.get_by_label("What the inspector asks")).to_contain_text("not passed, County office")
        self.no_violation(self.page, "inspection")
        self.assertFalse(self.kept(job_id)["job"]["inspection"]["visits"]["final"]["passed"])
