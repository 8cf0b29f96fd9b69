"""Starting a piece: what is it, and its sizes as typed. Never a blank form."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.piece import FORMAT, Piece, length_field, load_piece
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import Start, reading
from shadbo.core.quantity.fields import Fault, Refused
from shadbo.core.quantity.lengths import Unit, two_sizes

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


def start_piece(key: str, name: str, owner: str, unit: Unit, typed: Mapping[str, str], shop: Shop) -> Piece:
    """The first state of a piece; one without a name is called what it is. Raises :class:`Refused` with a fault for every field that won't do."""
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
    return load_piece(
        {
            "format": FORMAT,
            "name": name.strip() or start.called,
            "owner": owner.strip(),
            "units": unit,
            "practice": shop.practice,
            "object": start.thing(sizes),
            "display": start.build(sizes, unit, shop),
        }
    )
