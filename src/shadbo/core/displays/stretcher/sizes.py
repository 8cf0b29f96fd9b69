"""The sums of a canvas on its stretcher.

canvas to cut = finished + 2 × (bar depth + turn)        wrap = bar depth + 3 to 5 mm
printed = finished + 2 × wrap                            pixels = printed inches × dpi
"""

from __future__ import annotations

from shadbo.core.contract.display import Context
from shadbo.core.displays.stretcher.staples import StaplePlan, staple_plan
from shadbo.core.document.decisions.canvas import Stretcher
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.document.objects import CanvasToMake, RolledCanvas
from shadbo.core.document.shop import StretcherBar
from shadbo.core.framing.own import stock_leaf
from shadbo.core.framing.rails import AXES, other, square
from shadbo.core.measuring.desk import measure
from shadbo.core.measuring.measuring import read_stations
from shadbo.core.measuring.thing import Thing, leaning
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.lengths import MM_PER_INCH
from shadbo.core.quantity.masses import plain_quantity
from shadbo.core.quantity.record import record
from shadbo.core.quantity.sums import Dim, diagonal, leaf, rule
from shadbo.core.science.timber import bow, longest_span

StretcherContext = Context[RolledCanvas | CanvasToMake, Stretcher]


@record(frozen=True, slots=True)
class Sizes:
    """Every dim of a stretched canvas, by what it is. ``there`` is the canvas as it came, None while it is to be cut; ``print_there`` is
    all that is printed on it, with the wrap round the picture."""

    thing: Thing | None
    print_there: dict[str, Dim]
    bar: StretcherBar
    missing: bool
    depth: Dim
    bar_width: Dim
    finished: dict[str, Dim]
    wrap: Dim
    printed: dict[str, Dim]
    turn: Dim
    to_cut: dict[str, Dim]
    wrap_there: Dim | None
    turn_there: dict[str, Dim]
    cross: dict[str, int]
    needed: dict[str, int]
    cross_length: dict[str, Dim]
    bow: dict[str, Dim]
    limit: dict[str, Dim]
    span: Dim
    across: Dim
    differ: Dim
    built: dict[str, Dim]
    racked: Dim | None
    staples: StaplePlan
    pixels: dict[str, int]
    per_inch: Fraction | None
    crop: Dim | None


def size_up(context: StretcherContext) -> Sizes:
    book, display, shop, piece = context.book, context.display, context.shop, context.thing
    thing = measure(context) if isinstance(piece, RolledCanvas) else None
    found = shop.bar(display.bar)
    bar = found or (shop.bars or HOUSE_SHOP.bars)[0]

    def of_stock(field: str, label: str) -> Dim:
        return book.add(stock_leaf(context, "bars", bar, field, label, ("bar",)), f"bar.{field}", label, parts=("bar",))

    depth, bar_width = of_stock("depth", "Bar depth"), of_stock("width", "Bar width")
    extra = leaf(
        display.wrap_extra,
        "/display/wrap_extra",
        "Wrap beyond the bar",
        "choice",
        pointer="/display/wrap_extra",
        source="wrap",
        grain="depth",
        parts=("wrap",),
    )
    extra = book.add(extra, "wrap.extra", "Wrap beyond the bar", parts=("wrap",))
    wrap = book.add(depth + extra, "wrap.needed", "Wrap on each side", parts=("wrap",), grain="depth")
    wrap_there, finished = _finished(context, thing, wrap)
    print_there = _print_there(context, thing)
    printed = {a: book.add(finished[a] + 2 * wrap, f"printed.{a}", f"Printed {a}", parts=("wrap",), fits=True) for a in AXES}
    turn = book.add(
        leaf(display.turn, "/display/turn", "Turn on the back", "choice", pointer="/display/turn", source="turn", parts=("turn",)),
        "canvas.turn",
        "Turn on the back",
        parts=("turn",),
    )
    to_cut = {
        a: book.add(
            finished[a] + 2 * depth + 2 * turn, f"canvas.cut.{a}", f"Canvas to cut, {a}", parts=("turn", "canvas"), cut=shop.by_hand
        )
        for a in AXES
    }
    turn_there = _turn_there(context, print_there, finished, depth)
    cross, needed, lengths, bows, limits, span = _cross_bars(context, bar, finished, depth, bar_width)
    book.add(
        rule(shop.rules.fold_keep, "Never cut closer to the face fold", "fold", "depth"),
        "corner.keep",
        "Never cut closer to the face fold",
        parts=("keep",),
    )
    across, differ = square(context, "stretcher", "stretcher", finished, "bar")
    built, racked = _built(context, finished)
    pixels = _pixels(context, printed)
    per_inch, crop = _file(context, finished, printed)
    if display.braces:
        short = min(finished.values(), key=lambda d: d.value)
        leg = book.add(
            short / 5 if short.value / 5 < context.rule("brace_leg") else rule(context.rule("brace_leg"), "Brace leg", "braces"),
            "brace.leg",
            "Brace leg",
            parts=("brace",),
        )
        book.add(diagonal(leg, leg), "brace.length", "Brace, long point", parts=("brace",), cut=shop.saw)
    staples = staple_plan(context, finished, bar_width)
    return Sizes(
        thing=thing,
        print_there=print_there,
        bar=bar,
        missing=found is None,
        depth=depth,
        bar_width=bar_width,
        finished=finished,
        wrap=wrap,
        printed=printed,
        turn=turn,
        to_cut=to_cut,
        wrap_there=wrap_there,
        turn_there=turn_there,
        cross=cross,
        needed=needed,
        cross_length=lengths,
        bow=bows,
        limit=limits,
        span=span,
        across=across,
        differ=differ,
        built=built,
        racked=racked,
        staples=staples,
        pixels=pixels,
        per_inch=per_inch,
        crop=crop,
    )


def _finished(context: StretcherContext, thing: Thing | None, wrap: Dim) -> tuple[Dim | None, dict[str, Dim]]:
    """The finished size: typed, wanted, or what the picture leaves when its wrap goes round the bar."""
    book, display, piece = context.book, context.display, context.thing
    there = None
    if isinstance(piece, RolledCanvas):
        there = book.add(
            leaf(
                piece.wrap_printed,
                "/object/wrap_printed",
                "Wrap printed round the picture",
                "reading",
                tolerance=context.shop.reading_tolerance(context.piece.units),
                pointer="/object/wrap_printed",
                source="tape",
                grain="depth",
                parts=("wrap",),
            ),
            "wrap.printed",
            "Wrap printed round the picture",
            parts=("wrap",),
        )
    finished = {}
    for axis in AXES:
        typed, pointer = getattr(display, f"finished_{axis}"), f"/display/finished_{axis}"
        if typed is not None:
            dim = leaf(typed, pointer, f"Finished {axis}", "choice", pointer=pointer, parts=("bar",))
        elif thing is None:
            assert isinstance(piece, CanvasToMake)
            place = f"/object/{axis}"
            dim = leaf(getattr(piece, axis), place, f"Finished {axis}", "choice", pointer=place, parts=("bar",))
        else:
            assert there is not None
            # A picture that is carried round the edge itself gives up as much of its face as the bar takes.
            carried = display.wrap == "stretched" and there.value == 0
            side = thing.side(axis).cover
            dim = side - 2 * wrap if carried else side - 2 * there if _with_wrap(piece) else side
        finished[axis] = book.add(dim, f"finished.{axis}", f"Finished {axis}", parts=("bar", "canvas"), cut=context.shop.saw)
    if there is not None and display.wrap == "stretched" and there.value == 0:
        return wrap, finished
    return there, finished


def _with_wrap(piece: RolledCanvas | CanvasToMake) -> bool:
    """Whether what was measured of a roll holds the wrap that is printed round the picture."""
    return isinstance(piece, RolledCanvas) and piece.measured == "print"


def _print_there(context: StretcherContext, thing: Thing | None) -> dict[str, Dim]:
    """All that is printed on a rolled canvas, with the wrap round the picture."""
    if thing is None:
        return {}
    if _with_wrap(context.thing):
        return {a: thing.side(a).cover for a in AXES}
    there = context.book["wrap.printed"]
    return {a: thing.side(a).cover + 2 * there for a in AXES}


def _turn_there(context: StretcherContext, print_there: dict[str, Dim], finished: dict[str, Dim], depth: Dim) -> dict[str, Dim]:
    """What of a rolled canvas is left to turn on the back, on each side of an axis."""
    piece = context.thing
    if not isinstance(piece, RolledCanvas):
        return {}
    spare = leaf(
        piece.spare,
        "/object/spare",
        "Bare canvas beyond the picture",
        "reading",
        pointer="/object/spare",
        tolerance=context.shop.reading_tolerance(context.piece.units),
        source="tape",
        parts=("turn",),
    )
    spare = context.book.add(spare, "canvas.spare", "Bare canvas beyond the picture", parts=("turn",))
    if piece.lined:
        lined = leaf(piece.lined, "/object/lined", "Lining strips beyond it", "choice", pointer="/object/lined", parts=("turn",))
        lap = rule(context.shop.rules.lining_lap, "Lapped behind the canvas", "turn", "depth")
        width = context.book.add(lined + lap, "lining.strip", "Lining strip, wide", parts=("lining",), cut=context.shop.by_hand)
        for axis in AXES:
            # Those at the sides lie between the two that run the whole width.
            along = print_there[axis] + 2 * spare - (2 * lap if axis == "height" else 0 * lap)
            context.book.add(along, f"lining.{axis}", f"Lining strip, {axis}", parts=("lining",), cut=context.shop.by_hand)
        spare = spare + width - lap
    return {
        a: context.book.add(
            (print_there[a] - finished[a]) / 2 + spare - depth,
            f"turn.there.{a}",
            f"Left to turn on the back, {a}",
            parts=("turn",),
            grain="depth",
        )
        for a in AXES
    }


def _cross_bars(
    context: StretcherContext, bar: StretcherBar, finished: dict[str, Dim], depth: Dim, width: Dim
) -> tuple[dict[str, int], dict[str, int], dict[str, Dim], dict[str, Dim], dict[str, Dim], Dim]:
    """Cross-bars by the shop's length rule and by bending; how far each bar bows with the ones there are."""
    book, rules, say = context.book, context.shop.rules, context.speak.say
    tension, share = exact(rules.canvas_tension), rules.bow_share
    span = book.add(
        longest_span(width, depth, tension, bar.wood, share), "bend.span", "Longest span without a cross-bar", parts=("bar",)
    )
    tongue = leaf(
        context.display.tongue, "/display/tongue", "Tongue", "choice", pointer="/display/tongue", grain="depth", parts=("cross",)
    )
    tongue = book.add(tongue, "cross.tongue", "Tongue at each end", parts=("cross",))
    cross, needed, lengths, bows, limits = {}, {}, {}, {}, {}
    for axis in AXES:
        side = finished[axis]
        by_length = 0
        if side.value > exact(rules.cross_bar_over):
            by_length = max(1, int(-(-side.value // exact(rules.cross_bar_every))) - 1)
        by_bending = max(0, int(-(-side.value // span.value)) - 1)
        needed[axis] = max(by_length, by_bending)
        cross[axis] = needed[axis] if context.display.cross_bars == "as_needed" else 0
        runs = "upright" if axis == "width" else "level"
        book.add_count(
            f"cross.count.{axis}",
            f"Cross-bars, {runs}",
            cross[axis],
            say(
                f"the {axis} of {{}} is over {{}}, one every {{}}: {by_length}",
                side,
                exact(rules.cross_bar_over),
                exact(rules.cross_bar_every),
            )
            if by_length
            else say("no side over {}: none by length", exact(rules.cross_bar_over)),
            say("by bending a span of {} would do: " + str(by_bending), span),
            parts=("cross",),
        )
        part = side / (cross[axis] + 1)
        held = book.add(part, f"bend.free.{axis}", f"Free span of the bars along the {axis}", parts=("bar",))
        bows[axis] = book.add(
            bow(held, width, depth, tension, bar.wood), f"bend.{axis}", f"Bow of the bars along the {axis}", parts=("bar",)
        )
        limits[axis] = book.add(held / share, f"bend.limit.{axis}", f"Allowed bow along the {axis}", parts=("bar",), grain="depth")
        if cross[axis]:
            lengths[axis] = book.add(
                finished[other(axis)] - 2 * width + 2 * tongue, f"cross.length.{axis}", f"Cross-bar, {runs}", parts=("cross",)
            )
    return cross, needed, lengths, bows, limits, span


def _built(context: StretcherContext, finished: dict[str, Dim]) -> tuple[dict[str, Dim], Dim | None]:
    """Both diagonals of the stretcher as it was put together, and how far it is racked."""
    book = context.book
    built, _, _ = read_stations(
        book, context.display.built, "built.diagonal", "Diagonal as built", "/display/built", context.shop, part="bar"
    )
    if len(built) < 2:
        return built, None
    rising, falling = built["rising"], built["falling"]
    big, small = (rising, falling) if rising.value >= falling.value else (falling, rising)
    book.add(big - small, "built.differ", "The diagonals differ by", parts=("bar",), grain="depth")
    return built, book.add(
        leaning(rising, falling, finished["width"]), "built.lean", "The top leans to the right by", parts=("bar",)
    )


def _pixels(context: StretcherContext, printed: dict[str, Dim]) -> dict[str, int]:
    """Pixels a file needs at the dpi that is wanted: printed inches × dpi, rounded up."""
    dpi, say = context.display.dpi, context.speak.say
    found = {}
    for axis in AXES:
        count = -(-printed[axis].value * dpi // MM_PER_INCH)
        found[axis] = context.book.add_count(
            f"pixels.{axis}",
            f"Pixels at {dpi} dpi, {axis}",
            int(count),
            say(f"printed {{}} ÷ 25.4 mm × {dpi}", printed[axis]),
            parts=("wrap",),
        )
    return found


def _file(context: StretcherContext, finished: dict[str, Dim], printed: dict[str, Dim]) -> tuple[Fraction | None, Dim | None]:
    """Pixels to the inch of the file at its size, and how much of it is cut away to fill the proportions."""
    file, book = context.display.file, context.book
    if file is None:
        return None, None
    target = printed if context.display.wrap == "stretched" else finished
    if any(target[a].value <= 0 for a in AXES):
        # Nothing to print on: a stop says so.
        return None, None
    mm_per_pixel = {a: target[a].value / getattr(file, a) for a in AXES}
    tight = max(AXES, key=lambda a: mm_per_pixel[a])
    per_inch = MM_PER_INCH / mm_per_pixel[tight]
    rounded = round(per_inch)
    book.add_quantity(
        "file.dpi",
        "The file’s pixels to the inch at this size",
        plain_quantity(f"{rounded} dpi"),
        context.speak.say(f"{file.width} × {file.height} pixels over {{}} × {{}}", target["width"], target["height"]),
        parts=("wrap",),
    )
    loose = other(tight)
    whole = target[tight] * Fraction(getattr(file, loose), getattr(file, tight))
    crop = book.add(whole - target[loose], "file.crop", f"Cut away of the file’s {loose}, in all", parts=("wrap",))
    return per_inch, crop
