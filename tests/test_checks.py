"""Format, lint, types, and that what is generated is in step with what it is generated from."""

import subprocess
import sys
import tempfile
import unittest
from pathlib import Path

from tests.run import TOP

WEB = TOP / "web"


class Checks(unittest.TestCase):
    def passes(self, *command, cwd=TOP):
        done = subprocess.run(command, cwd=cwd, capture_output=True, text=True, check=False)
        self.assertEqual(done.returncode, 0, f"{' '.join(map(str, command))}\n{done.stdout[-6000:]}{done.stderr[-3000:]}")
        return done.stdout


class Program(Checks):
    def test_python_is_formatted(self):
        self.passes(sys.executable, "-m", "ruff", "format", "--check", "-q", ".")

    def test_python_is_linted(self):
        self.passes(sys.executable, "-m", "ruff", "check", "-q", "--output-format", "concise", ".")

    def test_python_is_typed(self):
        self.passes(sys.executable, "-m", "mypy")

    def test_the_openapi_document_is_in_step(self):
        written = self.passes(sys.executable, "-m", "northspan", "spec")
        self.assertEqual(written, (TOP / "openapi.json").read_text(), "run make spec")

    def test_lock_files_hold_no_address(self):
        for name in ("requirements.lock", "requirements-dev.lock"):
            self.assertNotIn("://", (TOP / name).read_text())
        self.assertNotIn('"resolved"', (WEB / "package-lock.json").read_text())


class FrontEnd(Checks):
    def test_front_end_is_typed(self):
        self.passes("npm", "run", "--silent", "typed", cwd=WEB)

    def test_front_end_is_linted(self):
        self.passes("npm", "run", "--silent", "linted", cwd=WEB)

    def test_the_client_types_are_in_step(self):
        with tempfile.TemporaryDirectory() as folder:
            made = Path(folder) / "schema.d.ts"
            self.passes("npx", "--no-install", "openapi-typescript", "../openapi.json", "--default-non-nullable=false", "-o", made, cwd=WEB)
            self.assertEqual(made.read_text(), (WEB / "src/api/schema.d.ts").read_text(), "run make spec")
