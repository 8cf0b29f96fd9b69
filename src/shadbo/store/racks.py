"""The rack: cards a page at a time, searched, filtered and sorted by the database. Nothing is worked out while listing."""

from __future__ import annotations

import uuid
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Literal

from sqlalchemy import BindParameter, ColumnElement, Integer, func, literal, or_, select, update
from sqlalchemy.orm import Session

from shadbo.exports.cards import CARD_JSON, Card
from shadbo.store.pieces import StoredPiece, get
from shadbo.store.tables import PieceRow

Sort = Literal["touched", "due", "name"]
Show = Literal["all", "stopped", "free"]
SORTS: Mapping[Sort, ColumnElement[Any]] = {
    "touched": PieceRow.updated_at.desc(),
    "due": PieceRow.due.asc().nulls_last(),
    "name": func.lower(PieceRow.name),
}


@dataclass(frozen=True, slots=True)
class Row:
    """A piece in the rack; ``card`` is its card as JSON text, None while it is still to be worked out."""

    id: uuid.UUID
    version: int
    archived: bool
    sealed_by: uuid.UUID | None
    updated_at: datetime
    name: str
    card: str | None


@dataclass(frozen=True, slots=True)
class Page:
    """Some rows, and of all that match: how many, the widest and the tallest (mm), and how many cards are out of date."""

    rows: list[Row]
    total: int
    widest: float
    tallest: float
    renewing: int


def page(
    session: Session,
    mark: str,
    *,
    search: str = "",
    archived: bool = False,
    show: Show = "all",
    sort: Sort = "due",
    start: int = 0,
    most: int = 60,
) -> Page:
    """``search`` looks in name, owner and note, for every word of it; ``mark`` is the one that cards of today bear."""
    wanted = [PieceRow.archived == archived]
    wanted += [PieceRow.words.icontains(word, autoescape=True) for word in search.replace("\x00", " ").split()]
    if show != "all":
        wanted.append(PieceRow.blocked == (show == "stopped"))
    stale = or_(PieceRow.card_mark.is_(None), PieceRow.card_mark != mark)
    total, widest, tallest, renewing = session.execute(
        select(func.count(), func.max(PieceRow.wide), func.max(PieceRow.tall), func.count().filter(stale)).where(*wanted)
    ).one()
    rows = session.execute(
        select(
            PieceRow.id, PieceRow.version, PieceRow.archived, PieceRow.sealed_by, PieceRow.updated_at, PieceRow.name, PieceRow.card
        )
        .where(*wanted)
        .order_by(SORTS[sort], PieceRow.id)
        .offset(_told(start))
        .limit(_told(most))
    )
    return Page([Row(*row) for row in rows], total, widest or 0, tallest or 0, renewing)


def _told(number: int) -> BindParameter[int]:
    """Written into the statement: the planner of a prepared one would take a page for a tenth of the rack and sort all of it."""
    return literal(number, Integer, literal_execute=True)


def stale(session: Session, mark: str, most: int) -> list[StoredPiece]:
    """Pieces whose card is of another shop or of none, some at a time; those another server has in hand are passed over."""
    query = (
        select(PieceRow.id)
        .where(or_(PieceRow.card_mark.is_(None), PieceRow.card_mark != mark))
        .order_by(PieceRow.archived, PieceRow.updated_at.desc())
        .limit(most)
        .with_for_update(skip_locked=True)
    )
    return [get(session, piece_id) for piece_id in session.execute(query).scalars().all()]


def keep(session: Session, piece_id: uuid.UUID, card: Card, mark: str) -> None:
    """Keep the card of a piece, marked with the shop and the program it was worked out with."""
    face = card.face
    session.execute(
        update(PieceRow)
        .where(PieceRow.id == piece_id)
        .values(
            card=CARD_JSON.dump_json(card).decode(),
            card_mark=mark,
            name=card.name,
            due=card.due,
            blocked=card.blocked is not None or card.stuck is not None,
            wide=face.width if face else 0,
            tall=face.height if face else 0,
        )
    )
