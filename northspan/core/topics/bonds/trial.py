"""What is tried on the bench: one thing, or several at once. Nothing of it is written into the job."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, StringConstraints

from northspan.core.document.job import Id, Job, Part
from northspan.core.working.errors import InvalidJob

Ids = Annotated[tuple[Id, ...], Field(max_length=60)]


LOOSE_OHM, STRAY_V = 0.3, 10.0  # what the buttons of the bench try; any other figure can be asked for


class Trial(Part):
    """Conditions tried together on an installation as it stands."""

    state: Annotated[str, StringConstraints(max_length=16)] = Field("", description="Id of the standby run that supplies; empty: normal.")
    case_fault: Id | None = Field(None, description="Enclosure or load in which a hot wire touches the case.")
    soil_fault: Id | None = Field(None, description="Enclosure from which a hot wire goes to the soil only.")
    neutrals_lost: Ids = Field((), description="Runs whose neutral is open.")
    grounds_cut: Ids = Field((), description="Runs whose equipment ground is open.")
    bonds_made: Ids = Field((), description="Enclosures and sources with a bond put in.")
    bonds_missing: Ids = Field((), description="Enclosures and sources with their bond taken out.")
    bars_loose: Ids = Field((), description="Enclosures whose ground bar is isolated from the can.")
    plastic: Ids = Field((), description="Buildings whose metal pipe is replaced by plastic.")
    rods_added: Ids = Field((), description="Buildings that get another rod.")
    electrodes_off: Ids = Field((), description="Electrodes taken off.")
    loads_off: Ids = Field((), description="Loads switched off.")
    loose_ohm: float | None = Field(
        None, gt=0, le=1000, description="Contact of the fault, where it arcs or lies loosely; empty: a good contact. [ohm]"
    )
    neutral_v: float = Field(0, ge=0, le=100, description="Voltage to earth that comes in on the utility's neutral. [V]")
    neighbor_pipe: Ids = Field((), description="Buildings whose metal pipe leads on to a neighbor on the same transformer.")
    frozen: bool = Field(False, description="The upper soil is frozen.")
    balanced: bool = Field(False, description="Every load to neutral is split evenly over both legs.")

    @property
    def faulted(self) -> bool:
        """Whether something touches what it must not."""
        return self.case_fault is not None or self.soil_fault is not None

    @property
    def calm(self) -> Trial:
        """The same without the fault."""
        return self.model_copy(update={"case_fault": None, "soil_fault": None})


def check_trial(job: Job, trial: Trial) -> None:
    """Refuse a trial that speaks of what is not there.

    Parameters
    ----------
    job : Job
        The job. [-]
    trial : Trial
        What is tried. [-]

    Raises
    ------
    InvalidJob
        If it names what the job does not have.
    """
    bonded = {*job.enclosures, *job.sources}
    allowed: dict[str, tuple[set[str], str]] = {
        "case_fault": ({*job.enclosures, *job.loads}, "an enclosure or a load"),
        "soil_fault": ({*job.enclosures}, "an enclosure"),
        "neutrals_lost": ({*job.runs}, "runs"), "grounds_cut": ({*job.runs}, "runs"),
        "bonds_made": (bonded, "enclosures or sources"), "bonds_missing": (bonded, "enclosures or sources"),
        "bars_loose": ({*job.enclosures}, "enclosures"), "plastic": ({*job.buildings}, "buildings"),
        "neighbor_pipe": ({*job.buildings}, "buildings"),
        "rods_added": ({*job.buildings}, "buildings"), "electrodes_off": ({*job.electrodes}, "electrodes"),
        "loads_off": ({*job.loads}, "loads"),
    }  # fmt: skip
    for field, (known, words) in allowed.items():
        named = getattr(trial, field)
        for key in (named,) if isinstance(named, str) else named or ():
            if key not in known:
                raise InvalidJob(f"/trial/{field}", f"there is no {key}.", f"Name {words} of the job.")
