"""Handed-over pieces over the web: found again, as built beside planned, begun from, taken away."""

from __future__ import annotations

import uuid
from collections.abc import Iterator
from typing import Annotated, Literal

from fastapi import APIRouter, Query, Response
from fastapi.responses import StreamingResponse
from sqlalchemy.orm import Session

from shadbo.api import record_messages as m
from shadbo.api.days import Now
from shadbo.api.pieces import PROBLEMS, Db
from shadbo.api.taking_away import file_of
from shadbo.api.working import of_state, work_out
from shadbo.core import Fraction, LengthField, Showing, load_piece, without_pictures
from shadbo.exports.cards import CARD_JSON, card_of
from shadbo.exports.pieces import from_json
from shadbo.exports.records import Told, hand_over_sheet, record_pdf, records_csv, records_json
from shadbo.shop.record.begun import begin_again, sized
from shadbo.shop.record.sealed import WORDS, LineRead, Sealed, known_by
from shadbo.store import files, pieces, racks, records, shops

router = APIRouter(prefix="/api", responses=PROBLEMS)
Side = Annotated[str, Query(max_length=60)]
SIDE = LengthField.between("Size", "0", "30000")


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
        return piece.name, records.like_known(known_by(piece))


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
            versions=tuple(m.version_of(v) for v in records.versions(session, row.piece_id)),
            holds=records.holds(row),
            seal=row.seal,
            sealed=kept.sealed_by == row.id,
            readings=tuple(_readings(told, show)),
            what=dict(WORDS),
            card=CARD_JSON.validate_json(row.card),
            width=show.show(Fraction(str(told.width))),
            height=show.show(Fraction(str(told.height))),
            sized=sized(load_piece(told.piece)),
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
    planned, read, off = (show.show(Fraction(str(mm)), "fine") for mm in (line.planned, line.read, line.off))
    return m.LineShown(line.label or line.key, planned, read, off, line.fine)


@router.post("/records/{record_id}/again", status_code=201, response_model=m.BegunOut)
def again(db: Db, record_id: uuid.UUID, body: m.Again) -> m.BegunOut:
    """Begin the next one from a record: shown, held and hung as that one, with the sizes that are typed."""
    with db.work() as session:
        shop, mark = shops.marked(session)
        row = records.get(session, record_id)
        told = records.read(row)
        piece = begin_again(
            load_piece(told.piece),
            body.name,
            body.owner,
            {"width": body.width, "height": body.height},
            body.units,
            shop,
            from_json(told.planned_frame) if told.planned_frame else None,
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
