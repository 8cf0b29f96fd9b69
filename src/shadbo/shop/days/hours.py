"""Time as the schedule counts it: ticks of five minutes since 1970 UTC, so that neither a night nor daylight saving is a special case."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from zoneinfo import ZoneInfo

from shadbo.shop.days.working import Working

TICK = 5
A_DAY = 24 * 60 // TICK


def ticks(minutes: int) -> int:
    """Minutes in ticks, rounded up."""
    return -(-minutes // TICK)


def tick_of(moment: datetime) -> int:
    """The tick a moment lies in. The moment knows its zone."""
    return int(moment.timestamp() // 60) // TICK


def tick_after(moment: datetime) -> int:
    """The first tick that begins at or after a moment."""
    return -int(-moment.timestamp() // (60 * TICK))


def moment_of(tick: int, zone: ZoneInfo) -> datetime:
    """When a tick begins, in a zone’s own time."""
    return datetime.fromtimestamp(tick * TICK * 60, UTC).astimezone(zone)


def day_of(tick: int, zone: ZoneInfo) -> date:
    return moment_of(tick, zone).date()


def end_of(day: date, working: Working) -> int:
    """The last tick of a day somebody can hand a piece over: when the shop shuts, or midnight on a day it is shut."""
    spans = working.spans(day)
    if spans:
        return tick_of(datetime.combine(day, spans[-1].shuts, working.tz))
    return tick_of(datetime.combine(day + timedelta(days=1), datetime.min.time(), working.tz))


def fetched(ready: int, working: Working) -> date:
    """The first day somebody is there to hand over what is ready at a tick."""
    day = day_of(ready, working.tz)
    for n in range(60):
        later = day + timedelta(days=n)
        if working.spans(later) and end_of(later, working) >= ready:
            return later
    return day


@dataclass(frozen=True, slots=True)
class Sitting:
    """A stretch of a day in which somebody is at the bench: from and to (ticks), and whose hands are there."""

    start: int
    end: int
    hands: tuple[str, ...]
    day: date


def sittings(working: Working, first: date, days: int) -> tuple[Sitting, ...]:
    """Every stretch of bench time in so many days. Hours that daylight saving swallows are none."""
    out: list[Sitting] = []
    for n in range(days):
        day = first + timedelta(days=n)
        hands = tuple(h.name for h in working.hands if day not in h.away)
        if not hands:
            continue
        for span in working.spans(day):
            start = tick_after(datetime.combine(day, span.opens, working.tz))
            end = tick_of(datetime.combine(day, span.shuts, working.tz))
            if end > start:
                out.append(Sitting(start, end, hands, day))
    return tuple(out)


def sitting_at(found: Sequence[Sitting], tick: int) -> int:
    """The place in the list of the first sitting that ends after a tick."""
    return bisect_right(found, tick, key=lambda s: s.end)
