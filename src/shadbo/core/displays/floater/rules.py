"""What can be wrong with a floater, and the ways out."""

from __future__ import annotations

from collections.abc import Iterator

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.displays.floater.depth_rules import check_depth, deep_enough
from shadbo.core.displays.floater.sizes import Sizes
from shadbo.core.displays.floater.terms import AXES, FloaterContext
from shadbo.core.document.decisions.canvas import BoughtFrame, NewFrame
from shadbo.core.document.schools import new_frame
from shadbo.core.framing.families import check_in_stock, check_long_enough, quarter_turn
from shadbo.core.framing.label_size import check_unread, sides_unread
from shadbo.core.framing.rabbet import check_bow
from shadbo.core.framing.rabbet_choices import into_a_lip
from shadbo.core.measuring.desk import gets_cradle
from shadbo.core.measuring.doubts import check_readings
from shadbo.core.quantity.exact import Fraction, exact, up


def check(context: FloaterContext, sizes: Sizes) -> None:
    """Put every check of the floater into the list, each with its ways out."""
    if gets_cradle(context):
        context.checks.add(
            "note",
            "cradle.glued",
            "display",
            ("Strips are glued to its back: they stay there.",),
            why="A bare board has nothing a screw could bite in. A frame with a lip holds it without glue.",
            source_key="cradle",
            parts=("bar",),
        )
    if sizes.inner:
        frame = context.display.frame
        assert isinstance(frame, BoughtFrame)
        if not sides_unread(frame):
            across, down = sizes.inner["width"], sizes.inner["height"]
            check_readings(context.checks, context.speak, context.shop, "frame", across, down, "rail", key="frame")
        bow = {a: context.book[f"frame.bow.{a}"] for a in AXES if f"frame.bow.{a}" in context.book.dims}
        check_bow(context, frame, sizes.inner, bow, "inside")
        check_unread(context, frame)
        _goes_in(context, sizes)
        _even(context, sizes)
    else:
        _moulding(context, sizes)
        _new_fit(context, sizes)
        _stock_length(context, sizes)
    _untrue(context, sizes)
    check_depth(context, sizes)


def _new_frame_instead(context: FloaterContext, sizes: Sizes) -> Iterator[WayOut]:
    """A made frame that won't do: make one, of the first moulding deep enough."""
    for moulding in deep_enough(context, sizes, context.display.reveal):
        frame = new_frame(moulding.key, context.piece.units)
        yield WayOut(
            context.speak.say(f"Make a new frame of {moulding.name}, gap {{}} a side", exact(frame["gap"])),
            (put("/display/frame", frame),),
        )
        return


def _goes_in(context: FloaterContext, sizes: Sizes) -> None:
    say, frame = context.speak.say, context.display.frame
    assert isinstance(frame, BoughtFrame) and sizes.inner is not None
    turned = {axis: context.book[f"gap.turned.{axis}"].value for axis in AXES}
    for axis in AXES:
        fit = sizes.fit[axis]
        if fit.value > fit.worst:
            continue
        if fit.value >= 0:
            context.checks.add(
                "caution",
                f"fit.{axis}",
                "display",
                say(
                    f"The canvas may not go in: {{}} of room in the {axis}, and the readings may be {{}} out.",
                    fit,
                    context.speak.fine(fit.worst),
                ),
                why=say("Worst case of the tape readings; the likely spread is {}.", context.speak.fine(fit.likely)),
                source_key="tape",
                figure=fit.name,
                parts=("canvas", "gap"),
            )
            continue
        ways = []
        if min(turned.values()) > 0:
            ways.append(quarter_turn(context, frame, "gaps", turned["width"], turned["height"]))
        if sizes.liner[axis].value and fit.value + 2 * sizes.liner[axis].value > 0:
            ways.append(WayOut(say("Take the liner out"), (put(f"/display/frame/liner_{axis}", Fraction(0)),)))
        ways += list(_new_frame_instead(context, sizes)) or into_a_lip(context)
        context.checks.add(
            "stop",
            f"fit.{axis}",
            "display",
            say(f"The canvas won't go in: it is {{}} larger than the inside in the {axis}.", -fit.value),
            why=say("Largest canvas reading {}, smallest inside {}.", sizes.canvas[axis].largest, sizes.inside[axis]),
            source_key="which-reading",
            figure=fit.name,
            parts=("canvas", "rail"),
            ways=ways,
        )


def _even(context: FloaterContext, sizes: Sizes) -> None:
    book, say, frame = context.book, context.speak.say, context.display.frame
    assert isinstance(frame, BoughtFrame)
    if min(g.value for g in sizes.gap.values()) < 0:
        return
    difference = book["gap.difference"]
    turned = {axis: book[f"gap.turned.{axis}"].value for axis in AXES}
    if difference.value > context.rule("eye_passes"):
        big = "width" if sizes.gap["width"].value > sizes.gap["height"].value else "height"
        liner = book["even.liner"]
        ways = []
        # Thicker than a strip it is a frame of the wrong size.
        if liner.value <= context.rule("liner_most"):
            ways.append(
                WayOut(
                    say(
                        "Line both inner faces of that axis with strips {} thick: both gaps {}",
                        liner,
                        min(g.value for g in sizes.gap.values()),
                    ),
                    (put(f"/display/frame/liner_{big}", sizes.liner[big].value + liner.value),),
                )
            )
        if min(turned.values()) > 0 and abs(turned["width"] - turned["height"]) < difference.value:
            ways.append(quarter_turn(context, frame, "gaps", turned["width"], turned["height"]))
        if not ways:
            ways += _new_frame_instead(context, sizes)
        context.checks.add(
            "caution",
            "gap.uneven",
            "display",
            say("The gaps differ: {} left and right, {} top and bottom.", sizes.gap["width"], sizes.gap["height"]),
            why=say(
                f"A canvas {big} of {{}} would even them; more than {{}} shows to the eye.",
                book[f"even.canvas.{big}"],
                context.rule("eye_passes"),
            ),
            source_key="eye",
            figure=difference.name,
            parts=("gap",),
            ways=ways,
        )


def _moulding(context: FloaterContext, sizes: Sizes) -> None:
    frame = context.display.frame
    assert isinstance(frame, NewFrame)
    fitting = deep_enough(context, sizes, context.display.reveal)
    check_in_stock(context, sizes.missing, frame.moulding, fitting, place="/display/frame/moulding")


def _new_fit(context: FloaterContext, sizes: Sizes) -> None:
    say = context.speak.say
    for axis in AXES:
        fit = sizes.fit[axis]
        if fit.value <= fit.worst:
            need = fit.worst / 2 // context.rule("gap_step") * context.rule("gap_step") + context.rule("gap_step")
            context.checks.add(
                "caution",
                f"fit.{axis}",
                "display",
                say(
                    f"The canvas may bind in the {axis}: {{}} of room, and saw and tape may take {{}} of it.",
                    fit,
                    context.speak.fine(fit.worst),
                ),
                why=say("Worst case of saw and tape; the likely spread is {}.", context.speak.fine(fit.likely)),
                source_key="saw",
                figure=fit.name,
                parts=("gap",),
                ways=(WayOut(say("Plan a gap of {} a side", need), (put("/display/frame/gap", need),)),),
            )


def _untrue(context: FloaterContext, sizes: Sizes) -> None:
    """A gap that varies by more than a quarter of itself shows the canvas up."""
    say, frame = context.speak.say, context.display.frame
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
        needed = up(sizes.gap_to_hide.value, context.rule("gap_step"))
        if needed <= 100:
            ways.append(
                WayOut(
                    say("Widen the gap to {} a side: it then varies by a quarter or less", needed),
                    (put("/display/frame/gap", needed),),
                )
            )
    context.checks.add(
        "caution",
        "gap.untrue",
        "display",
        say(
            "The gap is too small to hide how untrue the canvas is: beside it the gap runs from {} to {}.",
            min(sizes.gap_at[s].value for s in sizes.gap_at if s in sizes.canvas[axis].stations),
            max(sizes.gap_at[s].value for s in sizes.gap_at if s in sizes.canvas[axis].stations),
        ),
        why=say(
            "It varies by {}, more than a quarter of {}; from {} a side it would pass.",
            variation,
            sizes.gap[axis],
            sizes.gap_to_hide,
        ),
        source_key="gap-quarter",
        figure=variation.name,
        parts=("gap", "canvas"),
        ways=ways,
    )


def _stock_length(context: FloaterContext, sizes: Sizes) -> None:
    assert sizes.moulding is not None
    longest = max((sizes.outside[a] for a in AXES), key=lambda d: d.value)
    depths = {m.key for m in deep_enough(context, sizes, context.display.reveal)}
    others = sorted(context.shop.mouldings, key=lambda m: (m.key not in depths, m.height, m.face))
    check_long_enough(context, longest, sizes.moulding, others, place="/display/frame/moulding")
