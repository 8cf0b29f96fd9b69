"""An object as another kind of object, where a display asks for that: what was read is carried over, what can’t be is told."""

from __future__ import annotations

from typing import Any

from shadbo.core.document.facts import FLAT_KINDS, Facts, facts_of
from shadbo.core.document.items import Item, Things
from shadbo.core.document.objects import MATERIALS, FlatWork, RolledCanvas, StretchedCanvas
from shadbo.core.document.piece import Piece, document_of
from shadbo.core.document.starts import item_of
from shadbo.core.document.traits import TRAITS

# Flat work by its material as a kind of item.
KIND_OF_MATERIAL = {
    "paper": "print",
    "linen_backed": "poster",
    "photograph": "photograph",
    "canvas": "print",
    "board": "print",
    "cloth": "flag",
    "puzzle": "puzzle",
    "plant": "plant",
}


def as_types(piece: Piece, types: tuple[str, ...]) -> tuple[dict[str, Any], str] | None:
    """The object’s document as one of the types, and in words what is lost; None if it can’t be seen so."""
    document, thing = document_of(piece)["object"], piece.object
    if thing.type in types:
        return document, ""
    facts = facts_of(piece)
    if "things" in types and isinstance(thing, (FlatWork, StretchedCanvas)):
        return _as_thing(piece, document, facts)
    if isinstance(thing, Things) and len(thing.items) == 1 and facts.flat and "flat_work" in types:
        return _as_flat(document, thing.items[0])
    if isinstance(thing, RolledCanvas) and "flat_work" in types:
        kept = {k: document[k] for k in ("width", "height", "edges", "diagonals", "depth", "weight", "traits", "use")}
        return {"type": "flat_work", "material": "canvas", **kept}, ""
    if isinstance(thing, FlatWork) and thing.material == "canvas" and "rolled_canvas" in types:
        kept = {k: document[k] for k in ("width", "height", "edges", "diagonals", "depth", "weight", "traits", "use")}
        return {"type": "rolled_canvas", **kept}, ""
    return None


def _as_thing(piece: Piece, document: dict[str, Any], facts: Facts) -> tuple[dict[str, Any], str]:
    kind: Any = KIND_OF_MATERIAL[piece.object.material] if isinstance(piece.object, FlatWork) else "keepsake"
    usual = {"mm": 100}
    item = item_of("thing1", piece.name[:60], kind, {"width": usual, "height": usual})
    item |= {
        "width": document["width"],
        "height": document["height"],
        "weight": document["weight"],
        "shape": "rectangle",
        "window": None,
        "traits": sorted(t for t in {*document["traits"], *facts.traits} if t in TRAITS),
        "front": float(facts.front),
        "behind": 0,
        "stitching": None,
    }
    lost = [word for key, word in (("edges", "straightedge readings"), ("diagonals", "diagonals")) if _read(document[key])]
    consent = {"consent": document["consent"]} if "consent" in document else {}
    return {"type": "things", "items": [item], **consent}, _left(lost)


def _as_flat(document: dict[str, Any], item: Item) -> tuple[dict[str, Any], str]:
    held = document["items"][0]
    material = FLAT_KINDS[item.kind]
    usual = MATERIALS[material][1]  # type: ignore[index]
    work = {
        "type": "flat_work",
        "material": material,
        "width": held["width"],
        "height": held["height"],
        "weight": held["weight"],
        "traits": [t for t in held["traits"] if t not in usual],
        "consent": document["consent"],
        "depth": {"highest": [{"mm": held["front"], "typed": None, "tape": "mm", "give": 0}]} if item.front > 0 else {},
    }
    lost = [
        word
        for key, word in (("outline", "outline"), ("anchors", "fixings"), ("stitching", "border round the stitching"))
        if held[key]
    ]
    return work, _left(lost)


def _left(lost: list[str]) -> str:
    return f"left behind: its {' and '.join(lost)}" if lost else ""


def _read(stations: dict[str, Any]) -> bool:
    """Whether anything was read there."""
    return any(_read(v) if isinstance(v, dict) else bool(v) for v in stations.values())
