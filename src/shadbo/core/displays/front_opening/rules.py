"""What can be wrong with a frame that opens at the front, and the ways out."""

from __future__ import annotations

from decimal import Decimal

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.displays.front_opening.sizes import OpeningContext, Sizes
from shadbo.core.framing.families import check_in_stock, check_long_enough
from shadbo.core.framing.rabbet import check_rabbet
from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import Fraction, exact, up


def check(context: OpeningContext, sizes: Sizes, door_kg: Fraction) -> None:
    shop, display = context.shop, context.display
    check_rabbet(context, sizes.rabbet, display.frame)
    check_in_stock(
        context,
        sizes.missing,
        display.tray,
        shop.mouldings,
        place="/display/tray",
        what="stock for the tray",
        figure="tray.face",
        part="tray",
    )
    _thin(context, sizes)
    _lies_in(context, sizes)
    _deep_enough(context, sizes)
    trays = sorted(shop.mouldings, key=lambda m: (m.wood != sizes.stock.wood, m.face))
    longest = max(sizes.rabbet.outside.values(), key=lambda d: d.value)
    check_long_enough(context, longest, sizes.stock, trays, place="/display/tray", key="tray.stock", what="rail of the tray")
    if display.glazing in ("glass", "coated") and door_kg > context.rule("door_heavy"):
        context.checks.add(
            "caution",
            "door.heavy",
            "display",
            (f"A door of {float(door_kg):.3g} kg hangs on its hinges by one side: the frame racks, and its mitres open.",),
            why="Acrylic weighs half, and does not break when the door falls shut.",
            source_key="front-opening",
            parts=("rail", "glazing"),
            ways=(WayOut(("Use acrylic",), (put("/display/glazing", "acrylic"),)),),
        )


def _thin(context: OpeningContext, sizes: Sizes) -> None:
    """Screws of a hinge need wood on both sides of them."""
    least = context.rule("door_tray")
    if sizes.face.value >= least:
        return
    say = context.speak.say
    wider = sorted((m for m in context.shop.mouldings if exact(m.face) >= least), key=lambda m: (m.face, m.height))
    context.checks.add(
        "caution",
        "tray.thin",
        "display",
        say("The tray’s rails are {} wide: the screws of the hinges split them.", sizes.face),
        why=say("They want {} or more.", least),
        source_key="front-opening",
        figure="tray.face",
        parts=("tray", "hinge"),
        ways=[
            WayOut(say(f"Make the tray of {m.name}, {{}} wide", exact(m.face)), (put("/display/tray", m.key),)) for m in wider[:3]
        ],
    )


def _lies_in(context: OpeningContext, sizes: Sizes) -> None:
    """The tray has to take the work by its largest reading."""
    say = context.speak.say
    short = max(AXES, key=lambda a: -sizes.room[a].value)
    least = sizes.room[short]
    if least.value >= 0:
        return
    # What a narrower tray, or a frame that is wider beside its rabbet, would give.
    wide = exact(sizes.stock.face) + least.value
    trays = [m for m in context.shop.mouldings if exact(m.face) <= wide and m.height >= sizes.stock.height]
    solid = sizes.rabbet.face.value - sizes.rabbet.lip.value - least.value
    frames = [m for m in context.shop.rabbet_mouldings if exact(m.face) - exact(m.lip) >= solid]
    context.checks.add(
        "stop",
        "tray.narrow",
        "display",
        say(f"The work does not lie in the tray: in the {short} {{}} is missing on each side.", -least.value),
        why=say("The tray is as large outside as the frame, and its rails are {} wide.", sizes.face),
        source_key="front-opening",
        figure=least.name,
        parts=("tray",),
        ways=(
            *(
                WayOut(say(f"Make the tray of {m.name}, {{}} wide", exact(m.face)), (put("/display/tray", m.key),))
                for m in trays[:2]
            ),
            *(
                WayOut(
                    say(f"Make the frame of {m.name}: {{}} of wood beside its rabbet", exact(m.face) - exact(m.lip)),
                    (put("/display/frame/moulding", m.key),),
                )
                for m in frames[:2]
            ),
        ),
    )


def _deep_enough(context: OpeningContext, sizes: Sizes) -> None:
    """Deep enough for what lies in it, where its depth was typed; and not deeper than what it is ripped from."""
    say, display, own = context.speak.say, context.display, exact(sizes.stock.height)
    one = (sizes.stack.value - sizes.mount.value) / (1 + display.kept)

    def fewer(over: Fraction) -> list[WayOut]:
        left = display.kept - int(up(over / one, Fraction(1)))
        if not 0 <= left < display.kept:
            return []
        return [WayOut((f"Keep {left or 'none'} behind the one that shows",), (put("/display/kept", Decimal(left)),))]

    if sizes.slack.value < 0:
        context.checks.add(
            "stop",
            "depth.tray",
            "display",
            say("Door and tray are too shallow for what lies in them, by {}.", -sizes.slack.value),
            why=say("The work stands {} behind the glazing, so that it never sticks to it.", context.rule("flat_air")),
            source_key="front-opening",
            figure="depth.slack",
            parts=("tray",),
            ways=(WayOut(("Make the tray as deep as it needs to be",), (put("/display/deep", None),)), *fewer(-sizes.slack.value)),
        )
    if sizes.height.value > own:
        deeper = sorted(
            (m for m in context.shop.mouldings if exact(m.height) >= sizes.height.value and exact(m.face) <= sizes.face.value),
            key=lambda m: (m.wood != sizes.stock.wood, m.height),
        )
        context.checks.add(
            "stop",
            "tray.shallow",
            "display",
            say(f"The tray is to be {{}} deep; {sizes.stock.name} is {{}}.", sizes.height, own),
            why=say("It needs {}.", sizes.need),
            source_key="front-opening",
            figure="tray.height",
            parts=("tray",),
            ways=(
                *(
                    WayOut(say(f"Make the tray of {m.name}: {{}} deep", exact(m.height)), (put("/display/tray", m.key),))
                    for m in deeper[:2]
                ),
                *fewer(sizes.height.value - own),
                *((WayOut(say("Make it {} deep", own), (put("/display/deep", own),)),) if sizes.need.value <= own else ()),
            ),
        )
