"""A piece that can't be worked out locks nothing: the rack shows it, its sheet opens on the state before, and there is a way back."""

from __future__ import annotations

import time
import uuid
from typing import Any

import httpx
import pytest
from sqlalchemy import insert, update

from shadbo.service.serving import Server
from shadbo.store.database import open_engine
from shadbo.store.tables import PieceRow, SavedRow, StateRow
from tests.conftest import document


@pytest.fixture
def stuck(api: httpx.Client, server: Server) -> dict[str, Any]:
    """A piece whose newest state is of a display this Shadbo doesn't know, as from a later one."""
    piece: dict[str, Any] = api.post("/api/pieces/import", json=document() | {"name": "Stuck"}).json()
    broken = document() | {"name": "Stuck", "display": {"type": "hovering"}}
    engine = open_engine(server.url)
    with engine.begin() as connection:
        row = connection.execute(StateRow.__table__.select().where(StateRow.piece_id == uuid.UUID(piece["id"]))).one()
        added = insert(StateRow).values(piece_id=row.piece_id, parent_id=row.id, document=broken, change="Made to hover")
        state = connection.execute(added.returning(StateRow.id)).scalar_one()
        connection.execute(update(PieceRow).where(PieceRow.id == row.piece_id).values(state_id=state, version=2, card_mark=None))
        connection.execute(insert(SavedRow).values(piece_id=row.piece_id, version=2, state_id=state))
    engine.dispose()
    return piece | {"broken": state, "good": row.id}


def test_the_rack_shows_it_and_everything_else(api: httpx.Client, stuck: dict[str, Any]) -> None:
    deadline = time.monotonic() + 60
    while (page := api.get("/api/pieces", params={"q": "stuck", "most": 200}).json())["renewing"] and time.monotonic() < deadline:
        time.sleep(0.05)
    cards = {r["id"]: r["card"] for r in page["rows"]}
    assert cards[stuck["id"]]["stuck"] == "Made to hover" and cards[stuck["id"]]["face"] is None
    assert cards[stuck["id"]]["name"] == "Stuck"
    others = [r["card"] for r in api.get("/api/pieces", params={"most": 200}).json()["rows"] if r["id"] != stuck["id"]]
    assert len(others) > 15 and all(c["face"] for c in others if c and c["stuck"] is None)


def test_its_sheet_opens_on_the_state_before(api: httpx.Client, stuck: dict[str, Any]) -> None:
    opened = api.get(f"/api/pieces/{stuck['id']}").json()
    assert opened["version"] == 2 and opened["plan"]["figures"]["frame.inside.width"]
    assert opened["stuck"]["change"] == "Made to hover" and opened["stuck"]["shown"] == stuck["good"]
    for path in ("figures/frame.inside.width", "cuts.csv", "face.svg", "piece.json", "history", "ways"):
        assert api.get(f"/api/pieces/{stuck['id']}/{path}").status_code == 200, path


def test_it_goes_on_from_there_and_the_newer_state_stays_in_the_history(api: httpx.Client, stuck: dict[str, Any]) -> None:
    edits = [{"op": "type", "pointer": "/display/frame/gap", "text": "8", "unit": "mm"}]
    at = f"/api/pieces/{stuck['id']}"
    assert api.post(f"{at}/preview", json={"edits": edits}).status_code == 200
    saved = api.post(f"{at}/edits", json={"version": 2, "edits": edits}).json()
    assert saved["version"] == 3 and saved["stuck"] is None
    assert api.get(at).json()["plan"]["figures"]["gap.planned"]["mm"] == "8"
    assert stuck["broken"] in [s["state"] for s in api.get(f"{at}/history").json()]


def test_back_to_the_state_shown_and_not_to_the_one_that_cant_be(api: httpx.Client, stuck: dict[str, Any]) -> None:
    at = f"/api/pieces/{stuck['id']}"
    back = api.post(f"{at}/restore", json={"version": 2, "state": stuck["good"]})
    assert back.status_code == 200 and back.json()["stuck"] is None
    refused = api.post(f"{at}/restore", json={"version": 3, "state": stuck["broken"]})
    assert refused.status_code == 422
    assert api.get(at).json()["version"] == 3


def test_it_can_be_copied_and_put_away(api: httpx.Client, stuck: dict[str, Any]) -> None:
    at = f"/api/pieces/{stuck['id']}"
    assert api.post(f"{at}/copy").json()["stuck"] is None
    assert api.post(f"{at}/archive", json={"archived": True}).json()["archived"]
