"""Formulas are worked and printed from one text; job documents are read and brought up to date."""

import json
import unittest

from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.document.job import VERSION
from northspan.core.document.upgrade import read_job
from northspan.core.solve import solve
from northspan.core.working.errors import InvalidJob
from northspan.core.working.formula import compiled, figure
from northspan.core.working.worked import Worked, at_most, step
from tests.support import a_feeder


class Formulas(unittest.TestCase):
    def test_value_and_print_come_from_one_text(self):
        cases = [
            ("2 * I * Z * L / 1000", {"I": 70.0, "Z": 0.25, "L": 185.0}, 6.475, "2 × 70 × 0.25 × 185 / 1000"),
            ("a - (b - c)", {"a": 9.0, "b": 5.0, "c": 2.0}, 6.0, "9 − (5 − 2)"),
            ("a / (b / c)", {"a": 8.0, "b": 4.0, "c": 2.0}, 4.0, "8 / (4 / 2)"),
            ("(a + b) * c", {"a": 1.0, "b": 2.0, "c": 3.0}, 9.0, "(1 + 2) × 3"),
            ("-a ** 2", {"a": 3.0}, -9.0, "−3^2"),
            ("max(a, sqrt(b))", {"a": 1.0, "b": 16.0}, 4.0, "max(1; sqrt(16))"),
        ]
        for text, figures, value, work_lines in cases:
            with self.subTest(text):
                self.assertEqual((compiled(text).value(figures), compiled(text).filled(figures)), (value, work_lines))

    def test_nothing_but_arithmetic(self):
        for text in ("__import__('os')", "a.b", "[1]", "a if b else c", "lambda: 1", "'x'", "a == b", "open(a)", "a @ b"):
            with self.subTest(text), self.assertRaises(ValueError):
                compiled(text)

    def test_figures(self):
        for number, text in (
            (0, "0"),
            (0.20, "0.2"),
            (83690, "83690"),
            (0.00643, "0.00643"),
            (99.996, "100"),
            (-2.5, "−2.5"),
            (1e-5, "0.00001"),
        ):
            with self.subTest(number=number):
                self.assertEqual(figure(number), text)

    def test_what_governs_is_the_least_room(self):
        margins = (at_most("a", "a", 5, 10, "A", ""), at_most("b", "b", 9, 10, "A", ""))
        self.assertEqual(Worked(1, (), margins).governs.key, "b")
        self.assertIsNone(Worked(1).governs)
        self.assertEqual([at_most("a", "", used, 10, "", "").holds for used in (10, 10.0000001)], [True, False])
        self.assertFalse(at_most("a", "", 1, 0, "", "").holds)

    def test_an_unknown_figure_is_a_mistake_of_ours(self):
        with self.assertRaisesRegex(TypeError, "'b'"):
            step("x", "x", "a + b", "", "", a=1.0)


class Documents(unittest.TestCase):
    def test_a_job_comes_back_as_it_was(self):
        job = kestrel_hollow()
        self.assertEqual(read_job(json.loads(job.model_dump_json())), job)

    def test_version_1_is_brought_up_to_date(self):
        job = json.loads(a_feeder(60, 42).model_dump_json())
        run = job["runs"]["F1"]
        segment = run.pop("segments")["1"]
        segment = {
            name: segment[name]
            for name in ("length_m", "method", "place", "surface", "ambient_c", "other_carrying", "bends_deg", "cover_m")
        }
        old = job | {"version": 1, "runs": {"F1": run | segment}}
        new = read_job(old)
        self.assertEqual(new.version, VERSION)
        self.assertEqual(new, a_feeder(60, 42))
        self.assertEqual(solve(new), solve(a_feeder(60, 42)))

    def test_what_is_refused_and_why(self):
        good = json.loads(a_feeder().model_dump_json())
        segment = {"length_m": -3}
        cases = [
            ([], "/format", "not a North Span job"),
            (good | {"format": "other"}, "/format", "northspan-job"),
            (good | {"version": 99}, "/version", "reads up to 6"),
            (good | {"version": "2"}, "/version", "not a whole number"),
            (good | {"version": True}, "/version", "not a whole number"),
            (good | {"version": 0}, "/version", "not a whole number"),
            (good | {"colour": "red"}, "/colour", "no such field"),
            (good | {"name": " "}, "/name", "at least a letter"),
            (good | {"version": 1, "runs": []}, "/runs", "a map"),
            (good | {"version": 1, "runs": {"F1": 3}}, "/runs/F1", "a map"),
            (
                good | {"runs": {"F1": good["runs"]["F1"] | {"segments": [segment]}}},
                "/runs/F1/segments/1/length_m",
                "from 0.4 in up. Got -10 ft.",
            ),
            (good | {"runs": {"a/b": good["runs"]["F1"]}}, "/runs/a~1b/[key]", "should match pattern"),
        ]
        metric = good | {"units": "metres", "runs": {"F1": good["runs"]["F1"] | {"segments": [segment]}}}
        cases.append((metric, "/runs/F1/segments/1/length_m", "from 10 mm up. Got -3 m."))
        hot = good | {"runs": {"F1": good["runs"]["F1"] | {"segments": [{"length_m": 3, "ambient_c": 90}]}}}
        cases.append((hot, "/runs/F1/segments/1/ambient_c", "up to 176 °F. Got 194 °F."))
        for document, where, words in cases:
            with self.subTest(where, words=words), self.assertRaisesRegex(InvalidJob, words) as refused:
                read_job(document)
            self.assertEqual(refused.exception.where, where)
