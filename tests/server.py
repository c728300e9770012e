"""The real server in a process of its own, on a free port of the loopback."""

from __future__ import annotations

import json
import os
import signal
import socket
import subprocess
import sys
import tempfile
import time
import urllib.error
import urllib.request
from pathlib import Path
from typing import Any

from tests.run import TOP


class Server:
    """Starts `northspan serve` on a data folder; the same folder may be served again after a stop or a kill."""

    def __init__(self, folder: Path | None = None) -> None:
        self._own = tempfile.TemporaryDirectory() if folder is None else None
        self.folder = folder or Path(self._own.name if self._own else "")
        self._process: subprocess.Popen[str] | None = None
        self.url = ""
        self._port = 0

    def start(self) -> Server:
        port = self._port = self._port or _free_port()  # the same one after a kill, so that open pages find it again
        environment = {**os.environ, "PORT": str(port), "NORTHSPAN_DATA": str(self.folder), "NORTHSPAN_BIND": "127.0.0.1"}
        self._process = subprocess.Popen(
            [sys.executable, "-m", "northspan", "serve"], cwd=TOP, env=environment, stdout=subprocess.PIPE, text=True
        )
        assert self._process.stdout is not None
        line = self._process.stdout.readline()
        self.url = f"http://127.0.0.1:{port}"
        assert self.url in line, f"the server said {line!r}"
        for _ in range(200):
            try:
                self.ask("GET", "/api/jobs")
            except urllib.error.URLError:
                time.sleep(0.02)
            else:
                return self
        raise AssertionError("the server does not answer")

    def ask(self, method: str, path: str, body: Any = None, **headers: str) -> tuple[int, Any]:
        data = None if body is None else json.dumps(body).encode()
        named = {name.replace("_", "-"): value for name, value in headers.items()}
        request = urllib.request.Request(self.url + path, data=data, method=method, headers={"Content-Type": "application/json"} | named)
        try:
            with urllib.request.urlopen(request, timeout=30) as answer:
                return answer.status, json.load(answer)
        except urllib.error.HTTPError as refused:
            with refused:
                return refused.code, json.load(refused)

    def kill(self) -> None:
        self._end(signal.SIGKILL)

    def stop(self) -> None:
        self._end(signal.SIGTERM)
        if self._own:
            self._own.cleanup()

    def _end(self, how: signal.Signals) -> None:
        if self._process is None:
            return
        self._process.send_signal(how)
        self._process.wait(timeout=20)
        if self._process.stdout:
            self._process.stdout.close()
        self._process = None


def _free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port: int = probe.getsockname()[1]
        return port
