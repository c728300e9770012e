"""What stands around a panel, on its bars, behind its residual-current devices, and the room in it: both sides of each limit."""

import unittest
from dataclasses import asdict

from northspan.core.desk.demos import DEMOS
from northspan.core.document.job import Enclosure, Job
from northspan.core.document.patching import patched
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.solve import solve
from northspan.core.topics.circuits.around import surge_added
from northspan.core.working.errors import InvalidJob
from tests.core.topics.circuits.test_panels import codes, cured, panel
from tests.support import checked


def with_can(job, **fields):
    return checked(job, enclosures=job.enclosures | {"P1": Enclosure.model_validate(job.enclosures["P1"].model_dump() | fields)})


def first(job):
    """The panel as the first disconnect of a service."""
    document = job.model_dump(mode="json")
    document["sources"] = {"T": {"name": "T", "rating_kva": 25}}
    document["runs"]["S"] = {"name": "S", "kind": "service", "origin": "T", "target": "P1", "segments": [{"length_m": 20}]}
    return Job.model_validate(document)


def all_codes(job):
    return [one.code for one in solve(job).findings]


class Space(unittest.TestCase):
    def test_both_sides_of_each_measure_in_every_family(self):
        for book in rulebook_names():
            for field, least in zip(
                ("working_width_m", "working_depth_m", "headroom_m"), rulebook_named(book).cans.working_space(), strict=True
            ):
                with self.subTest(book, field=field):
                    self.assertEqual(codes(panel(rulebook=book, **{field: least.value})), [])
                    job = panel(rulebook=book, **{field: max(0, least.value - 0.01)})
                    self.assertEqual(codes(job), ["no-working-space"] if least.value else [])
                    if least.value:
                        cured(self, job, "no-working-space")

    def test_an_old_dwelling_may_be_low_up_to_200_amperes_in_the_us_alone(self):
        for book in rulebook_names():
            for bus_a, status in ((200, "existing"), (225, "existing"), (200, "new")):
                job = with_can(panel(rulebook=book, headroom_m=1.6), bus_a=bus_a)
                home = job.buildings[job.enclosures["P1"].building].model_copy(update={"status": status, "use": "dwelling"})
                job = checked(job, buildings=job.buildings | {job.enclosures["P1"].building: home})
                low = book == "us-2023" and bus_a == 200 and status == "existing"
                with self.subTest(book, bus_a=bus_a, status=status):
                    self.assertEqual("no-working-space" in codes(job), not low and book != "uk-2022")

    def test_what_stands_before_it_is_said_though_the_measures_hold(self):
        for book in rulebook_names():
            job = panel(rulebook=book, working_depth_m=1.2, in_front="A washer")
            self.assertEqual(codes(job), ["stands-in-the-way"], book)
            cured(self, job, "stands-in-the-way")
        self.assertEqual(codes(panel(working_depth_m=0.5, in_front="A washer")), ["no-working-space"])

    def test_a_can_in_the_weather(self):
        for weatherproof, found in ((None, 1), (False, 1), (True, 0)):
            for book in rulebook_names():
                job = with_can(panel(rulebook=book), room="outdoors", weatherproof=weatherproof)
                self.assertEqual(all_codes(job).count("can-not-for-weather"), found)
        self.assertNotIn("can-not-for-weather", all_codes(with_can(panel(), room="elsewhere", weatherproof=False)))


class Surge(unittest.TestCase):
    def test_each_lead_adds_its_volts(self):
        self.assertAlmostEqual(surge_added(1.0).value, 375)  # 1 µH/m, 3 kA in 8 µs
        self.assertAlmostEqual(surge_added(0.5).value, 187.5)

    def test_asked_of_a_new_service_of_a_dwelling_where_the_code_asks(self):
        for book, asked in (("us-2023", True), ("ca-2021", False), ("uk-2022", True)):
            for status in ("new", "existing"):
                job = first(with_can(panel(rulebook=book), status=status))
                self.assertEqual("no-surge-device" in codes(job), asked and status == "new", (book, status))
        cured(self, first(with_can(panel(), status="new")), "no-surge-device")

    def test_leads_on_both_sides_of_the_british_limit(self):
        self.assertEqual(codes(panel(rulebook="uk-2022", surge_lead_m=0.5)), [])
        cured(self, panel(rulebook="uk-2022", surge_lead_m=0.51), "surge-leads-long")
        self.assertEqual(codes(panel(surge_lead_m=2)), [])  # no figure there: the volts are shown


class Handles(unittest.TestCase):
    def test_six_or_one_and_one_in_a_new_can(self):
        for book, status, most in (
            ("us-2023", "existing", 6),
            ("us-2023", "new", 1),
            ("ca-2021", "existing", 1),
            ("uk-2022", "existing", 1),
        ):
            for count in (most, most + 1):
                circuits = {f"W{i}": {"slots": (i,), "residual_ma": 30} for i in range(1, count + 1)}
                job = first(with_can(panel(circuits, rulebook=book, main="lugs"), status=status))
                self.assertEqual("too-many-handles" in codes(job), count > most, (book, status, count))
        cured(self, job, "too-many-handles")
        self.assertNotIn("too-many-handles", codes(first(panel(circuits, rulebook=book))))

    def test_tied_handles_are_one(self):
        circuits = {f"W{i}": {"slots": (i,)} for i in range(1, 8)}
        circuits["W1"] |= {"partner": "W3", "tied": True}
        self.assertNotIn("too-many-handles", codes(first(panel(circuits, main="lugs"))))


class Bus(unittest.TestCase):
    def sourced(self, slots, rating, book="us-2023", **can):
        job = panel({"W1": {"slots": slots, "rating_a": rating, "source": "G", "name": "Sun"}}, rulebook=book)
        document = with_can(job, **{"main_a": 100, "bus_a": 100} | can).model_dump(mode="json")
        document["sources"]["G"] = {
            "name": "Inverters",
            "kind": "inverter_pair",
            "building": job.enclosures["P1"].building,
            "rating_kva": 4,
        }
        return Job.model_validate(document)

    def test_both_sides_of_the_share_and_the_far_end(self):
        for book, share in (("us-2023", 20), ("ca-2021", 25)):
            self.assertNotIn("bus-above-share", all_codes(self.sourced((9, 11), share, book)))
            self.assertIn("bus-above-share", all_codes(self.sourced((9, 11), share + 1, book)))
        near = self.sourced((1, 3), 20)
        finding = next(one for one in solve(near).findings if one.code == "bus-above-share")
        after = Job.model_validate(patched(near.model_dump(mode="json"), [asdict(edit) for edit in finding.cures[0].edits]))
        self.assertNotIn("bus-above-share", all_codes(after))
        self.assertNotIn("bus-above-share", all_codes(self.sourced((1, 3), 20, layout={"spaces": 12, "fed_at_bottom": True})))

    def test_a_british_unit_carries_both(self):
        self.assertIn("bus-above-share", all_codes(self.sourced((12,), 16, "uk-2022")))
        self.assertNotIn("bus-above-share", all_codes(self.sourced((12,), 16, "uk-2022", main_a=80)))

    def test_which_inverter_lands_where(self):
        for crossed, words in ((False, "inverter 1: upper terminal, slot 9, leg 1"), (True, "inverter 2: upper terminal, slot 9, leg 1")):
            job = self.sourced((9, 11), 20)
            job = checked(job, circuits={"W1": job.circuits["W1"].model_copy(update={"crossed": crossed})})
            self.assertEqual(solve(job).panels["P1"].circuits[0].lands[0], words)
        self.assertEqual(solve(panel({"W1": {"slots": (1, 3)}})).panels["P1"].circuits[0].lands, ())

    def test_a_source_that_is_not_there(self):
        with self.assertRaisesRegex(InvalidJob, "there is no G"):
            solve(panel({"W1": {"slots": (1,), "source": "G"}}))


BIG = {"W1": {"slots": (1,), "size": "6", "rating_a": 50}}


class Terminals(unittest.TestCase):
    def test_both_ends_of_the_range_of_a_bar(self):
        for most, found in (("6", []), ("8", ["wire-above-bar"])):
            job = panel(BIG, neutral_bar_most=most)
            self.assertEqual(codes(job), found)
        cured(self, job, "wire-above-bar")
        for least, found in (("10", []), ("8", ["wire-below-bar"])):  # its ground is 10 AWG by the table
            self.assertEqual(codes(panel(BIG, bar_least=least)), found)

    def test_neutrals_and_grounds_are_counted(self):
        three = {f"W{i}": {"slots": (i,), "size": "12", "rating_a": 20} for i in (1, 2, 3)}
        for terminals, found in ((3, []), (2, ["no-terminal-for-a-neutral"])):
            self.assertEqual(all_codes(with_can(panel(three), neutral_terminals=terminals)).count("no-terminal-for-a-neutral"), len(found))
        for terminals, paired, found in (
            (3, None, []),
            (2, None, ["no-terminal-for-a-ground"]),
            (2, True, []),
            (1, True, ["no-terminal-for-a-ground"]),
        ):
            self.assertEqual(codes(panel(three, ground_terminals=terminals, grounds_paired=paired)), found)
        job = panel(three, ground_terminals=2)
        for cure in (0, 1):
            cured(self, job, "no-terminal-for-a-ground", cure)

    def test_pairs_are_a_call_and_only_of_one_size(self):
        mixed = {"W1": {"slots": (1,), "size": "12", "rating_a": 20}, "W2": {"slots": (3,), "size": "14", "rating_a": 15}}
        self.assertEqual(codes(panel(mixed, ground_terminals=1, grounds_paired=True)), ["no-terminal-for-a-ground"])
        same = {f"W{i}": {"slots": (i,), "size": "12", "rating_a": 20} for i in (1, 3)}
        job = panel(same, ground_terminals=1, grounds_paired=True)
        self.assertEqual(codes(job), [])
        call = next(one for one in solve(job).panels["P1"].calls if one.name == "grounds_pair")
        self.assertEqual([option.outcome for option in call.options], ["1 terminal", "2 terminals"])
        self.assertEqual(codes(checked(job, calls={"grounds_pair": {"school": "each"}})), ["no-terminal-for-a-ground"])

    def test_the_two_halves_of_a_shared_neutral_bring_one(self):
        pair = {"W1": {"slots": (1,), "size": "12", "rating_a": 20, "partner": "W2", "tied": True},
                "W2": {"slots": (3,), "size": "12", "rating_a": 20}}  # fmt: skip
        lines = {one.circuit: one for one in solve(panel(pair)).panels["P1"].terminals}
        self.assertEqual(sorted(one.neutral == "none" for one in lines.values()), [False, True])

    def test_what_tape_may_make(self):
        us, ca, uk = (rulebook_named(name).cans.re_identified for name in ("us-2023", "ca-2021", "uk-2022"))
        self.assertEqual([us("neutral", size).result for size in ("6", "4")], ["no", "yes"])
        self.assertEqual([ca("ground", size).result for size in ("2", "1")], ["no", "yes"])
        self.assertEqual([uk("neutral", size).result for size in ("1.5", "25")], ["yes", "yes"])
        self.assertNotEqual(uk("ground", "25").result, "yes")
        heater = {"W1": {"slots": (1, 3), "size": "10", "rating_a": 30}}
        self.assertIn("white wire", solve(panel(heater)).panels["P1"].terminals[0].marks[0])

    def test_small_aluminum(self):
        for metal, rating, found in (("aluminum", 30, ["small-aluminum"]), ("aluminum", 40, []), ("copper", 20, [])):
            job = panel({"W1": {"slots": (1,), "size": "8", "rating_a": rating, "metal": metal}})
            self.assertEqual([code for code in codes(job) if code == "small-aluminum"], found)


class Groups(unittest.TestCase):
    def unit(self, leaks, **group):
        circuits = {f"W{i}": {"slots": (i,), "group": 1, "leakage_ma": leak, "rating_a": 32, "use": use, "status": "new"}
                    for i, (leak, use) in enumerate(zip(leaks, ("outlets", "lighting"), strict=True), 1)}  # fmt: skip
        return panel(circuits, rulebook="uk-2022", columns=1, legs_land="one_line",
                     groups=({"name": "Device 1", "residual_ma": 30} | group, {"name": "Device 2"}))  # fmt: skip

    def test_what_leaks_on_both_sides_of_the_share(self):
        self.assertNotIn("group-leaks", codes(self.unit((5, 4))))  # 9 mA is 30 % of 30 mA
        self.assertIn("group-leaks", codes(self.unit((5, 4.1))))
        self.assertIn("9 mA", solve(self.unit((5, 4))).panels["P1"].groups[0].words)

    def test_one_trip_that_takes_all_and_its_rating(self):
        job = self.unit((1, 1))
        self.assertIn("one-trip-takes-all", codes(job))
        parted = checked(job, circuits=job.circuits | {"W2": job.circuits["W2"].model_copy(update={"group": 2})})
        self.assertNotIn("one-trip-takes-all", codes(parted))
        self.assertNotIn("group-overloaded", codes(self.unit((1, 1), rating_a=64)))
        self.assertIn("group-overloaded", codes(self.unit((1, 1), rating_a=63)))

    def test_a_group_protects_what_is_behind_it(self):
        self.assertNotIn("circuit-without-residual", codes(self.unit((1, 1))))
        self.assertIn("circuit-without-residual", codes(self.unit((1, 1), residual_ma=100)))
        with self.assertRaisesRegex(InvalidJob, "no residual-current device 1"):
            solve(panel({"W1": {"slots": (1,), "group": 1}}))


LOADS = {"L1": {"power_va": 1200, "across": "l1_neutral"}, "L2": {"power_va": 600, "across": "l1_neutral"}}


class SingleOutlets(unittest.TestCase):
    def test_left_without_by_the_call_where_one_thing_stands_on_it(self):
        new = {"slots": (1,), "rating_a": 20, "status": "new", "serves": "basement", "use": "single_outlet"}
        job = panel({"W1": new})
        self.assertIn("circuit-without-ground-fault", codes(job))
        self.assertIn("single_outlet", [one.name for one in solve(job).panels["P1"].calls])
        left = {"single_outlet": {"school": "left", "ruled_by": "inspector"}}
        self.assertNotIn("circuit-without-ground-fault", codes(checked(job, calls=left)))
        for other in ({"use": "outlets"}, {"serves": "bathroom"}):
            self.assertIn("circuit-without-ground-fault", codes(checked(panel({"W1": new | other}), calls=left)))
        self.assertEqual(solve(panel({"W1": new}, rulebook="uk-2022")).panels["P1"].calls, ())


class Loaded(unittest.TestCase):
    def test_loads_against_the_device_on_both_sides(self):
        for book, volts, most_va in (("us-2023", 120, 16 * 120), ("ca-2021", 120, 16 * 120), ("uk-2022", 230, 20 * 230)):
            for va in (most_va, most_va + volts):  # a continuous load counts 125 % there, and as it is in Britain
                loads = {"L1": {"power_va": va, "across": "l1_neutral", "continuous": True}}
                circuit = {"slots": (1,), "rating_a": 20, "size": "4" if book == "uk-2022" else "10", "loads": ("L1",), "residual_ma": 30}
                job = panel({"W1": circuit}, loads, rulebook=book)
                self.assertEqual("load-above-device" in codes(job), va > most_va, (book, va))
                self.assertEqual(solve(job).panels["P1"].circuits[0].over, va > most_va)
            cured(self, job, "load-above-device")


class Replaced(unittest.TestCase):
    def test_outlets_that_are_replaced_get_what_new_ones_would(self):
        old = {"slots": (1,), "rating_a": 20, "status": "existing", "serves": "laundry", "use": "outlets"}
        self.assertEqual(codes(panel({"W1": old})), [])
        replaced = panel({"W1": old | {"outlets_replaced": True}})
        self.assertEqual(set(codes(replaced)), {"circuit-without-ground-fault", "circuit-without-arc-fault"})
        cites = {one.citation for one in solve(replaced).findings if one.code.startswith("circuit-without")}
        self.assertEqual(cites, {"406.4(D)(3)", "406.4(D)(4)"})


class Series(unittest.TestCase):
    def test_a_breaker_ahead_rests_below_its_magnet_and_a_fuse_has_none(self):
        for book, name in (("us-2023", "house panel of Kestrel Hollow"), ("uk-2022", "a fuse ahead")):
            job = DEMOS[book]()
            for panel_plan in solve(job).panels.values():
                groups = {one.key: one.answer for one in panel_plan.around}
                words = "alone up to 1000 A" if book == "us-2023" else "by the maker's tables"  # 5 times 200 A
                self.assertIn(words, groups["series"], name)

    def test_residual_devices_that_trip_together(self):
        job = DEMOS["uk-2022"]()
        self.assertIn("residual-in-series", all_codes(job))
        feed = next(key for key, run in job.runs.items() if run.target == "CU")
        for delayed, ma, found in ((True, 300, False), (True, 299, True), (False, 300, True)):
            run = job.runs[feed].model_copy(update={"residual_delayed": delayed, "residual_ma": ma})
            self.assertEqual("residual-in-series" in all_codes(checked(job, runs=job.runs | {feed: run})), found, (delayed, ma))


class LostNeutral(unittest.TestCase):
    def test_each_half_gets_its_share_of_both_legs(self):
        pair = {"W1": {"slots": (1,), "loads": ("L1",), "partner": "W2", "tied": True}, "W2": {"slots": (3,), "loads": ("L2",)}}
        shared = solve(panel(pair, LOADS)).panels["P1"].circuits[0].shared
        self.assertEqual([line.result for line in shared], ["80", "160"])  # the heavier load gets the less
        pair["W2"]["slots"] = (2,)
        self.assertEqual(solve(panel(pair, LOADS)).panels["P1"].circuits[0].shared, ())


class Room(unittest.TestCase):
    def test_what_is_to_come_on_both_sides(self):
        full = {f"W{i}": {"slots": (i,)} for i in range(1, 9)}
        for single, two_pole, found in ((4, 0, []), (5, 0, ["no-room-to-come"]), (0, 2, []), (1, 2, ["no-room-to-come"])):
            job = panel(full, to_come_single=single, to_come_two_pole=two_pole)
            self.assertEqual(codes(job), found, (single, two_pole))
        self.assertEqual(codes(panel(full, to_come_single=5, half_slots=(11,))), [])
        self.assertEqual(codes(panel(full, to_come_single=4, most_poles=11)), ["no-room-to-come"])
        cured(self, panel(full, to_come_single=5), "no-room-to-come")

    def test_ways_to_more_room_have_a_price(self):
        ways = solve(panel(half_slots=(12,))).panels["P1"].more_room
        self.assertEqual([way.cost is not None for way in ways], [False, True, True])
        self.assertIn("16 spaces", ways[1].words)
        british = solve(panel(rulebook="uk-2022", columns=1, legs_land="one_line")).panels["P1"].more_room
        self.assertIn("16 ways", british[0].words)


if __name__ == "__main__":
    unittest.main()
