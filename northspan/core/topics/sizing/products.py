"""Which product lies in each stretch: one for the run where one fits, else two that are joined in a box."""

from __future__ import annotations

from functools import lru_cache

from northspan.core.document.job import Metal, Run, RunKind, Segment
from northspan.core.rulebooks.questions.pipes import PipeRules
from northspan.core.rulebooks.questions.wires import WireRules
from northspan.core.working.worked import Step, ruled


@lru_cache(maxsize=4096)
def products_of(run: Run, metal: Metal, wire_rules: WireRules, pipe_rules: PipeRules) -> tuple[str, tuple[Segment, ...]]:
    """Choose the product of a run, and of each stretch that it does not fit.

    Parameters
    ----------
    run : Run
        The run; what a person chose for it or for a stretch stays. [-]
    metal : Metal
        Conductor metal. [-]
    wire_rules : WireRules
        Which wires there are. [-]
    pipe_rules : PipeRules
        Which stretches are pipe. [-]

    Notes
    -----
    What is pulled into the pipe names the run; a stretch without pipe takes its own usual cable.
    """
    usual = run.insulation or _made_in(run, metal, wire_rules)
    if run.insulation is not None or not wire_rules.insulation_fits(usual, run.segments).value:
        return usual, run.segments
    piped = tuple(segment for segment in run.segments if pipe_rules.trade_sizes(segment.method, 3))
    base = wire_rules.default_insulation(metal, piped) if piped else usual
    segments = tuple(
        segment.model_copy(update={"insulation": wire_rules.default_insulation(metal, (segment,))})
        if segment.insulation is None and wire_rules.insulation_fits(base, (segment,)).value
        else segment
        for segment in run.segments
    )
    return base, segments


def _made_in(run: Run, metal: Metal, wire_rules: WireRules) -> str:
    """The usual product of a way; where a size is noted in which it is not made, the first that is and that suits the way."""
    usual, noted = wire_rules.default_insulation(metal, run.segments, branch=run.kind is RunKind.branch), run.conductor_size
    if noted is None or noted in wire_rules.sizes(metal, usual):
        return usual
    made = (one for one in wire_rules.insulations() if noted in wire_rules.sizes(metal, one))
    return next((one for one in made if not wire_rules.insulation_fits(one, run.segments).value), usual)


def names_of(insulation: str, segments: tuple[Segment, ...]) -> tuple[str, ...]:
    """List the products of a run, each once, in the order of its stretches.

    Parameters
    ----------
    insulation : str
        That of the run. [-]
    segments : tuple of Segment
        Its stretches. [-]
    """
    return tuple(dict.fromkeys(segment.insulation or insulation for segment in segments))


def products_step(insulation: str, segments: tuple[Segment, ...]) -> Step | None:
    """Write down where one product ends and the next begins; None where one goes all the way.

    Parameters
    ----------
    insulation : str
        That of the run. [-]
    segments : tuple of Segment
        Its stretches. [-]
    """
    if len(names_of(insulation, segments)) == 1:
        return None
    where = ", ".join(f"{segment.insulation or insulation} in stretch {i}" for i, segment in enumerate(segments, 1))
    return ruled("T", "two products on one way", "joined in a box", where, "customary")
