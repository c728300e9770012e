"""What stands around a consumer unit, and what feeds and surrounds its bus."""

from __future__ import annotations

from northspan.core.document.job import Method
from northspan.core.working.worked import Step, ruled


def working_space(old_dwelling_a: float | None = None) -> tuple[Step, Step, Step]:
    """Say that no figure is set: there is room to work, look and test. [m]

    References
    ----------
    BS 7671:2018, 132.12 and 513.1.
    """
    del old_dwelling_a
    why = "room to work, look and test"
    return (
        ruled("w", "clear width", "no figure", why, "132.12", 0.0),
        ruled("d", "clear depth", "no figure", why, "132.12", 0.0),
        ruled("h", "clear height", "no figure", why, "132.12", 0.0),
    )


def most_handles(*, new: bool = False) -> Step:
    """Give how many handles may shut off an installation. [-]

    References
    ----------
    BS 7671:2018, 462.1.201: one main linked switch, both poles, that ordinary persons can work.
    """
    del new
    return ruled("n", "handles that shut off all", "one", "a main switch of both poles within reach of anybody", "462.1.201", 1.0)


def bus_share() -> Step:
    """Give how much of its rating the main and the devices of other sources may be together. [-]

    References
    ----------
    BS 7671:2018 with amendment 2, 536.4.202 and 551.7.2: rated for what supply and generation bring together.
    """
    why = "the unit carries what supply and sources bring together"
    return ruled("s", "supply and sources together", "the rating of the unit", why, "551.7.2", 1.0)


def surge_asked() -> Step | None:
    """Say that a new installation gets a surge device unless the owner declines it.

    References
    ----------
    BS 7671:2018 with amendment 2, 443.4.1.
    """
    return ruled("u", "surge device", "unless the owner declines it", "a new installation; the owner says so in writing", "443.4.1")


def surge_leads() -> Step:
    """Give how long the leads of a surge device may be. [m]

    References
    ----------
    BS 7671:2018, 534.4.8: preferably within 0.5 m in all, never more than 1 m.
    """
    return ruled("l", "leads of a surge device", "0.5 m", "together, and never more than 1 m", "534.4.8", 0.5)


def re_identified(part: str, size: str) -> Step:
    """Say whether tape or a sleeve may make a core the neutral, the ground or a line.

    Parameters
    ----------
    part : str
        neutral, ground or line. [-]
    size : str
        Size of the core; the rule does not ask it. [-]

    References
    ----------
    BS 7671:2018, 514.3.1, 514.4.2 and 514.4.201.
    """
    del size
    if part == "ground":
        return ruled("t", "sleeve on the protective conductor", "bare ones", "green-and-yellow on a bare one; on no other core", "514.4.2")
    color = "blue" if part == "neutral" else "brown"
    return ruled("t", f"sleeve on the {part}", "yes", f"{color} at both ends, any size; never on the green-and-yellow core", "514.3.1")


def leakage_share() -> Step | None:
    """Give the part of its residual current that a device may see all the time. [-]

    References
    ----------
    BS 7671:2018, 531.3.2.
    """
    why = "what flows in the protective conductors all the time, so that it does not trip for nothing"
    return ruled("k", "share of its residual current", "30 %", why, "531.3.2", 0.3)


def notices() -> tuple[Step, ...]:
    """List what else is written at a consumer unit.

    References
    ----------
    BS 7671:2018 with amendment 2, 514.12.1, 514.12.2, 514.9.1.
    """
    return (
        ruled("n_1", "list of circuits", "each with its points and its protection", "at the unit or in it", "514.9.1"),
        ruled("n_2", "inspection", "the day of the last and of the next", "so that nobody forgets it", "514.12.1"),
        ruled("n_3", "residual-current devices", "press the test button every six months", "it works only if it is worked", "514.12.2"),
    )


def cable_end(insulation: str) -> tuple[str, ...]:
    """List what an end of a cable takes: one with armour a gland with its tag, nut and shroud, others come in through a grommet.

    Parameters
    ----------
    insulation : str
        Kind of cable. [-]
    """
    return ("cable_connector", "earth_tag", "earth_nut", "gland_shroud") if insulation.startswith("armoured") else ()


def notice_of_sources() -> str:
    """Name the notice that is only about sources beside the utility; empty where there is none."""
    return ""


def pipe_end(method: Method, wire_area_m2: float) -> tuple[str, ...]:
    """List what an end of a conduit takes where it comes into an enclosure: a female adaptor and a bush, whatever is in it.

    Parameters
    ----------
    method : Method
        Not asked. [-]
    wire_area_m2 : float
        Not asked. [m²]
    """
    del method, wire_area_m2
    return ("connector", "bushing")


def bonding_goods(*, bonded: bool) -> tuple[str, ...]:
    """List what the bars of a new unit take that do not come with it: nothing, its earth bar is in it.

    Parameters
    ----------
    bonded : bool
        Not asked. [-]
    """
    del bonded
    return ()
