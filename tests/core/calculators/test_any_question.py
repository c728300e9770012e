"""Whatever a calculator is asked: it answers in figures, or refuses in words. Nothing else comes out of it."""

import json
import os
import unittest

from northspan.core.calculators import CALCULATORS
from northspan.core.working.errors import NorthSpanError
from tests.generated import a_question
from tests.run import cases, slow

TRIES = cases(int(os.environ.get("NORTHSPAN_TRIES", "40")))


@slow
class AnyQuestion(unittest.TestCase):
    def test_each_calculator_answers_or_refuses_in_words(self):
        silent = 0
        for name, calculator in CALCULATORS.items():
            answered = tried = 0
            for number_of in range(cases(12) if "job" in calculator.question.model_fields else TRIES):
                question = a_question(name, number_of)
                if question is None:
                    continue
                tried += 1
                with self.subTest(name, number=number_of, asked=question.model_dump_json()[:1500]):
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
        self.assertLess(silent, 8)  # of wires, taps, readings or whole circuits at random hardly any can be


if __name__ == "__main__":
    unittest.main()
