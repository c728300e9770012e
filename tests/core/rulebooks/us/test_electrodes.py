"""How electrodes go in under the US rules, the bonding point for other systems, and rods that rock keeps from standing."""

import unittest

from northspan.core.calculators import CALCULATORS
from northspan.core.case.at_building import shapes_of
from northspan.core.document.job import Building, Circuit, Electrode, ElectrodeKind, Grounding, GroundSoil, RunKind
from northspan.core.physics.closed_forms import rod_ohm
from northspan.core.physics.device_curves import residual_opens_s
from northspan.core.physics.grid import earthed
from northspan.core.physics.soil import Soil
from northspan.core.rulebooks.questions.common import BuildingFacts, RunFacts
from northspan.core.solve import solve
from northspan.core.topics.electrodes.calculators.ground import GroundQuestion, ground
from tests.support import US, a_feeder, checked, found, with_building


def facts(*kinds, kind=RunKind.feeder, branches=0):
    run = RunFacts(kind, Circuit.three_wire, Grounding.equipment_ground, False, 240, ())
    return BuildingFacts(True, False, False, False, run, branches, tuple(Electrode(name="E", building="B", kind=one) for one in kinds))


def told(*kinds):
    return {step.words: (step.result, step.citation) for step in US.electrodes.electrode_rules(facts(*kinds)).steps}


class Rules(unittest.TestCase):
    def test_each_kind_brings_its_own_rules_and_no_other(self):
        rods, pipe = told(ElectrodeKind.rod), told(ElectrodeKind.water_pipe)
        self.assertEqual(rods["a rod"], ("8 ft in the soil", "250.53(A)(4)"))
        self.assertEqual(pipe["where it is joined"][0], "within 5 ft of its entry")
        self.assertNotIn("a rod", pipe)
        self.assertNotIn("where it is joined", rods)
        self.assertIn("a rod", told())  # nothing noted yet: rods are what will be driven
        for kind in ElectrodeKind:
            words = told(kind)
            self.assertEqual((words["clamps"][1], words["all of them"][1]), ("250.70", "250.50"))
            self.assertGreater(len(words), 3, kind)

    def test_a_bonding_point_is_needed_but_for_a_single_branch_circuit(self):
        self.assertTrue(US.electrodes.intersystem_bonding(facts()).value)
        self.assertFalse(US.electrodes.intersystem_bonding(facts(kind=RunKind.branch, branches=1)).value)

    def test_it_is_asked_about_found_missing_and_found_there(self):
        job = a_feeder()
        for there, words in ((None, "a bonding point for telephone"), (False, "no bonding point for telephone")):
            self.assertTrue(
                found(
                    solve(checked(job, buildings=job.buildings | {"B1": job.buildings["B1"].model_copy(update={"intersystem": there})})),
                    words,
                ),
                there,
            )
        self.assertFalse(
            [f for f in found(solve(with_building(job, intersystem=True)), "bonding point") if f.where.startswith("/buildings/B2")]
        )

    def test_a_buried_wire_alone_helps_and_does_not_count(self):
        job = a_feeder()
        wire = Electrode(name="Wire", building="B2", kind=ElectrodeKind.buried_wire, length_m=20, top_m=0.8)
        plan = solve(checked(job, electrodes={"E1": wire}))
        self.assertTrue(found(plan, "a buried wire alone helps, and does not count"))
        self.assertEqual(plan.buildings["B2"].rods_wanted, 2)


class Laid(unittest.TestCase):
    def ohm(self, laid, soil):
        rod = Electrode(name="R", building="B", laid=laid)
        return earthed(shapes_of({"E": rod}, {"E": 0.0}, Building(name="B")), soil).resistance_ohm

    def test_an_upright_rod_agrees_with_the_closed_form_and_the_others_lie_near_it(self):
        even = Soil(100.0)
        upright = self.ohm("upright", even)
        self.assertAlmostEqual(upright, rod_ohm(100.0, 2.4384, 0.0159).value, delta=0.05 * upright)
        for laid in ("slanting", "trench"):
            self.assertAlmostEqual(self.ohm(laid, even), upright, delta=0.15 * upright)

    def test_over_rock_a_rod_in_a_trench_is_better_than_one_that_reaches_into_the_rock(self):
        rock = Soil(100.0, 3000.0, 1.0)
        self.assertLess(self.ohm("trench", rock), self.ohm("upright", rock))
        reaching = Soil(1000.0, 50.0, 1.0)  # the better layer is below: going down pays
        self.assertGreater(self.ohm("trench", reaching), self.ohm("slanting", reaching))
        self.assertGreater(self.ohm("slanting", reaching), self.ohm("upright", reaching))

    def test_the_call_on_rock_lays_the_rods_that_are_offered(self):
        job = checked(a_feeder(), soil=GroundSoil(upper_ohm_m=100), electrodes={"E1": Electrode(name="R", building="B2")})
        slanting = checked(job, calls={"rock": {"school": "slanting"}})
        offers = {one.words: one for one in ground(GroundQuestion(job=slanting, building="B2")).more}
        self.assertEqual(offers["one more rod"].cure.edits[0].value["laid"], "slanting")
        self.assertAlmostEqual(offers["one more rod"].resistance_ohm, offers["one more rod, slanting in rock"].resistance_ohm)


class Residual(unittest.TestCase):
    def test_both_sides_of_each_edge(self):
        for leak_ma, latest in (
            (14.9, None),
            (15, float("inf")),
            (29.9, float("inf")),
            (30, 0.3),
            (59.9, 0.3),
            (60, 0.15),
            (149.9, 0.15),
            (150, 0.04),
        ):
            soonest, slow = residual_opens_s(leak_ma / 1000, 30)
            self.assertEqual(slow, float("inf") if latest is None else latest, leak_ma)
            self.assertEqual(soonest < 0.01, leak_ma >= 15)

    def test_a_small_network_with_one(self):
        calculator = CALCULATORS["bond"]
        hot = {"key": "hot", "start": "source", "end": "load", "resistance_ohm": 0.1, "breaker_a": 32, "residual_ma": 30, "cable": "c"}
        rod = {"key": "rod", "start": "load", "end": "earth", "role": "fault", "resistance_ohm": 200}
        facts = {"windings": [{"key": "T", "start": "earth", "end": "source", "volts": 230}], "wires": [hot, rod]}
        answer = calculator.work(calculator.question.model_validate(facts))
        self.assertRegex(answer.devices["hot"], "opens within 0.008 to 0.04 s")  # 1.1 A, and no breaker of 32 A would notice
