"""The electrodes of one building of a job: what they come to, season by season, what more would give, and what was measured."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from pydantic import Field, JsonValue

from northspan.core.case.at_building import WIRE_KEY, electrodes_at, fall_test, far_end, frozen_soil, places, shapes_of, soil_of
from northspan.core.case.calculator import Answer
from northspan.core.case.facts import earthing_at
from northspan.core.case.resistances import USUAL_OHM_M, earth_path
from northspan.core.case.schools import school_of
from northspan.core.case.tree import tree_of
from northspan.core.document.cautions import DEFERENCE
from northspan.core.document.findings import Cure, Edit
from northspan.core.document.job import Building, Earthing, Electrode, ElectrodeKind, Id, Job, Part
from northspan.core.document.plan import WorkGroup, work_lines
from northspan.core.document.upgrade import AnyJob
from northspan.core.physics.closed_forms import FIELD_RULE
from northspan.core.physics.fall_of_potential import Verdict, clamp_reading
from northspan.core.physics.four_pin import Reading, fit
from northspan.core.physics.grid import Earthed, Shape, earthed, surface_potential, worst_around
from northspan.core.physics.soil import Soil
from northspan.core.rulebooks.amounts import FOOT_M
from northspan.core.rulebooks.questions.electrodes import ElectrodeRules
from northspan.core.rulebooks.questions.words import Words
from northspan.core.rulebooks.registry import rulebook_of
from northspan.core.working.errors import InvalidJob
from northspan.core.working.worked import Step, given, ruled, step, three, whole

ROD_COST, WIRE_COST_M, PLATE_COST, RING_COST_M = 38.0, 6.0, 95.0, 14.0  # made-up prices with the work, in the job's own money
STEP_M = 1.0
PROFILE_M = tuple(-6 + 0.25 * i for i in range(81))


class GroundQuestion(Part):
    """A job, and which of its buildings is asked about."""

    job: AnyJob
    building: Id
    fault_a: float = Field(10, gt=0, le=100_000, description="Current into the ground, for the surface voltage. [A]")


@dataclass(frozen=True, slots=True)
class ElectrodeHere:
    """An electrode where it lies, from its upper end to its other one [m]: alone [ohm], and its share of the current when joined."""

    id: str
    name: str
    kind: str
    laid: str
    x_m: float
    y_m: float
    top_m: float
    length_m: float
    end_x_m: float
    end_m: float
    alone_ohm: float
    share: float
    measured_ohm: float | None


@dataclass(frozen=True, slots=True)
class More:
    """What more would give: resistance of all together [ohm], what it costs, and the edit that takes it."""

    words: str
    resistance_ohm: float
    gain_percent: float
    cost: float
    ohm_for_cost: float
    cure: Cure | None


@dataclass(frozen=True, slots=True)
class RodRow:
    """So many rods at this spacing: computed, and by the rule of the field, each as a share of one rod."""

    rods: int
    computed_percent: float
    rule_percent: float


@dataclass(frozen=True, slots=True)
class SurfacePoint:
    """Voltage of the surface at a place along the building [m], as a share of that of the electrodes."""

    x_m: float
    share: float


class GroundAnswer(Answer):
    """Prediction, seasons, what more would give, the surface around, and the test."""

    building: str
    known: bool
    resistance_ohm: float | None
    dry_ohm: float | None
    wet_ohm: float | None
    frozen_ohm: float | None
    touch_v: float | None
    step_v: float | None
    soil_words: str
    electrodes: tuple[ElectrodeHere, ...]
    wire_share: float
    rods: tuple[RodRow, ...]
    more: tuple[More, ...]
    surface: tuple[SurfacePoint, ...]
    lifted_v: float | None
    clears: str
    verdict: str
    proved: bool
    measured_ohm: float | None
    clamp: str
    corrected: Cure | None
    fitted: Cure | None


def ground(question: GroundQuestion) -> GroundAnswer:
    """Work the electrodes of a building: resistance to earth, seasons, gain of more, surface voltage, and what the test proves.

    Parameters
    ----------
    question : GroundQuestion
        The job and the building. [A]

    Raises
    ------
    InvalidJob
        If there is no such building.

    Examples
    --------
    >>> from northspan.core.desk.demo_us import kestrel_hollow
    >>> ground(GroundQuestion(job=kestrel_hollow(), building="hill")).electrodes[0].name
    'Hill rod'
    """
    job, key = question.job, question.building
    if key not in job.buildings:
        raise InvalidJob("/building", f"there is no building {key}.", f"Buildings: {', '.join(job.buildings)}.")
    book = rulebook_of(job)
    building = job.buildings[key]
    electrodes = electrodes_at(job, key)
    at = places(job, key, book.electrodes.rod_limits().apart_m)
    shapes = shapes_of(electrodes, at, building)
    fitted, soil_steps = _fitted(job, book.words)
    tested = fall_test(job, key, electrodes, at)
    verdict, test_steps = (tested.value, tested.steps) if tested else (None, ())
    clamp = clamp_reading(building.clamp_ohm, other_ways=True) if building.clamp_ohm else None
    shared = {
        "rulebook": book.title, "deference": book.words.fill(DEFERENCE), "building": building.name,
        "verdict": verdict.words if verdict else "",
        "proved": bool(verdict and verdict.proved), "measured_ohm": verdict.resistance_ohm if verdict else None,
        "clamp": clamp.value if clamp else "", "fitted": fitted,
    }  # fmt: skip
    path = earth_path(job, key, electrodes, 0, book.electrodes) if shapes else None
    seen = path is not None and "measured" in path.words
    if not shapes or (job.soil is None and not seen):
        words = "Note the soil, or read it with four pins." if shapes else "No electrode is noted here."
        lying = tuple(_here(k, e, at[k], 0.0, 0.0) for k, e in electrodes.items())
        groups = tuple(_groups({"Soil": soil_steps, "Test": test_steps, "Clamp": clamp.steps if clamp else ()}))
        nothing = dict.fromkeys(("resistance_ohm", "dry_ohm", "wet_ohm", "frozen_ohm", "touch_v", "step_v", "lifted_v", "corrected"))
        empty = {"soil_words": "", "clears": "", "wire_share": 0.0, "rods": (), "more": (), "surface": ()}
        shared |= nothing | empty
        return GroundAnswer.model_validate(shared | {"headline": words, "known": False, "electrodes": lying, "working": groups})
    soil = soil_of(job.soil) if job.soil else Soil(USUAL_OHM_M)
    together = earthed(shapes, soil)
    ohm = path.ohm if path is not None and seen else together.resistance_ohm
    off = ohm / together.resistance_ohm  # what was measured corrects what is predicted beyond it
    alone = {shape.key: earthed((shape,), soil).resistance_ohm for shape in shapes}
    shares = dict(together.shares)
    seasons = (job.soil.dry_percent, job.soil.wet_percent) if job.soil else ()
    dry, wet = [off * earthed(shapes, soil_of(job.soil, percent)).resistance_ohm for percent in seasons if job.soil] or (None, None)
    frost = off * earthed(shapes, frozen_soil(soil)).resistance_ohm
    voltage = book.supplies.to_neutral_v(book.supplies.usual_v, book.supplies.usual_system)
    through = step(
        "I_g",
        book.words.fill("what a {hot_wire} that falls on the ground would drive through them"),
        "U / R",
        "A",
        "Ohm's law",
        U=voltage,
        R=ohm,
    )
    lifted = step(
        "U_g",
        "voltage of everything that is joined to them, at the current asked for",
        "R * I",
        "V",
        "Ohm's law",
        R=ohm,
        I=question.fault_a,
    )
    feet = _feet(shapes, soil, lifted.value)
    joined = (
        *_joined(together),
        *((ruled("R_m", "with what was measured", f"{three(ohm)} Ω", path.words, "job", ohm),) if path and seen else ()),
    )
    steps = (*_soil_steps(soil), *_electrode_steps(electrodes, alone, shares), *joined, lifted, *feet, through)
    profile = surface_potential(shapes, soil, [(x, 0.35) for x in PROFILE_M])
    drives = f"{whole(voltage)} V drives {through.value:.1f} A through them: no breaker opens."
    purpose = "Electrodes are for lightning, line surges and a reference."
    tree = tree_of(job)
    if earthing_at(tree, next(iter(tree.entering.get(key, ())), ""), far_end=True) is Earthing.tt:
        purpose = "They are the way back of a fault here, so a residual-current device must open."
    clears = f"{drives} {purpose}"
    return GroundAnswer(
        headline=_headline(ohm, dry, wet, path.words if path is not None and seen else "", together.resistance_ohm),
        known=True,
        resistance_ohm=ohm,
        dry_ohm=dry,
        wet_ohm=wet,
        frozen_ohm=frost,
        touch_v=feet[0].value,
        step_v=feet[1].value,
        soil_words=_soil_words(soil, book.words) if job.soil else "no soil is noted",
        electrodes=tuple(_here(k, e, at[k], alone[k], shares[k]) for k, e in electrodes.items()),
        wire_share=shares.get(WIRE_KEY, 0.0),
        rods=_rod_rows(electrodes, soil, book.electrodes),
        more=tuple(_more(job, key, electrodes, at, soil, ohm, off, book.words, book.electrodes)),
        surface=tuple(SurfacePoint(x, share) for x, share in zip(PROFILE_M, profile, strict=True)),
        lifted_v=lifted.value,
        clears=clears,
        corrected=_corrected(job, verdict, together),
        working=tuple(_groups({"Prediction": steps, "Soil": soil_steps, "Test": test_steps, "Clamp": clamp.steps if clamp else ()})),
        **shared,
    )


def _headline(ohm: float, dry: float | None, wet: float | None, measured: str, predicted: float) -> str:
    """The answer in one line: what was measured goes before what was predicted, and says so."""
    seasons = f"; {_short(dry)} Ω dry, {_short(wet)} Ω wet" if dry is not None and wet is not None else ""
    beside = f"; {measured}, {_short(predicted)} Ω predicted" if measured else ""
    return f"{_short(ohm)} Ω to earth{beside}{seasons}"


def _short(ohm: float) -> str:
    """Two figures, written out."""
    return f"{float(f'{ohm:.2g}'):g}"


def _groups(steps: dict[str, tuple[Step, ...]]) -> Iterator[WorkGroup]:
    for title, lines in steps.items():
        if lines:
            yield WorkGroup(title.lower(), title, "", work_lines(lines))


def _here(key: str, one: Electrode, x: float, alone: float, share: float) -> ElectrodeHere:
    end_x, end = far_end(one, x)
    return ElectrodeHere(key, one.name, one.kind, one.laid, x, one.y_m, one.top_m, one.length_m, end_x, end, alone, share, one.measured_ohm)


def _soil_words(soil: Soil, say: Words) -> str:
    if soil.layers == 1 or soil.depth_m is None:
        return f"{three(soil.upper_ohm_m)} Ωm"
    return f"{three(soil.upper_ohm_m)} Ωm down to {say.length_text(soil.depth_m)}, {three(soil.lower_ohm_m or 0.0)} Ωm below"


def _soil_steps(soil: Soil) -> tuple[Step, ...]:
    upper = given("p_1", "resistivity of the upper layer", soil.upper_ohm_m, "Ωm")
    if soil.layers == 1 or soil.depth_m is None or soil.lower_ohm_m is None:
        return (upper,)
    return upper, given("p_2", "of the lower layer", soil.lower_ohm_m, "Ωm"), given("h", "which begins at", soil.depth_m, "m")


def _electrode_steps(electrodes: dict[str, Electrode], alone: dict[str, float], shares: dict[str, float]) -> Iterator[Step]:
    for key, ohm in alone.items():
        name = electrodes[key].name if key in electrodes else "bare wire between the rods"
        why = f"carries {whole(100 * shares[key])} % of the current when joined"
        yield ruled(f"R_{key}", f"{name} alone", f"{three(ohm)} Ω", why, "potential matrix", ohm)


def _joined(together: Earthed) -> tuple[Step, ...]:
    why = "every piece raises every other; one voltage on all"
    return (ruled("R", "all of them joined", f"{three(together.resistance_ohm)} Ω", why, "Heppe 1979", together.resistance_ohm),)


def _feet(shapes: tuple[Shape, ...], soil: Soil, lifted_v: float) -> tuple[Step, Step]:
    """Touch voltage at the worst place a metre from the electrodes, and the worst step of a metre beside them. [V]"""
    least, most = worst_around(shapes, soil, STEP_M)
    words = "between what is joined to them and the soil a metre away, at the worst place"
    touch = step("U_t", words, "U_g * (1 - s)", "V", "potential matrix", U_g=lifted_v, s=least)
    words = "between two feet a metre apart, at the worst place"
    return touch, step("U_s", words, "U_g * s", "V", "potential matrix", U_g=lifted_v, s=most)


def _rod_rows(electrodes: dict[str, Electrode], soil: Soil, electrode_rules: ElectrodeRules) -> tuple[RodRow, ...]:
    """Two, three and four rods at the real spacing, beside the rule of the field."""
    rods = [e for e in electrodes.values() if e.kind is ElectrodeKind.rod]
    if not rods:
        return ()
    first = rods[0]
    apart = next((e.spacing_m for e in rods if e.spacing_m), electrode_rules.rod_limits().apart_m)
    plain = Electrode(name="Rod", building="B", length_m=first.length_m, top_m=first.top_m, diameter_m=first.diameter_m)
    rows = []
    one = 0.0
    for count in FIELD_RULE:
        row = {f"R{i}": plain for i in range(count)}
        found = earthed(shapes_of(row, {f"R{i}": i * apart for i in range(count)}, _NO_WIRE), soil).resistance_ohm
        one = one or found
        rows.append(RodRow(count, 100 * found / one, 100 * FIELD_RULE[count]))
    return tuple(rows)


def _more(
    job: Job,
    building_id: str,
    electrodes: dict[str, Electrode],
    at: dict[str, float],
    soil: Soil,
    now_ohm: float,
    off: float,
    say: Words,
    electrode_rules: ElectrodeRules,
) -> Iterator[More]:
    """How many more, how deep, or which kind: each solved with all that is there."""
    length_m, apart_m, _ = electrode_rules.rod_limits()
    wire_m, ring_m = (60 * FOOT_M, 100 * FOOT_M) if say.feet else (20.0, 30.0)
    end = max(at.values(), default=0.0)
    free = [n for n in (f"E{i}" for i in range(1, 400)) if n not in job.electrodes]
    base = {"building": building_id, "status": "new"}
    new_rod = base | {"name": "Rod", "kind": "rod", "length_m": length_m, "spacing_m": apart_m, "laid": school_of(job, "rock")}
    in_trench = base | {"name": "Buried wire", "kind": "buried_wire", "length_m": wire_m, "top_m": 0.76}
    ring = base | {"name": "Ring", "kind": "ring", "length_m": ring_m, "top_m": 0.76}
    offers: list[tuple[str, list[dict[str, object]], float]] = [
        ("one more rod", [new_rod], ROD_COST),
        ("two more rods", [new_rod, new_rod], 2 * ROD_COST),
        ("two more, twice as far apart", [new_rod | {"spacing_m": 2 * apart_m}] * 2, 2 * ROD_COST + 2 * apart_m * WIRE_COST_M),
        ("one rod driven twice as deep", [new_rod | {"length_m": 2 * length_m}], 2 * ROD_COST),
        ("a plate", [base | {"name": "Plate", "kind": "plate", "length_m": 0.5}], PLATE_COST),
        ("one more rod, slanting in rock", [new_rod | {"laid": "slanting"}], ROD_COST),
        ("one more rod, flat in a trench", [new_rod | {"laid": "trench"}], ROD_COST + length_m * WIRE_COST_M),
        (f"{say.length_text(wire_m)} of bare wire in a trench", [in_trench], wire_m * WIRE_COST_M),
        (f"a ring of {say.length_text(ring_m)}", [ring], ring_m * RING_COST_M),
    ]  # fmt: skip
    for words, parts, cost in offers:
        added = dict(zip(free, (Electrode.model_validate(part) for part in parts), strict=False))
        x, where = end, dict(at)
        for key, one in added.items():
            x += one.spacing_m or apart_m
            where[key] = x
        found = off * earthed(shapes_of(electrodes | added, where, job.buildings[building_id]), soil).resistance_ohm
        gain = now_ohm - found
        edits = tuple(Edit("add", f"/electrodes/{key}", one.model_dump(mode="json")) for key, one in added.items())
        yield More(words, found, 100 * gain / now_ohm, cost, gain / cost * 100, Cure(f"Take {words}", edits))


def _fitted(job: Job, say: Words) -> tuple[Cure | None, tuple[Step, ...]]:
    """The soil that the four-pin readings show, as an edit to take."""
    if not job.soil_readings:
        return None, ()
    worked = fit([Reading(one.spacing_m, one.shown_ohm, one.pin_m) for one in job.soil_readings])
    soil = worked.value.soil
    two = soil.layers > 1
    value: dict[str, JsonValue] = {
        "upper_ohm_m": round(soil.upper_ohm_m, 3),
        "lower_ohm_m": round(soil.lower_ohm_m, 3) if two and soil.lower_ohm_m else None,
        "depth_m": round(soil.depth_m, 3) if two and soil.depth_m else None,
        "dry_percent": job.soil.dry_percent if job.soil else 200.0,
        "wet_percent": job.soil.wet_percent if job.soil else 70.0,
    }
    of = ", from simulated readings" if any(one.simulated for one in job.soil_readings) else ""
    words = f"Take {_soil_words(soil, say)}, misfit {worked.value.misfit_percent:.1f} %{of}"
    return Cure(words, (Edit("add", "/soil", value),)), worked.steps


def _corrected(job: Job, verdict: Verdict | None, together: Earthed) -> Cure | None:
    """Bring the soil to what was measured: both layers by the same factor, for one figure settles no more."""
    if job.soil is None or verdict is None or not verdict.proved or not verdict.resistance_ohm:
        return None
    factor = verdict.resistance_ohm / together.resistance_ohm
    edits = [Edit("add", "/soil/upper_ohm_m", round(job.soil.upper_ohm_m * factor, 3))]
    if job.soil.lower_ohm_m:
        edits.append(Edit("add", "/soil/lower_ohm_m", round(job.soil.lower_ohm_m * factor, 3)))
    return Cure(f"Bring the soil to the {three(verdict.resistance_ohm)} Ω that were measured (times {factor:.2f})", tuple(edits))


_NO_WIRE = Building(name="None")
