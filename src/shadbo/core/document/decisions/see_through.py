"""What is decided about work between two sheets, as a piece holds it. Lengths in mm."""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated, ClassVar, Literal

from pydantic import Field

from shadbo.core.document.decisions.canvas import BORDER_MM, SHEET_MM, RabbetFrame
from shadbo.core.document.readings import Grade, Part
from shadbo.core.quantity.fields import LengthField

CLIP_MM = Annotated[Decimal, LengthField.between("Clips apart", "40", "1000")]
TAPE_WIDE_MM = Annotated[Decimal, LengthField.between("Tape, wide", "3", "50")]
FACES = ("front_outer", "front_inner", "back_inner", "back_outer")
Face = Literal["front_outer", "front_inner", "back_inner", "back_outer"]


class SeeThrough(Part):
    """``spacing`` of the clips along a side (left empty: two a side). ``cleaned`` are the faces that were ticked off.

    ``between``: the sheets touch the work, strips at the rim keep the front one off it, or it lies in a film sleeve between two mats, with air
    on both sides. ``paper_ring``: paper behind the back sheet, hidden by the lip. ``tape``: what keeps it up.
    ``frames`` is how many ready-made frames the two sheets come out of: the second goes back to stock without its glass.
    """

    SHOWS: ClassVar[tuple[str, ...]] = ("flat_work",)
    type: Literal["see_through"] = "see_through"
    frame: RabbetFrame
    border: BORDER_MM = Decimal(60)
    sheets: Literal[1, 2] = 2
    between: Literal["touching", "rim", "mats"] = "touching"
    paper_ring: bool = False
    glazing: Literal["auto", "glass", "acrylic"] = "glass"
    grade: Grade = "plain"
    thickness: SHEET_MM | None = None
    kept: Literal["tabs", "clips"] = "tabs"
    spacing: CLIP_MM | None = None
    tape: Literal["top", "short", "squares", "corners", "none"] = "top"
    tape_width: TAPE_WIDE_MM = Decimal(6)
    frames: Literal[1, 2] = 2
    cleaned: Annotated[list[Face], Field(max_length=4)] = []

    @property
    def glazing_thickness(self) -> Decimal | None:
        """Of its two sheets each, as :class:`OfThickness` has it."""
        return self.thickness
