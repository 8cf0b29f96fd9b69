"""Keeping the shop: one row, the whole document."""

from __future__ import annotations

from sqlalchemy import select
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session

from shadbo.core.shop import HOUSE_SHOP, Shop
from shadbo.store.tables import ShopRow


def get(session: Session) -> Shop:
    """The shop of this database; the house's own until one was kept."""
    row = session.execute(select(ShopRow).where(ShopRow.id == 1)).scalar_one_or_none()
    return Shop.model_validate(row.document) if row else HOUSE_SHOP


def save(session: Session, shop: Shop) -> Shop:
    document = shop.model_dump()
    keep = insert(ShopRow).values(id=1, document=document)
    session.execute(keep.on_conflict_do_update(index_elements=["id"], set_={"document": document}))
    return shop
