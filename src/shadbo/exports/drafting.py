"""One front end for every paper drawing: a view becomes a handful of primitives in paper mm, and back ends render them.

The primitives are filled outlines, lines, circles and short texts. The dimension lines of a view are laid out here, with
labels pushed apart where they would fall on one another.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Literal

from shadbo.core import DimensionLine, Material, Plan, Shape, Shown, Unit, View

TEXT_MM = 2.9
LANE_MM = 6.5
FIRST_LANE_MM = 5.0
SLASH_MM = 0.9
ALONG = 0.31  # where the label of a reading stands on its line, clear of the lines that cross it
GLYPH = 0.52  # average width of a digit, as a share of the text's height

INK = "#2b2a27"
TINT = 0.55
FILLS: dict[Material, str] = {
    "wood": "#e2d3b5",
    "canvas": "#fbfaf6",
    "bar": "#eee3cb",
    "shadow": "#55524c",
    "metal": "#6f7a80",
    "strip": "#8a857a",
    "line": "none",
    "hidden": "none",
    "clash": "#c0765e",
    "item": "#d9cfb8",
    "shade": "none",
    "cut": "none",
    "ray": "none",
    "slot": "#55524c",
    "paper": "#f6efdd",
    "board": "#efe9dc",
    "glass": "#dfe9ea",
    "picture": "none",
    "keep": "none",
    "grip": "none",
}


@dataclass(frozen=True, slots=True)
class Outline:
    """A closed outline, or an open line if ``closed`` is False. Points in paper mm."""

    points: tuple[tuple[float, float], ...]
    fill: str
    stroke: str
    width: float
    closed: bool = True
    dashed: bool = False
    part: str = ""


@dataclass(frozen=True, slots=True)
class Disc:
    x: float
    y: float
    radius: float
    fill: str
    stroke: str
    part: str = ""


@dataclass(frozen=True, slots=True)
class Text:
    """A short text on its baseline; runs are (text, size as a share, rise as a share)."""

    x: float
    y: float
    runs: tuple[tuple[str, float, float], ...]
    size: float
    anchor: Literal["start", "middle", "end"]

    @property
    def width(self) -> float:
        return sum(len(t) * share for t, share, _ in self.runs) * self.size * GLYPH


Primitive = Outline | Disc | Text


@dataclass(frozen=True, slots=True)
class Draft:
    """A drawing on paper: its size in paper mm, the scale (paper mm for 1 mm of the piece), and what to draw."""

    width: float
    height: float
    scale: float
    primitives: tuple[Primitive, ...]


def _fill(shape: Shape) -> str:
    """Its own colour, thinned towards the paper so that ink stays readable on it; else its material's."""
    if not shape.colour:
        return FILLS[shape.material]
    thin = (round(255 - (255 - int(shape.colour[i : i + 2], 16)) * TINT) for i in (1, 3, 5))
    return "#" + "".join(f"{v:02x}" for v in thin)


def runs_of(shown: Shown, unit: Unit) -> tuple[tuple[str, float, float], ...]:
    """A length as text runs, its fraction small above and below the slash."""
    if unit == "mm":
        return ((("−" if shown.minus else "") + shown.mm, 1.0, 0.0),)
    sign = "−" if shown.minus else ""
    if not shown.inch.num:
        return ((f"{sign}{shown.inch.whole}", 1.0, 0.0),)
    whole = f"{sign}{shown.inch.whole or ''}"
    fraction = ((str(shown.inch.num), 0.66, 0.32), ("⁄", 0.8, 0.0), (str(shown.inch.den), 0.66, 0.0))
    return ((whole, 1.0, 0.0), *fraction) if whole else fraction


def margins(view: View, stages: Iterable[str]) -> dict[str, float]:
    """Room the dimension lines need on each side, in paper mm."""
    wanted = set(stages)
    room = {"top": 2.0, "bottom": 2.0, "left": 2.0, "right": 2.0}
    for d in view.dimensions:
        if d.lane and wanted & set(d.stages):
            beside = 22.0 if d.axis == "y" else 4.0
            room[d.side] = max(room[d.side], FIRST_LANE_MM + (d.lane - 1) * _lane(d) + beside)
    return room


def _lane(d: DimensionLine) -> float:
    return LANE_MM * (2.6 if d.axis == "y" else 1.0)


def draft(plan: Plan, view: View, scale: float, unit: Unit, stages: Iterable[str]) -> Draft:
    """Lay a view out on paper at a scale, with the dimension lines of the given stages."""
    wanted = set(stages)
    room = margins(view, wanted)
    ox, oy = room["left"], room["top"]

    def place(x: float, y: float) -> tuple[float, float]:
        return round(ox + x * scale, 3), round(oy + y * scale, 3)

    out: list[Primitive] = []
    for shape in view.shapes:
        if shape.kind == "circle":
            x, y = place(*shape.points[0])
            out.append(Disc(x, y, max(shape.radius * scale, 0.5), _fill(shape), INK, shape.part))
            continue
        points = tuple(place(*p) for p in shape.points)
        if shape.kind == "text":
            (x, y), size = points[0], TEXT_MM * 0.8
            if shape.radius and len(shape.text) * size * GLYPH > 2 * shape.radius * scale:
                continue
            out.append(Text(x, round(y + size * 0.35, 3), ((shape.text, 1.0, 0.0),), size, "middle"))
            continue
        if shape.kind == "picture" or shape.material == "grip":
            # Paper drawings are line drawings, and nobody takes hold of paper.
            continue
        if shape.kind == "line":
            heavy = {"canvas": 0.5, "keep": 0.5, "cut": 0.25, "ray": 0.2}.get(shape.material, 0.35)
            dashed = shape.material in ("keep", "ray")
            out.append(Outline(points, "none", INK, heavy, closed=False, dashed=dashed, part=shape.part))
        else:
            dashed = shape.material in ("hidden", "shade", "cut")
            out.append(Outline(points, _fill(shape), INK, 0.18, dashed=dashed, part=shape.part))
    # By axis, and by the line they stand on: those of one line are pushed apart along it.
    labels: dict[tuple[str, str, int], list[tuple[float, Text, float]]] = {}
    for d in view.dimensions:
        if wanted & set(d.stages):
            out += _dimension(plan, d, place, unit, labels)
    marks: list[Text] = []
    for mark in view.marks:
        shown = plan.figures[mark.figure].shown
        if wanted & set(mark.stages) and shown is not None:
            x, y = place(mark.x, mark.y)
            text = Text(x, y, (*runs_of(shown, unit), (f" {mark.name}", 0.72, 0.0)), TEXT_MM, "middle")
            # Where a small scale would print one on another, the first stands.
            if all(abs(t.y - y) >= TEXT_MM or abs(t.x - x) >= (t.width + text.width) / 2 for t in marks):
                marks.append(text)
    out += marks
    for (axis, *_), items in labels.items():
        out += _apart(items, along_x=axis == "x")
    width = room["left"] + view.width * scale + room["right"]
    height = room["top"] + view.height * scale + room["bottom"]
    # Many labels beside a small drawing were pushed on beyond it: the sheet grows with them.
    return Draft(width, max([height, *(i.y for i in out if isinstance(i, Text))]), scale, tuple(out))


def _dimension(
    plan: Plan, d: DimensionLine, place: object, unit: Unit, labels: dict[tuple[str, str, int], list[tuple[float, Text, float]]]
) -> list[Primitive]:
    figure = plan.figures[d.figure]
    assert figure.shown is not None and callable(place)
    runs = runs_of(figure.shown, unit)
    if d.name:
        runs = (*runs, (f" {d.name}", 0.72, 0.0))
    off = 0.0 if not d.lane else FIRST_LANE_MM + (d.lane - 1) * _lane(d)
    away = -off if d.side in ("top", "left") else off
    out: list[Primitive] = []

    def line(*points: tuple[float, float], width: float = 0.13) -> None:
        out.append(Outline(points, "none", INK, width, closed=False))

    if d.axis == "x":
        (x0, y0), (x1, _) = place(d.start, d.base), place(d.end, d.base)
        y = y0 + away
        if d.lane:
            for x in (x0, x1):
                line((x, y0 + (1.0 if away > 0 else -1.0)), (x, y + (1.0 if away > 0 else -1.0)))
        line((x0, y), (x1, y))
        for x in (x0, x1):
            line((x - SLASH_MM, y + SLASH_MM), (x + SLASH_MM, y - SLASH_MM), width=0.3)
        share = 0.5 if d.lane else ALONG
        text = Text(x0 + (x1 - x0) * share, y - 0.9, runs, TEXT_MM, "middle")
        labels.setdefault((d.axis, d.side, d.lane * 1000 + round(y)), []).append((text.x, text, text.width + 1.5))
    else:
        (x0, y0), (_, y1) = place(d.base, d.start), place(d.base, d.end)
        x = x0 + away
        if d.lane:
            for y in (y0, y1):
                line((x0 + (1.0 if away > 0 else -1.0), y), (x + (1.0 if away > 0 else -1.0), y))
        line((x, y0), (x, y1))
        for y in (y0, y1):
            line((x - SLASH_MM, y + SLASH_MM), (x + SLASH_MM, y - SLASH_MM), width=0.3)
        share = 0.5 if d.lane else ALONG
        left = d.side == "left" and d.lane > 0
        text = Text(x + (-1.2 if left else 1.2), y0 + (y1 - y0) * share + TEXT_MM * 0.35, runs, TEXT_MM, "end" if left else "start")
        labels.setdefault((d.axis, d.side, d.lane * 1000 + round(x)), []).append((text.y, text, TEXT_MM + 0.4))
    return out


def _apart(items: list[tuple[float, Text, float]], *, along_x: bool) -> list[Primitive]:
    """Labels of one lane, pushed on where one would fall on the one before."""
    out: list[Primitive] = []
    edge = float("-inf")
    for centre, text, size in sorted(items, key=lambda item: item[0]):
        at = max(centre, edge + size / 2)
        edge = at + size / 2
        x, y = (at, text.y) if along_x else (text.x, at)
        out.append(Text(x, y, text.runs, text.size, text.anchor))
    return out
