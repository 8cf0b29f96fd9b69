"""A piece as it was built, beside how it was planned: an open document (``shadbo.record/1``) that is sealed when the piece is handed over.

Lengths are numbers in mm, times in whole minutes, moments with their offset. What is told in words is told in the piece's units.
"""

from __future__ import annotations

import hashlib
from collections.abc import Iterable, Iterator, Mapping, Sequence
from datetime import date, datetime
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field

from shadbo.core import COMES, Fault, Piece, Plan, Shop, UnitName, care_of, document_of, facts_of, label_written, plain

# What is put down at the bench: done differently, gone wrong, the tag or batch of a material, a count, a photograph.
What = Literal["differently", "wrong", "material", "count", "photo"]
WORDS: Mapping[What, str] = {
    "differently": "Done differently",
    "wrong": "Went wrong",
    "material": "Tag or batch",
    "count": "Counted",
    "photo": "Photograph",
}


class Part(BaseModel):
    model_config = ConfigDict(extra="forbid", frozen=True)


class LineRead(Part):
    """One reading beside what was planned (mm); ``tool`` is what made what was read, nothing where it tells of none."""

    key: str
    label: str
    planned: float
    read: float
    fine: bool
    tool: str = ""

    @property
    def off(self) -> float:
        """How far from what was planned (mm; below nothing: smaller)."""
        return _mm(self.read - self.planned)


class Reading(Part):
    """Readings taken at one time; ``why`` they were taken as they were, where they were out."""

    at: datetime
    hand: str
    unit: UnitName
    why: str = ""
    lines: tuple[LineRead, ...]


class Done(Part):
    """One operation: by whom, when, in how many minutes beside how many were planned; ``wait`` after it (minutes). ``planned_frame`` is the
    frame as it was to be made (JSON), where a reading was out and the plan may have gone on from what was there."""

    key: str
    title: str
    hand: str = ""
    begun_at: datetime | None = None
    done_at: datetime | None = None
    minutes: int = 0
    planned: int = 0
    wait: int = 0
    readings: tuple[Reading, ...] = ()
    planned_frame: str = ""


class Note(Part):
    """What was put down at the bench, at a step and of a part where there is one; ``number`` of a count, ``photo`` a file's fingerprint."""

    id: str
    at: datetime
    hand: str = ""
    what: What
    step: str = ""
    part: str = ""
    text: str = ""
    number: Annotated[float | None, Field(ge=0)] = None
    photo: str | None = None

    def faults(self) -> Iterator[Fault]:
        """What is missing from it to say anything."""
        if self.what == "photo" and self.photo is None:
            yield Fault("/photo", "Photograph", "", "is missing", "a picture")
        if self.what == "count" and self.number is None:
            yield Fault("/number", "Count", "", "is missing", "a number")
        if self.what in ("material", "count") and not self.part.strip():
            yield Fault("/part", "Part", "", "is missing", "a part of the piece")
        if self.what not in ("photo", "count") and not self.text.strip():
            yield Fault("/text", "Note", "", "is empty", "a word or two")


class Used(Part):
    """One part: planned how many, used how many (None: nobody counted), its material, its size in words and its tag or batch."""

    key: str
    name: str
    planned: int
    used: float | None = None
    material: str = ""
    size: str = ""
    comes: str = ""
    tag: str = ""


class Sealed(Part):
    """One handed-over version of a piece."""

    format: Literal["shadbo.record/1"] = "shadbo.record/1"
    id: str
    number: int = Field(ge=1)
    handed_at: datetime
    handed_by: str
    handed_to: str = ""
    shop: str
    name: str
    owner: str = ""
    units: UnitName
    type: str
    kind: str
    display: str
    display_key: str
    method: str
    reversible: str
    touches: str
    traits: tuple[str, ...]
    size: str
    width: float
    height: float
    deep: float
    weight: str
    label: str
    hanging: str
    care: tuple[str, ...]
    due: date | None = None
    note: str = ""
    unticked: tuple[str, ...] = ()
    operations: tuple[Done, ...]
    parts: tuple[Used, ...]
    notes: tuple[Note, ...]
    piece: dict[str, Any]

    @property
    def materials(self) -> tuple[str, ...]:
        """What it was cut from."""
        return tuple(dict.fromkeys(p.material for p in self.parts if p.material and p.comes == "cut"))

    @property
    def planned_frame(self) -> str:
        """The frame as it was first to be made, where the piece went on from what was there; else nothing."""
        return next((o.planned_frame for o in self.operations if o.planned_frame), "")

    @property
    def photographs(self) -> tuple[Note, ...]:
        return tuple(n for n in self.notes if n.photo)

    @property
    def wrongs(self) -> tuple[Note, ...]:
        """What the next one like it is told: what went wrong, and what was done differently."""
        return tuple(n for n in self.notes if n.what in ("wrong", "differently"))

    @property
    def unexplained(self) -> tuple[str, ...]:
        """Readings that were out when last read, and nobody said why they will do."""
        last = [(o.title, o.readings[-1]) for o in self.operations if o.readings and not o.readings[-1].why]
        return tuple(f"{title}: {line.label or line.key}" for title, reading in last for line in reading.lines if not line.fine)

    @property
    def words(self) -> str:
        """All that a search looks in."""
        said = (self.name, self.owner, self.note, self.kind, self.display, self.method, *self.materials)
        return " ".join((*said, *(n.text for n in self.notes), *(r.why for o in self.operations for r in o.readings)))


class Known(Part):
    """What a thing is found again by: what it is, its sides and its depth (mm), its traits."""

    kind: str
    width: float
    height: float
    deep: float
    traits: tuple[str, ...]


def known_by(piece: Piece) -> Known:
    facts = facts_of(piece)
    return Known(
        kind=facts.what.replace("_", " "),
        width=_mm(facts.width),
        height=_mm(facts.height),
        deep=_mm(facts.front + facts.behind),
        traits=tuple(sorted(facts.traits)),
    )


def seal(
    piece: Piece,
    plan: Plan,
    shop: Shop,
    done: Mapping[str, Done],
    notes: Sequence[Note],
    *,
    key: str,
    number: int,
    at: datetime,
    by: str,
    to: str,
    note: str,
) -> Sealed:
    """What is sealed of a piece as it stands. ``done`` is what became of its operations, by key; what the plan no longer has is kept too."""
    known, unit = known_by(piece), plan.units
    step = next((o for o in plan.steps if o.key == "label"), None)
    hung = next((o for o in plan.steps if o.key in ("rings", "hang")), None)
    # What is done at its owner’s wall comes after it was handed over.
    stated = [
        done.get(o.key) or Done(key=o.key, title=o.title, planned=o.minutes, wait=o.wait_minutes)
        for o in plan.steps
        if o.place != "wall" or o.key in done
    ]
    there = {o.key for o in plan.steps}
    label = label_written(step, unit) if step else ""
    size = plain(plan.size, unit)
    return Sealed(
        id=key,
        number=number,
        handed_at=at,
        handed_by=by,
        handed_to=to.strip(),
        shop=shop.name,
        name=piece.name,
        owner=piece.owner,
        units=unit,
        type=piece.object.type,
        kind=known.kind,
        display=plan.display,
        display_key=piece.display.type,
        method=plan.held.how,
        reversible=plan.held.reversible,
        touches=plan.held.touches,
        traits=known.traits,
        size=f"{size}, {plain((plan.deep,), unit)} deep",
        width=known.width,
        height=known.height,
        deep=known.deep,
        weight=plan.weight.text(unit),
        label=label,
        hanging=plain(hung.say, unit) if hung else "",
        care=care_of(piece, shop),
        due=piece.due,
        note=note.strip() or piece.note,
        unticked=tuple(o.title for o in stated if o.done_at is None),
        operations=(*stated, *(one for key, one in done.items() if key not in there)),
        parts=tuple(_parts(plan, notes)),
        notes=tuple(notes),
        piece=document_of(piece),
    )


def _mm(value: Any) -> float:
    return round(float(value), 3)


def _parts(plan: Plan, notes: Sequence[Note]) -> Iterator[Used]:
    """Every part, cut or got, with what was counted and read off it last."""

    def last(what: What, part: str) -> Note | None:
        return next((n for n in reversed(notes) if n.what == what and n.part == part), None)

    def used(key: str, name: str, planned: int, material: str, size: str, comes: str) -> Used:
        counted, tag = last("count", key), last("material", key)
        return Used(
            key=key,
            name=name,
            planned=planned,
            used=counted.number if counted else None,
            material=material,
            size=size,
            comes=comes,
            tag=tag.text if tag else "",
        )

    for line in plan.cuts:
        across = plain(line.alone, plan.units) if line.alone else ""
        size = ", ".join(t for t in (plain((line.length,), plan.units), across) if t)
        # An opening in the sheet before it is of no material.
        told = ("", "opening") if line.opening else (line.material, "cut")
        yield used(line.key, line.part, line.count, told[0], size, told[1])
    for part in plan.to_get:
        yield used(
            part.key, part.name, part.count, part.material, plain(part.size, plan.units) if part.size else "", COMES[part.comes]
        )


def seal_of(text: str) -> str:
    """The seal of a record as it is written down: SHA-256 of its UTF-8 (FIPS 180-4), in hexadecimal digits."""
    return hashlib.sha256(text.encode()).hexdigest()


def last_time(record: Sealed, steps: Iterable[str]) -> Iterator[Note]:
    """What went wrong or was done differently, at the steps that are there again; what belongs to no step of these comes at the first."""
    keys = list(steps)
    for note in record.wrongs:
        yield note if note.step in keys else note.model_copy(update={"step": keys[0] if keys else ""})
