"""One product for several codes: jobs move between them, starts and demos follow them, and nothing asks for a country by name."""

import ast
import inspect
import re
import unittest
from typing import get_type_hints

from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.desk.demos import DEMOS
from northspan.core.desk.rulebook_change import moved, rulebook_change
from northspan.core.desk.starts import STARTS, Answers, empty_job, started
from northspan.core.document.findings import Severity
from northspan.core.document.job import BuildingUse, Method, Units
from northspan.core.rulebooks.questions.loop import LoopRules
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.solve import solve
from northspan.core.topics.bonds.reading import solve_bench
from northspan.core.topics.bonds.setup import on_bench
from northspan.core.topics.bonds.trial import Trial
from northspan.core.working.errors import InvalidJob
from tests.run import TOP
from tests.support import a_feeder, a_segment, checked, found


class Moving(unittest.TestCase):
    def test_what_changes_in_meaning_is_listed_before_it_is_taken(self):
        change = rulebook_change(kestrel_hollow(), "ca-2021")
        said = {(one.name, one.what): (one.before, one.after) for one in change.meanings}
        self.assertEqual(said["Kiln studio", "electrodes"], ("2 rods", "not required"))
        self.assertNotIn(("Pump circuit", "ground"), said)  # raised with its wires there too
        self.assertEqual(said["House", "calculated load"], ("85 A", "100 A"))
        self.assertIn("Service drop: XHHW-2 is not known there; the rules choose", change.handed_back)

    def test_a_job_moved_there_and_back_is_planned_and_changes_nothing_of_the_property(self):
        there = moved(kestrel_hollow(), "ca-2021")
        self.assertEqual((there.rulebook, there.units), ("ca-2021", Units.metres))
        back = moved(there, "us-2023")
        self.assertEqual(back.units, Units.feet)
        for part in ("sources", "enclosures", "electrodes", "loads"):
            self.assertEqual(getattr(back, part), getattr(kestrel_hollow(), part))
        self.assertEqual(solve(there).rulebook_title, "Canadian rules, CE Code 2021")

    def test_a_method_that_is_not_known_there_gets_its_stand_in(self):
        job = a_feeder(segment={"method": Method.pvc80})
        self.assertEqual(moved(job, "ca-2021").runs["F1"].segments[0].method, Method.pvc40)

    def test_an_unknown_rulebook_is_refused(self):
        with self.assertRaisesRegex(InvalidJob, "no rulebook xx"):
            rulebook_change(kestrel_hollow(), "xx")

    def test_a_product_of_one_stretch_that_is_not_known_there_is_handed_back_and_said(self):
        for book in rulebook_names():
            named = rulebook_named(book).wires.insulations()
            for to in rulebook_names():
                for product in set(named) - set(rulebook_named(to).wires.insulations()):
                    job = checked(a_feeder(20, 20), rulebook=book)
                    (one,) = job.runs["F1"].segments
                    run = job.runs["F1"].model_copy(
                        update={"segments": (one.model_copy(update={"insulation": product}),), "terminals": "unmarked"}
                    )
                    change = rulebook_change(checked(job, runs={"F1": run}), to)
                    self.assertTrue(any(f"{product} of stretch 1" in said for said in change.handed_back), (book, to, product))


class Questions(unittest.TestCase):
    def test_each_code_answers_each_question_with_the_same_parameters_and_defaults(self):
        for name in rulebook_names():
            answers_every_question(self, rulebook_named(name))

    def test_a_topic_stays_small_enough_to_be_read_at_once(self):
        for topic, kind in (pair for pair in get_type_hints(Rulebook).items() if inspect.isclass(pair[1])):
            self.assertLessEqual(sum(inspect.isfunction(one) and name[0] != "_" for name, one in vars(kind).items()), 12, topic)


def answers_every_question(test: unittest.TestCase, book: Rulebook) -> None:
    for topic, kind in get_type_hints(Rulebook).items():
        answers = getattr(book, topic)
        if answers is None or topic in {"id", "title", "not_covered", "goods", "looked_at", "tested"}:
            continue
        for question, asked in vars(LoopRules if topic == "loop" else kind).items():
            if inspect.isfunction(asked) and question[0] != "_":
                with test.subTest(book.id, topic=topic, question=question):
                    test.assertEqual(parameters(getattr(answers, question)), parameters(asked))


def parameters(function):
    return [(one.name, one.default, one.kind) for one in inspect.signature(function).parameters.values() if one.name != "self"]


class Every(unittest.TestCase):
    def test_each_rulebook_has_its_demo_and_its_demo_has_mistakes_to_find(self):
        self.assertEqual(set(DEMOS), set(rulebook_names()))
        for name, demo in DEMOS.items():
            with self.subTest(name):
                job = demo()
                plan = solve(job)
                self.assertEqual(job.rulebook, name)
                self.assertTrue(all(run.sized for run in plan.runs.values()))
                wrong = [one for one in plan.findings if one.severity in {Severity.stop, Severity.fix}]
                self.assertGreater(len(wrong), 4)
                self.assertTrue(solve_bench(*on_bench(job, Trial())).enclosures)

    def test_lac_sureau_has_its_mistakes(self):
        plan = solve(DEMOS["ca-2021"]())
        for words in ("Sauna panel: neutral and ground", "cover 400 mm is below 450 mm", "voltage drop in this run 4.4 %", "Camp: 1 of 2 rods",
                      "2.44 m in the soil, 3 m is the least", "neutral is grounded again at Sugar shack"):  # fmt: skip
            self.assertTrue(found(plan, words), words)

    def test_every_start_can_be_laid_out_under_every_rulebook(self):
        for name in rulebook_names():
            self.assertEqual(moved(empty_job("New"), name).rulebook, name)
            for key in STARTS:
                with self.subTest(rulebook=name, start=key):
                    answers = Answers(
                        name="New",
                        length_m=30,
                        load_a=40,
                        rating_kva=12,
                        floor_m2=140,
                        heating_va=6000,
                        service_a=200,
                        service_length_m=20,
                        transformer_kva=25,
                        diversion_w=12_000,
                    )
                    plan = solve(moved(started(key, answers), name))
                    self.assertTrue(any(run.sized for run in plan.runs.values()))

    def test_every_rulebook_cites_the_same_topics_and_names_the_same_things(self):
        books = [rulebook_named(name) for name in rulebook_names()]
        for book in books:
            with self.subTest(book.id):
                self.assertTrue(
                    all(vars(book.words.dialect).values()) if hasattr(book.words.dialect, "__dict__") else book.words.dialect.panel
                )
                self.assertIn(book.wires.default_insulation(book.wires.metals()[0], (a_segment(),)), book.wires.insulations())
                self.assertTrue(book.drops.drop_citation("feeder") and book.words.cite("one_bond"))

    def test_no_article_is_asked_for_that_a_rulebook_lacks(self):
        topics = set()
        for path in (TOP / "northspan/core").rglob("*.py"):
            for node in ast.walk(ast.parse(path.read_text())):
                if isinstance(node, ast.Call) and getattr(node.func, "attr", getattr(node.func, "id", "")) == "cite":
                    topics |= {arg.value for arg in node.args if isinstance(arg, ast.Constant)}
        self.assertGreater(len(topics), 15)
        for name in rulebook_names():
            for topic in topics:
                self.assertTrue(rulebook_named(name).words.cite(topic), (name, topic))

    def test_nothing_outside_the_rulebooks_asks_for_a_country(self):
        asks = re.compile(r"""(===?|!==?|startswith\(|startsWith\(|\bin \{)\s*['"](us|ca|uk)(-\d+)?['"]""")
        for path in [*(TOP / "northspan").rglob("*.py"), *(TOP / "web/src").rglob("*.vue"), *(TOP / "web/src").rglob("*.ts")]:
            if "rulebooks" not in path.parts and path.name != "schema.d.ts":
                self.assertIsNone(asks.search(path.read_text()), path)
        self.assertTrue(asks.search('if book.id == "ca-2021":'))  # the look itself works

    def test_the_demos_job_file_is_read_again(self):
        for demo in DEMOS.values():
            self.assertEqual(checked(demo()), demo())


class NotCovered(unittest.TestCase):
    def test_the_page_says_what_the_screen_says(self):
        page = (TOP / "docs/limits.md").read_text()
        for name in rulebook_names():
            book = rulebook_named(name)
            self.assertIn(f"## {book.title}", page)
            for line in book.not_covered:
                self.assertIn(f"- {line}\n", page, name)

    def test_two_dwellings_behind_one_supply_are_said(self):
        for make in DEMOS.values():
            job = make()
            self.assertFalse(found(solve(job), "rules for several dwellings"))
            fed = {job.enclosures[run.target].building for run in job.runs.values() if run.target in job.enclosures and not run.alternate}
            other = min(key for key in fed if job.buildings[key].use != "dwelling" and job.buildings[key].status != "remove")
            home = job.buildings[other].model_copy(update={"use": BuildingUse.dwelling, "floor_m2": 60})
            both = job.model_copy(update={"buildings": job.buildings | {other: home}})
            self.assertTrue(found(solve(both), "are dwellings behind one supply"), job.rulebook)
