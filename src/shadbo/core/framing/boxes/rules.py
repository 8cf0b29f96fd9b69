"""What can be wrong with things in their box: how they lie, what the mats cover, what the glazing does to them."""

from __future__ import annotations

from typing import Any

from shadbo.core.contract.checks import Patch, WayOut, put
from shadbo.core.document.decisions.canvas import NewRabbet, ReadFrame
from shadbo.core.document.readings import HeightStations, WidthStations
from shadbo.core.document.schools import new_rabbet
from shadbo.core.framing.arrange.laid import SPANS, WAYS, BoxContext, PlacedItem
from shadbo.core.framing.arrange.moves import packed, put_packed, put_places, taken_in_hand
from shadbo.core.framing.arrange.packing import fits_box
from shadbo.core.framing.arrange.shapes import apart, near_pairs, overlap
from shadbo.core.framing.boxes.cloth_rules import check_cloth
from shadbo.core.framing.boxes.depth import at_least, spacer_stock
from shadbo.core.framing.boxes.depth_rules import check_depth
from shadbo.core.framing.boxes.mat_rules import check_mats
from shadbo.core.framing.boxes.seen_rules import check_seen
from shadbo.core.framing.boxes.sizes import Sizes
from shadbo.core.framing.families import check_loose
from shadbo.core.framing.rabbet import check_rabbet
from shadbo.core.framing.rabbet_choices import make_one, ready_frame
from shadbo.core.framing.rails import AXES
from shadbo.core.measuring.doubts import check_readings
from shadbo.core.quantity.exact import Fraction, exact, up
from shadbo.core.quantity.record import record

# Of so many overlapping or crowded pairs no more than this is said: the first mended, the next come up.
MOST_PAIRS = 4


def check(context: BoxContext, sizes: Sizes) -> None:
    check_rabbet(context, sizes.rabbet, context.display.frame, _shorter(context, sizes))
    for one in sizes.laid:
        if all(one.sized.sides):
            wide, tall = one.sized.sides
            assert wide and tall
            check_readings(context.checks, context.speak, context.shop, one.item.name, wide, tall, one.part, key=one.part)
    _together(context, sizes)
    _inside(context, sizes)
    check_mats(context, sizes)
    check_depth(context, sizes)
    _glazing(context, sizes)
    check_cloth(context, sizes)
    check_seen(context, sizes)


def _shorter(context: BoxContext, sizes: Sizes) -> tuple[WayOut, ...]:
    """A frame too long for its moulding, made smaller; only then are the things laid anew to see."""
    moulding = sizes.rabbet.moulding
    if moulding is None or len(sizes.laid) < 2 or max(d.value for d in sizes.rabbet.outside.values()) <= exact(moulding.length) / 2:
        return ()
    return (WayOut(("Lay all of them anew, in the smallest box",), _relaid(context, sizes, exact(context.display.layout.gap))),)


# -- lying ---------------------------------------------------------------------------------------------------------------


def _together(context: BoxContext, sizes: Sizes) -> None:
    """Nothing on top of anything else, nothing so near that it looks as if it had slipped."""
    say, least = context.speak.say, context.rule("least_gap")
    laid, layout = sizes.laid, context.display.layout
    near = [(laid[i], laid[j]) for i, j in near_pairs([one.body for one in laid], float(least))]
    over = [(a, b) for a, b in near if overlap(a.body, b.body)]
    for a, b in over[:MOST_PAIRS]:
        context.checks.add(
            "stop",
            f"overlap.{a.item.key}.{b.item.key}",
            "arrange",
            (f"{a.item.called} and {b.item.called} lie on one another.",),
            why="What is mounted on one board can’t share a place.",
            source_key="overlap",
            parts=(a.part, b.part),
            ways=_apart_ways(context, sizes, a, b),
        )
    if over:
        return
    close = [(a, b, gap) for a, b in near if (gap := Fraction(round(apart(a.body, b.body) * 1000), 1000)) < least]
    for a, b, gap in close[:1]:
        more = "" if len(close) == 1 else f" ({len(close)} such pairs)"
        context.checks.add(
            "caution",
            f"near.{a.item.key}.{b.item.key}",
            "arrange",
            say(f"{a.item.called} and {b.item.called} are only {{}} apart{more}.", gap),
            why=say("Nearer than {} they look as if they had slipped, and a fixing has no room.", least),
            source_key="gaps",
            parts=(a.part, b.part),
            ways=_apart_ways(context, sizes, a, b)
            if layout.how == "free"
            else (
                WayOut(
                    say("Leave {} between all of them", context.rule("usual_gap")),
                    (put("/display/layout/gap", context.rule("usual_gap")),),
                ),
            ),
        )


def _apart_ways(context: BoxContext, sizes: Sizes, a: PlacedItem, b: PlacedItem) -> list[WayOut]:
    """Push the two apart along the shorter way, or lay everything anew."""
    say, gap = context.speak.say, max(exact(context.display.layout.gap), context.rule("least_gap"))
    ways = []
    for axis, (first, last) in SPANS.items():
        low, high = (a, b) if a.edges[first].value + a.edges[last].value <= b.edges[first].value + b.edges[last].value else (b, a)
        push = low.edges[last].value + gap - high.edges[first].value
        if push > 0:
            half = push / 2
            where = {low.item.key: _moved(low, axis, -half), high.item.key: _moved(high, axis, half)}
            patch = (*taken_in_hand(sizes.laid, context.display.layout.how), *put_places((low, high), where))
            ways.append(
                (push, WayOut(say(f"Push them apart {'sideways' if axis == 'width' else 'up and down'} by {{}}", push), patch))
            )
    out = [way for _, way in sorted(ways, key=lambda item: item[0])]
    out.append(WayOut(say("Lay all of them anew, {} apart, in the smallest box", gap), _relaid(context, sizes, gap)))
    return out


def _relaid(context: BoxContext, sizes: Sizes, gap: Fraction) -> Patch:
    """Everything packed: into the frame that is there if it goes in, else with a box made to measure."""
    steps = packed(sizes.laid, gap, False)
    if isinstance(context.display.frame, NewRabbet) and context.display.size != "fitted":
        return (*steps, put("/display/size", "fitted"))
    return steps


def _moved(one: PlacedItem, axis: str, by: Fraction) -> tuple[Fraction, Fraction]:
    return (one.x.value + by, one.y.value) if axis == "width" else (one.x.value, one.y.value + by)


def _inside(context: BoxContext, sizes: Sizes) -> None:
    """Inside what shows, and clear of the wall."""
    say, display = context.speak.say, context.display
    book, clear = context.book, context.rule("wall_clear")
    if display.edges == "lapped":
        _lapped(context, sizes)
        return
    # Of many things only those nearest to an edge have their room to it told; the tightest is among them.
    rooms = {
        (one.item.key, way): book[f"{one.part}.{way}"] for one in sizes.laid if f"{one.part}.left" in book.dims for way in WAYS
    }
    tight = min(rooms.items(), key=lambda item: item[1].value)
    (key, way), room = tight
    if room.value >= clear:
        return
    one = sizes.item(key)
    assert one is not None
    stop = room.value < 0
    others = len({k for (k, _), dim in rooms.items() if dim.value < clear}) - 1
    more = "" if not others else " (and one more)" if others == 1 else f" (and {others} more)"
    sentence = (
        say(f"{one.item.called} goes under the lip at the {way}, by {{}}{more}.", -room.value)
        if stop
        else say(f"{one.item.called} is {{}} from the edge of what shows at the {way}{more}.", room.value)
    )
    context.checks.add(
        "stop" if stop else "caution",
        f"edge.{one.item.key}",
        "arrange",
        sentence,
        why=say("It should keep {} clear: the wall and its shadow begin there.", clear),
        source_key="wall",
        figure=room.name,
        parts=(one.part, "rail"),
        ways=_inside_ways(context, sizes, clear),
    )


@record(frozen=True, slots=True)
class Extent:
    """From where to where all things reach on each axis, what they need with their clearance, and what shows."""

    low: dict[str, Fraction]
    high: dict[str, Fraction]
    needed: dict[str, Fraction]
    sight: dict[str, Fraction]

    @property
    def fits(self) -> bool:
        return all(self.needed[a] <= self.sight[a] for a in AXES)


def _extent(sizes: Sizes, clear: Fraction) -> Extent:
    low = {a: min(one.edges[first].value for one in sizes.laid) for a, (first, _) in SPANS.items()}
    high = {a: max(one.edges[last].value for one in sizes.laid) for a, (_, last) in SPANS.items()}
    sight = {a: sizes.sight[last].value - sizes.sight[first].value for a, (first, last) in SPANS.items()}
    return Extent(low, high, {a: high[a] - low[a] + 2 * clear for a in AXES}, sight)


def _inside_ways(context: BoxContext, sizes: Sizes, clear: Fraction) -> list[WayOut]:
    """Move them, widen or enlarge a box that is made, lay them anew in one that is there, or take another."""
    extent = _extent(sizes, clear)
    ways = []
    if extent.fits:
        middle = {a: (sizes.sight[first].value + sizes.sight[last].value) / 2 for a, (first, last) in SPANS.items()}
        ways.append(WayOut(("Move all of them together into the middle",), tuple(_about(context, sizes, extent, middle))))
    if isinstance(context.display.frame, NewRabbet):
        return [*ways, *_made_ways(context, sizes, extent, clear)]
    return [
        *[*ways, *_relaid_ways(context, sizes, extent, clear), *_other_frames(context, sizes, extent, clear)][:4],
        _made_instead(context, sizes, clear),
    ]


def _about(context: BoxContext, sizes: Sizes, extent: Extent, middle: dict[str, Fraction] | None = None) -> list[dict[str, Any]]:
    """All of them, as they lie to one another, about a middle (or the middle of any frame)."""
    by = {a: (middle[a] if middle else 0) - (extent.low[a] + extent.high[a]) / 2 for a in AXES}
    where = {one.item.key: (one.x.value + by["width"], one.y.value + by["height"]) for one in sizes.laid}
    return [*taken_in_hand(sizes.laid, context.display.layout.how), *put_places(sizes.laid, where)]


def _least_border(context: BoxContext, clear: Fraction) -> Fraction:
    return max(up(clear, context.rule("border_step")), exact(context.display.border))


def _made_ways(context: BoxContext, sizes: Sizes, extent: Extent, clear: Fraction) -> list[WayOut]:
    say = context.speak.say
    border = _least_border(context, clear)
    if context.display.size == "fitted":
        return [WayOut(say("Widen the border to {}", border), (put("/display/border", border),))]
    larger = {a: max(extent.needed[a], extent.sight[a]) for a in AXES}
    return [
        WayOut(
            say("Enlarge the box to {} × {} of sight", *larger.values()),
            (*(put(f"/display/sight_{a}", larger[a]) for a in AXES), *_about(context, sizes, extent)),
        ),
        WayOut(say("Fit the box to them, borders of {}", border), (put("/display/size", "fitted"), put("/display/border", border))),
    ]


def _relaid_ways(context: BoxContext, sizes: Sizes, extent: Extent, clear: Fraction) -> list[WayOut]:
    """Packed anew in what shows: as far apart as wished, then closer; as they stand, then some turned; the first that goes."""
    free = (extent.sight["width"] - 2 * clear, extent.sight["height"] - 2 * clear)
    if min(free) <= 0:
        return []
    gap = exact(context.display.layout.gap)
    boxes = [(one.size("width").value, one.size("height").value) for one in sizes.laid]
    for turn, words in ((False, "Lay them anew: they go in, {} apart"), (True, "Lay them anew, some turned: they go in, {} apart")):
        for between in dict.fromkeys((gap, min(gap, Fraction(10)), context.rule("least_gap"))):
            if found := fits_box(boxes, between, free, turn):
                return [WayOut(context.speak.say(words, between), put_packed(sizes.laid, found.at))]
    return []


def _other_frames(context: BoxContext, sizes: Sizes, extent: Extent, clear: Fraction) -> list[WayOut]:
    """The frame turned, and the first ready-made one that takes them as they lie."""
    frame, ways = context.display.frame, []
    assert isinstance(frame, ReadFrame)
    turned = {"width": extent.sight["height"], "height": extent.sight["width"]}
    if _sides(frame.width) != _sides(frame.height) and not extent.fits and all(extent.needed[a] <= turned[a] for a in AXES):
        ways.append(
            WayOut(
                ("Turn the frame a quarter turn: they go in as they lie",),
                (put("/display/frame/turned", not frame.turned), *_about(context, sizes, extent)),
            )
        )
    for ready in context.shop.frames:
        lips = 2 * exact(ready.lip)
        inside = {"width": exact(ready.width) - lips, "height": exact(ready.height) - lips}
        if all(extent.needed[a] <= inside[a] for a in AXES) and exact(ready.rabbet_depth) >= sizes.rabbet.depth.value:
            left = ((inside[a] - extent.needed[a]) / 2 + clear for a in AXES)
            ways.append(
                WayOut(
                    context.speak.say(f"Take the {ready.name}: borders of {{}} and {{}} at the least", *left),
                    (put("/display/frame", ready_frame(ready, False)), *_about(context, sizes, extent)),
                )
            )
            break
    return ways


def _made_instead(context: BoxContext, sizes: Sizes, clear: Fraction) -> WayOut:
    """A frame made round them, of the shallowest profile as deep as the one that is there."""
    deep = [m for m in context.shop.rabbet_mouldings if exact(m.rabbet_depth) >= sizes.rabbet.depth.value]
    fitted = (put("/display/size", "fitted"), put("/display/border", _least_border(context, clear)))
    if not deep:
        made = make_one(context, "Make a frame round them, borders as wished")
        return WayOut(made.say, (*made.patch, *fitted))
    profile = min(deep, key=lambda m: m.rabbet_depth)
    return WayOut(
        (f"Make a frame of {profile.name} round them, borders as wished",),
        (put("/display/frame", new_rabbet(profile.key)), *fitted),
    )


def _sides(stations: WidthStations | HeightStations) -> list[Any]:
    return [r.mm for place in stations.places("") for r in place.readings]


def _lapped(context: BoxContext, sizes: Sizes) -> None:
    """Work under the lip: one thing, going into the rabbet, lapped on every side."""
    say = context.speak.say
    if len(sizes.laid) > 1:
        context.checks.add(
            "stop",
            "lap.several",
            "display",
            (f"The lip can hold one thing by its edges, not {len(sizes.laid)}.",),
            why="What lies between the others has no edge under the lip.",
            source_key="direct-lap",
            parts=tuple(o.part for o in sizes.laid),
            ways=(
                WayOut(("Show them on a board with borders",), (put("/display/edges", "bordered"),)),
                WayOut(("Show them in a box with mats",), (put("/display/type", "matted_box"), put("/display/edges", "bordered"))),
            ),
        )
        return
    one, least = sizes.laid[0], context.rule("least_lap")
    for axis in AXES:
        over = one.size(axis).value - sizes.rabbet.size[axis].value
        if over > 0:
            context.checks.add(
                "stop",
                f"fit.{axis}",
                "display",
                say(f"{one.item.called} won’t go into the rabbet in the {axis}, by {{}}.", over),
                why=say("It measures {}, the rabbet {}.", one.size(axis), sizes.rabbet.size[axis]),
                source_key="which-reading",
                figure=f"frame.rabbet.{axis}",
                parts=(one.part, "rail"),
                ways=_lapped_ways(context, sizes),
            )
            continue
        lap = (one.size(axis).value - sizes.rabbet.sight[axis].value) / 2
        if lap < least:
            context.checks.add(
                "stop" if lap <= 0 else "caution",
                f"lap.{axis}",
                "display",
                say(
                    f"The lip covers only {{}} of {one.item.called} on each side, {axis}."
                    if lap > 0
                    else f"{one.item.called} would fall through what shows: it is smaller in the {axis} by {{}}.",
                    lap if lap > 0 else -2 * lap,
                ),
                why=say("It should cover {} at the least.", least),
                source_key="direct-lap",
                figure=f"frame.sight.{axis}",
                parts=(one.part, "rail"),
                ways=(
                    WayOut(("Mount it on a board that fills the rabbet, with borders",), (put("/display/edges", "bordered"),)),
                    *_lapped_ways(context, sizes),
                ),
            )


def _lapped_ways(context: BoxContext, sizes: Sizes) -> tuple[WayOut, ...]:
    return (make_one(context, "Make a frame round it"),) if not isinstance(context.display.frame, NewRabbet) else ()


# -- glazing -------------------------------------------------------------------------------------------------------------


def _glazing(context: BoxContext, sizes: Sizes) -> None:
    display, say = context.display, context.speak.say
    items = sizes.laid
    loose = [one for one in items if "loose_pigment" in one.item.traits or one.item.kind == "pastel"]
    if display.glazing == "acrylic" and loose:
        check_loose(context, loose[0].item.name, loose[0].part, {"glass": "glass", "coated": "coated glass"})
    if display.glazing != "none" and sizes.pack.spacer is None and sizes.mats is None:
        for one in items:
            if one.sized.kind.air > 0:
                height = _next_spacer(context, sizes)
                context.checks.add(
                    "stop",
                    f"glazing.touch.{one.item.key}",
                    "depth",
                    (f"{one.item.called} touches the glazing.",),
                    why="A photograph or loose pigment sticks to it; a puzzle may stick or bloom; paper and cloth take the damp of the glass.",
                    source_key="touching",
                    figure="pack.glazing",
                    parts=("glazing", one.part),
                    ways=(
                        WayOut(say("Hold it off with a spacer of {}", height), (put("/display/spacer", height),)),
                        WayOut(("Leave the glazing out",), (put("/display/glazing", "none"),)),
                    ),
                )
    if display.glazing in ("glass", "coated") and sizes.sheet:
        area = sizes.sheet["width"].value * sizes.sheet["height"].value / 1_000_000
        limit = context.rule("glass_area")
        if area > limit and sizes.pack.size("glazing") <= 2:
            ways = [
                WayOut(
                    say("Use glass of {}", context.rule("glass_thicker")),
                    (put("/display/glazing_thickness", context.rule("glass_thicker")),),
                )
            ]
            if not loose:
                ways.insert(0, WayOut(("Use acrylic",), (put("/display/glazing", "acrylic"),)))
            context.checks.add(
                "caution",
                "glazing.area",
                "display",
                (f"A sheet of {float(area):.2f} m² is much for 2 mm glass.",),
                why=f"It is used up to about {float(limit):g} m²; above that it bends and breaks in the hand.",
                source_key="glass-area",
                figure="glazing.width",
                parts=("glazing",),
                ways=ways,
            )


def _next_spacer(context: BoxContext, sizes: Sizes) -> Fraction:
    return at_least(spacer_stock(context), max((sizes.pack.air[one.item.key].value for one in sizes.laid), default=Fraction(3)))
