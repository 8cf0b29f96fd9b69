"""What closes a pack in a rabbet: points round the back as many as are drawn, tape, dust cover."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from shadbo.core.contract.asking import choice
from shadbo.core.contract.display import Context
from shadbo.core.contract.inputs import ChoiceInput
from shadbo.core.contract.operations import Clause
from shadbo.core.contract.parts import Part, got
from shadbo.core.contract.views import Drawing
from shadbo.core.document.decisions.having import closing_of, glazing_of
from shadbo.core.framing.came import TABS_CARE, sheet_word, tabs_came
from shadbo.core.framing.rails import AXES, spread
from shadbo.core.framing.strainer import sits_inside
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim

COVER_GLUE = got("glue.cover", "Glue or double-sided tape", comes="hand", note=("for the dust cover",))
SEALED = (
    got("tape", "Sealing tape", comes="hand", note=("round the pack",)),
    got("cover", "Dust cover", material="kraft paper"),
    COVER_GLUE,
)
SEALED_KEYS = tuple(part.key for part in SEALED)
Points = Mapping[str, list[Dim]]
DRILLED = "Drill first, a stop on the bit; mind the {} beyond."


@record(frozen=True, slots=True)
class Spaced:
    """What sits round a pack and closes it: the part it is drawn as, what one and several are called, whether it is
    driven into the rabbet’s wall (and takes room behind the pack there), what is said of how it goes in, the care it wants, the screw each has.
    What is ``opened`` again has no paper over it."""

    part: str
    one: str
    many: str
    inside: bool
    how: str
    care: str
    screw: str = ""
    opened: bool = False


SPACED: Mapping[str, Spaced] = {
    "points": Spaced(
        "point",
        "Point",
        "Points",
        True,
        "nothing pushed towards the {}",
        "Point gun: eye protection, never towards a hand, mind the {} beyond.",
    ),
    "panel_pins": Spaced(
        "point",
        "Pin",
        "Panel pins",
        True,
        "holes drilled aslant, pushed in with pliers, not hammered: nothing shakes the {}",
        DRILLED,
    ),
    "clips": Spaced("clip", "Offset clip", "Offset clips", False, "one screw each, in the rail only", DRILLED, "Clip screws"),
    "buttons": Spaced(
        "clip",
        "Turn button",
        "Turn buttons",
        False,
        "one screw each, in the rail only, turned over the back: it opens without a tool",
        DRILLED,
        "Button screws",
        opened=True,
    ),
}
CARE = {key: one.care for key, one in SPACED.items()} | {"strainer": DRILLED}
# What a pack is closed with, in a sentence.
CLOSED: Mapping[str, str] = {key: one.many.lower() for key, one in SPACED.items()} | {
    "tabs": "its own tabs",
    "strainer": "a strainer",
}


def takes_room(closing: str) -> bool:
    """Whether what closes a pack is driven in behind it, inside the rabbet."""
    return closing in SPACED and SPACED[closing].inside


def closed_by(context: Context[object, object]) -> str:
    """How a pack is closed: “tabs” where the frame’s own do, else as its display says."""
    closing = closing_of(context.display)
    return "tabs" if closing == "points" and tabs_came(context) else closing


def spaced_by(context: Context[object, object]) -> Spaced:
    """What sits round a pack."""
    return SPACED.get(closed_by(context), SPACED["points"])


def spaced_as(context: Context[object, object]) -> tuple[str, str]:
    """The same for drawings: its part, and what one of it is called."""
    found = spaced_by(context)
    return found.part, found.one


def closing_choice(context: Context[object, object], offered: Sequence[str], group: str, part: str) -> ChoiceInput:
    """How its back is closed."""
    room = context.speak.say("they take {}", context.rule("tabs"))
    told: dict[str, tuple[Say, Say]] = {
        "points": (("Points or tabs",), room),
        "panel_pins": (("Pins in drilled holes",), room),
        "strainer": (("Screws through a strainer",), ("they take nothing",)),
        "clips": (("Offset clips",), ("the backing may stand out behind",)),
        "buttons": (("Turn buttons",), ("they take nothing; it can be opened again",)),
    }
    return choice(context, "/display/closing", "Closed by", group, tuple((key, *told[key]) for key in offered), (part,))


def points_round(context: Context[object, object], board: Mapping[str, Dim]) -> Points:
    """Where points or clips sit along each side of a pack (mm from its corner): no further apart than their rule has it, three a side at
    the least."""
    closing = closed_by(context)
    if closing not in SPACED:
        return {}
    spaced = SPACED[closing]
    most = _apart(context, closing)
    places = {}
    for axis in AXES:
        places[axis], count = spread(board[axis], min(most, board[axis].value / 3))
        context.book.add_count(
            f"{closing}.{axis}",
            f"{spaced.many} along each {'rail' if axis == 'width' else 'stile'}",
            count,
            context.speak.say("no more than {} apart, three at the least", most),
            parts=(spaced.part,),
        )
    return places


def _apart(context: Context[object, object], closing: str) -> Fraction:
    """How far apart they may be (mm)."""
    match closing:
        case "clips":
            return context.rule("clip_spacing")
        case "buttons":
            return context.rule("button_spacing")
    return context.rule("point_spacing")


def closing_parts(context: Context[object, object]) -> tuple[Part, ...]:
    """Points or clips round the back, as many as its drawing shows, and the paper over it; nothing but tape where the frame’s own tabs close it."""
    closing = closed_by(context)
    if closing == "tabs":
        return SEALED[:1]
    if closing not in SPACED:
        return SEALED
    spaced = SPACED[closing]
    many = 2 * sum(_count(context, axis) for axis in AXES) or 1
    size = context.speak.say("{}, in drilled holes", context.rule("panel_pin")) if closing == "panel_pins" else ()
    found = [got(closing, spaced.many, many, size=size, lights=(spaced.part,))]
    if spaced.screw:
        note = (f"one a {spaced.one.split()[-1].lower()}, in the rail only",)
        found.append(got("clip.screw", spaced.screw, many, material="wood screw", note=note))
    return (*found, *(SEALED[:1] if spaced.opened else SEALED))


def closed_with(context: Context[object, object]) -> tuple[str, ...]:
    """The parts that close a pack in its rabbet and keep dust out."""
    closing = closed_by(context)
    if closing not in SPACED:
        return (closing, *(SEALED_KEYS[:1] if closing == "tabs" else SEALED_KEYS))
    spaced = SPACED[closing]
    return (closing, *(("clip.screw",) if spaced.screw else ()), *(SEALED_KEYS[:1] if spaced.opened else SEALED_KEYS))


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
        where = "in" if sits_inside(context) else "over the pack’s edge on the backs of the rails"
        return f"strainer {where}, screws through it into their wood"
    along, up = (_count(context, axis) for axis in AXES)
    spaced = SPACED[closing]
    return f"{spaced.many.lower()}, {along} along each rail and {up} along each stile, {spaced.how.format(front)}"


def fitted(*pack: str) -> str:
    """What is put in before it is closed, front to back, and looked at once more."""
    return f"Fit the pack, front to back: {', '.join(pack)}. Turn it over, look before closing: straight, centred, no dust."


def sealed_in(context: Context[object, object]) -> tuple[Clause, ...]:
    """How the pack is closed, the tape and the paper over it, as they are told at the bench."""
    closes = Clause(closed_by(context), (told_points(context),))
    if closed_by(context) == "tabs":
        return closes, Clause("tape", (" Tape over the gap round its back, against dust.",))
    if spaced_by(context).opened:
        return closes, Clause("tape", (" Tape round the pack.",))
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
