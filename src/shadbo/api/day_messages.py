"""What the days say and are told over the web. Moments are in the shop’s own time, with their offset."""

from __future__ import annotations

import uuid
from dataclasses import dataclass
from datetime import date, datetime
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field

from shadbo.core import Say, Shown, Stage, UnitName
from shadbo.shop.days.telling import Moved, Week
from shadbo.shop.days.working import MOST_DAYS_OFF, MOST_HANDS, Coming

State = Literal["planned", "begun", "paused", "done"]


@dataclass(frozen=True, slots=True)
class DoingOut:
    """An operation in somebody’s day. ``until`` is when its wait is over (None: it has none); ``reads``: its gate is read at the bench."""

    piece: str
    name: str
    key: str
    title: str
    start: datetime
    end: datetime
    until: datetime | None
    place: str
    gate: bool
    reads: bool
    pinned: bool
    set_up: str
    again: bool
    state: State


@dataclass(frozen=True, slots=True)
class HandsOut:
    hand: str
    away: bool
    doing: tuple[DoingOut, ...]


@dataclass(frozen=True, slots=True)
class DryingOut:
    piece: str
    name: str
    title: str
    until: datetime


@dataclass(frozen=True, slots=True)
class ToComeOut:
    piece: str
    name: str
    what: Coming
    label: str
    day: date


@dataclass(frozen=True, slots=True)
class LateOut:
    """A piece that can’t be ready by its day: the day it is due, and the day it will be ready."""

    piece: str
    name: str
    due: date
    day: date


@dataclass(frozen=True, slots=True)
class NamedOut:
    """A piece that isn’t in the days, and why."""

    piece: str
    name: str
    why: str


@dataclass(frozen=True, slots=True)
class SearchOut:
    """How far the search for a better schedule is: hours late found so far, and what can’t be undercut."""

    late: float | None
    bound: float | None


@dataclass(frozen=True, slots=True)
class DaysOut:
    """A day and its week: what each pair of hands does, what dries, what is to come, pieces along the days, who is to be told what.
    ``beyond``: so many open pieces more than are planned together."""

    now: datetime
    zone: str
    day: date
    today: date
    next: date
    before: date
    hands: tuple[HandsOut, ...]
    drying: tuple[DryingOut, ...]
    to_come: tuple[ToComeOut, ...]
    week: Week
    moved: tuple[Moved, ...]
    late: tuple[LateOut, ...]
    waiting: tuple[NamedOut, ...]
    finished: tuple[NamedOut, ...]
    beyond: int
    loose: tuple[NamedOut, ...]
    search: SearchOut | None


@dataclass(frozen=True, slots=True)
class HeldOut:
    why: str
    say: str


@dataclass(frozen=True, slots=True)
class SoonerOut:
    """A way to have it sooner: in words, and the day it is ready then. What it does: edits of the piece, or a morning more at the bench,
    or something fetched; with none of these it only takes the piece up first."""

    key: str
    say: str
    day: date
    edits: tuple[dict[str, Any], ...]


@dataclass(frozen=True, slots=True)
class ComesOut:
    """A kind of thing a piece needs, and the day it is there (None: it is in the house)."""

    what: Coming
    label: str
    day: date | None


@dataclass(frozen=True, slots=True)
class ReadyOut:
    """When a piece can be fetched: the day, what decides it, ways to have it sooner; ``late`` by so many days after ``due``; ``comes``
    is what has to be there for what is left to do."""

    day: date
    due: date | None
    late: int
    held: tuple[HeldOut, ...]
    sooner: tuple[SoonerOut, ...]
    comes: tuple[ComesOut, ...]


@dataclass(frozen=True, slots=True)
class CardReady:
    """For the rack: the day a piece is ready, and how many days after its due day (0: in time)."""

    piece: str
    day: date
    late: int


class AskReady(BaseModel):
    """When a new piece could be ready, before it is taken in."""

    model_config = ConfigDict(extra="forbid")

    start: str = Field(max_length=60)
    units: UnitName = "mm"
    sizes: dict[str, str] = Field(max_length=20)


class HandIn(BaseModel):
    model_config = ConfigDict(extra="forbid")

    name: str = Field(max_length=60)
    away: Annotated[list[date], Field(max_length=MOST_DAYS_OFF)] = []


class WorkingIn(BaseModel):
    """How the shop works, as it is typed: hours of each weekday as text, days off as days."""

    model_config = ConfigDict(extra="forbid")

    version: int
    zone: str = Field(max_length=60)
    hands: Annotated[list[HandIn], Field(max_length=MOST_HANDS)]
    week: Annotated[list[Annotated[str, Field(max_length=120)]], Field(min_length=7, max_length=7)]
    shut: Annotated[list[date], Field(max_length=MOST_DAYS_OFF)] = []
    also: Annotated[dict[date, Annotated[str, Field(max_length=120)]], Field(max_length=MOST_DAYS_OFF)] = {}
    places: dict[str, int] = Field(max_length=8)
    dust_apart: bool = False
    leads: dict[Coming, int] = {}
    suppliers: dict[Coming, Annotated[str, Field(max_length=80)]] = {}


@dataclass(frozen=True, slots=True)
class WorkingOut:
    version: int
    zone: str
    zones: tuple[str, ...]
    hands: tuple[HandIn, ...]
    weekdays: tuple[str, ...]
    week: tuple[str, ...]
    shut: tuple[date, ...]
    also: dict[date, str]
    places: dict[str, int]
    dust_apart: bool
    leads: dict[Coming, int]
    suppliers: dict[Coming, str]
    kinds: dict[Coming, str]


class Do(BaseModel):
    """What is done with an operation, ``ago`` seconds ago (a tablet that was away sends late, and its clock may be wrong); ``sent`` is
    the sender’s name for it.

    ``pin`` sets it to ``at``; ``minutes`` corrects what was taken by the clock.
    """

    model_config = ConfigDict(extra="forbid")

    do: Literal["begin", "pause", "done", "undo", "pin", "unpin", "minutes"]
    hand: str = Field(default="", max_length=60)
    ago: int = Field(default=0, ge=0, le=7 * 24 * 3600)
    at: datetime | None = None
    minutes: int | None = Field(default=None, ge=0, le=100_000)
    sent: uuid.UUID | None = None


class TakeSooner(BaseModel):
    """A way to have a piece sooner that isn’t an edit of it, by its key."""

    model_config = ConfigDict(extra="forbid")

    key: str = Field(max_length=60, pattern=r"^(fetch\.[a-z]+|open\.\d{4}-\d{2}-\d{2}|first)$")


class SetComing(BaseModel):
    """The day something comes; None for the shop’s usual."""

    model_config = ConfigDict(extra="forbid")

    what: Coming
    day: date | None


@dataclass(frozen=True, slots=True)
class OperationOut:
    """What became of an operation."""

    key: str
    state: State
    hand: str
    begun_at: datetime | None
    done_at: datetime | None
    until: datetime | None
    seconds: int
    pinned_at: datetime | None


@dataclass(frozen=True, slots=True)
class InHand:
    """A part a step has in hand; ``key``: the row of the lists in which it is said how it is."""

    key: str
    name: str
    count: int
    size: Say


@dataclass(frozen=True, slots=True)
class AskedOut:
    """A reading a gate asks for."""

    key: str
    label: str


@dataclass(frozen=True, slots=True)
class StepOut:
    """A step at the bench, with the drawing that shows it and the stage whose dimension lines it bears; ``lies``: what of it is seen where
    all is laid apart. ``reads``: its gate takes
    readings, or what it cuts may be read (not ``must``); ``blind``: what was planned is shown only then. ``photograph``: of what one is asked for."""

    key: str
    title: str
    say: Say
    minutes: int
    wait: int
    gate: bool
    care: str
    place: str
    after: tuple[str, ...]
    view: str
    stage: Stage
    parts: tuple[str, ...]
    lies: tuple[str, ...]
    in_hand: tuple[InHand, ...]
    reads: tuple[AskedOut, ...]
    blind: bool
    must: bool
    photograph: str


@dataclass(frozen=True, slots=True)
class BenchOut:
    """A piece at the bench: its steps, what became of each, and whose hands there are. ``stopped``: something stands in its way."""

    now: datetime
    version: int
    steps: tuple[StepOut, ...]
    operations: tuple[OperationOut, ...]
    hands: tuple[str, ...]
    stopped: Say | None


class ReadGate(BaseModel):
    """What was read at a gate, as it was typed. ``anyway``: it is taken as it is, for this reason."""

    model_config = ConfigDict(extra="forbid")

    readings: dict[str, Annotated[str, Field(max_length=120)]] = Field(max_length=24)
    unit: UnitName = "mm"
    hand: str = Field(default="", max_length=60)
    anyway: str = Field(default="", max_length=400)


@dataclass(frozen=True, slots=True)
class LineOut:
    """A reading judged: planned, read, how far off, and how much is within what saw and tape give. ``doubt``: what it looks like instead,
    in words. ``assumed``: nothing was known of it, and it is off from nothing."""

    key: str
    label: str
    planned: Shown
    read: Shown
    off: Shown
    give: Shown
    fine: bool
    doubt: str
    assumed: bool


@dataclass(frozen=True, slots=True)
class ChangedOut:
    label: str
    before: Say
    after: Say


@dataclass(frozen=True, slots=True)
class GateOut:
    """A gate judged. Where it isn’t fine, or is typed in anyway: the edits by which the plan goes on from what is there, what they change in what is still to be
    cut, and what would stand in the way then (None: this piece can’t go on so); ``anew`` are the steps that are done again to make it as
    it was planned, ``mend`` what is tried before that; ``gives`` what a reading may be out by, in words. ``version`` is what it was judged on:
    the edits are meant over that one."""

    fine: bool
    compared: bool
    lines: tuple[LineOut, ...]
    edits: tuple[dict[str, Any], ...]
    changes: tuple[ChangedOut, ...]
    stop: Say | None
    anew: tuple[str, ...]
    mend: str
    gives: str
    version: int


@dataclass(frozen=True, slots=True)
class TimerOut:
    """A wait that runs, or that is over and nobody went on from: of which piece, after which step, and when it ends."""

    piece: str
    name: str
    key: str
    title: str
    until: datetime
    over: bool


@dataclass(frozen=True, slots=True)
class TimersOut:
    now: datetime
    timers: tuple[TimerOut, ...]


@dataclass(frozen=True, slots=True)
class ReadingOut:
    """What a tape, calliper or scale sent, as it is typed into a field; no ``kind``: garbage came."""

    number: int
    at: datetime
    kind: str | None
    text: str


@dataclass(frozen=True, slots=True)
class ReadingsOut:
    """Whether the shop has such a device, whether it answers, the number of its last reading, and what came since."""

    there: bool
    connected: bool
    last: int
    readings: tuple[ReadingOut, ...]
