"""What takes from the ampacity of a table: warm air, company, a roof in the sun."""

from __future__ import annotations

from functools import lru_cache

from northspan.core.document.job import (
    Segment,
)
from northspan.core.rulebooks.us.code_tables import code_table
from northspan.core.working.errors import OutsideTable
from northspan.core.working.worked import Step, looked_up, ruled, whole

OVER_ROOF_M, ROOF_ADDS_K = 0.022225, 33.0  # 7/8 in, 60 °F


@lru_cache(maxsize=4096)
def ambient_factor(ambient_c: float, column_c: int) -> Step:
    """Look up the ambient correction.

    Parameters
    ----------
    ambient_c : float
        Temperature around the wire. [°C]
    column_c : int
        Temperature column of the insulation. [°C]

    Raises
    ------
    OutsideTable
        If the place is too hot for the insulation.

    References
    ----------
    NEC 2023, Table 310.15(B)(1)(1).

    Examples
    --------
    >>> ambient_factor(30.0, 90).value, ambient_factor(30.1, 90).value
    (1.0, 0.96)
    """
    bands = code_table("ambient")
    column = f"factor_{column_c}"
    for edge in bands.keys_with(column):
        if ambient_c <= float(edge):
            return looked_up(
                "F_a",
                f"ambient {ambient_c:g} °C",
                bands.number(edge, column),
                "",
                bands.citation,
                row=f"up to {edge} °C",
                column=f"{column_c} °C",
            )
    raise OutsideTable(
        bands.citation,
        f"{ambient_c:g} °C around {column_c} °C insulation",
        f"it ends at {bands.keys_with(column)[-1]} °C; use a hotter insulation or another route",
    )


@lru_cache(maxsize=256)
def adjustment_factor(carrying: int) -> Step:
    """Look up the adjustment for conductors that carry current together.

    Parameters
    ----------
    carrying : int
        Carrying conductors in the same pipe or cable. [-]

    References
    ----------
    NEC 2023, Table 310.15(C)(1); 41 and more count 35 %.

    Examples
    --------
    >>> [adjustment_factor(n).value for n in (3, 4, 6, 7, 41)]
    [1.0, 0.8, 0.8, 0.7, 0.35]
    """
    bands = code_table("adjustment")
    for edge in bands.rows:
        if carrying <= int(edge):
            return looked_up("F_n", f"{carrying} carrying together", bands.number(edge, "factor"), "", bands.citation, row=f"up to {edge}")
    return looked_up("F_n", f"{carrying} carrying together", 0.35, "", bands.citation, row="41 and more")


def roof_adder(segment: Segment, insulation: str) -> tuple[Step, ...]:
    """Give what the sun adds around a pipe or cable close over a roof; nothing elsewhere. [K]

    Parameters
    ----------
    segment : Segment
        The stretch, with how high it lies over the roof. [m]
    insulation : str
        Type letters. [-]

    References
    ----------
    NEC 2023, 310.15(B)(2): 33 K where it lies less than 7/8 in above the roof; not for XHHW-2.

    Examples
    --------
    >>> [sum(s.value for s in roof_adder(Segment(length_m=3, over_roof_m=m), "THWN-2")) for m in (0.02, 0.03)]
    [33.0, 0.0]
    """
    if segment.over_roof_m is None:
        return ()
    words, citation = "the sun on it, over a roof", "310.15(B)(2)"
    if segment.over_roof_m >= OVER_ROOF_M - 1e-9:
        return (ruled("T_s", words, "nothing added", "7/8 in or more above the roof", citation, 0.0),)
    if insulation == "XHHW-2":
        return (ruled("T_s", words, "nothing added", "this insulation is excepted", citation, 0.0),)
    why = "less than 7/8 in above the roof, in the sun; added to the ambient"
    return (ruled("T_s", words, f"{whole(ROOF_ADDS_K)} K", why, citation, ROOF_ADDS_K),)
