"""What a schedule says to people: this morning, the week, and what changed since it was last told."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta

from shadbo.shop.days.hours import A_DAY, Sitting, day_of, end_of, sittings, tick_of
from shadbo.shop.days.solving import Days
from shadbo.shop.days.tasks import Order, Placed, Task
from shadbo.shop.days.working import Coming, Working


@dataclass(frozen=True, slots=True)
class Doing:
    """One operation in the day of a pair of hands. ``again``: what is set up
    for it (``set_up``) was set up that day already."""

    piece: str
    name: str
    key: str
    title: str
    start: int
    end: int
    until: int
    place: str
    gate: bool
    reads: bool
    held: bool
    set_up: str
    again: bool


@dataclass(frozen=True, slots=True)
class Drying:
    """What waits and needs nobody: of which piece, after which operation, and until when."""

    piece: str
    name: str
    title: str
    until: int


@dataclass(frozen=True, slots=True)
class HandsDay:
    """The day of a pair of hands, in order; ``away`` when they aren’t there."""

    hand: str
    doing: tuple[Doing, ...]
    away: bool


@dataclass(frozen=True, slots=True)
class Morning:
    """What to do on a day: for each pair of hands, what dries, and what is waited for."""

    day: date
    hands: tuple[HandsDay, ...]
    drying: tuple[Drying, ...]
    to_come: tuple[tuple[str, str, Coming, int], ...]


def morning(day: date, days: Days, orders: Sequence[Order], working: Working, now: int) -> Morning:
    """A day’s work. ``now`` tells what still dries."""
    by = {o.piece: o for o in orders}
    task = {(o.piece, t.key): t for o in orders for t in o.tasks}
    open_at = sittings(working, day, 1)
    hands = []
    for hand in working.hands:
        mine = [p for p in days.placed if p.hand == hand.name and day_of(p.start, working.tz) == day]
        hands.append(HandsDay(hand.name, _doing(mine, by, task), not any(hand.name in s.hands for s in open_at)))
    waits = [
        Drying(o.piece, o.name, t.title, o.done[t.key]) for o in orders for t in o.tasks if t.wait and o.done.get(t.key, 0) > now
    ]
    to_come = [
        (o.piece, o.name, what, at)
        for o in orders
        for what, at in o.comes_on.items()
        if at > now and any(what in t.comes for t in o.left)
    ]
    return Morning(day, tuple(hands), tuple(sorted(waits, key=lambda w: w.until)), tuple(sorted(to_come, key=lambda c: c[3])))


def _doing(mine: Sequence[Placed], by: Mapping[str, Order], task: Mapping[tuple[str, str], Task]) -> tuple[Doing, ...]:
    out: list[Doing] = []
    for p in sorted(mine, key=lambda p: p.start):
        t = task[p.piece, p.key]
        again = bool(t.set_up) and bool(out) and any(d.set_up == t.set_up for d in out)
        out.append(
            Doing(
                p.piece,
                by[p.piece].name,
                p.key,
                t.title,
                p.start,
                p.end,
                p.until,
                t.place,
                t.gate,
                t.reads,
                p.held,
                t.set_up,
                again,
            )
        )
    return tuple(out)


@dataclass(frozen=True, slots=True)
class Stretch:
    """A mark on a piece’s line: from and to as shares of the days shown (0 to 1); work, or a wait; ``gate`` where something is looked at."""

    kind: str
    start: float
    end: float
    title: str
    hand: str
    gate: bool


@dataclass(frozen=True, slots=True)
class Line:
    """A piece along the days. ``due`` and ``ready`` are shares of the days shown, where they lie in them."""

    piece: str
    name: str
    stretches: tuple[Stretch, ...]
    due: float | None
    ready: float | None
    ready_day: date | None
    late: int


@dataclass(frozen=True, slots=True)
class OpenShown:
    """A stretch of a day somebody is at the bench: from and to, as shares."""

    start: float
    end: float


@dataclass(frozen=True, slots=True)
class DayShown:
    """A day of the week’s drawing: from and to as shares, the shares somebody is at the bench, and whether it is shut."""

    day: date
    start: float
    end: float
    open_at: tuple[OpenShown, ...]


@dataclass(frozen=True, slots=True)
class Week:
    """Pieces as lines along the days; ``now`` as a share. The night is drawn narrow: a day is as wide as its bench time and a little more."""

    first: date
    days: tuple[DayShown, ...]
    lines: tuple[Line, ...]
    now: float | None


# How wide an hour in which nobody is there is drawn, to one in which somebody is.
NIGHT = 0.12


class _Scale:
    """Ticks to shares: bench time wide, nights and days off narrow."""

    def __init__(self, first: date, many: int, found: Sequence[Sitting], working: Working) -> None:
        self.edges: list[tuple[int, float]] = []
        start, end = (tick_of(datetime.combine(d, datetime.min.time(), working.tz)) for d in (first, first + timedelta(days=many)))
        at, across = start, 0.0
        self.edges.append((at, across))
        # Two hands at once are one stretch of the day.
        for s in found:
            if s.end <= at:
                continue
            across += (max(s.start, at) - at) * NIGHT
            self.edges.append((max(s.start, at), across))
            across += s.end - max(s.start, at)
            self.edges.append((s.end, across))
            at = s.end
        across += (end - at) * NIGHT
        self.edges.append((end, across))
        self.start, self.end, self.whole = start, end, across or 1.0

    def share(self, tick: int) -> float:
        tick = min(max(tick, self.start), self.end)
        for (a, x), (b, y) in zip(self.edges, self.edges[1:], strict=False):
            if tick <= b:
                return (x + (y - x) * (tick - a) / (b - a if b > a else 1)) / self.whole
        return 1.0

    def within(self, tick: int) -> bool:
        return self.start <= tick <= self.end


def week(first: date, many: int, days: Days, orders: Sequence[Order], working: Working, now: int) -> Week:
    """So many days from ``first`` on: every open piece that has anything in them, or is due or ready in them, the soonest due first."""
    found = sittings(working, first, many)
    scale = _Scale(first, many, found, working)
    shown = []
    for n in range(many):
        day = first + timedelta(days=n)
        a, b = (tick_of(datetime.combine(d, datetime.min.time(), working.tz)) for d in (day, day + timedelta(days=1)))
        spans = tuple(OpenShown(scale.share(s.start), scale.share(s.end)) for s in found if s.day == day)
        shown.append(DayShown(day, scale.share(a), scale.share(b), spans))
    task = {(o.piece, t.key): t for o in orders for t in o.tasks}
    lines = []
    for o in sorted(orders, key=lambda o: (o.due or date.max, o.name)):
        mine = [p for p in days.placed if p.piece == o.piece]
        marks = [m for p in mine for m in _marks(p, task[p.piece, p.key], scale)]
        marks += [
            Stretch("wait", scale.share(scale.start), scale.share(o.done[t.key]), t.title, "", False)
            for t in o.tasks
            if t.wait and o.done.get(t.key, 0) > max(now, scale.start)
        ]
        due = end_of(o.due, working) if o.due else None
        ready = days.ready.get(o.piece)
        if marks or any(t is not None and scale.within(t) for t in (due, ready)):
            lines.append(
                Line(
                    o.piece,
                    o.name,
                    tuple(sorted(marks, key=lambda m: m.start)),
                    scale.share(due) if due is not None and scale.within(due) else None,
                    scale.share(ready) if ready is not None and scale.within(ready) else None,
                    day_of(ready, working.tz) if ready is not None else None,
                    days.late.get(o.piece, 0),
                )
            )
    return Week(first, tuple(shown), tuple(lines), scale.share(now) if scale.within(now) else None)


def _marks(p: Placed, t: Task, scale: _Scale) -> Iterable[Stretch]:
    if p.start < scale.end and p.end > scale.start:
        yield Stretch("work", scale.share(p.start), scale.share(p.end), t.title, p.hand, t.gate)
    if p.until > p.end and p.end < scale.end and p.until > scale.start:
        yield Stretch("wait", scale.share(p.end), scale.share(p.until), t.title, "", False)


@dataclass(frozen=True, slots=True)
class Moved:
    """What changed for whoever it concerns: an owner’s day, or a pair of hands’ work of the days to come."""

    who: str
    piece: str
    name: str
    was: date | None
    now: date | None
    say: str


def changes(before: Sequence[Placed], after: Days, orders: Sequence[Order], working: Working, now: int) -> tuple[Moved, ...]:
    """Who is told what, when one schedule takes the place of another: a day a piece is ready that moved, work in other hands or on another
    day. What is over isn’t told."""
    tz = working.tz
    names = {o.piece: o.name for o in orders}
    titles = {(o.piece, t.key): t.title for o in orders for t in o.tasks}
    was_ready: dict[str, int] = {}
    for p in before:
        was_ready[p.piece] = max(was_ready.get(p.piece, 0), p.until)
    out: list[Moved] = []
    for piece, ready in after.ready.items():
        if piece not in was_ready or ready is None:
            continue
        a, b = day_of(was_ready[piece], tz), day_of(ready, tz)
        if a != b:
            out.append(Moved("owner", piece, names[piece], a, b, "ready later" if b > a else "ready sooner"))
    stood = {(p.piece, p.key, p.part): p for p in before if p.start >= now - A_DAY}
    for p in after.placed:
        was = stood.get((p.piece, p.key, p.part))
        if was is None or p.piece not in names:
            continue
        a, b = day_of(was.start, tz), day_of(p.start, tz)
        title = titles[p.piece, p.key]
        if was.hand != p.hand:
            out.append(Moved(p.hand, p.piece, names[p.piece], a, b, f"“{title}” from {was.hand}"))
        elif a != b:
            out.append(Moved(p.hand, p.piece, names[p.piece], a, b, f"“{title}”"))
    return tuple(out)
