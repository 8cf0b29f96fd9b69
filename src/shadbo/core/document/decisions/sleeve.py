"""What is decided about cloth on a sleeve and pole, as a piece holds it. Lengths in mm."""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated, ClassVar, Literal

from pydantic import Field

from shadbo.core.document.readings import Part
from shadbo.core.quantity.fields import LengthField

POLE_HIGH_MM = Annotated[Decimal, LengthField.between("Pole, top to bottom", "10", "120")]
POLE_THICK_MM = Annotated[Decimal, LengthField.between("Pole, front to back", "4", "60")]
SHORT_MM = Annotated[Decimal, LengthField.between("Short of the edge", "5", "300")]
EASE_MM = Annotated[Decimal, LengthField.between("Ease of the sleeve", "0", "60")]
BELOW_MM = Annotated[Decimal, LengthField.between("Below the top edge", "3", "200")]


class Sleeve(Part):
    """A quilt, tapestry or banner hung by a sleeve sewn to its back. Left open, there are as many brackets as the pole needs."""

    SHOWS: ClassVar[tuple[str, ...]] = ("flat_work",)
    type: Literal["sleeve"] = "sleeve"
    pole_height: POLE_HIGH_MM = Decimal(40)
    pole_thickness: POLE_THICK_MM = Decimal(12)
    wood: Literal["white ash", "northern red oak", "basswood", "eastern white pine"] = "eastern white pine"
    pole_short: SHORT_MM = Decimal(15)
    sleeve_short: SHORT_MM = Decimal(40)
    below: BELOW_MM = Decimal(15)
    ease: EASE_MM = Decimal(10)
    brackets: Annotated[int, Field(ge=2, le=8)] | None = None
    weighted: bool = False
