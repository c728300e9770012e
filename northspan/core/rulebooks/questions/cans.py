"""What stands around a panel, and what feeds and surrounds its bus."""

from __future__ import annotations

from collections.abc import Hashable
from typing import Protocol

from northspan.core.working.worked import Step


class CanRules(Hashable, Protocol):
    """What stands around a panel, and what feeds and surrounds its bus."""

    def working_space(self) -> tuple[Step, Step, Step]:
        """Give the clear width, depth and height in front of a panel; 0 where the code sets no figure. [m]"""

    def most_handles(self) -> Step:
        """Give how many handles may shut off a building or a service. [-]"""

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

    def wants_connector(self, insulation: str) -> bool:
        """Tell whether a cable comes into a can through a connector; else through a grommet."""
