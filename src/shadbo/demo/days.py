"""The club's pieces in mid-work: some drying, one late, one waiting for its glass, two in somebody's hands."""

from __future__ import annotations

import uuid
from collections.abc import Mapping
from datetime import UTC, date, datetime, time, timedelta

from sqlalchemy.orm import Session

from shadbo.shop.days.tasks import Task
from shadbo.shop.days.working import USUAL, Hand, Lead, Span, Working
from shadbo.store import days

# The day the demo's due days were written for: begun on another, they move by whole weeks.
AS_OF = datetime(2027, 2, 24, 10, 20, tzinfo=UTC)
MORNING = (Span(opens=time(8, 30), shuts=time(12, 30)),)
WORKING = Working(
    hands=(Hand(name="Ilva"), Hand(name="Bram", away=(date(2027, 3, 4), date(2027, 3, 5))), Hand(name="Tove")),
    week=(USUAL, USUAL, USUAL, USUAL, MORNING, (), ()),
    leads=(Lead(what="fabric", days=3, supplier="by post"),),
)
# How far each piece is: by whom, the last operation that is done, how long ago (minutes), and what is begun since when.
DONE: tuple[tuple[str, str, str, int], ...] = (
    ("Great Fell loop, jigsaw", "Tove", "glue", 35),
    ("Start line, dawn", "Ilva", "glue", 17 * 60 + 40),
    ("Bunch sprint", "Bram", "glue", 47 * 60),
    ("Model of the relay tandem", "Ilva", "season", 4 * 24 * 60),
    ("Heather from the moor road", "Tove", "apart", 20 * 60),
    ("Hill-climb cup", "Bram", "base", 18 * 60),
    ("The long climb", "Ilva", "paint", 19 * 60),
)
BEGUN = (("Bunch sprint", "Bram", "joint", 15), ("Heather from the moor road", "Tove", "clean", 10))
# What comes for which piece, and in how many days.
COMES = (("First Quillbeck circuit", "glazing", 8), ("Club sampler", "fabric", 5))


def weeks_since(now: datetime) -> timedelta:
    """By how much the demo's days move: whole weeks, so that a Friday stays one."""
    return timedelta(weeks=round((now - AS_OF) / timedelta(weeks=1)))


def begin(session: Session, kept: Mapping[str, tuple[uuid.UUID, tuple[Task, ...]]], now: datetime) -> None:
    """Put the days of the demo shop down: how it works, and how far its pieces are. ``kept``: id and operations by name."""
    moved = weeks_since(now)
    hands = tuple(h.model_copy(update={"away": tuple(d + moved for d in h.away)}) for h in WORKING.hands)
    days.save_working(session, WORKING.model_copy(update={"hands": hands}), 0)
    for name, hand, last, ago in DONE:
        piece, tasks = kept[name]
        till = [t.key for t in tasks].index(last) + 1
        at = now - timedelta(minutes=ago)
        for task in reversed(tasks[:till]):
            # Hands are quicker at some things and slower at others than was thought.
            took = max(2, round(task.minutes * (0.8 + 0.1 * (len(task.key) % 5))))
            row = days.operation(session, piece, task.key)
            row.title, row.planned, row.wait, row.hand = task.title, task.minutes, task.wait, hand
            row.begun_at, row.done_at, row.spent = at - timedelta(minutes=took), at, took * 60
            at -= timedelta(minutes=took + 5)
    for name, hand, key, ago in BEGUN:
        piece, tasks = kept[name]
        task = next(t for t in tasks if t.key == key)
        row = days.operation(session, piece, key)
        at = now - timedelta(minutes=ago)
        row.title, row.planned, row.wait, row.hand, row.begun_at = task.title, task.minutes, task.wait, hand, at
        row.said = {"since": at.isoformat()}
    for name, what, ahead in COMES:
        days.set_coming(session, kept[name][0], what, (now + timedelta(days=ahead)).date())
