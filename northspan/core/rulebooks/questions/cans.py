"""What stands around a panel, and what feeds and surrounds its bus."""

from __future__ import annotations

from collections.abc import Hashable
from typing import Protocol

from northspan.core.document.job import Method
from northspan.core.working.worked import Step


class CanRules(Hashable, Protocol):
    """What stands around a panel, and what feeds and surrounds its bus."""

    def working_space(self, old_dwelling_a: float | None = None) -> tuple[Step, Step, Step]:
        """Give the clear width, depth and height in front of a panel; 0 where the code sets no figure. [m]"""

    def most_handles(self, *, new: bool = False) -> Step:
        """Give how many handles of one can may shut off a building or a service, of one that is new or there already. [-]"""

    def bus_share(self) -> Step:
        """Give how much of its bus the main and the devices of other sources may be together, those at the far end. [-]"""

    def surge_asked(self) -> Step | None:
        """Say that a new service of a dwelling gets a surge device; None where the code asks none."""

    def surge_leads(self) -> Step:
        """Give how long the leads of a surge device may be; 0 where it says only that they are short. [m]"""

    def re_identified(self, part: str, size: str) -> Step:
        """Say whether tape or a sleeve may make a wire the neutral, the ground or a line: yes, no, or only in a cable."""

    def leakage_share(self) -> Step | None:
        """Give the part of its residual current that a device may see all the time; None where the code sets none. [-]"""

    def notices(self) -> tuple[Step, ...]:
        """List what else is written at a panel, beside its directory."""

    def notice_of_sources(self) -> str:
        """Name the notice that is only about sources beside the utility; empty where there is none."""

    def cable_end(self, insulation: str) -> tuple[str, ...]:
        """List what an end of a cable takes where it comes into a can, by item of the catalogue; nothing where a grommet does."""

    def pipe_end(self, method: Method, wire_area_m2: float) -> tuple[str, ...]:
        """List what an end of a pipe takes where it comes into a can, by item; by the largest wire in it. [m²]"""

    def bonding_goods(self, *, bonded: bool) -> tuple[str, ...]:
        """List what the bars of a new can take that do not come with it, by item: bonded in it, or kept apart."""
