"""What closes a pack in a rabbet: points round the back as many as are drawn, tape, dust cover."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from shadbo.core.contract.display import Context
from shadbo.core.contract.parts import Part, got
from shadbo.core.contract.views import Drawing
from shadbo.core.framing.came import TABS_CARE, sheet_word, tabs_came
from shadbo.core.framing.rails import AXES, spread
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.sums import Dim

COVER_GLUE = got("glue.cover", "Glue or double-sided tape", comes="hand", note=("for the dust cover",))
SEALED = (
    got("tape", "Sealing tape", comes="hand", note=("round the pack",)),
    got("cover", "Dust cover", material="kraft paper"),
    COVER_GLUE,
)
SEALED_KEYS = tuple(part.key for part in SEALED)
CARE = {
    "points": "Point gun: eye protection, never towards a hand, mind the {} beyond.",
    "strainer": "Drill first, a stop on the bit; mind the {} beyond.",
    "clips": "Drill first, a stop on the bit; mind the {} beyond.",
}
Points = Mapping[str, list[Dim]]


def points_round(context: Context[Any, Any], board: Mapping[str, Dim]) -> Points:
    """Where the points or tabs sit along each side of a pack (mm from its corner): no further apart than the rule has it, three a side at
    the least."""
    if tabs_came(context):
        return {}
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


def closing_parts(context: Context[Any, Any]) -> tuple[Part, ...]:
    """Points round the back, as many as its drawing shows, and the paper over it; nothing but tape where the frame’s own tabs close it."""
    if tabs_came(context):
        return SEALED[:1]
    return (got("points", "Points", 2 * sum(_count(context, axis) for axis in AXES) or 1, lights=("point",)), *SEALED)


def closed_with(context: Context[Any, Any]) -> tuple[str, ...]:
    """The parts that close a pack in its rabbet and keep dust out."""
    return ("tabs", *SEALED_KEYS[:1]) if tabs_came(context) else ("points", *SEALED_KEYS)


def closing_care(context: Context[Any, Any], closing: str = "points", *, down: bool = False) -> str:
    """``down``: an inner board dropped into its box, which its own tabs close."""
    return TABS_CARE if down or (closing == "points" and tabs_came(context)) else CARE[closing].format(_front(context))


def _front(context: Context[Any, Any]) -> str:
    return sheet_word(getattr(context.display, "glazing", ""))


def told_points(context: Context[Any, Any]) -> str:
    """How the pack is closed, in words; what sheds pigment stands on edge meanwhile."""
    front = _front(context)
    friable = "loose_pigment" in context.facts.traits
    stand = f" The pack stands on edge meanwhile, so that the shock throws no pigment on the {front}." if friable else ""
    if tabs_came(context):
        return f"Its own tabs pressed flat again, nothing pushed towards the {front}.{stand}"
    along, up = (_count(context, axis) for axis in AXES)
    return f"Points, {along} along each rail and {up} along each stile, nothing pushed towards the {front}.{stand}"


def fitted(*pack: str) -> str:
    """What is put in before it is closed, front to back, and looked at once more."""
    return f"Fit the pack, front to back: {', '.join(pack)}. Turn it over, look before closing: straight, centred, no dust."


def sealed_in(context: Context[Any, Any]) -> Say:
    """The tape and the paper over a closed pack, as they are told at the bench."""
    if tabs_came(context):
        return (" Tape over the gap round its back, against dust.",)
    inside = context.rule("dust_cover_inset")
    return context.speak.say(" Tape round the pack, dust cover from the middle outwards, trimmed {} inside.", inside)


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
