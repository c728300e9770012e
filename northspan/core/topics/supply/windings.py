"""A customer's transformer in a way: what it loses at load, and its two devices."""

from __future__ import annotations

from northspan.core.document.job import Source
from northspan.core.rulebooks.questions.taps import TransformerFacts
from northspan.core.working.worked import Step, Worked, ending, given, step

USUAL_PERCENT = 3.0  # impedance of a small dry transformer, where no nameplate was noted
USUAL_RATIO = 0.6  # its reactance over its resistance; small ones are mostly resistance


def facts_of(source: Source, primary_v: float) -> TransformerFacts | None:
    """Gather what rules ask of a transformer; None while its rating is not known.

    Parameters
    ----------
    source : Source
        The transformer; its line voltage is that of the secondary. [-]
    primary_v : float
        Line to line voltage that feeds it. [V]
    """
    if source.rating_kva is None:
        return None
    return TransformerFacts(source.rating_kva, primary_v, source.line_v, secondary_device=True)


def regulation_percent(source: Source, load_a: float, power_factor: float) -> Worked[float]:
    """Work the voltage a transformer loses at a load. [%]

    Parameters
    ----------
    source : Source
        The transformer. [-]
    load_a : float
        Current of its secondary. [A]
    power_factor : float
        Of the load. [-]

    Notes
    -----
    d = load share x (R cos phi + X sin phi), in percent of its own rating, less what its tap gives more.

    References
    ----------
    Stevenson and Grainger, Power System Analysis, chapter 2, voltage regulation.

    Examples
    --------
    >>> source = Source(name="T", kind="transformer", rating_kva=10, line_v=240, impedance_percent=3)
    >>> round(regulation_percent(source, 41.667, 1.0).value, 2)
    2.57
    """
    z = given(
        "z",
        f"impedance of {source.name}",
        source.impedance_percent or USUAL_PERCENT,
        "%",
        "nameplate" if source.impedance_percent else "assumed",
    )
    share = step(
        "s", "share of its rating that is used", "I * U / (1000 * S)", "", "ratio", I=load_a, U=source.line_v, S=source.rating_kva or 1.0
    )
    lost = step("d_t", f"lost in {source.name}", "s * z / sqrt(1 + k**2) * (f + k * sqrt(1 - f**2))", "%", "regulation",
                s=share.value, z=z.value, k=USUAL_RATIO, f=power_factor)  # fmt: skip
    if not source.tap_percent:
        return ending(z, share, lost)
    tap = given("t", "its tap", source.tap_percent, "%", "as set")
    return ending(
        z, share, lost, tap, step("d_T", f"lost in {source.name} with its tap", "d_t - t", "%", "sum", d_t=lost.value, t=tap.value)
    )


def regulation_ohm(source: Source) -> complex:
    """Give the impedance by which a transformer's loss of voltage at load is worked, on its secondary. [ohm]

    Parameters
    ----------
    source : Source
        The transformer, its rating known. [-]

    Examples
    --------
    >>> z = regulation_ohm(Source(name="T", kind="transformer", rating_kva=10, line_v=240, impedance_percent=3))
    >>> round(z.real * 41.667 / 240 * 100, 2)
    2.57
    """
    percent = source.impedance_percent or USUAL_PERCENT
    ohm = percent / 100 * source.line_v**2 / (1000 * (source.rating_kva or 1.0))
    return ohm * complex(1, USUAL_RATIO) / abs(complex(1, USUAL_RATIO))


IDLE_SHARE, LOAD_SHARE = 0.006, 0.022  # of the rating: usual for small dry transformers


def losses(source: Source) -> tuple[Step, Step]:
    """Give what a transformer loses idle, and the further loss at full load. [W]

    Parameters
    ----------
    source : Source
        The transformer. [-]

    Examples
    --------
    >>> [round(one.value) for one in losses(Source(name="T", kind="transformer", rating_kva=10))]
    [60, 220]
    """
    shown = []
    for symbol, words, typed, share in (
        ("P_0", "idle loss", source.no_load_loss_w, IDLE_SHARE),
        ("P_k", "further loss at full load", source.load_loss_w, LOAD_SHARE),
    ):
        name = f"{source.name}: {words}"
        if typed is not None:
            shown.append(given(symbol, name, typed, "W", "nameplate"))
        else:
            assumed = f"{name}, {100 * share:g} % of its rating assumed"
            shown.append(step(symbol, assumed, "k * 1000 * S", "W", "assumed", k=share, S=source.rating_kva or 0.0))
    return shown[0], shown[1]
