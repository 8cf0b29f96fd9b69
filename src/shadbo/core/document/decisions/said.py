"""What somebody says of the parts of a job: where each comes from, how many are there, how large they really are."""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated, Literal

from pydantic import Field

from shadbo.core.document.readings import Part
from shadbo.core.quantity.fields import LengthField

Origin = Literal["cut", "get", "there", "came", "none"]
PIECE_MM = Annotated[Decimal, LengthField.between("Size of what is there", "1", "6000")]
PartKey = Annotated[str, Field(pattern=r"^[A-Za-z0-9][A-Za-z0-9_.]{0,79}$")]


class PartSaid(Part):
    """One part, by its key in the list. ``count``: so many of it are there, the rest is got. ``length`` and ``width`` are what is there really
    measures (mm): cut down where it is larger. It is kept while the display has no such part, and holds again where one has."""

    part: PartKey
    comes: Origin
    count: Annotated[int, Field(ge=1, le=2000)] | None = None
    length: PIECE_MM | None = None
    width: PIECE_MM | None = None
    note: Annotated[str, Field(max_length=120)] = ""
