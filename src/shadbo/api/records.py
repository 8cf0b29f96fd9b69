"""The record over the web: what is put down at the bench, handing a piece over, and handed-over pieces found again."""

from __future__ import annotations

import uuid
from collections.abc import Iterator
from typing import Annotated, Literal

from fastapi import APIRouter, Query, Response
from fastapi.responses import StreamingResponse
from sqlalchemy.orm import Session

from shadbo.api import record_messages as m
from shadbo.api.days import Now, hand_of
from shadbo.api.pieces import PROBLEMS, Db
from shadbo.api.problems import problem
from shadbo.api.taking_away import file_of
from shadbo.api.working import Worked, of_state, standing, work_out
from shadbo.core import Fault, Fraction, LengthField, Refused, Shop, Showing, facts_of, load_piece, without_pictures
from shadbo.exports.cards import CARD_JSON, card_of
from shadbo.exports.records import Told, hand_over_sheet, record_pdf, records_csv, records_json
from shadbo.shop.record.begun import begin_again
from shadbo.shop.record.sealed import WORDS, LineRead, Note, Sealed, last_time, seal
from shadbo.store import days as kept_days
from shadbo.store import files, pieces, racks, records, shops
from shadbo.store.tables import RecordRow

router = APIRouter(prefix="/api", responses=PROBLEMS)
Side = Annotated[str, Query(max_length=60)]
SIDE = LengthField.between("Size", "0", "30000")


@router.post("/pieces/{piece_id}/noted", response_model=Note, status_code=201)
def put_down(db: Db, now: Now, piece_id: uuid.UUID, body: m.Noted) -> Note:
    """Put something down at the bench. Sent twice it stands once."""
    with db.work() as session:
        pieces.on_the_rack(session, piece_id)
        working, _ = kept_days.working(session)
        if body.what == "photo" and body.photo is None:
            raise Refused(Fault("/photo", "Photograph", "", "is missing", "a picture"))
        if body.what == "count" and body.number is None:
            raise Refused(Fault("/number", "Count", "", "is missing", "a number"))
        if body.what in ("material", "count") and not body.part.strip():
            raise Refused(Fault("/part", "Part", "", "is missing", "a part of the piece"))
        if body.what not in ("photo", "count") and not body.text.strip():
            raise Refused(Fault("/text", "Note", "", "is empty", "a word or two"))
        if len(records.noted(session, piece_id)) >= records.MOST_NOTED:
            raise Refused(Fault("/text", "Note", "", "is one too many", f"up to {records.MOST_NOTED} of one piece"))
        if body.photo is not None:
            files.get(session, body.photo)
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
            tuple(_out_without_why(sealed)),
            sealed.notes,
            tuple(m.ToTag(p.key, p.name, p.planned, p.material) for p in sealed.parts),
            tuple(h.name for h in working.hands),
        )


def _out_without_why(sealed: Sealed) -> Iterator[str]:
    """Readings that were out when last read, and nobody said why they will do."""
    for done in sealed.operations:
        if done.readings and not done.readings[-1].why:
            yield from (f"{done.title}: {line.label or line.key}" for line in done.readings[-1].lines if not line.fine)


@router.post("/pieces/{piece_id}/hand-over", response_model=m.VersionOut, status_code=201)
def hand_over(db: Db, now: Now, piece_id: uuid.UUID, body: m.HandOver) -> m.VersionOut | Response:
    """Hand a piece over: its record is sealed, and it is put away. 409 where something isn’t ticked, or stops it, and nobody said ``anyway``."""
    with db.work() as session:
        kept = pieces.get(session, piece_id)
        if kept.sealed_by == body.id:
            return _version(records.get(session, body.id))
        shop = shops.get(session)
        working, _ = kept_days.working(session)
        hand = hand_of(body.hand, working)
        sealed, worked = _built(session, now, piece_id, shop, key=body.id, by=hand, to=body.to, note=body.note)
        if not body.anyway and (sealed.unticked or worked.plan.stops):
            left = f"{len(sealed.unticked)} of its steps aren’t ticked" if sealed.unticked else "A stop stands on its sheet"
            return problem(409, left, "Say that it is handed over all the same, or go back to the bench.")
        card = CARD_JSON.dump_json(card_of(worked.piece, worked.plan)).decode()
        return _version(records.keep(session, piece_id, sealed, card))


def _version(row: RecordRow) -> m.VersionOut:
    return m.VersionOut(row.id, row.number, row.handed_at)


@router.post("/pieces/{piece_id}/take-in-again", status_code=204, response_model=None)
def take_in_again(db: Db, piece_id: uuid.UUID) -> Response:
    """Take a handed-over piece in again, for a repair or a change: what is done from now on is a version of its own."""
    with db.work() as session:
        if pieces.get(session, piece_id).sealed_by is not None:
            records.take_in_again(session, piece_id)
    return Response(status_code=204)


@router.get("/records", response_model=m.RecordsOut)
def found_again(
    db: Db,
    q: Annotated[str, Query(max_length=200)] = "",
    owner: Side = "",
    kind: Side = "",
    display: Annotated[str, Query(max_length=120)] = "",
    method: Annotated[str, Query(max_length=300)] = "",
    material: Annotated[str, Query(max_length=200)] = "",
    year: Annotated[int | None, Query(ge=1900, le=2200)] = None,
    least: Side = "",
    most: Side = "",
    unit: Literal["mm", "in"] = "mm",
    like: uuid.UUID | None = None,
    start: Annotated[int, Query(ge=0, lt=2**31)] = 0,
    count: Annotated[int, Query(ge=1, le=200)] = 40,
) -> Response:
    """Handed-over pieces: by words, whose, what, how shown and held, of which material, in which year, how large (the longer side); or like
    a record or a piece (``like``), the nearest first."""
    with db.work() as session:
        shop = shops.get(session)
        sizes = {
            name: float(SIDE.read(text, unit, shop.tape, f"/{name}").mm) if text.strip() else None
            for name, text in (("least", least), ("most", most))
        }
        against = _like(session, like) if like else None
        by = {"owner": owner, "kind": kind, "display": display, "method": method, "year": year}
        rows, total = records.find(
            session, words=q, by=by, material=material, **sizes, like=against[1] if against else None, start=start, count=count
        )
    return Response(m.found_json(rows, total, against[0] if against else None), media_type="application/json")


@router.get("/records/choices", response_model=dict[str, list[str | int]])
def narrowed_by(db: Db) -> dict[str, list[str | int]]:
    """What records can be narrowed by: every owner, kind, display, method, material and year there is."""
    with db.work() as session:
        return records.choices(session)


def _like(session: Session, key: uuid.UUID) -> tuple[str, records.Like]:
    """What is held against: a record, or a piece on the rack."""
    try:
        row = records.get(session, key)
        return row.name, records.like_row(row)
    except pieces.NotThere:
        piece = pieces.get(session, key).piece
        facts = facts_of(piece)
        short, long = sorted((float(facts.width), float(facts.height)))
        depth = float(facts.front + facts.behind)
        return piece.name, records.Like(facts.what.replace("_", " "), short, long, depth, records.bits(tuple(facts.traits)))


@router.get("/records.csv", response_class=Response)
def all_as_csv(db: Db) -> Response:
    """Every reading, count and time of all records as CSV (RFC 4180)."""
    return _streamed(db, "csv")


@router.get("/records.json", response_class=Response)
def all_as_json(db: Db) -> Response:
    """All records, each as its open document."""
    return _streamed(db, "json")


def _streamed(db: Db, kind: Literal["csv", "json"]) -> Response:
    def parts() -> Iterator[str]:
        with db.work() as session:
            yield from (records_csv if kind == "csv" else records_json)(records.every(session))

    media = "text/csv; charset=utf-8" if kind == "csv" else "application/json"
    return StreamingResponse(parts(), media_type=media, headers={"Content-Disposition": f'attachment; filename="records.{kind}"'})


@router.get("/records/{record_id}", response_model=m.RecordOut)
def one(db: Db, record_id: uuid.UUID) -> m.RecordOut:
    """One record: as built beside planned."""
    with db.work() as session:
        row = records.get(session, record_id)
        told = records.read(row)
        show = shops.get(session).showing
        kept = pieces.get(session, row.piece_id)
        return m.RecordOut(
            id=row.id,
            piece=row.piece_id,
            versions=tuple(_version(v) for v in records.versions(session, row.piece_id)),
            holds=records.holds(row),
            seal=row.seal,
            sealed=kept.sealed_by == row.id,
            readings=tuple(_readings(told, show)),
            what=dict(WORDS),
            card=CARD_JSON.validate_json(row.card),
            width=show.show(Fraction(str(told.width))),
            height=show.show(Fraction(str(told.height))),
            **{name: getattr(told, name) for name in TOLD},
        )


TOLD = (
    "number",
    "handed_at",
    "handed_by",
    "handed_to",
    "name",
    "owner",
    "units",
    "type",
    "kind",
    "display",
    "method",
    "reversible",
    "touches",
    "size",
    "weight",
    "label",
    "hanging",
    "care",
    "note",
    "unticked",
    "operations",
    "parts",
    "notes",
)


def _readings(told: Sealed, show: Showing) -> Iterator[m.ReadingShown]:
    for done in told.operations:
        for reading in done.readings:
            yield m.ReadingShown(reading.at, done.title, reading.hand, reading.why, tuple(_line(x, show) for x in reading.lines))


def _line(line: LineRead, show: Showing) -> m.LineShown:
    planned, read = Fraction(str(line.planned)), Fraction(str(line.read))
    return m.LineShown(
        line.label or line.key, show.show(planned, "fine"), show.show(read, "fine"), show.show(read - planned, "fine"), line.fine
    )


@router.post("/records/{record_id}/again", status_code=201, response_model=m.BegunOut)
def again(db: Db, record_id: uuid.UUID, body: m.Again) -> m.BegunOut:
    """Begin the next one from a record: shown, held and hung as that one, with the sizes that are typed."""
    with db.work() as session:
        shop, mark = shops.marked(session)
        row = records.get(session, record_id)
        piece = begin_again(
            load_piece(records.read(row).piece),
            body.name,
            body.owner,
            {"width": body.width, "height": body.height},
            body.units,
            shop,
        )
        piece, _ = without_pictures(piece, lambda sha: files.has(session, sha))
        worked = work_out(piece, shop, fault=of_state("record"))
        kept = pieces.create(session, piece, f"Begun from “{row.name[:80]}”", body.id)
        records.goes_on_from(session, kept.id, record_id)
        racks.keep(session, kept.id, card_of(worked.piece, worked.plan), mark)
        return m.BegunOut(kept.id)


@router.get("/records/{record_id}/record.json", response_class=Response)
def as_json(db: Db, record_id: uuid.UUID) -> Response:
    """A record as its open document (shadbo.record/1)."""
    with db.work() as session:
        row = records.get(session, record_id)
        return file_of(row.document, "application/json", f"{row.name} record", "json")


@router.get("/records/{record_id}/{sheet}.pdf", response_class=Response)
def as_pdf(
    db: Db, now: Now, record_id: uuid.UUID, sheet: Literal["record", "hand-over"], paper: Literal["A4", "Letter"] = "A4"
) -> Response:
    """The sheet that goes with the piece (what it is, its care, what touches it, how to undo it, how it hangs); or the record as built."""
    with db.work() as session:
        row = records.get(session, record_id)
        shop = shops.get(session)
        told = records.read(row)
        photographs = [(n, small) for n in told.photographs if n.photo and (small := files.get(session, n.photo).small)]
        asked = Told(told, row.seal, photographs, paper=paper, dates=shop.dates, showing=shop.showing, today=now.date())
    made = hand_over_sheet(asked) if sheet == "hand-over" else record_pdf(asked)
    return file_of(made, "application/pdf", f"{told.name} {sheet}", "pdf")
