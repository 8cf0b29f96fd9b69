"""The gap schools (common practice), and the frame a floater starts from."""

from __future__ import annotations

from collections.abc import Mapping
from decimal import Decimal
from typing import Any

from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.lengths import MM_PER_INCH, Unit, as_decimal

# Key, gap on a metric tape, gap on an inch tape, what for.
SCHOOLS: tuple[tuple[str, Fraction, Fraction, str], ...] = (
    ("small", Fraction(4), MM_PER_INCH * 3 / 16, "Small work: a fine line round a little picture."),
    ("usual", Fraction(6), MM_PER_INCH / 4, "Usual: half an inch on both sizes; hides an ordinary untrue canvas."),
    ("large", Fraction(12), MM_PER_INCH / 2, "Large work: keeps its proportion and forgives more."),
)
USUAL_GAP: Mapping[Unit, Fraction] = {"mm": SCHOOLS[1][1], "in": SCHOOLS[1][2]}
USUAL_BORDER: Mapping[Unit, Fraction] = {"mm": Fraction(50), "in": MM_PER_INCH * 2}
USUAL_REVEAL: Mapping[Unit, Fraction] = {"mm": Fraction(3), "in": MM_PER_INCH / 8}


def usual_length(mm: int, unit: Unit) -> Fraction:
    """A usual length as a tape of that unit has it: whole mm, or the nearest quarter of an inch."""
    return Fraction(mm) if unit == "mm" else Fraction(round(mm / MM_PER_INCH * 4)) * MM_PER_INCH / 4


def new_frame(moulding: str, unit: Unit) -> dict[str, Any]:
    """A frame to be made of a moulding, with the usual gap, as a piece holds it."""
    return {
        "make": "new",
        "gap": as_decimal(USUAL_GAP[unit]),
        "moulding": moulding,
        "seat_thickness": None,
        "seat_width": None,
        "spare_rail": False,
    }


def read_frame(inside: Mapping[str, Fraction], sizes: Mapping[str, Fraction]) -> dict[str, Any]:
    """A frame that is made to a plan, each planned size standing as its first reading until it is read."""

    def reading(mm: Fraction) -> list[dict[str, Any]]:
        return [{"mm": as_decimal(mm), "typed": None, "tape": "mm", "give": Decimal(0)}]

    return {
        "make": "bought",
        "width": {"top": [], "middle": reading(inside["width"]), "bottom": []},
        "height": {"left": [], "centre": reading(inside["height"]), "right": []},
        **{key: as_decimal(mm) for key, mm in sizes.items()},
    }


def new_rabbet(moulding: str) -> dict[str, Any]:
    return {"make": "new", "moulding": moulding, "spare_rail": False}


# A display begins with the sheet left to the judgement.
AS_SUITS = {"glazing": "auto", "grade": "auto"}
