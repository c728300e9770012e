"""What is not covered: by any rulebook, and by all of one continent."""

from __future__ import annotations

EVERYWHERE = (
    "Three-phase installations. Two legs of a three-phase supply and one line of it can be entered; three lines cannot.",
    "Apartments: no demand factors of their own. Two dwellings behind one supply count each by its own method, with what is let off.",
    "Shops, workshops open to customers, farms as a business, places of assembly, boats, caravans and their parks.",
    "Photovoltaics and batteries that feed back: a paired inverter stands alone or on standby here. Direct current is not worked.",
    "Places with explosive air, swimming pools and their zones (only the load of their heaters), saunas, medical rooms.",
    "Lightning protection, surge protection and its coordination, fire alarms, emergency supplies.",
    "Coordination of devices with each other; arc-flash energy. A device's curve is a band of its kind, not its maker's.",
    "Which outlets want which ground-fault, residual-current or arc-fault device is not audited outlet by outlet.",
    "Supplies above 600 V, and networks of suppliers. Their fuse is not known, and no time is promised for it.",
    "The numbers of articles marked (unverified): what they ask is the trade's rule; look the number up before you cite it.",
    "Local amendments and the supplier's own rules. They go before everything here.",
)
NORTH_AMERICA = (
    "Conductors above 2000 kcmil, covered line wire, busways, surface raceways, cable trays.",
    "Agricultural buildings beyond their grounding: corrosion, equipotential planes.",
    "Heat of a fault in the ungrounded conductors: the ground and the neutral are held, by the standard's calibration limits.",
)
