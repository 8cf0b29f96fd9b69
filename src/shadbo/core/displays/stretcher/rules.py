"""What can be wrong with a canvas on its stretcher, and the ways out."""

from __future__ import annotations

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.displays.stretcher.rolls import rolls_that_do
from shadbo.core.displays.stretcher.sizes import Sizes, StretcherContext
from shadbo.core.document.objects import CanvasToMake, RolledCanvas
from shadbo.core.document.shop import StretcherBar
from shadbo.core.framing.families import check_in_stock
from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import Fraction, exact

POOR, FINE = 100, 150


def check(context: StretcherContext, sizes: Sizes) -> None:
    _bar(context, sizes)
    _wrap(context, sizes)
    _turn(context, sizes)
    _meeting(context, sizes)
    _bending(context, sizes)
    _square(context, sizes)
    _file(context, sizes)
    _roll(context, sizes)
    if max(d.value for d in sizes.finished.values()) > context.rule("braced_over") and not context.display.braces:
        context.checks.add(
            "note",
            "braces",
            "display",
            ("A stretcher of this size keeps its corners better with braces.",),
            why="Four short braces across the corners.",
            source_key="braces",
            parts=("bar",),
            ways=(WayOut(("Add four corner braces",), (put("/display/braces", True),)),),
        )


def on_bar(context: StretcherContext, sizes: Sizes, bar: StretcherBar) -> tuple[Fraction, Fraction]:
    """What the canvas would be on another bar, with the least wrap that bar needs (width, height)."""
    if sizes.thing is None or context.display.wrap == "none":
        return sizes.finished["width"].value, sizes.finished["height"].value
    need = exact(bar.depth) + context.rule("least_wrap")
    carried = context.display.wrap == "stretched" and not getattr(context.thing, "wrap_printed", 0)
    there = sizes.wrap_there.value if sizes.wrap_there is not None and not carried else Fraction(0)
    less = 2 * max(need, there)
    return sizes.thing.width.cover.value - less, sizes.thing.height.cover.value - less


def _bar(context: StretcherContext, sizes: Sizes) -> None:
    say, shop = context.speak.say, context.shop
    check_in_stock(
        context, sizes.missing, context.display.bar, shop.bars, place="/display/bar", what="bar", figure="bar.depth", part="bar"
    )
    longest = max(sizes.finished.values(), key=lambda d: d.value)
    if longest.value + exact(shop.rules.kerf) > exact(sizes.bar.length):
        context.checks.add(
            "stop",
            "bar.stock",
            "cut",
            say("The longest bar, {}, can’t be cut from lengths of {}.", longest, exact(sizes.bar.length)),
            why="A bar uses its long point and a kerf.",
            source_key="stock",
            figure=longest.name,
            parts=("bar",),
            ways=[
                WayOut(
                    say("Make it {}", exact(sizes.bar.length) - exact(shop.rules.kerf)),
                    (
                        put(
                            f"/display/finished_{'width' if longest is sizes.finished['width'] else 'height'}",
                            exact(sizes.bar.length) - exact(shop.rules.kerf),
                        ),
                    ),
                )
            ],
        )


def _wrap(context: StretcherContext, sizes: Sizes) -> None:
    """A wrap too narrow for the bar: which bars would do, and what the canvas would be on each."""
    display, say = context.display, context.speak.say
    if sizes.wrap_there is None or display.wrap == "none":
        return
    need = sizes.depth.value + context.rule("least_wrap")
    have = sizes.wrap_there.value
    typed = display.finished_width is not None or display.finished_height is not None
    if typed and sizes.thing is not None:
        have = min((sizes.print_there[a].value - sizes.finished[a].value) / 2 for a in AXES)
    if have >= need:
        return
    ways = []
    for bar in sorted(context.shop.bars, key=lambda b: -b.depth):
        if exact(bar.depth) + context.rule("least_wrap") <= have:
            w, h = on_bar(context, sizes, bar)
            ways.append(
                WayOut(
                    say(f"Use {bar.name}: the canvas is {{}} × {{}}", w, h),
                    (put("/display/bar", bar.key), put("/display/finished_width", None), put("/display/finished_height", None)),
                )
            )
    if sizes.thing is not None:
        w, h = (sizes.print_there[a].value - 2 * need for a in AXES)
        if min(w, h) > 50:
            ways.append(
                WayOut(
                    say("Keep this bar and make the canvas {} × {}: the picture’s own edge goes round", w, h),
                    (put("/display/finished_width", w), put("/display/finished_height", h)),
                )
            )
    ways.append(WayOut(("Let bare canvas show on the edge",), (put("/display/wrap", "none"),)))
    context.checks.add(
        "stop",
        "wrap.narrow",
        "display",
        say("The bar is too deep for the wrap there is, by {}.", need - have),
        why=say("Bar {} and {} more; the picture’s wrap is {}.", sizes.depth, context.rule("least_wrap"), have),
        source_key="wrap",
        figure="wrap.printed",
        parts=("wrap", "bar"),
        ways=ways[:4],
    )


def _turn(context: StretcherContext, sizes: Sizes) -> None:
    say = context.speak.say
    if sizes.turn.value < sizes.bar_width.value and not sizes.turn_there:
        context.checks.add(
            "caution",
            "turn.short",
            "display",
            say("A turn of {} does not cover the bar’s {}.", sizes.turn, sizes.bar_width),
            why="The staples sit in the middle of the bar’s back.",
            source_key="turn",
            figure="canvas.turn",
            parts=("turn",),
            ways=(WayOut(say("Turn {} on the back", sizes.bar_width), (put("/display/turn", sizes.bar_width.value),)),),
        )
    if not sizes.turn_there:
        return
    axis = min(AXES, key=lambda a: sizes.turn_there[a].value)
    left = sizes.turn_there[axis]
    if left.value >= context.rule("least_turn"):
        if left.value < sizes.turn.value:
            context.checks.add(
                "note",
                "turn.less",
                "display",
                say("Only {} is left to turn on the back, less than the {} wished for.", left, sizes.turn),
                why="Enough to staple, near the inner edge of the turn.",
                source_key="turn",
                figure=left.name,
                parts=("turn",),
            )
        return
    ways = []
    for bar in sorted(context.shop.bars, key=lambda b: -b.depth):
        gain = sizes.depth.value - exact(bar.depth)
        if gain > 0 and left.value + gain >= context.rule("least_turn"):
            ways.append(WayOut(say(f"Use {bar.name}: {{}} to turn", left.value + gain), (put("/display/bar", bar.key),)))
    if getattr(context.display, f"finished_{axis}") is not None:
        ways.insert(
            0,
            WayOut(
                ("Let the finished size follow from the picture again",), tuple(put(f"/display/finished_{a}", None) for a in AXES)
            ),
        )
    short = context.rule("least_turn") - left.value
    lined = exact(context.thing.lined) + short if isinstance(context.thing, RolledCanvas) else short
    if lined <= 500:
        ways = [
            *ways[:2],
            WayOut(
                say("Strip-line it: glue strips of canvas to its edges, {} more on each side", short),
                (put("/object/lined", lined),),
            ),
        ]
    smaller = {a: sizes.finished[a].value - 2 * short for a in AXES}
    if min(smaller.values()) > 50:
        ways.append(
            WayOut(
                say("Make the canvas {} × {}", *smaller.values()), tuple(put(f"/display/finished_{a}", smaller[a]) for a in AXES)
            )
        )
    context.checks.add(
        "stop",
        "turn.none",
        "display",
        say("There is not enough canvas to staple: {} on the back.", left)
        if left.value >= 0
        else say("The canvas does not even reach round the bar: {} short.", -left.value),
        why=say(
            "At least {} is needed; bar {}, bare canvas beyond the picture {}.",
            context.rule("least_turn"),
            sizes.depth,
            exact(context.thing.spare) if isinstance(context.thing, RolledCanvas) else Fraction(0),
        ),
        source_key="turn",
        figure=left.name,
        parts=("turn",),
        ways=ways[:4],
    )


def _meeting(context: StretcherContext, sizes: Sizes) -> None:
    """Two bars opposite one another leave something between them."""
    say = context.speak.say
    for axis in AXES:
        if sizes.finished[axis].value > 2 * sizes.bar_width.value:
            continue
        narrower = [
            WayOut(
                say(f"Use {b.name}: {{}} between them", sizes.finished[axis].value - 2 * exact(b.width)),
                (put("/display/bar", b.key),),
            )
            for b in sorted(context.shop.bars, key=lambda b: -b.width)
            if 2 * exact(b.width) + 10 <= sizes.finished[axis].value
        ][:1]
        larger = 2 * sizes.bar_width.value + 10
        place = f"/object/{axis}" if isinstance(context.thing, CanvasToMake) else f"/display/finished_{axis}"
        context.checks.add(
            "stop",
            f"bars.meet.{axis}",
            "display",
            say("Two bars, {} wide each, leave nothing between them: the canvas is {}.", sizes.bar_width, sizes.finished[axis]),
            why="A stretcher is a frame; so small a canvas goes on a board instead.",
            source_key="cut-size",
            figure=sizes.finished[axis].name,
            parts=("bar",),
            ways=(*narrower, WayOut(say(f"A finished {axis} of {{}}", larger), (put(place, larger),))),
        )


def _bending(context: StretcherContext, sizes: Sizes) -> None:
    say = context.speak.say
    for axis in AXES:
        if sizes.finished[axis].value <= 0:
            continue
        if sizes.bow[axis].value <= sizes.limit[axis].value and sizes.cross[axis] >= sizes.needed[axis]:
            continue
        ways = [
            WayOut(
                (f"Put in {sizes.needed[axis]} cross-bar{'s' if sizes.needed[axis] > 1 else ''}",),
                (put("/display/cross_bars", "as_needed"),),
            )
        ]
        over = sizes.bow[axis].value > sizes.limit[axis].value
        context.checks.add(
            "caution",
            f"bend.{axis}",
            "display",
            say(f"The bars along the {axis} bow in by {{}}, more than {{}}.", sizes.bow[axis], sizes.limit[axis])
            if over
            else say(f"The bars along the {axis} are {{}} long without a cross-bar.", sizes.finished[axis]),
            why=say(
                "By bending a cross-bar is needed from {} on; by the shop’s rule from {}.",
                sizes.span,
                context.rule("cross_bar_over"),
            ),
            source_key="bending" if over else "cross-bars",
            figure=sizes.bow[axis].name,
            parts=("bar", "cross"),
            ways=ways,
        )


def _square(context: StretcherContext, sizes: Sizes) -> None:
    say, built = context.speak.say, sizes.built
    if len(built) == 1:
        only = next(iter(built))
        rest = "falling" if only == "rising" else "rising"
        context.checks.add(
            "note",
            "built.one",
            "cut",
            (f"Read the {rest} diagonal as well: one alone says little.",),
            why="A stretcher is square when both agree.",
            source_key="square",
            figure=built[only].name,
            parts=("bar",),
        )
    if sizes.racked is None:
        return
    rising, falling = built["rising"], built["falling"]
    differ = abs(rising.value - falling.value)
    far = max(abs(d.value - sizes.across.value) for d in built.values())
    if far > Fraction(2, 100) * sizes.across.value:
        context.checks.add(
            "stop",
            "built.size",
            "cut",
            say("Diagonals of {} and {} don’t belong to {} × {}.", rising, falling, *sizes.finished.values()),
            why=say("Both should measure {}: read them again, outside corner to outside corner, or check the bars.", sizes.across),
            source_key="square",
            figure="stretcher.diagonal",
            parts=("bar",),
            ways=(
                WayOut(
                    ("Take both readings out",),
                    ({"op": "replace", "path": "/display/built", "value": {"rising": [], "falling": []}},),
                ),
            ),
        )
    elif differ > sizes.differ.value:
        longer = "upper right and lower left" if rising.value > falling.value else "upper left and lower right"
        context.checks.add(
            "caution",
            "built.racked",
            "cut",
            say("Out of square: the diagonals differ by {}, {} is allowed.", differ, sizes.differ),
            why=say(f"Push the {longer} corners towards each other until both measure {{}}.", sizes.across),
            source_key="square",
            figure="built.differ",
            parts=("bar",),
        )


def _file(context: StretcherContext, sizes: Sizes) -> None:
    if sizes.per_inch is None:
        return
    say, got = context.speak.say, round(sizes.per_inch)
    if sizes.per_inch < POOR:
        share = sizes.per_inch / POOR
        smaller = {a: Fraction(sizes.finished[a].value * share // 1) for a in AXES}
        ways = []
        if min(smaller.values()) >= 50:
            ways.append(
                WayOut(
                    say(f"Make it {{}} × {{}}, where the file has {POOR} dpi", *smaller.values()),
                    tuple(put(f"/display/finished_{a}", smaller[a]) for a in AXES),
                )
            )
        context.checks.add(
            "caution",
            "file.poor",
            "display",
            (f"The file has only {got} pixels to the inch at this size: it will look coarse.",),
            why=f"Under {POOR} shows; {FINE} is fine, 300 best.",
            source_key="dpi",
            figure="file.dpi",
            parts=("wrap",),
            ways=ways,
        )
    assert sizes.crop is not None
    if sizes.crop.value > 2:
        context.checks.add(
            "note",
            "file.crop",
            "display",
            say("The file is of other proportions: {} of it is cut away, half on each side.", sizes.crop),
            why="It is enlarged until it fills both sizes.",
            source_key="arithmetic",
            figure="file.crop",
            parts=("wrap",),
        )


def _roll(context: StretcherContext, sizes: Sizes) -> None:
    if isinstance(context.thing, RolledCanvas) or rolls_that_do(context, sizes):
        return
    say, shop = context.speak.say, context.shop
    widest = max((exact(r) for r in shop.rolls), default=Fraction(0))
    short = min(sizes.to_cut.values(), key=lambda d: d.value)
    ways = [
        WayOut(
            say(f"Use {b.name}: {{}} to cut", short.value - 2 * (sizes.depth.value - exact(b.depth))), (put("/display/bar", b.key),)
        )
        for b in sorted(shop.bars, key=lambda b: -b.depth)
        if short.value - 2 * (sizes.depth.value - exact(b.depth)) <= widest
    ][:2]
    axis = "width" if short is sizes.to_cut["width"] else "height"
    fit = sizes.finished[axis].value - (short.value - widest)
    if fit > 50:
        ways.append(WayOut(say(f"Make its {axis} {{}}", fit), (put(f"/display/finished_{axis}", fit),)))
    context.checks.add(
        "stop",
        "roll.narrow",
        "cut",
        say("No roll is wide enough: {} to cut, the widest is {}.", short, widest),
        why="One of the two sizes to cut has to lie across the roll.",
        source_key="stock",
        figure=short.name,
        parts=("canvas",),
        ways=ways,
    )
