"""Survey and loads as a person does them: adding, changing, moving, measuring a route, and what the sources carry."""

import re
from pathlib import Path
from tempfile import TemporaryDirectory

from playwright.sync_api import expect

from tests.browser.support import BrowserCase

TRACK = """<gpx xmlns="http://www.topografix.com/GPX/1/1"><trk><trkseg>
<trkpt lat="45" lon="7"><ele>300</ele></trkpt><trkpt lat="45.0005" lon="7"><ele>310</ele></trkpt></trkseg></trk></gpx>"""


class OfTheDemo(BrowserCase):
    def open(self, step):
        job_id = self.a_demo()
        self.page.goto(f"/jobs/{job_id}/{step}")
        self.page.locator(".center-scroll").wait_for()
        return job_id

    def fill(self, label, text):
        field = self.page.get_by_label(label, exact=True)
        field.fill(text)
        field.press("Enter")


class Survey(OfTheDemo):
    def test_a_panel_is_added_fed_moved_copied_and_taken_out(self):
        job_id = self.open("survey")
        self.page.locator(".wiring-node", has_text="P2 Studio panel").click()
        self.page.get_by_role("button", name="Feed a new panel from here").click()
        self.saved(3)
        self.fill("Name", "Glaze room")
        self.saved(4)
        self.choose("In", "hill Observatory")
        self.saved(5)
        job = self.kept(job_id)["job"]
        key = next(k for k, enclosure in job["enclosures"].items() if enclosure["name"] == "Glaze room")
        run = next(k for k, r in job["runs"].items() if r["target"] == key)
        self.assertEqual((job["runs"][run]["origin"], job["enclosures"][key]["building"]), ("P2", "hill"))
        self.page.get_by_role("button", name="Copy with all in it").click()
        self.saved(6)
        expect(self.page.locator(".wiring")).to_contain_text("Glaze room, copy")
        self.page.get_by_role("button", name="Take out of the job").click()
        self.saved(7)
        self.assertNotIn(run, self.kept(job_id)["job"]["runs"])
        self.choose_run_origin()

    def choose_run_origin(self):
        self.page.locator(".wiring-run", has_text="Pump circuit").click()
        self.choose("From", "P2 Studio panel")
        self.saved(8)
        expect(self.page.locator(".wiring-row", has_text="D1 Pump disconnect")).to_have_attribute("style", re.compile("--depth: ?4"))

    def test_what_is_to_go_and_what_is_for_now(self):
        self.open("survey")
        self.page.locator(".wiring-node", has_text="D1 Pump disconnect").click()
        self.choose("Status", "to remove")
        expect(self.page.locator(".wiring-node.is-remove")).to_contain_text("to remove")
        self.page.locator(".wiring-run", has_text="Observatory feeder").click()
        self.choose("Status", "for now only")
        expect(self.page.locator(".elbow.is-temporary")).to_have_count(1)

    def test_a_route_leg_by_leg_and_from_a_track(self):
        job_id = self.open("survey")
        self.page.locator(".wiring-run", has_text="Pump circuit").click()
        self.page.get_by_text("Measured leg by leg").click()
        self.page.get_by_role("button", name="Add a leg").click()
        self.saved(2)
        self.fill("Rise, − down", "-30 ft")
        self.saved(3)
        self.fill("Slack at ends and boxes", "6 ft")
        self.saved(4)
        segment = self.kept(job_id)["job"]["runs"]["C1"]["segments"]["1"]
        self.assertAlmostEqual(segment["length_m"], ((90**2 + 30**2) ** 0.5 + 6) * 0.3048, 6)
        with TemporaryDirectory() as folder:
            track = Path(folder) / "walk.gpx"
            track.write_text(TRACK)
            self.page.get_by_label("GPX track").set_input_files(track)
            self.saved(5)
            self.assertAlmostEqual(
                self.kept(job_id)["job"]["runs"]["C1"]["segments"]["1"]["length_m"], (55.6**2 + 10**2) ** 0.5 + 6 * 0.3048, delta=0.3
            )
            track.write_text("no track")
            self.page.get_by_label("GPX track").set_input_files(track)
            expect(self.page.get_by_role("alert")).to_contain_text("walk.gpx was not read")
        self.fill("Length", "90 ft")  # a typed length takes the place of the legs
        self.saved(6)
        self.assertEqual(self.kept(job_id)["job"]["runs"]["C1"]["segments"]["1"]["legs"], {})

    def test_a_finding_leads_to_the_part(self):
        self.open("survey")
        self.page.get_by_role("button", name=re.compile("^All ")).click()
        self.page.get_by_role("button", name=re.compile("the clamp is not listed")).click()
        expect(self.page.get_by_role("heading", name="South rod")).to_be_visible()


class Loads(OfTheDemo):
    def test_a_load_from_the_library_changes_what_the_sources_carry(self):
        self.open("loads")
        self.page.locator(".way", has_text="Kiln studio").click()
        carries = self.page.locator(".source-card", has_text="Pole transformer")
        expect(carries).to_contain_text("175 A of 104 A")
        self.page.get_by_role("button", name="From the library").click()
        self.page.get_by_label("Find a load").fill("saw")
        self.page.get_by_role("button", name=re.compile("Table saw")).click()
        self.saved(2)
        expect(self.page.locator(".load-list")).to_contain_text("Table saw 3 hp")
        expect(carries).to_contain_text("197 A of 104 A")  # 17 A from the table, and a quarter of it
        self.fill("Motor, horsepower", "5")
        expect(carries).to_contain_text("210 A of 104 A")
        self.page.get_by_role("button", name="Keep in the library").click()
        expect(self.page.get_by_text("Kept in the library.")).to_be_visible()
        self.page.get_by_role("button", name="Take out").click()
        expect(carries).to_contain_text("175 A of 104 A")

    def test_another_method_counts(self):
        job_id = self.open("loads")
        self.page.get_by_label(re.compile("Standard method")).check()
        self.saved(2)
        self.assertEqual(self.kept(job_id)["job"]["buildings"]["house"]["load_method"], "standard")
        self.page.get_by_role("button", name="Working").first.click()
        expect(self.page.locator(".methods")).to_contain_text("lighting and receptacles after demand")


class Route(OfTheDemo):
    def test_the_pipe_with_405_degrees_is_parted_with_one_press_and_the_pull_point_moved_by_keys(self):
        job_id = self.a_demo()
        self.page.goto(f"/jobs/{job_id}/route")
        self.page.locator(".way", has_text="Pump house").click()
        panel = self.page.locator(".part-panel")
        expect(panel).to_contain_text("405 of 360°")
        panel.get_by_role("button", name="Put a pull point").click()
        self.saved(2)
        expect(panel.get_by_role("heading", level=1)).to_contain_text("in 2 stages")
        point = self.page.get_by_role("slider", name="Pull point 1")
        before = float(self.kept(job_id)["job"]["runs"]["C1"]["segments"]["1"]["fittings"]["1"]["at_m"])
        point.focus()
        self.page.keyboard.press("ArrowRight")
        self.saved(3)
        after = float(self.kept(job_id)["job"]["runs"]["C1"]["segments"]["1"]["fittings"]["1"]["at_m"])
        self.assertAlmostEqual(after - before, 0.3048, delta=0.16)
        self.no_violation(self.page, "route")
        point.focus()
        self.page.keyboard.press("Delete")
        self.saved(4)
        expect(panel).to_contain_text("405 of 360°")

    def test_a_pull_point_is_dragged_and_the_tension_follows_before_it_is_kept(self):
        job_id = self.a_demo()
        self.page.goto(f"/jobs/{job_id}/route")
        self.page.get_by_role("button", name="2 buried 175 ft").click()
        self.page.get_by_role("button", name="Add a pull point").click()
        self.saved(2)
        headline = self.page.locator(".part-panel h1")
        was = headline.inner_text()
        point = self.page.get_by_role("slider", name="Pull point 1")
        point.scroll_into_view_if_needed()
        box = point.bounding_box()
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        self.page.mouse.move(x + 90, y, steps=4)
        expect(headline).not_to_have_text(was)
        self.assertEqual(self.kept(job_id)["revision"], 2)
        self.page.mouse.up()
        self.saved(3)

    def test_hands_lubricant_and_the_end_it_is_fed_from(self):
        job_id = self.a_demo()
        self.page.goto(f"/jobs/{job_id}/route")
        panel = self.page.locator(".part-panel")
        panel.get_by_label("Lubricated").uncheck()
        self.saved(2)
        expect(panel).to_contain_text("over")
        panel.get_by_role("button", name="Lubricate").click()
        self.saved(3)
        panel.get_by_label("Hands").fill("4")
        panel.get_by_label("Hands").press("Enter")
        self.saved(4)
        expect(panel).to_contain_text("of 236 lbf")
        self.page.locator(".way", has_text="Observatory").click()
        expect(panel).to_contain_text("No wires are pulled into a pipe here")

    def test_a_joint_in_a_conduit_body_is_found_at_its_segment_and_cured_there(self):
        job_id = self.a_demo()
        self.page.goto(f"/jobs/{job_id}/route")
        self.page.get_by_role("button", name="2 buried 175 ft").click()
        self.page.get_by_role("button", name="Add a conduit body").click()
        self.saved(2)
        self.page.get_by_label("Wires joined in fitting 1").check()
        self.saved(3)
        here = self.page.locator(".stretch-editor .part-findings")
        expect(here).to_contain_text("holds joints and is marked with no volume")
        expect(self.page.get_by_role("button", name=re.compile("^2 buried 175 ft"))).to_contain_text("found")
        here.get_by_role("button", name="Make it a box").click()
        self.saved(4)
        self.assertEqual(self.kept(job_id)["job"]["runs"]["F2"]["segments"]["2"]["fittings"].popitem()[1]["kind"], "pull_box")
        self.fill("Inside length", "6 in")
        expect(here).to_contain_text("12 in is the least")
        expect(self.page.get_by_role("slider", name="Pull point 1")).to_be_visible()

    def test_two_runs_in_one_trench_and_the_stages_of_the_job(self):
        job_id = self.a_demo()
        self.page.goto(f"/jobs/{job_id}/route")
        self.page.get_by_role("button", name="2 buried 175 ft").click()
        for run, name in (("Studio feeder", "2 buried 175 ft"), ("Pump circuit", "1 buried 90 ft")):
            self.page.locator(".stage-run", has_text=run).click()
            self.page.get_by_role("button", name=re.compile(f"^{name}")).click()
            if not self.page.get_by_label("Name of the trench").is_visible():
                self.page.locator("summary", has_text="Trench and other lines").click()
            self.fill("Name of the trench", "yard")
        panel = self.page.locator(".part-panel")
        expect(panel).to_contain_text("Trench “yard”: Studio feeder, Pump circuit")
        self.page.get_by_label("Status of it").press("Enter")
        self.take_option("for now only", exact=False)
        expect(panel.get_by_role("region", name="For now only")).to_contain_text("Pump circuit")
        self.no_violation(self.page, "route")

    def test_a_finding_leads_to_the_run_here_and_to_other_parts_in_the_survey(self):
        job_id = self.a_demo()
        self.page.goto(f"/jobs/{job_id}/route")
        self.page.get_by_role("button", name=re.compile("^All ")).click()
        self.page.get_by_role("button", name=re.compile("405° of bends")).first.click()
        expect(self.page.locator(".part-panel .run-name")).to_have_text("Pull, Pump circuit")
        self.page.get_by_role("button", name=re.compile("^House panel: neutral and ground")).click()
        expect(self.page.get_by_role("heading", name="House panel", level=1)).to_be_visible()
        self.page.goto(f"/jobs/{job_id}/electrodes")
        self.page.get_by_role("button", name=re.compile("^All ")).click()
        self.page.get_by_role("button", name=re.compile("^House, South rod")).click()
        expect(self.page.locator(".electrode.picked")).to_have_count(1)

    def test_the_plan_of_the_pull_is_printed_for_the_crew(self):
        job_id = self.a_demo()
        self.page.goto(f"/jobs/{job_id}/route")
        self.page.get_by_role("link", name="Print this plan").click()
        expect(self.page.get_by_role("heading", name="Pull: Studio feeder")).to_be_visible()
        expect(self.page.locator(".crew")).to_contain_text("line 1, 1 AWG")
        expect(self.page.locator(".crew ol li").first).to_contain_text("Before the first spade")
        self.assertEqual(self.page.pdf(format="Letter", prefer_css_page_size=True).count(b"/Type /Page\n"), 1)
        self.no_violation(self.page, "sheet of the pull")

    def test_the_whole_step_by_keyboard(self):
        job_id = self.a_demo()
        self.page.goto(f"/jobs/{job_id}/route")
        self.page.get_by_role("heading", name="lbf at most").wait_for()
        for name in ("Pump house", "Put a pull point"):
            self.reach(name, 120)
            self.page.keyboard.press("Enter")
        self.saved(2)
        self.reach("Pull point 1", 120)
        self.page.keyboard.press("PageUp")
        self.saved(3)
        self.reach("Hands", 120)
        self.page.keyboard.press("Control+a")
        self.page.keyboard.type("3")
        self.page.keyboard.press("Enter")
        self.saved(4)
        self.reach("Lubricated", 120)
        self.page.keyboard.press("Space")
        self.saved(5)
        self.reach("Add a conduit body", 120)
        self.page.keyboard.press("Enter")
        self.saved(6)
        run = self.kept(job_id)["job"]["runs"]["C1"]
        self.assertEqual((run["pull"]["hands"], run["pull"]["lubricated"], len(run["segments"]["1"]["fittings"])), (3, True, 2))
