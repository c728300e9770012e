"""The studio feeder of the demo property, worked by hand from the printed tables, line by line."""

import cmath
import math
import unittest

from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.solve import solve
from northspan.core.working.formula import figure
from tests.support import found

# What the hand calculation reads, each from its printed page: 9.6 kW kiln (continuous), 4.8 kW
# heater, wheel 900 VA on leg 1; fan 530 VA and lamps 480 VA, both continuous, on leg 2.
LEG_2_CONTINUOUS_A = 9600 / 240 + 530 / 120 + 480 / 120
LEG_2_REST_A = 4800 / 240
LOAD_A = LEG_2_CONTINUOUS_A + LEG_2_REST_A
LEG_1_A, NEUTRAL_A = 9600 / 240 + 4800 / 240 + 900 / 120, (530 + 480 - 900) / 120


def solved_v(z_per_kft):
    """Volts that leg 2 loses to the neutral: its own wire, and the neutral with what comes back by it."""
    lost = z_per_kft * 0.185 * (LOAD_A + NEUTRAL_A) * cmath.exp(-1j * math.acos(0.95))
    return 120 - abs(120 - lost)


HAND = {
    # symbol: value, unit, citation
    "I_b": (LEG_2_REST_A + 1.25 * LEG_2_CONTINUOUS_A, "A", "215.3"),
    "I_n": (90, "A", "240.6(A)"),  # 80 A is not enough for 80.5 A
    "T_i": (90, "°C", "Table 310.4(1)"),
    "I_t": (115, "A", "Table 310.16"),  # 1 AWG aluminum, 90 °C column
    "F_a": (1, "", "Table 310.15(B)(1)(1)"),
    "F_n": (1, "", "Table 310.15(C)(1)"),
    "I_d": (115, "A", "310.15"),
    "I_c": (100, "A", "Table 310.16"),  # 75 °C column, for the terminals
    "I_a": (100, "A", "110.14(C)"),
    "I_2": (LOAD_A, "A", "215.2(A)(2)"),
    "R": (0.25, "Ω/kft", "Chapter 9 Table 9"),
    "X": (0.046, "Ω/kft", "Chapter 9 Table 9"),
    "V_d": (2 * solved_v(complex(0.25, 0.046)), "V", "largest"),  # as of 240 V: the percentage of leg 2 counts
    "I_g": (1010 / 120, "A", "220.61"),
    "A_w": (3 * 0.1534 + 0.0590, "in²", "Chapter 9 Table 5"),  # 6 AWG ground: 1 AWG is the least for the 100 A on the shelf
    "c": (18, "in", "Table 300.5(A)"),
}


class ByHand(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.plan = solve(kestrel_hollow(), None)
        cls.feeder = cls.plan.runs["F2"]
        cls.lines = {}
        for line in (line for group in cls.feeder.working for line in group.lines):
            cls.lines.setdefault(line.symbol, line)  # R, X and Z stand again for the starting motor

    def test_every_line_of_the_working(self):
        for symbol, (value, unit, citation) in HAND.items():
            with self.subTest(symbol):
                line = self.lines[symbol]
                self.assertEqual((line.result, line.unit, line.citation), (figure(value), unit, citation))

    def test_the_answers(self):
        run = self.feeder
        self.assertEqual(
            (run.device_a, run.size, run.metal, run.equipment_ground_size, run.grounded_size), (100, "1", "aluminum", "6", "1")
        )
        self.assertEqual(run.headline, "1 AWG aluminum, 100 A")
        # 175 ft would fit 1-1/4; the call for long pulls goes one up, and nobody changes the size indoors
        self.assertEqual([s.pipe_size for s in run.segments], ["1-1/2", "1-1/2"])
        self.assertAlmostEqual(run.segments[0].fill_percent, 100 * 0.5192 / 1.986, 3)
        self.assertAlmostEqual(run.segments[1].fill_percent, 100 * 0.5192 / 1.986, 3)
        self.assertEqual(
            [(w.role, w.color) for w in run.wires], [("line 1", "black"), ("line 2", "red"), ("neutral", "white"), ("ground", "green")]
        )

    def test_a_size_down_drops_too_much_and_copper_is_thinner(self):
        down, chosen, up, copper, in_earth = self.feeder.neighbours
        # 2 AWG aluminum: R 0.32, X 0.045
        hand = 100 * solved_v(complex(0.32, 0.045)) / 120
        self.assertAlmostEqual(down.drop_percent, hand, 6)
        self.assertFalse(down.holds)
        self.assertTrue(chosen.current and chosen.holds and up.holds)
        self.assertEqual((copper.size_name, copper.metal), ("3 AWG", "copper"))
        self.assertIn("straight in the ground, 24 in of cover", in_earth.words)
        self.assertLess(in_earth.cost, chosen.cost)  # a trench is deeper and no pipe is bought

    def test_the_drop_of_the_way_adds_up_the_runs(self):
        way = next(w for w in self.plan.ways if w.id == "F2")
        self.assertAlmostEqual(sum(self.plan.runs[r].drop_percent for r in ("R1", "F1", "F2")), way.drop_percent, 9)
        self.assertAlmostEqual(way.points[-1].design_v, 240 * (1 - way.drop_percent / 100), 9)
        self.assertAlmostEqual(way.points[-1].distance_m, (72 + 22 + 185) * 0.3048, 9)
        self.assertEqual([p.node for p in way.points if p.node], ["T1", "M1", "P1", "P2"])

    def test_one_bond_at_the_first_disconnect(self):
        self.assertEqual({k: e.bond for k, e in self.plan.enclosures.items()}, {"M1": "bonded", "P1": "separate", "P2": "separate", "P3": "bonded", "D1": "separate"})  # fmt: skip

    def test_each_building(self):
        facts = {k: (b.electrode_required, b.rods_wanted, b.disconnect_least_a) for k, b in self.plan.buildings.items()}
        # the house has its footing steel; the pump house one branch circuit with an equipment ground
        self.assertEqual(facts, {"house": (True, 0, 0), "studio": (True, 2, 70), "hill": (True, 2, 60), "spring": (False, 0, 15)})

    def test_the_honest_mistakes_are_found(self):
        for words in (
            "House panel: neutral and ground are bonded here",
            "405° of bends",
            "58 Ω",
            "clamp is not listed for burial",
            "old three-wire feed",
        ):
            with self.subTest(words):
                self.assertEqual(len(found(self.plan, words)), 1)
