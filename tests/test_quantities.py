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


POUND_N, INCH3_L = 4.4482216, 0.016387064
FORCES = (
    ("parseForce", ("200", "feet"), 200 * POUND_N), ("parseForce", ("200", "metres"), 200), ("parseForce", ("1,200 lbf", "metres"), 1200 * POUND_N),
    ("parseForce", ("1 200 N", "feet"), 1200), ("parseForce", ("1,5 kN", "feet"), 1500), ("parseForce", ("0", "feet"), None),
    ("parseForce", ("12 ft", "feet"), "a force is wanted"), ("parseForce", ("strong", "feet"), None), ("parseForce", ("-4", "feet"), None),
    ("parseVolume", ("32", "feet"), 32 * INCH3_L), ("parseVolume", ("500", "metres"), 0.5), ("parseVolume", ("1,000 mL", "feet"), 1),
    ("parseVolume", ("0,5 L", "feet"), 0.5), ("parseVolume", ("18 cu in", "metres"), 18 * INCH3_L), ("parseVolume", ("3 lb", "feet"), "a volume is wanted"),
)  # fmt: skip
SAID = (
    ("quantities", "lengthText", (18.288, "feet"), "60 ft"), ("quantities", "lengthText", (18.288, "metres"), "18 m"),
    ("quantities", "lengthText", (2.9, "feet"), "9.5 ft"), ("quantities", "lengthText", (3.0, "feet"), "10 ft"), ("quantities", "lengthText", (9.96, "metres"), "10 m"),
    ("quantities", "lengthText", (-2, "metres"), "−2 m"), ("quantities", "depthText", (0.4572, "feet"), "18 in"), ("quantities", "depthText", (0.4572, "metres"), "0.46 m"),
    ("quantities", "temperatureText", (30, "feet"), "86 °F"), ("quantities", "swingText", (30, "feet"), "54 °F"), ("quantities", "swingText", (30, "metres"), "30 °C"),
    ("quantities", "areaText", (171.87, "feet"), "1850 sq ft"), ("quantities", "powerText", (999,), "999 W"), ("quantities", "powerText", (1000,), "1 kW"),
    ("quantities", "withUnit", (0.0456, "Ω"), "0.046 Ω"), ("quantities", "withUnit", (90, "°"), "90°"), ("quantities", "withUnit", (4.16, "%"), "4.2 %"),
    ("forces", "forceText", (444.82216, "feet"), "100 lbf"), ("forces", "forceText", (444.82216, "metres"), "445 N"),
    ("forces", "volumeText", (0.5, "metres"), "500 mL"), ("forces", "volumeText", (18 * INCH3_L, "feet"), "18 in³"), ("forces", "liquidText", (0.94635295, "feet"), "1.0 qt"),
)  # fmt: skip


class Quantities(unittest.TestCase):
    def test_each_is_read_as_it_was_meant(self):
        self.read_as_meant("format/quantities.ts", READS)

    def test_forces_and_volumes_are_read_by_the_same_reader(self):
        self.read_as_meant("format/forces.ts", FORCES)

    def read_as_meant(self, file, cases):
        for (name, typed, meant), found in zip(cases, shipped(file, [case[:2] for case in cases]), strict=True):
            with self.subTest(name, typed=typed):
                if isinstance(meant, str):
                    self.assertIn(meant, str(found))
                elif meant is None:
                    self.assertIsNone(found)
                else:
                    self.assertAlmostEqual(found, meant, 8)

    def test_each_is_said_in_the_units_of_the_job(self):
        for file in ("quantities", "forces"):
            cases = [case[1:] for case in SAID if case[0] == file]
            for (name, given, words), said in zip(cases, shipped(f"format/{file}.ts", [case[:2] for case in cases]), strict=True):
                with self.subTest(name, given=given):
                    self.assertEqual(said, words)


if __name__ == "__main__":
    unittest.main()
