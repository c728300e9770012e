"""Residual-current devices: where one is wanted, and what an electrode may be that works with it."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.document.job import Earthing, LoadKind, RunKind
from northspan.core.physics.device_curves import PEOPLE_MA
from northspan.core.rulebooks.questions.loop import LoopFacts
from northspan.core.working.worked import Step, Worked, ruled, step, whole

TOUCH_V = 50.0
GENERAL_OUTLET_A = 32.0
UNSTABLE_OHM = 200.0


def residual_wanted(facts: LoopFacts, *, dwelling: bool) -> Step:
    """Say whether a run needs a residual-current device, and of how many milliamperes; 0 where it needs none.

    Parameters
    ----------
    facts : LoopFacts
        The run. [A]
    dwelling : bool
        Whether it is in a dwelling. [-]

    References
    ----------
    BS 7671:2018, 411.3.3 (socket outlets rated to 32 A), 411.3.4 (lighting of a dwelling), 411.5.2 (TT), 522.6.202 (cables
    hidden in walls), 722.531.3 (vehicles).
    """
    words = "residual-current device"
    for why, citation in _people(facts, dwelling):
        return ruled("I_r", words, f"{whole(PEOPLE_MA)} mA", why, citation, PEOPLE_MA)
    if facts.ahead.earthing is Earthing.tt:
        why = "earth is the way back: only a residual-current device opens on so little current"
        return ruled("I_r", words, "300 mA or less", why, "411.5.2", 300.0)
    return ruled("I_r", words, "not required", "its device opens in time, and no rule asks for one", "411.3.3", 0.0)


def _people(facts: LoopFacts, dwelling: bool) -> Iterator[tuple[str, str]]:  # noqa: FBT001 - private
    """Why a run wants one for people, if it does."""
    if not facts.insulation.startswith("armoured") and any(segment.hidden for segment in facts.segments):
        yield "hidden in a wall less than 50 mm deep, where a nail finds it", "522.6.202"
    if facts.kind is not RunKind.branch:
        return
    outlet_a = facts.ahead.outlet_a
    if LoadKind.vehicle in facts.ahead.kinds:
        yield "a charging point has its own", "722.531.3"
    if outlet_a is not None and outlet_a <= GENERAL_OUTLET_A:
        yield f"socket outlets of {outlet_a:g} A; the outlet's rating decides, not the {facts.device_a:g} A of the device", "411.3.3"
    if facts.ahead.lighting and dwelling:
        yield "lighting of a dwelling", "411.3.4"
    if LoadKind.shower in facts.ahead.kinds:
        yield "a room with a bath or shower", "701.411.3.3"


def electrode_limit(residual_ma: float | None) -> Worked[float]:
    """Give the most an electrode may be where earth is the way back. [ohm]

    Parameters
    ----------
    residual_ma : float or None
        The residual-current device it works with; None takes 300 mA. [mA]

    References
    ----------
    BS 7671:2018, 411.5.3.

    Examples
    --------
    >>> round(electrode_limit(30).value), round(electrode_limit(None).value)
    (1667, 167)
    """
    most = step("R_m", "most for the electrode: 50 V over the residual current", "1000 * U / I_r", "Ω", "411.5.3",
                U=TOUCH_V, I_r=residual_ma or 300.0)  # fmt: skip
    return Worked(most.value, (most,))
