"""Starting a piece: what is it, and its sizes as typed. Never a blank form."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.piece import FORMAT, Piece, length_field, load_piece
from shadbo.core.document.shop import Shop
from shadbo.core.document.starts import Start, reading
from shadbo.core.quantity.fields import Fault, Refused
from shadbo.core.quantity.lengths import Unit

# What each display offers to begin with, in the order of the displays.
STARTS: tuple[Start, ...] = tuple(start for display in DISPLAYS.values() for start in display.starts)


def start_piece(key: str, name: str, owner: str, unit: Unit, typed: Mapping[str, str], shop: Shop) -> Piece:
    """The first state of a piece. Raises :class:`Refused` with a fault for every field that won't do."""
    start = next((s for s in STARTS if s.key == key), None)
    if start is None:
        kinds = ", ".join(s.key for s in STARTS)
        raise Refused(Fault("/start", "What it is", key, "is not a kind of piece known here", kinds))
    faults: list[Fault] = []
    if not name.strip():
        faults.append(Fault("/name", "Name", name, "is needed, so that the piece can be found again", "up to 120 letters"))
    sizes: dict[str, Any] = {}
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
            "name": name.strip(),
            "owner": owner.strip(),
            "units": unit,
            "practice": shop.practice,
            "object": start.thing(sizes),
            "display": start.build(sizes, unit, shop),
        }
    )
