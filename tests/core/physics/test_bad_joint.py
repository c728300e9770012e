"""The bad joint is found from readings alone: planted at random in random circuits, with noise."""

import random
import unittest

from northspan.core.physics.bad_joint import Suspect, Taken, Verdict, bad_joint
from northspan.core.physics.network import EARTH, Branch, solve_network
from tests.run import cases

NOISE = 0.01


def a_house(draw):
    """A supply of two legs, a panel, a panel behind it, loads at both; wires with their ohms."""
    sources = [Branch("leg 1", "N0", "A0", 0.01, 120), Branch("leg 2", "B0", "N0", 0.01, 120)]
    wires = []
    for i in (1, 2):
        wires += [Branch(f"{leg}{i}", f"{leg}{i - 1}", f"{leg}{i}", draw.uniform(0.02, 0.2)) for leg in "ABN"]
    loads = []
    for i in (1, 2):
        loads += [Branch(f"load A{i}", f"A{i}", f"N{i}", draw.uniform(8, 40)), Branch(f"load B{i}", f"B{i}", f"N{i}", draw.uniform(8, 40))]
    return [*sources, *wires, *loads, Branch("reference", "N0", EARTH, 1e-6)], wires, loads


def readings_of(branches, loads, draw, noise=NOISE):
    """Volts leg to neutral and along the neutral at each panel, amperes of each wire, in three states of loads."""
    keys = [one.key for one in loads]
    found = []
    for on in (frozenset(keys), frozenset(keys[::2]), frozenset(keys[1::2])):
        state = solve_network([one for one in branches if one.key not in keys or one.key in on])
        asked = [Taken(0, 1, on, a, b) for i in (1, 2) for a, b in ((f"A{i}", f"N{i}"), (f"B{i}", f"N{i}"), (f"N{i}", f"N{i - 1}"))]
        asked += [Taken(0, 1, on, a, b) for i in (1, 2) for a, b in ((f"A{i}", f"A{i - 1}"), (f"B{i}", f"B{i - 1}"))]
        for one in asked:
            true = state.between(one.a, one.b)
            spread = max(true * noise, 0.02)
            found.append(Taken(abs(draw.gauss(true, spread)), spread, on, one.a, one.b))
    return found


class Planted(unittest.TestCase):
    def test_it_is_found_first_or_said_to_be_unsure(self):
        draw, right, unsure, count = random.Random(4), 0, 0, cases(60)
        for _ in range(count):
            branches, wires, loads = a_house(draw)
            bad = draw.choice(wires)
            added = 10 ** draw.uniform(-0.7, 1.5)
            broken = [Branch(one.key, one.a, one.b, one.ohm + added, one.volts) if one.key == bad.key else one for one in branches]
            suspects = [Suspect(one.key, branch=one.key) for one in wires]
            found = bad_joint(branches, [one.key for one in loads], suspects, readings_of(broken, loads, draw))
            first = found.places[0]
            right += first.suspect.key == bad.key
            unsure += found.verdict is not Verdict.sure
            if first.suspect.key == bad.key:
                self.assertAlmostEqual(first.ohm / added, 1, delta=0.2)
            else:
                self.assertIsNot(found.verdict, Verdict.sure)
        self.assertGreaterEqual(right, 0.95 * count)
        self.assertLessEqual(unsure, 0.2 * count)

    def test_a_sound_circuit_has_nothing_to_see(self):
        draw, wrong, count = random.Random(9), 0, cases(30)
        for _ in range(count):
            branches, wires, loads = a_house(draw)
            suspects = [Suspect(one.key, branch=one.key) for one in wires]
            found = bad_joint(branches, [one.key for one in loads], suspects, readings_of(branches, loads, draw))
            wrong += found.verdict is not Verdict.nothing
        self.assertLessEqual(wrong, 0.1 * count)

    def test_a_second_bond_is_told_from_a_loose_neutral(self):
        draw = random.Random(2)
        branches, wires, loads = a_house(draw)
        ground = [Branch("G1", "N0", "G1", 0.1), Branch("G2", "G1", "G2", 0.1), Branch("seen", "G2", "N0", 1e4)]
        whole, keys = [*branches, *ground], [one.key for one in loads]
        suspects = [Suspect(one.key, branch=one.key) for one in wires] + [Suspect("bond at 2", a="N2", b="G2")]
        bonded = [*whole, Branch("bond", "N2", "G2", 0.002)]
        asked = readings_of(bonded, loads, draw, noise=0.002)
        found = bad_joint(whole, keys, suspects, asked)
        self.assertEqual((found.places[0].suspect.key, found.verdict), ("bond at 2", Verdict.sure))

    def test_what_cannot_be_told_apart_is_said_with_the_reading_that_would(self):
        branches = [Branch("source", "N0", "A0", 0.01, 120), Branch("A1", "A0", "A1", 0.1), Branch("A2", "A1", "A2", 0.1),
                    Branch("load", "A2", "N0", 12), Branch("reference", "N0", EARTH, 1e-6)]  # fmt: skip
        on = frozenset({"load"})
        suspects = [Suspect("A1", branch="A1"), Suspect("A2", branch="A2")]
        found = bad_joint(branches, ["load"], suspects, [Taken(100.0, 0.5, on, "A2", "N0")])
        self.assertIs(found.verdict, Verdict.not_sure)
        self.assertEqual((found.after.on, {found.after.a, found.after.b} in ({"A0", "A1"}, {"A1", "A2"})), (on, True))
        told = bad_joint(branches, ["load"], suspects, [Taken(100.0, 0.5, on, "A2", "N0"), Taken(0.8, 0.05, on, "A0", "A1")])
        self.assertEqual((told.places[0].suspect.key, told.verdict), ("A2", Verdict.sure))
        self.assertGreater(told.places[0].power_w, 100)


if __name__ == "__main__":
    unittest.main()
