"""One front end for every paper drawing: a view becomes a handful of primitives in paper mm, and back ends render them.

The primitives are filled outlines, lines, circles and short texts. The dimension lines of a view are laid out here, with
labels pushed apart where they would fall on one another; those inside the drawing stand wherever along their line they are clear of words and lines.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass, replace
from typing import Literal

import shapely
from shapely import LineString

from shadbo.core import DimensionLine, Material, Plan, Shape, Shown, Unit, View

TEXT_MM = 2.9
LANE_MM = 6.5
FIRST_LANE_MM = 5.0
SLASH_MM = 0.9
ALONG = (0.31, 0.5, 0.69, 0.2, 0.8, 0.4, 0.6)  # where on its line a label inside may stand, the best first
GLYPH = 0.52  # average width of a digit, as a share of the text's height

INK = "#2b2a27"
GROUND = "#ffffff"
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


Box = tuple[float, float, float, float]


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

    @property
    def box(self) -> Box:
        """Left, top, right and bottom of what it covers, with a little clear ground."""
        left = self.x - {"start": 0.0, "middle": self.width / 2, "end": self.width}[self.anchor]
        return left - 0.4, self.y - self.size * 0.8, left + self.width + 0.4, self.y + self.size * 0.22


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
    return LANE_MM * (2.9 if d.axis == "y" else 1.0)


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
            heavy = {"canvas": 0.5, "keep": 0.5, "cut": 0.25, "ray": 0.2, "guide": 0.1}.get(shape.material, 0.35)
            dashed = shape.material in ("keep", "ray", "guide")
            out.append(Outline(points, "none", INK, heavy, closed=False, dashed=dashed, part=shape.part))
        else:
            dashed = shape.material in ("hidden", "shade", "cut")
            out.append(Outline(points, _fill(shape), INK, 0.18, dashed=dashed, part=shape.part))
    # By axis, and by the line they stand on: those of one line are pushed apart along it.
    outside: dict[tuple[str, str, int], list[tuple[float, Text, float]]] = {}
    inside: list[list[Text]] = []
    drawn = len(out)
    for d in view.dimensions:
        if wanted & set(d.stages):
            out += _dimension(plan, d, place, unit, outside, inside)
    edges = [_edge(one) for one in out[:drawn] if isinstance(one, Outline)]
    lines = [LineString(one.points) for one in out[drawn:] if isinstance(one, Outline)]
    through = ((shapely.STRtree(lines), 10), (shapely.STRtree(edges), 1))
    width = room["left"] + view.width * scale + room["right"]
    height = room["top"] + view.height * scale + room["bottom"]
    words: list[Text] = []
    for one in out[:drawn]:
        # Where a small scale would print one number on another, the first stands.
        if isinstance(one, Text) and not any(_meets(one.box, other.box) for other in words):
            words.append(one)
    for (axis, *_), items in outside.items():
        words += _apart(items, along_x=axis == "x")
    for places in inside:
        words.append(min(places, key=lambda text: _crowded(text, words, through, (width, height))))
    for mark in view.marks:
        shown = plan.figures[mark.figure].shown
        if wanted & set(mark.stages) and shown is not None:
            x, y = place(mark.x, mark.y)
            runs = (*runs_of(shown, unit), (f" {mark.name}", 0.72, 0.0))
            free = [Text(x, y + up * TEXT_MM, runs, TEXT_MM, "middle") for up in (0, -1.1, 1.1, -2.2, 2.2)]
            text = next((text for text in free if not any(_meets(text.box, other.box) for other in words)), None)
            words += [text] if text else []
    # Words last, on clear ground: nothing is drawn across them.
    out = [one for one in out if not isinstance(one, Text)]
    for text in words:
        out += [_ground(text), text]
    # Words beside or over a small drawing may need more room than it has: the sheet grows with them.
    left, top = (min([0.0, *(text.box[i] for text in words)]) for i in (0, 1))
    right, bottom = (max([size, *(text.box[i] for text in words)]) for i, size in ((2, width), (3, height)))
    return Draft(right - left, bottom - top, scale, tuple(_moved(one, -left, -top) for one in out))


def _dimension(
    plan: Plan,
    d: DimensionLine,
    place: Callable[[float, float], tuple[float, float]],
    unit: Unit,
    outside: dict[tuple[str, str, int], list[tuple[float, Text, float]]],
    inside: list[list[Text]],
) -> list[Primitive]:
    """Its lines. Its label goes to those of its lane, or, inside the drawing, to the places it may stand, the best first."""
    figure = plan.figures[d.figure]
    assert figure.shown is not None
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
        text = Text((x0 + x1) / 2, y - 0.9, runs, TEXT_MM, "middle")
        if d.lane:
            outside.setdefault((d.axis, d.side, d.lane * 1000 + round(y)), []).append((text.x, text, text.width + 1.5))
        else:
            beside = (y - 0.9, y + TEXT_MM + 0.1, y - TEXT_MM - 1.3, y + 2 * TEXT_MM + 0.5)
            inside.append([replace(text, x=x0 + (x1 - x0) * share, y=at) for at in beside for share in ALONG])
    else:
        (x0, y0), (_, y1) = place(d.base, d.start), place(d.base, d.end)
        x = x0 + away
        if d.lane:
            for y in (y0, y1):
                line((x0 + (1.0 if away > 0 else -1.0), y), (x + (1.0 if away > 0 else -1.0), y))
        line((x, y0), (x, y1))
        for y in (y0, y1):
            line((x - SLASH_MM, y + SLASH_MM), (x + SLASH_MM, y - SLASH_MM), width=0.3)
        left = d.side == "left" and d.lane > 0
        low = TEXT_MM * 0.35
        text = Text(x + (-1.2 if left else 1.2), (y0 + y1) / 2 + low, runs, TEXT_MM, "end" if left else "start")
        if d.lane:
            outside.setdefault((d.axis, d.side, d.lane * 1000 + round(x)), []).append((text.y, text, TEXT_MM + 0.4))
        else:
            places = [replace(text, y=y0 + (y1 - y0) * share + low) for share in ALONG]
            inside.append([*places, *(replace(one, x=x - 1.2, anchor="end") for one in places)])
    return out


def _meets(a: Box, b: Box) -> bool:
    return a[0] < b[2] and b[0] < a[2] and a[1] < b[3] and b[1] < a[3]


def _edge(one: Outline) -> LineString:
    return LineString([*one.points, one.points[0]] if one.closed else one.points)


def _crowded(text: Text, words: list[Text], through: Iterable[tuple[shapely.STRtree, int]], sheet: tuple[float, float]) -> float:
    """How badly a label stands: what is off the sheet counts most, then words it would fall on, then dimension lines through it, then edges."""
    left, top, right, bottom = text.box
    off = max(0, -left) + max(0, -top) + max(0, right - sheet[0]) + max(0, bottom - sheet[1])
    ground = shapely.box(left, top, right, bottom)
    crossed = sum(cost * len(tree.query(ground, predicate="intersects")) for tree, cost in through)
    return 10_000 * off + 1000 * sum(_meets(text.box, other.box) for other in words) + crossed


def _moved(one: Primitive, right: float, down: float) -> Primitive:
    if isinstance(one, Outline):
        return replace(one, points=tuple((x + right, y + down) for x, y in one.points))
    return replace(one, x=one.x + right, y=one.y + down)


def _ground(text: Text) -> Outline:
    """The clear ground of a label."""
    left, top, right, bottom = text.box
    return Outline(((left, top), (right, top), (right, bottom), (left, bottom)), GROUND, "none", 0)


def _apart(items: list[tuple[float, Text, float]], *, along_x: bool) -> list[Text]:
    """Labels of one lane, pushed on where one would fall on the one before."""
    out: list[Text] = []
    edge = float("-inf")
    for centre, text, size in sorted(items, key=lambda item: item[0]):
        at = max(centre, edge + size / 2)
        edge = at + size / 2
        x, y = (at, text.y) if along_x else (text.x, at)
        out.append(Text(x, y, text.runs, text.size, text.anchor))
    return out
