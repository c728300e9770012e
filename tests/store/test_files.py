"""Copies of the database put back and refused: whatever is done, what was there can be had again."""

import sqlite3
import tempfile
import unittest
from contextlib import closing
from pathlib import Path

from northspan.store.database import FILE_NAME, DatabaseUnfit, InUse, copy_database, holding, open_database, put_back
from tests.support import a_feeder, service_over


def names(file):
    with closing(sqlite3.connect(file)) as connection:
        return [row[0] for row in connection.execute("SELECT name FROM jobs")]


def rename(file, name):
    with closing(sqlite3.connect(file)) as connection, connection:
        connection.execute("UPDATE jobs SET name = ?", (name,))


class Copies(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        engine = open_database(self.folder)
        service_over(engine).add(a_feeder(), "")
        engine.dispose()
        self.database = self.folder / FILE_NAME
        rename(self.database, "first")

    def test_every_restore_keeps_what_was_there_under_a_name_of_its_own(self):
        copy = self.folder / "copy.sqlite3"
        copy_database(self.database, copy)
        rename(self.database, "second")
        one = put_back(copy, self.folder)
        rename(self.database, "third")
        two = put_back(copy, self.folder)
        self.assertEqual([names(file) for file in (self.database, one, two, copy)], [["first"], ["second"], ["third"], ["first"]])

    def test_the_kept_copy_itself_can_be_put_back(self):
        copy = self.folder / "copy.sqlite3"
        copy_database(self.database, copy)
        rename(self.database, "second")
        kept = put_back(copy, self.folder)
        self.assertEqual((names(self.database), names(kept)), (["first"], ["second"]))
        put_back(kept, self.folder)
        self.assertEqual((names(self.database), names(kept)), (["second"], ["second"]))

    def test_what_is_no_copy_is_refused_and_nothing_changes(self):
        empty, text, foreign, newer = (self.folder / name for name in ("empty", "text", "foreign", "newer"))
        empty.touch()
        text.write_text("not a database at all, but long enough to be one" * 100)
        with closing(sqlite3.connect(foreign)) as connection, connection:
            connection.execute("CREATE TABLE birds (name TEXT)")
        copy_database(self.database, newer)
        with closing(sqlite3.connect(newer)) as connection, connection:
            connection.execute("UPDATE alembic_version SET version_num = 'ffff'")
        before = self.database.read_bytes()
        for file, words in ((empty, "is empty"), (text, "damaged, or no database"), (foreign, "no table alembic_version"), (newer, "newer North Span"),
                            (self.database, "the database itself")):  # fmt: skip
            with self.subTest(words), self.assertRaisesRegex(DatabaseUnfit, words):
                put_back(file, self.folder)
        with self.assertRaises(FileNotFoundError):
            put_back(self.folder / "none", self.folder)
        self.assertEqual(self.database.read_bytes(), before)
        self.assertEqual(list(self.folder.glob("*before-restore*")), [])

    def test_it_waits_for_no_server_and_harms_none(self):
        copy = self.folder / "copy.sqlite3"
        copy_database(self.database, copy)
        serving = holding(self.folder, alone=False)
        with serving, holding(self.folder, alone=False), self.assertRaisesRegex(InUse, "a server runs on it; stop it first"):
            put_back(copy, self.folder)  # two servers run on it
        put_back(copy, self.folder)
        with holding(self.folder, alone=True), self.assertRaisesRegex(InUse, "being put back"), holding(self.folder, alone=False):
            self.fail("held twice")

    def test_a_copy_never_lands_on_the_database_nor_on_somebody_elses_file(self):
        note = self.folder / "note.txt"
        note.write_text("mine")
        for target, words in ((self.database, "the database itself"), (note, "is there already"), (self.folder, "is a folder")):
            with self.subTest(words), self.assertRaisesRegex(DatabaseUnfit, words):
                copy_database(self.database, target)
        self.assertEqual((note.read_text(), names(self.database)), ("mine", ["first"]))
        link = self.folder / "link.sqlite3"
        link.symlink_to(self.database)
        with self.assertRaisesRegex(DatabaseUnfit, "the database itself"):
            copy_database(self.database, link)

    def test_a_damaged_database_is_kept_as_it_is_and_replaced(self):
        copy = self.folder / "copy.sqlite3"
        copy_database(self.database, copy)
        damaged = self.database.read_bytes()[:100] + b"\xff" * 8000
        self.database.write_bytes(damaged)
        kept = put_back(copy, self.folder)
        self.assertEqual((names(self.database), kept.read_bytes()), (["first"], damaged))

    def test_a_newer_or_damaged_one_is_not_opened(self):
        with closing(sqlite3.connect(self.database)) as connection, connection:
            connection.execute("UPDATE alembic_version SET version_num = 'ffff'")
        with self.assertRaisesRegex(DatabaseUnfit, "newer North Span"):
            open_database(self.folder)
