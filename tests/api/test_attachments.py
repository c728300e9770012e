"""Photos and papers: taken whole or not at all, told by their content, copied along with the database."""

import errno
import io
import json
import tempfile
import unittest
import zipfile
import zlib
from pathlib import Path
from unittest import mock

from PIL import Image

from northspan.api import create_app
from northspan.api.record_views import LARGEST_FILE
from northspan.api.settings import Config
from northspan.files.photo import GPS_IFD, NotAttachable, kind_of, small_picture, without_place
from northspan.store.attachments import FOLDER, Attachments, NoRoom, beside


def a_photo(kind="JPEG", *, place=True, size=(640, 480)):
    picture, out = Image.new("RGB", size, (120, 80, 40)), io.BytesIO()
    exif = Image.Exif()
    exif[0x0112] = 6  # held upright
    if place:
        exif.get_ifd(GPS_IFD).update({1: "N", 2: (46.0, 12.0, 30.5)})
    picture.save(out, kind, exif=exif)
    return out.getvalue()


def place_in(data):
    return dict(Image.open(io.BytesIO(data)).getexif().get_ifd(GPS_IFD))


class Kept(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.client = create_app(Config(self.folder)).test_client()
        self.job = self.client.post("/api/jobs", json={"start": "demo"}).get_json()["id"]
        self.revision = 1

    def attach(self, data, name="photo.jpg", revision=None, **asked):
        query = {"name": name, "focus": "", **asked}
        headers = {"If-Match": f'"{revision or self.revision}"', "Northspan-Person": "Lead"}
        answer = self.client.post(f"/api/jobs/{self.job}/attachments", query_string=query, data=data, headers=headers)
        self.revision = answer.get_json().get("revision", self.revision)
        return answer

    def files(self):
        return sorted(path.name for path in (self.folder / FOLDER).rglob("*") if path.is_file())

    def test_a_photo_is_kept_without_its_place_and_shown_small(self):
        answer = self.attach(a_photo(), part="/enclosures/P2", note="old lugs")
        (one,) = answer.get_json()["job"]["record"]["attachments"].values()
        self.assertEqual((one["part"], one["note"], one["who"], one["kind"]), ("/enclosures/P2", "old lugs", "Lead", "image/jpeg"))
        read = self.client.get(f"/api/attachments/{one['content']}")
        self.assertEqual((place_in(read.data), read.mimetype, len(read.data)), ({}, "image/jpeg", one["size_bytes"]))
        self.assertEqual(Image.open(io.BytesIO(read.data)).getexif()[0x0112], 6)
        small = Image.open(io.BytesIO(self.client.get(f"/api/attachments/{one['content']}/small").data))
        self.assertEqual(small.size, (270, 360))  # turned as it was held
        self.assertEqual(read.headers["Content-Security-Policy"], "sandbox")

    def test_its_place_stays_where_that_is_wanted_and_the_same_photo_is_kept_once(self):
        (one,) = self.attach(a_photo(), place="1").get_json()["job"]["record"]["attachments"].values()
        self.assertTrue(one["place_kept"])
        self.assertIn(1, place_in(self.client.get(f"/api/attachments/{one['content']}").data))
        self.attach(a_photo(), place="1")
        self.assertEqual(len(self.files()), 2)  # the photo and its small picture

    def test_what_is_no_photo_is_refused_and_leaves_nothing(self):
        bomb = io.BytesIO()
        with zipfile.ZipFile(bomb, "w", zipfile.ZIP_DEFLATED) as file:
            file.writestr("zeros", b"\0" * 50_000_000)
        wide = bytearray(a_photo("PNG", place=False))
        wide[16:24] = (60_000).to_bytes(4, "big") * 2
        wide[29:33] = zlib.crc32(bytes(wide[12:29])).to_bytes(4, "big")
        for data, name, words in ((b"just words", "photo.jpg", "not what its name says"), (b"", "photo.jpg", "empty"),
                                  (bomb.getvalue(), "photo.jpg", "no kind"), (bomb.getvalue(), "papers.zip", "no kind"),
                                  (a_photo()[:300], "photo.jpg", "damaged"), (b"\0\1", "notes.txt", "no kind"),
                                  (bytes(wide), "wide.png", "larger than any camera"), (a_photo("PNG"), "photo.jpg", "not what")):  # fmt: skip
            with self.subTest(name=name, words=words):
                answer = self.attach(data, name)
                self.assertEqual(answer.status_code, 422)
                self.assertIn(words, answer.get_json()["detail"])
        self.assertEqual((self.files(), self.revision), ([], 1))

    def test_30_mb_are_refused_before_they_are_read_and_just_enough_is_taken(self):
        answer = self.attach(b"\xff\xd8\xff" + b"0" * 30_000_000)
        self.assertEqual((answer.status_code, self.files()), (413, []))
        text = b"0" * LARGEST_FILE
        self.assertEqual(self.attach(text, "long.txt").status_code, 200)
        self.assertEqual(self.attach(text + b"0", "long.txt").status_code, 413)

    def test_a_full_disk_and_a_stale_edit_keep_nothing(self):
        with mock.patch("os.fsync", side_effect=OSError(errno.ENOSPC, "full")):
            answer = self.attach(a_photo())
        self.assertEqual((answer.status_code, answer.get_json()["type"], self.files()), (507, "/errors#storage-full", []))
        self.assertEqual(self.attach(a_photo(), revision=7).status_code, 409)
        self.assertEqual(self.files(), [])
        with self.assertRaises(NoRoom), mock.patch("os.fsync", side_effect=OSError(errno.ENOSPC, "full")):
            Attachments(self.folder / "x").keep(b"data")

    def test_the_file_to_hand_over_holds_a_page_the_job_and_the_photos(self):
        self.attach(a_photo(), note="studio <riser>")
        self.attach(b"%PDF-1.4 permit", "permit.pdf")
        answer = self.client.get(f"/api/jobs/{self.job}/export/hand-over.zip")
        with zipfile.ZipFile(io.BytesIO(answer.data)) as file:
            names, page = file.namelist(), file.read("hand-over.html").decode()
            self.assertEqual(json.loads(file.read("job.json"))["name"], "Kestrel Hollow")
        answer.close()
        self.assertEqual(len([name for name in names if name.startswith("files/")]), 2)
        for words in ("Studio feeder", "North rod", "studio &lt;riser&gt;", "prove dead", "What people ask"):
            self.assertIn(words, page)
        self.assertNotIn("<riser>", page)

    def test_they_go_along_with_a_copy_and_come_back(self):
        (one,) = self.attach(a_photo()).get_json()["job"]["record"]["attachments"].values()
        kept = Attachments(self.folder / FOLDER)
        self.assertEqual(kept.copy_to(beside(self.folder / "copy.sqlite3")), 1)
        back = Attachments(self.folder / "elsewhere")
        Attachments(beside(self.folder / "copy.sqlite3")).copy_to(self.folder / "elsewhere")
        self.assertEqual(back.read(one["content"]), kept.read(one["content"]))
        self.assertEqual(list(back.damaged()), [])
        (self.folder / "elsewhere" / one["content"][:2] / one["content"]).write_bytes(b"other")
        self.assertEqual(list(back.damaged()), [one["content"]])
        self.assertEqual(self.client.get(f"/api/attachments/{'0' * 64}").status_code, 404)
        self.assertEqual(self.client.get("/api/attachments/..%2f..%2fpasswd").status_code, 404)


class Pictures(unittest.TestCase):
    def test_nothing_but_the_place_is_changed(self):
        for kind in ("JPEG", "PNG"):
            data = a_photo(kind)
            clean = without_place(data, kind_of(data, ""))
            self.assertEqual(place_in(clean), {})
            self.assertEqual(Image.open(io.BytesIO(clean)).tobytes(), Image.open(io.BytesIO(data)).tobytes())
        plain = a_photo(place=False)
        self.assertEqual(without_place(plain, kind_of(plain, "")), plain)
        with self.assertRaises(NotAttachable):
            small_picture(b"\xff\xd8\xff\xe0", "x.jpg")


if __name__ == "__main__":
    unittest.main()
