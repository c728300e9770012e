"""Measures what design promises, and writes docs/benchmarks.md: `make bench`. Exits 1 when a budget is broken."""

from __future__ import annotations

import math
import platform
import statistics
import sys
import tempfile
import time
from collections.abc import Callable
from datetime import UTC, datetime
from functools import partial
from pathlib import Path

from playwright.sync_api import sync_playwright

from northspan.asking import ask
from northspan.core import forget
from northspan.core.case.beside import Beside
from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.desk.demos import DEMOS
from northspan.core.document.job import Job, Moment, OwnTask, Person, Role
from northspan.core.physics.balance import Item, balanced
from northspan.core.physics.basket import cheapest
from northspan.core.solve import solve, worked
from northspan.core.steps.days.laid import lay_out_job
from northspan.core.topics.bonds.reading import solve_bench
from northspan.core.topics.bonds.setup import on_bench
from northspan.core.topics.bonds.trial import Trial
from northspan.core.topics.site.calculators import SiteQuestion, site
from northspan.files.price_table import read_book
from northspan.store.database import open_database
from tests.browser.support import open_browser
from tests.run import TOP
from tests.server import Server
from tests.support import a_property_of, calls_of, service_over

Row = tuple[str, float, float, str]


def times_ms(count: int, work: Callable[[int], object]) -> list[float]:
    found = []
    for number in range(count):
        began = time.perf_counter()
        work(number)
        found.append(1000 * (time.perf_counter() - began))
    return sorted(found)


def loop_ms() -> float:
    """What the machine itself does at this minute: shared machines stall, and then every row is slow."""
    total = 0

    def work(_: int) -> None:
        nonlocal total
        for i in range(200_000):
            total += i * i

    return statistics.median(times_ms(5, work))


def p95(found: list[float]) -> float:
    return found[int(len(found) * 0.95)]


def longer(job: Job, run_id: str, number: int) -> Job:
    """The job with one run a little longer each time, so that no answer is remembered for it."""
    run = job.runs[run_id]
    last = run.segments[-1]
    segment = last.model_copy(update={"length_m": last.length_m + 0.01 * (number + 1)})
    return job.model_copy(update={"runs": job.runs | {run_id: run.model_copy(update={"segments": (*run.segments[:-1], segment)})}})


def in_slot(job, slot):
    """The job with the dishwasher's device in another slot."""
    return job.model_copy(update={"circuits": job.circuits | {"W8": job.circuits["W8"].model_copy(update={"slots": (slot,)})}})


def sixty_tasks(job):
    """The job with tasks of its own until there are sixty, some of them with the power off."""
    count = 60 - len(lay_out_job(worked(job)).found.tasks)
    own = {
        f"O{i}": OwnTask(words=f"Task {i}", hours=0.25 + i % 4 / 4, people=1 + i % 5 // 4, off=("P1",) if i % 7 == 0 else (), after=(f"own:O{i - 4}",) if i > 4 else ())
        for i in range(count)
    }  # fmt: skip
    people = job.days.people | {"C": Person(name="Third"), "D": Person(name="Fourth", role=Role.helper)}
    return job.model_copy(update={"days": job.days.model_copy(update={"own": own, "people": people, "weather": ()})})


def at_work(job, longer_h, now_h):
    """The job with its first own task a little longer each time, and so far into its first day."""
    own = job.days.own | {"O0": job.days.own["O0"].model_copy(update={"hours": 0.25 + longer_h})}
    now = None if now_h is None else Moment(day=0, at_h=now_h)
    return job.model_copy(update={"days": job.days.model_copy(update={"own": own, "now": now})})


def all_loads(job: Job, number: int) -> Job:
    """The job with every load a little larger each time, so that nothing is remembered of any run."""
    loads = {key: load.model_copy(update={"power_va": load.power_va + 0.01 * (number + 1)}) for key, load in job.loads.items()}
    runs = {
        key: run.model_copy(update={"load_a": run.load_a + 0.001 * (number + 1)}) if run.load_a else run for key, run in job.runs.items()
    }
    return job.model_copy(update={"loads": loads, "runs": runs})


def in_loops(words: str, goal: float, count: int, work: Callable[[int], object], calls: float = 0) -> list[Row]:
    """A row in loops of the machine, measured beside it, and one in calls where those are bounded: they bend to no load."""
    work(count)
    before = loop_ms()
    found = statistics.median(times_ms(count, work))
    rows = [(words, found / ((before + loop_ms()) / 2), goal, "L")]
    return rows + ([(f"{words}, in calls", calls_of(lambda: work(count + 1)), calls, "calls")] if calls else [])


def of_edits() -> list[Row]:
    """What the server does of a drag and of an edit that is kept, from the edit to the bytes of its answer."""
    rows: list[Row] = []
    for name, demo in DEMOS.items():
        with tempfile.TemporaryDirectory() as folder:
            engine = open_database(Path(folder))
            service = service_over(engine)
            job_id = service.add(demo(), "").id
            run = list(demo().runs)[-1]
            at = f"/runs/{run}/segments/{demo().runs[run].segments[0].key}/length_m"

            def drag(number: int, service=service, job_id=job_id, at=at) -> None:
                patch = [{"op": "replace", "path": at, "value": 20 + 0.01 * number}]
                service.tried(job_id, 1, patch).model_dump_json()

            def keep(number: int, service=service, job_id=job_id, at=at) -> None:
                head = service.get(job_id).revision
                kept = service.edit(job_id, head, [{"op": "replace", "path": at, "value": 20 + 0.01 * number}], "")
                for one in service.between(kept, head) or ():
                    one.model_dump_json()

            rows += in_loops(f"a drag in the demo of {name}", 0.35, 60, drag, calls=12_000)
            rows += in_loops(f"an edit kept on disk, {name}", 0.7, 40, keep)
            engine.dispose()
    return rows


def as_long(job: Job) -> Job:
    """The job with its runs as long as its first twenty, over and over: only their number grows."""
    runs = {key: run.model_copy(update={"segments": job.runs[f"F{1 + i % 20}"].segments}) for i, (key, run) in enumerate(job.runs.items())}
    return job.model_copy(update={"runs": runs})


def of_size() -> list[Row]:
    """How the work grows with the job, counted in calls."""
    leaf, whole = [], []
    for runs in (20, 180):
        job = as_long(a_property_of(runs))
        known = worked(job, ())
        leaf.append(calls_of(partial(worked, longer(job, "F7", 5), (), known)))
        forget()
        fresh = all_loads(job, runs)
        whole.append(calls_of(partial(worked, fresh, ())))
    return [
        ("a leaf's edit among 180 runs against one among 20", leaf[1] / leaf[0], 2.5, "times"),
        ("a whole plan grows with the runs to the power of", math.log(whole[1] / whole[0]) / math.log(9), 1.05, ""),
    ]


def of_steps() -> list[Row]:
    demo = kestrel_hollow()
    whole = worked(demo)
    task = sorted(lay_out_job(whole).laid.placed)[3]
    trial = {"task": task, "change": {"day": 1, "start_h": 10}}

    def tried(number: int) -> None:
        said = ask("steps/days/try", whole, Beside(), trial | {"change": {"day": 1, "start_h": 8 + number % 8}})
        assert said.holds, said.body

    return [
        *in_loops("a task of the days held in a hand", 1, 20, tried),
        *in_loops(
            "Materials of the demo, one run changed", 2, 20, lambda n: ask("steps/materials", worked(longer(demo, "F2", n)), Beside())
        ),
        *in_loops("Days of the demo, one run changed", 5, 10, lambda n: ask("steps/days", worked(longer(demo, "F2", 900 + n)), Beside())),
    ]


def of_searches() -> list[Row]:
    demo, forty, sixty = kestrel_hollow(), a_property_of(40), sixty_tasks(kestrel_hollow())
    benched = [on_bench(all_loads(demo, 9000 + n), Trial(case_fault="kiln")) for n in range(62)]
    full = [[Item((1 if i % 3 else -1) * (50 + 37 * (i * i + n) % 1950) / 100, 1 if i % 3 else -1) for i in range(40)] for n in range(12)]
    offers = [[[round(5 + (7 * i + 13 * shop + n) % 90, 2) for shop in range(4)] for i in range(200)] for n in range(12)]
    rows = "".join(f"item{i % 40},thing {i},each,1,{i % 97}.25,0,2026-01-{1 + i % 28:02d},yes\n" for i in range(50_000))
    book = "item,what,unit,size,price,least,day,in_stock\n" + rows
    return [
        *in_loops(
            "first schedule of a job of 60 tasks with its bounds", 200, 3, lambda n: lay_out_job(worked(at_work(sixty, 0.01 * n, None)))
        ),
        *in_loops(
            "the rest of the day laid out anew for 60 tasks", 20, 8, lambda n: lay_out_job(worked(at_work(sixty, 0.0, 9.0 + n / 12)))
        ),
        *in_loops("basket of 200 lines over four shops, the cheapest whole", 100, 10, lambda n: cheapest(offers[n], (0, 18, 9, 25))),
        *in_loops("price book of 50 000 lines read and checked", 300, 2, lambda n: read_book(f"B{n}", 0, book)),
        *in_loops("legs of a panel of 40 circuits evened, exactly", 30, 10, lambda n: balanced(full[n], 12.5, (1, 1))),
        *in_loops("a device of the demo dragged to another slot", 6, 40, lambda n: solve(in_slot(demo, 27 + n % 2), ())),
        *in_loops("one condition on the bond bench of the demo", 0.5, 60, lambda n: solve_bench(*benched[n])),
        *in_loops(
            "cheapest set for a site of 40 runs, every run changed", 100, 2, lambda n: site(SiteQuestion(job=all_loads(forty, 5000 + n)))
        ),
        *in_loops("flips of a job of 40 runs", 20, 1, lambda n: ask("steps/materials/flips", worked(all_loads(forty, 7000 + n)), Beside())),
    ]


def first_screen(server: Server, job_id: str) -> list[Row]:
    with sync_playwright() as playwright:
        browser = open_browser(playwright)
        found = []
        for _ in range(5):
            context = browser.new_context(viewport={"width": 1280, "height": 800})
            page = context.new_page()
            began = time.perf_counter()
            page.goto(f"{server.url}/jobs/{job_id}/sizing", wait_until="commit")
            page.locator(".answer-head h1", has_text="AWG").wait_for()
            found.append(time.perf_counter() - began)
            context.close()
        browser.close()
    sizing, jobs = first_paint(server.url, f"/jobs/{job_id}/sizing"), first_paint(server.url, "/")
    return [
        *presses(server, job_id),
        ("Sizing of the demo usable, empty cache; median of 5", statistics.median(found), 1.5, "s"),
        ("JavaScript of Sizing at first paint, packed", sizing["js"], 170, "kB"),
        ("styles of Sizing at first paint, packed", sizing["css"], 32, "kB"),
        ("requests of Sizing up to its first paint", sizing["requests"], 8, ""),
        ("JavaScript of the list of jobs at first paint, packed", jobs["js"], 120, "kB"),
    ]


def presses(server: Server, job_id: str) -> list[Row]:
    """From a press on the bench to the changed answer on the screen."""
    with sync_playwright() as playwright:
        browser = open_browser(playwright)
        page = browser.new_context(viewport={"width": 1280, "height": 800}).new_page()
        page.goto(f"{server.url}/jobs/{job_id}/neutrals", wait_until="networkidle")
        found = []
        for number in range(12):
            page.locator(".changes").wait_for()  # every single change of the last press has been tried
            found.append(page.evaluate(PRESS, "bonded here" if number % 2 else "kept apart"))
        browser.close()
    return [("a bond pressed on the bench, its answer drawn; median of 10", statistics.median(sorted(found[2:])), 100, "ms")]


PRESS = """(words) => new Promise((done) => {
  const press = document.querySelector('.bench .bond .hit[aria-label*="House panel"]')
  const bond = press.parentElement
  const began = performance.now()
  const look = () => (bond.textContent.includes(words) ? done(performance.now() - began) : requestAnimationFrame(look))
  press.dispatchEvent(new MouseEvent('click', {bubbles: true}))
  look()
})"""


def in_browser() -> list[Row]:
    server = Server().start()
    try:
        _, state = server.ask("POST", "/api/jobs", {"start": "demo"})
        return [*moved(server, state["id"]), *first_screen(server, state["id"])]
    finally:
        server.stop()


def moved(server: Server, job_id: str) -> list[Row]:
    """From a move of the hand to the changed answer on the screen."""
    with sync_playwright() as playwright:
        browser = open_browser(playwright)
        page = browser.new_context(viewport={"width": 1280, "height": 800}).new_page()
        page.goto(f"{server.url}/jobs/{job_id}/sizing", wait_until="networkidle")
        box = page.get_by_role("slider").first.bounding_box()
        assert box is not None
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        page.mouse.move(x, y)
        page.mouse.down()
        found = []
        for number in range(60):
            waits = page.evaluate_handle(MOVED)
            page.mouse.move(x - 10 - 7 * (number % 30), y)
            found.append(waits.evaluate("(one) => one.done"))
            page.wait_for_timeout(30)
        page.mouse.up()
        browser.close()
    found = sorted(one for one in found[5:] if one is not None)
    return [
        ("from a move of the hand to the drawn answer, p50", statistics.median(found), 34, "ms"),
        ("the same, p95", p95(found), 60, "ms"),
    ]


MOVED = """() => {
  const picture = document.querySelector('.center-scroll')
  const done = new Promise((done) => {
    addEventListener('pointermove', () => {
      const began = performance.now()
      const watch = new MutationObserver(() => requestAnimationFrame(() => done(performance.now() - began)))
      watch.observe(picture, { subtree: true, childList: true, characterData: true })
      setTimeout(() => { watch.disconnect(); done(null) }, 1000)
    }, { once: true, capture: true })
  })
  return { done }
}"""


def first_paint(server_url: str, path: str) -> dict[str, float]:
    """Kilobytes that a page asks for before it can be used, packed, and how many requests."""
    with sync_playwright() as playwright:
        browser = open_browser(playwright)
        page = browser.new_context(viewport={"width": 1280, "height": 800}).new_page()
        got: list[tuple[str, int]] = []
        page.on("response", lambda one: got.append((one.url, int(one.headers.get("content-length") or 0))))
        page.goto(f"{server_url}{path}")
        page.locator(".answer-head h1, .jobs-page, main h1").first.wait_for()
        first = list(got)
        browser.close()
    sizes = {ending: sum(size for url, size in first if url.endswith(ending)) / 1000 for ending in (".js", ".css")}
    return {"js": sizes[".js"], "css": sizes[".css"], "requests": len(first)}


def main() -> int:
    before = loop_ms()
    rows = [*of_edits(), *of_size(), *of_steps(), *of_searches(), *in_browser()]
    lines = [
        "# Benchmarks",
        "",
        f"Written by `make bench` on {datetime.now(UTC):%Y-%m-%d}, Python {platform.python_version()}, {platform.machine()}, two cores.",
        "Nothing is measured from memory: each turn changes what it plans. L is a plain loop of 200,000 multiplications, measured",
        f"beside each row: {before:.0f} ms at the begin and {loop_ms():.0f} ms at the end; about 10 ms is a machine that nobody slows down.",
        "Calls are counted, so that no load of the machine excuses them.",
        "",
        "| What | Measured | Goal at most | |",
        "|---|---:|---:|---|",
        *(f"| {words} | {value:,.3g} {unit} | {goal:,g} {unit} | {'' if value <= goal else 'over'} |" for words, value, goal, unit in rows),
        "",
    ]
    (TOP / "docs/benchmarks.md").write_text("\n".join(lines))
    print("\n".join(lines))
    return 1 if any(value > goal for _, value, goal, _ in rows) else 0


if __name__ == "__main__":
    sys.exit(main())
