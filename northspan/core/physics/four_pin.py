"""Four pins in a row: apparent resistivity from each reading, and the one or two layers that explain them."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from math import exp, log, sqrt

from northspan.core.physics.soil import Soil
from northspan.core.working.sums import sum_of
from northspan.core.working.worked import Step, Worked, given, step

MOST_TERMS = 2000
TWO_LAYERS_PAY = 0.6  # two layers are taken when they leave less than this share of one layer's misfit
EVEN = 0.10  # readings that scatter less about their mean are noise over one layer
ENOUGH = 4  # readings for two layers, which have three unknowns


@dataclass(frozen=True, slots=True)
class Reading:
    """A reading: distance from pin to pin and depth of the pins [m], and what the instrument shows [ohm]."""

    spacing_m: float
    resistance_ohm: float
    pin_m: float = 0.0


@dataclass(frozen=True, slots=True)
class Fit:
    """The soil that explains the readings best, and the mean misfit that is left. [%]"""

    soil: Soil
    misfit_percent: float
    one_layer_misfit_percent: float


def apparent_ohm_m(reading: Reading) -> Step:
    """Work the apparent resistivity that a reading shows. [ohm metre]

    Parameters
    ----------
    reading : Reading
        The reading. [m, ohm]

    References
    ----------
    Wenner, A method of measuring earth resistivity, Bulletin of the Bureau of Standards, 1915; IEEE Std 81.

    Examples
    --------
    >>> round(apparent_ohm_m(Reading(3.0, 5.0)).value, 1), round(apparent_ohm_m(Reading(3.0, 5.0, 0.3)).value, 1)
    (94.2, 95.9)
    """
    a, b = reading.spacing_m, reading.pin_m
    formula = "4 * pi * a * R / (1 + 2 * a / sqrt(a**2 + 4 * b**2) - a / sqrt(a**2 + b**2))"
    return step(
        "p_a", f"apparent resistivity at {a:g} m", formula, "Ωm", "IEEE 81, four-point method", a=a, b=b, R=reading.resistance_ohm,
        pi=3.141592653589793,
    )  # fmt: skip


def two_layer_apparent(soil: Soil, spacing_m: float) -> float:
    """Give the apparent resistivity that four pins would show over layered soil. [ohm metre]

    Parameters
    ----------
    soil : Soil
        The soil. [ohm metre]
    spacing_m : float
        Distance from pin to pin. [m]

    References
    ----------
    Tagg, Earth Resistances, chapter 2; Sunde, chapter 3.

    Examples
    --------
    >>> round(two_layer_apparent(Soil(100, 20, 1.5), 0.2)), round(two_layer_apparent(Soil(100, 20, 1.5), 60))
    (100, 20)
    """
    k, total = soil.reflection, 1.0
    if not k or soil.depth_m is None:
        return soil.upper_ohm_m
    for n in range(1, MOST_TERMS):
        far = 2 * n * soil.depth_m / spacing_m
        added = 4 * k**n * (1 / sqrt(1 + far * far) - 1 / sqrt(4 + far * far))
        total += added
        if abs(added) < 1e-9:  # noqa: PLR2004 - of a figure near one
            break
    return soil.upper_ohm_m * max(total, 1e-6)  # an extreme contrast must not fall through nothing by rounding


def fit(readings: Sequence[Reading]) -> Worked[Fit]:
    """Fit one or two layers to four-pin readings.

    Parameters
    ----------
    readings : sequence of Reading
        Readings, shape (n,). [m, ohm]

    Raises
    ------
    ValueError
        If there are no readings.

    Notes
    -----
    Least squares of the logarithms, so that a tenth too much counts as much as a tenth too little.
    Two layers are taken only from four spacings on, and only when they explain much more than one;
    a soil with more layers, or one that changes sideways, leaves a misfit that no two layers take away.
    """
    if not readings:
        message = "no readings"
        raise ValueError(message)
    steps = tuple(apparent_ohm_m(reading) for reading in readings)
    shown = [(reading.spacing_m, one.value) for reading, one in zip(readings, steps, strict=True)]
    mean = exp(sum_of(log(value) for _, value in shown) / len(shown))
    single = _misfit(lambda _: mean, shown)
    best, two = Soil(mean), single
    if len({spacing for spacing, _ in shown}) >= ENOUGH:
        layered = _two_layers(shown)
        two = _misfit(lambda a: two_layer_apparent(layered, a), shown)
        if single > EVEN and two < TWO_LAYERS_PAY * single:
            best = layered
    left = two if best.layers > 1 else single
    ends = [given("p_1", "upper layer" if best.layers > 1 else "soil, one layer", best.upper_ohm_m, "Ωm", "least squares")]
    if best.layers > 1 and best.lower_ohm_m and best.depth_m:
        ends += [
            given("p_2", "lower layer", best.lower_ohm_m, "Ωm", "least squares"),
            given("h", "upper layer goes down to", best.depth_m, "m", "least squares"),
        ]
    ends.append(given("m", "mean misfit left", 100 * left, "%", "least squares"))
    return Worked(Fit(best, 100 * left, 100 * single), (*steps, *ends))


def _misfit(model: Callable[[float], float], shown: list[tuple[float, float]]) -> float:
    return sqrt(sum_of(log(model(spacing) / value) ** 2 for spacing, value in shown) / len(shown))


def _two_layers(shown: list[tuple[float, float]]) -> Soil:
    """Search depth and contrast from several beginnings, each made finer by a simplex."""
    spacings = [spacing for spacing, _ in shown]
    first, last = shown[0][1], shown[-1][1]

    def soil(at: Sequence[float]) -> Soil:
        return Soil(exp(at[0]), exp(at[1]), exp(at[2]))

    def cost(at: Sequence[float]) -> float:
        if any(abs(one) > 16 for one in at):  # noqa: PLR2004 - nine million ohm metres, or as many metres
            return 1e3
        layered = soil(at)
        return _misfit(lambda a: two_layer_apparent(layered, a), shown)

    begins = [(log(first), log(last), log(h)) for h in (min(spacings) / 2, sqrt(min(spacings) * max(spacings)) / 2, max(spacings) / 3)]
    found = [_simplex(cost, begin) for begin in begins]
    return soil(min(found, key=cost))


def _simplex(cost: Callable[[Sequence[float]], float], begin: Sequence[float]) -> list[float]:
    """Walk downhill with a simplex of Nelder and Mead (The Computer Journal, 1965)."""
    n = len(begin)
    corners = [list(begin)] + [[value + (0.6 if i == j else 0.0) for j, value in enumerate(begin)] for i in range(n)]
    costs = [cost(corner) for corner in corners]
    for _ in range(240):
        order = sorted(range(n + 1), key=costs.__getitem__)
        corners, costs = [corners[i] for i in order], [costs[i] for i in order]
        if costs[-1] - costs[0] < 1e-10:  # noqa: PLR2004 - nothing left to gain
            break
        middle = [sum_of(corner[j] for corner in corners[:-1]) / n for j in range(n)]

        def there(reach: float, middle: list[float] = middle, worst: list[float] = corners[-1]) -> list[float]:
            return [m + reach * (m - w) for m, w in zip(middle, worst, strict=True)]

        tried, value = there(1.0), 0.0
        value = cost(tried)
        if value < costs[0]:
            further = there(2.0)
            ahead = cost(further)
            tried, value = (further, ahead) if ahead < value else (tried, value)
        elif value >= costs[-2]:
            tried = there(0.5 if value < costs[-1] else -0.5)
            value = cost(tried)
            if value >= costs[-1]:
                corners = [corners[0]] + [[(a + b) / 2 for a, b in zip(corner, corners[0], strict=True)] for corner in corners[1:]]
                costs = [costs[0]] + [cost(corner) for corner in corners[1:]]
                continue
        corners[-1], costs[-1] = tried, value
    return corners[min(range(n + 1), key=costs.__getitem__)]


def pins_too_deep(reading: Reading) -> bool:
    """Tell whether pins are so deep against their spacing that the simple formula no longer holds.

    Parameters
    ----------
    reading : Reading
        The reading. [m]
    """
    return reading.pin_m > reading.spacing_m / 10
