"""Drawings as data: shapes in mm that name their part, dimension lines that name their figure, handles that name an input.

A view is seen as its title says; x runs right, y down, the origin at the top left of the drawing's bounds. Coordinates
are for drawing only (rounded to a thousandth of a mm); no figure is ever read back from them.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field
from typing import Annotated, Literal

from pydantic import Field

from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim

# What a drawing is called in addresses and files.
ViewKey = Annotated[str, Field(pattern=r"^[a-z][a-z0-9_]{1,39}$")]
# All pieces in their order, front to back.
APART: ViewKey = "apart"
Material = Literal[
    "wood",
    "canvas",
    "bar",
    "shadow",
    "metal",
    "strip",
    "line",
    "hidden",
    "clash",
    "paper",
    "board",
    "glass",
    "picture",
    "keep",
    "grip",
    "item",
    "shade",
    "cut",
    "ray",
    "guide",
    "slot",
]
Point = tuple[float, ...]  # x, y
Size = Fraction | int | Dim


def at(value: Size) -> float:
    """A coordinate: mm to a thousandth."""
    exact = value.value if isinstance(value, Dim) else value
    # In whole numbers: some hundreds of coordinates a plan, and rounding a float is the slow way.
    top, bottom = int(exact.numerator), int(exact.denominator)
    return (2000 * top + bottom) // (2 * bottom) / 1000


@record(frozen=True, slots=True)
class Shape:
    """A polygon, line, circle, short text or picture of one material, belonging to a part. ``grain_deg`` turns a hatch.

    A text stands centred on its point, ``text`` in words; a picture fills its box, ``text`` is its fingerprint and which
    of its faces is shown (``<sha256>/face``). The radius of a text is half the room it has. A ``colour`` (sRGB) is drawn instead of the material's own.
    """

    part: str
    label: str
    material: Material
    kind: Literal["polygon", "line", "circle", "text", "picture"]
    points: tuple[Point, ...]
    radius: float = 0.0
    grain_deg: int = 0
    text: str = ""
    colour: str = ""


DARK, LIGHT = "#2b2a27", "#fdfcf9"


def ink_on(ground: str) -> str:
    """The ink that reads on a colour (sRGB)."""
    red, green, blue = (int(ground[i : i + 2], 16) for i in (1, 3, 5))
    return LIGHT if 3 * red + 6 * green + blue < 1150 else DARK


@record(frozen=True, slots=True)
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


@record(frozen=True, slots=True)
class Handle:
    """A part that can be taken hold of: dragging 1 mm along ``axis`` adds ``per`` mm to the input at ``pointer``."""

    part: str
    axis: Literal["x", "y"]
    pointer: str
    figure: str
    per: float
    stages: tuple[str, ...]


@record(frozen=True, slots=True)
class Mark:
    """A figure that stands at a point of the drawing, without a line: a diagonal, the height of a corner."""

    figure: str
    x: float
    y: float
    stages: tuple[str, ...]
    name: str


@record(frozen=True, slots=True)
class Spot:
    """A place that could be read and is not: a click there types the reading at ``pointer``.

    A ``quiet`` one is seldom read: its label is not written out.
    """

    pointer: str
    label: str
    x: float
    y: float
    stages: tuple[str, ...]
    quiet: bool


@record(frozen=True, slots=True)
class Ruler:
    """A strip beside the drawing where a station can be put anywhere: a click at a share of it reads ``pointer`` there.

    It runs from ``start`` to ``end`` along ``axis``, at ``base`` on the other axis.
    """

    pointer: str
    label: str
    axis: Literal["x", "y"]
    start: float
    end: float
    base: float
    stages: tuple[str, ...]


@record(frozen=True, slots=True)
class View:
    """One drawing to scale: size in mm, shapes from back to front. A ``template`` is laid on the work itself, at full size;
    ``printed``: it goes on the job sheet too, with the lines of these stages (face, section and back always do)."""

    key: ViewKey
    title: str
    width: float
    height: float
    shapes: tuple[Shape, ...]
    dimensions: tuple[DimensionLine, ...]
    handles: tuple[Handle, ...]
    marks: tuple[Mark, ...] = ()
    spots: tuple[Spot, ...] = ()
    rulers: tuple[Ruler, ...] = ()
    template: bool = False
    printed: tuple[str, ...] = ()


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
    marks: list[Mark] = field(default_factory=list)
    spots: list[Spot] = field(default_factory=list)
    rulers: list[Ruler] = field(default_factory=list)
    template: bool = False
    printed: tuple[str, ...] = ()

    def polygon(
        self, part: str, label: str, material: Material, points: Iterable[tuple[Size, Size]], turn: int = 0, colour: str = ""
    ) -> None:
        self.shapes.append(
            Shape(part, label, material, "polygon", tuple((at(x), at(y)) for x, y in points), grain_deg=turn, colour=colour)
        )

    def box(
        self, part: str, label: str, material: Material, x: Size, y: Size, w: Size, h: Size, turn: int = 0, colour: str = ""
    ) -> None:
        x0, y0, x1, y1 = at(x), at(y), round(at(x) + at(w), 3), round(at(y) + at(h), 3)
        corners = ((x0, y0), (x1, y0), (x1, y1), (x0, y1))
        self.shapes.append(Shape(part, label, material, "polygon", corners, grain_deg=turn, colour=colour))

    def line(self, part: str, label: str, material: Material, *points: tuple[Size, Size]) -> None:
        self.shapes.append(Shape(part, label, material, "line", tuple((at(x), at(y)) for x, y in points)))

    def circle(self, part: str, label: str, material: Material, x: Size, y: Size, radius: Size, colour: str = "") -> None:
        self.shapes.append(Shape(part, label, material, "circle", ((at(x), at(y)),), at(radius), colour=colour))

    def text(self, part: str, label: str, x: Size, y: Size, words: str, room: Size = 0, colour: str = "") -> None:
        """Words at a point; with ``room`` they are left out where they would be wider than that."""
        self.shapes.append(Shape(part, label, "line", "text", ((at(x), at(y)),), at(room) / 2, text=words, colour=colour))

    def picture(self, part: str, label: str, x: Size, y: Size, w: Size, h: Size, which: str) -> None:
        self.box(part, label, "picture", x, y, w, h)
        box = self.shapes.pop()
        self.shapes.append(Shape(part, label, "picture", "picture", box.points, text=which))

    def mark(self, figure: str, x: Size, y: Size, stages: Iterable[str], name: str = "") -> None:
        self.marks.append(Mark(figure, at(x), at(y), tuple(stages), name))

    def spot(self, pointer: str, label: str, x: Size, y: Size, stages: Iterable[str], *, quiet: bool = False) -> None:
        self.spots.append(Spot(pointer, label, at(x), at(y), tuple(stages), quiet))

    def ruler(
        self, pointer: str, label: str, axis: Literal["x", "y"], start: Size, end: Size, base: Size, stages: Iterable[str]
    ) -> None:
        self.rulers.append(Ruler(pointer, label, axis, at(start), at(end), at(base), tuple(stages)))

    def measure(
        self,
        figure: str,
        axis: Literal["x", "y"],
        start: Size,
        end: Size,
        base: Size,
        side: Literal["top", "bottom", "left", "right"],
        lane: int,
        stages: Iterable[str],
        name: str = "",
    ) -> None:
        self.dimensions.append(
            DimensionLine(
                figure=figure,
                axis=axis,
                start=at(start),
                end=at(end),
                base=at(base),
                side=side,
                lane=lane,
                stages=tuple(stages),
                name=name,
            )
        )

    def handle(self, part: str, axis: Literal["x", "y"], pointer: str, figure: str, per: float, stages: Iterable[str]) -> None:
        self.handles.append(Handle(part, axis, pointer, figure, per, tuple(stages)))

    def view(self) -> View:
        return View(
            key=self.key,
            title=self.title,
            width=at(self.width),
            height=at(self.height),
            shapes=tuple(self.shapes),
            dimensions=tuple(self.dimensions),
            handles=tuple(self.handles),
            marks=tuple(self.marks),
            spots=tuple(self.spots),
            rulers=tuple(self.rulers),
            template=self.template,
            printed=self.printed,
        )
