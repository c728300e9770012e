"""Slots of panels: which leg each lands on, what stands in them, and what a job may not say of them."""

from __future__ import annotations

from collections import Counter

from northspan.core.document.job import Across, Enclosure, Job, LegsLand, PanelCircuit, PanelLayout, Status
from northspan.core.working.errors import InvalidJob

_ON_LEG = {1: Across.l1_neutral, 2: Across.l2_neutral}


def leg_of(layout: PanelLayout, slot: int) -> int:
    """Say which leg a slot lands on.

    Parameters
    ----------
    layout : PanelLayout
        The panel's spaces. [-]
    slot : int
        Number of the slot: left odd and right even in two columns, one after the other in one. [-]

    Examples
    --------
    >>> [leg_of(PanelLayout(spaces=8), slot) for slot in (1, 2, 3, 4, 5)]
    [1, 1, 2, 2, 1]
    """
    if layout.legs_land is LegsLand.one_line:
        return 1
    found = next((one.leg for one in layout.as_found if one.slot == slot), None)
    return found or 2 - row_of(layout, slot) % 2


def row_of(layout: PanelLayout, slot: int) -> int:
    """Say in which row a slot is, the first being 1.

    Parameters
    ----------
    layout : PanelLayout
        The panel's spaces. [-]
    slot : int
        Number of the slot. [-]
    """
    return -(-slot // layout.columns)


def below(layout: PanelLayout, slot: int) -> int:
    """Give the slot under a slot, where the second pole of a device stands.

    Parameters
    ----------
    layout : PanelLayout
        The panel's spaces. [-]
    slot : int
        Number of the slot. [-]
    """
    return slot + layout.columns


def circuits_in(job: Job, panel: str) -> dict[str, PanelCircuit]:
    """List the circuits of a panel that stay.

    Parameters
    ----------
    job : Job
        The job. [-]
    panel : str
        Id of the panel. [-]
    """
    return {key: one for key, one in job.circuits.items() if one.enclosure == panel and one.status is not Status.remove}


def free_slots(job: Job, panel: str) -> tuple[int, ...]:
    """List the slots of a panel in which nothing stands.

    Parameters
    ----------
    job : Job
        The job. [-]
    panel : str
        Id of the panel, whose spaces are drawn. [-]
    """
    layout = job.enclosures[panel].layout
    if layout is None:
        return ()
    taken = {slot for one in circuits_in(job, panel).values() for slot in one.slots} | set(layout.main_slots)
    return tuple(slot for slot in range(1, layout.spaces + 1) if slot not in taken)


def check_circuits(job: Job) -> None:
    """Refuse what cannot be: a slot that is not there, two devices in one, a partner, load, run or box that does not exist.

    Parameters
    ----------
    job : Job
        The job. [-]

    Raises
    ------
    InvalidJob
        With the field and what would be right.
    """
    for key, panel in job.enclosures.items():
        if panel.layout is not None:
            _check_layout(f"/enclosures/{key}/layout", panel.layout)
            _check_replaced(job, key, panel.layout)
            _check_trace(job, key, panel.layout)
    for key, one in job.circuits.items():
        _check_circuit(job, key, one)
    for key, box in job.boxes.items():
        if box.building not in job.buildings:
            raise InvalidJob(f"/boxes/{key}/building", f"there is no building {box.building}.", "Name a building.")
    _check_shared(job)


def _check_circuit(job: Job, key: str, one: PanelCircuit) -> None:
    at = f"/circuits/{key}"
    if one.enclosure not in job.enclosures:
        raise InvalidJob(f"{at}/enclosure", f"there is no panel {one.enclosure}.", "Name an enclosure.")
    _check_slots(at, one, job.enclosures[one.enclosure])
    for field in ("partner", "neutral_with"):
        other = getattr(one, field)
        if other is not None and (other == key or other not in job.circuits or job.circuits[other].enclosure != one.enclosure):
            raise InvalidJob(f"{at}/{field}", f"there is no other circuit {other} in its panel.", "Name a circuit of the same panel.")
    for field, parts, kind in (("run", job.runs, "run"), ("extended_in", job.boxes, "box"), ("source", job.sources, "source")):
        other = getattr(one, field)
        if other is not None and other not in parts:
            raise InvalidJob(f"{at}/{field}", f"there is no {other}.", f"Name a {kind} of the job.")
    _check_old_and_group(job, at, one)
    missing = next((load for load in one.loads if load not in job.loads), None)
    if missing is not None:
        raise InvalidJob(f"{at}/loads", f"there is no load {missing}.", "Name loads of the job.")


def _check_old_and_group(job: Job, at: str, one: PanelCircuit) -> None:
    layout = job.enclosures[one.enclosure].layout
    if one.group is not None and one.group > len(layout.groups if layout else ()):
        raise InvalidJob(f"{at}/group", f"there is no residual-current device {one.group} in it.", "Write the device down first.")
    old = job.enclosures[layout.replaces].layout if layout and layout.replaces in job.enclosures else None
    beyond = next((slot for slot in one.old_slots if old is None or slot > old.spaces), None)
    if beyond is not None:
        said = f"there is no slot {beyond} in the old panel." if old else "its panel takes the place of none whose spaces are drawn."
        raise InvalidJob(f"{at}/old_slots", said, "Name slots of the old panel, or none.")


def _check_replaced(job: Job, key: str, layout: PanelLayout) -> None:
    at, old = f"/enclosures/{key}/layout/replaces", layout.replaces
    if old is None:
        return
    if old == key or old not in job.enclosures:
        raise InvalidJob(at, f"there is no other panel {old}.", "Name the panel whose place it takes.")
    if any(other != key and one.layout is not None and one.layout.replaces == old for other, one in job.enclosures.items()):
        raise InvalidJob(at, f"another panel takes the place of {old} already.", "One new panel for each old one.")
    behind = job.enclosures[old].layout
    if behind is not None and behind.replaces is not None:
        raise InvalidJob(at, f"{old} itself takes the place of {behind.replaces}.", "Name the panel that hangs there now.")


def _check_trace(job: Job, key: str, layout: PanelLayout) -> None:
    if layout.trace is None:
        return
    for i, off in enumerate(layout.trace.rounds):
        missing = next((circuit for circuit in off if circuit not in job.circuits), None)
        if missing is not None:
            raise InvalidJob(f"/enclosures/{key}/layout/trace/rounds/{i}", f"there is no circuit {missing}.", "Name circuits of the panel.")
    for i, outlet in enumerate(layout.trace.outlets):
        if len(outlet.off) > len(layout.trace.rounds):
            words = f"{len(outlet.off)} readings, and there are {len(layout.trace.rounds)} rounds."
            raise InvalidJob(f"/enclosures/{key}/layout/trace/outlets/{i}/off", words, "One for each round.")


def _check_layout(at: str, layout: PanelLayout) -> None:
    for field, slots in (("half_slots", layout.half_slots), ("main_slots", layout.main_slots),
                         ("as_found", tuple(one.slot for one in layout.as_found))):  # fmt: skip
        beyond = next((slot for slot in slots if slot > layout.spaces), None)
        if beyond is not None:
            raise InvalidJob(f"{at}/{field}", f"there is no slot {beyond}; the panel has {layout.spaces}.", "Name a slot that is there.")


def _check_slots(at: str, one: PanelCircuit, panel: Enclosure) -> None:
    if not one.slots:
        return
    if panel.layout is None:
        raise InvalidJob(f"{at}/slots", f"the spaces of {panel.name} are not drawn yet.", "Say how many it has, then place circuits.")
    spaces = panel.layout.spaces
    beyond = next((slot for slot in one.slots if slot > spaces), None)
    if beyond is not None:
        raise InvalidJob(f"{at}/slots", f"there is no slot {beyond}; {panel.name} has {spaces}.", f"A slot from 1 to {spaces}.")
    if len(set(one.slots)) < len(one.slots):
        raise InvalidJob(f"{at}/slots", "a slot is named twice.", "Each pole stands in a slot of its own.")


def _check_shared(job: Job) -> None:
    for panel, enclosure in job.enclosures.items():
        taken: Counter[tuple[int, str]] = Counter()
        for slot in enclosure.layout.main_slots if enclosure.layout else ():
            taken[slot, ""] += 1
        for key, one in circuits_in(job, panel).items():
            for slot in one.slots:
                halves = (one.half,) if one.half else ("a", "b", "")
                if any(taken[slot, half] for half in (*halves, "")) or (not one.half and (taken[slot, "a"] or taken[slot, "b"])):
                    raise InvalidJob(
                        f"/circuits/{key}/slots", f"slot {slot} is taken already.", "Take out what stands there, or another slot."
                    )
                taken[slot, one.half] += 1


def on_their_legs(job: Job) -> Job:
    """Put loads on the leg on which the slot of their circuit lands: what is drawn in a panel is said once.

    Parameters
    ----------
    job : Job
        The job. [-]
    """
    loads = dict(job.loads)
    for one in job.circuits.values():
        layout = job.enclosures[one.enclosure].layout
        if layout is None or len(one.slots) != 1 or one.status is Status.remove:
            continue
        for key in one.loads:
            if loads[key].across in _ON_LEG.values():
                loads[key] = loads[key].model_copy(update={"across": _ON_LEG[leg_of(layout, one.slots[0])]})
    return job if loads == job.loads else job.model_copy(update={"loads": loads})
