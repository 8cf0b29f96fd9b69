"""A clear case: five sheets of acrylic cemented to a hood that is lifted off its base; models, boots, a ball, a book on its cradle.

inside = things + 2 × room round them          hood over all = inside + 2 × sheet          base = hood + 2 × beyond
The hood stands on the base round a step; front and back cover the ends of the sides, the top covers all four.
"""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.display import Context
from shadbo.core.contract.terms import chosen
from shadbo.core.document.decisions.clear_case import ClearCase
from shadbo.core.document.items import Things
from shadbo.core.framing.arrange.laid import PlacedItem, lay, size_items
from shadbo.core.framing.arrange.layouts import places_of
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, largest, leaf, rule, smallest

CaseContext = Context[Things, ClearCase]
HALF = Fraction(1, 2)
STAGES = ("display", "cut")
WOODS = ("black walnut", "white ash", "northern red oak", "basswood")
ACRYLIC = "acrylic sheet"
BLADE = "Fine-toothed blade for plastics, guard down, hands clear, eye protection; edges scraped and flame or buffed only where they are not cemented."
CEMENT = "Cement for acrylic: outdoors or with extraction, gloves, no flame near."


@record(frozen=True, slots=True)
class Sizes:
    """Every dim of a clear case. ``inside`` and ``hood`` by width, height and depth."""

    laid: list[PlacedItem]
    inside: dict[str, Dim]
    hood: dict[str, Dim]
    base: dict[str, Dim]
    sheet: Dim
    least: Fraction
    step: Dim
    thick: Dim


def lying(context: CaseContext) -> tuple[list[PlacedItem], dict[str, Dim]]:
    """The things where they stand, all of them on the step, and the edges round them all. Side by side, unless somebody put them elsewhere."""
    box: Any = context
    sized = size_items(box)
    laid = lay(
        box, sized, [(x, one.reaching("bottom") * -1) for one, (x, _) in zip(sized, places_of(box, sized, "row"), strict=True)]
    )
    ends = {
        "left": smallest([one.edges["left"] for one in laid]),
        "right": largest([one.edges["right"] for one in laid]),
        "top": smallest([one.edges["top"] for one in laid]),
        "bottom": largest([one.edges["bottom"] for one in laid]),
    }
    return laid, ends


def size_up(context: CaseContext) -> Sizes:
    book, display = context.book, context.display
    laid, ends = lying(context)
    clear = chosen(context, "case.clear", "Room round the things", "clear", display.clear, parts=("hood",))
    above = chosen(context, "case.above", "Room above them", "above", display.above, parts=("hood",))
    step = chosen(context, "case.step", "Step, high", "step", display.step, parts=("step",))
    thick = chosen(context, "case.base", "Base, thick", "base", display.base, parts=("base",))
    beyond = chosen(context, "case.beyond", "Base beyond the hood", "beyond", display.beyond, parts=("base",))
    deepest = largest([one.sized.front + one.sized.behind for one in laid])
    inside = {
        "width": ends["right"] - ends["left"] + 2 * clear,
        "height": ends["bottom"] - ends["top"] + step + above,
        "depth": deepest + 2 * clear,
    }
    inside = {
        a: book.add(d, f"inside.{a}", f"Inside, {a}", parts=("hood",), grain="wood", cut=context.shop.saw)
        for a, d in inside.items()
    }
    least = sheet_thick(context, max(d.value for d in inside.values()))
    typed = display.sheet
    sheet = book.add(
        leaf(
            typed if typed is not None else least,
            "/display/sheet",
            "Sheets, thick",
            "choice" if typed is not None else "rule",
            pointer="/display/sheet",
            source="clear-case",
            grain="depth",
            parts=("hood",),
        ),
        "case.sheet",
        "Sheets, thick",
        parts=("hood",),
    )
    hood = {
        "width": book.add(inside["width"] + 2 * sheet, "hood.width", "Hood over all, width", parts=("hood",), grain="wood"),
        "height": book.add(inside["height"] + sheet, "hood.height", "Hood over all, height", parts=("hood",), grain="wood"),
        "depth": book.add(inside["depth"] + 2 * sheet, "hood.depth", "Hood over all, depth", parts=("hood",), grain="wood"),
    }
    base = {
        a: book.add(hood[a] + 2 * beyond, f"base.{a}", f"Base, {a}", parts=("base",), grain="wood", cut=context.shop.saw)
        for a in ("width", "depth")
    }
    ease = rule(context.rule("hood_ease"), "Ease of the hood round its step, each side", "clear-case", "depth")
    for a in ("width", "depth"):
        book.add(inside[a] - 2 * ease, f"step.{a}", f"Step, {a}", parts=("step",), grain="wood", cut=context.shop.saw)
    return Sizes(laid, inside, hood, base, sheet, least, step, thick)


def sheet_thick(context: CaseContext, longest: Fraction) -> Fraction:
    """How thick the sheets of a hood are by its longest side (mm), so that it stands by itself and does not bow."""
    if longest <= context.rule("hood_small"):
        return context.rule("hood_thin")
    return context.rule("hood_usual") if longest <= context.rule("hood_middle") else context.rule("hood_thick")
