"""The solver against numpy and a circuit simulator, and the physical facts that must come out by themselves."""

import cmath
import itertools
import math
import random
import re
import shutil
import subprocess
import unittest
from pathlib import Path
from tempfile import TemporaryDirectory

import numpy as np

from northspan.core.physics.device_curves import ground_fault_opens_s, inverse_time, opens_within_s, residual_opens_s
from northspan.core.physics.network import EARTH, Branch, FloatingNode, solve_network
from northspan.core.rulebooks.registry import rulebook_named
from northspan.core.rulebooks.uk.device_energy import opens_at_a
from northspan.core.topics.bonds.calculators.bond import BondQuestion, Winding, Wire, bond
from northspan.core.working.errors import InvalidJob, OutsideTable


def a_network(rng):
    """A random connected network with sources, cables whose wires are coupled, and earth at one end."""
    nodes = [EARTH, *(f"n{i}" for i in range(rng.randint(2, 9)))]
    branches = []

    def wire(a, b, **more):
        ohm = complex(rng.uniform(0.01, 20), rng.uniform(0, 10))
        branches.append(Branch(f"b{len(branches)}", a, b, ohm, **more))

    for i, node in enumerate(nodes[1:], 1):
        wire(rng.choice(nodes[:i]), node)
    for _ in range(rng.randint(1, 8)):
        wire(*rng.sample(nodes, 2))
    for i in rng.sample(range(len(branches)), rng.randint(1, 3)):
        b = branches[i]
        branches[i] = Branch(b.key, b.a, b.b, b.ohm, cmath.rect(rng.uniform(10, 240), rng.uniform(0, 6)))
    coupled = rng.sample(range(len(branches)), min(len(branches), rng.randint(2, 3)))
    mutual = complex(0, 0.5 * min(branches[i].ohm.imag for i in coupled))
    for i in coupled:
        b = branches[i]
        branches[i] = Branch(b.key, b.a, b.b, b.ohm, b.volts, "cable", mutual)
    return branches


def by_numpy(branches):
    """Kirchhoff and Ohm written out whole: unknown node voltages and branch currents together."""
    nodes = sorted({n for b in branches for n in (b.a, b.b)} - {EARTH})
    n, m = len(nodes), len(branches)
    matrix, right = np.zeros((n + m, n + m), complex), np.zeros(n + m, complex)
    for j, b in enumerate(branches):
        for end, sign in ((b.a, 1), (b.b, -1)):
            if end != EARTH:
                matrix[nodes.index(end), n + j] += sign  # what leaves a node
                matrix[n + j, nodes.index(end)] += sign  # V_a - V_b + E = Z I
        right[n + j] = -b.volts
        for k, other in enumerate(branches):
            if k == j:
                matrix[n + j, n + k] -= b.ohm
            elif b.cable and other.cable == b.cable:
                matrix[n + j, n + k] -= b.mutual_ohm
    x = np.linalg.solve(matrix, right)
    return dict(zip(nodes, x[:n], strict=True)), {b.key: x[n + j] for j, b in enumerate(branches)}


class Solver(unittest.TestCase):
    def test_200_random_networks_against_numpy(self):
        rng = random.Random(11)
        for number in range(200):
            branches = a_network(rng)
            state, (volts, amperes) = solve_network(branches), by_numpy(branches)
            with self.subTest(network=number):
                for node, value in volts.items():
                    self.assertLess(abs(state.volts[node] - value), 1e-3 * max(1e-6, *map(abs, volts.values())))
                for key, value in amperes.items():
                    self.assertLess(abs(state.amperes[key] - value), 1e-3 * max(1e-6, *map(abs, amperes.values())))

    def test_currents_add_up_at_every_node(self):
        rng = random.Random(5)
        for _ in range(30):
            branches = a_network(rng)
            state = solve_network(branches)
            for node in state.volts:
                if node != EARTH:
                    into = sum(state.amperes[b.key] * ((b.b == node) - (b.a == node)) for b in branches)
                    self.assertAlmostEqual(abs(into), 0, 9)

    def test_a_floating_part_is_named(self):
        with self.assertRaisesRegex(FloatingNode, "floats: nothing leads from it to earth") as raised:
            solve_network([Branch("s", EARTH, "a", 1.0, 120), Branch("x", "b", "c", 1.0)])
        self.assertIn(raised.exception.node, {"b", "c"})

    @unittest.skipUnless(shutil.which("ngspice"), "no circuit simulator is installed; numpy has checked the same networks")
    def test_against_a_circuit_simulator(self):
        rng = random.Random(3)
        for number in range(10):
            branches = [Branch(b.key, b.a, b.b, b.ohm, b.volts) for b in a_network(rng)]
            volts = simulated(branches)
            state = solve_network(branches)
            largest = max(abs(v) for v in volts.values())
            for node, value in volts.items():
                with self.subTest(network=number, node=node):
                    self.assertLess(abs(state.volts[node] - value), 1e-3 * largest)


def simulated(branches):
    """Node voltages by ngspice, at 60 Hz."""
    omega = 2 * math.pi * 60
    name = lambda node: "0" if node == EARTH else node  # noqa: E731
    lines = ["a network"]
    for b in branches:
        size, angle = cmath.polar(b.volts)
        lines += [
            f"V{b.key} {b.key}p {name(b.a)} AC {size} {math.degrees(angle)}",
            f"R{b.key} {b.key}p {b.key}q {b.ohm.real}",
            f"L{b.key} {b.key}q {name(b.b)} {max(b.ohm.imag, 1e-9) / omega}",
        ]
    nodes = sorted({n for b in branches for n in (b.a, b.b)} - {EARTH})
    probes = " ".join(f"vr({n}) vi({n})" for n in nodes)
    lines += [".control", "set numdgt=10", "ac lin 1 60 60", f"print {probes}", "quit", ".endc", ".end"]
    with TemporaryDirectory() as folder:
        deck = Path(folder) / "deck.cir"
        deck.write_text("\n".join(lines) + "\n")
        said = subprocess.run(["ngspice", "-b", str(deck)], capture_output=True, text=True, check=False).stdout
    found = dict(re.findall(r"(v[ri]\(\w+\)) = (\S+)", said))
    return {n: complex(float(found[f"vr({n})"]), float(found[f"vi({n})"])) for n in nodes}


class Breakers(unittest.TestCase):
    """Bands by kind and rating, and no device faster than it is."""

    def test_both_sides_of_each_edge(self):
        small, large = inverse_time(20), inverse_time(100)
        for multiple, opens in ((1.0, False), (1.06, True), (1.34, True)):
            self.assertEqual(opens_within_s(multiple, small)[0] < math.inf, opens)
        self.assertEqual([opens_within_s(m, small)[1] < math.inf for m in (1.34, 1.35)], [False, True])
        # calibration: an hour up to 50 A and two above; at twice, 2 and 6 minutes
        self.assertEqual([opens_within_s(1.35, inverse_time(a))[1] for a in (50, 50.1)], [3600, 7200])
        self.assertEqual([opens_within_s(2.0, curve)[1] for curve in (small, large)], [120, 360])
        self.assertGreater(opens_within_s(9.9, small)[1], 1)
        self.assertLessEqual(opens_within_s(10.0, small)[1], 0.025)

    def test_types_b_c_and_d_by_their_own_limits(self):
        book = rulebook_named("uk-2022")
        for kind, least, most in (("B", 3, 5), ("C", 5, 10), ("D", 10, 20)):
            curve = book.devices.device_curve(kind, 32.0)
            self.assertGreater(opens_within_s(most * 0.99, curve)[1], 0.4, kind)
            self.assertEqual(opens_within_s(most, curve)[1], 0.1)
            self.assertGreaterEqual(opens_within_s(least * 0.99, curve)[0], 0.1)
        # a current that is twice what a type B needs and half of what a type D does
        self.assertEqual([opens_within_s(10, book.devices.device_curve(kind, 40.0))[1] <= 0.1001 for kind in "BCD"], [True, True, False])

    def test_sizing_and_bench_read_one_curve(self):
        book = rulebook_named("uk-2022")
        for kind, _ in book.devices.device_types():
            for rating in book.devices.ratings(kind):
                for within in (0.4, 5.0):
                    try:
                        current = opens_at_a(kind, rating, within).value
                    except OutsideTable:
                        continue
                    self.assertLessEqual(opens_within_s(current / rating, book.devices.device_curve(kind, rating))[1], within + 1e-9)

    def test_more_current_never_opens_later(self):
        book = rulebook_named("uk-2022")
        curves = [inverse_time(a) for a in (15, 60, 200, 400)]
        curves += [book.devices.device_curve(kind, a) for kind, _ in book.devices.device_types() for a in book.devices.ratings(kind)]
        for curve in curves:
            times = [opens_within_s(1 + 0.07 * i, curve) for i in range(600)]
            for edge in (0, 1):
                for before, after in itertools.pairwise(t[edge] for t in times):
                    self.assertGreaterEqual(before, after * (1 - 1e-12))
            self.assertTrue(all(fast <= slow for fast, slow in times))

    def test_no_device_is_promised_faster_than_it_is(self):
        self.assertEqual(ground_fault_opens_s(0.3)[1], ground_fault_opens_s(5000)[1])
        self.assertEqual([residual_opens_s(5 * ma / 1000, ma)[1] for ma in (30, 100)], [0.04, 0.15])
        self.assertGreater(residual_opens_s(100, 30)[0], 0)

    def test_a_ground_fault_device_between_4_and_6_milliamperes(self):
        for leak_ma, sure, possible in ((3.9, False, False), (4.0, False, True), (5.9, False, True), (6.0, True, True)):
            fast, slow = ground_fault_opens_s(leak_ma / 1000)
            self.assertEqual((slow < math.inf, fast < math.inf), (sure, possible))


def a_house(load_1=10.0, load_2=4.0, **changes):
    """A service, a feeder of four wires to a panel, loads on both legs; second bond, lost neutral and faults as asked."""
    feeder = {"resistance_ohm": 0.05, "reactance_ohm": 0.02, "cable": "feeder", "mutual_ohm": 0.012}
    parts = {
        "hot 1": Wire(key="hot 1", start="L1", end="P1", breaker_a=60, **feeder),
        "hot 2": Wire(key="hot 2", start="L2", end="P2", breaker_a=60, **feeder),
        "neutral": Wire(key="neutral", start="N", end="PN", role="neutral", **feeder),
        "ground": Wire(key="ground", start="main can", end="panel can", role="ground", **feeder),
        "main bond": Wire(key="main bond", start="N", end="main can", role="bond", resistance_ohm=0.0005),
        "rod": Wire(key="rod", start="main can", end="earth", role="electrode", resistance_ohm=25),
        "utility rod": Wire(key="utility rod", start="N", end="earth", role="electrode", resistance_ohm=10),
        "load 1": Wire(key="load 1", start="P1", end="PN", role="load", resistance_ohm=load_1),
        "load 2": Wire(key="load 2", start="P2", end="PN", role="load", resistance_ohm=load_2),
    }
    for key, change in changes.items():
        name = key.replace("_", " ")
        if change is None:
            parts.pop(name, None)
        elif isinstance(change, Wire):
            parts[name] = change
        else:
            parts[name] = parts[name].model_copy(update=change)
    windings = (Winding(key="half 1", start="N", end="L1"), Winding(key="half 2", start="L2", end="N"))
    return bond(BondQuestion(windings=windings, wires=tuple(parts.values())))


SECOND_BOND = Wire(key="second bond", start="PN", end="panel can", role="bond", resistance_ohm=0.0005)


class Facts(unittest.TestCase):
    def test_a_rod_alone_does_not_clear_a_20_a_breaker(self):
        hot = Wire(key="fault", start="hot", end="earth", role="fault", resistance_ohm=25, breaker_a=20)
        answer = bond(BondQuestion(windings=(Winding(key="T", start="earth", end="hot"),), wires=(hot,)))
        self.assertAlmostEqual(answer.amperes["fault"], 120 / 25, delta=0.05)
        self.assertIn("does not open", answer.devices["fault"])
        self.assertIn("the fault stays on", answer.verdicts[0])

    def test_one_bond_keeps_the_current_on_its_wires(self):
        answer = a_house()
        self.assertEqual(answer.verdicts, ("Nothing to object to: the current keeps to its wires.",))
        self.assertLess(answer.amperes["ground"], 0.001)
        self.assertAlmostEqual(answer.amperes["neutral"], 120 / 4 - 120 / 10, delta=1)

    def test_a_second_bond_shares_the_neutral_current_by_the_wires(self):
        answer = a_house(second_bond=SECOND_BOND)
        # neutral and ground are alike here, so each takes half
        self.assertAlmostEqual(answer.amperes["ground"] / answer.amperes["neutral"], 1, delta=0.02)
        self.assertIn("Objectionable current", answer.verdicts[0])
        thin = a_house(second_bond=SECOND_BOND, ground={"resistance_ohm": 0.15})
        self.assertLess(thin.amperes["ground"], 0.5 * thin.amperes["neutral"])

    def test_a_second_bond_is_invisible_under_balanced_load(self):
        answer = a_house(load_1=6.0, load_2=6.0, second_bond=SECOND_BOND)
        self.assertLess(answer.amperes["ground"], 0.005)
        self.assertIn("Nothing to object to", answer.verdicts[0])

    def test_an_open_neutral_drives_the_legs_apart_by_their_loads(self):
        answer = a_house(neutral=None)
        # 10 and 4 ohm in series across 240 V
        self.assertAlmostEqual(abs(answer.volts["P1"]) + abs(answer.volts["P2"]), 240, delta=4)
        across_1 = answer.amperes["load 1"] * 10
        across_2 = answer.amperes["load 2"] * 4
        self.assertAlmostEqual(across_1, 240 * 10 / 14, delta=4)
        self.assertAlmostEqual(across_2, 240 * 4 / 14, delta=3)

    def test_and_hides_behind_a_second_bond(self):
        answer = a_house(neutral=None, second_bond=SECOND_BOND)
        for load, ohm in (("load 1", 10), ("load 2", 4)):  # voltages look normal
            self.assertAlmostEqual(answer.amperes[load] * ohm, 120, delta=6)
        self.assertGreater(answer.amperes["ground"], 15)  # the ground carries the neutral's current
        self.assertIn("Objectionable current", answer.verdicts[0])

    def test_a_ground_clears_a_case_fault_at_once_and_without_it_the_case_stays_live(self):
        fault = Wire(key="fault", start="P1", end="panel can", role="fault", resistance_ohm=0.01)
        cleared = a_house(fault=fault)
        self.assertGreater(cleared.amperes["hot 1"], 10 * 60)
        self.assertRegex(cleared.devices["hot 1"], r"it opens within 0\.00\d+ to 0\.0[12]\d* s")
        cut = a_house(fault=fault, ground=None)
        self.assertGreater(cut.volts["panel can"], 100)
        self.assertIn("panel can stands at", cut.verdicts[0])
        self.assertIn("it does not open", cut.devices["hot 1"])

    def test_a_missing_bond_leaves_the_fault_no_way_back_but_earth(self):
        fault = Wire(key="fault", start="P1", end="panel can", role="fault", resistance_ohm=0.01)
        answer = a_house(fault=fault, main_bond=None)
        self.assertIn("it does not open", answer.devices["hot 1"])
        self.assertGreater(answer.volts["panel can"], 50)

    def test_an_old_three_wire_feed_lifts_the_case_by_the_neutrals_drop(self):
        answer = a_house(ground=None, second_bond=SECOND_BOND)
        drop = answer.amperes["neutral"] * abs(complex(0.05, 0.02))
        lifted = abs(answer.volts["panel can"] - answer.volts["main can"])
        self.assertAlmostEqual(lifted, drop, delta=0.4)
        self.assertGreater(lifted, 0.5)

    def test_the_field_draws_a_fault_back_into_its_own_cable(self):
        pipe = Wire(key="pipe", start="main can", end="panel can", role="path", resistance_ohm=0.05, reactance_ohm=0.08)
        fault = Wire(key="fault", start="P1", end="panel can", role="fault", resistance_ohm=0.01)
        coupled = a_house(pipe=pipe, fault=fault, hot_1={"reactance_ohm": 0.08, "mutual_ohm": 0.07}, hot_2={"reactance_ohm": 0.08, "mutual_ohm": 0.07},
                          neutral={"reactance_ohm": 0.08, "mutual_ohm": 0.07}, ground={"reactance_ohm": 0.08, "mutual_ohm": 0.07})  # fmt: skip
        apart = a_house(pipe=pipe, fault=fault, ground={"cable": "", "mutual_ohm": 0, "reactance_ohm": 0.08})
        self.assertGreater(coupled.amperes["ground"], 1.5 * coupled.amperes["pipe"])
        self.assertAlmostEqual(apart.amperes["ground"] / apart.amperes["pipe"], 1, delta=0.1)

    def test_a_ground_fault_device_opens_on_what_does_not_come_back(self):
        leak = Wire(key="leak", start="P1", end="earth", role="fault", resistance_ohm=15_000)
        people = a_house(leak=leak, hot_1={"ground_fault": True})
        self.assertIn("opens within", people.devices["hot 1"])
        self.assertIn("does not open", a_house(leak=leak).devices["hot 1"])

    def test_names_must_differ_and_every_answer_is_explained(self):
        wire = Wire(key="T", start="hot", end="earth", resistance_ohm=1)
        with self.assertRaisesRegex(InvalidJob, "T stands twice"):
            bond(BondQuestion(windings=(Winding(key="T", start="earth", end="hot"),), wires=(wire,)))
        lines = a_house().working[0].lines
        self.assertTrue(all(line.citation for line in lines))

    def refused(self, words, **changes):
        with self.assertRaisesRegex(InvalidJob, words):
            a_house(**changes)

    def test_what_would_be_misread_is_refused_or_settled(self):
        leak = Wire(key="leak", start="P1", end="earth", role="fault", resistance_ohm=15_000)
        ahead = a_house(leak=leak, hot_1={"ground_fault": True})
        # the neutral drawn from the load to the source is the same neutral
        turned = a_house(leak=leak, hot_1={"ground_fault": True}, neutral={"start": "PN", "end": "N"})
        self.assertEqual(turned.devices["hot 1"], ahead.devices["hot 1"])
        calm = a_house(hot_1={"ground_fault": True}, neutral={"start": "PN", "end": "N"})
        self.assertIn("does not open", calm.devices["hot 1"])
        self.refused("no cable to watch", hot_1={"ground_fault": True, "cable": ""})
        self.refused("no cable to watch", hot_1={"residual_ma": 30, "cable": ""})
        self.refused("ends where it begins", leak=leak.model_copy(update={"end": "P1"}))
        self.refused("different mutual reactances", hot_1={"mutual_ohm": 0.01})
        every = {"mutual_ohm": 0.03, "reactance_ohm": 0.02}
        self.refused("share more field", hot_1=every, hot_2=every, neutral=every, ground=every)
        fits = {"mutual_ohm": 0.0199, "reactance_ohm": 0.02}
        self.assertTrue(a_house(hot_1=fits, hot_2=fits, neutral=fits, ground=fits).verdicts)
