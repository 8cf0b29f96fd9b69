"""The lamp room: rows of strip no further apart than the room is deep, so that the board before it is lit evenly.

rows = height / depth, rounded up          spacing = height / rows
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from shadbo.core.contract.display import Context
from shadbo.core.framing.counting import figures
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.masses import plain_quantity
from shadbo.core.quantity.sums import Dim, rule

# The strip stays so far from the walls (mm); one hole for so many watts, four at the least; a supply with a fifth to spare.
FROM_WALL, WATTS_A_HOLE, LEAST_HOLES, SPARE, HOLE = Fraction(20), Fraction(5, 2), 4, Fraction(6, 5), Fraction(8)


@dataclass(frozen=True, slots=True)
class Lit:
    """The strip: how many rows, how far apart, how long each and in all, what it takes, how many holes let the warmth out."""

    rows: int
    spacing: Dim
    row: Dim
    length: Dim
    watts: Fraction
    holes: int


def light(context: Context[Any, Any], inside: Mapping[str, Dim], room: Dim) -> Lit:
    """Reckon the strip for a lamp room ``room`` deep, ``inside`` wide and high."""
    book, lamp = context.book, context.display.lamp
    deep = max(room.value, Fraction(5))
    rows = max(1, int(-(-inside["height"].value // deep)))
    book.add_count(
        "lamp.rows",
        "Rows of strip",
        rows,
        context.speak.say(
            "{} high ÷ {} deep, rounded up: no further apart than the room is deep", inside["height"], deep
        ),
        parts=("lamp",),
    )
    spacing = book.add(inside["height"] / rows, "lamp.spacing", "Rows apart", parts=("lamp",), grain="depth")
    clear = rule(FROM_WALL, "Strip from the wall", "lamp", "depth")
    row = book.add(inside["width"] - 2 * clear, "lamp.row", "Strip, each row", parts=("lamp",), grain="wood")
    length = book.add(row * rows, "lamp.strip", "Strip, in all", parts=("lamp",), grain="wood")
    watts = max(length.value, Fraction(0)) / 1000 * lamp.watts
    book.add_quantity("lamp.watts", "It takes", plain_quantity(f"{figures(watts)} W"), context.speak.say(f"{{}} at {lamp.watts} W a metre", length),
                      (f"a low-voltage supply of {figures(watts * SPARE, 2)} W or more, approved",), parts=("lamp",))  # fmt: skip
    holes = max(LEAST_HOLES, int(-(-watts // WATTS_A_HOLE)))
    holes += holes % 2
    book.add_count(
        "lamp.holes",
        "Holes for air, half above and half below",
        holes,
        context.speak.say("one of {} for every 2½ W, four at the least", HOLE),
        parts=("vent",),
    )
    return Lit(rows, spacing, row, length, watts, holes)
