"""Outlines and colours of items over the web: from their photographs, from files, into files."""

from __future__ import annotations

import tempfile
import uuid
from pathlib import Path
from typing import Annotated, Any, Literal
from urllib.parse import unquote

from fastapi import APIRouter, Query, Request, Response
from starlette.concurrency import run_in_threadpool

from shadbo.api import messages as m
from shadbo.api.pictures import small_of, work_apart
from shadbo.api.pieces import PROBLEMS, Db
from shadbo.api.taking_away import attachment
from shadbo.core import Fault, LengthField, Refused, Unit, kinds_asked, things
from shadbo.exports.outlines import ACCEPTED as ACCEPTED_FILE
from shadbo.exports.outlines import outline_to_dxf, outline_to_svg
from shadbo.store import pieces, shops
from shadbo.store.database import Database
from shadbo.store.pieces import NotThere

router = APIRouter(prefix="/api", responses=PROBLEMS)
ACCEPTED = "a straight-on photograph on a plain ground"
KNOWN = LengthField.between("Known length", "2", "5000")
Share = Annotated[float, Query(ge=0, le=1)]


@router.get("/kinds", response_model=list[m.KindOut])
def kinds(db: Db, unit: Unit = "mm") -> list[m.KindOut]:
    """What an item can be, with the usual height in front of its mount and behind it."""
    with db.work() as session:
        shop = shops.get(session)
    return [m.KindOut(*row) for row in kinds_asked(unit, shop)]


@router.post("/pictures/{sha}/outline", response_model=m.OutlineOut)
def from_photo(db: Db, sha: str, body: m.OutlineAsked) -> m.OutlineOut:
    """The outline of the thing in a photograph: found on its plain ground, or marked by hand; to scale."""
    with db.work() as session:
        shop = shops.get(session)
    read: dict[str, float] = {}
    faults: list[Fault] = []
    rectangle = len(body.corners) == 4
    for key in ("width", "height") if rectangle else ("distance",):
        try:
            read[key] = float(KNOWN.read(getattr(body, key), body.unit, shop.tape, f"/{key}").mm)
        except Refused as error:
            faults += [Fault(f.pointer, f"Known {key}", f.value, f.message, f.accepted) for f in error.faults]
    if not rectangle and len(body.marks) != 2:
        faults.append(
            Fault(
                "/marks", "Marks", str(len(body.marks)), "are not two points", "two points a known distance apart, or four corners"
            )
        )
    if faults:
        raise Refused(*faults)
    scale: dict[str, Any] = {"corners" if rectangle else "marks": body.corners if rectangle else body.marks, **read}
    with tempfile.TemporaryDirectory(prefix="shadbo-outline-") as folder:
        path = Path(folder) / "small.jpg"
        path.write_bytes(small_of(db, sha))
        order = {
            "do": "outline",
            "path": str(path),
            "name": "The photograph",
            "scale": scale,
            "near": body.near,
            "by_hand": body.by_hand or None,
        }
        found = work_apart(order, place="/outline", accepted=ACCEPTED)
    return m.outline_of(found["points"], found["places"], shop)


@router.get("/pictures/{sha}/colour", response_model=m.ColourOut)
def colour(db: Db, sha: str, x: Share, y: Share) -> m.ColourOut:
    """The colour at a place of a photograph (shares of its width and height)."""
    with tempfile.TemporaryDirectory(prefix="shadbo-colour-") as folder:
        path = Path(folder) / "small.jpg"
        path.write_bytes(small_of(db, sha))
        return m.ColourOut(work_apart({"do": "colour", "path": str(path), "name": "The photograph", "x": x, "y": y})["colour"])


@router.post("/outlines", response_model=m.OutlineOut)
async def from_file(request: Request, db: Db, name: Annotated[str, Query(min_length=1, max_length=200)]) -> m.OutlineOut:
    """An outline from an SVG or DXF file in millimetres, as the body of the request."""
    return await run_in_threadpool(_read, db, await request.body(), unquote(name))


def _read(db: Database, content: bytes, name: str) -> m.OutlineOut:
    with db.work() as session:
        shop = shops.get(session)
    with tempfile.TemporaryDirectory(prefix="shadbo-outline-") as folder:
        path = Path(folder) / "outline"
        path.write_bytes(content)
        order = {"do": "outline_file", "path": str(path), "name": name}
        points = work_apart(order, place="/outline", accepted=ACCEPTED_FILE)["points"]
    return m.outline_of(points, [], shop)


@router.get("/pieces/{piece_id}/items/{key}/outline.{kind}", response_class=Response)
def to_file(db: Db, piece_id: uuid.UUID, key: str, kind: Literal["svg", "dxf"]) -> Response:
    """The outline of an item as a file, in millimetres."""
    with db.work() as session:
        piece = pieces.get(session, piece_id).piece
    item = next((i for i in things(piece).items if i.key == key), None)
    if item is None or not item.outline:
        raise NotThere("outline")
    make, media = (outline_to_svg, "image/svg+xml") if kind == "svg" else (outline_to_dxf, "image/vnd.dxf")
    return Response(
        make(item.outline, item.name),
        media_type=media,
        headers={"Content-Disposition": attachment(f"{piece.name} {item.name}", kind)},
    )
