"""What is decided about a suspended thing, as a piece holds it. Lengths in mm."""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated, ClassVar, Literal

from shadbo.core.document.decisions.canvas import StockKey
from shadbo.core.document.readings import Part
from shadbo.core.quantity.fields import LengthField

SPACE_MM = Annotated[Decimal, LengthField.between("Space round the thing", "2", "500")]
ROD_MM = Annotated[Decimal, LengthField.between("Rod diameter", "1", "25")]
INTO_MM = Annotated[Decimal, LengthField.between("Depth of the hole", "2", "120")]
PLAY_MM = Annotated[Decimal, LengthField.between("Play of the rod in its hole", "0", "3")]

Rods = Literal["two_across", "two_down", "three", "four", "wires"]
Stuff = Literal["hardwood", "brass", "steel"]
Into = Literal["drilled", "existing", "clamp"]


class Suspended(Part):
    """``into_rail`` left empty is three diameters. ``wire`` is the packet’s rating of one wire or thread (kg)."""

    SHOWS: ClassVar[tuple[str, ...]] = ("things",)
    type: Literal["suspended"] = "suspended"
    moulding: StockKey
    space_across: SPACE_MM = Decimal(40)
    space_down: SPACE_MM = Decimal(40)
    rods: Rods = "two_across"
    aim: Literal["straight", "middle"] = "straight"
    stuff: Stuff = "hardwood"
    diameter: ROD_MM = Decimal(8)
    play: PLAY_MM = Decimal("0.2")
    into_rail: INTO_MM | None = None
    into: Into = "clamp"
    into_thing: INTO_MM = Decimal(8)
    held: Literal["dry", "glued"] = "dry"
    wire: Literal[5, 10, 20, 40] = 10
