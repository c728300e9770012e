"""Each main screen: nothing that axe finds, nothing that sticks out, targets large enough to hit."""

import re

from playwright.sync_api import expect

from tests.browser.support import PHONE, BrowserCase

SCREENS = {
    "jobs": "/",
    "carry": "/carry",
    "sizing": "/jobs/{id}/sizing",
    "record": "/jobs/{id}/record",
    "survey": "/jobs/{id}/survey",
    "loads": "/jobs/{id}/loads",
    "route": "/jobs/{id}/route",
    "electrodes": "/jobs/{id}/electrodes",
    "bonds": "/jobs/{id}/neutrals",
    "panels": "/jobs/{id}/panels",
    "materials": "/jobs/{id}/materials",
    "days": "/jobs/{id}/days",
    "not built": "/jobs/{id}/inspection",
    "sheet": "/jobs/{id}/sheet",
}
SMALL = """
[...document.querySelectorAll('button, a[href], summary, select, [role=slider], input:not([type=radio]):not([tabindex="-1"])')]
  .filter((e) => e.offsetParent && !e.closest('p, td a'))
  .map((e) => [e.innerText || e.ariaLabel || e.id, e.getBoundingClientRect(), (e.closest('.v-field') ?? e.closest('label'))?.getBoundingClientRect()])
  .filter(([, box, field]) => Math.max(box.height, field?.height ?? 0) < 43.5 || Math.max(box.width, field?.width ?? 0) < 43.5)
  .map(([name, box]) => `${name} ${box.width.toFixed(0)}x${box.height.toFixed(0)}`)
"""


class Screens(BrowserCase):
    def each(self, **settings):
        job_id = self.a_demo()
        page = self.a_page(**settings)
        for name, path in SCREENS.items():
            page.goto(path.replace("{id}", job_id))
            page.locator("main").first.wait_for()
            page.wait_for_load_state("networkidle")
            yield name, page

    def test_light_dark_and_phone(self):
        """By day in everything; at night in its colors, which is all that differs; on a phone targets too."""
        for look, settings in (("light", {}), ("dark", {"color_scheme": "dark"}), ("phone", PHONE)):
            for name, page in self.each(**settings):
                with self.subTest(look=look, screen=name):
                    self.no_violation(page, f"{name}, {look}", ("color-contrast",) if look == "dark" else ())
                    self.nothing_sticks_out(page, f"{name}, {look}")
                    if look == "phone":
                        self.assertEqual(page.evaluate(SMALL), [])

    def test_nothing_is_lost_as_narrow_as_a_desk_at_400_percent(self):
        for name, page in self.each(viewport={"width": 320, "height": 640}):
            with self.subTest(name):
                self.nothing_sticks_out(page, name)
        self.open_sizing(page)
        page.get_by_role("button", name="More").click()
        rows = page.get_by_role("listitem")
        for words in ("US rules", "Lengths in metres", "Save the job as a file", "Light or dark", "Help and keys", "Calculation sheet"):
            expect(rows.filter(has_text=words)).to_be_visible()

    def test_dialogs_and_open_parts(self):
        self.open_sizing()
        for summary in self.page.locator("summary").all():
            summary.click()
        self.no_violation(self.page, "everything unfolded")
        for key in ("?", "/"):
            self.page.keyboard.press(key)
            self.page.get_by_role("dialog").wait_for()
            self.page.wait_for_timeout(400)
            self.no_violation(self.page, f"dialog of {key}")
            self.close_dialog()
        self.page.get_by_role("button", name="The whole site at once").click()
        self.page.locator(".curve .dot").first.wait_for()
        self.page.wait_for_timeout(400)
        self.no_violation(self.page, "the whole site")
        self.close_dialog()
        self.page.goto("/")
        self.page.get_by_role("button", name="Start a job").click()
        self.page.wait_for_timeout(400)
        self.no_violation(self.page, "start dialog")
        self.page.get_by_role("button", name="Standby generator").click()
        self.page.wait_for_timeout(400)
        self.no_violation(self.page, "questions of a start")

    def test_every_kind_of_part_has_its_panel(self):
        job_id = self.a_demo()
        for settings in ({}, PHONE):
            page = self.a_page(**settings)
            page.goto(f"/jobs/{job_id}/survey")
            for part in ("T1 Pole transformer", "G1 Standby generator", "P1 House panel", "Studio feeder", "Observatory", "Hill rod"):
                page.locator(".survey button", has_text=part).first.click()
                page.locator(".part-panel .fields").first.wait_for()
                self.no_violation(page, part)
                self.nothing_sticks_out(page, part)
                self.assertNotRegex(page.locator("body").inner_text(), r"\{\w+\}")  # a term that nobody said
            self.assertEqual(page.evaluate(SMALL), [])
            page.goto(f"/jobs/{job_id}/loads")
            page.locator(".load-list button").first.click()
            page.get_by_role("button", name="Working").first.click()
            page.get_by_role("button", name="From the library").click()
            page.get_by_role("button", name="Range").first.wait_for()
            page.wait_for_timeout(400)
            self.no_violation(page, "library")

    def test_long_names_and_many_findings_stay_in_their_place(self):
        _, state = self.server.ask("POST", "/api/jobs", {"start": "demo"})
        long = "The old upper workshop behind the second orchard wall, north of the spring, east side"[:80]
        patch = [
            {"op": "replace", "path": path, "value": long}
            for path in ("/name", "/runs/F2/name", "/buildings/studio/name", "/enclosures/P2/name")
        ]
        self.server.ask("PATCH", f"/api/jobs/{state['id']}", patch, If_Match="1")
        for settings in ({}, PHONE):
            page = self.a_page(**settings)
            page.goto(f"/jobs/{state['id']}/sizing")
            self.headline(page).wait_for()
            page.get_by_role("button", name=re.compile("^All ")).click()
            self.nothing_sticks_out(page, "long names")
            for step in ("survey", "loads"):
                page.goto(f"/jobs/{state['id']}/{step}")
                page.locator(".center-scroll").wait_for()
                self.nothing_sticks_out(page, f"long names in {step}")

    def test_night_and_metres_are_remembered(self):
        job_id = self.open_sizing()
        self.page.get_by_role("button", name="Light or dark").click()
        self.page.get_by_role("button", name="feet").click()
        expect(self.page.get_by_label("Length", exact=True)).to_have_value("53 m")
        self.page.reload()
        self.headline().wait_for()
        expect(self.page.locator(".v-application")).to_have_class(re.compile("v-theme--night"))
        self.assertEqual(self.kept(job_id)["job"]["units"], "metres")
