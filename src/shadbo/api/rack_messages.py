"""What the rack says over the web."""

from __future__ import annotations

import json
import uuid
from dataclasses import dataclass
from datetime import datetime

from shadbo.exports.cards import Card
from shadbo.store.racks import Page


@dataclass(frozen=True, slots=True)
class RackRow:
    """A piece in the rack; ``card`` is null while it is still to be worked out. ``sealed_by`` is the record of a piece that was handed over."""

    id: uuid.UUID
    version: int
    archived: bool
    sealed_by: uuid.UUID | None
    updated_at: datetime
    name: str
    card: Card | None


@dataclass(frozen=True, slots=True)
class RackPage:
    """Some rows, and of all that match: how many, the widest and the tallest face (mm), how many cards are being renewed."""

    rows: list[RackRow]
    total: int
    widest: float
    tallest: float
    renewing: int


def page_json(page: Page) -> bytes:
    """A :class:`RackPage` on the wire. The cards are text already: they are put in as they are."""
    rows = ",".join(
        f'{{"id":"{r.id}","version":{r.version},"archived":{"true" if r.archived else "false"},'
        f'"sealed_by":{json.dumps(r.sealed_by and str(r.sealed_by))},"updated_at":"{r.updated_at.isoformat()}",'
        f'"name":{json.dumps(r.name)},"card":{r.card or "null"}}}'
        for r in page.rows
    )
    return f'{{"rows":[{rows}],"total":{page.total},"widest":{page.widest},"tallest":{page.tallest},"renewing":{page.renewing}}}'.encode()
