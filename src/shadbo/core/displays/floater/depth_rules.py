"""What can be wrong between the rail's face and the wall: reveal, lift, seat and screws, with the ways out."""

from __future__ import annotations

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.displays.floater.fixing import each_bears
from shadbo.core.displays.floater.sizes import Sizes
from shadbo.core.displays.floater.terms import AXES, FloaterContext
from shadbo.core.document.decisions.canvas import NewFrame
from shadbo.core.document.shop import Moulding
from shadbo.core.framing.own import deeper_way
from shadbo.core.framing.rabbet_choices import into_a_lip
from shadbo.core.framing.stock import made_of
from shadbo.core.framing.typed_counts import check_counts
from shadbo.core.quantity.exact import Fraction, exact, up
from shadbo.core.quantity.figures import Say
from shadbo.core.quantity.sums import Dim


def check_depth(context: FloaterContext, sizes: Sizes) -> None:
    """Put the checks of the depth into the list."""
    _depth(context, sizes)
    _seat(context, sizes)
    _screws(context, sizes)
    _held(context, sizes)


def _lift_with(sizes: Sizes, height: Fraction, reveal: Fraction, seat: Fraction) -> Fraction:
    return height - seat - sizes.depth.mean.value - reveal


def deep_enough(context: FloaterContext, sizes: Sizes, reveal: object) -> list[Moulding]:
    """Mouldings that let the canvas sit at this reveal with a lift of nothing or more, shallowest first."""
    wanted = Fraction(str(reveal))
    strip = context.shop.rules.seat_strip_thickness
    fits = [m for m in context.shop.mouldings if _lift_with(sizes, exact(m.height), wanted, exact(m.seat_thickness or strip)) >= 0]
    return sorted(fits, key=lambda m: (m.height, m.face))


def _depth(context: FloaterContext, sizes: Sizes) -> None:
    say, display = context.speak.say, context.display
    new = isinstance(display.frame, NewFrame)
    if display.solve == "lift" and sizes.lift.value < 0:
        short = -sizes.lift.value
        got = sizes.reveal.value - short
        ways = []
        if new:
            for m in deep_enough(context, sizes, display.reveal)[:2]:
                seat = exact(m.seat_thickness or context.shop.rules.seat_strip_thickness)
                ways.append(
                    WayOut(
                        say(
                            f"Use {m.name}: lift {{}} for a reveal of {{}}",
                            _lift_with(sizes, exact(m.height), sizes.reveal.value, seat),
                            sizes.reveal,
                        ),
                        (put("/display/frame/moulding", m.key), put("/display/frame/seat_thickness", None)),
                    )
                )
            if not ways and sizes.moulding is not None:
                need = up(sizes.seat.value + sizes.depth.mean.value + sizes.reveal.value, Fraction(1))
                ways += deeper_way(context, sizes.moulding, need)
        sits = (
            "the canvas sits {} below the face" if got > 0 else "the canvas stands {} proud" if got < 0 else "the canvas is flush{}"
        )
        size: Dim | Fraction = abs(got)
        bare = say("No lift: " + sits, size) if got else ("No lift: the canvas is flush with the rail",)
        ways.append(WayOut(bare, (put("/display/solve", "reveal"), put("/display/lift", Fraction(0)))))
        context.checks.add(
            "stop",
            "reveal.impossible",
            "depth",
            say("A reveal of {} can't be had with this rail: it is {} too shallow.", sizes.reveal, short),
            why=say(
                "Seat {}, bar {} and the reveal need more than the rail's {}.", sizes.seat, sizes.depth.mean, sizes.moulding_depth
            ),
            source_key="arithmetic",
            figure="depth.lift",
            parts=("lift", "rail", "reveal"),
            ways=ways,
        )
    elif display.solve == "lift":
        _lift_of_stock(context, sizes)
    if display.solve == "reveal" and sizes.reveal.value < 0:
        ways = []
        if sizes.lift.value > 0:
            ways.append(
                WayOut(
                    say("Less lift: {}", max(Fraction(0), sizes.lift.value + sizes.reveal.value)),
                    (put("/display/lift", max(Fraction(0), sizes.lift.value + sizes.reveal.value)),),
                )
            )
        if new:
            for m in deep_enough(context, sizes, context.rule("usual_reveal"))[:2]:
                ways.append(
                    WayOut(
                        say(f"Use {m.name} and {{}} of reveal; the lift follows", context.rule("usual_reveal")),
                        (
                            put("/display/frame/moulding", m.key),
                            put("/display/solve", "lift"),
                            put("/display/reveal", context.rule("usual_reveal")),
                        ),
                    )
                )
        context.checks.add(
            "note",
            "reveal.proud",
            "depth",
            say("The canvas stands {} proud of the rail.", -sizes.reveal.value),
            why="Some like it so; its edge then shows and its corners are open to knocks.",
            source_key="reveal-3",
            figure="depth.reveal",
            parts=("reveal", "canvas"),
            ways=ways,
        )
    if display.solve == "moulding_depth":
        _rail_to_make(context, sizes)
    _lift_kind(context, sizes)


def _lift_of_stock(context: FloaterContext, sizes: Sizes) -> None:
    """The lift wanted, made up of strips at hand; what is over moves the reveal."""
    say, lift = context.speak.say, sizes.lift.value
    if lift == 0 or not context.shop.strips:
        return
    combo = made_of(tuple(exact(s) for s in context.shop.strips), lift)
    assert combo is not None
    made, reveal = sum(combo, Fraction(0)), sizes.reveal.value + lift - sum(combo, Fraction(0))
    if abs(made - lift) <= context.rule("lift_passes"):
        return
    context.checks.add(
        "note",
        "lift.stock",
        "depth",
        say("No strips in stock make a lift of {}; the nearest is {}.", lift, made),
        why=_strip_sum(context, combo),
        source_key="stock",
        figure="depth.lift",
        parts=("lift",),
        ways=(
            WayOut(
                say("Lift of {}: the reveal becomes {}", made, reveal),
                (put("/display/solve", "reveal"), put("/display/lift", made)),
            ),
        ),
    )


def _strip_sum(context: FloaterContext, combo: tuple[Fraction, ...]) -> Say:
    return context.speak.say("Strips of " + " and ".join("{}" for _ in combo) + ".", *combo)


def _rail_to_make(context: FloaterContext, sizes: Sizes) -> None:
    """The rail height follows: rip the moulding down to it, or it is too low."""
    say, over = context.speak.say, sizes.profile_height.value - sizes.moulding_depth.value
    moulding = sizes.moulding
    assert moulding is not None
    if over < 0:
        ways = [
            WayOut(
                say(f"Use {m.name}, ripped down by {{}}", exact(m.height) - sizes.moulding_depth.value),
                (put("/display/frame/moulding", m.key), put("/display/frame/seat_thickness", sizes.seat.value)),
            )
            for m in sorted(context.shop.mouldings, key=lambda m: m.height)
            if exact(m.height) >= sizes.moulding_depth.value
        ][:2]
        ways.append(
            WayOut(
                say("Keep this moulding and let the reveal follow: {}", sizes.reveal.value + over),
                (put("/display/solve", "reveal"),),
            )
        )
        context.checks.add(
            "stop",
            "rail.low",
            "depth",
            say(
                f"{moulding.name} is {{}} too low for this lift and reveal: the rail has to be {{}} high.",
                -over,
                sizes.moulding_depth,
            ),
            why=say("Seat {}, lift {}, bar {} and reveal {}.", sizes.seat, sizes.lift, sizes.depth.mean, sizes.reveal),
            source_key="arithmetic",
            figure="rail.height",
            parts=("rail",),
            ways=ways,
        )
    elif over > 0:
        context.checks.add(
            "note",
            "rail.rip",
            "depth",
            say(f"Rip {moulding.name} down by {{}}, to {{}} high, before it is mitred.", over, sizes.moulding_depth),
            why="The rail height follows from the lift and the reveal.",
            source_key="arithmetic",
            figure="rail.height",
            parts=("rail",),
            ways=(
                WayOut(
                    say("Leave it as it is and let the lift follow: {}", sizes.lift.value + over), (put("/display/solve", "lift"),)
                ),
            ),
        )


def _lift_kind(context: FloaterContext, sizes: Sizes) -> None:
    display, limit = context.display, context.rule("strips_up_to")
    longest = max(sizes.canvas[a].largest.value for a in AXES)
    if display.lift_kind == "strips" and sizes.lift.value > 0 and longest > limit:
        context.checks.add(
            "caution",
            "lift.all_round",
            "depth",
            context.speak.say("A side of {} wants its lift all round, not only under its screws.", longest),
            why=context.speak.say("Over {} the bars would hang between the strips.", limit),
            source_key="seat-all-round",
            figure="depth.lift",
            parts=("lift",),
            ways=(WayOut(("Run the lift strips all round",), (put("/display/lift_kind", "all_round"),)),),
        )


def _seat(context: FloaterContext, sizes: Sizes) -> None:
    say, frame = context.speak.say, context.display.frame
    if sizes.seat_width.value >= sizes.seat_needed.value:
        return
    short = sizes.seat_needed.value - sizes.seat_width.value
    ways = []
    if isinstance(frame, NewFrame):
        beyond = context.rule("seat_beyond")
        for m in sorted(context.shop.mouldings, key=lambda m: (abs(exact(m.height) - sizes.profile_height.value), m.face)):
            if m.seat_width and exact(m.seat_width) >= sizes.seat_needed.value and m.key != frame.moulding:
                ways.append(
                    WayOut(
                        say(f"Use {m.name}: its seat is {{}} wide", exact(m.seat_width)),
                        (put("/display/frame/moulding", m.key), put("/display/frame/seat_width", None)),
                    )
                )
                break
        wide = up(sizes.seat_needed.value, Fraction(1))
        if wide <= 200:
            ways.append(WayOut(say("Glue a strip to the seat, {} wide in all", wide), (put("/display/frame/seat_width", wide),)))
        gap = sizes.gap["width"].value + sizes.seat_width.value - beyond - context.book["gap.widest"].value
        if gap >= 2:
            ways.append(WayOut(say("Narrow the gap to {} a side", gap), (put("/display/frame/gap", gap),)))
    else:
        wide = up(sizes.seat_needed.value, Fraction(1))
        ways.append(WayOut(say("Glue a strip to the seat, {} wide in all", wide), (put("/display/frame/seat_width", wide),)))
    reaches = sizes.seat_under.value > 0
    context.checks.add(
        "stop",
        "seat.reach",
        "depth",
        say("The seat reaches only {} under the bar, {} too little.", sizes.seat_under, short)
        if reaches
        else say("The seat does not reach the bar: it is {} too narrow.", short),
        why=say(
            "The gap is {} at the widest and the screws need {} beyond it.", context.book["gap.widest"], context.rule("seat_beyond")
        ),
        source_key="seat-reach",
        figure="seat.needed",
        parts=("seat", "bar"),
        ways=ways or into_a_lip(context),
    )


def _screws(context: FloaterContext, sizes: Sizes) -> None:
    say, screws, shop = context.speak.say, sizes.screws, context.shop
    if "reveal.impossible" in context.checks.checks:
        return
    fitting = [n for n in map(Fraction, shop.screws) if screws.shortest.value <= n <= screws.longest.value]
    ways = [
        WayOut(
            say(
                "Use {} screws: they bite {} and stay {} from the canvas",
                n,
                n - sizes.seat.value - sizes.lift.value,
                sizes.depth.smallest.value - (n - sizes.seat.value - sizes.lift.value),
            ),
            (put("/display/screw", n),),
        )
        for n in fitting[:2]
    ]
    if screws.bite.value < screws.least.value:
        context.checks.add(
            "stop",
            "screw.bite",
            "depth",
            say("The screws bite only {} into the bar; they need {}.", screws.bite, screws.least)
            if screws.bite.value > 0
            else say("The screws don't reach the bar: seat and lift are {} thicker than they are long.", -screws.bite.value),
            why=say("A screw {} long goes through seat {} and lift {} first.", screws.length, sizes.seat, sizes.lift),
            source_key="screw-bite",
            figure="screw.bite",
            parts=("screw",),
            ways=ways or _no_screw(context, sizes),
        )
    elif screws.clear.value < exact(shop.rules.canvas_clear):
        through = screws.clear.value < 0
        context.checks.add(
            "stop",
            "screw.canvas",
            "depth",
            say("The screws would come through the canvas by {}.", -screws.clear.value)
            if through
            else say(
                "The screw points come within {} of the canvas; {} is the least.", screws.clear, exact(shop.rules.canvas_clear)
            ),
            why=say("The bar is {} deep and the screw bites {} into it.", sizes.depth.smallest, screws.bite),
            source_key="screw-bite",
            figure="screw.clear",
            parts=("screw", "canvas"),
            ways=ways or _no_screw(context, sizes),
        )


def _held(context: FloaterContext, sizes: Sizes) -> None:
    """The screws there are bear the canvas: by what the wood of its bars, which nobody knows, holds at least."""
    screws, number = sizes.screws, context.shop.rules.holding_screw
    if screws.bite.value <= 0:
        return
    check_counts(
        context,
        "screw",
        "Screws",
        screws.places,
        exact(context.shop.rules.screw_spacing),
        each_bears(context, screws.bite),
        context.speak.say(f"#{number} screws, {{}} into the softest of woods (Wood Handbook, chapter 8; NDS)", screws.bite),
        stage="depth",
        source="screw-spacing",
    )


def _no_screw(context: FloaterContext, sizes: Sizes) -> list[WayOut]:
    """No length in stock fits: a length to buy, if there is room for any between bite and canvas."""
    low, high = sizes.screws.shortest.value, sizes.screws.longest.value
    if low > high:
        # The bar is too shallow for any screw that bites and stays clear of the canvas.
        return into_a_lip(context)
    buy = up(low, Fraction(1)) if up(low, Fraction(1)) <= high else low
    return [WayOut(context.speak.say("Buy or cut screws {} long", buy), (put("/display/screw", buy),))]
