"""What can be wrong with a clear case, and the ways out."""

from __future__ import annotations

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.displays.clear_case.sizes import CaseContext, Sizes
from shadbo.core.framing.arrange.sharing import check_shared
from shadbo.core.quantity.exact import Fraction, up


def check(context: CaseContext, sizes: Sizes) -> None:
    say, inside = context.speak.say, sizes.inside
    check_shared(context, sizes.laid, "on the base")
    if sizes.sheet.value < sizes.least:
        context.checks.add(
            "caution",
            "case.thin",
            "display",
            say(
                "Sheets of {} bow and their joints open: {} for a side of {}.",
                sizes.sheet,
                sizes.least,
                max(inside.values(), key=lambda d: d.value),
            ),
            why="Cemented edge to face, the joint is as wide as the sheet is thick.",
            source_key="clear-case",
            figure="case.sheet",
            parts=("hood",),
            ways=(WayOut(say("Sheets of {}", sizes.least), (put("/display/sheet", None),)),),
        )
    tall, deep = sizes.hood["height"].value, min(sizes.base.values(), key=lambda d: d.value)
    if tall > 3 * deep.value and not context.display.screwed:
        context.checks.add(
            "caution",
            "case.tips",
            "display",
            say("It is {} high on a base of {}: it tips when it is touched.", sizes.hood["height"], deep),
            why="Higher than three times its base it is screwed down, or stands in a corner.",
            source_key="clear-case",
            figure="hood.height",
            parts=("base",),
            ways=(
                WayOut(("Screw its base down from below",), (put("/display/screwed", True),)),
                WayOut(
                    say("Let the base stand {} beyond the hood", tall / 6), (put("/display/beyond", up(tall / 6, Fraction(1))),)
                ),
            ),
        )
