"""Your calls: named judgements where good practitioners differ, each with its schools."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class School:
    """One way to take a call."""

    key: str
    words: str


@dataclass(frozen=True, slots=True)
class CallKind:
    """A judgement: its question and its schools, the default first."""

    name: str
    question: str
    schools: tuple[School, ...]
    scope: str

    @property
    def default(self) -> str:
        """The school taken when nobody decided."""
        return self.schools[0].key


CALLS: dict[str, CallKind] = {
    kind.name: kind
    for kind in (
        CallKind(
            "drop_current",
            "Which current sets the voltage drop?",
            (
                School("calculated", "Calculated load"),
                School("device_80", "80 % of the device"),
                School("device_full", "Whole device rating"),
                School("given", "A given current"),
            ),
            "run",
        ),
        CallKind(
            "drop_method",
            "How is the voltage drop worked?",
            (
                School("solved", "Solved circuit: {legs_and_neutral}"),
                School("impedance", "Table impedance at the power factor"),
                School("dc", "Direct-current resistance"),
                School("constant", "The quick constant"),
            ),
            "run",
        ),
        CallKind(
            "drop_temperature",
            "How warm are the wires when the drop is worked?",
            (
                School("full", "As warm as they may get"),
                School("load", "As warm as their load makes them"),
            ),
            "run",
        ),
        CallKind(
            "metal",
            "Which metal?",
            (
                School("customary", "{Aluminum} for {feeders} from 60 A up, copper below that and for a short run"),
                School("aluminum_feeders", "{Aluminum} for {feeders} from 8 AWG up"),
                School("copper", "Copper only"),
                School("cheapest", "Whichever wire costs less here"),
            ),
            "run",
        ),
        CallKind(
            "shelf",
            "What is on the shelf, or the least that is lawful?",
            (
                School("stocked", "Sizes and devices that a supply house stocks"),
                School("least", "The least lawful, in stock or not"),
            ),
            "run",
        ),
        CallKind(
            "drop_limit",
            "How much voltage drop?",
            (
                School("advised", "{drop_limits}"),
                School("stricter", "2 % in a run, 3 % over the whole way"),
                School("none", "No limit, where it is advice"),
            ),
            "run",
        ),
        CallKind(
            "dwelling_allowance",
            "The 83 % allowance of a dwelling's own supply?",
            (
                School("eligible", "When the run carries the whole dwelling"),
                School("never", "Never"),
            ),
            "run",
        ),
        CallKind(
            "vehicle_pool",
            "Vehicle charging in a dwelling's optional calculation?",
            (
                School("outside", "Beside it, whole"),
                School("inside", "In the pool that is taken at 40 %"),
            ),
            "building",
        ),
        CallKind(
            "rounding",
            "May the device be rounded up above the wire?",
            (
                School("next_up", "Next size up where allowed"),
                School("never_above", "Never above the wire"),
            ),
            "run",
        ),
        CallKind(
            "derating_start",
            "Where does derating start?",
            (
                School("insulation", "In the insulation's column, then never above the terminals"),
                School("terminals", "In the terminals' column only"),
            ),
            "run",
        ),
        CallKind(
            "equipment_ground",
            "How large {an_equipment_ground}?",
            (
                School("table", "Least the rules ask, raised with the {ungrounded_conductors}"),
                School("same", "Same as the {ungrounded_conductors}"),
            ),
            "run",
        ),
        CallKind(
            "bonding_raised",
            "The bonding conductor, when the {ungrounded_conductors} are larger than the device asks?",
            (
                School("larger", "By the larger of the device and their ampacity"),
                School("device", "By the device alone"),
            ),
            "run",
        ),
        CallKind(
            "protective_conductor",
            "How is a protective conductor sized?",
            (
                School("formula", "By the formula, at the device's real time"),
                School("table", "By the table"),
            ),
            "run",
        ),
        CallKind(
            "supplementary_bonding",
            "Bonding in a room with a bath or shower?",
            (
                School("omit", "Left out where all conditions are proved"),
                School("fit", "Fitted anyway"),
            ),
            "building",
        ),
        CallKind(
            "pipe_size",
            "How large a pipe?",
            (
                School("one_up_long", "One up for long pulls"),
                School("smallest", "Smallest allowed"),
            ),
            "run",
        ),
        CallKind(
            "rods",
            "One rod or two?",
            (
                School("second_rod", "Drive the second rod, skip the meter"),
                School("one_proved", "One rod, proved by measuring"),
                School("inspector_one", "One rod, the inspector accepts it"),
            ),
            "building",
        ),
        CallKind(
            "rock",
            "A rod where rock stops it?",
            (
                School("upright", "No rock: straight down"),
                School("slanting", "Slanting, at most 45° from upright"),
                School("trench", "Flat in a trench"),
            ),
            "building",
        ),
        CallKind(
            "panel_main",
            "A main breaker in a {panel} of the same building?",
            (
                School("required", "Only where it is required"),
                School("out_of_sight", "Wherever its {feeder}'s breaker is out of sight"),
            ),
            "building",
        ),
        CallKind(
            "single_outlet",
            "A single outlet for a freezer, a pump or a dehumidifier?",
            (
                School("protected", "Protected like the others, as the code now asks"),
                School("left", "Left without, where the inspector still accepts it"),
            ),
            "building",
        ),
        CallKind(
            "grounds_pair",
            "Two {grounds} of one size under a screw?",
            (
                School("label", "In pairs where the label of the {panel} allows it"),
                School("each", "Each under its own, whatever the label says"),
            ),
            "building",
        ),
        CallKind(
            "short_cables",
            "Cables that do not reach a {panel} in its new place?",
            (
                School("box", "They go on in boxes whose covers stay within reach"),
                School("new_cable", "A new cable to the first outlet, no joint in a wall"),
            ),
            "building",
        ),
        CallKind(
            "water_conductor",
            "The old conductor to a lost water pipe?",
            (
                School("leave", "Leave it, it still bonds the pipe inside"),
                School("disconnect", "Take it off"),
            ),
            "building",
        ),
        CallKind(
            "generator_neutral",
            "The neutral at a generator's {transfer_equipment}?",
            (
                School("solid", "Solid: not switched, the generator's own bond out"),
                School("switched", "Switched: a system of its own, the generator's bond in"),
            ),
            "source",
        ),
        CallKind(
            "inverter_bond",
            "Where is the bond of an inverter?",
            (
                School("relay", "In the inverter: a relay closes it off the grid"),
                School("first_panel", "In the first {panel}, the relay disabled"),
            ),
            "source",
        ),
        CallKind(
            "legacy_feed",
            "An old three-wire feed?",
            (
                School("replace", "Replace it with four wires"),
                School("keep", "Keep it under the existing-installation exception"),
            ),
            "building",
        ),
    )
}
