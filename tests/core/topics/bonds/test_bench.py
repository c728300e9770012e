"""The bond bench on whole jobs: the physics comes out by itself, and every state is judged right."""

import unittest

from northspan.core.desk.demo_us import kestrel_hollow
from northspan.core.document.job import (
    Bond,
    Building,
    CallChoice,
    Circuit,
    Electrode,
    EnclosureKind,
    FallLog,
    FallReading,
    Method,
    Source,
    SourceKind,
    System,
)  # fmt: skip
from northspan.core.physics.network import solve_network
from northspan.core.solve import solve
from northspan.core.topics.bonds.calculators.bench import BenchQuestion, bench
from northspan.core.topics.bonds.changes import changes
from northspan.core.topics.bonds.one_bond import Trouble, count_bonds
from northspan.core.topics.bonds.reading import solve_bench
from northspan.core.topics.bonds.setup import on_bench
from northspan.core.topics.bonds.state_checks import state_checks
from northspan.core.topics.bonds.steel import steel_ohm_m
from northspan.core.topics.bonds.trial import Trial
from northspan.core.topics.bonds.verdict import verdict
from northspan.core.topics.supply.fault import fault_at_source
from northspan.core.working.errors import InvalidJob
from tests.core.physics.test_network import by_numpy
from tests.core.topics.bonds.properties import LEGACY, a_cabin, a_house, a_remote, a_studio, bonded, with_source
from tests.support import checked, found


def solved(job, **trial):
    return solve_bench(*on_bench(job, Trial(**trial)))


def said(job, **trial):
    return verdict(solved(job, **trial))


def amperes(state, key):
    return abs(state.now.amperes[key])


def called(job, **schools):
    return job.model_copy(update={"calls": {name: CallChoice(school=school) for name, school in schools.items()}})


def counted(job):
    """Of every state: whether it holds, and what troubles there are."""
    on, _ = on_bench(job, Trial())
    checks = state_checks(on.case, on.plans)
    kinds = []
    for check in checks:
        here, _ = on_bench(job, Trial(state=check.key))
        kinds.append(tuple(sorted({trouble.kind for count in count_bonds(here) for trouble in count.troubles})))
    for check, trouble in zip(checks, kinds, strict=True):
        assert check.holds == (not trouble)
    return kinds


class Physics(unittest.TestCase):
    def test_the_demo_against_numpy(self):
        for trial in ({}, {"case_fault": "kiln"}, {"state": "G", "bonds_made": ("G1",)}, {"neutrals_lost": ("R1",)}):
            state = solved(kestrel_hollow(), **trial)
            volts, currents = by_numpy(state.circuit.branches)
            again = solve_network(state.circuit.branches)
            for node, value in volts.items():
                self.assertLess(abs(again.volts[node] - value), 1e-3 * 240, (trial, node))
            for key, value in currents.items():
                self.assertLess(abs(again.amperes[key] - value), 1e-3 * max(map(abs, currents.values())), (trial, key))

    def test_soil_alone_clears_no_breaker(self):
        out = said(a_house(), soil_fault="P")
        self.assertRegex(out.headline, "Never clears: the wire stays live in the soil")
        # 120 V through 25 ohm of soil and the 5 ohm of the utility beside the rod's 38: less than 4.5 A
        self.assertRegex(out.words, r"^4\.\d A flows; the 100 A breaker of X to P does not open")

    def test_a_second_bond_shares_by_the_resistances_of_the_conductors(self):
        state = solved(a_studio(), bonds_made=("Q",))
        neutral, ground = (next(b for b in state.circuit.branches if b.key == f"F.{c}") for c in "NG")
        # both lie in the same field, so what each leaves of it decides; and two ends of the bonds
        own = [branch.ohm - branch.mutual_ohm for branch in (neutral, ground)]
        ratio = abs(state.now.amperes["F.G"]) / abs(state.now.amperes["F.N"])
        self.assertAlmostEqual(ratio, abs(own[0]) / abs(own[1]), delta=0.25 * ratio)
        self.assertLess(abs(own[0]), abs(own[1]))  # the ground is smaller, and takes less
        self.assertEqual(said(a_studio(), bonds_made=("Q",)).level, 2)

    def test_and_is_invisible_under_balanced_load(self):
        self.assertIn("does not show", said(a_studio(), bonds_made=("Q",), balanced=True).headline)
        self.assertLess(amperes(solved(a_studio(), bonds_made=("Q",), balanced=True), "F.G"), 0.05)

    def test_an_open_neutral_drives_the_legs_apart_by_their_loads(self):
        state = solved(a_studio(), neutrals_lost=("F",))
        enclosure = state.enclosures["Q"]
        # 2400 W and 600 W in series: resistances of 6 and 24 ohm across about 240 V
        self.assertAlmostEqual(enclosure.line_1_v / enclosure.line_2_v, 6 / 24, delta=0.01)
        self.assertAlmostEqual(enclosure.line_1_v + enclosure.line_2_v, 240, delta=4)
        self.assertEqual(said(a_studio(), neutrals_lost=("F",)).level, 3)

    def test_and_hides_behind_a_second_bond(self):
        tried = {"neutrals_lost": ("F",), "bonds_made": ("Q",)}
        state, out = solved(a_studio(), **tried), said(a_studio(), **tried)
        self.assertAlmostEqual(state.enclosures["Q"].line_1_v, 116, delta=4)  # looks normal
        unbalance = amperes(state, "lamp.load") - amperes(state, "fan.load")
        self.assertAlmostEqual(amperes(state, "F.G"), unbalance, delta=0.3)  # the ground carries the neutral's current
        self.assertIn("hidden on the equipment grounding conductor of P to Q", out.headline)
        self.assertIn("use a clamp", out.words)

    def test_with_a_ground_a_fault_clears_in_the_instantaneous_range_and_without_it_never(self):
        out = solved(a_house(), case_fault="one")
        self.assertGreater(out.opener.multiple, 10)
        self.assertLess(out.opener.latest_s, 0.03)
        self.assertIn("to the bond at Meter-main", verdict(out).why)
        cut = said(a_house(), case_fault="P", grounds_cut=("B",))
        self.assertEqual(cut.level, 4)
        self.assertRegex(cut.headline, r"Never clears: \d+ V on Panel")

    def test_an_old_three_wire_feed_lifts_the_enclosure_by_the_neutrals_drop(self):
        job = bonded(a_studio(**LEGACY), Q=True)
        state = solved(job)
        branch = next(b for b in state.circuit.branches if b.key == "F.N")
        drop = amperes(state, "F.N") * abs(branch.ohm - branch.mutual_ohm)
        between = abs(state.now.volts["Q.C"] - state.now.volts["P.C"])
        self.assertAlmostEqual(between, drop, delta=0.25 * drop)
        self.assertEqual(counted(job), [()])  # one bond on each piece of metal: no second one
        bright = job.loads["lamp"].model_copy(update={"power_va": 4800})
        self.assertIn("three wires", said(job.model_copy(update={"loads": job.loads | {"lamp": bright}})).why)

    def test_a_metal_pipe_beside_it_closes_the_loop_and_plastic_opens_it(self):
        job = bonded(a_studio(**LEGACY), Q=True)
        piped = job.model_copy(update={"buildings": job.buildings | {"studio": Building(name="Studio", metallic_path=True)}})
        self.assertEqual(counted(piped), [(Trouble.second,)])
        self.assertGreater(amperes(solved(piped), "studio.path"), 1)
        self.assertEqual(said(piped, plastic=("studio",)).level, said(job).level)
        stop = found(solve(piped), "bonded at Meter-main and Studio panel")
        self.assertEqual([cure.words for cure in stop[0].cures], ["Run four wires, bond out"])

    def test_an_isolated_ground_bar_leaves_the_enclosure_live(self):
        self.assertEqual(said(a_house(), bars_loose=("P",)).level, 3)
        out = said(a_house(), bars_loose=("P",), case_fault="P")
        self.assertEqual((out.level, out.why), (4, "The ground bar is isolated from the can, so the can has no way back at all."))
        job = a_house()
        loose = job.enclosures["P"].model_copy(update={"ground_bar_found": Bond.separate})
        finding = found(solve(job.model_copy(update={"enclosures": job.enclosures | {"P": loose}})), "isolated from the can")
        self.assertEqual(finding[0].cures[0].edits[0].path, "/enclosures/P/ground_bar_found")

    def test_another_rod_changes_nothing_in_clearing(self):
        first, more = (solved(a_studio(), case_fault="Q", rods_added=rods) for rods in ((), ("studio", "house")))
        self.assertAlmostEqual(first.opener.amperes, more.opener.amperes, delta=0.01 * first.opener.amperes)
        self.assertGreater(first.circuit.earths["studio"].ohm, more.circuit.earths["studio"].ohm)

    def test_two_legs_of_a_wye_bring_the_neutral_both_unbalances(self):
        job = a_house()
        wye = job.sources["T"].model_copy(update={"system": System.wye_legs, "line_v": 208})
        state = solved(job.model_copy(update={"sources": {"T": wye}}), balanced=True)
        # equal legs at 120 degrees: the neutral carries as much as each of them
        self.assertAlmostEqual(amperes(state, "B.N") / amperes(state, "B.L1"), 1, delta=0.02)


class States(unittest.TestCase):
    """One bond, two bonds and none, in every operating state."""

    ONE: tuple[Trouble, ...] = ()
    TWO, NONE = (Trouble.second,), (Trouble.none_made,)

    def each(self, cases):
        for name, job, states in cases:
            with self.subTest(name):
                self.assertEqual(counted(job), states)

    def test_meter_main_transfer_switch_and_lug_only_panel(self):
        self.each((("one", a_house(), [self.ONE]), ("panel too", bonded(a_house(), P=True), [self.TWO]),
                   ("switch too", bonded(a_house(), X=True), [self.TWO]), ("none", bonded(a_house(), M=False), [self.NONE]),
                   ("moved", bonded(a_house(), M=False, P=True), [self.ONE])))  # fmt: skip
        self.assertEqual(said(bonded(a_house(), M=False, P=True)).headline, "No bond at Meter-main")

    def test_house_and_studio(self):
        self.each((("one", a_studio(), [self.ONE]), ("studio too", bonded(a_studio(), Q=True), [self.TWO]),
                   ("none", bonded(a_studio(), M=False), [self.NONE])))  # fmt: skip

    def test_generator_with_a_solid_and_with_a_switched_neutral(self):
        solid, switched = with_source(SourceKind.generator), called(with_source(SourceKind.generator), generator_neutral="switched")
        self.each((("solid, out", solid, [self.ONE, self.ONE]), ("solid, in", bonded(solid, G=True), [self.TWO, self.TWO]),
                   ("solid, none", bonded(solid, M=False), [self.NONE, self.NONE]), ("switched, in", switched, [self.ONE, self.ONE]),
                   ("switched, out", bonded(switched, G=False), [self.ONE, self.NONE]),
                   ("switched, panel too", bonded(switched, P=True), [self.TWO, self.TWO])))  # fmt: skip
        out = said(bonded(switched, G=False), state="H", case_fault="P")
        self.assertEqual((out.level, out.headline), (3, "The first fault goes unseen"))  # it has no way back to the generator
        self.assertRegex(out.words, r"neutral stands at 1[12]\d V")
        self.assertLess(said(switched, state="H", case_fault="P").level, 4)
        stop = found(solve(bonded(solid, G=True)), "bonded at Meter-main and Standby")
        self.assertEqual(stop[0].cures[0].edits[0].value, Bond.separate)
        need = found(solve(bonded(switched, G=False)), "Standby running: no bond")
        self.assertEqual(need[0].cures[0].edits[0].value, Bond.bonded)

    def test_the_switch_found_goes_before_the_call(self):
        job = with_source(SourceKind.generator)
        run = job.runs["H"].model_copy(update={"neutral_switched": True})
        self.assertEqual(counted(job.model_copy(update={"runs": job.runs | {"H": run}})), [self.ONE, self.ONE])

    def test_inverters_beside_the_grid_and_without_it(self):
        relay, first = with_source(SourceKind.inverter_pair), called(with_source(SourceKind.inverter_pair), inverter_bond="first_panel")
        self.each((("relay", relay, [self.ONE, self.ONE]), ("relay and a strap in the panel", bonded(relay, P=True), [self.TWO, self.TWO]),
                   ("solid", first, [self.ONE, self.ONE]), ("solid and the relay left on", bonded(first, G=True), [self.TWO, self.TWO]),
                   ("relay that does not close", bonded(relay, G=False), [self.ONE, self.NONE])))  # fmt: skip
        cabin = a_cabin()
        self.each((("cabin, relay", cabin, [self.ONE]), ("cabin, panel too", bonded(cabin, P=True), [self.TWO]),
                   ("cabin, first panel", called(cabin, inverter_bond="first_panel"), [self.ONE]),
                   ("cabin, none", bonded(cabin, I=False), [self.NONE])))  # fmt: skip
        self.assertEqual(
            [solve(job).enclosures["P"].bond for job in (cabin, called(cabin, inverter_bond="first_panel"))], ["separate", "bonded"]
        )

    def test_a_remote_building_behind_its_own_transformer(self):
        self.each((("one each", a_remote(), [self.ONE]), ("none there", bonded(a_remote(), R=False), [self.NONE]),
                   ("in both cans", bonded(a_remote(), D=True, R=True), [self.TWO]),
                   ("in the transformer", bonded(a_remote(), D=True), [self.ONE])))  # fmt: skip
        state = solved(a_remote(), case_fault="R")
        self.assertEqual(state.opener.device.key, "V")  # the secondary's own device: the fault comes home there
        self.assertLess(amperes(state, "U.G"), 0.05 * state.opener.amperes)
        self.assertAlmostEqual(amperes(solved(a_remote()), "U.L1"), 1200 / 240, delta=0.4)  # its load is felt on the primary

    def test_each_source_has_its_call_with_both_outcomes(self):
        plan = solve(with_source(SourceKind.generator)).sources["G"]
        self.assertEqual([(call.name, call.chosen) for call in plan.calls], [("generator_neutral", "solid")])
        self.assertEqual([option.outcome for option in plan.calls[0].options], ["Standby: bond at Meter-main", "Standby: bond at Standby"])
        self.assertEqual([call.name for call in solve(a_cabin()).sources["I"].calls], ["inverter_bond"])

    def test_all_that_holds_is_said_and_an_unseen_source_is_asked_about(self):
        plan = solve(bonded(with_source(SourceKind.generator), M=True, P=False, G=False))
        self.assertTrue(found(plan, "One bond for each source in all 2 states"))
        self.assertTrue(found(solve(with_source(SourceKind.generator)), "neutral solid, so its own bond out"))


class Answers(unittest.TestCase):
    def test_single_changes_are_in_order_of_danger_and_offer_only_what_the_rules_want(self):
        on, sized = on_bench(kestrel_hollow(), Trial(case_fault="P2"))
        every = changes(on, sized)
        self.assertEqual([one.level for one in every], sorted((one.level for one in every), reverse=True))
        self.assertIn("Never clears", next(one for one in every if one.words == "Cut the ground of Studio feeder").outcome)
        cures = {one.words for one in every if one.cure}
        self.assertIn("Take out the bond at House panel", cures)
        self.assertNotIn("Put in the bond at Studio panel", cures)
        self.assertEqual(next(one for one in every if one.words == "Add a rod at Kiln studio").outcome, "no change")

    def test_what_is_not_sized_or_not_drawn_is_said(self):
        job = a_house(loads={})
        unknown = job.enclosures["M"].model_copy(update={"main_a": None})
        answer = bench(BenchQuestion(job=checked(job, enclosures=job.enclosures | {"M": unknown})))
        self.assertTrue([words for words in answer.assumed if "not sized yet" in words])
        bare = checked(job, sources={}, runs={key: run for key, run in job.runs.items() if key != "S"})
        self.assertTrue([words for words in bench(BenchQuestion(job=bare)).assumed if "No supply is drawn" in words])

    def test_a_trial_of_what_is_not_there_is_refused(self):
        for field, value, words in (
            ("case_fault", "Z", "there is no Z"),
            ("neutrals_lost", ("Z",), "there is no Z"),
            ("state", "Z", "no standby supply Z"),
        ):
            with self.subTest(field), self.assertRaisesRegex(InvalidJob, words):
                bench(BenchQuestion(job=a_house(), trial=Trial(**{field: value})))

    def test_a_ground_fault_device_opens_on_what_comes_back_by_the_soil(self):
        job = a_studio()
        protected = job.runs["F"].model_copy(update={"gfci": True})
        there = job.model_copy(update={"runs": job.runs | {"F": protected}})
        tried = {"case_fault": "Q", "grounds_cut": ("F",)}
        self.assertEqual((said(job, **tried).level, said(there, **tried).level), (4, 0))
        self.assertLess(solved(there, **tried).opener.latest_s, 0.1)

    def test_an_enclosure_is_dangerous_above_50_v_and_the_answer_says_so_now_and_after(self):
        cut = {
            enclosure.id: enclosure
            for enclosure in bench(BenchQuestion(job=a_house(), trial=Trial(case_fault="P", grounds_cut=("B",)))).enclosures
        }
        cleared = {enclosure.id: enclosure for enclosure in bench(BenchQuestion(job=a_house(), trial=Trial(case_fault="P"))).enclosures}
        for enclosure in (*cut.values(), *cleared.values()):
            self.assertEqual(
                (enclosure.dangerous, enclosure.dangerous_after, enclosure.lifted),
                (enclosure.touch_v > 50, enclosure.after_v > 50, enclosure.touch_v >= 1),
            )
        self.assertTrue(cut["P"].dangerous and cut["P"].dangerous_after)
        self.assertFalse(cleared["P"].dangerous_after)

    def test_a_dead_enclosure_says_so_and_a_typed_load_counts(self):
        state = solved(with_source(SourceKind.generator), state="H", case_fault="M")
        self.assertEqual(verdict(state).headline, "Nothing flows")
        run = a_studio().runs["F"].model_copy(update={"load_a": 25.0})
        job = a_studio()
        typed = job.model_copy(update={"runs": job.runs | {"F": run}, "loads": {}})
        self.assertAlmostEqual(amperes(solved(typed), "F.L1"), 25, delta=1)


class Devices(unittest.TestCase):
    """Devices are what the job says, none is invented, and none sees what lies ahead of it."""

    def test_in_a_service_enclosure_only_the_utilitys_fuse_is_ahead(self):
        out = said(a_house(), case_fault="M")
        self.assertEqual((out.level, out.headline), (4, "May burn for minutes: no device of yours is ahead"))
        self.assertRegex(out.words, r"Behind the main .* 100 A .* opens within 0\.0\d s")
        self.assertLess(said(a_house(), case_fault="P").level, 2)  # the next can is behind it

    def test_a_meter_without_a_main_has_no_device(self):
        job = a_house()
        meter = job.enclosures["M"].model_copy(update={"kind": EnclosureKind.meter, "main_a": None})
        bare = job.model_copy(update={"enclosures": job.enclosures | {"M": meter}})
        self.assertNotIn("S", {device.key for device in solved(bare).circuit.devices})
        self.assertIn("S", {device.key for device in solved(job).circuit.devices})

    def test_a_loose_contact_draws_too_little_to_be_sure(self):
        firm, loose = (solved(a_house(), case_fault="one", loose_ohm=ohm) for ohm in (None, 2.0))
        self.assertLess(firm.opener.latest_s, 0.03)
        self.assertGreater(loose.opener.latest_s if loose.opener else 1e9, 1)
        self.assertTrue([words for words in loose.circuit.assumed if "loose contact or an arc, 2000 mΩ" in words])

    def test_a_generator_fades_and_an_inverter_gives_up(self):
        job = called(with_source(SourceKind.generator, impedance_percent=20), generator_neutral="switched")
        job = job.model_copy(update={"runs": job.runs | {"H": job.runs["H"].model_copy(update={"device_a": 60})}})
        # 12 kVA of a soft machine: the field is gone before its breaker moves; what is left is about 50 A
        out, state = said(job, state="H", case_fault="P"), solved(job, state="H", case_fault="P")
        self.assertEqual(out.headline, "Will not clear: the generator's current falls")
        self.assertAlmostEqual(abs(state.lasting.amperes["fault"]), 90, delta=30)
        self.assertGreater(abs(state.now.amperes["fault"]), 3 * abs(state.lasting.amperes["fault"]))
        relay = with_source(SourceKind.inverter_pair)
        self.assertEqual(said(relay, state="H", case_fault="P").headline, "Will not clear: the inverter gives up instead")
        # a small device behind it opens while the current is there; and the utility does not fade
        small = job.model_copy(update={"loads": job.loads | {"one": job.loads["one"].model_copy(update={"power_va": 600})}})
        self.assertLess(said(small, state="H", case_fault="one").level, 2)
        self.assertEqual(solved(job, case_fault="P").circuit.fading, ())

    def test_an_inverter_pair_goes_by_its_own_limit(self):
        source = Source(name="I", kind=SourceKind.inverter_pair, rating_kva=8)
        fault = fault_at_source(source, 120.0).value
        self.assertAlmostEqual(fault.line_neutral_a, fault.line_line_a)
        self.assertAlmostEqual(fault.line_line_a, 2 * 8000 / 240)

    def test_steel_pipe_by_its_own_size(self):
        sizes = ("1/2", "3/4", "1", "1-1/4", "1-1/2", "2", "2-1/2", "3", "4")
        for method in (Method.emt, Method.rmc):
            ohms = [abs(steel_ohm_m(size, method)) for size in sizes]
            self.assertEqual(ohms, sorted(ohms, reverse=True))
        self.assertLess(abs(steel_ohm_m("1", Method.rmc)), abs(steel_ohm_m("1", Method.emt)))  # a thicker wall

    def test_a_pipe_to_the_neighbor_hides_a_lost_neutral(self):
        lost = solved(a_house(), neutrals_lost=("S",)).enclosures["P"]
        hidden = solved(a_house(), neutrals_lost=("S",), neighbor_pipe=("house",))
        self.assertGreater(abs(lost.line_1_v - lost.line_2_v), 40)
        self.assertLess(abs(hidden.enclosures["P"].line_1_v - hidden.enclosures["P"].line_2_v), 5)
        self.assertGreater(amperes(hidden, "house.neighbor"), 5)

    def test_a_stray_voltage_comes_in_on_the_neutral(self):
        calm, stray = (solved(a_house(), neutral_v=volts) for volts in (0, 10))
        self.assertLess(calm.enclosures["P"].enclosure_v, 1)
        # the utility's 5 ohm and the rod share the 10 V
        earth = stray.circuit.earths["house"].ohm
        self.assertAlmostEqual(stray.enclosures["P"].enclosure_v, 10 * earth / (earth + 5), delta=0.5)

    def test_a_load_between_wires_that_do_not_come_is_found(self):
        job = a_house()
        narrow = job.runs["B"].model_copy(update={"circuit": Circuit.two_wire_neutral})
        plan = solve(job.model_copy(update={"runs": job.runs | {"B": narrow}}))
        finding = found(plan, "Heater: it cannot draw")
        self.assertEqual(finding[0].cures[0].edits[0].value, "l1_neutral")
        self.assertFalse(found(plan, "Lamps: it cannot draw"))
        self.assertFalse(found(solve(job), "it cannot draw"))


class Measured(unittest.TestCase):
    """What was measured stays measured, and what is added is predicted beside it."""

    def earth(self, rods=(), more=0, fall=None, **trial):
        job = a_house()
        electrodes = {f"E{i}": Electrode(name="Rod", building="house", measured_ohm=ohm, spacing_m=3) for i, ohm in enumerate(rods)}
        house = job.buildings["house"].model_copy(update={"fall_log": fall})
        job = job.model_copy(update={"electrodes": electrodes, "buildings": {"house": house}})
        return solved(job, rods_added=("house",) * min(more, 1), **trial).circuit.earths["house"]

    def test_a_rod_of_200_ohm_and_a_new_one_beside_it(self):
        self.assertEqual((self.earth((200,)).ohm, self.earth((200,)).words), (200, "measured"))
        both = self.earth((200,), more=1)
        self.assertTrue(100 < both.ohm < 140, both.ohm)  # half, and a little more for the soil they share
        self.assertEqual(both.words, "measured in part, the rest predicted")

    def test_each_measured_is_more_than_side_by_side(self):
        both = self.earth((40, 60))
        self.assertTrue(24 < both.ohm < 32, both.ohm)
        shares = dict(both.shares)
        self.assertGreater(shares["E0"], shares["E1"])

    def test_a_proved_test_of_all_goes_before_everything(self):
        readings = tuple(FallReading(distance_m=d, shown_ohm=r) for d, r in ((10, 70), (25, 78), (28, 79), (31, 80), (34, 81), (45, 95)))
        log = FallLog(current_probe_m=50, readings=readings)
        one = self.earth((200,), fall=log)
        self.assertAlmostEqual(one.ohm, 80, delta=3)
        self.assertEqual(one.words, "measured, all together")
        self.assertLess(self.earth((200,), more=1, fall=log).ohm, 0.75 * one.ohm)

    def test_frost_and_the_worst_place(self):
        plain, frost = self.earth((None,)), self.earth((None,), frozen=True)
        self.assertGreater(frost.ohm, 1.3 * plain.ohm)
        self.assertTrue(0 < plain.soil_share < 1)
