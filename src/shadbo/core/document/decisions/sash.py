"""What is decided about cloth behind a sash, as a piece holds it. Lengths in mm."""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated, ClassVar, Literal

from pydantic import Field

from shadbo.core.document.decisions.canvas import SHEET_MM
from shadbo.core.document.readings import Part
from shadbo.core.quantity.fields import LengthField

PANE_MM = Annotated[Decimal, LengthField.between("Pane", "60", "2000")]
SASH_BAR_MM = Annotated[Decimal, LengthField.between("Bar between panes", "8", "120")]
SASH_RAIL_MM = Annotated[Decimal, LengthField.between("Stile or rail of the sash", "15", "300")]
SASH_THICK_MM = Annotated[Decimal, LengthField.between("Sash, front to back", "15", "120")]
SASH_REBATE_MM = Annotated[Decimal, LengthField.between("Depth behind the glass", "2", "100")]
PANE_LAP_MM = Annotated[Decimal, LengthField.between("Lap of the sash over the pane", "1", "40")]
COVER_MM = Annotated[Decimal, LengthField.between("Cover beyond the cloth", "0", "200")]
FASTENER_MM = Annotated[Decimal, LengthField.between("Fastener, long", "4", "60")]
SHIFT_MM = Annotated[Decimal, LengthField.between("Moved", "-2000", "2000")]
STRIP_MM = Annotated[Decimal, LengthField.between("Strips between glass and cloth", "0", "20")]


class Sash(Part):
    """A sash of ``across`` × ``down`` equal panes. ``pane_*`` is the glass of one, ``lap`` how far the wood laps it on each side.

    Cloths go behind the panes in order, left to right and down; or one lies behind all of them (``over_all``), moved right and down out of their
    middle by ``shift_*``. ``cover`` is one board over all of them from behind; without it every board is held in its own rebate. ``flag``: whose
    published rule says which way it hangs.
    """

    SHOWS: ClassVar[tuple[str, ...]] = ("things",)
    type: Literal["sash"] = "sash"
    across: Annotated[int, Field(ge=1, le=6)] = 1
    down: Annotated[int, Field(ge=1, le=6)] = 1
    pane_width: PANE_MM
    pane_height: PANE_MM
    lap: PANE_LAP_MM = Decimal(6)
    bar: SASH_BAR_MM = Decimal(22)
    stile: SASH_RAIL_MM = Decimal(50)
    top_rail: SASH_RAIL_MM = Decimal(50)
    bottom_rail: SASH_RAIL_MM = Decimal(75)
    thickness: SASH_THICK_MM = Decimal(36)
    rebate: SASH_REBATE_MM = Decimal(14)
    glass: SHEET_MM = Decimal(3)
    strips: STRIP_MM = Decimal(3)
    board: SHEET_MM = Decimal(5)
    closing: Literal["cover", "points"] = "cover"
    cover_by: COVER_MM = Decimal(15)
    cover_board: SHEET_MM = Decimal(3)
    fastener: FASTENER_MM = Decimal(12)
    flag: Literal["none", "united_states", "other"] = "none"
    hung: Literal["across", "down"] = "across"
    over_all: bool = False
    shift_across: SHIFT_MM = Decimal(0)
    shift_down: SHIFT_MM = Decimal(0)
