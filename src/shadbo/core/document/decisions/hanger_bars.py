"""What is decided about hanger bars, as a piece holds it. Lengths in mm, forces in newtons."""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated, ClassVar, Literal

from pydantic import Field

from shadbo.core.document.readings import Part
from shadbo.core.quantity.fields import LengthField

OVER_MM = Annotated[Decimal, LengthField.between("Bar beyond the work", "0", "200")]
BAR_HIGH_MM = Annotated[Decimal, LengthField.between("Bar, top to bottom", "8", "120")]
BAR_THICK_MM = Annotated[Decimal, LengthField.between("Bar, front to back", "3", "60")]
MARGIN_MM = Annotated[Decimal, LengthField.between("Bare margin round the work", "0", "500")]
KEEP_MM = Annotated[Decimal, LengthField.between("Margin kept", "0", "500")]
CORD_MM = Annotated[Decimal, LengthField.between("Rise of the cord", "20", "1000")]
Pull = Annotated[Literal[5, 8, 12, 20, 35], Field()]


class HangerBars(Part):
    """``margin`` of bare paper lies round the picture; ``keep`` of it is left when it is trimmed (left empty: not trimmed)."""

    SHOWS: ClassVar[tuple[str, ...]] = ("flat_work",)
    type: Literal["hanger_bars"] = "hanger_bars"
    over: OVER_MM = Decimal(10)
    bar_height: BAR_HIGH_MM = Decimal(25)
    bar_thickness: BAR_THICK_MM = Decimal(9)
    wood: Literal["white ash", "northern red oak", "black walnut", "basswood", "eastern white pine"] = "white ash"
    grip: Literal["magnets", "screws"] = "magnets"
    pull: Pull = 12
    lower: Literal["bar", "none"] = "bar"
    curl: Literal["flat", "slight", "strong"] = "slight"
    margin: MARGIN_MM = Decimal(0)
    keep: KEEP_MM | None = None
    finish: Literal["bare", "oil", "paint"] = "oil"
    cord: CORD_MM = Decimal(120)
