"""What has to be done, as the days see it: the operations of every open piece, and the stretches of bench time they make up."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import date

from shadbo.core import Operation, Plan
from shadbo.shop.bench import gate_of
from shadbo.shop.days.hours import TICK, ticks
from shadbo.shop.days.working import COMING, Coming, Working

# What is done at one sitting without a break (minutes): operations that follow one another in one place are taken together up to it.
SITTING = 90
# An operation that is longer is taken up again after a break, in pieces as long as this (minutes).
STRETCH = 120

# Operations that need one setting up, by the first step of their key: done on one day they are set up once. What is set up, and
# the minutes it takes (common practice).
SET_UP: Mapping[str, tuple[str, int]] = {
    "cut": ("the saw", 5),
    "bars": ("the saw", 5),
    "mat_top": ("the mat cutter", 5),
    "mat_bottom": ("the mat cutter", 5),
    "mats": ("the mat cutter", 5),
    "glazing": ("the glass cutter", 5),
    "glue": ("clamps and glue", 10),
    "glue_all": ("clamps and glue", 10),
    "finish": ("the finish", 10),
}


@dataclass(frozen=True, slots=True)
class Task:
    """One operation of one piece: minutes at the bench, the wait after it, what it comes after, and what it takes up.

    ``reads``: its gate is read at the bench. ``comes`` are kinds of things that must have come before it; ``set_up`` is what is set up for it.
    """

    key: str
    title: str
    minutes: int
    wait: int = 0
    place: str = "bench"
    after: tuple[str, ...] = ()
    takes: str | None = None
    takes_on: int = 0
    gate: bool = False
    reads: bool = False
    comes: tuple[Coming, ...] = ()
    set_up: str = ""


@dataclass(frozen=True, slots=True)
class Placed:
    """When an operation is done: from and to (ticks), by whom; ``until`` is when its wait is over. ``part`` of an operation that is
    done in several stretches. ``held``: it was begun, or a person set it there."""

    piece: str
    key: str
    start: int
    end: int
    hand: str
    until: int
    part: int = 0
    held: bool = False


@dataclass(frozen=True, slots=True)
class Order:
    """An open piece as the days see it. ``done`` are operations that are done, each with the tick its wait is over; ``begun`` what somebody
    has in hand, ``pinned`` what a person set to a time: the first tick and whose hands. ``comes_on`` (tick) is when each kind of thing
    that has to come is there. ``promised`` is the day the piece was last said to be ready. The minutes of its tasks are those that are left."""

    piece: str
    name: str
    tasks: tuple[Task, ...]
    due: date | None = None
    promised: date | None = None
    done: Mapping[str, int] = field(default_factory=dict)
    begun: Mapping[str, tuple[int, str]] = field(default_factory=dict)
    pinned: Mapping[str, tuple[int, str]] = field(default_factory=dict)
    comes_on: Mapping[Coming, int] = field(default_factory=dict)

    @property
    def left(self) -> tuple[Task, ...]:
        return tuple(t for t in self.tasks if t.key not in self.done)


def tasks_of(plan: Plan) -> tuple[Task, ...]:
    """The operations of a plan as tasks, without what is done at the owner’s wall: a piece is ready when it can be fetched."""
    families = {word: what for what, (_, words) in COMING.items() for word in words}
    there = {p.key for p in plan.to_get if p.comes in ("came", "hand", "owner")}
    away: dict[str, tuple[str, ...]] = {}
    out = []
    for o in plan.steps:
        # What comes after something at the wall comes after what that comes after.
        after = tuple(dict.fromkeys(key for named in o.after for key in away.get(named, (named,))))
        if o.place == "wall":
            away[o.key] = after
            continue
        comes = tuple(sorted({families[k] for k in _hands_on(o, there) if k in families}))
        what, _ = SET_UP.get(o.key.split(".")[0], ("", 0))
        out.append(
            Task(
                o.key,
                o.title,
                o.minutes,
                o.wait_minutes,
                o.place,
                after,
                o.takes,
                o.takes_on,
                o.gate,
                (gate := gate_of(o.key, plan)) is not None and gate.must,
                comes,
                what,
            )
        )
    return tuple(out)


def as_done_here(tasks: tuple[Task, ...], working: Working) -> tuple[Task, ...]:
    """The same tasks, with the minutes they take by the shop’s own records."""
    return tuple(replace(t, minutes=working.minutes(t.key, t.minutes)) for t in tasks) if working.paces else tasks


def what_is_left(task: Task, spent: int) -> Task:
    """A task somebody spent time on already (seconds): what is left of it, at least a tick."""
    return replace(task, minutes=max(min(task.minutes, TICK), task.minutes - spent // 60)) if spent else task


def _hands_on(o: Operation, there: set[str]) -> set[str]:
    """The families of what an operation makes or uses, that doesn’t lie there already."""
    return {name.split(".")[0] for name in (*o.makes, *o.uses) if name not in there}


@dataclass(frozen=True, slots=True)
class Block:
    """A stretch of bench time: one or more operations of one piece at one sitting, or a part of a long one. Lengths in ticks.

    ``after`` are blocks of the same piece by their index, each with how long after its end this one may begin (its wait).
    ``busy`` is how long what it takes is kept busy, from its start (between two stretches of one operation it is free).
    """

    piece: str
    tasks: tuple[Task, ...]
    length: int
    place: str
    after: tuple[tuple[int, int], ...]
    release: int
    wait: int
    takes: str | None
    busy: int
    fixed: tuple[int, str] | None
    part: int = 0

    @property
    def set_ups(self) -> frozenset[str]:
        return frozenset(t.set_up for t in self.tasks if t.set_up)

    def placed(self, start: int, hand: str) -> tuple[Placed, ...]:
        """When each of its operations is done."""
        if self.part:
            (task,) = self.tasks
            end = start + self.length
            return (Placed(self.piece, task.key, start, end, hand, end + self.wait, self.part, self.fixed is not None),)
        out, at = [], start
        for task in self.tasks:
            end = at + ticks(task.minutes)
            out.append(Placed(self.piece, task.key, at, end, hand, end + ticks(task.wait), 0, self.fixed is not None))
            at = end
        return tuple(out)


def blocks_of(order: Order, now: int, longest: int) -> tuple[Block, ...]:
    """The stretches that are left of a piece, in the order of work. ``longest`` is the longest sitting there is (ticks)."""
    left = order.left
    most = min(ticks(SITTING), longest)
    groups: list[list[Task]] = []
    for task in left:
        if groups and _goes_on(groups[-1], task, order) and sum(ticks(t.minutes) for t in groups[-1]) + ticks(task.minutes) <= most:
            groups[-1].append(task)
        else:
            groups.append([task])
    out: list[Block] = []
    last_of: dict[str, int] = {}
    for group in groups:
        first, last = group[0], group[-1]
        mine = {t.key for t in group}
        after = {
            last_of[key]: ticks(out[last_of[key]].tasks[-1].wait) if out[last_of[key]].tasks[-1].key == key else 0
            for task in group
            for key in task.after
            if key in last_of and key not in mine
        }
        # What somebody is at already may lie before what it comes after; what comes after it doesn’t.
        for at in [at for at in after if out[at].tasks[0].key in order.begun]:
            after = {**dict(out[at].after), **after}
        release = max(
            [now, *(order.done[key] for t in group for key in t.after if key in order.done)]
            + [order.comes_on[what] for t in group for what in t.comes if what in order.comes_on]
        )
        length, wait = sum(ticks(t.minutes) for t in group), ticks(last.wait)
        begun, pinned = order.begun.get(first.key), order.pinned.get(first.key)
        # What takes longer than was thought is not done before now; what was set to a time that is past is free again.
        fixed = begun or (pinned if pinned and pinned[0] >= now else None)
        if begun:
            length = max(length, now + 1 - begun[0])
        stretch = min(ticks(STRETCH), longest)
        parts = [length] if length <= stretch or fixed else _stretches(length, stretch)
        for n, part in enumerate(parts, 1):
            ends = n == len(parts)
            out.append(
                Block(
                    order.piece,
                    tuple(group),
                    part,
                    first.place,
                    tuple(sorted(after.items())) if n == 1 else ((len(out) - 1, 0),),
                    release if n == 1 else now,
                    wait if ends else 0,
                    last.takes,
                    part + (ticks(last.takes_on) if ends else 0),
                    fixed,
                    n if len(parts) > 1 else 0,
                )
            )
        last_of.update(dict.fromkeys(mine, len(out) - 1))
    return tuple(out)


def _goes_on(group: Sequence[Task], task: Task, order: Order) -> bool:
    """Whether a task is taken up at the same sitting as those before it."""
    last = group[-1]
    return (
        task.place == last.place
        and not last.wait
        and not last.takes
        and not task.takes
        and task.after == (last.key,)
        and not task.comes
        and not any(t.key in order.begun or t.key in order.pinned for t in (last, task))
    )


def _stretches(length: int, most: int) -> list[int]:
    many = -(-length // most)
    return [length // many + (n < length % many) for n in range(many)]
