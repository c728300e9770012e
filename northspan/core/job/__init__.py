"""The job document: what exists and what is wanted."""

from northspan.core.job.document import FORMAT, VERSION, CallChoice, DropLimits, FourPinReading, GroundSoil, Job, Prices, Units
from northspan.core.job.load import Across, LibraryLoad, Load, LoadKind
from northspan.core.job.part import Bond, Id, Name, Note, Part, Size, Status
from northspan.core.job.property import (
    Building,
    BuildingUse,
    Electrode,
    ElectrodeKind,
    Enclosure,
    EnclosureKind,
    Entry,
    EntryKind,
    FallLog,
    FallReading,
    Laid,
    WaterPipe,
    WetRoom,
)
from northspan.core.job.run import Circuit, Grounding, Metal, Obstacle, Pull, Rope, Run, RunKind, Terminals, status_of
from northspan.core.job.source import Earthing, Fuel, Source, SourceKind, System
from northspan.core.job.stretch import (
    Companion,
    Crossing,
    Fitting,
    FittingKind,
    Leg,
    Method,
    OtherLine,
    Over,
    Place,
    Segment,
    Surface,
    route_length_m,
)

__all__ = [
    "FORMAT", "VERSION", "Across", "Bond", "Building", "BuildingUse", "CallChoice", "Circuit", "Companion", "Crossing",
    "DropLimits", "Earthing", "Electrode", "ElectrodeKind", "Enclosure", "EnclosureKind", "Entry", "EntryKind", "FallLog",
    "FallReading", "Fitting", "FittingKind", "FourPinReading", "Fuel", "GroundSoil", "Grounding", "Id", "Job", "Laid", "Leg",
    "LibraryLoad", "Load", "LoadKind", "Metal", "Method", "Name", "Note", "Obstacle", "OtherLine", "Over", "Part", "Place",
    "Prices", "Pull", "Rope", "Run", "RunKind", "Segment", "Size", "Source", "SourceKind", "Status", "Surface", "System",
    "Terminals", "Units", "WaterPipe", "WetRoom", "route_length_m", "status_of",
]  # fmt: skip
