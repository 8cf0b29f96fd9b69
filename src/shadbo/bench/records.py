"""What finding again takes: ten thousand handed-over pieces, by words, by what they are, and like one of them."""

from __future__ import annotations

import json
from itertools import cycle
from urllib.parse import urlencode
from urllib.request import urlopen

from sqlalchemy import text

from shadbo.bench.timing import in_turn, line
from shadbo.store.database import Database

RECORDS = 10_000
# The demo's records over and over, with words, sizes, kinds and years of their own.
FILL = text(
    """
    INSERT INTO record (id, piece_id, number, handed_at, year, name, owner, kind, display, method, size, materials, short, long, deep,
                        traits, wrongs, photo, words, card, document, seal)
    SELECT gen_random_uuid(), r.piece_id, 1 + n, r.handed_at - n * interval '3 hours', 2010 + n % 15, r.name || ' ' || n,
           'Owner ' || n % 400, r.kind, r.display, r.method, r.size, r.materials, r.short * (0.5 + (n % 97) / 60.0),
           r.long * (0.5 + (n % 89) / 60.0), r.deep * (0.5 + (n % 13) / 10.0), (r.traits + n) % 134217728, n % 3, NULL,
           r.words || ' ' || lower(r.name) || ' ' || n || ' batch ' || md5(n::text), r.card, r.document, r.seal
    FROM generate_series(1, :many) AS n
    JOIN (SELECT *, row_number() OVER (ORDER BY id) - 1 AS nth, count(*) OVER () AS total FROM record) AS r ON n % r.total = r.nth
    """
)


def found(base: str, database: Database) -> None:
    with database.work() as session:
        session.execute(FILL, {"many": RECORDS})
    with database.engine.connect().execution_options(isolation_level="AUTOCOMMIT") as connection:
        connection.execute(text("ANALYZE record"))

    def asked(**what: str) -> dict[str, object]:
        told: dict[str, object] = json.loads(urlopen(f"{base}/api/records?{urlencode(what)}").read())
        return told

    rows = asked(count="200")["rows"]
    assert isinstance(rows, list)
    keys = cycle([row["id"] for row in rows])
    searches = cycle(
        (
            {"q": "mitre clamps"},
            {"q": "batch 4c56ff4c"},
            {"owner": "Owner 17"},
            {"kind": "canvas", "least": "50 cm", "most": "60 cm"},
            {"year": "2014", "q": "thread"},
        )
    )
    by_words = in_turn(lambda: asked(**next(searches)), 60)
    line(f"{RECORDS:,} records searched, p95".replace(",", " "), by_words.p95, "ms", 50)
    alike = in_turn(lambda: asked(like=next(keys)), 40)
    line("like this one, p95", alike.p95, "ms", 100)
