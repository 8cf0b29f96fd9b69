"""The stretching that comes before a canvas is framed: its parts and operations, in front of the frame’s own in the one job."""

from __future__ import annotations

from dataclasses import replace

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.contract.cutting import StockLength
from shadbo.core.contract.display import Context, DisplayPlan
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, cut
from shadbo.core.contract.terms import side
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.objects import StretchedCanvas
from shadbo.core.document.piece import Piece
from shadbo.core.document.readings import one_reading
from shadbo.core.document.shop import Shop
from shadbo.core.framing.canvas_choices import back_to_the_bars
from shadbo.core.framing.nothing import check_cuts
from shadbo.core.framing.rails import GLUE
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.record import record

# Its keys stand apart from those of the frame: both have a glue, bars, a measuring.
FAMILY = "stretching"


@record(frozen=True, slots=True)
class Stretching:
    """The stretching of a piece’s canvas as its own display reckons it; nothing where the canvas came on its bars."""

    context: Context[object, object] | None = None
    display_plan: DisplayPlan | None = None

    @property
    def own_parts(self) -> tuple[Part, ...]:
        return (*map(cut, self.display_plan.cuts), *self.display_plan.parts()) if self.display_plan is not None else ()

    @property
    def parts(self) -> tuple[Part, ...]:
        return tuple(map(_apart, self.own_parts))

    @property
    def operations(self) -> tuple[Operation, ...]:
        if self.display_plan is None:
            return ()
        families = frozenset(family for part in self.own_parts for family in part.families)
        return tuple(_done_first(o, families) for o in self.display_plan.steps())

    @property
    def stock(self) -> tuple[StockLength, ...]:
        return self.display_plan.stock if self.display_plan is not None else ()


def stretching_of(piece: Piece, shop: Shop) -> Stretching:
    """What it takes to stretch the canvas of a piece that came off the roll; nothing of any other.

    Its figures are those of a plan of its own, so its cut list opens none of them here.
    """
    if piece.stretched is None:
        return Stretching()
    before = piece.model_copy(update={"object": piece.stretched.object, "display": piece.stretched.display, "stretched": None})
    display = DISPLAYS[before.display.type]
    context = Context.of(before, shop, "", display.holds)
    display_plan = display.reckon(context)
    check_cuts(context, display_plan)
    return Stretching(context, display_plan)


def check_stretching(context: Context[object, object], first: Stretching) -> None:
    """What comes off the bars is what is framed, and it can be stretched at all: both are stops of the one job."""
    piece = context.piece
    if first.context is None or piece.stretched is None:
        return
    again = WayOut(("Change how it is stretched",), back_to_the_bars(piece.stretched))
    for check in first.context.checks.checks.values():
        if check.severity == "stop":
            context.checks.add(
                "stop", f"{FAMILY}.{check.key}", "measure", check.say, why=check.why, source_key=check.source.key, ways=(again,)
            )
    thing, made = piece.object, first.context.book.dims
    if not isinstance(thing, StretchedCanvas):
        return
    read = {
        axis: [exact(r.mm) for place in getattr(thing, axis).places("") for r in place.readings] for axis in ("width", "height")
    }
    finished = {axis: made[f"finished.{axis}"].value for axis in read}
    apart = {axis: max((abs(mm - finished[axis]) for mm in read[axis]), default=Fraction(0)) for axis in read}
    if max(apart.values()) <= context.rule("stretched_within"):
        return
    say = context.speak.say
    framed = {axis: dim.value for axis in read if (dim := side(context.book, "canvas", axis)) is not None}
    ways = (
        WayOut(
            say("Frame what comes off the bars: {} × {}", *finished.values()),
            tuple(
                put(f"/object/{axis}", {station: one_reading(finished[axis])})
                for axis, station in (("width", "middle"), ("height", "centre"))
            ),
        ),
        WayOut(
            say("Stretch it to {} × {}", *framed.values()),
            tuple(put(f"/stretched/display/finished_{axis}", framed[axis]) for axis in framed),
        ),
        again,
    )
    context.checks.add(
        "stop",
        f"{FAMILY}.apart",
        "measure",
        say("What comes off the bars is {} × {}; what is framed was read as {} × {}.", *finished.values(), *framed.values()),
        why=say("They may differ by {}: cloth on its edges, and the saw.", context.rule("stretched_within")),
        source_key="stretched-within",
        parts=("canvas",),
        ways=ways,
    )


def framed_after(operation: Operation, first: Stretching) -> Operation:
    """The frame’s own reading of the canvas comes when that is stretched."""
    if first.display_plan is None or operation.key != "measure":
        return operation
    return replace(operation, needs=(*operation.needs, "stretched"))


def _named(key: str) -> str:
    """Its own name in the one job; the glue at hand is one for both."""
    return key if key == GLUE.key else f"{FAMILY}.{key}"


def _apart(part: Part) -> Part:
    line = part.line
    if line is not None:
        line = replace(line, key=_named(line.key), parts=(), figure=None, short_figure=None, width_figure=None)
    return replace(part, key=_named(part.key), lights=(), line=line, figure="")


def _done_first(operation: Operation, families: frozenset[str]) -> Operation:
    """An operation by its names in the one job; of what it lights only what is a part."""

    def known(names: tuple[str, ...]) -> tuple[str, ...]:
        return tuple(_named(n) for n in names if n in families)

    return replace(
        operation,
        key=_named(operation.key),
        parts=(),
        uses=tuple(dict.fromkeys((*known(operation.uses), *known(operation.parts)))),
        makes=known(operation.makes),
        needs=(),
        leaves=("stretched",),
        chain=FAMILY,
        holds=tuple(map(_named, operation.holds)),
    )
