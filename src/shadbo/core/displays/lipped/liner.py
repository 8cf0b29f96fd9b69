"""A linen, gilt or painted liner: a flat inner frame that lies under the frame’s lip, with a lip of its own over the canvas.

its sight = smallest canvas − 2 × lap        its outside = sight + 2 × its face        the frame’s rabbet = its outside + ease
"""

from __future__ import annotations

from shadbo.core.contract.asking import choice, given
from shadbo.core.contract.cutting import CutLine, bar_of
from shadbo.core.contract.display import Context, Weight
from shadbo.core.contract.inputs import Input
from shadbo.core.contract.operations import MADE, Operation
from shadbo.core.contract.parts import Part, got
from shadbo.core.contract.terms import chosen, ruled
from shadbo.core.contract.views import Drawing
from shadbo.core.document.decisions.canvas import Lipped, NewRabbet
from shadbo.core.document.objects import StretchedCanvas
from shadbo.core.framing.rails import AXES, GLUE, cut_line
from shadbo.core.framing.weights import wood_weight
from shadbo.core.measuring.thing import Thing
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim

KINDS = {"linen": "linen-covered", "gilt": "gilt", "painted": "painted"}
# What its wood weighs by: liners are of the softest.
WOOD = "basswood"


@record(frozen=True, slots=True)
class Liner:
    """Every dim of a liner: what shows inside it, outside, its rabbet; its face, lip, the wood before the canvas."""

    sight: dict[str, Dim]
    outside: dict[str, Dim]
    rabbet: dict[str, Dim]
    face: Dim
    lip: Dim
    front: Dim
    under: dict[str, Dim]

    @property
    def frame_sight(self) -> dict[str, Dim]:
        return self.under


def has_liner(display: Lipped) -> bool:
    """A liner is cut for a frame that is made round it."""
    return display.liner != "none" and isinstance(display.frame, NewRabbet)


def line_up(context: Context[StretchedCanvas, Lipped], thing: Thing, lap: Dim, frame_lip: Dim) -> Liner:
    """The liner round the canvas, and what of it shows inside the frame (mm)."""
    book, display = context.book, context.display
    face = chosen(context, "liner.face", "Liner, its face", "liner_face", display.liner_face, parts=("liner",))
    lip = chosen(context, "liner.lip", "Liner’s lip over the canvas’s edge", "liner_lip", display.liner_lip, parts=("liner",))
    front = chosen(context, "liner.front", "Liner, wood before the canvas", "liner_front", display.liner_front, parts=("liner",))
    ease = ruled(context, "liner_ease", "Ease of the liner in its rabbet, in all")
    sight, outside, rabbet, under = {}, {}, {}, {}
    for axis in AXES:
        name = f"liner.{{}}.{axis}"
        sight[axis] = book.add(
            thing.side(axis).cover - 2 * lap, name.format("sight"), f"Liner’s sight, {axis}", parts=("liner",), cut=context.shop.saw
        )
        rabbet[axis] = book.add(sight[axis] + 2 * lip, name.format("rabbet"), f"Liner’s rabbet, {axis}", parts=("liner",))
        outside[axis] = book.add(sight[axis] + 2 * face, name.format("outside"), f"Liner outside, {axis}", parts=("liner",))
        under[axis] = outside[axis] + ease - 2 * frame_lip
        book.add(
            (under[axis] - sight[axis]) / 2, name.format("shows"), f"Of the liner shows, {axis}", parts=("liner",), grain="depth"
        )
    return Liner(sight, outside, rabbet, face, lip, front, under)


def liner_lines(context: Context[StretchedCanvas, Lipped], liner: Liner) -> tuple[CutLine, ...]:
    profile = bar_of(context.speak, liner.face, liner.front, context.speak.say("before the canvas, lip {}", liner.lip))
    material = f"{KINDS[context.display.liner]} liner"
    note = ("45° both ends, leaning opposite ways",)
    return tuple(
        cut_line(context, f"liner.{axis}", f"Liner, {where}", ("liner",), 2, material, liner.outside[axis], profile, note)
        for axis, where in (("width", "top and bottom"), ("height", "sides"))
    )


def liner_parts() -> tuple[Part, ...]:
    return (GLUE, got("liner.points", "Points", 8, note=("two a side, into the frame’s rabbet behind the liner",)))


def liner_steps(context: Context[StretchedCanvas, Lipped], liner: Liner) -> tuple[Operation, ...]:
    """Cut, joined, and laid in before the canvas."""
    covered = context.display.liner == "linen"
    return (
        Operation(
            "liner.cut",
            "Cut and join the liner",
            (
                *context.speak.say("Two at {} and two at {}, long point; glued. ", *liner.outside.values()),
                "Cut with the linen side up, a fine blade, so that no thread is drawn. Look: no gap at the mitres, the weave runs on?"
                if covered
                else "The mitres touched in. Look: no bare wood at the sight edge?",
            ),
            30,
            wait_minutes=60,
            gate=True,
            care="Saw: guard down, hands clear, eye and hearing protection.",
            makes=("liner.width", "liner.height"),
            uses=("glue",),
            place="dusty",
            takes="clamps",
            takes_on=60,
        ),
        Operation(
            "liner",
            "Lay the liner in",
            ("Face down under the frame’s lip, the same all round; two points a side hold it. Clean hands.",),
            10,
            gate=True,
            uses=("rail", "liner.width", "liner.height", "liner.points"),
            needs=MADE,
        ),
    )


def liner_inputs(context: Context[StretchedCanvas, Lipped]) -> list[Input]:
    """Whether there is one, and its sizes."""
    show, book, group = context.shop.showing, context.book, "Liner"
    kinds = (
        ("none", ("None",), ()),
        ("linen", ("Linen",), ("a band of cloth round the picture",)),
        ("gilt", ("Gilt",), ("a line of gold",)),
        ("painted", ("Painted",), ()),
    )
    asked: list[Input] = [choice(context, "/display/liner", "Liner", group, kinds, ("liner",))]
    if has_liner(context.display):
        asked += [given(show, book[name], group) for name in ("liner.face", "liner.lip", "liner.front")]
    return asked


def draw_liner(drawing: Drawing, liner: Liner, w: Fraction, h: Fraction) -> None:
    """The liner round the middle of a face w × h: mitred, from its sight edge out to under the lip."""
    ow, oh = (liner.outside[a].value for a in AXES)
    sw, sh = (max(liner.sight[a].value, Fraction(1)) for a in AXES)
    x0, y0, x1, y1 = (w - ow) / 2, (h - oh) / 2, (w - sw) / 2, (h - sh) / 2
    outer = ((x0, y0), (x0 + ow, y0), (x0 + ow, y0 + oh), (x0, y0 + oh))
    inner = ((x1, y1), (x1 + sw, y1), (x1 + sw, y1 + sh), (x1, y1 + sh))
    for i in range(4):
        j = (i + 1) % 4
        drawing.polygon("liner", "Liner", "paper", (outer[i], outer[j], inner[j], inner[i]), turn=0 if i % 2 == 0 else 90)


def liner_weight(context: Context[StretchedCanvas, Lipped], liner: Liner) -> Weight:
    round_ = 2 * (liner.outside["width"].value + liner.outside["height"].value) - 4 * liner.face.value
    return wood_weight(context, "liner", "Liner", WOOD, max(round_, Fraction(1)), liner.face.value * liner.front.value)
