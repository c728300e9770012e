"""A building fed from another: wires, bond, disconnect, electrodes, and the exceptions on both sides."""

import unittest

from northspan.core.document.job import Circuit, Electrode, ElectrodeKind, Grounding, RunKind, Status
from northspan.core.rulebooks.questions.common import BuildingFacts, RunFacts
from northspan.core.rulebooks.us import electrodes, grounds


def supply(kind=RunKind.feeder, circuit=Circuit.three_wire, grounding=Grounding.equipment_ground):
    return RunFacts(kind, circuit, grounding, False, 240, ())


def a_building(run=None, *, detached=True, dwelling=False, metallic_path=False, branches=0, electrodes=()):
    return BuildingFacts(detached, dwelling, False, metallic_path, run or supply(), branches, tuple(electrodes))


def an_electrode(kind=ElectrodeKind.rod, **changes):
    return Electrode(**{"name": "Rod", "building": "B2", "kind": kind} | changes)


LEGACY = supply(grounding=Grounding.legacy_three_wire)


class BondHere(unittest.TestCase):
    def test_only_at_the_first_disconnect(self):
        cases = [
            ("service", True, a_building(detached=False), "bonded", "250.24(A)"),
            ("subpanel in the house", False, a_building(detached=False), "separate", "250.24(B)"),
            ("detached, four wires", False, a_building(), "separate", "250.32(B)(1)"),
            ("detached, old three wires", False, a_building(LEGACY), "bonded", "250.32(B)(1) exception 1"),
            ("in the house, old three wires", False, a_building(LEGACY, detached=False), "separate", "250.24(B)"),
        ]
        for name, first, building, bond, citation in cases:
            with self.subTest(name):
                answer = grounds.bond_here(first_disconnect=first, building=building)
                self.assertEqual((answer.value, answer.steps[0].citation), (bond, citation))


class Wires(unittest.TestCase):
    def test_count_by_circuit(self):
        for circuit, words in ((Circuit.three_wire, "four"), (Circuit.two_wire_line, "three"), (Circuit.two_wire_neutral, "three")):
            self.assertEqual(grounds.four_wires(supply(circuit=circuit), a_building()).label, words)
        self.assertEqual(grounds.four_wires(LEGACY, a_building(LEGACY)).citation, "250.32(B)(1) exception 1")


class Disconnect(unittest.TestCase):
    def test_least_rating(self):
        branch = supply(RunKind.branch)
        cases = [
            ("one branch circuit", a_building(branch, branches=1), 15, "225.39(A)"),
            ("two branch circuits", a_building(branch, branches=2), 30, "225.39(B)"),
            ("a dwelling", a_building(dwelling=True), 100, "225.39(C)"),
            ("any other", a_building(), 60, "225.39(D)"),
        ]
        for name, building, least_a, citation in cases:
            with self.subTest(name):
                answer = electrodes.building_disconnect(building, None)
                self.assertEqual((answer.value, answer.steps[-1].citation), (least_a, citation))
        self.assertEqual(electrodes.building_disconnect(a_building(detached=False), None).value, 0)


class Electrodes(unittest.TestCase):
    def needed(self, building, school="second_rod"):
        answer = electrodes.electrodes_needed(building, school)
        return answer.value.required, answer.value.rods

    def test_the_single_branch_circuit_exception_needs_all_of_it(self):
        branch = supply(RunKind.branch)
        old = supply(RunKind.branch, grounding=Grounding.legacy_three_wire)
        cases = [
            ("one branch circuit with an equipment ground", a_building(branch, branches=1), (False, 0)),
            ("two branch circuits", a_building(branch, branches=2), (True, 2)),
            ("no equipment ground", a_building(old, branches=1), (True, 2)),
            ("a feeder", a_building(), (True, 2)),
        ]
        for name, building, answer in cases:
            with self.subTest(name):
                self.assertEqual(self.needed(building), answer)

    def test_rods_by_school_and_by_what_was_measured(self):
        high, edge, low, unknown = (an_electrode(measured_ohm=ohm) for ohm in (25.1, 25, 12, None))
        cases = [
            ("second_rod", [low], 2),
            ("one_proved", [unknown], 2),
            ("one_proved", [high], 2),
            ("one_proved", [edge], 1),
            ("one_proved", [high, low], 1),
            ("inspector_one", [high], 1),
        ]
        for school, rods_there, rods in cases:
            with self.subTest(school=school, ohm=[e.measured_ohm for e in rods_there]):
                self.assertEqual(self.needed(a_building(electrodes=rods_there), school), (True, rods))

    def test_other_electrodes(self):
        for kind, rods in (
            (ElectrodeKind.concrete_encased, 0),
            (ElectrodeKind.ring, 0),
            (ElectrodeKind.water_pipe, 2),
            (ElectrodeKind.plate, 2),
        ):
            with self.subTest(kind):
                self.assertEqual(self.needed(a_building(electrodes=[an_electrode(kind)])), (True, rods))

    def test_an_electrode_to_be_removed_does_not_count(self):
        gone = an_electrode(ElectrodeKind.ring, status=Status.remove)
        self.assertEqual(self.needed(a_building(electrodes=[gone])), (True, 2))
