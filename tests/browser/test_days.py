"""The days as a crew uses them: a task moved by keys and by hand, an event in one press, power back on step by step, a phone."""

import re

from playwright.sync_api import expect

from tests.browser.support import PHONE, BrowserCase


class Days(BrowserCase):
    def open_days(self, page=None, start="demo"):
        job_id = self.server.ask("POST", "/api/jobs", {"start": start})[1]["id"]
        page = page or self.page
        page.goto(f"/jobs/{job_id}/days")
        page.locator(".days-head").wait_for()
        return job_id

    def test_a_task_is_moved_by_keys_and_by_hand_and_let_go(self):
        job_id = self.open_days(start="demo-move")
        expect(self.page.locator(".days-head")).to_contain_text("Power off 3 h 40 min; no order does better")
        clean = self.page.locator(".task-block", has_text="Cleaned")
        clean.focus()
        self.page.keyboard.press("ArrowRight")
        self.saved(2)
        self.assertEqual(self.kept(job_id)["job"]["days"]["changed"]["clean"]["day"], 1)
        expect(self.page.locator('.task-block[aria-label*="Cleaned"][aria-label*="pinned"]')).to_be_visible()
        self.page.locator(".task-block", has_text="Cleaned").focus()
        self.page.keyboard.press("Delete")
        self.saved(3)
        block = self.page.locator(".task-block", has_text="New panel hung")
        box = block.bounding_box()
        self.page.mouse.move(box["x"] + 5, box["y"] + 10)
        self.page.mouse.down()
        self.page.mouse.move(box["x"] + 60, box["y"] + 10, steps=6)
        self.page.mouse.up()
        self.saved(4)
        self.assertGreater(self.kept(job_id)["job"]["days"]["changed"]["up:P2"]["start_h"], 8)
        self.page.get_by_role("button", name="As planned").click()
        self.saved(5)
        self.no_violation(self.page, "days")

    def test_the_day_itself_in_one_press(self):
        job_id = self.open_days()
        self.page.get_by_role("button", name="Thunder").click()
        self.saved(2)
        expect(self.page.locator(".spell")).to_have_count(2)
        self.page.get_by_role("button", name="The utility is here").click()
        expect(self.page.get_by_text("nobody waits for whoever came").first).to_be_visible()
        self.page.get_by_role("button", name="One of us is ill").click()
        self.page.get_by_role("button", name="Helper", exact=True).click()
        self.saved(3)
        expect(self.page.get_by_label("What does not hold")).to_contain_text(
            "Generator feeder: pulled in: no place for it. It wants 2 people at once."
        )
        self.assertEqual(self.kept(job_id)["job"]["days"]["people"]["B"]["away_from_day"], 0)

    def test_the_power_comes_back_step_by_step_and_a_wrong_reading_stops(self):
        self.open_days(start="demo-move")
        self.page.locator("summary", has_text="Turning Meter and main off and on").click()
        turning = self.page.locator(".turning")
        turning.get_by_role("button", name="Every circuit off, large loads off: done").click()
        turning.get_by_role("button", name=re.compile("^Insulation and continuity tested.*: done")).click()
        turning.get_by_role("button", name="Main of Meter and main on: done").click()
        for name, volts in (("Line to line", "240"), ("Leg 1 to neutral", "147"), ("Leg 2 to neutral", "93")):
            field = turning.get_by_label(f"Volts: {name}")
            field.fill(volts)
            field.press("Enter")
            if volts == "147":
                expect(turning.get_by_role("alert").first).to_contain_text("114 to 126 V is right")
                break
        expect(turning.locator("li.blocked", has_text="Hallway: lights")).to_contain_text("A reading is wrong: stop, and look")
        turning.get_by_role("button", name="Tag for Water heater: tank full").click()
        self.page.locator("summary", has_text="Tags to hang").click()
        expect(self.page.locator(".hold-tag")).to_contain_text("until the tank is full")

    def test_on_a_phone_today_is_a_list_with_a_big_done(self):
        page = self.a_page(**PHONE)
        job_id = self.open_days(page)
        done = page.get_by_role("button", name="Trench for studio, 175 ft: done").first
        done.scroll_into_view_if_needed()
        self.assertGreaterEqual(done.bounding_box()["height"], 44)
        done.click()
        expect(page.locator(".day-list li.done").first).to_contain_text("Trench for studio")
        self.assertEqual(self.server.ask("GET", f"/api/jobs/{job_id}")[1]["job"]["days"]["changed"]["trench:studio"]["state"], "done")
        self.nothing_sticks_out(page, "days")
        self.no_violation(page, "days on a phone")

    def test_the_page_for_the_owner_prints_alone(self):
        self.open_days(start="demo-move")
        self.page.locator("summary", has_text="A page for the owner").click()
        self.page.evaluate("window.print = () => { window.printed = document.body.className }")
        self.page.locator(".days-page.owner").get_by_role("button", name="Print it").click()
        self.assertIn("prints-page owner", self.page.evaluate("window.printed"))
        self.page.evaluate("document.body.classList.add('prints-page', 'owner')")
        self.page.emulate_media(media="print")
        expect(self.page.get_by_text("House: day 1, from 12:10 to 15:50, off")).to_be_visible()
        expect(self.page.locator(".day-board")).to_be_hidden()
        expect(self.page.get_by_role("button", name="Thunder")).to_be_hidden()
