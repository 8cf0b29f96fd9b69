"""Changing a piece: every change is a JSON Patch, whoever proposes it.

A person types text, nudges, chooses, or takes a way out; each becomes patch steps on the document, which is then checked
whole. A change that is refused leaves the piece as it was (:class:`~shadbo.core.quantity.fields.Refused`).
"""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import Annotated, Any, Literal

import jsonpointer
from pydantic import Field

from shadbo.core.contract.checks import Patch, put
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.decisions.canvas import PictureFile
from shadbo.core.document.decisions.holding import Override
from shadbo.core.document.decisions.own_way import OwnWay
from shadbo.core.document.items import ItemKey
from shadbo.core.document.patching import changed, patched
from shadbo.core.document.piece import Piece, document_of, field_at, length_field
from shadbo.core.document.readings import Part, UnitName, per_cent
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import reading as reading_of
from shadbo.core.planning.comparing import show_as
from shadbo.core.planning.item_edits import NUDGE, ItemEdit, item_patch, item_pointer, item_words
from shadbo.core.planning.plan import book_of, offered
from shadbo.core.planning.reading_again import Which, read_again
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.fields import CountField, Fault, LengthField, MassField, Refused
from shadbo.core.quantity.figures import Book, plain
from shadbo.core.quantity.lengths import as_decimal, two_sizes

WORDS = {
    "/name": "Name",
    "/owner": "Owner",
    "/due": "Due",
    "/note": "Note",
    "/practice": "Practice",
    "/units": "Units",
    "/object/consent/who": "Who agreed",
    "/object/consent/on": "Agreed on",
    "/display/colour": "Colour of the edge",
    "/condition/note": "How it was",
}
# What may be written inside lists: the place, and what is written there.
INNER_WORDS: Mapping[str, str] = {
    r"/object/items/\d{1,2}/name": "Name of the item",
    r"/object/items/\d{1,2}/colour": "Colour of the item",
    r"/display/floors/\d/text": "Letters cut out",
    r"/own/[a-z_]{1,20}/\d/name": "What it is",
    r"/said/\d{1,2}/note": "What it is",
    r"/way/steps/\d{1,2}/title": "Name of the step",
    r"/way/steps/\d{1,2}/words": "What is done",
    r"/way/left/\d{1,2}/why": "Why it is left out",
    r"/way/sent/\d{1,2}/who": "Who does it",
    r"/way/sent/\d{1,2}/along": "What goes along",
    r"/way/sent/\d{1,2}/look": "Looked at when it is back",
}
# Places that have to have words in them.
NEVER_EMPTY = ("/name", "/title")
Pointer = Annotated[str, Field(max_length=200, pattern=r"^(/[A-Za-z0-9_~-]+)+$")]


class TypeIn(Part):
    """Text typed into a length; a bare number takes ``unit``. Empty text empties a place that may be empty."""

    op: Literal["type"] = "type"
    pointer: Pointer
    text: str = Field(max_length=500)
    unit: UnitName


class AddStation(Part):
    """A reading at a place of one's own: ``at`` thousandths along the ``side`` (JSON Pointer) from its top or left."""

    op: Literal["station"] = "station"
    side: Pointer
    at: int = Field(ge=0, le=1000)
    text: str = Field(max_length=500)
    unit: UnitName


class Nudge(Part):
    """A length moved by whole steps of 1 mm or 1/16 in (``coarse``: 10 mm or 1/2 in)."""

    op: Literal["nudge"] = "nudge"
    pointer: Pointer
    steps: int = Field(ge=-10_000, le=10_000)
    unit: UnitName
    coarse: bool = False


class Choose(Part):
    """An option of a choice, both by key."""

    op: Literal["choose"] = "choose"
    choice: str = Field(max_length=60)
    option: str = Field(max_length=60)


class TakeWayOut(Part):
    """A way out of a check, by the check's key and its place in the list."""

    op: Literal["way_out"] = "way_out"
    check: str = Field(max_length=120)
    index: int = Field(ge=0, le=99)


class Write(Part):
    """Words about the piece: name, owner, due date (ISO), note, practice, units, who agreed to trimming."""

    op: Literal["write"] = "write"
    pointer: Pointer
    text: str = Field(max_length=5000)


class TakePicture(Part):
    """A picture file that was handed in, by its fingerprint, name and size in pixels; None puts it away.

    ``item`` is whose photograph it is; without one it is the picture printed on the canvas; ``condition``: it shows how the thing was when it came in.
    """

    op: Literal["picture"] = "picture"
    file: PictureFile | None
    item: ItemKey | None = None
    condition: bool = False


class ShowAs(Part):
    """Another way of showing the object, by the display’s key: begun afresh, the object carried over, and the frame that is there, unless
    it is to have one of its own."""

    op: Literal["show_as"] = "show_as"
    display: str = Field(max_length=40)
    new_frame: bool = False


class ReadAgain(Part):
    """The object is read again: of contradicting readings one a side stands until then, the middle or the smallest by size."""

    op: Literal["read_again"] = "read_again"
    keep: Which = "middle"


class TakeOn(Part):
    """A stop taken on by name, with the reason."""

    op: Literal["take_on"] = "take_on"
    check: str = Field(max_length=120)
    who: str = Field(max_length=200)
    why: str = Field(max_length=2000)


class GiveUp(Part):
    """A stop that was taken on is so no longer: it stops again."""

    op: Literal["give_up"] = "give_up"
    check: str = Field(max_length=120)


class TakeWay(Part):
    """One’s own way of another piece taken over: its steps, what it leaves out and what it sends out."""

    op: Literal["own_way"] = "own_way"
    way: OwnWay


class Act(Part):
    """Something the plan offers at a press, by its key."""

    op: Literal["act"] = "act"
    action: str = Field(max_length=60)


AnyEdit = (
    TypeIn
    | AddStation
    | Nudge
    | Choose
    | TakeWayOut
    | Write
    | TakePicture
    | ShowAs
    | ReadAgain
    | TakeOn
    | GiveUp
    | TakeWay
    | Act
    | ItemEdit
)
Edit = Annotated[AnyEdit, Field(discriminator="op")]


def apply_edits(piece: Piece, edits: Sequence[AnyEdit], shop: Shop, book: Book | None = None) -> Piece:
    """The piece after the edits, one after another. Raises :class:`Refused`; then nothing has changed.

    ``book`` is the piece’s own, if somebody has worked it out already.
    """
    for edit in edits:
        piece, book = changed(piece, _patch(piece, edit, shop, book)), None
    return piece


def in_words(piece: Piece, edits: Sequence[AnyEdit], shop: Shop) -> str:
    """What was changed, for the undo button and the history."""
    edit = edits[-1]
    if isinstance(edit, (TypeIn, Nudge)):
        try:
            return _field(piece, edit.pointer)[0].label
        except Refused:
            # An edit before it in the same save made the place.
            field = field_at(edit.pointer)
            return field.label if field else "Change"
    if isinstance(edit, Write):
        return _words(edit.pointer) or "Words"
    if isinstance(edit, AddStation):
        return f"{edit.side.rsplit('/', 1)[1].title()}, another station"
    if isinstance(edit, TakePicture):
        return "Picture file"
    if isinstance(edit, ItemEdit):
        return item_words(piece, edit)
    if isinstance(edit, TakeOn):
        return "Stop overridden"
    if isinstance(edit, GiveUp):
        return "Override taken back"
    if isinstance(edit, TakeWay):
        return "Own way taken over"
    if isinstance(edit, ShowAs):
        return f"Shown as: {DISPLAYS[edit.display].label.lower()}"
    if isinstance(edit, ReadAgain):
        return "Read again"
    there = offered(piece, shop, _focus(edit))
    if isinstance(edit, Act):
        return next((i.label for i in there.inputs if i.kind == "action" and i.key == edit.action), "Change")
    if isinstance(edit, Choose):
        return next((i.label for i in there.inputs if i.kind == "choice" and i.key == edit.choice), "Choice")
    check = next((c for c in there.checks if c.key == edit.check), None)
    return plain(check.ways[edit.index].say, piece.units) if check and edit.index < len(check.ways) else "Way out"


def place_of(piece: Piece, edit: AnyEdit) -> tuple[str, str, str]:
    """Where an edit is felt: the place (JSON Pointer, or none), what it is called, and what was typed or chosen there."""
    pointer: str = getattr(edit, "pointer", getattr(edit, "side", ""))
    said = next(
        (str(getattr(edit, name)) for name in ("text", "option", "action", "check", "display", "steps") if hasattr(edit, name)), ""
    )
    field = field_at(pointer, piece) if pointer else None
    return pointer, field.label if field else _words(pointer) or edit.op.replace("_", " "), said


def _patch(piece: Piece, edit: AnyEdit, shop: Shop, book: Book | None) -> Patch:
    if isinstance(edit, TypeIn):
        two = two_sizes(edit.text, edit.unit, shop.tape) is not None
        return (*_typed(piece, edit, shop, book), *_read_now(piece, edit.pointer, _beside(piece, edit.pointer) if two else ""))
    if isinstance(edit, AddStation):
        return (*_station(piece, edit, shop, book), *_read_now(piece, edit.side))
    if isinstance(edit, Nudge):
        return (*_nudged(piece, edit, shop, book), *_read_now(piece, edit.pointer))
    if isinstance(edit, TakePicture):
        return _pictured(piece, edit)
    if isinstance(edit, Write):
        return _written(piece, edit)
    if isinstance(edit, ItemEdit):
        return item_patch(piece, edit, shop)
    if isinstance(edit, TakeOn):
        return _taken_on(piece, edit, shop)
    if isinstance(edit, GiveUp):
        return _overrides([o for o in piece.overrides if o.check != edit.check])
    if isinstance(edit, TakeWay):
        return ({"op": "add", "path": "/way", "value": edit.way.model_dump()},)
    if isinstance(edit, ShowAs):
        return show_as(piece, edit.display, shop, new_frame=edit.new_frame)
    if isinstance(edit, ReadAgain):
        return read_again(piece, edit.keep)
    there = offered(piece, shop, _focus(edit))
    if isinstance(edit, Act):
        for given in there.inputs:
            if given.kind == "action" and given.key == edit.action:
                return given.patch
        raise Refused(Fault("", "change", edit.action, "can’t be done: the piece has changed since", "what its plan offers"))
    if isinstance(edit, Choose):
        for given in there.inputs:
            if given.kind == "choice" and given.key == edit.choice:
                for option in given.options:
                    if option.key == edit.option:
                        return () if option.chosen and given.look != "many" else option.patch
                keys = ", ".join(o.key for o in given.options)
                raise Refused(Fault("", given.label, edit.option, "is not one of the options", keys))
        raise Refused(Fault("", "choice", edit.choice, "is not a choice this piece has", "a choice of its plan"))
    check = next((c for c in there.checks if c.key == edit.check), None)
    if check is None or edit.index >= len(check.ways):
        raise Refused(Fault("", "way out", edit.check, "is no longer open: the piece has changed since", "a way out of its plan"))
    return check.ways[edit.index].patch


def _focus(edit: AnyEdit) -> str:
    """The item an edit speaks of by the key of a choice or an action (``item.<key>.…``), so that the plan offers it."""
    name = edit.choice if isinstance(edit, Choose) else edit.action if isinstance(edit, Act) else ""
    return name.split(".")[1] if name.startswith("item.") else ""


def _field(piece: Piece, pointer: str) -> tuple[LengthField | MassField | CountField, Any]:
    """The length, weight or number declared at a pointer and the document; its label made out of the place for a reading."""
    field = field_at(pointer, piece)
    refused = Refused(Fault(pointer, "place", pointer, "is not a length of this piece", "a place of the piece that takes a length"))
    if field is None:
        raise refused
    document = document_of(piece)
    where = pointer.rsplit("/", 1)[0] if _is_reading(pointer) or pointer.startswith("/display/fillers/") else pointer
    parent = jsonpointer.resolve_pointer(document, where.rsplit("/", 1)[0], None)
    missing = where != pointer and not _is_reading(pointer) and jsonpointer.resolve_pointer(document, pointer, None) is None
    if missing or not isinstance(parent, dict) or where.rsplit("/", 1)[1] not in parent:
        raise refused
    if isinstance(field, LengthField) and _is_reading(pointer):
        field = replace(field, label=_reading_label(document, pointer))
    return field, document


def _reading_label(document: Any, pointer: str) -> str:
    """“Width, middle”, “Width, 30 % down”, “Left edge, top”, “Rising diagonal”, “Bar depth, reading 2”."""
    steps = pointer.strip("/").split("/")
    number = int(steps[-1]) + 1
    again = f", reading {number}" if number > 1 else ""
    if "more" in steps:
        at = steps.index("more")
        where = f"{per_cent(jsonpointer.resolve_pointer(document, '/' + '/'.join(steps[: at + 2]))['at'])} % along"
        steps = [*steps[:at], where, steps[-1]]
    side, station = steps[-3], steps[-2].replace("_", " ")
    if side == "diagonals" or side == "built":
        return f"{station.title()} diagonal{again}"
    if station == "bar":
        return f"Bar depth, reading {number}"
    if "edges" in steps:
        return f"{side.title()} edge, {station}{again}"
    return f"{side.title()}, {station}{again}"


def _is_reading(pointer: str) -> bool:
    return pointer.rsplit("/", 1)[-1].isdigit() and not pointer.startswith("/display/fillers/")


def _typed(piece: Piece, edit: TypeIn, shop: Shop, book: Book | None) -> Patch:
    field, document = _field(piece, edit.pointer)
    if not edit.text.strip():
        return _emptied(field, document, edit)
    two = two_sizes(edit.text, edit.unit, shop.tape) if isinstance(field, LengthField) else None
    if two is not None and (beside := _beside(piece, edit.pointer)):
        width, height = (
            edit.model_copy(update={"text": t, "pointer": p}) for t, p in zip(two, (edit.pointer, beside), strict=True)
        )
        return (*_typed(piece, width, shop, book), *_typed(piece, height, shop, book))
    if isinstance(field, MassField):
        return (put(edit.pointer, field.read(edit.text, edit.unit, edit.pointer)),)
    if isinstance(field, CountField):
        return ({"op": "add", "path": edit.pointer, "value": field.read(edit.text, edit.pointer)},)
    more = DISPLAYS[piece.display.type].settle(document, edit.pointer, lambda: book or book_of(piece, shop))
    read = field.read(edit.text, edit.unit, shop.tape, edit.pointer)
    if not _is_reading(edit.pointer):
        return (*more, put(edit.pointer, read.mm))
    station, index = edit.pointer.rsplit("/", 1)
    held = jsonpointer.resolve_pointer(document, station)
    value = reading_of(edit.text, read)
    if side := _unread_side(piece, edit.pointer):
        return (_first_read(side, {station.rsplit("/", 1)[1]: [value]}),)
    if int(index) < len(held):
        return ({"op": "replace", "path": edit.pointer, "value": value},)
    return ({"op": "add", "path": f"{station}/-", "value": value},)


# A station of a width, and the one of the height that is read with it.
ACROSS = {"width": "height", "top": "left", "middle": "centre", "bottom": "right"} | {
    f"{whose}_width": f"{whose}_height" for whose in ("opening", "crest")
}


def _beside(piece: Piece, pointer: str) -> str:
    """The place of the height beside a width, if the piece has one; else ""."""
    steps = pointer.split("/")
    other = "/".join(ACROSS.get(step, step) for step in steps)
    return other if any(step.endswith("width") for step in steps) and length_field(other, piece) is not None else ""


# Photographs of how it was.
MOST_PHOTOS = 12
# Letters a reason has at the least.
LEAST_REASON = 5
# A click this near to a named station means that station (thousandths of the side).
NEAR = 30


def _unread_side(piece: Piece, pointer: str) -> str:
    """The side of a frame that is there a reading is of, where nobody has read that yet; else ""."""
    side = "/".join(pointer.split("/")[:4])
    sides = ("/display/frame/width", "/display/frame/height")
    return side if side in sides and side.rsplit("/", 1)[1] in getattr(getattr(piece.display, "frame", None), "unread", []) else ""


def _first_read(side: str, stations: dict[str, Any]) -> dict[str, Any]:
    """The first reading of a side takes the place of what stood there till then."""
    return {"op": "add", "path": side, "value": stations}


def _read_now(piece: Piece, *pointers: str) -> Patch:
    """What is typed of a frame is read, and no longer stands by its label."""
    unread = getattr(getattr(piece.display, "frame", None), "unread", [])
    read = {place.split("/")[3] for place in pointers if place.startswith("/display/frame/")}
    if read.isdisjoint(unread):
        return ()
    return ({"op": "replace", "path": "/display/frame/unread", "value": [one for one in unread if one not in read]},)


def _station(piece: Piece, edit: AddStation, shop: Shop, book: Book | None) -> Patch:
    """A reading at a place of one's own becomes one of the named station it is near to, of one that is there, or a new one."""
    document = document_of(piece)
    held = jsonpointer.resolve_pointer(document, edit.side, None)
    if not isinstance(held, dict) or "more" not in held:
        raise Refused(Fault(edit.side, "place", edit.side, "has no stations", "a side that is read at stations"))
    named = [name for name in held if name != "more"]
    for name, at in zip(named, (0, 500, 1000), strict=True):
        if abs(edit.at - at) <= NEAR:
            return _typed(
                piece, TypeIn(pointer=f"{edit.side}/{name}/{len(held[name])}", text=edit.text, unit=edit.unit), shop, book
            )
    for i, station in enumerate(held["more"]):
        if abs(edit.at - station["at"]) <= NEAR // 3:
            again = f"{edit.side}/more/{i}/readings/{len(station['readings'])}"
            return _typed(piece, TypeIn(pointer=again, text=edit.text, unit=edit.unit), shop, book)
    field = field_at(f"{edit.side}/more/0/readings/0", piece)
    assert isinstance(field, LengthField)
    read = field.read(edit.text, edit.unit, shop.tape, edit.side)
    new = {"at": edit.at, "readings": [reading_of(edit.text, read)]}
    if side := _unread_side(piece, edit.side):
        return (_first_read(side, {"more": [new]}),)
    return ({"op": "add", "path": f"{edit.side}/more/-", "value": new},)


def _emptied(field: LengthField | MassField | CountField, document: Any, edit: TypeIn) -> Patch:
    accepted = field.accepted(edit.unit)
    if not _is_reading(edit.pointer):
        if isinstance(field, MassField) or field.empty:
            return (put(edit.pointer, None),)
        raise Refused(Fault(edit.pointer, field.label, edit.text, "is needed", accepted))
    station, index = edit.pointer.rsplit("/", 1)
    held = jsonpointer.resolve_pointer(document, station)
    if int(index) >= len(held):
        return ()
    side = station.rsplit("/", 1)[0]
    if station.endswith("/readings"):
        side = side.rsplit("/", 2)[0]
        if len(held) == 1:
            # The last reading of a station of one's own takes the station with it.
            return ({"op": "remove", "path": station.rsplit("/", 1)[0]},)
    needed = side.endswith(("/width", "/height")) or "bar" in jsonpointer.resolve_pointer(document, side)
    if needed and _readings_of(jsonpointer.resolve_pointer(document, side)) <= 1:
        raise Refused(Fault(edit.pointer, field.label, edit.text, "is the only reading of this size: one is needed", accepted))
    return ({"op": "remove", "path": edit.pointer},)


def _readings_of(axis: dict[str, Any]) -> int:
    return sum(sum(len(s["readings"]) for s in held) if name == "more" else len(held) for name, held in axis.items())


def _nudged(piece: Piece, edit: Nudge, shop: Shop, book: Book | None) -> Patch:
    field, document = _field(piece, edit.pointer)
    more = DISPLAYS[piece.display.type].settle(document, edit.pointer, lambda: book or book_of(piece, shop))
    held = jsonpointer.resolve_pointer(patched(document, more), edit.pointer, None)
    if isinstance(held, dict):
        held = held["mm"]
    if held is None or not isinstance(field, LengthField):
        raise Refused(Fault(edit.pointer, field.label, "", "has no length yet to be moved", "a length typed first"))
    mm = Fraction(held) + edit.steps * NUDGE[edit.unit][1 if edit.coarse else 0]
    mm = min(max(mm, field.low), field.high)
    if _is_reading(edit.pointer):
        value = {"mm": as_decimal(mm), "typed": None, "tape": edit.unit, "give": 0}
        return ({"op": "replace", "path": edit.pointer, "value": value},)
    return (*more, put(edit.pointer, mm))


def _pictured(piece: Piece, edit: TakePicture) -> Patch:
    if edit.condition:
        if edit.file is None or len(piece.condition.photos) >= MOST_PHOTOS:
            raise Refused(Fault("/condition/photos", "Photograph", "", "can’t be added", f"up to {MOST_PHOTOS} photographs"))
        return ({"op": "add", "path": "/condition/photos/-", "value": edit.file.model_dump()},)
    if edit.item is not None:
        return (
            {
                "op": "add",
                "path": f"{item_pointer(piece, edit.item)}/photo",
                "value": edit.file.model_dump() if edit.file else None,
            },
        )
    if "file" not in type(piece.display).model_fields:
        raise Refused(Fault("/display/file", "Picture file", "", "has no place on this piece", "a canvas to be stretched"))
    return ({"op": "add", "path": "/display/file", "value": edit.file.model_dump() if edit.file else None},)


def _taken_on(piece: Piece, edit: TakeOn, shop: Shop) -> Patch:
    """An override is by name and with a reason, of a stop that stands."""
    who, why = edit.who.strip(), edit.why.strip()
    if not any(c.key == edit.check and c.severity == "stop" for c in offered(piece, shop).checks):
        raise Refused(Fault("/overrides", "Stop", edit.check, "does not stand any more", "a stop of this piece"))
    faults = []
    if not who:
        faults.append(Fault("/overrides/who", "Who takes it on", edit.who, "is needed: it is by name", "up to 120 letters"))
    if len(why) < LEAST_REASON:
        faults.append(Fault("/overrides/why", "Why", edit.why, "is needed: the reason is kept and printed", "a few words"))
    if faults:
        raise Refused(*faults)
    others = [o for o in piece.overrides if o.check != edit.check]
    return _overrides([*others, Override(check=edit.check, who=who[:120], why=why[:1000])])


def _overrides(overrides: list[Override]) -> Patch:
    return ({"op": "add", "path": "/overrides", "value": [o.model_dump() for o in overrides]},)


def _words(pointer: str) -> str | None:
    """What may be written at a place of the piece, or None."""
    return WORDS.get(pointer) or next((label for place, label in INNER_WORDS.items() if re.fullmatch(place, pointer)), None)


def _written(piece: Piece, edit: Write) -> Patch:
    label = _words(edit.pointer)
    if label is None:
        raise Refused(Fault(edit.pointer, "place", edit.pointer, "can't be written to", ", ".join(WORDS)))
    text = edit.text.strip()
    if edit.pointer.endswith(NEVER_EMPTY) and not text:
        raise Refused(
            Fault(edit.pointer, label, edit.text, "is needed, so that it can be found again", "a name of up to 120 letters")
        )
    return (put(edit.pointer, None if edit.pointer in ("/due", "/object/consent/on") and not text else text),)
