"""What the lip and the walls hide from an eye, and where their shadow falls (plane geometry of rays over an edge).

hidden below an edge, at a depth = (how far the eye is beyond the edge) × depth ÷ distance of the eye
shadow of the top lip at a depth = depth ÷ tan(angle of the lamp from the wall)
"""

from __future__ import annotations

import math

from shadbo.core.framing.arrange.laid import WAYS, BoxContext, PlacedItem
from shadbo.core.framing.boxes.depth import Pack
from shadbo.core.framing.rabbet import Rabbet
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Curve, Dim, leaf, smallest

ZERO = Fraction(0)


@record(frozen=True, slots=True)
class Seeing:
    """Where eye and lamp stand and what comes of it. Bands are measured inward from the edge of what shows, mm.

    ``hidden`` by side at the board, ``shadow`` of the top lip at the board; by item, at its own front: ``lost``, how much of
    it the lip hides and on which side, ``dark``, how much of it lies in the shadow, ``depth_of``, how far behind the lip it
    stands. ``over`` is how far the eye is beyond each edge.
    """

    distance: Dim
    lamp: int
    cot: Fraction
    hidden: dict[str, Dim]
    shadow: Dim
    lost: dict[str, tuple[str, Dim]]
    dark: dict[str, Dim]
    depth_of: dict[str, Fraction]
    over: dict[str, Dim]


def look_at(context: BoxContext, laid: list[PlacedItem], rabbet: Rabbet, sight: dict[str, Dim], pack: Pack) -> Seeing:
    """Put what is hidden and shaded into the book."""
    book, looking = context.book, context.display.looking

    def typed(field: str, label: str) -> Dim:
        pointer = f"/display/looking/{field}"
        form = leaf(getattr(looking, field), pointer, label, "choice", pointer=pointer, grain="depth", parts=("eye",))
        return book.add(form, f"eye.{field}", label, parts=("eye",))

    height, distance, aside = (
        typed("height", "Eye above the floor"),
        typed("distance", "Eye in front of the frame"),
        typed("aside", "Eye to the side"),
    )
    line = leaf(context.shop.rules.eye_line, "eye-line", "Middle of the piece above the floor", "setting", source="eye-line")
    board = _to_board(context, rabbet, pack)
    middle_x, middle_y = (sight["left"] + sight["right"]) / 2, (sight["top"] + sight["bottom"]) / 2
    eye_x, eye_y = middle_x + aside, middle_y - (height - line)
    over = {
        "left": sight["left"] - eye_x,
        "right": eye_x - sight["right"],
        "top": sight["top"] - eye_y,
        "bottom": eye_y - sight["bottom"],
    }
    hidden = {}
    for way in WAYS:
        hidden[way] = book.add(
            hidden_at(over[way], board, distance),
            f"hidden.{way}",
            f"The lip hides of the board, {way}",
            parts=("rail", "eye"),
            grain="depth",
        )
    cot = cotangent(looking.lamp)
    shadow = book.add(board * cot, "shadow.top", "Shadow of the top lip on the board", parts=("rail.top", "lamp"), grain="depth")
    depth_of, lost, dark = {}, {}, {}
    for one in laid:
        stands = pack.stands[one.item.key]
        depth_of[one.item.key] = deep_mm = board.value - stands.value
        if context.display.edges == "lapped":
            continue
        # Compared as plain numbers: only where something is hidden or shaded is there a sum to be shown.
        worst: tuple[Fraction, str] | None = None
        for way in WAYS:
            sign = 1 if way in ("left", "top") else -1
            clear = (one.edges[way].value - sight[way].value) * sign
            hides = over[way].value * max(deep_mm, ZERO) / distance.value - clear
            if over[way].value > 0 and hides > 0 and (worst is None or hides > worst[0]):
                worst = (hides, way)
        if worst is not None:
            way = worst[1]
            room = one.edges[way] - sight[way] if way in ("left", "top") else sight[way] - one.edges[way]
            lost[one.item.key] = (
                way,
                book.add(
                    hidden_at(over[way], board - stands, distance) - room,
                    f"{one.part}.hidden",
                    f"{one.item.called}: hidden at the {way}",
                    parts=(one.part,),
                    grain="depth",
                ),
            )
        if deep_mm * cot > one.edges["top"].value - sight["top"].value:
            dark[one.item.key] = book.add(
                (board - stands) * cot - (one.edges["top"] - sight["top"]),
                f"{one.part}.shaded",
                f"{one.item.called}: in the lip’s shadow",
                parts=(one.part,),
                grain="depth",
            )
    return Seeing(
        distance=distance,
        lamp=looking.lamp,
        cot=cot,
        hidden=hidden,
        shadow=shadow,
        lost=lost,
        dark=dark,
        depth_of=depth_of,
        over=over,
    )


def cotangent(degrees: int) -> Fraction:
    """1 / tan, to a millionth."""
    return Fraction(round(1_000_000 / math.tan(math.radians(degrees))), 1_000_000)


def hidden_at(over: Dim, depth: Dim, distance: Dim) -> Dim:
    """What an edge hides at a depth behind it from an eye ``over`` beyond it; nothing from an eye this side of it."""
    if over.value <= 0 or depth.value <= 0:
        return smallest((over * 0, depth * 0)) if over.value else over * 0
    value = over.value * depth.value / distance.value
    slopes = ((depth.value / distance.value, over), (over.value / distance.value, depth), (-value / distance.value, distance))
    return Dim(value, Curve("(eye beyond the edge × depth) ÷ distance", slopes), grain="depth")


def _to_board(context: BoxContext, rabbet: Rabbet, pack: Pack) -> Dim:
    """From the front of the lip to the face of the mount board."""
    deep = rabbet.moulding_depth - rabbet.depth
    for lies in pack.layers:
        if lies.key == "mount":
            break
        deep = deep + lies.size
    return context.book.add(deep, "depth.to_board", "From the lip’s front to the board", parts=("mount",), grain="depth")
