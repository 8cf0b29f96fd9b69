"""Pieces over the web: thin. Every write names the version it was made on."""

from __future__ import annotations

import uuid
from dataclasses import dataclass
from typing import Annotated, Any

from fastapi import APIRouter, Depends, Query, Request, Response
from sqlalchemy.orm import Session
from starlette.concurrency import run_in_threadpool

from shadbo.api import messages as m
from shadbo.api.parting import parting
from shadbo.api.problems import Problem, problem
from shadbo.api.rack_messages import RackPage, page_json
from shadbo.api.working import Worked, after_edits, of_state, standing, work_out
from shadbo.core import (
    MOST_BYTES,
    Edit,
    Fault,
    Only,
    Refused,
    Stage,
    TakePicture,
    ViewKey,
    apply_edits,
    in_words,
    load_piece,
    start_piece,
    without_pictures,
)
from shadbo.exports.cards import card_of
from shadbo.exports.pieces import piece_from_json
from shadbo.store import files, pieces, racks, shops
from shadbo.store.database import Database
from shadbo.store.pieces import Newer, StoredPiece

PROBLEMS: dict[int | str, dict[str, Any]] = {code: {"model": Problem} for code in (400, 403, 404, 405, 409, 413, 415, 422, 503)}
router = APIRouter(prefix="/api/pieces", responses=PROBLEMS)


def database(request: Request) -> Database:
    db: Database = request.app.state.database
    return db


Db = Annotated[Database, Depends(database)]


def answer(adapter: Any, value: Any, status: int = 200) -> Response:
    return Response(adapter.dump_json(value), status, media_type="application/json")


# The drawing every card of the rack shows: there whatever is asked for.
CARD = "face"


@dataclass(frozen=True, slots=True)
class PlanWanted:
    """How much of a plan is wanted: all of it, or one stage with its drawings (and one more); the item the stages ask about."""

    focus: str = ""
    only: Only | None = None

    def mark(self, shop_mark: str, kept: StoredPiece) -> str:
        """The name of the plan that answers this, as the piece and the shop stand."""
        only = self.only or Only("")
        return "/".join((shop_mark, str(kept.state), self.focus, only.stage, *only.views))


def _asked(item: Annotated[str, Query(max_length=24)] = "", stage: Stage | None = None, view: ViewKey | None = None) -> PlanWanted:
    """Without a stage, the whole plan."""
    return PlanWanted(item, Only(stage, (CARD, view) if view else (CARD,)) if stage is not None else None)


AskedFor = Annotated[PlanWanted, Depends(_asked)]


def _out(
    shop_mark: str, kept: StoredPiece, worked: Worked, asked: PlanWanted, status: int = 200, missing: tuple[str, ...] = ()
) -> Response:
    piece = worked.piece
    return answer(
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
            sealed_by=kept.sealed_by,
        ),
        status,
    )


def _keep_card(session: Session, shop_mark: str, kept: StoredPiece, worked: Worked) -> None:
    """With every state that is kept, in the same transaction."""
    racks.keep(session, kept.id, card_of(worked.piece, worked.plan), shop_mark)


@router.get("", response_model=RackPage)
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
    return Response(page_json(found), media_type="application/json")


@router.post("", response_model=m.PieceOut, status_code=201)
def new(db: Db, body: m.NewPiece, asked: AskedFor) -> Response:
    """A new piece from what it is and its sizes."""
    with db.work() as session:
        shop, mark = shops.marked(session)
        piece = start_piece(body.start, body.name, body.owner, body.units, body.sizes, shop, body.says)
        worked = work_out(piece, shop, asked.focus, asked.only, fault=of_state("new piece"))
        kept = pieces.create(session, piece, "Taken in", body.id)
        _keep_card(session, mark, kept, worked)
        return _out(mark, kept, worked, asked, 201)


@router.post("/import", response_model=m.PieceOut, status_code=201)
async def read_in(request: Request, db: Db, asked: AskedFor) -> Response:
    """A piece from its file."""
    return await run_in_threadpool(_read_in, db, await request.body(), asked)


def _read_in(db: Database, body: bytes, asked: PlanWanted) -> Response:
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


@router.get("/{piece_id}/version", response_model=m.Standing)
def version(db: Db, piece_id: uuid.UUID) -> m.Standing:
    """The version that stands: asked often by whoever has the piece open, and nothing is worked out for it."""
    with db.work() as session:
        return m.Standing(version=pieces.get(session, piece_id).version)


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
            kept = pieces.save(session, piece_id, body.version, changed, change, goes_on=body.goes_on, sent=body.id)
            _keep_card(session, mark, kept, worked)
            return _out(mark, kept, worked, asked)
    except Newer as newer:
        return _as_known(db, piece_id, body.id, asked) or _conflict(db, piece_id, body, newer)


def _as_known(db: Database, piece_id: uuid.UUID, sent: uuid.UUID | None, asked: PlanWanted) -> Response | None:
    """What stands now, where this very save was kept before and its answer was lost; None if it is new."""
    with db.work() as session:
        if not pieces.was_sent(session, piece_id, sent):
            return None
        shop, mark = shops.marked(session)
        kept = pieces.get(session, piece_id)
        return _out(mark, kept, standing(session, kept, shop, asked.focus, asked.only), asked)


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
    """Both sides of a save that came too late: what stands now, and what each edit meant to make of the older one."""
    with db.work() as session:
        shop = shops.get(session)
        stands = pieces.get(session, piece_id)
        ground = pieces.at_version(session, piece_id, body.version)
    found = parting(load_piece(ground), stands.piece, body.edits, shop) if ground is not None else []
    return problem(
        409,
        "Somebody saved this piece meanwhile",
        "Nothing of yours was saved over theirs; both are shown.",
        version=newer.version,
        differences=[d.model_dump() for d in found],
    )


@router.post("/{piece_id}/undo", response_model=m.PieceOut)
def undo(db: Db, piece_id: uuid.UUID, body: m.AtVersion, asked: AskedFor) -> Response:
    return _step(db, piece_id, body, pieces.undo, asked)


@router.post("/{piece_id}/redo", response_model=m.PieceOut)
def redo(db: Db, piece_id: uuid.UUID, body: m.AtVersion, asked: AskedFor) -> Response:
    return _step(db, piece_id, body, pieces.redo, asked)


def _step(db: Database, piece_id: uuid.UUID, body: m.AtVersion, step: Any, asked: PlanWanted) -> Response:
    try:
        with db.work() as session:
            kept = step(session, piece_id, body.version, sent=body.id)
            shop, mark = shops.marked(session)
            worked = work_out(kept.piece, shop, asked.focus, asked.only, fault=of_state(kept.change))
            _keep_card(session, mark, kept, worked)
            return _out(mark, kept, worked, asked)
    except Newer as newer:
        return _as_known(db, piece_id, body.id, asked) or problem(
            409, "Somebody saved this piece meanwhile", "Look at theirs first.", version=newer.version, differences=[]
        )


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


@router.get("/{piece_id}/own-way", response_model=list[m.OwnWayOut])
def own_way(db: Db, piece_id: uuid.UUID) -> list[m.OwnWayOut]:
    """How the last of its kind was made in somebody’s own way: none, or one, to be taken over."""
    with db.work() as session:
        alike = pieces.last_alike(session, pieces.get(session, piece_id))
        return [] if alike is None else [m.OwnWayOut(alike.id, alike.name, alike.piece.way)]


@router.post("/{piece_id}/restore", response_model=m.PieceOut)
def restore(db: Db, piece_id: uuid.UUID, body: m.Restore, asked: AskedFor) -> Response:
    """Bring back a state the piece once had."""
    return _step(
        db, piece_id, m.AtVersion(version=body.version), lambda s, i, v, sent: pieces.restore(s, i, v, body.state, sent), asked
    )


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
