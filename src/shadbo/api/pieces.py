"""Pieces over the web: thin. Every write names the version it was made on."""

from __future__ import annotations

import uuid
from contextlib import suppress
from dataclasses import dataclass
from typing import Annotated, Any

from fastapi import APIRouter, Depends, Query, Request, Response
from pydantic import BaseModel
from pydantic_core import to_json
from sqlalchemy.orm import Session
from starlette.concurrency import run_in_threadpool

from shadbo.api import messages as m
from shadbo.api.differing import steps
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
    Only,
    Opened,
    Piece,
    Plan,
    Refused,
    Shop,
    Stage,
    TakePicture,
    TypeIn,
    Unit,
    ViewKey,
    apply_edits,
    diagnose,
    field_at,
    figure_of,
    in_words,
    last_place,
    load_piece,
    open_count,
    open_figure,
    start_piece,
    without_pictures,
)
from shadbo.core import compare as compare_ways
from shadbo.core import ways_out as ways_that_hold
from shadbo.exports.cards import card_of
from shadbo.exports.pieces import piece_from_json
from shadbo.store import files, pieces, racks, shops
from shadbo.store.database import Database
from shadbo.store.pieces import Kept, Newer, NotThere

PROBLEMS: dict[int | str, dict[str, Any]] = {code: {"model": Problem} for code in (400, 403, 404, 405, 409, 413, 415, 422, 503)}
router = APIRouter(prefix="/api/pieces", responses=PROBLEMS)


def database(request: Request) -> Database:
    db: Database = request.app.state.database
    return db


Db = Annotated[Database, Depends(database)]


def _json(adapter: Any, value: Any, status: int = 200) -> Response:
    return Response(adapter.dump_json(value), status, media_type="application/json")


# The drawing every card of the rack shows: there whatever is asked for.
CARD = "face"


@dataclass(frozen=True, slots=True)
class Asked:
    """How much of a plan is wanted: all of it, or one stage with its drawings (and one more); the item the stages ask about."""

    focus: str = ""
    only: Only | None = None

    def mark(self, shop_mark: str, kept: Kept) -> str:
        """The name of the plan that answers this, as the piece and the shop stand."""
        only = self.only or Only("")
        return "/".join((shop_mark, str(kept.state), self.focus, only.stage, *only.views))


def _asked(item: Annotated[str, Query(max_length=24)] = "", stage: Stage | None = None, view: ViewKey | None = None) -> Asked:
    """Without a stage, the whole plan."""
    return Asked(item, Only(stage, (CARD, view) if view else (CARD,)) if stage is not None else None)


AskedFor = Annotated[Asked, Depends(_asked)]
# For who wants to know a figure: nothing is drawn.
FIGURES = Only("", (), glance=True)


def _out(shop_mark: str, kept: Kept, worked: Worked, asked: Asked, status: int = 200, missing: tuple[str, ...] = ()) -> Response:
    piece = worked.piece
    return _json(
        m.PIECE_JSON,
        m.PieceOut(
            id=kept.id,
            version=kept.version,
            archived=kept.archived,
            updated_at=kept.updated_at,
            name=piece.name,
            owner=piece.owner,
            due=piece.due,
            note=piece.note,
            units=piece.units,
            practice=piece.practice,
            undo=kept.undo,
            redo=kept.redo,
            plan=worked.plan,
            mark=asked.mark(shop_mark, kept),
            stuck=worked.stuck,
            missing=missing,
        ),
        status,
    )


def _keep_card(session: Session, shop_mark: str, kept: Kept, worked: Worked) -> None:
    """With every state that is kept, in the same transaction."""
    racks.keep(session, kept.id, card_of(worked.piece, worked.plan), shop_mark)


@router.get("", response_model=m.RackPage)
def rack(
    request: Request,
    db: Db,
    q: Annotated[str, Query(max_length=200)] = "",
    archived: bool = False,
    show: racks.Show = "all",
    sort: racks.Sort = "due",
    start: Annotated[int, Query(ge=0, lt=2**31)] = 0,
    most: Annotated[int, Query(ge=1, le=200)] = 60,
) -> Response:
    """A page of the rack (or of what is put away): cards as they were worked out when they were saved."""
    with db.work() as session:
        mark = shops.marked(session)[1]
        found = racks.page(session, mark, search=q, archived=archived, show=show, sort=sort, start=start, most=most)
    if found.renewing:
        request.app.state.renewer.wake()
    return Response(m.page_json(found), media_type="application/json")


@router.post("", response_model=m.PieceOut, status_code=201)
def new(db: Db, body: m.NewPiece, asked: AskedFor) -> Response:
    """A new piece from what it is and its sizes."""
    with db.work() as session:
        shop, mark = shops.marked(session)
        piece = start_piece(body.start, body.name, body.owner, body.units, body.sizes, shop)
        worked = work_out(piece, shop, asked.focus, asked.only, fault=of_state("new piece"))
        kept = pieces.create(session, piece, "Taken in")
        _keep_card(session, mark, kept, worked)
        return _out(mark, kept, worked, asked, 201)


@router.post("/import", response_model=m.PieceOut, status_code=201)
async def read_in(request: Request, db: Db, asked: AskedFor) -> Response:
    """A piece from its file."""
    return await run_in_threadpool(_read_in, db, await request.body(), asked)


def _read_in(db: Database, body: bytes, asked: Asked) -> Response:
    if len(body) > MOST_BYTES:
        raise Refused(Fault("", "file", f"{len(body)} bytes", "is too large to be one piece", f"up to {MOST_BYTES // 1024} kB"))
    piece = piece_from_json(body)
    with db.work() as session:
        shop, mark = shops.marked(session)
        piece, missing = without_pictures(piece, lambda sha: files.has(session, sha))
        worked = work_out(piece, shop, asked.focus, asked.only, fault=of_state("file"))
        kept = pieces.create(session, piece, "Read in from a file")
        _keep_card(session, mark, kept, worked)
        return _out(mark, kept, worked, asked, 201, missing)


@router.get("/{piece_id}", response_model=m.PieceOut)
def one(db: Db, piece_id: uuid.UUID, asked: AskedFor) -> Response:
    """A piece as it stands, with as much of its plan as is asked for."""
    with db.work() as session:
        shop, mark = shops.marked(session)
        kept = pieces.get(session, piece_id)
        return _out(mark, kept, standing(session, kept, shop, asked.focus, asked.only), asked)


class Difference(BaseModel):
    """One place where two people's saves part: what stands, and what the other wanted."""

    label: str
    theirs: str
    yours: str


@router.post("/{piece_id}/edits", response_model=m.PieceOut)
def edit(db: Db, piece_id: uuid.UUID, body: m.Save, asked: AskedFor) -> Response:
    """Save edits over a version. 409 with both sides if somebody saved a newer one."""
    try:
        with db.work() as session:
            shop, mark = shops.marked(session)
            kept = pieces.get(session, piece_id)
            if kept.version != body.version:
                raise Newer(kept.version)
            _pictures_are_there(session, body.edits)
            now = standing(session, kept, shop, asked.focus, asked.only)
            piece, changed = now.piece, apply_edits(now.piece, body.edits, shop, now.book)
            change = in_words(piece, body.edits, shop)
            worked = after_edits(changed, body.edits, shop, asked.focus, asked.only)
            kept = pieces.save(session, piece_id, body.version, changed, change, goes_on=body.goes_on)
            _keep_card(session, mark, kept, worked)
            return _out(mark, kept, worked, asked)
    except Newer as newer:
        return _conflict(db, piece_id, body, newer)


def _pictures_are_there(session: Session, edits: list[Edit]) -> None:
    """A picture that is taken was handed in before, and is what is said of it."""
    for edit in edits:
        if isinstance(edit, TakePicture) and edit.file is not None:
            row = files.get(session, edit.file.sha256)
            if (row.media, row.width, row.height) != (edit.file.media, edit.file.width, edit.file.height):
                raise Refused(
                    Fault(
                        "/object/items" if edit.item else "/display/file",
                        "Picture file",
                        edit.file.name,
                        "is not what was handed in",
                        f"{row.media}, {row.width} × {row.height} pixels",
                    )
                )


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
            differences = _differences(both.plan, mine.plan, both.piece.units)
    return problem(
        409,
        "Somebody saved this piece meanwhile",
        "Nothing of yours was saved over theirs; both are shown.",
        version=newer.version,
        differences=[d.model_dump() for d in differences],
    )


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
def preview(db: Db, piece_id: uuid.UUID, body: m.Preview, asked: AskedFor) -> Response:
    """What edits would do, unsaved."""
    with db.work() as session:
        shop, mark = shops.marked(session)
        kept = pieces.get(session, piece_id)
        now = standing(session, kept, shop, asked.focus, asked.only)
        known = body.mark == asked.mark(mark, kept)
    changed = apply_edits(now.piece, body.edits, shop, now.book)
    only = Only(now.plan.opened, (body.glance,), glance=True) if body.glance else asked.only
    after = after_edits(changed, body.edits, shop, asked.focus, only)
    becomes = _seen_in(now.json, after.json) if body.glance else after.json
    return Response(
        to_json(
            {
                "plan": None if known else becomes,
                "patch": steps(now.json, becomes) if known else [],
                "read": _read_as(body.edits[-1], changed, shop),
                **_told(session, kept, body.edits[-1], now, after, shop),
            }
        ),
        media_type="application/json",
    )


def _seen_in(stands: dict[str, Any], glance: dict[str, Any]) -> dict[str, Any]:
    """What was worked out at a glance, put into the plan that stands: the drawings and figures it has, the state of every stage."""
    drawn, state = {v["key"]: v for v in glance["views"]}, {s["key"]: s["state"] for s in glance["stages"]}
    return stands | {
        "figures": stands["figures"] | glance["figures"],
        "views": [drawn.get(v["key"], v) for v in stands["views"]],
        "stages": [s | {"state": state.get(s["key"], s["state"])} for s in stands["stages"]],
        **{key: glance[key] for key in ("verdict", "settled", "size", "checks")},
    }


def _read_as(last: Edit, changed: Piece, shop: Shop) -> m.Read | None:
    """How a length that was typed is understood."""
    if not isinstance(last, (TypeIn, AddStation)) or not last.text.strip():
        return None
    pointer = last.pointer if isinstance(last, TypeIn) else f"{last.side}/more/0/readings/0"
    field = field_at(pointer, changed)
    if not isinstance(field, LengthField):
        return None
    return m.read_of(field.read(last.text, last.unit, shop.tape, pointer), shop)


def _told(session: Session, kept: Kept, last: Edit, now: Worked, after: Worked, shop: Shop) -> dict[str, Any]:
    """What an edit moves, mends and brings. While a number is typed or a part dragged nobody reads that: the drawing shows it."""
    if isinstance(last, (TypeIn, AddStation, Nudge, MoveItems)):
        return {"changes": (), "mended": (), "brought": ()}
    old, new_ = {c.key: c.say for c in now.plan.checks}, {c.key: c.say for c in after.plan.checks}
    whole = standing(session, kept, shop, now.plan.focus)
    return {
        "changes": _changes(whole, after, shop),
        "mended": tuple(say for key, say in old.items() if key not in new_),
        "brought": tuple(say for key, say in new_.items() if key not in old),
    }


def _changes(before: Worked, after: Worked, shop: Shop) -> tuple[m.Change, ...]:
    """Figures of the stages that an edit moves."""
    out = []
    for name in dict.fromkeys(name for stage in before.plan.stages for name in stage.figures):
        a, b = before.book.dims.get(name), after.book.dims.get(name)
        if a is not None and b is not None and a.value != b.value:
            was, is_ = figure_of(a, shop.showing), figure_of(b, shop.showing)
            out.append(m.Change(name, is_.label, was.shown, is_.shown))
    return tuple(out)


@router.get("/{piece_id}/ways", response_model=Comparison)
def ways(db: Db, piece_id: uuid.UUID) -> Response:
    """Every way of showing the object: worked out where it suits, left out with the reason where not."""
    with db.work() as session:
        shop = shops.get(session)
        now = standing(session, pieces.get(session, piece_id), shop)
    return _json(m.COMPARISON_JSON, compare_ways(now.piece, shop))


@router.get("/{piece_id}/ways-out", response_model=m.WaysOut)
def ways_out(db: Db, piece_id: uuid.UUID) -> Response:
    """The ways out that mend what they are for, each tried on the piece as it stands: asked for when nobody types."""
    with db.work() as session:
        shop, kept = shops.get(session), pieces.get(session, piece_id)
        now = standing(session, kept, shop)
    return _json(m.WAYS_OUT_JSON, m.WaysOut(kept.version, ways_that_hold(now.piece, shop)))


@router.post("/{piece_id}/undo", response_model=m.PieceOut)
def undo(db: Db, piece_id: uuid.UUID, body: m.AtVersion, asked: AskedFor) -> Response:
    return _step(db, piece_id, body, pieces.undo, asked)


@router.post("/{piece_id}/redo", response_model=m.PieceOut)
def redo(db: Db, piece_id: uuid.UUID, body: m.AtVersion, asked: AskedFor) -> Response:
    return _step(db, piece_id, body, pieces.redo, asked)


def _step(db: Database, piece_id: uuid.UUID, body: m.AtVersion, step: Any, asked: Asked) -> Response:
    try:
        with db.work() as session:
            kept = step(session, piece_id, body.version)
            shop, mark = shops.marked(session)
            worked = work_out(kept.piece, shop, asked.focus, asked.only, fault=of_state(kept.change))
            _keep_card(session, mark, kept, worked)
            return _out(mark, kept, worked, asked)
    except Newer as newer:
        return problem(409, "Somebody saved this piece meanwhile", "Look at theirs first.", version=newer.version, differences=[])


@router.get("/{piece_id}/history", response_model=list[m.State])
def history(
    db: Db,
    piece_id: uuid.UUID,
    before: Annotated[int | None, Query(ge=0, lt=2**63)] = None,
    most: Annotated[int, Query(ge=1, le=500)] = 100,
) -> list[m.State]:
    """Saved states, newest first; earlier ones from ``before`` on."""
    with db.work() as session:
        found = pieces.history(session, piece_id, before, most)
    return [m.State(s.state, s.change, s.saved_at, s.current) for s in found]


@router.post("/{piece_id}/restore", response_model=m.PieceOut)
def restore(db: Db, piece_id: uuid.UUID, body: m.Restore, asked: AskedFor) -> Response:
    """Bring back a state the piece once had."""
    return _step(db, piece_id, m.AtVersion(version=body.version), lambda s, i, v: pieces.restore(s, i, v, body.state), asked)


@router.post("/{piece_id}/copy", response_model=m.PieceOut, status_code=201)
def copy(db: Db, piece_id: uuid.UUID, asked: AskedFor) -> Response:
    """A piece like this one, to start the next from."""
    with db.work() as session:
        shop, mark = shops.marked(session)
        now = standing(session, pieces.get(session, piece_id), shop)
        piece = now.piece
        again = piece.model_copy(update={"name": f"{piece.name[:110]} (copy)"})
        worked = work_out(again, shop, asked.focus, asked.only, fault=of_state(again.name))
        kept = pieces.create(session, again, "Copied")
        _keep_card(session, mark, kept, worked)
        return _out(mark, kept, worked, asked, 201)


@router.post("/{piece_id}/archive", response_model=m.PieceOut)
def archive(db: Db, piece_id: uuid.UUID, body: m.Archive, asked: AskedFor) -> Response:
    """Put a piece away, or back into the rack."""
    with db.work() as session:
        shop, mark = shops.marked(session)
        kept = pieces.put_away(session, piece_id, body.archived)
        return _out(mark, kept, standing(session, kept, shop, asked.focus, asked.only), asked)


@router.get("/{piece_id}/figures/{name}", response_model=Opened)
def open_(db: Db, piece_id: uuid.UUID, name: str) -> Response:
    """A figure opened: its sum, tolerance, and what it hangs on."""
    with db.work() as session:
        shop = shops.get(session)
        book = standing(session, pieces.get(session, piece_id), shop, "", FIGURES).book
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
        book = standing(session, pieces.get(session, piece_id), shop, "", FIGURES).book
    if name not in book.dims:
        raise NotThere(f"figure {name}")
    figure, show = book.dims[name], shop.showing
    field = LengthField.between("Your number", "-20000", "200000")
    # A sum may be written with what it comes to: 508 + 2*6 = 520. The result is held against the sum, and then against the figure.
    summed, _, result = body.text.rpartition("=")
    own = field.read(result, body.unit, shop.tape, "/text")
    makes = field.read(summed, body.unit, shop.tape, "/text") if summed.strip() else None
    # Somebody working to the finest step shown, or in whole millimetres, can be out by half of it.
    step = show.step(own.unit, figure.grain) / 2
    near = max(step, last_place(result, own.unit))
    verdict = diagnose(
        figure, own.mm, book.dims, near, lambda term: show.rounded(term.value, own.unit, "fine" if term.leaf else term.grain)
    )
    return m.Compared(
        show.show(makes.mm, "fine") if makes is not None and abs(makes.mm - own.mm) > near else None,
        show.show(own.mm, "fine"),
        verdict.agrees,
        verdict.within_tolerance,
        show.show(verdict.difference, "fine"),
        tuple(m.SlipOut(s.sentence, show.show(s.gives, "fine")) for s in verdict.slips),
    )
