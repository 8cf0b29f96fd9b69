"""What the server takes on loopback: previews, long histories, large racks."""

from __future__ import annotations

import json
from collections.abc import Callable
from pathlib import Path
from typing import Any
from urllib.request import Request, urlopen

from sqlalchemy import text

from shadbo.bench.core import thirty
from shadbo.bench.timing import in_turn, line
from shadbo.exports.pieces import piece_to_json
from shadbo.service.serving import Server
from shadbo.store.database import Database


def _post(url: str, body: object) -> bytes:
    content: bytes = urlopen(Request(url, json.dumps(body).encode(), {"Content-Type": "application/json"})).read()
    return content


def post(url: str, body: object) -> Any:
    """What a JSON answer says."""
    return json.loads(_post(url, body))


def _get(url: str) -> Any:
    return json.load(urlopen(url))


def _previewing(
    base: str, piece: str, stage: str, edits: list[Callable[[int], dict[str, Any]]], **more: Any
) -> Callable[[], bytes]:
    """A preview as the sheet asks for it, another number each time."""
    mark = _get(f"{base}/api/pieces/{piece}?stage={stage}")["mark"]
    turn = iter(range(1, 1_000_000))

    def ask() -> bytes:
        n = next(turn)
        return _post(f"{base}/api/pieces/{piece}/preview?stage={stage}", {"edits": [e(n) for e in edits], "mark": mark} | more)

    return ask


def _typed(pointer: str, first: int) -> Callable[[int], dict[str, Any]]:
    return lambda n: {"op": "type", "pointer": pointer, "text": str(first + n % 9), "unit": "mm"}


def previews(base: str) -> None:
    pieces = {p["name"]: p["id"] for p in _get(f"{base}/api/pieces")["rows"]}
    canvas = _previewing(base, pieces["Start line, dawn"], "measure", [_typed("/object/width/middle/0", 601)])
    jersey = _previewing(base, pieces["The centenary jersey"], "arrange", [_typed("/object/items/0/place/x", 1)])
    full = json.loads(_post(f"{base}/api/pieces/import", json.loads(piece_to_json(thirty()))))["id"]
    moved = [
        lambda n: {"op": "move", "items": ["b14"], "right": n % 20 - 10, "down": 0, "unit": "mm", "coarse": False, "snap": True}
    ]
    dragged = _previewing(base, full, "arrange", moved, glance="face")
    for what, ask in (("a canvas", canvas), ("the jersey", jersey), ("one of 30 dragged", dragged)):
        line(f"answer of a preview, {what}", max(len(ask()) for _ in range(9)) / 1000, "kB", 30)
    for what, ask in (("a canvas", canvas), ("the jersey", jersey), ("one of 30 dragged", dragged)):
        timed = in_turn(ask, 150)
        line(
            f"plan request on loopback, p95, {what}",
            timed.p95_in_loops,
            "loops",
            12,
            f"median {timed.in_loops:.1f}; {timed.p95:.0f} ms",
        )


def memory(server: Server) -> None:
    if server.process:
        status = Path(f"/proc/{server.process.pid}/status").read_text()
        kept = next(int(row.split()[1]) for row in status.splitlines() if row.startswith("VmRSS"))
        line("memory of the server", kept / 1024, "MB", 250)


STATES = 5_000


def long_history(base: str, database: Database) -> None:
    """A piece opened and saved, with a few states and with thousands behind it."""
    piece = next(p["id"] for p in _get(f"{base}/api/pieces")["rows"] if p["name"] == "The long climb")

    def opened() -> bytes:
        content: bytes = urlopen(f"{base}/api/pieces/{piece}?stage=measure").read()
        return content

    version = [_get(f"{base}/api/pieces/{piece}?stage=measure")["version"]]
    turn = iter(range(1_000_000))

    def saved() -> None:
        edits = [_typed("/object/width/middle/0", 900)(next(turn))]
        answer = _post(f"{base}/api/pieces/{piece}/edits?stage=measure", {"version": version[0], "edits": edits})
        version[0] = json.loads(answer)["version"]

    few = in_turn(opened, 40).in_loops, in_turn(saved, 40).in_loops
    with database.work() as session:
        session.execute(
            text("""
            WITH RECURSIVE made AS (
                INSERT INTO piece_state (piece_id, parent_id, document, change)
                SELECT p.id, NULL, s.document, 'Width, middle' FROM piece p JOIN piece_state s ON s.id = p.state_id, generate_series(1, :n)
                WHERE p.id = :piece RETURNING id, piece_id)
            SELECT count(*) FROM made"""),
            {"n": STATES, "piece": piece},
        )
        session.execute(
            text("""
            UPDATE piece_state s SET parent_id = o.earlier FROM (
                SELECT id, lag(id) OVER (ORDER BY id) AS earlier FROM piece_state WHERE piece_id = :piece) o
            WHERE o.id = s.id AND s.piece_id = :piece"""),
            {"piece": piece},
        )
    many = in_turn(opened, 40).in_loops, in_turn(saved, 40).in_loops
    for what, before, after in zip(("opened", "saved"), few, many, strict=True):
        line(
            f"a piece of {STATES} states {what}, against few", after / before, "times", 1.25, f"{before:.1f} and {after:.1f} loops"
        )


def fill_rack(database: Database, count: int) -> None:
    """Copies of the demo pieces, cards and all, until there are so many."""
    with database.work() as session:
        session.execute(
            text("""
            INSERT INTO piece (id, version, state_id, words, name, due, card, card_mark, blocked, wide, tall, archived)
            SELECT gen_random_uuid(), version, state_id, words || ' ' || n, name || ' ' || n, due + n % 400, card, card_mark, blocked, wide, tall, false
            FROM (SELECT * FROM piece ORDER BY created_at LIMIT 19) p, generate_series(1, :n) n ORDER BY n
            LIMIT greatest(:n - (SELECT count(*) FROM piece), 0)"""),
            {"n": count},
        )
    # As PostgreSQL does by itself after a while.
    with database.engine.connect().execution_options(isolation_level="AUTOCOMMIT") as connection:
        connection.execute(text("VACUUM ANALYZE piece"))


def rack(base: str, count: int) -> None:
    page = in_turn(lambda: urlopen(f"{base}/api/pieces?most=48").read(), 60)
    line(f"rack of {count}: first page, p95", page.p95, "ms", 60, f"median {page.median:.0f}")
    turn = iter(range(1_000_000))
    search = in_turn(lambda: urlopen(f"{base}/api/pieces?most=48&q=jersey+{next(turn) % 90}").read(), 60)
    line(f"rack of {count}: search, p95", search.p95, "ms", 60, f"median {search.median:.0f}")
