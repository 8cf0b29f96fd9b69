"""What a shop has and how it works, as data: tolerances, rules it can change, stock. Lengths in mm.

Every default is a house figure or common practice (see ``sources``) and can be edited; a shop file replaces it.
"""

from __future__ import annotations

from collections.abc import Mapping
from decimal import Decimal
from typing import Annotated, Any, Literal

from pydantic import Field, model_validator

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
from shadbo.core.document.earlier import shop_as_written_now
from shadbo.core.document.objects import BAR_WIDTH_MM
from shadbo.core.document.readings import BAR_DEPTH_MM, SIDE_MM, Part, UnitName
from shadbo.core.document.rules import Rules
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.fields import LengthField
from shadbo.core.quantity.lengths import Showing, Tape, Unit
from shadbo.core.quantity.sums import Tool

SMALL_MM = Annotated[Decimal, LengthField.between("Tolerance", "0", "10")]
STOCK_LENGTH_MM = Annotated[Decimal, LengthField.between("Stock length", "300", "6000")]
STRIP_MM = Annotated[Decimal, LengthField.between("Strip thickness", "0.5", "60")]

InchParts = Literal[8, 16, 32, 64]
# How days are written: 3 Mar 2027, Mar 3, 2027, 2027-03-03.
DateStyle = Literal["day", "month", "iso"]


# The two schools of the trade, and making do.
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
    salvaged: bool = False


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
    salvaged: bool = False


class StretcherBar(Part):
    """A stretcher bar sold by length or in sizes: depth front to back, width on the back."""

    key: str = Field(min_length=1, max_length=60)
    name: str = Field(min_length=1, max_length=80)
    wood: str = Field(max_length=60)
    depth: BAR_DEPTH_MM
    width: BAR_WIDTH_MM
    length: STOCK_LENGTH_MM = Decimal(3000)
    salvaged: bool = False


class ReadyFrame(Part):
    """A ready-made frame with a lip, by what its maker says: rabbet width and height as it is sold, and what comes in it."""

    key: str = Field(min_length=1, max_length=60)
    name: str = Field(min_length=1, max_length=80)
    width: SIDE_MM
    height: SIDE_MM
    lip: LIP_MM
    rabbet_depth: RABBET_DEPTH_MM
    face: FACE_MM
    moulding_depth: RAIL_MM
    glazing_thickness: SHEET_MM = Decimal(0)
    board: SHEET_MM = Decimal(0)


class Board(Part):
    """A sheet that lies in the pack: mount board, filler or backing. ``stiff``: it will carry weight, take a screw and close a back;
    ``density`` in kg a cubic metre."""

    key: str = Field(min_length=1, max_length=60)
    name: str = Field(min_length=1, max_length=80)
    thickness: SHEET_MM
    stiff: bool = False
    density: int = Field(default=800, ge=20, le=3000)


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


# So many of one kind a piece has of its own.
MOST_OWN = 6


class OwnStock(Part):
    """Material that belongs to one piece: typed for it, or brought along."""

    mouldings: Annotated[list[Moulding], Field(max_length=MOST_OWN)] = []
    rabbet_mouldings: Annotated[list[RabbetMoulding], Field(max_length=MOST_OWN)] = []
    bars: Annotated[list[StretcherBar], Field(max_length=MOST_OWN)] = []
    boards: Annotated[list[Board], Field(max_length=MOST_OWN)] = []


class Shop(Part):
    """One shop: how it shows lengths, its tolerances and rules, what stands in its racks.

    ``units`` is what new pieces are worked in; ``demo`` is the made-up shop, ``asked`` whether its settings were gone through once.
    """

    format: Literal["shadbo.shop/1"] = "shadbo.shop/1"
    name: str = Field(default="House stock", min_length=1, max_length=120)
    demo: bool = False
    asked: bool = True
    units: UnitName = "mm"
    dates: DateStyle = "day"
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

    @model_validator(mode="before")
    @classmethod
    def _as_written_now(cls, document: Any) -> Any:
        return shop_as_written_now(document) if isinstance(document, dict) else document

    def with_own(self, own: OwnStock) -> Shop:
        """The shop with what a piece has of its own, first in its lists."""
        mine = {kind: (*held, *getattr(self, kind)) for kind in OwnStock.model_fields if (held := getattr(own, kind))}
        return self.model_copy(update=mine) if mine else self

    @property
    def showing(self) -> Showing:
        return Showing(self.inch_parts)

    @property
    def tape(self) -> Tape:
        return Tape(Fraction(1), Fraction(1, self.tape_inch_parts))

    def written(self, mm: Decimal, unit: Unit) -> str:
        """A setting in a unit: as a fraction of an inch only where it is one exactly."""
        shown = self.showing.show(exact(mm), "fine")
        return shown.text("in") if unit == "in" and shown.inch_exact else f"{mm:f} mm"

    def reading_tolerance(self, tape: Unit) -> Fraction:
        return exact(self.tolerances.tape_mm if tape == "mm" else self.tolerances.tape_in)

    @property
    def saw(self) -> Tool:
        return Tool("saw", exact(self.tolerances.saw), "saw")

    @property
    def glass_cutter(self) -> Tool:
        return Tool("glass, cut of the sheet", exact(self.tolerances.glass), "glass-cut")

    @property
    def mat_cutter(self) -> Tool:
        return Tool("mat cutter", exact(self.tolerances.mat), "mat-cut")

    @property
    def by_hand(self) -> Tool:
        """A knife or shears along a mark that was measured off."""
        return Tool("cut by hand, to a mark of the tape", exact(self.tolerances.tape_mm), "tape")

    def moulding(self, key: str) -> Moulding | None:
        return next((m for m in self.mouldings if m.key == key), None)

    def rabbet_moulding(self, key: str) -> RabbetMoulding | None:
        return next((m for m in self.rabbet_mouldings if m.key == key), None)

    def mat_board(self, key: str) -> MatBoard | None:
        return next((m for m in self.mat_boards if m.key == key), None)

    def bar(self, key: str) -> StretcherBar | None:
        return next((b for b in self.bars if b.key == key), None)
