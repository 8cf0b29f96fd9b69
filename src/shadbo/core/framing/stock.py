"""Taking from stock: the screw that bites, the strips or cards that make up a thickness."""

from __future__ import annotations

from decimal import Decimal
from functools import lru_cache
from itertools import combinations_with_replacement
from math import lcm

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.contract.display import Context
from shadbo.core.contract.terms import ruled
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.sums import Dim, leaf


def _in_unit(context: Context[object, object], n: Fraction) -> bool:
    """Whether a length of the stock is sold in the piece’s unit: whole eighths of an inch, or millimetres."""
    eighths = n * 8 / Fraction(254, 10)
    return (eighths.denominator == 1) == (context.piece.units == "in")


def stock_screw(context: Context[object, object], least: Fraction, most: Fraction) -> Fraction | None:
    """The shortest screw of the stock (mm) that is no shorter than ``least`` and no longer than ``most``, of the piece’s unit first."""
    fitting = sorted(n for n in map(Fraction, context.shop.screws) if least <= n <= most)
    return next((n for n in fitting if _in_unit(context, n)), fitting[0] if fitting else None)


def back_screw(context: Context[object, object], back: Dim, most: Fraction) -> Fraction | None:
    """The screw of the stock that holds a back on: through it, and a bite in the wall behind, no longer than ``most`` (mm). None where none does."""
    return stock_screw(context, back.value + context.rule("bite"), most)


def told(context: Context[object, object], screw: Fraction | None) -> Say:
    """A screw’s length in words; nothing where there is none."""
    return context.speak.say("{}", screw) if screw is not None else ()


def longest_screw(context: Context[object, object], most: Fraction) -> Fraction | None:
    """The longest screw of the stock (mm) that is no longer than ``most``, of the piece’s unit first."""
    fitting = sorted((n for n in map(Fraction, context.shop.screws) if n <= most), reverse=True)
    return next((n for n in fitting if _in_unit(context, n)), fitting[0] if fitting else None)


def least_bite(context: Context[object, object], bar: Dim) -> Dim:
    """What a screw has to bite in a bar this deep: the rule’s, or half the bar where that is less; load decides whether it is enough."""
    rule_ = ruled(context, "bite", "Least bite in the bar")
    least = rule_ if rule_.value <= bar.value / 2 else bar / 2
    return context.book.add(least * 1, "screw.least", "Least bite", parts=("screw",), grain="depth")


def choose_screw(context: Context[object, object], chosen: Decimal | None, shortest: Dim, longest: Dim) -> Dim:
    """The screw that was chosen for this piece, else the shortest in stock that bites and reaches nothing it must not, else the longest
    that reaches nothing: ``screw.length``."""
    pointer = "/display/screw"
    if chosen is not None:
        form = leaf(chosen, pointer, "Screw length", "choice", pointer=pointer, grain="depth", parts=("screw",))
    else:
        whole = sorted(Fraction(n) for n in context.shop.screws)
        stock = [n for n in whole if _in_unit(context, n)]
        if not any(shortest.value <= n <= longest.value for n in stock):
            stock = whole
        # In a thin bar half of it is enough, but more is better while the canvas stays clear.
        least = context.book.dims.get("screw.least")
        full = shortest.value + (context.rule("bite") - least.value if least is not None else 0)
        clear = [n for n in stock if n <= longest.value]
        best = [n for n in clear if n >= full]
        biting = [n for n in stock if n >= shortest.value]
        value = best[0] if best else clear[-1] if clear else biting[0] if biting else max(stock, default=shortest.value)
        form = leaf(value, pointer, "Screw length", "stock", pointer=pointer, source="stock", grain="depth", parts=("screw",))
    return context.book.add(form, "screw.length", "Screw length", parts=("screw",))


def screws_between(context: Context[object, object], shortest: Dim, longest: Dim) -> list[WayOut]:
    """Up to two lengths of the stock that bite and reach nothing they must not, shortest first."""
    fitting = sorted(n for n in map(Fraction, context.shop.screws) if shortest.value <= n <= longest.value)
    return [WayOut(context.speak.say("Use {} screws", n), (put("/display/screw", n),)) for n in fitting[:2]]


@lru_cache(maxsize=512)
def made_of(strips: tuple[Fraction, ...], wanted: Fraction, most: int = 3) -> tuple[Fraction, ...] | None:
    """Up to ``most`` strips of the stock that come nearest to a wanted lift, fewest first; None without stock."""
    stock = sorted(set(strips), reverse=True)
    if not stock:
        return None
    # Compared in whole parts of one common denominator: exact, and quick enough for every key press.
    common = lcm(wanted.denominator, *(s.denominator for s in stock))
    aim, sizes = int(wanted * common), [int(s * common) for s in stock]
    combos = (c for n in range(1, most + 1) for c in combinations_with_replacement(range(len(stock)), n))
    best = min(combos, key=lambda combo: abs(sum(sizes[i] for i in combo) - aim))
    return tuple(stock[i] for i in best)
