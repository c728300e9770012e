"""Tracks into legs: distances on the globe, heights, noise, and files that are refused."""

import time
import unittest
from math import cos, radians

from northspan.core.document.job import Segment, route_length_m
from northspan.core.working.errors import InvalidJob
from northspan.files.gpx import MOST_LEGS, read_gpx

DEGREE_M = 6378.137e3 * 3.141592653589793 / 180


def track(*places, kind="trk"):
    points = "".join(
        f'<{"trkpt" if kind == "trk" else "rtept"} lat="{lat}" lon="{lon}">{f"<ele>{high}</ele>" if high is not None else ""}</{"trkpt" if kind == "trk" else "rtept"}>'
        for lat, lon, high in places
    )
    inside = f"<trkseg>{points}</trkseg>" if kind == "trk" else points
    return f'<?xml version="1.0"?><gpx version="1.1" creator="t" xmlns="http://www.topografix.com/GPX/1/1"><{kind}>{inside}</{kind}></gpx>'


class Gpx(unittest.TestCase):
    def test_distance_and_rise(self):
        north, east = 100 / DEGREE_M, 50 / (DEGREE_M * cos(radians(45)))
        legs = read_gpx(track((45, 7, 300), (45 + north, 7, 330), (45 + north, 7 + east, 330)))
        self.assertEqual(len(legs), 2)
        self.assertAlmostEqual(legs[0].level_m, 100, delta=0.2)
        self.assertAlmostEqual(legs[1].level_m, 50, delta=0.2)
        self.assertEqual((legs[0].rise_m, legs[1].rise_m), (30, 0))
        self.assertAlmostEqual(route_length_m(legs, 2), (100**2 + 30**2) ** 0.5 + 50 + 2, delta=0.4)

    def test_a_route_without_heights(self):
        (leg,) = read_gpx(track((0, 0, None), (0, 0.001, None), kind="rte"))
        self.assertEqual(leg.rise_m, 0)

    def test_wandering_on_the_spot_adds_nothing_much(self):
        step = 1 / DEGREE_M
        walk = [(step * i + (step if i % 2 else 0), 0, 100 + (i % 2)) for i in range(200)]
        legs = read_gpx(track(*walk))
        self.assertLess(route_length_m(legs, 0), 225)  # 200 m on the ground; point by point it is over 400
        self.assertGreater(route_length_m(legs, 0), 195)

    def test_a_long_walk_is_thinned(self):
        legs = read_gpx(track(*[(0.0001 * i, 0, None) for i in range(3000)]))
        self.assertLessEqual(len(legs), MOST_LEGS)
        self.assertAlmostEqual(sum(leg.level_m for leg in legs), 0.0001 * 2999 * DEGREE_M, delta=400)

    def test_no_text_makes_it_slow(self):
        began = time.perf_counter()
        for text in ("<gpx " * 40_000, "gpx xmlns=" * 20_000, "<gpx>" + "trkpt " * 33_000 + "</gpx>", "<" * 200_000):
            with self.assertRaises(InvalidJob):
                read_gpx(text)
        self.assertLess(time.perf_counter() - began, 1)

    def test_other_names_of_the_space_and_a_mark_in_front(self):
        self.assertEqual(len(read_gpx("\ufeff" + track((0, 0, None), (0, 0.001, None)))), 1)
        self.assertEqual(
            len(read_gpx('<g:gpx xmlns:g="urn:x"><g:rte><g:rtept lat="0" lon="0"/><g:rtept lat="0" lon="0.001"/></g:rte></g:gpx>')), 1
        )

    def test_refused(self):
        for text, words in (
            ("no", "not a GPX file"),
            (track((1, 1, None)), "holds no track"),
            ("<!DOCTYPE x [<!ENTITY a 'b'>]>" + track(), "declares a document type"),
            ("", "not a GPX file"),
            ("<kml><trk/></kml>", "not a GPX file"),
            (track(("inf", 1, None), (1, 1, None)), "latitude of inf, which is nowhere on earth"),
            (track((90.1, 1, None), (1, 1, None)), "latitude of 90.1"),
            (track((1, "nan", None), (1, 1, None)), "longitude of nan"),
            (track(("", 1, None), (1, 1, None)), "no latitude"),
            (track((1, 1, None), (89, 1, None)), "km apart"),
            (track((1, 1, 1e9), (1, 1, None)), "height of 1e"),
        ):
            with self.subTest(words), self.assertRaisesRegex(InvalidJob, words):
                read_gpx(text)


class Route(unittest.TestCase):
    def test_a_measured_segment_is_as_long_as_its_legs(self):
        segment = Segment(length_m=1, legs=({"level_m": 3, "rise_m": 4}, {"level_m": 10}), slack_m=2)
        self.assertEqual(segment.length_m, 17)
        self.assertEqual(Segment.model_validate(segment.model_dump()), segment)
        self.assertEqual(Segment(length_m=9, slack_m=2).length_m, 9)
