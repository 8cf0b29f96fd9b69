"""What closes a pack in a rabbet: points round the back as many as are drawn, tape, dust cover."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from shadbo.core.contract.display import Context
from shadbo.core.contract.parts import Part, got
from shadbo.core.contract.views import Drawing
from shadbo.core.framing.rails import AXES, spread
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.sums import Dim

SEALED = (got("tape", "Sealing tape", comes="hand", note=("round the pack",)), got("cover", "Dust cover", material="kraft paper"))
Points = Mapping[str, list[Dim]]


def points_round(context: Context[Any, Any], board: Mapping[str, Dim]) -> Points:
    """Where the points or tabs sit along each side of a pack (mm from its corner): no further apart than the rule has it, three a side at
    the least."""
    most = context.rule("point_spacing")
    places = {}
    for axis in AXES:
        places[axis], count = spread(board[axis], min(most, board[axis].value / 3))
        context.book.add_count(
            f"points.{axis}",
            f"Points along each {'rail' if axis == 'width' else 'stile'}",
            count,
            context.speak.say("no more than {} apart, three at the least", most),
            parts=("point",),
        )
    return places


def points_part(context: Context[Any, Any]) -> Part:
    """Points round the back, as many as its drawing shows."""
    return got("points", "Points", 2 * sum(_count(context, axis) for axis in AXES) or 1, lights=("point",))


def told_points(context: Context[Any, Any]) -> str:
    along, up = (_count(context, axis) for axis in AXES)
    return f"Points, {along} along each rail and {up} along each stile, nothing pushed towards the glazing."


def draw_points(drawing: Drawing, points: Points, x: Fraction, y: Fraction, w: Fraction, h: Fraction) -> None:
    """The points round a pack that lies at x, y and is w × h (mm), each half over its edge."""
    for place in points.get("width", ()):
        for edge in (y, y + h):
            drawing.box("point", "Point", "metal", x + place.value - 2, edge - 4, 4, 8)
    for place in points.get("height", ()):
        for edge in (x, x + w):
            drawing.box("point", "Point", "metal", edge - 4, y + place.value - 2, 8, 4)


def _count(context: Context[Any, Any], axis: str) -> int:
    count = context.book.counts.get(f"points.{axis}")
    return (count.count or 0) if count is not None else 0
