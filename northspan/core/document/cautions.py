"""Cautions, shown where the work is."""

from __future__ import annotations

from northspan.core.document.job import Metal, Obstacle, Place, Run, RunKind

DEFERENCE = (
    "North Span plans and explains. The code in force there, the {utility}, the inspector and {licensed_electrician} have the last word."
)
_OFF = "Turn off, lock, test dead, and test the tester. Never work a live box."
_LINE_SIDE = "Line-side conductors stay live with the main off. Only the {utility} makes them dead: it pulls the meter, and seals it again."
_DIG = "Shore a deep trench. Not during lightning."
_ALUMINUM = "{Aluminum}: do not nick the strands, use antioxidant, torque to the label."
_WALL = "Know what is behind the plate before drilling: pipes, gas, live cable."
_IN_THE_WAY = {
    Obstacle.gas_behind: "Gas behind the plate: find the pipe, mark it, and stop the drill short. Shut the gas before you cut.",
    Obstacle.plumbing_behind: "Water pipes behind the plate: find them, and know where the valve is.",
    Obstacle.escape_window: "A window that is a way out must stay one: keep drops, cans and pipe clear of it.",
    Obstacle.finished_ceiling: "A finished ceiling: tell the owner which holes must be cut, and why, before the first one.",
    Obstacle.siding: "Siding: flash and seal where you go through, and know what is under it; old boards may hold asbestos.",
    Obstacle.masonry: "Masonry: drill wet or with a vacuum, and keep away from the ends of lintels.",
    Obstacle.roots_or_rock: "Roots or rock in the trench: less cover is lawful only where the rules for rock say so.",
}


def cautions_for(run: Run, metal: Metal | None) -> tuple[str, ...]:
    """Pick the cautions that belong to the work on a run.

    Parameters
    ----------
    run : Run
        The run. [-]
    metal : Metal or None
        Its conductor metal, if it is sized. [-]
    """
    places = {segment.place for segment in run.segments}
    picked = [_LINE_SIDE if run.kind is RunKind.service else _OFF]
    if Place.buried in places:
        picked.append(_DIG)
    if places & {Place.indoors, Place.attic}:
        picked.append(_WALL)
    picked += [words for obstacle, words in _IN_THE_WAY.items() if obstacle in run.in_the_way]
    if metal is Metal.aluminum:
        picked.append(_ALUMINUM)
    return tuple(picked)
