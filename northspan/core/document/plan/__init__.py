"""The plan: every answer, with how it was worked. What screens, reports and exports draw."""

from northspan.core.document.plan.property import (
    BuildingPlan,
    EnclosurePlan,
    LoadPlan,
    MethodPlan,
    Plan,
    ShedPlan,
    SourcePlan,
    Way,
    WayPoint,
)
from northspan.core.document.plan.pull import BendMark, Bought, CutLength, PullPlan, PullPoint, PullWay, StageLine, StagePlan, TrenchPlan
from northspan.core.document.plan.run import (
    CallOption,
    CallPlan,
    Growth,
    Neighbour,
    RunPlan,
    SchoolDrop,
    StretchPlan,
    TapChoice,
    VoltageWay,
    WirePlan,
)
from northspan.core.document.plan.shown import MarginShown, WorkGroup, WorkLine, printed, shown

__all__ = [
    "BendMark", "Bought", "BuildingPlan", "CallOption", "CallPlan", "CutLength", "EnclosurePlan", "Growth", "LoadPlan",
    "MarginShown", "MethodPlan", "Neighbour", "Plan", "PullPlan", "PullPoint", "PullWay", "RunPlan", "SchoolDrop", "ShedPlan",
    "SourcePlan", "StageLine", "StagePlan", "StretchPlan", "TapChoice", "TrenchPlan", "VoltageWay", "Way", "WayPoint",
    "WirePlan", "WorkGroup", "WorkLine", "printed", "shown",
]  # fmt: skip
