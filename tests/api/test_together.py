"""Two people at once: what each adds is his own, whatever the other adds at the same time."""

from northspan.core.document.job.part import short_name
from tests.api.test_api import ApiCase

GARAGE = {"start": "detached_panel", "answers": {"building": "Garage", "load_a": 40, "length_m": 20}}


class Ids(ApiCase):
    def added(self, path, body):
        """The ids that a door adds to a job as it stands, each time from the same state."""
        before = self.client.get(self.url).json["job"]
        sent = self.client.post(f"{self.url}/{path}", json=body, headers={"If-Match": '"1"'})
        self.assertEqual(sent.status_code, 200, sent.text)
        maps = ("buildings", "enclosures", "runs", "loads", "circuits", "electrodes")
        return {key for kind in maps for key in set(sent.json["job"][kind]) - set(before[kind])}

    def test_the_same_thing_added_twice_from_the_same_state_has_the_same_short_names_and_other_ids(self):
        for path, body in (
            ("start", GARAGE),
            ("parts", {"action": "copy", "kind": "buildings", "part": "B2"}),
        ):
            with self.subTest(path):
                self.setUp()
                first = self.added(path, body)
                self.setUp()
                second = self.added(path, body)
                self.assertTrue(first)
                self.assertFalse(first & second)
                self.assertEqual({short_name(one) for one in first}, {short_name(one) for one in second})

    def test_circuits_of_a_table_have_ids_of_their_own_too(self):
        client = self.client
        keys = set()
        for _ in range(2):
            state = client.post("/api/jobs", json={"start": "demo"}).json
            at, before = f"/api/jobs/{state['id']}", set(state["job"]["circuits"])
            body = {"text": "name,slots,rating_a\nSpare lights,,15\n"}
            sent = client.post(f"{at}/panels/P1/circuits", json=body, headers={"If-Match": f'"{state["revision"]}"'})
            self.assertEqual(sent.status_code, 200, sent.text)
            keys |= set(sent.json["job"]["circuits"]) - before
        self.assertEqual(len(keys), 2)
        self.assertEqual(len({short_name(one) for one in keys}), 1)
