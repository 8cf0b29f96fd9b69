"""What every test can ask for: pieces to work on, a throw-away PostgreSQL, and a server on it."""

from __future__ import annotations

import os
import shutil
import socket
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import httpx
import pytest
from hypothesis import HealthCheck, settings
from quicktions import Fraction

from shadbo.core.house_stock import HOUSE_SHOP
from shadbo.core.lengths import as_decimal
from shadbo.core.piece import FORMAT, Piece, load_piece
from shadbo.core.shop import Shop
from shadbo.service.postgres import Cluster

# What is right is right on a busy machine too: no example fails for being slow.
settings.register_profile("patient", deadline=None, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("patient")

ROOT = Path(__file__).resolve().parents[1]


def readings(*values: Any, tape: str = "mm") -> list[dict[str, Any]]:
    return [{"mm": as_decimal(v) if isinstance(v, Fraction) else v, "tape": tape} for v in values]


def document(
    width: tuple[Any, ...] = (600, 600, 600),
    height: tuple[Any, ...] = (450, 450, 450),
    depth: Any = 38,
    frame: dict[str, Any] | None = None,
    **display: Any,
) -> dict[str, Any]:
    """A piece's document: a canvas by its readings, in a floater of oak 20 × 50 unless told otherwise."""
    stations = {
        axis: {name: readings(v) if v is not None else [] for name, v in zip(names, values, strict=False)}
        for axis, names, values in (
            ("width", ("top", "middle", "bottom"), width),
            ("height", ("left", "centre", "right"), height),
        )
    }
    return {
        "format": FORMAT,
        "name": "Test piece",
        "object": {"type": "stretched_canvas", **stations, "depth": {"bar": readings(depth)}},
        "display": {"type": "floater", "frame": frame or {"make": "new", "moulding": "oak-20x50"}, **display},
    }


def bought(width: Any, height: Any, **more: Any) -> dict[str, Any]:
    """A frame that is already made, by its inside."""
    return {
        "make": "bought", "width": {"middle": readings(width)}, "height": {"centre": readings(height)},
        "face": 20, "rail_height": 50, "seat_thickness": 6, "seat_width": 32, **more,
    }  # fmt: skip


@pytest.fixture
def make_piece() -> Callable[..., Piece]:
    return lambda *args, **kwargs: load_piece(document(*args, **kwargs))


@pytest.fixture
def shop() -> Shop:
    return HOUSE_SHOP


@pytest.fixture(scope="session")
def cluster() -> Iterator[Cluster]:
    """A PostgreSQL cluster of the tests' own, in a folder postgres can enter, gone afterwards."""
    folder = Path(tempfile.mkdtemp(prefix="shadbo-test-", dir="/tmp"))
    made = Cluster(folder / "cluster", throwaway=True)
    folder.chmod(0o755)
    made.start()
    yield made
    made.remove()
    shutil.rmtree(folder, ignore_errors=True)


class Server:
    """The real server as a process of its own, on a database of its own; it can be killed and started again."""

    def __init__(self, url: str, port: int) -> None:
        self.url, self.port = url, port
        self.base = f"http://127.0.0.1:{port}"
        self.process: subprocess.Popen[bytes] | None = None

    def start(self) -> None:
        environment = os.environ | {"SHADBO_DATABASE_URL": self.url}
        command = [sys.executable, "-m", "uvicorn", "shadbo.api.app:create_app", "--factory", "--port", str(self.port),
                   "--log-level", "warning"]  # fmt: skip
        self.process = subprocess.Popen(command, env=environment, cwd=ROOT)
        deadline = time.monotonic() + 90
        while time.monotonic() < deadline:
            try:
                if httpx.get(f"{self.base}/api/health", timeout=2).status_code == 200:
                    return
            except httpx.TransportError:
                # Not listening yet: ask again.
                time.sleep(0.05)
        raise RuntimeError("the server did not come up")

    def kill(self) -> None:
        if self.process:
            self.process.kill()
            self.process.wait()
            self.process = None


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port: int = probe.getsockname()[1]
        return port


@pytest.fixture(scope="session")
def server(cluster: Cluster) -> Iterator[Server]:
    """The server on the demo shop, shared by the tests of the API and the interface."""
    from shadbo import demo
    from shadbo.store.database import Database, migrate, open_engine

    url = cluster.url("shadbo_served")
    engine = open_engine(url)
    migrate(engine)
    with Database(engine).work() as session:
        demo.load_once(session)
    engine.dispose()
    running = Server(url, free_port())
    running.start()
    yield running
    running.kill()


@pytest.fixture
def api(server: Server) -> Iterator[httpx.Client]:
    with httpx.Client(base_url=server.base, timeout=60) as client:
        yield client
