"""Takes the pictures of the main views from the demo property: `make screenshots`."""

from __future__ import annotations

import sys
from typing import Any

from playwright.sync_api import Page, sync_playwright

from tests.browser.support import PHONE, open_browser
from tests.run import TOP
from tests.server import Server

WIDE: dict[str, Any] = {"viewport": {"width": 1280, "height": 800}}


def a_line(page: Page) -> None:
    for shop in ("Ask Counter", "Ask Harbor"):
        with page.expect_response("**/steps/materials"):
            page.get_by_role("button", name=shop).click()
    page.locator(".goods-line", has_text="1 AWG aluminum XHHW-2, black").click()
    page.locator(".center-scroll").evaluate("one => one.scrollTo(0, 0)")


def some_lines(page: Page) -> None:
    for answer in ("Right", "Right", "Not right"):
        heading = page.locator(".line-card h1")
        before = heading.inner_text()
        page.get_by_role("button", name=answer, exact=True).click()
        page.wait_for_function("before => document.querySelector('.line-card h1').textContent !== before", arg=before)


def survey(page: Page) -> None:
    page.locator(".wiring-run", has_text="Studio feeder").click()


def loads(page: Page) -> None:
    page.locator(".loads").evaluate("e => e.scrollTop = 250")


def electrodes(page: Page) -> None:
    page.locator(".more-table").first.wait_for()


def a_breaker(page: Page) -> None:
    """Choose a device that is too large for its wire."""
    page.locator(".breaker", has_text="Living room").click()


def bonds(page: Page) -> None:
    page.get_by_role("button", name="Bond at House panel: made").click()
    page.locator(".v-select", has=page.get_by_label("Case fault")).click()
    page.get_by_role("option", name="Studio panel", exact=True).click()
    page.locator(".changes").wait_for()


def pull(page: Page) -> None:
    page.get_by_role("button", name="2 buried 175 ft").click()
    page.get_by_role("button", name="Add a pull point").click()
    page.get_by_role("slider", name="Pull point 1").wait_for()
    page.locator(".center-scroll").evaluate("e => e.scrollTop = 0")


def outbuilding(page: Page) -> None:
    page.locator(".v-select", has=page.get_by_label("Case fault")).click()
    page.get_by_role("option", name="Music room board", exact=True).click()
    page.locator(".outbuilding .way-card").first.wait_for()
    page.locator(".outbuilding").evaluate("e => document.querySelector('.answer').scrollTop = e.offsetTop - 60")


def site(page: Page) -> None:
    page.get_by_role("button", name="The whole site at once").click()
    page.locator(".curve .dot").first.wait_for()


def into_boxes(page: Page) -> None:
    page.locator(".move-offer button").click()
    page.locator(".move-board .joint").first.wait_for()


def a_task(page: Page) -> None:
    page.locator(".task-block.off", has_text="landed on its device").click()


def begin(page: Page) -> None:
    page.get_by_role("button", name="Start a job").click()


SHOTS: dict[str, tuple[str, dict[str, Any], Any]] = {
    "jobs": ("/", WIDE, begin),
    "survey": ("/jobs/{id}/survey", WIDE, survey),
    "route": ("/jobs/{id}/route", WIDE, pull),
    "loads": ("/jobs/{id}/loads", WIDE, loads),
    "electrodes": ("/jobs/{id}/electrodes", WIDE, electrodes),
    "bonds": ("/jobs/{id}/neutrals", WIDE, bonds),
    "panels": ("/jobs/{id}/panels", WIDE, a_breaker),
    "panels-move": ("/jobs/{move}/panels", WIDE, into_boxes),
    "site": ("/jobs/{id}/sizing", WIDE, site),
    "sizing": ("/jobs/{id}/sizing", WIDE, None),
    "materials": ("/jobs/{id}/materials", WIDE, a_line),
    "inspection": ("/jobs/{id}/inspection", WIDE, some_lines),
    "sizing-phone": ("/jobs/{id}/sizing", PHONE, None),
    "days": ("/jobs/{id}/days", WIDE, a_task),
    "sizing-britain": ("/jobs/{uk}/sizing", WIDE, None),
    "bonds-britain": ("/jobs/{uk}/neutrals", WIDE, outbuilding),
    "carry": ("/carry", WIDE, None),
    "sheet": ("/jobs/{id}/sheet", WIDE, None),
    "record": ("/jobs/{id}/record", WIDE, None),
}


def main() -> int:
    folder = TOP / "docs/screenshots"
    folder.mkdir(exist_ok=True)
    server = Server().start()
    try:
        with sync_playwright() as playwright:
            browser = open_browser(playwright)
            job_id = _a_job_with_a_history(server)
            _, british = server.ask("POST", "/api/jobs", {"start": "demo", "rulebook": "uk-2022"})
            _, moving = server.ask("POST", "/api/jobs", {"start": "demo-move"})
            for name, (path, settings, prepare) in SHOTS.items():
                context = browser.new_context(base_url=server.url, locale="en-US", timezone_id="UTC", **settings)
                page = context.new_page()
                address = path.replace("{id}", job_id).replace("{uk}", british["id"])
                address = address.replace("{move}", moving["id"])
                page.goto(address, wait_until="networkidle")
                if prepare:
                    prepare(page)
                page.wait_for_timeout(500)
                page.screenshot(path=folder / f"{name}.png")
                context.close()
            browser.close()
    finally:
        server.stop()
    return 0


def _a_job_with_a_history(server: Server) -> str:
    _, state = server.ask("POST", "/api/jobs", {"start": "demo"})
    job_id: str = state["id"]
    who = {"Northspan_Person": "Ann%20Able"}
    patch = [{"op": "add", "path": "/runs/F2/conductor_size", "value": "1/0"}, {"op": "add", "path": "/runs/F2/metal", "value": "aluminum"}]
    server.ask("PATCH", f"/api/jobs/{job_id}", patch, If_Match="1", **who)
    server.ask("POST", f"/api/jobs/{job_id}/undo", None, If_Match="2", **who)
    return job_id


if __name__ == "__main__":
    sys.exit(main())
