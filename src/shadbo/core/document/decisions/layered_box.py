"""What is decided about a layered box, as a piece holds it. Lengths in mm."""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated, ClassVar, Literal

from pydantic import Field, model_validator

from shadbo.core.document.decisions.boxes import EDGE_BORDER_MM, OUTSIDE_MM, Layout
from shadbo.core.document.decisions.canvas import SHEET_MM
from shadbo.core.document.items import ItemKey
from shadbo.core.document.readings import Grade, Part
from shadbo.core.quantity.fields import LengthField

WALL_MM = Annotated[Decimal, LengthField.between("Wall", "8", "120")]
FRONT_MM = Annotated[Decimal, LengthField.between("Front face, thick", "2", "60")]
SHOULDER_MM = Annotated[Decimal, LengthField.between("Shoulder of the rebate", "1", "40")]
ROOM_MM = Annotated[Decimal, LengthField.between("Room behind the floor", "0", "400")]
BUILT_MM = Annotated[Decimal, LengthField.between("Rebate as built", "20", "4000")]
BUILT_DEEP_MM = Annotated[Decimal, LengthField.between("Rebate as built, from the back", "1", "600")]
LETTER_MM = Annotated[Decimal, LengthField.between("Letters, high", "8", "600")]
STROKE_MM = Annotated[Decimal, LengthField.between("Letters, stroke", "1", "60")]
BRIDGE_MM = Annotated[Decimal, LengthField.between("Bridge left in a letter", "1", "40")]
OFF_MM = Annotated[Decimal, LengthField.between("Letters below the middle", "-2000", "2000")]
LAMP_MM = Annotated[Decimal, LengthField.between("Lamp room, deep", "5", "300")]
CLEAR_MM = Annotated[Decimal, LengthField.between("Clearance before the tallest", "0", "100")]


class Floor(Part):
    """One floor in its rebate, front to back. ``shoulder`` is how much wider its rebate is than what lies before it, on each side;
    ``room`` what is behind it (left empty: as the things on the next floor need it). ``built_*`` are its rebate as it was read
    after the glue-up: width, height, and depth from the back edge to its shoulder."""

    kind: Literal["glass", "board", "back"]
    thickness: SHEET_MM = Decimal(3)
    shoulder: SHOULDER_MM = Decimal(5)
    room: ROOM_MM | None = None
    text: Annotated[str, Field(max_length=40)] = ""
    letters: LETTER_MM = Decimal(40)
    stroke: STROKE_MM = Decimal(4)
    bridge: BRIDGE_MM = Decimal(3)
    below: OFF_MM = Decimal(0)
    built_width: BUILT_MM | None = None
    built_height: BUILT_MM | None = None
    built_depth: BUILT_DEEP_MM | None = None


class Standing(Part):
    """On which floor (counted from the front, from 0) a thing stands, or that its outline is cut out of that board."""

    item: ItemKey
    floor: Annotated[int, Field(ge=1, le=5)]
    how: Literal["stands", "cut"] = "stands"


class Lamp(Part):
    """A lamp room before the back: how deep, what the strip takes (watts a metre, on its packet), and whether it lights all over or only
    behind the letters."""

    depth: LAMP_MM = Decimal(40)
    watts: Literal[3, 5, 10, 15] = 5
    over: Literal["all", "letters"] = "all"


class LayeredBox(Part):
    """``wall`` is how thick the rails are, which is also the front face as it is seen; ``front`` how thick that face is before the
    first floor. ``outside_width`` and ``outside_height``: the size over all, where it is ordered by that; left empty: as the border asks."""

    SHOWS: ClassVar[tuple[str, ...]] = ("things",)
    type: Literal["layered_box"] = "layered_box"
    wood: Literal["white ash", "northern red oak", "black walnut", "basswood", "eastern white pine"] = "white ash"
    wall: WALL_MM = Decimal(24)
    front: FRONT_MM = Decimal(6)
    border: EDGE_BORDER_MM = Decimal(40)
    outside_width: OUTSIDE_MM | None = None
    outside_height: OUTSIDE_MM | None = None
    layout: Layout = Layout()
    glazing: Literal["auto", "glass", "acrylic"] = "glass"
    grade: Grade = "plain"
    clearance: CLEAR_MM = Decimal(6)
    floors: Annotated[list[Floor], Field(min_length=2, max_length=6)] = [
        Floor(kind="glass", thickness=Decimal(2)),
        Floor(kind="back"),
    ]
    standing: Annotated[list[Standing], Field(max_length=60)] = []
    lamp: Lamp | None = None

    @model_validator(mode="after")
    def it_ends_in_a_back(self) -> LayeredBox:
        if [f.kind for f in self.floors].count("back") != 1 or self.floors[-1].kind != "back":
            raise ValueError("the last floor is the back, and there is one")
        return self
