"""What wire and pipe cost, from the prices of the job: the metal in them, and the making."""

from __future__ import annotations

from northspan.core.document.job import Metal, Prices
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.questions.pipes import PipeRules
from northspan.core.rulebooks.questions.wires import WireRules

DENSITY_KG_PER_M3 = {Metal.copper: 8890.0, Metal.aluminum: 2703.0}  # at 20 °C, any handbook of physics
CM2_PER_SQUARE = {"in²": 6.4516, "mm²": 0.01}


def wire_price(wire: Wire, prices: Prices, wire_rules: WireRules) -> float:
    """Price a metre of wire: its metal by weight, and the making of it. [money per m]

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
    kg_per_m = wire_rules.area_m2(wire.size) * DENSITY_KG_PER_M3[wire.metal]
    per_kg = prices.copper_per_kg if wire.metal is Metal.copper else prices.aluminum_per_kg
    return kg_per_m * per_kg + prices.wire_making_per_m


def pipe_price(bore_area: float, prices: Prices, pipe_rules: PipeRules) -> float:
    """Price a metre of pipe by its bore. [money per m]

    Parameters
    ----------
    bore_area : float
        Area of its bore, in the unit of the rulebook. [in² or mm²]
    prices : Prices
        Prices of the job. [money]
    pipe_rules : PipeRules
        Which pipes there are. [-]
    """
    return bore_area * CM2_PER_SQUARE[pipe_rules.area_unit()] * prices.pipe_per_m_cm2
