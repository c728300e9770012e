"""Cautions, shown where the work is."""

from __future__ import annotations

from northspan.core.job import Metal, Place, Run, RunKind

STANDING = (
    "North Span plans and explains. The adopted local code, the utility, the inspector and a licensed electrician have the last word."
)
_OFF = "Turn off, lock, test dead, and test the tester. Never work a live box."
_LINE_SIDE = "Line-side conductors stay live with the main off. Only the utility can make them dead."
_DIG = "Have the ground located before digging. Shore a deep trench. Not during lightning."
_ALUMINUM = "Aluminum: do not nick the strands, use antioxidant, torque to the label."
_WALL = "Know what is behind the plate before drilling: pipes, gas, live cable."


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
    if metal is Metal.aluminum:
        picked.append(_ALUMINUM)
    return tuple(picked)
