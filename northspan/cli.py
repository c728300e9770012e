"""The same operations from a shell."""

from __future__ import annotations

import argparse
import gc
import json
import logging
import os
import sqlite3
import sys
from collections.abc import Callable
from pathlib import Path
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from northspan.api.settings import Config

WRONG_INPUT = 2
MOST_CONNECTIONS, IDLE_S = 600, 15  # a connection that neither asks nor reads for so long is closed
THREADS = 24  # more than questions that may wait for an answer from elsewhere, so that light ones find one


def main(arguments: list[str] | None = None) -> int:
    """Run a command.

    Parameters
    ----------
    arguments : list of str, optional
        Command line; the process's own if left out. [-]

    Returns
    -------
    int
        0 when done, 2 when the input is wrong.
    """
    options = _parser().parse_args(arguments)
    run: Callable[[argparse.Namespace], int] = options.run
    try:
        return run(options)
    except _refusals() as error:
        return _wrong(_in_words(error))


def _refusals() -> tuple[type[Exception], ...]:
    """What wrong input and unfit files raise; asked when something is raised, so that nothing is read for it before."""
    from pydantic import ValidationError
    from sqlalchemy.exc import DBAPIError

    from northspan.core.working.errors import NorthSpanError

    return ValidationError, DBAPIError, NorthSpanError, OSError, sqlite3.DatabaseError, ValueError


def _in_words(error: Exception) -> str:
    from pydantic import ValidationError
    from sqlalchemy.exc import DBAPIError

    from northspan.core.document.upgrade import first_wrong

    if isinstance(error, ValidationError):
        return str(first_wrong(error))
    return " ".join(str(error.orig if isinstance(error, DBAPIError) else error).split())


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="northspan", description="Sizes feeders, and explains every answer.")
    commands = parser.add_subparsers(required=True, metavar="COMMAND")
    solving = commands.add_parser("solve", help="plan a job file and print the plan as JSON")
    solving.add_argument("job", type=Path)
    solving.set_defaults(run=_solve)
    calc = commands.add_parser("calc", help="answer one question of the trade, read as JSON from standard input")
    calc.add_argument("name", help="its name, such as carry; a name that is none lists them all")
    calc.set_defaults(run=_calc)
    demo = commands.add_parser("demo", help="keep the demo property, unless there is a job already")
    demo.set_defaults(run=_demo)
    serve = commands.add_parser("serve", help="start the server")
    serve.set_defaults(run=_serve)
    for name, words in (("backup", "copy the database to a file"), ("restore", "put a backup in the place of the database")):
        command = commands.add_parser(name, help=words)
        command.add_argument("file", type=Path)
        command.set_defaults(run=_backup if name == "backup" else _restore)
    check = commands.add_parser("check", help="check tables and database")
    check.set_defaults(run=_check)
    spec = commands.add_parser("spec", help="print the OpenAPI document")
    spec.set_defaults(run=_spec)
    return parser


def _solve(options: argparse.Namespace) -> int:
    from northspan.core.document.upgrade import read_job
    from northspan.core.solve import worked
    from northspan.core.steps.found import with_steps_found

    whole = worked(read_job(_parse(options.job.read_text(encoding="utf-8"))), None)
    print(with_steps_found(whole).model_dump_json(indent=1))
    return 0


def _calc(options: argparse.Namespace) -> int:
    from northspan.core.calculators import CALCULATORS

    calculator = CALCULATORS.get(options.name)
    if calculator is None:
        return _wrong(f"there is no calculator {options.name[:40]}; there are {', '.join(CALCULATORS)}")
    print(calculator.work(calculator.question.model_validate(_parse(sys.stdin.read()))).model_dump_json(indent=1))
    return 0


def _demo(_: argparse.Namespace) -> int:
    from northspan.api.settings import config_from_environment
    from northspan.core.desk.demos import DEMOS
    from northspan.outside import keep_demo_prices, outside
    from northspan.service import Service
    from northspan.store.authorities import Authorities
    from northspan.store.books import Books
    from northspan.store.database import open_database
    from northspan.store.jobs import Jobs
    from northspan.store.library import Library

    engine = open_database(config_from_environment().data)
    jobs = Jobs(engine)
    books = Books(engine)
    service = Service(jobs, outside(Library(engine), books, Authorities(engine)))
    if not jobs.lines():
        made = [demo() for demo in reversed(DEMOS.values())]  # the usual one last, so that it stands first in the list
        for job in made:
            service.add(job, "North Span")
            print(f"{job.name} is ready.")
        if not books.kept():
            keep_demo_prices(books, made, service.beside().now.date().isoformat())
            print("Made-up prices of three simulated shops are kept; drop them under Materials.")
    return 0


def _serve(_: argparse.Namespace) -> int:
    from northspan.api.settings import config_from_environment
    from northspan.store.database import holding

    config = config_from_environment()
    with holding(config.data, alone=False):
        _serve_from(config)
    return 0


def _serve_from(config: Config) -> None:
    import waitress

    from northspan.apart import Apart
    from northspan.api import create_app
    from northspan.api.record_views import LARGEST_FILE

    logging.getLogger("waitress.queue").setLevel(logging.ERROR)  # a short queue is no news
    gc.set_threshold(50_000, 20, 50)  # remembered plans are many and long-lived
    gc.freeze()  # tables and modules stay; the collector need not walk them again
    os.umask(0o077)  # what is kept is read by whoever runs the server, and by nobody else
    apart = Apart()
    proxy = {"trusted_proxy": config.proxy, "trusted_proxy_headers": {"x-forwarded-proto"}} if config.proxy else {}
    server = waitress.create_server(
        create_app(config, apart), host=config.bind, port=config.port, threads=THREADS, ident=None,
        connection_limit=MOST_CONNECTIONS, channel_timeout=IDLE_S, cleanup_interval=IDLE_S // 3,
        max_request_body_size=LARGEST_FILE, max_request_header_size=32_768, **proxy,
    )  # fmt: skip
    print(f"North Span is at http://{config.bind}:{config.port}", flush=True)
    try:
        server.run()
    finally:
        server.close()
        apart.close()


def _backup(options: argparse.Namespace) -> int:
    from northspan.store.attachments import FOLDER, Attachments, beside
    from northspan.store.database import copy_database

    source = _database_file()
    copy_database(source, options.file)
    count = Attachments(source.parent / FOLDER).copy_to(beside(options.file))  # after it: all that the copy speaks of is there then
    print(f"Copied to {options.file}{f', with {count} photos and papers in {beside(options.file)}' if count else ''}.")
    return 0


def _restore(options: argparse.Namespace) -> int:
    from northspan.store.attachments import FOLDER, Attachments, beside
    from northspan.store.database import check_fitness, put_back

    folder = _database_file().parent
    check_fitness(options.file)
    Attachments(beside(options.file)).copy_to(folder / FOLDER)
    kept = put_back(options.file, folder)
    if kept is not None:
        print(f"What was there is kept in {kept}.")
    print(f"Restored from {options.file}.")
    return 0


def _check(_: argparse.Namespace) -> int:
    from northspan.core import load_all
    from northspan.core.rulebooks.registry import rulebook_named, rulebook_names
    from northspan.store.attachments import FOLDER, Attachments
    from northspan.store.database import check_fitness, known_migrations

    load_all()
    for name in rulebook_names():
        print(f"{rulebook_named(name).title}: tables are sound.")
    file = _database_file()
    if file.exists():
        version, newest = check_fitness(file), known_migrations()[-1]
        hurt = list(Attachments(file.parent / FOLDER).damaged())
        if hurt:
            return _wrong(f"{len(hurt)} of the photos and papers are damaged: {', '.join(hurt[:5])}")
        print(f"{file}: sound{'' if version == newest else ', of an older North Span; it is brought up to date at the next start'}.")
    return 0


def _spec(_: argparse.Namespace) -> int:
    import tempfile

    from northspan.api import create_app
    from northspan.api.settings import Config

    with tempfile.TemporaryDirectory() as folder:
        app = create_app(Config(Path(folder)))
        print(json.dumps(app.spec, indent=1, sort_keys=True))
    return 0


def _database_file() -> Path:
    from northspan.api.settings import config_from_environment
    from northspan.store.database import FILE_NAME

    return config_from_environment().data / FILE_NAME


def _parse(text: str) -> object:
    from northspan.files.strict_json import TooDeep, read_json

    try:
        return read_json(text)
    except TooDeep as error:
        message = "the JSON is nested too deeply"
        raise ValueError(message) from error
    except json.JSONDecodeError as error:
        message = f"not JSON: {error.msg} in line {error.lineno}, column {error.colno}"
        raise ValueError(message) from error


def _wrong(line: str) -> int:
    print(f"northspan: {line}", file=sys.stderr)
    return WRONG_INPUT


if __name__ == "__main__":
    sys.exit(main())
