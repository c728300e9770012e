"""A panel moved to another place: a new can beside the old one, with everything that hung on it."""

from __future__ import annotations

from northspan.core.desk.draft import Draft, Tail, no_tail
from northspan.core.document.job import Bond, Job, PanelLayout, Room, Run, Status
from northspan.core.working.errors import InvalidJob


def moved(job: Job, key: str, right_m: float, up_m: float, spaces: int | None = None, tail: Tail = no_tail) -> Job:
    """Hang a new panel in place of an old one.

    Parameters
    ----------
    job : Job
        The job. [-]
    key : str
        Id of the old panel, whose spaces are drawn. [-]
    right_m : float
        How far the new one hangs to the right of it. [m]
    up_m : float
        How far it hangs above it. [m]
    spaces : int or None
        Its spaces; None takes as many as the old one has. [-]
    tail : callable
        Makes the tails of new ids. [-]

    Notes
    -----
    The new can is fed as the old one was, by a run that is longer by the way between them. Circuits keep their slots, and
    remember them; loads and the runs that left the old can go over. The old can and what fed it are marked to go.

    Raises
    ------
    InvalidJob
        If there is no such panel, its spaces are not drawn, it moves already, or it has more in it than the new one takes.
    """
    panel = job.enclosures.get(key)
    if panel is None or panel.layout is None:
        raise InvalidJob(f"/enclosures/{key}", f"there is no panel {key} whose spaces are drawn.", "Draw its spaces first.")
    if panel.layout.replaces is not None or any(one.layout and one.layout.replaces == key for one in job.enclosures.values()):
        raise InvalidJob(f"/enclosures/{key}/layout/replaces", f"{panel.name} is moved already.", "Change how far, or take it out.")
    kept = [one for one in job.circuits.values() if one.enclosure == key and one.status is not Status.remove]
    last = max((slot for one in kept for slot in one.slots), default=1)
    wanted = spaces or panel.layout.spaces
    if wanted < last:
        raise InvalidJob("/spaces", f"slot {last} of the old one is in use, and the new one would have {wanted}.", f"At least {last}.")
    draft = Draft(job, tail)
    layout = _new_layout(panel.layout, key, wanted, right_m, up_m)
    fresh = panel.model_copy(update={"name": f"{panel.name[:60]}, new place", "layout": layout, "status": Status.new,
                                     "spaces_free": None, "neutrals_landed": None, "bond_found": Bond.unknown,
                                     "ground_bar_found": Bond.unknown, "handle_height_m": None, "room": Room.unknown,
                                     "weatherproof": None})  # fmt: skip
    new = draft.add(fresh)
    draft.change("enclosures", key, status=Status.remove)
    _hand_over(draft, key, new, abs(right_m) + abs(up_m))
    return draft.job()


def _new_layout(old: PanelLayout, key: str, spaces: int, right_m: float, up_m: float) -> PanelLayout:
    gone = {"as_found": (), "read_1_a": None, "read_2_a": None, "read_neutral_a": None, "trace": None, "working_width_m": None,
            "working_depth_m": None, "headroom_m": None, "in_front": "", "hold_down": None, "torque": ""}  # fmt: skip
    moved = {"replaces": key, "moved_right_m": right_m, "moved_up_m": up_m, "spaces": spaces}
    return old.model_copy(update=gone | moved)


def _hand_over(draft: Draft, key: str, new: str, way_m: float) -> None:
    job = draft.before
    for name, one in job.circuits.items():
        if one.enclosure == key and one.status is not Status.remove:
            draft.change("circuits", name, enclosure=new, old_slots=one.slots)
    for name, load in job.loads.items():
        if load.enclosure == key:
            draft.change("loads", name, enclosure=new)
    for name, run in job.runs.items():
        if run.origin == key:
            draft.change("runs", name, origin=new)
        elif run.target == key and run.status is not Status.remove:
            draft.add(_longer(run, way_m).model_copy(update={"target": new}))
            draft.change("runs", name, status=Status.remove)


def _longer(run: Run, way_m: float) -> Run:
    """The run that fed the old can, anew: its wire is the rules' choice again, and its last stretch is longer by the way between."""
    *first, last = run.segments
    longer = last.model_copy(update={"length_m": round(last.length_m + way_m, 3)})
    status = Status.temporary if run.status is Status.temporary else Status.new
    chosen = {"conductor_size": None, "grounded_size": None, "equipment_ground_size": None, "insulation": None, "metal": None,
              "sets": None, "pipe_size": None, "lug_most": None, "tail_size": None, "measured_loop_ohm": None}  # fmt: skip
    return run.model_copy(update={"segments": (*first, longer), "status": status, "old_colors": False, **chosen})
