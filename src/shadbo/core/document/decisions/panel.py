"""What is decided about a panel, as a piece holds it. Lengths in mm, forces in newtons."""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated, ClassVar, Literal

from shadbo.core.document.decisions.canvas import SHEET_MM
from shadbo.core.document.readings import Part
from shadbo.core.quantity.fields import LengthField

INSET_MM = Annotated[Decimal, LengthField.between("Backing inside the edge", "0", "100")]
BOARD_MM = Annotated[Decimal, LengthField.between("Board in stock", "100", "3000")]
TAPE_MM = Annotated[Decimal, LengthField.between("Tape line from the edge", "3", "200")]


class OnPanel(Part):
    """``sheet_*`` is the board the backing is cut from; several are butted where it is smaller. ``pair`` is the packet’s rating
    of one pair of hook-and-loop strips (N)."""

    SHOWS: ClassVar[tuple[str, ...]] = ("flat_work",)
    type: Literal["panel"] = "panel"
    inset: INSET_MM = Decimal("2.5")
    sheet_width: BOARD_MM = Decimal(600)
    sheet_height: BOARD_MM = Decimal(800)
    board: SHEET_MM = Decimal(3)
    bond: Literal["glue", "spray", "tape"] = "glue"
    tape: TAPE_MM = Decimal(15)
    wall: Literal["hook_and_loop", "ledge"] = "hook_and_loop"
    pair: Literal[10, 15, 20, 35, 70] = 20
