"""What the record says and is told over the web. Lengths are in mm where they are numbers."""

from __future__ import annotations

import uuid
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from pydantic import BaseModel, ConfigDict, Field, TypeAdapter

from shadbo.core import Say, Shown, UnitName
from shadbo.exports.cards import Card
from shadbo.shop.record.sealed import Done, Note, Used, What
from shadbo.store.records import Found, FoundFacts
from shadbo.store.tables import RecordRow


class Noted(BaseModel):
    """Something put down at the bench, under the name its sender gave it. ``number`` is a count, ``photo`` a picture that was handed in."""

    model_config = ConfigDict(extra="forbid")

    id: uuid.UUID
    what: What
    hand: str = Field(default="", max_length=60)
    step: str = Field(default="", max_length=80)
    part: str = Field(default="", max_length=80)
    text: str = Field(default="", max_length=1000)
    number: float | None = Field(default=None, ge=0, le=100_000)
    photo: str | None = Field(default=None, pattern=r"^[0-9a-f]{64}$")


@dataclass(frozen=True, slots=True)
class ToTag:
    """A part whose batch or tag may be put down, or that may be counted."""

    key: str
    name: str
    planned: int
    material: str


@dataclass(frozen=True, slots=True)
class HandOverOut:
    """A piece before it is handed over: what stands in its way, what isn’t ticked, which readings are out without a word why, what was put
    down, and what may still be."""

    number: int
    stopped: Say | None
    unticked: tuple[str, ...]
    out: tuple[str, ...]
    notes: tuple[Note, ...]
    parts: tuple[ToTag, ...]
    hands: tuple[str, ...]


class HandOver(BaseModel):
    """It is handed over: by whom, to whom, with a word. ``anyway`` where something isn’t ticked, or stops it. ``id`` is the sender’s name for it."""

    model_config = ConfigDict(extra="forbid")

    id: uuid.UUID
    hand: str = Field(default="", max_length=60)
    to: str = Field(default="", max_length=120)
    note: str = Field(default="", max_length=4000)
    anyway: bool = False


class Again(BaseModel):
    """The next one, begun from a record: its name and owner; its two sides as typed, where it has other sizes."""

    model_config = ConfigDict(extra="forbid")

    id: uuid.UUID
    name: str = Field(max_length=120)
    owner: str = Field(default="", max_length=120)
    width: str = Field(default="", max_length=120)
    height: str = Field(default="", max_length=120)
    units: UnitName = "mm"


@dataclass(frozen=True, slots=True)
class FoundOut(FoundFacts):
    """A record in a list."""

    card: Card


@dataclass(frozen=True, slots=True)
class FoundHow:
    """How many records there are, and the name of what they are held against."""

    total: int
    like: str | None


@dataclass(frozen=True, slots=True)
class RecordsOut(FoundHow):
    """Some records."""

    rows: tuple[FoundOut, ...]


FACTS: TypeAdapter[FoundFacts] = TypeAdapter(FoundFacts)
HOW: TypeAdapter[FoundHow] = TypeAdapter(FoundHow)


def found_json(rows: Sequence[Found], total: int, like: str | None) -> bytes:
    """A :class:`RecordsOut` on the wire. The cards are text already: they are put in as they are."""
    told = []
    for row in rows:
        facts = FoundFacts(*(getattr(row, name) for name in FoundFacts.__dataclass_fields__))
        told.append(FACTS.dump_json(facts)[:-1] + b',"card":' + row.card.encode() + b"}")
    return HOW.dump_json(FoundHow(total, like))[:-1] + b',"rows":[' + b",".join(told) + b"]}"


@dataclass(frozen=True, slots=True)
class BegunOut:
    """The piece that was begun."""

    id: uuid.UUID


@dataclass(frozen=True, slots=True)
class LineShown:
    """A reading as built beside planned, and how far off, for the eye."""

    label: str
    planned: Shown
    read: Shown
    off: Shown
    fine: bool


@dataclass(frozen=True, slots=True)
class ReadingShown:
    at: datetime
    step: str
    hand: str
    why: str
    lines: tuple[LineShown, ...]


@dataclass(frozen=True, slots=True)
class VersionOut:
    id: uuid.UUID
    number: int
    handed_at: datetime


def version_of(row: RecordRow) -> VersionOut:
    return VersionOut(row.id, row.number, row.handed_at)


@dataclass(frozen=True, slots=True)
class RecordOut:
    """A piece as it was handed over. ``holds``: its seal is still that of what it seals. ``sealed``: its piece is still put away by it;
    ``sized``: the next one’s sides can be typed where it is begun."""

    id: uuid.UUID
    piece: uuid.UUID
    number: int
    versions: tuple[VersionOut, ...]
    holds: bool
    seal: str
    sealed: bool
    handed_at: datetime
    handed_by: str
    handed_to: str
    name: str
    owner: str
    units: UnitName
    kind: str
    display: str
    method: str
    reversible: str
    touches: str
    size: str
    weight: str
    label: str
    hanging: str
    care: tuple[str, ...]
    note: str
    unticked: tuple[str, ...]
    operations: tuple[Done, ...]
    readings: tuple[ReadingShown, ...]
    parts: tuple[Used, ...]
    notes: tuple[Note, ...]
    what: dict[What, str]
    card: Card
    width: Shown
    height: Shown
    sized: bool


@dataclass(frozen=True, slots=True)
class LastTime:
    """What went wrong with the one before, or was done differently, at the step where it did."""

    step: str
    what: str
    text: str
    name: str
    record: uuid.UUID


@dataclass(frozen=True, slots=True)
class FromOut:
    """A reading or a time, beside what was planned, of a record: the difference in mm, or the minutes."""

    record: str
    name: str
    label: str
    planned: float
    found: float


@dataclass(frozen=True, slots=True)
class ToolOut:
    """What a tool really does (mm), its leaning with the interval it lies in. Nothing is said of it while ``wanting`` more readings; ``now``
    is the shop’s tolerance, ``gives`` how far a reading may be off by it; ``sums`` how it was reckoned."""

    tool: Literal["saw", "mat", "glass", "tape"]
    label: str
    now: float
    gives: float
    wanting: int
    count: int
    leaning: float
    leaning_from: float
    leaning_to: float
    one: float
    offered: float | None
    correct: float
    sums: tuple[str, ...]
    readings: tuple[FromOut, ...]


@dataclass(frozen=True, slots=True)
class TakingOut:
    """How long a kind of work really takes: ``add`` minutes and so many ``times`` what is planned, and the interval the share of that lies in;
    what the days go by ``now``."""

    kind: str
    title: str
    wanting: int
    count: int
    add: float
    times: float
    share_from: float
    share_to: float
    offered: bool
    now_add: float
    now_times: float
    taken: tuple[FromOut, ...]


@dataclass(frozen=True, slots=True)
class YourHands:
    """What the shop’s hands really do; ``mark`` and ``version`` are those of the settings a person would take it over into."""

    records: int
    least: int
    mark: str
    version: int
    tools: tuple[ToolOut, ...]
    times: tuple[TakingOut, ...]


class TakeOver(BaseModel):
    """A person takes over what their hands really do: the tolerance of a tool, or the time of a kind of work; ``back``: the house figure again."""

    model_config = ConfigDict(extra="forbid")

    tool: Literal["saw", "mat", "glass", "tape"] | None = None
    kind: str = Field(default="", max_length=40)
    back: bool = False
