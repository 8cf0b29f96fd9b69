"""One cloth behind all panes of a sash: it goes down into every pane and up over the back of every bar.

hidden at a bar = bar + 2 × (rebate − strips)        run = panes seen + hidden at the bars + 2 × (lap − cloth)
turned behind = (cloth − run) / 2 ∓ moved
"""

from __future__ import annotations

from collections.abc import Mapping

from shadbo.core.contract.display import Context
from shadbo.core.contract.terms import chosen
from shadbo.core.document.decisions.sash import Sash
from shadbo.core.document.items import Things
from shadbo.core.framing.arrange.laid import PlacedItem, Sized, lay
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, largest, rule, smallest

SIDES_OF = {"width": ("left", "right"), "height": ("top", "bottom")}


@record(frozen=True, slots=True)
class Row:
    """The panes along an axis: what is seen of each, how many there are, where on the sash the first begins and how far it is to the next, what
    a bar hides of a cloth, how far a board stands beyond what is seen, and how much cloth all of it takes (``run``)."""

    sight: Dim
    many: int
    begins: Dim
    pitch: Dim
    hidden: Dim
    beyond: Dim
    run: Dim


def may_lie_over(context: Context[Things, Sash]) -> bool:
    """Whether one cloth may lie behind all panes: there is one, and more panes than that."""
    display = context.display
    return len(context.thing.items) == 1 and display.across * display.down > 1


def row_of(
    context: Context[Things, Sash], axis: str, many: int, sight: Dim, begins: Dim, pitch: Dim, bar: Dim, lap: Dim, cloth: Dim
) -> Row:
    """One axis of it, into the book."""
    book = context.book
    dip = book["sash.rebate"] - book["pack.strips"]
    label = {"width": "Hidden by an upright bar", "height": "Hidden by a bar across"}[axis]
    hidden = bar + 2 * dip
    if many > 1:
        hidden = book.add(hidden, f"hidden.{axis}", label, parts=("sash", "item"), grain="depth")
    run = sight * many + hidden * (many - 1) + 2 * (lap - cloth)
    run = book.add(run, f"run.{axis}", f"Cloth behind the panes, {axis}", parts=("item",), grain="depth")
    return Row(sight, many, begins, pitch, hidden, lap - cloth, run)


def lie_over(
    context: Context[Things, Sash], sized: Sized, rows: Mapping[str, Row], outside: Mapping[str, Dim]
) -> tuple[PlacedItem, dict[str, Dim]]:
    """Where it lies, and what is turned behind the outer boards on each side."""
    book, display = context.book, context.display
    moved = {
        "width": chosen(context, "moved.width", "Moved right", "shift_across", display.shift_across, parts=("item",)),
        "height": chosen(context, "moved.height", "Moved down", "shift_down", display.shift_down, parts=("item",)),
    }
    across, down = (
        one.begins + (one.pitch * (one.many - 1) + one.sight) / 2 - outside[axis] / 2 + moved[axis] for axis, one in rows.items()
    )
    laid = lay(context, [sized], [(across, down)])[0]  # type: ignore[arg-type]
    size, turn = {"width": sized.wide, "height": sized.tall}, {}
    for axis, one in rows.items():
        rest = (size[axis] - one.run) / 2
        for side, each in zip(SIDES_OF[axis], (rest - moved[axis], rest + moved[axis]), strict=True):
            name, label = f"{laid.part}.turn.{side}", f"{laid.item.called}, turned behind, {side}"
            turn[side] = book.add(each, name, label, parts=(laid.part,), grain="depth")
    return laid, turn


def seen_of(one: Row, turned: Dim, reach: Dim) -> list[tuple[Fraction, Dim]]:
    """Of the first so much of the cloth (``reach``), from its left or top edge, of which ``turned`` goes behind: where on the sash each pane
    shows of it (mm), and how much."""
    found, nothing = [], rule(Fraction(0), "Nothing of it", "sash", "depth")
    for i in range(one.many):
        along = turned + one.beyond + (one.sight + one.hidden) * i
        shown = smallest([largest([reach - along, nothing]), one.sight])
        if shown.value > 0:
            found.append((one.begins.value + one.pitch.value * i, shown))
    return found


def in_all(pieces: list[tuple[Fraction, Dim]]) -> Dim:
    """How much of it that is together."""
    total = rule(Fraction(0), "Nothing of it", "sash", "depth") * 1
    for _, shown in pieces:
        total = total + shown
    return total
