"""What changed between two states: put into the old one it gives the new one, and parts that an edit does not touch stay the same."""

import json
import random
import unittest
from typing import Any

from northspan.core.document.changes import Changes, RowsChange, changes
from northspan.core.document.job import Job
from northspan.core.document.patching import PART_KINDS, patched, patched_job
from northspan.core.document.upgrade import read_job
from northspan.core.solve import worked
from northspan.core.working.errors import InvalidJob, NorthSpanError
from tests.amounts import cases
from tests.generated import a_job, edited
from tests.support import a_property_of


def _with_rows(there: dict[str, Any], rows: list[RowsChange]) -> dict[str, Any]:
    return there | {row.kind: [*there[row.kind][: row.at], *row.put, *there[row.kind][row.at + row.gone :]] for row in rows}


def put_into(document: dict[str, Any], made: Changes) -> dict[str, Any]:
    """Apply changes to a document as a reader of them would."""
    after = document | made.whole
    for one in made.parts:
        there = dict(after[one.kind])
        if one.gone:
            del there[one.key]
        else:
            there[one.key] = _with_rows(there.get(one.key, {}) | one.fields, one.rows)
        after[one.kind] = there
    after = _with_rows(after, made.rows)
    for kind, keys in made.order.items():
        after[kind] = {key: after[kind][key] for key in keys}
    return after


def _keys(document: dict[str, Any]) -> list[list[str]]:
    return [list(one) for one in document.values() if isinstance(one, dict)]


def some_edit(job: Job, rng: random.Random) -> list[dict[str, Any]]:
    """An edit as a screen makes it, good or bad."""
    kind = rng.choice(sorted(PART_KINDS))
    parts = getattr(job, kind)
    key = rng.choice([*parts, "Z9"])
    field, value = rng.choice(
        [("name", "Other"), ("name", ""), ("notes", "x"), ("length_m", 3), ("status", "new"), ("load_a", 12), ("bogus", 1)]
    )
    path = rng.choice([f"/{kind}/{key}/{field}", f"/{kind}/{key}", f"/{field}", "/units", "/calls/metal", "/days/begins", f"/{kind}", ""])
    told = rng.choice([value, "metres", {"school": "copper"}, "2026-05-04", {}])
    return [{"op": rng.choice(["add", "replace", "remove", "test"]), "path": path, "value": told} for _ in range(rng.randint(1, 2))]


class Patched(unittest.TestCase):
    def test_an_edit_gives_the_job_that_the_whole_document_edited_gives_or_the_same_refusal(self):
        went = 0
        for seed in range(cases(2000)):
            rng = random.Random(seed)
            job = a_job(seed % 40)
            patch = some_edit(job, rng)
            with self.subTest(seed=seed, patch=patch):
                found, expected = (self._after(work, job, patch) for work in (patched_job, _whole))
                self.assertEqual(found, expected)
                went += not found.startswith("refused")
        self.assertGreater(went, cases(2000) // 25)

    def test_parts_that_an_edit_does_not_touch_are_the_very_parts_that_were_there(self):
        job = a_property_of(3)
        after = patched_job(job, [{"op": "add", "path": "/runs/F2/load_a", "value": 9}])
        self.assertIs(after.runs["F1"], job.runs["F1"])
        self.assertIs(after.enclosures, job.enclosures)
        self.assertEqual((after.runs["F2"].load_a, list(after.runs)), (9, list(job.runs)))

    @staticmethod
    def _after(work: Any, job: Job, patch: list[dict[str, Any]]) -> str:
        try:
            after: Job = work(job, json.loads(json.dumps(patch)))
        except InvalidJob as error:
            return f"refused {error.where} {error}"
        return after.model_dump_json()


def _whole(job: Job, patch: list[dict[str, Any]]) -> Job:
    return read_job(patched(job.model_dump(mode="json"), patch))


class Changed(unittest.TestCase):
    def test_changes_of_any_job_and_its_plan_put_into_what_was_give_what_is(self):
        for seed in range(cases(150)):
            rng = random.Random(seed)
            before = a_job(seed)
            after = edited(before, rng) if seed % 3 else a_job(seed + 3)
            try:
                plans = worked(before, None).plan, worked(after, None).plan
            except NorthSpanError:
                continue
            for was, now in ((before, after), plans):
                with self.subTest(seed=seed, of=type(now).__name__):
                    sent = Changes.model_validate_json(changes(was, now).model_dump_json())
                    found, expected = put_into(was.model_dump(mode="json"), sent), now.model_dump(mode="json")
                    self.assertEqual(found, expected)
                    self.assertEqual(_keys(found), _keys(expected))

    def test_nothing_changed_is_nothing_sent(self):
        job = a_property_of(2)
        self.assertEqual(changes(job, job.model_copy(update={"runs": dict(job.runs)})), Changes())

    def test_fields_that_take_longer_are_given_where_they_were_asked_and_said_to_come_elsewhere(self):
        job = a_property_of(2)
        longer = patched_job(job, [{"op": "add", "path": "/runs/F1/segments/1/length_m", "value": 90}])
        was, now = worked(job, ()).plan, worked(longer, ()).plan
        made = changes(was, now, ("working", "cost"))
        self.assertEqual(made.coming, ["F1"])
        self.assertNotIn("working", made.parts[0].fields or {})
        asked = changes(was, worked(longer, {"F1"}).plan, ("working", "cost"), {"F1"})
        self.assertEqual(asked.coming, [])
        self.assertTrue(asked.parts[0].fields["working"])


if __name__ == "__main__":
    unittest.main()
