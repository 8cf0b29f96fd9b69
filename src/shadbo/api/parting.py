"""Where two people's saves part: what each edit of the one meant, held against what the other made of the same places."""

from __future__ import annotations

from collections.abc import Sequence
from contextlib import suppress
from decimal import Decimal
from typing import Any

from pydantic import BaseModel

from shadbo.core import AnyEdit, Fraction, LengthField, Piece, Refused, Shop, Things, apply_edits, document_of, field_at, in_words

# Places told of one edit; a change of display touches fifty, and nobody reads them all.
MOST_PLACES = 4
# How a reading was written goes with what it comes to.
AS_WRITTEN = ("/typed", "/tape")


class Difference(BaseModel):
    """One place one edit changes: ``edit`` is its number in the save, ``label`` what it does in words, ``place`` the field, where that is
    more than its label; as it was before both, as it stands now, and as the edit wanted it. ``both``: the other changed it too."""

    edit: int
    label: str
    place: str
    before: str
    theirs: str
    yours: str
    both: bool


def parting(ground: Piece, stands: Piece, edits: Sequence[AnyEdit], shop: Shop) -> list[Difference]:
    """Every place the edits change, edit by edit; one that no longer fits the older state is told with what it says alone."""
    theirs, first, piece, found = _leaves(document_of(stands)), _leaves(document_of(ground)), ground, list[Difference]()
    for number, edit in enumerate(edits):
        before = _leaves(document_of(piece))
        label = "Change"
        with suppress(Refused):
            after_it = apply_edits(piece, [edit], shop)
            label, piece = in_words(piece, [edit], shop), after_it
        after = _leaves(document_of(piece))
        places = [p for p in dict.fromkeys([*before, *after]) if before.get(p) != after.get(p) and not p.endswith(AS_WRITTEN)]
        # Theirs is held against the state both began from: what an edit before this one changed is one’s own.
        both = {p for p in places if theirs.get(p) != first.get(p)}
        places.sort(key=lambda p: p not in both)
        told = [
            _told(number, label, place, before, theirs, after, (ground, stands, piece), shop, both=place in both)
            for place in places[:MOST_PLACES]
        ]
        found += told or [Difference(edit=number, label=label, place="", before="", theirs="", yours=_said(edit), both=False)]
    return found


def _told(
    number: int,
    label: str,
    place: str,
    before: dict[str, Any],
    theirs: dict[str, Any],
    after: dict[str, Any],
    pieces: tuple[Piece, Piece, Piece],
    shop: Shop,
    *,
    both: bool,
) -> Difference:
    ground, stands, mine = pieces
    field = field_at(_pointer(place, mine), mine) or field_at(_pointer(place, ground), ground)
    name = field.label if field else _name(place)
    return Difference(
        edit=number,
        label=label,
        place="" if name.lower() == label.lower() else name,
        before=_value(before.get(place), field, ground, shop),
        theirs=_value(theirs.get(place), field, stands, shop),
        yours=_value(after.get(place), field, mine, shop),
        both=both,
    )


def _leaves(node: Any, path: str = "") -> dict[str, Any]:
    """Every place of a document that holds one value. Things are found by their key, wherever in the list they stand."""
    if isinstance(node, dict):
        return {p: v for key, inside in node.items() for p, v in _leaves(inside, f"{path}/{key}").items()}
    if isinstance(node, list) and node and isinstance(node[0], dict):
        keyed = all("key" in one for one in node)
        return {p: v for i, one in enumerate(node) for p, v in _leaves(one, f"{path}/{one['key'] if keyed else i}").items()}
    return {path: node}


def _pointer(place: str, piece: Piece) -> str:
    """The place by number, as a pointer has it."""
    words = place.split("/")
    if words[2:3] == ["items"] and isinstance(piece.object, Things):
        at = next((i for i, item in enumerate(piece.object.items) if item.key == words[3]), 0)
        words[3] = str(at)
    return "/".join(words)


def _name(place: str) -> str:
    words = [w for w in place.split("/") if w and not w.isdigit() and w not in ("object", "display", "items")]
    return " ".join(words[-2:]).replace("_", " ")


def _value(value: Any, field: Any, piece: Piece, shop: Shop) -> str:
    if value is None or value in ("", []):
        return "–"
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, Decimal):
        return shop.showing.show(Fraction(value), "fine").text(piece.units) if isinstance(field, LengthField) else f"{value:f}"
    if isinstance(value, list):
        return ", ".join(map(str, value)) if all(isinstance(v, str) for v in value) else f"{len(value)} of them"
    return str(value)


def _said(edit: AnyEdit) -> str:
    return next((str(getattr(edit, name)) for name in ("text", "option", "action", "display") if hasattr(edit, name)), "")
