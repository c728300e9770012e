"""Rules of the house that would be wishes without a test: layers, docstrings, examples, settings."""

import ast
import dataclasses
import doctest
import functools
import importlib
import inspect
import pkgutil
import re
import sys
import unittest
from typing import get_type_hints

import northspan
from northspan.api.settings import SETTINGS
from northspan.core.calculators import CALCULATORS
from northspan.core.document.job import Job
from northspan.core.rulebooks import questions
from northspan.core.rulebooks.questions.loop import LoopRules
from northspan.core.rulebooks.rulebook import Rulebook
from northspan.core.solve import solve
from northspan.core.working import errors
from tests.generated import a_job
from tests.run import TOP, cases

# what each layer may import of ours; the core may import no other packages than these
BELOW = {
    "core": {"core"},
    "store": {"core", "store"},
    "files": {"core", "files"},
    "standins": {"core", "files", "standins"},
    "problem": {"core", "standins"},
    "asking": {"core", "problem"},
    "worked_jobs": {"core"},
    "apart": {"core", "asking", "problem"},
    "service": {"core", "asking", "worked_jobs"},
    "shapes": {"core", "standins"},
    "outside": {"core", "store", "files", "standins", "service"},
    "api": {"core", "store", "files", "standins", "problem", "asking", "service", "shapes", "outside", "api"},
    "cli": {"core", "store", "files", "service", "outside", "api", "apart"},
}
CORE = TOP / "northspan/core"
CHANGING = {"append", "extend", "insert", "add", "update", "setdefault", "pop", "remove"}
UNIT = re.compile(r"_(m|m2|m3|l|a|ma|v|va|kva|w|ohm|ohm_m|c|k|deg|percent|n|n_m|s|per_kg|per_m|per_kva|per_kwh)$")  # a suffix is a unit
# fields of the job document that no screen shows or takes yet, and why; files and the API have them
UNSEEN = {
    "Electrode.y_m": "electrodes are drawn along one line; a second direction has no picture yet",
    "Electrode.diameter_m": "the usual one is taken; nobody types another by hand",
    "FourPinReading.pin_m": "the tester's own pins are taken",
    "GroundSoil.wet_percent": "comes with readings of a season, which are not typed yet",
    "Materials.electrode_lead_m": "the usual length is taken; a line of the list can be changed",
    "Materials.circuit_cable_m": "the usual length is taken; a line of the list can be changed",
    "LineAnswer.in_feet": "written with the answer, so that other units change no line",
    "Attachment.size_bytes": "written with the file",
    "PanelLayout.as_found": "written by the inventory when a panel is evened, never typed",
    "TaskChange.done_h": "written by the press that it is done",
    "TaskChange.done_as": "written by the press that it is done",
    "Person.away_from_h": "written by the press that somebody is ill",
    "Prices.panel_each": "price books say it better",
    "Prices.panel_per_space": "price books say it better",
    "Prices.box_each": "price books say it better",
    "Run.given_drop_a": "a current typed for the drop alone; the school that takes it can be chosen, the figure not typed yet",
    "Run.power_factor": "what is usual is taken; not typed yet",
    "Segment.other_wires": "counted from the carrying ones; not typed yet",
    "Job.version": "written by the program",
}
# rooms of the screen, each importing from those before it; a step may show a part of a step before it
SCREEN = (
    *("api", "format", "drawing", "state", "composables", "parts", "frame"),
    *("sizing", "route", "neutrals", "survey", "loads", "electrodes", "panels", "materials", "days", "record"),
    *("pages", "setup", "App.vue", "main.ts"),
)
BUILDERS = {"draft"}  # what a start writes into
IN_PLACE = {"linear", "network", "laying"}  # arithmetic on a matrix, and a search that tries and takes back, thousands of times


@functools.cache
def parsed(path):
    """A module as a tree, read once for every rule."""
    return ast.parse(path.read_text())


def written(function):
    """Names into which a function writes by a subscript or adds in place."""
    for node in ast.walk(function):
        into = node.targets if isinstance(node, (ast.Assign, ast.Delete)) else [node.target] if isinstance(node, ast.AugAssign) else []
        for target in into:
            within = target
            while isinstance(within, ast.Subscript):
                within = within.value
            if isinstance(within, ast.Name) and (
                within is not target or (isinstance(node, ast.AugAssign) and isinstance(node.op, ast.BitOr))
            ):
                yield within.id


def wings():
    """What each wing of the core may import, and the order of topics, as the core's README has them."""
    text = (CORE / "README.md").read_text()
    rows = re.findall(r"^\| `(\w+)` \|.*\| ([\w, ]*) ?\|$", text, re.MULTILINE)
    orders = [re.findall(r"\w+", one) for one in re.findall(r"those before it:\n([\w,\s]+)\.", text)]
    return {wing: set(re.findall(r"\w+", below)) for wing, below in rows}, dict(zip(("topics", "steps"), orders, strict=True))


def modules(folder=""):
    for path in sorted((TOP / "northspan" / folder).rglob("*.py")):
        if "migrations" not in path.parts:
            yield path.relative_to(TOP).with_suffix("").as_posix().replace("/", "."), path


def imports(path):
    for node in ast.walk(parsed(path)):
        if isinstance(node, ast.Import):
            yield from (alias.name for alias in node.names)
        elif isinstance(node, ast.ImportFrom):
            yield node.module
            for alias in node.names:
                within = TOP / str(node.module).replace(".", "/") / alias.name
                if within.with_suffix(".py").exists() or within.is_dir():
                    yield f"{node.module}.{alias.name}"


def questions_by_name():
    """Every question that a rulebook is asked, by its name."""
    protocols = [kind for kind in get_type_hints(Rulebook).values() if getattr(kind, "_is_protocol", False)] + [LoopRules]
    return {name: one for kind in protocols for name, one in vars(kind).items() if inspect.isfunction(one) and name[0] != "_"}


def glossary():
    """What the parameters of the questions mean, with their units."""
    return dict(re.findall(r"^(\w+) : .+ \[([^\]]+)\]$", questions.__doc__, re.MULTILINE))


class Layers(unittest.TestCase):
    def test_imports_point_down_only(self):
        for name, path in modules():
            layer = name.split(".")[1] if "." in name else ""
            for imported in imports(path):
                if layer in BELOW and imported.startswith("northspan."):
                    self.assertIn(imported.split(".")[1], BELOW[layer] | {layer}, f"{name} imports {imported}")

    def test_the_core_stands_on_the_standard_library_and_three_packages(self):
        for name, path in modules("core"):
            for imported in imports(path):
                top = imported.split(".")[0]
                self.assertTrue(
                    top in sys.stdlib_module_names or top in {"pydantic", "pydantic_core", "jsonpatch", "jsonpointer", "northspan"},
                    f"{name} imports {imported}",
                )

    def test_wings_of_the_core_point_down_only(self):
        below, orders = wings()
        self.assertEqual({path.stem for path in CORE.iterdir()} - {"README", "__init__", "__pycache__"}, set(below))
        for within, order in orders.items():
            self.assertEqual({path.name for path in (CORE / within).iterdir() if path.is_dir()} - {"__pycache__"}, set(order))
        for name, path in modules("core"):
            wing, *inner = name.split(".")[2:]
            for imported in imports(path) if wing != "__init__" else ():
                if not imported.startswith("northspan.core."):
                    continue
                other, *place = imported.split(".")[2:]
                self.assertIn(other, below[wing] | {wing}, f"{name} imports {imported}")
                order = orders.get(wing, []) if wing == other else []
                if inner and inner[0] in order:
                    self.assertLessEqual(order.index(place[0]), order.index(inner[0]), f"{name} imports {imported}")

    def test_no_module_imports_in_a_circle(self):
        def above(name):
            parts = name.split(".")
            return {".".join(parts[:i]) for i in range(3, len(parts) + 1)}

        # importing a module runs every package above it, but for those that are being read already
        below = {
            name.removesuffix(".__init__"): {
                part
                for one in imports(path)
                if one.startswith("northspan.core.")
                for part in above(one) - above(name.removesuffix(".__init__"))
            }
            for name, path in modules("core")
        }
        done = set()

        def visit(name, way):
            self.assertNotIn(name, way, "a circle")
            for other in sorted(below.get(name, set()) - done):
                visit(other, (*way, name))
            done.add(name)

        for name in below:
            visit(name, ())

    def test_a_module_is_one_topic_that_can_be_read_at_once(self):
        for name, path in modules():
            self.assertLessEqual(len(path.read_text().splitlines()), 400, name)

    def test_no_value_is_read_out_of_working_by_its_place(self):
        for name, path in modules("core"):
            if not name.endswith(".worked"):
                self.assertEqual(re.findall(r"(?:steps|lines)\[-?\d+\]|\[-\d\]\.(?:value|result)\b", path.read_text()), [], name)

    def test_no_function_changes_a_list_that_it_was_handed(self):
        for name, path in modules("core"):
            for function in (node for node in ast.walk(parsed(path)) if isinstance(node, ast.FunctionDef)):
                handed = {one.arg for one in (*function.args.args, *function.args.kwonlyargs) if one.arg not in {"self", "cls"}}
                calls = [node.func for node in ast.walk(function) if isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute)]
                changed = {one.value.id for one in calls if isinstance(one.value, ast.Name) and one.attr in CHANGING}
                changed |= set(written(function)) if name.split(".")[-1] not in IN_PLACE else set()
                self.assertFalse(changed & handed - BUILDERS, f"{name}.{function.name}")

    def test_sums_are_the_same_on_every_machine(self):
        """The plain sum of floats differs between versions of Python; a set has no order that stays."""
        for name, path in modules("core"):
            tree = parsed(path)
            called = {node.func.id for node in ast.walk(tree) if isinstance(node, ast.Call) and isinstance(node.func, ast.Name)}
            self.assertFalse("sum" in called and not name.endswith(".sums"), f"{name}: add up by northspan.core.working.sums")
            for node in ast.walk(tree):
                spread = node.value if isinstance(node, ast.Starred) else None
                made = isinstance(spread, ast.Call) and isinstance(spread.func, ast.Name) and spread.func.id in {"set", "frozenset"}
                less = isinstance(spread, ast.BinOp) and any(isinstance(one, ast.Call) for one in (spread.left, spread.right))
                self.assertFalse(made or less or isinstance(spread, (ast.Set, ast.SetComp)), f"{name}:{getattr(node, 'lineno', '')}")

    def test_the_core_reads_no_clock_and_makes_up_no_names(self):
        for name, path in modules("core"):
            taken = re.search(r"\b(datetime\.now|date\.today|time\.time|secrets\.|uuid\d?\(|random\.(?!Random\(\d))", path.read_text())
            self.assertIsNone(taken, name)  # chance from a number is the same every time

    def test_no_country_is_asked_for_outside_the_rulebooks(self):
        for name, path in modules():
            if ".rulebooks." not in name:
                self.assertNotRegex(path.read_text(), r"rulebook(_id|\.id)? *== *['\"]", name)
                # an article of a code is cited by the code itself; examples in docstrings do not count
                self.assertNotRegex(path.read_text(), r'"[1-9]\d\d\.\d+[(",]', name)

    def test_the_screen_knows_no_rule_of_the_trade(self):
        for path in (TOP / "web/src").rglob("*"):
            if path.suffix in {".ts", ".vue"} and path.name != "schema.d.ts":
                self.assertNotRegex(path.read_text().partition("<style")[0], r"\b(1\.25|0\.8333|310\.16|250\.\d+|215\.\d+)\b", path.name)


class FrontEnd(unittest.TestCase):
    def sources(self):
        return [path for path in (TOP / "web/src").rglob("*") if path.suffix in {".ts", ".vue"} and path.name != "schema.d.ts"]

    def test_no_line_is_longer_than_can_be_read(self):
        for path in self.sources():
            for number, line in enumerate(path.read_text().splitlines(), 1):
                self.assertLessEqual(len(line), 120, f"{path.name}:{number}")

    def room(self, path):
        place = path.relative_to(TOP / "web/src").parts
        return place[2] if place[:2] == ("components", "steps") else place[1] if place[0] == "components" else place[0]

    def test_arrows_of_the_screen_point_down_only(self):
        for path in self.sources():
            for spec in re.findall(r"(?:from |import\(?)['\"](\.[^'\"]+)['\"]", path.read_text()):
                found = [one for end in ("", ".ts", ".vue") if (one := (path.parent / f"{spec}{end}").resolve()).is_file()]
                if not found or found[0].name == "schema.d.ts":
                    continue
                here, there = self.room(path), self.room(found[0])
                if here in SCREEN and there in SCREEN:
                    self.assertLessEqual(SCREEN.index(there), SCREEN.index(here), f"{path.name} imports {spec}")

    def test_every_field_of_a_job_is_on_a_screen_or_listed_with_its_reason(self):
        words = {word for path in self.sources() for word in re.findall(r"\w+", path.read_text())}
        schema = Job.model_json_schema()
        models = {"Job": schema, **{model["title"]: model for model in schema["$defs"].values()}}
        unseen = {f"{title}.{name}" for title, model in models.items() for name in model.get("properties", {}) if name not in words}
        self.assertEqual(unseen, set(UNSEEN))

    def test_only_one_door_leads_to_the_server(self):
        for path in self.sources():
            text = path.read_text()
            self.assertFalse("fetch(" in text.replace("refetch(", "") and path.name != "transport.ts", path.name)
            self.assertFalse(
                re.search(r"/api/(jobs|books|library)/\$\{", text), path.name
            )  # an address is named, and filled in by the door

    def test_a_foot_is_written_once(self):
        self.assertEqual([path.name for path in self.sources() if "0.3048" in path.read_text()], ["quantities.ts"])


class Docstrings(unittest.TestCase):
    def public(self):
        for info in pkgutil.walk_packages(northspan.__path__, "northspan."):
            if not info.name.startswith("northspan.core."):
                continue
            module = importlib.import_module(info.name)
            for name, thing in vars(module).items():
                if inspect.isroutine(inspect.unwrap(thing) if callable(thing) else thing) and not name.startswith("_"):
                    function = inspect.unwrap(thing)
                    if function.__module__ == info.name:
                        yield f"{info.name}.{name}", function

    def test_every_parameter_is_documented_with_its_unit(self):
        count, asked, known = 0, set(questions_by_name()), glossary()
        for name, function in self.public():
            with self.subTest(name):
                text = inspect.getdoc(function) or ""
                for parameter in inspect.signature(function).parameters.values():
                    entry = re.search(rf"^\**{parameter.name} : .*\n((?:    .*\n?)+)", text, re.MULTILINE)
                    if entry is None and ".rulebooks." in name and name.rsplit(".", 1)[1] in asked:
                        self.assertIn(parameter.name, known)  # the questions are documented once, for all codes
                        continue
                    self.assertIsNotNone(entry, f"{parameter.name} is not documented")
                    self.assertRegex(entry[1], r"\[[^\]]+\]", f"{parameter.name} has no unit")
                count += 1
        self.assertGreater(count, 80)

    def test_every_word_of_a_question_is_in_the_glossary(self):
        used = {one.name for question in questions_by_name().values() for one in inspect.signature(question).parameters.values()}
        self.assertEqual(used - {"self"}, set(glossary()))
        for name, unit in glossary().items():
            self.assertTrue(unit, name)

    def test_every_figure_of_a_job_has_its_unit(self):
        units = (
            "_m",
            "_l",
            "_k",
            "_n",
            "_factor",
            "_m2",
            "_c",
            "_a",
            "_v",
            "_va",
            "_kva",
            "_w",
            "_ohm",
            "_ma",
            "_deg",
            "_percent",
            "_per_kg",
            "_per_m",
            "_per_m_cm2",
            "_per_kva",
            "_per_kwh",
            "_hours_per_year",
        )
        free = {
            "power_factor",
            "size_bytes",
            "value",  # of a reading, in the unit of its kind
            "wanted",
            "order",
            "other_carrying",
            "other_wires",
            "version",
            "sets",
            "years",
            "transformer_each",
            "horsepower",
            "shed_order",
            "small_appliance_circuits",
            "laundry_circuits",
            "spaces_free",
            "neutral_terminals",
            "neutrals_landed",
            "hands",
            "trench_circuits",
            "spaces",
            "columns",
            "most_poles",
            "slot",
            "leg",
            "group",
            "quantity",
            "hours",
            "rate_per_hour",
            "permit",
            "round_to",
            "holds_days",
            "points",
            "reading",
            "ring_points",
            "ring_spurs",
            "to_come_single",
            "to_come_two_pole",
            "ground_terminals",
            "panel_each",
            "panel_per_space",
            "box_each",
            "each",
            "at_h",
            "away_from_day",
            "away_from_h",
            "begins_h",
            "came_h",
            "day",
            "days",
            "ends_h",
            "from_h",
            "parts",
            "people",
            "stands_h",
            "start_h",
            "to_h",
            "took_h",
            "done_h",
            "had",
        }  # numbers without a unit
        for model in Job.model_json_schema()["$defs"].values():
            for name, field in model.get("properties", {}).items():
                kinds = {field.get("type"), *(option.get("type") for option in field.get("anyOf", []))}
                if kinds & {"number", "integer"} and name not in free:
                    self.assertTrue(name.endswith(units), f"{model['title']}.{name}")


class Documents(unittest.TestCase):
    def test_every_setting_is_in_the_docs(self):
        text = (TOP / "docs/settings.md").read_text()
        for setting in SETTINGS:
            self.assertIn(f"`{setting.name}`", text)
            self.assertIn(setting.help, text)

    def test_every_error_code_is_in_the_docs(self):
        text = (TOP / "docs/errors.md").read_text()
        codes = {thing.code for thing in vars(errors).values() if inspect.isclass(thing) and issubclass(thing, errors.NorthSpanError)}
        for path in (TOP / "northspan").rglob("*.py"):
            codes |= set(re.findall(r'code = "([a-z-]+)"', path.read_text())) | set(re.findall(r'"(foreign-[a-z]+)"', path.read_text()))
        for code in codes - {"north-span"}:
            self.assertIn(f"\n## {code}\n", text)

    def test_every_finding_is_in_the_docs_and_belongs_to_a_step_of_the_rail(self):
        listed = re.findall(r"^### (.+)$", (TOP / "docs/findings.md").read_text(), re.MULTILINE)
        self.assertEqual(len(listed), len(set(listed)))
        source = "".join(path.read_text() for wing in ("topics", "steps") for path in (CORE / wing).rglob("*.py"))
        written = set(re.findall(r'(?:Finding|feed\.found)\(\s*"([a-z-]+)"', source))
        self.assertEqual({code for code in listed if not code.startswith(("limit-", "pull-"))} | {"limit-of-utility"}, written)
        rail = set(re.findall(r"key: '(\w+)'", (TOP / "web/src/state/steps.ts").read_text()))
        for number in range(cases(60)):
            with self.subTest(number):
                for one in self.plan_of(number).findings:
                    self.assertIn(one.code, listed)
                    self.assertIn(one.step, rail)

    @staticmethod
    def plan_of(number):
        try:
            return solve(a_job(number), ())
        except errors.NorthSpanError:
            return solve(Job(name="Nothing"))

    def test_every_field_with_a_unit_is_in_the_docs_and_the_docs_name_no_other(self):
        fields = set()
        for info in pkgutil.walk_packages(northspan.core.__path__, "northspan.core."):
            for kind in vars(importlib.import_module(info.name)).values():
                if inspect.isclass(kind) and kind.__module__ == info.name:
                    named = dataclasses.fields(kind) if dataclasses.is_dataclass(kind) else ()
                    fields |= {one.name for one in named} | set(getattr(kind, "model_fields", ()))
        listed = set(re.findall(r"`(\w+)`", (TOP / "docs/nomenclature.md").read_text()))
        self.assertEqual({name for name in fields if UNIT.search(name)}, {name for name in listed if UNIT.search(name)})

    def test_the_calculators_are_counted(self):
        self.assertIn(f"{len(CALCULATORS)} calculators", (TOP / "README.md").read_text())
        for name in CALCULATORS:
            self.assertIn(f"calc {name} ", (TOP / "docs/calculators.md").read_text())

    def test_every_picture_is_linked(self):
        text = (TOP / "README.md").read_text()
        pictures = sorted((TOP / "docs/screenshots").glob("*.png"))
        self.assertTrue(0 < len(pictures) < 20)
        for picture in pictures:
            self.assertIn(picture.name, text)


def load_tests(_loader, tests, _pattern):
    """Hand the examples in docstrings to unittest."""
    for info in pkgutil.walk_packages(northspan.__path__, "northspan."):
        if "migrations" not in info.name and not info.name.endswith("__main__"):
            module = importlib.import_module(info.name)
            if ">>>" in inspect.getsource(module):
                tests.addTests(doctest.DocTestSuite(module))
    return tests
