"""Electrodes as a person works on them: soil, more rods, a test, and the soil brought to what was measured."""

import re

from playwright.sync_api import expect

from tests.browser.support import BrowserCase


class Electrodes(BrowserCase):
    def test_measure_fit_and_add(self):
        job_id = self.a_demo()
        self.page.goto(f"/jobs/{job_id}/electrodes")
        answer = self.page.get_by_role("region", name="The answer")
        self.page.locator(".way", has_text="Observatory").click()
        expect(answer).to_contain_text("20 Ω to earth")
        expect(answer).to_contain_text("no breaker opens")
        self.page.get_by_role("button", name="Simulated tester: four pins").click()
        self.page.get_by_role("button", name=re.compile("Take .* Ωm down to")).click()
        expect(answer).not_to_contain_text("20 Ω to earth")
        probe = self.page.get_by_label("Current probe at", exact=True)
        probe.fill("200 ft")
        probe.press("Enter")
        self.page.get_by_role("button", name="Simulated tester: fall of potential").click()
        expect(self.page.locator(".verdict")).to_contain_text("roved")
        expect(self.page.locator(".fall circle")).to_have_count(11)
        before = self.kept(job_id)["job"]["electrodes"]
        self.page.get_by_role("button", name="Take one more rod").click()
        expect(self.page.locator(".electrode")).to_have_count(3)
        self.assertEqual(len(self.kept(job_id)["job"]["electrodes"]), len(before) + 1)
        self.no_violation(self.page, "electrodes")
