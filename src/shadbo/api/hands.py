"""What the shop's own hands really do, over the web: found from the records, and taken over only by a person."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from decimal import Decimal
from typing import get_args

from fastapi import APIRouter, Request, Response
from sqlalchemy.orm import Session

from shadbo.api import record_messages as m
from shadbo.api.days import Now
from shadbo.api.pieces import PROBLEMS, Db
from shadbo.core import HOUSE_SHOP, TOOLS, Fault, Refused, Shop, Tool, reading_gives
from shadbo.shop.days.working import Pace, Working
from shadbo.shop.record.hands import (
    LEAST,
    Built,
    Doing,
    From,
    Taking,
    cut_readings,
    tape_does,
    tape_readings,
    times_taken,
    tool_does,
)
from shadbo.store import days as kept_days
from shadbo.store import pieces, records, shops

router = APIRouter(prefix="/api", responses=PROBLEMS)
TAPE = "tape"
# So many readings are told beside what they come to, the newest first.
MOST_TOLD = 60
# So many records, the last, are gone by: hands and tools change.
LATELY = 300


@router.get("/hands", response_model=m.YourHands)
def your_hands(db: Db, now: Now) -> m.YourHands:
    """Spreads and leanings of saw, mat cutter, glass cutter and tape, and times by kind of work, each with the records it comes from."""
    with db.work() as session:
        shop, mark = shops.marked(session)
        working, version = kept_days.working(session)
        count, tools, times = _found(session, now)
        return m.YourHands(
            count, LEAST, mark, version, tuple(_tool(d, shop) for d in tools), tuple(_taking(t, working) for t in times)
        )


def _found(session: Session, now: datetime) -> tuple[int, list[Doing], list[Taking]]:
    """From every record, and from what is done of the pieces on the rack."""
    told = [Built(one.id, one.name, one.operations, one.piece.get("object")) for one in records.every(session, LATELY)]
    handed_over = len(told)
    for piece, done in records.done(session, now).items():
        told.append(Built("", pieces.get(session, piece).name, tuple(done.values())))
    tape = tape_does(tape_readings(told))
    cut = cut_readings(told)
    return handed_over, [*(tool_does(tool, cut.get(tool, []), tape.one) for tool in get_args(Tool)), tape], times_taken(told)


def _now(shop: Shop, tool: str) -> Decimal:
    return shop.tolerances.tape_mm if tool == TAPE else Decimal(getattr(shop.tolerances, tool))


def _tool(doing: Doing, shop: Shop) -> m.ToolOut:
    name = "Tape" if doing.tool == TAPE else next(TOOLS[tool].name for tool in get_args(Tool) if tool == doing.tool)
    spread = doing.spread
    return m.ToolOut(
        doing.tool,
        name,
        float(_now(shop, doing.tool)),
        float(_now(shop, doing.tool) if doing.tool == "tape" else reading_gives(shop, "mm", doing.tool).value),
        doing.wanting,
        len(doing.readings),
        spread.leaning if spread else 0,
        spread.leaning_in[0] if spread else 0,
        spread.leaning_in[1] if spread else 0,
        doing.one,
        doing.offered,
        doing.correct,
        doing.sums,
        _from(doing.readings),
    )


def _taking(taking: Taking, working: Working) -> m.TakingOut:
    pace = working.pace(taking.kind)
    return m.TakingOut(
        taking.kind,
        taking.title,
        taking.wanting,
        len(taking.times_taken),
        taking.add,
        taking.times,
        taking.share_in[0],
        taking.share_in[1],
        taking.offered,
        pace.add if pace else 0,
        pace.times if pace else 1,
        _from(taking.times_taken),
    )


def _from(found: Sequence[From]) -> tuple[m.FromOut, ...]:
    return tuple(m.FromOut(f.record, f.name, f.label, f.planned, f.found) for f in found[:MOST_TOLD])


@router.post("/hands", response_model=m.YourHands)
def take_over(request: Request, db: Db, now: Now, body: m.TakeOver) -> m.YourHands | Response:
    """Go by what the hands really do: a tolerance of the shop, or a time the days go by; or by the house figure again."""
    with db.work() as session:
        _, tools, times = _found(session, now)
        if body.tool:
            _take_tolerance(session, body.tool, None if body.back else next(d for d in tools if d.tool == body.tool))
        else:
            _take_time(session, body.kind, None if body.back else next((t for t in times if t.kind == body.kind), None), body.back)
    request.app.state.renewer.wake()
    return your_hands(db, now)


def _take_tolerance(session: Session, tool: str, doing: Doing | None) -> None:
    shop, _ = shops.marked(session, alone=True)
    if doing is not None and doing.offered is None:
        raise Refused(Fault("/tool", "Tool", tool, "has too few readings yet", f"{LEAST} readings or more"))
    value = Decimal(str(doing.offered)) if doing is not None else _now(HOUSE_SHOP, tool)
    name = "tape_mm" if tool == TAPE else tool
    shops.save(session, shop.model_copy(update={"tolerances": shop.tolerances.model_copy(update={name: value})}))


def _take_time(session: Session, kind: str, taking: Taking | None, back: bool) -> None:
    if not back and (taking is None or taking.wanting):
        raise Refused(Fault("/kind", "Kind of work", kind, "has too few times yet", f"a kind with {LEAST} times or more"))
    working, version = kept_days.working(session)
    others = tuple(p for p in working.paces if p.kind != kind)
    mine = (Pace(kind=kind, add=taking.add, times=taking.times),) if taking is not None and not back else ()
    kept_days.save_working(session, working.model_copy(update={"paces": (*others, *mine)}), version)
