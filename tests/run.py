"""Runs the tests and counts them on a line of its own: `python -m tests.run [module ...]`."""

from __future__ import annotations

import os
import re
import subprocess
import sys
import time
import unittest
import warnings
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any

from northspan.core.document.findings import Finding
from tests.amounts import cases

BROWSERS = 3  # shares of the browser's modules for each processor: each starts a server and a browser of its own
SHARES = 1 if "QUICK" in os.environ else 3  # for each processor, so that none waits long for the last one
TOP = Path(__file__).parent.parent
SLOWEST = 20
SLOW_S = 0.02  # a test that took longer when it was last measured is left out of make quick
# two cans that are each rightly bonded, and joined to each other: no job of these tests has that
UNREACHED = frozenset({"second-bond"})
_MADE = re.compile(r"^findings made: (.*)\n", re.MULTILINE)
_TIMED = re.compile(r"^ *([\d.]+) s  (tests\..*)\n", re.MULTILINE)
MEASURED = TOP / "tests/slow.txt"
__all__ = ["TOP", "cases", "slow"]
slow = unittest.skipIf("QUICK" in os.environ, "slow, and left out by make quick")  # marks what takes long


class Counting(unittest.TextTestResult):
    """Counts each test once, however many of its parts fail."""

    def __init__(self, *args, **kwargs):
        super().__init__(*args, **kwargs)
        self.passed: set[str] = set()
        self.slow: list[tuple[float, str]] = []
        self._began = 0.0

    def startTest(self, test):  # noqa: N802 - unittest's name
        self._began = time.perf_counter()
        super().startTest(test)

    def stopTest(self, test):  # noqa: N802 - unittest's name
        self.slow.append((time.perf_counter() - self._began, test.id()))
        super().stopTest(test)

    def addSuccess(self, test):  # noqa: N802 - unittest's name
        super().addSuccess(test)
        self.passed.add(test.id())

    def counts(self) -> tuple[int, int, int]:
        def name(test):
            return getattr(test, "test_case", test).id()  # a part of a test has the test it belongs to

        failed = {name(test) for test, _ in [*self.failures, *self.errors]} | {test.id() for test in self.unexpectedSuccesses}
        return len(self.passed - failed), len(failed), len(self.skipped)


def watch_findings() -> set[str]:
    """Collect the code of every finding that is made from now on."""
    made: set[str] = set()
    plain = Finding.__init__

    def noting(self: Finding, code: str, *args: Any, **more: Any) -> None:
        made.add(code)
        plain(self, code, *args, **more)

    Finding.__init__ = noting  # type: ignore[method-assign]
    return made


def _unprovoked(said: list[str]) -> list[str]:
    """The findings in the documents that no test made."""
    made = {code for text in said for line in _MADE.findall(text) for code in line.split()}
    listed = re.findall(r"^### (.+)$", (TOP / "docs/findings.md").read_text(), re.MULTILINE)
    return [code for code in listed if code not in made | UNREACHED]


def _found(loader: unittest.TestLoader, name: str) -> unittest.TestSuite:
    """A module, a class or a test by its name; of a package everything in it."""
    folder = TOP / name.replace(".", "/")
    return loader.discover(str(folder), top_level_dir=str(TOP)) if folder.is_dir() else loader.loadTestsFromName(name)


def _modules(names: list[str]) -> list[Path]:
    return [path for name in names for path in sorted((TOP / name.replace(".", "/")).rglob("test_*.py"))]


def _shares(paths: list[Path], count: int) -> list[list[Path]]:
    """Part modules into shares that are about as large."""
    shares: list[list[Path]] = [[] for _ in range(count)]
    for path in sorted(paths, key=lambda one: -one.stat().st_size):
        min(shares, key=lambda share: sum(one.stat().st_size for one in share)).append(path)
    return [share for share in shares if share]


def _tasks(names: list[str]) -> list[list[str]]:
    """Shares of modules; those that drive the browser first, since they take longest."""
    paths, processors = _modules(names), os.cpu_count() or 1
    driving = [path for path in paths if path.parent.name == "browser"]
    shares = _shares(driving, BROWSERS * processors) + _shares([path for path in paths if path not in driving], SHARES * processors)
    tasks = [[one.relative_to(TOP).with_suffix("").as_posix().replace("/", ".") for one in share] for share in shares]
    return [*tasks, *([name] for name in names if not (TOP / name.replace(".", "/")).is_dir())]


def _ran(task: list[str]) -> str:
    ran = subprocess.run(
        [sys.executable, "-m", "tests.run", *task], cwd=TOP, stdout=subprocess.PIPE, stderr=subprocess.STDOUT, text=True, check=False
    )
    print(_MADE.sub("", _TIMED.sub("", ran.stdout)).rstrip("\n").rsplit("\n", 1)[0], flush=True)
    return ran.stdout


def _quick(suite: unittest.TestSuite, slow_ones: frozenset[str]) -> unittest.TestSuite:
    """The tests but those that took long when they were measured."""
    kept = unittest.TestSuite()
    for one in suite:
        if isinstance(one, unittest.TestSuite):
            kept.addTest(_quick(one, slow_ones))
        elif one.id() not in slow_ones:
            kept.addTest(one)
    return kept


def measure(names: list[str]) -> int:
    """Write down which tests take long, for make quick to leave out."""
    result = unittest.TextTestRunner(stream=sys.stdout, resultclass=Counting, verbosity=1).run(
        unittest.TestSuite(_found(unittest.defaultTestLoader, name) for name in names)
    )
    assert isinstance(result, Counting)
    MEASURED.write_text("\n".join(sorted(test for seconds, test in result.slow if seconds > SLOW_S)) + "\n")
    return 0 if result.wasSuccessful() else 1


def side_by_side(names: list[str]) -> int:
    """Run the modules of packages in as many processes at a time as there are processors, and add up the counts."""
    with ThreadPoolExecutor(os.cpu_count() or 1) as pool:
        said = list(pool.map(_ran, _tasks(names)))
    lines = [re.findall(r"^(\d+) passed, (\d+) failed, (\d+) skipped$", text, re.MULTILINE) for text in said]
    whole = all(lines)  # a process that broke has no count
    counts = [tuple(map(int, each[-1])) for each in lines if each]
    passed, failed, skipped = map(sum, zip(*counts, strict=True)) if whole else (0, len(said), 0)
    if whole and "QUICK" not in os.environ and (("tests.core" in names and "tests.test_structure" in names) or names == ["tests"]):
        for code in (missing := _unprovoked(said)):
            print(f"FAIL: the finding {code} is provoked by no test")
        passed, failed = passed + (not missing), failed + bool(missing)
    slowest = sorted({(float(seconds), test) for text in said for seconds, test in _TIMED.findall(text)}, reverse=True)
    print(f"The slowest {SLOWEST}:")
    for seconds, test in slowest[:SLOWEST]:
        print(f"{seconds:6.1f} s  {test}")
    print(f"{passed} passed, {failed} failed, {skipped} skipped")
    return 1 if failed or not passed else 0


def main(names: list[str]) -> int:
    warnings.simplefilter("error", ResourceWarning)
    loader = unittest.defaultTestLoader
    made = watch_findings()
    suite = unittest.TestSuite(_found(loader, name) for name in names or ["tests"])
    if "QUICK" in os.environ:
        suite = _quick(suite, frozenset(MEASURED.read_text().split()))
    result = unittest.TextTestRunner(stream=sys.stdout, resultclass=Counting, verbosity=1).run(suite)
    assert isinstance(result, Counting)
    print(f"findings made: {' '.join(sorted(made))}")
    for seconds, test in sorted(result.slow, reverse=True)[:SLOWEST]:
        print(f"{seconds:6.1f} s  {test}")
    passed, failed, skipped = result.counts()
    print(f"{passed} passed, {failed} failed, {skipped} skipped")
    return 1 if failed or not passed else 0


if __name__ == "__main__":
    ways = {"--side-by-side": side_by_side, "--measure": measure}
    sys.exit(ways[sys.argv[1]](sys.argv[2:]) if sys.argv[1:2] and sys.argv[1] in ways else main(sys.argv[1:]))
