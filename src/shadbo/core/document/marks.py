"""Marked places on a thing: what must be seen, and what nothing may press, fold or steam."""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated

from pydantic import Field

from shadbo.core.document.readings import Part
from shadbo.core.quantity.fields import LengthField

MARK_AT_MM = Annotated[Decimal, LengthField.between("Place of the mark", "-2500", "2500")]
MARK_MM = Annotated[Decimal, LengthField.between("Size of the mark", "2", "2000")]
MOST_MARKS = 6


class Mark(Part):
    """A signature, a worn edge, a name or crest. ``x`` and ``y`` are those of its middle, from the thing’s own middle as it lies flat, right
    and down positive (mm), seen from the front."""

    name: str = Field(default="Signature", min_length=1, max_length=40)
    x: MARK_AT_MM = Decimal(0)
    y: MARK_AT_MM = Decimal(0)
    width: MARK_MM = Decimal(40)
    height: MARK_MM = Decimal(15)


Marks = Annotated[list[Mark], Field(max_length=MOST_MARKS)]
