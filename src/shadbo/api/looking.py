"""What is looked at and not kept: what edits would do, ways of showing and ways out, figures with their sums."""

from __future__ import annotations

import uuid
from typing import Any

from fastapi import APIRouter, Response
from pydantic_core import to_json
from sqlalchemy.orm import Session

from shadbo.api import messages as m
from shadbo.api.differing import steps
from shadbo.api.pieces import PROBLEMS, AskedFor, Db, answer
from shadbo.api.working import Worked, after_edits, standing
from shadbo.core import (
    AddStation,
    Comparison,
    Edit,
    LengthField,
    MoveItems,
    Nudge,
    Only,
    Opened,
    Piece,
    Shop,
    TypeIn,
    apply_edits,
    diagnose,
    field_at,
    figure_of,
    last_place,
    open_count,
    open_figure,
    two_sizes,
)
from shadbo.core import compare as compare_ways
from shadbo.core import ways_out as ways_that_hold
from shadbo.shop.days.ready import days_alone
from shadbo.store import pieces, shops
from shadbo.store.pieces import NotThere, StoredPiece

router = APIRouter(prefix="/api/pieces", responses=PROBLEMS)
# For who wants to know a figure: nothing is drawn.
FIGURES = Only("", (), glance=True)


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
    two = two_sizes(last.text, last.unit, shop.tape)
    return m.read_of(field.read(two[0] if two else last.text, last.unit, shop.tape, pointer), shop, two)


def _told(session: Session, kept: StoredPiece, last: Edit, now: Worked, after: Worked, shop: Shop) -> dict[str, Any]:
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
    return answer(m.COMPARISON_JSON, compare_ways(now.piece, shop, days_alone))


@router.get("/{piece_id}/ways-out", response_model=m.WaysOut)
def ways_out(db: Db, piece_id: uuid.UUID) -> Response:
    """The ways out that mend what they are for, each tried on the piece as it stands: asked for when nobody types."""
    with db.work() as session:
        shop, kept = shops.get(session), pieces.get(session, piece_id)
        now = standing(session, kept, shop)
    return answer(m.WAYS_OUT_JSON, m.WaysOut(kept.version, ways_that_hold(now.piece, shop)))


@router.get("/{piece_id}/figures/{name}", response_model=Opened)
def open_(db: Db, piece_id: uuid.UUID, name: str) -> Response:
    """A figure opened: its sum, tolerance, and what it hangs on."""
    with db.work() as session:
        shop = shops.get(session)
        book = standing(session, pieces.get(session, piece_id), shop, "", FIGURES).book
    if name in book.counts:
        return answer(m.OPENED_JSON, open_count(book.counts[name]))
    if name not in book.dims:
        raise NotThere(f"figure {name}")
    return answer(m.OPENED_JSON, open_figure(book.dims[name], shop.showing))


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
