"""What is decided about holding the thing, as a piece holds it; who overrode what, and how it was when it came in."""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated, Literal

from pydantic import Field

from shadbo.core.document.decisions.canvas import PictureFile
from shadbo.core.document.readings import Part
from shadbo.core.quantity.fields import MassField

Subject = Annotated[str, Field(pattern=r"^[a-z][a-z0-9]{0,23}$")]
MethodKey = Annotated[str, Field(pattern=r"^[a-z][a-z_]{1,29}$")]
Rating = Annotated[Decimal, MassField.between("Rating on the packet", "0.01", "500")]
Touching = Literal["masking_tape", "ordinary_card", "pvc"]


class Chosen(Part):
    """How one thing is held: by which methods together. ``rating`` (kg) is what stands on the packet of the first, and ``count`` how many of
    it, where they were typed."""

    subject: Subject
    methods: Annotated[list[MethodKey], Field(min_length=1, max_length=4)]
    rating: Rating | None = None
    count: Annotated[int, Field(ge=1, le=400)] | None = None


Cloth = Literal["came", "steamed", "damped", "pressed"]


class Hold(Part):
    """``chosen`` for what was decided; anything else is held as suits it best. ``cloth``: what is done to cloth before it is worked on. ``padded``: metal is
    padded from metal. ``touching``: poor stuff that lies against it."""

    chosen: Annotated[list[Chosen], Field(max_length=60)] = []
    cloth: Cloth = "came"
    padded: bool = True
    touching: Annotated[list[Touching], Field(max_length=3)] = []


class Override(Part):
    """A stop that somebody took on, by name, with the reason: kept and printed."""

    check: Annotated[str, Field(min_length=1, max_length=120)]
    who: Annotated[str, Field(min_length=1, max_length=120)]
    why: Annotated[str, Field(min_length=1, max_length=1000)]


class Condition(Part):
    """How it was before work started, in words and photographs."""

    note: str = Field(default="", max_length=4000)
    photos: Annotated[list[PictureFile], Field(max_length=12)] = []
