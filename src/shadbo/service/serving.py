"""The real server as a process of its own on the demo shop: what the bench, the pictures and the tests run against."""

from __future__ import annotations

import os
import subprocess
import sys
import time
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from urllib.request import urlopen

from shadbo.demo import load_once
from shadbo.demo.days import AS_OF
from shadbo.service.postgres import Cluster
from shadbo.settings import ROOT
from shadbo.store.database import Database, migrate, open_engine

PATIENCE_S = 90


class Server:
    """A server on loopback for the database at ``url``; it can be killed and started again.

    ``start`` returns once it answers and raises RuntimeError if it ends first or stays silent for ``PATIENCE_S``.
    """

    def __init__(self, url: str, port: int, now: datetime | None = None, tape: str = "") -> None:
        self.url, self.port, self._tape = url, port, tape
        self._ahead = now - datetime.now(UTC) if now else None
        self.base = f"http://127.0.0.1:{port}"
        self.process: subprocess.Popen[bytes] | None = None

    def start(self) -> None:
        command = [
            sys.executable,
            "-m",
            "uvicorn",
            "shadbo.api.app:create_app",
            "--factory",
            "--port",
            str(self.port),
            "--log-level",
            "warning",
        ]
        clock = {"SHADBO_NOW": (datetime.now(UTC) + self._ahead).isoformat()} if self._ahead is not None else {}
        self.process = subprocess.Popen(
            command, env=os.environ | {"SHADBO_DATABASE_URL": self.url, "SHADBO_TAPE": self._tape} | clock, cwd=ROOT
        )
        deadline = time.monotonic() + PATIENCE_S
        while time.monotonic() < deadline and self.process.poll() is None:
            try:
                with urlopen(f"{self.base}/api/health", timeout=2):
                    return
            except OSError:
                # Not listening yet: ask again.
                time.sleep(0.05)
        self.kill()
        raise RuntimeError("the server did not come up")

    def kill(self) -> None:
        if self.process:
            self.process.kill()
            self.process.wait()
            self.process = None


@contextmanager
def demo_server(cluster: Cluster, database: str, port: int, now: datetime = AS_OF, tape: str = "") -> Iterator[Server]:
    """A server on a fresh database of ``cluster`` that holds the demo shop, its clock set to ``now``, a ``tape`` (host:port) listened
    to; it ends with the block."""
    url = cluster.url(database)
    engine = open_engine(url)
    migrate(engine)
    with Database(engine).work() as session:
        load_once(session, now)
    engine.dispose()
    server = Server(url, port, now, tape)
    try:
        server.start()
        yield server
    finally:
        server.kill()
