"""Readings beside what the plan expects, in the three families; and the bad place found from them in whole jobs."""

import random
import unittest

from northspan.core.desk.demos import DEMOS
from northspan.core.document.job import Inspection, Measured
from northspan.core.physics.bad_joint import Suspect, with_suspect
from northspan.core.physics.leaks import who_leaks
from northspan.core.physics.network import solve_network
from northspan.core.rulebooks.registry import rulebook_names
from northspan.core.solve import worked
from northspan.core.steps.found import with_steps_found
from northspan.core.steps.inspection.bad_place import bad_place, suspects_of
from northspan.core.steps.inspection.by_kind import expected_of
from northspan.core.steps.inspection.circuit import circuit_of, hung_tester, tips
from northspan.core.steps.inspection.expected import grade_of
from northspan.core.steps.inspection.readings import Reads, offered, readings_view, take_readings
from northspan.core.topics.sizing.topic import SIZED
from northspan.core.working.errors import InvalidJob
from northspan.files.instrument import read_instrument, write_instrument
from northspan.standins.meter import MeterQuestion, round_of
from tests.core.steps.inspection.test_checklist import NOW
from tests.generated import a_job
from tests.run import cases

US, CA, UK = (DEMOS[name]() for name in rulebook_names())
OWNED = US.model_copy(update={"runs": US.runs | {"R1": US.runs["R1"].model_copy(update={"utility_owned": True})}})


def with_readings(job, *readings):
    kept = {f"r{i}": one for i, one in enumerate(readings)}
    return job.model_copy(update={"inspection": Inspection(readings=kept)})


def a_reading(kind, where, value=0.0, **more):
    return Measured(kind=kind, where=where, value=value, **more)


def grade(job, one):
    return grade_of(one, expected_of(worked(job), one)).value


class Expected(unittest.TestCase):
    def test_a_wire_out_and_back_is_its_length_by_the_table_cold(self):
        said = expected_of(worked(US), a_reading("continuity", "/runs/F2"))
        run = US.runs["F2"]
        self.assertGreater(said.value, 0)
        doubled = tuple(one.model_copy(update={"length_m": 2 * one.length_m}) for one in run.segments)
        plan = worked(US).plan.runs["F2"]
        longer = run.model_copy(
            update={"segments": doubled, "conductor_size": plan.size, "equipment_ground_size": plan.equipment_ground_size}
        )
        twice = expected_of(worked(US.model_copy(update={"runs": US.runs | {"F2": longer}})), a_reading("continuity", "/runs/F2"))
        self.assertAlmostEqual(twice.value / said.value, 2)

    def test_volts_fall_by_ohms_law_and_the_band_narrows_once_the_head_is_read(self):
        whole, plain = worked(US), a_reading("volts", "/enclosures/P2", between="L1-L2", on=("kiln",))
        idle = a_reading("volts", "/enclosures/P2", between="L1-L2")
        said, open_v = expected_of(whole, plain), expected_of(whole, idle)
        amperes = US.loads["kiln"].power_va / 240
        found = circuit_of(whole)
        ohm = sum(abs(one.ohm - one.mutual_ohm) for one in found.cold if one.key in {"F2.L1", "F2.L2"})
        self.assertGreater(open_v.value - said.value, 0.8 * amperes * ohm)
        self.assertLess(open_v.value - said.value, 3 * amperes * ohm)  # and what the house feeder and the transformer take
        head = a_reading("volts", "/enclosures/M1", 236.0, between="L1-L2", on=("kiln",))
        narrow = expected_of(worked(with_readings(US, head)), plain)
        self.assertLess(narrow.high - narrow.low, 0.4 * (said.high - said.low))
        self.assertLess(narrow.value, said.value)

    def test_each_grade_on_both_sides_of_its_limit(self):
        for value, wanted in ((0.99, "fail"), (1.0, "look"), (1.99, "look"), (2.0, "ok")):
            self.assertEqual(grade(US, a_reading("insulation", "/runs/F2", value)), wanted)
        for value, wanted in ((300, "ok"), (301, "fail")):
            self.assertEqual(grade(UK, a_reading("residual_one", "/runs/C2", value)), wanted)
        for value, wanted in ((40, "ok"), (41, "fail")):
            self.assertEqual(grade(UK, a_reading("residual_five", "/runs/C2", value)), wanted)
        for value, wanted in ((5590, "ok"), (5591, "fail")):
            self.assertEqual(grade(CA, a_reading("residual_one", "/runs/F2", value)), wanted)
        for value, wanted in ((89, "look"), (90, "ok"), (110, "ok"), (111, "look"), (150, "high"), (50, "low")):
            self.assertEqual(grade(US, a_reading("torque", "/enclosures/P2", value, wanted=100)), wanted)
        for value, wanted in ((24, "ok"), (25, "look"), (34.9, "high"), (35.1, "fail")):
            self.assertEqual(grade(US, a_reading("temperature", "/enclosures/P2", value, wanted=20)), wanted)
        for value, wanted in ((1, "ok"), (0, "fail")):
            self.assertEqual(grade(UK, a_reading("polarity", "/runs/C2", value)), wanted)
        for value, wanted in ((4.9, "ok"), (6, "look"), (30, "high")):
            self.assertEqual(grade(US, a_reading("leakage", "/enclosures/P2", value)), wanted)

    def test_currents_earth_and_fault_current_on_both_sides_of_their_limits(self):
        clamp = {"wire": "G", "on": ("lamps",)}
        for value, wanted in ((0.004, "ok"), (0.4, "high"), (0.499, "high"), (0.502, "fail")):
            self.assertEqual(grade(US, a_reading("amperes", "/runs/F2", value, **clamp)), wanted, value)
        said = expected_of(worked(US), a_reading("amperes", "/runs/F2", wire="N", on=("lamps",)))
        for value, wanted in ((said.low * 1.001, "ok"), (said.high * 0.999, "ok"), (said.low * 0.9, "low"), (said.high * 2, "high")):
            self.assertIn(grade(US, a_reading("amperes", "/runs/F2", value, wire="N", on=("lamps",))), {wanted, "look"}, value)
        rod = next(iter(UK.electrodes))
        most = expected_of(worked(UK), a_reading("earth", f"/electrodes/{rod}")).most
        for value, wanted in ((most * 0.999, False), (most * 1.001, True)):
            self.assertEqual(grade(UK, a_reading("earth", f"/electrodes/{rod}", value)) == "fail", wanted)
        can = UK.enclosures["CU"].interrupting_a
        for value, wanted in ((can, False), (can + 1, True)):
            self.assertEqual(grade(UK, a_reading("prospective", "/enclosures/CU", value)) == "fail", wanted)

    def test_a_circuit_without_a_name_is_called_by_its_place_in_the_panel(self):
        key, one = next((key, one) for key, one in US.circuits.items() if not one.run)
        bare = US.model_copy(update={"circuits": US.circuits | {key: one.model_copy(update={"name": ""})}})
        line = readings_view(worked(with_readings(bare, a_reading("polarity", f"/circuits/{key}", 1))), NOW).readings[0]
        self.assertEqual(line.place, f"circuit {'+'.join(map(str, one.slots))}")

    def test_a_reading_whose_load_is_gone_is_kept_and_no_joint_is_sought_from_it(self):
        readings = round_of(worked(US), MeterQuestion(faulty=True, seed=2))
        gone = with_readings(US, *readings).model_copy(update={"loads": {k: v for k, v in US.loads.items() if k != "kiln"}})
        seen = bad_place(worked(gone))
        self.assertEqual(len(gone.inspection.readings), len(readings))
        self.assertEqual(seen.readings, sum(not one.on for one in readings if one.kind == "volts"))

    def test_what_may_be_wrong_is_said_in_the_words_of_the_trade(self):
        said = " ".join(words for _, words in suspects_of(circuit_of(worked(UK))))
        self.assertIn("neutral and earth joined", said)
        self.assertNotRegex(said, r"\b(ground|hot|utility)\b")

    def test_a_delayed_device_has_times_of_its_own(self):
        run = UK.runs["C2"].model_copy(update={"residual_ma": 100.0, "residual_delayed": True})
        delayed = UK.model_copy(update={"runs": UK.runs | {"C2": run}})
        for value, wanted in ((129, "fail"), (130, "ok"), (500, "ok"), (501, "fail")):
            self.assertEqual(grade(delayed, a_reading("residual_one", "/runs/C2", value)), wanted)

    def test_a_loop_read_cold_may_be_four_fifths_of_its_limit_and_no_more(self):
        whole, one = worked(UK), a_reading("loop", "/enclosures/K1")
        said = expected_of(whole, one)
        limit = whole.done[SIZED]["C2"].tried.loop.value.limit_ohm
        self.assertAlmostEqual(said.most, 0.8 * limit)
        for share, wanted in ((0.999, False), (1.001, True)):
            self.assertEqual(grade(UK, a_reading("loop", "/enclosures/K1", said.most * share)) == "fail", wanted)

    def test_crossed_ends_of_a_ring_are_a_quarter_of_both_as_they_were_read(self):
        ring = next(key for key, run in UK.runs.items() if run.ring)
        job = with_readings(UK, a_reading("ring_line", f"/runs/{ring}", 0.52), a_reading("ring_ground", f"/runs/{ring}", 0.88))
        said = expected_of(worked(job), a_reading("ring_cross_ground", f"/runs/{ring}"))
        self.assertAlmostEqual(said.value, 0.35)
        whole_way = expected_of(worked(UK), a_reading("ring_line", f"/runs/{ring}")).value
        self.assertAlmostEqual(whole_way / expected_of(worked(UK), a_reading("ring_neutral", f"/runs/{ring}")).value, 1)

    def test_what_is_offered_is_what_the_family_measures(self):
        self.assertIn("ring_line", {one.value for one in offered(worked(UK))})
        for job in (US, CA):
            self.assertNotIn("ring_line", {one.value for one in offered(worked(job))})
            self.assertNotIn("residual_five", {one.value for one in offered(worked(job))})

    def test_what_is_not_there_or_says_too_little_is_refused(self):
        for one in (a_reading("volts", "/enclosures/P2"), a_reading("volts", "/enclosures/nope", between="L1-N"),
                    a_reading("volts", "/runs/F2", between="L1-N"), a_reading("amperes", "/runs/F2"), a_reading("torque", "/enclosures/P2", 3),
                    a_reading("polarity", "/runs/F2", 3), a_reading("ring_line", "/runs/F2"), a_reading("earth", "/runs/F2"),
                    a_reading("volts", "/enclosures/P2", between="N-N"), a_reading("volts", "/enclosures/P2", between="L1-N", to="P1"),
                    a_reading("volts", "/enclosures/P2", between="L1-N", on=("nope",))):  # fmt: skip
            with self.subTest(one=one.where), self.assertRaises(InvalidJob):
                take_readings(worked(US), NOW, Reads(readings={"a": one}))


class Views(unittest.TestCase):
    def test_what_is_wanted_goes_once_it_is_read_and_every_line_has_its_reason(self):
        for job in (US, CA, UK):
            lines = readings_view(worked(job), NOW).readings
            self.assertTrue(lines)
            self.assertTrue(all(one.wanted and one.words and one.citation and one.why for one in lines))
            first = lines[0]
            taken = take_readings(worked(job), NOW, Reads(readings={"a": a_reading(first.kind, first.where, first.expected or 50)}))
            self.assertEqual((taken[0]["path"], taken[0]["value"]["at"][:4]), ("/inspection/readings/a", "2026"))
            later = with_readings(job, Measured.model_validate(taken[0]["value"]))
            after = readings_view(worked(later), NOW).readings
            self.assertEqual(len(after), len(lines))
            self.assertEqual(sum(one.wanted for one in after), len(lines) - 1)

    def test_a_reading_that_fails_is_a_finding_and_one_of_a_part_that_went_is_kept(self):
        job = with_readings(US, a_reading("insulation", "/runs/F2", 0.2))
        self.assertIn("reading-fails", {one.code for one in with_steps_found(worked(job)).findings})
        gone = with_readings(US, a_reading("insulation", "/runs/F9", 0.2))
        self.assertNotIn("reading-fails", {one.code for one in with_steps_found(worked(gone)).findings})
        self.assertEqual(len(gone.inspection.readings), 1)

    def test_the_circuit_that_leaks_is_named(self):
        on = ("kiln", "wheel", "fan")
        true = {"kiln": 0.4, "wheel": 0.3, "fan": 11.0}
        log = [a_reading("leakage", "/enclosures/P2", 0.2 + sum(true[key] for key in keys), on=keys)
               for keys in (on, on[:2], on[:1], ())]  # fmt: skip
        answer = readings_view(worked(with_readings(US, *log)), NOW)
        self.assertEqual(answer.leaks[0].words, US.loads["fan"].name)
        self.assertAlmostEqual(answer.leaks[0].leak_ma, 11, places=3)
        self.assertAlmostEqual(answer.leaks_rest_ma, 0.2, places=3)

    def test_circuits_never_switched_apart_stand_together(self):
        shares, rest = who_leaks([(frozenset("ab"), 8.0), (frozenset(), 1.0)])
        self.assertEqual((shares[0].key, shares[0].with_others, round(shares[0].leak_ma, 6), round(rest, 6)), ("a", ("b",), 7.0, 1.0))


class Planted(unittest.TestCase):
    """A fault of each kind put into the demos, read with noise."""

    def read(self, job, suspect, ohm, asked, noise=0.002):
        whole, draw = worked(job), random.Random(5)
        found = circuit_of(whole)
        readings = []
        for one in asked:
            key = one.where.split("/")[2]
            if one.kind.value == "amperes":
                off = {branch for load, keys in found.loads.items() if load not in one.on for branch in keys}
                state = solve_network([branch for branch in with_suspect(found.cold, suspect, ohm) if branch.key not in off])
                readings.append(one.model_copy(update={"value": abs(state.amperes[f"{key}.{one.wire}"]) * draw.gauss(1, noise)}))
                continue
            a, b = tips(key, one.between or "L1-G", one.to)
            hung = [hung_tester(one.where.split("/")[2], "L1-G")] if one.kind.value == "loop" else []
            off = {key for load, keys in found.loads.items() if load not in one.on for key in keys}
            bad = [*(branch for branch in with_suspect(found.cold, suspect, ohm) if branch.key not in off), *hung]
            value = solve_network(bad).between(a, b)
            if hung:  # what the tester makes of it
                value = max(hung[0].ohm.real * (found.state(frozenset()).between(a, b) / value - 1), 0)
            readings.append(one.model_copy(update={"value": abs(value * draw.gauss(1, noise))}))
        return bad_place(worked(with_readings(job, *readings)))

    def round(self, job, *more):
        on = tuple(job.loads)
        pairs = ("L1-L2", "L1-N", "L2-N", "N-G") if job is not UK else ("L1-N", "N-G")
        nodes = {node for edge in circuit_of(worked(job)).circuit.edges for node in (edge.a, edge.b)}
        return [*(a_reading("volts", f"/enclosures/{key}", between=pair, on=state) for key in job.enclosures for state in ((), on)
                  for pair in pairs if set(tips(key, pair)) <= nodes), *more]  # fmt: skip

    def test_each_kind_of_fault_is_recognised(self):
        legs = [a_reading("volts", "/enclosures/P2", between=pair, to="P1") for pair in ("L1-L1", "L2-L2")]
        loop = [a_reading("loop", "/enclosures/P2"), a_reading("loop", "/enclosures/P1")]
        clamp = [a_reading("amperes", "/runs/F2", wire=wire, on=("lamps",)) for wire in "NG"]
        for name, job, suspect, ohm, words, more in (
            ("neutral of the supplier", OWNED, Suspect("x", branch="R1.N"), 0.5, "part of the utility", ()),
            ("line upstream", US, Suspect("x", branch="F1.L1"), 0.3, "line 1 of House feeder", ()),
            ("line downstream", US, Suspect("x", branch="F2.L2"), 0.5, "line 2 of Studio feeder", ()),
            ("neutral downstream", US, Suspect("x", branch="F2.N"), 1.0, "neutral of Studio feeder", ()),
            ("swapped legs", US, Suspect("x", swaps=("F2.L1", "F2.L2")), 0.0, "each other's place", legs),
            ("ground cut", US, Suspect("x", branch="F2.G"), 1e5, "equipment grounding conductor of Studio feeder", loop),
            ("second bond", US, Suspect("x", a="P2.N", b="P2.C"), 0.002, "a second bond", clamp),
            ("neutral in Britain", UK, Suspect("x", branch="C2.N"), 0.5, "neutral of", ()),
        ):
            with self.subTest(name):
                if suspect.branch:
                    self.assertIsNotNone(circuit_of(worked(job)).edge(suspect.branch), suspect.branch)
                found = self.read(job, suspect, ohm, self.round(job, *more))
                self.assertTrue(found.places, found)
                self.assertIn(words, found.places[0].words)

    def test_a_sound_job_has_nothing_to_see_and_a_bad_one_is_a_finding(self):
        for job in (US, CA, UK):
            sound = with_readings(job, *round_of(worked(job), MeterQuestion(seed=3)))
            self.assertEqual(bad_place(worked(sound)).verdict, "nothing to see", job.rulebook)
            self.assertNotIn("bad-joint", {one.code for one in with_steps_found(worked(sound)).findings})
        seen = 0
        for seed in range(cases(20)):
            bad = with_readings(US, *round_of(worked(US), MeterQuestion(faulty=True, seed=seed)))
            seen += "bad-joint" in {one.code for one in with_steps_found(worked(bad)).findings}
        self.assertGreater(seen, 0)

    def test_an_instrument_writes_what_is_read_again(self):
        readings = round_of(worked(US), MeterQuestion())
        self.assertEqual(list(read_instrument(write_instrument(readings), US)), readings)
        named = read_instrument("kind;where;value;between;on\nvolts;Studio panel;231,5;L1-L2;Kiln\n", US)
        self.assertEqual((named[0].where, named[0].value, named[0].on), ("/enclosures/P2", 231.5, ("kiln",)))
        for text in ("kind,where\nvolts,P2\n", "kind,where,value\n", "kind,where,value\nvolts,nowhere,3\n", "kind,where,value\nvolts,P2,x\n",
                     "kind,where,value\nohms,P2,3\n"):  # fmt: skip
            with self.subTest(text), self.assertRaises(InvalidJob):
                read_instrument(text, US)


class PlantedAnywhere(unittest.TestCase):
    """A fault of any kind at random in made-up jobs: named rightly, or nothing is claimed."""

    def test_what_is_sure_is_right(self):
        draw, sure, seed, count = random.Random(8), 0, 0, cases(120)
        while count:
            seed += 1
            job = a_job(seed)
            found = circuit_of(worked(job))
            known = list(suspects_of(found))
            if not known:
                continue
            count -= 1
            suspect, words = draw.choice(known)
            said = bad_place(worked(with_readings(job, *self.readings(job, found, suspect, draw))))
            if said is not None and said.verdict == "sure":
                sure += 1
                self.assertEqual(said.places[0].words, words, seed)
        self.assertGreater(sure, 0.5 * cases(120))

    def readings(self, job, found, suspect, draw):
        cut = 1e5 if suspect.branch.endswith(".G") else draw.uniform(0.2, 2)
        bad = with_suspect(found.cold, suspect, 0.002 if suspect.joins else cut)

        def state(on, *more):
            off = {key for load, keys in found.loads.items() if load not in on for key in keys}
            return solve_network([*(one for one in bad if one.key not in off), *more])

        ahead = {run.target: run.origin for run in job.runs.values() if run.origin in job.enclosures}
        for on in ((), tuple(found.loads)):
            now = state(on)
            pairs = [(can, pair, None) for can in job.enclosures for pair in ("L1-L2", "L1-N", "L2-N", "N-G")]
            pairs += [(can, pair, ahead[can]) for can in job.enclosures if can in ahead for pair in ("L1-L1", "L2-L2", "N-N")]
            for can, pair, to in pairs:
                ends = tips(can, pair, to)
                if set(ends) <= set(now.volts):
                    yield a_reading(
                        "volts", f"/enclosures/{can}", abs(now.between(*ends) * draw.gauss(1, 0.003)), between=pair, to=to, on=on
                    )
            for run in job.runs:
                for wire in "NG":
                    if f"{run}.{wire}" in now.amperes:
                        shown = abs(now.amperes[f"{run}.{wire}"] * draw.gauss(1, 0.003))
                        yield a_reading("amperes", f"/runs/{run}", shown, wire=wire, on=on)
        for can in job.enclosures:
            hung = hung_tester(can, "L1-G")
            if {hung.a, hung.b} <= {node for one in bad for node in (one.a, one.b)}:
                left = state((), hung).between(hung.a, hung.b)
                open_v = found.state(frozenset()).between(hung.a, hung.b)
                yield a_reading("loop", f"/enclosures/{can}", max(0.0, min(1e8, hung.ohm.real * (open_v / left - 1))))


if __name__ == "__main__":
    unittest.main()
