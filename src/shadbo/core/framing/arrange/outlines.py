"""Places on a thing that is no rectangle: its outline, and points drawn on to it. Binary, rounded to a tenth of a millimetre."""

from __future__ import annotations

from typing import Any

from shapely import LineString, Point, Polygon, shortest_line

from shadbo.core.document.items import Item
from shadbo.core.framing.arrange.shapes import shape_key, unit_outline
from shadbo.core.quantity.exact import Fraction

Spots = tuple[tuple[Fraction, Fraction], ...]


def outline_of(item: Item, wide: Fraction, tall: Fraction) -> Spots:
    """What is no rectangle, from its upper left corner (mm), before it is turned; nothing for a rectangle."""
    shape, points, _ = shape_key(item)
    if shape == "rectangle":
        return ()
    corners, *_ = unit_outline(shape, points, 0)
    tenths = ((round((x + 0.5) * float(wide) * 10), round((y + 0.5) * float(tall) * 10)) for x, y in corners.tolist())
    return tuple((Fraction(x, 10), Fraction(y, 10)) for x, y in tenths)


def on_outline(spots: Spots, outline: Spots, edge: Fraction, *, around: bool) -> Spots:
    """Places on a thing that is no rectangle, ``edge`` inside its outline (mm, to a tenth): evenly round it (``around``), evenly along a row where it is
    widest there, else the nearest to where they would be."""
    shape = Polygon([(float(x), float(y)) for x, y in outline]).buffer(0)
    room = next((r for r in (shape.buffer(-float(edge)), shape.buffer(-float(edge) / 4)) if not r.is_empty), shape)
    if around:
        ring = max(_pieces(room), key=lambda p: p.area).exterior
        return tuple(_tenths(ring.interpolate((i + 0.5) / len(spots), normalized=True)) for i in range(len(spots)))
    wide = shape.bounds[2]
    found = []
    for x, y in spots:
        row = [float(px) for px, py in spots if py == y]
        seen = _pieces(room.intersection(LineString([(-1.0, float(y)), (wide + 1.0, float(y))])))
        if len(row) > 1 and seen:
            # The row keeps its spacing, drawn together to where the thing is widest at this height.
            left, _, right, _ = max(seen, key=lambda s: s.length).bounds
            share = (float(x) - min(row)) / (max(row) - min(row))
            found.append(_tenths(Point(left + share * (right - left), float(y))))
        else:
            found.append(_tenths(Point(shortest_line(room, Point(float(x), float(y))).coords[0])))
    return tuple(found)


def _pieces(shape: Any) -> list[Any]:
    """The pieces of a shape of Shapely’s that have an extent."""
    return [g for g in getattr(shape, "geoms", [shape]) if g.length > 0]


def _tenths(at: Point) -> tuple[Fraction, Fraction]:
    return Fraction(round(at.x * 10), 10), Fraction(round(at.y * 10), 10)
