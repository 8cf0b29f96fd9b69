"""What closes a pack in a rabbet: points round the back as many as are drawn, tape, dust cover."""

from __future__ import annotations

from collections.abc import Mapping

from shadbo.core.contract.display import Context
from shadbo.core.contract.operations import Clause
from shadbo.core.contract.parts import Part, got
from shadbo.core.contract.views import Drawing
from shadbo.core.document.decisions.having import closing_of, glazing_of
from shadbo.core.framing.came import TABS_CARE, sheet_word, tabs_came
from shadbo.core.framing.rails import AXES, spread
from shadbo.core.quantity.exact import Fraction
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


# What is spaced round a pack by how it is closed: its part, what one is called, and what several.
SPACED: Mapping[str, tuple[str, str, str]] = {
    "points": ("point", "Point", "Points"),
    "clips": ("clip", "Offset clip", "Offset clips"),
}


# What a pack is closed with, in a sentence.
CLOSED: Mapping[str, str] = {"points": "points", "clips": "offset clips", "tabs": "its own tabs", "strainer": "a strainer"}


def closed_by(context: Context[object, object]) -> str:
    """How a pack is closed: “tabs” where the frame’s own do, else as its display says."""
    closing = closing_of(context.display)
    return "tabs" if closing == "points" and tabs_came(context) else closing


def spaced_as(context: Context[object, object]) -> tuple[str, str]:
    """What sits round a pack, for drawings: its part, and what one of it is called."""
    part, one, _ = SPACED.get(closed_by(context), SPACED["points"])
    return part, one


def points_round(context: Context[object, object], board: Mapping[str, Dim]) -> Points:
    """Where points or clips sit along each side of a pack (mm from its corner): no further apart than their rule has it, three a side at
    the least."""
    closing = closed_by(context)
    if closing not in SPACED:
        return {}
    part, _, name = SPACED[closing]
    most = context.rule("clip_spacing") if closing == "clips" else context.rule("point_spacing")
    places = {}
    for axis in AXES:
        places[axis], count = spread(board[axis], min(most, board[axis].value / 3))
        context.book.add_count(
            f"{closing}.{axis}",
            f"{name} along each {'rail' if axis == 'width' else 'stile'}",
            count,
            context.speak.say("no more than {} apart, three at the least", most),
            parts=(part,),
        )
    return places


def closing_parts(context: Context[object, object]) -> tuple[Part, ...]:
    """Points or clips round the back, as many as its drawing shows, and the paper over it; nothing but tape where the frame’s own tabs close it."""
    closing = closed_by(context)
    if closing == "tabs":
        return SEALED[:1]
    if closing not in SPACED:
        return SEALED
    part, _, name = SPACED[closing]
    many = 2 * sum(_count(context, axis) for axis in AXES) or 1
    screws = (got("clip.screw", "Clip screws", many, material="wood screw", note=("one a clip, in the rail only",)),)
    return (got(closing, name, many, lights=(part,)), *(screws if closing == "clips" else ()), *SEALED)


def closed_with(context: Context[object, object]) -> tuple[str, ...]:
    """The parts that close a pack in its rabbet and keep dust out."""
    closing = closed_by(context)
    return (
        ("tabs", *SEALED_KEYS[:1])
        if closing == "tabs"
        else (closing, *(("clip.screw",) if closing == "clips" else ()), *SEALED_KEYS)
    )


def closing_care(context: Context[object, object], *, down: bool = False) -> str:
    """``down``: an inner board dropped into its box, which its own tabs close."""
    return TABS_CARE if down or closed_by(context) == "tabs" else CARE[closed_by(context)].format(_front(context))


def _front(context: Context[object, object]) -> str:
    return sheet_word(glazing_of(context.display))


def told_points(context: Context[object, object]) -> str:
    """How the pack is closed, as a sentence; what sheds pigment stands on edge meanwhile."""
    friable = "loose_pigment" in context.facts.traits
    stand = f" The pack stands on edge meanwhile, so that the shock throws no pigment on the {_front(context)}." if friable else ""
    said = points_in_words(context)
    return f"{said[0].upper()}{said[1:]}.{stand}"


def points_in_words(context: Context[object, object]) -> str:
    """What closes the pack, how many and where, within a sentence."""
    front, closing = _front(context), closed_by(context)
    if closing == "tabs":
        return f"its own tabs pressed flat again, nothing pushed towards the {front}"
    if closing == "strainer":
        return "strainer in, screws through it into the rail"
    along, up = (_count(context, axis) for axis in AXES)
    if closing == "clips":
        return f"offset clips, {along} along each rail and {up} along each stile, one screw each, in the rail only"
    return f"points, {along} along each rail and {up} along each stile, nothing pushed towards the {front}"


def fitted(*pack: str) -> str:
    """What is put in before it is closed, front to back, and looked at once more."""
    return f"Fit the pack, front to back: {', '.join(pack)}. Turn it over, look before closing: straight, centred, no dust."


def sealed_in(context: Context[object, object]) -> tuple[Clause, ...]:
    """How the pack is closed, the tape and the paper over it, as they are told at the bench."""
    closes = Clause(closed_by(context), (told_points(context),))
    if closed_by(context) == "tabs":
        return closes, Clause("tape", (" Tape over the gap round its back, against dust.",))
    inside = context.speak.say(" Dust cover from the middle outwards, trimmed {} inside.", context.rule("dust_cover_inset"))
    return closes, Clause("tape", (" Tape round the pack.",)), Clause("cover", inside)


def draw_points(
    drawing: Drawing, points: Points, x: Fraction, y: Fraction, w: Fraction, h: Fraction, part: str = "point", label: str = "Point"
) -> None:
    """The points or clips round a pack that lies at x, y and is w × h (mm), each half over its edge."""
    for place in points.get("width", ()):
        for edge in (y, y + h):
            drawing.box(part, label, "metal", x + place.value - 2, edge - 4, 4, 8)
    for place in points.get("height", ()):
        for edge in (x, x + w):
            drawing.box(part, label, "metal", edge - 4, y + place.value - 2, 8, 4)


def _count(context: Context[object, object], axis: str) -> int:
    count = context.book.counts.get(f"{closed_by(context)}.{axis}")
    return (count.count or 0) if count is not None else 0
