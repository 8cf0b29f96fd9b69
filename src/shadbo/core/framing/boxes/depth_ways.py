"""The ways out where a pack is too deep for its rabbet, cheapest and least seen first; each says what is left when it is taken."""

from __future__ import annotations

from collections.abc import Iterator

from shadbo.core.contract.checks import Patch, WayOut, put
from shadbo.core.document.decisions.canvas import NewRabbet, ReadFrame
from shadbo.core.document.decisions.having import closing_of
from shadbo.core.document.house_stock import HOUSE_SHOP
from shadbo.core.framing.arrange.laid import BoxContext
from shadbo.core.framing.boxes.depth import at_least, spacer_stock
from shadbo.core.framing.boxes.recipe import RECIPES
from shadbo.core.framing.boxes.sizes import Sizes
from shadbo.core.framing.closing import CLOSED, takes_room
from shadbo.core.framing.families import deeper_ways
from shadbo.core.framing.filling import boards_of
from shadbo.core.framing.rabbet_choices import ready_frame
from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.record import record

ZERO = Fraction(0)
MOST_WAYS = 9


@record(frozen=True, slots=True)
class Way:
    """One way out and how dear and how visible it is: lower first."""

    rank: int
    way: WayOut


def shallower_ways(context: BoxContext, sizes: Sizes, short: Fraction) -> list[WayOut]:
    """Every way to win so much depth (mm), best first."""
    found = [way for ways in (_thinner, _closing, _frames, _other) for way in ways(context, sizes, short)]
    return [one.way for one in sorted(found, key=lambda w: w.rank)][:MOST_WAYS]


def _thinner(context: BoxContext, sizes: Sizes, short: Fraction) -> Iterator[Way]:
    """Less in the pack: a shallower spacer, fillers out, thinner boards; alone, or all of them together."""
    say, pack, display = context.speak.say, sizes.pack, context.display
    less: list[tuple[Fraction, Patch, str]] = []
    if pack.spacer is not None:
        height = at_least(spacer_stock(context), max(pack.need.value, Fraction(1)))
        gain = pack.spacer.value - height
        if gain > 0:
            less.append((gain, (put("/display/spacer", height),), "a shallower spacer"))
            if gain >= short:
                yield Way(
                    0, WayOut(say("Use a spacer of {}, down to the clearance: {} to spare", height, gain - short), less[-1][1])
                )
    filled = sum((exact(f) for f in display.fillers), ZERO)
    if filled:
        less.append((filled, ({"op": "add", "path": "/display/fillers", "value": []},), "no fillers"))
        if filled >= short:
            yield Way(1, WayOut(say("Leave the fillers out: {} to spare", filled - short), less[-1][1]))
    for key, label in (("backing", "backing"), ("mount", "mount board")):
        now = pack.size(key)
        if now <= 0 or (key == "mount" and sizes.pack.cut_down):
            continue
        thin = sorted(
            {exact(b.thickness) for b in boards_of(context) if exact(b.thickness) < now and (b.thickness >= 2 or key == "backing")}
        )
        enough = [t for t in thin if now - t >= short]
        if enough:
            keep = enough[-1]
            yield Way(
                2 if key == "backing" else 3,
                WayOut(
                    say(f"Use a {label} of {{}} instead of {{}}: {{}} to spare", keep, now, now - keep - short),
                    (put(f"/display/{key}", keep),),
                ),
            )
        if thin:
            less.append((now - thin[0], (put(f"/display/{key}", thin[0]),), f"a thinner {label}"))
    total = sum((gain for gain, *_ in less), ZERO)
    if len(less) > 1 and total >= short and not any(gain >= short for gain, *_ in less):
        words = ", ".join(words for *_, words in less)
        yield Way(
            4,
            WayOut(
                say(f"All together: {words}: {{}} to spare", total - short), tuple(step for _, patch, _ in less for step in patch)
            ),
        )


def _closing(context: BoxContext, sizes: Sizes, short: Fraction) -> Iterator[Way]:
    """Closing that takes less, a strip behind the frame, clips that reach over what stands out."""
    say, display, rules = context.speak.say, context.display, context.shop.rules
    tabs = exact(rules.tabs)
    if takes_room(closing_of(display)) and tabs >= short:
        yield Way(
            5,
            WayOut(
                say(
                    f"Close it with screws through a strainer instead of {CLOSED[closing_of(display)]}: {{}} to spare", tabs - short
                ),
                (put("/display/closing", "strainer"),),
            ),
        )
    strips = sorted({exact(s) for s in (context.shop.strips or HOUSE_SHOP.strips)})
    wanted = short + exact(display.build_up)
    thick = at_least(strips, wanted, 3)
    if thick <= context.rule("build_up_most"):
        wide = sizes.rabbet.face.value - sizes.rabbet.lip.value
        words = (
            "Build the frame up behind with a strip {} wide and {} thick: {} to spare; it shows from the side"
            if thick <= min(context.rule("build_up_widest"), 2 * wide)
            else "Build a box of boards behind the frame, {} thick at its walls and {} deep: {} to spare; it shows from the side"
        )
        yield Way(20, WayOut(say(words, wide, thick, thick - wanted), (put("/display/build_up", thick),)))
    backing = sizes.pack.size("backing")
    rigid = backing + sum((exact(f) for f in display.fillers), ZERO)
    gains = tabs if takes_room(closing_of(display)) else ZERO
    offset = short - gains
    if closing_of(display) not in ("clips", "tabs") and 0 < offset <= rigid:
        stock = sorted(exact(c) for c in (context.shop.clips or HOUSE_SHOP.clips))
        clip = next((c for c in stock if c >= offset), None)
        if clip is not None:
            yield Way(
                21,
                WayOut(
                    say("Offset clips of {}: only the rigid backing stands out behind, by {}", clip, offset),
                    (put("/display/closing", "clips"), put("/display/clip", clip)),
                ),
            )


def _frames(context: BoxContext, sizes: Sizes, short: Fraction) -> Iterator[Way]:
    """A deeper frame: the next mouldings of the stock, a deeper ready-made one; the badge’s way in a shallow box."""
    say, frame = context.speak.say, context.display.frame
    need = sizes.rabbet.depth.value + short
    deeper = deeper_ways(context, need, new=isinstance(frame, NewRabbet))
    if isinstance(frame, NewRabbet):
        yield from (Way(10 + i, way) for i, way in enumerate(deeper))
        return
    if not sizes.pack.cut_down and sizes.pack.behind_need is not None and sizes.mats is None:
        left = room_cut_down(context, sizes, frame)
        if left >= sizes.pack.behind_need.value:
            yield Way(
                -1,
                WayOut(
                    say(
                        "Cut its inner board down to drop inside the liner, on side strips of {}: {} of room behind for the pin, {} are needed",
                        sizes.pack.spacer or ZERO,
                        left,
                        sizes.pack.behind_need,
                    ),
                    cut_down_patch(),
                ),
            )
    ready = next(
        (
            r
            for r in sorted(context.shop.frames, key=lambda r: (r.rabbet_depth, r.width * r.height))
            if exact(r.rabbet_depth) >= need
            and all(
                exact(size) - 2 * exact(r.lip) >= sizes.rabbet.sight[a].value
                for a, size in zip(AXES, (r.width, r.height), strict=True)
            )
        ),
        None,
    )
    if ready is not None:
        yield Way(
            11,
            WayOut(
                say(f"Take the {ready.name}: {{}} to spare", exact(ready.rabbet_depth) - need),
                (put("/display/frame", ready_frame(ready, False)),),
            ),
        )
    yield from (Way(12, way) for way in deeper)


def room_cut_down(context: BoxContext, sizes: Sizes, frame: ReadFrame) -> Fraction:
    """Room behind a bought box’s inner board once it is cut down and lies on its side strips, before its hard back: no points."""
    board = exact(frame.board) if frame.board else context.rule("backing")
    back = exact(context.display.backing) if context.display.backing is not None else ZERO
    spacer = sizes.pack.spacer.value if sizes.pack.spacer is not None else ZERO
    return sizes.rabbet.depth.value - sizes.pack.size("glazing") - spacer - board - back


def cut_down_patch() -> Patch:
    return (put("/display/inner", "cut_down"), put("/display/mount", None), {"op": "add", "path": "/display/fillers", "value": []})


def _other(context: BoxContext, sizes: Sizes, short: Fraction) -> Iterator[Way]:
    """Other glazing, none, or another display."""
    say, display, pack = context.speak.say, context.display, sizes.pack
    glazing = pack.size("glazing")
    thin = glazing - context.rule("acrylic")
    loose = any("loose_pigment" in one.item.traits or one.item.kind == "pastel" for one in sizes.laid)
    if thin >= short and display.glazing != "none":
        yield Way(
            6,
            WayOut(
                say("Use a sheet of {}: {} to spare", context.rule("acrylic"), thin - short),
                (put("/display/glazing_thickness", context.rule("acrylic")),),
            ),
        )
    if display.glazing != "none" and not loose:
        spacer = pack.spacer.value if pack.spacer is not None else ZERO
        gain = glazing + spacer
        bare = all(one.item.kind in ("puzzle", "needlework") for one in sizes.laid)
        if gain >= short and (bare or not RECIPES[context.piece.display.type].spaced):
            yield Way(
                30,
                WayOut(
                    say("Leave the glazing out: {} to spare, and nothing keeps the dust off", gain - short),
                    (put("/display/glazing", "none"),),
                ),
            )
    pinless = pack.behind_need is None or pack.behind_need.value <= 2
    if RECIPES[context.piece.display.type].behind and pinless and pack.behind_need is not None and pack.behind_need.value >= short:
        yield Way(
            31,
            WayOut(
                say("Show it spaced, with no room behind: {} to spare", pack.behind_need.value - short),
                (put("/display/type", "spaced"),),
            ),
        )


# -- rattling ------------------------------------------------------------------------------------------------------------
