"""What calculators about a wire ask alike, and how they refuse what is not on the shelf."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from northspan.core.case.calculator import Question
from northspan.core.case.schools import default_school
from northspan.core.document.calls import CALLS
from northspan.core.document.job import Metal, Method, Place, RunKind, Segment, Terminals
from northspan.core.rulebooks.questions.common import Guard, Wire
from northspan.core.rulebooks.questions.devices import DeviceRules
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.working.errors import InvalidJob

Insulation = Annotated[str, StringConstraints(max_length=12)]


UNKNOWN_M, OWN_WIRES, MOST_OTHERS = 1.0, 2, 60  # a length that is no nipple; what a circuit has of its own; as many as a job may say


class Around(Question):
    """Where a wire lies, and how it ends: what any question about what it carries may say."""

    method: Method | None = Field(None, description="Empty takes pipe, or cable where the code's wire is mostly cable.")
    place: Place = Place.indoors
    ambient_c: float = Field(30, ge=-40, le=80, description="Temperature around the wire. [°C]")
    other_carrying: int = Field(0, ge=0, le=200, description="Carrying wires of other circuits with it.")
    trench_circuits: int = Field(0, ge=0, le=20, description="Other circuits in its trench, each in a pipe or cable of its own.")
    pipe_length_m: float | None = Field(
        None, ge=0.01, le=5000, description="Of the whole pipe from can to can; a nipple is derated less. [m]"
    )
    over_roof_m: float | None = Field(None, ge=0, le=3, description="In the sun over a roof: how high above it. [m]")
    laid: Annotated[str, StringConstraints(max_length=8)] = Field("", description="How the cable lies, by the code's own letter or number.")
    grouped: Annotated[str, StringConstraints(max_length=12)] = Field("", description="How circuits lie together, by the code's own word.")
    in_insulation_m: float = Field(0, ge=0, le=500, description="Length wholly inside thermal insulation. [m]")
    terminals: Terminals = Terminals.unmarked
    sets: int = Field(1, ge=1, le=8, description="Sets in parallel, each in a pipe of its own.")
    derating_start: Literal["insulation", "terminals"] | None = Field(None, description="Where derating starts; empty as the code is read.")

    def segment(self, book: Rulebook) -> Segment:
        """Give the stretch that is described."""
        ways = [way for way, _ in book.choices.laid_ways()]
        if self.laid and self.laid not in ways:
            raise InvalidJob("/laid", f"there is no way {self.laid}.", f"Ways: {', '.join(ways) or 'none here'}.")
        groupings = [way for way, _ in book.choices.groupings()]
        if self.grouped and self.grouped not in groupings:
            right = f"Ways: {', '.join(groupings) or 'none here'}."
            raise InvalidJob("/grouped", f"circuits do not lie together as {self.grouped}.", right)
        return Segment(
            length_m=self.pipe_length_m or UNKNOWN_M, method=self.method or book.choices.asked_method, place=self.place,
            ambient_c=self.ambient_c,
            other_carrying=min(self.other_carrying, MOST_OTHERS), trench_circuits=self.trench_circuits, over_roof_m=self.over_roof_m,
            laid=self.laid, grouped=self.grouped, in_insulation_m=self.in_insulation_m,
        )  # fmt: skip

    def start(self, book: Rulebook) -> str:
        """Say where derating starts."""
        return self.derating_start or default_school(CALLS["derating_start"], book.choices)


def guard_for(device_rules: DeviceRules, kind: RunKind, segments: tuple[Segment, ...], *, device_type: str = "", outlets: bool = False,
              cannot_overload: bool = False) -> Guard:  # fmt: skip
    """Gather what decides how a device and a wire go together, refusing a kind of device that does not exist.

    Parameters
    ----------
    device_rules : DeviceRules
        Overcurrent devices. [-]
    kind : RunKind
        What the run is for. [-]
    segments : tuple of Segment
        Its route. [-]
    device_type : str
        Kind of device, or empty. [-]
    outlets : bool
        Several outlets for whatever is plugged in. [-]
    cannot_overload : bool
        Fixed loads that cannot draw more. [-]

    Raises
    ------
    InvalidJob
        If there is no such kind of device.
    """
    kinds = [one for one, _ in device_rules.device_types()]
    if device_type and device_type not in kinds:
        raise InvalidJob("/device_type", f"there is no device {device_type}.", f"Kinds: {', '.join(kinds) or 'one only'}.")
    buried = any(segment.place is Place.buried for segment in segments)
    return device_rules.guard_for(kind, device_type, buried=buried, cannot_overload=cannot_overload, outlets=outlets)


def wire_of(book: Rulebook, size: str, metal: Metal, insulation: str | None, segments: tuple[Segment, ...] = ()) -> Wire:
    """Name a wire, refusing one that does not exist.

    Parameters
    ----------
    book : Rulebook
        The code to follow. [-]
    size : str
        Conductor size. [-]
    metal : Metal
        Conductor metal. [-]
    insulation : str or None
        Type letters; None takes what is usual for the metal and the route. [-]
    segments : tuple of Segment
        The route, where it is known. [-]

    Raises
    ------
    InvalidJob
        If the size or the insulation does not exist.
    """
    check_size(book.wires, size, metal)
    insulation = insulation_of(book, metal, insulation, segments)
    if size not in book.wires.sizes(metal, insulation):
        made = ", ".join(book.wires.sizes(metal, insulation))
        raise InvalidJob("/size", f"{insulation} is not made in {book.words.size_name(size)}.", f"Sizes: {made}.")
    return Wire(size, metal, insulation)


def insulation_of(book: Rulebook, metal: Metal, insulation: str | None, segments: tuple[Segment, ...]) -> str:
    """Name an insulation: as asked, or what is usual for the metal and the route.

    Parameters
    ----------
    book : Rulebook
        The code to follow. [-]
    metal : Metal
        Conductor metal. [-]
    insulation : str or None
        Type letters; None takes the usual one. [-]
    segments : tuple of Segment
        The route, where it is known. [-]

    Raises
    ------
    InvalidJob
        If there is no such insulation, or no such metal under the code.
    """
    if metal not in book.wires.metals():
        raise InvalidJob("/metal", f"{book.title} are built here for {book.wires.metals()[0]} alone.", f"Take {book.wires.metals()[0]}.")
    named = insulation or book.wires.default_insulation(metal, segments)
    if named not in book.wires.insulations():
        raise InvalidJob("/insulation", f"there is no insulation {named}.", f"Types: {', '.join(book.wires.insulations())}.")
    return named


def check_size(wire_rules: WireRules, size: str, metal: Metal, field: str = "/size") -> None:
    """Refuse a size that does not exist.

    Parameters
    ----------
    wire_rules : WireRules
        Which wires there are. [-]
    size : str
        Conductor size. [-]
    metal : Metal
        Conductor metal. [-]
    field : str
        JSON pointer to the field that names it. [-]

    Raises
    ------
    InvalidJob
        If there is none.
    """
    if size not in wire_rules.sizes(metal):
        raise InvalidJob(field, f"there is no {metal} conductor of size {size}.", f"Sizes: {', '.join(wire_rules.sizes(metal))}.")


def wire_name(say: Words, wire: Wire) -> str:
    """Name a wire as the trade does: size, metal, insulation.

    Parameters
    ----------
    say : Words
        The words of the code. [-]
    wire : Wire
        Kind of wire. [-]
    """
    return f"{say.size_name(wire.size)} {wire.metal} {wire.insulation}"
