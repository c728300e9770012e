"""What two circuits that share a neutral do to each other when it opens."""

from __future__ import annotations

from northspan.core.case.case import Case
from northspan.core.physics.network import EARTH, Branch, solve_network
from northspan.core.topics.circuits.standing import Standing
from northspan.core.topics.loads.run_load import voltages_at
from northspan.core.working.worked import Step, given

_NEXT_TO_NOTHING_OHM = 1e-4


def halves_without_neutral(case: Case, panel: str, one: Standing, other: Standing) -> tuple[Step, ...]:
    """Solve the circuit that is left of a shared pair when its neutral opens: what voltage each half gets. [V]

    Parameters
    ----------
    case : Case
        The job made ready. [-]
    panel : str
        Id of their panel. [-]
    one : Standing
        The half whose plan it is. [A]
    other : Standing
        The other half. [A]

    Notes
    -----
    Both loads as resistances at their own voltage, in series between the legs; the same network as on the bench. Empty where
    one of them draws nothing, where both are on one leg, or where there is one line only.
    """
    line_v, neutral_v = voltages_at(case.tree, panel, case.rulebook.supplies)
    if neutral_v >= line_v or one.legs == other.legs or min(one.load_a, other.load_a) <= 0:
        return ()
    state = solve_network((
        Branch("leg 1", EARTH, "a", _NEXT_TO_NOTHING_OHM, volts=line_v / 2),  # what stands between them is all that is left:
        Branch("leg 2", EARTH, "b", _NEXT_TO_NOTHING_OHM, volts=-line_v / 2),  # less than twice the leg's own on a wye
        Branch("one", "a", "middle", neutral_v / one.load_a), Branch("other", "middle", "b", neutral_v / other.load_a),
    ))  # fmt: skip
    words = "gets, with the shared neutral open"
    cite = "the bench: both loads in series between the legs"
    return (given("U_1", f"{one.name or 'one half'} {words}", state.between("a", "middle"), "V", cite),
            given("U_2", f"{other.name or 'the other half'} {words}", state.between("middle", "b"), "V", cite))  # fmt: skip
