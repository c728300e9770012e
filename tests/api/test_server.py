"""The served program: killed while saving, and edited by two at once."""

import http.client
import random
import sqlite3
import tempfile
import threading
import unittest
import urllib.error
from contextlib import closing
from pathlib import Path

from northspan.store.database import FILE_NAME
from tests.server import Server

DROPPED = (urllib.error.URLError, http.client.HTTPException, ConnectionError)


class Killed(unittest.TestCase):
    def test_kill_9_while_saving_loses_no_acknowledged_edit(self):
        dice = random.Random(7)
        with tempfile.TemporaryDirectory() as folder:
            server = Server(Path(folder))
            acknowledged = {1: ""}
            job_id = ""
            for round_ in range(4):
                server.start()
                if not job_id:
                    job_id = server.ask("POST", "/api/jobs", {"start": "demo"})[1]["id"]
                revision, count = server.ask("GET", f"/api/jobs/{job_id}")[1]["revision"], 0
                killer = threading.Timer(dice.random() * 0.3, server.kill)
                last = 3 + dice.randrange(6)  # counted, so that a slow machine has as many edits behind it as a quick one
                try:
                    while True:
                        note = f"round {round_} edit {count}"
                        patch = [{"op": "add", "path": "/notes", "value": note}]
                        status, state = server.ask("PATCH", f"/api/jobs/{job_id}?focus=", patch, If_Match=f'"{revision}"')
                        self.assertEqual(status, 200)
                        revision, count = state["revision"], count + 1
                        acknowledged[revision] = note
                        if count == last:
                            killer.start()
                except DROPPED:
                    killer.join()
                self.check(Path(folder) / FILE_NAME, job_id, acknowledged)
            self.assertGreater(len(acknowledged), 10)

    def check(self, file, job_id, acknowledged):
        with closing(sqlite3.connect(file)) as connection:
            self.assertEqual(connection.execute("PRAGMA integrity_check").fetchone()[0], "ok")
            rows = connection.execute(
                "SELECT number, json_extract(document, '$.notes') FROM revisions WHERE job_id = ? ORDER BY number", [job_id]
            ).fetchall()
            head = connection.execute("SELECT head FROM jobs WHERE id = ?", [job_id]).fetchone()[0]
        self.assertEqual([number for number, _ in rows], list(range(1, head + 1)))
        kept = dict(rows)
        for number, note in acknowledged.items():
            if number > 1:
                self.assertEqual(kept[number], note)


class Stopped(unittest.TestCase):
    def test_the_port_is_free_again_and_the_data_is_there(self):
        with tempfile.TemporaryDirectory() as folder:
            server = Server(Path(folder)).start()
            job_id = server.ask("POST", "/api/jobs", {"start": "empty", "name": "Kept"})[1]["id"]
            server.stop()
            server.start()
            self.assertEqual(server.ask("GET", f"/api/jobs/{job_id}")[1]["job"]["name"], "Kept")
            server.stop()
