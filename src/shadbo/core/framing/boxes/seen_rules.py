"""What the lip hides from an eye and shades from a lamp, and what would clear it."""

from __future__ import annotations

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.document.decisions.canvas import NewRabbet
from shadbo.core.framing.arrange.laid import BoxContext
from shadbo.core.framing.boxes.depth import at_least, spacer_stock
from shadbo.core.framing.boxes.sizes import Sizes
from shadbo.core.quantity.exact import Fraction, exact, up


def check_seen(context: BoxContext, sizes: Sizes) -> None:
    """What the lip hides of an item, and what lies in its shadow; how much wider or shallower would clear it."""
    say, seeing = context.speak.say, sizes.seeing
    if seeing.lost:
        key, (way, lost) = max(seeing.lost.items(), key=lambda item: item[1][1].value)
        one = sizes.item(key)
        assert one is not None
        axis = "width" if way in ("left", "right") else "height"
        if lost.value > min(one.size(axis).value / context.shop.rules.eye_forgives, context.rule("eye_forgives_most")):
            deep, others = seeing.depth_of[key], len(seeing.lost) - 1
            # hidden = over × depth ÷ distance − room: as much less deep as takes the whole of it away.
            less = min(lost.value * seeing.distance.value / seeing.over[way].value, deep)
            context.checks.add(
                "caution",
                "seen.hidden",
                "depth",
                say(f"From this eye the lip hides {{}} of {one.item.called} at the {way}{_and(others)}.", lost),
                why=say(
                    "Its front lies {} behind the lip. A border wider by {}, or a box less deep by {}, would clear it.",
                    deep,
                    lost,
                    less,
                ),
                source_key="rays",
                figure=lost.name,
                parts=(one.part, "rail"),
                ways=_clear_ways(context, sizes, lost.value),
            )
    if seeing.dark:
        key, dark = max(seeing.dark.items(), key=lambda item: item[1].value)
        one = sizes.item(key)
        assert one is not None
        if dark.value > min(one.size("height").value / 4, Fraction(15)):
            context.checks.add(
                "note",
                "seen.shadow",
                "depth",
                say(f"The top lip’s shadow falls on {one.item.called}, {{}} deep{_and(len(seeing.dark) - 1)}.", dark),
                why=say(
                    f"The lamp stands at {seeing.lamp}° from the wall. A border wider by {{}}, or a box less deep by {{}}, would clear it.",
                    dark,
                    min(dark.value / seeing.cot, seeing.depth_of[key]),
                ),
                source_key="rays",
                figure=dark.name,
                parts=(one.part, "lamp"),
                ways=_clear_ways(context, sizes, dark.value),
            )


def _and(others: int) -> str:
    return "" if others < 1 else ", and part of one more" if others == 1 else f", and parts of {others} more"


def _clear_ways(context: BoxContext, sizes: Sizes, lost: Fraction) -> list[WayOut]:
    """A wider border clears it, and so does a shallower spacer as far as the clearance allows."""
    say, display, ways = context.speak.say, context.display, []
    if isinstance(display.frame, NewRabbet) and display.size == "fitted":
        wide = up(exact(display.border) + lost, context.rule("border_step"))
        if wide <= 500:
            ways.append(WayOut(say("Widen the border to {}: it clears", wide), (put("/display/border", wide),)))
    spacer, need = sizes.pack.spacer, sizes.pack.need.value
    if spacer is not None and spacer.value > need:
        less = at_least(spacer_stock(context), need)
        if less < spacer.value:
            ways.append(
                WayOut(say("Use a spacer of {}: less deep by {}", less, spacer.value - less), (put("/display/spacer", less),))
            )
    return ways
