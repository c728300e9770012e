"""What a rulebook lets a person choose from, as the screens ask it."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import asdict

from northspan.api import models
from northspan.core.document.job import Circuit, Method, Place, Segment, System
from northspan.core.rulebooks.protocol import Rulebook

INDOORS = Segment(length_m=1, method=Method.cable, place=Place.indoors)
USUAL_M2 = 5e-6


def rulebook_options(book: Rulebook) -> models.RulebookOptions:
    """List what a rulebook lets a person choose from, in its own terms.

    Parameters
    ----------
    book : Rulebook
        The rulebook. [-]
    """
    dialect = asdict(book.dialect)
    phrases = dialect.pop("phrases")
    wires = Circuit.two_wire_neutral
    return models.RulebookOptions(
        id=book.id,
        title=book.title,
        metals=[models.Choice(value=m, title=dialect.get(m, m)) for m in book.metals()],
        methods=_choices(book.methods()),
        places=_choices(book.places()),
        surfaces=_choices(book.surfaces()),
        insulations=list(book.insulations()),
        cable=book.default_insulation(book.metals()[0], (INDOORS,)),
        cable_size=min(book.sizes(book.metals()[0]), key=lambda size: abs(book.area_m2(size) - USUAL_M2)),
        sizes={m: [models.Choice(value=s, title=book.size_name(s)) for s in book.sizes(m)] for m in book.metals()},
        devices=list(book.devices()),
        dwelling_methods=_choices(book.dwelling_methods()),
        raised_voltages=list(book.raised_voltages()),
        laid_ways=_choices(book.laid_ways()),
        groupings=_choices(book.groupings()),
        rod_length_m=book.rod_limits()[0],
        terminals=_choices(book.terminal_markings()),
        earthings=_choices(book.earthings()),
        groundings=_choices(book.groundings()),
        device_types=[models.DeviceType(value=v, title=t, ratings_a=list(book.devices(v))) for v, t in book.device_types()],
        usual_system=book.usual_system,
        usual_v=book.usual_v,
        floor_load=book.needs_floor_area(),
        one_line=book.usual_system is System.single_phase,
        by_loop=book.loop is not None,
        old_colors=book.colors(wires, old=True) != book.colors(wires),
        terms=dialect,
        not_covered=list(book.not_covered),
        phrases=[models.Phrase(phrase=phrase, said=said) for phrase, said in phrases],
    )


def _choices(pairs: Iterable[tuple[str, str]]) -> list[models.Choice]:
    return [models.Choice(value=value, title=title) for value, title in pairs]
