"""Starting a piece: what is it, and its sizes as typed. Never a blank form."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import Any, cast

from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.coming import comings
from shadbo.core.document.facts import facts_of
from shadbo.core.document.items import Kind
from shadbo.core.document.kinds import KINDS
from shadbo.core.document.objects import MATERIALS
from shadbo.core.document.piece import FORMAT, Piece, document_of, length_field, load_piece
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import Start, reading
from shadbo.core.document.traits import TRAITS
from shadbo.core.quantity.fields import Fault, Refused
from shadbo.core.quantity.lengths import Unit, two_sizes

# What was said of whether it can be replaced.
REPLACED = {"only": "no", "copy": "yes"}
# What each display offers to begin with, in the order of the displays.
STARTS: tuple[Start, ...] = tuple(start for display in DISPLAYS.values() for start in display.starts)


def spread(typed: Mapping[str, str], unit: Unit, shop: Shop) -> Mapping[str, str]:
    """Both sizes written into a width are a width and the height beside it, where none is typed there."""
    out = dict(typed)
    for key, text in typed.items():
        other = key.replace("width", "height")
        two = two_sizes(text, unit, shop.tape) if "width" in key and not typed.get(other, "").strip() else None
        if two is not None:
            out[key], out[other] = two
    return out


# Kinds whose outline, folding or stitching the start itself makes: these stay what they begin with.
THINGS = ("badge", "badge_box", "badge_label", "model", "part", "case")


def thing_as_said(thing: dict[str, Any], start: str, kind: str, says: Iterable[str]) -> dict[str, Any]:
    """An object as it was said to be: of its kind or material, signed, of silk, as it comes."""
    thing = dict(thing)
    one = thing
    if thing["type"] == "things":
        first = dict(thing["items"][0])
        if kind in KINDS and start in THINGS and kind != first["kind"]:
            usual = KINDS[cast(Kind, kind)]
            first |= {"kind": kind, "name": usual.label, "traits": list(usual.traits), "anchors": []}
            first["shape"] = "rectangle" if usual.shape == "outline" else usual.shape
        thing["items"], one = [first, *thing["items"][1:]], first
    elif thing["type"] == "flat_work" and kind in MATERIALS:
        thing["material"] = kind
    traits = list(dict.fromkeys([*one.get("traits", ()), *(s for s in says if s in TRAITS)]))
    if traits:
        one["traits"] = traits
    of = one.get("kind") or one.get("material") or ("stretched" if thing["type"] == "stretched_canvas" else "paper")
    how = next((s for s in says if s in comings(of)), None)
    if how is not None and thing["type"] in ("things", "flat_work", "stretched_canvas"):
        one["comes"] = {"how": how}
    return thing


def start_piece(
    key: str, name: str, owner: str, unit: Unit, typed: Mapping[str, str], shop: Shop, said: tuple[str, Iterable[str]] = ("", ())
) -> Piece:
    """The first state of a piece; one without a name is called what it is. ``said`` is the kind or material it was said to be, and what was
    said with it. Raises :class:`Refused` with a fault for every field that won't do."""
    start = next((s for s in STARTS if s.key == key), None)
    if start is None:
        kinds = ", ".join(s.key for s in STARTS)
        raise Refused(Fault("/start", "What it is", key, "is not a kind of piece known here", kinds))
    faults: list[Fault] = []
    sizes: dict[str, Any] = {}
    typed = spread(typed, unit, shop)
    for asked in start.asks:
        field = length_field(asked.pointer)
        assert field is not None
        text = typed.get(asked.key, "")
        try:
            sizes[asked.key] = reading(text, field.read(text, unit, shop.tape, f"/sizes/{asked.key}"))
        except Refused as error:
            faults += [Fault(f.pointer, asked.label, f.value, f.message, f.accepted) for f in error.faults]
    if faults:
        raise Refused(*faults)
    piece = load_piece(
        {
            "format": FORMAT,
            "name": name.strip() or start.called,
            "owner": owner.strip(),
            "units": unit,
            "practice": shop.practice,
            "object": thing_as_said(start.thing(sizes), key, *said),
            "asked": {"replaced": next((REPLACED[s] for s in said[1] if s in REPLACED), "")},
            "display": start.build(sizes, unit, shop),
        }
    )
    frame = getattr(piece.display, "frame", None)
    # What it begins with is begun for what it is: another kind stands higher, or wants a thicker board.
    if said[0] and getattr(frame, "make", "") == "new":
        begun = DISPLAYS[piece.display.type].way.begin(facts_of(piece), shop)
        return load_piece(document_of(piece) | {"display": begun})
    return piece
