"""Keeping what was really done: what is put down at the bench, and handed-over pieces, sealed and found again."""

from __future__ import annotations

import uuid
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any, get_args

from sqlalchemy import BigInteger, ColumnElement, Float, Integer, String, case, cast, delete, func, literal, null, select, update
from sqlalchemy.dialects.postgresql import BIT, insert
from sqlalchemy.orm import Session

from shadbo.core import Trait
from shadbo.exports.pieces import record_from_json, record_to_json
from shadbo.shop.record.sealed import Done, Known, Note, Reading, Sealed, seal_of
from shadbo.store.days import operations, seconds_of, working
from shadbo.store.pieces import NotThere
from shadbo.store.tables import ComingRow, NotedRow, OperationRow, PieceRow, RecordRow

TRAITS: tuple[str, ...] = get_args(Trait)
# How many notes a piece has room for.
MOST_NOTED = 400


def bits(traits: Sequence[str]) -> int:
    """Traits as the bits of a number, each at its place in the list of traits."""
    return sum(1 << TRAITS.index(t) for t in set(traits) if t in TRAITS)


def noted(session: Session, piece: uuid.UUID) -> tuple[Note, ...]:
    """What was put down of a piece, the first first."""
    rows = session.execute(select(NotedRow).where(NotedRow.piece_id == piece).order_by(NotedRow.at, NotedRow.id)).scalars()
    return tuple(Note.model_validate(row.document) for row in rows)


def note(session: Session, piece: uuid.UUID, one: Note) -> None:
    """Put something down. Sent twice it stands once."""
    values = {"id": uuid.UUID(one.id), "piece_id": piece, "at": one.at, "document": one.model_dump(mode="json")}
    session.execute(insert(NotedRow).values(**values).on_conflict_do_nothing())


def strike(session: Session, piece: uuid.UUID, one: uuid.UUID) -> None:
    """Take a note back. Raises :class:`NotThere`."""
    row = session.get(NotedRow, one)
    if row is None or row.piece_id != piece:
        raise NotThere(f"note {one}")
    session.delete(row)
    session.flush()


def done(session: Session, now: datetime, piece: uuid.UUID | None = None) -> dict[uuid.UUID, dict[str, Done]]:
    """What became of the operations of a piece (or of every piece on the rack), by key, as a record holds it. ``now`` is in the shop’s time."""

    hours, _ = working(session)

    def one(row: OperationRow) -> Done:
        return Done(
            key=row.key,
            title=row.title,
            hand=row.hand,
            begun_at=row.begun_at.astimezone(now.tzinfo) if row.begun_at else None,
            done_at=row.done_at.astimezone(now.tzinfo) if row.done_at else None,
            minutes=round(seconds_of(row, now, hours) / 60),
            planned=row.planned,
            wait=row.wait,
            readings=tuple(Reading.model_validate(one) for one in row.said.get("read", [])),
            planned_frame=row.said.get("frame", ""),
        )

    return {of: {key: one(row) for key, row in rows.items()} for of, rows in operations(session, piece).items()}


def number_of_next(session: Session, piece: uuid.UUID) -> int:
    """Which version of a piece the next one handed over is, from 1."""
    return 1 + session.execute(select(func.count()).where(RecordRow.piece_id == piece)).scalar_one()


def keep(session: Session, piece: uuid.UUID, sealed: Sealed, card: str) -> RecordRow:
    """Keep a sealed record; its piece is put away and sealed with it."""
    document, record = record_to_json(sealed), uuid.UUID(sealed.id)
    photographs = sealed.photographs
    row = RecordRow(
        id=record,
        piece_id=piece,
        number=sealed.number,
        handed_at=sealed.handed_at,
        year=sealed.handed_at.year,
        name=sealed.name,
        owner=sealed.owner,
        kind=sealed.kind,
        display=sealed.display,
        method=sealed.method,
        size=sealed.size,
        materials=list(sealed.materials),
        short=min(sealed.width, sealed.height),
        long=max(sealed.width, sealed.height),
        deep=sealed.deep,
        traits=bits(sealed.traits),
        wrongs=len(sealed.wrongs),
        photo=photographs[-1].photo if photographs else None,
        words=sealed.words.lower(),
        card=card,
        document=document,
        seal=seal_of(document),
    )
    session.add(row)
    session.flush()
    session.execute(update(PieceRow).where(PieceRow.id == piece).values(sealed_by=record, archived=True))
    return row


def get(session: Session, record: uuid.UUID) -> RecordRow:
    """Raises :class:`NotThere`."""
    row = session.get(RecordRow, record)
    if row is None:
        raise NotThere(f"record {record}")
    return row


def holds(row: RecordRow) -> bool:
    """Whether the seal is still that of what it seals."""
    return seal_of(row.document) == row.seal


def read(row: RecordRow) -> Sealed:
    return record_from_json(row.document)


def versions(session: Session, piece: uuid.UUID) -> list[RecordRow]:
    """Every record of one piece, the first first."""
    return list(session.execute(select(RecordRow).where(RecordRow.piece_id == piece).order_by(RecordRow.number)).scalars())


def take_in_again(session: Session, piece: uuid.UUID) -> None:
    """A handed-over piece is on the rack again: its record stays, what is done from now on is a version of its own."""
    session.execute(update(PieceRow).where(PieceRow.id == piece).values(sealed_by=None, archived=False))
    for table in (OperationRow, NotedRow, ComingRow):
        session.execute(delete(table).where(table.piece_id == piece))


def begun_from(session: Session, piece: uuid.UUID) -> RecordRow | None:
    """The record a piece was begun from; else the last of its own, where it was taken in again."""
    row = session.get(PieceRow, piece)
    if row is None:
        return None
    if row.goes_on_from:
        return session.get(RecordRow, row.goes_on_from)
    query = select(RecordRow).where(RecordRow.piece_id == piece).order_by(RecordRow.number.desc()).limit(1)
    return session.execute(query).scalar_one_or_none()


def goes_on_from(session: Session, piece: uuid.UUID, record: uuid.UUID) -> None:
    session.execute(update(PieceRow).where(PieceRow.id == piece).values(goes_on_from=record))


def every(session: Session, most: int | None = None) -> Iterator[Sealed]:
    """All records (or the last so many), the newest first, one after another: never all of them in memory."""
    query = select(RecordRow.document).order_by(RecordRow.handed_at.desc(), RecordRow.id).limit(most)
    for document in session.execute(query.execution_options(yield_per=200)).scalars():
        yield record_from_json(document)


@dataclass(frozen=True, slots=True)
class Like:
    """What a record is held against: what it is, its two sides and its depth (mm), its traits as bits."""

    kind: str
    short: float
    long: float
    deep: float
    traits: int


def like_row(row: RecordRow) -> Like:
    return Like(row.kind, row.short, row.long, row.deep, row.traits)


def like_known(known: Known) -> Like:
    short, long = sorted((known.width, known.height))
    return Like(known.kind, short, long, known.deep, bits(known.traits))


def _far(like: Like) -> ColumnElement[float]:
    """How far a record is from another: 1 for another kind, the natural logarithm of each side's ratio, half that of the depth's (a
    millimetre added to both), and the share of traits only one of them has (Jaccard's distance)."""

    def ratio(column: Any, size: float) -> ColumnElement[float]:
        return func.abs(func.ln((column + 1) / (size + 1)))

    mine = literal(like.traits, BigInteger)
    both, either = (_ones(RecordRow.traits.op(op)(mine)) for op in ("&", "|"))
    apart = case((either == 0, 0.0), else_=1.0 - cast(both, Float) / cast(func.greatest(either, 1), Float))
    kind = case((RecordRow.kind == like.kind, 0.0), else_=1.0)
    return (
        kind + ratio(RecordRow.short, like.short) + ratio(RecordRow.long, like.long) + ratio(RecordRow.deep, like.deep) / 2 + apart
    )


def _ones(number: Any) -> ColumnElement[int]:
    return func.bit_count(cast(number, BIT(64)), type_=Integer)


@dataclass(frozen=True, slots=True)
class FoundFacts:
    """A record as a list shows it, without its card; ``far`` from the one it is held against (None: against none)."""

    id: uuid.UUID
    piece: uuid.UUID
    number: int
    handed_at: datetime
    name: str
    owner: str
    kind: str
    display: str
    method: str
    size: str
    wrongs: int
    photo: str | None
    far: float | None


@dataclass(frozen=True, slots=True)
class Found(FoundFacts):
    """The same with its card (JSON text)."""

    card: str


SHOWN = (
    RecordRow.id,
    RecordRow.piece_id,
    RecordRow.number,
    RecordRow.handed_at,
    RecordRow.name,
    RecordRow.owner,
    RecordRow.kind,
    RecordRow.display,
    RecordRow.method,
    RecordRow.size,
    RecordRow.wrongs,
    RecordRow.photo,
)
# What a list can be narrowed by, besides words and sizes.
BY: Mapping[str, Any] = {
    "owner": RecordRow.owner,
    "kind": RecordRow.kind,
    "display": RecordRow.display,
    "method": RecordRow.method,
    "year": RecordRow.year,
}


def find(
    session: Session,
    *,
    words: str = "",
    by: Mapping[str, str | int | None] | None = None,
    material: str = "",
    least: float | None = None,
    most: float | None = None,
    like: Like | None = None,
    start: int = 0,
    count: int = 40,
) -> tuple[list[Found], int]:
    """Records, and how many there are of them: every word of ``words`` in what was said of it, ``by`` what it is, cut from ``material``,
    its longer side from ``least`` to ``most`` (mm). The newest first, or the nearest to ``like``."""
    wanted = [RecordRow.words.contains(word, autoescape=True) for word in words.lower().replace("\x00", " ").split()]
    wanted += [BY[key] == value for key, value in (by or {}).items() if value not in (None, "")]
    if material:
        wanted.append(RecordRow.materials.contains([material]))
    if least is not None:
        wanted.append(RecordRow.long >= least)
    if most is not None:
        wanted.append(RecordRow.long <= most)
    far = _far(like).label("far") if like else cast(null(), Float).label("far")
    # Looked through once, narrowly; what is shown is read only of the rows that are.
    named = select(RecordRow.id, RecordRow.handed_at, far).where(*wanted).cte("named").prefix_with("MATERIALIZED")
    order = (named.c.far, named.c.id) if like else (named.c.handed_at.desc(), named.c.id)
    total = select(func.count()).select_from(named).scalar_subquery()
    near = select(named.c.id, named.c.far).order_by(*order).offset(start).limit(count).subquery()
    shown = (near.c.far, RecordRow.id) if like else (RecordRow.handed_at.desc(), RecordRow.id)
    query = select(*SHOWN, near.c.far, RecordRow.card, total).join(near, near.c.id == RecordRow.id).order_by(*shown)
    rows = [tuple(row) for row in session.execute(query)]
    if not rows and start:
        # Past the last there are still as many.
        return [], session.execute(select(func.count()).select_from(RecordRow).where(*wanted)).scalar_one()
    return [Found(*row[:-1]) for row in rows], rows[0][-1] if rows else 0


def choices(session: Session) -> dict[str, list[Any]]:
    """What records can be narrowed by: every value there is, the most frequent first."""
    out: dict[str, list[Any]] = {}
    for key, column in BY.items():
        order = column.desc() if key == "year" else func.count().desc()
        rows = session.execute(select(column).where(cast(column, String) != "").group_by(column).order_by(order, column).limit(60))
        out[key] = list(rows.scalars())
    material = select(func.unnest(RecordRow.materials).label("material")).subquery().c.material
    rows = session.execute(select(material).group_by(material).order_by(func.count().desc(), material).limit(60))
    out["material"] = list(rows.scalars())
    return out
