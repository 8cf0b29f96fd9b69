"""``shadbo start`` as a person runs it: its own cluster, killed and started again, stopped whole."""

from __future__ import annotations

import os
import signal
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable, Iterator
from pathlib import Path

import httpx
import pytest

from shadbo.demo import demo_pieces
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
    assert [c["id"] for c in cards] == [piece["id"]], "work is there, and the demo is not loaded again"
    assert len(httpx.get(f"{base}/api/pieces").json()["rows"]) == len(demo_pieces()) - 1

    # Ctrl+C: the server goes. The cluster was not started by this one, so it stays for who has it.
    second.send_signal(signal.SIGINT)
    assert second.wait(60) is not None
    with pytest.raises(httpx.TransportError):
        httpx.get(f"{base}/api/health", timeout=1)
    cluster = Cluster(data)
    assert cluster.running()
    cluster.stop()

    # Started afresh it is this one's cluster, and goes with it.
    third = start(port, "--workers", "2")
    assert cluster.running()
    third.send_signal(signal.SIGINT)
    third.wait(60)
    assert not cluster.running()


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
