"""What a rulebook lets a person choose from, as the screens ask it."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import asdict

from northspan.api import models
from northspan.core.document.job import Circuit, Method, Place, Segment, System
from northspan.core.rulebooks.rulebook import Rulebook

INDOORS = Segment(length_m=1, method=Method.cable, place=Place.indoors)
USUAL_M2 = 5e-6


def rulebook_options(book: Rulebook) -> models.RulebookOptions:
    """List what a rulebook lets a person choose from, in its own terms.

    Parameters
    ----------
    book : Rulebook
        The rulebook. [-]
    """
    dialect = asdict(book.words.dialect)
    terms = dialect.pop("terms")
    wires = Circuit.two_wire_neutral
    return models.RulebookOptions(
        id=book.id,
        title=book.title,
        metals=[models.Choice(value=m, title=dialect.get(m, m)) for m in book.wires.metals()],
        methods=_choices(book.choices.methods()),
        places=_choices(book.choices.places()),
        surfaces=_choices(book.choices.surfaces()),
        insulations=list(book.wires.insulations()),
        cable=book.wires.default_insulation(book.wires.metals()[0], (INDOORS,)),
        cable_size=min(book.wires.sizes(book.wires.metals()[0]), key=lambda size: abs(book.wires.area_m2(size) - USUAL_M2)),
        sizes={m: [models.Choice(value=s, title=book.words.size_name(s)) for s in book.wires.sizes(m)] for m in book.wires.metals()},
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
        device_types=[models.DeviceType(value=v, title=t, ratings_a=list(book.devices.ratings(v))) for v, t in book.devices.device_types()],
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


def _choices(pairs: Iterable[tuple[str, str]]) -> list[models.Choice]:
    return [models.Choice(value=value, title=title) for value, title in pairs]
