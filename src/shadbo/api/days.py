"""The days over the web: this morning and the week, when a piece can be ready, what is begun and done, how the shop works."""

from __future__ import annotations

import uuid
from collections.abc import Iterator
from datetime import UTC, date, datetime, timedelta
from typing import Annotated

from fastapi import APIRouter, Depends, Query, Request, Response

from shadbo.api import day_messages as m
from shadbo.api.pieces import PROBLEMS, Db
from shadbo.api.problems import problem
from shadbo.api.scheduling import MOVED, Open, gathered, standing
from shadbo.api.working import standing as worked_out
from shadbo.core import Fault, Refused
from shadbo.exports.calendars import calendar
from shadbo.shop.days.hours import TICK, day_of, fetched, moment_of, tick_of
from shadbo.shop.days.solving import Days
from shadbo.shop.days.telling import Doing, morning, week
from shadbo.shop.days.working import COMING, Working
from shadbo.store import days as kept_days
from shadbo.store import pieces, shops
from shadbo.store.tables import OperationRow

router = APIRouter(prefix="/api", responses=PROBLEMS)
# So many days are drawn at once.
SHOWN = 8
# The furthest day that can be looked at.
FAR = timedelta(days=3653)
PLACES = ("dusty", "spray", "clean", "clamps", "weights", "press")


def clock(request: Request) -> datetime:
    """What time it is: the core has no clock."""
    now: datetime = request.app.state.clock()
    return now


Now = Annotated[datetime, Depends(clock)]


def _moment(tick: int, working: Working) -> datetime:
    return moment_of(tick, working.tz)


@router.get("/days", response_model=m.DaysOut)
def the_days(db: Db, now: Now, day: date | None = None, many: Annotated[int, Query(ge=1, le=42)] = SHOWN) -> m.DaysOut:
    """A day’s work and the days from it on; today without one."""
    if day and abs(day - now.date()) > FAR:
        raise Refused(Fault("/day", "day", day.isoformat(), "is too far away", "a day within ten years of today"))
    with db.work() as session:
        opened = gathered(session, now)
        made = standing(session, opened, now)
        stands = kept_days.standing(session)
        beyond = max(0, kept_days.count_open(session) - kept_days.MOST_OPEN)
        return _days_out(opened, made, stands, now, day, many, beyond)


def _days_out(
    opened: Open, made: Days, stands: kept_days.Standing | None, now: datetime, day: date | None, many: int, beyond: int
) -> m.DaysOut:
    working, at = opened.working, tick_of(now)
    today = day_of(at, working.tz)
    shown = day or _open_from(today, working, 1)
    told = morning(shown, made, opened.orders, working, at)
    stood = {(str(piece), key): row for piece, rows in opened.stood.items() for key, row in rows.items()}
    names = {o.piece: o.name for o in opened.orders} | {str(p.id): p.name for p in opened.finished}
    search = stands.search if stands else None
    return m.DaysOut(
        now=now.astimezone(working.tz),
        zone=working.zone,
        day=shown,
        today=today,
        next=_open_from(shown + timedelta(days=1), working, 1),
        before=_open_from(shown - timedelta(days=1), working, -1),
        hands=tuple(
            m.HandsOut(
                h.hand,
                h.away,
                (
                    *_done_on(shown, h.hand, stood, names, working),
                    *(_doing_out(d, stood.get((d.piece, d.key)), working) for d in h.doing),
                ),
            )
            for h in told.hands
        ),
        drying=tuple(m.DryingOut(d.piece, d.name, d.title, _moment(d.until, working)) for d in told.drying),
        to_come=tuple(
            m.ToComeOut(piece, name, what, COMING[what][0], day_of(tick, working.tz)) for piece, name, what, tick in told.to_come
        ),
        week=week(shown, many, made, opened.orders, working, at),
        moved=tuple(MOVED.validate_python(one) for one in (stands.moved if stands else ())),
        late=tuple(_late(made, opened)),
        waiting=(
            *(m.NamedOut(piece, names[piece], why) for piece, why in made.aside.items()),
            *(m.NamedOut(str(p.id), p.name, why) for p, why in opened.waiting),
        ),
        finished=tuple(m.NamedOut(str(p.id), p.name, "ready to be fetched") for p in opened.finished),
        beyond=beyond,
        loose=tuple(m.NamedOut(piece, names[piece], key) for piece, key in made.loose),
        search=m.SearchOut(_hours(search["late"]), _hours(search["bound"])) if search else None,
    )


def _hours(ticked: int | None) -> float | None:
    return None if ticked is None else round(ticked * TICK / 60, 1)


def _open_from(day: date, working: Working, step: int) -> date:
    """The next day somebody is at the bench, from a day on (or back)."""
    for n in range(60):
        later = day + timedelta(days=n * step)
        if working.spans(later):
            return later
    return day


def _doing_out(d: Doing, row: OperationRow | None, working: Working) -> m.DoingOut:
    return m.DoingOut(
        d.piece,
        d.name,
        d.key,
        d.title,
        _moment(d.start, working),
        _moment(d.end, working),
        _moment(d.until, working) if d.until > d.end else None,
        d.place,
        d.gate,
        d.reads,
        d.held,
        d.set_up,
        d.again,
        _state(row),
    )


def _state(row: OperationRow | None) -> m.State:
    if row is None or not row.begun_at:
        return "done" if row is not None and row.done_at else "planned"
    return "done" if row.done_at else "paused" if row.paused_at else "begun"


def _done_on(
    day: date, hand: str, stood: dict[tuple[str, str], OperationRow], names: dict[str, str], working: Working
) -> Iterator[m.DoingOut]:
    rows = [
        (piece, row)
        for (piece, _), row in stood.items()
        if row.done_at and row.hand == hand and row.done_at.astimezone(working.tz).date() == day and piece in names
    ]
    for piece, row in sorted(rows, key=lambda r: r[1].done_at or datetime.min):
        assert row.done_at
        end = row.done_at.astimezone(working.tz)
        until = end + timedelta(minutes=row.wait) if row.wait else None
        begun = (row.begun_at or row.done_at).astimezone(working.tz)
        yield m.DoingOut(
            piece, names[piece], row.key, row.title, begun, end, until, "bench", False, False, False, "", False, "done"
        )


def _late(made: Days, opened: Open) -> Iterator[m.LateOut]:
    for o in opened.orders:
        ready = made.ready.get(o.piece)
        if o.due and ready is not None and made.late.get(o.piece):
            yield m.LateOut(o.piece, o.name, o.due, fetched(ready, opened.working))


@router.get("/days/ready", response_model=list[m.CardReady])
def all_ready(request: Request, db: Db, now: Now) -> list[m.CardReady]:
    """The day each open piece is ready, for the rack, as the schedule stands; it is brought up to date behind it."""
    with db.work() as session:
        stands = kept_days.standing(session)
    request.app.state.searcher.renew(now, at_once=stands is None)
    return [
        m.CardReady(piece, date.fromisoformat(one["day"]), one["late"]) for piece, one in (stands.ready if stands else {}).items()
    ]


@router.post("/days/search", status_code=204, response_model=None)
def search(request: Request, now: Now) -> Response:
    """Look for a better schedule, in the background. 409 where somebody does already."""
    if not request.app.state.searcher.begin(now):
        return problem(409, "A better schedule is being looked for already")
    return Response(status_code=204)


@router.post("/days/heard", status_code=204, response_model=None)
def heard(db: Db) -> Response:
    """Everybody was told what moved."""
    with db.work() as session:
        kept_days.heard(session)
    return Response(status_code=204)


@router.get("/pieces/{piece_id}/operations", response_model=list[m.OperationOut])
def operations(db: Db, now: Now, piece_id: uuid.UUID) -> list[m.OperationOut]:
    """What became of the operations of a piece, as far as anything did."""
    with db.work() as session:
        pieces.get(session, piece_id)
        working, _ = kept_days.working(session)
        return [operation_out(row, now, working) for row in kept_days.operations(session, piece_id).get(piece_id, {}).values()]


def operation_out(row: OperationRow, now: datetime, working: Working) -> m.OperationOut:
    """What became of an operation, its moments in the zone of ``now``."""

    def at(moment: datetime | None) -> datetime | None:
        return moment.astimezone(now.tzinfo) if moment else None

    until = at(row.done_at + timedelta(minutes=row.wait)) if row.done_at and row.wait else None
    return m.OperationOut(
        row.key,
        _state(row),
        row.hand,
        at(row.begun_at),
        at(row.done_at),
        until,
        kept_days.seconds_of(row, now, working),
        at(row.pinned_at),
    )


@router.post("/pieces/{piece_id}/operations/{key}", response_model=m.OperationOut)
def do(db: Db, now: Now, piece_id: uuid.UUID, key: str, body: m.Do) -> m.OperationOut | Response:
    """Begin, pause, end or undo an operation, or set it to a time. Sent twice it counts once; 409 where somebody else ended it."""
    with db.work() as session:
        working, _ = kept_days.working(session)
        # What the bench shows can be ended, also what is done at the owner’s wall and so in nobody’s days.
        steps = {o.key: o for o in worked_out(session, pieces.on_the_rack(session, piece_id), shops.get(session)).plan.steps}
        if key not in steps:
            raise Refused(Fault("/key", "operation", key[:80], "is no operation of this piece", ", ".join(list(steps)[:6])))
        row = kept_days.operation(session, piece_id, key)
        if body.sent and row.sent == body.sent:
            return operation_out(row, now, working)
        at = now - timedelta(seconds=body.ago)
        step = steps[key]
        row.title, row.planned, row.wait = step.title, step.minutes, step.wait_minutes
        refused = _done_with(row, body, at, now, working)
        if refused:
            return refused
        row.sent = body.sent
        session.flush()
        return operation_out(row, now, working)


def _aware(at: datetime) -> datetime:
    return at if at.tzinfo else at.replace(tzinfo=UTC)


def _since(at: datetime, now: datetime) -> timedelta:
    """How long after now a moment is; asked without its zone’s own time, which the end of the calendar may not have."""
    return _aware(at) - now


def hand_of(given: str, working: Working) -> str:
    """Whose hands are meant; the shop’s first where nobody is named. Raises :class:`Refused`."""
    hand = given.strip() or working.hands[0].name
    if hand not in {h.name for h in working.hands}:
        raise Refused(Fault("/hand", "hand", hand, "is nobody of this shop", ", ".join(h.name for h in working.hands)))
    return hand


def _done_with(row: OperationRow, body: m.Do, at: datetime, now: datetime, working: Working) -> Response | None:
    """Change what became of an operation, or say why not."""
    if body.do in ("begin", "done", "pause") and row.done_at:
        by = f" by {row.hand}" if row.hand else ""
        return problem(409, f"It is done already{by}", f"Since {row.done_at.astimezone(working.tz):%H:%M}. Undo it to do it again.")
    hand = hand_of(body.hand, working) if body.hand.strip() else ""
    if body.do == "begin":
        if row.begun_at and not row.paused_at and row.hand and hand and row.hand != hand:
            return problem(409, f"{row.hand} is at it", "Two can’t do one step twice.")
        row.hand = hand or row.hand or working.hands[0].name
        row.begun_at, row.paused_at = row.begun_at or at, None
        row.said = {**row.said, "since": at.isoformat()}
    elif body.do == "pause" and row.begun_at and not row.paused_at:
        row.spent, row.paused_at = kept_days.seconds_of(row, at, working), at
    elif body.do == "done":
        row.hand = hand or row.hand or working.hands[0].name
        if row.begun_at and not row.paused_at:
            row.spent = kept_days.seconds_of(row, at, working)
        row.begun_at, row.done_at, row.paused_at = row.begun_at or at, max(at, row.begun_at or at), None
        if body.minutes is not None:
            row.spent = body.minutes * 60
    elif body.do == "minutes" and body.minutes is not None:
        row.spent = body.minutes * 60
    elif body.do == "undo":
        # What was spent on it stays known; that somebody began it doesn’t: nobody is at what is to be done again.
        if not row.done_at:
            row.spent, row.hand = 0, ""
        row.begun_at = row.paused_at = row.done_at = None
    elif body.do == "pin":
        if body.at is None:
            raise Refused(Fault("/at", "time", "", "is missing", "a time to come"))
        if not timedelta() <= _since(body.at, now) <= FAR:
            message = "is past" if _since(body.at, now) < timedelta() else "is too far away"
            raise Refused(Fault("/at", "time", str(body.at), message, "a time to come, within ten years"))
        row.pinned_at, row.hand = _aware(body.at), hand or row.hand or working.hands[0].name
    elif body.do == "unpin":
        row.pinned_at = None
    return None


@router.get("/days.ics", response_class=Response)
def ics(db: Db, now: Now, hand: Annotated[str, Query(max_length=60)] = "") -> Response:
    """Due days, waits that end, and the mornings’ work (of one pair of hands, or of all), as a calendar to subscribe to (RFC 5545)."""
    with db.work() as session:
        opened = gathered(session, now)
        hand = hand_of(hand, opened.working) if hand.strip() else ""
        made = standing(session, opened, now)
        body = calendar(shops.get(session).name, made, opened.orders, opened.working, now, hand)
    return Response(body, media_type="text/calendar", headers={"Content-Disposition": 'inline; filename="days.ics"'})
