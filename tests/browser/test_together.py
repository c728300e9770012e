"""Two browsers on one job, and a server that goes away."""

import random

from playwright.sync_api import TimeoutError as PlaywrightTimeout
from playwright.sync_api import expect

from tests.amounts import cases
from tests.browser.support import BrowserCase

ACTIONS = ("=", "-", "m", "Control+z", "Control+Shift+Z", "load", "length", "cure")
EDITS = cases(200)  # all of them by make attack


class Together(BrowserCase):
    def test_random_edits_by_two_browsers_lose_nothing(self):
        job_id = self.open_sizing()
        other = self.a_page()
        other.goto(f"/jobs/{job_id}/sizing")
        self.headline(other).wait_for()
        acknowledged, refused = [], []
        dice = random.Random(11)
        for page in (self.page, other):
            page.on("response", lambda answer: self.note(answer, acknowledged, refused))
        for number in range(EDITS):
            for page in (self.page, other) if number % 3 == 0 else (dice.choice((self.page, other)),):
                self.act(page, dice.choice(ACTIONS), dice)
        for page in (self.page, other):
            page.get_by_role("status").filter(has_text="Saved").wait_for()
        page.wait_for_timeout(300)
        revisions = self.server.ask("GET", f"/api/jobs/{job_id}/revisions")[1]["revisions"]
        # every acknowledged edit is a revision of its own, and every revision was acknowledged
        self.assertEqual(sorted(acknowledged), sorted(r["number"] for r in revisions if r["number"] > 1))
        self.assertGreater(len(acknowledged), EDITS // 3)
        self.assertTrue(refused, "the two never met; the test shows nothing")
        self.server.kill()
        self.server.start()
        self.assertEqual(self.kept(job_id)["revision"], max(acknowledged))

    def act(self, page, action, dice):
        if action in {"load", "length"}:
            field = page.get_by_label("Load" if action == "load" else "Length", exact=True)
            field.fill(str(dice.randint(20, 180)))
            field.press("Enter")
            field.blur()
        elif action == "cure":
            button = page.locator(".findings .act").first
            try:
                button.click(timeout=500)
            except PlaywrightTimeout:
                return  # nothing to cure, or the other browser was quicker
        else:
            page.keyboard.press(action)

    def note(self, answer, acknowledged, refused):
        if answer.request.method in {"PATCH", "POST"} and "/solve" not in answer.url:
            if answer.ok:
                acknowledged.append(answer.json()["revision"])
            else:
                refused.append(answer.status)

    def test_a_stale_edit_is_told_and_can_be_made_again(self):
        job_id = self.open_sizing()
        self.server.ask("PATCH", f"/api/jobs/{job_id}", [{"op": "add", "path": "/notes", "value": "from elsewhere"}], If_Match="1")
        self.page.keyboard.press("=")
        alert = self.page.get_by_role("alert").filter(has_text="Someone else changed this job")
        alert.wait_for()
        self.says("1 AWG aluminum")
        alert.get_by_role("button", name="Save my change again").click()
        self.says("1/0 AWG aluminum")
        kept = self.kept(job_id)
        self.assertEqual((kept["revision"], kept["job"]["notes"]), (3, "from elsewhere"))

    def test_a_server_that_goes_away_loses_nothing_acknowledged_and_says_so(self):
        job_id = self.open_sizing()
        self.page.keyboard.press("=")
        self.saved(2)
        self.server.kill()
        self.page.keyboard.press("=")
        expect(self.page.get_by_role("alert")).to_contain_text("Not saved: the server does not answer.")
        self.says("1/0 AWG aluminum")
        self.server.start()
        self.page.get_by_role("button", name="Save my change again").click()
        self.says("2/0 AWG aluminum")
        self.assertEqual(self.kept(job_id)["revision"], 3)
