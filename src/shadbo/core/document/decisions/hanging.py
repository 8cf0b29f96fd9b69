"""What is decided about hanging, as a piece holds it. Lengths in mm, ratings in kg as on the packet."""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated, Literal

from pydantic import Field

from shadbo.core.document.decisions.holding import Rating
from shadbo.core.document.readings import Part
from shadbo.core.quantity.fields import CountField, LengthField

DOWN_MM = Annotated[Decimal, LengthField.between("Rings below the top", "10", "3000")]
INSET_MM = Annotated[Decimal, LengthField.between("Rings from the side", "4", "1000")]
SLACK_MM = Annotated[Decimal, LengthField.between("Slack of the wire", "2", "1000")]
TAIL_MM = Annotated[Decimal, LengthField.between("Tail of the wire", "20", "600")]
EYE_LINE_MM = Annotated[Decimal, LengthField.between("Eye line", "300", "3000")]
WALL_GAP_MM = Annotated[Decimal, LengthField.between("Gap between pieces", "0", "3000")]
EDGE_MM = Annotated[Decimal, LengthField.between("From the edge of the wall", "0", "20000")]
WALL_MM = Annotated[Decimal, LengthField.between("Wall", "300", "20000")]
FURNITURE_MM = Annotated[Decimal, LengthField.between("Furniture, high", "0", "2500")]
PIECE_MM = Annotated[Decimal, LengthField.between("Piece beside it", "50", "5000")]

How = Literal["auto", "one", "wire", "rings", "seat_cleat", "cleat", "stand"]


class Beside(Part):
    """Another piece on the same wall: its size outside."""

    name: Annotated[str, Field(min_length=1, max_length=60)]
    width: PIECE_MM
    height: PIECE_MM


class Wall(Part):
    """The wall it hangs on: its width, how far the middle of the arrangement is from its left edge (left empty: in the middle), what
    stands below, and what hangs beside it in a row or a grid (``columns`` 0: a row)."""

    width: WALL_MM = Decimal(3000)
    middle: EDGE_MM | None = None
    furniture: FURNITURE_MM = Decimal(0)
    gap: WALL_GAP_MM = Decimal(80)
    columns: Annotated[int, Field(ge=0, le=8)] = 0
    beside: Annotated[list[Beside], Field(max_length=20)] = []


EACH = Annotated[int, CountField("At each corner", 1, 6)]
JOINT_MM = Annotated[Decimal, LengthField.between("Thick", "0.5", "25")]
DEEP_MM = Annotated[Decimal, LengthField.between("Deep each side", "3", "120")]


class OwnJoint(Part):
    """A joint as one makes it: how many at ``each`` corner, how thick a dowel or a spline is, how ``deep`` a dowel goes in each side (mm);
    what is left empty is as the rail has it."""

    each: EACH | None = None
    thick: JOINT_MM | None = None
    deep: DEEP_MM | None = None


class Hang(Part):
    """``down`` and ``inset`` of the rings, left empty: by the school, and in the middle of the stile. ``slack`` is how far the hook
    lifts the middle of the wire above the rings; left empty: to thirty degrees, or as far as stays hidden. ``tail`` is what is wound
    or knotted at each end; left empty: as the shop does. ``ring`` and ``wire``: ratings on the packet (kg); left open, the least
    that bears it."""

    how: How = "auto"
    school: Literal["third", "quarter"] = "third"
    down: DOWN_MM | None = None
    inset: INSET_MM | None = None
    slack: SLACK_MM | None = None
    tail: TAIL_MM | None = None
    ring: Rating | None = None
    wire: Rating | None = None
    eye_line: EYE_LINE_MM | None = None
    strainer: bool = False
    joint: Literal["auto", "glue", "spline", "biscuit_0", "biscuit_10", "biscuit_20", "dowel", "wedge", "bracket"] = "auto"
    own_joint: OwnJoint = OwnJoint()
    wall: Wall = Wall()
