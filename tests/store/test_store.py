"""Keeping pieces, on the real PostgreSQL: the schema, exact numbers, the tree of states."""

from __future__ import annotations

import uuid
from collections.abc import Iterator
from decimal import Decimal

import pytest
from alembic.autogenerate import compare_metadata
from alembic.migration import MigrationContext
from sqlalchemy import text

from shadbo import demo
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.piece import Piece, load_piece
from shadbo.demo.days import AS_OF
from shadbo.service.postgres import Cluster
from shadbo.store import pieces, racks, shops
from shadbo.store.database import Database, migrate, open_engine
from shadbo.store.pieces import Newer, NothingTo, NotThere
from shadbo.store.tables import Base
from tests.conftest import document


@pytest.fixture(scope="module")
def database(cluster: Cluster) -> Iterator[Database]:
    engine = open_engine(cluster.url("shadbo_store"))
    migrate(engine)
    yield Database(engine)
    engine.dispose()


def with_gap(gap: str) -> Piece:
    return load_piece(document(frame={"make": "new", "moulding": "oak-20x50", "gap": Decimal(gap)}))


def gap(kept: pieces.Kept) -> str:
    return str(kept.piece.display.frame.gap)  # type: ignore[union-attr]


def test_the_migrations_make_the_tables_the_code_speaks_of(database: Database) -> None:
    with database.engine.connect() as connection:
        assert compare_metadata(MigrationContext.configure(connection), Base.metadata) == []


def test_migrating_again_changes_nothing(database: Database) -> None:
    migrate(database.engine)
    with database.engine.connect() as connection:
        assert connection.execute(text("SELECT version_num FROM alembic_version")).scalar_one() == "0008"


@pytest.mark.parametrize("value", ["0.5", "6.35", "0.793751", "99.999999", "12.3"])
def test_a_decimal_comes_back_to_the_digit(database: Database, value: str) -> None:
    with database.work() as session:
        kept = pieces.create(session, with_gap(value), "in")
    with database.work() as session:
        assert gap(pieces.get(session, kept.id)) == value
        stored = session.execute(
            text(
                "SELECT jsonb_typeof(document #> '{display,frame,gap}'), document #>> '{display,frame,gap}' FROM piece_state WHERE piece_id = :id"
            ),
            {"id": kept.id},
        ).one()
    assert tuple(stored) == ("number", value), "a number in the database, not a text"


def test_states_form_a_tree_and_none_is_lost(database: Database) -> None:
    with database.work() as session:
        kept = pieces.create(session, with_gap("6"), "Taken in")
        kept = pieces.save(session, kept.id, kept.version, with_gap("7"), "Gap")
        kept = pieces.undo(session, kept.id, kept.version)
        assert (gap(kept), kept.undo, kept.redo) == ("6", None, "Gap")
        kept = pieces.save(session, kept.id, kept.version, with_gap("8"), "Gap")
        kept = pieces.save(session, kept.id, kept.version, with_gap("9"), "Gap")
        kept = pieces.undo(session, kept.id, kept.version)
        kept = pieces.undo(session, kept.id, kept.version)
        assert gap(kept) == "6"
        kept = pieces.redo(session, kept.id, kept.version)
        assert gap(kept) == "8", "redo follows the newest branch"
        past = pieces.history(session, kept.id)
        assert len(past) == 4 and sum(s.current for s in past) == 1
        seven = past[-2].state
        kept = pieces.restore(session, kept.id, kept.version, seven)
        assert (gap(kept), kept.change) == ("7", "Back to: Gap")


def test_typing_that_goes_on_makes_siblings(database: Database) -> None:
    with database.work() as session:
        kept = pieces.create(session, with_gap("6"), "Taken in")
        kept = pieces.save(session, kept.id, kept.version, with_gap("1"), "Gap")
        kept = pieces.save(session, kept.id, kept.version, with_gap("12"), "Gap", goes_on=True)
        kept = pieces.save(session, kept.id, kept.version, with_gap("12.5"), "Gap", goes_on=True)
        assert gap(pieces.undo(session, kept.id, kept.version)) == "6"
        assert len(pieces.history(session, kept.id)) == 4, "each is kept all the same"


def test_going_on_after_something_else_is_a_change_of_its_own(database: Database) -> None:
    with database.work() as session:
        kept = pieces.create(session, with_gap("6"), "Taken in")
        kept = pieces.save(session, kept.id, kept.version, with_gap("7"), "Rail")
        kept = pieces.save(session, kept.id, kept.version, with_gap("8"), "Gap", goes_on=True)
        assert gap(pieces.undo(session, kept.id, kept.version)) == "7"


def test_a_save_that_changes_nothing_is_no_state(database: Database) -> None:
    with database.work() as session:
        kept = pieces.create(session, with_gap("6"), "Taken in")
        again = pieces.save(session, kept.id, kept.version, with_gap("6.0"), "Gap")
        assert again.version == kept.version


def test_who_comes_late_is_told_which_version_stands(database: Database) -> None:
    with database.work() as session:
        first = pieces.create(session, with_gap("6"), "Taken in")
        second = pieces.save(session, first.id, first.version, with_gap("7"), "Gap")
    with database.work() as session, pytest.raises(Newer) as newer:
        pieces.save(session, first.id, first.version, with_gap("8"), "Gap")
    assert newer.value.version == second.version
    with database.work() as session:
        ground = pieces.at_version(session, first.id, first.version)
        assert ground is not None and ground["display"]["frame"]["gap"] == 6
        assert pieces.at_version(session, first.id, 99) is None


def test_what_fails_half_way_leaves_nothing(database: Database) -> None:
    with database.work() as session:
        kept = pieces.create(session, with_gap("6"), "Taken in")
    with pytest.raises(RuntimeError), database.work() as session:
        pieces.save(session, kept.id, kept.version, with_gap("7"), "Gap")
        raise RuntimeError("the power went")
    with database.work() as session:
        assert gap(pieces.get(session, kept.id)) == "6"
        assert len(pieces.history(session, kept.id)) == 1


def test_there_is_nothing_to_undo_or_redo_and_nobody_there(database: Database) -> None:
    with database.work() as session:
        kept = pieces.create(session, with_gap("6"), "Taken in")
        with pytest.raises(NothingTo, match="undo"):
            pieces.undo(session, kept.id, kept.version)
        with pytest.raises(NothingTo, match="redo"):
            pieces.redo(session, kept.id, kept.version)
    stranger = uuid.uuid4()
    with database.work() as session:
        for call in (
            lambda: pieces.get(session, stranger),
            lambda: pieces.history(session, stranger),
            lambda: pieces.save(session, stranger, 1, with_gap("6"), "Gap"),
            lambda: pieces.put_away(session, stranger, True),
        ):
            with pytest.raises(NotThere):
                call()


def test_a_state_of_another_piece_can_t_be_got_back(database: Database) -> None:
    with database.work() as session:
        one = pieces.create(session, with_gap("6"), "Taken in")
        other = pieces.create(session, with_gap("7"), "Taken in")
        state = pieces.history(session, other.id)[0].state
        with pytest.raises(NotThere):
            pieces.restore(session, one.id, one.version, state)


def test_search_takes_words_in_any_order_and_signs_as_signs(database: Database) -> None:
    made = load_piece(document() | {"name": "Half 50% finished", "owner": "Odda_Marrable", "note": "blue\\green"})
    with database.work() as session:
        kept = pieces.create(session, made, "Taken in")
        for words in ("finished HALF", "50%", "odda_m", "blue\\green", ""):
            assert kept.id in {r.id for r in racks.page(session, "", search=words, most=1000).rows}, words
        for words in ("5_%", "oddaxm", "half absent"):
            assert kept.id not in {r.id for r in racks.page(session, "", search=words, most=1000).rows}, words


def test_the_shop_is_kept_whole_and_replaced_whole(database: Database) -> None:
    with database.work() as session:
        assert shops.get(session) == HOUSE_SHOP, "the house's own until one is kept"
        mine = HOUSE_SHOP.model_copy(update={"name": "Mine", "inch_parts": 32})
        shops.save(session, mine)
        assert shops.get(session) == mine
        shops.save(session, HOUSE_SHOP)
        assert shops.get(session) == HOUSE_SHOP


def test_the_demo_is_loaded_once(cluster: Cluster) -> None:
    engine = open_engine(cluster.url("shadbo_demo"))
    migrate(engine)
    fresh = Database(engine)
    with fresh.work() as session:
        assert demo.load_once(session, AS_OF) is True
    with fresh.work() as session:
        assert demo.load_once(session, AS_OF) is False
        assert {r.name for r in racks.page(session, shops.marked(session)[1], most=200).rows} == {
            p.name for p in demo.demo_pieces()
        }
        assert racks.page(session, shops.marked(session)[1]).renewing == 0
        assert shops.get(session).name == demo.DEMO_SHOP.name
    engine.dispose()
