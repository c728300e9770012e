"""Rows that people put things into: by key, in order, whoever writes at the same time."""

from __future__ import annotations

import json
import re
import unittest
from typing import Any, cast

from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.document.job import Job, Leg, Segment, VisitKind, place_between, row_document
from northspan.core.document.patching import patched, what_changed
from northspan.core.document.upgrade import read_job
from northspan.core.solve import solve, worked
from northspan.core.steps.days.plan import days_plan
from northspan.core.steps.materials.lines import taken_off
from northspan.core.working.errors import InvalidJob
from tests.amounts import cases
from tests.generated import a_job
from tests.support import a_feeder

VISIT = {"kind": "trench", "day": 0, "from_h": 9, "to_h": 10}


def document_of(job: Job) -> dict[str, Any]:
    return cast("dict[str, Any]", json.loads(job.model_dump_json()))


def row_to_list(row: dict[str, Any]) -> list[Any]:
    return [{key: value for key, value in one.items() if key != "order"} for one in sorted(row.values(), key=lambda one: one["order"])]


def as_of_version_5(job: Job) -> dict[str, Any]:
    """The same job as version 5 wrote it: every row a list."""
    document = document_of(job) | {"version": 5}
    for run in document["runs"].values():
        run["segments"] = row_to_list(run["segments"])
        for one in run["segments"]:
            one |= {"legs": row_to_list(one["legs"]), "fittings": row_to_list(one["fittings"])}
    document["days"] |= {"visits": row_to_list(document["days"]["visits"]), "weather": row_to_list(document["days"]["weather"])}
    return document


def renamed(job: Job) -> Job:
    """The job with another key for every stretch and fitting."""
    document = document_of(job)
    for run in document["runs"].values():
        run["segments"] = {f"s{key}-k3x9qz": one for key, one in run["segments"].items()}
        for one in run["segments"].values():
            one["fittings"] = {f"f{key}-k3x9qz": fitting for key, fitting in one["fittings"].items()}
    return read_job(document)


def with_old_names(text: str) -> str:
    return re.sub(r"(?<=[/.])[sf](\d+)-k3x9qz", r"\1", text)


class Documents(unittest.TestCase):
    def test_a_job_of_version_5_opens_as_it_was(self):
        for number in range(cases(20)):
            job = a_job(number)
            with self.subTest(number):
                self.assertEqual(read_job(as_of_version_5(job)), read_job(document_of(job)))

    def test_a_row_is_sorted_by_its_order_and_then_by_key(self):
        document = document_of(a_feeder())
        one = document["runs"]["F1"]["segments"]["1"]
        document["runs"]["F1"]["segments"] = {"b": one | {"order": 2}, "a": one | {"order": 2}, "c": one | {"order": -1.5}}
        self.assertEqual([each.key for each in read_job(document).runs["F1"].segments], ["c", "a", "b"])

    def test_a_list_is_read_in_its_order_and_written_as_a_map(self):
        run = document_of(a_feeder())["runs"]["F1"] | {"segments": [{"length_m": 3}, {"length_m": 4}]}
        job = read_job(document_of(a_feeder()) | {"runs": {"F1": run}})
        self.assertEqual([(one.key, one.order, one.length_m) for one in job.runs["F1"].segments], [("1", 1, 3), ("2", 2, 4)])
        self.assertEqual(list(document_of(job)["runs"]["F1"]["segments"]), ["1", "2"])

    def test_bounds_of_a_row_and_of_its_keys(self):
        good = document_of(a_feeder())
        one = good["runs"]["F1"]["segments"]["1"]
        for segments, where in (
            ({}, "/runs/F1/segments"),
            ({str(i): one for i in range(41)}, "/runs/F1/segments"),
            ({"-": one}, "/runs/F1/segments/-/[key]"),
            ({"a" * 17: one}, f"/runs/F1/segments/{'a' * 17}/[key]"),
            ({"1": one | {"order": 2e6}}, "/runs/F1/segments/1/order"),
            ("one", "/runs/F1/segments"),
            ([3], "/runs/F1/segments/1"),
        ):
            with self.subTest(where, n=len(segments)), self.assertRaises(InvalidJob) as refused:
                read_job(good | {"runs": {"F1": good["runs"]["F1"] | {"segments": segments}}})
            self.assertEqual(refused.exception.where, where)
        kept = good | {"runs": {"F1": good["runs"]["F1"] | {"segments": {str(i): one for i in range(40)}}}}
        self.assertEqual(len(read_job(kept).runs["F1"].segments), 40)


class Keys(unittest.TestCase):
    def test_things_keep_their_keys_and_the_rest_take_what_is_free(self):
        first, second = Segment(length_m=1).keyed("2"), Segment(length_m=2)
        self.assertEqual(list(row_document((first, second, second.keyed("2")))), ["2", "1", "3"])

    def test_a_place_lies_between_its_neighbours(self):
        row = (Leg(level_m=1, order=1), Leg(level_m=1, order=2))
        self.assertEqual([place_between(row, at) for at in range(4)], [0, 1.5, 3, 3])
        self.assertEqual(place_between((), 0), 1)

    def test_what_two_people_put_in_and_change_both_stays(self):
        """One puts a stretch in front, the other changes the second: in either order the same job comes out."""
        base = document_of(a_feeder())
        base["runs"]["F1"]["segments"]["2"] = base["runs"]["F1"]["segments"]["1"] | {"order": 2.0}
        fresh = {"length_m": 7.0, "order": 0.5}
        one = [{"op": "add", "path": "/runs/F1/segments/3-aaaaaa", "value": fresh}]
        other = [
            {"op": "replace", "path": "/runs/F1/segments/2/length_m", "value": 55.0},
            {"op": "add", "path": "/days/visits/1-bbbbbb", "value": VISIT},
        ]
        both = [read_job(patched(patched(document_of(read_job(base)), first), second)) for first, second in ((one, other), (other, one))]
        self.assertEqual(*both)
        self.assertEqual([each.length_m for each in both[0].runs["F1"].segments], [7.0, 30.0, 55.0])
        self.assertEqual(both[0].days.visits[0].kind, VisitKind.trench)

    def test_an_edit_is_said_by_the_place_in_the_row(self):
        base = document_of(a_feeder())
        base["runs"]["F1"]["segments"]["9-zzzzzz"] = base["runs"]["F1"]["segments"]["1"] | {"order": 0.5}
        said = what_changed([{"op": "replace", "path": "/runs/F1/segments/1/length_m", "value": 56.388}], base)
        self.assertEqual(said, "Feeder: stretch 2 length 185 ft")
        put = [{"op": "add", "path": "/runs/F1/segments/1/fittings/1-k3x9qz", "value": {"at_m": 3}}]
        self.assertEqual(what_changed(put, base), "Feeder: stretch 2 fittings changed")

    def test_no_answer_hangs_on_what_a_stretch_is_called(self):
        """Plan, tasks and list of a job are the same under other keys, but for the places that they point at."""
        for job in (kestrel_hollow(), *(a_job(number) for number in range(cases(40)))):
            other = renamed(job)
            with self.subTest(job.name):
                self.assertEqual(with_old_names(solve(other, None).model_dump_json()), solve(job, None).model_dump_json())

    def test_neither_do_days_and_materials(self):
        for asked in (days_plan, taken_off):
            there, other = (str(asked(worked(job))) for job in (read_job(document_of(kestrel_hollow())), renamed(kestrel_hollow())))
            self.assertEqual(with_old_names(other), there)
