"""What can be wrong with a canvas in a lipped frame, and the ways out."""

from __future__ import annotations

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.displays.lipped.sizes import LippedContext, Sizes
from shadbo.core.document.decisions.canvas import NewRabbet
from shadbo.core.framing.canvas_choices import into_a_floater
from shadbo.core.framing.rabbet import check_rabbet
from shadbo.core.framing.rabbet_choices import make_one, new_rabbet
from shadbo.core.framing.rails import AXES
from shadbo.core.framing.stock import screws_between
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.sums import smallest

LAP_LEAST, LAP_MOST = Fraction(3), Fraction(10)
SPRING_MOST = Fraction(7)


def check(context: LippedContext, sizes: Sizes) -> None:
    check_rabbet(context, sizes.rabbet, context.display.frame)
    for axis in AXES:
        _goes_in(context, sizes, axis)
        _covered(context, sizes, axis)
    _clip(context, sizes)
    _screw(context, sizes)


def _goes_in(context: LippedContext, sizes: Sizes, axis: str) -> None:
    say, room = context.speak.say, sizes.room[axis]
    if room.value > room.worst:
        return
    new = isinstance(context.display.frame, NewRabbet)
    ways = []
    # The rabbet grows by twice what the lap is lessened by.
    less = Fraction(context.display.lap) - (room.worst - room.value) / 2 // 1 - 1
    if new and less >= LAP_LEAST:
        ways.append(WayOut(say("Let the lip cover {}: more room in the rabbet", less), (put("/display/lap", less),)))
    if new:
        for m in context.shop.rabbet_mouldings:
            # The room is twice what the lip is wider than its lap, less how untrue the canvas is.
            more = 2 * (Fraction(m.lip) - sizes.rabbet.lip.value)
            lap = min(
                Fraction(context.display.lap),
                Fraction(context.display.lap) + (room.value + more - room.worst) / 2 // 1 - 1,
            )
            if Fraction(m.lip) > sizes.rabbet.lip.value and lap >= LAP_LEAST:
                patch = (put("/display/frame/moulding", m.key), put("/display/lap", lap))
                ways.append(WayOut(say(f"Use {m.name}, its lip over the canvas by {{}}", lap), patch))
        ways.append(into_a_floater(context))
    else:
        ways += _turned(context, sizes)
        ways.append(make_one(context, "Make a frame for it"))
    context.checks.add(
        "stop" if room.value < 0 else "caution", f"fit.{axis}", "display",
        say(f"The canvas won’t go in: it is {{}} larger than the rabbet in the {axis}.", -room.value) if room.value < 0 else
        say(f"The canvas may bind in the {axis}: {{}} of room, and saw and tape may take {{}}.", room, context.speak.fine(room.worst)),
        why=say("Largest canvas reading {}, smallest rabbet {}.", sizes.thing.side(axis).into, sizes.rabbet.size[axis]),
        source_key="which-reading", figure=room.name, parts=("canvas", "rail"), ways=[*ways[:3], *ways[3:][-1:]],
    )  # fmt: skip


def _turned(context: LippedContext, sizes: Sizes) -> list[WayOut]:
    """Turning the frame, where the canvas then goes in."""
    inner = sizes.rabbet.inner
    assert inner is not None
    wide, tall = (inner[b].smallest.value - sizes.thing.side(a).into.value for a, b in (AXES, AXES[::-1]))
    if min(wide, tall) <= 0:
        return []
    turned = not getattr(context.display.frame, "turned", False)
    return [
        WayOut(context.speak.say("Turn the frame: room {} and {}", wide, tall), (put("/display/frame/turned", turned),))
    ]


def _covered(context: LippedContext, sizes: Sizes, axis: str) -> None:
    say, least = context.speak.say, sizes.least_lap[axis]
    if sizes.room[axis].value < 0:
        return
    if least.value < LAP_LEAST:
        ways = []
        if isinstance(context.display.frame, NewRabbet):
            lap = Fraction(context.display.lap) + (LAP_LEAST - least.value) / 2
            ways = [
                WayOut(say(f"Use {m.name}: lip {{}}", Fraction(m.lip)), (put("/display/frame/moulding", m.key),))
                for m in context.shop.rabbet_mouldings if Fraction(m.lip) > sizes.rabbet.lip.value
            ][:2]  # fmt: skip
            if lap <= sizes.rabbet.lip.value - 1:
                ways.insert(0, WayOut(say("Let the lip cover {}", lap), (put("/display/lap", lap),)))
        else:
            packing = sizes.room[axis].value / 2
            ways = [
                WayOut(
                    say("Make a frame for it (or pack both sides by {} so that it can’t slide)", packing),
                    make_one(context, "").patch,
                )
            ]
        context.checks.add(
            "stop" if least.value < 0 else "caution", f"lap.{axis}", "display",
            say(f"Pushed to one side the canvas shows its edge in the {axis}, by {{}}.", -least.value) if least.value < 0 else
            say(f"Pushed to one side the lip covers the canvas by only {{}} in the {axis}.", least),
            why=say("Lip {}, smallest canvas reading {}; at least {} should stay covered.", sizes.rabbet.lip,
                    sizes.thing.side(axis).cover, LAP_LEAST),
            source_key="lipped-lap", figure=least.name, parts=("lip", "canvas"), ways=ways,
        )  # fmt: skip
    lap = sizes.lap[axis].value
    if lap > LAP_MOST:
        context.checks.add(
            "note", f"lap.much.{axis}", "display", say(f"The lip hides {{}} of the picture on each side in the {axis}.", lap),
            why="5–6 mm is usual.", source_key="lipped-lap", figure=sizes.lap[axis].name, parts=("lip",),
        )  # fmt: skip


def _clip(context: LippedContext, sizes: Sizes) -> None:
    say = context.speak.say
    if sizes.standout.value < 0:
        context.checks.add(
            "note", "clip.shallow", "display",
            say("The canvas lies {} below the back: bend flat clips in, or pack behind the bar.", -sizes.standout.value),
            why="Clips press on what stands level with the back or behind it.", source_key="clips", figure="clip.standout",
            parts=("clip",),
        )  # fmt: skip
        return
    sprung, fitting = sizes.sprung.value, [Fraction(c) for c in context.shop.clips]
    if 0 <= sprung <= SPRING_MOST:
        return
    nearest = [c for c in fitting if 0 <= sizes.standout.value - c <= SPRING_MOST]
    ways = [
        WayOut(say("Use clips offset {}", c), (put("/display/offset", c),)) for c in sorted(nearest, reverse=True)[:2]
    ]
    if not ways:
        ways = [
            WayOut(say(f"Use {m.name}: the canvas stands out {{}}", max(sizes.thing.depth.into.value - Fraction(m.rabbet_depth), Fraction(0))),
                   (put("/display/frame", new_rabbet(m.key)), put("/display/offset", None)))
            for m in sorted(context.shop.rabbet_mouldings, key=lambda m: -m.rabbet_depth) if sizes.thing.depth
        ][:2]  # fmt: skip
    loose = sprung < 0
    context.checks.add(
        "caution", "clip.offset", "display",
        say("The clip stands {} off the canvas: it holds nothing.", -sprung) if loose else
        say("The clip would be bent by {}: it would force the canvas forward.", sprung),
        why=say("The canvas stands out {}, the clip is offset {}.", sizes.standout, sizes.offset),
        source_key="clips", figure="clip.sprung", parts=("clip",), ways=ways,
    )  # fmt: skip


def _screw(context: LippedContext, sizes: Sizes) -> None:
    say, length = context.speak.say, sizes.screw
    ways = tuple(screws_between(context, sizes.shortest, sizes.longest))
    if length.value > sizes.longest.value:
        ways = ways or (WayOut(say("Cut screws to {}", sizes.longest), (put("/display/screw", sizes.longest.value),)),)
        context.checks.add(
            "stop", "screw.long", "display", say("A screw of {} comes {} too near the rail’s face.", length, length.value - sizes.longest.value),
            why=say("The rail is {} high; the point stays clear of its face.", sizes.rabbet.rail_height),
            source_key="clip-screw", figure="screw.length", parts=("screw",), ways=ways,
        )  # fmt: skip
    elif length.value < sizes.shortest.value:
        context.checks.add(
            "caution", "screw.short", "display", say("A screw of {} bites too little.", length),
            why=say("At least {} in the wood.", sizes.shortest), source_key="screw-bite", figure="screw.length", parts=("screw",), ways=ways,
        )  # fmt: skip
    if length.value > sizes.bar_longest.value:
        context.checks.add(
            "caution", "screw.bar", "display", say("Keep these screws out of the bar: in it no more than {} is safe.", sizes.bar_longest),
            why="A longer one would reach the canvas.", source_key="screw-bite", figure="screw.bar.longest", parts=("screw", "bar"),
            ways=screws_between(context, sizes.shortest, smallest((sizes.longest, sizes.bar_longest)))[:1],
        )  # fmt: skip
