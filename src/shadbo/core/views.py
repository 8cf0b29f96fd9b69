"""Drawings as data: shapes in mm that name their part, dimension lines that name their figure, handles that name an input.

A view is seen as its title says; x runs right, y down, the origin at the top left of the drawing's bounds. Coordinates
are for drawing only (rounded to a thousandth of a mm); no figure is ever read back from them.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field
from typing import Literal

from quicktions import Fraction

from shadbo.core.sums import Dim

ViewKey = Literal["face", "section", "back"]
Material = Literal["wood", "canvas", "bar", "shadow", "metal", "strip", "line", "hidden", "clash"]
Point = tuple[float, ...]  # x, y
Size = Fraction | int | Dim


def at(value: Size) -> float:
    """A coordinate: mm to a thousandth."""
    exact = value.value if isinstance(value, Dim) else value
    # In whole numbers: some hundreds of coordinates a plan, and rounding a float is the slow way.
    return (2000 * exact.numerator + exact.denominator) // (2 * exact.denominator) / 1000


@dataclass(frozen=True, slots=True)
class Shape:
    """A polygon, line or circle of one material, belonging to a part. ``grain_deg`` turns a hatch."""

    part: str
    label: str
    material: Material
    kind: Literal["polygon", "line", "circle"]
    points: tuple[Point, ...]
    radius: float = 0.0
    grain_deg: int = 0


@dataclass(frozen=True, slots=True)
class DimensionLine:
    """A figure on the drawing: from ``start`` to ``end`` along ``axis``, measured at ``base`` on the other axis.

    ``lane`` 0 draws it at ``base`` itself; lanes 1, 2, 3 stand off outward on ``side``. ``stages`` says when it
    shows, ``name`` is the short word beside the number.
    """

    figure: str
    axis: Literal["x", "y"]
    start: float
    end: float
    base: float
    side: Literal["top", "bottom", "left", "right"]
    lane: int
    stages: tuple[str, ...]
    name: str


@dataclass(frozen=True, slots=True)
class Handle:
    """A part that can be taken hold of: dragging 1 mm along ``axis`` adds ``per`` mm to the input at ``pointer``."""

    part: str
    axis: Literal["x", "y"]
    pointer: str
    figure: str
    per: float
    stages: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class View:
    """One drawing to scale: size in mm, shapes from back to front."""

    key: ViewKey
    title: str
    width: float
    height: float
    shapes: tuple[Shape, ...]
    dimensions: tuple[DimensionLine, ...]
    handles: tuple[Handle, ...]


@dataclass(slots=True)
class Drawing:
    """Gathers the shapes of a view."""

    key: ViewKey
    title: str
    width: Size
    height: Size
    shapes: list[Shape] = field(default_factory=list)
    dimensions: list[DimensionLine] = field(default_factory=list)
    handles: list[Handle] = field(default_factory=list)

    def polygon(
        self, part: str, label: str, material: Material, points: Iterable[tuple[Size, Size]], turn: int = 0
    ) -> None:
        self.shapes.append(
            Shape(part, label, material, "polygon", tuple((at(x), at(y)) for x, y in points), grain_deg=turn)
        )

    def box(self, part: str, label: str, material: Material, x: Size, y: Size, w: Size, h: Size, turn: int = 0) -> None:
        x0, y0, x1, y1 = at(x), at(y), round(at(x) + at(w), 3), round(at(y) + at(h), 3)
        corners = ((x0, y0), (x1, y0), (x1, y1), (x0, y1))
        self.shapes.append(Shape(part, label, material, "polygon", corners, grain_deg=turn))

    def line(self, part: str, label: str, material: Material, *points: tuple[Size, Size]) -> None:
        self.shapes.append(Shape(part, label, material, "line", tuple((at(x), at(y)) for x, y in points)))

    def circle(self, part: str, label: str, material: Material, x: Size, y: Size, radius: Size) -> None:
        self.shapes.append(Shape(part, label, material, "circle", ((at(x), at(y)),), at(radius)))

    def measure(
        self, figure: str, axis: Literal["x", "y"], start: Size, end: Size, base: Size,
        side: Literal["top", "bottom", "left", "right"], lane: int, stages: Iterable[str], name: str = "",
    ) -> None:  # fmt: skip
        self.dimensions.append(
            DimensionLine(figure, axis, at(start), at(end), at(base), side, lane, tuple(stages), name)
        )

    def handle(
        self, part: str, axis: Literal["x", "y"], pointer: str, figure: str, per: float, stages: Iterable[str]
    ) -> None:
        self.handles.append(Handle(part, axis, pointer, figure, per, tuple(stages)))

    def view(self) -> View:
        return View(
            self.key, self.title, at(self.width), at(self.height),
            tuple(self.shapes), tuple(self.dimensions), tuple(self.handles),
        )  # fmt: skip
