"""What a person types is read as it was meant, or refused in words: the reader of the screens, run as it is shipped."""

import unittest

from tests.typescript import shipped

FOOT_M = 0.3048
READS = (
    ("parseMeasure", ("1,200", "amperes"), 1200), ("parseMeasure", ("1,200 A", "amperes"), 1200), ("parseMeasure", ("1 200", "amperes"), 1200),
    ("parseMeasure", ("12,5", "amperes"), 12.5), ("parseMeasure", ("1.200,5", "amperes"), 1200.5), ("parseMeasure", ("1,200.5", "amperes"), 1200.5),
    ("parseMeasure", ("0,125", "ohms"), 0.125), ("parseMeasure", ("1,200,000", "plain"), 1_200_000), ("parseMeasure", ("12,50", "plain"), 12.5),
    ("parseMeasure", ("10 kA", "amperes"), 10_000), ("parseMeasure", ("300 mA", "amperes"), 0.3), ("parseMeasure", ("40mΩ", "ohms"), 0.04),
    ("parseMeasure", ("15 kW", "amperes"), "amperes are wanted"), ("parseMeasure", ("240 V", "amperes"), "amperes are wanted"),
    ("parseMeasure", ("7.5 kW", "horsepower"), "horsepower, as on the plate is wanted"), ("parseMeasure", ("7.5 hp", "horsepower"), 7.5),
    ("parseMeasure", ("30 A", "volts"), "volts are wanted"), ("parseMeasure", ("14 kVA", "kva"), 14), ("parseMeasure", ("14000 VA", "kva"), 14),
    ("parseMeasure", ("3 %", "percent"), 3), ("parseMeasure", ("3 A", "percent"), "percent is wanted"), ("parseMeasure", ("many", "amperes"), None),
    ("parseMeasure", ("-5", "amperes"), None), ("parseMeasure", ("12 each", "plain"), "without a unit"), ("parseMeasure", ("", "amperes"), None),
    ("parsePower", ("4,500 W",), 4500), ("parsePower", ("4.5 kW",), 4500), ("parsePower", ("4,5 kW",), 4500), ("parsePower", ("12k",), 12_000),
    ("parsePower", ("5 hp",), "a power in W, kW or kVA is wanted"), ("parsePower", ("30 A",), "a power"), ("parseHorsepower", ("5 hp",), 5),
    ("parseHorsepower", ("5",), None), ("parseDegrees", ("2x90",), 180), ("parseDegrees", ("3 × 45°",), 135), ("parseDegrees", ("270",), 270),
    ("parseDegrees", ("2x90 ft",), "degrees are wanted"), ("parseLength", ("1,200 ft", "feet"), 1200 * FOOT_M), ("parseLength", ("12,5 m", "metres"), 12.5),
    ("parseLength", ("12' 6\"", "feet"), 12.5 * FOOT_M), ("parseLength", ("1,200", "metres"), 1200), ("parseLength", ("5 kW", "feet"), None),
    ("parseArea", ("1,850 sq ft", "feet"), 1850 * FOOT_M**2), ("parseTemperature", ("30,5 C", "metres"), 30.5), ("parseTemperature", ("−40 F", "feet"), -40),
)  # fmt: skip


class Quantities(unittest.TestCase):
    def test_each_is_read_as_it_was_meant(self):
        for (name, typed, meant), found in zip(READS, shipped("format/quantities.ts", [case[:2] for case in READS]), strict=True):
            with self.subTest(name, typed=typed):
                if isinstance(meant, str):
                    self.assertIn(meant, str(found))
                elif meant is None:
                    self.assertIsNone(found)
                else:
                    self.assertAlmostEqual(found, meant, 9)


if __name__ == "__main__":
    unittest.main()
