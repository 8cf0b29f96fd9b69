"""What can be wrong with mats: windows that run into one another or under the lip, an overlap too small, a drawing misread."""

from __future__ import annotations

from itertools import combinations

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.document.decisions.canvas import NewRabbet
from shadbo.core.framing.arrange.laid import SPANS, BoxContext, PlacedItem
from shadbo.core.framing.arrange.moves import packed
from shadbo.core.framing.arrange.shapes import hides
from shadbo.core.framing.boxes.mats import Level, Opening
from shadbo.core.framing.boxes.sizes import Sizes
from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import Fraction, exact, up

ZERO = Fraction(0)


def check_mats(context: BoxContext, sizes: Sizes) -> None:
    if sizes.mats is None:
        return
    _stock(context, sizes)
    _overlaps(context, sizes)
    top = sizes.mats.levels[0]
    _strips(context, sizes, top)
    _edges(context, sizes, top)
    for level in sizes.mats.levels:
        _read_again(context, sizes, level)
    if not top.openings:
        context.checks.add(
            "note",
            "mat.none",
            "arrange",
            ("The mat has no window: it is the ground everything lies on.",),
            why="A window is given to an item where it is arranged; a second mat is cut only where a window shows it.",
            source_key="choice",
            parts=("mat_top",),
        )


def _stock(context: BoxContext, sizes: Sizes) -> None:
    assert sizes.mats is not None
    chosen_boards = (("top", context.display.mats.top), ("bottom", context.display.mats.bottom))
    for key, chosen in chosen_boards[: len(sizes.mats.levels)]:
        if context.shop.mat_boards and context.shop.mat_board(chosen) is None:
            context.checks.add(
                "stop",
                f"mat.stock.{key}",
                "arrange",
                (f"The stock list has no mat board called “{chosen}”.",),
                why="The drawing is made with another until one is chosen.",
                source_key="stock",
                parts=(f"mat_{key}",),
                ways=[WayOut((f"Use {m.name}",), (put(f"/display/mats/{key}", m.key),)) for m in context.shop.mat_boards[:3]],
            )


def _overlaps(context: BoxContext, sizes: Sizes) -> None:
    say = context.speak.say
    for one in sizes.laid:
        window = one.item.window
        if window is None or window.how != "overlap":
            continue
        spreads = [s.spread.value for s in one.sized.sides if s is not None]
        untrue = max(spreads, default=ZERO) > context.rule("mat_untrue")
        least = context.rule("mat_covers_untrue") if untrue else context.rule("mat_covers_least")
        if exact(window.by) < least:
            wanted = context.rule("mat_covers_untrue") if untrue else context.rule("mat_covers")
            context.checks.add(
                "caution" if exact(window.by) > 0 else "stop",
                f"mat.overlap.{one.item.key}",
                "arrange",
                say(f"The mat covers only {{}} of {one.item.called}.", exact(window.by)),
                why=context.speak.say(
                    "{} on each side holds it; {} on work that is out of true.",
                    context.rule("mat_covers"),
                    context.rule("mat_covers_untrue"),
                ),
                source_key="mat-overlap",
                parts=(one.part, "mat_top"),
                figure=f"{one.part}.window.by",
                ways=(WayOut(say("Cover {}", wanted), (put(f"{one.sized.pointer}/window/by", wanted),)),),
            )
        opening = next(o for o in sizes.mats.levels[-1].openings if o.laid is one)  # type: ignore[union-attr]
        wide, tall = (float(opening.size[a].value) for a in AXES)
        if min(wide, tall) > 0 and not hides(one.body, window.shape, wide, tall):
            _shows_past(context, one, window.shape)
        if min(d.value for d in opening.size.values()) <= 0:
            context.checks.add(
                "stop",
                f"mat.window.{one.item.key}",
                "arrange",
                (f"The mat would cover all of {one.item.called}.",),
                why="Its window is the size less twice the overlap.",
                source_key="mat-overlap",
                parts=(one.part,),
                ways=(
                    WayOut(say("Cover {}", Fraction(1)), (put(f"{one.sized.pointer}/window/by", Fraction(1)),)),
                    WayOut(("Let it lie on the mat, without a window",), (put(f"{one.sized.pointer}/window", None),)),
                ),
            )


def _shows_past(context: BoxContext, one: PlacedItem, shape: str) -> None:
    """A window whose corners reach past a round or turned thing: what lies behind it is seen there."""
    ways = []
    if one.item.shape in ("circle", "oval") and shape == "rectangle":
        round_ = "oval" if one.sized.wide.value != one.sized.tall.value else "circle"
        ways.append(
            WayOut(
                (f"Make its window {'an oval' if round_ == 'oval' else 'a circle'}",),
                (put(f"{one.sized.pointer}/window/shape", round_),),
            )
        )
    if one.item.place.turn:
        ways.append(WayOut(("Lay it straight",), (put(f"{one.sized.pointer}/place/turn", Fraction(0)),)))
    ways.append(WayOut(("Let it lie on the mat, without a window",), (put(f"{one.sized.pointer}/window", None),)))
    context.checks.add(
        "stop",
        f"mat.past.{one.item.key}",
        "arrange",
        (f"The window of {one.item.called} reaches past it at the corners.",),
        why="A window that lies over a thing’s edges has to lie on it all round, its corners too.",
        source_key="mat-overlap",
        parts=(one.part, "mat_top"),
        ways=ways,
    )


def _strips(context: BoxContext, sizes: Sizes, level: Level) -> None:
    """Between two windows there has to be enough board to stay flat."""
    say, least = context.speak.say, context.rule("mat_strip")
    worst: tuple[Fraction, Opening, Opening] | None = None
    for a, b in combinations(level.openings, 2):
        gaps = [max(b.start[x].value - a.end[x].value, a.start[x].value - b.end[x].value) for x in AXES]
        between = max(gaps)
        if between < least and (worst is None or between < worst[0]):
            worst = (between, a, b)
    if worst is None:
        return
    between, a, b = worst
    layout = context.display.layout
    if layout.how != "free" and (wider := up(exact(layout.gap) + least - between, context.rule("border_step"))) <= 500:
        ways = [WayOut(say("Leave {} between all of them", wider), (put("/display/layout/gap", wider),))]
    else:
        # Laid anew, any two may come to lie side by side: as far apart as the largest window reaches beyond its thing.
        beyond = max((o.size[x].value - o.laid.size(x).value) / 2 for o in level.openings for x in AXES)
        wider = up(least + 2 * max(beyond, ZERO), context.rule("border_step"))
        ways = [WayOut(say("Lay all of them anew, {} apart", wider), packed(sizes.laid, wider, False))]
    context.checks.add(
        "stop" if between <= 0 else "caution",
        "mat.strip",
        "arrange",
        say(
            f"The windows of {a.laid.item.called} and {b.laid.item.called} run into one another, by {{}}."
            if between <= 0
            else f"Between the windows of {a.laid.item.called} and {b.laid.item.called} the mat is only {{}} wide.",
            abs(between),
        ),
        why=say("Under {} it buckles, and every slip of the cutter shows.", least),
        source_key="mat-stock",
        parts=(a.laid.part, b.laid.part, level.key),
        ways=ways,
    )


def _edges(context: BoxContext, sizes: Sizes, level: Level) -> None:
    """A window keeps clear of the lip."""
    say, least, display = context.speak.say, context.rule("mat_strip"), context.display
    worst: tuple[Fraction, Opening, str] | None = None
    assert sizes.mats is not None
    for o in level.openings:
        for axis, (first, last) in SPANS.items():
            corner = sizes.mats.corner[axis].value
            for way, room in (
                (first, corner + o.start[axis].value - sizes.sight[first].value),
                (last, sizes.sight[last].value - corner - o.end[axis].value),
            ):
                if room < least and (worst is None or room < worst[0]):
                    worst = (room, o, way)
    if worst is None:
        return
    room, o, way = worst
    ways: list[WayOut] = []
    if isinstance(display.frame, NewRabbet) and display.size == "fitted":
        wide = up(exact(display.border) + least - room, context.rule("border_step"))
        if wide <= 500:
            ways.append(WayOut(say("Widen the border to {}", wide), (put("/display/border", wide),)))
    if not ways:
        ways.append(WayOut(("Let it lie on the mat, without a window",), (put(f"{o.laid.sized.pointer}/window", None),)))
    context.checks.add(
        "stop" if room <= 0 else "caution",
        "mat.edge",
        "arrange",
        say(
            f"The window of {o.laid.item.called} runs under the lip at the {way}, by {{}}."
            if room <= 0
            else f"At the {way} only {{}} of mat shows beside the window of {o.laid.item.called}.",
            abs(room),
        ),
        why=say("Under {} of mat buckles and looks like a slip.", least),
        source_key="mat-stock",
        parts=(o.laid.part, level.key, "rail"),
        ways=ways,
    )


def _read_again(context: BoxContext, sizes: Sizes, level: Level) -> None:
    """Two readings of the drawing before the blade: missing ones are asked for, wrong ones stop."""
    if not level.check:
        return
    say, word = context.speak.say, level.key.removeprefix("mat_")
    typed = getattr(context.display.mats, f"check_{word}")
    pointer = f"/display/mats/check_{word}"
    tolerance = 2 * exact(context.shop.tolerances.mat) + context.shop.reading_tolerance(context.piece.units)
    missing = [way for way in level.check if getattr(typed, way) is None]
    for way, (opening, dim) in level.check.items():
        read = getattr(typed, way)
        if read is not None and abs(exact(read) - dim.value) > tolerance:
            context.checks.add(
                "stop",
                f"mat.check.{word}.{way}",
                "cut",
                say(f"The drawing on the {level.label.lower()} is not the plan: it reads {{}}, planned is {{}}.", exact(read), dim),
                why=say("They may differ by {}. Measure from the same corner, on the back.", context.speak.fine(tolerance)),
                source_key="mat-check",
                figure=dim.name,
                parts=(level.key, f"{level.key}.{opening.laid.item.key}"),
                ways=(WayOut(("Draw it again, and read again",), (put(f"{pointer}/{way}", None),)),),
            )
    if missing:
        context.checks.add(
            "caution",
            f"mat.check.{word}",
            "cut",
            (f"{level.label}: draw it on the back, then read it again here before it is cut.",),
            why="Two readings, from the left and from the top of the back: a slip of the pencil can still be rubbed out.",
            source_key="mat-check",
            figure=level.check[missing[0]][1].name,
            parts=(level.key,),
        )
