"""What each device does: with the current as it begins, and with what a source of one's own still gives after it."""

from __future__ import annotations

from dataclasses import dataclass, replace
from math import inf

from northspan.core.physics.device_curves import ground_fault_opens_s, opens_within_s, residual_opens_s
from northspan.core.physics.network import State
from northspan.core.topics.bonds.impedances import Device
from northspan.core.working.sums import sum_of_complex


@dataclass(frozen=True, slots=True)
class Opening:
    """What a device does: the current in it [A], and the bounds of its time, infinite where it may hold [s].

    `astray_a` does not come back by the wires it watches; `residual` tells that it opens for that. [A]
    `sees` is False where the fault lies ahead of it: then nothing passes through it, whatever flows.
    """

    device: Device
    amperes: float
    soonest_s: float
    latest_s: float
    astray_a: float = 0.0
    residual: bool = False
    sees: bool = True

    @property
    def multiple(self) -> float:
        """Current over rating. [-]"""
        return self.amperes / self.device.rating_a


def opening_of(device: Device, state: State, place: str | None) -> Opening:
    """Say what a device does while a state lasts.

    Parameters
    ----------
    device : Device
        The device. [-]
    state : State
        Currents. [A]
    place : str or None
        Can in which there is a fault, if there is one. [-]
    """
    current = max(abs(state.amperes[key]) for key in device.poles)
    if place is not None and device.behind == place:
        return Opening(device, current, inf, inf, sees=False)
    soonest, latest = opens_within_s(current / device.rating_a, device.curve)
    away = abs(sum_of_complex(state.amperes[key] for key in device.watches))  # what does not come back by the wires it watches
    residual = False
    for leaks in _leaks(device, away):
        residual = residual or leaks[1] < latest
        soonest, latest = min(soonest, leaks[0]), min(latest, leaks[1])
    return Opening(device, current, soonest, latest, away, residual)


def after_it_fades(first: Opening, then: Opening, brief_s: float) -> Opening:
    """Say what a device does when the current of a fault lasts no longer than a source holds it.

    Parameters
    ----------
    first : Opening
        With the current as it begins. [A]
    then : Opening
        With what is left of it. [A]
    brief_s : float
        How long the first one lasts. [s]
    """
    if first.latest_s <= brief_s:
        return first
    soonest = first.soonest_s if first.soonest_s <= brief_s else then.soonest_s + brief_s
    return replace(then, soonest_s=soonest, latest_s=then.latest_s + brief_s)


def _leaks(device: Device, away: float) -> list[tuple[float, float]]:
    found = [ground_fault_opens_s(away)] if device.ground_fault else []
    return [*found, residual_opens_s(away, device.residual_ma)] if device.residual_ma is not None else found
