"""The things to be shown, as a piece holds them."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date
from decimal import Decimal
from typing import Annotated, Literal

from pydantic import Field

from shadbo.core.document.coming import AsItComes
from shadbo.core.document.marks import Marks
from shadbo.core.document.readings import (
    MASS_KG,
    SIDE_MM,
    BarDepths,
    Depths,
    Diagonals,
    Edges,
    HeightStations,
    Part,
    Uses,
    WidthStations,
)
from shadbo.core.document.traits import Trait
from shadbo.core.quantity.fields import LengthField

BAR_WIDTH_MM = Annotated[Decimal, LengthField.between("Bar width", "12", "120")]
CRADLE_MM = Annotated[Decimal, LengthField.between("Cradle strips, deep", "10", "60")]
SPARE_MM = Annotated[Decimal, LengthField.between("Bare canvas beyond the picture", "0", "500")]
PRINTED_WRAP_MM = Annotated[Decimal, LengthField.between("Wrap printed", "0", "200")]


class Measured(Part):
    """What every object has: sizes at stations, edges against a straightedge, diagonals, weight (kg), traits, rules for it."""

    width: WidthStations
    height: HeightStations
    edges: Edges = Edges()
    diagonals: Diagonals = Diagonals()
    weight: MASS_KG | None = None
    traits: Annotated[list[Trait], Field(max_length=27)] = []
    use: Uses = Uses()


# What a picture that is stiff by itself is on: bars that canvas is stretched over, a panel with a cradle behind it, a bare board or panel.
Support = Literal["stretched", "cradled", "board"]


class StretchedCanvas(Measured):
    """A picture on bars: a canvas stretched over them, or a panel. ``bar_width`` is the width of bar or cradle strip on the back (mm);
    ``depth`` of a bare board is its thickness, and ``cradle`` how deep the strips are that a floater has glued behind it (mm)."""

    type: Literal["stretched_canvas"] = "stretched_canvas"
    support: Support = "stretched"
    depth: BarDepths
    comes: AsItComes = AsItComes()
    bar_width: BAR_WIDTH_MM = Decimal(40)
    cradle: CRADLE_MM = Decimal(18)
    marks: Marks = []


class RolledCanvas(Measured):
    """A painted or printed canvas off the roll. ``measured`` says what its sizes are of: the picture as it is seen from the front, or all
    that is printed, with the wrap round it.

    ``wrap_printed`` on each side is meant for the bar's edge, ``spare`` bare canvas lies beyond it (mm); strips glued behind its edges reach
    ``lined`` beyond that.
    """

    type: Literal["rolled_canvas"] = "rolled_canvas"
    depth: Depths = Depths()
    measured: Literal["picture", "print"] = "print"
    wrap_printed: PRINTED_WRAP_MM = Decimal(0)
    spare: SPARE_MM = Decimal(50)
    lined: SPARE_MM = Decimal(0)


class CanvasToMake(Part):
    """A canvas that is still to be cut off the roll (and printed, if it is): the finished size wanted, mm."""

    type: Literal["canvas_to_make"] = "canvas_to_make"
    width: SIDE_MM
    height: SIDE_MM


Material = Literal["paper", "linen_backed", "photograph", "canvas", "board", "cloth", "puzzle", "plant"]
MATERIALS: Mapping[Material, tuple[str, tuple[Trait, ...]]] = {
    "paper": ("Paper", ("paper",)),
    "linen_backed": ("Linen-backed", ("paper",)),
    "photograph": ("Photograph", ("photograph",)),
    "canvas": ("Loose canvas", ("canvas",)),
    "board": ("Card", ("paper",)),
    "cloth": ("Cloth", ("textile",)),
    "puzzle": ("Jigsaw", ("paper",)),
    "plant": ("Pressed plant", ("plant", "fragile")),
}


class Consent(Part):
    """Who agreed in writing to what can’t be undone, and when: kept with the piece."""

    who: str = Field(default="", max_length=120)
    on: date | None = None

    @property
    def given(self) -> bool:
        return bool(self.who.strip()) and self.on is not None


class FlatWork(Measured):
    """Anything that lies flat: paper, a photograph, loose canvas, card, cloth, a jigsaw, a pressed plant. ``depth`` is its thickness."""

    type: Literal["flat_work"] = "flat_work"
    depth: Depths = Depths()
    material: Material = "paper"
    comes: AsItComes = AsItComes()
    consent: Consent = Consent()
    marks: Marks = []
