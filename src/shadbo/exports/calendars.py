"""The days as a calendar (iCalendar, RFC 5545): due days, waits that end, and what each pair of hands does of a morning and an afternoon."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from datetime import datetime, timedelta
from itertools import groupby

from icalendar import Calendar, Event, vText

from shadbo import __version__
from shadbo.shop.days.hours import moment_of, sitting_at, sittings
from shadbo.shop.days.solving import Days
from shadbo.shop.days.tasks import Order
from shadbo.shop.days.working import Working

# So many days of work are told ahead.
AHEAD = 28


def calendar(shop: str, days: Days, orders: Sequence[Order], working: Working, now: datetime, hand: str = "") -> bytes:
    """The calendar as it is sent (UTF-8). ``hand``: the work of one pair of hands only."""
    out = Calendar()
    out.add("prodid", f"-//Shadbo//{__version__}//EN")
    out.add("version", "2.0")
    out.add("x-wr-calname", vText(f"{shop}: {hand or 'the days'}"))
    for event in (*_due(orders, now), *_waits(days, orders, working, now), *_work(days, orders, working, now, hand)):
        out.add_component(event)
    return bytes(out.to_ical())


def _event(uid: str, now: datetime, summary: str) -> Event:
    event = Event()
    event.add("uid", f"{uid}@shadbo")
    event.add("dtstamp", now)
    event.add("summary", summary)
    return event


def _due(orders: Sequence[Order], now: datetime) -> Iterator[Event]:
    for o in orders:
        if o.due:
            event = _event(f"due-{o.piece}", now, f"Due: {o.name}")
            # A day without an end lasts that day (RFC 5545, 3.6.1).
            event.add("dtstart", o.due)
            event.add("transp", "TRANSPARENT")
            yield event


def _waits(days: Days, orders: Sequence[Order], working: Working, now: datetime) -> Iterator[Event]:
    """When glue is hard, a coat dry, a pressed plant flat: those that last and those that are planned."""
    title = {(o.piece, t.key): (o.name, t) for o in orders for t in o.tasks}
    ends = [(o.piece, t.key, o.done[t.key]) for o in orders for t in o.tasks if t.wait and t.key in o.done]
    ends += [(p.piece, p.key, p.until) for p in days.placed if p.until > p.end]
    for piece, key, until in ends:
        at = moment_of(until, working.tz)
        if at < now:
            continue
        name, task = title[piece, key]
        event = _event(f"wait-{piece}-{key}", now, f"{name}: the wait after “{task.title}” is over")
        event.add("dtstart", at)
        event.add("dtend", at + timedelta(minutes=5))
        event.add("transp", "TRANSPARENT")
        yield event


def _work(days: Days, orders: Sequence[Order], working: Working, now: datetime, hand: str) -> Iterator[Event]:
    """One entry for each stretch of a day somebody is at the bench, with what is done in it."""
    names = {o.piece: o.name for o in orders}
    titles = {(o.piece, t.key): t.title for o in orders for t in o.tasks}
    found = sittings(working, now.astimezone(working.tz).date(), AHEAD)
    if not found:
        return
    mine = [(sitting_at(found, p.start), p) for p in days.placed if (not hand or p.hand == hand) and p.start < found[-1].end]
    for (n, who), group in groupby(
        sorted(mine, key=lambda one: (one[0], one[1].hand, one[1].start)), lambda one: (one[0], one[1].hand)
    ):
        doing = [p for _, p in group]
        start, end = moment_of(doing[0].start, working.tz), moment_of(doing[-1].end, working.tz)
        pieces = list(dict.fromkeys(names[p.piece] for p in doing))
        event = _event(
            f"work-{who.replace(' ', '-')}-{found[n].start}",
            now,
            f"{who}: {', '.join(pieces[:3])}{' …' if len(pieces) > 3 else ''}",
        )
        event.add("dtstart", start)
        event.add("dtend", end)
        event.add(
            "description",
            "\n".join(f"{moment_of(p.start, working.tz):%H:%M} {names[p.piece]}: {titles[p.piece, p.key]}" for p in doing),
        )
        yield event
