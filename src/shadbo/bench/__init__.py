"""How fast it is, printed: the core, the server on loopback, the screen in Chromium. Never asserted by a test."""

from __future__ import annotations

import tempfile
from pathlib import Path

from shadbo.bench import core, days, records, screen, served, ways
from shadbo.bench.timing import loop_ms
from shadbo.memory import settle
from shadbo.service.postgres import Cluster
from shadbo.service.serving import demo_server
from shadbo.store.database import Database, open_engine

PORT = 8479


def bench() -> int:
    """Everything there is a figure for, one line each."""
    # As the server does.
    settle()
    print(f"the plain loop (20 000 squares) takes {loop_ms():.2f} ms here now; what is told in loops was timed in turn with it\n")
    core.print_lines()
    days.print_lines()
    screen.script_size()
    with tempfile.TemporaryDirectory(prefix="shadbo-bench-", dir="/tmp") as folder:
        Path(folder).chmod(0o755)
        cluster = Cluster(Path(folder) / "cluster", throwaway=True)
        cluster.start()
        try:
            with demo_server(cluster, "bench", PORT) as server:
                served.previews(server.base)
                days.served(server.base)
                screen.sheet(server.base)
                served.memory(server)
                database = Database(open_engine(cluster.url("bench")))
                records.found(server.base, database)
                served.long_history(server.base, database)
                for count in (2_000, 10_000):
                    served.fill_rack(database, count)
                    served.rack(server.base, count)
                    screen.rack(server.base, count)
                database.engine.dispose()
        finally:
            cluster.remove()
    return 0


def bench_ways() -> int:
    """How many stops have a way out that mends, on demo, worked cases and random pieces."""
    ways.print_lines()
    return 0
