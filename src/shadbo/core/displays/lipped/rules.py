"""What can be wrong with a canvas in a lipped frame, and the ways out."""

from __future__ import annotations

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.displays.lipped.sizes import LippedContext, Sizes
from shadbo.core.document.decisions.canvas import NewRabbet, ReadFrame
from shadbo.core.document.schools import new_rabbet
from shadbo.core.finishing.hold.methods import METHODS
from shadbo.core.framing.canvas_choices import into_a_floater
from shadbo.core.framing.families import check_screw, quarter_turn
from shadbo.core.framing.rabbet import check_rabbet
from shadbo.core.framing.rabbet_choices import make_one
from shadbo.core.framing.rails import AXES
from shadbo.core.framing.stock import screws_between
from shadbo.core.framing.typed_counts import check_counts
from shadbo.core.measuring.desk import picture
from shadbo.core.quantity.exact import Fraction, exact
from shadbo.core.quantity.sums import smallest


def check(context: LippedContext, sizes: Sizes) -> None:
    check_rabbet(context, sizes.rabbet, context.display.frame)
    for axis in AXES:
        _goes_in(context, sizes, axis)
        _covered(context, sizes, axis)
    _clip(context, sizes)
    _screw(context, sizes)
    check_counts(
        context,
        "clip",
        "Clips",
        sizes.clips,
        context.rule("clip_spacing"),
        METHODS["clips"].each,
        ("a house figure for one clip",),
        stage="display",
        source="clips",
    )


def _goes_in(context: LippedContext, sizes: Sizes, axis: str) -> None:
    say, room = context.speak.say, sizes.room[axis]
    if room.value > room.worst:
        return
    new = isinstance(context.display.frame, NewRabbet)
    ways = []
    # The rabbet grows by twice what the lap is lessened by.
    less = exact(context.display.lap) - (room.worst - room.value) / 2 // 1 - 1
    if new and less >= context.rule("canvas_lap_least"):
        ways.append(WayOut(say("Let the lip cover {}: more room in the rabbet", less), (put("/display/lap", less),)))
    if new and sizes.liner is None:
        for m in context.shop.rabbet_mouldings:
            # The room is twice what the lip is wider than its lap, less how untrue the canvas is.
            more = 2 * (exact(m.lip) - sizes.lip.value)
            lap = min(exact(context.display.lap), exact(context.display.lap) + (room.value + more - room.worst) / 2 // 1 - 1)
            if exact(m.lip) > sizes.lip.value and lap >= context.rule("canvas_lap_least"):
                patch = (put("/display/frame/moulding", m.key), put("/display/lap", lap))
                ways.append(WayOut(say(f"Use {m.name}, its lip over the canvas by {{}}", lap), patch))
    if new:
        ways.append(into_a_floater(context))
    else:
        ways += _turned(context, sizes)
        ways.append(make_one(context, "Make a frame for it"))
    context.checks.add(
        "stop" if room.value < 0 else "caution",
        f"fit.{axis}",
        "display",
        say(f"The canvas won’t go in: it is {{}} larger than the rabbet in the {axis}.", -room.value)
        if room.value < 0
        else say(
            f"The canvas may bind in the {axis}: {{}} of room, and saw and tape may take {{}}.",
            room,
            context.speak.fine(room.worst),
        ),
        why=say("Largest canvas reading {}, smallest rabbet {}.", sizes.thing.side(axis).into, sizes.hole[axis]),
        source_key="which-reading",
        figure=room.name,
        parts=("canvas", "rail"),
        ways=[*ways[:3], *ways[3:][-1:]],
    )


def _turned(context: LippedContext, sizes: Sizes) -> list[WayOut]:
    """Turning the frame, where the canvas then goes in."""
    inner = sizes.rabbet.inner
    assert inner is not None
    wide, tall = (inner[b].smallest.value - sizes.thing.side(a).into.value for a, b in (AXES, AXES[::-1]))
    if min(wide, tall) <= 0:
        return []
    frame = context.display.frame
    return [quarter_turn(context, frame, "room", wide, tall)] if isinstance(frame, ReadFrame) else []


def _covered(context: LippedContext, sizes: Sizes, axis: str) -> None:
    say, least = context.speak.say, sizes.least_lap[axis]
    if sizes.room[axis].value < 0:
        return
    if least.value < context.rule("canvas_lap_least"):
        ways = []
        if isinstance(context.display.frame, NewRabbet):
            lap = exact(context.display.lap) + (context.rule("canvas_lap_least") - least.value) / 2
            ways = [
                WayOut(say(f"Use {m.name}: lip {{}}", exact(m.lip)), (put("/display/frame/moulding", m.key),))
                for m in context.shop.rabbet_mouldings
                if exact(m.lip) > sizes.lip.value
            ][:2]
            if lap <= sizes.lip.value - 1:
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
            "stop" if least.value < 0 else "caution",
            f"lap.{axis}",
            "display",
            say(f"Pushed to one side the canvas shows its edge in the {axis}, by {{}}.", -least.value)
            if least.value < 0
            else say(f"Pushed to one side the lip covers only {{}} of the canvas in the {axis}.", least),
            why=say(
                "Lip {}, smallest canvas reading {}; at least {} should stay covered.",
                sizes.lip,
                sizes.thing.side(axis).cover,
                context.rule("canvas_lap_least"),
            ),
            source_key="lipped-lap",
            figure=least.name,
            parts=("lip", "canvas"),
            ways=ways,
        )
    lap = sizes.lap[axis].value
    if lap > context.rule("canvas_lap_most"):
        context.checks.add(
            "note",
            f"lap.much.{axis}",
            "display",
            say(f"The lip hides {{}} of the picture on each side in the {axis}.", lap),
            why=context.speak.say("{} to {} is usual.", context.rule("canvas_lap_usual"), context.rule("canvas_lap_usual_most")),
            source_key="lipped-lap",
            figure=sizes.lap[axis].name,
            parts=("lip",),
        )


def _clip(context: LippedContext, sizes: Sizes) -> None:
    say = context.speak.say
    if sizes.standout.value < 0:
        context.checks.add(
            "note",
            "clip.shallow",
            "display",
            say(
                f"The {picture(context)} lies {{}} below the back: a packer so thick goes between each clip and it.",
                -sizes.standout.value,
            ),
            why="Clips press on what stands level with the back or behind it.",
            source_key="clips",
            figure="clip.standout",
            parts=("clip",),
        )
        return
    sprung, fitting = sizes.sprung.value, [exact(c) for c in context.shop.clips]
    if 0 <= sprung <= context.rule("clip_springs"):
        return
    nearest = [c for c in fitting if 0 <= sizes.standout.value - c <= context.rule("clip_springs")]
    ways = [WayOut(say("Use clips offset {}", c), (put("/display/offset", c),)) for c in sorted(nearest, reverse=True)[:2]]
    if not ways:
        ways = [
            WayOut(
                say(
                    f"Use {m.name}: the canvas stands out {{}}",
                    max(sizes.thing.depth.into.value - exact(m.rabbet_depth), Fraction(0)),
                ),
                (put("/display/frame", new_rabbet(m.key)), put("/display/offset", None)),
            )
            for m in sorted(context.shop.rabbet_mouldings, key=lambda m: -m.rabbet_depth)
            if sizes.thing.depth
        ][:2]
    loose = sprung < 0
    context.checks.add(
        "caution",
        "clip.offset",
        "display",
        say("The clip stands {} off the canvas: it holds nothing.", -sprung)
        if loose
        else say("The clip would be bent by {}: it would force the canvas forward.", sprung),
        why=say("The canvas stands out {}, the clip is offset {}.", sizes.standout, sizes.offset),
        source_key="clips",
        figure="clip.sprung",
        parts=("clip",),
        ways=ways,
    )


def _screw(context: LippedContext, sizes: Sizes) -> None:
    say, length = context.speak.say, sizes.screw
    check_screw(
        context,
        length,
        sizes.shortest,
        sizes.longest,
        stage="display",
        near="rail’s face",
        why_long=say("The rail is {} high; the point stays clear of its face.", sizes.rabbet.moulding_depth),
        why_short=say("At least {} into the wood.", sizes.shortest),
        source_key="clip-screw",
    )
    # A bare board has no bar a screw could go into by mistake.
    if context.thing.support != "board" and length.value > sizes.bar_longest.value:
        context.checks.add(
            "caution",
            "screw.bar",
            "display",
            say("Keep these screws out of the bar: in it no more than {} is safe.", sizes.bar_longest),
            why="A longer one would reach the canvas.",
            source_key="screw-bite",
            figure="screw.bar.longest",
            parts=("screw", "bar"),
            ways=screws_between(context, sizes.shortest, smallest((sizes.longest, sizes.bar_longest)))[:1],
        )
