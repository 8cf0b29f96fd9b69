"""The lamp room: rows of strip no further apart than the room is deep, so that the board before it is lit evenly.

rows = height / depth, rounded up          spacing = height / rows
Behind letters alone the height is that of the letters, and as much again as the room is deep, half of it above and half below.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import TYPE_CHECKING

from shadbo.core.contract.terms import ruled
from shadbo.core.document.decisions.layered_box import LayeredBox
from shadbo.core.framing.counting import figures
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.masses import plain_quantity
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, leaf, rule

if TYPE_CHECKING:
    from shadbo.core.displays.layered_box.sizes import LayeredContext


@record(frozen=True, slots=True)
class Lit:
    """The strip: how many rows, how far apart, how long each and in all, what it takes, how many holes let the warmth out; how far below the
    top of the room what is lit begins (mm)."""

    rows: int
    spacing: Dim
    row: Dim
    length: Dim
    watts: Fraction
    holes: int
    begins: Fraction


def lettered(display: LayeredBox) -> int | None:
    """Which board has the letters that are lit, if it is letters alone: the one with the highest."""
    found = [i for i, floor in enumerate(display.floors) if floor.text.strip() and floor.kind == "board"]
    return max(found, key=lambda i: display.floors[i].letters, default=None)


def _lit(context: LayeredContext, inside: Mapping[str, Dim], deep: Fraction) -> tuple[Dim, Fraction]:
    """How high what is lit is, and how far below the top of the room it begins (mm)."""
    lamp, at = context.display.lamp, lettered(context.display)
    if lamp is None or lamp.over == "all" or at is None:
        return inside["height"], Fraction(0)
    floor, pointer = context.display.floors[at], f"/display/floors/{at}/letters"
    high = leaf(floor.letters, pointer, "Letters, high", "choice", pointer=pointer, grain="depth", parts=("lamp",))
    band = high + rule(deep, "As much again as the room is deep", "lamp", "depth")
    begins = (inside["height"].value - band.value) / 2 + exact(floor.below)
    if begins < 0 or begins + band.value > inside["height"].value:
        return inside["height"], Fraction(0)
    return context.book.add(band, "lamp.lit", "Lit behind the letters, high", parts=("lamp",), grain="depth"), begins


def light(context: LayeredContext, inside: Mapping[str, Dim], room: Dim) -> Lit:
    """Reckon the strip for a lamp room ``room`` deep, ``inside`` wide and high."""
    book, lamp = context.book, context.display.lamp
    assert lamp is not None
    deep = max(room.value, Fraction(5))
    height, begins = _lit(context, inside, deep)
    rows = max(1, int(-(-height.value // deep)))
    book.add_count(
        "lamp.rows",
        "Rows of strip",
        rows,
        context.speak.say("{} high ÷ {} deep, rounded up: no further apart than the room is deep", height, deep),
        parts=("lamp",),
    )
    spacing = book.add(height / rows, "lamp.spacing", "Rows apart", parts=("lamp",), grain="depth")
    clear = ruled(context, "lamp_from_wall", "Strip from the wall")
    row = book.add(
        inside["width"] - 2 * clear, "lamp.row", "Strip, each row", parts=("lamp",), grain="wood", cut=context.shop.by_hand
    )
    length = book.add(row * rows, "lamp.strip", "Strip, in all", parts=("lamp",), grain="wood")
    watts = max(length.value, Fraction(0)) / 1000 * lamp.watts
    book.add_quantity(
        "lamp.watts",
        "It takes",
        plain_quantity(f"{figures(watts)} W"),
        context.speak.say(f"{{}} at {lamp.watts} W a metre", length),
        (f"a low-voltage supply of {figures(watts * context.rule('lamp_spare'), 2)} W or more, approved",),
        parts=("lamp",),
    )
    holes = max(context.shop.rules.lamp_holes, int(-(-watts // context.rule("lamp_watts_a_hole"))))
    holes += holes % 2
    book.add_count(
        "lamp.holes",
        "Holes for air, half above and half below",
        holes,
        context.speak.say("one of {} for every 2½ W, four at the least", context.rule("lamp_hole")),
        parts=("vent",),
    )
    return Lit(rows, spacing, row, length, watts, holes, begins)
