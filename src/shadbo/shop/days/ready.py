"""When can it be ready? Answered while the owner stands there: the earliest day, what decides it, and what would make it sooner."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta
from typing import Literal

from shadbo.core import AnyEdit, Plan
from shadbo.shop.days.hours import A_DAY, TICK, day_of, fetched, sittings
from shadbo.shop.days.placing import Ledger, NoRoom, Put, place, ready_at, ready_of, work_of
from shadbo.shop.days.solving import LOOKED_AT, MOST_LOOKED_AT, Days, held, longest_sitting, schedule
from shadbo.shop.days.tasks import Order, Task, as_done_here, tasks_of
from shadbo.shop.days.working import COMING, HOUSE_WORKING, Span, Working

# What holds a piece up: a wait after an operation, hands that are busy, a place or clamps that are taken, something that has to come,
# the shop shut, the work itself.
Why = Literal["wait", "hands", "place", "comes", "shut", "work"]
PLACES = {
    "clamps": "every set of clamps is in use",
    "weights": "every board with weights is in use",
    "press": "the press is in use",
    "dusty": "the saw is in use",
    "spray": "the spray place is in use",
    "clean": "the clean bench is in use",
    "dust": "dust flies, or glass lies open",
}
# So many reasons are told, the longest first.
TOLD = 3
# A Saturday morning, where the shop is shut then.
MORNING = HOUSE_WORKING.week[0][:1]


@dataclass(frozen=True, slots=True)
class Hindrance:
    """One thing that decides the day: what it is, in words, and how long it lasts (ticks)."""

    why: Why
    say: str
    lasts: int


@dataclass(frozen=True, slots=True)
class Ready:
    """When a piece can be fetched: the day, the tick the last wait is over, and what decides it, longest first."""

    day: date
    at: int
    held: tuple[Hindrance, ...]


@dataclass(frozen=True, slots=True)
class Sooner:
    """What would make it sooner: how, in words, and the day it would be ready then. ``key`` names it for whoever does it; ``edits`` make
    the piece otherwise."""

    key: str
    say: str
    day: date
    edits: tuple[AnyEdit, ...] = ()


@dataclass(frozen=True, slots=True)
class Variant:
    """The piece made otherwise: how, in words, the operations it has then, and the edits that make it so."""

    key: str
    say: str
    tasks: tuple[Task, ...]
    edits: tuple[AnyEdit, ...] = ()


class NothingLeft(Exception):
    """There is nothing to do on the piece: it is ready."""


def when_ready(order: Order, others: Days, working: Working, now: int) -> Ready:
    """When a piece that is in the schedule is ready; of another, the earliest it can be between what is promised, which stays where it is.

    Raises :class:`NothingLeft`, and :class:`NoRoom` when a year of the shop’s hours doesn’t do.
    """
    stands = others.puts.get(order.piece)
    puts = list(stands) if stands is not None else _fitted(order, others, working, now)
    at = ready_of(puts)
    if at is None:
        raise NothingLeft
    at = max(at, *(order.done.values() or (at,)))
    return Ready(fetched(at, working), at, tuple(_told(_held(puts, order, working), working)))


# The Monday morning an empty shop begins on, where only a piece itself is asked about.
MONDAY = date(2027, 1, 4)


def days_alone(plan: Plan, working: Working = HOUSE_WORKING) -> int:
    """In how many days a plan’s piece can be ready, the first one counted, with nothing else on the bench and all that it takes there."""
    now = sittings(working, MONDAY, LOOKED_AT)[0].start
    order = Order("", plan.name, tuple(replace(t, comes=()) for t in tasks_of(plan)))
    try:
        return (when_ready(order, Days((), {}, {}, {}, 0), working, now).day - MONDAY).days + 1
    except NothingLeft:
        return 1


def _fitted(order: Order, others: Days, working: Working, now: int) -> list[Put]:
    days = LOOKED_AT
    while True:
        found = sittings(working, day_of(now, working.tz), days)
        try:
            ledger = Ledger(working, found)
            for piece, puts in others.puts.items():
                if piece != order.piece:
                    for put in puts:
                        ledger.take(put.block, put.start, put.hand)
            work = work_of([order], now, longest_sitting(found))
            return place(ledger, work, lambda _, i: (i,), held(ledger, work))[order.piece]
        except NoRoom:
            if days >= MOST_LOOKED_AT:
                raise
            days *= 2


def _held(puts: Sequence[Put], order: Order, working: Working) -> Iterator[Hindrance]:
    """What the piece waits for or works on, from its end back to its beginning along what decides it."""
    at = max(range(len(puts)), key=lambda i: puts[i].until)
    last = puts[at]
    if last.block.wait:
        yield Hindrance("wait", _waits(last), last.block.wait)
    there = dict(enumerate(puts))
    while True:
        # Of one that stayed where it stood, what it waited for is asked again.
        put = replace(puts[at], ready=ready_at(puts[at].block, there))
        yield Hindrance("work", "", put.block.length)
        if put.start > put.ready:
            shut = _shut(put.ready, put.start, working)
            if put.cause in PLACES:
                yield Hindrance("place", PLACES[put.cause], put.start - put.ready)
            elif put.cause == "hands" or put.start - put.ready > shut + A_DAY // 12:
                yield Hindrance("hands", "the hands are busy", put.start - put.ready)
            else:
                yield Hindrance("shut", "nights and days off", put.start - put.ready)
        before = [(puts[i].end + wait, wait, i) for i, wait in put.block.after]
        latest = max(before, default=None)
        if latest is None or put.block.release > latest[0]:
            for what, comes in order.comes_on.items():
                if comes == put.block.release and any(what in t.comes for t in put.block.tasks):
                    yield Hindrance("comes", f"{COMING[what][0].lower()} to come", 10**6)
            return
        _, wait, at = latest
        if wait:
            yield Hindrance("wait", _waits(puts[at]), wait)


def _waits(put: Put) -> str:
    return f"the wait after “{put.block.tasks[-1].title}”"


def _shut(start: int, end: int, working: Working) -> int:
    """How much of a stretch nobody is there (ticks)."""
    found = sittings(working, day_of(start, working.tz), (end - start) // A_DAY + 2)
    return end - start - sum(max(0, min(s.end, end) - max(s.start, start)) for s in found)


def _told(held: Iterator[Hindrance], working: Working) -> Iterator[Hindrance]:
    """The longest first, each told once with how long it lasts altogether; the work itself is told too."""
    sums: dict[tuple[Why, str], int] = {}
    for one in held:
        sums[one.why, one.say] = sums.get((one.why, one.say), 0) + one.lasts
    work = sum(lasts for (why, _), lasts in sums.items() if why == "work")
    told = [
        Hindrance(why, f"{say}: {_long(lasts)}" if lasts < 10**6 else say, lasts)
        for (why, say), lasts in sums.items()
        if why != "work"
    ]
    yield from sorted(told, key=lambda h: -h.lasts)[:TOLD]
    yield Hindrance("work", f"work at the bench: {_long(work)}", work)


def _long(lasts: int) -> str:
    """How long, as it is said: 45 min, 3 h, 2 days."""
    minutes = lasts * TICK
    if minutes < 90:
        return f"{minutes} min"
    if minutes < 36 * 60:
        return f"{round(minutes / 60)} h"
    days = round(minutes / 60 / 24)
    return f"{days} days"


def sooner(
    order: Order, variants: Sequence[Variant], orders: Sequence[Order], others: Days, working: Working, now: int
) -> tuple[Ready, tuple[Sooner, ...]]:
    """When it is ready, and every way that brings it a day or more forward, the soonest first.

    ``orders`` are the other open pieces, ``others`` their schedule. Raises as :func:`when_ready`.
    """
    stands = when_ready(order, others, working, now)
    found: dict[str, Sooner] = {}

    def tried(key: str, say: str, day: date | None, edits: tuple[AnyEdit, ...] = ()) -> None:
        if day is not None and day < stands.day and key not in found:
            found[key] = Sooner(key, say, day, edits)

    free = replace(others, puts={p: puts for p, puts in others.puts.items() if p != order.piece})
    for one in variants:
        tried(one.key, one.say, _day(replace(order, tasks=as_done_here(one.tasks, working)), free, working, now), one.edits)
    for what, comes in order.comes_on.items():
        if comes > now:
            left = {k: v for k, v in order.comes_on.items() if k != what}
            tried(
                f"fetch.{what}",
                f"with {COMING[what][0].lower()} fetched today",
                _day(replace(order, comes_on=left), free, working, now),
            )
    for day, spans in _mornings(working, now, stands.day):
        longer = working.model_copy(update={"also": {**working.also, day: spans}})
        tried(f"open.{day.isoformat()}", f"with {_hours(spans)} at the bench on {day:%A}", _day(order, free, longer, now))
    tried("first", "taken up before the others, none of which is late for it", _first(order, orders, others, working, now))
    return stands, tuple(sorted(found.values(), key=lambda s: (s.day, s.key)))


def _day(order: Order, others: Days, working: Working, now: int) -> date | None:
    try:
        return when_ready(order, others, working, now).day
    except (NothingLeft, NoRoom):
        return None


def _mornings(working: Working, now: int, till: date) -> Iterator[tuple[date, tuple[Span, ...]]]:
    """The Saturdays till then on which the shop is shut."""
    day = day_of(now, working.tz)
    for n in range(1, min(60, (till - day).days)):
        later = day + timedelta(days=n)
        if later.weekday() == 5 and not working.spans(later) and later not in working.shut:
            yield later, MORNING


def _hours(spans: Sequence[Span]) -> str:
    hours = sum((s.shuts.hour * 60 + s.shuts.minute - s.opens.hour * 60 - s.opens.minute) for s in spans) // 60
    return f"{hours} hours"


def _first(order: Order, orders: Sequence[Order], others: Days, working: Working, now: int) -> date | None:
    """The day if it goes before the others, as long as none of them is late, or later than it was told, because of it."""
    together = taken_up_first(order, orders, working, now)
    ready = together.ready.get(order.piece)
    if ready is None:
        return None
    for o in orders:
        was, then = others.late.get(o.piece, 0), together.late.get(o.piece, 0)
        told, new = others.ready.get(o.piece), together.ready.get(o.piece)
        if then > was or (
            o.due is None and told is not None and new is not None and fetched(new, working) > fetched(told, working)
        ):
            return None
    return fetched(ready, working)


def taken_up_first(order: Order, orders: Sequence[Order], working: Working, now: int) -> Days:
    """The schedule with one piece before all others: due on the day it could be ready if there were no other."""
    alone = when_ready(order, Days((), {}, {}, {}, 0), working, now)
    return schedule([replace(order, due=alone.day), *orders], working, now)
