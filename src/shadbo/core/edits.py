"""Changing a piece: every change is a JSON Patch, whoever proposes it.

A person types text, nudges, chooses, or takes a way out; each becomes patch steps on the document, which is then checked
whole. A change that is refused leaves the piece as it was (:class:`~shadbo.core.fields.Refused`).
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Annotated, Any, Literal

import jsonpatch
import jsonpointer
from pydantic import Field
from quicktions import Fraction

from shadbo.core.checks import Patch, put
from shadbo.core.displays import DISPLAYS
from shadbo.core.fields import Fault, LengthField, Refused
from shadbo.core.figures import plain
from shadbo.core.lengths import MM_PER_INCH, as_decimal
from shadbo.core.piece import Part, Piece, UnitName, document_of, length_field, load_piece
from shadbo.core.plan import plan
from shadbo.core.shop import Shop
from shadbo.core.starting import reading as reading_of

WORDS = {"/name": "Name", "/owner": "Owner", "/due": "Due", "/note": "Note", "/practice": "Practice", "/units": "Units"}
Pointer = Annotated[str, Field(max_length=200, pattern=r"^(/[A-Za-z0-9_~-]+)+$")]

# Nudges: 1 mm or 1/16 in; coarse 10 mm or 1/2 in.
NUDGE = {"mm": (Fraction(1), Fraction(10)), "in": (MM_PER_INCH / 16, MM_PER_INCH / 2)}


class TypeIn(Part):
    """Text typed into a length; a bare number takes ``unit``. Empty text empties a place that may be empty."""

    op: Literal["type"] = "type"
    pointer: Pointer
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
    """Words about the piece: name, owner, due date (ISO), note, practice, units."""

    op: Literal["write"] = "write"
    pointer: Pointer
    text: str = Field(max_length=5000)


Edit = Annotated[TypeIn | Nudge | Choose | TakeWayOut | Write, Field(discriminator="op")]


def apply_edits(piece: Piece, edits: Sequence[TypeIn | Nudge | Choose | TakeWayOut | Write], shop: Shop) -> Piece:
    """The piece after the edits, one after another. Raises :class:`Refused`; then nothing has changed."""
    for edit in edits:
        piece = load_piece(patched(document_of(piece), _patch(piece, edit, shop)))
    return piece


def in_words(piece: Piece, edits: Sequence[TypeIn | Nudge | Choose | TakeWayOut | Write], shop: Shop) -> str:
    """What was changed, for the undo button and the history."""
    edit = edits[-1]
    if isinstance(edit, (TypeIn, Nudge)):
        return _field(piece, edit.pointer)[0].label
    if isinstance(edit, Write):
        return WORDS.get(edit.pointer, "Words")
    worked = plan(piece, shop)
    if isinstance(edit, Choose):
        choices = (i for stage in worked.stages for i in stage.inputs if i.kind == "choice")
        return next((c.label for c in choices if c.key == edit.choice), "Choice")
    check = next((c for c in worked.checks if c.key == edit.check), None)
    return plain(check.ways[edit.index].say, piece.units) if check and edit.index < len(check.ways) else "Way out"


def patched(document: Any, patch: Patch) -> Any:
    """A document with a JSON Patch applied. Raises :class:`Refused` if a place isn't there."""
    try:
        return jsonpatch.apply_patch(document, list(patch))
    except (jsonpatch.JsonPatchException, jsonpointer.JsonPointerException) as error:
        raise Refused(Fault("", "change", "", f"does not fit this piece: {error}", "a place the piece has")) from None


def _patch(piece: Piece, edit: TypeIn | Nudge | Choose | TakeWayOut | Write, shop: Shop) -> Patch:
    if isinstance(edit, TypeIn):
        return _typed(piece, edit, shop)
    if isinstance(edit, Nudge):
        return _nudged(piece, edit, shop)
    if isinstance(edit, Write):
        return _written(edit)
    worked = plan(piece, shop)
    if isinstance(edit, Choose):
        for stage in worked.stages:
            for given in stage.inputs:
                if given.kind == "choice" and given.key == edit.choice:
                    for option in given.options:
                        if option.key == edit.option:
                            return () if option.chosen else option.patch
                    keys = ", ".join(o.key for o in given.options)
                    raise Refused(Fault("", given.label, edit.option, "is not one of the options", keys))
        raise Refused(Fault("", "choice", edit.choice, "is not a choice this piece has", "a choice of its plan"))
    check = next((c for c in worked.checks if c.key == edit.check), None)
    if check is None or edit.index >= len(check.ways):
        raise Refused(
            Fault("", "way out", edit.check, "is no longer open: the piece has changed since", "a way out of its plan")
        )
    return check.ways[edit.index].patch


def _field(piece: Piece, pointer: str) -> tuple[LengthField, Any]:
    """The length declared at a pointer and the document; its label made out of the place for a reading."""
    field = length_field(pointer)
    document = document_of(piece)
    where = pointer.rsplit("/", 1)[0] if _is_reading(pointer) else pointer
    parent = jsonpointer.resolve_pointer(document, where.rsplit("/", 1)[0], None)
    if field is None or not isinstance(parent, dict) or where.rsplit("/", 1)[1] not in parent:
        raise Refused(
            Fault(
                pointer, "place", pointer, "is not a length of this piece", "a place of the piece that takes a length"
            )
        )
    if _is_reading(pointer):
        steps = pointer.strip("/").split("/")
        label = (
            f"Bar depth, reading {int(steps[-1]) + 1}" if steps[-2] == "bar" else f"{steps[-3].title()}, {steps[-2]}"
        )
        field = LengthField(label, field.low, field.high, field.empty)
    return field, document


def _is_reading(pointer: str) -> bool:
    return pointer.rsplit("/", 1)[-1].isdigit()


def _typed(piece: Piece, edit: TypeIn, shop: Shop) -> Patch:
    field, document = _field(piece, edit.pointer)
    more = DISPLAYS[piece.display.type].settle(document, edit.pointer)
    if not edit.text.strip():
        return _emptied(field, document, edit)
    read = field.read(edit.text, edit.unit, shop.tape, edit.pointer)
    if not _is_reading(edit.pointer):
        return (*more, put(edit.pointer, read.mm))
    station, index = edit.pointer.rsplit("/", 1)
    held = jsonpointer.resolve_pointer(document, station)
    value = reading_of(edit.text, read)
    if int(index) < len(held):
        return ({"op": "replace", "path": edit.pointer, "value": value},)
    return ({"op": "add", "path": f"{station}/-", "value": value},)


def _emptied(field: LengthField, document: Any, edit: TypeIn) -> Patch:
    if not _is_reading(edit.pointer):
        if field.empty:
            return (put(edit.pointer, None),)
        raise Refused(Fault(edit.pointer, field.label, edit.text, "is needed", field.accepted(edit.unit)))
    station, index = edit.pointer.rsplit("/", 1)
    axis = jsonpointer.resolve_pointer(document, station.rsplit("/", 1)[0])
    if sum(len(readings) for readings in axis.values()) <= 1:
        raise Refused(Fault(edit.pointer, field.label, edit.text, "is the only reading of this size: one is needed",
                            field.accepted(edit.unit)))  # fmt: skip
    held = jsonpointer.resolve_pointer(document, station)
    return ({"op": "remove", "path": edit.pointer},) if int(index) < len(held) else ()


def _nudged(piece: Piece, edit: Nudge, shop: Shop) -> Patch:
    field, document = _field(piece, edit.pointer)
    held = jsonpointer.resolve_pointer(document, edit.pointer, None)
    if isinstance(held, dict):
        held = held["mm"]
    if held is None:
        raise Refused(Fault(edit.pointer, field.label, "", "has no length yet to be moved", field.accepted(edit.unit)))
    mm = Fraction(held) + edit.steps * NUDGE[edit.unit][1 if edit.coarse else 0]
    mm = min(max(mm, field.low), field.high)
    if _is_reading(edit.pointer):
        value = {"mm": as_decimal(mm), "typed": None, "tape": edit.unit, "give": 0}
        return ({"op": "replace", "path": edit.pointer, "value": value},)
    return (put(edit.pointer, mm),)


def _written(edit: Write) -> Patch:
    label = WORDS.get(edit.pointer)
    if label is None:
        raise Refused(Fault(edit.pointer, "place", edit.pointer, "can't be written to", ", ".join(WORDS)))
    text = edit.text.strip()
    if edit.pointer == "/name" and not text:
        raise Refused(
            Fault(
                "/name",
                label,
                edit.text,
                "is needed, so that the piece can be found again",
                "a name of up to 120 letters",
            )
        )
    return (put(edit.pointer, None if edit.pointer == "/due" and not text else text),)
