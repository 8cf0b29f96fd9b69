"""The made-up shop and its pieces: a framer's bench getting a cycling club's centenary ready. Every name is invented."""

from __future__ import annotations

from importlib.resources import files

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from shadbo.core.house_stock import HOUSE_SHOP
from shadbo.core.piece import Piece
from shadbo.core.shop import Shop
from shadbo.exports.pieces import piece_from_json
from shadbo.store import pieces, shops
from shadbo.store.tables import ShopRow

DEMO_SHOP: Shop = HOUSE_SHOP.model_copy(update={"name": "The Quillbeck Bench"})


def demo_pieces() -> list[Piece]:
    """The demo pieces, in the order they came in."""
    folder = files("shadbo.demo").joinpath("pieces")
    return [
        piece_from_json(f.read_bytes())
        for f in sorted(folder.iterdir(), key=lambda f: f.name)
        if f.name.endswith(".json")
    ]


def load_once(session: Session) -> bool:
    """Fill an empty database with the demo shop. One that has a shop already is left alone."""
    if session.execute(select(func.count()).select_from(ShopRow)).scalar_one():
        return False
    shops.save(session, DEMO_SHOP)
    for piece in demo_pieces():
        pieces.create(session, piece, "Taken in")
    return True
