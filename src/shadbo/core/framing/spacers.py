"""Spacers: strips round the rabbet that hold the work off the glazing; how long, how they are cut, how they go in."""

from __future__ import annotations

from collections.abc import Mapping

from shadbo.core.contract.cutting import CutLine, strip_of
from shadbo.core.contract.display import Context, Weight
from shadbo.core.contract.operations import Operation
from shadbo.core.document.decisions.having import Glazed
from shadbo.core.framing.came import sheet_word
from shadbo.core.framing.rabbet import Rabbet
from shadbo.core.framing.rails import cut_line
from shadbo.core.framing.weights import strips_weight
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.sums import Dim, rule

# Sheets on which no adhesive may lie, or none at all: the sticky side goes to the rabbet's wall.
NO_ADHESIVE = ("coated", "acrylic", "none")


def spacer_lengths(context: Context[object, Glazed], rabbet: Rabbet, sheet: Mapping[str, Dim]) -> dict[str, Dim]:
    """A spacer runs round the rabbet: two strips its whole length, two between them (mm). Where it is stuck to the glass it is no longer than
    that."""
    along = sheet if sheet and context.display.glazing not in NO_ADHESIVE else rabbet.size
    rules = context.shop.rules
    ease = rule(rules.strip_ease, "Ease of the strips, in all", "spacer-cut", "depth")
    thick = rule(rules.spacer_width, "Spacer, wall to face", "stock", "depth")

    def length(run: str, dim: Dim, label: str) -> Dim:
        return context.book.add(dim, f"spacer.{run}", label, parts=("spacer",), grain="depth", cut=context.shop.saw)

    return {
        "horizontal": length("horizontal", along["width"] - ease, "Spacer, top and bottom"),
        "vertical": length("vertical", along["height"] - ease - 2 * thick, "Spacer, left and right"),
    }


def side_strips(context: Context[object, Glazed], board: Mapping[str, Dim]) -> dict[str, Dim]:
    """Two strips on the face of an inner board that is cut down, along its sides: they drop inside the liner with it (mm)."""
    return {
        "side": context.book.add(
            board["height"] * 1,
            "spacer.side",
            "Side strip, on the inner board",
            parts=("spacer",),
            grain="depth",
            cut=context.shop.saw,
        )
    }


WORDS = {
    "horizontal": "Spacer, top and bottom",
    "vertical": "Spacer, left and right, between them",
    "side": "Side strips, on the inner board",
}


def spacer_lines(context: Context[object, Glazed], lengths: dict[str, Dim], height: Dim) -> list[CutLine]:
    wall = context.display.glazing in NO_ADHESIVE
    bare = context.display.glazing == "none"
    against = "under the lip" if bare else "a bare face on the sheet"
    note = (
        f"stuck to the rabbet’s wall, {against}"
        if wall
        else f"stuck to the {sheet_word(context.display.glazing)}, tight along its edge",
    )
    if "side" in lengths:
        note = ("taped to the side edges of the board’s face",)
    return [
        cut_line(
            context,
            f"spacer.{run}",
            WORDS[run],
            ("spacer",),
            2,
            "spacer strip",
            lengths[run],
            strip_of(context.speak, None, height, "high"),
            note,
        )
        for run in lengths
    ]


def spacer_weight(context: Context[object, Glazed], lengths: Mapping[str, Dim], height: Dim | Fraction) -> Weight:
    """What the strips weigh, by the run of them."""
    wide = context.rule("spacer_width")
    return strips_weight(context, "spacer", "Spacer", "foam strip", [(2, long, wide, height) for long in lengths.values()])


def spacer_step(context: Context[object, Glazed], lengths: dict[str, Dim]) -> Operation:
    bare = context.display.glazing == "none"
    wall = context.display.glazing in NO_ADHESIVE
    stuck = (
        f"Sticky side to the rabbet’s wall, {'under the lip' if bare else 'a bare face on the sheet'}, pushed straight down."
        if wall
        else f"Stuck to the {sheet_word(context.display.glazing)}, tight along its edge."
    )
    return Operation(
        "spacer",
        "Put the spacer in",
        context.speak.say(
            f"Lengths cut and tried dry first: they can’t be moved once down. {stuck} Two of {{}}, two of {{}} between them.",
            lengths["horizontal"],
            lengths["vertical"],
        ),
        15,
        makes=("spacer",),
        uses=() if bare else ("glazing",),
        inside=True,
    )
