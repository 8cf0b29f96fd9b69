"""A quilt, tapestry or banner hung by a sleeve sewn to its back, with a flat pole through it (common practice of textile displays).

pole = cloth − 2 × short          sleeve = cloth − 2 × short of the sleeve
cloth for the sleeve = 2 × (pole’s height + thickness) + ease in front + 2 × seam, by sleeve + 2 × hem
"""

from __future__ import annotations

from shadbo.core.contract.display import Context
from shadbo.core.contract.terms import chosen, ruled
from shadbo.core.document.decisions.sleeve import Sleeve
from shadbo.core.document.objects import FlatWork
from shadbo.core.framing.counting import newtons, places
from shadbo.core.measuring.desk import measure
from shadbo.core.measuring.thing import Thing
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, rule
from shadbo.core.science.timber import bow

SleeveContext = Context[FlatWork, Sleeve]
HALF = Fraction(1, 2)
STAGES = ("display", "hold", "cut")
WOODS = ("eastern white pine", "basswood", "white ash", "northern red oak")
MOST_BRACKETS = 8


@record(frozen=True, slots=True)
class Sizes:
    """Every dim of cloth on its sleeve. ``at`` is where the brackets are along the pole."""

    thing: Thing
    high: Dim
    thick: Dim
    pole: Dim
    sleeve: Dim
    below: Dim
    strip: dict[str, Dim]
    sag: Dim
    brackets: int
    at: list[Dim]


def size_up(context: SleeveContext) -> Sizes:
    book, display = context.book, context.display
    thing = measure(context)
    # The narrowest place: neither pole nor sleeve may show beside it.
    wide = thing.width.cover
    high = chosen(context, "pole.height", "Pole, top to bottom", "pole_height", display.pole_height, parts=("pole",))
    thick = chosen(context, "pole.thickness", "Pole, front to back", "pole_thickness", display.pole_thickness, parts=("pole",))
    short = chosen(context, "pole.short", "Pole short of the cloth’s edge", "pole_short", display.pole_short, parts=("pole",))
    shorter = chosen(
        context, "sleeve.short", "Sleeve short of the cloth’s edge", "sleeve_short", display.sleeve_short, parts=("sleeve",)
    )
    below = chosen(context, "sleeve.below", "Sleeve below the top edge", "below", display.below, parts=("sleeve",))
    ease = chosen(context, "sleeve.ease", "Ease in front of the pole", "ease", display.ease, parts=("sleeve",))
    pole = book.add(wide - 2 * short, "pole.length", "Pole", parts=("pole",), cut=context.shop.saw)
    sleeve = book.add(wide - 2 * shorter, "sleeve.length", "Sleeve", parts=("sleeve",), cut=context.shop.by_hand)
    seam = ruled(context, "sleeve_seam", "Seam and hem")
    strip = {
        "width": book.add(sleeve + 2 * seam, "strip.width", "Cloth for the sleeve, long", parts=("sleeve",)),
        "height": book.add(
            2 * (high + thick) + ease + 2 * seam,
            "strip.height",
            "Cloth for the sleeve, wide",
            parts=("sleeve",),
            cut=context.shop.by_hand,
        ),
    }
    per_metre = newtons(thing.weight_kg) / max(wide.value / 1000, Fraction(1, 100))
    inset = rule(context.rule("bracket_inset"), "First bracket from the pole’s end", "sleeve", "depth")
    between = max(pole.value - 2 * inset.value, Fraction(1))

    def sags(count: int) -> Dim:
        return bow((pole - 2 * inset) / (count - 1), high, thick, per_metre, display.wood)

    many = display.brackets or next((n for n in range(2, MOST_BRACKETS) if sags(n).value <= context.rule("sags")), MOST_BRACKETS)
    sag = book.add(sags(many), "pole.sag", "The pole sags between brackets by", parts=("pole",), grain="fine")
    book.add_count(
        "bracket.count",
        "Brackets",
        many,
        context.speak.say("two at the least; between the outer ones {}", between),
        context.speak.say("so many that the pole sags by no more than {}", context.rule("sags"))
        if display.brackets is None
        else ("as it was chosen",),
        parts=("bracket",),
    )
    eye = ruled(context, "eye_line", "Eye line above the floor")
    middle = thing.height.into / 2 - below - high / 2
    book.add(eye + middle, "bracket.floor", "Middle of the brackets above the floor", parts=("bracket",), grain="wood")
    at = places(context, "bracket.at", "Bracket at", pole, many, inset, ("bracket",))
    return Sizes(thing, high, thick, pole, sleeve, below, strip, sag, many, at)
