"""Jobs and questions made up by a seed, the same ones for the same seed.

A job is any start of any rule family, added to and changed at random in any field that a job has.
"""

from __future__ import annotations

import json
import math
import random
from typing import Any

from pydantic import ValidationError

from northspan.core.calculators import CALCULATORS
from northspan.core.desk.demos import DEMOS
from northspan.core.desk.starts import Answers, start_edits
from northspan.core.desk.starts.under import start_job_under, starts_under
from northspan.core.document.calls import CALLS
from northspan.core.document.job import Job
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
from northspan.core.working.errors import NorthSpanError

EDGES = (0, 0.01, 1, 3, 12, 60, 100, 120, 240, 600, 1e-6, 1e6)
JOBS = [make().model_dump(mode="json") for make in DEMOS.values()]

_SCHEMA = Job.model_json_schema()
_PARTS = {
    "runs": "Run",
    "buildings": "Building",
    "enclosures": "Enclosure",
    "electrodes": "Electrode",
    "loads": "Load",
    "sources": "Source",
}
_KEPT = {
    "name",
    "note",
    "origin",
    "target",
    "enclosure",
    "building",
    "segments",
    "kind",
    "legs",
    "slack_m",
    "fall_log",
    "trench",
    "words",
    "order",
}
_CHANGES_OF_A_JOB = 14


def a_job(seed: int) -> Job:
    """Make up a job: the same one for the same seed, half of them changed in many places."""
    rng = random.Random(seed)
    book = rulebook_names()[seed % len(rulebook_names())]
    job = DEMOS[book]() if rng.random() < 0.1 else _begun(rng, book)
    document = json.loads(job.model_dump_json())
    document["units"] = rng.choice(["feet", "metres"])
    for _ in range(rng.randrange(_CHANGES_OF_A_JOB) if rng.random() < 0.7 else 0):
        changed = json.loads(json.dumps(document))
        _change(rng, changed, book)
        try:
            Job.model_validate(changed)
        except ValidationError:
            continue
        document = changed
    return Job.model_validate(document)


def edited(job: Job, rng: random.Random) -> Job:
    """Change a job somewhere; as it was where the change makes no job."""
    document = json.loads(job.model_dump_json())
    _change(rng, document, job.rulebook)
    try:
        return Job.model_validate(document)
    except ValidationError:
        return job


def _begun(rng: random.Random, book: str) -> Job:
    starts = starts_under(book)
    job = start_job_under(rng.choice(starts).key, _answers(rng, book), book)
    for _ in range(rng.randrange(3)):
        try:
            edits = start_edits(job, rng.choice(starts).key, _answers(rng, book))
        except NorthSpanError:  # lays out a whole property
            continue
        document = json.loads(job.model_dump_json())
        for edit in edits:
            *folders, last = edit["path"].strip("/").split("/")
            here = document
            for folder in folders:
                here = here[folder]
            here[last] = edit["value"]
        job = Job.model_validate(document)
    return job


def _answers(rng: random.Random, book: str) -> Answers:
    service_a = rng.choice([60, 100, 150, 200, 320, 400])
    return Answers(
        name="Any property",
        building="Any building",
        floor_m2=rng.uniform(60, 400),
        range_va=rng.choice([None, 8000, 12000, 18000]),
        dryer_va=rng.choice([None, 5000]),
        heating_va=rng.choice([None, 4000, 15000]),
        cooling_va=rng.choice([None, 6000]),
        vehicle_va=rng.choice([None, 7200, 11500]),
        load_a=round(rng.uniform(5, 180), 1),
        continuous_a=rng.choice([0, 0, 4]),
        length_m=round(10 ** rng.uniform(0.5, 2.4), 1),
        service_length_m=round(rng.uniform(3, 60), 1),
        service_a=service_a,
        rating_kva=round(rng.uniform(3, 40), 1),
        diversion_w=round(rng.uniform(3000, 40000)),
        transformer_kva=rng.choice([None, 15, 25, 50]),
        metal=rng.choice([None, *rulebook_named(book).wires.metals()]),
    )


def _change(rng: random.Random, document: dict[str, Any], book: str) -> None:
    if rng.random() < 0.2:
        call = rng.choice(list(CALLS.values()))
        document["calls"][call.name] = {"school": rng.choice(call.schools).key, "reason": ""}
        return
    kind = rng.choice([key for key in _PARTS for _ in range(6 if key == "runs" else 1) if document[key]])
    part = document[kind][rng.choice(sorted(document[kind]))]
    model = _PARTS[kind]
    if kind == "runs" and rng.random() < 0.5:
        part, model = rng.choice(list(part["segments"].values())), "Segment"
    fields = _SCHEMA["$defs"][model]["properties"]
    field = rng.choice(sorted(set(fields) - _KEPT))
    rules = rulebook_named(book)
    named = {
        "shares_with": lambda: [rng.choice(sorted(document["runs"]))],
        "ground_with": lambda: None,
        "circuits": list,
        "method": lambda: rng.choice(rules.choices.methods())[0],
        "laid": lambda: rng.choice([key for key, _ in rules.choices.laid_ways()] or [""]) if model == "Segment" else "upright",
        "grouped": lambda: rng.choice([key for key, _ in rules.choices.groupings()] or [""]),
        "ring": lambda: book == "uk-2022",
    }
    part[field] = named[field]() if field in named else sample(rng, fields[field], _SCHEMA["$defs"], rules, field)


def a_question(name: str, number_of: int) -> Any:
    """Make up a question for a calculator, under each rulebook in turn; None where what came out is not a question at all."""
    rng = random.Random(f"{name} {number_of}")
    book = rulebook_named(rulebook_names()[number_of % len(rulebook_names())])
    schema = CALCULATORS[name].question.model_json_schema()
    try:
        return CALCULATORS[name].question.model_validate(sample(rng, schema, schema.get("$defs", {}), book))
    except (ValidationError, NorthSpanError):
        return None


def number(rng, schema):
    """A figure inside its bounds, often at one of them."""
    low = schema.get("minimum", schema.get("exclusiveMinimum", -1e3))
    high = schema.get("maximum", schema.get("exclusiveMaximum", 1e4))
    choice = rng.random()
    if choice < 0.1:
        return low
    if choice < 0.2:
        return high
    if choice < 0.5:
        return min(max(rng.choice(EDGES), low), high)
    if low > 0 or (low == 0 and choice < 0.9):
        least = max(low, 1e-3)
        return math.exp(rng.uniform(math.log(least), math.log(max(high, least * 2))))
    return rng.uniform(low, high)


def words(rng, name, book):  # noqa: PLR0911 - one line for each kind of word
    """Names of sizes, insulations, pipes and devices as they stand in a rulebook, and now and then one that is in none."""
    if rng.random() < 0.03:
        return "no such thing"
    metal = rng.choice(book.wires.metals())
    if name.endswith("insulation"):
        return rng.choice(book.wires.insulations())
    if name == "rulebook":
        return book.id
    if name == "to":
        return rng.choice(rulebook_names())
    if name == "where":
        mine = [job for job in JOBS if job["rulebook"] == book.id]
        return rng.choice([f"/{table}/{key}" for job in mine for table in ("runs", "enclosures", "electrodes") for key in job[table]])
    if name == "building":
        return rng.choice([key for job in JOBS if job["rulebook"] == book.id for key in job["buildings"]])
    if name == "device_type":
        return rng.choice([kind for kind, _ in book.devices.device_types()] or [""])
    if name == "pipe_size":
        return rng.choice([pipe.size for pipe in book.pipes.trade_sizes(book.choices.methods()[0][0], 3)] or ["1"])
    if "size" in name or name in {"wire", "ground"}:
        return rng.choice(book.wires.sizes(metal))
    return rng.choice(("", "a", "source", "earth", "P1", "F1", "optional", "standard", "formula", "A"))


def sample(rng, schema, defs, book, name=""):  # noqa: PLR0911 - one line for each kind of schema
    """A value that fits a schema, or nearly."""
    if "$ref" in schema:
        return sample(rng, defs[schema["$ref"].rsplit("/", 1)[-1]], defs, book, name)
    if "allOf" in schema:
        return sample(rng, schema["allOf"][0], defs, book, name)
    if name == "job":
        return rng.choice([job for job in JOBS if job["rulebook"] == book.id])
    if "anyOf" in schema:
        return sample(rng, rng.choice(schema["anyOf"]), defs, book, name)
    if "enum" in schema:
        return rng.choice(schema["enum"])
    if name == "device_a":
        return rng.choice(book.devices.ratings())
    if "const" in schema:
        return schema["const"]
    return of_kind(rng, schema, defs, book, name)


def of_kind(rng, schema, defs, book, name):  # noqa: PLR0911 - one line for each kind of value
    kind = schema.get("type")
    if kind == "object" and "properties" in schema:
        required = schema.get("required", ())
        return {
            key: sample(rng, part, defs, book, key)
            for key, part in schema["properties"].items()
            if key in required or key == "rulebook" or rng.random() < 0.5
        }
    if kind == "object" and "patternProperties" in schema:
        (one,) = schema["patternProperties"].values()
        return {f"K{i}": sample(rng, one, defs, book, name) for i in range(rng.randint(schema.get("minProperties", 0), 3))}
    if kind == "array":
        parts = schema.get("prefixItems")
        if parts:
            return [sample(rng, part, defs, book, name) for part in parts]
        count = rng.randint(schema.get("minItems", 0), min(schema.get("maxItems", 4), schema.get("minItems", 0) + 3))
        return [sample(rng, schema.get("items", {}), defs, book, name) for _ in range(count)]
    if kind == "number":
        return number(rng, schema)
    if kind == "integer":
        return int(number(rng, schema | {"maximum": min(schema.get("maximum", 50), 50)}))
    if kind == "boolean":
        return rng.random() < 0.5
    return None if kind == "null" else words(rng, name, book)
