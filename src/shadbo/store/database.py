"""Engine, sessions and migrations. JSON columns keep decimals exactly, both ways."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

import simplejson
from alembic import command
from alembic.config import Config
from sqlalchemy import Engine, create_engine, text
from sqlalchemy.orm import Session, sessionmaker

from shadbo.exports.pieces import from_json

LOCK_KEY = 726_323  # any constant: it keeps two starts from migrating at once


def _compact(document: object) -> str:
    return simplejson.dumps(document, use_decimal=True, ensure_ascii=False, allow_nan=False)


def open_engine(url: str) -> Engine:
    """An engine for a ``postgresql+psycopg://`` URL; stale connections are noticed before use."""
    return create_engine(
        url,
        json_serializer=_compact,
        json_deserializer=from_json,
        pool_pre_ping=True,
        pool_size=8,
        max_overflow=8,
        # A shop's pieces lie in memory: a page out of order costs hardly more than the next one.
        connect_args={"options": "-c random_page_cost=1.1"},
    )


def migrate(engine: Engine) -> None:
    """Bring the database to the newest schema. Safe to call from several processes at once."""
    config = Config()
    config.set_main_option("script_location", str(Path(__file__).parent / "migrations"))
    with engine.begin() as connection:
        connection.execute(text("SELECT pg_advisory_xact_lock(:key)"), {"key": LOCK_KEY})
        config.attributes["connection"] = connection
        command.upgrade(config, "head")


class Database:
    """Sessions on one engine. A session's work is one transaction, committed before the answer is given."""

    def __init__(self, engine: Engine) -> None:
        self.engine = engine
        self._make = sessionmaker(engine, expire_on_commit=False)

    @contextmanager
    def work(self) -> Iterator[Session]:
        with self._make.begin() as session:
            yield session
