"""The command line behind ``./shadbo``: start, plan, check, job, openapi, bench."""

from __future__ import annotations

import argparse
import hashlib
import os
import signal
import subprocess
import sys
from pathlib import Path

from shadbo.core import HOUSE_SHOP, PLAN_JSON, Refused, plain, plan, with_tried_ways
from shadbo.exports.job import job_to_text
from shadbo.exports.pieces import piece_from_json, shop_from_json, to_json
from shadbo.settings import ROOT, Settings


def main(argv: list[str] | None = None) -> int:
    parser = argparse.ArgumentParser(prog="shadbo", description="The reckoning behind framing things with depth.")
    commands = parser.add_subparsers(dest="command", required=True)
    start = commands.add_parser("start", help="serve the demo shop (makes everything it needs)")
    start.add_argument("--port", type=int, help="port on loopback (8460)")
    start.add_argument("--workers", type=int, default=1, help="server processes")
    for name, text in (
        ("plan", "print the plan of a piece file as JSON"),
        ("check", "print what stands in a piece's way"),
        ("job", "print a piece's whole job as text"),
    ):
        one = commands.add_parser(name, help=text)
        one.add_argument("file", type=Path)
        one.add_argument("--shop", type=Path, help="a shop file instead of the house stock")
    commands.add_parser("openapi", help="print the API's description")
    timing = commands.add_parser("bench", help="print how fast it is")
    timing.add_argument("--ways", action="store_true", help="print how many ways out mend, instead")
    given = parser.parse_args(argv)
    if given.command == "start":
        return start_server(given.port, given.workers)
    if given.command == "openapi":
        return print_openapi()
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


def start_server(port: int | None, workers: int) -> int:
    """Database, migrations, demo, server. Ctrl+C stops what this started."""
    from shadbo import demo
    from shadbo.service.postgres import Cluster, ClusterFault
    from shadbo.store.database import Database, migrate, open_engine

    settings = Settings()
    settings.port = port or settings.port
    cluster: Cluster | None = None
    mine = False
    try:
        if not settings.database_url:
            cluster = Cluster(data_folder(settings))
            mine = cluster.start()
            settings.database_url = cluster.url()
        engine = open_engine(settings.database_url)
        migrate(engine)
        with Database(engine).work() as session:
            if demo.load_once(session):
                print("The demo shop is set up.")
        engine.dispose()
        return serve(settings, workers)
    except ClusterFault as fault:
        print(f"shadbo: {fault}", file=sys.stderr)
        return 1
    finally:
        if cluster and mine:
            cluster.stop()


LOOPBACK = ("127.0.0.1", "::1", "localhost")


def serve(settings: Settings, workers: int) -> int:
    """The web server as a child, so that the cluster is stopped after it however it ends."""
    address = f"http://{settings.host}:{settings.port}/"
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
        "--workers",
        str(workers),
        "--log-level",
        "warning",
        "--no-server-header",
    ]
    child = subprocess.Popen(command, env=environment)

    def stop(*_: object) -> None:
        child.terminate()

    signal.signal(signal.SIGTERM, stop)
    signal.signal(signal.SIGINT, stop)
    print(f"Shadbo is at {address}  (Ctrl+C stops it)", flush=True)
    if settings.host not in LOOPBACK:
        print("Shadbo has no sign-in yet: anyone who reaches this address can read and change everything.", flush=True)
    return child.wait()


if __name__ == "__main__":
    raise SystemExit(main())
