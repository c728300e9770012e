"""A wire that is larger than the terminals at its ends take: joined down to a short tail, or another lug."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.document.findings import Finding, Severity, pin
from northspan.core.document.job import Status
from northspan.core.topics.sizing.rules import SizingRules
from northspan.core.topics.sizing.run import SizedRun
from northspan.core.working.worked import whole

_HOW = (
    "Join it in a box that stays within reach, or with a splice listed for the place, to a tail of the same metal. "
    "The tail is short: the drop hardly feels it."
)


def lug_findings(sized: SizedRun, rulebook: SizingRules) -> Iterator[Finding]:
    """Say that a wire does not go into the terminals at its ends, and what does; the same of a tail that is too small.

    Parameters
    ----------
    sized : SizedRun
        The run. [-]
    rulebook : SizingRules
        The rules that are asked. [-]

    Notes
    -----
    What a label says is held to as a rule; what is usual for a rating only for new wires that are one size up for the
    drop or the shelf, for those of the least size fit the devices that are made for them.
    """
    question, run, say = sized.question, sized.question.run, rulebook.words
    at, metal = question.pointer, sized.tried.wire.metal
    ladder = rulebook.wires.sizes(metal)
    taken = run.tail_size if run.tail_size in ladder else sized.tried.wire.size
    usual = rulebook.panels.usual_lug(sized.device.value) if not run.lug_most else None
    most = run.lug_most or (usual.value if usual else "")
    if run.utility_owned or taken not in ladder or sized.least_size not in ladder:
        return
    if run.tail_size and ladder.index(taken) < ladder.index(sized.least_size):
        yield Finding(
            "tail-too-small", Severity.stop, f"{at}/tail_size",
            f"{run.name}: a tail of {say.size_name(taken)} does not carry what the run carries; {say.size_name(sized.least_size)} does.",
            "Short or long, a tail stands behind the same device.", say.cite("tail"),
            (pin(f"{at}/tail_size", sized.least_size, f"A tail of {say.size_name(sized.least_size)}"),),
        )  # fmt: skip
        return
    larger = most in ladder and ladder.index(taken) > ladder.index(most)
    raised = ladder.index(taken) > ladder.index(sized.least_size)
    if not larger or (not run.lug_most and (run.status is Status.existing or question.sets > 1 or not raised)):
        return
    fits = ladder.index(most) >= ladder.index(sized.least_size)
    told = "take" if run.lug_most else f"of {whole(sized.device.value)} A usually take"
    words = f"{run.name}: {say.size_name(taken)} is larger than its terminals {told}, {say.size_name(most)}."
    read = pin(f"{at}/lug_most", taken, f"Their label says {say.size_name(taken)}")
    if fits:
        tail = pin(f"{at}/tail_size", most, f"Join it down to {say.size_name(most)}")
        cures = (tail,) if run.lug_most else (tail, read)
        why = _HOW
    else:
        cures = (read,)
        why = f"No smaller wire carries it ({say.size_name(sized.least_size)} is the least): another lug, or a device with a larger frame."
    severity, cite = (Severity.fix, say.cite("tail")) if run.lug_most else (Severity.check, "customary")
    yield Finding("wire-larger-than-lug", severity, at, words, why, cite, cures)
