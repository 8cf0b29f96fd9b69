"""Counts of fixings typed over what the usual spacing gives: asked, and judged by load and by spacing."""

from __future__ import annotations

from collections.abc import Mapping

from shadbo.core.contract.asking import choice
from shadbo.core.contract.checks import Stage, WayOut, put
from shadbo.core.contract.display import Context
from shadbo.core.contract.inputs import Input
from shadbo.core.document.decisions.having import Numbered
from shadbo.core.framing.counting import Fixings, figures, newtons, show_force
from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.sums import Dim

FIELDS = {"width": ("per_rail", "rail"), "height": ("per_stile", "stile")}
# More than this along one side nobody chooses out of a list; a file may hold it.
LISTED = 12
# More than this along all sides nobody sets: what they don’t bear is a caution.
MOST_FOR_STRENGTH = 96


def typed(context: Context[object, Numbered], axis: str) -> int | None:
    """How many fixings one wants along a side, None for as many as the usual spacing gives."""
    return context.display.per_rail if axis == "width" else context.display.per_stile


def strong_enough(
    context: Context[object, Numbered], usual: Mapping[str, int], sides: Mapping[str, Fraction], each: Fraction
) -> tuple[dict[str, int], Fixings]:
    """As many on each side as bear the canvas with the factor of the shop (``each`` so many newtons), those spacing gives at the least:
    one more on the side where they are furthest apart, till they do. And what spacing, strength and hand ask for in all."""
    load = newtons(context.book.counts["canvas.weight"].amount or Fraction(0)) * context.shop.rules.factor
    strength = int(-(-load // each)) if each > 0 else 0
    found = dict(usual)
    while 2 * sum(found.values()) < min(strength, MOST_FOR_STRENGTH):
        found[max(AXES, key=lambda axis: sides[axis] / found[axis])] += 1
    by_hand = [typed(context, axis) for axis in AXES]
    many = None if by_hand == [None, None] else 2 * sum(found[a] if n is None else n for a, n in zip(AXES, by_hand, strict=True))
    return found, Fixings(load, each, strength, 2 * sum(usual.values()), many)


def count_inputs(context: Context[object, Numbered], what: str, usual: Mapping[str, int], part: str) -> list[Input]:
    """How many on each rail and each stile: as spaced, or so many."""
    asked: list[Input] = []
    for axis in AXES:
        field, side = FIELDS[axis]
        now = typed(context, axis)
        said = (str(usual[axis]),) if now is None else ()
        many = sorted({*range(LISTED + 1), *((now,) if now is not None else ())})
        options = ((None, ("As spaced",), said), *((n, (str(n),), ()) for n in many))
        asked.append(choice(context, f"/display/{field}", f"{what} on each {side}", what, options, (part,), look="menu"))
    return asked


def check_counts(
    context: Context[object, Numbered],
    name: str,
    what: str,
    places: Mapping[str, list[Dim] | tuple[Dim, ...]],
    apart: Fraction,
    each: Fraction,
    basis: Say,
    *,
    stage: Stage,
    source: str,
) -> None:
    """Those there are bear the canvas with the factor of the shop, ``each`` so many newtons; typed ones are no further apart than usual."""
    say, book = context.speak.say, context.book
    total = 2 * sum(len(p) for p in places.values())
    kg = book.counts["canvas.weight"].amount or Fraction(0)
    needed, bears = newtons(kg) * context.shop.rules.factor, each * total
    book.add_quantity(
        f"{name}.bears",
        f"{what} bear together",
        show_force(bears),
        basis,
        (f"{total} × {figures(each)} N; asked {figures(kg)} kg × 9.81 × {context.shop.rules.factor} = {figures(needed)} N",),
        parts=(name,),
    )
    by_hand = [axis for axis in AXES if typed(context, axis) is not None]
    back = WayOut(
        (f"Leave the {what.lower()} to the usual spacing",), tuple(put(f"/display/{FIELDS[a][0]}", None) for a in by_hand)
    )
    if bears < needed:
        context.checks.add(
            "stop" if by_hand else "caution",
            f"{name}.few",
            stage,
            (f"{total} {what.lower()} bear {figures(bears)} N; {figures(needed)} N are asked of them.",),
            why=f"The canvas’s weight, {context.shop.rules.factor} times over.",
            source_key="hang-factor",
            figure=f"{name}.bears",
            parts=(name,),
            ways=(back,) if by_hand else (),
        )
        return
    for axis in by_hand:
        side = FIELDS[axis][1]
        gaps = [b.value - a.value for a, b in zip(places[axis], places[axis][1:], strict=False)]
        wide = max(gaps, default=Fraction(0))
        if not places[axis] or wide > apart:
            context.checks.add(
                "caution",
                f"{name}.apart.{axis}",
                stage,
                say(f"The {what.lower()} of a {side} are {{}} apart; no more than {{}} is usual.", wide, apart)
                if places[axis]
                else (f"No {what.lower()} along the {side}s.",),
                why="Between them a bar may stand off or bow.",
                source_key=source,
                parts=(name,),
                ways=(back,),
            )
