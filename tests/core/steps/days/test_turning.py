"""Turning off and on: in which order, what a meter must show, what a wrong reading says, what stays off."""

import unittest

from northspan.core.desk.demo_move import MOVES
from northspan.core.desk.demos import DEMOS
from northspan.core.desk.starts.under import start_job_under
from northspan.core.document.job import Days, Job
from northspan.core.rulebooks.registry import rulebook_names
from northspan.core.solve import worked
from northspan.core.steps.days.turning import turnings
from tests.core.desk.test_starts import ALL

MOVE = MOVES["us-2023"]()


def ticked(job, **readings):
    """The job with every step ticked up to those that are read, by the end of their names."""
    ticks = {}
    for step in (*turnings(worked(job))[0].off, *turnings(worked(job))[0].on):
        name = ".".join(step.key.split(".")[1:]).replace(".", "_")
        if step.least_v is None:
            ticks[step.key] = {"at": "10:00"}
        elif name in readings:
            ticks[step.key] = {"at": "10:00", "reading_v": readings[name]}
    return job.model_copy(update={"days": Days.model_validate(job.days.model_dump(mode="json") | {"ticks": ticks})})


def steps(job, **readings):
    found = turnings(worked(ticked(job, **readings)))[0]
    return {".".join(step.key.split(".")[1:]).replace(".", "_"): step for step in (*found.off, *found.on)}


class Order(unittest.TestCase):
    def test_the_tank_comes_last_and_what_matters_first(self):
        data = MOVE.model_dump(mode="json")
        data["days"]["matters"] = {"W10": {"kind": "sump"}}
        keys = [step.key for step in turnings(worked(Job.model_validate(data)))[0].on if ".circuit." in step.key]
        self.assertEqual((keys[0], keys[-1]), ("M1.on.circuit.W10", "M1.on.circuit.W3"))
        tank = steps(MOVE)["on_circuit_W3"]
        self.assertIn("tank full", tank.words)
        self.assertEqual(tank.hold, "until the tank is full")

    def test_a_first_service_has_nothing_to_turn_off_and_waits_for_the_utility(self):
        for book in rulebook_names():
            (found,) = turnings(worked(start_job_under("new_service", ALL, book)))
            words = [step.words for step in found.on]
            with self.subTest(book):
                self.assertEqual(found.off, ())
                closes = next(i for i, one in enumerate(words) if one.endswith("has closed its side"))
                self.assertLess(closes, next(i for i, one in enumerate(words) if one.startswith("Main of")))

    def test_motors_come_one_at_a_time_and_the_generator_is_tried(self):
        found = turnings(worked(DEMOS["us-2023"]()))[0]
        self.assertTrue(any(step.words.startswith("Standby generator: transfer tried") for step in found.on))
        self.assertTrue(any(step.words == "Standby generator off, and kept from starting" for step in found.off))
        self.assertIn("Standby generator: it starts by itself: its switch off, its battery off", found.stays_live)
        cold = next(step for step in found.on if step.key.endswith("circuit.W4"))
        self.assertTrue(cold.words.endswith("first of all"))
        self.assertTrue(any("must be kept apart" in words for words in found.loose_ends))

    def test_every_panel_is_read_when_it_comes_on_and_what_has_no_neutral_line_to_line(self):
        keys = [step.key for step in turnings(worked(DEMOS["us-2023"]()))[0].on]
        self.assertEqual([key for key in keys if ".P2." in key], [f"P1.on.P2.{one}" for one in ("lines", "leg_1", "leg_2", "ground")])
        self.assertLess(keys.index("P1.on.circuit.W5"), keys.index("P1.on.P2.lines"))  # its feeder first
        self.assertEqual([key for key in keys if ".D1." in key], ["P1.on.D1.lines"])  # a pump on two lines
        british = [step.key for step in turnings(worked(DEMOS["uk-2022"]()))[0].on]
        self.assertEqual([key for key in british if ".MR." in key], ["CU.on.MR.leg_1", "CU.on.MR.ground"])

    def test_dead_is_proved_wherever_hands_go_and_a_feed_is_opened_where_there_is_no_main(self):
        job = start_job_under("larger_service", ALL, "us-2023")
        found = turnings(worked(job))[0]
        self.assertEqual(
            {step.key for step in found.off if step.most_v}, {f"P3.off.{one}" for one in ("lines", "neutral", "P2.lines", "P2.neutral")}
        )
        self.assertIn("Main of New meter-main on", [step.words for step in found.on])
        self.assertIn("Circuits of Old panel, now a subpanel off, then its main", [step.words for step in found.off])
        demo = [step.words for step in turnings(worked(DEMOS["us-2023"]()))[0].off]
        self.assertIn("Device of House feeder off, in Meter-main", demo)

    def test_what_stays_live_is_followed_through_the_wires_and_never_an_empty_list(self):
        for name, service in (("us-2023", "Old service: the utility's wires, up to where it opens"),
                              ("uk-2022", "Old supply: the supplier's wires, up to where it opens")):  # fmt: skip
            self.assertIn(service, turnings(worked(start_job_under("larger_service", ALL, name)))[0].stays_live)
            shed = turnings(worked(start_job_under("shed_circuit", ALL, name)))[0].stays_live
            self.assertTrue(any("where its supply lands, up to its main; what feeds it is not drawn" in one for one in shed), shed)
        self.assertIn("Meter-main: all of it but what House feeder feeds", turnings(worked(DEMOS["us-2023"]()))[0].stays_live)

    def test_a_wrong_first_leg_still_asks_for_the_second(self):
        read = steps(MOVE, off_lines=0, off_neutral=0, on_lines=240, on_leg_1=95)
        self.assertTrue(read["on_leg_1"].wrong)
        self.assertEqual(read["on_leg_2"].blocked, "")
        self.assertIn("A reading is wrong", read["on_ground"].blocked)
        both = steps(MOVE, off_lines=0, off_neutral=0, on_lines=240, on_leg_1=95, on_leg_2=145)
        self.assertIn("the neutral is open", both["on_leg_2"].wrong)

    def test_one_step_waits_for_the_one_before(self):
        found = turnings(worked(MOVE))[0]
        self.assertEqual((found.off[0].blocked, found.on[0].blocked), ("", ""))
        self.assertTrue(all(step.blocked for step in (*found.off[1:], *found.on[1:])))

    def test_a_job_without_an_outage_can_be_turned_on(self):
        found = turnings(worked(Job.model_validate(MOVE.model_dump(mode="json") | {"circuits": {}})))
        self.assertEqual(found[0].head, "M1")
        self.assertEqual(turnings(worked(Job(name="Nothing"))), ())


class Readings(unittest.TestCase):
    def test_right_on_both_sides_of_each_limit_in_every_family(self):
        for book, name, low, high in (
            ("us-2023", "on_leg_1", 114, 126),
            ("ca-2021", "on_leg_1", 110.04, 125.04),
            ("uk-2022", "on_leg_1", 216.2, 253),
        ):
            for volts, right in ((low + 0.1, True), (low - 0.1, False), (high - 0.1, True), (high + 0.1, False)):
                step = steps(MOVES[book](), **{name: volts})[name]
                self.assertEqual(bool(step.wrong), not right, (book, volts))
                self.assertEqual(step.done, right)

    def test_a_wrong_reading_stops_what_comes_after(self):
        found = steps(MOVE, off_lines=0.2, off_neutral=0.1, on_lines=240, on_leg_1=148, on_leg_2=92, on_ground=0.5)
        self.assertIn("the neutral is open", found["on_leg_2"].wrong)
        self.assertIn("Loads of 1.6 to 1 in series would share 240 V like this", found["on_leg_2"].wrong)
        self.assertIn("A reading is wrong", found["on_circuit_W8"].blocked)
        right = steps(MOVE, off_lines=0.2, off_neutral=0.1, on_lines=240, on_leg_1=121, on_leg_2=119, on_ground=0.5)
        self.assertEqual(right["on_circuit_W8"].blocked, "")

    def test_what_is_not_dead_and_what_is_loose(self):
        self.assertIn("another source feeds it", steps(MOVE, off_lines=3)["off_lines"].wrong)
        self.assertEqual(steps(MOVE, off_lines=0.9)["off_lines"].wrong, "")
        loose = steps(MOVE, on_lines=240, on_leg_1=120, on_leg_2=120, on_ground=2.5)["on_ground"]
        self.assertIn("loose", loose.wrong)
        self.assertIn("A leg is missing", steps(MOVE, on_lines=240, on_leg_1=3)["on_leg_1"].wrong)


if __name__ == "__main__":
    unittest.main()
