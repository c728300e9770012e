"""What is live: followed through the wires, never declared."""

import unittest

from northspan.core.document.job import Bond, Building, Enclosure, EnclosureKind, Job, Run, RunKind, Segment, Source, SourceKind, Status
from northspan.core.walk.installation import End, Installation, Part, Side, as_found, feed_of, main_of, own_switch_of, utility_of
from northspan.core.walk.isolation import Isolation, isolation_of

THERE = Status.existing
METER, MAIN, LUGS, PANEL = EnclosureKind.meter, EnclosureKind.meter_main, EnclosureKind.panel_lugs, EnclosureKind.panel_main_breaker


def run(origin, target, status=THERE, **more):
    return Run(name=f"{origin} to {target}", origin=origin, target=target, status=status, segments=(Segment(length_m=5),), **more)


def job(kinds, runs):
    """Cans by their kind, there already unless a status is said beside it; a transformer T of the utility."""
    cans = {key: kind if isinstance(kind, tuple) else (kind, THERE) for key, kind in kinds.items()}
    return Job(
        name="A", sources={"T": Source(name="Transformer", rating_kva=25)}, buildings={"B": Building(name="House")},
        enclosures={key: Enclosure(name=key, building="B", kind=kind, status=status, bond_found=Bond.unknown)
                    for key, (kind, status) in cans.items()},
        runs=runs,
    )  # fmt: skip


HOUSE = job(
    {"E": METER, "M": MAIN, "P": LUGS, "S": (PANEL, Status.new)},
    {"D": run("T", "E", kind=RunKind.service), "U": run("E", "M"), "F": run("M", "P"), "N": run("P", "S", Status.new)},
)


def live(state: Installation) -> set[str]:
    return {f"{one.can}.{one.side}" for one in state.live()}


ALL = {"E.line", "E.bus", "M.line", "M.bus", "P.line", "P.bus"}


class Live(unittest.TestCase):
    def test_what_is_there_is_live_and_what_is_new_is_not(self):
        self.assertEqual(live(as_found(HOUSE)), ALL)
        self.assertEqual(as_found(HOUSE).powered(), {"E", "M", "P"})

    def test_a_switch_kills_what_is_behind_it_and_its_line_side_stays_live(self):
        found = as_found(HOUSE)
        for switch, dead in (
            (main_of("M"), {"M.bus", "P.line", "P.bus"}), (feed_of("F"), {"P.line", "P.bus"}), (main_of("P"), {"P.bus"}),
            (utility_of("D"), ALL), (main_of("S"), set()),
        ):  # fmt: skip
            with self.subTest(switch):
                opened = found.with_open(frozenset({switch}))
                self.assertEqual(live(opened), ALL - dead)
                self.assertEqual(live(opened.with_closed(frozenset({switch}))), ALL)

    def test_a_new_run_feeds_when_both_ends_are_landed_and_its_device_is_on(self):
        hung = as_found(HOUSE).with_hung("S")
        near, far = hung.with_landed("N", End.near), hung.with_landed("N", End.far)
        both = near.with_landed("N", End.far)
        on = frozenset({feed_of("N")})
        for state, lives in (
            (hung, False),
            (near, False),
            (far, False),
            (both, False),
            (near.with_closed(on), False),
            (both.with_closed(on), True),
        ):
            self.assertEqual("S.bus" in live(state), lives)
        unhung = as_found(HOUSE).with_landed("N", End.near).with_landed("N", End.far).with_closed(on)
        self.assertNotIn("S.line", live(unhung))

    def test_what_is_taken_out_feeds_nothing_any_more(self):
        self.assertEqual(live(as_found(HOUSE).without("F")), ALL - {"P.line", "P.bus"})
        self.assertEqual(live(as_found(HOUSE).without("M")), {"E.line", "E.bus"})

    def test_a_can_whose_feed_is_not_drawn_counts_as_live(self):
        bare = job({"P": LUGS, "Q": (LUGS, Status.new)}, {})
        self.assertEqual(live(as_found(bare)), {"P.line", "P.bus"})
        self.assertEqual(live(as_found(bare).with_open(frozenset({utility_of("P")}))), set())

    def test_a_standby_run_feeds_nothing_by_itself(self):
        standby = HOUSE.model_copy(update={"runs": HOUSE.runs | {"U": HOUSE.runs["U"].model_copy(update={"alternate": True})}})
        self.assertNotIn("M.line", {one for one in live(as_found(standby)) if one.startswith("E")})


class Isolations(unittest.TestCase):
    def test_by_its_main_by_what_feeds_it_or_by_the_utility(self):
        for can, side, expected in (
            ("M", Side.bus, Isolation("M", frozenset({main_of("M")}))),
            ("M", Side.line, Isolation("E", frozenset({utility_of("D")}), utility=True)),  # a meter has nothing to open
            ("P", Side.bus, Isolation("P", frozenset({feed_of("F")}))),  # lugs only: by the device that feeds it
            ("P", Side.line, Isolation("P", frozenset({feed_of("F")}))),
            ("E", Side.line, Isolation("E", frozenset({utility_of("D")}), utility=True)),
        ):
            with self.subTest(can, side=side):
                self.assertEqual(isolation_of(HOUSE, Part(can, side)), expected)

    def test_it_is_enough_by_the_wires(self):
        """Whatever a part is isolated by, it is dead then: asked of the graph, not of the rule that named the switches."""
        for can in ("E", "M", "P"):
            for side in Side:
                isolated = as_found(HOUSE).with_open(isolation_of(HOUSE, Part(can, side)).switches)
                self.assertNotIn(Part(can, side), isolated.live())

    def test_with_two_feeds_both_are_opened(self):
        twice = job({"M": MAIN, "N": MAIN, "P": LUGS}, {"A": run("T", "M"), "B": run("T", "N"), "F": run("M", "P"), "G": run("N", "P")})
        self.assertEqual(isolation_of(twice, Part("P", Side.line)).switches, {feed_of("F"), feed_of("G")})

    def test_a_plant_of_ones_own_is_not_the_utility(self):
        plant = HOUSE.model_copy(update={"sources": {"T": Source(name="Plant", kind=SourceKind.governed_plant, rating_kva=14)}})
        found = isolation_of(plant, Part("E", Side.line))
        self.assertEqual((found.utility, found.switches), (False, {own_switch_of("D")}))
        self.assertNotIn(Part("E", Side.line), as_found(plant).with_open(found.switches).live())


class Standby(unittest.TestCase):
    def setUp(self):
        kinds = {"M": MAIN, "S": EnclosureKind.transfer_switch, "P": LUGS}
        runs = {"D": run("T", "M", kind=RunKind.service), "U": run("M", "S"), "G": run("G", "S", alternate=True), "F": run("S", "P")}
        two = job(kinds, runs)
        generator = Source(name="Generator", kind=SourceKind.generator, rating_kva=12)
        self.house = two.model_copy(update={"sources": {**two.sources, "G": generator}})

    def test_it_starts_when_the_other_goes_so_hands_count_it_as_on(self):
        state = as_found(self.house).with_open(frozenset({utility_of("D")}))
        self.assertIn(Part("P", Side.line), state.live())
        self.assertNotIn(Part("M", Side.bus), state.live())
        self.assertNotIn(Part("P", Side.line), state.with_open(frozenset({own_switch_of("G")})).live())

    def test_its_switch_is_opened_with_the_others(self):
        found = isolation_of(self.house, Part("S", Side.line))
        self.assertEqual(found.switches, {feed_of("U"), own_switch_of("G")})
        self.assertFalse(found.utility)

    def test_nobody_is_said_to_have_power_by_it(self):
        self.assertEqual(as_found(self.house).powered(), {"M", "S", "P"})
        self.assertEqual(as_found(self.house).with_open(frozenset({utility_of("D")})).powered(), frozenset())

    def test_a_can_with_a_drawn_standby_alone_is_fed_by_what_is_not_drawn_too(self):
        alone = self.house.model_copy(update={"runs": {key: self.house.runs[key] for key in ("G", "F")}})
        found = isolation_of(alone, Part("S", Side.line))
        self.assertEqual((found.utility, found.switches), (True, {utility_of("S"), own_switch_of("G")}))
        self.assertNotIn(Part("S", Side.line), as_found(alone).with_open(found.switches).live())
