"""A task that the plan asks for."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.document.job import Sky
from northspan.core.steps.days.kinds import Kind, Reaches
from northspan.core.working.worked import Step


@dataclass(frozen=True, slots=True)
class Task:
    """What is done, why and where; how long it takes and by which working, who it takes, what it cannot stand.

    `off` are the cans that must be dead for it, `after` the tasks that come before it, `visit` whose window it waits for;
    `opens` is the can whose outage it begins, `closes` the one whose outage it ends. [h]
    """

    key: str
    kind: Kind
    rate: str
    words: str
    why: str
    where: str
    place: str
    hours: float
    people: int = 1
    skilled: bool = True
    tools: tuple[str, ...] = ()
    cannot_stand: frozenset[Sky] = frozenset()
    off: frozenset[str] = frozenset()
    after: tuple[str, ...] = ()
    visit: str = ""
    opens: str = ""
    closes: str = ""
    circuit: str = ""
    steps: tuple[Step, ...] = ()

    @property
    def never_a_helper_alone(self) -> bool:
        """Whether an electrician has to be there: it makes dead or live, it is tested, or hands go where something may be live."""
        kind = self.kind
        return self.skilled and (kind.keeps_safe or kind.name in {"test", "measure"} or kind.reaches is not Reaches.nothing)

    @property
    def part(self) -> str:
        """The part that it is about, by which it is named; of one in parts, that of the whole. [-]"""
        return self.key.partition("#")[0].partition(":")[2]
