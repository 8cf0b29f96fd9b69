"""The schedule that stands, made anew when what it stands on changed: pieces, hands, what is done, what has to come."""

from __future__ import annotations

import hashlib
import logging
import threading
import uuid
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from time import monotonic
from typing import Any

from pydantic import TypeAdapter
from sqlalchemy.orm import Session

from shadbo.api.working import tried
from shadbo.core import Shop
from shadbo.shop.days.hours import LAST_DAY, end_of, fetched, goes_on_at, moment_of, tick_of, ticks
from shadbo.shop.days.solving import Days, schedule
from shadbo.shop.days.tasks import Order, Task, as_done_here, tasks_of, what_is_left
from shadbo.shop.days.telling import Moved, changes
from shadbo.shop.days.working import COMING, Coming, Working
from shadbo.store import days as kept_days
from shadbo.store import pieces, shops
from shadbo.store.database import Database
from shadbo.store.days import OpenPiece
from shadbo.store.tables import OperationRow

log = logging.getLogger("shadbo")
# What was planned for a time that is past and was not begun is planned anew so often (ticks).
STALE = 6
# The rack’s days are brought up to date no oftener than this (seconds).
RENEW = 10.0
# So long is a better schedule looked for (seconds).
SEARCH = 10.0
MOVED: TypeAdapter[Moved] = TypeAdapter(Moved)


@dataclass(frozen=True, slots=True)
class Open:
    """Everything the days are made of: the open pieces as orders; what can’t be in them yet, with why; what is finished."""

    shop: Shop
    working: Working
    version: int
    orders: tuple[Order, ...]
    waiting: tuple[tuple[OpenPiece, str], ...]
    finished: tuple[OpenPiece, ...]
    stood: Mapping[uuid.UUID, Mapping[str, OperationRow]]
    states: tuple[tuple[str, int], ...]
    mark: str

    def basis(self, now: int) -> str:
        """What a schedule stands on, as a mark that changes whenever any of it does."""
        told = [(o.piece, o.due, o.done, o.begun, o.pinned, o.comes_on) for o in self.orders]
        return hashlib.sha256(repr((told, self.states, self.mark, self.version, now // STALE)).encode()).hexdigest()


def gathered(session: Session, now: datetime) -> Open:
    """Everything that is open now. What a piece has to be done is worked out once for each of its states."""
    shop, mark = shops.marked(session)
    working, version = kept_days.working(session)
    stood, coming = kept_days.operations(session), kept_days.coming(session)
    orders: list[Order] = []
    waiting: list[tuple[OpenPiece, str]] = []
    finished: list[OpenPiece] = []
    found = kept_days.open_pieces(session, mark)
    for one in found:
        tasks = tasks_known(session, one, shop, mark)
        if tasks is None:
            waiting.append((one, "something stands in its way: see its sheet"))
            continue
        order = order_of(str(one.id), one.name, one.due, tasks, stood.get(one.id, {}), coming.get(one.id, {}), working, now)
        if order.left:
            orders.append(order)
        else:
            finished.append(one)
    states = tuple((str(one.id), one.state) for one in found)
    return Open(shop, working, version, tuple(orders), tuple(waiting), tuple(finished), stood, states, mark)


def tasks_known(session: Session, one: OpenPiece, shop: Shop, mark: str) -> tuple[Task, ...] | None:
    """What a piece has to be done, as it stands; None where something stands in its way."""
    if one.known:
        return one.tasks
    worked = tried(pieces.get(session, one.id), shop)
    tasks = tasks_of(worked.plan) if worked and worked.plan.settled else None
    kept_days.keep_job(session, one.id, one.state, mark, tasks)
    return tasks


def order_of(
    piece: str,
    name: str,
    due: date | None,
    tasks: tuple[Task, ...],
    stood: Mapping[str, OperationRow],
    coming: Mapping[str, date],
    working: Working,
    now: datetime,
) -> Order:
    """A piece as the days see it: what is done of it, and when what it needs is there."""
    wait = {t.key: t.wait for t in tasks}
    begun = {k: goes_on_at(working, _since(r), now) for k, r in stood.items() if _somebody_is_at(r, working)}
    spent = {k: kept_days.seconds_of(r, moment_of(begun[k], working.tz) if k in begun else now, working) for k, r in stood.items()}
    tasks = tuple(what_is_left(t, spent.get(t.key, 0)) for t in as_done_here(tasks, working))
    return Order(
        piece,
        name,
        tasks,
        due,
        done={k: tick_of(r.done_at) + 1 + ticks(wait.get(k, r.wait)) for k, r in stood.items() if r.done_at},
        begun={k: (at, stood[k].hand) for k, at in begun.items()},
        pinned={k: (tick_of(r.pinned_at), r.hand) for k, r in stood.items() if r.pinned_at and k not in begun and not r.done_at},
        comes_on=_comes_on(tasks, stood, coming, working, now),
    )


def _somebody_is_at(row: OperationRow, working: Working) -> bool:
    """Whether an operation is in somebody’s hands: begun, neither paused nor done, by one who is still of the shop."""
    return bool(row.begun_at) and not row.paused_at and not row.done_at and any(h.name == row.hand for h in working.hands)


def _since(row: OperationRow) -> datetime:
    """Since when somebody is at it, pauses before that left out."""
    assert row.begun_at
    return datetime.fromisoformat(row.said["since"]) if "since" in row.said else row.begun_at


def _comes_on(
    tasks: tuple[Task, ...], stood: Mapping[str, OperationRow], coming: Mapping[str, date], working: Working, now: datetime
) -> dict[Coming, int]:
    """When each kind of thing is there: on the day that was typed; else, until work on it was begun, so many days from today."""
    out: dict[Coming, int] = {}
    for what in COMING:
        used = [t for t in tasks if what in t.comes]
        if not used:
            continue
        if what in coming:
            day = min(coming[what], LAST_DAY)
        elif (lead := working.lead(what)) and not any(t.key in stood and stood[t.key].begun_at for t in used):
            day = now.astimezone(working.tz).date() + timedelta(days=lead)
        else:
            continue
        spans = working.spans(day)
        # What comes on a day is there when the shop opens.
        out[what] = tick_of(datetime.combine(day, spans[0].opens, working.tz)) if spans else end_of(day, working)
    return out


def standing(session: Session, opened: Open, now: datetime) -> Days:
    """The schedule that stands; made anew where what it stands on changed."""
    at = tick_of(now)
    kept_days.alone(session)
    stands = kept_days.standing(session)
    basis = opened.basis(at)
    before = stands.placed if stands else ()
    fresh = stands is not None and stands.basis == basis
    if fresh and (known := _REMEMBERED.get(basis)):
        return known
    made = schedule(opened.orders, opened.working, at, before)
    if fresh:
        _remember(basis, made)
    else:
        keep(session, opened, made, now)
    return made


# The schedules last asked for, by what they stand on: a morning is looked at again and again.
_REMEMBERED: dict[str, Days] = {}


def _remember(basis: str, made: Days) -> None:
    while len(_REMEMBERED) > 3:
        _REMEMBERED.pop(next(iter(_REMEMBERED)))
    _REMEMBERED[basis] = made


def keep(session: Session, opened: Open, made: Days, now: datetime) -> None:
    """Let a schedule stand, and note what moves by it. Whoever makes one keeps others from it meanwhile (:func:`shadbo.store.days.alone`)."""
    stands = kept_days.standing(session)
    at = tick_of(now)
    basis = opened.basis(at)
    _REMEMBERED.pop(basis, None)
    _remember(basis, made)
    told, before = (list(stands.moved), stands.placed) if stands else ([], ())
    moved = changes(before, made, opened.orders, opened.working, at) if before else ()
    due = {o.piece: o.due for o in opened.orders if o.due}
    ready = {
        piece: {"day": day.isoformat(), "late": (day - due[piece]).days if made.late.get(piece) else 0}
        for piece, at in made.ready.items()
        if at is not None and (day := fetched(at, opened.working))
    }
    told = _together(told, [MOVED.dump_python(m, mode="json") for m in moved])
    kept_days.keep_schedule(session, basis, now, made.placed, ready, made.bound, told)


# So much of what moved is told; what is older than that was told long ago.
MOST_TOLD = 60


def _together(told: list[Any], more: list[Any]) -> list[Any]:
    """Of two changes of one thing the day before the first and the day after the last; what is back where it was isn’t told."""
    by: dict[tuple[str, str, str], Any] = {}
    for one in (*told, *more):
        key = (one["who"], one["piece"], "owner" if one["who"] == "owner" else one["say"])
        was = by.pop(key, one)["was"]
        if was != one["now"]:
            by[key] = {**one, "was": was}
            if one["who"] == "owner":
                by[key]["say"] = "ready later" if one["now"] > was else "ready sooner"
    return list(by.values())[-MOST_TOLD:]


class Searcher:
    """Looks for a better schedule in the background, one search at a time; how far it is stands in the database. Brings the one that stands
    up to date for the rack, too."""

    def __init__(self, db: Database) -> None:
        self._db = db
        self._busy = threading.Lock()
        self._renewed: float | None = None

    def renew(self, now: datetime, at_once: bool = False) -> None:
        """Make the schedule anew if what it stands on changed: by and by, for whoever looks at the rack; ``at_once`` where there is none."""
        early = not at_once and self._renewed is not None and monotonic() - self._renewed < RENEW
        if early or not self._busy.acquire(blocking=False):
            return
        self._renewed = monotonic()
        threading.Thread(target=self._renew, args=(now,), name="schedule", daemon=True).start()

    def _renew(self, now: datetime) -> None:
        try:
            with self._db.work() as session:
                standing(session, gathered(session, now), now)
        except Exception:
            log.exception("the schedule could not be brought up to date; it is tried again")
        finally:
            self._busy.release()

    def begin(self, now: datetime) -> bool:
        """Whether a search was begun: not where one runs."""
        if not self._busy.acquire(blocking=False):
            return False
        with self._db.work() as session:
            kept_days.searching(session, {"since": now.isoformat(), "late": None, "bound": None})
        threading.Thread(target=self._run, args=(now,), name="schedule", daemon=True).start()
        return True

    def _run(self, now: datetime) -> None:
        try:
            with self._db.work() as session:
                opened = gathered(session, now)
                stands = kept_days.standing(session)
            before = stands.placed if stands else ()

            def told(late: int, bound: int) -> None:
                with self._db.work() as session:
                    kept_days.searching(session, {"since": now.isoformat(), "late": late, "bound": bound})

            made = schedule(opened.orders, opened.working, tick_of(now), before, SEARCH, told)
            with self._db.work() as session:
                kept_days.alone(session)
                newest = gathered(session, now)
                # Somebody worked meanwhile: what was found is the schedule before, and what changed finds its room in it.
                if newest.basis(tick_of(now)) != opened.basis(tick_of(now)):
                    made = schedule(newest.orders, newest.working, tick_of(now), made.placed)
                keep(session, newest, made, now)
        except Exception:
            log.exception("the search for a better schedule failed; the one that stands stays")
        finally:
            try:
                with self._db.work() as session:
                    kept_days.searching(session, None)
            finally:
                self._busy.release()
