"""Through one transformer and through two: what hangs on one side is felt on the other, on the bench as in the plan."""

import random
import unittest

from northspan.core.document.job import (
    Across,
    Building,
    Circuit,
    Enclosure,
    EnclosureKind,
    Job,
    Load,
    Run,
    RunKind,
    Segment,
    Source,
    SourceKind,
)
from northspan.core.physics.network import Branch, solve_network
from northspan.core.solve import solve, worked
from northspan.core.topics.bonds.calculators.bond import BondQuestion, Winding, Wire, bond
from northspan.core.topics.bonds.edges import Bench
from northspan.core.topics.bonds.impedances import circuitry
from northspan.core.topics.bonds.reading import solve_bench
from northspan.core.topics.bonds.trial import Trial
from northspan.core.topics.panels.bonding import plan_enclosures
from northspan.core.topics.sizing.topic import SIZED
from northspan.core.topics.supply.states import state_named
from tests.run import cases
from tests.support import a_segment

NEAR, COLD = 0.02, 0.78  # a table's wire is warm on the bench and cold where a device must interrupt


def a_chain(seed):
    """A service, and behind it one or two transformers in turn, with a load at the end; the same one for the same seed."""
    rng = random.Random(seed)

    def way():
        return (Segment(length_m=rng.uniform(5, 60), method="pvc40", place="buried"),)

    cans = {"P0": Enclosure(name="Main", building="B1", main_a=200, kind=EnclosureKind.meter_main)}
    runs = {"R0": Run(name="Service", kind=RunKind.service, origin="S1", target="P0", segments=way())}
    sources, last, volts = {"S1": Source(name="Utility", rating_kva=rng.choice([25, 50]))}, "P0", 240
    for i in range(1, rng.randint(1, 2) + 1):
        circuit = Circuit.two_wire_line if volts == 480 else rng.choice([Circuit.two_wire_line, Circuit.two_wire_neutral])
        volts = rng.choice([240, 480])
        sources[f"T{i}"] = Source(name=f"T{i}", kind=SourceKind.transformer, rating_kva=10, line_v=volts, building="B1",
                                  tap_percent=rng.choice([0, 2.5]))  # fmt: skip
        runs[f"U{i}"] = Run(name=f"Up {i}", origin=last, target=f"T{i}", circuit=circuit, segments=way())
        cans[f"P{i}"] = Enclosure(name=f"Can {i}", building="B1")
        runs[f"D{i}"] = Run(name=f"Down {i}", origin=f"T{i}", target=f"P{i}", segments=way())
        last = f"P{i}"
    loads = {"L1": Load(name="Heat", enclosure=last, power_va=rng.choice([600, 1500, 2500]), across=Across.line_line)}
    return Job(name="Chain", buildings={"B1": Building(name="B")}, sources=sources, enclosures=cans, runs=runs, loads=loads), last


def on_the_bench(job, trial=None):
    whole = worked(job)
    case, done = whole.case, whole.done
    return Bench(case, plan_enclosures(case), state_named(case.tree, case.schools, ""), trial or Trial()), done[SIZED]


class Agree(unittest.TestCase):
    def test_the_fault_at_every_can_is_that_of_the_plan(self):
        compared = 0
        for seed in range(cases(30)):
            job, _ = a_chain(seed)
            bench, sized = on_the_bench(job, Trial(case_fault="P0"))
            branches = [one for one in circuitry(bench, sized).branches if "fault" not in one.key]
            for key, can in solve(job).enclosures.items():
                for end, planned_a in (("L2", can.fault_a), ("N", can.fault_to_neutral_a)):
                    solved = solve_network([*branches, Branch("short", f"{key}.L1", f"{key}.{end}", 1e-5)])
                    share = abs(solved.amperes["short"]) / planned_a
                    with self.subTest(seed, key=key, to=end):
                        self.assertTrue(COLD < share < 1.0, share)
                    compared += 1
        self.assertGreater(compared, cases(100))

    def test_the_voltage_at_the_last_can_is_that_of_the_plan(self):
        compared = 0
        for seed in range(40):
            job, last = a_chain(seed)
            plan = solve(job)
            way = plan.ways[0]
            if any(run.drop_percent > 4 for run in plan.runs.values()):
                continue  # so far down a resistance draws less than its rating
            bench, sized = on_the_bench(job)
            state = solve_network(circuitry(bench, sized).branches)
            volts = state.between(f"{last}.L1", f"{last}.L2")
            with self.subTest(seed):
                self.assertAlmostEqual(volts / way.points[-1].design_v, 1, delta=NEAR)
            compared += 1
        self.assertGreater(compared, 15)

    def test_the_load_is_felt_ahead_of_its_transformers_at_their_voltages(self):
        for seed in range(cases(30)):
            job, _ = a_chain(seed)
            bench, sized = on_the_bench(job)
            state, plan = solve_network(circuitry(bench, sized).branches), solve(job)
            for key, run in plan.runs.items():
                with self.subTest(seed, run=key):
                    self.assertAlmostEqual(abs(state.amperes[f"{key}.L1"]) / max(run.line_1_a, 0.1), 1, delta=0.15)


class Reflected(unittest.TestCase):
    def test_a_fault_behind_a_transformer_is_seen_by_the_device_ahead_of_it(self):
        for seed in range(12):
            job, last = a_chain(seed)
            solved = solve_bench(*on_the_bench(job, Trial(case_fault=last)))
            up = next(one for one in solved.openings if one.device.key == "U1")
            fault_a = max(abs(solved.now.amperes[edge.key]) for edge in solved.circuit.edges if edge.role == "fault")
            with self.subTest(seed):
                self.assertGreater(up.amperes, 1.5 * 2500 / 240)
                self.assertGreater(fault_a, 5)

    def test_power_goes_through_unchanged(self):
        # 10 ohm behind a winding of twice the turns is 2.5 ohm ahead of it
        branches = [
            Branch("supply", "earth", "a", 1e-6, 100.0),
            Branch("primary", "a", "earth", 0, core="T", primary=True),
            Branch("secondary", "earth", "b", 0.001, core="T", turns=2.0),
            Branch("load", "b", "earth", 9.999),
        ]
        state = solve_network(branches)
        self.assertAlmostEqual(abs(state.amperes["load"]), 20, places=3)
        self.assertAlmostEqual(abs(state.amperes["supply"]), 40, places=3)

    def test_a_load_behind_a_primary_of_one_line_does_not_vanish(self):
        for circuit, amperes in ((Circuit.two_wire_neutral, 40.0), (Circuit.two_wire_line, 20.0)):
            cans = {key: Enclosure(name=key, building="B1") for key in ("P0", "P1")}
            runs = {
                "R0": Run(name="Service", kind=RunKind.service, origin="S1", target="P0", segments=(a_segment(length_m=5),)),
                "U1": Run(name="Up", origin="P0", target="T1", circuit=circuit, segments=(a_segment(length_m=5),)),
                "D1": Run(name="Down", origin="T1", target="P1", segments=(a_segment(length_m=5),)),
            }
            sources = {
                "S1": Source(name="S", rating_kva=25),
                "T1": Source(name="T", kind=SourceKind.transformer, rating_kva=15, building="B1"),
            }
            job = Job(name="x", buildings={"B1": Building(name="B")}, sources=sources, enclosures=cans, runs=runs,
                      loads={"L1": Load(name="Heat", power_va=4800, enclosure="P1")})  # fmt: skip
            bench, sized = on_the_bench(job)
            self.assertAlmostEqual(abs(solve_network(circuitry(bench, sized).branches).amperes["U1.L1"]), amperes, delta=1.5)
            plan = solve(job).runs
            self.assertAlmostEqual(plan["U1"].load_a, amperes, places=3)
            self.assertEqual((plan["R0"].line_1_a, plan["R0"].line_2_a), (amperes, 0 if amperes > 30 else amperes))


class CoupledPair(unittest.TestCase):
    def test_the_sign_of_the_field_goes_by_where_the_wires_lie_and_not_by_how_they_were_drawn(self):
        found = set()
        for line, back in (
            (("hot", "end"), ("end", "neutral")),
            (("hot", "end"), ("neutral", "end")),
            (("end", "hot"), ("end", "neutral")),
        ):
            pair = {"resistance_ohm": 0.05, "reactance_ohm": 0.2, "cable": "C", "mutual_ohm": 0.19}
            wires = (
                Wire(key="line", start=line[0], end=line[1], role="line", **pair),
                Wire(key="back", start=back[0], end=back[1], role="neutral", **pair),
                Wire(key="bond", start="neutral", end="earth", role="bond", resistance_ohm=0.001),
            )
            answer = bond(BondQuestion(windings=(Winding(key="T", start="neutral", end="hot", volts=120),), wires=wires))
            found.add(round(answer.amperes["line"], 3))
        self.assertEqual(len(found), 1, found)
        # out and back in one cable the field of the one takes away from the other: 2 (0.2 - 0.19) of reactance are left
        self.assertAlmostEqual(found.pop(), 120 / abs(complex(0.11, 0.02 + 0.01)), delta=1)


if __name__ == "__main__":
    unittest.main()
