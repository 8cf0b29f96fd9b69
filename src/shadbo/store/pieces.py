"""Keeping pieces: every save is a new state and a new version; none is ever lost.

Nothing here knows the trade: a state is a document. A save over somebody else's newer one raises :class:`Newer`.
"""

from __future__ import annotations

import uuid
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime
from functools import lru_cache
from typing import Any

from sqlalchemy import Text, bindparam, cast, func, or_, select, text
from sqlalchemy.orm import Session, aliased

from shadbo.core import Piece, Things, document_of, load_piece
from shadbo.exports.pieces import from_json
from shadbo.store.tables import PieceRow, SavedRow, StateRow


class NotThere(LookupError):
    """No piece with this id."""


class Newer(Exception):
    """The piece was saved by somebody else since ``base``; ``version`` is the one that stands."""

    def __init__(self, version: int) -> None:
        super().__init__(f"version {version} stands")
        self.version = version


class HandedOver(Exception):
    """The piece was handed over and is sealed by ``record``: it is changed only after it was taken in again."""

    def __init__(self, record: uuid.UUID) -> None:
        super().__init__(f"sealed by {record}")
        self.record = record


class NothingTo(Exception):
    """There is nothing to undo, or to redo."""


@dataclass(frozen=True, slots=True)
class StoredPiece:
    """A piece as it stands in the rack."""

    id: uuid.UUID
    version: int
    archived: bool
    updated_at: datetime
    state: int
    document: str
    change: str
    undo: str | None
    redo: str | None
    sealed_by: uuid.UUID | None = None

    @property
    def piece(self) -> Piece:
        """Read when it is asked for: a document that can't be read must not keep the others from being listed."""
        return parsed(self.document)

    @property
    def name(self) -> str:
        """The name in the document, whatever else is wrong with it."""
        return str(from_json(self.document).get("name", ""))[:120]


@dataclass(frozen=True, slots=True)
class PastState:
    """One state in the history of a piece."""

    state: int
    change: str
    saved_at: datetime
    current: bool


def _words(piece: Piece) -> str:
    return " ".join((piece.name, piece.owner, piece.note))


def create(session: Session, piece: Piece, change: str, piece_id: uuid.UUID | None = None) -> StoredPiece:
    """Keep a new piece, under the id its sender gave it. One that is there already is handed back as it stands: it was sent twice."""
    if piece_id is not None and session.get(PieceRow, piece_id) is not None:
        return get(session, piece_id)
    row = PieceRow(
        id=piece_id or uuid.uuid4(), version=0, state_id=0, words=_words(piece), name=piece.name, due=piece.due, archived=False
    )
    session.add(row)
    session.flush()
    _save(session, row, piece, change, None)
    return get(session, row.id)


@lru_cache(maxsize=256)
def parsed(document: str) -> Piece:
    """A stored document as a piece. States never change, so neither does what is read from one."""
    return load_piece(from_json(document))


_DOCUMENT = cast(StateRow.document, Text)
_LATER = aliased(StateRow)
_REDO = select(_LATER.change).where(_LATER.parent_id == StateRow.id).order_by(_LATER.id.desc()).limit(1).scalar_subquery()
# Built once: every key press asks for a piece, and building the statement took longer than running it.
_STANDING = (
    select(
        PieceRow.version,
        PieceRow.archived,
        PieceRow.updated_at,
        StateRow.change,
        StateRow.parent_id,
        _DOCUMENT,
        _REDO,
        StateRow.id,
        PieceRow.sealed_by,
    )
    .join(StateRow, StateRow.id == PieceRow.state_id)
    .where(PieceRow.id == bindparam("piece"))
)


def get(session: Session, piece_id: uuid.UUID) -> StoredPiece:
    """A piece as it stands. Raises :class:`NotThere`."""
    row = session.execute(_STANDING, {"piece": piece_id}).one_or_none()
    if row is None:
        raise NotThere(str(piece_id))
    version, archived, updated_at, change, parent, document, redone, state, sealed_by = row
    undone = change if parent is not None else None
    return StoredPiece(
        id=piece_id,
        version=version,
        archived=archived,
        updated_at=updated_at,
        state=state,
        document=document,
        change=change,
        undo=undone,
        redo=redone,
        sealed_by=sealed_by,
    )


def last_alike(session: Session, kept: StoredPiece) -> StoredPiece | None:
    """The last piece of the shop that shows the same kind of thing in the same way, and was made in somebody’s own way; None where there is none."""
    document, way = StateRow.document, StateRow.document["way"]
    mine, thing = kept.piece, kept.piece.object
    alike = [document["display"]["type"].astext == mine.display.type, document["object"]["type"].astext == thing.type]
    if isinstance(thing, Things):
        alike.append(document["object"]["items"][0]["kind"].astext == thing.items[0].kind)
    own = or_(*(func.jsonb_array_length(func.coalesce(way[name], text("'[]'::jsonb"))) > 0 for name in ("steps", "left", "sent")))
    query = (
        select(PieceRow.id)
        .join(StateRow, StateRow.id == PieceRow.state_id)
        .where(PieceRow.id != kept.id, own, *alike)
        .order_by(PieceRow.updated_at.desc())
        .limit(1)
    )
    found = session.execute(query).scalar_one_or_none()
    return None if found is None else get(session, found)


def on_the_rack(session: Session, piece_id: uuid.UUID) -> StoredPiece:
    """A piece as it stands, for work on it. Raises :class:`NotThere`, :class:`HandedOver`."""
    kept = get(session, piece_id)
    if kept.sealed_by is not None:
        raise HandedOver(kept.sealed_by)
    return kept


# States looked through for one that can be worked out.
MOST_BACK = 200


def before(session: Session, state_id: int) -> Iterator[StoredPiece]:
    """The states a state came from, nearest first; as they stood, with the state's own time."""
    for _ in range(MOST_BACK):
        parent = session.get_one(StateRow, state_id).parent_id
        if parent is None:
            return
        row = session.execute(
            select(StateRow.piece_id, StateRow.saved_at, StateRow.change, _DOCUMENT).where(StateRow.id == parent)
        ).one()
        yield StoredPiece(
            id=row[0],
            version=0,
            archived=False,
            updated_at=row[1],
            state=parent,
            document=row[3],
            change=row[2],
            undo=None,
            redo=None,
        )
        state_id = parent


def _locked(session: Session, piece_id: uuid.UUID, base: int | None) -> PieceRow:
    """The row, held until the end of the transaction, if nobody has saved since ``base`` and it isn't handed over."""
    row = session.execute(select(PieceRow).where(PieceRow.id == piece_id).with_for_update()).scalar_one_or_none()
    if row is None:
        raise NotThere(str(piece_id))
    if row.sealed_by is not None:
        raise HandedOver(row.sealed_by)
    if base is not None and row.version != base:
        raise Newer(row.version)
    return row


def was_sent(session: Session, piece_id: uuid.UUID, sent: uuid.UUID | None) -> bool:
    """Whether a save of this name was kept before."""
    query = select(SavedRow.id).where(SavedRow.piece_id == piece_id, SavedRow.sent == sent)
    return sent is not None and session.execute(query).first() is not None


def save(
    session: Session,
    piece_id: uuid.UUID,
    base: int,
    piece: Piece,
    change: str,
    *,
    goes_on: bool = False,
    sent: uuid.UUID | None = None,
) -> StoredPiece:
    """Save a piece over version ``base``.

    ``goes_on`` says that this carries the last change further (more typing in the same field): undo then goes back past
    both. Raises :class:`NotThere`, :class:`Newer`.
    """
    row = _locked(session, piece_id, base)
    state = session.get_one(StateRow, row.state_id)
    if state.document == document_of(piece):
        return get(session, piece_id)
    carries_on = goes_on and state.parent_id is not None and state.change == change
    _save(session, row, piece, change, state.parent_id if carries_on else state.id, sent)
    return get(session, piece_id)


def _save(session: Session, row: PieceRow, piece: Piece, change: str, parent: int | None, sent: uuid.UUID | None = None) -> None:
    state = StateRow(piece_id=row.id, parent_id=parent, document=document_of(piece), change=change)
    session.add(state)
    session.flush()
    _stand(session, row, state, piece, sent)


def _stand(session: Session, row: PieceRow, state: StateRow, piece: Piece, sent: uuid.UUID | None) -> None:
    """Make a state the one that stands, as a new version; its card is out of date until one is kept."""
    row.words, row.name, row.due, row.card_mark = _words(piece), piece.name, piece.due, None
    row.version += 1
    row.state_id = state.id
    row.updated_at = func.clock_timestamp()
    session.add(SavedRow(piece_id=row.id, version=row.version, state_id=state.id, sent=sent))
    session.flush()
    session.refresh(row)


def _child(session: Session, state: StateRow) -> StateRow | None:
    """The state last made from this one: what redo brings back."""
    query = select(StateRow).where(StateRow.parent_id == state.id).order_by(StateRow.id.desc()).limit(1)
    return session.execute(query).scalar_one_or_none()


def undo(session: Session, piece_id: uuid.UUID, base: int, sent: uuid.UUID | None = None) -> StoredPiece:
    """Go back to the state this one was made from. Raises :class:`NothingTo`."""
    row = _locked(session, piece_id, base)
    state = session.get_one(StateRow, row.state_id)
    if state.parent_id is None:
        raise NothingTo("undo")
    _back_to(session, row, session.get_one(StateRow, state.parent_id), sent)
    return get(session, piece_id)


def redo(session: Session, piece_id: uuid.UUID, base: int, sent: uuid.UUID | None = None) -> StoredPiece:
    """Go forward to the state last made from this one. Raises :class:`NothingTo`."""
    row = _locked(session, piece_id, base)
    child = _child(session, session.get_one(StateRow, row.state_id))
    if child is None:
        raise NothingTo("redo")
    _back_to(session, row, child, sent)
    return get(session, piece_id)


def restore(session: Session, piece_id: uuid.UUID, base: int, state_id: int, sent: uuid.UUID | None = None) -> StoredPiece:
    """Bring back any state the piece ever had, as a change of its own."""
    row = _locked(session, piece_id, base)
    state = session.get(StateRow, state_id)
    if state is None or state.piece_id != piece_id:
        raise NotThere(f"state {state_id}")
    _save(session, row, load_piece(state.document), f"Back to: {state.change}", row.state_id, sent)
    return get(session, piece_id)


def _back_to(session: Session, row: PieceRow, state: StateRow, sent: uuid.UUID | None) -> None:
    _stand(session, row, state, load_piece(state.document), sent)


def history(session: Session, piece_id: uuid.UUID, before: int | None = None, most: int = 100) -> list[PastState]:
    """The states the piece had, newest first: ``most`` of them, from those older than the state ``before``. What stood in them is not read."""
    standing = session.execute(select(PieceRow.state_id).where(PieceRow.id == piece_id)).scalar_one_or_none()
    if standing is None:
        raise NotThere(str(piece_id))
    query = select(StateRow.id, StateRow.change, StateRow.saved_at).where(StateRow.piece_id == piece_id)
    if before is not None:
        query = query.where(StateRow.id < before)
    rows = session.execute(query.order_by(StateRow.id.desc()).limit(most))
    return [PastState(state, change, saved_at, state == standing) for state, change, saved_at in rows]


def at_version(session: Session, piece_id: uuid.UUID, version: int) -> dict[str, Any] | None:
    """The document that stood at a version."""
    query = (
        select(StateRow.document)
        .join(SavedRow, SavedRow.state_id == StateRow.id)
        .where(SavedRow.piece_id == piece_id, SavedRow.version == version)
    )
    return session.execute(query).scalar_one_or_none()


def put_away(session: Session, piece_id: uuid.UUID, archived: bool) -> StoredPiece:
    """Put a piece away, or back into the rack."""
    row = _locked(session, piece_id, None)
    row.archived = archived
    session.flush()
    return get(session, piece_id)
