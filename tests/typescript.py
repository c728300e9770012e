"""Runs pure functions of the front end as they are shipped, without a browser."""

import json
import subprocess
from typing import Any

from tests.run import TOP

RUN = """
const { readFileSync } = require('fs'); const { dirname, join } = require('path'); const ts = require('./web/node_modules/typescript')
const asked = readFileSync(0, 'utf8'); const [file] = process.argv.slice(1)
const load = (path) => {
  const { outputText } = ts.transpileModule(readFileSync(path, 'utf8'), { compilerOptions: { module: 'commonjs', target: 'es2022' } })
  const made = { exports: {} }; const near = (name) => load(join(dirname(path), name + '.ts')).exports
  new Function('module', 'exports', 'require', outputText)(made, made.exports, near); return made
}
const shipped = load(join('web/src', file))
const read = ([name, args]) => { try { return shipped.exports[name](...args) ?? null } catch (error) {
  if (error.constructor.name === 'Misread') return error.message; throw error } }
console.log(JSON.stringify(JSON.parse(asked).map(read)))
"""


def shipped(file: str, asked: list[Any]) -> list[Any]:
    """Call functions of a module by name with their arguments, in one go."""
    done = subprocess.run(
        ["node", "-e", RUN, file], input=json.dumps(asked), cwd=TOP, capture_output=True, text=True, check=True, timeout=60
    )
    answers: list[Any] = json.loads(done.stdout)
    return answers
