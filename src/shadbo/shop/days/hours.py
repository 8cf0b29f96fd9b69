"""Time as the schedule counts it: ticks of five minutes since 1970 UTC, so that neither a night nor daylight saving is a special case."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, time, timedelta
from zoneinfo import ZoneInfo

from shadbo.shop.days.working import Working

TICK = 5
# The calendar has an end: a day further on is counted as this one.
LAST_DAY = date.max - timedelta(days=2)
LAST_TICK = int(datetime.combine(LAST_DAY, time(), UTC).timestamp()) // (60 * TICK)
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
    """When a tick begins, in a zone’s own time; after the end of the calendar, its last day."""
    return datetime.fromtimestamp(min(tick, LAST_TICK) * TICK * 60, UTC).astimezone(zone)


def day_of(tick: int, zone: ZoneInfo) -> date:
    return moment_of(tick, zone).date()


def end_of(day: date, working: Working) -> int:
    """The last tick of a day somebody can hand a piece over: when the shop shuts, or midnight on a day it is shut."""
    day = min(day, LAST_DAY)
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


# A step that takes so many times what was planned for it was forgotten.
FORGOTTEN = 3
# Bench time is looked for no further back than this (days): nobody works longer on one step.
LOOKED_BACK = 60


def worked_seconds(working: Working, since: datetime, until: datetime, planned: int) -> int:
    """What somebody worked between two moments (seconds): the hours of the shop alone, so that a night isn’t work.

    Where no hours lie between (somebody stayed late), it is as long as the clock says, up to :data:`FORGOTTEN` times ``planned`` (minutes).
    """
    if until <= since:
        return 0
    since = max(since, until - timedelta(days=LOOKED_BACK))
    first, last = since.astimezone(working.tz).date(), until.astimezone(working.tz).date()
    inside = [min(until, b) - max(since, a) for a, b in _hours(working, first, last) if a < until and b > since]
    if inside:
        return round(sum(inside, timedelta()).total_seconds())
    return min(round((until - since).total_seconds()), FORGOTTEN * 60 * planned)


def goes_on_at(working: Working, since: datetime, now: datetime) -> int:
    """From when on (tick) a step that somebody began takes their hands: since then; one left running overnight from when it is gone on with."""
    day = now.astimezone(working.tz).date()
    opens = next((a for a, b in _hours(working, day, day + timedelta(days=LOOKED_BACK)) if b > now), now)
    if since >= opens or (opens > now and not worked_seconds(working, since, now, 0)):
        return tick_of(since)
    return tick_after(opens)


def at(day: date, clock: time, working: Working) -> datetime:
    """A time of day in the shop’s own zone, as a moment that can be counted with (UTC)."""
    return datetime.combine(day, clock, working.tz).astimezone(UTC)


def _hours(working: Working, first: date, last: date) -> Iterator[tuple[datetime, datetime]]:
    """From when till when somebody is there, of every day from the first to the last."""
    for n in range((last - first).days + 1):
        day = first + timedelta(days=n)
        yield from ((at(day, s.opens, working), at(day, s.shuts, working)) for s in working.spans(day))


def sitting_at(found: Sequence[Sitting], tick: int) -> int:
    """The place in the list of the first sitting that ends after a tick."""
    return bisect_right(found, tick, key=lambda s: s.end)
