"""Which way the roll's width is best used: the canvas across it either way, and what is left."""

from __future__ import annotations

from shadbo.core.contract.checks import put
from shadbo.core.contract.inputs import ChoiceInput, Option
from shadbo.core.displays.stretcher.sizes import Sizes, StretcherContext
from shadbo.core.framing.rails import AXES, other
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import leaf


@record(frozen=True, slots=True)
class RollLayout:
    """A canvas on a roll: the roll's width, which size lies across it, what is left beside, how much length it takes."""

    width: Fraction
    across: str
    left: Fraction
    length: Fraction

    @property
    def used(self) -> Fraction:
        return self.width * self.length

    @property
    def key(self) -> str:
        return f"{self.width.numerator // self.width.denominator}-{self.across}"


def rolls_that_do(context: StretcherContext, sizes: Sizes) -> list[RollLayout]:
    """Every way the canvas lies on a roll of the stock, the one that takes the least canvas first."""
    ways = []
    for width in {exact(r) for r in context.shop.rolls}:
        for across in AXES:
            need, length = sizes.to_cut[across].value, sizes.to_cut[other(across)].value
            if need <= width:
                ways.append(RollLayout(width, across, width - need, length))
    return sorted(ways, key=lambda w: (w.used, w.left))


def chosen_roll(context: StretcherContext, sizes: Sizes) -> RollLayout | None:
    """The roll that was chosen, if it still does, else the best; its figures go into the book."""
    ways = rolls_that_do(context, sizes)
    asked = context.display.roll
    laid = next((w for w in ways if asked and w.width == exact(asked.width) and w.across == asked.across), None)
    laid = laid or next(iter(ways), None)
    if laid is None:
        return None
    book = context.book
    roll = leaf(laid.width, "stock:roll", "Roll width", "stock", source="stock", parts=("canvas",))
    width = book.add(roll, "roll.width", "Roll width", parts=("canvas",))
    book.add(width - sizes.to_cut[laid.across], "roll.left", "Left beside it on the roll", parts=("canvas",))
    book.add(sizes.to_cut[other(laid.across)] * 1, "roll.length", "Length taken off the roll", parts=("canvas",))
    return laid


def roll_choice(context: StretcherContext, sizes: Sizes, laid: RollLayout | None) -> list[ChoiceInput]:
    say = context.speak.say
    options = tuple(
        Option(
            w.key,
            say(f"{{}} roll, {w.across} across", w.width),
            say("{} long, {} left beside", w.length, w.left),
            w == laid,
            (put("/display/roll", {"width": put("", w.width)["value"], "across": w.across}),),
        )
        for w in rolls_that_do(context, sizes)[:6]
    )
    return [ChoiceInput("roll", "Roll, least canvas first", "Roll", options, ("canvas",), "list")] if options else []
