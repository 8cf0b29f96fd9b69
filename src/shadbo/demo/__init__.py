"""The made-up shop and its pieces: a framer's bench getting a cycling club's centenary ready. Every name is invented."""

from __future__ import annotations

import tempfile
from collections.abc import Callable
from dataclasses import asdict
from datetime import datetime
from functools import partial
from importlib.resources import files as resources
from pathlib import Path

from sqlalchemy.orm import Session

from shadbo.core import HOUSE_SHOP, PictureFile, Piece, Shop, Stretcher, Things, plan
from shadbo.demo import days, records
from shadbo.demo.pictures import BADGE_NAME, NAME, framed, moor_road, saddle_badge
from shadbo.exports.cards import card_of
from shadbo.exports.pieces import piece_from_json
from shadbo.exports.wrapping import check
from shadbo.shop.days.tasks import tasks_of
from shadbo.store import files, pieces, racks, shops

# Photographs of what was handed over: whose front, its face (mm) and the colour of its wood.
FRONTS = (("finish line", 752, 552, "#b58a52"), ("last bend", 570, 730, "#6b4429"))
DEMO_SHOP: Shop = HOUSE_SHOP.model_copy(update={"name": "The Quillbeck Bench", "demo": True})


def demo_pieces() -> list[Piece]:
    """The demo pieces, in the order they came in."""
    folder = resources("shadbo.demo").joinpath("pieces")
    return [piece_from_json(f.read_bytes()) for f in sorted(folder.iterdir(), key=lambda f: f.name) if f.name.endswith(".json")]


def load_once(session: Session, now: datetime) -> bool:
    """Fill an empty database with the demo shop, in mid-work at ``now``. One that has a shop already is left alone."""
    if not shops.begin(session, DEMO_SHOP):
        return False
    shop, mark = shops.marked(session)
    road = _keep_picture(session, NAME, moor_road)
    begun, today, badge = {}, {}, ""
    for piece in demo_pieces():
        if piece.due:
            piece = piece.model_copy(update={"due": piece.due + days.weeks_since(now)})
        if isinstance(piece.display, Stretcher):
            piece = piece.model_copy(update={"display": piece.display.model_copy(update={"file": road})})
        if isinstance(piece.object, Things):
            things = _photographed(session, piece.object)
            badge = badge or next((item.photo.sha256 for item in things.items if item.photo), "")
            piece = piece.model_copy(update={"object": things})
        today[piece.name] = piece
        kept = pieces.create(session, piece, "Taken in")
        worked = plan(piece, shop)
        racks.keep(session, kept.id, card_of(piece, worked), mark)
        begun[piece.name] = (kept.id, tasks_of(worked))
    days.begin(session, begun, now)
    fronts = {
        name: _keep_picture(session, f"{name}.jpg", partial(framed, wide=wide, high=high, wood=wood)).sha256
        for name, wide, high, wood in FRONTS
    }
    records.begin(session, today, shop, mark, now, {**fronts, "badge": badge})
    return True


def _photographed(session: Session, things: Things) -> Things:
    """What has an outline has the photograph it was taken from."""
    items = []
    for item in things.items:
        if item.outline and item.kind != "garment":
            photo = _keep_picture(session, BADGE_NAME, partial(saddle_badge, outline=item.outline))
            item = item.model_copy(update={"photo": photo})
        items.append(item)
    return things.model_copy(update={"items": items})


def _keep_picture(session: Session, name: str, drawn: Callable[[Path], None]) -> PictureFile:
    """Draw one of the demo's picture files and keep it."""
    with tempfile.TemporaryDirectory(prefix="shadbo-demo-") as folder:
        path, small = Path(folder) / name, Path(folder) / "small.jpg"
        drawn(path)
        facts = check(path, name, small)
        row = files.keep(session, path, name=name, small=small.read_bytes(), **asdict(facts))
        return PictureFile(sha256=row.sha256, name=name, media="image/jpeg", width=row.width, height=row.height)
