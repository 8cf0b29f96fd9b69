"""What keeps work up between two sheets: tape at its top edge, short pieces of it, squares or clear corners; where each piece lies."""

from __future__ import annotations

from collections.abc import Mapping

from shadbo.core.contract.display import Context
from shadbo.core.document.decisions.see_through import SeeThrough
from shadbo.core.document.objects import FlatWork
from shadbo.core.measuring.thing import Thing
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, rule

SeeThroughContext = Context[FlatWork, SeeThrough]


@record(frozen=True, slots=True)
class Kept:
    """One way: how many pieces, what they are called in the list, in the title of their step, and what is said of them there."""

    pieces: int
    name: str
    title: str
    say: str
    note: str


TABLE_TAPES: Mapping[str, Kept] = {
    "top": Kept(
        1,
        "Tape at the top edge",
        "Tape the top edge only",
        "{} of narrow tape along the top, short of both corners. Nowhere else: it hangs and does not buckle.",
        "at the top only, so the work hangs",
    ),
    "short": Kept(
        2,
        "Short tapes at the top edge",
        "Two short tapes at the top",
        "Two of {}, near the two upper corners. Nowhere else: it hangs and does not buckle.",
        "at the top only, so the work hangs",
    ),
    "squares": Kept(
        4,
        "Squares of tape at the corners",
        "Four squares of tape",
        "Four of {}, one under each corner, half on the work: it lies as it was put, and can’t move as paper does.",
        "one at each corner",
    ),
}


def tape_of(context: SeeThroughContext, thing: Thing) -> Dim | None:
    """How long each piece of tape is (mm); None where no tape holds it."""
    display, wide = context.display, thing.width.cover
    match display.tape:
        case "top":
            # A small thing has no room for as much as is usual beside the tape.
            clear = min(context.rule("tape_from_corner"), wide.value / 8)
            length = wide - 2 * rule(clear, "Clear of each corner", "tape-top", "depth")
        case "short":
            length = rule(min(context.rule("tape_short"), wide.value / 4), "A short tape", "tape-top", "depth") * 1
        case "squares":
            length = rule(display.tape_width, "A square, as wide as the tape", "tape-top", "depth") * 1
        case _:
            return None
    label = {"top": "Tape along the top edge", "short": "Each short tape", "squares": "Each square of tape"}[display.tape]
    return context.book.add(length, "tape.length", label, parts=("tape",), cut=context.shop.by_hand)


def places(context: SeeThroughContext, thing: Thing, tape: Dim | None) -> list[tuple[Fraction, Fraction, Fraction, Fraction]]:
    """Where each piece lies on the work: left, top, wide, high, from its upper left corner (mm)."""
    w, h, high = thing.width.look.value, thing.height.look.value, exact(context.display.tape_width)
    if context.display.tape == "corners":
        c = min(context.rule("clear_corner"), w / 3, h / 3)
        return [(x, y, c, c) for x in (Fraction(0), w - c) for y in (Fraction(0), h - c)]
    if tape is None:
        return []
    long, clear = tape.value, min(context.rule("tape_from_corner"), w / 8)
    match context.display.tape:
        case "top":
            return [((w - long) / 2, Fraction(0), long, high)]
        case "short":
            return [(x, Fraction(0), long, high) for x in (clear, w - clear - long)]
    return [(x, y, long, high) for x in (Fraction(0), w - long) for y in (Fraction(0), h - high)]
