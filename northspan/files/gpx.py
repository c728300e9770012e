"""A route walked with a GPS receiver: a GPX track or route into legs."""

from __future__ import annotations

from xml.etree import ElementTree as ET

from gpxpy.geo import haversine_distance

from northspan.core.document.job import Leg
from northspan.core.working.errors import InvalidJob
from northspan.core.working.worked import whole

LEAST_LEG_M = 4.0  # a receiver wanders by metres: shorter steps would only add its noise
MOST_LEGS = 400
MOST_LEG_M = 5000.0
MOST_HEIGHT_M = 10_000.0
Place = tuple[float, float, float | None]  # latitude, longitude [degrees], height [m]


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
    Level distance by the haversine formula; rise from the heights in the file, level where there are none. Read in one
    pass by a parser that no text can make slow.
    """
    if "<!DOCTYPE" in text or "<!ENTITY" in text:  # a track needs none, and they are how such files attack a parser
        raise InvalidJob("/gpx", "the file declares a document type.", "Save the track again as plain GPX.")
    try:
        root = ET.fromstring(text.lstrip("\ufeff \t\r\n"))  # noqa: S314 - no document type, so no entities
    except (ET.ParseError, ValueError) as error:
        raise InvalidJob("/gpx", "this is not a GPX file.", "Save the track as GPX.") from error
    if _plan_without_calls(root.tag) != "gpx":
        raise InvalidJob("/gpx", "this is not a GPX file.", "Save the track as GPX.")
    places = _places(root)
    if len(places) < 2:  # noqa: PLR2004 - a leg has two ends
        raise InvalidJob("/gpx", "the file holds no track and no route.", "It needs at least two places.")
    least = LEAST_LEG_M
    while len(legs := _legs(places, least)) > MOST_LEGS:
        least *= 2
    return legs


def _places(root: ET.Element) -> list[Place]:
    """The first track that has two places or more, or else the first such route."""
    for kind, point in (("trk", "trkpt"), ("rte", "rtept")):
        for part in root:
            if _plan_without_calls(part.tag) == kind:
                found = [_place(one) for one in part.iter() if _plan_without_calls(one.tag) == point]
                if len(found) > 1:
                    return found
    return []


def _place(point: ET.Element) -> Place:
    height = next((one.text for one in point if _plan_without_calls(one.tag) == "ele"), None)
    latitude = _figure(point.get("lat"), "latitude", 90)
    longitude = _figure(point.get("lon"), "longitude", 180)
    return latitude, longitude, _figure(height, "height", MOST_HEIGHT_M) if height and height.strip() else None


def _figure(text: str | None, name: str, most: float) -> float:
    try:
        value = float(text or "")
    except ValueError as error:
        raise InvalidJob("/gpx", f"a place has no {name}.", "Save the track again as plain GPX.") from error
    if not -most <= value <= most:
        raise InvalidJob("/gpx", f"a place has a {name} of {value:g}, which is nowhere on earth.", f"From -{most:g} to {most:g}.")
    return value


def _plan_without_calls(tag: object) -> str:
    """The name of an element without its namespace."""
    return tag.rsplit("}", 1)[-1] if isinstance(tag, str) else ""


def _legs(places: list[Place], least_m: float) -> tuple[Leg, ...]:
    legs: list[Leg] = []
    here = places[0]
    for i, there in enumerate(places[1:], 1):
        level = haversine_distance(here[0], here[1], there[0], there[1])
        if level < least_m and i < len(places) - 1:
            continue
        if level > MOST_LEG_M:
            raise InvalidJob(
                "/gpx", f"two places lie {whole(level / 1000)} km apart.", f"{whole(MOST_LEG_M / 1000)} km is the most for a leg."
            )
        rise = there[2] - here[2] if here[2] is not None and there[2] is not None else 0.0
        if level or rise:
            legs.append(Leg(level_m=round(level, 3), rise_m=round(rise, 3)))
        here = there
    return tuple(legs)
