"""Panels slot by slot: legs, shared neutrals, devices, what waits, directory; and what a job may not say of them."""

import unittest
from dataclasses import asdict

from northspan.core.case.slots import leg_of
from northspan.core.desk.demos import DEMOS
from northspan.core.desk.survey import removal
from northspan.core.document.job import Job, Load, PanelCircuit, PanelLayout, Run, Source
from northspan.core.document.patching import patched
from northspan.core.rulebooks.registry import rulebook_names
from northspan.core.solve import solve
from northspan.core.topics.circuits.directory import personal, vague
from northspan.core.working.errors import InvalidJob
from tests.support import a_feeder, a_segment, checked


def panel(circuits=None, loads=None, rulebook="us-2023", **layout):
    """The house panel of a feeder job with its spaces drawn and circuits in it."""
    job = checked(a_feeder(40, 20), rulebook=rulebook)
    drawn = PanelLayout(**{"spaces": 12} | layout)
    enclosures = job.enclosures | {"P1": job.enclosures["P1"].model_copy(update={"layout": drawn})}
    building = job.enclosures["P1"].building
    buildings = job.buildings | {building: job.buildings[building].model_copy(update={"use": "dwelling"})}
    made = {key: PanelCircuit(**{"enclosure": "P1", "name": f"Kitchen {key}"} | one) for key, one in (circuits or {}).items()}
    named = {key: Load(**{"enclosure": "P1", "name": key, "status": "existing"} | one) for key, one in (loads or {}).items()}
    return checked(job, enclosures=enclosures, circuits=made, loads=named, buildings=buildings)


def codes(job):
    return [
        one.code for one in solve(job).findings if one.step == "panels" and one.where.startswith(("/circuits", "/enclosures/P1/layout"))
    ]


def cured_by(job, cure):
    return Job.model_validate(patched(job.model_dump(mode="json"), [asdict(edit) for edit in cure.edits]))


def cured(test, job, code, cure=0):
    finding = next(one for one in solve(job).findings if one.code == code)
    after = Job.model_validate(patched(job.model_dump(mode="json"), [asdict(edit) for edit in finding.cures[cure].edits]))
    test.assertNotIn(code, codes(after))
    return after


class Legs(unittest.TestCase):
    def test_rows_alternate_one_line_does_not_and_what_was_found_counts(self):
        two = PanelLayout(spaces=8)
        self.assertEqual([leg_of(two, slot) for slot in range(1, 9)], [1, 1, 2, 2, 1, 1, 2, 2])
        self.assertEqual([leg_of(PanelLayout(spaces=4, columns=1), slot) for slot in range(1, 5)], [1, 2, 1, 2])
        self.assertEqual({leg_of(PanelLayout(spaces=4, legs_land="one_line"), slot) for slot in range(1, 5)}, {1})
        self.assertEqual(leg_of(PanelLayout(spaces=8, as_found=({"slot": 3, "leg": 1},)), 3), 1)

    def test_a_load_is_on_the_leg_of_its_slot_whatever_was_said_of_it(self):
        loads = {"L1": {"power_va": 1200, "across": "l1_neutral"}}
        for slot, sums in ((1, (10, 0)), (3, (0, 10))):
            plan = solve(panel({"W1": {"slots": (slot,), "loads": ("L1",)}}, loads)).panels["P1"]
            self.assertEqual((plan.connected_1_a, plan.connected_2_a, plan.connected_neutral_a), (*sums, 10))

    def test_both_poles_on_one_leg_as_found(self):
        job = panel({"W1": {"slots": (1, 3)}}, as_found=({"slot": 3, "leg": 1},))
        self.assertEqual(codes(job), ["poles-on-one-leg"])
        self.assertEqual(solve(cured(self, job, "poles-on-one-leg")).panels["P1"].circuits[0].legs, (1, 2))
        self.assertEqual(codes(panel({"W1": {"slots": (1, 3)}})), [])


class SideBySide(unittest.TestCase):
    """A tie reaches from one handle to the next."""

    def pair(self, first, second, **more):
        return panel({"W1": {"slots": (first,), "partner": "W2", "tied": True}, "W2": {"slots": (second,)}} | more)

    def test_tied_devices_stand_next_to_each_other(self):
        for first, second, said in ((1, 3, []), (3, 1, []), (1, 4, ["tied-apart"]), (1, 7, ["tied-apart"])):
            self.assertEqual(codes(self.pair(first, second)), said, (first, second))

    def test_a_cure_moves_one_beside_the_other_or_both_and_never_one_across(self):
        after = cured(self, self.pair(1, 4), "tied-apart")
        self.assertEqual((after.circuits["W1"].slots, after.circuits["W2"].slots), ((1,), (3,)))
        full = {f"X{slot}": {"slots": (slot,)} for slot in (3, 6, 2)}
        after = cured(self, self.pair(1, 4, **full), "tied-apart")
        self.assertEqual((after.circuits["W1"].slots, after.circuits["W2"].slots), ((5,), (7,)))
        none = {f"X{slot}": {"slots": (slot,)} for slot in (*range(5, 13), 2, 3)}
        job = self.pair(1, 4, **none)
        self.assertEqual([one.cures for one in solve(job).findings if one.code == "tied-apart"], [()])

    def test_the_fault_of_a_shared_neutral_is_about_both(self):
        found = next(one for one in solve(self.pair(1, 5)).findings if one.code == "shared-neutral-on-one-leg")
        self.assertEqual((found.where, found.also), ("/circuits/W1/slots", ("/circuits/W2/slots",)))
        after = cured(self, self.pair(1, 5), "shared-neutral-on-one-leg")
        self.assertEqual({after.circuits["W1"].slots, after.circuits["W2"].slots}, {(1,), (3,)})


class Unknown(unittest.TestCase):
    def test_a_load_nobody_listed_is_not_known_and_a_reading_counts(self):
        job = panel({"W1": {"slots": (1,)}, "W2": {"slots": (3,), "read_a": 7.5}, "W3": {"slots": (5, 7), "read_a": 9}})
        plan = solve(job).panels["P1"]
        self.assertEqual([one.load_known for one in plan.circuits], [False, True, True])
        self.assertEqual((plan.unknown_loads, plan.connected_1_a, plan.connected_2_a, plan.connected_neutral_a), (1, 9, 16.5, 7.5))

    def test_what_is_listed_goes_before_a_reading(self):
        job = panel({"W1": {"slots": (1,), "loads": ("L1",), "read_a": 3}}, {"L1": {"power_va": 1200, "across": "l1_neutral"}})
        self.assertEqual(solve(job).panels["P1"].connected_1_a, 10)


class OnAWye(unittest.TestCase):
    """Two legs 120 degrees apart: by hand with phasors, the neutral of 15 and 15 A is 15, and 20 and 10 A leave 17.3."""

    def plan(self, one_a, two_a, system="wye_legs", line_v=208.0):
        loads = {
            "L1": {"power_va": one_a * line_v / 3**0.5, "across": "l1_neutral"},
            "L2": {"power_va": two_a * line_v / 3**0.5, "across": "l1_neutral"},
        }
        job = panel({"W1": {"slots": (1,), "loads": ("L1",), "partner": "W2"}, "W2": {"slots": (3,), "loads": ("L2",)}}, loads)
        source = {"S": Source(name="Street", line_v=line_v, system=system)}
        service = Run(name="Service", kind="service", origin="S", target="P1", status="existing", segments=(a_segment(length_m=5),))
        return solve(checked(job, sources=source, runs=job.runs | {"SV": service})).panels["P1"]

    def test_the_neutral_carries_the_other_leg_too(self):
        for one_a, two_a, neutral_a in ((15, 15, 15), (20, 10, 300**0.5), (12, 9, 117**0.5)):
            self.assertAlmostEqual(self.plan(one_a, two_a).connected_neutral_a, neutral_a, 6)

    def test_a_lost_neutral_leaves_each_half_its_share_of_what_stands_between_the_legs(self):
        for one_a, two_a, first_v in ((15, 15, 104), (10, 20, 208 * 2 / 3)):
            lines = [float(line.result.split()[0]) for line in self.plan(one_a, two_a).circuits[0].shared]
            self.assertAlmostEqual(lines[0], first_v, delta=0.6)
            self.assertAlmostEqual(sum(lines), 208, delta=1)

    def test_in_a_can_of_one_line_both_come_back_together(self):
        loads = {"L1": {"power_va": 1200, "across": "l1_neutral"}, "L2": {"power_va": 960, "across": "l1_neutral"}}
        job = panel({"W1": {"slots": (1,), "loads": ("L1",)}, "W2": {"slots": (3,), "loads": ("L2",)}}, loads, legs_land="one_line")
        self.assertAlmostEqual(solve(job).panels["P1"].connected_neutral_a, 18)


PAIR = {"L1": {"power_va": 1200, "across": "l1_neutral"}, "L2": {"power_va": 960, "across": "l1_neutral"}}


class OneOffer(unittest.TestCase):
    def test_a_load_with_a_slot_is_moved_by_its_slot_alone(self):
        loads = {f"L{i}": {"power_va": 4800, "across": "l1_neutral"} for i in (1, 2)}
        circuits = {"W1": {"slots": (1,), "loads": ("L1",)}, "W2": {"slots": (2,), "loads": ("L2",)}}
        for made, said in ((circuits, 0), ({}, 1)):
            job = panel(made, loads)
            source = {"T": {"name": "T", "rating_kva": 25}}
            service = {"S": {"name": "S", "kind": "service", "origin": "T", "target": "P1", "segments": [{"length_m": 20}]}}
            job = Job.model_validate(
                job.model_dump(mode="json") | {"sources": source, "runs": job.model_dump(mode="json")["runs"] | service}
            )
            uneven = [one for one in solve(job).findings if one.code == "legs-uneven" and one.where == "/enclosures/P1"]
            self.assertEqual(len(uneven), said)
            self.assertEqual(len([one for one in solve(job).panels["P1"].moves if one.cure]), 1 - said)

    def test_what_a_run_says_of_its_device_is_not_asked_again(self):
        new = {"slots": (1, 3), "run": "F1", "use": "outlets", "serves": "garage", "status": "new"}
        for gfci, found in ((False, ["circuit-without-ground-fault"]), (True, [])):
            job = panel({"W1": new})
            job = checked(job, runs={"F1": job.runs["F1"].model_copy(update={"gfci": gfci, "device_a": 40.0})})
            self.assertEqual(codes(job), found)


class SharedNeutrals(unittest.TestCase):
    def pair(self, slots, **tied):
        return panel({"W1": {"slots": (1,), "loads": ("L1",), "partner": "W2", **tied}, "W2": {"slots": (slots,), "loads": ("L2",)}}, PAIR)

    def test_on_one_leg_the_sum_runs_in_it_on_both_the_difference(self):
        job = self.pair(2, tied=True)
        finding = next(one for one in solve(job).findings if one.code == "shared-neutral-on-one-leg")
        self.assertIn("18 A run in it", finding.text)
        after = solve(cured(self, job, "shared-neutral-on-one-leg"))
        self.assertEqual(after.panels["P1"].connected_neutral_a, 2)
        self.assertEqual(codes(self.pair(3, tied=True)), [])

    def test_one_handle_for_both(self):
        self.assertEqual(codes(self.pair(3)), ["shared-neutral-not-tied"])
        cured(self, self.pair(3), "shared-neutral-not-tied")

    def test_two_neutrals_under_one_screw(self):
        job = panel({"W1": {"slots": (1,), "neutral_with": "W2"}, "W2": {"slots": (3,)}})
        self.assertEqual(codes(job), ["neutrals-under-one-screw"])
        cured(self, job, "neutrals-under-one-screw")


class Devices(unittest.TestCase):
    def test_both_sides_of_what_protects_a_wire_in_every_family(self):
        for book, size, fits, above in (("us-2023", "12", 20, 25), ("ca-2021", "12", 20, 25), ("uk-2022", "2.5", 20, 50)):
            with self.subTest(book):
                good = panel({"W1": {"slots": (1,), "size": size, "rating_a": fits, "residual_ma": 30}}, rulebook=book)
                self.assertNotIn("device-above-wire", codes(good))
                bad = panel({"W1": {"slots": (1,), "size": size, "rating_a": above, "residual_ma": 30}}, rulebook=book)
                self.assertIn("device-above-wire", codes(bad))
                cured(self, bad, "device-above-wire")

    def test_half_size_only_where_the_panel_takes_it(self):
        halves = {"W1": {"slots": (11,), "half": "a"}, "W2": {"slots": (11,), "half": "b"}}
        self.assertEqual(codes(panel(halves, half_slots=(11,))), [])
        job = panel({"W1": {"slots": (1,), "half": "a"}}, half_slots=(11,))
        self.assertEqual(codes(job), ["half-size-not-allowed"])
        cured(self, job, "half-size-not-allowed")

    def test_a_back_fed_main_is_held_and_poles_are_counted(self):
        self.assertEqual(codes(panel(main="back_fed", main_slots=(1, 3))), ["main-not-held"])
        self.assertEqual(codes(panel(main="back_fed", main_slots=(1, 3), hold_down=True)), [])
        for most, found in ((3, []), (2, ["too-many-poles"])):
            self.assertEqual(codes(panel({"W1": {"slots": (1, 3)}, "W2": {"slots": (2,)}}, most_poles=most)), found)

    def test_half_size_and_uneven_devices_take_part_in_evening_the_legs(self):
        loads = {"A": {"power_va": 1200, "across": "l1_neutral"}, "B": {"power_va": 240, "across": "l2_neutral"},
                 "C": {"power_va": 840, "across": "l1_neutral"}}  # fmt: skip
        halves = {"W1": {"slots": (1,), "half": "a", "loads": ("A",), "rating_a": 20},
                  "W2": {"slots": (1,), "half": "b", "loads": ("C",), "rating_a": 20},
                  "W3": {"slots": (3,), "half": "a", "loads": ("B",), "rating_a": 20}}  # fmt: skip
        full = {f"X{slot}": {"slots": (slot,), "rating_a": 20} for slot in range(2, 13) if slot != 3}
        job = panel(halves | full, loads, half_slots=(1, 3))
        moves = solve(job).panels["P1"].moves
        self.assertEqual([round(one.left_a, 6) for one in moves], [15.0, 1.0])  # 10 and 7 A on leg 1, 2 A on leg 2
        after = cured_by(job, moves[1].cure)
        self.assertEqual((after.circuits["W2"].slots, after.circuits["W2"].half), ((3,), "b"))
        self.assertAlmostEqual(solve(after).panels["P1"].moves[0].left_a, 1.0)
        uneven = {"W1": {"slots": (5, 7), "loads": ("A",), "rating_a": 20}, "W2": {"slots": (1,), "loads": ("C",), "rating_a": 20}}
        turned = panel(uneven, {"A": loads["A"], "C": {"power_va": 1200, "across": "l1_neutral"}}, half_slots=())
        after = cured_by(turned, next(one for one in solve(turned).panels["P1"].moves if one.cure and "two wires" in one.cure.words).cure)
        self.assertAlmostEqual(solve(after).panels["P1"].moves[0].left_a, 0)

    def test_protection_by_room_and_use_for_new_work(self):
        new = {"slots": (1,), "rating_a": 20, "use": "outlets", "status": "new"}
        wanted = {
            ("us-2023", "laundry"): {"circuit-without-ground-fault", "circuit-without-arc-fault"},
            ("us-2023", "garage"): {"circuit-without-ground-fault"}, ("us-2023", "bedroom"): {"circuit-without-arc-fault"},
            ("ca-2021", "bathroom"): {"circuit-without-ground-fault"}, ("ca-2021", "bedroom"): {"circuit-without-arc-fault"},
            ("uk-2022", "bedroom"): {"circuit-without-residual"}, ("uk-2022", "bathroom"): {"circuit-without-residual"},
        }  # fmt: skip
        for (book, room), expected in wanted.items():
            with self.subTest(book, room=room):
                job = panel({"W1": new | {"serves": room}}, rulebook=book)
                self.assertEqual({code for code in codes(job) if code.startswith("circuit-without")}, expected)
                for code in expected:
                    cured(self, job, code)
                old = panel({"W1": new | {"serves": room, "status": "existing"}}, rulebook=book)
                self.assertEqual([code for code in codes(old) if code.startswith("circuit-without")], [])
        both = panel({"W1": new | {"serves": "laundry", "protects": "both"}})
        self.assertEqual(codes(both), [])
        thirty = panel({"W1": new | {"serves": "bedroom", "rating_a": 30, "name": "Bedroom heat"}})
        self.assertNotIn("circuit-without-arc-fault", codes(thirty))

    def test_protection_by_the_one_thing_that_a_circuit_feeds(self):
        new = {"slots": (1,), "rating_a": 20, "use": "fixed", "status": "new"}
        two = new | {"slots": (1, 3)}
        ground, arc, residual = "circuit-without-ground-fault", "circuit-without-arc-fault", "circuit-without-residual"
        for book, fields, expected in (
            ("us-2023", new | {"serves": "kitchen", "feeds": "dishwasher"}, {ground, arc}),
            ("us-2023", new | {"serves": "bedroom", "feeds": "smoke_alarm", "rating_a": 15}, {arc}),
            ("us-2023", two | {"serves": "kitchen", "feeds": "range", "rating_a": 50}, {ground}),
            ("us-2023", two | {"feeds": "range", "rating_a": 60}, {ground}),
            ("us-2023", two | {"feeds": "range", "rating_a": 70}, set()),
            ("us-2023", two | {"serves": "outdoors", "feeds": "pump", "rating_a": 50}, {ground}),
            ("us-2023", two | {"serves": "outdoors", "feeds": "pump", "rating_a": 60}, set()),
            ("us-2023", two | {"serves": "outdoors", "feeds": "hot_tub", "rating_a": 60}, {ground}),
            ("us-2023", two | {"use": "single_outlet", "feeds": "charger", "rating_a": 50}, {ground}),
            ("us-2023", two | {"feeds": "charger", "rating_a": 50}, set()),
            ("us-2023", new | {"use": "lighting", "serves": "crawl_space", "rating_a": 15}, {ground}),
            ("us-2023", new | {"use": "outlets", "serves": "finished_basement"}, {ground, arc}),
            ("us-2023", new | {"use": "outlets", "serves": "sink"}, {ground}),
            ("us-2023", two | {"feeds": "water_heater", "rating_a": 30}, set()),
            ("us-2023", new | {"feeds": "dishwasher", "status": "existing"}, set()),
            ("ca-2021", new | {"use": "outlets", "serves": "counter"}, set()),
            ("ca-2021", new | {"use": "outlets", "serves": "sink"}, {ground, arc}),
            ("ca-2021", two | {"feeds": "hot_tub", "rating_a": 50}, {ground}),
            ("uk-2022", new | {"feeds": "charger", "rating_a": 32}, {residual}),
            ("uk-2022", new | {"feeds": "water_heater", "rating_a": 16}, set()),
        ):  # fmt: skip
            with self.subTest(book, **fields):
                found = {code for code in codes(panel({"W1": fields}, rulebook=book)) if code.startswith("circuit-without")}
                self.assertEqual(found, expected)

    def test_what_a_circuit_feeds_is_read_off_its_load_where_nobody_said(self):
        loads = {"L1": Load(name="Range", enclosure="P1", kind="range", power_va=9000)}
        one = {"slots": (1, 3), "rating_a": 50, "use": "fixed", "status": "new", "loads": ("L1",)}
        job = checked(panel({"W1": {**one, "loads": ()}}), loads=loads)
        listed = checked(job, circuits={"W1": PanelCircuit(enclosure="P1", **one)})
        self.assertEqual(["circuit-without-ground-fault" in codes(both) for both in (job, listed)], [False, True])

    def test_spare_spaces_are_asked_in_canada_alone(self):
        full = {f"W{slot}": {"slots": (slot,)} for slot in range(1, 12)}
        for book in rulebook_names():
            job = panel(full, rulebook=book)
            new = checked(job, enclosures=job.enclosures | {"P1": job.enclosures["P1"].model_copy(update={"status": "new"})})
            self.assertEqual("no-spare-spaces" in codes(new), book.startswith("ca"), book)


class Directory(unittest.TestCase):
    def test_lines_that_name_people_or_nothing(self):
        for name in ("Bob's room", "baby room", "Mom’s office"):
            self.assertTrue(personal(name), name)
        for name in ("Bedroom, street side", "Women's shelter hall"[8:], "Kitchen counter"):
            self.assertFalse(personal(name), name)
        self.assertTrue(vague(" Plugs. ") and vague("") and not vague("Garage: opener"))

    def test_the_directory_marks_open_halves_shared_neutrals_and_what_feeds_it(self):
        circuits = {"W1": {"slots": (1,), "partner": "W2", "tied": True}, "W2": {"slots": (2,)}, "W3": {"slots": (3,), "half": "a"},
                    "W4": {"slots": (5,), "use": "fixed", "serves": "kitchen", "feeds": "dishwasher", "name": "misc"}}  # fmt: skip
        plan = solve(panel(circuits, half_slots=(3,))).panels["P1"]
        rows = {one.slots: one for one in plan.directory}
        self.assertEqual([rows["1"].marks, rows["2"].marks], ["neutral shared with 2: both off", "neutral shared with 1: both off"])
        self.assertEqual((rows["3b"].kind, rows["5"].line), ("open", "Kitchen: dishwasher"))
        self.assertEqual(plan.directory[-1].kind, "spare")
        british = DEMOS["uk-2022"]()
        board = next(one for one in solve(british).panels.values() if one.directory)
        self.assertIn(" A, ", board.fed_from)
        self.assertIn("B", {one.curve for one in board.directory})

    def test_a_better_line_in_one_press(self):
        job = panel({"W1": {"slots": (1,), "name": "Bob's room", "serves": "bedroom", "use": "outlets"}})
        self.assertEqual(cured(self, job, "line-names-a-person").circuits["W1"].name, "Bedroom: receptacles")
        british = panel({"W1": {"slots": (1,), "name": "plugs", "serves": "bedroom", "use": "outlets"}}, rulebook="uk-2022")
        self.assertEqual(cured(self, british, "line-says-nothing").circuits["W1"].name, "Bedroom: socket outlets")


class Waiting(unittest.TestCase):
    def test_runs_and_loads_wait_and_go_where_the_legs_stay_closest(self):
        loads = {"L1": {"power_va": 2400, "across": "l1_neutral"}, "L2": {"power_va": 600, "across": "l1_neutral"}}
        job = panel({"W1": {"slots": (1,), "loads": ("L1",)}}, loads)
        waiting = {one.id: one for one in solve(job).panels["P1"].waiting}
        self.assertEqual(set(waiting), {"F1", "L2"})
        self.assertEqual(waiting["L2"].cure.words, "Put it in 3")  # leg 2 has nothing on it yet
        self.assertEqual(waiting["F1"].poles, 2)
        for key in ("L2", "F1"):
            edits = [asdict(edit) for edit in waiting[key].cure.edits]
            after = Job.model_validate(patched(job.model_dump(mode="json"), edits))
            self.assertNotIn(key, {one.id for one in solve(after).panels["P1"].waiting})

    def test_a_full_panel_has_no_place(self):
        job = panel({f"W{slot}": {"slots": (slot,)} for slot in (1, 2)}, {"L1": {"power_va": 600, "across": "l1_neutral"}}, spaces=2)
        self.assertEqual({one.cure for one in solve(job).panels["P1"].waiting}, {None})

    def test_what_goes_leaves_nothing_behind(self):
        job = panel(
            {"W1": {"slots": (1,), "loads": ("L1",)}, "W2": {"slots": (2, 4), "run": "F1"}},
            {"L1": {"power_va": 600, "across": "l1_neutral"}},
        )
        for kind, key in (("loads", "L1"), ("runs", "F1"), ("enclosures", "P1"), ("circuits", "W1")):
            solve(Job.model_validate(patched(job.model_dump(mode="json"), removal(job, kind, key))))


class Refused(unittest.TestCase):
    def test_what_cannot_be_is_named(self):
        for circuits, layout, field, words in (
            ({"W1": {"slots": (13,)}}, {}, "/circuits/W1/slots", "no slot 13"),
            ({"W1": {"slots": (1,)}, "W2": {"slots": (1,)}}, {}, "/circuits/W2/slots", "taken already"),
            ({"W1": {"slots": (1,), "half": "a"}, "W2": {"slots": (1,)}}, {}, "/circuits/W2/slots", "taken already"),
            ({"W1": {"slots": (1,), "partner": "W9"}}, {}, "/circuits/W1/partner", "no other circuit W9"),
            ({"W1": {"slots": (1,), "loads": ("L9",)}}, {}, "/circuits/W1/loads", "no load L9"),
            ({"W1": {"slots": (1,), "extended_in": "X9"}}, {}, "/circuits/W1/extended_in", "there is no X9"),
            ({"W1": {"slots": (1, 1)}}, {}, "/circuits/W1/slots", "named twice"),
            ({}, {"half_slots": (40,)}, "/enclosures/P1/layout/half_slots", "no slot 40"),
            ({"W1": {"slots": (1,)}}, {"main": "back_fed", "main_slots": (1, 3)}, "/circuits/W1/slots", "taken already"),
        ):
            with self.subTest(field=field, words=words), self.assertRaisesRegex(InvalidJob, words) as refused:
                solve(panel(circuits, **layout))
            self.assertEqual(refused.exception.where, field)


if __name__ == "__main__":
    unittest.main()
