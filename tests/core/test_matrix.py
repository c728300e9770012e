"""Each requirement of a family against each state of what it asks of: answered by exactly one finding, never by none or by two."""

import unittest
from itertools import product
from typing import Any

from northspan.core.desk.rulebook_change import moved
from northspan.core.document.job import (
    Across,
    Building,
    BuildingUse,
    Circuit,
    Earthing,
    Electrode,
    Enclosure,
    EnclosureKind,
    Job,
    Load,
    Run,
    RunKind,
    Source,
    SourceKind,
    Status,
)
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.solve import solve
from tests.support import a_segment, checked

ALL, US, CA = tuple(rulebook_names()), "us-2023", "ca-2021"
BY_EARTH = "electrode-missing-for-earth"


def said(plan, codes, words=""):
    """Findings of these codes; of what nobody looked at only where these words are in it."""
    return [one for one in plan.findings if one.code in codes or (words and one.code == "not-looked-at" and words in one.text)]


def a_building(
    *, house=Status.existing, can=Status.existing, fed=False, by="utility", dwelling=True, electrodes=(), **more
) -> Job:  # fmt: skip
    """A building with a panel and a load in it, fed in one of the ways or not at all."""
    panel = Enclosure(name="Panel", building="B1", status=can, kind=EnclosureKind.panel_main_breaker, **more)  # fmt: skip
    load = Load(name="Heater", enclosure="P1", power_va=4000)
    parts: dict[str, dict[str, Any]] = {"enclosures": {"P1": panel}, "loads": {"L1": load}, "sources": {}, "runs": {}}
    buildings = {"B1": Building(name="House", status=house, use=BuildingUse.dwelling if dwelling else BuildingUse.outbuilding)}
    if fed and by in {"utility", "owner"}:
        parts["sources"] = {"S1": Source(name="Supply", rating_kva=25)}
        run = Run(
            name="Service",
            kind=RunKind.service,
            origin="S1",
            target="P1",
            status=can,
            utility_owned=by == "utility",
            segments=(a_segment(),),
        )
        parts["runs"] = {"R1": run}
    elif fed:
        buildings["B0"] = Building(name="Main house", use=BuildingUse.dwelling)
        parts["enclosures"]["P0"] = Enclosure(name="Main panel", building="B0", status=Status.existing)
        parts["runs"] = {"R1": Run(name="Feeder", origin="P0", target="P1", status=can, device_a=60, segments=(a_segment(),))}
    return Job(name="Any", buildings=buildings, electrodes={f"E{i}": one for i, one in enumerate(electrodes, 1)}, **parts)


def in_family(job, name):
    return moved(job, name)


class ElectrodeOf(unittest.TestCase):
    """A building of which an electrode is asked and none is noted says so once, whatever stands and whatever feeds it."""

    CODES = ("rods-missing", BY_EARTH)

    def counted(self, job, building="B1"):
        plan = solve(job)
        here = [one for one in said(plan, self.CODES, "its electrodes") if one.where == f"/buildings/{building}"]
        return len(here), plan.buildings[building].electrode_required

    def test_every_state(self):
        states = product(
            (Status.existing, Status.new),
            (Status.existing, Status.new),
            ((False, ""), (True, "utility"), (True, "owner"), (True, "feeder")),
            ALL,
        )
        for house, can, (fed, by), name in states:
            with self.subTest(house=house, can=can, by=by, family=name):
                count, required = self.counted(in_family(a_building(house=house, can=can, fed=fed, by=by), name))
                self.assertEqual(count, int(required))

    def test_it_is_asked_in_north_america_of_every_service(self):
        for house, can, by, name in product((Status.existing, Status.new), (Status.existing, Status.new), ("utility", "owner"), (US, CA)):
            self.assertEqual(self.counted(in_family(a_building(house=house, can=can, fed=True, by=by), name)), (1, True))

    def test_earth_as_the_way_back_asks_it_in_britain_and_a_conductor_that_comes_along_does_not(self):
        for earthing, wanted in ((Earthing.tt, 1), (Earthing.tn_s, 0)):
            for can in (Status.existing, Status.new):
                job = in_family(a_building(can=can, fed=True), "uk-2022")
                source = job.sources["S1"].model_copy(update={"earthing": earthing})
                self.assertEqual(self.counted(checked(job, sources={"S1": source}))[0], wanted, (earthing, can))

    def test_a_new_service_beside_an_old_panel(self):
        for name in (US, CA):
            job = in_family(a_building(), name)
            main = Enclosure(name="New main", building="B1", kind=EnclosureKind.meter_main, main_a=200)
            feed = Run(name="Feeder", origin="P9", target="P1", segments=(a_segment(),))
            service = Run(name="Service", kind=RunKind.service, origin="S1", target="P9", segments=(a_segment(),))
            job = checked(
                job, sources={"S1": Source(name="Supply")}, enclosures=job.enclosures | {"P9": main}, runs={"R1": feed, "R2": service}
            )
            self.assertEqual(self.counted(job), (1, True), name)

    def test_the_new_neutral_of_a_transformer(self):
        for name, (at_b1, kind) in product((US, CA), ((True, RunKind.feeder), (False, RunKind.feeder), (True, RunKind.branch))):
            job = a_building(can=Status.new, fed=True, by="feeder", dwelling=False)
            source = Source(name="Step-down", kind=SourceKind.transformer, building="B1" if at_b1 else None, rating_kva=10)
            up = job.runs["R1"].model_copy(update={"target": "S9", "kind": kind})
            down = Run(name="Secondary", origin="S9", target="P1", segments=(a_segment(length_m=2),))
            job = in_family(checked(job, sources={"S9": source}, runs={"R1": up, "R2": down}), name)
            with self.subTest(name, at_b1=at_b1, kind=kind):
                self.assertEqual(self.counted(job), (1, True))

    def test_one_that_is_there_is_no_finding(self):
        rods = [Electrode(name=f"Rod {i}", building="B1", length_m=3.05, x_m=3.1 * i) for i in (1, 2)]
        for can, name in product((Status.existing, Status.new), (US, CA)):
            self.assertEqual(self.counted(in_family(a_building(can=can, fed=True, electrodes=rods), name))[0], 0)


class FeedOf(unittest.TestCase):
    """A can that is used and that nothing feeds says so once; one that is fed does not."""

    CODES = ("panel-not-fed", "nothing-ahead")

    def test_every_state(self):
        for can, fed, onward, circuits, name in product((Status.existing, Status.new), (False, True), (False, True), (False, True), ALL):
            job = a_building(can=can, fed=fed)
            if circuits:
                circuit = {"C1": {"enclosure": "P1", "name": "Kitchen", "rating_a": 20}}
                job = Job.model_validate(job.model_dump(mode="json") | {"loads": {}, "circuits": circuit})
            if onward:
                shed = Enclosure(name="Shed panel", building="B1", kind=EnclosureKind.panel_lugs)
                run = Run(name="Shed feeder", origin="P1", target="P7", load_a=10, segments=(a_segment(),))
                job = checked(job, enclosures=job.enclosures | {"P7": shed}, runs=job.runs | {"R7": run})
            with self.subTest(can=can, fed=fed, onward=onward, circuits=circuits, family=name):
                found = said(solve(in_family(job, name)), self.CODES, "what feeds Panel")
                self.assertEqual(len(found), 0 if fed else 1, [one.text for one in found])

    def test_a_can_that_nobody_uses_is_no_finding(self):
        job = checked(a_building(can=Status.new), loads={})
        self.assertEqual(said(solve(job), self.CODES, "what feeds"), [])


class MainOf(unittest.TestCase):
    """A main below what hangs on it says so once, whoever owns what feeds it; one that carries it does not."""

    CODES = ("main-too-small", "limit-device")

    def test_every_state(self):
        states = product((Status.existing, Status.new), ((False, ""), (True, "utility"), (True, "owner"), (True, "feeder")), (75, 120), ALL)
        for can, (fed, by), load_a, name in states:
            job = in_family(a_building(can=can, fed=fed, by=by, main_a=100), name)
            run_v = rulebook_named(name).supplies.usual_v
            load = Load(name="Kiln", enclosure="P1", power_va=load_a * run_v, across=Across.line_line)
            runs = {
                key: run.model_copy(update={"device_a": None if by != "feeder" else (125 if name == "uk-2022" else 200)})
                for key, run in job.runs.items()
            }
            job = checked(
                job, loads={"L1": load}, runs=runs, sources={k: s.model_copy(update={"rating_kva": 50}) for k, s in job.sources.items()}
            )
            with self.subTest(can=can, by=by, load_a=load_a, family=name):
                found = [one for one in said(solve(job), self.CODES) if "/enclosures" in one.where or one.code == "limit-device"]
                stops = [one.code for one in found if one.severity == "stop"]
                self.assertEqual(len(stops), int(load_a > 100), stops)


class RoomIn(unittest.TestCase):
    """Spaces as counted against the new runs that begin there."""

    def test_every_state(self):
        for can, free, circuit, name in product(
            (Status.existing, Status.new), (0, 1, 2, None), (Circuit.three_wire, Circuit.two_wire_neutral), ALL
        ):
            job = a_building(can=can, fed=True, by="owner", spaces_free=free)
            shed = Enclosure(name="Shed panel", building="B1", kind=EnclosureKind.panel_lugs)
            run = Run(name="Shed feeder", origin="P1", target="P7", load_a=10, circuit=circuit, segments=(a_segment(),))
            job = in_family(checked(job, enclosures=job.enclosures | {"P7": shed}, runs=job.runs | {"R7": run}), name)
            wants = 1 if name == "uk-2022" or circuit is Circuit.two_wire_neutral else 2
            with self.subTest(can=can, free=free, circuit=circuit, family=name):
                found = said(solve(job), ("no-space-left",))
                self.assertEqual(len(found), int(free is not None and free < wants))


if __name__ == "__main__":
    unittest.main()
