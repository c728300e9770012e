"""Runs the tests and counts them on a line of its own: `python -m tests.run [module ...]`."""

from __future__ import annotations

import sys
import time
import unittest
import warnings
from pathlib import Path

TOP = Path(__file__).parent.parent


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


def _found(loader: unittest.TestLoader, name: str) -> unittest.TestSuite:
    """A module, a class or a test by its name; of a package everything in it."""
    folder = TOP / name.replace(".", "/")
    return loader.discover(str(folder), top_level_dir=str(TOP)) if folder.is_dir() else loader.loadTestsFromName(name)


def main(names: list[str]) -> int:
    warnings.simplefilter("error", ResourceWarning)
    loader = unittest.defaultTestLoader
    suite = unittest.TestSuite(_found(loader, name) for name in names or ["tests"])
    result = unittest.TextTestRunner(stream=sys.stdout, resultclass=Counting, verbosity=1).run(suite)
    assert isinstance(result, Counting)
    for seconds, test in sorted(result.slow, reverse=True)[:5]:
        print(f"{seconds:6.1f} s  {test}")
    passed, failed, skipped = result.counts()
    print(f"{passed} passed, {failed} failed, {skipped} skipped")
    return 1 if failed or not passed else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
