"""The staple plan: where, how many, in which order.

One in the middle of a side, then of the side opposite, then of the other two; outward from there in opposite pairs.
"""

from __future__ import annotations

from typing import TYPE_CHECKING

from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, leaf, rule

if TYPE_CHECKING:
    from shadbo.core.displays.stretcher.sizes import StretcherContext

SIDES = ("top", "bottom", "left", "right")


@record(frozen=True, slots=True)
class Staple:
    """One staple: its number in the order, its side, how far from the middle of that side (mm, right or down)."""

    number: int
    side: str
    off: Fraction


@record(frozen=True, slots=True)
class StaplePlan:
    staples: tuple[Staple, ...]
    spacing: dict[str, Dim]
    inset: Dim


def staple_plan(context: StretcherContext, finished: dict[str, Dim], bar_width: Dim) -> StaplePlan:
    """Staples on all four sides, evenly apart, no more than the spacing that was chosen."""
    book = context.book
    wanted = leaf(
        context.display.staples,
        "/display/staples",
        "Staples apart, at most",
        "choice",
        pointer="/display/staples",
        source="staples",
        parts=("staple",),
    )
    wanted = book.add(wanted, "staple.wanted", "Staples apart, at most", parts=("staple",))
    corner = rule(context.rule("fold_corner"), "Free for the corner fold", "fold")
    halves: dict[str, int] = {}
    spacing: dict[str, Dim] = {}
    total = 0
    for axis in AXES:
        reach = finished[axis] / 2 - corner
        halves[axis] = max(1, int(-(-reach.value // wanted.value)))
        where = "top and bottom" if axis == "width" else "left and right"
        spacing[axis] = book.add(
            reach / halves[axis], f"staple.apart.{axis}", f"Staples apart, {where}", parts=("staple",), grain="depth"
        )
        each = 2 * halves[axis] + 1
        book.add_count(
            f"staple.count.{axis}",
            f"Staples on each side, {where}",
            each,
            context.speak.say(
                f"half of {{}} less the corner {{}}, in steps of no more than {{}}: {halves[axis]} either way of the middle",
                finished[axis],
                context.rule("fold_corner"),
                wanted,
            ),
            parts=("staple",),
        )
        total += 2 * each
    book.add_count("staple.count", "Staples in all", total, (f"without the corner folds: {total}",), parts=("staple",))
    inset = book.add(bar_width / 2, "staple.inset", "Staple line from the edge", parts=("staple",))
    return StaplePlan(tuple(_order(halves, spacing)), spacing, inset)


def _order(halves: dict[str, int], spacing: dict[str, Dim]) -> list[Staple]:
    out: list[Staple] = []
    for ring in range(max(halves.values()) + 1):
        for sign in (1, -1) if ring else (1,):
            for side in SIDES:
                axis = "width" if side in ("top", "bottom") else "height"
                if ring <= halves[axis]:
                    out.append(Staple(len(out) + 1, side, sign * ring * spacing[axis].value))
    return out
