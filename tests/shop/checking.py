"""A schedule looked over tick by tick, by sets and counters alone: nothing of the planner’s own reckoning is used."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from datetime import UTC, datetime

from shadbo.shop.days.solving import Days
from shadbo.shop.days.tasks import Order
from shadbo.shop.days.working import Working

MINUTES = 5


def local(tick: int, working: Working) -> datetime:
    return datetime.fromtimestamp(tick * MINUTES * 60, UTC).astimezone(working.tz)


def look_over(days: Days, orders: Sequence[Order], working: Working, now: int) -> list[str]:
    """Every fault, in words: empty for a schedule that can be worked by."""
    by = {o.piece: {t.key: t for t in o.tasks} for o in orders}
    of = {o.piece: o for o in orders}
    faults: list[str] = []
    hands: Counter[tuple[str, int]] = Counter()
    places: Counter[tuple[str, int]] = Counter()
    kept: Counter[tuple[str, int]] = Counter()
    away = {h.name: set(h.away) for h in working.hands}
    spent: Counter[tuple[str, str]] = Counter()
    begins: dict[tuple[str, str], int] = {}
    ends: dict[tuple[str, str], int] = {}
    for p in days.placed:
        task = by[p.piece][p.key]
        spent[p.piece, p.key] += p.end - p.start
        begins[p.piece, p.key] = min(p.start, begins.get((p.piece, p.key), p.start))
        ends[p.piece, p.key] = max(p.end, ends.get((p.piece, p.key), p.end))
        for tick in range(p.start, p.end):
            hands[p.hand, tick] += 1
            if task.place in ("dusty", "clean", "spray"):
                places[task.place, tick] += 1
            if not p.held:
                at = local(tick, working)
                if at.date() in away[p.hand]:
                    faults.append(f"{p.key} of {p.piece} while {p.hand} is away")
                if not any(s.opens <= at.time() < s.shuts for s in working.spans(at.date())):
                    faults.append(f"{p.key} of {p.piece} outside the hours, {at}")
        if p.start < now and not p.held:
            faults.append(f"{p.key} of {p.piece} before now")
    for o in orders:
        for t in o.left:
            key = (o.piece, t.key)
            if spent[key] < -(-t.minutes // MINUTES):
                faults.append(f"{t.key} of {o.piece} has too little time")
            if t.takes:
                # Done in several stretches, it is taken while somebody works on it, and after the last.
                mine = {tick for p in days.placed if (p.piece, p.key) == key for tick in range(p.start, p.end)}
                for tick in mine | set(range(ends[key], ends[key] + -(-t.takes_on // MINUTES))):
                    kept[t.takes, tick] += 1
            for first in t.after:
                wait = -(-by[o.piece][first].wait // MINUTES)
                over = of[o.piece].done[first] if first in of[o.piece].done else ends[o.piece, first] + wait
                if begins[key] < over:
                    faults.append(f"{t.key} of {o.piece} before {first} is over")
            for what in t.comes:
                if begins[key] < o.comes_on.get(what, 0):
                    faults.append(f"{t.key} of {o.piece} before {what} has come")
    faults += [f"{hand} twice at {local(tick, working)}" for (hand, tick), n in hands.items() if n > 1]
    faults += [f"{n} at the {what} place" for (what, _), n in places.items() if n > working.places(what)]
    faults += [f"{n} {what} in use" for (what, _), n in kept.items() if n > working.equipment(what)]
    if not working.dust_apart:
        faults += [f"dust over glass at {local(t, working)}" for (what, t) in places if what == "dusty" and places["clean", t]]
    return faults
