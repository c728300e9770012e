"""Boxes and bodies along a pipe: how large they must be, and whether wires may be joined in them."""

from __future__ import annotations

from collections.abc import Iterator

from northspan.core.document.findings import Cure, Edit, Finding, Severity, pin, sentence
from northspan.core.document.job import Fitting, FittingKind
from northspan.core.document.plan import WorkGroup, work_lines
from northspan.core.rulebooks.questions.boxes import BoxRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.topics.pull.routed import Routed
from northspan.core.topics.pull.rules import PullRules
from northspan.core.topics.routes.route import at_corner
from northspan.core.topics.sizing.run import wires_in_pipe
from northspan.core.working.worked import Step

NAMES = {FittingKind.pull_box: "{pull_box}", FittingKind.conduit_body: "{conduit_body}"}


def fitting_groups(i: int, routed: Routed, box_rules: BoxRules, say: Words) -> Iterator[WorkGroup]:
    """Work how large each box or body of a stretch must be.

    Parameters
    ----------
    i : int
        Number of the stretch. [-]
    routed : Routed
        The run, sized, with its route. [-]
    box_rules : BoxRules
        Rules of boxes. [-]
    say : Words
        How the trade says it. [-]
    """
    for n, fitting in enumerate(routed.run.segments[i].fittings):
        sizes = _sizes(i, fitting, routed, box_rules)
        if sizes is None:
            continue
        long, volume = sizes
        answers = [f"{say.depth_text(long.value)} long"] if long.value else []
        answers += [say.amount_text(1000 * volume.value, "mL")] if volume.value else []
        joints = (box_rules.splice_in_body(),) if fitting.kind is FittingKind.conduit_body else ()
        where = say.length_text(fitting.at_m)
        title = f"Stretch {i + 1}, {say.fill(NAMES[fitting.kind])} at {where}"
        answer = f"at least {' and '.join(answers)}" if answers else "by what it is made for"
        yield WorkGroup(f"fitting{i + 1}.{n}", title, answer, work_lines((long, volume, *joints, box_rules.box_reach())))


def fitting_findings(routed: Routed, rulebook: PullRules) -> Iterator[Finding]:
    """Say which boxes are too small, which bodies hold joints they may not hold, and which lie beyond their stretch.

    Parameters
    ----------
    routed : Routed
        The run, sized, with its route. [-]
    rulebook : PullRules
        The rules that are asked. [-]
    """
    for i, segment in enumerate(routed.run.segments):
        path = f"/runs/{routed.id}/segments/{segment.key}/fittings"
        beyond = tuple(Edit("remove", f"{path}/{one.key}") for one in segment.fittings if one.at_m >= segment.length_m)
        if beyond:
            words = f"{routed.run.name}: a {rulebook.words.terms.pull_point} lies beyond its stretch and does not count."
            cure = Cure("Take it out", beyond)
            yield Finding(
                "fitting-beyond-stretch", Severity.check, path, words, "The stretch is shorter than where it was noted.", "job", (cure,)
            )
        for fitting in segment.fittings:
            if fitting.at_m < segment.length_m:
                yield from _about(f"{path}/{fitting.key}", i, fitting, routed, rulebook.boxes, rulebook.words)


def _about(at: str, i: int, fitting: Fitting, routed: Routed, box_rules: BoxRules, say: Words) -> Iterator[Finding]:
    sizes = _sizes(i, fitting, routed, box_rules)
    if sizes is None:
        return
    long, volume = sizes
    name, body = routed.run.name, fitting.kind is FittingKind.conduit_body
    here = f"{name}: the {say.fill(NAMES[fitting.kind])} at {say.length_text(fitting.at_m)}"
    if body and fitting.spliced and fitting.volume_l is None:
        joints = box_rules.splice_in_body()
        cures = (pin(f"{at}/kind", FittingKind.pull_box.value, "Make it a box"), pin(f"{at}/spliced", value=False, words="No joint in it"))
        yield Finding(
            "joints-without-volume",
            Severity.fix,
            at,
            f"{here} holds joints and is marked with no volume.",
            sentence(joints.text),
            joints.citation,
            cures,
        )
    if fitting.volume_l is not None and fitting.volume_l < volume.value - 1e-9:
        has, least = say.amount_text(1000 * fitting.volume_l, "mL"), say.amount_text(1000 * volume.value, "mL")
        cure = pin(f"{at}/volume_l", round(volume.value + 5e-4, 3), f"Take one of {least}")
        words = f"{here} has {has}, {least} is the least."
        yield Finding("box-too-small", Severity.fix, at, words, "Wires pressed into a box wear through.",
                      volume.citation, (cure,))  # fmt: skip
    if fitting.length_m is not None and fitting.length_m < long.value - 1e-6:
        has, least = say.depth_text(fitting.length_m), say.depth_text(long.value)
        cure = pin(f"{at}/length_m", round(long.value + 5e-4, 3), f"Take one of {least}")
        why = "Unless it is marked for these wires: they bend too sharply in it." if body else "The wires bend too sharply in it."
        yield Finding(
            "box-too-short",
            Severity.check if body else Severity.fix,
            at,
            f"{here} is {has} long, {least} is the least.",
            why,
            long.citation,
            (cure,),
        )


def _sizes(i: int, fitting: Fitting, routed: Routed, box_rules: BoxRules) -> tuple[Step, Step] | None:
    """Least length [m] and least volume [L] of a box; None where there is no pipe, or one cable goes through it."""
    pipe, wire = routed.sized.pipes[i].value, routed.sized.tried.wire
    if pipe is None:
        return None
    run = routed.run
    segment = run.segments[i]
    groups = wires_in_pipe(run.circuit, wire.size, routed.sized.grounded_size, None)
    wires = tuple((group.count, group.size) for group in groups)
    long = box_rules.pull_box(segment.method, pipe.size, wire.size, angle=at_corner(segment, fitting))
    return long, box_rules.box_volume(wires, routed.sized.equipment_ground_size, spliced=fitting.spliced)
