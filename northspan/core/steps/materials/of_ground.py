"""What electrodes ask for: rods and plates, clamps listed for where they go, the conductor that joins them."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.case.at_walls import first_can_of
from northspan.core.case.case import Case
from northspan.core.document.job import NEW, Electrode, ElectrodeKind, Status
from northspan.core.document.plan import BuildingPlan
from northspan.core.rulebooks.questions.words import Words
from northspan.core.steps.materials.wanted import Wanted


def ground_wants(case: Case, buildings: dict[str, BuildingPlan]) -> Iterator[Wanted]:
    """List what the new electrodes of every building ask for.

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    buildings : dict
        Buildings as planned. [-]
    """
    for home, plan in buildings.items():
        moved = any(case.job.enclosures[can].status in NEW for can in first_can_of(case.job, home))
        new = {key: one for key, one in case.job.electrodes.items()
               if one.building == home and (one.status in NEW or (moved and one.status is Status.existing))}  # fmt: skip
        for i, (key, one) in enumerate(new.items()):
            at = f"/electrodes/{key}"
            yield from _itself(case.rulebook.words, at, one)
            if one.status is Status.existing and i and one.kind is not ElectrodeKind.water_pipe:
                continue  # what joins it to the one before is there
            if one.status is not Status.existing and one.kind in {ElectrodeKind.ring, ElectrodeKind.buried_wire}:
                length_m, why = one.length_m, "the electrode itself"
            elif i == 0 or one.kind in {ElectrodeKind.water_pipe, ElectrodeKind.concrete_encased}:
                length_m, why = case.job.materials.electrode_lead_m, "from the panel; nobody measured it"
            else:
                length_m, why = one.spacing_m or 2 * one.length_m, "from the one before"
            if plan.electrode_conductor:
                size = case.rulebook.words.size_name(plan.electrode_conductor)
                status = Status.new if one.status is Status.existing else one.status
                yield Wanted("electrode_wire", size, length_m, at, one.name, why, "its conductor", status, (length_m,))


def _itself(say: Words, at: str, one: Electrode) -> Iterator[Wanted]:
    """A rod or plate with its clamp, or the clamp on a pipe."""
    length, clamped = say.length_text(one.length_m), say.cite("clamp_for_burial")
    if one.status is Status.existing:  # its conductor is new, and lands in the new can
        clamp = {ElectrodeKind.rod: ("rod_clamp", "for its rod"), ElectrodeKind.water_pipe: ("pipe_clamp", "on the pipe")}.get(one.kind)
        if clamp:
            yield Wanted(*clamp, 1, at, one.name, "a new conductor gets a new clamp", clamped, Status.new)
    elif one.kind is ElectrodeKind.rod:
        yield Wanted("rod", f"{length} long", 1, at, one.name, "a new rod", say.cite("rod_length"), one.status)
        yield Wanted("rod_clamp", "for its rod", 1, at, one.name, "listed for where it goes", clamped, one.status)
    elif one.kind is ElectrodeKind.plate:
        yield Wanted("plate", f"{length} high", 1, at, one.name, "a new plate", say.cite("rod_length"), one.status)
    elif one.kind is ElectrodeKind.concrete_encased:
        yield Wanted("rebar_clamp", "listed for concrete", 1, at, one.name, "joins the steel before it is poured", clamped, one.status)
    elif one.kind is ElectrodeKind.water_pipe:
        yield Wanted("pipe_clamp", "on the pipe", 1, at, one.name, "joins the water pipe", clamped, one.status)
