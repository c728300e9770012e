"""Every word of every picture: none covers another, none is cut, at a desk and on a phone, whatever the job."""

from itertools import count, islice

from northspan.core.rulebooks.registry import rulebook_names
from tests.amounts import cases
from tests.browser.support import PHONE, BrowserCase
from tests.generated import a_job

STEPS = ("survey", "loads", "sizing", "route", "electrodes", "neutrals")
JOBS = cases(20)
COVERED = """() => {
  const bad = []
  for (const picture of document.querySelectorAll('svg')) {
    const whole = picture.getBoundingClientRect()
    const words = [...picture.querySelectorAll('text')]
      .filter((e) => e.textContent.trim() && e.getClientRects().length)
      .map((e) => [e.textContent.trim(), e.getBoundingClientRect()])
    words.forEach(([said, a], i) => {
      if (a.left < whole.left - 1 || a.right > whole.right + 1 || a.top < whole.top - 1 || a.bottom > whole.bottom + 1)
        bad.push(`${said} is cut`)
      for (const [other, b] of words.slice(0, i)) {
        const wide = Math.min(a.right, b.right) - Math.max(a.left, b.left)
        const high = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top)
        if (wide > 1 && high > 3) bad.push(`${said} on ${other}`)
      }
    })
  }
  for (const label of document.querySelectorAll('label, button, th, summary')) {
    const style = getComputedStyle(label)
    if (!label.offsetParent || style.visibility === 'hidden' || style.opacity === '0' || style.overflow === 'visible') continue
    if (label.scrollWidth > label.clientWidth + 1) bad.push(`the label ${label.textContent.trim()} is cut`)
  }
  return bad
}"""

COUNTING = """window.asked = 0; const ask = window.fetch
window.fetch = (...of) => { window.asked++; return ask(...of).finally(() => window.asked--) }"""
QUIET = """async () => {  // nothing is asked, the fonts are there, and a picture has had the time to be drawn
  const wait = (ms) => new Promise((done) => setTimeout(done, ms))
  for (let quiet = 0; quiet < 4; await wait(30)) quiet = document.querySelector('main h1, main h2') && !window.asked ? quiet + 1 : 0
  await document.fonts.ready
}"""


class Pictures(BrowserCase):
    def all_jobs(self):
        for rules in rulebook_names():
            yield rules, self.server.ask("POST", "/api/jobs", {"start": "demo", "rulebook": rules})[1]["id"]
        # what cannot be planned is refused as a file, too
        answers = ((seed, self.server.ask("POST", "/api/import", a_job(seed).model_dump(mode="json"))) for seed in count())
        yield from islice(((seed, state["id"]) for seed, (status, state) in answers if status == 201), JOBS)

    def test_no_word_covers_another_or_is_cut(self):
        jobs = list(self.all_jobs())
        self.assertEqual(len(jobs), len(rulebook_names()) + JOBS)
        for settings in ({}, PHONE):
            page = self.a_page(**settings)
            page.add_init_script(COUNTING)
            for name, job_id in jobs:
                for step in STEPS:
                    page.goto(f"/jobs/{job_id}/{step}")
                    page.evaluate(QUIET)
                    with self.subTest(name, step=step, phone=bool(settings)):
                        self.assertEqual(page.evaluate(COVERED), [])
            page.context.close()
