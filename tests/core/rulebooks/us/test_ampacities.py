"""Both sides of each limit on the way from the table to the ampacity of a run."""

import unittest

from northspan.core.document.job import Circuit, Metal, Method, Place, System, Terminals
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.us import ampacities as amp
from northspan.core.rulebooks.us.code_tables import code_table
from northspan.core.working.errors import InvalidJob, OutsideTable
from tests.support import FT_M, US, a_segment

XHHW_1 = Wire("1", Metal.aluminum, "XHHW-2")


class Column(unittest.TestCase):
    def test_wet_places_lower_the_insulations_that_are_not_dash_two(self):
        for insulation, dry, wet in (("XHHW", 90, 75), ("XHHW-2", 90, 90), ("THWN", 75, 75), ("THWN-2", 90, 90), ("TW", 60, 60)):
            with self.subTest(insulation):
                self.assertEqual(amp.insulation_column_c(insulation, Place.indoors).value, dry)
                for place in (Place.buried, Place.outdoors, Place.overhead):
                    self.assertEqual(amp.insulation_column_c(insulation, place).value, wet)

    def test_dry_insulation_is_refused_in_a_wet_place(self):
        for insulation in ("THHN", "RHH", "NM-B"):
            with self.subTest(insulation), self.assertRaisesRegex(OutsideTable, f"{insulation} in a wet place; it is for dry places"):
                amp.insulation_column_c(insulation, Place.buried)

    def test_unknown_insulation(self):
        with self.assertRaisesRegex(InvalidJob, "no insulation type PAPER. Types: THHN"):
            amp.insulation_column_c("PAPER", Place.indoors)


class Terminal(unittest.TestCase):
    def test_marking_and_the_limit_at_100_a(self):
        cases = [
            (Terminals.unmarked, 100, 60),
            (Terminals.unmarked, 100.1, 75),
            (Terminals.c60, 200, 60),
            (Terminals.c75, 15, 75),
        ]
        for marking, device_a, celsius in cases:
            with self.subTest(marking=marking, device_a=device_a):
                self.assertEqual(amp.terminals_c(marking, device_a).value, celsius)


class Factors(unittest.TestCase):
    def test_ambient_bands_close_at_their_upper_edge(self):
        cases = [(-40, 90, 1.15), (10, 90, 1.15), (10.1, 90, 1.12), (30, 75, 1.0), (30.1, 75, 0.94), (35, 75, 0.94), (35.1, 75, 0.88), (55, 60, 0.41), (85, 90, 0.29)]  # fmt: skip
        for ambient_c, column_c, factor in cases:
            with self.subTest(ambient_c=ambient_c, column_c=column_c):
                self.assertEqual(amp.ambient_factor(ambient_c, column_c).value, factor)

    def test_too_hot_for_the_insulation(self):
        for ambient_c, column_c in ((55.1, 60), (70.1, 75), (85.1, 90)):
            with self.subTest(column_c=column_c), self.assertRaisesRegex(OutsideTable, "use a hotter insulation or another route"):
                amp.ambient_factor(ambient_c, column_c)

    def test_adjustment_bands(self):
        cases = {
            1: 1.0,
            3: 1.0,
            4: 0.8,
            6: 0.8,
            7: 0.7,
            9: 0.7,
            10: 0.5,
            20: 0.5,
            21: 0.45,
            30: 0.45,
            31: 0.4,
            40: 0.4,
            41: 0.35,
            200: 0.35,
        }
        for carrying, factor in cases.items():
            with self.subTest(carrying=carrying):
                self.assertEqual(amp.adjustment_factor(carrying).value, factor)

    def test_the_neutral_of_a_three_wire_run_does_not_count(self):
        for circuit in Circuit:
            self.assertEqual(amp.carrying_conductors(circuit, System.split_phase).value, 2)


class SegmentAsked(unittest.TestCase):
    def test_derating_starts_from_the_insulation_and_is_capped_by_the_terminals(self):
        # 1 AWG aluminum: 115 A at 90 °C, 100 A at 75 °C, 85 A at 60 °C
        cases = [
            ("cool: the terminals hold it", {"ambient_c": 20}, 75, 100),
            ("40 °C: 115 × 0.91 = 104.65, still the terminals", {"ambient_c": 40}, 75, 100),
            ("45 °C: 115 × 0.87", {"ambient_c": 45}, 75, 100.05),
            ("50 °C: 115 × 0.82", {"ambient_c": 50}, 75, 94.3),
            ("with 2 others: 115 × 0.8", {"other_carrying": 2}, 75, 92),
            ("with 1 other: three do not count down", {"other_carrying": 1}, 75, 100),
            ("60 °C terminals", {"ambient_c": 40}, 60, 85),
            ("both factors: 115 × 0.91 × 0.8", {"ambient_c": 40, "other_carrying": 2}, 75, 83.72),
        ]
        for name, changes, terminal_c, amperes in cases:
            with self.subTest(name):
                segment = a_segment(**changes)
                self.assertAlmostEqual(amp.segment_ampacity(XHHW_1, segment, 2, terminal_c).value, min(amperes, 100), 9)

    def test_cables_are_held_to_60(self):
        # 6 AWG copper NM-B: derated from 75 A at 90 °C, held to 55 A
        cable = Wire("6", Metal.copper, "NM-B")
        indoors = a_segment(method=Method.cable, place=Place.indoors)
        self.assertEqual(amp.segment_ampacity(cable, indoors, 2, 75).value, 55)
        attic = indoors.model_copy(update={"ambient_c": 50, "place": Place.attic})
        self.assertAlmostEqual(amp.segment_ampacity(cable, attic, 2, 75).value, 55)
        hotter = indoors.model_copy(update={"ambient_c": 60})
        self.assertAlmostEqual(amp.segment_ampacity(cable, hotter, 2, 75).value, 75 * 0.71, 9)

    def test_every_row_answers_by_the_public_look_up(self):
        for metal in Metal:
            for column, insulation in ((60, "TW"), (75, "THWN"), (90, "XHHW-2")):
                for size in amp.size_ladder(metal):
                    value = US.ampacities.run_ampacity(Wire(size, metal, insulation), (a_segment(),), 2, 75).value.final_a
                    self.assertEqual(
                        value, code_table("ampacity").number(size, f"{metal}_{min(column, 75)}"), f"{size} {metal} {insulation}"
                    )


class Run(unittest.TestCase):
    def governs(self, *segments):
        return amp.run_ampacity(XHHW_1, segments, 2, 75).value

    def test_the_worst_segment_governs(self):
        answer = self.governs(a_segment(), a_segment(ambient_c=50), a_segment(ambient_c=40))
        self.assertEqual((answer.worst_segment, answer.final_a), (1, 115 * 0.82))

    def test_a_short_hot_segment_is_passed_over_within_ten_feet_and_a_tenth(self):
        hot = {"ambient_c": 50.0}
        cases = [
            ("exactly 10 ft of 110 ft", 10 * FT_M, 100 * FT_M, 100),
            ("just over 10 ft", 10.1 * FT_M, 200 * FT_M, 94.3),
            ("5 ft, a tenth of 50 ft", 5 * FT_M, 50 * FT_M, 100),
            ("5 ft, over a tenth of 49 ft", 5 * FT_M, 49 * FT_M, 94.3),
        ]
        for name, short_m, long_m, amperes in cases:
            with self.subTest(name):
                self.assertAlmostEqual(self.governs(a_segment(length_m=short_m, **hot), a_segment(length_m=long_m)).final_a, amperes, 9)

    def test_two_short_hot_segments_count_together(self):
        hot = a_segment(length_m=6 * FT_M, ambient_c=50)
        self.assertAlmostEqual(self.governs(hot, a_segment(length_m=200 * FT_M), hot).final_a, 94.3, 9)
