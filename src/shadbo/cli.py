"""The command line behind ``./shadbo``: start, plan, check, job, openapi, bench."""

from __future__ import annotations

import argparse
import hashlib
import os
import re
import signal
import socket
import subprocess
import sys
import time
import unicodedata
from datetime import UTC, datetime
from pathlib import Path
from urllib.request import urlopen

from shadbo.core import HOUSE_SHOP, PLAN_JSON, Refused, plain, plan, with_tried_ways
from shadbo.exports.job import job_to_text
from shadbo.exports.pieces import piece_from_json, shop_from_json, to_json
from shadbo.settings import ROOT, Settings


def main(argv: list[str] | None = None) -> int:
    parser = argparse.ArgumentParser(prog="shadbo", description="The reckoning behind framing things with depth.")
    commands = parser.add_subparsers(dest="command", required=True)
    start = commands.add_parser("start", help="serve the demo shop, or one of your own (makes everything it needs)")
    which = start.add_mutually_exclusive_group()
    which.add_argument(
        "--shop", metavar="NAME", help="a shop of your own, made empty the first time, beside the demo and apart from it"
    )
    which.add_argument("--demo-anew", action="store_true", help="the demo as it was at first: what was done in it is dropped")
    start.add_argument("--port", type=int, help="port on loopback (8460)")
    start.add_argument("--workers", type=int, default=1, help="server processes")
    start.add_argument("--reload", action="store_true", help="begin the server anew when its source is edited")
    for name, text in (
        ("plan", "print the plan of a piece file as JSON"),
        ("check", "print what stands in a piece's way"),
        ("job", "print a piece's whole job as text"),
    ):
        one = commands.add_parser(name, help=text)
        one.add_argument("file", type=Path)
        one.add_argument("--shop", type=Path, help="a shop file instead of the house stock")
    commands.add_parser("openapi", help="print the API's description")
    tape = commands.add_parser("tape", help="stand in for a digital tape, calliper or scale")
    tape.add_argument("--port", type=int, default=8471)
    timing = commands.add_parser("bench", help="print how fast it is")
    timing.add_argument("--ways", action="store_true", help="print how many ways out mend, instead")
    given = parser.parse_args(argv)
    if given.command == "start":
        return start_server(given.port, given.workers, given.shop, given.demo_anew, given.reload)
    if given.command == "openapi":
        return print_openapi()
    if given.command == "tape":
        from shadbo.devices.standin import from_lines

        return from_lines(given.port, sys.stdin)
    if given.command == "bench":
        from shadbo.bench import bench, bench_ways

        return bench_ways() if given.ways else bench()
    return print_plan(given.file, given.shop, given.command)


def print_plan(file: Path, shop_file: Path | None, what: str) -> int:
    """The plan, the checks or the job of a piece file on standard output. No database, no server. 1 while a stop stands."""
    try:
        piece = piece_from_json(file.read_bytes())
        shop = shop_from_json(shop_file.read_bytes()) if shop_file else HOUSE_SHOP
    except OSError as error:
        print(f"shadbo: {file}: {error.strerror}", file=sys.stderr)
        return 2
    except Refused as refused:
        for fault in refused.faults:
            where = f" at {fault.pointer}" if fault.pointer else ""
            print(f"shadbo: {file}{where}: {fault.field} {fault.message} (accepted: {fault.accepted})", file=sys.stderr)
        return 2
    worked = plan(piece, shop)
    if what != "plan":
        worked = with_tried_ways(worked, piece, shop)
    if what == "job":
        print(job_to_text(worked), end="")
        return 1 if worked.stops else 0
    if what == "check":
        print(plain(worked.verdict, piece.units))
        for check in worked.checks:
            print(f"{check.severity}: {plain(check.say, piece.units)} {plain(check.why, piece.units)}")
            for way in check.ways:
                print(f"    way out: {plain(way.say, piece.units)}")
        return 1 if worked.stops else 0
    sys.stdout.buffer.write(PLAN_JSON.dump_json(worked, indent=2) + b"\n")
    return 0


def print_openapi() -> int:
    from shadbo.api.app import create_app

    app = create_app(Settings(database_url="postgresql+psycopg://nobody@127.0.0.1/none"))
    print(to_json(app.openapi(), indent=1))
    return 0


def data_folder(settings: Settings) -> Path:
    """Where the own cluster lives: one for each checkout; outside the home of root, which postgres can't enter."""
    if settings.data:
        return settings.data.resolve()
    mark = hashlib.sha256(str(ROOT).encode()).hexdigest()[:8]
    base = Path("/var/lib") if os.geteuid() == 0 else Path(os.environ.get("XDG_DATA_HOME", Path.home() / ".local/share"))
    return base / "shadbo" / f"{ROOT.name}-{mark}"


DEMO_DATABASE = "shadbo"


def database_of(shop: str) -> str:
    """The name of a shop's own database: what can be read of its name, and a mark that keeps like names apart.

    PostgreSQL keeps 63 bytes of a name. Raises ValueError for a name of nothing.
    """
    name = " ".join(shop.split())
    if not name:
        raise ValueError("a shop needs a name")
    letters = unicodedata.normalize("NFKD", name.casefold()).encode("ascii", "ignore").decode()
    mark = hashlib.sha256(name.casefold().encode()).hexdigest()[:8]
    return f"shop_{re.sub('[^a-z0-9]+', '_', letters).strip('_')[:40]}_{mark}"


def start_server(port: int | None, workers: int, shop: str | None = None, demo_anew: bool = False, reload: bool = False) -> int:
    """Database, migrations, demo or the shop's own, server. Ctrl+C stops what this started."""
    from shadbo import demo
    from shadbo.service.locking import AlreadyOpen, DataInUse
    from shadbo.service.postgres import Cluster, ClusterFault
    from shadbo.store import shops
    from shadbo.store.database import Database, migrate, open_engine

    settings = Settings()
    try:
        database = database_of(shop) if shop is not None else DEMO_DATABASE
    except ValueError as error:
        print(f"shadbo: {error}", file=sys.stderr)
        return 2
    if settings.database_url and (shop is not None or demo_anew):
        print("shadbo: SHADBO_DATABASE_URL says which database: take it away to choose a shop by name", file=sys.stderr)
        return 2
    settings.port = port or settings.port
    address = f"http://{settings.host}:{settings.port}/"
    cluster: Cluster | None = None
    held: DataInUse | None = None
    if taken(settings.host, settings.port):
        print(f"shadbo: port {settings.port} is taken already: another one with --port", file=sys.stderr)
        return 1
    try:
        if not settings.database_url:
            folder = data_folder(settings)
            held = DataInUse(folder, database, address)
            cluster = Cluster(folder)
            cluster.start()
            if demo_anew:
                cluster.drop(database)
            settings.database_url = cluster.url(database)
        engine = open_engine(settings.database_url)
        migrate(engine)
        with Database(engine).work() as session:
            if shop is None:
                if demo.load_once(session, datetime.now(UTC)):
                    print("The demo shop is set up.")
            elif shops.begin(session, HOUSE_SHOP.model_copy(update={"name": " ".join(shop.split())[:120], "asked": False})):
                print(f"A shop of your own is set up, with the house stock: {shop}")
        engine.dispose()
        return serve(settings, workers, address, held.descriptors if held else (), reload)
    except AlreadyOpen as other:
        print(
            f"shadbo: this shop is open already{f', at {other.address}' if other.address else ''}: use that one, or end it first",
            file=sys.stderr,
        )
        return 1
    except ClusterFault as fault:
        print(f"shadbo: {fault}", file=sys.stderr)
        return 1
    finally:
        if held:
            if cluster and held.last_out():
                cluster.stop()
            held.close()


def taken(host: str, port: int) -> bool:
    """Whether somebody listens on a port already."""
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind((host, port))
        except OSError:
            return True
    return False


LOOPBACK = ("127.0.0.1", "::1", "localhost")


def serve(settings: Settings, workers: int, address: str, held: tuple[int, ...], reload: bool) -> int:
    """The web server as a child, so that the cluster is stopped after it however it ends; its address is told when it answers."""
    environment = os.environ | {"SHADBO_DATABASE_URL": settings.database_url}
    command = [
        sys.executable,
        "-m",
        "uvicorn",
        "shadbo.api.app:create_app",
        "--factory",
        "--host",
        settings.host,
        "--port",
        str(settings.port),
        *(("--reload", "--reload-dir", str(ROOT / "src")) if reload else ("--workers", str(workers))),
        "--log-level",
        "warning",
        "--no-server-header",
    ]
    child = subprocess.Popen(command, env=environment, pass_fds=held)

    def stop(*_: object) -> None:
        child.terminate()

    signal.signal(signal.SIGTERM, stop)
    signal.signal(signal.SIGINT, stop)
    if not answers(child, f"http://{'127.0.0.1' if settings.host == '0.0.0.0' else settings.host}:{settings.port}/api/health"):
        return child.wait()
    print(f"Shadbo is at {address}  (Ctrl+C stops it)", flush=True)
    if settings.host not in LOOPBACK:
        print("Shadbo has no sign-in yet: anyone who reaches this address can read and change everything.", flush=True)
    return child.wait()


def answers(child: subprocess.Popen[bytes], address: str) -> bool:
    """Wait until a server answers; False where it ends before."""
    while child.poll() is None:
        try:
            with urlopen(address, timeout=2):
                return True
        except OSError:
            # Not listening yet: ask again.
            time.sleep(0.05)
    return False


if __name__ == "__main__":
    raise SystemExit(main())
