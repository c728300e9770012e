"""Electrodes and the bond bench as a person works on them: soil, rods, a test; bonds pressed, wires cut, the cure kept."""

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
        self.page.get_by_role("button", name="Take one more rod", exact=True).click()
        expect(self.page.locator(".electrode")).to_have_count(3)
        self.assertEqual(len(self.kept(job_id)["job"]["electrodes"]), len(before) + 1)
        self.no_violation(self.page, "electrodes")

    def test_readings_are_typed_mended_and_struck_in_a_table(self):
        job_id = self.a_demo()
        self.page.goto(f"/jobs/{job_id}/electrodes")
        self.page.get_by_role("button", name="Simulated tester: four pins").click()
        table = self.page.get_by_role("table", name="Four-pin readings")
        expect(table.get_by_text("simulated")).to_have_count(8)
        shown = table.get_by_label("Shown, reading 3")
        shown.fill("30")
        shown.press("Enter")
        expect(table.get_by_text("simulated")).to_have_count(7)
        table.get_by_role("button", name="Strike reading 1", exact=True).click()
        expect(table.get_by_role("button")).to_have_count(7)
        table.get_by_label("Between pins, new reading").fill("50 ft")
        table.get_by_label("Shown, new reading").fill("2.1")
        table.get_by_label("Shown, new reading").press("Enter")
        expect(table.get_by_role("button")).to_have_count(8)
        kept = self.kept(job_id)["job"]["soil_readings"]
        self.assertEqual((kept[1]["shown_ohm"], kept[1]["simulated"], kept[-1]["shown_ohm"]), (30, False, 2.1))
        self.assertAlmostEqual(kept[-1]["spacing_m"], 15.24)
        table.get_by_label("Shown, new reading").fill("none")
        table.get_by_label("Shown, new reading").press("Enter")
        expect(table.get_by_text("Ohms, for example 24.5")).to_be_visible()


class Bonds(BrowserCase):
    def open_bench(self):
        job_id = self.a_demo()
        self.page.goto(f"/jobs/{job_id}/neutrals")
        return job_id, self.page.get_by_role("region", name="The answer")

    def test_press_a_bond_cut_a_ground_and_write_the_cure_into_the_job(self):
        job_id, answer = self.open_bench()
        expect(answer).to_contain_text("on the equipment grounding conductor of House feeder")
        self.page.get_by_role("button", name=re.compile("^Bond at House panel: made")).click()
        expect(answer).to_contain_text("Nothing to object to")
        self.choose("Case fault", "Studio panel")
        expect(answer).to_contain_text("Clears")
        self.page.get_by_role("button", name=re.compile("^Equipment ground of Studio feeder:")).click()
        expect(answer).to_contain_text(re.compile(r"Never clears: \d+ V on Studio panel"))
        self.no_violation(self.page, "bench, faulted")
        self.page.get_by_role("button", name="Take back: equipment ground of Studio feeder cut").click()
        expect(answer).to_contain_text("Clears")
        self.page.get_by_role("button", name="Working load").click()
        self.page.get_by_role("button", name="Write it into the job").click()
        self.saved(2)
        self.assertEqual(self.kept(job_id)["job"]["enclosures"]["P1"]["bond_found"], "separate")
        expect(answer).to_contain_text("Nothing to object to")
        self.page.get_by_text("All values, as tables").click()
        expect(self.page.get_by_role("region", name="All values")).to_contain_text("around the lines and the neutral of Studio feeder")
        self.no_violation(self.page, "bench, tables")

    def test_by_keyboard_alone_and_on_the_generator(self):
        _, answer = self.open_bench()
        expect(answer).to_contain_text("House feeder")
        self.page.get_by_role("button", name="Standby generator running").focus()
        self.page.keyboard.press("Enter")
        expect(self.page.locator(".standby")).to_contain_text("running, neutral solid")
        self.page.get_by_role("button", name=re.compile("^Bond in Standby generator: out")).focus()
        self.page.keyboard.press("Space")
        expect(answer).to_contain_text("Standby generator")
        expect(answer).to_contain_text(re.compile(r"Stop\s*Standby generator running"))
        self.page.get_by_role("button", name="Take back: bond put in at Standby generator").focus()
        self.page.keyboard.press("Enter")
        self.page.get_by_role("button", name="Standby generator running", exact=True).focus()
        self.page.keyboard.press("Enter")
        self.page.get_by_role("button", name=re.compile("^Neutral of House feeder:")).focus()
        self.page.keyboard.press("Enter")
        expect(answer).to_contain_text("hidden on the equipment grounding conductor")
