"""Voltage drop: by hand, against complex arithmetic, and over several stretches."""

import cmath
import math
import unittest
from dataclasses import replace

from northspan.core.document.job import Across, Metal, System
from northspan.core.rulebooks.us.drops import impedance
from northspan.core.topics.sizing.drop import STARTING_POWER_FACTOR, DropQuestion, LegCurrents, voltage_drop
from tests.support import FT_M, US, a_segment


def drop(current_a=50, starting_a=0.0, power_factor=0.95, nominal_v=240, size="2", segments=None):
    segments = segments or (a_segment(length_m=100 * FT_M),)
    return voltage_drop(DropQuestion(current_a, starting_a, power_factor, nominal_v, segments), size, Metal.copper, US.drops).value


class Drop(unittest.TestCase):
    def test_unity_power_factor_is_plain_resistance(self):
        # 2 AWG copper in PVC: 0.19 ohm per 1000 ft; 2 × 50 A × 0.19 × 0.1
        self.assertAlmostEqual(drop(power_factor=1).drop_v, 1.9, 9)
        self.assertAlmostEqual(drop(power_factor=1).percent, 100 * 1.9 / 240, 9)

    def test_no_load_no_drop(self):
        self.assertEqual(drop(current_a=0).drop_v, 0)

    def test_the_formula_is_near_the_exact_phasor(self):
        z = impedance("2", Metal.copper, "pvc40").value
        for amperes in (10, 50, 100):
            for power_factor in (0.7, 0.95, 1.0):
                with self.subTest(amperes=amperes, power_factor=power_factor):
                    current = amperes * cmath.exp(-1j * math.acos(power_factor))
                    # source voltage needed for 240 V at the far end
                    source = 240 + 2 * current * complex(z.resistance_ohm, z.reactance_ohm) * 0.1
                    self.assertAlmostEqual(drop(amperes, power_factor=power_factor).drop_v, abs(source) - 240, delta=0.02)

    def test_segments_add_up_whatever_their_method(self):
        parts = (a_segment(length_m=30), a_segment(length_m=20, method="emt", place="indoors"), a_segment(length_m=10))
        whole = drop(segments=parts)
        self.assertAlmostEqual(whole.drop_v, sum(drop(segments=(p,)).drop_v for p in parts), 9)
        self.assertAlmostEqual(whole.along_v[-1], whole.drop_v, 9)
        self.assertEqual(len(whole.along_v), 3)

    def test_starting_current_drops_on_top_at_its_own_power_factor(self):
        z = impedance("2", Metal.copper, "pvc40").value
        extra = 2 * 40 * (z.resistance_ohm * STARTING_POWER_FACTOR + z.reactance_ohm * math.sin(math.acos(STARTING_POWER_FACTOR))) * 0.1
        both = drop(starting_a=40)
        self.assertAlmostEqual(both.starting_v, both.drop_v + extra, 9)
        self.assertAlmostEqual(both.along_starting_v[-1], both.starting_v, 9)
        self.assertEqual(drop().starting_v, drop().drop_v)

    def test_a_start_is_solved_in_its_own_loop(self):
        """A 120 V motor on a three-wire run, against complex arithmetic of the whole circuit, split phase and two legs of a wye."""
        z = impedance("2", Metal.copper, "pvc40").value
        ohm = complex(z.resistance_ohm, z.reactance_ohm) * 0.1
        legs, extra = LegCurrents(40.0, 25.0, 30.0, 15.0), 60.0
        for system, second in (("split_phase", -1.0), ("wye_legs", cmath.rect(1, -2 * math.pi / 3))):
            for across in Across:
                question = DropQuestion(40.0, extra, 0.95, 240, (a_segment(length_m=100 * FT_M),), "solved", legs, 120.0, System(system),
                                        starting_across=across)  # fmt: skip
                found = voltage_drop(question, "2", Metal.copper, US.drops).value
                running, standing = (cmath.exp(-1j * math.acos(pf)) for pf in (0.95, STARTING_POWER_FACTOR))
                one, two = (across in (Across.line_line, leg) for leg in (Across.l1_neutral, Across.l2_neutral))
                back = 0 if across is Across.line_line else extra
                i_1 = 40 * running + one * extra * standing
                i_2 = (25 * running + two * extra * standing) * second
                neutral = 30 * running + one * back * standing + (15 * running + two * back * standing) * second
                lost = [(120 - abs(120 - ohm * (i_1 + neutral))) / 120, (120 - abs(120 * second - ohm * (i_2 + neutral))) / 120]
                if system == "split_phase":
                    lost.append((240 - abs(240 - ohm * (i_1 - i_2))) / 240)
                with self.subTest(system, across=across):
                    self.assertAlmostEqual(found.starting_v / 240, max(lost), 9)
                    self.assertGreater(found.starting_v, found.drop_v)

    def test_the_short_sums_take_the_start_of_a_120_v_motor_by_its_loop(self):
        plain = DropQuestion(40.0, 30.0, 0.95, 240, (a_segment(length_m=30),), "impedance", neutral_v=120.0)
        on_leg = replace(plain, starting_across=Across.l1_neutral)
        more = [voltage_drop(q, "2", Metal.copper, US.drops).value for q in (plain, on_leg)]
        self.assertAlmostEqual(more[1].starting_v - more[1].drop_v, 2 * (more[0].starting_v - more[0].drop_v), 9)
