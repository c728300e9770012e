"""The command line: the same answers as JSON, wrong input exits 2 with one clear line."""

import contextlib
import io
import json
import sqlite3
import subprocess
import sys
import tempfile
import unittest
from contextlib import closing
from pathlib import Path
from unittest.mock import patch

from northspan.cli import main
from northspan.core.calculators import CALCULATORS
from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.document.job import VERSION
from northspan.core.solve import solve
from northspan.store.attachments import FOLDER, Attachments
from tests.run import TOP
from tests.support import examples


class Commands(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.enterContext(patch.dict("os.environ", {"NORTHSPAN_DATA": str(self.folder / "data")}))

    def say(self, *arguments, given=""):
        out, err = io.StringIO(), io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(err), patch("sys.stdin", io.StringIO(given)):
            code = main([str(argument) for argument in arguments])
        return code, out.getvalue(), err.getvalue()

    def a_file(self, text):
        path = self.folder / "job.json"
        path.write_text(text)
        return path

    def test_solve_prints_the_plan(self):
        code, out, _ = self.say("solve", self.a_file(kestrel_hollow().model_dump_json()))
        self.assertEqual((code, json.loads(out)), (0, json.loads(solve(kestrel_hollow(), None).model_dump_json())))

    def test_calc_feeder_prints_the_answer(self):
        code, out, _ = self.say("calc", "feeder", given='{"load_a": 70, "length_m": 56.4, "terminals": "75"}')
        self.assertEqual((code, json.loads(out)["run"]["headline"]), (0, "1 AWG aluminum, 80 A"))

    def test_every_example_in_the_docs_runs_and_says_what_it_says(self):
        for name, given, said in examples():
            code, out, err = self.say("calc", name, given=given)
            self.assertEqual(code, 0, err)
            answer = json.loads(out)
            part = answer.get("run", answer)
            self.assertEqual({key: part[key] for key in said}, said)
        self.assertEqual({name for name, _, _ in examples()}, set(CALCULATORS))

    def test_wrong_input_exits_2_with_one_clear_line(self):
        good = kestrel_hollow().model_dump_json()
        cases = [
            (("solve", self.folder / "none.json"), "", "No such file"),
            (("solve", self.a_file("{")), "", "not JSON: Expecting property name"),
            (("calc", "feeder"), '{"load_a": NaN, "length_m": 3}', "NaN is no number"),
            (("calc", "feeder"), '{"load_a": -1, "length_m": 3}', "/load_a: this must be more than 0 A. Got -1 A."),
            (("calc", "feeder"), '{"load_a": 9, "length_m": 3, "conductor_size": "5"}', "no conductor of size 5"),
            (("calc", "feeder"), "[" * 100_000, "nested too deeply"),
            (("calc", "feeder"), '{"load_a": 1e999, "length_m": 3}', "larger than any figure"),
            (("calc", "feeder"), '{"insulation": "\\udc00", "load_a": 9, "length_m": 3}', "half of a surrogate pair"),
            (("restore", self.folder / "none.sqlite3"), "", "there is no file"),
            (("backup", self.folder / "copy.sqlite3"), "", "there is no file"),
        ]
        for arguments, given, words in cases:
            with self.subTest(words):
                code, out, err = self.say(*arguments, given=given)
                self.assertEqual((code, out, err.count("\n")), (2, "", 1))
                self.assertIn(words, err)
                self.assertTrue(err.startswith("northspan: "))
        code, _, err = self.say("solve", self.a_file(good.replace(f'"version":{VERSION}', '"version":7')))
        self.assertEqual(code, 2)
        self.assertIn(f"/version: the file is of version 7; this program reads up to {VERSION}.", err)

    def test_demo_only_fills_an_empty_database(self):
        said = self.say("demo")[1]
        self.assertIn("Kestrel Hollow is ready", said)
        self.assertIn("Made-up prices of three simulated shops", said)
        self.assertEqual(self.say("demo")[1], "")

    def test_backup_and_restore(self):
        self.say("demo")
        copy = self.folder / "copy.sqlite3"
        self.assertEqual(self.say("backup", copy)[0], 0)
        database = self.folder / "data/northspan.sqlite3"
        with closing(sqlite3.connect(database)) as connection, connection:
            connection.execute("UPDATE jobs SET name = 'Changed'")
        code, out, _ = self.say("restore", copy)
        self.assertEqual((code, "before-restore" in out), (0, True))
        with closing(sqlite3.connect(database)) as connection:
            self.assertIn(("Kestrel Hollow",), connection.execute("SELECT name FROM jobs").fetchall())
        self.assertEqual(self.say("check")[0], 0)

    def test_photos_and_papers_go_along_and_are_proved(self):
        self.say("demo")
        kept = Attachments(self.folder / "data" / FOLDER)
        digest = kept.keep(b"a permit")
        copy = self.folder / "copy.sqlite3"
        self.assertIn("with 1 photos and papers", self.say("backup", copy)[1])
        file = self.folder / "data" / FOLDER / digest[:2] / digest
        file.write_bytes(b"another")
        self.assertIn("damaged", self.say("check")[2])
        file.unlink()
        self.assertEqual(self.say("restore", copy)[0], 0)
        self.assertEqual((kept.read(digest), self.say("check")[0]), (b"a permit", 0))

    def test_check_says_when_the_database_is_damaged(self):
        self.say("demo")
        database = self.folder / "data/northspan.sqlite3"
        for beside in database.parent.glob("*-wal"):
            beside.unlink()
        database.write_bytes(database.read_bytes()[:100] + b"\xff" * 8000)
        for command in ("check", "demo", "serve", "backup"):
            code, _, err = self.say(command, *([self.folder / "copy.sqlite3"] if command == "backup" else []))
            self.assertEqual((code, "damaged" in err, err.count("\n")), (2, True, 1), err)

    def test_a_database_of_a_newer_program_is_named_as_such(self):
        self.say("demo")
        with closing(sqlite3.connect(self.folder / "data/northspan.sqlite3")) as connection, connection:
            connection.execute("UPDATE alembic_version SET version_num = 'ffff'")
        for command in ("check", "demo", "serve"):
            code, _, err = self.say(command)
            self.assertEqual((code, err.count("\n")), (2, 1))
            self.assertIn("written by a newer North Span", err)

    def test_the_program_as_a_person_starts_it(self):
        done = subprocess.run(
            [sys.executable, "-m", "northspan", "calc", "feeder"], input="{}", capture_output=True, text=True, cwd=TOP, check=False
        )
        self.assertEqual((done.returncode, done.stdout), (2, ""))
        self.assertEqual(done.stderr, "northspan: /load_a: this is missing.\n")
