"""The conductors that feed a building, as far as its electrode conductor asks: those that are there, or those a main asks for."""

from __future__ import annotations

from dataclasses import dataclass

from northspan.core.document.job import Circuit, Job, Metal, Method, Place, Segment, Status, System, Terminals
from northspan.core.rulebooks.questions.ampacities import AmpacityRules
from northspan.core.rulebooks.questions.common import Wire
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.working.worked import Step, ruled, whole

_PIECE = Segment(length_m=1, method=Method.pvc40, place=Place.indoors)


@dataclass(frozen=True, slots=True)
class Supply:
    """The largest conductor, how many of it are in parallel, and why it is taken where nobody noted it."""

    wire: Wire
    sets: int = 1
    assumed: Step | None = None


def assumed_supply(job: Job, building: str, rulebook: Rulebook) -> Supply:
    """Take the supply of a building for which none is drawn: by its main, its bus, or what houses usually have.

    Parameters
    ----------
    job : Job
        The job. [-]
    building : str
        Id of the building. [-]
    rulebook : Rulebook
        The code to follow. [-]
    """
    cans = [one for one in job.enclosures.values() if one.building == building and one.status is not Status.remove]
    main_a = max((one.main_a for one in cans if one.main_a), default=None)
    bus_a = max((one.bus_a for one in cans if one.bus_a), default=None)
    if main_a is not None:
        return for_device(
            main_a, rulebook.wires, rulebook.ampacities, rulebook.words, f"no supply is drawn, and its main is {whole(main_a)} A"
        )
    if bus_a is not None:
        return for_device(
            bus_a,
            rulebook.wires,
            rulebook.ampacities,
            rulebook.words,
            f"neither supply nor main is noted, and its bus stands {whole(bus_a)} A",
        )
    usual_a = min(rulebook.supplies.service_ratings())  # no service is new below it: large enough that nothing comes out too small
    return for_device(
        usual_a, rulebook.wires, rulebook.ampacities, rulebook.words, f"nothing of its supply is noted; taken for {whole(usual_a)} A"
    )


def for_device(device_a: float, wire_rules: WireRules, ampacity_rules: AmpacityRules, say: Words, why: str) -> Supply:
    """Give the least copper conductor that carries the whole of a device.

    Parameters
    ----------
    device_a : float
        The device. [A]
    wire_rules : WireRules
        Which wires there are. [-]
    ampacity_rules : AmpacityRules
        Ampacities. [-]
    say : Words
        How things are called. [-]
    why : str
        Why it is taken. [-]

    References
    ----------
    NEC 2023, Table 250.66, its note for supplies without conductors of their own: those that the load would ask for.
    """
    kinds = [kind for kind in wire_rules.insulations() if wire_rules.single_wires(kind)]
    kind = next(iter(kinds), wire_rules.default_insulation(Metal.copper, (_PIECE,)))
    carrying = int(ampacity_rules.carrying_conductors(Circuit.two_wire_line, System.split_phase).value)
    stood_c = ampacity_rules.terminals_c(Terminals.unmarked, device_a).value
    ladder = wire_rules.sizes(Metal.copper, kind)

    def carries(size: str, sets: int) -> bool:
        wire = Wire(size, Metal.copper, kind)
        return sets * ampacity_rules.run_ampacity(wire, (_PIECE,), carrying, stood_c, "insulation").value.final_a >= device_a - 1e-9

    size, sets = next(((one, sets) for sets in range(1, 9) for one in ladder if carries(one, sets)), (ladder[-1], 1))
    taken = ruled("A_u", "supply conductor, not noted", f"{say.size_name(size)} copper", why, "taken to be safe")
    return Supply(Wire(size, Metal.copper, kind), sets, taken)
