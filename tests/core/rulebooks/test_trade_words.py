"""What the trade calls things is found in each family: a list of ordinary words, none of which leads nowhere."""

import unittest

from northspan.core.rulebooks.registry import rulebook_named, rulebook_names

STEPS = {"survey", "loads", "sizing", "route", "electrodes", "neutrals", "panels", "materials", "days"}
NORTH_AMERICAN = (
    "EGC", "GEC", "subpanel", "torque", "lug", "ufer", "MWBC", "box fill", "interlock", "megger", "panel schedule", "ground rod",
    "main bonding jumper", "bond screw", "GFCI", "AFCI", "tandem", "quad", "handle tie", "directory", "load calc", "EV charger", "hot tub",
    "range", "dryer", "ampacity", "derating", "AWG", "kcmil", "THHN", "XHHW", "UF", "voltage drop", "AIC", "fault current", "tap rule",
    "OCPD", "conduit fill", "burial depth", "EMT", "bends", "pull box", "LB", "fish tape", "expansion", "straps", "offset", "trench",
    "generator", "transfer switch", "inlet", "weatherhead", "mast", "meter base", "service drop", "lateral", "main breaker",
    "emergency disconnect", "surge", "SPD", "open neutral", "ground loop", "stray voltage", "leakage", "separately derived", "takeoff",
    "quote", "reel", "antioxidant", "outage", "lockout", "permit", "locate", "junction box", "splice", "load management", "detached",
    "shed", "resistivity", "clamp meter",
)  # fmt: skip
BRITISH = (
    "CPC", "Zs", "Ze", "R1+R2", "PSCC", "RCD", "RCBO", "AFDD", "MCB", "consumer unit", "fuse board", "main switch", "isolator", "tails",
    "cut-out", "Henley", "DNO", "PME", "TN-C-S", "TT", "earth rod", "main bonding", "supplementary bonding", "bathroom", "ring", "radial",
    "spur", "SWA", "twin and earth", "grouping", "reference method", "volt drop", "diversity", "maximum demand", "cooker", "shower",
    "car charger", "heat pump", "submain", "outbuilding", "changeover", "trunking", "clips", "gland", "trench", "torque", "junction box",
    "isolate", "prove dead", "Part P", "certificate", "wholesaler", "drum", "surge", "megger", "loop impedance", "adiabatic", "lost neutral",
    "borrowed neutral", "prospective",
)  # fmt: skip


def found(book, typed):
    """What is shown when these letters are typed: every word of them in what is shown or in what finds it."""
    parts = typed.lower().split()
    places = rulebook_named(book).choices.trade_words()
    return [(step, words) for step, words, also in places if all(part in f"{words} {also}".lower() for part in parts)]


class TradeWords(unittest.TestCase):
    def test_every_ordinary_word_leads_somewhere(self):
        for book, asked in (("us-2023", NORTH_AMERICAN), ("ca-2021", NORTH_AMERICAN), ("uk-2022", BRITISH)):
            for typed in asked:
                with self.subTest(book, typed=typed):
                    self.assertTrue(found(book, typed))

    def test_the_family_counts(self):
        self.assertEqual(found("uk-2022", "weatherhead"), [])
        self.assertEqual(found("us-2023", "rcbo"), [])
        self.assertTrue(found("ca-2021", "teck"))

    def test_each_leads_to_a_step_that_is_there(self):
        for book in rulebook_names():
            self.assertLessEqual({step for step, _, _ in rulebook_named(book).choices.trade_words()}, STEPS)


if __name__ == "__main__":
    unittest.main()
