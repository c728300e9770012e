"""The HTTP surface: the ordinary path, hostile input, and who may ask."""

import gzip
import json
import sqlite3
import tempfile
import time
import unittest
from contextlib import closing
from pathlib import Path
from unittest.mock import patch

import schemathesis
from hypothesis import given, settings
from schemathesis import GenerationMode
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import content_type_conformance, response_schema_conformance, status_code_conformance
from sqlalchemy import event

from northspan.api import create_app
from northspan.api.settings import Config, config_from_environment
from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.desk.starts import empty_job
from northspan.core.document.job import VERSION
from northspan.core.solve import solve, worked
from northspan.service import Service
from northspan.store.jobs import Jobs
from tests.amounts import cases
from tests.support import a_feeder, a_property_of, checked


class ApiCase(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        folder = tempfile.TemporaryDirectory()
        cls.addClassCleanup(folder.cleanup)
        cls.app = create_app(Config(Path(folder.name), hosts=("span.example",)))
        cls.app.testing = True
        cls.jobs: Service = cls.app.extensions["northspan_service"]
        cls.kept: Jobs = cls.app.extensions["northspan_jobs"]
        cls.addClassCleanup(cls.kept._engine.dispose)

    def setUp(self):
        self.client = self.app.test_client()
        self.client.environ_base["CONTENT_TYPE"] = "application/json"  # as the product's own pages send it
        self.stored = self.jobs.add(a_feeder(70), "")
        self.url = f"/api/jobs/{self.stored.id}"

    def edit(self, patch, revision=1, **headers):
        return self.client.patch(self.url, json=patch, headers={"If-Match": f'"{revision}"'} | headers)

    def problem(self, answer, status):
        self.assertEqual(answer.status_code, status, answer.text)
        self.assertEqual(answer.mimetype, "application/problem+json")
        body = answer.get_json()
        self.assertEqual(body["status"], status)
        self.assertRegex(body["type"], r"^/errors#[a-z-]+$")
        self.assertTrue(body["detail"])
        return body

    def unchanged(self):
        now = self.jobs.get(self.stored.id)
        self.assertEqual((now.revision, now.job), (1, self.stored.job))


class Ordinary(ApiCase):
    def test_start_read_edit_undo_redo(self):
        made = self.client.post(
            "/api/jobs", json={"start": "detached_panel", "name": "Barn", "answers": {"name": "Barn", "load_a": 60, "length_m": 40}}
        )
        self.assertEqual(made.status_code, 201)
        state = made.get_json()
        self.assertEqual((state["revision"], state["plan"]["runs"]["F1"]["sized"]), (1, True))
        url = f"/api/jobs/{state['id']}"
        headers = {"If-Match": made.headers["ETag"], "Northspan-Person": "A.%20Able"}
        edited = self.client.patch(url, json=[{"op": "add", "path": "/runs/F1/load_a", "value": 90}], headers=headers)
        self.assertEqual((edited.get_json()["revision"], edited.get_json()["plan"]["runs"]["F1"]["load_a"]), (2, 90))
        undone = self.client.post(f"{url}/undo", headers={"If-Match": edited.headers["ETag"]}).get_json()
        self.assertEqual((undone["job"]["runs"]["F1"]["load_a"], undone["can_redo"]), (60, True))
        redone = self.client.post(f"{url}/redo", headers={"If-Match": '"3"'}).get_json()
        self.assertEqual((redone["job"]["runs"]["F1"]["load_a"], redone["can_redo"]), (90, False))
        revisions = self.client.get(f"{url}/revisions").get_json()["revisions"]
        self.assertEqual([(r["number"], r["who"]) for r in revisions], [(4, ""), (3, ""), (2, "A. Able"), (1, "")])
        self.assertEqual(self.client.get("/api/jobs").get_json()["jobs"][0]["name"], "Barn")

    def test_the_plan_is_that_of_the_core(self):
        answer = self.client.get(f"{self.url}/plan")
        self.assertEqual(answer.get_json(), json.loads(solve(self.stored.job, None).model_dump_json()))
        part = self.client.get(f"{self.url}/plan?focus=").get_json()
        self.assertEqual(part["runs"]["F1"]["working"], [])
        self.assertEqual(part["findings"], answer.get_json()["findings"])

    def test_a_job_file_goes_out_and_comes_in(self):
        saved = self.client.get(f"{self.url}/export/job.json")
        self.assertIn('filename="test-property', saved.headers["Content-Disposition"])
        back = self.client.post("/api/import", data=saved.data)
        named = json.loads(self.stored.job.model_dump_json()) | {"name": "Test property, second copy"}
        self.assertEqual((back.status_code, back.get_json()["job"]), (201, named))
        self.assertNotEqual(back.get_json()["id"], self.stored.id)
        first = self.client.get(f"/api/jobs/{back.get_json()['id']}/revisions").get_json()
        self.assertIn("this is a second copy", first["revisions"][-1]["what"])
        self.assertEqual(first["before"], [])

    def test_a_job_file_keeps_who_and_its_history_where_it_is_wanted(self):
        patch = [{"op": "add", "path": "/runs/F1/load_a", "value": 50}]
        headers = {"If-Match": str(self.stored.revision), "Northspan-Person": "Ann"}
        self.client.patch(self.url, json=patch, headers=headers)
        plain = json.loads(self.client.get(f"{self.url}/export/job.json").data)
        self.assertEqual((plain["file"]["who"], plain["file"]["history"]), ("Ann", []))
        whole = json.loads(self.client.get(f"{self.url}/export/job.json?history=1").data)
        self.assertEqual([line["number"] for line in whole["file"]["history"]], [2, 1])
        whole["file"]["job"] = "elsewhere"  # as on another machine
        come = self.client.post("/api/import", json=whole).get_json()
        self.assertEqual(come["job"]["name"], "Test property")
        said = self.client.get(f"/api/jobs/{come['id']}/revisions").get_json()
        self.assertEqual(said["revisions"][-1]["what"], "Opened from a file of revision 2, last changed by Ann")
        self.assertEqual([line["who"] for line in said["before"]], ["Ann", ""])
        whole["file"]["revision"] = 0
        self.assertEqual(self.problem(self.client.post("/api/import", json=whole), 422)["field"], "/file/revision")

    def test_circuits_of_a_panel_go_out_and_come_in_as_csv(self):
        demo = self.jobs.add(kestrel_hollow(), "")
        at = f"/api/jobs/{demo.id}/panels/P1/circuits"
        text = self.client.get(f"{at}.csv").get_data(as_text=True)
        self.assertTrue(text.startswith("slots,half,name,rating_a"))
        self.assertEqual(self.problem(self.client.get(f"/api/jobs/{demo.id}/panels/M1/circuits.csv"), 422)["field"], "/panel")
        headers = {"If-Match": "1"}
        wrong = self.problem(self.client.post(at, json={"text": "colour\nred\n"}, headers=headers), 422)
        self.assertIn("no column says where a circuit stands", wrong["detail"].lower())
        same = self.problem(self.client.post(at, json={"text": text}, headers=headers), 422)
        self.assertIn("every row is as it is here", same["detail"])
        seen = self.client.post(f"{at}/read", json={"text": "slots,name,colour\n27,Garage: bench,red\n400,X,red\n"}).get_json()
        self.assertEqual(([one["what"] for one in seen["rows"]], len(seen["refused"]), seen["ignored"]), (["new"], 1, ["colour"]))
        filled = self.client.post(at, json={"text": "slots,name\n27,Garage: bench\n"}, headers=headers).get_json()
        self.assertEqual(filled["revision"], 2)
        self.assertIn("Garage: bench", {one["name"] for one in filled["plan"]["panels"]["P1"]["circuits"]})

    def test_an_empty_job_is_started(self):
        job_id = self.jobs.add(empty_job("Bare"), "").id
        url, body = f"/api/jobs/{job_id}/start", {"start": "new_service", "answers": {"floor_m2": 150, "service_length_m": 20}}
        filled = self.client.post(url, json=body, headers={"If-Match": "1"}).get_json()
        self.assertEqual(
            (filled["revision"], filled["job"]["name"], next(iter(filled["plan"]["runs"].values()))["sized"]), (2, "Bare", True)
        )
        self.assertEqual(self.problem(self.client.post(url, json=body, headers={"If-Match": "2"}), 422)["field"], "/runs")
        feeder = {"start": "detached_panel", "answers": {"load_a": 60, "length_m": 40, "building": "Barn"}}
        more = self.client.post(url, json=feeder, headers={"If-Match": "2"}).get_json()
        self.assertEqual([b["name"] for b in more["job"]["buildings"].values()], ["House", "Barn"])

    def test_starts_say_what_they_ask(self):
        starts = self.client.get("/api/starts").get_json()["starts"]
        self.assertEqual(len(starts), 9)
        self.assertTrue(all(s["asks"][0]["field"] == "name" for s in starts))

    def test_starts_are_asked_in_the_words_and_units_of_a_rulebook(self):
        british = self.client.get("/api/starts?rulebook=uk-2022").get_json()["starts"]
        self.assertEqual(len(british), 8)
        self.assertFalse(any("panel" in start["title"].lower() for start in british))
        self.assertEqual({ask["hint"] for start in british for ask in start["asks"] if ask["kind"] == "area"}, {"170 m²"})
        self.assertIn("no rulebook xx", self.problem(self.client.get("/api/starts?rulebook=xx"), 422)["detail"])

    def test_each_rulebook_says_what_can_be_chosen(self):
        said = {name: self.client.get(f"/api/rulebooks/{name}").get_json() for name in ("us-2023", "ca-2021", "uk-2022")}
        self.assertEqual([one["by_loop"] for one in said.values()], [False, False, True])
        self.assertEqual([one["one_line"] for one in said.values()], [False, False, True])
        self.assertEqual([one["usual_v"] for one in said.values()], [240, 240, 230])
        self.assertEqual([len(one["device_types"]) for one in said.values()], [0, 0, 6])
        self.assertEqual([len(one["laid_ways"]) for one in said.values()], [0, 2, 9])
        for one in said.values():
            self.assertIn(one["cable"], one["insulations"])
            self.assertIn(one["cable_size"], [size["value"] for size in one["sizes"]["copper"]])
            self.assertTrue(all(one["terms"].values()) and one["earthings"] and one["groundings"] and one["terminals"])
        self.assertTrue(said["uk-2022"]["old_colors"] and said["uk-2022"]["words"]["feeder"] == "submain")

    def test_parts_go_and_are_doubled(self):
        url = f"{self.url}/parts"
        twice = self.client.post(url, json={"action": "copy", "kind": "buildings", "part": "B2"}, headers={"If-Match": "1"}).get_json()
        self.assertEqual(len(twice["job"]["runs"]), 2)
        less = self.client.post(url, json={"action": "remove", "kind": "buildings", "part": "B2"}, headers={"If-Match": "2"}).get_json()
        self.assertEqual(len(less["job"]["runs"]), 1)
        for body in (
            {"action": "burn", "kind": "runs", "part": "F1"},
            {"action": "remove", "kind": "runs", "part": "F9"},
            {"action": "copy", "kind": "calls", "part": "F1"},
        ):
            self.problem(self.client.post(url, json=body, headers={"If-Match": "3"}), 422)

    def test_the_load_library_takes_what_people_keep(self):
        load = {"name": "Dishwasher", "power_va": 1100, "across": "l2_neutral"}
        kept = self.client.post("/api/library", json=load).get_json()
        self.assertEqual([one["power_va"] for one in kept["own"]], [1100])
        self.assertNotIn("Dishwasher", [one["name"] for one in kept["standard"]])
        table = self.client.get("/api/library.csv")
        self.assertIn("attachment", table.headers["Content-Disposition"])
        self.client.post("/api/library/drop", json={"name": "Dishwasher"})
        self.assertEqual(
            self.problem(self.client.post("/api/library/drop", json={"name": "Dishwasher"}), 404)["type"], "/errors#no-such-load"
        )
        back = self.client.post("/api/library/csv", json={"text": table.get_data(as_text=True)}).get_json()
        self.assertEqual((len(back["own"]), back["standard"]), (len(kept["own"]) + len(kept["standard"]), []))
        self.assertEqual(self.problem(self.client.post("/api/library/csv", json={"text": "name\nA\n"}), 422)["field"], "/csv/1/power_va")

    def test_the_simulated_tester_writes_what_an_instrument_writes(self):
        _, demo = None, self.jobs.add(kestrel_hollow(), "")
        url = f"/api/jobs/{demo.id}/standins/earth-tester"
        for kind, fields in (("four_pin", 8), ("fall", 11)):
            said = self.client.post(url, json={"kind": kind, "building": "hill"}).get_json()
            self.assertTrue(said["simulated"])
            read = self.client.post("/api/earth/readings", json={"kind": kind, "text": said["text"]}).get_json()
            self.assertEqual(len(read[kind]), fields)
        for building in ("barn", "spring"):
            self.problem(self.client.post(url, json={"kind": "fall", "building": building}), 422)

    def test_a_track_becomes_legs(self):
        gpx = '<gpx xmlns="http://www.topografix.com/GPX/1/1"><trk><trkseg><trkpt lat="0" lon="0"/><trkpt lat="0.001" lon="0"/></trkseg></trk></gpx>'
        route = self.client.post("/api/route/gpx", json={"text": gpx}).get_json()
        self.assertAlmostEqual(route["length_m"], 111.3, delta=0.5)
        self.assertEqual(self.problem(self.client.post("/api/route/gpx", json={"text": "x"}), 422)["field"], "/gpx")

    def test_solve_keeps_nothing(self):
        before = len(self.kept.lines())
        answer = self.client.post("/api/solve", data=kestrel_hollow().model_dump_json())
        self.assertEqual(answer.get_json()["runs"]["F2"]["headline"], "1 AWG aluminum, 100 A")
        self.assertEqual(len(self.kept.lines()), before)

    def test_the_feeder_calculator(self):
        answer = self.client.post("/api/calc/feeder", json={"load_a": 70, "length_m": 56.4, "terminals": "75"}).get_json()
        same = solve(checked(a_feeder(70, 56.4), calls={})).runs["F1"]
        self.assertEqual(answer["run"]["headline"], same.headline)
        self.assertEqual((answer["enclosure"]["bond"], answer["building"]["rods_wanted"]), ("separate", 2))

    def test_a_rulebook_offers_its_own_choices(self):
        book = self.client.get("/api/rulebooks/us-2023").get_json()
        self.assertEqual([m["value"] for m in book["metals"]], ["copper", "aluminum"])
        self.assertIn({"value": "1/0", "title": "1/0 AWG"}, book["sizes"]["copper"])
        listed = self.client.get("/api/rulebooks").get_json()["rulebooks"]
        self.assertEqual(listed[0], {"value": "us-2023", "title": "US rules, NEC 2023"})


class Hostile(ApiCase):
    def test_bad_edits_name_the_field_and_change_nothing(self):
        cases = [
            ({"path": "/runs/F1/segments/1/length_m", "value": -5}, "/runs/F1/segments/1/length_m", "from 0.4 in up"),
            ({"path": "/runs/F1/conductor_size", "value": "5"}, "/runs/F1/conductor_size", "no conductor of size 5"),
            ({"path": "/runs/F1/load_a", "value": "many"}, "/runs/F1/load_a", "must be a number"),
            ({"path": "/runs/F1/load_a", "value": 1e14}, "/runs/F1/load_a", "up to 6000 A"),
            ({"path": "/sources/T", "value": {"name": "T", "rating_kva": 5e-324}}, "/sources/T/rating_kva", "more than 0 kVA"),
            ({"path": "/runs/F1/weather", "value": "wet"}, "/runs/F1/weather", "no such field"),
            ({"path": "/version", "value": 9}, "/version", f"reads up to {VERSION}"),
            ({"path": "/rulebook", "value": "moon-1969"}, "/rulebook", "moon-1969"),
        ]
        for operation, field, words in cases:
            with self.subTest(field=field):
                body = self.problem(self.edit([{"op": "add"} | operation]), 422)
                self.assertEqual(body["field"], field)
                self.assertIn(words, body["detail"])
        self.unchanged()

    def test_bodies_that_are_no_edit(self):
        cases = [
            (b"", 400), (b"{", 400), (b"\xff\xfe", 400), (b"[NaN]", 400), (b'[{"op":"add","path":"/runs/F1/load_a","value":Infinity}]', 400),
            (b"[" * 100_000, 400), (b"1" * 5000, 400), (b"{}", 422), (b"[]", 422), (b'[{"op":"grow","path":"/"}]', 422),
            (b'[{"op":"add","path":"/notes","value":"\\ud800"}]', 400), (b'[{"op":"add","path":"/runs/F1/segments/1/slack_m","value":1' + b"0" * 400 + b"}]", 400),
            (b'[{"op":"add","path":7}]', 422), (b'[{"op":"add","path":"/name"}]', 422), (b'[{"op":"move","path":"/name"}]', 422),
            (b'[{"op":"add","path":"name","value":"x"}]', 422), (b'[{"op":"copy","from":"/runs","path":"/runs/F1/x/y"}]', 422),
        ]  # fmt: skip
        for data, status in cases:
            with self.subTest(data=data[:40]):
                self.problem(self.client.patch(self.url, data=data, headers={"If-Match": '"1"'}), status)
        self.unchanged()

    def test_a_document_that_doubles_itself_is_refused_at_once(self):
        doubling = [{"op": "copy", "from": "/buildings", "path": f"/buildings/B{i}x"} for i in range(40)]
        began = time.perf_counter()
        body = self.problem(self.edit(doubling), 422)
        self.assertIn("larger than any job may be", body["detail"])
        self.assertLess(time.perf_counter() - began, 5)
        self.unchanged()
        once = [
            {"op": "copy", "from": "/buildings/B2", "path": "/buildings/B3"},
            {"op": "add", "path": "/buildings/B3/name", "value": "Third"},
        ]
        made = self.edit(once).get_json()
        self.assertEqual([made["job"]["buildings"][key]["name"] for key in ("B2", "B3")], ["Building", "Third"])

    def test_texts_made_to_be_slow_or_to_break_a_reader(self):
        began = time.perf_counter()
        slow = [("/api/route/gpx", {"text": "<gpx " * 40_000}, 422), ("/api/route/gpx", {"text": "<gpx>" + "trkpt " * 33_000 + "</gpx>"}, 422),
                ("/api/route/gpx", {"text": '<gpx><trk><trkseg><trkpt lat="inf" lon="1"/><trkpt lat="2" lon="1"/></trkseg></trk></gpx>'}, 422),
                ("/api/library/csv", {"text": "name,power_va\n" + "A" * 200_000 + ",1\n"}, 422),
                ("/api/library/csv", {"text": 'name,power_va\n"A' + "B" * 200_000}, 422),
                ("/api/earth/readings", {"kind": "fall", "text": "distance_m,shown_ohm\n1e400,5\n"}, 422)]  # fmt: skip
        for url, body, status in slow:
            with self.subTest(url=url, text=body["text"][:40]):
                self.problem(self.client.post(url, json=body), status)
        self.assertLess(time.perf_counter() - began, 3)

    def test_what_is_not_sent_as_json_is_refused_before_it_is_read(self):
        for kind in ("text/plain", "application/x-www-form-urlencoded", "multipart/form-data", ""):
            with self.subTest(kind=kind):
                sent = {"If-Match": '"1"', "Content-Type": kind}
                self.problem(self.client.patch(self.url, data=b'[{"op":"add","path":"/notes","value":"x"}]', headers=sent), 415)
        self.assertEqual(self.client.get(self.url).get_json()["revision"], 1)

    def test_a_long_answer_is_packed_for_who_takes_it_and_says_so(self):
        plain, packed = (self.client.get(self.url, headers={"Accept-Encoding": one}) for one in ("identity", "gzip"))
        self.assertEqual((plain.headers.get("Content-Encoding"), packed.headers["Content-Encoding"]), (None, "gzip"))
        self.assertEqual(gzip.decompress(packed.data), plain.data)
        self.assertIn("Accept-Encoding", packed.headers["Vary"])
        self.assertLess(len(packed.data), len(plain.data) / 3)

    def test_two_hosts_are_no_host(self):
        self.problem(self.client.get("/api/jobs", headers={"Host": "localhost, span.example"}), 403)

    def test_every_answer_says_what_a_page_may_do_with_it_and_none_of_a_job_is_kept_on_the_way(self):
        for path in ("/api/jobs", self.url, f"{self.url}/export/job.json", "/api/library.csv"):
            headers = self.client.get(path).headers
            self.assertEqual(headers["Cache-Control"], "no-store", path)
            self.assertEqual(headers["Cross-Origin-Resource-Policy"], "same-origin", path)
            self.assertIn("geolocation=()", headers["Permissions-Policy"], path)

    def test_ten_megabytes(self):
        for method, url in ((self.client.patch, self.url), (self.client.post, "/api/import"), (self.client.post, "/api/solve")):
            self.problem(method(url, data=b" " * 10_000_000, headers={"If-Match": '"1"'}), 413)
        self.unchanged()

    def test_if_match(self):
        cases = [
            (None, 428),
            ("", 400),
            ("*", 400),
            ('"one"', 400),
            ('"-1"', 400),
            ('"99999999999"', 400),
            ('"٣"'.encode().decode("latin-1"), 400),
        ]
        for header, status in cases:
            with self.subTest(header=header):
                headers = {} if header is None else {"If-Match": header}
                self.problem(self.client.patch(self.url, json=[{"op": "remove", "path": "/notes"}], headers=headers), status)
        self.unchanged()

    def test_a_stale_edit_gets_409_and_the_current_revision(self):
        self.assertEqual(self.edit([{"op": "add", "path": "/notes", "value": "first"}]).status_code, 200)
        body = self.problem(self.edit([{"op": "add", "path": "/notes", "value": "second"}]), 409)
        self.assertEqual((body["current_revision"], self.jobs.get(self.stored.id).job.notes), (2, "first"))
        self.problem(self.client.post(f"{self.url}/undo", headers={"If-Match": "1"}), 409)
        self.problem(self.client.post(f"{self.url}/redo", headers={"If-Match": "2"}), 409)

    def test_job_files_that_are_none(self):
        good = json.loads(self.stored.job.model_dump_json())
        for document in (
            [],
            "job",
            {},
            good | {"version": VERSION + 1},
            good | {"format": "x"},
            good | {"runs": {"F1": {}}},
            good | {"name": "x" * 81},
        ):
            with self.subTest(document=str(document)[:40]):
                self.problem(self.client.post("/api/import", json=document), 422)

    def test_an_older_job_file_is_brought_up_to_date(self):
        old = json.loads(self.stored.job.model_dump_json())
        run = old["runs"]["F1"]
        old |= {"version": 1, "runs": {"F1": {k: v for k, v in run.items() if k != "segments"} | {"length_m": 30}}}
        self.assertEqual(self.client.post("/api/import", json=old).get_json()["job"]["version"], VERSION)

    def test_starts_and_calculators(self):
        for body in ({"start": "detached_panel", "name": "No load"}, {"start": "castle"}, {"name": ""}, {"answers": {"load_a": -1}}):
            self.problem(self.client.post("/api/jobs", json=body), 422)
        for body in (
            {},
            {"load_a": 0, "length_m": 5},
            {"load_a": 5, "length_m": 5, "conductor_size": "5"},
            {"load_a": 5, "length_m": 5, "calls": {"x": {"school": "y"}}},
        ):
            self.problem(self.client.post("/api/calc/feeder", json=body), 422)

    def test_a_huge_lawful_job_is_planned(self):
        answer = self.client.post("/api/solve?focus=", data=a_property_of(150).model_dump_json())
        self.assertEqual((answer.status_code, len(answer.get_json()["runs"])), (200, 150))

    def test_nowhere(self):
        for url in ("/api/jobs/nothing", "/api/nothing", "/assets/nothing.js", "/assets/../../pyproject.toml", "/api/rulebooks/moon"):
            self.problem(self.client.get(url), 404)
        self.problem(self.client.delete(self.url), 405)


class Who(ApiCase):
    def test_foreign_hosts_and_origins_are_refused(self):
        cases = [
            ({"Host": "evil.example"}, 403),
            ({"Host": ""}, 403),
            ({"Host": "[::"}, 403),
            ({"Host": "127.0.0.1:8642"}, 200),
            ({"Host": "span.example"}, 200),
            ({"Host": "localhost", "Origin": "http://evil.example"}, 403),
            ({"Host": "localhost:8642", "Origin": "http://localhost:9999"}, 403),
            ({"Host": "localhost:8642", "Origin": "null"}, 403),
            ({"Host": "localhost:8642", "Origin": "http://localhost:8642"}, 200),
        ]
        for headers, status in cases:
            with self.subTest(**headers):
                self.assertEqual(self.client.get("/api/jobs", headers=headers).status_code, status)
        blind = self.client.post("/api/jobs", json={}, headers={"Sec-Fetch-Site": "cross-site"})
        self.problem(blind, 403)

    def test_every_answer_carries_the_policy(self):
        for url in ("/", "/api/jobs", "/api/jobs/nothing"):
            headers = self.client.get(url).headers
            policy = headers["Content-Security-Policy"]
            self.assertIn("default-src 'none'; script-src 'self';", policy)
            self.assertNotIn("unsafe", policy)
            self.assertEqual(headers["X-Content-Type-Options"], "nosniff")

    def test_the_page_runs_no_inline_script_and_fetches_nothing_from_elsewhere(self):
        page = self.client.get("/jobs/x/sizing").text
        self.assertNotRegex(page, r"<script(?![^>]*\bsrc=)")
        self.assertNotRegex(page, r"""(src|href)=["'](https?:)?//""")
        self.assertNotIn("__NONCE__", page)

    def test_settings(self):
        with patch.dict("os.environ", {"PORT": "9000", "NORTHSPAN_HOSTS": "A.example, b.example", "NORTHSPAN_DATA": "/x"}, clear=True):
            config = config_from_environment()
        self.assertEqual((config.port, config.hosts, config.bind, config.data), (9000, ("a.example", "b.example"), "127.0.0.1", Path("/x")))
        for port in ("0", "65536", "web", "-1"):
            with patch.dict("os.environ", {"PORT": port}), self.assertRaisesRegex(ValueError, "a number from 1 to 65535"):
                config_from_environment()


class Contract(ApiCase):
    """Every operation of the OpenAPI document, asked with what fits its schema and with what does not."""

    def test_answers_keep_to_the_document_whatever_is_sent(self):
        schema = schemathesis.openapi.from_wsgi("/openapi.json", self.app)
        asked = 0
        for operation in schema.get_all_operations():
            # without a body, and nothing else that must be sent, there is nothing that the document does not allow
            takes = bool(list(operation.ok().body)) or any(one.is_required for one in operation.ok().headers)
            modes = [GenerationMode.POSITIVE, *([GenerationMode.NEGATIVE] if takes else [])]
            for mode in modes:
                fitting = operation.ok().as_strategy(generation_mode=mode)

                @settings(max_examples=cases(15))
                @given(fitting)
                def ask(case):
                    nonlocal asked
                    asked += 1
                    answer = case.call(headers={"Accept-Encoding": "identity"})  # what is packed is asked for elsewhere
                    case.validate_response(
                        answer, checks=[not_a_server_error, status_code_conformance, content_type_conformance, response_schema_conformance]
                    )

                with self.subTest(operation.ok().label, mode=mode):
                    ask()
        self.assertGreater(asked, 100)


class Storage(unittest.TestCase):
    """What the disk and the database file may do under a running server."""

    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        with patch("northspan.store.database.PATIENCE_S", 0.05):
            app = create_app(Config(self.folder))
        self.jobs, self.kept = app.extensions["northspan_service"], app.extensions["northspan_jobs"]
        self.addCleanup(self.kept._engine.dispose)
        self.client = app.test_client()
        self.stored = self.jobs.add(a_feeder(70), "")
        self.url = f"/api/jobs/{self.stored.id}"

    def refused(self, status, words):
        answer = self.client.patch(self.url, json=[{"op": "add", "path": "/notes", "value": "x" * 1900}], headers={"If-Match": "1"})
        self.assertEqual(answer.status_code, status, answer.text)
        self.assertIn(words, answer.get_json()["detail"])
        self.assertEqual(self.jobs.get(self.stored.id).revision, 1)

    def every_connection(self, pragma):
        self.kept._engine.dispose()
        event.listen(self.kept._engine, "connect", lambda connection, _: connection.execute(pragma))

    def test_a_full_disk_is_507(self):
        with closing(sqlite3.connect(self.folder / "northspan.sqlite3")) as connection:
            pages = connection.execute("PRAGMA page_count").fetchone()[0]
        self.every_connection(f"PRAGMA max_page_count = {pages}")
        self.refused(507, "is full")

    def test_a_database_that_may_only_be_read_is_503(self):
        self.every_connection("PRAGMA query_only = ON")
        self.refused(503, "may only be read")

    def test_a_locked_one_is_503_and_readers_do_not_wait(self):
        with closing(sqlite3.connect(self.folder / "northspan.sqlite3", isolation_level=None)) as other:
            other.execute("BEGIN IMMEDIATE")
            self.refused(503, "locked")
            began = time.perf_counter()
            self.assertEqual(self.client.get(self.url).status_code, 200)
            self.assertLess(time.perf_counter() - began, 1)
            other.execute("ROLLBACK")
        done = self.client.patch(self.url, json=[{"op": "add", "path": "/notes", "value": "x"}], headers={"If-Match": "1"})
        self.assertEqual(done.status_code, 200)

    def test_planning_holds_no_lock(self):
        asked = []

        def slow(job, detailed=(), before=None):
            with closing(sqlite3.connect(self.folder / "northspan.sqlite3", isolation_level=None, timeout=0.05)) as other:
                other.execute("BEGIN IMMEDIATE")  # another writer gets his turn while this one plans
                other.execute("ROLLBACK")
            asked.append(job.name)
            return worked(job, detailed, before)

        with patch("northspan.service.worked", slow):
            self.jobs.edit(self.stored.id, 1, [{"op": "add", "path": "/notes", "value": "x"}], "")
        self.assertEqual(asked, ["Test property"])
