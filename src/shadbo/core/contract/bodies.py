"""The job in space: each piece of each part where it lies, and each fixing from where to where it goes.

One frame of coordinates for all of them: mm to the right and down from the upper left corner of the face as it is seen from the front, and mm
backwards from the plane its front lies in. *Laid apart*, and whether what is fixed meets what it is fixed to, are read from here. Geometry
is binary; no figure is read back from it.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field

from shadbo.core.contract.views import Material, Size, at
from shadbo.core.quantity.record import record

Place = tuple[float, float, float]
Measure = Size | float
Outline = tuple[tuple[float, float], ...]
Solid = tuple[Outline, float, float]


@record(frozen=True, slots=True)
class Body:
    """One piece of a part: its ``outline`` on the face, and from where (``front``) to where (``back``) it reaches in depth, in mm.

    ``windows`` are cut out of it; ``more`` is what of it has another outline further back: behind a rabbet’s lip, in a seat. ``layer`` is
    its turn from front to back when all is laid apart.
    """

    part: str
    label: str
    material: Material
    outline: Outline
    front: float
    back: float
    layer: int
    windows: tuple[Outline, ...] = ()
    colour: str = ""
    more: tuple[Solid, ...] = ()

    @property
    def solids(self) -> tuple[Solid, ...]:
        """All of it: each outline, and from where to where it reaches in depth."""
        return ((self.outline, self.front, self.back), *self.more)

    @property
    def end(self) -> float:
        """How far back it reaches (mm)."""
        return max(back for _, _, back in self.solids)

    @property
    def box(self) -> tuple[float, float, float, float]:
        """Left, top, right and bottom."""
        xs, ys = zip(*self.outline, strict=True)
        return min(xs), min(ys), max(xs), max(ys)


@record(frozen=True, slots=True)
class Fixing:
    """One fixing: from its head (``start``) to its ``end``; what it goes ``through`` and what it bites ``into``, by the names of parts."""

    part: str
    label: str
    start: Place
    end: Place
    through: tuple[str, ...]
    into: str
    layer: int


@dataclass(slots=True)
class Space:
    """Gathers bodies and fixings from front to back, on a face of ``width`` × ``height``."""

    width: Measure
    height: Measure
    bodies: list[Body] = field(default_factory=list)
    fixings: list[Fixing] = field(default_factory=list)
    layer: int = 0

    def then(self) -> Space:
        """What comes now lies behind what came so far."""
        if self.lying(self.layer):
            self.layer += 1
        return self

    def lying(self, layer: int) -> list[Body | Fixing]:
        """What lies in a layer."""
        found: list[Body | Fixing] = [body for body in self.bodies if body.layer == layer]
        return found + [fixing for fixing in self.fixings if fixing.layer == layer]

    @property
    def layers(self) -> list[int]:
        return sorted({one.layer for one in self.bodies} | {one.layer for one in self.fixings})

    def body(
        self,
        part: str,
        label: str,
        material: Material,
        outline: Iterable[tuple[Measure, Measure]],
        front: Measure,
        back: Measure,
        *,
        windows: Iterable[Iterable[tuple[Measure, Measure]]] = (),
        colour: str = "",
        more: Iterable[Solid] = (),
    ) -> None:
        corners = tuple((mm(x), mm(y)) for x, y in outline)
        cut = tuple(tuple((mm(x), mm(y)) for x, y in window) for window in windows)
        self.bodies.append(Body(part, label, material, corners, mm(front), mm(back), self.layer, cut, colour, tuple(more)))

    def box(
        self,
        part: str,
        label: str,
        material: Material,
        x: Measure,
        y: Measure,
        w: Measure,
        h: Measure,
        front: Measure,
        back: Measure,
        *,
        windows: Iterable[Iterable[tuple[Measure, Measure]]] = (),
        colour: str = "",
    ) -> None:
        self.body(part, label, material, corners_of(x, y, w, h), front, back, windows=windows, colour=colour)

    def sheet(
        self,
        part: str,
        label: str,
        material: Material,
        w: Measure,
        h: Measure,
        front: Measure,
        back: Measure,
        *,
        windows: Iterable[Iterable[tuple[Measure, Measure]]] = (),
        colour: str = "",
    ) -> None:
        """A sheet in the middle of the face."""
        x, y = (mm(self.width) - mm(w)) / 2, (mm(self.height) - mm(h)) / 2
        self.box(part, label, material, x, y, w, h, front, back, windows=windows, colour=colour)

    def rails(
        self,
        face: Measure,
        front: Measure,
        back: Measure,
        label: str = "Rail",
        part: str = "rail",
        more: Iterable[tuple[Measure, Measure, Measure]] = (),
    ) -> None:
        """Four mitred rails round the face; ``more``: how wide they are further back, each from where to where."""
        steps = [(mm(wide), mm(a), mm(b)) for wide, a, b in more]
        for side, outline in self._mitred(mm(face)).items():
            behind = tuple((self._mitred(wide)[side], a, b) for wide, a, b in steps if b > a)
            body = Body(f"{part}.{side}", label, "wood", outline, mm(front), mm(back), self.layer, more=behind)
            self.bodies.append(body)

    def _mitred(self, f: float) -> dict[str, Outline]:
        w, h = mm(self.width), mm(self.height)
        return {
            "top": _rounded(((0.0, 0.0), (w, 0.0), (w - f, f), (f, f))),
            "bottom": _rounded(((0.0, h), (f, h - f), (w - f, h - f), (w, h))),
            "left": _rounded(((0.0, 0.0), (f, f), (f, h - f), (0.0, h))),
            "right": _rounded(((w, 0.0), (w, h), (w - f, h - f), (w - f, f))),
        }

    def ring(
        self,
        part: str,
        label: str,
        material: Material,
        x: Measure,
        y: Measure,
        w: Measure,
        h: Measure,
        wide: Measure,
        front: Measure,
        back: Measure,
        upright: Measure | None = None,
    ) -> None:
        """Four strips round x, y, w × h: two the whole width, two between them (``upright`` wide, where that is another width)."""
        x0, y0, x1, y1, t = mm(x), mm(y), mm(x) + mm(w), mm(y) + mm(h), mm(wide)
        u = t if upright is None else mm(upright)
        for outline in (
            ((x0, y0), (x1, y0), (x1, y0 + t), (x0, y0 + t)),
            ((x0, y1 - t), (x1, y1 - t), (x1, y1), (x0, y1)),
            ((x0, y0 + t), (x0 + u, y0 + t), (x0 + u, y1 - t), (x0, y1 - t)),
            ((x1 - u, y0 + t), (x1, y0 + t), (x1, y1 - t), (x1 - u, y1 - t)),
        ):
            self.bodies.append(Body(part, label, material, _rounded(outline), mm(front), mm(back), self.layer))

    def fix(
        self,
        part: str,
        label: str,
        start: tuple[Measure, Measure, Measure],
        end: tuple[Measure, Measure, Measure],
        through: tuple[str, ...],
        into: str,
    ) -> None:
        self.fix_at(self.layer, part, label, start, end, through, into)

    def fix_at(
        self,
        layer: int,
        part: str,
        label: str,
        start: tuple[Measure, Measure, Measure],
        end: tuple[Measure, Measure, Measure],
        through: tuple[str, ...],
        into: str,
    ) -> None:
        """A fixing that goes in with what lies in a layer already."""
        (x0, y0, z0), (x1, y1, z1) = start, end
        self.fixings.append(Fixing(part, label, (mm(x0), mm(y0), mm(z0)), (mm(x1), mm(y1), mm(z1)), through, into, layer))


def mm(value: Measure) -> float:
    """A coordinate, to a thousandth of a mm."""
    return round(value, 3) if isinstance(value, float) else at(value)


def corners_of(x: Measure, y: Measure, w: Measure, h: Measure) -> tuple[tuple[float, float], ...]:
    """The corners of a rectangle (mm)."""
    x0, y0 = mm(x), mm(y)
    return _rounded(((x0, y0), (x0 + mm(w), y0), (x0 + mm(w), y0 + mm(h)), (x0, y0 + mm(h))))


def _rounded(points: Iterable[tuple[float, float]]) -> tuple[tuple[float, float], ...]:
    return tuple((round(x, 3), round(y, 3)) for x, y in points)
