"""Nothing that a crew would have to fetch: what every part asks for, in each family, and nothing in a catalogue for nobody."""

import unittest
from collections import Counter

from northspan.core.desk.demo_move import MOVES
from northspan.core.desk.demos import DEMOS
from northspan.core.desk.starts.under import start_job_under
from northspan.core.document.job import (
    Box,
    Electrode,
    Enclosure,
    Fitting,
    PanelCircuit,
    PanelLayout,
    Run,
    RunKind,
    Source,
    Status,
)  # fmt: skip
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.solve import solve, worked
from northspan.core.steps.materials.lines import taken_off
from northspan.core.working.errors import NorthSpanError
from tests.core.desk.test_starts import ALL
from tests.core.ordinary_jobs import ordinary_jobs
from tests.core.topics.circuits.test_moving import edited, move_of
from tests.generated import a_job
from tests.support import a_feeder, a_segment, checked

NEW = {Status.new, Status.temporary}


def asked(job):
    """How much of each item each part asks for."""
    found = {}
    for line in taken_off(worked(job)).lines:
        for one in line.asks:
            part = "/".join(one.where.split("/")[:3])
            found.setdefault(part, Counter())[line.item] += one.quantity
    return found


def in_pipes(name, *segments, **changes):
    return checked(
        a_feeder(40, 20), rulebook=name, runs={"F1": a_feeder(40, 20).runs["F1"].model_copy(update={"segments": segments} | changes)}
    )


def with_everything(name):
    """A job in which the rarer things are asked for: boxes and bodies, two kinds of pipe, a back-fed main, a plate, a portable set."""
    fittings = (Fitting(at_m=4, kind="pull_box", length_m=0.4), Fitting(at_m=8, kind="conduit_body"))
    metal, plastic = ("rmc", "pvc40") if name == "uk-2022" else ("emt", "pvc40")
    job = in_pipes(
        name, a_segment(length_m=12, place="indoors", method=metal, bends_deg=90, fittings=fittings), a_segment(length_m=20, place="outdoors", method=plastic, bends_deg=90),
        tail_size="4" if name == "uk-2022" else "8",
    )  # fmt: skip
    fed = Enclosure(name="Second", building="B2", kind="panel_main_breaker", main_a=63, bus_a=63, layout=PanelLayout(
        spaces=12, main="back_fed", surge_lead_m=0.3))  # fmt: skip
    electrodes = {f"E{i}": Electrode(name=kind, building="B2", kind=kind, status="new")
                  for i, kind in enumerate(("rod", "plate", "water_pipe", "concrete_encased"))}  # fmt: skip
    one = {"enclosure": "P2", "status": "new", "rating_a": 16 if name == "uk-2022" else 15, "size": "2.5" if name == "uk-2022" else "14"}
    circuits = {"W1": PanelCircuit(name="A", slots=(3,), partner="W2", tied=True, lug_kit=True, **one),
                "W2": PanelCircuit(name="B", slots=(5,), **one)}  # fmt: skip
    sources = {"G": Source(name="Set", kind="generator", fuel="gasoline", rating_kva=5, status="new"), "S": Source(name="Street")}
    cord = Run(
        name="Cord", origin="G", target="P2", alternate=True, interlock=True, load_a=15, segments=(a_segment(length_m=5, place="indoors"),)
    )
    drop = Run(name="Service", kind=RunKind.service, origin="S", target="P1", load_a=60, segments=(
        a_segment(length_m=10, place="overhead", method="overhead"), a_segment(length_m=4, place="outdoors", method="rmc")))  # fmt: skip
    return checked(job, enclosures=job.enclosures | {"P2": fed}, electrodes=electrodes, circuits=circuits, sources=sources,
                   boxes={"X1": Box(name="Box", building="B2", volume_l=0.4, ring_l=0.2)}, runs=job.runs | {"C": cord, "SV": drop})  # fmt: skip


def jobs(name):
    yield with_everything(name)
    yield DEMOS[name]()
    move = MOVES[name]()
    yield edited(move, move_of(move).offer.edits)
    yield from (start_job_under(start, ALL, name) for start in ("detached_panel", "new_service", "generator"))
    if name == "uk-2022":  # where the supply brings no earth, a rod does
        job = DEMOS[name]()
        home = job.enclosures["CU"].building
        alone = {key: one.model_copy(update={"earthing": "tt"}) for key, one in job.sources.items()}
        yield checked(job, sources=alone, electrodes={"E1": Electrode(name="Rod", building=home, kind="rod", status="new")})


class Catalogue(unittest.TestCase):
    def test_everything_in_it_is_asked_for_by_some_job(self):
        for name in rulebook_names():
            found = {line.item for job in jobs(name) for line in taken_off(worked(job)).lines}
            self.assertEqual([item for item in rulebook_named(name).goods if item not in found], [], name)


class Parts(unittest.TestCase):
    def check(self, job, where):
        found, plan = asked(job), solve(job)
        says = rulebook_named(job.rulebook)
        for key, run in job.runs.items():
            mine = found.get(f"/runs/{key}", Counter())
            if run.status not in NEW or run.utility_owned or not plan.runs[key].sized:
                continue
            ended = mine["connector"] + mine["cable_connector"] + mine["locknut"] + mine["bushing"]
            loose = {item for item in mine if item in {"wire", "cable"}}
            if "pipe" in mine or (loose == {"cable"} and says.cans.cable_end(plan.runs[key].insulation)):
                self.assertGreaterEqual(ended, 1, (where, key))
            if mine["elbow"]:
                self.assertGreaterEqual(mine["coupling"], mine["elbow"], (where, key))
            if mine["strap"]:
                self.assertGreaterEqual(mine["anchor"], mine["strap"], (where, key))
        for key, can in job.enclosures.items():
            mine = found.get(f"/enclosures/{key}", Counter())
            if can.status in NEW:
                self.assertEqual(mine["panel"] + mine["can"], 1, (where, key))
                bond = plan.enclosures.get(key)
                wanted = says.cans.bonding_goods(bonded=bond.bond == "bonded") if bond else ()
                self.assertEqual([item for item in wanted if not mine[item]], [], (where, key))
        for key, one in job.electrodes.items():
            home = plan.buildings.get(one.building)
            if one.status in NEW and home and home.electrode_conductor:
                self.assertGreater(found[f"/electrodes/{key}"]["electrode_wire"], 0, (where, key))

    def test_every_part_of_many_jobs(self):
        for name in rulebook_names():
            for i, job in enumerate(jobs(name)):
                self.check(job, f"{name} {i}")
        for key, job in ordinary_jobs().items():
            self.check(job, key)
        for seed in range(24):
            try:
                worked(job := a_job(seed))
            except NorthSpanError:
                continue
            self.check(job, seed)


class Ends(unittest.TestCase):
    def of(self, job):
        return asked(job)["/runs/F1"]

    def test_pipes_join_by_one_coupling_and_end_in_cans_alone(self):
        for name, each in (
            ("us-2023", ("connector", "locknut")),
            ("ca-2021", ("connector", "locknut")),
            ("uk-2022", ("connector", "bushing")),
        ):
            alone = self.of(in_pipes(name, a_segment(length_m=2.5, place="indoors", method="pvc40")))
            two = self.of(in_pipes(name, *(a_segment(length_m=2.5, place="indoors", method="pvc40") for _ in range(2))))
            for item in each:
                self.assertEqual((alone[item], two[item]), (2, 2), (name, item))
            self.assertEqual((alone["coupling"], two["coupling"]), (0, 1), name)

    def test_where_one_pipe_becomes_another_there_is_an_adapter(self):
        mixed = self.of(in_pipes("us-2023", a_segment(length_m=2.5, place="indoors", method="emt"),
                                 a_segment(length_m=2.5, place="indoors", method="pvc40")))  # fmt: skip
        self.assertEqual((mixed["adapter"], mixed["connector"], mixed["locknut"]), (1, 2, 1))  # thin-wall brings its own

    def test_what_lies_open_in_a_house_is_cable_and_a_box_joins_it_to_what_is_in_the_pipe(self):
        for name, joined in (("us-2023", 1), ("ca-2021", 1), ("uk-2022", 0)):  # in Britain one armoured cable goes all the way
            way = (a_segment(length_m=30, method="pvc40", place="buried"), a_segment(length_m=9, method="cable", place="indoors"))
            lines = taken_off(worked(in_pipes(name, *way))).lines
            items = Counter(line.item for line in lines)
            with self.subTest(name):
                self.assertEqual([items[one] for one in ("cable", "pull_box", "wire_connector")], [1, joined, joined])
                cable = next(line for line in lines if line.item == "cable")
                self.assertEqual(cable.needed < 9 + 4, bool(joined))
                self.assertTrue(all(30 < line.needed < 34 for line in lines if line.item == "wire"))

    def test_large_wires_get_a_bushing_and_small_ones_do_not(self):
        for name, load_a, count in (("us-2023", 40, 0), ("us-2023", 90, 2), ("ca-2021", 25, 0), ("ca-2021", 90, 2)):
            metal = {"metal": "copper", "load_a": load_a}
            self.assertEqual(
                self.of(in_pipes(name, a_segment(length_m=10, place="indoors", method="pvc40"), **metal))["bushing"], count, name
            )

    def test_elbows_are_bought_for_measured_legs_too(self):
        legs = ({"level_m": 3.0, "turn_deg": 90}, {"level_m": 3.0}, {"level_m": 0.0, "rise_m": 2.0})
        segment = a_segment(length_m=8, place="indoors", method="pvc40", legs=legs)
        found = self.of(in_pipes("us-2023", segment))
        self.assertEqual((found["elbow"], found["coupling"]), (2, 2))

    def test_the_device_at_the_head_is_bought_once(self):
        found = asked(start_job_under("larger_service", ALL, "us-2023"))
        self.assertEqual(sum(one["breaker"] for one in found.values()), 0)  # the main of the new meter-main is the device of its only run

    def test_armour_ends_in_a_gland_with_all_that_belongs_to_it(self):
        mine = asked(DEMOS["uk-2022"]())["/runs/F1"]
        self.assertEqual([mine[item] for item in ("cable_connector", "earth_tag", "earth_nut", "gland_shroud")], [2, 2, 2, 2])

    def test_an_overhead_service_has_its_mast_with_wires_in_it_and_no_drop_of_the_utility(self):
        for name, masts in (("us-2023", 1), ("ca-2021", 1), ("uk-2022", 0)):
            job = start_job_under("larger_service", ALL, name)
            service = next(key for key, run in job.runs.items() if run.kind is RunKind.service and run.status is Status.new)
            mine = asked(job).get(f"/runs/{service}", Counter())
            with self.subTest(name):
                self.assertEqual([mine[item] for item in ("weatherhead", "mast_kit", "hub")], [masts] * 3)
                self.assertAlmostEqual(mine["wire"], masts * 3 * 4.3)  # two lines and the neutral, from the head to the meter
                self.assertAlmostEqual(mine["pipe"], masts * 2.8)


if __name__ == "__main__":
    unittest.main()
