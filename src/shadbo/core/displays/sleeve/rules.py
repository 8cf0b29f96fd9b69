"""What can be wrong with cloth on a sleeve and pole, and the ways out."""

from __future__ import annotations

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.displays.sleeve.sizes import Sizes, SleeveContext
from shadbo.core.quantity.exact import Fraction, exact


def check(context: SleeveContext, sizes: Sizes) -> None:
    say, display = context.speak.say, context.display
    if sizes.pole.value <= 0 or sizes.sleeve.value <= 0:
        context.checks.add(
            "stop",
            "sleeve.none",
            "display",
            say("Nothing is left of the sleeve: {} of it, {} of the pole.", sizes.sleeve, sizes.pole),
            why="They are shorter than the cloth by what is left free at both ends.",
            source_key="sleeve",
            figure="sleeve.length",
            parts=("sleeve",),
            ways=(
                WayOut(
                    say("Leave {} free at both ends", Fraction(10)),
                    (put("/display/pole_short", Fraction(5)), put("/display/sleeve_short", Fraction(10))),
                ),
            ),
        )
        return
    if sizes.sleeve.value > sizes.pole.value:
        context.checks.add(
            "stop",
            "sleeve.long",
            "display",
            say("The sleeve, {}, is longer than the pole, {}: no bracket can take it.", sizes.sleeve, sizes.pole),
            why="The pole’s ends stand out of the sleeve, where the outer brackets hold them.",
            source_key="sleeve",
            figure="sleeve.length",
            parts=("sleeve", "pole"),
            ways=(
                WayOut(
                    say("A sleeve {} short of either edge", exact(display.pole_short) + 25),
                    (put("/display/sleeve_short", exact(display.pole_short) + 25),),
                ),
            ),
        )
    over = sizes.pole.value + context.rule("kerf") - context.rule("board_length")
    if over > 0:
        context.checks.add(
            "caution",
            "pole.long",
            "cut",
            say(
                "The pole, {}, is longer than boards come: {}. It is made in two, butted over a bracket.",
                sizes.pole,
                context.rule("board_length"),
            ),
            why="A flat splice across the joint, screwed; the sleeve is left open there.",
            source_key="stock",
            figure="pole.length",
            parts=("pole",),
        )
    if sizes.sag.value > context.rule("sags"):
        higher = next(
            (h for h in range(20, 121, 10) if sizes.sag.value * (sizes.high.value / h) ** 3 <= context.rule("sags")), None
        )
        ways = (
            [WayOut(say("Make the pole {} high", Fraction(higher)), (put("/display/pole_height", Fraction(higher)),))]
            if higher
            else []
        )
        if display.brackets is not None:
            ways.append(WayOut(("As many brackets as it needs",), (put("/display/brackets", None),)))
        context.checks.add(
            "caution",
            "pole.sag",
            "hold",
            say("The pole sags by {} between its brackets.", sizes.sag),
            why="The top of the cloth follows it, and its sides run out of plumb.",
            source_key="bending",
            figure="pole.sag",
            parts=("pole",),
            ways=ways,
        )
    if context.facts.traits & {"silk", "fragile"}:
        context.checks.add(
            "caution",
            "sleeve.weak",
            "hold",
            ("Weak cloth tears along its sleeve: it is lined first, and the lining carries it.",),
            why="All of its weight hangs in one row of stitches.",
            source_key="sleeve",
            parts=("sleeve",),
        )
