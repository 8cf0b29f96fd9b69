"""What is decided about a frame that opens at the front, as a piece holds it. Lengths in mm."""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated, ClassVar, Literal

from pydantic import Field

from shadbo.core.document.decisions.canvas import SHEET_MM, NewRabbet, StockKey
from shadbo.core.document.readings import Grade, Part
from shadbo.core.quantity.fields import LengthField

TRAY_MM = Annotated[Decimal, LengthField.between("Depth of the tray", "5", "200")]
LAP_MM = Annotated[Decimal, LengthField.between("Lip over the work", "1", "20")]


class FrontOpening(Part):
    """Pictures that are changed: a glazed frame swings on hinges before a tray of plain stock, in which they lie. ``deep``: the tray,
    left empty: as deep as what lies in it needs, ripped down from its stock. ``kept`` lie behind the one that shows; ``opens`` is the
    side its hinges are on."""

    SHOWS: ClassVar[tuple[str, ...]] = ("flat_work",)
    type: Literal["front_opening"] = "front_opening"
    frame: NewRabbet
    tray: StockKey
    deep: TRAY_MM | None = None
    lap: LAP_MM = Decimal(3)
    kept: Annotated[int, Field(ge=0, le=60)] = 0
    opens: Literal["left", "right"] = "left"
    glazing: Literal["auto", "none", "glass", "acrylic", "coated"] = "acrylic"
    grade: Grade = "plain"
    glazing_thickness: SHEET_MM | None = None
