"""What can be wrong with a canvas in a deep ready-made, and the ways out."""

from __future__ import annotations

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.displays.deep_ready_made.sizes import DeepContext, Sizes
from shadbo.core.framing.families import check_screw, quarter_turn
from shadbo.core.framing.rabbet import check_rabbet
from shadbo.core.framing.rabbet_choices import into_a_lip, ready_frame
from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import Fraction, exact


def check(context: DeepContext, sizes: Sizes) -> None:
    check_rabbet(context, sizes.rabbet, context.display.frame)
    _goes_in(context, sizes)
    _depth(context, sizes)
    _even(context, sizes)
    _fixing(context, sizes)


def _others(context: DeepContext, sizes: Sizes) -> list[WayOut]:
    """Ready-made frames of the stock that do take the canvas; else the two other ways of showing it."""
    ways = []
    for ready in context.shop.frames:
        for turned in (False, True):
            w, h = (ready.height, ready.width) if turned else (ready.width, ready.height)
            pack = sizes.depth.value + exact(ready.glazing_thickness) + exact(ready.board) + context.rule("tabs")
            if (
                exact(w) > sizes.thing.width.into.value
                and exact(h) > sizes.thing.height.into.value
                and exact(ready.rabbet_depth) >= pack
            ):
                ways.append(
                    (
                        w * h,
                        WayOut(
                            (f"Take the {ready.name.lower()}{', turned' if turned else ''}",),
                            (put("/display/frame", ready_frame(ready, turned)),),
                        ),
                    )
                )
    ways.sort(key=lambda item: item[0])
    return [*(way for _, way in ways[:2]), *into_a_lip(context)]


def _goes_in(context: DeepContext, sizes: Sizes) -> None:
    say, frame = context.speak.say, context.display.frame
    for axis in AXES:
        room = sizes.room[axis]
        if room.value > room.worst:
            continue
        turned = (
            [sizes.rabbet.inner[b].smallest.value - sizes.thing.side(a).into.value for a, b in (AXES, AXES[::-1])]
            if sizes.rabbet.inner
            else [Fraction(-1)]
        )
        ways = [quarter_turn(context, frame, "room", *turned)] if min(turned) > 0 else []
        ways += _others(context, sizes)
        context.checks.add(
            "stop" if room.value < 0 else "caution",
            f"fit.{axis}",
            "display",
            say(f"The canvas won’t go into the box: it is {{}} too large in the {axis}.", -room.value)
            if room.value < 0
            else say(
                f"The canvas may not go in: {{}} of room in the {axis}, and the readings may be {{}} out.",
                room,
                context.speak.fine(room.worst),
            ),
            why=say("Largest canvas reading {}, smallest inside {}.", sizes.thing.side(axis).into, sizes.rabbet.size[axis]),
            source_key="which-reading",
            figure=room.name,
            parts=("canvas",),
            ways=ways,
        )


def _depth(context: DeepContext, sizes: Sizes) -> None:
    say, slack = context.speak.say, sizes.slack.value
    if slack < 0:
        ways = []
        if sizes.card.value + slack >= 0 and sizes.card.value > 0:
            ways.append(
                WayOut(say("Leave the card out: {} of room", sizes.card.value + slack), (put("/display/card", Fraction(0)),))
            )
        ways += _others(context, sizes)
        context.checks.add(
            "stop",
            "depth.slack",
            "depth",
            say("It won’t go in: the pack is {} deeper than the box.", -slack),
            why=say("Card, canvas and board come to {}; the box is {} deep, less its tabs.", sizes.pack, sizes.rabbet.depth),
            source_key="closing",
            figure="depth.slack",
            parts=("bar", "board"),
            ways=ways[:4],
        )
    elif slack > context.rule("tight"):
        fill = sizes.fill
        context.checks.add(
            "note",
            "depth.fill",
            "depth",
            say("{} is left behind the board: fill it, so that nothing rattles.", slack)
            if fill is None
            else say(f"{{}} is left behind the board: {fill.names} fill{'s' if len(fill.boards) == 1 else ''} it.", slack),
            why=say("Up to {} is tight.", context.rule("tight")),
            source_key="closing",
            figure="depth.slack",
            parts=("fill",),
        )


def _even(context: DeepContext, sizes: Sizes) -> None:
    wide, tall = sizes.shows["width"].value, sizes.shows["height"].value
    say = context.speak.say
    if min(wide, tall) > 0 and abs(wide - tall) > context.rule("eye_passes"):
        context.checks.add(
            "note",
            "shows.uneven",
            "display",
            say("The board shows {} left and right, {} top and bottom.", wide, tall),
            why=say("More than {} of difference shows to the eye.", context.rule("eye_passes")),
            source_key="eye",
            figure=sizes.shows["width"].name,
            parts=("board",),
        )


def _fixing(context: DeepContext, sizes: Sizes) -> None:
    say, display = context.speak.say, context.display
    if display.fixing == "tape_alone":
        context.checks.add(
            "caution",
            "fixing.tape",
            "depth",
            ("Tape alone lets go in time: press it flat under weight for 24 hours, and still screw it.",),
            why="Tape positions; screws through the board into the bars carry.",
            source_key="tape-and-screws",
            parts=("screw",),
            ways=(WayOut(("Screw it through the board as well",), (put("/display/fixing", "screwed"),)),),
        )
        return
    check_screw(
        context,
        sizes.screw,
        sizes.shortest,
        sizes.longest,
        stage="depth",
        near="canvas",
        why_long=say("Board {} and bar {}.", sizes.board, sizes.depth),
        why_short=say("At least {} into the bar.", context.book["screw.least"]),
        source_key="screw-bite",
        otherwise=[WayOut(("Tape alone, pressed for a day",), (put("/display/fixing", "tape_alone"),))],
    )
