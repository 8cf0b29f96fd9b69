"""What a shop has and how it works, as data: tolerances, rules it can change, stock. Lengths in mm.

Every default is a house figure or common practice (see ``sources``) and can be edited; a shop file replaces it.
"""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated, Literal

from pydantic import Field
from quicktions import Fraction

from shadbo.core.fields import LengthField
from shadbo.core.lengths import Showing, Tape, Unit
from shadbo.core.piece import FACE_MM, RAIL_MM, SCREW_MM, SEAT_MM, SEAT_WIDTH_MM, Part

SMALL_MM = Annotated[Decimal, LengthField.between("Tolerance", "0", "10")]
RULE_MM = Annotated[Decimal, LengthField.between("Rule", "0", "2000")]
STOCK_LENGTH_MM = Annotated[Decimal, LengthField.between("Stock length", "300", "6000")]
STRIP_MM = Annotated[Decimal, LengthField.between("Strip thickness", "0.5", "60")]

InchParts = Literal[8, 16, 32, 64]


class Moulding(Part):
    """A floater profile sold by length. A plain rail has no seat of its own: a strip makes it (both seat fields None)."""

    key: str = Field(min_length=1, max_length=60)
    name: str = Field(min_length=1, max_length=80)
    wood: str = Field(max_length=60)
    face: FACE_MM
    height: RAIL_MM
    seat_thickness: SEAT_MM | None = None
    seat_width: SEAT_WIDTH_MM | None = None
    length: STOCK_LENGTH_MM = Decimal(3000)


class Tolerances(Part):
    """How far a reading or a cut may be from the truth (± mm)."""

    tape_mm: SMALL_MM = Decimal("0.5")
    tape_in: SMALL_MM = Decimal("0.396875")
    saw: SMALL_MM = Decimal("0.5")


class Rules(Part):
    """The trade's rules as this shop keeps them (mm, or a plain ratio)."""

    kerf: RULE_MM = Decimal(3)
    bite: RULE_MM = Decimal(12)
    canvas_clear: RULE_MM = Decimal(5)
    screw_spacing: RULE_MM = Decimal(300)
    screw_corner: RULE_MM = Decimal(50)
    seat_beyond: RULE_MM = Decimal(12)
    strips_up_to: RULE_MM = Decimal(600)
    keep_offcut: RULE_MM = Decimal(300)
    square_per_metre: RULE_MM = Decimal("1.5")
    untrue_floor: RULE_MM = Decimal(10)
    untrue_share: Annotated[Decimal, Field(gt=0, le=1, allow_inf_nan=False)] = Decimal("0.02")
    seat_strip_thickness: RULE_MM = Decimal(6)
    seat_strip_width: RULE_MM = Decimal(30)


class Shop(Part):
    """One shop: how it shows lengths, its tolerances and rules, what stands in its racks."""

    format: Literal["shadbo.shop/1"] = "shadbo.shop/1"
    name: str = Field(default="House stock", max_length=120)
    inch_parts: InchParts = 16
    tape_inch_parts: InchParts = 16
    tolerances: Tolerances = Tolerances()
    rules: Rules = Rules()
    mouldings: tuple[Moulding, ...] = ()
    strips: tuple[STRIP_MM, ...] = ()
    screws: tuple[SCREW_MM, ...] = ()

    @property
    def showing(self) -> Showing:
        return Showing(self.inch_parts)

    @property
    def tape(self) -> Tape:
        return Tape(Fraction(1), Fraction(1, self.tape_inch_parts))

    def reading_tolerance(self, tape: Unit) -> Fraction:
        return Fraction(self.tolerances.tape_mm if tape == "mm" else self.tolerances.tape_in)

    def moulding(self, key: str) -> Moulding | None:
        return next((m for m in self.mouldings if m.key == key), None)


def _moulding(
    key: str, name: str, wood: str, face: str, height: str, seat: str | None, reach: str | None, length: int
) -> Moulding:
    return Moulding(
        key=key, name=name, wood=wood, face=Decimal(face), height=Decimal(height),
        seat_thickness=Decimal(seat) if seat else None, seat_width=Decimal(reach) if reach else None,
        length=Decimal(length),
    )  # fmt: skip


HOUSE_SHOP = Shop(
    mouldings=(
        _moulding("basswood-8x28", "Basswood 8 × 28", "basswood", "8", "28", "5", "22", 2400),
        _moulding("ash-10x32", "Ash 10 × 32", "white ash", "10", "32", "6", "25", 2700),
        _moulding("walnut-15x36", "Walnut 15 × 36", "black walnut", "15", "36", "6", "28", 2400),
        _moulding("ash-18x45", "Ash 18 × 45", "white ash", "18", "45", "6", "30", 3000),
        _moulding("poplar-3/4x1-3/4", "Poplar ¾ × 1¾ in", "yellow-poplar", "19.05", "44.45", "6.35", "31.75", 3048),
        _moulding("oak-20x50", "Oak 20 × 50", "northern red oak", "20", "50", "6", "32", 3000),
        _moulding("cherry-22x55", "Cherry 22 × 55", "black cherry", "22", "55", "8", "34", 2700),
        _moulding("oak-25x60", "Oak 25 × 60", "northern red oak", "25", "60", "8", "36", 3000),
        _moulding("pine-20x44", "Pine 20 × 44, plain rail", "eastern white pine", "20", "44", None, None, 2400),
        _moulding("maple-30x70", "Maple 30 × 70", "sugar maple", "30", "70", "8", "40", 3000),
    ),
    strips=tuple(Decimal(t) for t in ("1.5", "2", "3", "4", "5", "6", "9", "12")),
    screws=tuple(Decimal(n) for n in ("16", "20", "25", "30", "35", "40", "45", "50", "60")),
)
