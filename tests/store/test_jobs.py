"""The store: every accepted edit a revision, undo and redo by revisions, nothing lost."""

import json
import sqlite3
import tempfile
import threading
import unittest
from contextlib import closing
from pathlib import Path

from alembic.autogenerate import compare_metadata
from alembic.migration import MigrationContext
from hypothesis import given, settings
from hypothesis import strategies as st
from sqlalchemy import event, inspect

from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.document.ledger import NoSuchJob, NothingToDo, Stale
from northspan.core.document.patching import what_changed
from northspan.core.working.errors import InvalidJob, NoSolution, OutsideTable
from northspan.store import database
from northspan.store.database import FILE_NAME, DatabaseUnfit, copy_database, migrate, open_database
from northspan.store.jobs import Jobs
from northspan.store.models import Base
from tests.support import a_feeder, service_over


def setting(path, value):
    return [{"op": "add", "path": path, "value": value}]


class StoreCase(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.engine = open_database(self.folder)
        self.addCleanup(self.engine.dispose)
        self.jobs, self.kept = service_over(self.engine), Jobs(self.engine)


class Edits(StoreCase):
    def setUp(self):
        super().setUp()
        self.job_id = self.jobs.add(a_feeder(70), "A. Able").id

    def edit(self, path, value, who=""):
        now = self.jobs.get(self.job_id)
        return self.jobs.edit(self.job_id, now.revision, setting(path, value), who)

    def load(self):
        return self.jobs.get(self.job_id).job.runs["F1"].load_a

    def test_an_edit_is_the_next_revision_with_who_and_what(self):
        stored = self.edit("/runs/F1/load_a", 80, "B. Baker")
        self.assertEqual((stored.revision, stored.can_undo, stored.can_redo), (2, True, False))
        lines = [(r.number, r.kind, r.who, r.what) for r in self.kept.history(self.job_id)]
        self.assertEqual(lines, [(2, "edit", "B. Baker", "Feeder: load 80 A"), (1, "created", "A. Able", "created")])

    def test_undo_and_redo_walk_back_and_forth(self):
        for load_a in (80, 90):
            self.edit("/runs/F1/load_a", load_a)
        seen = []
        for step in ("undo", "undo", "redo", "redo", "undo"):
            now = self.jobs.get(self.job_id)
            stored = getattr(self.jobs, step)(self.job_id, now.revision, "")
            seen.append((stored.job.runs["F1"].load_a, stored.can_undo, stored.can_redo))
        self.assertEqual(seen, [(80, True, True), (70, False, True), (80, True, True), (90, True, False), (80, True, True)])
        self.edit("/runs/F1/load_a", 60)  # a new edit closes the way forward
        self.assertFalse(self.jobs.get(self.job_id).can_redo)

    def test_nothing_to_undo_or_redo(self):
        for step in (self.jobs.undo, self.jobs.redo):
            with self.assertRaises(NothingToDo):
                step(self.job_id, 1, "")

    def test_a_stale_edit_is_refused_and_changes_nothing(self):
        self.edit("/runs/F1/load_a", 80)
        for step in (lambda: self.jobs.edit(self.job_id, 1, setting("/runs/F1/load_a", 5), ""), lambda: self.jobs.undo(self.job_id, 1, "")):
            with self.assertRaises(Stale) as stale:
                step()
            self.assertEqual((stale.exception.wanted, stale.exception.current), (1, 2))
        self.assertEqual((self.load(), self.jobs.get(self.job_id).revision), (80, 2))

    def test_a_bad_edit_is_refused_and_changes_nothing(self):
        cases = [
            ([{"op": "replace", "path": "/runs/F9/load_a", "value": 3}], "no such place"),
            ([{"op": "test", "path": "/name", "value": "Other"}], "the value there is another"),
            (setting("/runs/F1/load_a", -1), "more than 0 A"),
            (setting("/runs/F1/conductor_size", "5"), "no conductor of size 5"),
            (setting("/runs/F1/origin", "P9"), "there is no P9"),
            ([*setting("/runs/F1/load_a", 90), {"op": "remove", "path": "/runs/F9"}], "operation 2 of the edit, remove"),
            (setting("", []), "not a North Span job"),
        ]
        for patch, words in cases:
            with self.subTest(words), self.assertRaisesRegex((InvalidJob, OutsideTable, NoSolution), words):
                self.jobs.edit(self.job_id, 1, patch, "")
        self.assertEqual((self.load(), self.jobs.get(self.job_id).revision), (70, 1))

    def test_no_such_job(self):
        for step in (self.jobs.get, self.kept.history):
            with self.assertRaises(NoSuchJob):
                step("nowhere")

    def test_what_changed_in_words(self):
        cases = [
            (setting("/runs/F1/conductor_size", None), "Feeder: conductor size handed back to the rules"),
            ([{"op": "remove", "path": "/electrodes/E3"}], "electrodes E3: removed"),
            (setting("/runs/F1/segments/2/length_m", 56.388), "Feeder: stretch 2 length 185 ft"),
            ([{"op": "test", "path": "/name", "value": 1}], ""),
            (setting("/electrodes/E9", {"name": "Rod"}), "electrodes E9: added"),
            (setting("/name", "Other"), "name: Other"),
            (setting("/calls/rods", {"school": "one_proved"}), "calls rods: added"),
            (setting("/drop_limits/way_percent", 4), "drop limits way: 4 %"),
        ]
        document = json.loads(a_feeder().model_dump_json())
        stretches = document["runs"]["F1"]["segments"]
        stretches["2"] = stretches["1"] | {"order": 2}
        for patch, words in cases:
            self.assertEqual(what_changed(patch, document), words)

    @settings(max_examples=15)
    @given(st.lists(st.sampled_from([10.0, 20.0, 30.0, "undo", "redo"]), max_size=12))
    def test_undo_and_redo_are_those_of_any_editor(self, steps):
        job_id = self.jobs.add(a_feeder(70), "").id
        states, at = [70.0], 0
        for step in steps:
            now = self.jobs.get(job_id)
            if step == "undo":
                if at:
                    at -= 1
                    self.jobs.undo(job_id, now.revision, "")
            elif step == "redo":
                if at + 1 < len(states):
                    at += 1
                    self.jobs.redo(job_id, now.revision, "")
            else:
                states, at = [*states[: at + 1], step], at + 1
                self.jobs.edit(job_id, now.revision, setting("/runs/F1/load_a", step), "")
            stored = self.jobs.get(job_id)
            self.assertEqual(stored.job.runs["F1"].load_a, states[at])
            self.assertEqual((stored.can_undo, stored.can_redo), (at > 0, at + 1 < len(states)))

    def test_questions_to_the_database_do_not_grow_with_the_history(self):
        asked = []
        event.listen(self.engine, "before_cursor_execute", lambda *args: asked.append(args[2]) if "BEGIN" not in args[2] else None)
        self.jobs.get(self.job_id)
        self.assertEqual(len(asked), 1, asked)
        for load_a in (80, 90, 100):
            now = self.jobs.get(self.job_id)
            asked.clear()
            self.jobs.edit(self.job_id, now.revision, setting("/runs/F1/load_a", load_a), "")
            self.assertEqual([statement.split()[0] for statement in asked], ["SELECT", "SELECT", "UPDATE", "INSERT"])


class Together(StoreCase):
    def test_two_writers_queue_and_lose_nothing(self):
        job_id = self.jobs.add(a_feeder(70), "").id
        kept = []

        def write(name):
            jobs, done = service_over(self.engine), 0
            while done < 40:
                now = jobs.get(job_id)
                try:
                    stored = jobs.edit(job_id, now.revision, setting("/notes", f"{name} {done}"), name)
                except Stale:
                    continue
                kept.append((stored.revision, name, done))
                done += 1

        writers = [threading.Thread(target=write, args=(name,)) for name in ("left", "right")]
        for writer in writers:
            writer.start()
        for writer in writers:
            writer.join()
        self.assertEqual(sorted(r for r, _, _ in kept), list(range(2, 82)))
        history = {r.number: r.who for r in self.kept.history(job_id)}
        self.assertEqual({r: name for r, name, _ in kept}, {n: who for n, who in history.items() if n > 1})


class Files(StoreCase):
    def test_a_reopened_database_has_everything(self):
        job_id = self.jobs.add(kestrel_hollow(), "").id
        self.engine.dispose()
        again = open_database(self.folder)
        self.addCleanup(again.dispose)
        self.assertEqual(service_over(again).get(job_id).job, kestrel_hollow())

    def test_migrations_go_up_and_down(self):
        tables = {"jobs", "revisions", "library"}
        self.assertLessEqual(tables, set(inspect(self.engine).get_table_names()))
        migrate(self.engine, "base")
        self.assertFalse(tables & set(inspect(self.engine).get_table_names()))
        migrate(self.engine)
        self.assertLessEqual(tables, set(inspect(self.engine).get_table_names()))
        self.jobs.add(a_feeder(), "")

    def test_the_models_and_the_migrations_agree(self):
        with self.engine.connect() as connection:
            self.assertEqual(compare_metadata(MigrationContext.configure(connection), Base.metadata), [])

    def test_write_ahead_and_full_sync(self):
        with self.engine.connect() as connection:
            for pragma, value in (("journal_mode", "wal"), ("synchronous", 2), ("foreign_keys", 1)):
                self.assertEqual(connection.exec_driver_sql(f"PRAGMA {pragma}").scalar(), value)

    def test_a_copy_is_whole_and_a_damaged_source_is_refused(self):
        job_id = self.jobs.add(a_feeder(), "").id
        copy = self.folder / "copies" / "backup.sqlite3"
        copy_database(self.folder / FILE_NAME, copy)
        with closing(sqlite3.connect(copy)) as connection:
            self.assertEqual(connection.execute("SELECT id FROM jobs").fetchall(), [(job_id,)])
        damaged = self.folder / "damaged.sqlite3"
        damaged.write_bytes(b"SQLite format 3\0" + b"\xff" * 8000)
        before = copy.read_bytes()
        with self.assertRaisesRegex(DatabaseUnfit, "damaged, or no database"):
            copy_database(damaged, copy)
        self.assertEqual(copy.read_bytes(), before)
        with self.assertRaisesRegex(FileNotFoundError, "there is no file"):
            copy_database(self.folder / "none.sqlite3", copy)

    def test_every_migration_has_its_way_back(self):
        for path in (database.MIGRATIONS / "versions").glob("*.py"):
            self.assertIn("def downgrade", path.read_text())
            self.assertRegex(path.name, r"^\d{8}_[0-9a-f]{4}_\w+\.py$")
