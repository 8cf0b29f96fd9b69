"""What every test can ask for: pieces to work on, a throw-away PostgreSQL, and a server on it."""

from __future__ import annotations

import os
import shutil
import socket
import tempfile
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import httpx
import pytest
from hypothesis import HealthCheck, settings

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import FORMAT, Piece, load_piece
from shadbo.core.document.shop import Shop
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.lengths import as_decimal
from shadbo.memory import settle
from shadbo.service.postgres import Cluster
from shadbo.service.serving import Server, demo_server

# What is right is right on a busy machine too: no example fails for being slow. The same code is tried with the same examples, so that
# one who changes a line isn't stopped by what another left; new ones are looked for with SHADBO_EXAMPLES=wandering.
settings.register_profile("same", deadline=None, suppress_health_check=[HealthCheck.too_slow], derandomize=True)
settings.register_profile("wandering", deadline=None, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile(os.environ.get("SHADBO_EXAMPLES", "same"))

# Tests plan tens of thousands of pieces.
settle()
ROOT = Path(__file__).resolve().parents[1]
# A file as the body of a request.
FILE = {"Content-Type": "application/octet-stream"}


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
        for axis, names, values in (("width", ("top", "middle", "bottom"), width), ("height", ("left", "centre", "right"), height))
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
        "make": "bought",
        "width": {"middle": readings(width)},
        "height": {"centre": readings(height)},
        "face": 20,
        "moulding_depth": 50,
        "seat_thickness": 6,
        "seat_width": 32,
        **more,
    }


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


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port: int = probe.getsockname()[1]
        return port


@pytest.fixture(scope="session")
def server(cluster: Cluster) -> Iterator[Server]:
    """The server on the demo shop, shared by the tests of the API and the interface."""
    with demo_server(cluster, "shadbo_served", free_port()) as running:
        yield running


@pytest.fixture
def api(server: Server) -> Iterator[httpx.Client]:
    with httpx.Client(base_url=server.base, timeout=60, headers={"Content-Type": "application/json"}) as client:
        yield client
