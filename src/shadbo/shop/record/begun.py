"""Beginning the next one from a record: shown, held, hung and finished as that one was; what belonged to that one alone is asked anew."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from shadbo.core import Fault, Piece, Refused, Shop, Unit, document_of, length_field, load_piece, reading

# What was said of the one thing, and not of how it is framed.
OF_THAT_ONE = ("due", "note", "overrides", "condition", "asked")
# Where a typed side goes, by what the object is: its middle, as it is read first.
SIDES = {"width": ("Width", "middle"), "height": ("Height", "centre")}


def sized(piece: Piece) -> bool:
    """Whether the next one’s two sides can be typed where it is begun; what holds several things is measured on its own stage."""
    return all(isinstance(document_of(piece)["object"].get(side), dict) for side in SIDES)


def begin_again(
    piece: Piece, name: str, owner: str, typed: Mapping[str, str], unit: Unit, shop: Shop, frame: Mapping[str, Any] | None = None
) -> Piece:
    """The next piece. ``typed`` are its two sides; one that is empty stays as that one’s was. ``frame`` is the one that was to be made, where
    that one went on from what came out. Raises :class:`Refused` at each that won’t do."""
    document = {key: value for key, value in document_of(piece).items() if key not in OF_THAT_ONE}
    document |= {"name": name.strip() or piece.name, "owner": owner.strip()}
    thing = document["object"]
    for floor in document["display"].get("floors", ()):
        # Nor are its rebates what that one’s were read to be.
        for side in ("width", "height", "depth"):
            floor.pop(f"built_{side}", None)
    if frame:
        document["display"] = {**document["display"], "frame": dict(frame)}
    if "consent" in thing:
        thing.pop("consent")
    faults: list[Fault] = []
    for side, (label, station) in SIDES.items():
        text = typed.get(side, "").strip()
        if not text:
            continue
        pointer = f"/object/{side}/{station}/0"
        field = length_field(pointer, piece) if isinstance(thing.get(side), dict) else None
        if field is None:
            faults.append(Fault(f"/{side}", label, text, "is measured on its own stage here", "nothing: measure it there"))
            continue
        try:
            read = field.read(text, unit, shop.tape, f"/{side}")
        except Refused as error:
            faults += [Fault(f.pointer, label, f.value, f.message, f.accepted) for f in error.faults]
            continue
        thing[side] = {station: [reading(text, read)]}
        # How straight that one’s edges were says nothing of this one’s.
        for told in ("edges", "diagonals"):
            thing.pop(told, None)
    if faults:
        raise Refused(*faults)
    return load_piece(document)
