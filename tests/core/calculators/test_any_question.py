"""Whatever a calculator is asked: it answers in figures, or refuses in words. Nothing else comes out of it."""

import json
import math
import os
import random
import unittest

from pydantic import ValidationError

from northspan.core.calculators import CALCULATORS
from northspan.core.demos import DEMOS
from northspan.core.errors import NorthSpanError
from northspan.core.rulebooks.registry import rulebook_named, rulebook_names

TRIES = int(os.environ.get("NORTHSPAN_TRIES", "40"))
EDGES = (0, 0.01, 1, 3, 12, 60, 100, 120, 240, 600, 1e-6, 1e6)
JOBS = [make().model_dump(mode="json") for make in DEMOS.values()]


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
    metal = rng.choice(book.metals())
    if name.endswith("insulation"):
        return rng.choice(book.insulations())
    if name == "rulebook":
        return book.id
    if name == "to":
        return rng.choice(rulebook_names())
    if name == "building":
        return rng.choice([key for job in JOBS if job["rulebook"] == book.id for key in job["buildings"]])
    if name == "device_type":
        return rng.choice([kind for kind, _ in book.device_types()] or [""])
    if name == "pipe_size":
        return rng.choice([pipe.size for pipe in book.pipes(book.methods()[0][0], 3)] or ["1"])
    if "size" in name or name in {"wire", "ground"}:
        return rng.choice(book.sizes(metal))
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
        return rng.choice(book.devices())
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


class AnyQuestion(unittest.TestCase):
    def test_each_calculator_answers_or_refuses_in_words(self):
        silent = 0
        for name, calculator in CALCULATORS.items():
            schema = calculator.question.model_json_schema()
            defs, answered, tried = schema.get("$defs", {}), 0, 0
            tries = 12 if "job" in schema.get("properties", {}) else TRIES
            for number_of in range(tries):
                rng = random.Random(f"{name} {number_of}")
                book = rulebook_named(rulebook_names()[number_of % 3])
                raw = sample(rng, schema, defs, book)
                try:
                    question = calculator.question.model_validate(raw)
                except (ValidationError, NorthSpanError):
                    continue
                tried += 1
                with self.subTest(name, number=number_of, asked=json.dumps(raw, default=str)[:1500] if "job" not in raw else "job"):
                    try:
                        answer = calculator.work(question)
                    except NorthSpanError as refused:
                        self.assertGreater(len(str(refused)), 10)
                        continue
                    answered += 1
                    answer.model_dump_json()
                    json.dumps(answer.model_dump(mode="json"), allow_nan=False)  # no figure without end
            self.assertGreater(tried, 0, f"{name} was never asked")
            silent += answered == 0
        self.assertLess(silent, 6)  # of wires or taps at random hardly any can be


if __name__ == "__main__":
    unittest.main()
