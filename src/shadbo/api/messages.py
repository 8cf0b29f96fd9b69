"""What goes over the wire besides the plan itself."""

from __future__ import annotations

import uuid
from dataclasses import dataclass
from datetime import date, datetime
from typing import Annotated, Any

from pydantic import BaseModel, Field, TypeAdapter

from shadbo.api.differing import PatchStep
from shadbo.core import (
    SAYS,
    Comparison,
    DateStyle,
    Edit,
    Fraction,
    InchParts,
    Opened,
    OwnWay,
    Plan,
    Practice,
    Say,
    Shop,
    Shown,
    TriedWay,
    Understood,
    UnitName,
    View,
    ViewKey,
    Word,
    find,
)


@dataclass(frozen=True, slots=True)
class Read:
    """How a typed length was understood. ``mm`` for drawing the tape; ``give`` is how far a + or - leaves it open. ``first`` and
    ``second``: width and height, where both were typed in one; then the rest is of the first."""

    mm: float
    shown: Shown
    unit: UnitName
    give: Shown | None
    division_mm: float
    first: str = ""
    second: str = ""


def read_of(understood: Understood, shop: Shop, two: tuple[str, str] | None = None) -> Read:
    show = shop.showing.show
    give = show(understood.give_mm, "fine") if understood.give_mm else None
    division = float(shop.tape.division_mm(understood.unit))
    return Read(float(understood.mm), show(understood.mm, "fine"), understood.unit, give, division, *(two or ()))


@dataclass(frozen=True, slots=True)
class Stuck:
    """The newest state can't be worked out: what changed in it and when; the state that is shown instead, and what made that."""

    change: str
    saved_at: datetime
    shown: int
    shown_change: str


@dataclass(frozen=True, slots=True)
class PieceOut:
    """A piece as the sheet needs it: its words, its version, its plan as far as it was asked for. ``mark`` names this very plan, for a
    preview to be held against. ``stuck``: its newest state can't be worked out, an older
    one is shown. ``missing``: names of pictures its file spoke of that this shop has not. ``sealed_by``: the record it was handed over by."""

    id: uuid.UUID
    version: int
    archived: bool
    updated_at: datetime
    name: str
    owner: str
    due: date | None
    note: str
    units: UnitName
    practice: str
    undo: str | None
    redo: str | None
    plan: Plan
    mark: str
    stuck: Stuck | None = None
    missing: tuple[str, ...] = ()
    sealed_by: uuid.UUID | None = None


@dataclass(frozen=True, slots=True)
class DrawingOut:
    """A drawing that can be taken away; a template is printed at full size, on so many sheets of each paper (no ``sheets``: it is none)."""

    key: str
    title: str
    sheets: dict[str, int]


@dataclass(frozen=True, slots=True)
class Change:
    """A figure before and after."""

    figure: str
    label: str
    before: Shown | None
    after: Shown | None


@dataclass(frozen=True, slots=True)
class PreviewOut:
    """What an edit would do, unsaved: what becomes of the plan, the figures it moves, the checks it mends and brings.

    ``patch`` makes the plan out of the one that was named by its mark; where that is not the one that stands, ``plan`` is all of it.
    """

    plan: Plan | None
    patch: tuple[PatchStep, ...]
    read: Read | None
    changes: tuple[Change, ...]
    mended: tuple[Say, ...]
    brought: tuple[Say, ...]


@dataclass(frozen=True, slots=True)
class WaysOut:
    """The ways out of a piece’s stops and cautions that were tried and hold, by the check’s key."""

    version: int
    checks: dict[str, tuple[TriedWay, ...]]


@dataclass(frozen=True, slots=True)
class OwnWayOut:
    """How the last of its kind was made in somebody’s own way."""

    piece: uuid.UUID
    name: str
    way: OwnWay


@dataclass(frozen=True, slots=True)
class SlipOut:
    sentence: str
    gives: Shown


@dataclass(frozen=True, slots=True)
class Compared:
    """Somebody's own number held against a figure; ``makes`` is what the sum it was written with comes to, if that is another."""

    makes: Shown | None
    own: Shown
    agrees: bool
    within_tolerance: bool
    difference: Shown
    slips: tuple[SlipOut, ...]


@dataclass(frozen=True, slots=True)
class State:
    state: int
    change: str
    saved_at: datetime
    current: bool


@dataclass(frozen=True, slots=True)
class PictureOut:
    """A picture file that was handed in: its fingerprint, name, and pixels."""

    sha256: str
    name: str
    media: str
    width: int
    height: int


@dataclass(frozen=True, slots=True)
class PrintOut:
    """A print being made: how far it is (%), what went wrong, whether the file can be had."""

    id: uuid.UUID
    done: int
    trouble: str
    ready: bool


@dataclass(frozen=True, slots=True)
class KindOut:
    """A kind of item, and how high it usually stands in front of its mount and out behind."""

    key: str
    label: str
    front: str
    behind: str


@dataclass(frozen=True, slots=True)
class OutlineOut:
    """An outline: mm from its corner (y down), where it lies in the photograph (shares), its size."""

    points: tuple[tuple[float, float], ...]
    places: tuple[tuple[float, float], ...]
    width: Shown
    height: Shown


@dataclass(frozen=True, slots=True)
class ColourOut:
    colour: str


def outline_of(points: Any, places: Any, shop: Shop) -> OutlineOut:
    size = [Fraction(round((max(p[i] for p in points) - min(p[i] for p in points)) * 1000), 1000) for i in (0, 1)]
    wide, tall = (shop.showing.show(mm, "depth") for mm in size)
    return OutlineOut(tuple((x, y) for x, y in points), tuple((x, y) for x, y in places), wide, tall)


PIECE_JSON: TypeAdapter[PieceOut] = TypeAdapter(PieceOut)
WAYS_OUT_JSON: TypeAdapter[WaysOut] = TypeAdapter(WaysOut)
COMPARISON_JSON: TypeAdapter[Comparison] = TypeAdapter(Comparison)
OPENED_JSON: TypeAdapter[Opened] = TypeAdapter(Opened)

# As far as a column of the database counts.
Version = Annotated[int, Field(ge=0, lt=2**31)]
Edits = Annotated[list[Edit], Field(min_length=1, max_length=200)]


class Save(BaseModel):
    """Edits to be saved over ``version``; ``goes_on`` if they carry the last change further. ``id`` is the sender's own name for this
    save: sent again under it, because the answer was lost, it is not done twice."""

    version: Version
    edits: Edits
    goes_on: bool = False
    id: uuid.UUID | None = None


class Preview(BaseModel):
    """Edits to be tried out; ``mark`` of the plan they are looked at with. ``glance`` is the one drawing that is looked at while a part
    is dragged: then figures, checks and states are worked out and that drawing, no more."""

    edits: Edits
    mark: str = Field(default="", max_length=200)
    glance: ViewKey | None = None


class AtVersion(BaseModel):
    version: Version
    id: uuid.UUID | None = None


class Standing(BaseModel):
    """The version that stands."""

    version: int


class Archive(BaseModel):
    archived: bool


class Restore(BaseModel):
    version: Version
    state: Annotated[int, Field(ge=0, lt=2**63)]


class ReadLength(BaseModel):
    text: str = Field(max_length=500)
    unit: UnitName


class Compare(BaseModel):
    text: str = Field(max_length=500)
    unit: UnitName


class ShopSettings(BaseModel):
    """The settings of the shop that people change most; mm as text, read like any length. ``mark``: of the settings they were changed on;
    without one they are set whatever stands."""

    mark: str | None = Field(default=None, max_length=64)
    name: str | None = Field(default=None, min_length=1, max_length=120)
    units: UnitName | None = None
    dates: DateStyle | None = None
    inch_parts: InchParts
    tape_mm: str = Field(max_length=120)
    tape_in: str = Field(max_length=120)
    saw: str = Field(max_length=120)
    kerf: str = Field(max_length=120)
    practice: Practice = "decorative"


class NewPiece(BaseModel):
    """A new piece: what it is (a start), its name, and its sizes as typed, by field. ``id`` is the one it gets, if its sender gives one:
    sent twice, it is one piece. ``said``: the words it was found by."""

    id: uuid.UUID | None = None

    start: str = Field(max_length=60)
    name: str = Field(max_length=500)
    owner: str = Field(default="", max_length=500)
    units: UnitName = "mm"
    sizes: dict[str, Annotated[str, Field(max_length=500)]] = Field(max_length=40)
    said: str = Field(default="", max_length=80)

    @property
    def says(self) -> tuple[str, tuple[str, ...]]:
        """The kind or material it was said to be, and what was said with it."""
        found = find(self.said)
        return found.kind(self.start), found.says


SharePoint = tuple[Annotated[float, Field(ge=-0.2, le=1.2)], Annotated[float, Field(ge=-0.2, le=1.2)]]


class OutlineAsked(BaseModel):
    """How to read an outline off a photograph: two marks and their distance, or four corners of a rectangle and its size
    (places as shares of the photograph); ``near`` picks the thing, ``by_hand`` are its corners as somebody marked them."""

    marks: Annotated[list[SharePoint], Field(max_length=2)] = []
    distance: str = Field(default="", max_length=200)
    corners: Annotated[list[SharePoint], Field(max_length=4)] = []
    width: str = Field(default="", max_length=200)
    height: str = Field(default="", max_length=200)
    near: SharePoint | None = None
    by_hand: Annotated[list[SharePoint], Field(max_length=240)] = []
    unit: UnitName = "mm"


@dataclass(frozen=True, slots=True)
class AskedOut:
    key: str
    label: str


@dataclass(frozen=True, slots=True)
class WordsOut:
    """Words, and by their key the scenes they are shown on."""

    words: tuple[Word, ...]
    scenes: dict[str, View]


@dataclass(frozen=True, slots=True)
class StartOut:
    """What a piece can be; ``called``: its name if it is given none; ``shown_on``: drawings of where its sizes are measured."""

    key: str
    label: str
    called: str
    detail: str
    said: str
    asks: tuple[AskedOut, ...]
    shown_on: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class MeantOut:
    """What was found for somebody’s words: the starts, best first; the one that is chosen, where it is one; what was said with it, in words."""

    starts: tuple[str, ...]
    chosen: str
    says: tuple[str, ...]

    @classmethod
    def of(cls, text: str) -> MeantOut:
        found = find(text)
        of = found.kind_said
        return cls(
            tuple(one.start for one in found.meant), found.chosen, (*((of,) if of else ()), *(SAYS[says] for says in found.says))
        )


@dataclass(frozen=True, slots=True)
class PracticeOut:
    """A school, and what it holds things by in a few words."""

    key: Practice
    detail: str


@dataclass(frozen=True, slots=True)
class ShopOut:
    """The shop's name and settings, lengths as text with unit. ``mark`` changes with any of them."""

    mark: str
    name: str
    demo: bool
    asked: bool
    units: UnitName
    dates: DateStyle
    inch_parts: InchParts
    tape_mm: str
    tape_in: str
    saw: str
    kerf: str
    practice: Practice
    practices: tuple[PracticeOut, ...]
