"""A bond of a standby source that is in the wrong place: moved, or its neutral made to fit, and either cures."""

import unittest
from dataclasses import asdict

from northspan.core.desk.starts import Answers
from northspan.core.desk.starts.under import start_job_under
from northspan.core.document.job import Job
from northspan.core.document.patching import patched
from northspan.core.rulebooks.registry import rulebook_names
from northspan.core.solve import solve
from tests.support import checked


class BothWays(unittest.TestCase):
    def test_either_cure_holds_in_every_family(self):
        for book in rulebook_names():
            for start in ("generator", "paired_inverters"):
                job = start_job_under(start, Answers(rating_kva=10, service_a=100, length_m=9), book)
                source = next(key for key, one in job.sources.items() if one.kind != "utility_transformer")
                standby = next(key for key, run in job.runs.items() if run.alternate)
                for bond, switched, code in (
                    ("bonded", False, "second-bond-at-source"),
                    ("separate", True, "source-bond-missing"),
                    ("bonded", True, ""),
                    ("separate", False, ""),
                ):
                    with self.subTest(book, start=start, bond=bond, switched=switched):
                        sources = job.sources | {source: job.sources[source].model_copy(update={"bond_found": bond})}
                        runs = job.runs | {standby: job.runs[standby].model_copy(update={"neutral_switched": switched})}
                        trial = checked(job, sources=sources, runs=runs)
                        said = [one for one in solve(trial).findings if one.code in {"second-bond-at-source", "source-bond-missing"}]
                        self.assertEqual([one.code for one in said], [code] if code else [])
                        for cure in said[0].cures if said else ():
                            edits = [asdict(edit) for edit in cure.edits]
                            after = solve(Job.model_validate(patched(trial.model_dump(mode="json"), edits)))
                            self.assertIn("bonds-hold", {one.code for one in after.findings})
                        self.assertEqual(len(said[0].cures) if said else 2, 2)


if __name__ == "__main__":
    unittest.main()
