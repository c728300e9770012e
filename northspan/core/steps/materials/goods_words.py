"""How wire and cable are called in a take-off and in a price book: the same words in both."""

from __future__ import annotations

from northspan.core.document.job import Metal
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.rulebooks.questions.words import Words


def wire_words(wire: Wire, wire_rules: WireRules, say: Words) -> str:
    """Say which wire or cable it is.

    Parameters
    ----------
    wire : Wire
        Size, metal and kind. [-]
    wire_rules : WireRules
        Which wires there are. [-]
    say : Words
        How the trade says it. [-]
    """
    named = f"{say.size_name(wire.size)} {say.metal_name(wire.metal)}"
    if not wire_rules.single_wires(wire.insulation):
        return f"{wire.insulation}, {named}"
    return f"{named} {wire.insulation}".strip()


def circuit_cable_words(size: str, metal: Metal, insulated: int, say: Words) -> str:
    """Say which cable of a circuit it is, by its wires.

    Parameters
    ----------
    size : str
        Size of its wires. [-]
    metal : Metal
        Their metal. [-]
    insulated : int
        How many are insulated. [-]
    say : Words
        How the trade says it. [-]
    """
    return f"{say.size_name(size)} {say.metal_name(metal)}, {insulated} wires and ground"
