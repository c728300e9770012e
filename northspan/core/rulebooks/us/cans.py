"""What stands around a panel, and what feeds and surrounds its bus."""

from __future__ import annotations

from northspan.core.document.job import Method
from northspan.core.rulebooks import north_american
from northspan.core.rulebooks.us.wires import area_m2
from northspan.core.working.worked import Step, ruled

FOUR_AWG_M2 = 21.1e-6

_LOW_A = 200.0


def working_space(old_dwelling_a: float | None = None) -> tuple[Step, Step, Step]:
    """Give the clear width, depth and height in front of a panel. [m]

    References
    ----------
    NEC 2023, 110.26(A), up to 150 V to ground; the width is that of the panel if that is more, and the door opens a quarter turn.
    110.26(A)(3): in a dwelling that is there already, up to 200 A, the height may be less.
    """
    low = old_dwelling_a is not None and old_dwelling_a <= _LOW_A
    why = "an old dwelling, up to 200 A" if low else "or the height of the can, if that is more"
    return (
        ruled("w", "clear width", "30 in", "or the width of the can, if that is more", "110.26(A)(2)", 0.762),
        ruled("d", "clear depth", "3 ft", "up to 150 V to ground", "110.26(A)(1)", 0.9144),
        ruled("h", "clear height", "no figure" if low else "6 ft 6 in", why, "110.26(A)(3)", 0.0 if low else 1.9812),
    )


def most_handles(*, new: bool = False) -> Step:
    """Give how many handles may shut off a building or a service. [-]

    References
    ----------
    NEC 2023, 230.71 and 225.33: each in its own can or behind its own wall; panels made for six mains are gone.
    """
    if new:
        why = "up to six are allowed, each in a can or a compartment of its own"
        return ruled("n", "handles in one can that shut off all", "one", why, "230.71(B), 225.33(B)", 1.0)
    why = "grouped and marked; a panel made for six mains that is there already may stay"
    return ruled("n", "handles that shut off all", "six", why, "230.71, 225.33", 6.0)


def bus_share() -> Step:
    """Give how much of its bus the main and the devices of other sources may be together, those at the far end. [-]

    References
    ----------
    NEC 2023, 705.12(B)(2): a source counts with 125 % of its output, which its device is at least.
    """
    why = "with the source at the far end of the bus from the main; anywhere else no more than the bus itself"
    return ruled("s", "main and sources together", "120 % of the bus", why, "705.12(B)(2)", 1.2)


def surge_asked() -> Step | None:
    """Say that a new service of a dwelling gets a surge device.

    References
    ----------
    NEC 2023, 230.67.
    """
    return ruled("u", "surge device", "at a dwelling's service", "new, or its equipment replaced", "230.67")


def surge_leads() -> Step:
    """Say that the leads of a surge device are short: no figure is set. [m]

    References
    ----------
    NEC 2023, 242.24.
    """
    return ruled("l", "leads of a surge device", "no figure", "no longer than they must be, and no bend that can be spared", "242.24", 0.0)


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
    NEC 2023, 200.6(B), 250.119(B), 200.7(C)(1).
    """
    large = area_m2(size) >= FOUR_AWG_M2
    if part == "line":
        why = "the white wire of a cable may be a line if it is marked black or red wherever it is seen; never as a return of a switch"
        return ruled("t", "tape on a white wire", "in a cable", why, "200.7(C)(1)")
    cite = "200.6(B)" if part == "neutral" else "250.119(B)"
    color = "white" if part == "neutral" else "green, or bared"
    why = f"4 AWG and larger: {color}, all around, at both ends" if large else "below 4 AWG its color goes along its whole length"
    return ruled("t", f"tape on the {part}", "yes" if large else "no", why, cite)


def leakage_share() -> Step | None:
    """Say that no share is set for the current that flows in the ground all the time."""
    return None


def notices() -> tuple[Step, ...]:
    """List what else is written at a panel.

    References
    ----------
    NEC 2023, 408.4(A), 110.22(A), 705.10.
    """
    return (
        ruled("n_1", "directory", "every circuit, and spares as spares", "on the door or inside it, legible", "408.4(A)"),
        ruled("n_2", "each disconnect", "marked with what it shuts off", "unless its place leaves no doubt", "110.22(A)"),
        ruled("n_3", "other sources", "a plaque with where each is shut off", "where a source beside the utility feeds it", "705.10"),
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
    NEC 2023, 300.4(G): insulated bushings from 4 AWG up.
    """
    return north_american.pipe_end(method, wire_area_m2, FOUR_AWG_M2)


cable_end = north_american.cable_end
bonding_goods = north_american.bonding_goods
