"""What these rules do not cover, in plain words."""

from __future__ import annotations

from northspan.core.rulebooks.limits import EVERYWHERE

UK_LIMITS = (
    *EVERYWHERE,
    "Bus couplers, cable trays with more than one layer, mineral-insulated cable, single cores in free air beyond the methods listed.",
    "Harmonics in the neutral: its third harmonic is taken as below 15 %.",
    "Temperatures and groupings that the factors of Appendix 4 do not list; they are refused.",
    "Selectivity between residual-current devices, arc-fault detection devices, energy efficiency of Part 8.",
    "Fuses above 100 A of either kind where their curve is not in the table; the supplier's cut-out is taken as BS 88-3.",
)
