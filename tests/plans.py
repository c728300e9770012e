"""Holds answers before and after a change of structure against each other, byte for byte.

`python -m tests.plans keep FOLDER` before it, `python -m tests.plans compare FOLDER` after it: plans of the demos and of 300
made-up jobs, and what the calculators say to made-up questions and to some of the jobs.
"""

from __future__ import annotations

import difflib
import json
import sys
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

from northspan.core.calculators import CALCULATORS
from northspan.core.desk.demos import DEMOS
from northspan.core.document.job import Job
from northspan.core.rulebooks.registry import rulebook_names
from northspan.core.solve import solve
from northspan.core.working.errors import NorthSpanError
from tests.generated import a_job, a_question

JOBS, QUESTIONS, EVERY = 300, 20, 5
SHOWN = 40


def jobs() -> Iterator[tuple[str, Job]]:
    yield from ((f"demo-{name}", make()) for name, make in DEMOS.items())
    yield from ((f"job-{seed:03}", a_job(seed)) for seed in range(JOBS))


def asked(job: Job) -> str:
    """What the calculators that take a whole job say to it."""
    books = rulebook_names()
    to = books[(books.index(job.rulebook) + 1) % len(books)]
    raw = {"job": job.model_dump(mode="json"), "to": to}
    takers = {name: one for name, one in CALCULATORS.items() if {"job"} <= set(one.question.model_fields) <= {"job", "to", "trial"}}
    return "\n".join(said(one.work, one.question.model_validate(_only(raw, one.question))) for one in takers.values())


def _only(raw: dict[str, Any], model: Any) -> dict[str, Any]:
    return {key: value for key, value in raw.items() if key in model.model_fields}


def said(work: Callable[[Any], Any], question: Any) -> str:
    """An answer, or why it was refused, as text in lines."""
    try:
        return json.dumps(json.loads(work(question).model_dump_json()), indent=1, ensure_ascii=False)
    except NorthSpanError as refused:
        return f"refused: {refused}"


def texts() -> Iterator[tuple[str, str]]:
    for number, (name, job) in enumerate(jobs()):
        yield name, said(solve, job)
        if number % EVERY == 0 or name.startswith("demo"):
            yield f"{name}-asked", asked(job)
    for name, calculator in CALCULATORS.items():
        questions = (a_question(name, number) for number in range(QUESTIONS) if "job" not in calculator.question.model_fields)
        yield f"question-{name}", "\n".join(said(calculator.work, one) for one in questions if one is not None)


def ordered(text: str) -> str:
    """A plan with its findings in an order that does not depend on where they were found."""
    try:
        plan = json.loads(text)
    except json.JSONDecodeError:  # a refusal, or several answers
        return text
    return json.dumps(plan | {"findings": sorted(plan.get("findings", ()), key=json.dumps)})


def main(verb: str, folder: Path) -> int:
    count = refused = differing = moved = 0
    folder.mkdir(parents=True, exist_ok=True)
    for name, now in texts():
        path = folder / f"{name}.json"
        count, refused = count + 1, refused + now.startswith("refused")
        if verb == "keep":
            path.write_text(now)
        elif (before := path.read_text()) != now and ordered(before) == ordered(now):
            moved += 1
        elif before != now:
            differing += 1
            print(f"== {name}")
            print("\n".join(list(difflib.unified_diff(before.splitlines(), now.splitlines(), lineterm="", n=0))[2:SHOWN]))
    print(f"{count} answers, {refused} of them refusals, {moved} differ in the order of findings, {differing} differ")
    return 1 if differing else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1], Path(sys.argv[2])))
