"""What a shop has and how it works, as data: tolerances, rules it can change, stock. Lengths in mm.

Every default is a house figure or common practice (see ``sources``) and can be edited; a shop file replaces it.
"""

from __future__ import annotations

from collections.abc import Mapping
from decimal import Decimal
from typing import Annotated, Literal

from pydantic import Field

from shadbo.core.document.decisions.canvas import (
    FACE_MM,
    LIP_MM,
    OFFSET_MM,
    RABBET_DEPTH_MM,
    RAIL_MM,
    SCREW_MM,
    SEAT_MM,
    SEAT_WIDTH_MM,
    SHEET_MM,
)
from shadbo.core.document.objects import BAR_WIDTH_MM
from shadbo.core.document.readings import BAR_DEPTH_MM, SIDE_MM, Part
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.fields import LengthField
from shadbo.core.quantity.lengths import Showing, Tape, Unit

SMALL_MM = Annotated[Decimal, LengthField.between("Tolerance", "0", "10")]
RULE_MM = Annotated[Decimal, LengthField.between("Rule", "0", "2000")]
STOCK_LENGTH_MM = Annotated[Decimal, LengthField.between("Stock length", "300", "6000")]
STRIP_MM = Annotated[Decimal, LengthField.between("Strip thickness", "0.5", "60")]

InchParts = Literal[8, 16, 32, 64]


# The two schools of the trade, and making do (handbook section 9).
Practice = Literal["conservation", "decorative", "thrifty"]
PRACTICES: Mapping[Practice, str] = {
    "conservation": "nothing that can’t be undone",
    "decorative": "lasting and quick, glue on what can be replaced",
    "thrifty": "with what is in the house",
}


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


class RabbetMoulding(Part):
    """A profile with a lip, sold by length: ``lip`` reaches over the rabbet, ``rabbet_depth`` lies behind it."""

    key: str = Field(min_length=1, max_length=60)
    name: str = Field(min_length=1, max_length=80)
    wood: str = Field(max_length=60)
    face: FACE_MM
    height: RAIL_MM
    lip: LIP_MM
    rabbet_depth: RABBET_DEPTH_MM
    length: STOCK_LENGTH_MM = Decimal(3000)


class StretcherBar(Part):
    """A stretcher bar sold by length or in sizes: depth front to back, width on the back."""

    key: str = Field(min_length=1, max_length=60)
    name: str = Field(min_length=1, max_length=80)
    wood: str = Field(max_length=60)
    depth: BAR_DEPTH_MM
    width: BAR_WIDTH_MM
    length: STOCK_LENGTH_MM = Decimal(3000)


class ReadyFrame(Part):
    """A ready-made frame with a lip, by what its maker says: rabbet width and height as it is sold, and what comes in it."""

    key: str = Field(min_length=1, max_length=60)
    name: str = Field(min_length=1, max_length=80)
    width: SIDE_MM
    height: SIDE_MM
    lip: LIP_MM
    rabbet_depth: RABBET_DEPTH_MM
    face: FACE_MM
    rail_height: RAIL_MM
    glass: SHEET_MM = Decimal(0)
    board: SHEET_MM = Decimal(0)


class Board(Part):
    """A sheet that lies in the pack: mount board, filler or backing. ``stiff``: it will carry weight and close a back."""

    key: str = Field(min_length=1, max_length=60)
    name: str = Field(min_length=1, max_length=80)
    thickness: SHEET_MM
    stiff: bool = False


class MatBoard(Part):
    """A mat board of the stock list: its colour as sRGB, its thickness (4-ply 1.4, 8-ply 3)."""

    key: str = Field(min_length=1, max_length=60)
    name: str = Field(min_length=1, max_length=80)
    colour: Annotated[str, Field(pattern=r"^#[0-9a-f]{6}$")]
    thickness: SHEET_MM = Decimal("1.4")


class Tolerances(Part):
    """How far a reading or a cut may be from the truth (± mm)."""

    tape_mm: SMALL_MM = Decimal("0.5")
    tape_in: SMALL_MM = Decimal("0.396875")
    saw: SMALL_MM = Decimal("0.5")
    glass: SMALL_MM = Decimal("1")
    mat: SMALL_MM = Decimal("0.25")


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
    clip_spacing: RULE_MM = Decimal(150)
    face_clear: RULE_MM = Decimal(4)
    glass_allowance: RULE_MM = Decimal(2)
    board_allowance: RULE_MM = Decimal(2)
    least_lap: RULE_MM = Decimal(3)
    tabs: RULE_MM = Decimal(3)
    cross_bar_over: RULE_MM = Decimal(1000)
    cross_bar_every: RULE_MM = Decimal(900)
    least_wrap: RULE_MM = Decimal(3)
    fold_keep: RULE_MM = Decimal(10)
    wall_clear: RULE_MM = Decimal(5)
    least_gap: RULE_MM = Decimal(3)
    behind_more: RULE_MM = Decimal(1)
    tight: RULE_MM = Decimal(1)
    spacer_width: RULE_MM = Decimal(5)
    strip_ease: RULE_MM = Decimal(1)
    point_spacing: RULE_MM = Decimal(150)
    mat_strip: RULE_MM = Decimal(12)
    acrylic_per_metre: RULE_MM = Decimal(3)
    acrylic_bow_over: RULE_MM = Decimal(900)
    acrylic_bow_per_metre: RULE_MM = Decimal(3)
    eye_line: RULE_MM = Decimal(1450)
    tack_clear: RULE_MM = Decimal(6)
    fold_back: RULE_MM = Decimal(40)
    stitch_spacing: RULE_MM = Decimal(50)
    hinge_spacing: RULE_MM = Decimal(275)
    factor: Annotated[int, Field(ge=1, le=20)] = 4
    shear_factor: Annotated[int, Field(ge=1, le=20)] = 6
    bottom_weight: Annotated[Decimal, Field(ge=1, le=2, allow_inf_nan=False)] = Decimal("1.15")
    glass_area: Annotated[Decimal, Field(gt=0, le=10, allow_inf_nan=False)] = Decimal("0.6")
    canvas_tension: Annotated[Decimal, Field(gt=0, le=2000, allow_inf_nan=False)] = Decimal(150)
    bow_share: Annotated[int, Field(ge=100, le=5000)] = 500


class Shop(Part):
    """One shop: how it shows lengths, its tolerances and rules, what stands in its racks."""

    format: Literal["shadbo.shop/1"] = "shadbo.shop/1"
    name: str = Field(default="House stock", max_length=120)
    inch_parts: InchParts = 16
    tape_inch_parts: InchParts = 16
    tolerances: Tolerances = Tolerances()
    rules: Rules = Rules()
    practice: Practice = "decorative"
    mouldings: tuple[Moulding, ...] = ()
    rabbet_mouldings: tuple[RabbetMoulding, ...] = ()
    bars: tuple[StretcherBar, ...] = ()
    frames: tuple[ReadyFrame, ...] = ()
    strips: tuple[STRIP_MM, ...] = ()
    screws: tuple[SCREW_MM, ...] = ()
    clips: tuple[OFFSET_MM, ...] = ()
    cards: tuple[SHEET_MM, ...] = ()
    boards: tuple[Board, ...] = ()
    mat_boards: tuple[MatBoard, ...] = ()
    spacers: tuple[SHEET_MM, ...] = ()
    rolls: tuple[SIDE_MM, ...] = ()

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

    def rabbet_moulding(self, key: str) -> RabbetMoulding | None:
        return next((m for m in self.rabbet_mouldings if m.key == key), None)

    def mat_board(self, key: str) -> MatBoard | None:
        return next((m for m in self.mat_boards if m.key == key), None)

    def bar(self, key: str) -> StretcherBar | None:
        return next((b for b in self.bars if b.key == key), None)
