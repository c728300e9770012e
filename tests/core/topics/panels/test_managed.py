"""Charging held by a load manager: offered where it is what the service cannot carry, and enough when it is taken."""

import unittest

from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.solve import solve
from tests.core.ordinary_jobs import start
from tests.core.topics.sizing.test_choices import taken


def a_house(rules, vehicle_va, rating_a):
    house = {"floor_m2": 120, "range_va": 9000, "lighting_va": 1500, "sockets_va": 7000, "service_length_m": 12}
    return start("new_service", rules, **house, vehicle_va=vehicle_va, new_service_a=rating_a)


class Managed(unittest.TestCase):
    def test_it_is_offered_only_where_charging_is_too_much_and_then_the_device_is_enough(self):
        offered = 0
        for rules in rulebook_names():
            for vehicle_va, rating_a in ((1500, rulebook_named(rules).supplies.service_ratings()[0]), (22000, 100), (7200, 80)):
                job = a_house(rules, vehicle_va, rating_a)
                plan = solve(job)
                too_small = any(f.code in {"limit-device", "limit-of-utility"} for f in plan.findings)
                found = [f for f in plan.findings if f.code == "charging-could-be-managed"]
                with self.subTest(rules, vehicle_va=vehicle_va):
                    self.assertLessEqual(bool(found), too_small)
                    if found:
                        offered += 1
                        held = solve(taken(job, found[0].cures[0]))
                        self.assertFalse(
                            [f.text for f in held.findings if f.code in {"limit-device", "limit-of-utility", "charging-could-be-managed"}]
                        )
        self.assertGreaterEqual(offered, 2)


if __name__ == "__main__":
    unittest.main()
