"""Keeping the days: how the shop works, what was done of each piece, and the schedule that stands."""

from __future__ import annotations

import uuid
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime
from typing import Any

from pydantic import TypeAdapter
from sqlalchemy import delete, func, select
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session, aliased

from shadbo.shop.days.hours import worked_seconds
from shadbo.shop.days.tasks import Placed, Task
from shadbo.shop.days.working import HOUSE_WORKING, Working, load_working
from shadbo.store.tables import ComingRow, JobRow, OperationRow, PieceRow, ScheduleRow, WorkingRow

TASKS: TypeAdapter[tuple[Task, ...]] = TypeAdapter(tuple[Task, ...])
PLACED: TypeAdapter[tuple[Placed, ...]] = TypeAdapter(tuple[Placed, ...])


class Changed(Exception):
    """Somebody else changed it meanwhile; ``version`` is the one that stands."""

    def __init__(self, version: int) -> None:
        super().__init__(f"version {version} stands")
        self.version = version


def working(session: Session) -> tuple[Working, int]:
    """How the shop works, and the version of it; the house’s own (version 0) until one was kept."""
    row = session.get(WorkingRow, 1)
    return (load_working(row.document), row.version) if row else (HOUSE_WORKING, 0)


def save_working(session: Session, document: Working, base: int) -> int:
    """Keep it, over version ``base``; the new version. Raises :class:`Changed`."""
    row = session.get(WorkingRow, 1, with_for_update=True)
    stands = row.version if row else 0
    if stands != base:
        raise Changed(stands)
    dumped = document.model_dump(mode="json")
    if row is None:
        session.add(WorkingRow(id=1, version=1, document=dumped))
    else:
        row.document, row.version = dumped, row.version + 1
    session.flush()
    return stands + 1


@dataclass(frozen=True, slots=True)
class OpenPiece:
    """A piece on the rack: its state, and its operations under the shop’s mark; ``known`` is False where they are still to be worked out,
    ``tasks`` None where it can’t be made as it stands."""

    id: uuid.UUID
    name: str
    due: date | None
    state: int
    known: bool
    tasks: tuple[Task, ...] | None


# So many open pieces are planned together, the first due first: more than any bench has in hand, and never a rack that was filled by a file.
MOST_OPEN = 300


def open_pieces(session: Session, mark: str, only: uuid.UUID | None = None) -> list[OpenPiece]:
    """What is not put away, the first due first, then in the order it came in; up to :data:`MOST_OPEN`."""
    query = (
        select(PieceRow.id, PieceRow.name, PieceRow.due, PieceRow.state_id, JobRow.state_id, JobRow.mark, JobRow.tasks)
        .join(JobRow, JobRow.piece_id == PieceRow.id, isouter=True)
        .where(PieceRow.archived.is_(False))
        .order_by(PieceRow.due.asc().nulls_last(), PieceRow.created_at, PieceRow.id)
        .limit(MOST_OPEN)
    )
    if only:
        query = query.where(PieceRow.id == only)
    out = []
    for piece, name, due, state, known, marked, tasks in session.execute(query):
        fresh = known == state and marked == mark
        out.append(OpenPiece(piece, name, due, state, fresh, _read_tasks(tasks) if fresh and tasks else None))
    return out


def _read_tasks(text: str) -> tuple[Task, ...]:
    return TASKS.validate_json(text)


def count_open(session: Session) -> int:
    """How many pieces are not put away."""
    return session.execute(select(func.count()).where(PieceRow.archived.is_(False))).scalar_one()


def keep_job(session: Session, piece: uuid.UUID, state: int, mark: str, tasks: tuple[Task, ...] | None) -> None:
    """Keep what a state of a piece has to be done."""
    values = {"state_id": state, "mark": mark, "tasks": TASKS.dump_json(tasks).decode() if tasks is not None else None}
    session.execute(insert(JobRow).values(piece_id=piece, **values).on_conflict_do_update(index_elements=["piece_id"], set_=values))


def coming(session: Session) -> dict[uuid.UUID, dict[str, date]]:
    """What each piece waits for, by kind."""
    out: dict[uuid.UUID, dict[str, date]] = {}
    for row in session.execute(select(ComingRow)).scalars():
        out.setdefault(row.piece_id, {})[row.what] = row.day
    return out


def set_coming(session: Session, piece: uuid.UUID, what: str, day: date | None) -> None:
    """The day something comes for a piece; None for the shop’s usual."""
    if day is None:
        session.execute(delete(ComingRow).where(ComingRow.piece_id == piece, ComingRow.what == what))
        return
    put = insert(ComingRow).values(piece_id=piece, what=what, day=day)
    session.execute(put.on_conflict_do_update(index_elements=["piece_id", "what"], set_={"day": day}))


def operations(session: Session, piece: uuid.UUID | None = None) -> dict[uuid.UUID, dict[str, OperationRow]]:
    """What became of the operations of every open piece, or of one, by key."""
    query = select(OperationRow).join(PieceRow, PieceRow.id == OperationRow.piece_id)
    query = query.where(OperationRow.piece_id == piece) if piece else query.where(PieceRow.archived.is_(False))
    out: dict[uuid.UUID, dict[str, OperationRow]] = {}
    for row in session.execute(query).scalars():
        out.setdefault(row.piece_id, {})[row.key] = row
    return out


def operation(session: Session, piece: uuid.UUID, key: str) -> OperationRow:
    """What became of an operation, for changing it: nobody else does till this work is over."""
    session.execute(insert(OperationRow).values(piece_id=piece, key=key, title="").on_conflict_do_nothing())
    return session.execute(
        select(OperationRow).where(OperationRow.piece_id == piece, OperationRow.key == key).with_for_update()
    ).scalar_one()


def seconds_of(row: OperationRow, now: datetime, working: Working) -> int:
    """What an operation took till now, pauses, nights and days off left out (seconds)."""
    running = row.begun_at and not row.done_at and not row.paused_at
    since = row.said.get("since")
    if not running or not since:
        return row.spent
    return row.spent + worked_seconds(working, datetime.fromisoformat(since), now, row.planned)


def waits(session: Session) -> list[tuple[uuid.UUID, str, OperationRow, bool]]:
    """Steps of open pieces that are done and were to be waited for: piece, its name, the step, and whether anything was begun after it."""
    later = aliased(OperationRow)
    went_on = (
        select(later.key)
        .where(later.piece_id == OperationRow.piece_id, later.begun_at > OperationRow.done_at)
        .limit(1)
        .scalar_subquery()
    )
    found = session.execute(
        select(PieceRow.id, PieceRow.name, OperationRow, went_on.is_not(None))
        .join(OperationRow, OperationRow.piece_id == PieceRow.id)
        .where(PieceRow.archived.is_(False), OperationRow.done_at.is_not(None), OperationRow.wait > 0)
    )
    return [(piece, name, row, bool(went)) for piece, name, row, went in found]


@dataclass(frozen=True, slots=True)
class Standing:
    """The schedule that stands."""

    basis: str
    made_at: datetime
    placed: tuple[Placed, ...]
    ready: Mapping[str, Any]
    bound: int
    moved: tuple[Any, ...]
    search: Mapping[str, Any] | None


def standing(session: Session) -> Standing | None:
    row = session.get(ScheduleRow, 1)
    if row is None:
        return None
    return Standing(row.basis, row.made_at, PLACED.validate_json(row.placed), row.ready, row.bound, tuple(row.moved), row.search)


def alone(session: Session) -> None:
    """Nobody else makes a schedule till this work is over."""
    session.execute(select(func.pg_advisory_xact_lock(726_324)))


def keep_schedule(
    session: Session,
    basis: str,
    made_at: datetime,
    placed: Sequence[Placed],
    ready: Mapping[str, Any],
    bound: int,
    moved: Sequence[Any],
) -> None:
    values: dict[str, Any] = {
        "basis": basis,
        "made_at": made_at,
        "placed": PLACED.dump_json(tuple(placed)).decode(),
        "ready": dict(ready),
        "bound": bound,
        "moved": list(moved),
    }
    session.execute(insert(ScheduleRow).values(id=1, **values).on_conflict_do_update(index_elements=["id"], set_=values))


def heard(session: Session) -> None:
    """Everybody has been told what moved."""
    row = session.get(ScheduleRow, 1, with_for_update=True)
    if row is not None:
        row.moved = []


def searching(session: Session, found: Mapping[str, Any] | None) -> None:
    """How far the search for a better schedule is; None: nobody searches."""
    row = session.get(ScheduleRow, 1)
    if row is not None:
        row.search = dict(found) if found is not None else None
