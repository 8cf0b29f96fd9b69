"""Laid apart: every piece of a job in its order from front to back, drawn slantwise to one scale, each fixing on its line.

Orthographic from the front, the right and above: a true axonometry. Between the layers lies as much air as it takes to see them; all else is
to scale.
"""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Iterable, Mapping, Sequence

from shadbo.core.contract.bodies import Body, Fixing, Outline, Place, Space, mm
from shadbo.core.contract.views import APART, Mark, Material, Point, Shape, View
from shadbo.core.quantity.record import record

YAW, PITCH = math.radians(50), math.radians(20)
COS, SIN, UP, OVER = math.cos(YAW), math.sin(YAW), math.cos(PITCH), math.sin(PITCH)
ASIDE, TINY = SIN * OVER, 1e-9
# Air between two layers, of the longer side of the face.
AIR = 0.26
# Outlines of more corners than this are drawn with their sides in one; of many more, with fewer corners.
PLAIN, MOST = 12, 24
# What is thinner than this has no sides to be drawn (mm).
SEEN = 0.2
# A letter of a name, and a line of names, of the drawing’s width.
LETTER, LINE = 0.0125, 0.042
# So many names a layer tells; what is more is counted.
NAMES = 3
# Sides away from the light, by material (sRGB).
ASIDES: Mapping[Material, str] = {
    "wood": "#cdb98f",
    "bar": "#dccfb0",
    "board": "#cfc6ae",
    "glass": "#b9cccd",
    "strip": "#6d685c",
    "paper": "#ddd2b6",
    "canvas": "#e2dccb",
    "item": "#a99d83",
    "metal": "#5f686d",
}
STAGES = ("measure", "display", "arrange", "depth", "hold", "hang", "cut")


@record(frozen=True, slots=True)
class _Slant:
    """How far each layer is moved backwards when all is laid apart, and where the drawing then begins."""

    moved: Mapping[int, float]
    left: float = 0.0
    top: float = 0.0

    def at(self, place: Place, layer: int) -> Point:
        x, y, z = place
        z += self.moved[layer]
        return round(x * COS + z * SIN - self.left, 1), round(y * UP + (x * SIN - z * COS) * OVER - self.top, 1)

    def flat(self, outline: Iterable[tuple[float, float]], z: float, layer: int) -> tuple[Point, ...]:
        """The points of an outline that lies flat, so far behind the front."""
        z += self.moved[layer]
        right, up = z * SIN - self.left, -z * COS * OVER - self.top
        return tuple([(round(x * COS + right, 1), round(y * UP + x * ASIDE + up, 1)) for x, y in outline])


def apart_view(space: Space, figures: Mapping[str, str]) -> View:
    """The view of a job’s bodies and fixings; ``figures`` are names of sizes that open beside a layer, by the part they are of."""
    layers = space.layers
    low_x, low_y, wide, tall = _bounds(space, _Slant(_moved(space, layers)))
    slant = _Slant(_moved(space, layers), low_x, low_y)
    shapes: list[Shape] = []
    behind = {body.part.split(".")[0]: body for body in space.bodies} | {body.part: body for body in space.bodies}
    for layer in reversed(layers):
        fixings = [f for f in space.fixings if f.layer == layer]
        for fixing in fixings:
            shapes += _line(fixing, behind.get(fixing.into), slant)
        for body in sorted((b for b in space.bodies if b.layer == layer), key=_far, reverse=True):
            shapes += _drawn(body, slant)
        shapes += [_fixing(fixing, slant) for fixing in fixings]
    named, lines = _names(space, layers, slant, wide, tall)
    return View(
        key=APART,
        title="Laid apart, front at the left",
        width=round(wide, 3),
        height=round(tall + lines * LINE * wide, 3),
        shapes=(*shapes, *named),
        dimensions=(),
        handles=(),
        marks=tuple(_marks(space, layers, slant, figures)),
        printed=("cut",),
    )


def _moved(space: Space, layers: Sequence[int]) -> dict[int, float]:
    air = AIR * max(mm(space.width), mm(space.height))
    moved, at = {}, 0.0
    for layer in layers:
        fronts, backs = zip(*_depths(space, layer), strict=True)
        moved[layer] = at - min(fronts)
        at += max(backs) - min(fronts) + air
    return moved


def _depths(space: Space, layer: int) -> list[tuple[float, float]]:
    bodies = [(front, back) for b in space.bodies if b.layer == layer for _, front, back in b.solids]
    ends = [(min(f.start[2], f.end[2]), max(f.start[2], f.end[2])) for f in space.fixings if f.layer == layer]
    return bodies + ends


def _far(body: Body) -> float:
    """How far a body lies from the eye, of those of its layer: its middle."""
    left, top, right, bottom = body.box
    return -(left + right) / 2 * SIN * UP + (top + bottom) / 2 * OVER + (body.front + body.back) / 2 * COS * UP


def _drawn(body: Body, slant: _Slant) -> Iterable[Shape]:
    """A body: the sides that are seen of it, its front over them, its windows in that."""
    for outline, start, end in reversed(body.solids):
        corners = _fewer(outline)
        if end - start > SEEN:
            near, far = slant.flat(corners, start, body.layer), slant.flat(corners, end, body.layer)
            for run in _sides(corners):
                side = [*(near[i] for i in run), *(far[i] for i in reversed(run))]
                yield Shape(body.part, body.label, body.material, "polygon", tuple(side), colour=_aside(body))
        front = _through(corners, [_fewer(w) for w in body.windows]) if body.windows else corners
        points = slant.flat(front, start, body.layer)
        yield Shape(body.part, body.label, body.material, "polygon", points, colour=body.colour)


def _aside(body: Body) -> str:
    """The colour of a side that lies away from the light: its material’s, or its own, darker."""
    if not body.colour:
        return ASIDES.get(body.material, "")
    return "#" + "".join(f"{int(body.colour[i : i + 2], 16) * 3 // 4:02x}" for i in (1, 3, 5))


def _fewer(outline: Outline) -> Outline:
    step = -(-len(outline) // MOST)
    return outline[::step] if step > 1 else outline


def _sides(outline: Outline) -> list[list[int]]:
    """The sides that face the eye, by the numbers of their corners: each edge by itself, or of an outline of many corners all that hang
    together in one."""
    many, turn = len(outline), _turn(outline)
    # Outwards of an outline that runs clockwise as it is drawn (y down) lies (dy, −dx).
    out = 1 if turn > 0 else -1
    seen = [((y1 - y0) * SIN * UP - (x0 - x1) * OVER) * out > TINY for (x0, y0), (x1, y1) in _edges(outline)]
    if many <= PLAIN:
        return [[i, (i + 1) % many] for i, yes in enumerate(seen) if yes]
    first = next((i for i, yes in enumerate(seen) if not yes), 0)
    runs: list[list[int]] = []
    for i in (*range(first, many), *range(first)):
        if not seen[i]:
            continue
        if runs and runs[-1][-1] == i:
            runs[-1].append((i + 1) % many)
        else:
            runs.append([i, (i + 1) % many])
    return runs


def _edges(outline: Outline) -> Iterable[tuple[Point, Point]]:
    return zip(outline, (*outline[1:], outline[0]), strict=True)


def _through(outline: Outline, windows: Sequence[Outline]) -> list[tuple[float, float]]:
    """One line round a sheet and, by the shortest way in, round each of its windows: so that one sees through them."""
    path = list(outline)
    for window in windows:
        here, there = min(
            ((i, j) for i in range(len(path)) for j in range(len(window))), key=lambda ij: math.dist(path[ij[0]], window[ij[1]])
        )
        round_ = [*window[there:], *window[: there + 1]]
        if _turn(window) * _turn(outline) > 0:
            round_.reverse()
        path[here + 1 : here + 1] = [*round_, path[here]]
    return path


def _turn(outline: Outline) -> float:
    return sum(x0 * y1 - x1 * y0 for (x0, y0), (x1, y1) in _edges(outline))


def _line(fixing: Fixing, into: Body | None, slant: _Slant) -> Iterable[Shape]:
    """The line a fixing goes along, from where it lies now to what it bites into."""
    if into is None or into.layer == fixing.layer:
        return
    x, y, z = fixing.end
    ends = (slant.at(fixing.start, fixing.layer), slant.at((x, y, min(max(z, into.front), into.end)), into.layer))
    yield Shape(fixing.part, fixing.label, "guide", "line", ends)


def _fixing(fixing: Fixing, slant: _Slant) -> Shape:
    ends = (slant.at(fixing.start, fixing.layer), slant.at(fixing.end, fixing.layer))
    return Shape(fixing.part, fixing.label, "metal", "line", ends)


def _bounds(space: Space, slant: _Slant) -> tuple[float, float, float, float]:
    """Where the drawing begins, and how large it is, without its names."""
    points = [slant.at(p, f.layer) for f in space.fixings for p in (f.start, f.end)]
    for body in space.bodies:
        for outline, start, end in body.solids:
            points += slant.flat(outline, start, body.layer)
            points += slant.flat(outline, end, body.layer) if end > start else ()
    xs, ys = [p[0] for p in points] or [0.0], [p[1] for p in points] or [0.0]
    return min(xs), min(ys), max(xs) - min(xs), max(ys) - min(ys)


def told(space: Space, layer: int) -> str:
    """What lies in a layer, in a few words: its names, each with its number."""
    counted = Counter(one.label for one in space.lying(layer))
    names = [name if n == 1 else f"{n} × {name}" for name, n in counted.items()]
    return ", ".join(names if len(names) <= NAMES else [*names[: NAMES - 1], f"{len(names) - NAMES + 1} more"])


def _names(space: Space, layers: Sequence[int], slant: _Slant, wide: float, tall: float) -> tuple[list[Shape], int]:
    """The names below, each under its layer on a thin line, in as many lines as it takes that none falls on another."""
    out: list[Shape] = []
    ends: list[float] = []  # where each line of names is full
    for layer in layers:
        words, part = told(space, layer), space.lying(layer)[0].part
        start, half = slant.at(_foot(space, layer), layer), len(words) * LETTER * wide / 2
        x = min(max(start[0], half), max(wide - half, half))
        row = next((i for i, end in enumerate(ends) if end <= x - half), len(ends))
        if row == len(ends):
            ends.append(0.0)
        ends[row] = x + half + LETTER * wide
        down = tall + (row + 1) * LINE * wide
        out.append(Shape(part, words, "guide", "line", (start, (round(x, 2), round(down - LINE * wide / 2, 2)))))
        # Drawn so small that they would run into one another they are left out.
        out.append(Shape(part, words, "line", "text", ((round(x, 2), round(down, 2)),), round(half * 1.5, 2), text=words))
    return out, len(ends) + 1


def _foot(space: Space, layer: int) -> Place:
    """The middle of a layer’s lower edge."""
    boxes = [b.box for b in space.bodies if b.layer == layer]
    boxes += [(f.start[0], f.start[1], f.start[0], f.start[1]) for f in space.fixings if f.layer == layer]
    return (min(b[0] for b in boxes) + max(b[2] for b in boxes)) / 2, max(b[3] for b in boxes), _depths(space, layer)[0][0]


def _marks(space: Space, layers: Sequence[int], slant: _Slant, figures: Mapping[str, str]) -> Iterable[Mark]:
    """How thick a layer is, at its upper corner: a number that opens."""
    done = set[str]()
    for layer in layers:
        for body in (b for b in space.bodies if b.layer == layer):
            name = figures.get(body.part)
            if name and name not in done:
                done.add(name)
                left, top, *_ = body.box
                x, y = slant.at((left, top, body.front), layer)
                yield Mark(name, x, y, STAGES, "")
                break
