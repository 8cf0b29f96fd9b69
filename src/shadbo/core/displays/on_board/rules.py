"""What can be wrong with flat work on a board: borders that show, a pack that does not go in, trimming without consent."""

from __future__ import annotations

from shadbo.core.contract.checks import WayOut, put
from shadbo.core.displays.on_board.sizes import HIDDEN, PASSES, TRUE_TO_THE_EYE, OnBoardContext, Sizes
from shadbo.core.document.decisions.canvas import NewRabbet, ReadFrame
from shadbo.core.framing.rabbet import check_rabbet
from shadbo.core.framing.rabbet_choices import make_one, new_rabbet
from shadbo.core.framing.rails import AXES
from shadbo.core.quantity.exact import Fraction
from shadbo.core.quantity.figures import Say

STEP = Fraction(5)


def check(context: OnBoardContext, sizes: Sizes) -> None:
    check_rabbet(context, sizes.rabbet, context.display.frame)
    _consent(context)
    _fits(context, sizes)
    _crooked(context, sizes)
    _uneven(context, sizes)
    _depth(context, sizes)


def eye(error: Fraction) -> str:
    """What an eye will see of a border error."""
    if error <= TRUE_TO_THE_EYE:
        return "true to the eye"
    return "it passes" if error <= PASSES else "it shows"


def _consent(context: OnBoardContext) -> None:
    if context.display.edge == "trimmed" and not context.object.consent.given:
        context.checks.add(
            "stop", "trim.consent", "display", ("It is not trimmed before its owner has agreed in writing: write down who agreed and when.",),
            why="What is cut off an original can’t be put back.", source_key="consent", parts=("work",),
            ways=(WayOut(("Leave it whole",), (put("/display/edge", "shown"),)),),
        )  # fmt: skip


def _fits(context: OnBoardContext, sizes: Sizes) -> None:
    """The work has to lie inside what shows, or the lip covers it."""
    if context.display.edge == "mat":
        return
    tight = min(sizes.border.items(), key=lambda item: item[1].value)
    (edge, _), border = tight
    if border.value >= 0:
        return
    ways = []
    frame = context.display.frame
    if isinstance(frame, ReadFrame):
        turned = [context.book[f"border.turned.{a}"].value for a in AXES]
        if min(turned) > 0:
            ways.append(WayOut(context.speak.say("Turn the frame a quarter turn: borders {} and {}", *turned),
                               (put("/display/frame/turned", not frame.turned),)))  # fmt: skip
        ways.append(make_one(context, "Make a frame round it, borders as wished"))
    else:
        # As much wider as is covered now, and a little more to be seen.
        wider = -(-(context.book["border.intended"].value - border.value) // STEP) * STEP + STEP
        if wider <= 500:
            patch = (put("/display/border", wider), put("/display/placing/how", "best"))
            ways.append(WayOut(context.speak.say("Widen the border to {}", wider), patch))
    if context.display.placing.how != "best":
        ways.append(WayOut(("Place it the best way there is",), (put("/display/placing/how", "best"),)))
    context.checks.add(
        "stop", "border.covered", "display",
        context.speak.say(f"The lip covers the work on the {edge}, by {{}}.", -border.value),
        why="What it must show has to lie inside the sight edge at every station.", source_key="which-reading",
        figure=border.name, parts=("work", f"border.{edge}"), ways=ways,
    )  # fmt: skip


def _crooked(context: OnBoardContext, sizes: Sizes) -> None:
    say, fine, display = context.speak.say, context.speak.fine, context.display
    error = sizes.error.value
    if display.edge in ("mat", "trimmed") or min(b.value for b in sizes.border.values()) < 0:
        return
    ways: list[WayOut] = []
    before = context.book["border.error.before"].value
    if display.placing.how != "best" and sizes.best.worst < error:
        ways.append(
            WayOut(
                say("Place it the best way there is: worst error {}", fine(sizes.best.worst)),
                (put("/display/placing/how", "best"),),
            )
        )
    if error <= PASSES:
        if ways and error > TRUE_TO_THE_EYE:
            context.checks.add(
                "note", "border.better", "display", say("It passes with an error of {}; placed better it would be {}.", fine(error), fine(sizes.best.worst)),
                why="Up to 1.6 mm passes; less is better.", source_key="eye", figure=sizes.error.name, parts=("border",), ways=ways,
            )  # fmt: skip
        return
    border = min(d.value for d in sizes.meant.values())
    if error * HIDDEN <= border and display.placing.how == "best":
        return
    if isinstance(display.frame, NewRabbet) and error * HIDDEN > border:
        wide = -(-sizes.best.worst * HIDDEN // STEP) * STEP
        if border < wide <= 500:
            ways.append(WayOut(say("Widen the border to {}: the error is a twentieth of it or less", wide), (
                put("/display/border", wide), put("/display/placing/how", "best"))))  # fmt: skip
    if display.edge != "backing":
        ways.append(
            WayOut(
                ("Let the backing show in the work’s own tone, so the edge is not seen against it",),
                (put("/display/edge", "backing"),),
            )
        )
    ways.append(WayOut(
        say("Cover the edges with a mat, window {} × {}", *(sizes.thing.side(a).cover.value - 2 * Fraction(display.overlap) for a in AXES)),
        (put("/display/edge", "mat"),),
    ))  # fmt: skip
    if context.object.consent.given:
        ways.append(WayOut(
            say(f"Trim it true to {{}} × {{}}, as {context.object.consent.who} agreed", *(sizes.thing.side(a).cover for a in AXES)),
            (put("/display/edge", "trimmed"),),
        ))  # fmt: skip
    context.checks.add(
        "note" if display.edge == "backing" else "caution", "border.crooked", "display",
        say(f"However it is placed, a border is out by {{}}: {eye(error)}." if display.placing.how == "best"
            else f"As it is placed a border is out by {{}}: {eye(error)}.", fine(error)),
        why=say("Centred it would be out by {}, at best by {}. A border of {} would hide it.", fine(before), fine(sizes.best.worst), sizes.wide_enough),
        source_key="hide" if error * HIDDEN > border else "eye", figure=sizes.error.name, parts=("border", "work"), ways=ways,
    )  # fmt: skip


def _uneven(context: OnBoardContext, sizes: Sizes) -> None:
    frame = context.display.frame
    if not isinstance(frame, ReadFrame) or min(d.value for d in sizes.meant.values()) < 0:
        return
    say, book = context.speak.say, context.book
    difference = book["border.difference"]
    if difference.value <= PASSES:
        return
    turned = {a: book[f"border.turned.{a}"].value for a in AXES}
    ways = []
    if min(turned.values()) > 0 and abs(turned["width"] - turned["height"]) < difference.value:
        ways.append(WayOut(say("Turn the frame: borders {} and {}", turned["width"], turned["height"]),
                           (put("/display/frame/turned", not frame.turned),)))  # fmt: skip
    big = "width" if sizes.meant["width"].value > sizes.meant["height"].value else "height"
    context.checks.add(
        "note", "border.uneven", "display",
        say("The borders differ: {} left and right, {} top and bottom.", sizes.meant["width"], sizes.meant["height"]),
        why=say(f"A work {{}} {'wide' if big == 'width' else 'high'} would even them.", book[f"even.work.{big}"]), source_key="eye",
        figure=difference.name, parts=("border",), ways=ways,
    )  # fmt: skip


def _depth(context: OnBoardContext, sizes: Sizes) -> None:
    if sizes.slack.value >= 0:
        return
    say, short = context.speak.say, -sizes.slack.value
    ways: list[WayOut] = []
    frame = context.display.frame
    if isinstance(frame, NewRabbet):
        need = sizes.rabbet.depth.value + short
        for m in sorted(context.shop.rabbet_mouldings, key=lambda m: (m.rabbet_depth, m.face)):
            if Fraction(m.rabbet_depth) >= need:
                ways.append(
                    WayOut(
                        say(f"Use {m.name}: {{}} to spare", Fraction(m.rabbet_depth) - need),
                        (put("/display/frame/moulding", m.key),),
                    )
                )
    else:
        deepest = max(context.shop.rabbet_mouldings, key=lambda m: m.rabbet_depth, default=None)
        if deepest is not None and deepest.rabbet_depth > frame.rabbet_depth:
            patch = (put("/display/frame", new_rabbet(deepest.key)),)
            ways.append(WayOut((f"Make a frame of {deepest.name}",), patch))
    if context.display.glazing != "none":
        bare: Say = ("Leave the glazing out",)
        ways.append(WayOut(bare, (put("/display/glazing", "none"),)))
    context.checks.add(
        "stop", "depth.slack", "display", say("The pack won’t go in, by {}.", short),
        why=say("The pack is {}, the rabbet {} less the points.", context.book["depth.pack"], sizes.rabbet.depth),
        source_key="closing", figure="depth.slack", parts=("rail", "board"), ways=ways[:4],
    )  # fmt: skip
