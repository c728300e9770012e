"""Impedance, areas, fill, bends and cover."""

import unittest

from northspan.core.document.job import Circuit, Grounding, Metal, Method, RunKind, Surface
from northspan.core.rulebooks.questions.common import RunFacts
from northspan.core.rulebooks.us import drops, pipes, routes
from northspan.core.rulebooks.us.code_tables import code_table
from northspan.core.working.errors import OutsideTable
from tests.support import IN_M, US, a_segment


def facts(kind=RunKind.feeder, circuit=Circuit.three_wire, *, gfci=False):
    return RunFacts(kind, circuit, Grounding.equipment_ground, gfci, 240, ())


def cover_in(method, surface=Surface.open_ground, run=None, device_a=100):
    value = routes.cover(a_segment(method=method, surface=surface), run or facts(), device_a).value
    return None if value is None else round(value / IN_M, 6)


class Impedance(unittest.TestCase):
    def test_steel_raises_the_reactance(self):
        for method, ohm in ((Method.pvc40, 0.044), (Method.cable, 0.044), (Method.emt, 0.055), (Method.rmc, 0.055)):
            self.assertEqual(drops.impedance("1/0", Metal.copper, method).value.reactance_ohm, ohm)

    def test_a_size_left_out_reads_the_next_smaller_and_says_so(self):
        for size, row in (("700", "600"), ("800", "750"), ("900", "750"), ("1250", "1000"), ("2000", "1000")):
            with self.subTest(size=size):
                got = drops.impedance(size, Metal.copper, Method.pvc40)
                self.assertEqual(got.value.resistance_ohm, code_table("impedance").number(row, "r_copper_pvc"))
                self.assertIn(f"{size} is not listed, {row} is the safe side", got.steps[0].words)

    def test_every_listed_size_answers(self):
        for size in code_table("impedance").rows:
            self.assertGreater(drops.impedance(size, Metal.copper, Method.emt).value.resistance_ohm, 0)
        with self.assertRaises(OutsideTable):
            drops.impedance("14", Metal.aluminum, Method.pvc40)

    def test_direct_current_resistance(self):
        self.assertEqual(US.drops.dc_resistance("4/0", Metal.copper).value, 0.0608)


class Pipes(unittest.TestCase):
    def test_share_by_number_of_wires(self):
        for wires, percent in ((1, 53), (2, 31), (3, 40), (30, 40)):
            self.assertEqual(pipes.trade_sizes(Method.pvc40, wires)[0].allowed_percent, percent)

    def test_shelves(self):
        for method, sizes in ((Method.emt, 10), (Method.rmc, 12), (Method.pvc40, 12), (Method.pvc80, 12), (Method.cable, 0), (Method.direct_burial, 0)):  # fmt: skip
            self.assertEqual(len(pipes.trade_sizes(method, 4)), sizes, method)

    def test_every_insulation_that_goes_in_pipe_has_an_area(self):
        for name, row in code_table("insulation").rows.items():
            if row["raceway"] == "yes":
                self.assertGreater(pipes.wire_area("4", name).value, 0.07, name)

    def test_names_as_the_trade_says_them(self):
        self.assertEqual(US.words.pipe_name(Method.pvc40, "1-1/2"), "1½ in PVC")
        self.assertEqual(US.words.pipe_name(Method.rmc, "2"), "2 in rigid")
        self.assertEqual([US.words.size_name(s) for s in ("4", "4/0", "250", "2000")], ["4 AWG", "4/0 AWG", "250 kcmil", "2000 kcmil"])


class Cover(unittest.TestCase):
    def test_by_method_and_surface(self):
        cases = [
            (Method.pvc40, Surface.open_ground, 18),
            (Method.pvc80, Surface.open_ground, 18),
            (Method.rmc, Surface.open_ground, 6),
            (Method.direct_burial, Surface.open_ground, 24),
            (Method.pvc40, Surface.under_2in_concrete, 12),
            (Method.pvc40, Surface.under_4in_slab, 4),
            (Method.pvc40, Surface.under_building, 0),
            (Method.rmc, Surface.street, 24),
            (Method.pvc40, Surface.dwelling_driveway, 18),
        ]
        for method, surface, inches in cases:
            with self.subTest(method=method, surface=surface):
                self.assertEqual(cover_in(method, surface), inches)

    def test_no_figure_is_no_answer(self):
        for method in (Method.emt, Method.cable, Method.overhead):
            self.assertIsNone(cover_in(method), method)
        self.assertIsNone(cover_in(Method.direct_burial, Surface.under_building))

    def test_the_shallow_column_needs_all_of_its_conditions(self):
        small = facts(RunKind.branch, Circuit.two_wire_neutral, gfci=True)
        self.assertEqual(cover_in(Method.pvc40, run=small, device_a=20), 12)
        self.assertEqual(cover_in(Method.direct_burial, run=small, device_a=20), 12)
        for name, run, device_a in (
            ("25 A", small, 25),
            ("no protection for people", facts(RunKind.branch, Circuit.two_wire_neutral), 20),
            ("240 V", facts(RunKind.branch, Circuit.two_wire_line, gfci=True), 20),
            ("a feeder", facts(RunKind.feeder, Circuit.two_wire_neutral, gfci=True), 20),
        ):
            with self.subTest(name):
                self.assertEqual(cover_in(Method.pvc40, run=run, device_a=device_a), 18)

    def test_bends(self):
        for method, article in ((Method.pvc40, "352.26"), (Method.emt, "358.26"), (Method.rmc, "344.26")):
            step = pipes.bends_limit_deg(method)
            self.assertEqual((step.value, step.citation), (360, article))


class Insulation(unittest.TestCase):
    def problem(self, insulation, **changes):
        return US.wires.insulation_fits(insulation, (a_segment(**changes),)).value

    def test_what_does_not_fit_and_why(self):
        cases = [
            ("THWN-2", {}, ""),
            ("THHN", {}, "dry places"),
            ("THHN", {"place": "indoors"}, ""),
            ("XHHW-2", {"method": "direct_burial"}, "not listed for direct burial"),
            ("USE-2", {"method": "direct_burial"}, ""),
            ("USE-2", {}, "not for pulling into pipe"),
            ("NM-B", {"method": "cable"}, "dry places"),
            ("NM-B", {"method": "cable", "place": "indoors"}, ""),
            ("THWN-2", {"method": "cable", "place": "indoors"}, "needs a pipe"),
        ]
        for insulation, changes, words in cases:
            with self.subTest(insulation=insulation, **changes):
                got = self.problem(insulation, **changes)
                self.assertIn(words, got)
                self.assertEqual(bool(got), bool(words))

    def test_the_usual_choice_always_fits(self):
        for metal in Metal:
            for method in Method:
                for place in ("indoors", "attic", "buried", "outdoors"):
                    segment = a_segment(method=method, place=place)
                    chosen = US.wires.default_insulation(metal, (segment,))
                    if method is Method.cable and place in {"buried", "outdoors"}:
                        continue  # a cable out there is direct burial, and the screen says so
                    self.assertEqual(US.wires.insulation_fits(chosen, (segment,)).value, "", f"{metal} {method} {place}: {chosen}")
