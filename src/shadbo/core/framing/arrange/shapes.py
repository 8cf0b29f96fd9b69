"""Outlines on the plane: what an item covers, how far two are apart. Binary numbers, mm; for judging nearness and drawing.

Circles and ellipses are polygons of ``ROUND`` corners lying on the curve; of a circle 100 mm across the flats lie
0.05 mm inside it.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace
from functools import cached_property, lru_cache

import numpy as np
import numpy.typing as npt

from shadbo.core.document.items import Item
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record

ROUND = 72
Points = npt.NDArray[np.float64]
Unit = tuple[tuple[float, float], ...]
SMALL = 10**-9


@lru_cache(maxsize=512)
def unit_outline(shape: str, outline: tuple[tuple[float, float], ...], turn: int) -> tuple[Points, float, float]:
    """Corners of a shape in a box of one by one about its middle, and the cosine and sine of its turn."""
    angle = math.radians(turn)
    c, s = (round(f(angle), 12) for f in (math.cos, math.sin))
    if shape == "rectangle":
        corners: Unit = tuple((x / 2, y / 2) for x, y in ((-1, -1), (1, -1), (1, 1), (-1, 1)))
    elif shape in ("circle", "ellipse"):
        # The corners include the four points where it touches its box.
        corners = tuple((math.cos(2 * math.pi * i / ROUND) / 2, math.sin(2 * math.pi * i / ROUND) / 2) for i in range(ROUND))
    else:
        xs, ys = [p[0] for p in outline], [p[1] for p in outline]
        w, h = max(xs) - min(xs) or 1, max(ys) - min(ys) or 1
        mx, my = (max(xs) + min(xs)) / 2, (max(ys) + min(ys)) / 2
        corners = tuple(((x - mx) / w, (y - my) / h) for x, y in outline)
    points = np.array(corners)
    points.flags.writeable = False
    return points, c, s


def shape_key(item: Item) -> tuple[str, tuple[tuple[float, float], ...], int]:
    """What an item's outline hangs on, apart from its size."""
    plain = item.shape if not (item.folding or item.stitching) else "rectangle"
    points = tuple((float(x), float(y)) for x, y in item.outline) if plain == "outline" else ()
    return plain, points, 0 if plain == "circle" else item.place.turn


def reach(item: Item, way: str, wide: Fraction, tall: Fraction) -> tuple[Fraction, Fraction]:
    """How far an item reaches from its middle to one side: so many widths and so many heights (signed).

    The reach of any outline in one direction is that of one of its corners, so it is a sum of its two sizes; so is that of an ellipse.
    """
    shape, outline, turn = shape_key(item)
    return _reach(shape, outline, turn, way, float(tall / wide) if turn else 1)


@lru_cache(maxsize=2048)
def _reach(shape: str, outline: tuple[tuple[float, float], ...], turn: int, way: str, ratio: float) -> tuple[Fraction, Fraction]:
    half = Fraction(1, 2)
    if turn == 0:
        sign = -1 if way in ("left", "top") else 1
        return (sign * half, Fraction(0)) if way in ("left", "right") else (Fraction(0), sign * half)
    corners, c, s = unit_outline(shape, outline, turn)
    if shape == "rectangle" or turn % 90 == 0:
        across, along = _ratio(abs(c)) / 2, _ratio(abs(s)) / 2
        sign = -1 if way in ("left", "top") else 1
        return (sign * across, sign * along) if way in ("left", "right") else (sign * along, sign * across)
    # A corner (u w, v h) lies at x = u w c − v h s, y = u w s + v h c.
    first, second = (c, -s) if way in ("left", "right") else (s, c)
    if shape in ("circle", "ellipse"):
        # An ellipse reaches √(a² + b²), and that is so many of its widths and so many of its heights.
        far = math.hypot(first, second * ratio) * (-2 if way in ("left", "top") else 2)
        return _ratio(first**2 / far), _ratio(second**2 * ratio / far)
    outer = (min if way in ("left", "top") else max)(corners.tolist(), key=lambda p: p[0] * first + p[1] * second * ratio)
    return _ratio(outer[0] * first), _ratio(outer[1] * second)


def _ratio(value: float) -> Fraction:
    return Fraction(round(value * 1_000_000), 1_000_000)


@record(frozen=True)
class Body:
    """What an item covers as it lies: its box, its radius if it is round, and its corners (worked out when they are asked
    for: round things and straight rectangles are compared without them)."""

    box: tuple[float, float, float, float]
    centre: tuple[float, float]
    radius: float | None
    plain: bool
    corners: Points
    size: tuple[float, float]
    turn: tuple[float, float]

    @cached_property
    def points(self) -> Points:
        raw = self.corners * self.size
        c, s = self.turn
        if s or c != 1:
            raw = raw @ np.array([[c, s], [-s, c]])
        return np.asarray(raw + np.array(self.centre))


def body_of(item: Item, x: Fraction, y: Fraction, wide: Fraction, tall: Fraction) -> Body:
    """The item at its place, mm; ``wide`` and ``tall`` are its own sizes before it is turned."""
    shape, outline, turn = shape_key(item)
    corners, c, s = unit_outline(shape, outline, turn)
    w, h, px, py = float(wide), float(tall), float(x), float(y)
    round_ = shape == "circle" and wide == tall
    plain = shape == "rectangle" and turn % 90 == 0
    if round_ or plain:
        a, b = (h, w) if turn % 180 else (w, h)
        box = (px - a / 2, py - b / 2, px + a / 2, py + b / 2)
        return Body(box, (px, py), w / 2 if round_ else None, plain, corners, (w, h), (c, s))
    body = Body((0, 0, 0, 0), (px, py), None, False, corners, (w, h), (c, s))
    if shape in ("circle", "ellipse"):
        right, down = math.hypot(c * w, s * h) / 2, math.hypot(s * w, c * h) / 2
        return replace(body, box=(px - right, py - down, px + right, py + down))
    low, high = body.points.min(axis=0), body.points.max(axis=0)
    return replace(body, box=(float(low[0]), float(low[1]), float(high[0]), float(high[1])))


def area(points: Points) -> float:
    """Area of a simple polygon."""
    x, y = points[:, 0], points[:, 1]
    return abs(float(np.dot(x, np.roll(y, -1)) - np.dot(y, np.roll(x, -1)))) / 2


def apart(a: Body, b: Body) -> float:
    """Least distance between two bodies; 0 where they touch or overlap."""
    if a.radius is not None and b.radius is not None:
        return max(0, math.dist(a.centre, b.centre) - a.radius - b.radius)
    if a.plain and b.plain:
        return boxes_apart(a, b)
    if _cross(a.points, b.points) or _inside(a.points[0], b.points) or _inside(b.points[0], a.points):
        return 0
    return min(_to_edges(a.points, b.points), _to_edges(b.points, a.points))


def near_pairs(bodies: Sequence[Body], within: float) -> list[tuple[int, int]]:
    """Which two of them have boxes nearer than ``within`` (mm): few of the many pairs, found for all at once."""
    if len(bodies) < 2:
        return []
    x0, y0, x1, y1 = np.array([b.box for b in bodies]).T
    across = np.maximum(np.maximum(x0[None] - x1[:, None], x0[:, None] - x1[None]), 0)
    down = np.maximum(np.maximum(y0[None] - y1[:, None], y0[:, None] - y1[None]), 0)
    first, second = np.nonzero(np.triu(np.hypot(across, down) < within, 1))
    return list(zip(first.tolist(), second.tolist(), strict=True))


def boxes_apart(a: Body, b: Body) -> float:
    """Distance between the boxes round two bodies: never more than between the bodies."""
    across = max(b.box[0] - a.box[2], a.box[0] - b.box[2], 0)
    down = max(b.box[1] - a.box[3], a.box[1] - b.box[3], 0)
    return math.hypot(across, down)


def overlap(a: Body, b: Body) -> bool:
    """Whether two bodies lie on one another (touching is not yet that)."""
    if boxes_apart(a, b) > 0:
        return False
    if a.radius is not None and b.radius is not None:
        return math.dist(a.centre, b.centre) < a.radius + b.radius - SMALL
    if a.plain and b.plain:
        return (
            min(a.box[2], b.box[2]) - max(a.box[0], b.box[0]) > SMALL and min(a.box[3], b.box[3]) - max(a.box[1], b.box[1]) > SMALL
        )
    return bool(
        _cross(a.points, b.points)
        or _inside(a.points.mean(axis=0), b.points)
        or _inside(b.points.mean(axis=0), a.points)
        or _inside(a.points[0], b.points)
        or _inside(b.points[0], a.points)
    )


def _edges(points: Points) -> tuple[Points, Points]:
    return points, np.roll(points, -1, axis=0)


def _cross(p: Points, q: Points) -> bool:
    """Whether any two edges properly cross."""
    a, b = (e[:, None, :] for e in _edges(p))
    c, d = (e[None, :, :] for e in _edges(q))

    def side(u: Points, v: Points, w: Points) -> Points:
        turn = (v[..., 0] - u[..., 0]) * (w[..., 1] - u[..., 1]) - (v[..., 1] - u[..., 1]) * (w[..., 0] - u[..., 0])
        return np.sign(np.where(np.abs(turn) < SMALL, 0, turn))

    return bool(np.any((side(a, b, c) * side(a, b, d) < 0) & (side(c, d, a) * side(c, d, b) < 0)))


def _inside(point: Points, polygon: Points) -> bool:
    """Whether a point lies within a polygon (even-odd; a point on the edge may fall either way)."""
    a, b = _edges(polygon)
    x, y = point
    rising = (a[:, 1] > y) != (b[:, 1] > y)
    if not rising.any():
        return False
    a, b = a[rising], b[rising]
    at = a[:, 0] + (y - a[:, 1]) * (b[:, 0] - a[:, 0]) / (b[:, 1] - a[:, 1])
    return bool(np.count_nonzero(at > x) % 2)


def _to_edges(points: Points, polygon: Points) -> float:
    """Least distance from any of the points to any edge of the polygon."""
    a, b = (e[None, :, :] for e in _edges(polygon))
    p = points[:, None, :]
    along = b - a
    length = np.maximum((along**2).sum(axis=-1), SMALL)
    share = np.clip(((p - a) * along).sum(axis=-1) / length, 0, 1)
    return float(np.sqrt((((a + share[..., None] * along) - p) ** 2).sum(axis=-1)).min())


def hides(body: Body, shape: str, wide: float, tall: float) -> bool:
    """Whether a body fills a window of this shape and size round its middle: nothing beside it is seen."""
    ellipse = (
        unit_outline("ellipse", (), 0)[0] * 2 if shape != "rectangle" else np.array([(-1, -1), (1, -1), (1, 1), (-1, 1)], float)
    )
    points = ellipse * (wide / 2, tall / 2)
    if body.radius is not None:
        return bool((np.hypot(points[:, 0], points[:, 1]) <= body.radius + SMALL).all())
    own = body.points - body.centre
    return all(_inside(point * (1 - SMALL), own) for point in points)
