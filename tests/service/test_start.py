"""``shadbo start`` as a person runs it: its own cluster, killed and started again, stopped whole."""

from __future__ import annotations

import os
import re
import signal
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable, Iterator
from pathlib import Path

import httpx
import pytest

from shadbo.cli import database_of
from shadbo.demo import demo_pieces
from shadbo.demo.records import PASTS
from shadbo.service.postgres import Cluster
from tests.conftest import ROOT, free_port


@pytest.fixture
def data() -> Iterator[Path]:
    folder = Path(tempfile.mkdtemp(prefix="shadbo-start-", dir="/tmp"))
    folder.chmod(0o755)
    yield folder / "data"
    Cluster(folder / "data").remove()
    folder.rmdir()


@pytest.fixture
def start(data: Path) -> Iterator[Callable[..., subprocess.Popen[str]]]:
    started: list[subprocess.Popen[str]] = []

    def run(port: int, *more: str) -> subprocess.Popen[str]:
        environment = {k: v for k, v in os.environ.items() if k != "SHADBO_DATABASE_URL"} | {"SHADBO_DATA": str(data)}
        command = [sys.executable, "-m", "shadbo.cli", "start", "--port", str(port), *more]
        process = subprocess.Popen(command, env=environment, cwd=ROOT, text=True, stdout=subprocess.PIPE, stderr=subprocess.STDOUT)
        started.append(process)
        deadline = time.monotonic() + 120
        while time.monotonic() < deadline and process.poll() is None:
            try:
                if httpx.get(f"http://127.0.0.1:{port}/api/health", timeout=2).status_code == 200:
                    return process
            except httpx.TransportError:
                # Not listening yet: ask again.
                time.sleep(0.05)
        raise RuntimeError("it did not come up")

    yield run
    for process in started:
        if process.poll() is None:
            process.terminate()
        process.wait()


def test_start_kill_start_again_stop(data: Path, start: Callable[..., subprocess.Popen[str]]) -> None:
    port = free_port()
    first = start(port)
    base = f"http://127.0.0.1:{port}"
    names = {c["name"] for c in httpx.get(f"{base}/api/pieces").json()["rows"]}
    assert {"Start line, dawn", "The long climb", "Peloton in rain", "Moor road, headwind"} <= names
    assert len(names) == len(demo_pieces())
    piece = httpx.get(f"{base}/api/pieces").json()["rows"][0]
    assert httpx.post(f"{base}/api/pieces/{piece['id']}/archive", json={"archived": True}).status_code == 200

    # Killed outright, web server and all: the cluster is left running, and the next start takes it over.
    children = subprocess.run(["pgrep", "-P", str(first.pid)], capture_output=True, text=True, check=True).stdout.split()
    first.kill()
    for child in children:
        os.kill(int(child), signal.SIGKILL)
    first.wait()
    second = start(port)
    cards = httpx.get(f"{base}/api/pieces", params={"archived": True}).json()["rows"]
    put_away = [c["id"] for c in cards if c["sealed_by"] is None]
    assert put_away == [piece["id"]] and len(cards) == 1 + len(PASTS), "work is there, and the demo is not loaded again"
    assert len(httpx.get(f"{base}/api/pieces").json()["rows"]) == len(demo_pieces()) - 1

    # Ctrl+C: the server goes, and the cluster with it, since nobody else is open on it.
    second.send_signal(signal.SIGINT)
    assert second.wait(60) is not None
    with pytest.raises(httpx.TransportError):
        httpx.get(f"{base}/api/health", timeout=1)
    cluster = Cluster(data)
    assert not cluster.running()
    third = start(port, "--workers", "2")
    assert cluster.running()
    third.send_signal(signal.SIGINT)
    third.wait(60)
    assert not cluster.running()


def once(data: Path, port: int, *more: str) -> subprocess.CompletedProcess[str]:
    environment = {k: v for k, v in os.environ.items() if k != "SHADBO_DATABASE_URL"} | {"SHADBO_DATA": str(data)}
    command = [sys.executable, "-m", "shadbo.cli", "start", "--port", str(port), *more]
    return subprocess.run(command, env=environment, cwd=ROOT, text=True, capture_output=True, timeout=60, check=False)


def test_a_second_start_on_the_same_data_says_so_and_stops_nothing(data: Path, start: Callable[..., subprocess.Popen[str]]) -> None:
    port = free_port()
    first = start(port)
    base = f"http://127.0.0.1:{port}"
    assert first.stdout is not None
    told = [first.stdout.readline() for _ in range(2)]
    assert told == ["The demo shop is set up.\n", f"Shadbo is at {base}/  (Ctrl+C stops it)\n"], "told when it answers"
    second = once(data, free_port())
    assert second.returncode == 1 and f"open already, at {base}/" in second.stderr and "Shadbo is at" not in second.stdout
    anew = once(data, free_port(), "--demo-anew")
    assert anew.returncode == 1 and "open already" in anew.stderr
    taken = once(data, port, "--shop", "Another")
    assert taken.returncode == 1 and f"port {port} is taken" in taken.stderr
    assert httpx.get(f"{base}/api/health").status_code == 200
    # Its launcher killed, the server goes on: its data is still in use.
    children = subprocess.run(["pgrep", "-P", str(first.pid)], capture_output=True, text=True, check=True).stdout.split()
    first.kill()
    first.wait()
    third = once(data, free_port())
    assert third.returncode == 1 and "open already" in third.stderr
    assert httpx.get(f"{base}/api/health").status_code == 200 and Cluster(data).running()
    for child in children:
        os.kill(int(child), signal.SIGKILL)


def test_a_shop_of_one_s_own_beside_the_demo(data: Path, start: Callable[..., subprocess.Popen[str]]) -> None:
    demo_port, own_port = free_port(), free_port()
    own = start(own_port, "--shop", "Mära’s bench")
    there = f"http://127.0.0.1:{own_port}/api"
    shop = httpx.get(f"{there}/shop").json()
    assert (shop["name"], shop["asked"], shop["demo"]) == ("Mära’s bench", False, False)
    assert httpx.get(f"{there}/pieces").json()["rows"] == []
    kept = {k: shop[k] for k in ("mark", "inch_parts", "tape_mm", "tape_in", "saw", "kerf", "practice")}
    assert httpx.put(f"{there}/shop", json=kept | {"name": "Mära", "units": "in"}).json()["asked"] is True
    sizes = {"width": "24", "height": "18", "depth": "3/4"}
    begun = httpx.post(f"{there}/pieces", json={"start": "canvas", "name": "First", "units": "in", "sizes": sizes})
    assert begun.status_code == 201

    # The demo beside it, at once: neither holds anything of the other, and the one that goes leaves the other’s database running.
    demo = start(demo_port)
    here = f"http://127.0.0.1:{demo_port}/api"
    assert httpx.get(f"{here}/shop").json()["demo"] is True
    rows = httpx.get(f"{here}/pieces").json()["rows"]
    assert len(rows) == len(demo_pieces()) and "First" not in {r["name"] for r in rows}
    httpx.post(f"{here}/pieces/{rows[0]['id']}/archive", json={"archived": True})
    own.send_signal(signal.SIGINT)
    own.wait(60)
    assert len(httpx.get(f"{here}/pieces").json()["rows"]) == len(demo_pieces()) - 1
    demo.send_signal(signal.SIGINT)
    demo.wait(60)

    # The demo as it was at first; one’s own shop as it was left, under the same name however it is spaced and capped.
    anew = start(demo_port, "--demo-anew")
    assert len(httpx.get(f"{here}/pieces").json()["rows"]) == len(demo_pieces())
    anew.send_signal(signal.SIGINT)
    anew.wait(60)
    again = start(own_port, "--shop", "  mära’s  BENCH ")
    assert httpx.get(f"{there}/shop").json()["name"] == "Mära"
    assert [r["name"] for r in httpx.get(f"{there}/pieces").json()["rows"]] == ["First"]
    again.send_signal(signal.SIGINT)
    again.wait(60)


def test_databases_of_shops_are_told_apart() -> None:
    names = ["Mära", "Mara", "木", "x" * 200, "x" * 199, "a-b", "a b", "'; DROP"]
    found = [database_of(name) for name in names]
    assert len(set(found)) == len(names)
    # PostgreSQL keeps 63 bytes of an identifier (its manual, 4.1.1).
    assert all(len(name.encode()) < 64 and re.fullmatch("[a-z0-9_]+", name) for name in found)
    assert database_of(" Mära  ") == database_of("MÄRA")
    for nothing in ("", "   "):
        with pytest.raises(ValueError, match="needs a name"):
            database_of(nothing)


def test_the_cluster_listens_on_loopback_and_wants_its_password(cluster: Cluster) -> None:
    import psycopg

    port = int((cluster.folder / "port").read_text())
    with pytest.raises(psycopg.OperationalError, match="password"):
        psycopg.connect(host="127.0.0.1", port=port, user="shadbo", password="guess", dbname="postgres")
    with psycopg.connect(cluster.url("postgres").replace("postgresql+psycopg", "postgresql")) as connection:
        row = connection.execute("SHOW listen_addresses").fetchone()
    assert row == ("127.0.0.1",)


def test_a_port_that_is_taken_is_stepped_over(cluster: Cluster) -> None:
    folder = Path(tempfile.mkdtemp(prefix="shadbo-port-", dir="/tmp"))
    folder.chmod(0o755)
    other = Cluster(folder / "other", throwaway=True)
    try:
        assert other.start() is True
        assert other.start() is False, "it runs already"
        assert (other.folder / "port").read_text() != (cluster.folder / "port").read_text()
    finally:
        other.remove()
        folder.rmdir()


def test_the_command_says_what_it_can() -> None:
    done = subprocess.run([sys.executable, "-m", "shadbo.cli", "--help"], capture_output=True, text=True, check=True)
    for word in ("start", "plan", "check", "openapi", "bench"):
        assert word in done.stdout
    launcher = subprocess.run([str(ROOT / "shadbo")], capture_output=True, text=True, check=False)
    assert launcher.returncode == 2 and "./shadbo test" in launcher.stdout
