"""What is decided about a clear case, as a piece holds it. Lengths in mm."""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated, ClassVar, Literal

from shadbo.core.document.decisions.boxes import Layout
from shadbo.core.document.decisions.canvas import SHEET_MM
from shadbo.core.document.readings import Part
from shadbo.core.quantity.fields import LengthField

CLEAR_MM = Annotated[Decimal, LengthField.between("Room round the things", "3", "300")]
BASE_MM = Annotated[Decimal, LengthField.between("Base, thick", "9", "80")]
STEP_MM = Annotated[Decimal, LengthField.between("Step, high", "3", "60")]
BEYOND_MM = Annotated[Decimal, LengthField.between("Base beyond the cover", "0", "200")]


class ClearCase(Part):
    """Things that stand under a clear cover, lifted off a base: five sheets cemented to a hood, over a step that keeps it in place. ``sheet``
    left empty: as thick as its longest side asks."""

    SHOWS: ClassVar[tuple[str, ...]] = ("things",)
    type: Literal["clear_case"] = "clear_case"
    layout: Layout = Layout()
    clear: CLEAR_MM = Decimal(25)
    above: CLEAR_MM = Decimal(30)
    sheet: SHEET_MM | None = None
    base: BASE_MM = Decimal(18)
    step: STEP_MM = Decimal(6)
    beyond: BEYOND_MM = Decimal(12)
    wood: Literal["white ash", "northern red oak", "black walnut", "basswood"] = "black walnut"
    screwed: bool = False
