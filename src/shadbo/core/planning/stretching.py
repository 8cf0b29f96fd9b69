"""The stretching that comes before a canvas is framed: its parts and operations, in front of the frame’s own in the one job."""

from __future__ import annotations

from dataclasses import replace

from shadbo.core.contract.cutting import StockLength
from shadbo.core.contract.display import Context
from shadbo.core.contract.operations import Operation
from shadbo.core.contract.parts import Part, cut
from shadbo.core.displays.registry import DISPLAYS
from shadbo.core.document.piece import Piece
from shadbo.core.document.shop import Shop
from shadbo.core.framing.rails import GLUE
from shadbo.core.quantity.record import record

# Its keys stand apart from those of the frame: both have a glue, bars, a measuring.
FAMILY = "stretching"


@record(frozen=True, slots=True)
class Stretching:
    parts: tuple[Part, ...] = ()
    operations: tuple[Operation, ...] = ()
    stock: tuple[StockLength, ...] = ()


def stretching_of(piece: Piece, shop: Shop) -> Stretching:
    """What it takes to stretch the canvas of a piece that came off the roll; nothing of any other.

    Its figures are those of a plan of its own, so its cut list opens none of them here.
    """
    if piece.stretched is None:
        return Stretching()
    before = piece.model_copy(update={"object": piece.stretched.object, "display": piece.stretched.display, "stretched": None})
    display = DISPLAYS[before.display.type]
    reckoned = display.reckon(Context.of(before, shop, "", display.holds))
    parts = (*map(cut, reckoned.cuts), *reckoned.parts())
    families = frozenset(family for part in parts for family in part.families)
    operations = tuple(_done_first(o, families) for o in reckoned.steps())
    return Stretching(tuple(map(_apart, parts)), operations, reckoned.stock)


def framed_after(operation: Operation, first: Stretching) -> Operation:
    """The frame’s own reading of the canvas comes when that is stretched."""
    if not first.operations or operation.key != "measure":
        return operation
    return replace(operation, after=(*operation.after, *(o.key for o in first.operations)))


def _named(key: str) -> str:
    """Its own name in the one job; the glue at hand is one for both."""
    return key if key == GLUE.key else f"{FAMILY}.{key}"


def _apart(part: Part) -> Part:
    line = part.line
    if line is not None:
        line = replace(line, key=_named(line.key), parts=(), figure=None, short_figure=None)
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
        after=tuple(map(_named, operation.after)),
        before=tuple(map(_named, operation.before)),
        holds=tuple(map(_named, operation.holds)),
    )
