"""Picture files and prints in PostgreSQL: kept once, in parts, found again, and lost ones told."""

from __future__ import annotations

import hashlib
import uuid
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest
from alembic import command
from alembic.config import Config
from sqlalchemy import func, select, text, update

from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import load_piece
from shadbo.exports.pieces import from_json
from shadbo.service.postgres import Cluster
from shadbo.store import database as base
from shadbo.store import files, pieces, shops
from shadbo.store.database import Database, migrate, open_engine
from shadbo.store.pieces import NotThere
from shadbo.store.tables import FilePartRow, FileRow, PrintRow
from tests.conftest import document


@pytest.fixture
def database(cluster: Cluster) -> Iterator[Database]:
    engine = open_engine(cluster.url(f"files_{uuid.uuid4().hex[:8]}"))
    migrate(engine)
    yield Database(engine)
    engine.dispose()


def keep(database: Database, path: Path, small: bytes | None = b"small") -> str:
    with database.work() as session:
        return files.keep(session, path, name=path.name, media="image/png", width=3, height=2, small=small).sha256


def test_a_file_comes_back_byte_for_byte(database: Database, tmp_path: Path) -> None:
    """Two and a half parts of a megabyte."""
    content = bytes(range(256)) * 4096 * 2 + b"the half" * 60_000
    path = tmp_path / "a.png"
    path.write_bytes(content)
    sha = keep(database, path)
    assert sha == hashlib.sha256(content).hexdigest()
    with database.work() as session:
        assert [len(p) for p in files.parts(session, sha)] == [files.PART, files.PART, len(content) - 2 * files.PART]
        files.write_out(session, sha, tmp_path / "b.png")
        found = files.get(session, sha)
        assert (found.name, found.media, found.width, found.height, found.small) == ("a.png", "image/png", 3, 2, b"small")
    assert (tmp_path / "b.png").read_bytes() == content


def test_the_same_file_is_kept_once(database: Database, tmp_path: Path) -> None:
    for name in ("a.png", "b.png"):
        (tmp_path / name).write_bytes(b"the same")
        keep(database, tmp_path / name)
    with database.work() as session:
        assert session.execute(select(func.count()).select_from(FileRow)).scalar_one() == 1
        assert session.execute(select(func.count()).select_from(FilePartRow)).scalar_one() == 1


def test_what_is_not_there_is_said(database: Database) -> None:
    with database.work() as session:
        with pytest.raises(NotThere):
            files.get(session, "0" * 64)
        with pytest.raises(NotThere):
            files.print_of(session, uuid.uuid4())


@pytest.fixture
def piece_id(database: Database) -> uuid.UUID:
    with database.work() as session:
        return pieces.create(session, load_piece(document()), "Taken in").id


def test_a_print_tells_how_far_it_is(database: Database, piece_id: uuid.UUID, tmp_path: Path) -> None:
    (tmp_path / "print").write_bytes(b"printed")
    sha = keep(database, tmp_path / "print", None)
    with database.work() as session:
        begun = files.start_print(session, piece_id, "A print")
    with database.work() as session:
        files.tell(session, begun, done=40)
    with database.work() as session:
        row = files.print_of(session, begun)
        assert (row.done, row.trouble, row.sha256) == (40, "", None)
    with database.work() as session:
        files.tell(session, begun, done=100, sha=sha)
    with database.work() as session:
        assert files.print_of(session, begun).sha256 == sha


def test_a_print_nobody_tells_of_was_lost(database: Database, piece_id: uuid.UUID) -> None:
    with database.work() as session:
        begun = files.start_print(session, piece_id, "A print")
        session.execute(update(PrintRow).values(told_at=datetime.now(UTC) - timedelta(minutes=3)))
    with database.work() as session:
        assert "start it again" in files.print_of(session, begun).trouble


def test_a_new_print_leaves_the_picture_it_is_made_of(database: Database, piece_id: uuid.UUID, tmp_path: Path) -> None:
    (tmp_path / "picture").write_bytes(b"picture")
    (tmp_path / "print").write_bytes(b"print")
    picture, printed = keep(database, tmp_path / "picture"), keep(database, tmp_path / "print", None)
    for sha in (printed, picture):
        with database.work() as session:
            files.tell(session, files.start_print(session, piece_id, "A print"), done=100, sha=sha)
    with database.work() as session:
        files.start_print(session, piece_id, "Another")
    with database.work() as session:
        left = set(session.execute(select(FileRow.sha256)).scalars())
    assert left == {picture}, "the old print is gone, what somebody handed in is not"


def test_a_shop_kept_before_gets_the_new_lists_and_keeps_its_own(cluster: Cluster) -> None:
    """A database of the first schema, with a shop of one moulding and a kerf of its own."""
    engine = open_engine(cluster.url(f"old_{uuid.uuid4().hex[:8]}"))
    config = Config()
    config.set_main_option("script_location", str(Path(base.__file__).parent / "migrations"))
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "0001")
        old = {
            "format": "shadbo.shop/1",
            "name": "Old shop",
            "rules": {"kerf": 2},
            "mouldings": [HOUSE_SHOP.mouldings[0].model_dump(mode="json")],
            "screws": [25],
        }
        connection.execute(text("INSERT INTO shop (id, document) VALUES (1, CAST(:d AS jsonb))"), {"d": base._compact(old)})
    migrate(engine)
    with Database(engine).work() as session:
        shop = shops.get(session)
    assert (shop.name, str(shop.rules.kerf), len(shop.mouldings), [str(s) for s in shop.screws]) == ("Old shop", "2", 1, ["25"])
    assert shop.bars == HOUSE_SHOP.bars and shop.rabbet_mouldings == HOUSE_SHOP.rabbet_mouldings and shop.frames and shop.rolls
    with engine.connect() as connection:
        kept = from_json(connection.execute(text("SELECT document::text FROM shop")).scalar_one())
    assert kept["clips"]
    for key in ("boards", "mat_boards", "spacers"):
        assert kept[key] and getattr(shop, key) == getattr(HOUSE_SHOP, key)
    engine.dispose()
