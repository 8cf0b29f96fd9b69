"""When a piece can be ready, what decides it, and the ways to have it sooner, over the web."""

from __future__ import annotations

import uuid
from datetime import date, datetime

from fastapi import APIRouter, Response
from sqlalchemy.orm import Session

from shadbo.api import day_messages as m
from shadbo.api.days import FAR, Now
from shadbo.api.pieces import PROBLEMS, Db
from shadbo.api.problems import problem
from shadbo.api.scheduling import Open, gathered, keep, order_of, standing
from shadbo.api.working import of_state, tried, work_out
from shadbo.core import Fault, Piece, Plan, Refused, start_piece
from shadbo.shop.days.hours import day_of, sittings, tick_of
from shadbo.shop.days.placing import NoRoom
from shadbo.shop.days.ready import MORNING, NothingLeft, sooner, taken_up_first
from shadbo.shop.days.solving import MOST_LOOKED_AT, why_aside
from shadbo.shop.days.tasks import Order, tasks_of
from shadbo.shop.days.variants import made_otherwise
from shadbo.shop.days.working import COMING, Working
from shadbo.store import days as kept_days
from shadbo.store import pieces

router = APIRouter(prefix="/api", responses=PROBLEMS)


@router.post("/days/ready", response_model=m.ReadyOut)
def ready_if_taken_in(db: Db, now: Now, body: m.AskReady) -> m.ReadyOut | Response:
    """When a new piece could be ready, before it is taken in."""
    with db.work() as session:
        opened = gathered(session, now)
        piece = start_piece(body.start, "New", "", body.units, body.sizes, opened.shop)
        worked = work_out(piece, opened.shop, fault=of_state("new piece"))
        return _ready(session, opened, piece, worked.plan, None, now)


@router.get("/pieces/{piece_id}/ready", response_model=m.ReadyOut)
def ready(db: Db, now: Now, piece_id: uuid.UUID) -> m.ReadyOut | Response:
    """When a piece can be ready, what decides it, and what would make it sooner. 409 where it is ready, or can’t be made as it stands."""
    with db.work() as session:
        opened = gathered(session, now)
        kept = pieces.get(session, piece_id)
        worked = tried(kept, opened.shop)
        if worked is None or not worked.plan.settled:
            return problem(409, "It has no day yet", "Something stands in its way: its stops first.")
        return _ready(session, opened, worked.piece, worked.plan, piece_id, now)


def _ready(
    session: Session, opened: Open, piece: Piece, worked: Plan, known: uuid.UUID | None, now: datetime
) -> m.ReadyOut | Response:
    at, working = tick_of(now), opened.working
    name = str(known or "new")
    others = [o for o in opened.orders if o.piece != name]
    coming = kept_days.coming(session).get(known, {}) if known else {}
    order = order_of(
        name, piece.name, piece.due, tasks_of(worked), opened.stood.get(known, {}) if known else {}, coming, working, now
    )
    try:
        made = standing(session, opened, now)
        variants = tuple(made_otherwise(piece, opened.shop, worked))
        found, ways = sooner(order, variants, others, made, working, at)
    except NothingLeft:
        return problem(409, "It is ready", "Everything on it is done.")
    except NoRoom:
        return _no_day(order, working, at)
    late = max(0, (found.day - piece.due).days) if piece.due else 0
    return m.ReadyOut(
        found.day,
        piece.due,
        late,
        tuple(m.HeldOut(h.why, h.say) for h in found.held),
        tuple(m.SoonerOut(w.key, w.say, w.day, tuple(e.model_dump(mode="json") for e in w.edits)) for w in ways),
        tuple(
            m.ComesOut(what, label, day_of(order.comes_on[what], working.tz) if what in order.comes_on else None)
            for what, (label, _) in COMING.items()
            if any(what in t.comes for t in order.left)
        ),
    )


def _no_day(order: Order, working: Working, at: int) -> Response:
    found = sittings(working, day_of(at, working.tz), MOST_LOOKED_AT)
    return problem(409, "It has no day yet", f"{why_aside(order, working, found).capitalize()}.")


@router.post("/pieces/{piece_id}/sooner", status_code=204, response_model=None)
def take_sooner(db: Db, now: Now, piece_id: uuid.UUID, body: m.TakeSooner) -> Response:
    """Take a way to have a piece sooner: something is fetched today, a morning more is worked, or it is taken up first."""
    with db.work() as session:
        pieces.get(session, piece_id)
        what, _, which = body.key.partition(".")
        working, version = kept_days.working(session)
        if what == "fetch" and which in COMING:
            kept_days.set_coming(session, piece_id, which, now.astimezone(working.tz).date())
        elif what == "open":
            try:
                also = {**working.also, date.fromisoformat(which): MORNING}
            except ValueError:
                raise Refused(Fault("/key", "day", which, "is no day", "a day that was offered")) from None
            kept_days.save_working(session, working.model_copy(update={"also": also}), version)
        elif what == "first":
            opened = gathered(session, now)
            mine = next((o for o in opened.orders if o.piece == str(piece_id)), None)
            if mine is None:
                return problem(409, "It has no day yet", "Something stands in its way: its stops first.")
            others = [o for o in opened.orders if o is not mine]
            kept_days.alone(session)
            try:
                keep(session, opened, taken_up_first(mine, others, opened.working, tick_of(now)), now)
            except NoRoom:
                return _no_day(mine, opened.working, tick_of(now))
        else:
            raise Refused(Fault("/key", "way", body.key, "is no way to have it sooner", "one that was offered"))
    return Response(status_code=204)


@router.put("/pieces/{piece_id}/coming", status_code=204, response_model=None)
def comes(db: Db, now: Now, piece_id: uuid.UUID, body: m.SetComing) -> Response:
    """The day something a piece waits for comes."""
    if body.day and abs(body.day - now.date()) > FAR:
        raise Refused(Fault("/day", "day", body.day.isoformat(), "is too far away", "a day within ten years of today"))
    with db.work() as session:
        pieces.get(session, piece_id)
        kept_days.set_coming(session, piece_id, body.what, body.day)
    return Response(status_code=204)
