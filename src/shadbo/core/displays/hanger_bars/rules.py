"""What can be wrong with work between bars: a grip that does not reach, a curl, a knife too near, a bar too thin."""

from __future__ import annotations

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.displays.hanger_bars.sizes import STRAIGHTENS, BarsContext, Sizes
from shadbo.core.document.decisions.hanger_bars import HangerBars
from shadbo.core.framing.families import check_consent
from shadbo.core.quantity.exact import Fraction

MOST_GRIPS = 40
THICKER = (9, 12, 15, 18, 22, 28, 35, 45, 60)


NARROWER = (20, 15, 12, 10, 8)


def check(context: BarsContext, sizes: Sizes) -> None:
    _seen(context, sizes)
    _grip(context, sizes)
    _curl(context, sizes)
    _trim(context, sizes)
    _bar(context, sizes)


def _seen(context: BarsContext, sizes: Sizes) -> None:
    """Something of the work is to be seen between its bars."""
    if sizes.seen.value > 0:
        return
    display, say, high = context.display, context.speak.say, sizes.high.value
    bars = 2 if display.lower == "bar" else 1
    ways = [
        WayOut(say("Use bars {} high", Fraction(n)), (put("/display/bar_height", Fraction(n)),))
        for n in NARROWER
        if n < high and sizes.seen.value + bars * (high - n) > 0
    ][:1]
    if bars == 2 and sizes.seen.value + high > 0:
        ways.append(WayOut(("Leave the lower bar out",), (put("/display/lower", "none"),)))
    if display.keep is not None:
        ways.append(WayOut(("Leave the margin on",), (put("/display/keep", None),)))
    context.checks.add(
        "stop",
        "bars.cover",
        "display",
        say("The bars cover the work: {} of it would be seen between them.", sizes.seen),
        why="The sheet, trimmed as it is, less the bars that grip it.",
        source_key="cut-size",
        figure="work.seen",
        parts=("bar", "work"),
        ways=ways,
    )


def _grip(context: BarsContext, sizes: Sizes) -> None:
    display, say = context.display, context.speak.say
    between = sizes.bar.value - 2 * sizes.over.value
    if display.grip == "screws":
        if sizes.over.value < 8:
            context.checks.add(
                "stop",
                "screws.room",
                "hold",
                say("No room for a screw beside the work: the bar stands {} beyond it.", sizes.over),
                why=context.speak.say(
                    "A screw passes beside the sheet, never through the picture; it needs {}.", context.rule("bar_screw_room")
                ),
                source_key="bars",
                figure="bar.over",
                parts=("grip",),
                ways=(
                    WayOut(
                        say("Let the bar stand {} beyond the work", context.rule("bar_beyond")),
                        (put("/display/over", context.rule("bar_beyond")),),
                    ),
                    WayOut(("Hold it by magnets instead",), (put("/display/grip", "magnets"),)),
                ),
            )
        elif sizes.hold.count > 2:
            stop = context.facts.irreplaceable
            context.checks.add(
                "stop" if stop else "caution",
                "screws.through",
                "hold",
                (f"{sizes.hold.count - 2} of the {sizes.hold.count} screws go through the sheet.",),
                why=say("The bar is long, {}: two screws at its ends do not press in the middle.", between),
                source_key="bars",
                figure="grip.count",
                parts=("grip",),
                ways=(WayOut(("Hold it by magnets instead: no hole",), (put("/display/grip", "magnets"),)),),
            )
    fit = len(sizes.at)
    if sizes.hold.count > MOST_GRIPS or sizes.hold.strength > sizes.hold.spacing * 2:
        stronger = next((p for p in (12, 20, 35) if p > display.pull), None)
        ways = (
            [WayOut((f"Use magnets of {stronger} N",), ({"op": "add", "path": "/display/pull", "value": stronger},))]
            if stronger
            else []
        )
        if display.lower == "bar":
            ways.append(WayOut(("Leave the lower bar out",), (put("/display/lower", "none"),)))
        context.checks.add(
            "caution" if fit == sizes.hold.count else "stop",
            "grip.many",
            "hold",
            (
                f"It takes {sizes.hold.count} to carry it: by spacing {sizes.hold.spacing} would do."
                if fit == sizes.hold.count
                else f"It takes {sizes.hold.count} to carry it, and only {fit} find room side by side.",
            ),
            why="A heavy lower bar or a weak magnet asks for many.",
            source_key="bars",
            figure="grip.count",
            parts=("grip",),
            ways=ways,
        )


def _curl(context: BarsContext, sizes: Sizes) -> None:
    display = context.display
    need = STRAIGHTENS[display.curl]
    if need == 0:
        return
    if display.lower == "none":
        context.checks.add(
            "caution",
            "curl",
            "hold",
            ("It curls, and nothing pulls it straight at the bottom.",),
            why=f"A {display.curl} curl wants about {need} g a metre of bar at the bottom.",
            source_key="curl",
            parts=("work",),
            ways=(WayOut(("Put a lower bar on",), (put("/display/lower", "bar"),)),),
        )
    elif sizes.per_metre < need:
        thick = next((t for t in THICKER if sizes.per_metre * t / sizes.thick.value >= need), None)
        ways = (
            [
                WayOut(
                    context.speak.say("Make the bars {} thick", Fraction(thick)), (put("/display/bar_thickness", Fraction(thick)),)
                )
            ]
            if thick
            else []
        )
        context.checks.add(
            "caution",
            "curl.light",
            "hold",
            (f"The lower bar is light for this curl: {round(sizes.per_metre)} g a metre.",),
            why=f"A {display.curl} curl wants about {need} g a metre.",
            source_key="curl",
            figure="weight.total",
            parts=("bar.lower",),
            ways=ways,
        )


def _trim(context: BarsContext, sizes: Sizes) -> None:
    """Only bare margin is cut away, never the work, and of what can’t be replaced only with its owner’s consent."""
    display, say = context.display, context.speak.say
    if sizes.trim is None:
        return
    whole = WayOut(("Leave it whole",), (put("/display/keep", None),))
    kept = Fraction(display.keep or 0)
    if sizes.trim.value <= 0:
        context.checks.add(
            "stop",
            "trim.nothing",
            "cut",
            say("There is nothing to cut off: of a margin of {} it is to keep {}.", sizes.margin, kept),
            why="The line lies outside the sheet.",
            source_key="trim-outside",
            figure="trim.edge",
            parts=("work",),
            ways=(whole,),
        )
    elif kept < context.rule("trim_clear"):
        ways = [whole]
        if sizes.margin.value > context.rule("trim_clear"):
            ways.insert(
                0,
                WayOut(
                    say("Keep {} of the margin", context.rule("trim_clear")), (put("/display/keep", context.rule("trim_clear")),)
                ),
            )
        context.checks.add(
            "stop",
            "trim.near",
            "cut",
            say("The knife would run {} from the work.", kept),
            why=say("The line lies outside the work, by {} at the least.", context.rule("trim_clear")),
            source_key="trim-outside",
            figure="trim.edge",
            parts=("trim",),
            ways=ways,
        )
    if context.facts.irreplaceable and not context.thing.consent.given:
        check_consent(context, "trimmed", stage="cut", part="trim", ways=(whole,))


def _bar(context: BarsContext, sizes: Sizes) -> None:
    if sizes.sag.value <= context.rule("sags"):
        return
    highest = HangerBars.model_fields["bar_height"].metadata[0].high
    # A bar sags by the third power of its height.
    high = next(
        (
            h
            for h in (30, 35, 40, 50, 60, 80, 100, 120)
            if sizes.sag.value * (sizes.high.value / h) ** 3 <= context.rule("sags") and h <= highest
        ),
        None,
    )
    ways = (
        [WayOut(context.speak.say("Make the bars {} high", Fraction(high)), (put("/display/bar_height", Fraction(high)),))]
        if high
        else []
    )
    context.checks.add(
        "caution",
        "bar.sag",
        "hold",
        context.speak.say("The upper bar sags by {} between its ends.", sizes.sag),
        why="More than a millimetre is seen along a straight edge.",
        source_key="bending",
        figure="bar.sag",
        parts=("bar.upper",),
        ways=ways,
    )
