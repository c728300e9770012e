"""What was measured and what stays: readings beside their bands, photos, notes, what was built, and jobs found again."""

from pathlib import Path
from tempfile import TemporaryDirectory

from playwright.sync_api import expect

from tests.api.test_attachments import a_photo
from tests.browser.support import PHONE, BrowserCase


class Measured(BrowserCase):
    def test_a_reading_stands_in_its_band_and_a_bad_joint_is_named(self):
        job_id = self.a_demo()
        self.page.goto(f"/jobs/{job_id}/inspection")
        self.page.get_by_role("button", name="What is measured").click()
        self.page.get_by_role("button", name="Loop impedance").first.click()
        card = self.page.get_by_label("The reading", exact=True)
        expect(card).to_contain_text("expected")
        card.get_by_role("button", name="Keep the reading").click()
        expect(card).to_contain_text("A number in Ω.")
        card.get_by_label("What was read").fill("0,031")
        card.get_by_label("What was read").press("Enter")
        self.saved(2)
        expect(self.page.get_by_role("button", name="Loop impedance").first).to_contain_text("ok")
        self.no_violation(self.page, "readings")
        self.page.get_by_role("button", name="Simulated meter: something is wrong").click()
        self.saved(3)
        bad = self.page.get_by_label("The bad joint")
        expect(bad).to_contain_text("line 2 of Observatory feeder")
        expect(bad).to_contain_text("W heat it")
        expect(self.page.locator(".findings")).to_contain_text("Line 2 of Observatory feeder")
        self.no_violation(self.page, "a bad joint")
        self.assertEqual(len(self.kept(job_id)["job"]["inspection"]["readings"]), 47)

    def test_the_walk_is_numbered_and_its_marks_lead_to_their_lines(self):
        job_id = self.a_demo()
        self.page.goto(f"/jobs/{job_id}/inspection")
        self.page.get_by_role("button", name="Final inspection").click()
        walk = self.page.get_by_label("The walk, numbered along the way")
        mark = walk.get_by_role("button", name="Studio feeder")
        mark.focus()
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_label("The line").get_by_role("heading")).to_contain_text("Studio feeder: its device")
        self.page.get_by_label("The line").get_by_role("button", name="Not right").click()
        self.saved(2)
        expect(mark).to_contain_text("✗")

    def test_what_an_inspector_wants_is_remembered_for_the_next_job(self):
        first, second = self.a_demo(), self.a_demo()
        self.addCleanup(self.server.ask, "POST", "/api/authorities/drop", {"name": "Thornbury"})
        self.page.goto(f"/jobs/{first}/inspection")
        for label, text in (("Who inspects", "Thornbury"), ("Cover here, at least", "30 in"), ("Whose word", "R. Thorn")):
            field = self.page.get_by_label("Who inspects here").get_by_label(label, exact=True)
            field.fill(text)
            field.press("Enter")
        self.saved(4)
        self.page.get_by_role("button", name="Remember it for later jobs").click()
        expect(self.page.get_by_text("This job follows all that Thornbury is known to want.")).to_be_visible()
        self.page.goto(f"/jobs/{second}/inspection")
        field = self.page.get_by_label("Who inspects", exact=True)
        field.fill("Thornbury")
        field.press("Enter")
        expect(self.page.get_by_label("Who inspects here")).to_contain_text("R. Thorn")
        self.page.get_by_role("button", name="Take them into this job").click()
        self.saved(3)
        self.assertAlmostEqual(self.kept(second)["job"]["amendments"]["cover_least"]["value_m"], 0.762)


class Kept(BrowserCase):
    def test_notes_photos_and_what_was_built_are_kept_and_found_again(self):
        job_id = self.a_demo()
        self.page.goto(f"/jobs/{job_id}/record")
        self.page.get_by_label("A note").fill("Key under the milk can")
        self.page.get_by_role("button", name="Write it down").first.click()
        self.saved(2)
        with TemporaryDirectory() as folder:
            for name, data in (("riser.jpg", a_photo()), ("words.jpg", b"only words")):
                (Path(folder) / name).write_bytes(data)
            self.page.set_input_files("input[aria-label='Photo or paper']", Path(folder) / "riser.jpg")
            self.saved(3)
            self.page.set_input_files("input[aria-label='Photo or paper']", Path(folder) / "words.jpg")
            expect(self.page.get_by_text("words.jpg is not what its name says")).to_be_visible()
        picture = self.page.get_by_role("img", name="riser.jpg")
        self.page.wait_for_function("e => e.complete && e.naturalWidth > 0", arg=picture.element_handle())
        self.choose("Which run", "Studio feeder")
        self.page.get_by_label("Length put in").fill("260 ft")
        self.page.get_by_label("Why").fill("around the oak")
        self.page.get_by_label("Why").press("Enter")
        self.saved(4)
        self.page.get_by_role("button", name="Solve it as built and as measured").click()
        expect(self.page.get_by_label("As built")).to_contain_text("drop 3.8 %")
        self.no_violation(self.page, "the record")
        phone = self.a_page(**PHONE)
        phone.goto(f"/jobs/{job_id}/record")
        phone.get_by_text("Key under the milk can").wait_for()
        self.nothing_sticks_out(phone, "the record on a phone")
        self.no_violation(phone, "the record on a phone")
        self.page.goto("/")
        self.page.get_by_label("Find a job").fill("milk can")
        hit = self.page.get_by_role("link", name="Key under the milk can")
        hit.click()
        self.page.wait_for_url(f"**/jobs/{job_id}/**")

    def test_the_desk_shows_what_is_due_and_leads_there(self):
        job_id = self.a_demo()
        asked = {"visit": "final", "words": "Bare clamp", "whose": "R. Thorn", "due": "2026-12-04"}
        self.server.ask("PATCH", f"/api/jobs/{job_id}", [{"op": "add", "path": "/inspection/asked/A1", "value": asked}], If_Match='"1"')
        self.page.goto("/")
        self.no_violation(self.page, "the first page")
        self.page.get_by_label("What waits").get_by_role("link", name="Bare clamp").first.click()
        self.page.wait_for_url(f"**/jobs/{job_id}/inspection")
