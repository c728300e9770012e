"""The label of a panel door: every circuit where it stands, true millimetres, a code that says where the panel is."""

import re
import unittest
from xml.etree import ElementTree as ET

import segno

from northspan.core.desk.demo_move import MOVES
from northspan.core.desk.demos import DEMOS
from northspan.core.solve import solve
from northspan.files.panel_label import panel_label
from tests.core.topics.circuits.test_panels import panel

URL = "http://127.0.0.1:8000/jobs/abc/panels?panel=P1"


def labels():
    for make in (*DEMOS.values(), *MOVES.values()):
        job = make()
        for plan in solve(job).panels.values():
            yield job, plan, panel_label(job, plan, URL, 7)


class Labels(unittest.TestCase):
    def test_every_label_is_sound_and_names_every_circuit_and_spare(self):
        for job, plan, text in labels():
            with self.subTest(job.name):
                root = ET.fromstring(text)  # noqa: S314 - our own drawing
                words = " ".join(one.text or "" for one in root.iter("{http://www.w3.org/2000/svg}text"))
                for one in plan.circuits:
                    self.assertIn(one.line.split(" ")[0], words)
                taken = {slot for one in plan.circuits for slot in one.slots}
                self.assertEqual(words.split().count("spare"), sum(slot.slot not in taken for slot in plan.slots))
                self.assertIn("revision 7", words)
                self.assertNotRegex(words, r"\{\w+\}")

    def test_it_is_as_large_as_it_says_and_nothing_leaves_it(self):
        for _, _, text in labels():
            root = ET.fromstring(text)  # noqa: S314 - our own drawing
            width, height = (float(root.get(side).removesuffix("mm")) for side in ("width", "height"))
            self.assertEqual(root.get("viewBox"), f"0 0 {width:g} {height:g}")
            for box in root.iter("{http://www.w3.org/2000/svg}rect"):
                self.assertLessEqual(float(box.get("x", 0)) + float(box.get("width")), width + 1e-6)
                self.assertLessEqual(float(box.get("y", 0)) + float(box.get("height")), height + 1e-6)

    def test_long_names_are_cut_and_signs_are_written_as_text(self):
        job = panel({"W1": {"slots": (1,), "name": "<b>&" + "very long name " * 5}, "W2": {"slots": (2, 4), "name": "Range"}}, spaces=4)
        text = panel_label(job, solve(job).panels["P1"], URL, 1)
        self.assertIn("&lt;b&gt;&amp;", text)
        self.assertIn("with 2", text)
        for one in re.findall(r'font-size="2.7">([^<]*)<', text):
            self.assertLessEqual(len(one.replace("&lt;", "<").replace("&gt;", ">").replace("&amp;", "&")), 40)

    def test_the_code_says_the_address(self):
        code = segno.make(URL, error="m", micro=False)
        drawn = code.svg_inline(border=2, omitsize=True)
        self.assertTrue(all(drawn in text for _, _, text in labels()))


if __name__ == "__main__":
    unittest.main()
