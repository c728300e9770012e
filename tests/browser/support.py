"""A real server and a real browser for the tests of the interface."""

from __future__ import annotations

import atexit
import json
import re
import unittest
from functools import cache
from typing import Any

from playwright.sync_api import Browser, BrowserContext, Page, expect, sync_playwright
from playwright.sync_api import TimeoutError as TooLate

from tests.run import TOP, slow
from tests.server import Server

CHROMIUM = "/usr/bin/chromium"
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]
AXE = (TOP / "web/node_modules/axe-core/axe.min.js").read_text()
PATIENCE_MS = 60_000  # a busy machine is slow, not wrong
expect.set_options(timeout=PATIENCE_MS)
FOCUSED = """(() => { const e = document.activeElement
  return e.getAttribute("aria-label") || e.innerText || [...(e.labels || [])].map((one) => one.textContent).find(Boolean) || "" })()"""
PHONE = {"viewport": {"width": 390, "height": 844}, "has_touch": True, "is_mobile": True}


def open_browser(playwright: Any) -> Browser:
    browser: Browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
    return browser


@cache
def shared() -> tuple[Server, Browser]:
    """The server and the browser of this process, started when they are first wanted and stopped at its end."""
    server = Server().start()
    atexit.register(server.stop)
    playwright = sync_playwright().start()
    atexit.register(playwright.stop)
    return server, open_browser(playwright)


@slow
class BrowserCase(unittest.TestCase):
    """The one server and the one browser, a page for each test; a complaint on the console fails it."""

    server: Server
    browser: Browser

    @classmethod
    def setUpClass(cls) -> None:
        cls.server, cls.browser = shared()

    def setUp(self) -> None:
        self.complaints: list[str] = []
        self.page = self.a_page()

    def tearDown(self) -> None:
        self.assertEqual(self.complaints, [])

    def a_page(self, **settings: Any) -> Page:
        context: BrowserContext = self.browser.new_context(
            **({"viewport": {"width": 1280, "height": 800}, "base_url": self.server.url, "reduced_motion": "reduce"} | settings)
        )
        self.addCleanup(context.close)
        context.set_default_timeout(PATIENCE_MS)
        page = context.new_page()
        page.on("console", lambda message: self.complain(message.text, message.type))
        page.on("pageerror", lambda error: self.complaints.append(str(error)))
        return page

    def complain(self, text: str, kind: str) -> None:
        # an answer of 409 or 422 is part of the work; the browser reports it all the same
        if kind in {"error", "warning"} and "Failed to load resource" not in text:
            self.complaints.append(text)

    def a_demo(self) -> str:
        _, state = self.server.ask("POST", "/api/jobs", {"start": "demo"})
        job_id: str = state["id"]
        return job_id

    def kept(self, job_id: str) -> Any:
        """The job as the server has it, when the page has nothing left to save: what it shows may be a plan tried out."""
        expect(self.page.locator(".saved[role=status]", has_text=re.compile("^Saving$"))).to_have_count(0)
        return self.server.ask("GET", f"/api/jobs/{job_id}")[1]

    def open_sizing(self, page: Page | None = None) -> str:
        job_id = self.a_demo()
        (page or self.page).goto(f"/jobs/{job_id}/sizing")
        self.headline(page).wait_for()
        return job_id

    def headline(self, page: Page | None = None) -> Any:
        return (page or self.page).locator(".answer-head h1")

    def says(self, text: str, page: Page | None = None) -> None:
        (page or self.page).locator(".answer-head h1", has_text=text).wait_for()

    def saved(self, revision: int, page: Page | None = None) -> None:
        (page or self.page).get_by_role("status").filter(has_text=f"Saved, revision {revision}").wait_for()

    def close_dialog(self) -> None:
        """Press Escape until the dialog is gone: one that is still opening does not hear the first."""
        for _ in range(40):
            self.page.keyboard.press("Escape")
            self.page.wait_for_timeout(250)
            if not self.page.get_by_role("dialog").count():
                return
        self.fail("Escape does not close the dialog")

    def take_option(self, name: str, *, exact: bool = True) -> None:
        """Press a choice of an open list until the list is gone: one that is still opening does not hear the first press."""
        option = self.page.get_by_role("option", name=name, exact=exact)
        option.wait_for()
        for _ in range(20):
            try:
                option.click(timeout=3000)
                option.wait_for(state="hidden", timeout=2000)
            except TooLate:
                continue
            return
        self.fail(f"the list does not take {name}")

    def choose(self, label: str, option: str) -> None:
        """Open the list of a field and take a choice."""
        self.page.locator(".v-select:visible", has=self.page.get_by_label(label, exact=True)).first.click()
        self.take_option(option)

    def reach(self, name: str, most: int = 80) -> None:
        """Tab until something of this name has the focus."""
        for _ in range(most):
            if self.page.evaluate(FOCUSED).strip().startswith(name):
                return
            self.page.keyboard.press("Tab")
        self.fail(f"Tab does not reach {name}")

    def no_violation(self, page: Page, where: str, only: tuple[str, ...] = ()) -> None:
        # through the debugger, because the page's own policy lets no foreign script in
        page.evaluate(AXE + "; undefined")
        options = {"resultTypes": ["violations"]} | ({"runOnly": list(only)} if only else {})
        found = page.evaluate("(options) => axe.run(document, options)", options)
        summary = [(v["id"], [n["target"] for n in v["nodes"]][:3], v["nodes"][0].get("failureSummary", "")) for v in found["violations"]]
        self.assertEqual(summary, [], f"{where}: {json.dumps(summary, indent=1)}")

    def nothing_sticks_out(self, page: Page, where: str) -> None:
        width, inner = page.evaluate("[document.documentElement.scrollWidth, window.innerWidth]")
        self.assertLessEqual(width, inner, f"{where} is wider than the screen")
