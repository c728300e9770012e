"""What stands around a panel, and what feeds and surrounds its bus."""

from __future__ import annotations

from northspan.core.document.job import Method
from northspan.core.rulebooks import north_american
from northspan.core.rulebooks.ca.wires import area_m2
from northspan.core.working.worked import Step, ruled

TWO_AWG_M2 = 33.7e-6

EIGHT_AWG_M2 = 8.36e-6


def working_space(old_dwelling_a: float | None = None) -> tuple[Step, Step, Step]:
    """Give the clear width, depth and height in front of a panel. [m]

    References
    ----------
    CE Code 2021, Rule 2-308: 1 m with a secure footing about equipment, and 2 m of headroom; an old dwelling is no exception.
    """
    del old_dwelling_a
    return (
        ruled("w", "clear width", "1 m", "or the width of the can, if that is more", "Rule 2-308", 1.0),
        ruled("d", "clear depth", "1 m", "with a secure footing", "Rule 2-308", 1.0),
        ruled("h", "clear height", "2 m", "over the place one stands on", "Rule 2-308", 2.0),
    )


def most_handles(*, new: bool = False) -> Step:
    """Give how many handles may shut off a service. [-]

    References
    ----------
    CE Code 2021, Rules 6-200 and 6-104: one service box for each consumer's service.
    """
    del new
    return ruled("n", "handles that shut off all", "one", "each service ends in one service box", "Rule 6-200", 1.0)


def bus_share() -> Step:
    """Give how much of its bus the main and the devices of other sources may be together, those at the far end. [-]

    References
    ----------
    CE Code 2021, Rule 64-112: a dwelling unit's bus.
    """
    why = "of a dwelling unit, with the source at the far end of the bus from the main; anywhere else no more than the bus itself"
    return ruled("s", "main and sources together", "125 % of the bus", why, "Rule 64-112", 1.25)


def surge_asked() -> Step | None:
    """Say that the code asks no surge device of a dwelling."""
    return None


def surge_leads() -> Step:
    """Say that the leads of a surge device are short: no figure is set. [m]

    References
    ----------
    CE Code 2021, Rule 2-024 with the maker's instructions.
    """
    return ruled("l", "leads of a surge device", "no figure", "as short as its maker says", "Rule 2-024", 0.0)


def re_identified(part: str, size: str) -> Step:
    """Say whether tape may make a wire the neutral, the ground or a line.

    Parameters
    ----------
    part : str
        neutral, ground or line. [-]
    size : str
        Size of the wire. [-]

    References
    ----------
    CE Code 2021, Rules 4-022, 4-026 and 4-036: larger than 2 AWG.
    """
    large = area_m2(size) > 1.01 * TWO_AWG_M2
    if part == "line":
        why = "the white wire of a two-wire cable may be a line if it is marked so at each end, for a switch or equipment without a neutral"
        return ruled("t", "tape on a white wire", "in a cable", why, "Rule 4-026")
    color = "white or grey" if part == "neutral" else "green"
    why = f"larger than 2 AWG: {color} at both ends" if large else "2 AWG and smaller: its color goes along its whole length"
    return ruled("t", f"tape on the {part}", "yes" if large else "no", why, "Rule 4-022" if part == "neutral" else "Rule 4-036")


def leakage_share() -> Step | None:
    """Say that no share is set for the current that flows in the ground all the time."""
    return None


def notices() -> tuple[Step, ...]:
    """List what else is written at a panel.

    References
    ----------
    CE Code 2021, Rules 2-100(3), 84-030 for other sources.
    """
    return (
        ruled("n_1", "directory", "every circuit and its load", "legible, at the panel", "Rule 2-100"),
        ruled("n_2", "other sources", "a sign with where each is shut off", "where a source beside the utility feeds it", "Rule 84-030"),
    )


def notice_of_sources() -> str:
    """Name the notice that is only about sources beside the utility; empty where there is none."""
    return "n_3"


def pipe_end(method: Method, wire_area_m2: float) -> tuple[str, ...]:
    """List what an end of a pipe takes where it comes into a can, by item.

    Parameters
    ----------
    method : Method
        The pipe. [-]
    wire_area_m2 : float
        Of its largest wire. [m²]

    References
    ----------
    CE Code 2021, Rule 12-906: an insulating bushing for larger wires; taken from No. 8 AWG up, the safe side.
    """
    return north_american.pipe_end(method, wire_area_m2, EIGHT_AWG_M2)


cable_end = north_american.cable_end
bonding_goods = north_american.bonding_goods
