"""The plan: every answer, with how it was worked. What screens, reports and exports draw."""

from northspan.core.plan.property import BuildingPlan, EnclosurePlan, LoadPlan, MethodPlan, Plan, ShedPlan, SourcePlan, Way, WayPoint
from northspan.core.plan.run import CallOption, CallPlan, Growth, Neighbour, RunPlan, SchoolDrop, StretchPlan, VoltageWay, WirePlan
from northspan.core.plan.shown import MarginShown, WorkGroup, WorkLine, printed, shown

__all__ = [
    "BuildingPlan", "CallOption", "CallPlan", "EnclosurePlan", "Growth", "LoadPlan", "MarginShown", "MethodPlan", "Neighbour", "Plan",
    "RunPlan", "SchoolDrop", "ShedPlan", "SourcePlan", "StretchPlan", "VoltageWay", "Way", "WayPoint", "WirePlan", "WorkGroup", "WorkLine",
    "printed", "shown",
]  # fmt: skip
