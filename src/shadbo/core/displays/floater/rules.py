"""What can be wrong with a floater, and the ways out (handbook sections 3, 5 and 6)."""

from __future__ import annotations

from collections.abc import Iterator

from quicktions import Fraction

from shadbo.core.checks import WayOut, put
from shadbo.core.displays.base import Context
from shadbo.core.displays.floater.sizes import AXES, Sizes, made_of
from shadbo.core.figures import Say
from shadbo.core.measuring import check_readings
from shadbo.core.piece import BoughtFrame, NewFrame
from shadbo.core.shop import Moulding
from shadbo.core.sums import Dim

EYE_PASSES = Fraction(16, 10)
LIFT_STEP = Fraction(1, 2)


def check(context: Context, sizes: Sizes) -> None:
    """Put every check of the floater into the list, each with its ways out."""
    canvas = sizes.canvas
    check_readings(context.checks, context.speak, context.shop, "canvas", canvas["width"], canvas["height"], "canvas")
    if sizes.inner:
        check_readings(
            context.checks, context.speak, context.shop, "frame", sizes.inner["width"], sizes.inner["height"], "rail",
            key="frame",
        )  # fmt: skip
        _goes_in(context, sizes)
        _even(context, sizes)
    else:
        _moulding(context, sizes)
        _new_fit(context, sizes)
        _stock_length(context, sizes)
    _untrue(context, sizes)
    _depth(context, sizes)
    _seat(context, sizes)
    _screws(context, sizes)


def _new_frame_instead(context: Context, sizes: Sizes) -> Iterator[WayOut]:
    """A made frame that won't do: make one, of the first moulding deep enough."""
    for moulding in _deep_enough(context, sizes, context.piece.display.reveal):
        frame = NewFrame(moulding=moulding.key).model_dump()
        yield WayOut(
            context.speak.say(f"Make a new frame of {moulding.name}, gap {{}} a side", Fraction(frame["gap"])),
            (put("/display/frame", frame),),
        )
        return


def _goes_in(context: Context, sizes: Sizes) -> None:
    say, frame = context.speak.say, context.piece.display.frame
    assert isinstance(frame, BoughtFrame) and sizes.inner is not None
    turned = {axis: context.book[f"gap.turned.{axis}"].value for axis in AXES}
    for axis in AXES:
        fit = sizes.fit[axis]
        if fit.value >= fit.worst:
            continue
        if fit.value >= 0:
            context.checks.add(
                "caution", f"fit.{axis}", "display",
                say(f"The canvas may not go in: {{}} of room in the {axis}, and the readings may be {{}} out.", fit, context.speak.fine(fit.worst)),
                why=say("Worst case of the tape readings; the likely spread is {}.", context.speak.fine(fit.likely)),
                source_key="tape", figure=fit.name, parts=("canvas", "gap"),
            )  # fmt: skip
            continue
        ways = []
        if min(turned.values()) > 0:
            ways.append(WayOut(
                say("Turn the frame a quarter turn: gaps {} left and right, {} top and bottom", turned["width"], turned["height"]),
                (put("/display/frame/turned", not frame.turned),),
            ))  # fmt: skip
        if sizes.liner[axis].value and fit.value + 2 * sizes.liner[axis].value > 0:
            ways.append(WayOut(say("Take the liner out"), (put(f"/display/frame/liner_{axis}", Fraction(0)),)))
        ways += _new_frame_instead(context, sizes)
        context.checks.add(
            "stop", f"fit.{axis}", "display",
            say(f"The canvas won't go in: it is {{}} larger than the inside in the {axis}.", -fit.value),
            why=say("Largest canvas reading {}, smallest inside {}.", sizes.canvas[axis].largest, sizes.inside[axis]),
            source_key="which-reading", figure=fit.name, parts=("canvas", "rail"), ways=ways,
        )  # fmt: skip


def _even(context: Context, sizes: Sizes) -> None:
    book, say, frame = context.book, context.speak.say, context.piece.display.frame
    assert isinstance(frame, BoughtFrame)
    if min(g.value for g in sizes.gap.values()) < 0:
        return
    difference = book["gap.difference"]
    turned = {axis: book[f"gap.turned.{axis}"].value for axis in AXES}
    if difference.value > EYE_PASSES:
        big = "width" if sizes.gap["width"].value > sizes.gap["height"].value else "height"
        liner = book["even.liner"]
        ways = [WayOut(
            say("Line both inner faces of that axis with strips {} thick: both gaps {}", liner, min(g.value for g in sizes.gap.values())),
            (put(f"/display/frame/liner_{big}", sizes.liner[big].value + liner.value),),
        )]  # fmt: skip
        if min(turned.values()) > 0 and abs(turned["width"] - turned["height"]) < difference.value:
            ways.append(WayOut(
                say("Turn the frame: gaps {} and {}", turned["width"], turned["height"]),
                (put("/display/frame/turned", not frame.turned),),
            ))  # fmt: skip
        context.checks.add(
            "caution", "gap.uneven", "display",
            say("The gaps differ: {} left and right, {} top and bottom.", sizes.gap["width"], sizes.gap["height"]),
            why=say(f"A canvas {big} of {{}} would even them; more than {{}} shows to the eye.", book[f"even.canvas.{big}"], EYE_PASSES),
            source_key="eye", figure=difference.name, parts=("gap",), ways=ways,
        )  # fmt: skip


def _moulding(context: Context, sizes: Sizes) -> None:
    if not sizes.missing:
        return
    frame = context.piece.display.frame
    assert isinstance(frame, NewFrame)
    ways = [
        WayOut((f"Use {m.name}",), (put("/display/frame/moulding", m.key),))
        for m in _deep_enough(context, sizes, context.piece.display.reveal)[:3]
    ]
    context.checks.add(
        "stop", "moulding.missing", "display", (f"The stock list has no moulding called “{frame.moulding}”.",),
        why="The drawing is made with the first moulding of the list until another is chosen.",
        source_key="stock", figure="rail.face", parts=("rail",), ways=ways,
    )  # fmt: skip


def _new_fit(context: Context, sizes: Sizes) -> None:
    say = context.speak.say
    for axis in AXES:
        fit = sizes.fit[axis]
        if fit.value < fit.worst:
            need = _up(fit.worst / 2, Fraction(1, 2))
            context.checks.add(
                "caution", f"fit.{axis}", "display",
                say(f"The canvas may bind in the {axis}: {{}} of room, and saw and tape may take {{}} of it.", fit, context.speak.fine(fit.worst)),
                why=say("Worst case of saw and tape; the likely spread is {}.", context.speak.fine(fit.likely)),
                source_key="saw", figure=fit.name, parts=("gap",),
                ways=(WayOut(say("Plan a gap of {} a side", need), (put("/display/frame/gap", need),)),),
            )  # fmt: skip


def _untrue(context: Context, sizes: Sizes) -> None:
    """A gap that varies by more than a quarter of itself shows the canvas up."""
    say, frame = context.speak.say, context.piece.display.frame
    variation = context.book["gap.variation.most"]
    axis = max(AXES, key=lambda a: sizes.variation[a].value)
    tightest = min(sizes.gap_at.values(), key=lambda d: d.value)
    if (
        tightest.value <= 0
        or 4 * variation.value <= sizes.gap[axis].value
        or any(k.startswith(("measure.again", "measure.unit", "measure.crossed")) for k in context.checks.checks)
    ):
        return
    ways: list[WayOut] = []
    if isinstance(frame, NewFrame):
        needed = _up(sizes.gap_to_hide.value, Fraction(1, 2))
        if needed <= 100:
            ways.append(WayOut(
                say("Widen the gap to {} a side: it then varies by a quarter or less", needed), (put("/display/frame/gap", needed),)
            ))  # fmt: skip
    context.checks.add(
        "caution", "gap.untrue", "display",
        say("The gap is too small to hide how untrue the canvas is: beside it the gap runs from {} to {}.",
            min(sizes.gap_at[s].value for s in sizes.gap_at if s in sizes.canvas[axis].stations),
            max(sizes.gap_at[s].value for s in sizes.gap_at if s in sizes.canvas[axis].stations)),
        why=say("It varies by {}, more than a quarter of {}; from {} a side it would pass.",
                variation, sizes.gap[axis], sizes.gap_to_hide),
        source_key="gap-quarter", figure=variation.name, parts=("gap", "canvas"), ways=ways,
    )  # fmt: skip


def _up(mm: Fraction, step: Fraction) -> Fraction:
    """The next whole step, not below ``mm``."""
    return -(-mm // step) * step


def _lift_with(sizes: Sizes, height: Fraction, reveal: Fraction, seat: Fraction) -> Fraction:
    return height - seat - sizes.depth.mean.value - reveal


def _deep_enough(context: Context, sizes: Sizes, reveal: object) -> list[Moulding]:
    """Mouldings that let the canvas sit at this reveal with a lift of nothing or more, shallowest first."""
    wanted = Fraction(str(reveal))
    strip = context.shop.rules.seat_strip_thickness
    fits = [
        m
        for m in context.shop.mouldings
        if _lift_with(sizes, Fraction(m.height), wanted, Fraction(m.seat_thickness or strip)) >= 0
    ]
    return sorted(fits, key=lambda m: (m.height, m.face))


def _depth(context: Context, sizes: Sizes) -> None:
    say, display = context.speak.say, context.piece.display
    new = isinstance(display.frame, NewFrame)
    if display.solve == "lift" and sizes.lift.value < 0:
        short = -sizes.lift.value
        got = sizes.reveal.value - short
        ways = []
        if new:
            for m in _deep_enough(context, sizes, display.reveal)[:2]:
                seat = Fraction(m.seat_thickness or context.shop.rules.seat_strip_thickness)
                ways.append(WayOut(
                    say(f"Use {m.name}: lift {{}} for a reveal of {{}}",
                        _lift_with(sizes, Fraction(m.height), sizes.reveal.value, seat), sizes.reveal),
                    (put("/display/frame/moulding", m.key), put("/display/frame/seat_thickness", None)),
                ))  # fmt: skip
        sits = (
            "the canvas sits {} below the face"
            if got > 0
            else "the canvas stands {} proud"
            if got < 0
            else "the canvas is flush{}"
        )
        size: Dim | Fraction = abs(got)
        bare = say("No lift: " + sits, size) if got else ("No lift: the canvas is flush with the rail",)
        ways.append(WayOut(bare, (put("/display/solve", "reveal"), put("/display/lift", Fraction(0)))))
        context.checks.add(
            "stop", "reveal.impossible", "depth",
            say("A reveal of {} can't be had with this rail: it is {} too shallow.", sizes.reveal, short),
            why=say("Seat {}, bar {} and the reveal need more than the rail's {}.", sizes.seat, sizes.depth.mean, sizes.rail_height),
            source_key="arithmetic", figure="depth.lift", parts=("lift", "rail", "reveal"), ways=ways,
        )  # fmt: skip
    elif display.solve == "lift":
        _lift_of_stock(context, sizes)
    if display.solve == "reveal" and sizes.reveal.value < 0:
        ways = []
        if sizes.lift.value > 0:
            ways.append(WayOut(say("Less lift: {}", max(Fraction(0), sizes.lift.value + sizes.reveal.value)),
                               (put("/display/lift", max(Fraction(0), sizes.lift.value + sizes.reveal.value)),)))  # fmt: skip
        if new:
            for m in _deep_enough(context, sizes, 3)[:2]:
                ways.append(WayOut(
                    say(f"Use {m.name} and {{}} of reveal; the lift follows", Fraction(3)),
                    (put("/display/frame/moulding", m.key), put("/display/solve", "lift"), put("/display/reveal", Fraction(3))),
                ))  # fmt: skip
        context.checks.add(
            "note", "reveal.proud", "depth", say("The canvas stands {} proud of the rail.", -sizes.reveal.value),
            why="Some like it so; its edge then shows and its corners are open to knocks.",
            source_key="reveal-3", figure="depth.reveal", parts=("reveal", "canvas"), ways=ways,
        )  # fmt: skip
    if display.solve == "rail_height":
        _rail_to_make(context, sizes)
    _lift_kind(context, sizes)


def _lift_of_stock(context: Context, sizes: Sizes) -> None:
    """The lift wanted, made up of strips at hand; what is over moves the reveal."""
    say, lift = context.speak.say, sizes.lift.value
    if lift == 0 or not context.shop.strips:
        return
    combo = made_of((Fraction(s) for s in context.shop.strips), lift)
    assert combo is not None
    made, reveal = sum(combo, Fraction(0)), sizes.reveal.value + lift - sum(combo, Fraction(0))
    if abs(made - lift) <= LIFT_STEP:
        return
    context.checks.add(
        "note", "lift.stock", "depth",
        say("No strips in stock make a lift of {}; the nearest is {}.", lift, made),
        why=_strip_sum(context, combo), source_key="stock", figure="depth.lift", parts=("lift",),
        ways=(WayOut(say("Lift of {}: the reveal becomes {}", made, reveal),
                     (put("/display/solve", "reveal"), put("/display/lift", made))),),
    )  # fmt: skip


def _strip_sum(context: Context, combo: tuple[Fraction, ...]) -> Say:
    return context.speak.say("Strips of " + " and ".join("{}" for _ in combo) + ".", *combo)


def _rail_to_make(context: Context, sizes: Sizes) -> None:
    """The rail height follows: rip the moulding down to it, or it is too low."""
    say, over = context.speak.say, sizes.profile_height.value - sizes.rail_height.value
    moulding = sizes.moulding
    assert moulding is not None
    if over < 0:
        ways = [
            WayOut(say(f"Use {m.name}, ripped down by {{}}", Fraction(m.height) - sizes.rail_height.value),
                   (put("/display/frame/moulding", m.key), put("/display/frame/seat_thickness", sizes.seat.value)))
            for m in sorted(context.shop.mouldings, key=lambda m: m.height)
            if m.height >= sizes.rail_height.value
        ][:2]  # fmt: skip
        ways.append(WayOut(say("Keep this moulding and let the reveal follow: {}", sizes.reveal.value + over),
                           (put("/display/solve", "reveal"),)))  # fmt: skip
        context.checks.add(
            "stop", "rail.low", "depth",
            say(f"{moulding.name} is {{}} too low for this lift and reveal: the rail has to be {{}} high.", -over, sizes.rail_height),
            why=say("Seat {}, lift {}, bar {} and reveal {}.", sizes.seat, sizes.lift, sizes.depth.mean, sizes.reveal),
            source_key="arithmetic", figure="rail.height", parts=("rail",), ways=ways,
        )  # fmt: skip
    elif over > 0:
        context.checks.add(
            "note", "rail.rip", "depth",
            say(f"Rip {moulding.name} down by {{}}, to {{}} high, before it is mitred.", over, sizes.rail_height),
            why="The rail height follows from the lift and the reveal.", source_key="arithmetic", figure="rail.height",
            parts=("rail",),
            ways=(WayOut(say("Leave it as it is and let the lift follow: {}", sizes.lift.value + over), (put("/display/solve", "lift"),)),),
        )  # fmt: skip


def _lift_kind(context: Context, sizes: Sizes) -> None:
    display, limit = context.piece.display, Fraction(context.shop.rules.strips_up_to)
    longest = max(sizes.canvas[a].largest.value for a in AXES)
    if display.lift_kind == "strips" and sizes.lift.value > 0 and longest > limit:
        context.checks.add(
            "caution", "lift.all_round", "depth",
            context.speak.say("A side of {} wants its lift all round, not only in the middle of each side.", longest),
            why=context.speak.say("Over {} the bars would hang between the strips.", limit),
            source_key="seat-all-round", figure="depth.lift", parts=("lift",),
            ways=(WayOut(("Run the lift strips all round",), (put("/display/lift_kind", "all_round"),)),),
        )  # fmt: skip


def _seat(context: Context, sizes: Sizes) -> None:
    say, frame = context.speak.say, context.piece.display.frame
    if sizes.seat_width.value >= sizes.seat_needed.value:
        return
    short = sizes.seat_needed.value - sizes.seat_width.value
    ways = []
    if isinstance(frame, NewFrame):
        beyond = Fraction(context.shop.rules.seat_beyond)
        for m in sorted(
            context.shop.mouldings, key=lambda m: (abs(Fraction(m.height) - sizes.profile_height.value), m.face)
        ):
            if m.seat_width and m.seat_width >= sizes.seat_needed.value and m.key != frame.moulding:
                ways.append(WayOut(
                    say(f"Use {m.name}: its seat is {{}} wide", Fraction(m.seat_width)),
                    (put("/display/frame/moulding", m.key), put("/display/frame/seat_width", None)),
                ))  # fmt: skip
                break
        wide = _up(sizes.seat_needed.value, Fraction(1))
        if wide <= 200:
            ways.append(
                WayOut(say("Glue a strip to the seat, {} wide in all", wide), (put("/display/frame/seat_width", wide),))
            )
        gap = sizes.gap["width"].value + sizes.seat_width.value - beyond - context.book["gap.widest"].value
        if gap >= 2:
            ways.append(WayOut(say("Narrow the gap to {} a side", gap), (put("/display/frame/gap", gap),)))
    else:
        wide = _up(sizes.seat_needed.value, Fraction(1))
        ways.append(
            WayOut(say("Glue a strip to the seat, {} wide in all", wide), (put("/display/frame/seat_width", wide),))
        )
    reaches = sizes.seat_under.value > 0
    context.checks.add(
        "stop", "seat.reach", "depth",
        say("The seat reaches only {} under the bar, {} too little.", sizes.seat_under, short)
        if reaches else say("The seat does not reach the bar: it is {} too narrow.", short),
        why=say("The gap is {} at the widest and the screws need {} beyond it.", context.book["gap.widest"],
                Fraction(context.shop.rules.seat_beyond)),
        source_key="seat-reach", figure="seat.needed", parts=("seat", "bar"), ways=ways,
    )  # fmt: skip


def _screws(context: Context, sizes: Sizes) -> None:
    say, screws, shop = context.speak.say, sizes.screws, context.shop
    if "reveal.impossible" in context.checks.checks:
        return
    fitting = [Fraction(n) for n in shop.screws if screws.shortest.value <= n <= screws.longest.value]
    ways = [
        WayOut(say("Use {} screws: they bite {} and stay {} from the canvas", n,
                   n - sizes.seat.value - sizes.lift.value,
                   sizes.depth.smallest.value - (n - sizes.seat.value - sizes.lift.value)),
               (put("/display/screw", n),))
        for n in fitting[:2]
    ]  # fmt: skip
    if screws.bite.value < shop.rules.bite:
        context.checks.add(
            "stop", "screw.bite", "depth",
            say("The screws bite only {} into the bar; they need {}.", screws.bite, Fraction(shop.rules.bite))
            if screws.bite.value > 0 else
            say("The screws don't reach the bar: seat and lift are {} thicker than they are long.", -screws.bite.value),
            why=say("A screw {} long goes through seat {} and lift {} first.", screws.length, sizes.seat, sizes.lift),
            source_key="screw-bite", figure="screw.bite", parts=("screw",), ways=ways or _no_screw(context, sizes),
        )  # fmt: skip
    elif screws.clear.value < shop.rules.canvas_clear:
        through = screws.clear.value < 0
        context.checks.add(
            "stop", "screw.canvas", "depth",
            say("The screws would come through the canvas by {}.", -screws.clear.value) if through else
            say("The screw points come within {} of the canvas; {} is the least.", screws.clear, Fraction(shop.rules.canvas_clear)),
            why=say("The bar is {} deep and the screw bites {} into it.", sizes.depth.smallest, screws.bite),
            source_key="screw-bite", figure="screw.clear", parts=("screw", "canvas"), ways=ways or _no_screw(context, sizes),
        )  # fmt: skip


def _no_screw(context: Context, sizes: Sizes) -> list[WayOut]:
    """No length in stock fits: a length to buy, if there is room for any between bite and canvas."""
    low, high = sizes.screws.shortest.value, sizes.screws.longest.value
    if low > high:
        return []
    buy = _up(low, Fraction(1)) if _up(low, Fraction(1)) <= high else low
    return [WayOut(context.speak.say("Buy or cut screws {} long", buy), (put("/display/screw", buy),))]


def _stock_length(context: Context, sizes: Sizes) -> None:
    say, moulding = context.speak.say, sizes.moulding
    assert moulding is not None
    longest = max((sizes.outside[a] for a in AXES), key=lambda d: d.value)
    need = longest.value + Fraction(context.shop.rules.kerf)
    if need <= moulding.length:
        return
    depths = {m.key for m in _deep_enough(context, sizes, context.piece.display.reveal)}
    ways = [
        WayOut(say(f"Use {m.name}: it comes {{}} long", Fraction(m.length)), (put("/display/frame/moulding", m.key),))
        for m in sorted(context.shop.mouldings, key=lambda m: (m.key not in depths, m.height, m.face))
        if m.length >= longest.value - 2 * sizes.face.value + 2 * Fraction(m.face) + Fraction(context.shop.rules.kerf)
    ][:3]  # fmt: skip
    context.checks.add(
        "stop", "rail.stock", "cut",
        say(f"The longest rail, {{}}, can't be cut from {moulding.name}: it comes in lengths of {{}}.", longest, Fraction(moulding.length)),
        why=say("A rail uses its long point and a kerf of {}.", Fraction(context.shop.rules.kerf)),
        source_key="stock", figure=longest.name, parts=("rail",), ways=ways,
    )  # fmt: skip
