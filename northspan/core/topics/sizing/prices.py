"""What wire, cable and pipe cost: as a price book says that was taken into the job, or by the metal in them and their bore."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from northspan.core.document.job import Metal, Prices, Quoted
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.questions.pipes import PipeRules
from northspan.core.rulebooks.questions.wires import WireRules

DENSITY_KG_PER_M3 = {Metal.copper: 8890.0, Metal.aluminum: 2703.0}  # at 20 °C, any handbook of physics
CM2_PER_SQUARE = {"in²": 6.4516, "mm²": 0.01}
BY_WEIGHT, BY_BORE = "your prices, by the metal in it", "your prices, by its bore"


@dataclass(frozen=True, slots=True)
class Price:
    """What a metre costs [money per m], who says so, and whether a book does."""

    each: float
    source: str
    quoted: bool


@lru_cache(maxsize=16)
def same(prices: Prices) -> Prices:
    """Give the first of equal prices, so that what was worked with them is found again without comparing them.

    Parameters
    ----------
    prices : Prices
        Prices of a job. [money]
    """
    return prices


def wire_key(wire: Wire) -> str:
    """Say under which name the price of a wire is kept in a job.

    Parameters
    ----------
    wire : Wire
        Size, metal and insulation. [-]
    """
    return f"wire|{wire.size}|{wire.metal.value}|{wire.insulation}"


def cable_key(wire: Wire, insulated: int = 0) -> str:
    """Say under which name the price of a cable is kept: by its kind, or by how many insulated wires it has.

    Parameters
    ----------
    wire : Wire
        Size, metal and kind of the cable. [-]
    insulated : int
        Insulated wires of a circuit's cable; 0 where the kind says it. [-]
    """
    return f"cable|{wire.size}|{wire.metal.value}|{insulated or wire.insulation}"


def pipe_key(name: str) -> str:
    """Say under which name the price of a pipe is kept.

    Parameters
    ----------
    name : str
        Trade size and kind, as the trade says it. [-]
    """
    return f"pipe|{name}"


def wire_kg_per_m(wire: Wire, wire_rules: WireRules) -> float:
    """Work the metal in a metre of wire. [kg/m]

    Parameters
    ----------
    wire : Wire
        Size and metal. [-]
    wire_rules : WireRules
        Which wires there are. [-]
    """
    return wire_rules.area_m2(wire.size) * DENSITY_KG_PER_M3[wire.metal]


def metal_per_kg(metal: Metal, prices: Prices) -> float:
    """Look up the price of a metal. [money per kg]

    Parameters
    ----------
    metal : Metal
        Copper or aluminum. [-]
    prices : Prices
        Prices of the job. [money]
    """
    return prices.copper_per_kg if metal is Metal.copper else prices.aluminum_per_kg


def price_of_wire(wire: Wire, prices: Prices, wire_rules: WireRules) -> Price:
    """Price a metre of wire: as a book says, or its metal by weight and the making of it. [money per m]

    Parameters
    ----------
    wire : Wire
        Size, metal and insulation. [-]
    prices : Prices
        Prices of the job. [money]
    wire_rules : WireRules
        Which wires there are. [-]
    """
    quoted = prices.quoted.get(wire_key(wire))
    if quoted is not None:
        return _as_quoted(quoted)
    return Price(wire_kg_per_m(wire, wire_rules) * metal_per_kg(wire.metal, prices) + prices.wire_making_per_m, BY_WEIGHT, quoted=False)


def wire_price(wire: Wire, prices: Prices, wire_rules: WireRules) -> float:
    """Price a metre of wire. [money per m]

    Parameters
    ----------
    wire : Wire
        Size, metal and insulation. [-]
    prices : Prices
        Prices of the job. [money]
    wire_rules : WireRules
        Which wires there are. [-]

    Examples
    --------
    >>> from northspan.core.rulebooks.registry import rulebook_named
    >>> round(wire_price(Wire("4/0", Metal.copper, "THWN-2"), Prices(), rulebook_named("us-2023").wires), 2)
    12.74
    """
    return price_of_wire(wire, prices, wire_rules).each


def price_of_cable(wire: Wire, prices: Prices, insulated: int = 0) -> Price | None:
    """Price a metre of cable, if a book has it; None where it is priced by the wires in it. [money per m]

    Parameters
    ----------
    wire : Wire
        Size, metal and kind of the cable. [-]
    prices : Prices
        Prices of the job. [money]
    insulated : int
        Insulated wires of a circuit's cable; 0 where the kind says it. [-]
    """
    quoted = prices.quoted.get(cable_key(wire, insulated))
    return None if quoted is None else _as_quoted(quoted)


def price_of_pipe(name: str, bore_area: float, prices: Prices, pipe_rules: PipeRules) -> Price:
    """Price a metre of pipe: as a book says, or by its bore. [money per m]

    Parameters
    ----------
    name : str
        Trade size and kind, as the trade says it. [-]
    bore_area : float
        Area of its bore, in the unit of the rulebook. [in² or mm²]
    prices : Prices
        Prices of the job. [money]
    pipe_rules : PipeRules
        Which pipes there are. [-]
    """
    quoted = prices.quoted.get(pipe_key(name))
    if quoted is not None:
        return _as_quoted(quoted)
    return Price(bore_area * CM2_PER_SQUARE[pipe_rules.area_unit()] * prices.pipe_per_m_cm2, BY_BORE, quoted=False)


def _as_quoted(quoted: Quoted) -> Price:
    return Price(quoted.each, f"{quoted.book}, {quoted.day}" if quoted.day else quoted.book, quoted=True)
