"""The lamp room: rows of strip no further apart than the room is deep, so that the board before it is lit evenly.

rows = height / depth, rounded up          spacing = height / rows
Behind letters alone the height is that of the letters, and as much again as the room is deep, half of it above and half below.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import TYPE_CHECKING

from shadbo.core.contract.terms import ruled
from shadbo.core.framing.counting import figures
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.masses import plain_quantity
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, largest, leaf, rule, smallest

if TYPE_CHECKING:
    from shadbo.core.displays.layered_box.sizes import LayeredContext


@record(frozen=True, slots=True)
class Lit:
    """The strip: how many rows, how far apart, how long each and in all, what it takes, how many holes let the warmth out; how far below the
    top of the room its first row lies."""

    rows: int
    spacing: Dim
    row: Dim
    length: Dim
    watts: Fraction
    holes: int
    first: Dim


def _deep(room: Dim) -> Fraction:
    """How deep a room is reckoned with (mm): one of nothing is said elsewhere, and divides nothing here."""
    return max(room.value, Fraction(5))


def lit_behind(context: LayeredContext, inside: Mapping[str, Dim], room: Dim) -> tuple[Dim, Dim] | None:
    """How high what is lit behind the letters alone is, and how far below the top of the room it begins (mm): all the letters of all boards, and
    half a room’s depth above and below. None where there are no letters, or no room for that."""
    tops, ends = [], []
    for i, floor in enumerate(context.display.floors):
        if floor.kind != "board" or not floor.text.strip():
            continue
        high, below = (
            leaf(getattr(floor, field), pointer := f"/display/floors/{i}/{field}", label, "choice", pointer=pointer, grain="depth")
            for field, label in (("letters", "Letters, high"), ("below", "Letters below the middle"))
        )
        tops.append(below - high / 2)
        ends.append(below + high / 2)
    if not tops:
        return None
    deep = rule(_deep(room), "As much as the room is deep", "lamp", "depth")
    begins, height = inside["height"] / 2 + smallest(tops) - deep / 2, largest(ends) - smallest(tops) + deep
    if begins.value < 0 or begins.value + height.value > inside["height"].value:
        return None
    return height, begins


def light(context: LayeredContext, inside: Mapping[str, Dim], room: Dim) -> Lit:
    """Reckon the strip for a lamp room ``room`` deep, ``inside`` wide and high."""
    book, lamp = context.book, context.display.lamp
    assert lamp is not None
    deep = _deep(room)
    height, begins = inside["height"], None
    if lamp.over == "letters" and (behind := lit_behind(context, inside, room)) is not None:
        height, begins = behind
        height = book.add(height, "lamp.lit", "Lit behind the letters, high", parts=("lamp",), grain="depth")
    rows = max(1, int(-(-height.value // deep)))
    book.add_count(
        "lamp.rows",
        "Rows of strip",
        rows,
        context.speak.say("{} high ÷ {} deep, rounded up: no further apart than the room is deep", height, deep),
        parts=("lamp",),
    )
    spacing = book.add(height / rows, "lamp.spacing", "Rows apart", parts=("lamp",), grain="depth")
    first = book.add(
        begins + spacing / 2 if begins is not None else spacing / 2,
        "lamp.first",
        "First row below the top of the room",
        parts=("lamp",),
        grain="depth",
        cut=context.shop.by_hand,
    )
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
    return Lit(rows, spacing, row, length, watts, holes, first)
