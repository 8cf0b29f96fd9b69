"""What is decided about showing things behind glass or in a lip: one model for the four displays, as they share a box.

Changing from one of the four to another keeps everything that was decided. Lengths in mm.
"""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated, ClassVar, Literal

from pydantic import Field

from shadbo.core.document.decisions.canvas import OFFSET_MM, SHEET_MM, RabbetFrame, ReadFrame, StockKey
from shadbo.core.document.readings import Grade, Part
from shadbo.core.quantity.fields import LengthField

OUTSIDE_MM = Annotated[Decimal, LengthField.between("Outside size", "40", "4000")]
SIGHT_MM = Annotated[Decimal, LengthField.between("Sight size", "20", "4000")]
EDGE_BORDER_MM = Annotated[Decimal, LengthField.between("Border", "0", "500")]
LAYOUT_GAP_MM = Annotated[Decimal, LengthField.between("Gap between items", "0", "500")]
SPACER_MM = Annotated[Decimal, LengthField.between("Spacer", "0", "450")]
AIR_MM = Annotated[Decimal, LengthField.between("Clearance to the glazing", "0", "100")]
BUILD_UP_MM = Annotated[Decimal, LengthField.between("Build-up", "0", "600")]
MAT_REVEAL_MM = Annotated[Decimal, LengthField.between("Reveal of the bottom mat", "0", "60")]
EYE_MM = Annotated[Decimal, LengthField.between("Eye", "0", "4000")]
ASIDE_MM = Annotated[Decimal, LengthField.between("Standing to the side", "-4000", "4000")]
DISTANCE_MM = Annotated[Decimal, LengthField.between("Eye in front of the frame", "200", "10000")]
CUT_MM = Annotated[Decimal, LengthField.between("Line of the cut", "-4000", "4000")]
CHECK_MM = Annotated[Decimal, LengthField.between("Check reading", "1", "5000")]


class MatCheck(Part):
    """The drawing read again before a mat is cut, on its back: the right edge of its last window from the left of the
    board, and that window's lower edge from the top."""

    across: CHECK_MM | None = None
    down: CHECK_MM | None = None


class Mats(Part):
    """One or two mats: what boards they are, and how much of the bottom mat shows round its windows."""

    count: Literal[1, 2] = 2
    top: StockKey = "mat-chalk"
    bottom: StockKey = "mat-slate"
    reveal: MAT_REVEAL_MM = Decimal(6)
    check_top: MatCheck = MatCheck()
    check_bottom: MatCheck = MatCheck()


class Layout(Part):
    """How the items lie: by hand, or by a template that follows their sizes."""

    how: Literal["free", "one", "row", "row_below", "flanked", "grid"] = "free"
    gap: LAYOUT_GAP_MM = Decimal(20)
    columns: Annotated[int, Field(ge=0, le=20)] = 0


class Looking(Part):
    """From where it is seen and lit: eye height above the floor, how far in front of the frame and how far aside; lamp in degrees
    from the wall."""

    height: EYE_MM = Decimal(1550)
    distance: DISTANCE_MM = Decimal(1200)
    aside: ASIDE_MM = Decimal(0)
    lamp: Annotated[int, Field(ge=10, le=85)] = 30


class CutLineAt(Part):
    """Where the section is cut: across at a height, or down at a width, from the middle of what shows."""

    way: Literal["most", "across", "down"] = "most"
    at: CUT_MM = Decimal(0)


class Boxed(Part):
    """What all four displays decide. A thickness left empty is what came with the frame, or the usual one."""

    SHOWS: ClassVar[tuple[str, ...]] = ("things",)
    # Whether something may have room behind the board.
    BEHIND: ClassVar[bool] = False
    frame: RabbetFrame
    size: Literal["fitted", "given", "outside"] = "fitted"
    sight_width: SIGHT_MM | None = None
    sight_height: SIGHT_MM | None = None
    outside_width: OUTSIDE_MM | None = None
    outside_height: OUTSIDE_MM | None = None
    border: EDGE_BORDER_MM = Decimal(30)
    weighting: Literal["equal", "bottom"] = "equal"
    edges: Literal["bordered", "lapped"] = "bordered"
    layout: Layout = Layout()
    glazing: Literal["auto", "glass", "acrylic", "coated", "none"] = "glass"
    grade: Grade = "plain"
    glazing_thickness: SHEET_MM | None = None
    clearance: AIR_MM | None = None
    spacer: SPACER_MM | None = None
    mats: Mats = Mats()
    mount: SHEET_MM | None = None
    cover: Literal["none", "linen", "cotton", "velvet", "suede"] = "none"
    fillers: Annotated[list[SHEET_MM], Field(max_length=8)] = []
    backing: SHEET_MM | None = None
    inner: Literal["whole", "cut_down"] = "whole"
    # Not read until the frame is open: then as is usual.
    liner: SHEET_MM | None = None
    build_up: BUILD_UP_MM = Decimal(0)
    closing: Literal["points", "panel_pins", "strainer", "clips", "buttons"] = "points"
    clip: OFFSET_MM | None = None
    looking: Looking = Looking()
    cut: CutLineAt = CutLineAt()

    @property
    def dropped(self) -> bool:
        """Whether the board a bought box came with is cut down and dropped inside its liner: the box’s own tabs close it then."""
        return self.inner == "cut_down" and self.BEHIND and isinstance(self.frame, ReadFrame)


class Direct(Boxed):
    """Flat work on its board, under the lip, glazed or bare."""

    type: Literal["direct"] = "direct"
    edges: Literal["bordered", "lapped"] = "lapped"


class Spaced(Boxed):
    """Flat work held off the glazing by a spacer all round in the rabbet."""

    type: Literal["spaced"] = "spaced"


class ShadowBox(Boxed):
    """Things on a board behind glass, with walls between, and room behind for pins."""

    BEHIND: ClassVar[bool] = True
    type: Literal["shadow_box"] = "shadow_box"


class MattedBox(Boxed):
    """Several things with mats: windows for some, others on the mats."""

    BEHIND: ClassVar[bool] = True
    type: Literal["matted_box"] = "matted_box"


BOXES = ("direct", "spaced", "shadow_box", "matted_box")
