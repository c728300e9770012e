"""Fault protection of a run: the earth fault loop, how soon its device opens, and its protective conductor."""

from __future__ import annotations

from functools import lru_cache
from math import hypot

from northspan.core.document.job import Earthing, RunKind
from northspan.core.rulebooks.questions.loop import LoopAnswer, LoopFacts
from northspan.core.rulebooks.uk.cables import cable, size_ladder
from northspan.core.rulebooks.uk.conductors import APART, area_mm2, inside, is_armour, reactance_ohm_km, resistance_ohm_km, size_name
from northspan.core.rulebooks.uk.device_energy import energy, opens_at_a, residual_energy
from northspan.core.rulebooks.uk.devices import NAMES
from northspan.core.rulebooks.uk.residual import TOUCH_V
from northspan.core.working.errors import NoSolution, OutsideTable
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import Margin, Step, Worked, at_most, ending, given, ruled, step, whole

C_MIN = 0.95  # how low the supply may stand
MEASURED_SHARE = 0.8  # a loop measured cold is held against so much of the limit
STATED_OHM = {Earthing.tn_c_s: 0.35, Earthing.tn_s: 0.8, Earthing.tt: 0.0}
SOCKETS_TO_A, FIXED_TO_A = 63.0, 32.0
K_INSIDE, K_BUNCHED, K_CORE_90, K_ARMOUR = 115.0, 115.0, 143.0, {70: 51.0, 90: 46.0}
K_APART = 143.0  # outside the cable, with 70 °C insulation and not bunched
LEAST_MM2, LEAST_LIGHTING_MM2 = 1.5, 1.0


def supply_loop(earthing: Earthing, stated_ohm: float | None) -> Step:
    """Give the earth fault loop outside the installation. [ohm]

    Parameters
    ----------
    earthing : Earthing
        How the supply is earthed. [-]
    stated_ohm : float or None
        As measured or stated; None takes the most that suppliers state. [ohm]

    References
    ----------
    What suppliers commonly declare: 0.35 ohm with a combined neutral and earth, 0.8 ohm with a separate one.

    Examples
    --------
    >>> supply_loop(Earthing.tn_c_s, None).value, supply_loop(Earthing.tn_s, 0.4).value
    (0.35, 0.4)
    """
    if stated_ohm is not None:
        return given("Z_e", "earth fault loop outside the installation", stated_ohm, "Ω", "measured or stated")
    if earthing is Earthing.tt:
        why = "the supplier's own electrode is left out: the residual-current device goes by yours"
        return ruled("Z_e", "earth fault loop outside the installation", "0 Ω", why, "411.5.3", 0.0)
    value = STATED_OHM.get(earthing, STATED_OHM[Earthing.tn_s])
    why = "the most that suppliers state; measure it"
    return ruled("Z_e", "earth fault loop outside the installation", f"{value:g} Ω", why, "supplier", value)


def opens_within(facts: LoopFacts) -> Step:
    """Say how soon a device must open in an earth fault. [s]

    Parameters
    ----------
    facts : LoopFacts
        The run. [A, V]

    References
    ----------
    BS 7671:2018, 411.3.2.2 to 411.3.2.4, Table 41.1, for 230 V to earth: final circuits to 63 A with socket outlets and
    to 32 A with fixed equipment alone 0.4 s (TT 0.2 s); distribution and larger ones 5 s (TT 1 s).
    """
    by_earth = facts.ahead.earthing is Earthing.tt
    most = SOCKETS_TO_A if facts.ahead.outlet_a is not None else FIXED_TO_A
    final = facts.kind is RunKind.branch and facts.device_a <= most
    seconds = (0.2 if by_earth else 0.4) if final else (1.0 if by_earth else 5.0)
    if final:
        why = f"final circuit to {most:g} A{', socket outlets' if facts.ahead.outlet_a is not None else ', fixed equipment'}"
    else:
        why = "distribution circuit" if facts.kind is not RunKind.branch else f"final circuit above {most:g} A"
    system = "earth is the way back" if by_earth else "a conductor is the way back"
    return ruled("t", "must open within", f"{seconds:g} s", f"{why}; {system}", "411.3.2", seconds)


@lru_cache(maxsize=4096)
def protect(facts: LoopFacts) -> Worked[LoopAnswer]:
    """Work the earth fault loop of a run, hold it against its limit, and choose or check the protective conductor.

    Parameters
    ----------
    facts : LoopFacts
        The run. [A, V]

    Raises
    ------
    NoSolution
        If no protective conductor up to the size of the line conductor will do.

    References
    ----------
    BS 7671:2018, 411.4.4 (TN), 411.5.3 (TT), 543.1.3 (formula), 543.1.4 and Table 54.7.
    """
    fixed = facts.ground_size or ("" if facts.separate else inside(facts.size, facts.insulation))
    if fixed:
        return _with_ground(facts, fixed)
    ladder = size_ladder(facts.insulation)
    best: Worked[LoopAnswer] | None = None
    for size in ladder[: ladder.index(facts.size) + 1]:
        best = _with_ground(facts, size)
        if all(margin.holds for margin in best.margins if margin.key in {"protective", "loop"}):
            return best
    if best is None:
        raise NoSolution("protective conductor", f"every size to {facts.size} mm²")
    return best  # as large as the line conductor, with the limit it breaks


def measured_margin(facts: LoopFacts, limit_ohm: float) -> Margin | None:
    """Hold a loop measured cold against four fifths of its limit.

    Parameters
    ----------
    facts : LoopFacts
        The run. [ohm]
    limit_ohm : float
        The most the loop may be, warm. [ohm]

    Notes
    -----
    The fifth stands for the rise of the wires' temperature. The warm loop that is worked out has it in
    already and is held against the whole limit; both together would count it twice.

    References
    ----------
    BS 7671:2018, Appendix 3.
    """
    if facts.measured_ohm is None:
        return None
    return at_most("measured_loop", "Loop as measured", facts.measured_ohm, MEASURED_SHARE * limit_ohm, "Ω", "Appendix 3")


def _with_ground(facts: LoopFacts, ground: str) -> Worked[LoopAnswer]:
    length_m = sum_of(segment.length_m for segment in facts.segments)
    path, here = _wires(facts, ground, length_m)
    within = opens_within(facts)
    opening = [
        given("c", f"protective conductor: {size_name(ground)}", area_mm2(ground), "mm²", "cable" if not facts.ground_size else "job")
    ]
    wires = (facts.ahead.wires_ohm[0] + here[0], facts.ahead.wires_ohm[1] + here[1])
    loop_ohm, loop_steps = _loop(facts, wires)
    limited = _limit(facts, within.value)
    limit = limited.value
    margins = [_least(facts)]
    if loop_ohm is not None:
        margins.append(at_most("loop", "Earth fault loop", loop_ohm, limit, "Ω", limited.rule.citation))
    measured = measured_margin(facts, limit)
    if measured is not None:
        margins.append(measured)
    thermal, margin = _thermal(facts, ground, loop_ohm, within.value)
    steps = (*opening, *path, *loop_steps, within, *limited.steps, *thermal)
    answer = LoopAnswer(ground, wires, loop_ohm, limit, within.value)
    return Worked(answer, steps, (*margins, margin))


def _wires(facts: LoopFacts, ground: str, length_m: float) -> tuple[tuple[Step, ...], tuple[float, float]]:
    """Line and protective conductor of this run, warm; of a ring a quarter of both all the way round. [ohm]"""
    warm = cable(facts.insulation)["c"]
    line = resistance_ohm_km(facts.size, warm)
    protective = resistance_ohm_km(ground, APART if facts.separate else warm)
    share, words = (0.25, "a quarter of all the way round") if facts.ring else (1.0, "line and protective conductor, warm")
    total = step("R_12", words, "q * (R_1 + R_2) * L / 1000", "Ω", "circuit", q=share, R_1=line.value, R_2=protective.value, L=length_m)
    reactive = share * reactance_ohm_km(facts.size, facts.insulation) * length_m / 1000
    steps = [*line.steps, *protective.steps, total]
    if reactive:
        steps.append(given("X_12", "their reactance", reactive, "Ω", "Appendix 4"))
    return tuple(steps), (total.value, reactive)


def _loop(facts: LoopFacts, wires: tuple[float, float]) -> tuple[float | None, tuple[Step, ...]]:
    """The whole loop; with earth as the way back, what the residual-current device goes by. [ohm]"""
    ahead = facts.ahead
    supply = given("Z_e", ahead.supply_words, ahead.supply_ohm, "Ω", "supply")
    if ahead.earthing is not Earthing.tt:
        total = hypot(ahead.supply_ohm + wires[0], wires[1])
        found = step("Z_s", "earth fault loop at the far end", "sqrt((Z_e + R)**2 + X**2)", "Ω", "circuit",
                     Z_e=ahead.supply_ohm, R=wires[0], X=wires[1])  # fmt: skip
        return total, (supply, found)
    if ahead.electrode_ohm is None:
        why = "measure it: everything here hangs on it"
        return None, (ruled("R_A", "electrode", "not known", why, "411.5.3"),)
    electrode = given("R_A", "electrode", ahead.electrode_ohm, "Ω", "Electrodes step")
    found = step("Z_s", "earth fault loop at the far end, by the soil", "R_A + Z_e + R", "Ω", "circuit",
                 R_A=electrode.value, Z_e=ahead.supply_ohm, R=wires[0])  # fmt: skip
    return found.value, (electrode, supply, found)


def _limit(facts: LoopFacts, within_s: float) -> Worked[float]:
    residual_ma = facts.ahead.residual_ma
    by_earth = facts.ahead.earthing is Earthing.tt
    try:
        current = opens_at_a(facts.device_type, facts.device_a, within_s)
        by_device = step("Z_m", f"most for the {NAMES[facts.device_type]}", "C * U / I_a", "Ω", "411.4.4",
                         C=C_MIN, U=facts.nominal_v, I_a=current.value)  # fmt: skip
        found = [current, by_device]
        most = by_device.value
    except OutsideTable as outside:
        found = [ruled("Z_m", "most for the device", "none", str(outside), "411.4.4", 0.0)]
        most = 0.0
    if residual_ma is None:
        return Worked(most, tuple(found))
    by_residual = step("Z_r", f"most for the residual-current device of {residual_ma:g} mA: 50 V", "1000 * U / I_r", "Ω",
                       "411.5.3" if by_earth else "411.4.5", U=TOUCH_V, I_r=residual_ma)  # fmt: skip
    lines = (*found, by_residual) if by_residual.value > most else (by_residual, *found)
    return Worked(max(most, by_residual.value), lines)


def _thermal(facts: LoopFacts, ground: str, loop_ohm: float | None, within_s: float) -> tuple[tuple[Step, ...], Margin]:
    """The protective conductor against the heat of a fault: by the formula, or by the table where that is the call."""
    area = area_mm2(ground)
    if facts.school == "table":
        wanted = _by_table(facts, ground)
        return wanted.steps, at_most("protective", "Protective conductor, by the table", wanted.value, area, "mm²", "Table 54.7")
    k = K_APART if facts.separate else _k(facts.insulation, ground)
    if loop_ohm is None or loop_ohm <= 0:
        none = ruled("S", "protective conductor", "nothing to work from", "the loop is not known", "543.1.3")
        return (none,), at_most("protective", "Protective conductor", 0.0, area, "mm²", "543.1.3")
    fault = step("I_f", "earth fault current", "U / Z_s", "A", "Ohm's law", U=facts.nominal_v, Z_s=loop_ohm)
    by_device = energy(facts.device_type, facts.device_a, fault.value, within_s)
    residual = residual_energy(facts.ahead.residual_ma, fault.value)
    lets = [by_device, residual] if residual else [by_device]
    let_through = min(lets, key=lambda one: one.value)
    least = step("S", "least protective conductor", "sqrt(W) / k", "mm²", "543.1.3", W=let_through.value, k=k)
    lines = (line for one in lets for line in one.steps)
    return (fault, *lines, least), at_most("protective", "Protective conductor", least.value, area, "mm²", "543.1.3")


def _by_table(facts: LoopFacts, ground: str) -> Worked[float]:
    line, full, half = float(facts.size), 16.0, 35.0
    plain = line if line <= full else full if line <= half else line / 2
    why = "as the line conductor to 16 mm², then 16 mm² to 35 mm², then half"
    copper = ruled("S_t", "by the table, copper", f"{plain:g} mm²", why, "Table 54.7", plain)
    if not is_armour(ground):
        return ending(copper)
    k_1, k_2 = K_CORE_90 if cable(facts.insulation)["c"] == "90" else K_INSIDE, _k(facts.insulation, ground)
    return ending(copper, step("S", "in steel, by their factors", "S_t * k_1 / k_2", "mm²", "Table 54.7", S_t=plain, k_1=k_1, k_2=k_2))


def _k(insulation: str, ground: str) -> float:
    warm = int(cable(insulation)["c"])
    if is_armour(ground):
        return K_ARMOUR[warm]
    if insulation == "singles":
        return K_BUNCHED
    return K_CORE_90 if warm > 70 else K_INSIDE  # noqa: PLR2004 - the kinds of cable


def _least(facts: LoopFacts) -> Margin:
    least = LEAST_LIGHTING_MM2 if facts.ahead.lighting and facts.ahead.outlet_a is None else LEAST_MM2
    return at_most("least_size", "Smallest lawful size", least, float(facts.size), "mm²", "Table 52.3")


def rounded_up(area: float) -> str:
    """Give the next standard size of an area. [mm²]

    Parameters
    ----------
    area : float
        Area wanted. [mm²]

    Raises
    ------
    OutsideTable
        Above the largest size.

    Examples
    --------
    >>> rounded_up(1.53), rounded_up(2.5)
    ('2.5', '2.5')
    """
    for size in size_ladder(""):
        if float(size) >= area - 1e-9:
            return size
    raise OutsideTable("BS EN 60228", f"{whole(area)} mm²", f"it ends at {size_ladder('')[-1]} mm² here")
