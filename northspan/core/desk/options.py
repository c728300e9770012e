"""What a rulebook lets a person choose from, as the screens ask it."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import asdict

from pydantic import Field

from northspan.core.document.job import Circuit, Method, Part, Place, Segment, Stock, System
from northspan.core.rulebooks.rulebook import Rulebook

INDOORS = Segment(length_m=1, method=Method.cable, place=Place.indoors)
USUAL_M2 = 5e-6


class Choice(Part):
    """A value and its name, for a list to choose from."""

    value: str
    title: str


class DeviceType(Choice):
    """A kind of device, and its ratings. [A]"""

    ratings_a: list[float]


class RulebookOptions(Part):
    """What a rulebook lets a person choose from, in its own terms."""

    id: str
    title: str
    metals: list[Choice]
    methods: list[Choice]
    places: list[Choice]
    surfaces: list[Choice]
    insulations: list[str]
    cable: str = Field(description="The insulation or cable that is usual indoors without a pipe.")
    cable_size: str = Field(description="The size of it that is asked about most.")
    sizes: dict[str, list[Choice]]
    devices: list[float]
    dwelling_methods: list[Choice]
    raised_voltages: list[float]
    laid_ways: list[Choice]
    groupings: list[Choice] = Field(description="How circuits may lie together, where the code tells them apart.")
    rod_length_m: float = Field(description="Least length of a rod. [m]")
    terminals: list[Choice]
    earthings: list[Choice]
    groundings: list[Choice]
    device_types: list[DeviceType]
    usual_system: System = Field(description="Windings of a usual supply there.")
    usual_methods: dict[str, str] = Field(description="How a new stretch is usually laid, by its place.")
    usual_v: float = Field(description="Its voltage, line to line, or line to neutral where there is one line. [V]")
    one_line: bool = Field(description="Whether its supplies have one line and a neutral.")
    floor_load: bool = Field(description="Whether a dwelling's load is worked from its floor area.")
    by_loop: bool = Field(description="Whether it protects by the earth fault loop.")
    old_colors: bool = Field(description="Whether installations with other wire colors still stand there.")
    terms: dict[str, str]
    words: dict[str, str] = Field(description="The words that shared sentences are made with, by name.")
    not_covered: list[str] = Field(description="What these rules do not cover, in plain words.")
    stock: Stock = Field(description="What supply houses have there; nothing named means everything made.")
    trade_words: list[dict[str, str]] = Field(description="The step, what is shown, and the words that find it.")


def rulebook_options(book: Rulebook) -> RulebookOptions:
    """List what a rulebook lets a person choose from, in its own terms.

    Parameters
    ----------
    book : Rulebook
        The rulebook. [-]
    """
    dialect = asdict(book.words.dialect)
    terms = dialect.pop("terms")
    wires = Circuit.two_wire_neutral
    return RulebookOptions(
        id=book.id,
        title=book.title,
        metals=[Choice(value=m, title=dialect.get(m, m)) for m in book.wires.metals()],
        methods=_choices(book.choices.methods()),
        places=_choices(book.choices.places()),
        surfaces=_choices(book.choices.surfaces()),
        insulations=list(book.wires.insulations()),
        cable=book.wires.default_insulation(book.wires.metals()[0], (INDOORS,)),
        cable_size=min(book.wires.sizes(book.wires.metals()[0]), key=lambda size: abs(book.wires.area_m2(size) - USUAL_M2)),
        sizes={m: [Choice(value=s, title=book.words.size_name(s)) for s in book.wires.sizes(m)] for m in book.wires.metals()},
        devices=list(book.devices.ratings()),
        dwelling_methods=_choices(book.dwellings.dwelling_methods()),
        raised_voltages=list(book.supplies.raised_voltages()),
        laid_ways=_choices(book.choices.laid_ways()),
        groupings=_choices(book.choices.groupings()),
        rod_length_m=book.electrodes.rod_limits().length_m,
        terminals=_choices(book.choices.terminal_markings()),
        earthings=_choices(book.choices.earthings()),
        groundings=_choices(book.choices.groundings()),
        usual_methods={place: book.choices.usual_method(place) for place, _ in book.choices.places()},
        device_types=[DeviceType(value=v, title=t, ratings_a=list(book.devices.ratings(v))) for v, t in book.devices.device_types()],
        usual_system=book.supplies.usual_system,
        usual_v=book.supplies.usual_v,
        floor_load=book.dwellings.needs_floor_area(),
        one_line=book.supplies.usual_system is System.single_phase,
        by_loop=book.loop is not None,
        old_colors=book.words.colors(wires, old=True) != book.words.colors(wires),
        terms=dialect,
        not_covered=list(book.not_covered),
        stock=book.stock,
        words=terms,
        trade_words=[{"step": step, "words": book.words.fill(words), "also": also} for step, words, also in book.choices.trade_words()],
    )


def _choices(pairs: Iterable[tuple[str, str]]) -> list[Choice]:
    return [Choice(value=value, title=title) for value, title in pairs]
