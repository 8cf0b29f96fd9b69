"""Keeping the shop: one row, the whole document."""

from __future__ import annotations

import hashlib
from functools import lru_cache

from sqlalchemy import Text, cast, select
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session

from shadbo import __version__
from shadbo.core import HOUSE_SHOP, Shop
from shadbo.exports.pieces import from_json
from shadbo.store.tables import ShopRow

# Counted up when a card is drawn or worded otherwise for the same piece.
CARDS = 1


def get(session: Session) -> Shop:
    """The shop of this database; the house's own until one was kept."""
    return _shop(_document(session))


def marked(session: Session, *, alone: bool = False) -> tuple[Shop, str]:
    """The shop, and a mark that changes whenever it or the program does: what is kept of plans is kept under it. ``alone``: nobody else
    changes it until this work is done."""
    document = session.execute(_DOCUMENT.with_for_update()).scalar_one_or_none() if alone else _document(session)
    return _shop(document), _mark(document)


@lru_cache(maxsize=8)
def _mark(document: str | None) -> str:
    return hashlib.sha256(f"{__version__} {CARDS} {document}".encode()).hexdigest()[:32]


# Built once: it is asked at every request, and building the statement took longer than running it.
_DOCUMENT = select(cast(ShopRow.document, Text)).where(ShopRow.id == 1)


def _document(session: Session) -> str | None:
    return session.execute(_DOCUMENT).scalar_one_or_none()


def _shop(document: str | None) -> Shop:
    return _parsed(document) if document else HOUSE_SHOP


@lru_cache(maxsize=8)
def _parsed(document: str) -> Shop:
    """The same text is the same shop: it is read at every request and changes once a month."""
    return Shop.model_validate(from_json(document))


def begin(session: Session, shop: Shop) -> bool:
    """Keep a shop in an empty database; one that has a shop already is left alone. Whether it was kept."""
    if _document(session) is not None:
        return False
    save(session, shop)
    return True


def save(session: Session, shop: Shop) -> Shop:
    document = shop.model_dump()
    keep = insert(ShopRow).values(id=1, document=document)
    session.execute(keep.on_conflict_do_update(index_elements=["id"], set_={"document": document}))
    return shop
