"""Runs pure functions of the front end as they are shipped, without a browser."""

import json
import subprocess
from typing import Any

from tests.run import TOP

RUN = """
const { readFileSync } = require('fs'); const ts = require('./web/node_modules/typescript')
const [file, asked] = process.argv.slice(1)
const { outputText } = ts.transpileModule(readFileSync('web/src/' + file, 'utf8'), { compilerOptions: { module: 'commonjs', target: 'es2022' } })
const shipped = { exports: {} }; new Function('module', 'exports', outputText)(shipped, shipped.exports)
const read = ([name, args]) => { try { return shipped.exports[name](...args) ?? null } catch (error) {
  if (shipped.exports.Misread && error instanceof shipped.exports.Misread) return error.message; throw error } }
console.log(JSON.stringify(JSON.parse(asked).map(read)))
"""


def shipped(file: str, asked: list[Any]) -> list[Any]:
    """Call functions of a module by name with their arguments, in one go."""
    done = subprocess.run(["node", "-e", RUN, file, json.dumps(asked)], cwd=TOP, capture_output=True, text=True, check=True, timeout=60)
    answers: list[Any] = json.loads(done.stdout)
    return answers
