"""Pieces over the web: thin. Every write names the version it was made on."""

from __future__ import annotations

import uuid
from contextlib import suppress
from datetime import date
from typing import Annotated, Any, Literal
from urllib.parse import quote

from fastapi import APIRouter, Depends, Query, Request, Response
from pydantic import BaseModel
from sqlalchemy.orm import Session
from starlette.concurrency import run_in_threadpool

from shadbo.api import messages as m
from shadbo.api.problems import Problem, problem
from shadbo.api.working import Worked, after_edits, of_state, standing, tried, work_out
from shadbo.core import (
    MOST_BYTES,
    AddStation,
    Comparison,
    Edit,
    Fault,
    LengthField,
    MoveItems,
    Nudge,
    Opened,
    Piece,
    Plan,
    Refused,
    TakePicture,
    TypeIn,
    Unit,
    ViewKey,
    apply_edits,
    diagnose,
    field_at,
    in_words,
    load_piece,
    open_count,
    open_figure,
    start_piece,
    without_pictures,
)
from shadbo.core import (
    compare as compare_ways,
)
from shadbo.exports.cards import card_of
from shadbo.exports.cuts import cuts_to_csv
from shadbo.exports.job_sheet import job_sheet
from shadbo.exports.pieces import piece_from_json, piece_to_json
from shadbo.exports.svg import view_to_svg
from shadbo.exports.templates import template_pdf, view_to_dxf
from shadbo.store import files, pieces, racks, shops
from shadbo.store.database import Database
from shadbo.store.pieces import Kept, Newer, NotThere

PROBLEMS: dict[int | str, dict[str, Any]] = {
    code: {"model": Problem} for code in (400, 403, 404, 405, 409, 413, 415, 422, 503)
}
router = APIRouter(prefix="/api/pieces", responses=PROBLEMS)


def database(request: Request) -> Database:
    db: Database = request.app.state.database
    return db


Db = Annotated[Database, Depends(database)]


def _json(adapter: Any, value: Any, status: int = 200) -> Response:
    return Response(adapter.dump_json(value), status, media_type="application/json")


# Which item the stages are to ask about, of a piece that holds several.
Focus = Annotated[str, Query(alias="item", max_length=24)]


def _out(
    kept: Kept,
    piece: Piece,
    worked: Plan,
    status: int = 200,
    stuck: m.Stuck | None = None,
    missing: tuple[str, ...] = (),
) -> Response:
    return _json(m.PIECE_JSON, m.PieceOut(
        kept.id, kept.version, kept.archived, kept.updated_at, piece.name, piece.owner, piece.due, piece.note, piece.units,
        piece.practice, kept.undo, kept.redo, worked, stuck, missing,
    ), status)  # fmt: skip


def _shown(kept: Kept, found: Worked) -> Response:
    return _out(kept, found.piece, found.plan, stuck=found.stuck)


def _keep_card(session: Session, kept: Kept, piece: Piece, worked: Plan) -> None:
    """With every state that is kept, in the same transaction."""
    racks.keep(session, kept.id, card_of(piece, worked), shops.marked(session)[1])


@router.get("", response_model=m.RackPage)
def rack(
    request: Request, db: Db, q: Annotated[str, Query(max_length=200)] = "", archived: bool = False, show: racks.Show = "all",
    sort: racks.Sort = "due", start: Annotated[int, Query(ge=0, lt=2**31)] = 0, most: Annotated[int, Query(ge=1, le=200)] = 60,
) -> Response:  # fmt: skip
    """A page of the rack (or of what is put away): cards as they were worked out when they were saved."""
    with db.work() as session:
        mark = shops.marked(session)[1]
        found = racks.page(session, mark, search=q, archived=archived, show=show, sort=sort, start=start, most=most)
    if found.renewing:
        request.app.state.renewer.wake()
    return Response(m.page_json(found), media_type="application/json")


@router.post("", response_model=m.PieceOut, status_code=201)
def new(db: Db, body: m.NewPiece) -> Response:
    """A new piece from what it is and its sizes."""
    with db.work() as session:
        shop = shops.get(session)
        piece = start_piece(body.start, body.name, body.owner, body.units, body.sizes, shop)
        worked = work_out(piece, shop, fault=of_state("new piece"))
        kept = pieces.create(session, piece, "Taken in")
        _keep_card(session, kept, piece, worked)
    return _out(kept, piece, worked, 201)


@router.post("/import", response_model=m.PieceOut, status_code=201)
async def read_in(request: Request, db: Db) -> Response:
    """A piece from its file."""
    return await run_in_threadpool(_read_in, db, await request.body())


def _read_in(db: Database, body: bytes) -> Response:
    if len(body) > MOST_BYTES:
        raise Refused(
            Fault("", "file", f"{len(body)} bytes", "is too large to be one piece", f"up to {MOST_BYTES // 1024} kB")
        )
    piece = piece_from_json(body)
    with db.work() as session:
        shop = shops.get(session)
        piece, missing = without_pictures(piece, lambda sha: files.has(session, sha))
        worked = work_out(piece, shop, fault=of_state("file"))
        kept = pieces.create(session, piece, "Read in from a file")
        _keep_card(session, kept, piece, worked)
    return _out(kept, piece, worked, 201, missing=missing)


@router.get("/{piece_id}", response_model=m.PieceOut)
def one(db: Db, piece_id: uuid.UUID, focus: Focus = "") -> Response:
    with db.work() as session:
        kept = pieces.get(session, piece_id)
        return _shown(kept, standing(session, kept, shops.get(session), focus))


class Difference(BaseModel):
    """One place where two people's saves part: what stands, and what the other wanted."""

    label: str
    theirs: str
    yours: str


@router.post("/{piece_id}/edits", response_model=m.PieceOut)
def edit(db: Db, piece_id: uuid.UUID, body: m.Save, focus: Focus = "") -> Response:
    """Save edits over a version. 409 with both sides if somebody saved a newer one."""
    try:
        with db.work() as session:
            shop = shops.get(session)
            kept = pieces.get(session, piece_id)
            if kept.version != body.version:
                raise Newer(kept.version)
            _pictures_are_there(session, body.edits)
            piece = standing(session, kept, shop, focus).piece
            changed = apply_edits(piece, body.edits, shop)
            change = in_words(piece, body.edits, shop)
            worked = after_edits(changed, body.edits, shop, focus)
            kept = pieces.save(session, piece_id, body.version, changed, change, goes_on=body.goes_on)
            _keep_card(session, kept, changed, worked)
        return _out(kept, changed, worked)
    except Newer as newer:
        return _conflict(db, piece_id, body, newer)


def _pictures_are_there(session: Session, edits: list[Edit]) -> None:
    """A picture that is taken was handed in before, and is what is said of it."""
    for edit in edits:
        if isinstance(edit, TakePicture) and edit.file is not None:
            row = files.get(session, edit.file.sha256)
            if (row.media, row.width, row.height) != (edit.file.media, edit.file.width, edit.file.height):
                raise Refused(Fault("/object/items" if edit.item else "/display/file", "Picture file", edit.file.name, "is not what was handed in",
                                    f"{row.media}, {row.width} × {row.height} pixels"))  # fmt: skip


def _conflict(db: Database, piece_id: uuid.UUID, body: m.Save, newer: Newer) -> Response:
    """Both sides of a save that came too late: what stands now, and what the edits meant to make of the older one."""
    with db.work() as session:
        shop = shops.get(session)
        stands = pieces.get(session, piece_id)
        ground = pieces.at_version(session, piece_id, body.version)
    differences: list[Difference] = []
    both = tried(stands, shop)
    if ground is not None and both is not None:
        # What the edits meant may not fit the older state any more; then there is nothing to hold against theirs.
        with suppress(Refused):
            changed = apply_edits(load_piece(ground), body.edits, shop)
            mine = after_edits(changed, body.edits, shop)
            differences = _differences(both.plan, mine, both.piece.units)
    return problem(
        409, "Somebody saved this piece meanwhile", "Nothing of yours was saved over theirs; both are shown.",
        version=newer.version, differences=[d.model_dump() for d in differences],
    )  # fmt: skip


def _differences(theirs: Plan, mine: Plan, unit: Unit) -> list[Difference]:
    out = []
    for name in dict.fromkeys([*theirs.figures, *mine.figures]):
        a, b = theirs.figures.get(name), mine.figures.get(name)
        if (a and a.edit) or (b and b.edit):
            old = a.shown.text(unit) if a and a.shown else "–"
            new_ = b.shown.text(unit) if b and b.shown else "–"
            if old != new_:
                out.append(Difference(label=(a or b).label, theirs=old, yours=new_))  # type: ignore[union-attr]
    return out


@router.post("/{piece_id}/preview", response_model=m.PreviewOut)
def preview(db: Db, piece_id: uuid.UUID, body: m.Preview, focus: Focus = "") -> Response:
    """What edits would do, unsaved."""
    with db.work() as session:
        shop = shops.get(session)
        now = standing(session, pieces.get(session, piece_id), shop, focus)
    changed = apply_edits(now.piece, body.edits, shop)
    after = after_edits(changed, body.edits, shop, focus)
    last = body.edits[-1]
    read = None
    if isinstance(last, (TypeIn, AddStation)) and last.text.strip():
        pointer = last.pointer if isinstance(last, TypeIn) else f"{last.side}/more/0/readings/0"
        field = field_at(pointer, changed)
        if isinstance(field, LengthField):
            read = m.read_of(field.read(last.text, last.unit, shop.tape, pointer), shop)
    if isinstance(last, (TypeIn, AddStation, Nudge, MoveItems)):
        # While a number is typed or a part dragged nobody reads a list of what it moves: the drawing shows it.
        return _json(m.PREVIEW_JSON, m.PreviewOut(after, read, (), (), ()))
    old, new_ = {c.key: c.say for c in now.plan.checks}, {c.key: c.say for c in after.checks}
    return _json(m.PREVIEW_JSON, m.PreviewOut(
        after, read, _changes(now.plan, after),
        tuple(say for key, say in old.items() if key not in new_), tuple(say for key, say in new_.items() if key not in old),
    ))  # fmt: skip


def _changes(before: Plan, after: Plan) -> tuple[m.Change, ...]:
    """Figures of the stages that an edit moves."""
    names = dict.fromkeys(name for stage in (*before.stages, *after.stages) for name in stage.figures)
    out = []
    for name in names:
        a, b = before.figures.get(name), after.figures.get(name)
        if a and b and a.mm != b.mm:
            out.append(m.Change(name, b.label, a.shown, b.shown))
    return tuple(out)


@router.get("/{piece_id}/ways", response_model=Comparison)
def ways(db: Db, piece_id: uuid.UUID) -> Response:
    """Every way of showing the object: worked out where it suits, left out with the reason where not."""
    with db.work() as session:
        shop = shops.get(session)
        now = standing(session, pieces.get(session, piece_id), shop)
    return _json(m.COMPARISON_JSON, compare_ways(now.piece, shop))


@router.post("/{piece_id}/undo", response_model=m.PieceOut)
def undo(db: Db, piece_id: uuid.UUID, body: m.AtVersion, focus: Focus = "") -> Response:
    return _step(db, piece_id, body, pieces.undo, focus)


@router.post("/{piece_id}/redo", response_model=m.PieceOut)
def redo(db: Db, piece_id: uuid.UUID, body: m.AtVersion, focus: Focus = "") -> Response:
    return _step(db, piece_id, body, pieces.redo, focus)


def _step(db: Database, piece_id: uuid.UUID, body: m.AtVersion, step: Any, focus: str = "") -> Response:
    try:
        with db.work() as session:
            kept = step(session, piece_id, body.version)
            piece = kept.piece
            worked = work_out(piece, shops.get(session), focus, fault=of_state(kept.change))
            _keep_card(session, kept, piece, worked)
        return _out(kept, piece, worked)
    except Newer as newer:
        return problem(
            409, "Somebody saved this piece meanwhile", "Look at theirs first.", version=newer.version, differences=[]
        )


@router.get("/{piece_id}/history", response_model=list[m.State])
def history(db: Db, piece_id: uuid.UUID) -> list[m.State]:
    """Every saved state, newest first."""
    with db.work() as session:
        return [m.State(s.state, s.change, s.saved_at, s.current) for s in pieces.history(session, piece_id)]


@router.post("/{piece_id}/restore", response_model=m.PieceOut)
def restore(db: Db, piece_id: uuid.UUID, body: m.Restore) -> Response:
    """Bring back a state the piece once had."""
    return _step(db, piece_id, m.AtVersion(version=body.version), lambda s, i, v: pieces.restore(s, i, v, body.state))


@router.post("/{piece_id}/copy", response_model=m.PieceOut, status_code=201)
def copy(db: Db, piece_id: uuid.UUID) -> Response:
    """A piece like this one, to start the next from."""
    with db.work() as session:
        shop = shops.get(session)
        now = standing(session, pieces.get(session, piece_id), shop)
        piece = now.piece
        again = piece.model_copy(update={"name": f"{piece.name[:110]} (copy)"})
        worked = work_out(again, shop, fault=of_state(again.name))
        kept = pieces.create(session, again, "Copied")
        _keep_card(session, kept, again, worked)
    return _out(kept, again, worked, 201)


@router.post("/{piece_id}/archive", response_model=m.PieceOut)
def archive(db: Db, piece_id: uuid.UUID, body: m.Archive) -> Response:
    """Put a piece away, or back into the rack."""
    with db.work() as session:
        kept = pieces.put_away(session, piece_id, body.archived)
        return _shown(kept, standing(session, kept, shops.get(session)))


@router.get("/{piece_id}/figures/{name}", response_model=Opened)
def open_(db: Db, piece_id: uuid.UUID, name: str) -> Response:
    """A figure opened: its sum, tolerance, and what it hangs on."""
    with db.work() as session:
        shop = shops.get(session)
        now = standing(session, pieces.get(session, piece_id), shop)
    book = now.book
    if name in book.counts:
        return _json(m.OPENED_JSON, open_count(book.counts[name]))
    if name not in book.dims:
        raise NotThere(f"figure {name}")
    return _json(m.OPENED_JSON, open_figure(book.dims[name], shop.showing))


@router.post("/{piece_id}/figures/{name}/compare", response_model=m.Compared)
def compare(db: Db, piece_id: uuid.UUID, name: str, body: m.Compare) -> m.Compared:
    """Somebody's own number: does it agree, or which slip gives it?"""
    with db.work() as session:
        shop = shops.get(session)
        now = standing(session, pieces.get(session, piece_id), shop)
    book = now.book
    if name not in book.dims:
        raise NotThere(f"figure {name}")
    figure, show = book.dims[name], shop.showing
    own = LengthField.between("Your number", "-20000", "200000").read(body.text, body.unit, shop.tape, "/text")
    # Somebody working to the finest step shown can be out by half of it.
    verdict = diagnose(figure, own.mm, book.dims, show.step(own.unit, figure.grain) / 2)
    return m.Compared(
        show.show(own.mm, "fine"), verdict.agrees, verdict.within_tolerance, show.show(verdict.difference, "fine"),
        tuple(m.SlipOut(s.sentence, show.show(s.gives, "fine")) for s in verdict.slips),
    )  # fmt: skip


def attachment(name: str, ending: str) -> str:
    """A Content-Disposition that saves under a piece's name, in any script."""
    plain = "".join(ch if ch.isascii() and (ch.isalnum() or ch in "-_") else "-" for ch in name).strip("-") or "piece"
    return f"attachment; filename=\"{plain}.{ending}\"; filename*=UTF-8''{quote(name, safe='')}.{ending}"


def _file(content: str | bytes, media: str, name: str, ending: str) -> Response:
    return Response(content, media_type=media, headers={"Content-Disposition": attachment(name, ending)})


@router.get("/{piece_id}/piece.json", response_class=Response)
def piece_file(db: Db, piece_id: uuid.UUID) -> Response:
    """The piece as its file."""
    with db.work() as session:
        now = standing(session, pieces.get(session, piece_id), shops.get(session))
    return _file(piece_to_json(now.piece), "application/json", now.piece.name, "shadbo.json")


@router.get("/{piece_id}/cuts.csv", response_class=Response)
def cut_file(db: Db, piece_id: uuid.UUID) -> Response:
    """The cut list as CSV."""
    with db.work() as session:
        shop = shops.get(session)
        now = standing(session, pieces.get(session, piece_id), shop)
    return _file(cuts_to_csv(now.plan), "text/csv; charset=utf-8", f"{now.piece.name} cut list", "csv")


@router.get("/{piece_id}/sheet.pdf", response_class=Response)
def sheet_file(
    db: Db, piece_id: uuid.UUID, paper: Literal["A4", "Letter"] = "A4", unit: Unit | None = None
) -> Response:
    """The job sheet as PDF."""
    with db.work() as session:
        shop = shops.get(session)
        now = standing(session, pieces.get(session, piece_id), shop)
    pdf = job_sheet(now.piece, now.plan, paper=paper, unit=unit, shop=shop.name, today=date.today())
    return _file(pdf, "application/pdf", f"{now.piece.name} job sheet", "pdf")


@router.get("/{piece_id}/{view}.template.pdf", response_class=Response)
def template_file(
    db: Db, piece_id: uuid.UUID, view: ViewKey, paper: Literal["A4", "Letter"] = "A4", unit: Unit | None = None
) -> Response:
    """A template at full size, tiled over sheets of paper."""
    with db.work() as session:
        shop = shops.get(session)
        now = standing(session, pieces.get(session, piece_id), shop)
    try:
        pdf = template_pdf(now.plan, view, paper=paper, unit=unit, shop=shop.name, today=date.today())
    except KeyError:
        raise NotThere(f"template {view}") from None
    return _file(pdf, "application/pdf", f"{now.piece.name} {view} template", "pdf")


@router.get("/{piece_id}/{view}.dxf", response_class=Response)
def view_dxf(db: Db, piece_id: uuid.UUID, view: ViewKey) -> Response:
    """A drawing at full size as DXF, in millimetres."""
    with db.work() as session:
        shop = shops.get(session)
        now = standing(session, pieces.get(session, piece_id), shop)
    try:
        text = view_to_dxf(now.plan, view)
    except KeyError:
        raise NotThere(f"drawing {view}") from None
    return _file(text, "image/vnd.dxf", f"{now.piece.name} {view}", "dxf")


@router.get("/{piece_id}/{view}.svg", response_class=Response)
def view_file(db: Db, piece_id: uuid.UUID, view: ViewKey, unit: Unit | None = None) -> Response:
    """A drawing at full size as SVG, in millimetres."""
    with db.work() as session:
        shop = shops.get(session)
        now = standing(session, pieces.get(session, piece_id), shop)
    if view not in {v.key for v in now.plan.views}:
        raise NotThere(f"drawing {view}")
    return _file(
        view_to_svg(now.plan, view, unit or now.plan.units), "image/svg+xml", f"{now.piece.name} {view}", "svg"
    )
