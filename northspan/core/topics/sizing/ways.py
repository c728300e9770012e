"""From the source to each far end: the voltage along the way."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping
from operator import attrgetter

from northspan.core.case.tree import Tree
from northspan.core.document.plan import RunPlan, Way, WayPoint
from northspan.core.rulebooks.questions.drops import DropRules
from northspan.core.topics.sizing.question import drop_is_ours
from northspan.core.topics.sizing.run import SizedRun


def way_names(tree: Tree) -> dict[str, str]:
    """Name every way, by its last run: by the building it leads to; several into one building by where they end.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    """
    fars = {end: tree.job.runs[end].target for end in tree.ends()}
    names = {end: _leads_to(tree, far) for end, far in fars.items()}
    often = Counter(names.values())
    return {end: tree.name_of(fars[end]) if often[name] > 1 else name for end, name in names.items()}


def _leads_to(tree: Tree, far: str) -> str:
    building = tree.building_of(far)
    return tree.job.buildings[building].name if building else tree.name_of(far)


def plan_ways(
    tree: Tree, sized: Mapping[str, SizedRun], plans: Mapping[str, RunPlan], drop_rules: DropRules,
    names: Mapping[str, str], known: Mapping[str, Way],
) -> tuple[Way, ...]:  # fmt: skip
    """Lay out the voltage along every way whose runs are all sized, worst first.

    Parameters
    ----------
    tree : Tree
        The property. [-]
    sized : mapping
        Sized runs by id. [-]
    plans : mapping
        Run plans by id. [-]
    drop_rules : DropRules
        Resistances and drop. [-]
    names : mapping
        What the ways are called, by their last run. [-]
    known : mapping
        Ways that were laid out before and are the same, by their last run. [-]

    Notes
    -----
    Voltages are those that are there. Percent are those that the limits count: where a code counts from the
    origin of the installation, what the supply loses before it lowers the line and the limits alike.
    """
    ways = [known[end] if end in known else _way(tree, end, name, sized, plans, drop_rules) for end, name in names.items()]
    return tuple(sorted(ways, key=attrgetter("drop_percent"), reverse=True))


def _way(tree: Tree, end: str, name: str, sized: Mapping[str, SizedRun], plans: Mapping[str, RunPlan], drop_rules: DropRules) -> Way:
    runs = tree.way_to(end)
    nominal = plans[runs[-1]].nominal_v
    points = [WayPoint(0, nominal, nominal, "", tree.job.runs[runs[0]].origin)]
    distance = dropped = lost_starting = outside = outside_starting = 0.0
    for run_id in runs:
        run = sized.get(run_id)
        if run is None:
            distance += plans[run_id].length_m
            points.append(WayPoint(distance, nominal * (1 - dropped), nominal * (1 - lost_starting), run_id, tree.job.runs[run_id].target))
            continue
        drop, u = run.tried.drop.value, run.question.nominal_v
        lost_starting, dropped = lost_starting + run.question.ahead_percent / 100, dropped + run.question.ahead_percent / 100
        for i, segment in enumerate(run.question.run.segments):
            distance += segment.length_m
            last = i == len(run.question.run.segments) - 1
            points.append(
                WayPoint(
                    distance,
                    nominal * (1 - dropped - drop.along_v[i] / u),
                    nominal * (1 - lost_starting - drop.along_starting_v[i] / u),
                    run_id,
                    tree.job.runs[run_id].target if last else "",
                )
            )
        dropped += drop.drop_v / u
        lost_starting += drop.starting_v / u
        if not drop_is_ours(run.question.run, drop_rules):
            outside, outside_starting = outside + drop.drop_v / u, outside_starting + drop.starting_v / u
    limits = tree.job.drop_limits
    own, whole = tree.job.runs[end].drop_limit_percent or limits.run_percent, limits.way_percent
    if end in sized:
        own, whole = sized[end].question.limits_percent
    before = dropped - (sized[end].tried.drop.value.percent / 100 if end in sized else 0)
    return Way(
        end,
        name,
        runs,
        nominal,
        nominal * (1 - before - own / 100),
        nominal * (1 - outside - whole / 100),
        own,
        whole,
        100 * (dropped - outside),
        100 * (lost_starting - outside_starting),
        tuple(points),
    )
