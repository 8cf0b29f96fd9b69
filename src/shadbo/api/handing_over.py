"""What is put down at the bench over the web, and handing a piece over: its record is sealed then."""

from __future__ import annotations

import uuid

from fastapi import APIRouter, Response
from sqlalchemy.orm import Session

from shadbo.api import record_messages as m
from shadbo.api.days import Now, hand_of
from shadbo.api.pieces import PROBLEMS, Db
from shadbo.api.problems import problem
from shadbo.api.working import Worked, standing
from shadbo.core import Fault, Refused, Shop
from shadbo.exports.cards import CARD_JSON, card_of
from shadbo.shop.record.sealed import WORDS, Note, Sealed, last_time, seal
from shadbo.store import days as kept_days
from shadbo.store import files, pieces, records, shops

router = APIRouter(prefix="/api", responses=PROBLEMS)


@router.post("/pieces/{piece_id}/noted", response_model=Note, status_code=201)
def put_down(db: Db, now: Now, piece_id: uuid.UUID, body: m.Noted) -> Note:
    """Put something down at the bench. Sent twice it stands once."""
    with db.work() as session:
        pieces.on_the_rack(session, piece_id)
        working, _ = kept_days.working(session)
        if len(records.noted(session, piece_id)) >= records.MOST_NOTED:
            raise Refused(Fault("/text", "Note", "", "is one too many", f"up to {records.MOST_NOTED} of one piece"))
        note = Note(
            id=str(body.id),
            at=now.astimezone(working.tz),
            hand=hand_of(body.hand, working),
            what=body.what,
            step=body.step,
            part=body.part,
            text=body.text.strip(),
            number=body.number,
            photo=body.photo,
        )
        if faults := tuple(note.faults()):
            raise Refused(*faults)
        if note.photo is not None:
            files.get(session, note.photo)
        records.note(session, piece_id, note)
        return note


@router.delete("/pieces/{piece_id}/noted/{note_id}", status_code=204, response_model=None)
def strike(db: Db, piece_id: uuid.UUID, note_id: uuid.UUID) -> Response:
    """Take back what was put down, while the piece is on the rack."""
    with db.work() as session:
        pieces.on_the_rack(session, piece_id)
        records.strike(session, piece_id, note_id)
    return Response(status_code=204)


@router.get("/pieces/{piece_id}/noted", response_model=list[Note])
def put_down_so_far(db: Db, piece_id: uuid.UUID) -> tuple[Note, ...]:
    """What was put down of a piece since it was taken in."""
    with db.work() as session:
        pieces.get(session, piece_id)
        return records.noted(session, piece_id)


@router.get("/pieces/{piece_id}/last-time", response_model=list[m.LastTime])
def last_times(db: Db, piece_id: uuid.UUID) -> list[m.LastTime]:
    """What went wrong with the one this was begun from, at the steps where it did."""
    with db.work() as session:
        shop = shops.get(session)
        before = records.begun_from(session, piece_id)
        if before is None:
            pieces.get(session, piece_id)
            return []
        worked = standing(session, pieces.get(session, piece_id), shop)
        return [
            m.LastTime(n.step, WORDS[n.what], n.text, before.name, before.id)
            for n in last_time(records.read(before), (o.key for o in worked.plan.steps))
        ]


def _built(
    session: Session,
    now: Now,
    piece_id: uuid.UUID,
    shop: Shop,
    *,
    key: uuid.UUID | None = None,
    by: str = "",
    to: str = "",
    note: str = "",
) -> tuple[Sealed, Worked]:
    kept = pieces.on_the_rack(session, piece_id)
    worked = standing(session, kept, shop)
    working, _ = kept_days.working(session)
    local = now.astimezone(working.tz)
    sealed = seal(
        worked.piece,
        worked.plan,
        shop,
        records.done(session, local, piece_id).get(piece_id, {}),
        records.noted(session, piece_id),
        key=str(key or uuid.uuid4()),
        number=records.number_of_next(session, piece_id),
        at=local,
        by=by,
        to=to,
        note=note,
    )
    return sealed, worked


@router.get("/pieces/{piece_id}/hand-over", response_model=m.HandOverOut)
def before_hand_over(db: Db, now: Now, piece_id: uuid.UUID) -> m.HandOverOut:
    """What a record of a piece would hold now, and what is still open."""
    with db.work() as session:
        shop = shops.get(session)
        sealed, worked = _built(session, now, piece_id, shop)
        working, _ = kept_days.working(session)
        return m.HandOverOut(
            sealed.number,
            worked.plan.stops[0].say if worked.plan.stops else None,
            sealed.unticked,
            sealed.unexplained,
            sealed.notes,
            tuple(m.ToTag(p.key, p.name, p.planned, p.material) for p in sealed.parts),
            tuple(h.name for h in working.hands),
        )


@router.post("/pieces/{piece_id}/hand-over", response_model=m.VersionOut, status_code=201)
def hand_over(db: Db, now: Now, piece_id: uuid.UUID, body: m.HandOver) -> m.VersionOut | Response:
    """Hand a piece over: its record is sealed, and it is put away. 409 where something isn’t ticked, or stops it, and nobody said ``anyway``."""
    with db.work() as session:
        kept = pieces.get(session, piece_id)
        if kept.sealed_by == body.id:
            return m.version_of(records.get(session, body.id))
        shop = shops.get(session)
        working, _ = kept_days.working(session)
        hand = hand_of(body.hand, working)
        sealed, worked = _built(session, now, piece_id, shop, key=body.id, by=hand, to=body.to, note=body.note)
        if not body.anyway and (sealed.unticked or worked.plan.stops):
            left = f"{len(sealed.unticked)} of its steps aren’t ticked" if sealed.unticked else "A stop stands on its sheet"
            return problem(409, left, "Say that it is handed over all the same, or go back to the bench.")
        card = CARD_JSON.dump_json(card_of(worked.piece, worked.plan)).decode()
        return m.version_of(records.keep(session, piece_id, sealed, card))


@router.post("/pieces/{piece_id}/take-in-again", status_code=204, response_model=None)
def take_in_again(db: Db, piece_id: uuid.UUID) -> Response:
    """Take a handed-over piece in again, for a repair or a change: what is done from now on is a version of its own."""
    with db.work() as session:
        if pieces.get(session, piece_id).sealed_by is not None:
            records.take_in_again(session, piece_id)
    return Response(status_code=204)
