"""What wire and pipe cost, from the prices of the job: the metal in them, and the making."""

from __future__ import annotations

from northspan.core.document.job import Metal, Prices
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.rulebook import Rulebook

DENSITY_KG_PER_M3 = {Metal.copper: 8890.0, Metal.aluminum: 2703.0}  # at 20 °C, any handbook of physics
CM2_PER_SQUARE = {"in²": 6.4516, "mm²": 0.01}


def wire_price(wire: Wire, prices: Prices, rulebook: Rulebook) -> float:
    """Price a metre of wire: its metal by weight, and the making of it. [money per m]

    Parameters
    ----------
    wire : Wire
        Size, metal and insulation. [-]
    prices : Prices
        Prices of the job. [money]
    rulebook : Rulebook
        For the area. [-]

    Examples
    --------
    >>> from northspan.core.rulebooks.registry import rulebook_named
    >>> round(wire_price(Wire("4/0", Metal.copper, "THWN-2"), Prices(), rulebook_named("us-2023")), 2)
    12.74
    """
    kg_per_m = rulebook.wires.area_m2(wire.size) * DENSITY_KG_PER_M3[wire.metal]
    per_kg = prices.copper_per_kg if wire.metal is Metal.copper else prices.aluminum_per_kg
    return kg_per_m * per_kg + prices.wire_making_per_m


def pipe_price(bore_area: float, prices: Prices, rulebook: Rulebook) -> float:
    """Price a metre of pipe by its bore. [money per m]

    Parameters
    ----------
    bore_area : float
        Area of its bore, in the unit of the rulebook. [in² or mm²]
    prices : Prices
        Prices of the job. [money]
    rulebook : Rulebook
        For its unit of area. [-]
    """
    return bore_area * CM2_PER_SQUARE[rulebook.pipes.area_unit()] * prices.pipe_per_m_cm2
