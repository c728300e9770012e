"""A route walked with a GPS receiver: a GPX track or route into legs."""

from __future__ import annotations

import gpxpy
from gpxpy.geo import haversine_distance
from gpxpy.gpx import GPX, GPXException

from northspan.core.errors import InvalidJob
from northspan.core.job import Leg

LEAST_LEG_M = 4.0  # a receiver wanders by metres: shorter steps would only add its noise
MOST_LEGS = 400


def read_gpx(text: str) -> tuple[Leg, ...]:
    """Read the first track, or else the first route, of a GPX file.

    Parameters
    ----------
    text : str
        The file. [-]

    Returns
    -------
    tuple of Leg
        Legs in order, each at least a few metres long but the last. [m]

    Raises
    ------
    InvalidJob
        If it is no GPX file, or holds fewer than two places.

    Notes
    -----
    Level distance by the haversine formula; rise from the heights in the file, level where there are none.
    """
    if "<!DOCTYPE" in text or "<!ENTITY" in text:  # a track needs none, and they are how such files attack a parser
        raise InvalidJob("/gpx", "the file declares a document type.", "Save the track again as plain GPX.")
    try:
        parsed = gpxpy.parse(text)
    except GPXException as error:
        raise InvalidJob("/gpx", "this is not a GPX file.", "Save the track as GPX.") from error
    places = _places(parsed)
    if len(places) < 2:  # noqa: PLR2004 - a leg has two ends
        raise InvalidJob("/gpx", "the file holds no track and no route.", "It needs at least two places.")
    least = LEAST_LEG_M
    while len(legs := _legs(places, least)) > MOST_LEGS:
        least *= 2
    return legs


def _places(parsed: GPX) -> list[tuple[float, float, float | None]]:
    tracks = [[(p.latitude, p.longitude, p.elevation) for s in track.segments for p in s.points] for track in parsed.tracks]
    routes = [[(p.latitude, p.longitude, p.elevation) for p in route.points] for route in parsed.routes]
    return next((places for places in [*tracks, *routes] if len(places) > 1), [])


def _legs(places: list[tuple[float, float, float | None]], least_m: float) -> tuple[Leg, ...]:
    legs: list[Leg] = []
    here = places[0]
    for i, there in enumerate(places[1:], 1):
        level = haversine_distance(here[0], here[1], there[0], there[1])
        if level < least_m and i < len(places) - 1:
            continue
        rise = there[2] - here[2] if here[2] is not None and there[2] is not None else 0.0
        if level or rise:
            legs.append(Leg(level_m=round(level, 3), rise_m=round(rise, 3)))
        here = there
    return tuple(legs)
