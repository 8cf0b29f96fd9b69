"""Taking a piece away: its file, its cut list, its job sheet, its drawings and templates."""

from __future__ import annotations

import uuid
from collections.abc import Callable
from datetime import date
from typing import Annotated, Literal
from urllib.parse import quote

from fastapi import APIRouter, Query, Request, Response

from shadbo.api import messages as m
from shadbo.api.pieces import PROBLEMS, Db
from shadbo.api.working import standing
from shadbo.core import Plan, Shop, Unit, ViewKey
from shadbo.exports.cuts import cuts_to_csv
from shadbo.exports.job_sheet import job_sheet
from shadbo.exports.labels import labels
from shadbo.exports.pieces import piece_to_json
from shadbo.exports.places import places_pdf
from shadbo.exports.svg import view_to_svg
from shadbo.exports.templates import sheets_of, template_pdf, view_to_dxf
from shadbo.store import pieces, shops
from shadbo.store.database import Database
from shadbo.store.pieces import NotThere

router = APIRouter(prefix="/api/pieces", responses=PROBLEMS)


def attachment(name: str, ending: str) -> str:
    """A Content-Disposition that saves under a piece's name, in any script."""
    plain = "".join(ch if ch.isascii() and (ch.isalnum() or ch in "-_") else "-" for ch in name).strip("-") or "piece"
    return f"attachment; filename=\"{plain}.{ending}\"; filename*=UTF-8''{quote(name, safe='')}.{ending}"


def file_of(content: str | bytes, media: str, name: str, ending: str) -> Response:
    """A file to be saved under a name."""
    return Response(content, media_type=media, headers={"Content-Disposition": attachment(name, ending)})


@router.get("/{piece_id}/drawings", response_model=list[m.DrawingOut])
def drawings(db: Db, piece_id: uuid.UUID) -> list[m.DrawingOut]:
    """Every drawing there is of a piece."""
    with db.work() as session:
        now = standing(session, pieces.get(session, piece_id), shops.get(session))
    return [m.DrawingOut(v.key, v.title, sheets_of(now.plan, v) if v.template else {}) for v in now.plan.views]


@router.get("/{piece_id}/piece.json", response_class=Response)
def piece_file(db: Db, piece_id: uuid.UUID) -> Response:
    """The piece as its file."""
    with db.work() as session:
        now = standing(session, pieces.get(session, piece_id), shops.get(session))
    return file_of(piece_to_json(now.piece), "application/json", now.piece.name, "shadbo.json")


@router.get("/{piece_id}/cuts.csv", response_class=Response)
def cut_file(db: Db, piece_id: uuid.UUID) -> Response:
    """The cut list as CSV."""
    with db.work() as session:
        shop = shops.get(session)
        now = standing(session, pieces.get(session, piece_id), shop)
    return file_of(cuts_to_csv(now.plan), "text/csv; charset=utf-8", f"{now.piece.name} cut list", "csv")


@router.get("/{piece_id}/sheet.pdf", response_class=Response)
def sheet_file(
    db: Db,
    piece_id: uuid.UUID,
    paper: Literal["A4", "Letter"] = "A4",
    unit: Unit | None = None,
    drawings: bool = True,
    appendix: bool = True,
) -> Response:
    """The job sheet as PDF; with figures and sums at its end, or without."""
    with db.work() as session:
        shop = shops.get(session)
        now = standing(session, pieces.get(session, piece_id), shop)
    pdf = job_sheet(
        now.piece,
        now.plan,
        paper=paper,
        unit=unit,
        shop=shop.name,
        dates=shop.dates,
        today=date.today(),
        drawings=drawings,
        appendix=appendix,
    )
    return file_of(pdf, "application/pdf", f"{now.piece.name} job sheet", "pdf")


@router.get("/{piece_id}/labels.pdf", response_class=Response)
def labels_file(
    request: Request,
    db: Db,
    piece_id: uuid.UUID,
    paper: Literal["A4", "Letter"] = "A4",
    unit: Unit | None = None,
    first: Annotated[int, Query(ge=1, le=7)] = 1,
) -> Response:
    """The label for the back and a ticket, with codes that open the piece where it was asked for; from the label ``first`` of the sheet on."""
    with db.work() as session:
        shop = shops.get(session)
        now = standing(session, pieces.get(session, piece_id), shop)
    address = f"{request.base_url}pieces/{piece_id}"
    pdf = labels(
        now.piece, now.plan, address, paper=paper, unit=unit, shop=shop.name, dates=shop.dates, today=date.today(), first=first
    )
    return file_of(pdf, "application/pdf", f"{now.piece.name} label", "pdf")


@router.get("/{piece_id}/{view}.template.pdf", response_class=Response)
def template_file(
    db: Db, piece_id: uuid.UUID, view: ViewKey, paper: Literal["A4", "Letter"] = "A4", unit: Unit | None = None
) -> Response:
    """A template at full size, tiled over sheets of paper."""

    def printed(plan: Plan, shop: Shop) -> bytes:
        return template_pdf(plan, view, paper=paper, unit=unit, shop=shop.name, dates=shop.dates, today=date.today())

    return _template(db, piece_id, view, "template", printed)


@router.get("/{piece_id}/{view}.places.pdf", response_class=Response)
def places_file(
    db: Db, piece_id: uuid.UUID, view: ViewKey, paper: Literal["A4", "Letter"] = "A4", unit: Unit | None = None
) -> Response:
    """Where everything on a template lies, as a list: a sheet to mark by instead of many to stick together."""

    def printed(plan: Plan, shop: Shop) -> bytes:
        return places_pdf(plan, view, shop.showing, paper=paper, unit=unit, shop=shop.name, dates=shop.dates, today=date.today())

    return _template(db, piece_id, view, "places", printed)


def _template(db: Database, piece_id: uuid.UUID, view: str, what: str, printed: Callable[[Plan, Shop], bytes]) -> Response:
    """A template of a piece as it stands, on paper; told plainly where the drawing is none."""
    with db.work() as session:
        shop = shops.get(session)
        now = standing(session, pieces.get(session, piece_id), shop)
    try:
        pdf = printed(now.plan, shop)
    except KeyError:
        raise NotThere(f"template {view}") from None
    return file_of(pdf, "application/pdf", f"{now.piece.name} {view} {what}", "pdf")


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
    return file_of(text, "image/vnd.dxf", f"{now.piece.name} {view}", "dxf")


@router.get("/{piece_id}/{view}.svg", response_class=Response)
def view_file(db: Db, piece_id: uuid.UUID, view: ViewKey, unit: Unit | None = None) -> Response:
    """A drawing at full size as SVG, in millimetres."""
    with db.work() as session:
        shop = shops.get(session)
        now = standing(session, pieces.get(session, piece_id), shop)
    if view not in {v.key for v in now.plan.views}:
        raise NotThere(f"drawing {view}")
    return file_of(view_to_svg(now.plan, view, unit or now.plan.units), "image/svg+xml", f"{now.piece.name} {view}", "svg")
